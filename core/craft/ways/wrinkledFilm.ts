import type { Way } from './types'
import { mm, say } from '../../words/sentence'

/**
 * Cling film crumpled, opened and laid down the wall, gel over it. docs/trade.md 2 and 5 (G3).
 * Common practice, no source.
 */
export const WRINKLED_FILM: Way = {
  id: 'wrinkled-film',
  for: 'fall',
  name: 'Wrinkled film under gel',
  note: 'Cling film crumpled and half opened, laid down the wall from lip to foot, gel in coats over it: the wrinkles run as water does.',
  compare: {
    risk: 'Gel holds on to the film by its folds alone: a loose edge lifts it all; wrinkles across the fall read as cloth.',
    reversible: 'Yes: it lifts off in one piece.'
  },
  meets: [
    { a: 'gel', b: 'polythene', wants: 'unharmed' },
    { a: 'gel', b: 'cured-resin', wants: 'on' }
  ],
  gel: 'sheet',
  lays: [
    {
      id: 'part',
      name: 'Wrinkled film',
      kind: 'part',
      steps: ['crumple'],
      material: 'cling-film'
    },
    {
      id: 'set',
      name: 'Hung at lip and foot',
      kind: 'part',
      steps: ['hang'],
      material: 'cling-film'
    },
    {
      id: 'gel',
      name: 'Gel over the film',
      kind: 'gel',
      steps: ['gel'],
      material: 'gel',
      coats: 'gelCoats'
    },
    { id: 'blend', name: 'Blended seams', kind: 'gel', steps: ['blend'], material: 'gel' }
  ],
  steps: [
    {
      id: 'crumple',
      order: 15,
      title: 'Crumple the film',
      how: say`Cut it half as wide again as the lip and ${mm(10)} longer than the fall. Crush it into a rope, pull it half open again: folds run down its length.`,
      right: 'Held up it hangs in threads, none across.',
      hands: { fixed: 6, per: { widthCm: 0.4 } },
      after: [],
      cautions: [],
      tools: ['scissors']
    },
    {
      id: 'hang',
      order: 16,
      title: 'Lay it down the wall',
      how: 'A bead of gel at the lip, at the foot and along both sides; press the film in with a damp brush and fold its edges back under.',
      right: 'Nothing lifts when you blow on it, and no edge shows from the front.',
      hands: { fixed: 12, per: { widthCm: 1.2 } },
      wait: { becomes: 'firm', min: 'stripSet' },
      after: ['crumple'],
      on: ['lip', 'landing'],
      does: 'hang',
      cautions: [],
      tools: ['soft brush']
    },
    {
      id: 'gel',
      order: 16,
      title: 'Gel over the wrinkles',
      times: 'gelCoats',
      how: 'A thin coat drawn down the folds and round the edges, which is what holds it; glassy at the lip, torn below the tear line.',
      right: 'The film itself cannot be made out.',
      hands: { fixed: 10, per: { widthCm: 0.9 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['hang'],
      cautions: [],
      tools: ['stiff brush']
    },
    {
      id: 'blend',
      order: 16,
      title: 'Blend lip, sides and foot with gel',
      how: 'Feather gel out over the pool above and into the foam below. Thin coats: a thick one stays white.',
      right: 'You cannot find where the film ends.',
      hands: { fixed: 12, per: { widthCm: 1.2 } },
      wait: { becomes: 'clear', min: 'rippleClear' },
      after: ['gel'],
      cautions: []
    }
  ],
  uses: [
    { material: 'cling-film', amount: { fixed: 30, per: { formCm2: 1.8 } }, by: ['crumple'] },
    { material: 'gel', amount: { fixed: 0, per: { widthCm: 0.15 } }, by: ['hang'] },
    { material: 'gel', amount: { fixed: 2, per: { gelMl: 1.15 } }, by: ['gel'] },
    { material: 'gel', amount: { fixed: 1, per: { widthCm: 0.15 } }, by: ['blend'] }
  ]
}
