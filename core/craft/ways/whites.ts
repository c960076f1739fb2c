import type { StepTemplate, Way } from './types'
import { mm, say } from '../../words/sentence'

/** Brushed and sponged white is dry to the touch in 10 to 20 minutes. Common practice, no source. */
const TOUCH_DRY: StepTemplate['wait'] = { becomes: 'workable', min: 15 }
const DRY: StepTemplate['wait'] = { becomes: 'firm', min: 'washDry' }
/** Stencil first, off-white by its outer line, then towards the thick: the same for every school. */
const offWhite = (
  how: string,
  per: number,
  wait: StepTemplate['wait'] = { becomes: 'firm', min: 'whiteDry' }
): StepTemplate => ({
  id: 'off',
  order: 18,
  title: 'Off-white, inside the thin line',
  how,
  right: 'Bed and wave still show through it.',
  hands: { fixed: 10, per: { whiteCm2: per } },
  wait,
  after: ['mix'],
  on: ['waters'],
  cautions: [],
  tools: ['foam stencil']
})
const pure = (
  how: string,
  per: number,
  wait: StepTemplate['wait'] = { becomes: 'firm', min: 'whiteDry' }
): StepTemplate => ({
  id: 'white',
  order: 18,
  title: 'Pure white, only at the edge',
  how,
  right: 'It fades outwards from the landing, and you stopped one stroke early.',
  hands: { fixed: 8, per: { whiteCm2: per } },
  wait,
  after: ['off'],
  cautions: []
})
const mixStep = (
  how: string,
  right: string,
  cautions: StepTemplate['cautions'] = []
): StepTemplate => ({
  id: 'mix',
  order: 18,
  title: 'Mix the paste',
  how,
  right,
  hands: { fixed: 8, per: { whiteMl: 0.1 } },
  after: [],
  on: ['waters'],
  cautions,
  tools: ['palette knife', 'small cup']
})

/** Brushed white. docs/trade.md 2 and 5 (G6). Common practice, no source. */
export const PAINTED_WHITE: Way = {
  id: 'painted-white',
  for: 'white',
  name: 'Painted',
  note: 'White acrylic stippled and dry-brushed: no body, all eye.',
  compare: {
    risk: 'Dries dull and goes on harsh: stop early, gloss twice.',
    reversible: 'A damp cloth while wet; then gel tinted faint blue over it.'
  },
  meets: [
    { a: 'white-acrylic', b: 'clear-gel', wants: 'unharmed' },
    { a: 'white-acrylic', b: 'cured-resin', wants: 'unharmed' }
  ],
  recipe: {
    parts: [{ material: 'white-acrylic', share: 1 }],
    maxPacking: 0.64,
    dries: { white: 'all of it', clear: 'nothing', dull: 'all of it: gloss over it, twice' }
  },
  lays: [
    {
      id: 'white',
      name: 'White',
      kind: 'white',
      steps: ['off', 'white'],
      material: 'white-acrylic'
    }
  ],
  steps: [
    {
      ...offWhite(
        'Dry-brush off-white where water is torn: lip, landing, round stones. Along the strokes, never across.',
        0.08,
        TOUCH_DRY
      ),
      after: [],
      on: ['waters']
    },
    pure(
      'Pure white last, with the tip of the brush, where it is thickest on the stencil.',
      0.04,
      DRY
    )
  ],
  uses: []
}

/** Sponged white. docs/trade.md 2, rapids. Common practice, no source. */
export const SPONGED_WHITE: Way = {
  id: 'sponged-white',
  for: 'white',
  name: 'Sponged',
  note: 'White acrylic dabbed by torn sponge under a last coat of gel: it lies in the water, not on it.',
  compare: {
    risk: 'The sponge prints its own pattern: turn it with every dab.',
    reversible: 'A damp cloth while wet.'
  },
  meets: [
    { a: 'white-acrylic', b: 'clear-gel', wants: 'unharmed' },
    { a: 'gel', b: 'clear-gel', wants: 'on' }
  ],
  recipe: {
    parts: [
      { material: 'white-acrylic', share: 0.7 },
      { material: 'gloss-glue', share: 0.3 }
    ],
    maxPacking: 0.64,
    dries: {
      white: 'the acrylic',
      clear: 'the glue it is thinned with',
      dull: 'little: the glue keeps a sheen'
    }
  },
  lays: [
    {
      id: 'white',
      name: 'White',
      kind: 'white',
      steps: ['mix', 'off', 'white'],
      material: 'white-acrylic'
    }
  ],
  steps: [
    mixStep(
      'A little gloss glue into white, so that it keeps a sheen.',
      'It spreads without a brush mark.'
    ),
    offWhite('Dab through the stencil, lifting and turning.', 0.06, TOUCH_DRY),
    pure('A second, smaller sponge inside the thick line.', 0.03, DRY)
  ],
  uses: []
}

