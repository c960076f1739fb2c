import { GRAVITY } from '../physics/gravity'
import { FOAM_HALF_LIFE_S } from './foam'
import { foamOn, SEA_FOAM_HALF_LIFE_S } from './foam'
import type { RunFields, RunResult } from './keptRun'
import {
  asFields,
  BREAKS,
  breakingOf,
  fallsOf,
  resume,
  resumeFoam,
  runUpOf,
  straysOf,
  washOf,
  WET_MM
} from './runState'
import type { Scene, SceneMaker } from './scene'
import { dropsOf } from './solver/drops'
import { cellOf, dryField, inside, setInside } from './solver/field'
import { massError, stepper } from './solver/stepper'
import { Refusal } from '../words/sentence'

/** How a run begins: from the levels given, from dry ground, or from where another run was. */
export type RunStart = 'levels' | 'dry' | RunResult

export interface RunOptions {
  start: RunStart
  /** Cells of each pass, from coarse to fine. */
  passes: readonly number[]
}

/** How far a run has come. */
export interface RunProgress {
  pass: number
  passes: number
  /** Of this pass, 0 to 1. */
  share: number
  /** Whether anything worth reading is there: the first pass has settled. */
  usable: boolean
  done: boolean
  cells: number
  cellMm: number
  ranS: number
  cellUpdates: number
  massErrorRel: number
}

/**
 * Water on its way: taken on piece by piece, so that whoever drives it can pause, stop or look in
 * between.
 */
export interface WaterRun {
  /** Takes it on by about so many cell updates. */
  advance: (updates: number) => RunProgress
  /** The water as it is now. */
  now: () => RunResult
  /** The water as it mostly is: the mean since this pass settled; of a sea, the moment chosen. */
  usual: (phase?: number) => RunResult
}

/** Passes from coarse to fine: a first answer soon, then one that a brush can follow. */
export const PASSES = [3_000, 12_000, 36_000] as const
/** A pass runs so many times the time a long wave takes over the scene; half of it to settle. */
const SETTLES = [30, 14, 12] as const
/** Periods that a pass of a sea runs; the last of them is kept. */
const PERIODS = [7, 4, 3] as const
/** Moments of a period that are kept. */
export const MOMENTS = 16
/**
 * A pass ends after so many steps, whatever time it has reached: the finest of the demos take a
 * sixth of them.
 */
const MOST_STEPS = 16_000
/** Steps between two looks at foam and means. */
const EVERY = 2
/** What leaves is counted over so many times a long wave takes over the scene. */
const OUT_OVER = 1

/** Lets water run over a scene, pass by pass. @throws RangeError when its notes say that it cannot */
export function waterRun(maker: SceneMaker, { start, passes }: RunOptions): WaterRun {
  const stop = maker.notes.find((n) => n.stops)
  if (stop) throw new Refusal(stop.message)
  const ladder = passes
    .map((cells) => Math.min(cells, maker.finestCells))
    .filter((cells, i, all) => i === 0 || cells > all[i - 1] * 1.2)
  let at = 0
  let updates = 0
  let current = onePass(maker.at(ladder[0]), start, SETTLES[0], PERIODS[0])
  let usable = false
  let last: OnePass | null = null
  const progress = (done: boolean): RunProgress => ({
    pass: at + 1,
    passes: ladder.length,
    share: current.share(),
    usable,
    done,
    cells: current.scene.grid.cols * current.scene.grid.rows,
    cellMm: current.scene.grid.cellMm,
    ranS: current.run.field.timeS,
    cellUpdates: updates + current.run.tally.cellUpdates,
    massErrorRel: massError(current.run)
  })
  return {
    advance: (count) => {
      const until = current.run.tally.cellUpdates + count
      while (current.share() < 1 && current.run.tally.cellUpdates < until) current.step()
      if (current.share() < 1) return progress(false)
      usable = true
      if (at + 1 >= ladder.length) return progress(true)
      updates += current.run.tally.cellUpdates
      at++
      last = current
      const i = Math.min(at, SETTLES.length - 1)
      current = onePass(maker.at(ladder[at]), last.now(), SETTLES[i], PERIODS[i])
      return progress(false)
    },
    now: () => current.now(),
    usual: (phase) => (current.counted() || !last ? current.usual(phase) : last.usual(phase))
  }
}

type OnePass = ReturnType<typeof onePass>

