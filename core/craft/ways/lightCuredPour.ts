import { caseStep, DAM_STEPS } from './damSteps'
import { RIPPLES, rippleSteps } from './rippleSteps'
import type { Way } from './types'

/**
 * A body of water in coats that a lamp cures: docs/trade.md 2 and 6 (C4, C6–C8). Common practice,
 * no source.
 */
export const LIGHT_CURED_POUR: Way = {
  id: 'light-cured-pour',
  for: 'pool',
  name: 'Light-cured pour in coats',
  note: 'Minutes a coat instead of a day, for small and shallow water.',
  body: { fill: 'light', dam: true, gel: 'ripples' },
  compare: {
    depth: 'real',
    risk: 'Sticky where the light does not reach: under overhangs, in deep tint, in a coat too thick.',
    reversible: 'No, but each coat can be looked at before the next.'
  },
  meets: [
    { a: 'gel', b: 'cured-resin', wants: 'on' },
    { a: 'light', b: 'cured-resin', wants: 'on' }
  ],
  lays: [
    {
      id: 'pour',
      name: 'Coats under the lamp',
      kind: 'resin',
      steps: ['coat'],
      material: 'light.resin',
      coats: 'lightCoats'
    },
    RIPPLES
  ],
  steps: [
    ...DAM_STEPS,
    {
      id: 'coat',
      order: 13,
      title: 'Pour a coat and cure it',
      times: 'lightCoats',
      how: 'Pour no more than the coat. Let bubbles rise in the dark, then light it in short bursts, spot after spot and round again, each spot lapping the last, so that it stays cool.',
      right: 'Hard under a fingernail right to the edge; a little tack on top is usual.',
      hands: { fixed: 4, per: { areaCm2: 0.01, lightMinPerCoat: 1 } },
      wait: { becomes: 'cured', min: 'lightSet' },
      after: ['dryout'],
      on: ['ground'],
      does: 'fill',
      cautions: ['resin', 'uv', 'heat']
    },
    caseStep({ step: 'coat', wait: { becomes: 'wet', min: 0 } }),
    {
      id: 'undam',
      does: 'undam',
      serves: 'fill',
      risk: 'The surface stays tacky and the dam stays on.',
      order: 14,
      title: 'Wipe the tack off and undam',
      how: 'Light it once more all over; wipe the tack off with alcohol, or seal it under a last thin coat. Peel the dam, trim the lip.',
      right: 'Dry to the touch everywhere, under the overhangs too.',
      hands: { fixed: 8, per: { damCm: 0.25, areaCm2: 0.01 } },
      wait: { becomes: 'cured', min: 30 },
      after: ['coat'],
      cautions: ['uv', 'blade', 'torch']
    },
    ...rippleSteps(['coat'])
  ],
  uses: [
    { material: 'light.resin', amount: { fixed: 0, per: { lightG: 1 } }, by: ['coat'] },
    { material: 'light.lamp', amount: { fixed: 1 }, by: ['coat'] },
    { material: 'dam.bead', amount: { fixed: 0, per: { beadMl: 1 } }, by: ['dam'] },
    {
      material: 'ripple-gel',
      amount: { fixed: 2, per: { surfaceMl: 1 } },
      by: ['gelcoat', 'ripple']
    },
    { material: 'gloves', amount: { fixed: 2 }, by: ['coat'] }
  ]
}
