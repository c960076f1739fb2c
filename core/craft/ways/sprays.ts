import type { Way } from './types'

/** Spray of dry fibre. docs/trade.md 2. Common practice, no source. */
export const TEASED_FIBRE: Way = {
  id: 'teased-fibre',
  for: 'spray',
  name: 'Teased fibre',
  note: 'Polyester fibre or cotton wool pulled out until it is hardly there.',
  compare: { risk: 'Too much of it reads as wool.', reversible: 'Yes: it pulls off.' },
  meets: [{ a: 'gel', b: 'cured-resin', wants: 'on' }],
  lays: [{ id: 'spray', name: 'Spray', kind: 'fibre', steps: ['spray'], material: 'fibre' }],
  steps: [
    {
      id: 'spray',
      order: 19,
      title: 'Spray where water lands and is thrown',
      how: 'Tease fibre thin, dip its foot in gloss glue, set it where the sheet lands. Outside first, then the inside.',
      right: 'You see through it.',
      hands: { fixed: 12, per: { widthCm: 1, sprayCm2: 0.05 } },
      wait: { becomes: 'clear', min: 480 },
      after: [],
      on: ['whites'],
      cautions: [],
      tools: ['tweezers']
    }
  ],
  uses: [
    {
      material: 'fibre',
      amount: { fixed: 0.2, per: { widthCm: 0.1, sprayCm2: 0.004 } },
      by: ['spray']
    },
    { material: 'gloss-glue', amount: { fixed: 1, per: { widthCm: 0.1 } }, by: ['spray'] }
  ]
}

/** Spray of glossed fibre dusted with snow powder. docs/trade.md 2. Common practice, no source. */
export const DUSTED_FIBRE: Way = {
  id: 'dusted-fibre',
  for: 'spray',
  name: 'Glossed and dusted fibre',
  note: 'Fibre soaked in glossy glue, dusted with snow powder, lacquered, set with light-cured resin: spray with drops in it.',
  compare: {
    risk: 'Heavy if the glue is not squeezed out.',
    reversible: 'Hardly: it is set in resin.'
  },
  meets: [
    { a: 'light', b: 'cured-resin', wants: 'on' },
    { a: 'lacquer', b: 'clear-gel', wants: 'unharmed' }
  ],
  lays: [
    {
      id: 'spray',
      name: 'Spray',
      kind: 'fibre',
      steps: ['soak', 'lacquer', 'spray'],
      material: 'fibre'
    }
  ],
  steps: [
    {
      id: 'soak',
      order: 19,
      title: 'Soak, dust and hang the fibre',
      how: 'Soak in glossy glue, squeeze out, tease, dust with snow powder, hang up to dry.',
      right: 'Grains sit on threads, not in clots.',
      hands: { fixed: 15, per: { widthCm: 0.8, sprayCm2: 0.04 } },
      wait: { becomes: 'firm', min: 'whiteDry' },
      after: [],
      cautions: ['dust']
    },
    {
      id: 'lacquer',
      order: 19,
      title: 'Mist it with lacquer',
      how: 'From well away, turned as it goes.',
      right: 'It glints.',
      hands: { fixed: 6 },
      wait: { becomes: 'firm', min: 120 },
      after: ['soak'],
      cautions: ['torch'],
      forbids: 'flame, bare foam'
    },
    {
      id: 'spray',
      order: 19,
      title: 'Set it where water lands and is thrown',
      how: 'A dot of light-cured resin each, the lamp a few seconds. Outside of the splash first, then the inside.',
      right: 'You see through it.',
      hands: { fixed: 12, per: { widthCm: 1, sprayCm2: 0.05 } },
      wait: { becomes: 'cured', min: 10 },
      after: ['lacquer'],
      on: ['whites'],
      cautions: ['resin', 'uv'],
      tools: ['lamp', 'tweezers']
    }
  ],
  uses: [
    {
      material: 'fibre',
      amount: { fixed: 0.2, per: { widthCm: 0.1, sprayCm2: 0.004 } },
      by: ['soak']
    },
    { material: 'gloss-glue', amount: { fixed: 3, per: { widthCm: 0.2 } }, by: ['soak'] },
    { material: 'snow-powder', amount: { fixed: 0.5 }, by: ['soak'] },
    { material: 'gloss-lacquer', amount: { fixed: 3 }, by: ['lacquer'] },
    { material: 'craft-light-resin', amount: { fixed: 1 }, by: ['spray'] }
  ]
}
