import type { Way } from './types'

/** A rapid in layers of resin. docs/trade.md 2. Common practice, no source. */
export const RESIN_RAPID: Way = {
  id: 'resin-rapid',
  for: 'reach',
  name: 'Steps, sponge and resin',
  note: 'Small clear steps, white by sponge, light-cured resin pulled about while it sets, ripples last; froth, or another white, comes with the white water.',
  usual: { film: 'pack-plastic' },
  compare: {
    risk: 'The lamp decides: thick or white resin stays sticky underneath.',
    reversible: 'No: what is zapped stays.'
  },
  meets: [
    { a: 'light', b: 'scuffed-film', wants: 'on' },
    { a: 'light', b: 'cured-resin', wants: 'on' },
    { a: 'gel', b: 'cured-resin', wants: 'on' },
    { a: 'hot-glue', b: 'pack-plastic', wants: 'on' }
  ],
  part: { shape: 'sheet', on: 'pack-plastic', bond: 'hotglue', film: true },
  gel: 'ripple',
  lays: [
    { id: 'steps', name: 'Steps of plastic', kind: 'part', steps: ['steps'], material: 'film' },
    {
      id: 'sponge',
      name: 'Sponged white',
      kind: 'white',
      steps: ['sponge'],
      material: 'white-acrylic'
    },
    {
      id: 'pull',
      name: 'Pulled resin',
      kind: 'resin',
      steps: ['pull'],
      material: 'craft-light-resin'
    },
    { id: 'coat', name: 'Worked gel', kind: 'gel', steps: ['coat', 'gel'], material: 'gel' }
  ],
  steps: [
    {
      id: 'steps',
      order: 16,
      title: 'Set small clear steps',
      how: 'Scuffed pack plastic at each jump of the long section, its edge tucked in.',
      fixes: true,
      right: 'The water steps down where the bed does.',
      hands: { fixed: 15, per: { formCm2: 0.05 } },
      wait: { becomes: 'firm', min: 'bondHolds' },
      after: [],
      on: ['below'],
      cautions: ['blade']
    },
    {
      id: 'sponge',
      order: 16,
      title: 'Sponge the white',
      how: 'White acrylic by sponge below each step, thin; let it dry.',
      right: 'Bed shows between.',
      hands: { fixed: 8, per: { whiteCm2: 0.1 } },
      wait: { becomes: 'firm', min: 'whiteDry' },
      after: ['steps'],
      cautions: []
    },
    {
      id: 'pull',
      order: 16,
      title: 'Pull light-cured resin about',
      how: 'A thin layer at a time, pulled into standing waves with a stick, zapped as it stands.',
      right: 'Crests are hard and the hollows not sticky.',
      hands: { fixed: 15, per: { formCm2: 0.15 } },
      wait: { becomes: 'cured', min: 'lightSet' },
      after: ['sponge'],
      cautions: ['resin', 'uv'],
      tools: ['lamp', 'stick']
    },
    {
      id: 'coat',
      order: 17,
      title: 'Brush on ripple gel',
      how: 'A thin coat over it all.',
      right: 'No puddle behind a rock.',
      hands: { fixed: 8, per: { formCm2: 0.03 } },
      wait: { becomes: 'workable', min: 'stippleOpens', max: 'stippleCloses', hard: true },
      after: ['pull'],
      cautions: []
    },
    {
      id: 'gel',
      order: 17,
      title: 'Stipple along the strokes',
      how: 'Along the stroke map, tight below the jumps, none in the eddies.',
      right: 'They stay when the brush is gone.',
      hands: { fixed: 8, per: { formCm2: 0.04 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['coat'],
      cautions: [],
      tools: ['stiff brush']
    }
  ],
  uses: [
    { material: 'film', amount: { fixed: 10, per: { formCm2: 0.15 } }, by: ['steps'] },
    { material: 'bond', amount: { fixed: 0.5 }, by: ['steps'] },
    { material: 'craft-light-resin', amount: { fixed: 2, per: { formCm2: 0.12 } }, by: ['pull'] },
    { material: 'gel', amount: { fixed: 2, per: { gelMl: 1.15 } }, by: ['coat', 'gel'] },
    { material: 'white-acrylic', amount: { fixed: 1, per: { whiteCm2: 0.02 } }, by: ['sponge'] }
  ]
}

/** Ripples blown and brushed in gloss. docs/trade.md 2. Common practice, no source. */
export const STROKED_RIPPLES: Way = {
  id: 'stroked-ripples',
  for: 'reach',
  name: 'Ripples, blown and brushed',
  note: 'Gloss pushed along by air or a straw and brushed back and forth: for runs that hurry and do not break.',
  usual: { gel: 'gloss-glue' },
  compare: {
    risk: 'It has no body: the pour must already stand at the water line. Dust sinks in.',
    reversible: 'Yes: the coat peels.'
  },
  meets: [{ a: 'gel', b: 'cured-resin', wants: 'on' }],
  gel: 'ripple',
  lays: [
    {
      id: 'body',
      name: 'Gel in coats',
      kind: 'gel',
      steps: ['coat'],
      material: 'gel',
      coats: 'gelCoats'
    },
    { id: 'top', name: 'Worked coat', kind: 'gel', steps: ['top', 'gel'], material: 'gel' }
  ],
  steps: [
    {
      id: 'coat',
      order: 17,
      title: 'Brush a coat on',
      times: 'gelCoats',
      how: 'Thin, out to the banks; cover it against dust.',
      right: 'It levels, and no bubble stays.',
      hands: { fixed: 6, per: { formCm2: 0.03 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: [],
      on: ['below'],
      cautions: [],
      forbids: 'dust'
    },
    {
      id: 'top',
      order: 17,
      title: 'Brush on the coat that is blown',
      how: 'Thin, and the straw at hand.',
      right: 'Wet all over at once.',
      hands: { fixed: 6, per: { formCm2: 0.03 } },
      wait: { becomes: 'workable', min: 'blowOpens', max: 'blowCloses', hard: true },
      after: ['coat'],
      cautions: []
    },
    {
      id: 'gel',
      order: 17,
      title: 'Blow and brush the ripples',
      how: 'Air from downstream, low; then a stiff brush back and forth along the strokes.',
      right: 'Crests lie across the stream and stay.',
      hands: { fixed: 8, per: { formCm2: 0.05 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['top'],
      cautions: [],
      tools: ['airbrush or straw', 'stiff brush']
    }
  ],
  uses: [
    { material: 'gel', amount: { fixed: 1, per: { gelMl: 1 } }, by: ['coat'] },
    { material: 'gel', amount: { fixed: 1, per: { gelMl: 0.15 } }, by: ['top', 'gel'] }
  ]
}
