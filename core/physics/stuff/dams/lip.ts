import { GRAVITY } from '../../gravity'
import { radians } from '../../shape/angles'

/**
 * How far a liquid climbs a wall: the meniscus on a plane, h = ℓ√(2(1 − sin θ)), ℓ = √(γ/ρg).
 *
 * @param surfaceTensionNM  N/m
 * @param densityGCm3       g/cm³
 * @param contactDeg        contact angle, 0 (wets) to 90 (stays level)
 * @returns                 rise and capillary length, mm
 * @source de Gennes, Brochard-Wyart & Quéré, Capillarity and Wetting Phenomena (2004), ch. 2;
 *   written from memory
 * @example lip(0.036, 1.1, 0) // { riseMm: 2.583, capillaryMm: 1.827 }
 */
export function lip(
  surfaceTensionNM: number,
  densityGCm3: number,
  contactDeg: number
): { riseMm: number; capillaryMm: number } {
  const capillaryMm = Math.sqrt(surfaceTensionNM / (densityGCm3 * 1000 * GRAVITY)) * 1000
  return {
    riseMm: capillaryMm * Math.sqrt(2 * Math.max(0, 1 - Math.sin(radians(contactDeg)))),
    capillaryMm
  }
}
