import type { After, LayTemplate, StepTemplate } from './types'

/** The lay that they make. */
export const RIPPLES: LayTemplate = {
  id: 'ripples',
  name: 'Ripples',
  kind: 'gel',
  skin: true,
  steps: ['gelcoat', 'ripple'],
  material: 'ripple-gel'
}

/**
 * A coat of ripple gel, and the minutes in which it takes a stipple: docs/trade.md G2. Common
 * practice, no source.
 */
export const rippleSteps = (after: readonly After[]): StepTemplate[] => [
  {
    id: 'gelcoat',
    order: 17,
    title: 'Brush on ripple gel',
    risk: 'The water stays as flat as it was poured.',
    how: 'A thin coat out to the banks, wet all over at once.',
    right: 'No puddle, no dry spot.',
    hands: { fixed: 6, per: { areaCm2: 0.01 } },
    wait: { becomes: 'workable', min: 'stippleOpens', max: 'stippleCloses', hard: true },
    after,
    cautions: []
  },
  {
    id: 'ripple',
    order: 17,
    title: 'Stipple the ripples',
    risk: 'The gel dries smooth.',
    how: 'Along the flow, by the stroke map. Sooner it fades, later it takes no mark. Come back after ten minutes and stipple what has faded.',
    right: 'All ripples run one way and stay when the brush is gone.',
    hands: { fixed: 12, per: { areaCm2: 0.01 } },
    wait: { becomes: 'clear', min: 'rippleClear' },
    after: ['gelcoat'],
    cautions: [],
    tools: ['stiff brush']
  }
]
