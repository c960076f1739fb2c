import type { Way } from './types'

/** Gloss gel over a painted bed, no depth at all: docs/trade.md 2 and G7. Common practice, no source. */
export const GLOSS_GEL: Way = {
  id: 'gloss-gel',
  for: 'pool',
  name: 'Gloss gel over paint',
  note: 'A painted bed under brushed gloss gel: rivers and seas seen from far off.',
  body: { gel: 'coats' },
  compare: {
    depth: 'painted',
    risk: 'Dust sinks in and cannot be cleaned off; a thick coat stays white.',
    reversible: 'Yes: the coat peels and is done again.'
  },
  meets: [{ a: 'gel', b: 'sealed-foam', wants: 'on' }],
  lays: [
    {
      id: 'deepen',
      name: 'Painted depth',
      kind: 'paint',
      steps: ['deepen'],
      material: 'bed-paint'
    },
    {
      id: 'coat',
      name: 'Gloss gel',
      kind: 'gel',
      steps: ['coat'],
      skin: true,
      material: 'gloss.gel',
      coats: 'glossCoats'
    }
  ],
  steps: [
    {
      id: 'deepen',
      order: 13,
      title: 'Paint it deep',
      breakable: true,
      how: 'Dark where it is deep, lighter to the shore; gloss hides no hard edge.',
      right: 'From a step away it has a floor.',
      hands: { fixed: 20, per: { areaCm2: 0.06 } },
      wait: { becomes: 'firm', min: 'paintDry' },
      after: [],
      on: ['ground'],
      cautions: []
    },
    {
      id: 'coat',
      order: 17,
      title: 'Brush on gloss gel',
      times: 'glossCoats',
      how: 'A thin coat, brushed along the flow and back; draw the ripples up while it thickens. Cover it against dust.',
      right: 'Clear before the next coat goes on, no white left in the hollows.',
      hands: { fixed: 10, per: { areaCm2: 0.02 } },
      wait: { becomes: 'clear', min: 'glossCoat' },
      after: ['deepen'],
      cautions: []
    }
  ],
  uses: [
    { material: 'bed-paint', amount: { fixed: 3, per: { areaCm2: 0.03 } }, by: ['deepen'] },
    { material: 'gloss.gel', amount: { fixed: 2, per: { glossMl: 1 } }, by: ['coat'] }
  ]
}
