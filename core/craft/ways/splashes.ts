import type { Way } from './types'

/** A skin of light-cured resin peeled off a bag. docs/trade.md 2 and 6 (C2). Common practice, no source. */
export const BAG_SKIN: Way = {
  id: 'bag-skin',
  for: 'splash',
  name: 'Skin off a former',
  note: 'Light-cured resin on a polythene bag over a bottle, zapped, a second layer, peeled: the wrinkles of the bag read as ripples.',
  compare: {
    risk: 'Thin skin tears at the peel; shaded folds stay tacky.',
    reversible: 'Yes: peel another.'
  },
  meets: [
    { a: 'light', b: 'polythene', wants: 'off' },
    { a: 'light', b: 'cured-resin', wants: 'on' }
  ],
  part: { shape: 'skin', on: 'polythene', bond: 'light' },
  gel: 'foot',
  lays: [
    {
      id: 'part',
      name: 'Skin off a former',
      kind: 'part',
      steps: ['skin', 'panels'],
      material: 'craft-light-resin'
    },
    { id: 'foot', name: 'Blended foot', kind: 'gel', steps: ['gel'], material: 'gel' }
  ],
  steps: [
    {
      id: 'skin',
      order: 15,
      title: 'Brush, zap, brush again, zap',
      how: 'A bag over a bottle; resin in two thin layers within the envelope, each under the lamp from all sides.',
      right: 'No tack inside the folds.',
      hands: { fixed: 15, per: { partCm2: 0.25 } },
      wait: { becomes: 'cured', min: 'lightSet' },
      after: [],
      cautions: ['resin', 'uv'],
      tools: ['bottle', 'polythene bag', 'lamp']
    },
    {
      id: 'panels',
      order: 15,
      title: 'Peel, trim and join the panels',
      how: 'Peel the bag out, trim to the envelope, join panels with resin on the jig, zap each dot.',
      right: 'It stands on the jig by itself.',
      hands: { fixed: 15, per: { parts: 3 } },
      wait: { becomes: 'cured', min: 'lightSet' },
      after: ['skin'],
      cautions: ['resin', 'uv', 'blade'],
      tools: ['jig', 'lamp']
    },
    {
      id: 'gel',
      order: 16,
      title: 'Set it and blend its foot',
      how: 'Lean it on a covered wall until it holds, then feather gel out from its foot.',
      fixes: true,
      right: 'It grows out of the water.',
      hands: { fixed: 12 },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['panels'],
      on: ['below'],
      cautions: []
    }
  ],
  uses: [
    {
      material: 'craft-light-resin',
      amount: { fixed: 2, per: { partCm2: 0.11 } },
      by: ['skin', 'panels']
    },
    { material: 'bond', amount: { fixed: 0.3 }, by: ['gel'] },
    { material: 'gel', amount: { fixed: 1.5 }, by: ['gel'] },
    { material: 'fibre', amount: { fixed: 0.2 }, by: ['gel'] }
  ]
}

