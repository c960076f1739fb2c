import type { Way } from './types'

/** A run of torn water in layers: docs/trade.md 2. Common practice, no source. */
export const LAYERED_RAPID: Way = {
  id: 'layered-rapid',
  for: 'reach',
  name: 'Rapid in layers',
  note: 'Gel built up to the computed surface, white worked in while it is wet.',
  compare: {
    risk: 'Weeks, if a coat is laid too thick; it sags down a steep bed.',
    reversible: 'Yes while soft; then it is cut away.'
  },
  meets: [
    { a: 'gel', b: 'cured-resin', wants: 'on' },
    { a: 'gel', b: 'sealed-foam', wants: 'on' },
    { a: 'gel', b: 'white-acrylic', wants: 'unharmed' }
  ],
  gel: 'run',
  lays: [
    {
      id: 'body',
      name: 'Gel in coats',
      kind: 'gel',
      steps: ['body'],
      material: 'gel',
      coats: 'gelCoats'
    },
    { id: 'top', name: 'Worked coat', kind: 'gel', steps: ['top', 'gel'], material: 'gel' }
  ],
  steps: [
    {
      id: 'body',
      order: 17,
      title: 'Build up the run in gel',
      times: 'gelCoats',
      how: 'Lay the side curve at its stations and bring the gel up to it, a thin coat at a time. Pile it against the rocks, hollow it behind them.',
      right: 'The surface steps down with the bed, and no coat is thick enough to stay white.',
      hands: { fixed: 12, per: { formCm2: 0.05 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: [],
      on: ['below'],
      cautions: []
    },
    {
      id: 'top',
      order: 17,
      title: 'Brush on the coat that takes the waves',
      how: 'A thin coat over the run, wet all over at once.',
      right: 'No puddle behind a rock.',
      hands: { fixed: 6, per: { formCm2: 0.02 } },
      wait: { becomes: 'workable', min: 'dragOpens', max: 'dragCloses', hard: true },
      after: ['body'],
      cautions: []
    },
    {
      id: 'gel',
      order: 17,
      title: 'Draw the standing waves and the vees',
      how: 'Drag the gel the way the plan shows, crests at the spacing it gives.',
      right: 'Crests stand square to the stream and close up where it slows.',
      hands: { fixed: 10, per: { formCm2: 0.05 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['top'],
      cautions: [],
      tools: ['stiff brush', 'spatula']
    }
  ],
  uses: [
    { material: 'gel', amount: { fixed: 1, per: { gelMl: 1 } }, by: ['body'] },
    { material: 'gel', amount: { fixed: 1, per: { gelMl: 0.15 } }, by: ['top', 'gel'] },
    { material: 'white-acrylic', amount: { fixed: 1, per: { whiteCm2: 0.02 } }, by: ['top', 'gel'] }
  ]
}
