import type { Read } from '../../reads'
import type { PoolShape } from '../../../build/shapes'
import type { SectionLine } from '../../../build/types'
import { poolsOf } from '../../../build/types'
import { modelMm, realM } from '../../../physics/shape/units'
import type { WhiteSource } from '../whiteMap'
import { between, cellAt, cellMiddle, type Grid } from '../../../physics/shape/grid'
import type { Point2 } from '../../../physics/shape/polygon'
import { GRAVITY } from '../../../physics/gravity'
import { flowKind, type FlowKind } from '../../../physics/water/hydraulics/flowKind'
import { whiteAtRunEdges } from './edgesInRun'
import { foamCover } from '../../../running/foam'
import type { RunResult } from '../../../running/keptRun'
import { degrees } from '../../../physics/shape/angles'

/** What the water does at one place. */
export interface RunAt {
  depthMm: number
  levelMm: number
  speedMS: number
  headingDeg: number
  froude: number
  kind: FlowKind
  whitePct: number
  foamAgeS: number
}

/** Reads a run at a place; null where it is dry. */
export function runAt(run: RunResult, place: Point2): RunAt | null {
  const i = cellAt(run.grid, place)
  if (i < 0 || !(run.fields.depthMm[i] > 0)) return null
  const { depthMm, levelMm, xMS, yMS, foam, ageS } = run.fields
  const speedMS = Math.hypot(xMS[i], yMS[i])
  const froude = speedMS / Math.sqrt(GRAVITY * realM(depthMm[i], run.scale))
  return {
    depthMm: depthMm[i],
    levelMm: levelMm[i],
    speedMS,
    headingDeg: degrees(Math.atan2(yMS[i], xMS[i])),
    froude,
    kind: flowKind(froude),
    whitePct: 100 * foamCover(foam[i]),
    foamAgeS: ageS[i]
  }
}

/** Foam younger than this lies where it was made, s. Common practice, no source. */
const FRESH_S = 1.5
/** Water slower than this against the mean gathers foam. Common practice, no source. */
const EDDY_SHARE = 0.35

const ZONES = ['fresh foam', 'streaks carried down', 'gathered in eddies'] as const
const EDGES = 'rocks, walls and banks'

/**
 * The white that a run makes, as the white map takes it: fresh and thick where it is made, torn
 * into streaks on its way,
 * gathered where water turns slowly.
 *
 * @param on      the cells of the map
 * @param owner   number of the water each of them belongs to, −1: none
 */
export function runWhite(
  run: RunResult,
  on: Grid,
  owner: Int16Array,
  waters: readonly string[]
): WhiteSource[] {
  const { grid, fields } = run
  let [sum, count] = [0, 0]
  for (let i = 0; i < fields.depthMm.length; i++)
    if (fields.depthMm[i] > 0) {
      sum += Math.hypot(fields.xMS[i], fields.yMS[i])
      count++
    }
  const slow = (EDDY_SHARE * sum) / Math.max(1, count)
  const cover = new Float32Array(owner.length)
  const zone = new Int8Array(owner.length).fill(-1)
  for (let c = 0; c < owner.length; c++) {
    if (owner[c] < 0) continue
    const [x, y] = cellMiddle(on, c % on.cols, Math.floor(c / on.cols))
    const i = cellAt(grid, [x, y])
    if (i < 0 || !(fields.depthMm[i] > 0)) continue
    cover[c] = smoothCover(run, x, y)
    zone[c] = fields.ageS[i] < FRESH_S ? 0 : Math.hypot(fields.xMS[i], fields.yMS[i]) < slow ? 2 : 1
  }
  const box = {
    from: [on.x0, on.y0] as Point2,
    to: [on.x0 + on.cols * on.cellMm, on.y0 + on.rows * on.cellMm] as Point2
  }
  const edges = whiteAtRunEdges(run, on)
  return [...new Set(owner)]
    .filter((n) => n >= 0)
    .flatMap((n) => [
      ...ZONES.map((name, k): WhiteSource => ({
        water: waters[n],
        zone: name,
        box,
        at: (_x, _y, c) => (owner[c] === n && zone[c] === k ? cover[c] : 0)
      })),
      {
        water: waters[n],
        zone: EDGES,
        box,
        at: (_x, _y, c) => (owner[c] === n ? edges[c] : 0)
      }
    ])
}

