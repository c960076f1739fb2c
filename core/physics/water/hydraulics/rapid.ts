import { criticalDepth, froude, manningSpeed, normalDepth, requirePositive } from './channel'
import { GRAVITY } from '../../gravity'
import { degrees } from '../../shape/angles'

export interface RapidInput {
  scale: number
  /** Fall per length of the bed. */
  slope: number
  /** Left out: wide, the hydraulic radius is the depth. */
  widthM?: number
  depthM?: number
  unitDischargeM2S?: number
  manning: number
}

/** Steady water on a slope, full size; what is seen of it, on the model. */
export interface Rapid {
  depthM: number
  speedMS: number
  unitDischargeM2S: number
  criticalDepthM: number
  froude: number
  /** From crest to crest of the waves that stand in it, mm on the model. */
  standingWaveMm: number
  /** How high it piles up against a rock, mm on the model. */
  pillowMm: number
  /** Half-angle of the vee behind a rock, degrees; null in quiet water, which makes none. */
  veeDeg: number | null
}

/**
 * Length of waves that stand in a stream: those that travel upstream as fast as it carries them
 * down, λ = 2πU²/g.
 *
 * @param speed  m/s
 * @returns      m
 * @source Kennedy 1963 on standing waves and antidunes; deep-water dispersion; written from memory
 * @example standingWave(3) // 5.764
 */
export const standingWave = (speed: number): number => (2 * Math.PI * speed ** 2) / GRAVITY
/**
 * Height of the pillow on a rock that stops the stream, U²/2g, m.
 * @source Bernoulli
 * @example pillow(3) // 0.459
 */
export const pillow = (speed: number): number => speed ** 2 / (2 * GRAVITY)
/**
 * Half-angle of the vee behind a rock, sin β = 1/Fr, degrees; null when Fr is not above 1.
 * @source Mach's angle for shallow water; Chow (1959), ch. 17
 * @example veeAngle(2) // 30
 */
export const veeAngle = (fr: number): number | null => (fr > 1 ? degrees(Math.asin(1 / fr)) : null)

/** What a depth and a speed look like at a scale. */
export const seenOf = (
  scale: number,
  depthM: number,
  speedMS: number
): Pick<Rapid, 'froude' | 'standingWaveMm' | 'pillowMm' | 'veeDeg'> => {
  const fr = froude(speedMS, depthM)
  return {
    froude: fr,
    standingWaveMm: (standingWave(speedMS) / scale) * 1000,
    pillowMm: (pillow(speedMS) / scale) * 1000,
    veeDeg: veeAngle(fr)
  }
}

/**
 * A rapid of even slope: depth from discharge, or discharge from depth, by Manning.
 *
 * @throws RangeError when neither or both of depth and discharge are given
 * @example rapid({ scale: 35, slope: 0.03, unitDischargeM2S: 1.5, manning: 0.04 }).froude // 1.24
 */
export function rapid(input: RapidInput): Rapid {
  const { scale, slope, manning, widthM = Infinity } = input
  requirePositive({ scale, slope, manning })
  if ((input.depthM === undefined) === (input.unitDischargeM2S === undefined))
    throw new RangeError('depthM: give either depthM or unitDischargeM2S')
  const depthM = input.depthM ?? normalDepth(input.unitDischargeM2S!, slope, manning, widthM)
  const speedMS = manningSpeed(depthM, slope, manning, widthM)
  return {
    depthM,
    speedMS,
    unitDischargeM2S: depthM * speedMS,
    criticalDepthM: criticalDepth(depthM * speedMS),
    ...seenOf(scale, depthM, speedMS)
  }
}
