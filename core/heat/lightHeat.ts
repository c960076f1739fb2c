import { simulateCure, type GroundLayer } from './cureRun'
import type { CureKinetics } from './kinetics'

/** Heat that a light-cured resin sets free, J/g. Typical of acrylates, from memory. */
const LIGHT_HEAT_JG = 250

/** A resin that cures by first order over its seconds of light, whatever its temperature: 95 % within them. */
const underLight = (seconds: number, densityGCm3: number): CureKinetics => ({
  a1PerS: 3 / Math.max(1, seconds), e1JMol: 0, a2PerS: 0, e2JMol: 0, m: 1, n: 1, heatJG: LIGHT_HEAT_JG, cJGK: 1.8, kWMK: 0.2, densityGCm3, gelAlpha: 0.6
})

/** Hottest point of a coat and of its foot while the lamp cures it, °C: the same heat equation as a poured resin's. */
export function lightHeat(coatMm: number, seconds: number, densityGCm3: number, ground: readonly GroundLayer[], roomC: number): { peakC: number; groundPeakC: number } {
  const { peakC, groundPeakC } = simulateCure({ resin: underLight(seconds, densityGCm3), pours: [{ thicknessMm: coatMm, atMin: 0 }], ground, roomC, untilMin: 60 })
  return { peakC, groundPeakC }
}
