import type { PoolShape, SeaShape } from '../../build/shapes'
import type { Grid } from '../../physics/shape/grid'
import { realM } from '../../physics/shape/units'
import { breakDepth, surfNumber, type BreakerKind } from '../../physics/water/waves/breaking'
import { mm, say } from '../../words/sentence'
import type { BedMap } from './bedMap'
import { isWithin, TO_SPARE, type WishWay } from './wishedSea'
import { headed } from '../../physics/shape/polygon'

/** A bed flatter than this has no shore: the waves pass over it. Common practice, no source. */
const FLATTEST = 0.005
/** What is steeper is a wall. Common practice, no source. */
const STEEPEST_BEACH = 0.6

/**
 * Slope of the beach that waves run up: the mean of the steeper third of the bed along them; null:
 * they pass over it.
 *
 * @param depthM   at each cell, full size; NaN outside, below 0 on dry land
 * @param painted  how many times as deep it is seen; walls stay walls
 */
export function beachOf(
  grid: Grid,
  depthM: Float64Array,
  headingDeg: number,
  cellM: number,
  painted: number
): number | null {
  const [kx, ky] = headed(headingDeg)
  const samples: number[] = []
  for (let row = 2; row + 2 < grid.rows; row += 2) {
    for (let col = 2; col + 2 < grid.cols; col += 2) {
      const c = row * grid.cols + col
      if (!(depthM[c] > 0)) continue
      const dx = (depthM[c + 2] - depthM[c - 2]) / (4 * cellM)
      const dy = (depthM[c + 2 * grid.cols] - depthM[c - 2 * grid.cols]) / (4 * cellM)
      // walls and rocks are no beach
      if (Math.hypot(dx, dy) <= STEEPEST_BEACH) samples.push(-(dx * kx + dy * ky))
    }
  }
  if (samples.length < 5) return null
  // the steeper half tells the beach, the flatter the floor before it
  const steep = samples.sort((a, b) => b - a).slice(0, Math.ceil(samples.length / 3))
  const slope = (painted * steep.reduce((sum, v) => sum + v, 0)) / steep.length
  return slope > FLATTEST ? slope : null
}

/** Tides that are tried, mm on the model, the least first. */
const TIDES_MM = [1, 2, 3, 4, 6, 8, 10].flatMap((by) => [-by, by])
/** Water stays so far under the brim, mm. */
const UNDER_BRIM_MM = 0.5

/** A sea as it stands, and the wave that is wished in it. */
interface AtLevel {
  sea: SeaShape
  pool: PoolShape
  bed: BedMap
  /** At each cell, full size, as it is seen. */
  depthM: Float64Array
  painted: number
  scale: number
  heightM: number
  periodS: number
}

/** The least tide at which the same wave breaks as wished on this bed; none: no such tide. */
export function tidesTo(
  kind: BreakerKind,
  { sea, pool, bed, depthM, painted, scale, heightM, periodS }: AtLevel
): WishWay[] {
  const most = Math.min(pool.brimMm, pool.damTopMm) - UNDER_BRIM_MM
  const tide = new Float64Array(depthM.length)
  for (const by of TIDES_MM) {
    const levelMm = pool.levelMm + by
    if (levelMm > most) continue
    const byM = realM(by, scale)
    let deepest = 0
    for (let c = 0; c < depthM.length; c++) {
      tide[c] = depthM[c] / painted + byM
      if (tide[c] > deepest) deepest = tide[c]
    }
    if (!(deepest > 0)) continue
    // painted so deep, it is seen so deep at any tide
    const seen = sea.paintedM ? sea.paintedM / deepest : 1
    const slope = beachOf(bed.grid, tide, sea.headingDeg, realM(bed.grid.cellMm, scale), seen)
    if (slope === null) continue
    const holds = breakDepth(heightM, periodS, slope) <= TO_SPARE * deepest * seen
    if (holds && isWithin(kind, surfNumber(slope, heightM, periodS)))
      return [
        {
          label: say`${by > 0 ? 'High' : 'Low'} tide: ${by > 0 ? 'raise' : 'lower'} the water by ${mm(Math.abs(by))}`,
          levelMm
        }
      ]
  }
  return []
}
