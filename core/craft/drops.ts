import { countDrops, THINNED_IN_ML } from '../physics/stuff/mixing/drops'
import { quantity, say, type Sentence } from '../words/sentence'

/** How a tint is thinned to count parts of a drop: said once where one is asked for. */
export const THINNED = say`Thinned: 1 drop stirred into ${quantity(THINNED_IN_ML, 'ml')} of part A, and so much of that in place of as much A.`

/** Whether a dose is counted with thinned tint. @example isThinned(0.3, 'cup by cup') // true */
export const isThinned = (exact: number, how: 'cup by cup' | 'all at once'): boolean =>
  counted(exact, how).thinnedMl > 0

/**
 * How a dose is counted: whole drops where they are near enough, else what is over as so much of a
 * thinned tint. Where all is tinted at once no seam shows, and whole drops do unless there is none.
 *
 * @example written(dropsTold('blue-green', 3.1, 'cup by cup')) // "3 drops blue-green"
 * @example written(dropsTold('blue-green', 0.3, 'cup by cup')) // "3 ml thinned blue-green"
 * @example written(dropsTold('blue-green', 2.4, 'cup by cup')) // "2 drops and 4 ml thinned blue-green"
 * @example written(dropsTold('blue-green', 2.4, 'all at once')) // "2 drops blue-green"
 */
export function dropsTold(
  name: string,
  exact: number,
  how: 'cup by cup' | 'all at once'
): Sentence {
  const { whole, thinnedMl } = counted(exact, how)
  const drops = whole === 1 ? '1 drop' : `${whole} drops`
  if (thinnedMl === 0) return `${drops} ${name}`
  const thinned = say`${quantity(thinnedMl, 'ml')} thinned ${name}`
  return whole === 0 ? thinned : say`${drops} and ${thinned}`
}

/**
 * Drops out of the bottle for a dose, as it is counted: whole ones, and parts of one that is thinned.
 * @example dropsUsed(2.4, 'cup by cup') // 2.4
 * @example dropsUsed(5.2, 'cup by cup') // 5
 */
export function dropsUsed(exact: number, how: 'cup by cup' | 'all at once'): number {
  const { whole, thinnedMl } = counted(exact, how)
  return whole + thinnedMl / THINNED_IN_ML
}

function counted(exact: number, how: 'cup by cup' | 'all at once') {
  const whole = Math.round(exact)
  return how === 'all at once' && whole > 0 ? { whole, thinnedMl: 0 } : countDrops(exact)
}
