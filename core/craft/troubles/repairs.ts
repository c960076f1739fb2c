import type { StepTemplate, Way } from '../ways/types'
import type { Trouble } from './types'

/** All that is made of a water, whichever way: a repair comes after it. */
const AFTER_OWN = ['own/*']

/**
 * A trouble's steps as a way of working; the first follows all that is made of its water, the last
 * is called “mended”.
 */
export function repairWay(trouble: Trouble): Way {
  const last = trouble.steps.length - 1
  const steps = trouble.steps.map((step, i): StepTemplate => ({
    ...step,
    id: i === last ? 'mended' : step.id,
    after: i === 0 ? AFTER_OWN : [trouble.steps[i - 1].id]
  }))
  return {
    id: `repair-${trouble.id}`,
    for: 'finish',
    name: trouble.name,
    note: trouble.looks,
    lays: [],
    steps,
    uses: trouble.uses
  }
}
