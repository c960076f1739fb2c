import { TWO_PART_POUR } from './twoPartPour'
import type { StepTemplate, Way } from './types'

/** A bed of tinted, textured slurry, laid before the dam. */
const SLURRY: StepTemplate = {
  id: 'slurry',
  order: 8,
  title: 'Lay the bed of mud',
  how: 'Stir sifted soil and scatter into thinned glue with bed paint until it holds a furrow. Brush it over the floor of the pool, thin to the shore; draw ruts and footprints into it.',
  right: 'It looks like the same mud as the banks, one tone darker.',
  hands: { fixed: 15, per: { areaCm2: 0.06 } },
  // overnight: damp under resin clouds it (C10)
  wait: { becomes: 'firm', min: 720 },
  after: [],
  on: ['ground'],
  cautions: []
}

/** The pour's own steps: the dam stands on the mud, and mud takes no ripples. */
const POURED = TWO_PART_POUR.steps
  .filter((step) => step.id !== 'gelcoat' && step.id !== 'ripple')
  .map((step): StepTemplate => (step.id === 'dam' ? { ...step, after: ['slurry'] } : step))

/**
 * Clay-coloured mud: a two-part pour over a textured, tinted bed. docs/trade.md 1 (6, 8) and 3
 * (P7, P9). Common practice, no source.
 */
export const MUD_POUR: Way = {
  id: 'mud-pour',
  for: 'pool',
  name: 'Muddy pour over a bed of slurry',
  note: 'Clay-coloured resin over a textured bed of the same mud: puddles, ditches and rivers in spate. No ripples.',
  body: {
    fill: 'two-part',
    dam: true,
    bed: { material: 'scatter', label: 'Mud, tinted and textured', thicknessMm: 2 }
  },
  usual: { tints: [{ id: 'river-brown', dropsPer100G: 8 }] },
  compare: {
    depth: 'real',
    risk: 'Too much tint reads as paint; slurry that is not dry through clouds the resin.',
    reversible: 'No: cut out and poured again.'
  },
  meets: [{ a: 'two-part', b: 'sealed-foam', wants: 'unharmed' }],
  lays: [
    { id: 'bed', name: 'Bed of mud', kind: 'texture', steps: ['slurry'], material: 'scatter' },
    {
      id: 'pour',
      name: 'Poured water',
      kind: 'resin',
      steps: ['pour'],
      material: 'resin',
      coats: 'pours'
    }
  ],
  steps: [SLURRY, ...POURED],
  setIn: TWO_PART_POUR.setIn,
  uses: [
    ...TWO_PART_POUR.uses.filter((use) => use.material !== 'ripple-gel'),
    { material: 'scatter', amount: { fixed: 5, per: { areaCm2: 0.08 } }, by: ['slurry'] },
    { material: 'thinned-glue', amount: { fixed: 5, per: { areaCm2: 0.06 } }, by: ['slurry'] },
    { material: 'bed-paint', amount: { fixed: 2, per: { areaCm2: 0.02 } }, by: ['slurry'] }
  ]
}
