import type { Read } from '../reads'
import { poolsOf } from '../../build/types'
import {
  between,
  cellAt,
  eachCell,
  eachHeight,
  gridOver,
  type Grid
} from '../../physics/shape/grid'
import type { Point2 } from '../../physics/shape/polygon'
import type { GroundPlan } from '../1-ground/groundStage'

/** Cells over the base, and the finest, mm: a brush is no finer. */
const CELLS = 12_000
const FINEST_MM = 1.5

/**
 * The dipped ground of all pools as cells: its height (NaN where nothing was dipped), whose it is,
 * and how deep water stands there.
 */
export interface BedMap {
  grid: Grid
  zMm: Float64Array
  /** How high things stand on it there, mm. */
  standMm: Float64Array
  /** Number of the pool in the build's order; −1: none. */
  pool: Int16Array
  pools: string[]
  /** Depth of standing water, mm; 0 on dry ground and outside. */
  depthMm: Float64Array
}

/** Lays the ground of every measured pool on cells, and what stands in the water on its bed. */
export function bedMap(
  build: Read<'forms'>,
  ground: GroundPlan,
  grid: Grid = gridOver(build.base.widthMm, build.base.depthMm, CELLS, FINEST_MM)
): BedMap {
  const size = grid.cols * grid.rows
  const zMm = new Float64Array(size).fill(NaN)
  const pool = new Int16Array(size).fill(-1)
  const standMm = new Float64Array(size)
  const depthMm = new Float64Array(size)
  const pools = poolsOf(build)
  pools.forEach((p, i) => {
    const surface = ground.pools.find((g) => g.id === p.id)?.surface
    if (!surface) return
    eachHeight(grid, surface, (cell, z) => {
      zMm[cell] = z
      pool[cell] = i
    })
    for (const thing of p.standing) {
      const [rx, ry] = [thing.widthMm / 2, thing.depthMm / 2]
      eachCell(
        grid,
        { from: [thing.x - rx, thing.y - ry], to: [thing.x + rx, thing.y + ry] },
        (cell, x, y) => {
          const inside =
            thing.shape === 'block' || ((x - thing.x) / rx) ** 2 + ((y - thing.y) / ry) ** 2 <= 1
          if (inside && pool[cell] === i) standMm[cell] = Math.max(standMm[cell], thing.heightMm)
        }
      )
    }
  })
  for (let cell = 0; cell < size; cell++)
    if (pool[cell] >= 0)
      depthMm[cell] = Math.max(0, pools[pool[cell]].levelMm - zMm[cell] - standMm[cell])
  return { grid, zMm, standMm, pool, pools: pools.map((p) => p.id), depthMm }
}

/** Height of the dipped ground at a place, between the cells about it, mm; null where nothing was dipped. */
export function bedAt({ grid, zMm }: BedMap, [x, y]: Point2): number | null {
  const cell = cellAt(grid, [x, y])
  return cell < 0 || Number.isNaN(zMm[cell]) ? null : between(grid, x, y, (c) => zMm[c])
}
/** The pool whose dipped ground lies at a place, or null. */
export function poolAt({ grid, pool, pools }: BedMap, place: Point2): string | null {
  const cell = cellAt(grid, place)
  return cell < 0 || pool[cell] < 0 ? null : pools[pool[cell]]
}
