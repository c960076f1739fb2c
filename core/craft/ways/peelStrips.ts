import { BLEND } from './blend'
import type { Way } from './types'
import { mm, say } from '../../words/sentence'

/**
 * A fall of strips made on a release sheet and hung: docs/trade.md 2, 5 (G3, G4) and 7. Common
 * practice, no source.
 */
export const PEEL_STRIPS: Way = {
  id: 'peel-off-strips',
  for: 'fall',
  name: 'Peel-off strips',
  note: 'Gel run in beads on a release sheet, peeled and hung over the lip.',
  compare: {
    risk: 'Tears if it is thin at the foot; peeled too late it is brittle.',
    reversible: 'Yes: cut away and hung anew.'
  },
  meets: [
    { a: 'gel', b: 'silicone-paper', wants: 'off' },
    { a: 'gel', b: 'cured-resin', wants: 'on' }
  ],
  part: { shape: 'strips', on: 'silicone-paper', bond: 'gel' },
  gel: 'strip',
  lays: [
    { id: 'part', name: 'Strips', kind: 'part', steps: ['under', 'run', 'comb'], material: 'gel' },
    { id: 'set', name: 'Hung at lip and foot', kind: 'part', steps: ['hang'], material: 'gel' },
    { id: 'blend', name: 'Blended seams', kind: 'gel', steps: ['blend'], material: 'gel' }
  ],
  steps: [
    {
      id: 'under',
      order: 15,
      title: 'Lay the strips on a release sheet',
      times: 'underCoats',
      how: 'As thick as the water is, in coats: beads side by side over the template, smoothed flat, each clear before the next.',
      right: 'Clear to the sheet, no milky core.',
      hands: { fixed: 8, per: { strips: 2 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: [],
      cautions: []
    },
    {
      id: 'run',
      order: 15,
      title: 'Run the strips on a release sheet',
      how: 'Run beads side by side and smooth them into a ribbon. Make the spares now: you will want to choose.',
      right: 'Even, a touch thicker at the foot, no bubble caught.',
      hands: { fixed: 10, per: { strips: 3 } },
      wait: { becomes: 'workable', min: 'dragOpens', max: 'dragCloses', hard: true },
      after: ['under'],
      cautions: []
    },
    {
      id: 'comb',
      order: 15,
      title: 'Comb the strips',
      how: 'A stiff brush or a comb down their length: glassy at the lip, torn below the tear line.',
      right: 'The furrows stay when the comb has passed.',
      hands: { fixed: 5, per: { strips: 1 } },
      wait: { becomes: 'firm', min: 'peel', max: 'peelBy' },
      after: ['run'],
      cautions: [],
      tools: ['stiff brush or comb']
    },
    {
      id: 'hang',
      order: 16,
      title: 'Peel, trim and hang the strips',
      how: say`Peel from one end, keep the best, tuck about ${mm(5)} in at lip and foot.`,
      fixes: true,
      right: 'Glassy over the lip, no edge lifting.',
      hands: { fixed: 12, per: { strips: 2.5 } },
      wait: { becomes: 'firm', min: 'bondHolds' },
      after: ['comb'],
      on: ['lip', 'landing'],
      does: 'hang',
      cautions: ['blade']
    },
    BLEND
  ],
  uses: [
    {
      material: 'release-sheet',
      amount: { fixed: 50, per: { stripCm2: 1.5 } },
      by: ['under', 'run']
    },
    { material: 'gel', amount: { fixed: 1, per: { gelMl: 1.15 } }, by: ['under', 'run'] },
    { material: 'gel', amount: { fixed: 1 }, by: ['blend'] },
    { material: 'bond', amount: { fixed: 0, per: { widthCm: 0.3 } }, by: ['hang'] }
  ]
}
