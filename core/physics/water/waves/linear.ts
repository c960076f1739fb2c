import { requirePositive } from '../hydraulics/channel'
import { GRAVITY } from '../../gravity'

/** Wavelength over deep water, gT²/2π, m. @source Airy 1845 @example deepLength(8) // 99.9 */
export const deepLength = (periodS: number): number => (GRAVITY * periodS ** 2) / (2 * Math.PI)

/**
 * Wavelength over a depth: L = gT²/2π · tanh(2πd/L), solved by Newton's steps on kd.
 *
 * @param periodS  s
 * @param depthM   m, above 0
 * @returns        m
 * @source Airy 1845; tables in the Shore Protection Manual (1984), appendix C
 * @example wavelength(8, 5) // 53.1
 */
export function wavelength(periodS: number, depthM: number): number {
  requirePositive({ periodS, depthM })
  const deep = (2 * Math.PI * depthM) / deepLength(periodS)
  let kd = deep > 1 ? deep : Math.sqrt(deep)
  for (let i = 0; i < 30; i++) {
    const tanh = Math.tanh(kd)
    const step = (kd * tanh - deep) / (tanh + kd * (1 - tanh * tanh))
    kd -= step
    if (Math.abs(step) < 1e-13 * kd) break
  }
  return (2 * Math.PI * depthM) / kd
}

/** Speed of a crest, m/s. @example crestSpeed(8, 5) // 6.64 */
export const crestSpeed = (periodS: number, depthM: number): number =>
  wavelength(periodS, depthM) / periodS

/** Ratio of group to crest speed, ½(1 + 2kd/sinh 2kd). */
function groupShare(periodS: number, depthM: number): number {
  const twoKd = (4 * Math.PI * depthM) / wavelength(periodS, depthM)
  return twoKd > 50 ? 0.5 : 0.5 * (1 + twoKd / Math.sinh(twoKd))
}

/**
 * Shoaling: how much higher a wave stands over a depth than over deep water, √(c₀/2c_g).
 *
 * @source Green 1838; Shore Protection Manual (1984), appendix C column H/H₀′
 * @example shoaling(8, 5) // 1.02
 */
export const shoaling = (periodS: number, depthM: number): number =>
  Math.sqrt(
    deepLength(periodS) / periodS / (2 * groupShare(periodS, depthM) * crestSpeed(periodS, depthM))
  )

/** Steepest wave over deep water, height over length. @source Miche 1944 */
export const STEEPEST_DEEP = 0.142
/** Steepest wave that stands over a depth, H/L = 0.142 tanh kd. @example steepest(8, 1e4) // 0.142 */
export const steepest = (periodS: number, depthM: number): number =>
  STEEPEST_DEEP * Math.tanh((2 * Math.PI * depthM) / wavelength(periodS, depthM))

/**
 * Shortest wave that gravity and surface tension let travel slowest, 2π√(γ/ρg), m: finer ripples
 * are skin, not waves.
 */
export const SHORTEST_WAVE_M = 2 * Math.PI * Math.sqrt(0.0728 / (998 * GRAVITY))
