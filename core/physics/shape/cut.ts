import type { Surface } from './surface'

/** Water that stands on a surface up to a level. */
export interface Cut {
  volumeMm3: number
  areaMm2: number
  maxDepthMm: number
}

/**
 * Cuts a ground at a level and integrates the water above it exactly, triangle by triangle: whole
 * where all three
 * corners are under water, and the wet part alone where the waterline crosses.
 *
 * @param surface  the ground, mm
 * @param levelMm  height of the water, mm
 * @returns        volume (mm³), wet area (mm²) and greatest depth (mm); all 0 when the level is
 *   below the ground
 * @source Volume of a truncated triangular prism; any surveying handbook (volumes by truncated prisms)
 */
export function cutAt(surface: Surface, levelMm: number): Cut {
  const { xyz, triangles } = surface
  let volume = 0
  let area = 0
  let deepest = 0
  for (let t = 0; t < triangles.length; t += 3) {
    const a = 3 * triangles[t]
    const b = 3 * triangles[t + 1]
    const c = 3 * triangles[t + 2]
    const da = levelMm - xyz[a + 2]
    const db = levelMm - xyz[b + 2]
    const dc = levelMm - xyz[c + 2]
    const most = da > db ? (da > dc ? da : dc) : db > dc ? db : dc
    if (most < 0) continue
    if (most > deepest) deepest = most
    const whole =
      Math.abs(
        (xyz[b] - xyz[a]) * (xyz[c + 1] - xyz[a + 1]) -
          (xyz[c] - xyz[a]) * (xyz[b + 1] - xyz[a + 1])
      ) / 2
    const wet = (da >= 0 ? 1 : 0) + (db >= 0 ? 1 : 0) + (dc >= 0 ? 1 : 0)
    if (wet === 3) {
      area += whole
      volume += (whole * (da + db + dc)) / 3
    } else if (wet === 1) {
      const [d, e, f] = da >= 0 ? [da, db, dc] : db >= 0 ? [db, dc, da] : [dc, da, db]
      const part = whole * (d / (d - e)) * (d / (d - f))
      area += part
      volume += (part * d) / 3
    } else {
      const [d, e, f] = da < 0 ? [da, db, dc] : db < 0 ? [db, dc, da] : [dc, da, db]
      const dry = whole * (d / (d - e)) * (d / (d - f))
      area += whole - dry
      volume += (whole * (da + db + dc)) / 3 - (dry * d) / 3
    }
  }
  return { volumeMm3: volume, areaMm2: area, maxDepthMm: deepest }
}

/** Cubic millimetres to millilitres: the one place where the two meet. */
export const mlFromMm3 = (volumeMm3: number): number => volumeMm3 / 1000

/** Lowest and highest ground of a surface, mm, over the points its triangles use. */
export function heightRange(surface: Surface): [lowest: number, highest: number] {
  let lowest = Infinity
  let highest = -Infinity
  for (const point of surface.triangles) {
    const z = surface.xyz[3 * point + 2]
    if (z < lowest) lowest = z
    if (z > highest) highest = z
  }
  return [lowest, highest]
}
