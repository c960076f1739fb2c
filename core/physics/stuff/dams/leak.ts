import { GRAVITY } from '../../gravity'
/** Water at 20 °C, Pa·s and g/cm³; any handbook. */
export const WATER = { viscosityPaS: 0.001, densityGCm3: 0.998 }
/** Fresh epoxy at 20 °C, Pa·s. Typical, from memory. */
export const RESIN_PA_S = 0.6
/** Shell and bead that a hole runs through, mm. Common practice, no source. */
export const HOLE_LENGTH_MM = 5

export interface LeakInput {
  holeMm: number
  lengthMm: number
  headMm: number
  viscosityPaS: number
  densityGCm3: number
}

/**
 * Flow through a hole: Q = π d⁴ Δp / (128 η L) with Δp = ρ g · head.
 *
 * @param input  hole's diameter and length and the head over it, mm; viscosity Pa·s; density g/cm³
 * @returns      ml/h
 * @source Hagen–Poiseuille; any text on fluid mechanics
 * @example leak({ holeMm: 0.3, lengthMm: 5, headMm: 10, viscosityPaS: 0.001, densityGCm3: 1
 *   }).mlPerH // 14.04
 */
export function leak(input: LeakInput): { mlPerH: number } {
  const pressure = input.densityGCm3 * 1000 * GRAVITY * (input.headMm / 1000)
  const flow =
    (Math.PI * (input.holeMm / 1000) ** 4 * pressure) /
    (128 * input.viscosityPaS * (input.lengthMm / 1000))
  return { mlPerH: flow * 1e6 * 3600 }
}

/** Diameter of the hole that lets so much water out, mm: `leak` the other way round. */
export const holeFor = (mlPerH: number, headMm: number): number =>
  (mlPerH / leak({ holeMm: 1, lengthMm: HOLE_LENGTH_MM, headMm, ...WATER }).mlPerH) ** 0.25
