import type { Grid } from '../../shape/grid'
import { radians } from '../../shape/angles'

/**
 * Directions of a sea to either side of its heading, degrees, and the share of its energy that each
 * carries: cos² of the angle.
 */
const FAN: readonly (readonly [deg: number, share: number])[] = [-60, -40, -20, 0, 20, 40, 60].map(
  (deg) => [deg, Math.cos(radians(deg)) ** 2]
)
/** Shelter changes slowly: so many cells share a ray. */
const STRIDE = 2
const WHOLE = FAN.reduce((sum, [, share]) => sum + share, 0)

/**
 * How much of a sea's height reaches each cell past walls and rocks: the root of the share of its
 * directions from which
 * nothing stands in the way.
 *
 * @param depthM  at each cell; 0 or less: something stands there; NaN: outside, where the sea comes from
 * @source directional diffraction, after Goda, Random Seas and Design of Maritime Structures
 *   (2010); from memory, with a cos² spread
 */
export function openness(grid: Grid, depthM: Float64Array, headingDeg: number): Float64Array {
  const { cols, rows } = grid
  const energy = new Float64Array(cols * rows)
  for (const [deg, share] of FAN) {
    const [dx, dy] = [-Math.cos(radians(headingDeg + deg)), -Math.sin(radians(headingDeg + deg))]
    // a ray to windward from every cell, in whole steps along its longer axis
    const step = Math.max(Math.abs(dx), Math.abs(dy))
    const most = Math.max(cols, rows)
    const stepsC = Int32Array.from({ length: most }, (_, i) => Math.round(((i + 1) * dx) / step))
    const stepsR = Int32Array.from({ length: most }, (_, i) => Math.round(((i + 1) * dy) / step))
    for (let row = 0; row < rows; row += STRIDE) {
      for (let col = 0; col < cols; col += STRIDE) {
        let clear = true
        for (let i = 0; i < most; i++) {
          const c = col + stepsC[i]
          const r = row + stepsR[i]
          if (c < 0 || r < 0 || c >= cols || r >= rows) break
          const d = depthM[r * cols + c]
          if (d !== d) break
          if (d <= 0) {
            clear = false
            break
          }
        }
        if (!clear) continue
        for (let r = row; r < Math.min(rows, row + STRIDE); r++)
          for (let c = col; c < Math.min(cols, col + STRIDE); c++) energy[r * cols + c] += share
      }
    }
  }
  return energy.map((e) => Math.sqrt(e / WHOLE))
}
