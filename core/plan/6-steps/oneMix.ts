import type { AmountsPlan } from '../4-amounts/amountsStage'
import type { CuresPlan } from '../5-cures/curesStage'
import type { Step, StepLink, Untied } from './types'

/**
 * Whether steps can be put in time at all: each after what it follows, none later than a window
 * that cannot be missed. Earliest times by relaxation (Bellman 1958; Ford 1956); what still moves
 * after as many rounds as there are steps goes round for ever.
 *
 * @example canBe([{ id: 'a', handsMin: 5 }], []) // true
 */
export function canBe(
  steps: readonly Pick<Step, 'id' | 'handsMin'>[],
  links: readonly StepLink[]
): boolean {
  const at = new Map(steps.map((s) => [s.id, { min: 0, hands: s.handsMin }]))
  for (let round = 0; round <= steps.length; round++) {
    let moved = false
    for (const { from, to, minMin, maxMin, hard } of links) {
      const [a, b] = [at.get(from), at.get(to)]
      if (!a || !b) continue
      const ends = a.min + a.hands
      if (b.min < ends + minMin) {
        b.min = ends + minMin
        moved = true
      }
      if (hard && maxMin !== undefined && b.min > ends + maxMin) {
        a.min = b.min - maxMin - a.hands
        moved = true
      }
    }
    if (!moved) return true
  }
  return false
}

/**
 * What comes out of one mix is used one after the other while it can be worked. What cannot be so,
 * since one of them waits for the other, stays as it is and is named.
 */
export function oneMix(
  steps: readonly Step[],
  links: StepLink[],
  { mixes }: Pick<AmountsPlan, 'mixes'>,
  { mixMin }: Pick<CuresPlan, 'mixMin'>
): Untied[] {
  const untied: Untied[] = []
  for (const mix of mixes) {
    const host = stepOf(steps, mix.id)
    if (!host) continue
    // the minutes run from the first stir, which is in the hands of the first step
    const maxMin = Math.max(1, Math.floor((mixMin[mix.id] ?? 0) - host.handsMin))
    let before = host
    for (const id of mix.serves) {
      const step = stepOf(steps, id)
      if (!step) continue
      const tie: StepLink[] = [
        {
          ...{ from: host.id, to: step.id, minMin: 0, maxMin, hard: true, becomes: null },
          why: 'both come out of one mix'
        },
        { from: before.id, to: step.id, minMin: 0, becomes: null, why: 'one after the other' }
      ]
      if (canBe(steps, [...links, ...tie])) {
        links.push(...(before === host ? tie.slice(0, 1) : tie))
        before = step
      } else untied.push({ mix: mix.id, of: id, before: host.id, step: step.id })
    }
  }
  return untied
}

/** The one step that a mix is for; undefined: there is none, or it is done in several turns. */
function stepOf(steps: readonly Step[], mix: string): Step | undefined {
  const found = steps.filter((s) => s.id === mix || s.of === mix)
  return found.length === 1 ? found[0] : undefined
}
