import type { Way } from './types'
import { mm, say } from '../../words/sentence'

/**
 * Low crests in one sitting: gloss glue in lines, textured gel stippled on their tops while it is soft.
 * docs/trade.md 2 and O11. Common practice, no source.
 */
export const HEAP_AND_STIPPLE: Way = {
  id: 'heap-and-stipple',
  for: 'sea',
  name: 'Heap and stipple',
  note: say`Gloss glue drawn in lines where the crests run, textured gel stippled on their tops while it is soft: one sitting and a night, for crests up to about ${mm(3)}.`,
  compare: {
    risk: say`Higher than about ${mm(3)} it slumps, and stays white for weeks.`,
    reversible: 'Yes: it peels off the cured water.'
  },
  meets: [{ a: 'gel', b: 'cured-resin', wants: 'on' }],
  gel: 'crest',
  lays: [
    {
      id: 'heap',
      name: 'Lines of gloss glue',
      kind: 'gel',
      steps: ['heap'],
      material: 'gloss-glue'
    },
    { id: 'gel', name: 'Stippled tops', kind: 'gel', steps: ['gel'], material: 'gel' }
  ],
  steps: [
    {
      id: 'heap',
      order: 17,
      title: 'Draw the crests in gloss glue',
      how: 'Lay the crest template beside the water. A bead along each line, thicker in its middle and running out at both ends.',
      right: 'Each bead stands by itself and faces the shore.',
      hands: { fixed: 6, per: { crestCm: 0.1 } },
      wait: { becomes: 'workable', min: 2, max: 'teaseCloses', hard: true },
      after: [],
      on: ['below'],
      cautions: []
    },
    {
      id: 'gel',
      order: 17,
      title: 'Stipple textured gel on their tops',
      how: 'While the glue is soft: dab the gel along the top of each line with a stiff brush, and draw it down a little towards the shore.',
      right: 'Rough on top, smooth behind; no line is seen between the two.',
      hands: { fixed: 6, per: { crestCm: 0.1 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['heap'],
      cautions: [],
      tools: ['stiff brush']
    }
  ],
  uses: [
    { material: 'gloss-glue', amount: { fixed: 2, per: { gelMl: 0.6 } }, by: ['heap'] },
    { material: 'gel', amount: { fixed: 2, per: { gelMl: 0.65 } }, by: ['gel'] }
  ]
}
