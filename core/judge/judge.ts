import { defaults } from './defaults'
import { geometry } from './geometry'
import { goods } from './goods'
import { hours } from './hours'
import { order } from './order'
import { caseOf, type Case, type Contradiction } from './reading'
import { waits } from './waits'
import { words } from './words'

const RULES: readonly (readonly [Contradiction['rule'], (held: Case) => Contradiction[]])[] = [
  ['order', order],
  ['hours', hours],
  ['waits', waits],
  ['goods', goods],
  ['words', words],
  ['geometry', geometry]
]

/**
 * A second reading of a plan, which shares nothing with the first: every contradiction in it, with its
 * place. It never throws.
 *
 * @param build  a build as it stands in its file
 * @param plan   its plan as it stands in JSON
 * @param asNew  nothing was changed since the app made it: no finding may warn of what it chose
 * @returns      none where nothing is wrong
 * @example judge({}, {})[0].place // "build"
 */
export function judge(build: unknown, plan: unknown, asNew = false): Contradiction[] {
  const held = caseOf(build, plan)
  if (Array.isArray(held)) return held
  const found = RULES.flatMap(([rule, hold]) => {
    try {
      return hold(held)
    } catch (error) {
      const says = error instanceof Error ? error.message : String(error)
      return [{ rule: 'input' as const, place: rule, says: `it cannot be read: ${says}` }]
    }
  })
  return asNew ? [...found, ...defaults(held)] : found
}
