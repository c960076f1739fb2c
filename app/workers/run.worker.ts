import { planUntil } from '../../core/plan/stages'
import { expose, transfer } from 'comlink'
import './refusals'
import { keepRun, RUN_FIELDS, type KeptRun, type RunResult } from '../../core/running/keptRun'
import { groundMark, type RanPlan } from '../../core/plan/2-forms/ran/ranPlan'
import { sceneMaker } from '../../core/plan/2-forms/scene/sceneMaker'
import {
  PASSES,
  waterRun,
  type RunProgress,
  type RunStart,
  type WaterRun
} from '../../core/running/waterRun'
import type { Build } from '../../core/build/types'
import type { SceneNote } from '../../core/running/scene'

/** Cell updates between two looks for messages, and time between two pictures, ms. */
const BREATH = 250_000
const PICTURE_MS = 300

/** Told while the water runs. */
export type RunNews =
  | { kind: 'notes'; notes: SceneNote[] }
  | { kind: 'now'; progress: RunProgress; run: RunResult; spentMs: number }
  | { kind: 'usual'; progress: RunProgress; run: RunResult; kept: KeptRun; ran: RanPlan }
  | { kind: 'done'; progress: RunProgress; spentMs: number }
  | { kind: 'failed'; message: string }

let tellOf: (news: RunNews) => unknown = () => undefined
const reply = (news: RunNews, arrays: Transferable[] = []) => void tellOf(transfer(news, arrays))
const failed = (error: unknown) =>
  reply({ kind: 'failed', message: error instanceof Error ? error.message : String(error) })
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
  const running = { ...build.running, mapsFrom: 'now', kept: [kept] }
  const { ran } = planUntil({ ...build, running }, 'forms')
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

/** Lets the water run over a build; what it does is told as it goes. */
function start(
  given: Build,
  from: RunStart,
  moment: number | null,
  tell: (news: RunNews) => unknown
): void {
  tellOf = tell
  turn++
  paused = false
  build = given
  phase = moment
  water = null
  const maker = sceneMaker(given)
  reply({ kind: 'notes', notes: maker.notes })
  if (maker.notes.some((n) => n.stops)) return
  // a run that goes on from another is on cells as fine as that from the start
  water = waterRun(maker, {
    start: from,
    passes: typeof from === 'string' ? PASSES : PASSES.slice(1)
  })
  drive(turn).catch(failed)
}

const work = {
  start,
  pause: (held: boolean) => {
    paused = held
  },
  /** Of a sea: at this moment of its period. */
  look: (moment: number | null) => {
    if (!water) return
    phase = moment
    tell(water.advance(0))
  }
}
export type RunWork = typeof work
expose(work)
