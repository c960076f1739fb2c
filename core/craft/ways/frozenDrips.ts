import type { Way } from './types'

/** A splash of light-cured drips on clear pack plastic: docs/trade.md 2. Common practice, no source. */
export const FROZEN_DRIPS: Way = {
  id: 'frozen-drips',
  for: 'splash',
  name: 'Frozen drips',
  note: 'Strands of light-cured resin on a cut of clear pack plastic, set in mid-fall.',
  compare: {
    risk: 'A strand beads in seconds; shaded or thick it stays tacky.',
    reversible: 'Yes: draw another.'
  },
  meets: [
    { a: 'light', b: 'pack-plastic', wants: 'on' },
    { a: 'gel', b: 'cured-resin', wants: 'on' }
  ],
  part: { shape: 'fingers', on: 'pack-plastic', bond: 'gel' },
  gel: 'foot',
  lays: [
    {
      id: 'part',
      name: 'Frozen drips',
      kind: 'part',
      steps: ['draw'],
      material: 'craft-light-resin'
    },
    { id: 'foot', name: 'Blended foot', kind: 'gel', steps: ['gel'], material: 'gel' }
  ],
  steps: [
    {
      id: 'draw',
      order: 15,
      title: 'Draw the splash on its envelope, upside down',
      how: 'Cut the envelope from clear pack plastic, draw strands of resin along its rays and zap each before it breaks.',
      right: 'Fingers thin outwards and end in a point, none longer than the envelope.',
      hands: { fixed: 10, per: { fingers: 0.8 } },
      wait: { becomes: 'cured', min: 'lightSet' },
      after: [],
      cautions: ['resin', 'uv', 'blade']
    },
    {
      id: 'gel',
      order: 16,
      title: 'Set the splash and blend its foot',
      how: 'Stand it on the cured water, lean it on a covered wall until it holds, then feather gel out from its foot.',
      fixes: true,
      right: 'It grows out of the water: you cannot see where it begins.',
      hands: { fixed: 10, per: { fingers: 0.2 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['draw'],
      on: ['below'],
      cautions: []
    }
  ],
  uses: [
    { material: 'pack-plastic', amount: { fixed: 10, per: { formCm2: 1.2 } }, by: ['draw'] },
    { material: 'craft-light-resin', amount: { fixed: 1, per: { fingers: 0.08 } }, by: ['draw'] },
    { material: 'bond', amount: { fixed: 0.3 }, by: ['gel'] },
    { material: 'gel', amount: { fixed: 1.2 }, by: ['gel'] },
    { material: 'fibre', amount: { fixed: 0.2, per: { formCm2: 0.01 } }, by: ['gel'] }
  ]
}
