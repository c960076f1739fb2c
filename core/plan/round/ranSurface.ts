import type { Build } from '../../build/types'
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
  const { cols, rows, cellMm, x0, y0 } = grid
  return (x, y) => {
    const [fc, fr] = [(x - x0) / cellMm - 0.5, (y - y0) / cellMm - 0.5]
    const [c0, r0] = [Math.floor(fc), Math.floor(fr)]
    let [sum, weight] = [0, 0]
    for (const r of [r0, r0 + 1])
      for (const c of [c0, c0 + 1]) {
        if (c < 0 || r < 0 || c >= cols || r >= rows) continue
        const i = r * cols + c
        const w = (1 - Math.abs(fc - c)) * (1 - Math.abs(fr - r))
        if (!(fields.depthMm[i] > 0) || w <= 0) continue
        sum += w * fields.levelMm[i]
        weight += w
      }
    return weight > 0 ? sum / weight : null
  }
}
