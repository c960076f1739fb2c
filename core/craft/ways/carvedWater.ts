import type { Way } from './types'

/**
 * Sea and waves carved in one block under one skin: docs/trade.md 2 and 7a. Common practice, no
 * source.
 */
export const CARVED_WATER: Way = {
  id: 'carved-water',
  for: 'pool',
  name: 'Carved in a block, under one skin',
  note: 'The water itself is carved in foam, waves and all, skinned in paper, caulked, painted deep and glossed. No dam, no pour.',
  body: { tissue: true, lacquer: true },
  usual: { skinLayers: 1 },
  compare: {
    depth: 'painted',
    risk: 'Opaque: it lives by its paint. Lacquer that eats foam through a thin skin.',
    reversible: 'Yes: carved again, skinned again, up to the gloss.'
  },
  meets: [
    { a: 'caulk', b: 'sealed-foam', wants: 'unharmed' },
    { a: 'lacquer', b: 'clear-gel', wants: 'unharmed' }
  ],
  lays: [
    {
      id: 'block',
      name: 'Carved block',
      kind: 'part',
      steps: ['carve'],
      material: 'carving-foam'
    },
    {
      id: 'tissue',
      name: 'Skin of paper',
      kind: 'tissue',
      steps: ['tissue'],
      material: 'tissue',
      coats: 'tissueLayers'
    },
    { id: 'caulk', name: 'Caulked cracks', kind: 'gel', steps: ['caulk'], material: 'sealant' },
    {
      id: 'deepen',
      name: 'Painted depth',
      kind: 'paint',
      steps: ['deepen'],
      material: 'bed-paint'
    },
    {
      id: 'lacquer',
      name: 'Gloss',
      kind: 'lacquer',
      skin: true,
      steps: ['lacquer'],
      material: 'skin.lacquer',
      coats: 'lacquerCoats'
    }
  ],
  steps: [
    {
      id: 'carve',
      does: 'block',
      order: 12,
      title: 'Glue the block down and carve the water',
      breakable: true,
      how: 'Water-based glue, weights. Swell first, along the wind; then troughs, then what breaks. Sand it: paper shows every scratch.',
      right: 'Seen low from the front it moves.',
      hands: { fixed: 30, per: { areaCm2: 0.15 } },
      after: [],
      on: ['ground'],
      cautions: ['blade', 'dust'],
      tools: ['flexible knife', 'fine abrasive'],
      forbids: 'solvent cement, super glue, flame'
    },
    {
      id: 'tissue',
      does: 'skin',
      order: 13,
      title: 'Press the paper into matt glue',
      times: 'tissueLayers',
      how: 'Over all of it at once, from the middle outwards, laps going with the water; stipple it into the hollows.',
      right: 'Tight everywhere, no bubble, no crease across a wave.',
      hands: { fixed: 15, per: { areaCm2: 0.06 } },
      between: { becomes: 'wet', min: 0 },
      wait: { becomes: 'firm', min: 'skinDry' },
      after: ['carve'],
      cautions: []
    },
    {
      id: 'caulk',
      order: 13,
      title: 'Caulk the cracks',
      risk: 'Cracks and laps show through paint and gloss.',
      how: 'A thin line, wiped flush with a wet finger.',
      right: 'You cannot feel the laps.',
      hands: { fixed: 10, per: { areaCm2: 0.01 } },
      // a line wiped thin is dry in hours, not in the days of a bead
      wait: { becomes: 'firm', min: 'whiteDry' },
      after: ['tissue'],
      cautions: []
    },
    {
      id: 'deepen',
      order: 14,
      title: 'Paint it, dark, lighter on the waves',
      breakable: true,
      how: 'Darkest in the troughs, greener and paler towards the crests, wet in wet.',
      right: 'The light seems to come from inside it.',
      hands: { fixed: 20, per: { areaCm2: 0.06 } },
      wait: { becomes: 'firm', min: 'paintDry' },
      after: ['caulk'],
      cautions: []
    },
    {
      id: 'lacquer',
      order: 17,
      title: 'Gloss it',
      times: 'lacquerCoats',
      how: 'Thin coats, brushed with the waves.',
      right: 'Wet from every side.',
      hands: { fixed: 8, per: { areaCm2: 0.01 } },
      wait: { becomes: 'clear', min: 'lacquerCoat' },
      after: ['deepen'],
      cautions: ['torch', 'dust']
    }
  ],
  uses: [
    // a block of 20 mm, and what is carved away with it
    { material: 'carving-foam', amount: { fixed: 0, per: { areaCm2: 2 } }, by: ['carve'] },
    { material: 'tissue', amount: { fixed: 0, per: { tissueCm2: 1 } }, by: ['tissue'] },
    { material: 'thinned-glue', amount: { fixed: 5, per: { tissueCm2: 0.03 } }, by: ['tissue'] },
    { material: 'sealant', amount: { fixed: 5, per: { areaCm2: 0.01 } }, by: ['caulk'] },
    { material: 'bed-paint', amount: { fixed: 4, per: { areaCm2: 0.03 } }, by: ['deepen'] },
    { material: 'skin.lacquer', amount: { fixed: 2, per: { lacquerMl: 1 } }, by: ['lacquer'] }
  ]
}

/** Waves that are carved with the water under them: nothing is made off the model, skinned or bedded. */
export const CARVED_IN_ONE: Way = {
  id: 'carved-in-one',
  for: 'sea',
  name: 'Carved in one with the water',
  note: 'Crests cut in the same block as the water under them, before its one skin goes over all of it.',
  compare: {
    risk: 'Opaque lips: white and a thin edge must do what light would.',
    reversible: 'Yes, up to the paint.'
  },
  lays: [
    {
      id: 'crests',
      name: 'Carved crests',
      kind: 'part',
      steps: ['crests'],
      material: 'carving-foam'
    }
  ],
  steps: [
    {
      id: 'crests',
      does: 'crests',
      order: 12,
      title: 'Carve its crests',
      breakable: true,
      how: 'By the face sections: undercut what curls no deeper than paper can follow.',
      right: 'Each section fits at its station.',
      hands: { fixed: 20, per: { crestCm: 1 } },
      after: [],
      cautions: ['blade', 'dust'],
      tools: ['flexible knife', 'face templates']
    }
  ],
  uses: [{ material: 'carving-foam', amount: { fixed: 0, per: { formCm2: 0.5 } }, by: ['crests'] }]
}
