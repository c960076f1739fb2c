import type { Build } from '../../build/types'
import { openRun } from '../../running/keptRun'
import { shownRun } from '../2-forms/ran/ranPlan'
import { sceneMaker } from '../2-forms/scene/sceneMaker'
import { scaleRatio } from '../../physics/shape/scale'
import { modelMm } from '../../physics/shape/units'
import { cellAt, cellMiddle, type Grid } from '../../physics/shape/grid'
import type { Solid } from './types'

/** Heights of a whole base: water where it ran, ground elsewhere, mm. */
export interface RunSurface {
  grid: Grid
  /** The base that it covers, mm: the last cells may reach beyond it. */
  widthMm: number
  depthMm: number
  zMm: Float64Array
  name: string
}

/** Name of the solid and the height map of a run. */
export const RUN_SURFACE = 'run-surface'
/** Left under the lowest place of a surface that is printed, mm. */
const FLOOR_MM = 3

/** The surface of the kept run that the plan shows; null: none was kept. */
export function runSurface(build: Build): RunSurface | null {
  const kept = shownRun(build)
  if (!kept) return null
  const scale = scaleRatio(build.scale) ?? 1
  const run = openRun(kept, scale)
  const scene = sceneMaker(build).at(run.grid.cols * run.grid.rows)
  const zMm = Float64Array.from(run.fields.levelMm, (level, i) => {
    if (run.fields.depthMm[i] > 0) return level
    const c = cellAt(
      scene.grid,
      cellMiddle(run.grid, i % run.grid.cols, Math.floor(i / run.grid.cols))
    )
    return c >= 0 ? modelMm(scene.bedM[c], scale) : 0
  })
  const { widthMm, depthMm } = build.base
  return { grid: run.grid, widthMm, depthMm, zMm, name: kept.name }
}

/** Lines of a net over a length: its two ends, and the middles of the cells between them, mm. */
function linesOver(
  lengthMm: number,
  cells: number,
  cellMm: number
): { at: number; cell: number }[] {
  const middles = Array.from({ length: cells }, (_, cell) => ({ at: (cell + 0.5) * cellMm, cell }))
  const inside = middles.filter(({ at }) => at < lengthMm - 1e-6)
  return [{ at: 0, cell: 0 }, ...inside, { at: lengthMm, cell: inside.at(-1)!.cell }]
}

/**
 * A surface as a closed block with a flat foot, of the whole base, mm: to print, mill or carve to. At
 * the base's edges it is as high as in the cells along them.
 */
export function surfaceSolid(surface: RunSurface): Solid {
  const { grid, zMm, name } = surface
  const across = linesOver(surface.widthMm, grid.cols, grid.cellMm)
  const along = linesOver(surface.depthMm, grid.rows, grid.cellMm)
  const [cols, rows] = [across.length, along.length]
  const lowest = zMm.reduce((low, z) => Math.min(low, z), Infinity)
  const n = cols * rows
  const xyz = new Float64Array(6 * n)
  const triangles: number[] = []
  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < cols; c++) {
      const i = r * cols + c
      const [x, y] = [across[c].at, along[r].at]
      const z = zMm[along[r].cell * grid.cols + across[c].cell]
      xyz.set([x, y, z - lowest + FLOOR_MM], 3 * i)
      xyz.set([x, y, 0], 3 * (n + i))
      if (c + 1 === cols || r + 1 === rows) continue
      const [a, b, d, e] = [i, i + 1, i + cols + 1, i + cols]
      triangles.push(a, b, d, a, d, e, n + a, n + d, n + b, n + a, n + e, n + d)
    }
  }
  /** A side from one edge cell to the next, seen from outside from left to right. */
  const wall = (a: number, b: number) => triangles.push(a, n + a, n + b, a, n + b, b)
  for (let c = 0; c + 1 < cols; c++) {
    wall(c, c + 1)
    wall((rows - 1) * cols + c + 1, (rows - 1) * cols + c)
  }
  for (let r = 0; r + 1 < rows; r++) {
    wall((r + 1) * cols, r * cols)
    wall(r * cols + cols - 1, (r + 1) * cols + cols - 1)
  }
  return {
    id: RUN_SURFACE,
    water: '',
    name: `Water surface, ${name}`,
    xyz,
    triangles: Uint32Array.from(triangles)
  }
}
