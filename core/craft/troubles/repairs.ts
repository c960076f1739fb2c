import type { StepTemplate, Way } from '../ways/types'
import type { Trouble } from './types'

/**
 * A trouble's steps as a way of working; the first follows all that is made of its water, the last
 * is the one that mends.
 */
export function repairWay(trouble: Trouble): Way {
  const last = trouble.steps.length - 1
  const steps = trouble.steps.map((step, i): StepTemplate => ({
    ...step,
    id: i === last ? 'mended' : step.id,
    after: i === 0 ? [] : [trouble.steps[i - 1].id],
    ...(i === 0 ? { on: ['own'] as const } : {}),
    ...(i === last ? { does: 'mend' as const } : {})
  }))
  const wet = steps.find((s) => s.cautions.includes('resin'))?.id ?? 'mended'
  return {
    id: `repair-${trouble.id}`,
    for: 'finish',
    name: trouble.name,
    note: trouble.looks,
    lays: [],
    steps,
    uses: trouble.uses.map((use) => ({
      ...use,
      by: use.material === 'resin' ? [wet] : steps.map((s) => s.id)
    }))
  }
}
