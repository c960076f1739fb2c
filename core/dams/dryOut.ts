import type { Room } from '../build/types'

/** Heat passed from still room air to a wet face, W/m²K: the convective part of it. Typical, from memory. */
const STILL_AIR_WM2K = 3
const AIR_J_M3K = 1200
/** Molar mass of water over the gas constant, g·K/J: turns a vapour pressure into a concentration. */
const WATER_G_K_J = 18.015 / 8.314462618
/** Left on a blotted bed, mm. Common practice, no source. */
const FILM_MM = 0.25
/** Share of its volume that an unsealed shell drinks. Typical of plaster, from memory. */
const DRINKS = 0.4
/** Each coat of seal keeps this share of the water out. Common practice, no source. */
const COAT_KEEPS = 0.75

/** Saturation pressure of water vapour, Pa. @source Buck 1981, written from memory @example saturationPa(20) // 2339 */
export const saturationPa = (tempC: number): number => 611.21 * Math.exp((18.678 - tempC / 234.5) * (tempC / (257.14 + tempC)))

/**
 * Water that evaporates from a wet face in still air, g/m²h: Dalton's law with Lewis's relation between the passage of
 * heat and of vapour.
 *
 * @source Dalton 1802; Lewis 1922; written from memory
 * @example evaporation({ tempC: 20, rhPct: 50 }) // 77.8
 */
export const evaporation = ({ tempC, rhPct }: Room): number =>
  (STILL_AIR_WM2K / AIR_J_M3K) * saturationPa(tempC) * (1 - Math.min(99, rhPct) / 100) * (WATER_G_K_J / (tempC + 273.15)) * 3600

/**
 * Time until a bed is dry after a leak test: the film that blotting leaves, and what the shell drank through its seal.
 *
 * @param shellMm    thickness of the shell
 * @param sealCoats  coats of seal over it
 * @returns          min; twice that of evaporation alone, for corners and the pull of the pores
 */
export function dryOutMin(room: Room, shellMm: number, sealCoats: number): number {
  const drunkMm = shellMm * DRINKS * (1 - COAT_KEEPS) ** sealCoats
  return (2 * (FILM_MM + drunkMm) * 1000 * 60) / evaporation(room)
}
