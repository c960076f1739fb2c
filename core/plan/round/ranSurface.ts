import type { Build } from '../../build/types'
import { between } from '../../physics/shape/grid'
import { scaleRatio } from '../../physics/shape/scale'
import { openRun } from '../../running/keptRun'
import type { FormsPlan } from '../2-forms/formsStage'

/** How high the water stands at a place, mm; null: it is dry there. */
export type SurfaceAt = (x: number, y: number) => number | null

/**
 * The surface of the run that the maps are taken from, read straight between the middles of its wet cells.
 *
 * @returns null: no run is taken, or the ground has changed since
 */
export function ranSurface(build: Build, { ran }: Pick<FormsPlan, 'ran'>): SurfaceAt | null {
  const { mapsFrom, kept } = build.running
  const found = kept.find((k) => k.id === mapsFrom)
  if (!found || ran?.id !== mapsFrom || ran.stale) return null
  const { grid, fields } = openRun(found, scaleRatio(build.scale) ?? 1)
  const { depthMm, levelMm } = fields
  return (x, y) => between(grid, x, y, (cell) => (depthMm[cell] > 0 ? levelMm[cell] : NaN))
}
