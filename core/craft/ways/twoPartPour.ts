import type { Way } from './types'
import { caseStep, DAM_STEPS } from './damSteps'
import { RIPPLES, rippleSteps } from './rippleSteps'

/**
 * A body of water poured in layers: docs/trade.md 1 (9–14), 3 and 4 (P3, P6, D3). Common practice,
 * no source.
 */
export const TWO_PART_POUR: Way = {
  id: 'two-part-pour',
  for: 'pool',
  name: 'Two-part pour in layers',
  note: 'Resin behind a dam, no deeper at once than ground and dam can bear.',
  body: { fill: 'two-part', dam: true, gel: 'ripples' },
  compare: {
    depth: 'real',
    risk: 'Leaks, heat and a wrong ratio: all three are final.',
    reversible: 'No: cut out and poured again.'
  },
  meets: [
    { a: 'two-part', b: 'sealed-foam', wants: 'unharmed' },
    { a: 'gel', b: 'cured-resin', wants: 'on' }
  ],
  lays: [
    {
      id: 'pour',
      name: 'Poured water',
      kind: 'resin',
      steps: ['pour'],
      material: 'resin',
      coats: 'pours'
    },
    RIPPLES
  ],
  steps: [
    ...DAM_STEPS,
    {
      id: 'chip',
      serves: 'fill',
      care: 'thorough',
      risk: 'The tint is judged in the cup, where it looks deeper than in the pool.',
      order: 12,
      title: 'Pour a test chip of the tint',
      onlyWith: 'tints',
      how: 'Tint a spoonful to the dose, pour it as deep as the pool over a scrap of painted bed.',
      right: 'Beside white paper it is a shade lighter than you want it.',
      hands: { fixed: 15 },
      wait: { becomes: 'firm', min: 'chipFirm' },
      after: [],
      cautions: ['resin']
    },
    {
      id: 'pour',
      order: 13,
      title: 'Mix and pour',
      times: 'pours',
      how: 'Weigh A, then B. Stir slowly, scraping sides and foot, until no streak is left. Tint, stir again, start with a little to prove the dam; pour each slope from its top. Draw the bubbles out and cover against dust.',
      right: 'Clear, no streaks, still at the mark.',
      hands: { fixed: 8, per: { batchesPerPour: 9, stirMin: 1 } },
      wait: { becomes: 'firm', min: 'nextPour', max: 'pourCloses' },
      after: ['dryout', 'chip'],
      on: ['ground'],
      does: 'fill',
      cautions: ['resin', 'heat', 'torch']
    },
    caseStep({ step: 'pour', wait: { becomes: 'wet', min: 0 } }),
    {
      id: 'undam',
      does: 'undam',
      serves: 'fill',
      follows: 'dam',
      risk: 'The dam stays on, and its lip with it.',
      order: 14,
      title: 'Undam and trim the lip',
      onlyWith: 'peelCm',
      how: 'Peel the dam away from the pour. Trim the lip that climbed it with a sharp blade, cutting away from the hand.',
      right: 'One level edge, no white stress marks.',
      hands: { fixed: 8, per: { damCm: 0.25 } },
      after: [{ step: 'pour', wait: { becomes: 'firm', min: 'undam' } }],
      cautions: ['blade']
    },
    ...rippleSteps([{ step: 'pour', wait: { becomes: 'firm', min: 'firm' } }])
  ],
  setIn: {
    id: 'set-in',
    order: 13,
    title: 'Set into the water',
    how: 'Stand it on the gelled pour with a dab of resin, foot dry and sealed; look at it from the front before the next pour holds it for good.',
    right: 'It stands by itself and no bubble hides under its foot.',
    hands: { fixed: 10 },
    after: [],
    cautions: ['resin']
  },
  uses: [
    {
      material: 'ripple-gel',
      amount: { fixed: 2, per: { surfaceMl: 1 } },
      by: ['gelcoat', 'ripple']
    },
    { material: 'dam.bead', amount: { fixed: 0, per: { beadMl: 1 } }, by: ['dam'] },
    { material: 'stick', amount: { fixed: 1, per: { pours: 1 } }, by: ['pour'] },
    { material: 'gloves', amount: { fixed: 1, per: { pours: 1 } }, by: ['pour'] }
  ]
}
