/** The air of a room. */
export interface Room {
  tempC: number
  rhPct: number
  /** A fan moves the air over what dries. */
  fan?: boolean
  /** A warm lamp or a dryer on low warms what dries. */
  lamp?: boolean
}

/** Heat passed from still room air to a wet face, W/m²K: the convective part of it. Typical, from memory. */
export const STILL_AIR_WM2K = 3
/** A fan across a bench, m/s, and how far its air runs over what dries, m. Typical, from memory. */
const FAN = { ms: 1, overM: 0.1 }
/** What a lamp or a dryer on low warms a wet face by, K. Common practice, no source. */
const LAMP_K = 10
/** Air at 20 to 30 °C: W/mK, m²/s and Prandtl's number. */
const AIR = { kWMK: 0.0257, nuM2S: 1.51e-5, pr: 0.71 }
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
 * Heat passed to a flat face by air that runs along it, W/m²K.
 *
 * @param ms     speed of the air, m/s
 * @param overM  length it runs over, m
 * @source Pohlhausen 1921: mean Nu = 0.664 Re^½ Pr^⅓, laminar; written from memory
 * @example forcedWM2K(1, 0.1) // 12.4
 */
export const forcedWM2K = (ms: number, overM: number): number =>
  (0.664 * Math.sqrt((ms * overM) / AIR.nuM2S) * Math.cbrt(AIR.pr) * AIR.kWMK) / overM

/** The air as what dries feels it. */
export interface AirOver {
  tempC: number
  rhPct: number
  passesWM2K: number
}

/**
 * The air over what dries: a fan passes more of it, a lamp warms it and what dries, with as much
 * vapour in it as before.
 *
 * @example airOver({ tempC: 20, rhPct: 50, lamp: true }).rhPct // 27.5
 */
export function airOver({ tempC, rhPct, fan, lamp }: Room): AirOver {
  const passesWM2K = fan ? forcedWM2K(FAN.ms, FAN.overM) : STILL_AIR_WM2K
  if (!lamp) return { tempC, rhPct, passesWM2K }
  const warm = tempC + LAMP_K
  return { tempC: warm, rhPct: (rhPct * saturationPa(tempC)) / saturationPa(warm), passesWM2K }
}

/**
 * Speed at which a wet face loses water, per unit of the difference in activity between face and
 * air, m/s of liquid: Dalton's law with Lewis's relation between the passage of heat and of vapour.
 *
 * @param passesWM2K  heat that the air passes to the face; left out: still air
 * @source Dalton 1802; Lewis 1922; written from memory
 * @example thirst(20) * 0.5 // 2.2e-8: 0.08 mm an hour at 50 %
 */
export const thirst = (tempC: number, passesWM2K = STILL_AIR_WM2K): number =>
  ((passesWM2K / AIR_J_M3K) * saturationPa(tempC) * (WATER_G_K_J / (tempC + 273.15))) / WATER_G_M3

/**
 * Water that evaporates from a wet face, g/m²h; in air past 99 % as in 99 %.
 *
 * @example evaporation({ tempC: 20, rhPct: 50 }) // 77.8
 */
export function evaporation(room: Room): number {
  const { tempC, rhPct, passesWM2K } = airOver(room)
  return thirst(tempC, passesWM2K) * (1 - Math.min(99, rhPct) / 100) * WATER_G_M3 * 3600
}

/**
 * Drying against a still room of 20 °C and 50 %: as the air's thirst for water, p_sat(T)·(1 − RH). A
 * fan helps as the root of what it passes more, for half of the wait is inside. Never more than fifty times slower: past
 * that nothing dries, and a finding says so.
 *
 * @source Dalton's law of evaporation; saturation pressure by Buck 1981, written from memory
 * @example dryFactor({ tempC: 20, rhPct: 75 }) // 2
 */
export function dryFactor(room: Room): number {
  const wants = (of: Room) => {
    const { tempC, rhPct, passesWM2K } = airOver(of)
    return saturationPa(tempC) * (1 - rhPct / 100) * Math.sqrt(passesWM2K / STILL_AIR_WM2K)
  }
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
