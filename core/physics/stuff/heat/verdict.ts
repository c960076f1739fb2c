/** From here on a curing resin smokes, foams and cracks, °C. Typical, from memory. */
export const BOILS_C = 150
/** From here on it yellows and shrinks hard from its edges, °C. Typical, from memory. */
export const HOT_C = 80

export type HeatVerdict = 'calm' | 'hot' | 'this boils'

/** What a peak means, in one word. @example verdictOf(180) // "this boils" */
export const verdictOf = (peakC: number): HeatVerdict =>
  peakC >= BOILS_C ? 'this boils' : peakC >= HOT_C ? 'hot' : 'calm'
