/** What part of a drop is stirred into, to be measured as so much of it, ml. Common practice, no source. */
export const THINNED_IN_ML = 10
/** A dose this far off by whole drops is seen as a seam. Common practice, no source. */
const NEAR_ENOUGH = 0.1

/**
 * Whole drops for a dose, and what they miss it by as millilitres of a tint thinned 1 drop in 10 ml
 * of part A; none where whole drops come within a tenth.
 *
 * @param exact  drops that the dose asks for, 0 or more
 * @example countDrops(5.2) // { whole: 5, thinnedMl: 0 }
 * @example countDrops(1.4) // { whole: 1, thinnedMl: 4 }
 */
export function countDrops(exact: number): { whole: number; thinnedMl: number } {
  const whole = Math.round(exact)
  if (exact <= 0 || Math.abs(whole - exact) <= NEAR_ENOUGH * exact) return { whole, thinnedMl: 0 }
  const least = Math.floor(exact)
  return { whole: least, thinnedMl: Math.round(10 * THINNED_IN_ML * (exact - least)) / 10 }
}
