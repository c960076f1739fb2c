import { landFieldOf } from '../../build/land'
import { poolsOf, type Build } from '../../build/types'
import type { Grid } from '../../physics/shape/grid'
import type { HeightField } from '../../physics/shape/heightField'
import type { GroundPlan } from '../1-ground/groundStage'
import { bedMap } from '../2-forms/bedMap'
import type { FormsPlan } from '../2-forms/formsStage'
import { layReach } from '../2-forms/scene/carve'

/** The finished ground over a whole base, with the water that each place lies under. */
export interface WholeGround extends HeightField {
  /** Number of the water in the build's order; −1: land. */
  water: Int16Array
}

/**
 * The ground as it is seen when it is painted: land as sculpted, or as high as its bank, with the beds
 * of pools and runs pressed into it. What stands in the water is no part of it.
 */
export function wholeGround(
  build: Build,
  ground: GroundPlan,
  { reaches }: Pick<FormsPlan, 'reaches'>
): WholeGround {
  const land = landFieldOf(build)
  const { cellMm, cols, rows } = land
  // the middles of these cells are the places themselves
  const grid: Grid = { x0: -cellMm / 2, y0: -cellMm / 2, cellMm, cols, rows }
  const bed = bedMap(build, ground, grid)
  const size = cols * rows
  const z = Float64Array.from({ length: size }, (_, c) =>
    bed.pool[c] < 0 || Number.isNaN(bed.zMm[c]) ? land.zMm[c] : bed.zMm[c]
  )
  const water = new Int16Array(size).fill(-1)
  const level = new Float64Array(size).fill(-Infinity)
  const pools = poolsOf(build)
  const numbers = pools.map((p) => build.waters.indexOf(p))
  for (let c = 0; c < size; c++)
    if (bed.pool[c] >= 0) {
      level[c] = pools[bed.pool[c]].levelMm
      water[c] = numbers[bed.pool[c]]
    }
  for (const form of reaches)
    layReach(build, form, grid, bed, z, water, level, new Float64Array(size))
  return { cellMm, cols, rows, zMm: Float32Array.from(z), water }
}

/** The land that is carved before the shell goes on: the whole ground, a shell's thickness lower. */
export function landOf(
  build: Build,
  ground: GroundPlan,
  forms: Pick<FormsPlan, 'reaches'>
): HeightField {
  const { cellMm, cols, rows, zMm } = wholeGround(build, ground, forms)
  const shell = build.ground.shellMm
  return { cellMm, cols, rows, zMm: zMm.map((h) => Math.max(0, h - shell)) }
}

/** Heights as rows from front to back. */
export const rowsOf = ({ cols, rows, zMm }: HeightField): number[][] =>
  Array.from({ length: rows }, (_, r) => Array.from(zMm.subarray(r * cols, (r + 1) * cols)))
