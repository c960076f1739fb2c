import { AS_SAID } from '../learned/history'
import type { Build, OwnStep } from '../../build/types'
import { reaches } from './stacked'
import type { Step, StepLink } from './types'

/** Where a step of one's own without a place stands among those of the trade: after all water. */
const LATE = 19

/** The last and the first turn of a step or lay: "pool1/pour" is pour 3 of 3, or pour 1. */
const turnsOf = (steps: readonly Step[], id: string): Step[] =>
  steps.filter((s) => s.id === id || s.of === id)

/**
 * Puts the builder's own steps among the others, each after and before what it was put between.
 *
 * @returns  ids of those that cannot be: what they come before is needed by what they come after
 */
export function ownSteps(build: Build, steps: Step[], links: StepLink[]): string[] {
  const misplaced: string[] = []
  for (const own of build.own) {
    const below = own.after === null ? undefined : turnsOf(steps, own.after).at(-1)
    const above = own.before === null ? undefined : turnsOf(steps, own.before)[0]
    const step = stepOf(own, above?.order ?? below?.order ?? LATE)
    steps.push(step)
    if (below && above && reaches(links, above.id, below.id)) {
      misplaced.push(own.id)
      continue
    }
    if (below)
      links.push({
        from: below.id,
        to: step.id,
        minMin: below.becomes === 'wet' ? 0 : below.waitMin,
        becomes: below.becomes
      })
    if (above)
      links.push({ from: step.id, to: above.id, minMin: own.waitMin, becomes: step.becomes })
  }
  return misplaced
}

function stepOf(own: OwnStep, order: number): Step {
  const id = `own/${own.id}`
  return {
    id,
    of: id,
    lay: null,
    apart: false,
    water: own.water,
    order,
    title: own.name,
    how: '',
    right: '',
    handsMin: own.handsMin,
    breakable: false,
    waitMin: own.waitMin,
    becomes: own.waitMin > 0 ? 'firm' : null,
    cautions: [],
    tools: [],
    forbids: '',
    risk: '',
    learns: null,
    foretoldMin: own.waitMin,
    spread: AS_SAID
  }
}
