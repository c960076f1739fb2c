import { lastAnswers } from '../../solve/lastAnswers'
import { halved } from '../../solve/halving'
import { simulateCure, type GroundLayer } from './cureRun'
import { peakOf } from './pourHeat'
import type { CureKinetics } from './kinetics'

/** Heat that a light-cured resin sets free, J/g. Typical of acrylates, from memory. */
const LIGHT_HEAT_JG = 250

/**
 * A resin that cures by first order over its seconds of light, whatever its temperature: 95 %
 * within them.
 */
const underLight = (seconds: number, densityGCm3: number): CureKinetics => ({
  a1PerS: 3 / Math.max(1, seconds),
  e1JMol: 0,
  a2PerS: 0,
  e2JMol: 0,
  m: 1,
  n: 1,
  heatJG: LIGHT_HEAT_JG,
  cJGK: 1.8,
  kWMK: 0.2,
  densityGCm3,
  gelAlpha: 0.6
})

const known = lastAnswers<number>(200)

/**
 * The thickest coat that its bed bears under the lamp, mm, no thicker than asked for.
 *
 * @param bearsC     warmest the layer of the bed that softens may get, °C; null: it bears any
 * @param softLayer  which layer of the ground that is, from the resin downwards
 */
export function coolCoat(
  wantedMm: number,
  seconds: number,
  densityGCm3: number,
  ground: readonly GroundLayer[],
  roomC: number,
  bearsC: number | null,
  softLayer: number | null = 0
): number {
  if (bearsC === null) return wantedMm
  const key = JSON.stringify([
    wantedMm.toFixed(2),
    seconds,
    densityGCm3,
    ground,
    roomC,
    bearsC,
    softLayer
  ])
  const there = known.get(key)
  if (there !== undefined) return there
  const fine = (mm: number) =>
    lightHeat(mm, seconds, densityGCm3, ground, roomC, softLayer).groundPeakC <= bearsC
  const found = fine(wantedMm) ? wantedMm : halved(0.1, wantedMm, fine, { steps: 6 })[0]
  known.set(key, found)
  return found
}

/**
 * Hottest point of a coat, and of the layer under it that softens, while the lamp cures it, °C: the
 * same heat equation as a poured resin's.
 */
export function lightHeat(
  coatMm: number,
  seconds: number,
  densityGCm3: number,
  ground: readonly GroundLayer[],
  roomC: number,
  softLayer: number | null = 0
): { peakC: number; groundPeakC: number } {
  const { peakC, groundPeakC, layerPeaksC } = simulateCure({
    resin: underLight(seconds, densityGCm3),
    pours: [{ thicknessMm: coatMm, atMin: 0 }],
    ground,
    roomC,
    untilMin: 60
  })
  return { peakC, groundPeakC: peakOf({ layerPeaksC, groundPeakC }, softLayer) }
}
