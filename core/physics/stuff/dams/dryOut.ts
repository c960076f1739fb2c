import type { Room } from '../drying/air'
import { evaporation } from '../drying/air'

/** Left on a blotted bed, mm. Common practice, no source. */
const FILM_MM = 0.25
/** Share of its volume that an unsealed shell drinks. Typical of plaster, from memory. */
const DRINKS = 0.4
/** Each coat of seal keeps this share of the water out. Common practice, no source. */
const COAT_KEEPS = 0.75

/**
 * Time until a bed is dry after a leak test: the film that blotting leaves, and what the shell
 * drank through its seal.
 *
 * @param shellMm    thickness of the shell
 * @param sealCoats  coats of seal over it
 * @returns          min; twice that of evaporation alone, for corners and the pull of the pores
 */
export function dryOutMin(room: Room, shellMm: number, sealCoats: number): number {
  const drunkMm = shellMm * DRINKS * (1 - COAT_KEEPS) ** sealCoats
  return (2 * (FILM_MM + drunkMm) * 1000 * 60) / evaporation(room)
}