/** Glass bubbles in gel. docs/trade.md 2. Common practice, no source. */
export const FILLER_PASTE: Way = {
  id: 'filler-paste',
  for: 'white',
  name: 'Filler paste',
  note: 'Glass bubbles, white acrylic and heavy gloss gel: stands high, sands, stays white.',
  compare: {
    risk: 'Too much filler crumbles; dust of bubbles in the air.',
    reversible: 'Picked away while soft.'
  },
  meets: [
    { a: 'gel', b: 'clear-gel', wants: 'on' },
    { a: 'gel', b: 'cured-resin', wants: 'on' }
  ],
  recipe: {
    parts: [
      { material: 'heavy-gloss-gel', share: 0.52 },
      { material: 'glass-bubbles', share: 0.42 },
      { material: 'white-acrylic', share: 0.06 }
    ],
    maxPacking: 0.64,
    dries: {
      white: 'bubbles and acrylic',
      clear: 'the gel between them',
      dull: 'the tops: gloss them, twice'
    }
  },
  lays: [
    {
      id: 'white',
      name: 'White paste',
      kind: 'white',
      steps: ['mix', 'off', 'white'],
      material: 'heavy-gloss-gel'
    }
  ],
  steps: [
    mixStep(
      'Gel first, bubbles folded in slowly under a mask, white last.',
      'It holds the mark of the knife.',
      ['dust']
    ),
    offWhite(
      'Dab it on with a stiff brush inside the half line, no higher than the recipe stands.',
      0.15
    ),
    pure('Paste with more white on the tops only.', 0.05)
  ],
  uses: []
}

/** Snow powder in lotion gel. docs/trade.md 2. Common practice, no source. */
export const SNOW_PASTE: Way = {
  id: 'snow-paste',
  for: 'white',
  name: 'Snow paste',
  note: 'Lotion-like gel, snow powder and white acrylic: soft foam with a sparkle. Off-white without the acrylic.',
  compare: {
    risk: 'Yellows to off-white without acrylic; slow under a thick heap.',
    reversible: 'Picked away while soft.'
  },
  meets: [
    { a: 'gel', b: 'clear-gel', wants: 'on' },
    { a: 'gel', b: 'cured-resin', wants: 'on' }
  ],
  recipe: {
    parts: [
      { material: 'lotion-gel', share: 0.58 },
      { material: 'snow-powder', share: 0.34 },
      { material: 'white-acrylic', share: 0.08 }
    ],
    maxPacking: 0.6,
    dries: {
      white: 'powder and acrylic',
      clear: 'the gel between them',
      dull: 'a little: one coat of gloss'
    }
  },
  lays: [
    {
      id: 'white',
      name: 'White paste',
      kind: 'white',
      steps: ['mix', 'off', 'white'],
      material: 'lotion-gel'
    }
  ],
  steps: [
    mixStep('Powder into gel until it stands in soft heaps.', 'A heap keeps its point.', ['dust']),
    offWhite('Lay it where water is torn, dabbing outwards until it is thin.', 0.12),
    pure('A second layer with more white at the landing.', 0.05)
  ],
  uses: []
}

/** White fibre in ripple gel. docs/trade.md 2. Common practice, no source. */
export const FIBRE_PASTE: Way = {
  id: 'fibre-paste',
  for: 'white',
  name: 'Fibre paste',
  note: say`Ripple gel with ${mm(1)} white fibre: stiffer with more, runnier with less; stays white, no painting after.`,
  compare: { risk: 'Fibres point out of a thin coat.', reversible: 'Picked away while soft.' },
  meets: [
    { a: 'gel', b: 'clear-gel', wants: 'on' },
    { a: 'gel', b: 'cured-resin', wants: 'on' }
  ],
  recipe: {
    parts: [
      { material: 'ripple-gel', share: 0.86 },
      { material: 'white-fibre', share: 0.14 }
    ],
    maxPacking: 0.28,
    dries: { white: 'the fibre', clear: 'the gel', dull: 'nothing' }
  },
  lays: [
    {
      id: 'white',
      name: 'White paste',
      kind: 'white',
      steps: ['mix', 'off', 'white'],
      material: 'ripple-gel'
    }
  ],
  steps: [
    mixStep('Fibre into gel a pinch at a time.', 'It drags in threads.'),
    offWhite('Drag it along the strokes, thick at the landing, thin outwards.', 0.12),
    pure('A second drag at the edge only.', 0.04)
  ],
  uses: []
}

/** Baking powder in gloss glue. docs/trade.md 2. Common practice, no source. */
export const FROTH: Way = {
  id: 'froth',
  for: 'white',
  name: 'Froth',
  note: 'Baking powder in gloss glue: it foams by itself into bubbles of all sizes.',
  compare: {
    risk: 'It rises for minutes and nobody stops it: lay half of what you want.',
    reversible: 'Picked away while soft; it crumbles later.'
  },
  meets: [
    { a: 'gel', b: 'clear-gel', wants: 'on' },
    { a: 'gel', b: 'cured-resin', wants: 'on' }
  ],
  recipe: {
    parts: [
      { material: 'gloss-glue', share: 0.82 },
      { material: 'baking-powder', share: 0.18 }
    ],
    maxPacking: 0.6,
    foams: 2.2,
    dries: {
      white: 'the bubbles',
      clear: 'glue that has drained',
      dull: 'the powder at the foot: gloss it'
    }
  },
  lays: [
    {
      id: 'white',
      name: 'Froth',
      kind: 'white',
      steps: ['mix', 'off', 'white'],
      material: 'gloss-glue'
    }
  ],
  steps: [
    mixStep('Powder into glue, stirred little, used at once.', 'It has begun to rise.'),
    offWhite('Dab it into the holes below the jumps, half as high as wanted.', 0.1),
    pure('White acrylic with the tip of the brush on what collapsed.', 0.03)
  ],
  uses: [
    { material: 'white-acrylic', amount: { fixed: 1, per: { whiteCm2: 0.002 } }, by: ['white'] }
  ]
}
