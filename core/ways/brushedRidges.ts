import type { Way } from './types'

/** Waves drawn up in gloss gel: trade section 2. Common practice, no source. */
export const BRUSHED_RIDGES: Way = {
  id: 'brushed-ridges', for: 'sea', name: 'Brushed ridges', note: 'Gel drawn up into crests along the crest lines while it thickens.',
  steps: [
    {
      id: 'mark', order: 17, title: 'Prick the crest lines through their template', how: 'Lay the crest template on the cured pour and prick its lines through; lift it and brush the first gel along the pricks.', right: 'All lines face the shore, and none crosses another.',
      hands: { fixed: 8, per: { crestCm: 0.06 } }, after: ['under/undam', { step: 'under/pour', wait: { becomes: 'firm', min: 'firm' } }, 'falls/hang'], cautions: []
    },
    {
      id: 'gel', order: 17, title: 'Draw the crests up in gel', how: 'While it thickens draw the gel up along each line, steeper towards the shore. Hold the face template to the one that breaks.', right: 'Steep on the side it runs to, long on the side it comes from.',
      hands: { fixed: 12, per: { crestCm: 0.25 } }, wait: { becomes: 'clear', min: 'formClear' }, after: ['mark'], cautions: []
    }
  ],
  uses: [{ material: 'gel', amount: { fixed: 3, per: { crestCm: 0.18 } } }, { material: 'white-acrylic', amount: { fixed: 1, per: { whiteCm2: 0.015 } } }]
}
