import type { Way } from './types'

/** Gloss and clean edges: docs/trade.md 1, steps 20 and 21 (G6, G7). Common practice, no source. */
export const FINISHING: Way = {
  id: 'finishing',
  for: 'finish',
  name: 'Finishing',
  note: 'Gloss back what went dull; clean edges.',
  lays: [{ id: 'gloss', name: 'Gloss', kind: 'lacquer', steps: ['gloss'], material: 'gloss' }],
  steps: [
    {
      id: 'gloss',
      order: 20,
      title: 'Gloss back whatever went dull',
      how: 'White acrylic dries dull: gloss over it, twice. Gloss, never matt, on water. Cover it against dust.',
      right: 'One wet sheen from every side.',
      hands: { fixed: 12, per: { waterCm2: 0.01 } },
      wait: { becomes: 'clear', min: 240 },
      after: [],
      on: ['waters', 'whites', 'sprays', 'repairs'],
      cautions: [],
      forbids: 'dust'
    },
    {
      id: 'edges',
      order: 21,
      title: 'Paint the edges, clean, photograph',
      breakable: true,
      how: 'Paint the edges of the base, keep the dust off, take the photographs and write down what worked.',
      right: 'Ready to show.',
      hands: { fixed: 30, per: { baseCm2: 0.005 } },
      wait: { becomes: 'firm', min: 60 },
      after: ['gloss'],
      on: ['gloss'],
      cautions: []
    }
  ],
  meets: [
    { a: 'gel', b: 'clear-gel', wants: 'on' },
    { a: 'alcohol', b: 'case', wants: 'unharmed' }
  ],
  uses: [
    { material: 'gloss', amount: { fixed: 5, per: { waterCm2: 0.03 } }, by: ['gloss'] },
    { material: 'edge-paint', amount: { fixed: 15 }, by: ['edges'] }
  ]
}
