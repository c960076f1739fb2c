import { poolsOf, type Build } from '../../build/types'
import type { Grid } from '../../physics/shape/grid'
import { bedMap } from '../2-forms/bedMap'
import type { FormsPlan } from '../2-forms/formsStage'
import { layReach } from '../2-forms/scene/carve'
import { groundStage } from '../1-ground/groundStage'

/** Heights of the land over the whole base: at places so far apart, rows from front to back, mm. */
export interface Land {
  dxMm: number
  heights: number[][]
}

/** Places lie no farther apart than this, mm, nor than so many along the longer side of the base. */
const FARTHEST_MM = 2
const MOST_ALONG = 200
/** How many divisions of the width are tried for one that divides the depth as well. */
const TRIED = 60

/** The distance that divides the width, and the depth as nearly as any. */
function spacing(widthMm: number, depthMm: number): { dxMm: number; cols: number; rows: number } {
  const most = Math.min(FARTHEST_MM, Math.max(widthMm, depthMm) / MOST_ALONG)
  const least = Math.ceil(widthMm / most)
  const off = (n: number) => {
    const rows = (depthMm * n) / widthMm
    return Math.abs(rows - Math.round(rows)) / n
  }
  let best = least
  for (let n = least; n < least + TRIED; n++) if (off(n) < off(best) - 1e-12) best = n
  const dxMm = widthMm / best
  return { dxMm, cols: best + 1, rows: Math.max(2, Math.round(depthMm / dxMm) + 1) }
}

/**
 * The land that a build stands on: as high as its bank, with the beds of its pools and runs pressed into
 * it, a shell's thickness lower: what is carved before the shell goes on.
 */
export function landOf(build: Build, { reaches }: Pick<FormsPlan, 'reaches'>): Land {
  const { widthMm, depthMm } = build.base
  const { dxMm, cols, rows } = spacing(widthMm, depthMm)
  // the middles of these cells are the places themselves
  const grid: Grid = { x0: -dxMm / 2, y0: -dxMm / 2, cellMm: dxMm, cols, rows }
  const bed = bedMap(build, groundStage(build), grid)
  const size = cols * rows
  const z = Float64Array.from({ length: size }, (_, c) =>
    bed.pool[c] < 0 || Number.isNaN(bed.zMm[c]) ? build.ground.bankMm : bed.zMm[c]
  )
  const owner = new Int16Array(size).fill(-1)
  const level = new Float64Array(size).fill(-Infinity)
  for (let c = 0; c < size; c++)
    if (bed.pool[c] >= 0) level[c] = poolsOf(build)[bed.pool[c]].levelMm
  for (const form of reaches)
    layReach(build, form, grid, bed, z, owner, level, new Float64Array(size))
  const shell = build.ground.shellMm
  return {
    dxMm,
    heights: Array.from({ length: rows }, (_, r) =>
      Array.from(z.subarray(r * cols, (r + 1) * cols), (h) => Math.max(0, h - shell))
    )
  }
}