/** Paste built up and picked to points. docs/trade.md 2. Common practice, no source. */
export const PICKED_PASTE: Way = {
  id: 'picked-paste',
  for: 'splash',
  name: 'Picked paste',
  note: 'Splash gel thickened with glass bubbles, built up the rock and picked to points while it takes it.',
  usual: { gel: 'splash-gel' },
  compare: {
    risk: 'Points slump if the paste is too thin or picked too soon; white, never clear.',
    reversible: 'Yes while fresh.'
  },
  meets: [
    { a: 'gel', b: 'sealed-foam', wants: 'on' },
    { a: 'gel', b: 'cured-resin', wants: 'on' }
  ],
  gel: 'heap',
  recipe: {
    parts: [
      { material: 'splash-gel', share: 0.66 },
      { material: 'glass-bubbles', share: 0.3 },
      { material: 'white-acrylic', share: 0.04 }
    ],
    maxPacking: 0.64,
    dries: {
      white: 'bubbles and acrylic',
      clear: 'the gel between them',
      dull: 'the acrylic: gloss the tips'
    }
  },
  lays: [
    {
      id: 'heap',
      name: 'Paste',
      kind: 'white',
      steps: ['heap'],
      material: 'splash-gel',
      coats: 'gelCoats'
    },
    { id: 'top', name: 'Picked coat', kind: 'white', steps: ['top', 'gel'], material: 'splash-gel' }
  ],
  steps: [
    {
      id: 'heap',
      order: 17,
      title: 'Build the paste up',
      times: 'gelCoats',
      how: 'In coats up the rock face, none higher than stands.',
      right: 'It stands as it was left.',
      hands: { fixed: 10, per: { formCm2: 0.3 } },
      wait: { becomes: 'workable', min: 'pasteDry' },
      after: [],
      on: ['below'],
      cautions: ['dust'],
      tools: ['spatula']
    },
    {
      id: 'top',
      order: 17,
      title: 'Lay the coat that is picked',
      how: 'A thin coat over the crown.',
      right: 'It still shines wet.',
      hands: { fixed: 5, per: { fingers: 0.2 } },
      wait: { becomes: 'workable', min: 'teaseOpens', max: 'teaseCloses', hard: true },
      after: ['heap'],
      cautions: []
    },
    {
      id: 'gel',
      order: 17,
      title: 'Pick it to points',
      how: 'Up and outwards along the rays, none longer than the envelope.',
      right: 'Points stand when the pick has gone.',
      hands: { fixed: 8, per: { fingers: 0.5 } },
      wait: { becomes: 'firm', min: 'formClear' },
      after: ['top'],
      cautions: [],
      tools: ['pick']
    }
  ],
  uses: [
    { material: 'splash-gel', amount: { fixed: 1, per: { gelMl: 0.7 } }, by: ['heap', 'top'] },
    {
      material: 'glass-bubbles',
      amount: { fixed: 0.1, per: { gelMl: 0.08 } },
      by: ['heap', 'top']
    },
    { material: 'white-acrylic', amount: { fixed: 0.5, per: { gelMl: 0.05 } }, by: ['heap', 'top'] }
  ]
}

/** Thrown water of teased fibre. docs/trade.md 2. Common practice, no source. */
export const FIBRE_SPLASH: Way = {
  id: 'fibre-splash',
  for: 'splash',
  name: 'Fibre',
  note: 'Teased fibre soaked in glossy glue at its foot, dry at its tips: right where single drops would be too big.',
  compare: {
    risk: 'Reads as hair when it is teased too little.',
    reversible: 'Yes: it pulls off.'
  },
  meets: [{ a: 'gel', b: 'cured-resin', wants: 'on' }],
  part: { shape: 'tuft', on: 'silicone-paper', bond: 'gel' },
  gel: 'foot',
  lays: [
    { id: 'part', name: 'Tuft of fibre', kind: 'part', steps: ['tease'], material: 'fibre' },
    { id: 'foot', name: 'Blended foot', kind: 'gel', steps: ['gel'], material: 'gel' }
  ],
  steps: [
    {
      id: 'tease',
      order: 15,
      title: 'Tease the fibre to the envelope',
      how: 'Pull it until you see through it, foot together, tips apart; lay it on the envelope template.',
      right: 'It reads as spray, not as hair.',
      hands: { fixed: 12, per: { fingers: 0.3 } },
      after: [],
      cautions: [],
      tools: ['tweezers', 'envelope template']
    },
    {
      id: 'gel',
      order: 16,
      title: 'Set it on the water',
      how: 'Outside first, then the inside.',
      fixes: true,
      right: 'It leans the way the water moves.',
      hands: { fixed: 12 },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['tease'],
      on: ['below'],
      cautions: []
    }
  ],
  uses: [
    { material: 'fibre', amount: { fixed: 0.3, per: { formCm2: 0.015 } }, by: ['tease'] },
    { material: 'bond', amount: { fixed: 0.3 }, by: ['gel'] },
    { material: 'gel', amount: { fixed: 1.7 }, by: ['gel'] }
  ]
}
