import { countDrops, THINNED_IN_ML } from '../physics/stuff/mixing/drops'
import { plain } from '../words/sentences'

/**
 * How a dose is counted into a cup: whole drops where that is near enough, else what is over as so
 * much of a thinned tint.
 *
 * @example dropsTold(3.1) // "3 drops"
 * @example dropsTold(0.3) // "3 ml of 1 drop in 10 ml of A,"
 * @example dropsTold(2.4) // "2 drops and 4 ml of 1 drop in 10 ml of A,"
 */
export function dropsTold(exact: number): string {
  const { whole, thinnedMl } = countDrops(exact)
  const drops = whole === 1 ? '1 drop' : `${whole} drops`
  if (thinnedMl === 0) return drops
  const thinned = `${plain(thinnedMl)} ml of 1 drop in ${THINNED_IN_ML} ml of A,`
  return whole === 0 ? thinned : `${drops} and ${thinned}`
}