function onePass(scene: Scene, start: RunStart, settles: number, periods: number) {
  const { grid, dxM, scale } = scene
  const { cols, rows } = grid
  const field = dryField(cols, rows, dxM, scene.bedM)
  let foamStart: RunResult | null = null
  if (start === 'levels') setInside(field, field.h, scene.levelsM)
  else if (start !== 'dry') {
    resume(field, scene, start)
    foamStart = start
  }
  const rough = new Float64Array(field.h.length)
  setInside(field, rough, scene.manning)
  const drops = dropsOf(field)
  const springs = scene.springs.map((s) => ({
    cell: cellOf(field, s.row, s.col),
    m3S: s.share * scene.dischargeM3S
  }))
  const drains = scene.drains.map((d) => ({ cell: cellOf(field, d.row, d.col), levelM: d.levelM }))
  const sea = scene.periodS !== null
  const began = field.timeS
  const run = stepper({
    field,
    edges: scene.edges,
    manning: rough,
    springs,
    swell: scene.swell,
    drops
  })
  const foam = foamOn(
    field,
    run.u,
    run.v,
    drops,
    sea ? SEA_FOAM_HALF_LIFE_S : FOAM_HALF_LIFE_S,
    sea ? scene.periodS! / 25 : 0.6
  )
  if (foamStart) resumeFoam(field, scene, foamStart, foam.layers, foam.aged)
  const crossS = Math.sqrt(scene.lengthM / GRAVITY)
  // a wave that is still on its way is no use: as long as the swell needs to cross, whatever its period
  const lastsS = sea
    ? Math.max(
        periods,
        foamStart
          ? 0
          : (2 * scene.lengthM) /
              Math.sqrt(GRAVITY * Math.max(0.2, deepest(scene))) /
              scene.periodS!
      ) * scene.periodS!
    : settles * crossS
  const settledS = sea ? lastsS - scene.periodS! : 0.5 * lastsS

  const mean = Object.fromEntries(
    ['h', 'hu', 'hv', 'foam', 'aged', 'loss', 'wet'].map((name) => [
      name,
      field.kernel.numbers(field.h.length)
    ])
  ) as Record<'h' | 'hu' | 'hv' | 'foam' | 'aged' | 'loss' | 'wet', Float64Array>
  const { calls } = field.kernel
  const counted = [
    [mean.h, field.h],
    [mean.hu, field.hu],
    [mean.hv, field.hv],
    [mean.foam, foam.layers],
    [mean.aged, foam.aged],
    [mean.loss, foam.loss]
  ].map((pair) => pair.map((a) => a.byteOffset))
  let weight = 0
  let outM3S = 0
  let came = 0
  let cameS = 0
  let outSettled = false
  const fallSum = new Float64Array(drops ? drops.above.length : 0)
  const landSum = new Float64Array(drops ? drops.above.length : 0)
  const moments: RunFields[] = []
  let nextMoment = 0
  let sinceFoam = 0
  // how high and low water stood at each cell since the swell's last period began
  const [crest, trough] = sea
    ? [
        new Float64Array(field.h.length).fill(-Infinity),
        new Float64Array(field.h.length).fill(Infinity)
      ]
    : [null, null]
  let periodEnds = began + (scene.periodS ?? 0)
  /** Crests make foam where they are too high for the water under them. */
  function watchCrests(): void {
    if (!crest || !trough) return
    const over = field.timeS >= periodEnds
    for (let r = 0; r < rows; r++) {
      for (let i = cellOf(field, r, 0), end = i + cols; i < end; i++) {
        const level = field.z[i] + field.h[i]
        if (field.h[i] > 1e-3) {
          if (level > crest[i]) crest[i] = level
          if (level < trough[i]) trough[i] = level
        }
        if (!over) continue
        const high = crest[i] - trough[i]
        const depth = (crest[i] + trough[i]) / 2 - field.z[i]
        foam.gate[i] =
          high > 0 && depth > 0
            ? Math.min(1, Math.max(0, (high / depth - BREAKS[0]) / (BREAKS[1] - BREAKS[0])))
            : 0
        crest[i] = -Infinity
        trough[i] = Infinity
      }
    }
    if (over) periodEnds += scene.periodS!
  }
  if (sea) foam.gate.fill(0)

  function fieldsNow(): RunFields {
    return asFields(
      scene,
      inside(field, field.h),
      inside(field, field.hu),
      inside(field, field.hv),
      inside(field, foam.layers),
      inside(field, foam.aged),
      inside(field, foam.loss),
      null
    )
  }
  function count(dt: number): void {
    weight += dt
    const least = (WET_MM * scale) / 1000
    for (let r = 0; r < rows; r++) {
      const [from, to] = [cellOf(field, r, 0), cellOf(field, r, cols)]
      for (const [sum, of] of counted) calls.gather(sum, of, from, to, dt)
      calls.gatherOver(mean.wet.byteOffset, field.h.byteOffset, from, to, least, dt)
    }
    if (!drops) return
    for (let i = 0; i < fallSum.length; i++) {
      fallSum[i] += dt * drops.dischargeM3S[i]
      landSum[i] += dt * drops.dischargeM3S[i] * drops.landsCells[i]
    }
  }
  const result = (
    fields: RunFields,
    over: number,
    phase: number | null,
    wash: RunResult['wash'],
    shore: Pick<RunResult, 'runUpMm' | 'breakMm'> = { runUpMm: null, breakMm: null }
  ): RunResult => ({
    grid,
    scale,
    ranS: field.timeS,
    dischargeM3S: scene.dischargeM3S,
    inM3S: scene.dischargeM3S,
    outM3S,
    fields,
    falls: over > 0 && drops ? fallsOf(scene, fields, drops, fallSum, landSum, over, field) : [],
    periodS: scene.periodS,
    phase,
    wash,
    ...shore,
    strays: straysOf(scene, fields)
  })
  return {
    scene,
    run,
    counted: () => (sea ? moments.length >= MOMENTS : weight > 0),
    share: () =>
      Math.min(1, Math.max((field.timeS - began) / lastsS, run.tally.steps / MOST_STEPS)),
    step: () => {
      const before = run.tally.inflowM3
      const dt = run.step(Infinity)
      if (!(dt > 0)) {
        field.timeS = began + lastsS
        return
      }
      for (const d of drains) {
        const most = Math.max(0, d.levelM - field.z[d.cell])
        const over = field.h[d.cell] - most
        if (over <= 0) continue
        const k = most / field.h[d.cell]
        field.h[d.cell] = most
        field.hu[d.cell] *= k
        field.hv[d.cell] *= k
        run.tally.inflowM3 -= over * dxM * dxM
      }
      // what left: a mean over the wave that is passing, until the pass has settled; then over all since
      came += scene.dischargeM3S * dt - (run.tally.inflowM3 - before)
      cameS += dt
      if (cameS > OUT_OVER * crossS) outM3S = came / cameS
      const settled = field.timeS - began >= settledS
      if (settled !== outSettled || (!settled && cameS > OUT_OVER * crossS)) {
        came = 0
        cameS = 0
        outSettled = settled
      }
      sinceFoam += dt
      if (run.tally.steps % EVERY !== 0) return
      watchCrests()
      foam.step(sinceFoam)
      const passed = field.timeS - began
      if (passed >= settledS) count(sinceFoam)
      sinceFoam = 0
      if (
        sea &&
        passed >= settledS &&
        moments.length < MOMENTS &&
        passed - settledS >= (nextMoment * scene.periodS!) / MOMENTS
      ) {
        nextMoment++
        moments.push(fieldsNow())
      }
    },
    now: () => result(fieldsNow(), weight, null, { high: [], low: [] }),
    usual: (phase = 0) => {
      if (!(weight > 0)) return result(fieldsNow(), 0, null, { high: [], low: [] })
      const scaled = (values: Float64Array) => inside(field, values).map((v) => v / weight)
      const wet = scaled(mean.wet)
      if (sea && moments.length > 0) {
        const moment = moments[Math.min(moments.length - 1, Math.floor(phase * moments.length))]
        return result(
          { ...moment, wetShare: Float32Array.from(wet) },
          weight,
          phase,
          washOf(scene, wet),
          { runUpMm: runUpOf(scene, moments), breakMm: breakingOf(scene, moments) }
        )
      }
      return result(
        asFields(
          scene,
          scaled(mean.h),
          scaled(mean.hu),
          scaled(mean.hv),
          scaled(mean.foam),
          scaled(mean.aged),
          scaled(mean.loss),
          wet
        ),
        weight,
        null,
        { high: [], low: [] }
      )
    }
  }
}

const deepest = (scene: Scene): number => scene.levelsM.reduce((most, d) => Math.max(most, d), 0)
