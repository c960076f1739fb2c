import { lastAnswers } from '../../solve/lastAnswers'
import { peakRange, simulateCure, type CureInput, type GroundLayer } from './cureRun'
import type { CureKinetics } from './kinetics'
import { peakOf } from './pourHeat'

/**
 * Heat that a light-cured resin sets free as it is cured on a bench, J/g. Typical of urethane
 * acrylates cured by half, from memory; chosen so that coats of 2 to 4 mm come out as people lay them.
 */
const LIGHT_HEAT_JG = 160

/**
 * A resin that cures by first order over the minutes in which it is lit, whatever its temperature:
 * 95 % within them.
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

/** Warmest that a coat and the layer under it that softens get under the lamp, °C. */
export interface LightHeat {
  peakLoC: number
  peakC: number
  peakHiC: number
  groundPeakC: number
  groundPeakHiC: number
}

const known = lastAnswers<LightHeat>(400)

/**
 * Warmest that a coat and what is under it get while the lamp cures it: the same heat equation as a
 * poured resin's.
 *
 * @param seconds    over which the light is given, the pauses between bursts with it
 * @param softLayer  which layer of the ground softens, from the resin downwards
 * @returns          °C; the range is that of the heat, a fifth more or less, and of the air
 */
export function lightHeat(
  coatMm: number,
  seconds: number,
  densityGCm3: number,
  ground: readonly GroundLayer[],
  roomC: number,
  softLayer: number | null = 0
): LightHeat {
  const key = JSON.stringify([coatMm.toFixed(2), seconds, densityGCm3, ground, roomC, softLayer])
  const there = known.get(key)
  if (there) return there
  const input: CureInput = {
    resin: underLight(seconds, densityGCm3),
    pours: [{ thicknessMm: coatMm, atMin: 0 }],
    ground,
    roomC,
    untilMin: 60
  }
  const { peakC, groundPeakC, layerPeaksC } = simulateCure(input)
  const groundOf = (answer: Parameters<typeof peakOf>[0]) => peakOf(answer, softLayer)
  const { peakLoC, peakHiC, groundPeakHiC } = peakRange(input, undefined, groundOf)
  const found = {
    peakLoC,
    peakC,
    peakHiC,
    groundPeakC: groundOf({ layerPeaksC, groundPeakC }),
    groundPeakHiC
  }
  known.set(key, found)
  return found
}

/** Minutes that people spread a coat's light over, in short bursts. Common practice, no source. */
const SPREAD_MIN = [2, 3, 5, 8, 12, 20]

/**
 * Minutes over which a coat's light must be spread, in bursts with pauses, for its bed and itself to
 * bear it; null: not within the longest that anybody takes.
 *
 * @param leastMin  what the light takes without pauses
 * @param bears     whether so much heat is borne
 */
export function spreadFor(
  leastMin: number,
  heatOver: (seconds: number) => LightHeat,
  bears: (heat: LightHeat) => boolean
): number | null {
  const tries = [leastMin, ...SPREAD_MIN.filter((m) => m > leastMin)]
  return tries.find((m) => bears(heatOver(60 * m))) ?? null
}
