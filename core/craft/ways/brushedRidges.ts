import type { Way } from './types'

/** Waves drawn up in gloss gel: docs/trade.md 2. Common practice, no source. */
export const BRUSHED_RIDGES: Way = {
  id: 'brushed-ridges',
  for: 'sea',
  name: 'Brushed ridges',
  note: 'Gel drawn up into crests along the crest lines while it thickens.',
  compare: {
    risk: 'No overhang, and low: gel will not stand a curl.',
    reversible: 'Yes: the coat peels.'
  },
  meets: [{ a: 'gel', b: 'cured-resin', wants: 'on' }],
  gel: 'crest',
  lays: [
    {
      id: 'body',
      name: 'Ridges in coats',
      kind: 'gel',
      steps: ['body'],
      material: 'gel',
      coats: 'gelCoats'
    },
    { id: 'top', name: 'Worked coat', kind: 'gel', steps: ['top', 'gel'], material: 'gel' }
  ],
  steps: [
    {
      id: 'mark',
      order: 17,
      title: 'Prick the crest lines through their template',
      how: 'Lay the crest template on the cured pour and prick its lines through; lift it and brush the first gel along the pricks.',
      loose:
        'Tape the crest template under the clear base and brush the first gel along the lines that show through.',
      right: 'All lines face the shore, and none crosses another.',
      hands: { fixed: 8, per: { crestCm: 0.06 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: [],
      on: ['below'],
      cautions: []
    },
    {
      id: 'body',
      order: 17,
      title: 'Raise the crests',
      times: 'gelCoats',
      how: 'A bead along each line, no higher than the coat, feathered to both sides.',
      right: 'Clear before the next goes on.',
      hands: { fixed: 8, per: { crestCm: 0.12 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['mark'],
      cautions: []
    },
    {
      id: 'top',
      order: 17,
      title: 'Lay the coat that is drawn',
      how: 'A thin coat over crests and troughs.',
      right: 'Wet all along the line at once.',
      hands: { fixed: 6, per: { crestCm: 0.06 } },
      wait: { becomes: 'workable', min: 'teaseOpens', max: 'teaseCloses', hard: true },
      after: ['body'],
      cautions: []
    },
    {
      id: 'gel',
      order: 17,
      title: 'Draw the crests up',
      how: 'Draw the gel up along each line, steeper towards the shore. Hold the face template to the one that breaks.',
      right: 'Steep on the side it runs to, long on the side it comes from.',
      hands: { fixed: 8, per: { crestCm: 0.12 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['top'],
      cautions: [],
      tools: ['spatula', 'face template']
    }
  ],
  uses: [
    { material: 'gel', amount: { fixed: 2, per: { gelMl: 1 } }, by: ['mark', 'body'] },
    { material: 'gel', amount: { fixed: 1, per: { gelMl: 0.15 } }, by: ['top', 'gel'] },
    {
      material: 'white-acrylic',
      amount: { fixed: 1, per: { whiteCm2: 0.015 } },
      by: ['top', 'gel']
    }
  ]
}
