import { encode } from 'fast-png'
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
  return { grid: run.grid, zMm, name: kept.name }
}

/** A surface as a closed block with a flat foot, mm: to print, mill or carve to. */
export function surfaceSolid({ grid: { cols, rows, cellMm }, zMm, name }: RunSurface): Solid {
  const lowest = zMm.reduce((low, z) => Math.min(low, z), Infinity)
  const n = cols * rows
  const xyz = new Float64Array(6 * n)
  const triangles: number[] = []
  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < cols; c++) {
      const i = r * cols + c
      const [x, y] = [(c + 0.5) * cellMm, (r + 0.5) * cellMm]
      xyz.set([x, y, zMm[i] - lowest + FLOOR_MM], 3 * i)
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

/** A surface as a height map: 16-bit grey PNG, black lowest, its upper edge at the back. */
export function surfacePng({ grid: { cols, rows }, zMm }: RunSurface): Uint8Array {
  const [low, high] = [
    zMm.reduce((a, b) => Math.min(a, b), Infinity),
    zMm.reduce((a, b) => Math.max(a, b), -Infinity)
  ]
  const data = new Uint16Array(cols * rows)
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < cols; c++)
      data[(rows - 1 - r) * cols + c] =
        high > low ? Math.round((65535 * (zMm[r * cols + c] - low)) / (high - low)) : 0
  return encode({ width: cols, height: rows, data, depth: 16, channels: 1 })
}
