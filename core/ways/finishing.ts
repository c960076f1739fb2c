import type { Way } from './types'

/** White water to clean edges: trade section 1, steps 18–21 (G6, G7). Common practice, no source. */
export const FINISHING: Way = {
  id: 'finishing', for: 'finish', name: 'Finishing', note: 'White water, spray, gloss and clean edges.',
  steps: [
    {
      id: 'white', order: 18, title: 'White water',
      how: 'Dry-brush off-white where water is torn: lip, landing, round stones. Pure white last and only at the edge.', right: 'It fades outwards from the landing, and you stopped one stroke early.',
      hands: { fixed: 20, per: { waterCm2: 0.04 } }, wait: { becomes: 'firm', min: 240 }, after: ['pools/ripple', 'falls/blend', 'forms/gel'], cautions: []
    },
    {
      id: 'spray', order: 19, title: 'Spray at the foot of the fall', onlyWith: 'widthCm',
      how: 'Tease fibre thin, dip its foot in gloss glue, set it where the sheet lands. Outside first, then the inside.', right: 'You see through it.',
      hands: { fixed: 12, per: { widthCm: 1 } }, wait: { becomes: 'clear', min: 480 }, after: ['white'], cautions: []
    },
    {
      id: 'gloss', order: 20, title: 'Gloss back whatever went dull', how: 'White acrylic dries dull: gloss over it, twice. Gloss, never matt, on water.',
      right: 'One wet sheen from every side.', hands: { fixed: 12, per: { waterCm2: 0.01 } }, wait: { becomes: 'clear', min: 240 }, after: ['white', 'spray'], cautions: []
    },
    {
      id: 'edges', order: 21, title: 'Paint the edges, clean, photograph', breakable: true,
      how: 'Paint the edges of the base, keep the dust off, take the photographs and write down what worked.', right: 'Ready to show.',
      hands: { fixed: 30, per: { baseCm2: 0.005 } }, wait: { becomes: 'firm', min: 60 }, after: ['gloss'], cautions: []
    }
  ],
  uses: [
    { material: 'white-acrylic', amount: { fixed: 2, per: { waterCm2: 0.005 } } },
    { material: 'gloss', amount: { fixed: 5, per: { waterCm2: 0.03 } } },
    { material: 'fibre', amount: { fixed: 0, per: { widthCm: 0.1 } } },
    { material: 'edge-paint', amount: { fixed: 15 } }
  ]
}
