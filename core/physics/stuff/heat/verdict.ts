/** From here on a curing resin smokes, foams and cracks, °C. Typical, from memory. */
export const BOILS_C = 150
/** From here on it yellows and shrinks hard from its edges, °C. Typical, from memory. */
export const HOT_C = 80

export type HeatVerdict = 'calm' | 'hot' | 'this boils'

/**
 * What a peak means, in one word: calm only where the upper end of its range is.
 * @example verdictOf(180) // "this boils"
 * @example verdictOf(60, 95) // "hot"
 */
export function verdictOf(peakC: number, highestC = peakC): HeatVerdict {
  if (peakC >= BOILS_C) return 'this boils'
  return highestC >= HOT_C ? 'hot' : 'calm'
}
