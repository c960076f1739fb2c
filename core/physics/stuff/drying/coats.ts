import { dryFilm, type Drying, type DryingGel } from './film'

/** One way to divide a height among coats. */
export interface CoatChoice {
  coats: number
  /** Laid each time, mm. */
  wetMm: number
  /** Until the last one is clear, each waiting for the one before, h; null: never in this air. */
  totalH: number | null
}

export interface Coats extends CoatChoice {
  table: CoatChoice[]
}

/** Gel laid thicker than this at once stays white for weeks, mm. Common practice (G1), no source. */
export const THICKEST_GEL_MM = 6
/** As many coats as are compared where nobody asks for more or fewer. */
export const MOST_COATS = 8
/** A sitting fewer is worth so much more time, h. Common practice, no source. */
const SITTING_WORTH_H = 12

/**
 * Coats for a finished height of gel: it shrinks by its water, and a coat waits until the one below
 * is clear, for what is
 * laid over white stays white.
 *
 * @param finalMm   height when it has dried, mm
 * @param most      coats compared
 * @param dry       drying of one coat: handed in where it is remembered
 * @returns         the coats that finish soonest when every further sitting counts as half a day,
 *   and the table of all
 * @example coatsFor({ solidsVol: 0.4, dM2S: 2e-10 }, 3, 20, 50).coats
 */
export function coatsFor(
  gel: DryingGel,
  finalMm: number,
  roomC: number,
  rhPct: number,
  most = MOST_COATS,
  dry: (wetMm: number) => Drying = (wetMm) => dryFilm(gel, wetMm, roomC, rhPct)
): Coats {
  const table = Array.from({ length: most }, (_, i): CoatChoice => {
    const wetMm = finalMm / gel.solidsVol / (i + 1)
    const one = dry(wetMm).clearH
    return { coats: i + 1, wetMm, totalH: one === null ? null : one * (i + 1) }
  })
  const asks = (c: CoatChoice) => (c.totalH ?? Infinity) + c.coats * SITTING_WORTH_H
  const best = table.reduce((least, c) => (asks(c) < asks(least) ? c : least), table[0])
  return { ...best, table }
}
