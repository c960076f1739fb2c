import type { Way } from './types'

/** A run of torn water in layers: trade section 2. Common practice, no source. */
export const LAYERED_RAPID: Way = {
  id: 'layered-rapid', for: 'reach', name: 'Rapid in layers', note: 'Gel built up to the computed surface, white worked in while it is wet.',
  steps: [
    {
      id: 'body', order: 17, title: 'Build up the run in gel', times: 'gelCoats',
      how: 'Lay the side curve at its stations and bring the gel up to it, a thin coat at a time. Pile it against the rocks, hollow it behind them.', right: 'The surface steps down with the bed, and no coat is thick enough to stay white.',
      hands: { fixed: 12, per: { formCm2: 0.05 } }, wait: { becomes: 'clear', min: 'formClear' }, after: ['under/undam', { step: 'under/pour', wait: { becomes: 'firm', min: 'firm' } }, 'falls/hang'], cautions: []
    },
    {
      id: 'gel', order: 17, title: 'Draw the standing waves and the vees', how: 'A second thin coat, stroked the way the plan shows, crests at the spacing it gives.', right: 'Crests stand square to the stream and close up where it slows.',
      hands: { fixed: 10, per: { formCm2: 0.05 } }, wait: { becomes: 'clear', min: 'formClear' }, after: ['body'], cautions: []
    }
  ],
  uses: [{ material: 'gel', amount: { fixed: 2, per: { gelMl: 1.15 } } }, { material: 'white-acrylic', amount: { fixed: 1, per: { whiteCm2: 0.02 } } }]
}
