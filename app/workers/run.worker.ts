import { keepRun, RUN_FIELDS, type RunResult } from '../../core/running/keptRun'
import { groundMark } from '../../core/plan/2-forms/ran/ranPlan'
import { sceneMaker } from '../../core/plan/2-forms/scene/sceneMaker'
import { PASSES, waterRun, type RunProgress, type WaterRun } from '../../core/running/waterRun'
import { formsStage } from '../../core/plan/2-forms/formsStage'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import type { Build } from '../../core/build/types'
import type { RunReply, RunRequest } from './messages'

/** Cell updates between two looks for messages, and time between two pictures, ms. */
const BREATH = 250_000
const PICTURE_MS = 300

const reply = (message: RunReply, transfer: Transferable[] = []) =>
  postMessage(message, { transfer })
const arraysOf = (run: RunResult): Transferable[] =>
  RUN_FIELDS.map((name) => run.fields[name].buffer as ArrayBuffer)
let water: WaterRun | null = null
let build: Build | null = null
let paused = false
let turn = 0
/** The moment of its period that a sea is shown at. */
let phase: number | null = null

/** The water as it mostly is, and what it says of forms, levels and white. */
function tell(progress: RunProgress): void {
  if (!water || !build) return
  const run = water.usual(phase ?? undefined)
  const kept = keepRun(run, {
    id: 'now',
    name: 'This run',
    keptAt: '2000-01-01T00:00:00Z',
    ground: groundMark(build)
  })
  const { ran } = formsStage(
    { ...build, running: { ...build.running, mapsFrom: 'now', kept: [kept] } },
    groundStage(build),
    shelfOf(BUILT_IN)
  )
  reply({ kind: 'usual', progress, run, kept, ran: ran! }, arraysOf(run))
}

async function drive(mine: number): Promise<void> {
  let pictured = 0
  let pass = 0
  let began = performance.now()
  let spent = 0
  for (;;) {
    await new Promise<void>((resolve) => setTimeout(resolve, paused ? 60 : 0))
    if (mine !== turn || !water) return
    if (paused) continue
    began = performance.now()
    const progress = water.advance(BREATH)
    spent += performance.now() - began
    const now = performance.now()
    if (now - pictured > PICTURE_MS) {
      pictured = now
      const run = water.now()
      reply({ kind: 'now', progress, run, spentMs: spent }, arraysOf(run))
    }
    if (progress.done || progress.pass !== pass) {
      // what a pass has settled to is told as soon as there is one
      if (pass > 0) tell(progress)
      pass = progress.pass
    }
    if (progress.done) {
      reply({ kind: 'done', progress, spentMs: spent })
      return
    }
  }
}

addEventListener('message', ({ data }: MessageEvent<RunRequest>) => {
  try {
    if (data.kind === 'start') {
      turn++
      paused = false
      build = data.build
      phase = data.phase
      const maker = sceneMaker(data.build)
      reply({ kind: 'notes', notes: maker.notes })
      water = null
      if (maker.notes.some((n) => n.stops)) return
      // a run that goes on from another is on cells as fine as that from the start
      water = waterRun(maker, {
        start: data.start,
        passes: typeof data.start === 'string' ? PASSES : PASSES.slice(1)
      })
      drive(turn).catch((error: unknown) =>
        reply({ kind: 'failed', message: error instanceof Error ? error.message : String(error) })
      )
    } else if (data.kind === 'pause') paused = data.paused
    else if (water) {
      phase = data.phase
      tell(water.advance(0))
    }
  } catch (error) {
    reply({ kind: 'failed', message: error instanceof Error ? error.message : String(error) })
  }
})