/** Cover between the middles of four cells: a stencil has no steps. */
const smoothCover = ({ grid, fields }: RunResult, x: number, y: number): number =>
  between(grid, x, y, (c) => (fields.depthMm[c] > 0 ? foamCover(fields.foam[c]) : NaN)) ?? 0

/** Where spray rises, and how high at most, mm on the model. */
export interface SpraySpot {
  at: Point2
  risesMm: number
  powerM3S3: number
}

/** Power that throws spray, m³/s³. Common practice, no source. */
const THROWS = 4
const MOST_SPOTS = 12

/**
 * Places where most power is lost at once: there spray rises, to no more than the head that was
 * lost (v²/2g of what came in).
 *
 * @source no drop goes above v²/2g: ballistics; which places: common practice, no source
 */
export function sprayOf(run: RunResult): SpraySpot[] {
  const {
    grid,
    fields: { lossM3S3, depthMm, xMS, yMS }
  } = run
  const spots: SpraySpot[] = []
  const apart = Math.max(3, Math.round(12 / grid.cellMm))
  for (let r = 1; r < grid.rows - 1; r++) {
    for (let c = 1; c < grid.cols - 1; c++) {
      const i = r * grid.cols + c
      if (!(lossM3S3[i] > THROWS)) continue
      let [most, fastest] = [true, 0]
      for (let dr = -apart; dr <= apart && most; dr++) {
        for (let dc = -apart; dc <= apart; dc++) {
          const [rr, cc] = [r + dr, c + dc]
          if (rr < 0 || cc < 0 || rr >= grid.rows || cc >= grid.cols) continue
          const j = rr * grid.cols + cc
          if (lossM3S3[j] > lossM3S3[i]) {
            most = false
            break
          }
          if (depthMm[j] > 0) fastest = Math.max(fastest, Math.hypot(xMS[j], yMS[j]))
        }
      }
      if (most)
        spots.push({
          at: cellMiddle(grid, c, r),
          risesMm: modelMm(fastest ** 2 / (2 * GRAVITY), run.scale),
          powerM3S3: lossM3S3[i]
        })
    }
  }
  return spots.sort((a, b) => b.powerM3S3 - a.powerM3S3).slice(0, MOST_SPOTS)
}

/**
 * How level a pool is: the middle of its surface, and between what nine tenths of it lie, mm;
 * `givenMm` is the builder's.
 */
export interface PoolLevel {
  pool: string
  givenMm: number
  middleMm: number
  lowMm: number
  highMm: number
}

export function levelsOf(
  run: RunResult,
  build: Read<'forms'>,
  poolAt: (x: number, y: number) => string | null
): PoolLevel[] {
  const found = new Map<string, number[]>()
  for (let i = 0; i < run.fields.depthMm.length; i++) {
    if (!(run.fields.depthMm[i] > 0)) continue
    const pool = poolAt(...cellMiddle(run.grid, i % run.grid.cols, Math.floor(i / run.grid.cols)))
    if (pool === null) continue
    const levels = found.get(pool)
    if (levels) levels.push(run.fields.levelMm[i])
    else found.set(pool, [run.fields.levelMm[i]])
  }
  return poolsOf(build).flatMap((pool: PoolShape) => {
    const levels = found.get(pool.id)?.sort((a, b) => a - b)
    if (!levels || levels.length < 4) return []
    const at = (share: number) =>
      levels[Math.min(levels.length - 1, Math.floor(share * levels.length))]
    return [
      { pool: pool.id, givenMm: pool.levelMm, middleMm: at(0.5), lowMm: at(0.05), highMm: at(0.95) }
    ]
  })
}

/** The surface along a line on the plan: distance along it and height, mm, in pieces where it is wet. */
export function surfaceAlong(run: RunResult, { from, to }: SectionLine): Point2[][] {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1])
  const count = Math.max(2, Math.round(length / (run.grid.cellMm / 2)))
  const pieces: Point2[][] = []
  let piece: Point2[] = []
  for (let k = 0; k <= count; k++) {
    const t = k / count
    const i = cellAt(run.grid, [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])])
    if (i >= 0 && run.fields.depthMm[i] > 0) piece.push([t * length, run.fields.levelMm[i]])
    else if (piece.length > 0) {
      pieces.push(piece)
      piece = []
    }
  }
  if (piece.length > 0) pieces.push(piece)
  return pieces.filter((p) => p.length > 1)
}
