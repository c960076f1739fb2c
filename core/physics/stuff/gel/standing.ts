import { GRAVITY } from '../../gravity'
import { degrees, radians } from '../../shape/angles'
const weight = (densityGCm3: number) => densityGCm3 * 1000 * GRAVITY

/**
 * Thickest coat that stays on a slope: its own weight along the slope against its yield stress.
 *
 * @param slopeDeg  from the level, above 0, to 90 upright
 * @returns         mm
 * @source h = τ_y / (ρ g sin θ), a Bingham film on an incline; written from memory
 * @example sagLimit(50, 1.05, 90) // 4.854
 */
export const sagLimit = (yieldPa: number, densityGCm3: number, slopeDeg: number): number =>
  (1000 * yieldPa) / (weight(densityGCm3) * Math.sin(radians(slopeDeg)))

/**
 * How far the whole model must be tilted back so that a coat stays where it is.
 *
 * @returns degrees; 0: it stays as it is
 * @example tiltFor(50, 1.05, 90, 8) // 52.6: the face leans back to 37.4°
 */
export function tiltFor(
  yieldPa: number,
  densityGCm3: number,
  slopeDeg: number,
  wetMm: number
): number {
  const steepest = degrees(Math.asin(Math.min(1, (1000 * yieldPa) / (weight(densityGCm3) * wetMm))))
  return Math.max(0, slopeDeg - steepest)
}

export interface Slump {
  /** How far a heap sinks, mm. */
  slumpMm: number
  /** How high it stands when it has, mm. */
  standsMm: number
  /** The highest heap of it that does not sink at all, mm. */
  highestMm: number
}

/**
 * Slump of an upright heap of paste under its own weight.
 *
 * @source Pashias, Boger, Summers & Glenister 1996: s/H = 1 − 2t(1 − ln 2t), t = τ_y/ρgH; none from
 *   t = ½; written from memory
 * @example slumpOf(98.1, 1, 100).slumpMm // 47.8: t = 0.1
 */
export function slumpOf(yieldPa: number, densityGCm3: number, heightMm: number): Slump {
  const t = yieldPa / ((weight(densityGCm3) * heightMm) / 1000)
  const share = t >= 0.5 ? 0 : t === 0 ? 1 : 1 - 2 * t * (1 - Math.log(2 * t))
  return {
    slumpMm: share * heightMm,
    standsMm: heightMm * (1 - share),
    highestMm: (2000 * yieldPa) / weight(densityGCm3)
  }
}
