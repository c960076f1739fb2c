/** The air of a room. */
export interface Room {
  tempC: number
  rhPct: number
}

/** Heat passed from still room air to a wet face, W/m²K: the convective part of it. Typical, from memory. */
const STILL_AIR_WM2K = 3
const AIR_J_M3K = 1200
/** Molar mass of water over the gas constant, g·K/J: turns a vapour pressure into a concentration. */
const WATER_G_K_J = 18.015 / 8.314462618
const WATER_G_M3 = 1e6

/**
 * Saturation pressure of water vapour, Pa.
 * @source Buck 1981, written from memory
 * @example saturationPa(20) // 2338
 */
export const saturationPa = (tempC: number): number =>
  611.21 * Math.exp((18.678 - tempC / 234.5) * (tempC / (257.14 + tempC)))

/**
 * Speed at which a wet face in still air loses water, per unit of the difference in activity
 * between face and air, m/s of
 * liquid: Dalton's law with Lewis's relation between the passage of heat and of vapour.
 *
 * @source Dalton 1802; Lewis 1922; written from memory
 * @example thirst(20) * 0.5 // 2.2e-8: 0.08 mm an hour at 50 %
 */
export const thirst = (tempC: number): number =>
  ((STILL_AIR_WM2K / AIR_J_M3K) * saturationPa(tempC) * (WATER_G_K_J / (tempC + 273.15))) /
  WATER_G_M3

/**
 * Water that evaporates from a wet face in still air, g/m²h; in air past 99 % as in 99 %.
 *
 * @example evaporation({ tempC: 20, rhPct: 50 }) // 77.8
 */
export const evaporation = ({ tempC, rhPct }: Room): number =>
  thirst(tempC) * (1 - Math.min(99, rhPct) / 100) * WATER_G_M3 * 3600

/**
 * Drying against a room of 20 °C and 50 %: as the air's thirst for water, p_sat(T)·(1 − RH). Never
 * more than fifty times slower: past
 * that nothing dries, and a finding says so.
 *
 * @source Dalton's law of evaporation; saturation pressure by Buck 1981, written from memory
 * @example dryFactor({ tempC: 20, rhPct: 75 }) // 2
 */
export function dryFactor(room: Room): number {
  const wants = ({ tempC, rhPct }: Room) => saturationPa(tempC) * (1 - rhPct / 100)
  const usual = wants({ tempC: 20, rhPct: 50 })
  return usual / Math.max(wants(room), 0.02 * usual)
}

/** Energy of activation of a curing glue or resin, J/mol. Typical of epoxies, from memory. */
const CURE_JMOL = 50_000
const GAS_JMOLK = 8.314462618

/**
 * How much slower than at 20 °C and 50 % a thing sets in a room, by what makes it set: what cures
 * asks how warm it is, what cools or is lit asks nothing, all else dries.
 *
 * @source Arrhenius 1889; Dalton; from memory
 * @example slowedBy('cool', { tempC: 20, rhPct: 90 }) // 1
 * @example slowedBy('cure', { tempC: 10, rhPct: 90 }) // 2.064
 */
export function slowedBy(sets: 'cure' | 'cool' | undefined, room: Room): number {
  if (sets === 'cool') return 1
  if (sets === undefined) return dryFactor(room)
  return Math.exp((CURE_JMOL / GAS_JMOLK) * (1 / (room.tempC + 273.15) - 1 / 293.15))
}
