import type { Way } from './types'

/** A crest cast from a moulded master. docs/trade.md 2. Common practice, no source. */
export const CAST_WAVE: Way = {
  id: 'cast-wave',
  for: 'sea',
  name: 'Cast from a moulded master',
  note: 'Master in clay on glass, rubber mould in six coats, shell of plaster cloth, resin; made over-long and sawn flush.',
  compare: {
    risk: 'A week of mould before the first casting; bubbles under the lip.',
    reversible: 'Yes: another casting costs only resin.'
  },
  meets: [
    { a: 'mould-rubber', b: 'dry-clay', wants: 'off' },
    { a: 'mould-rubber', b: 'glass', wants: 'off' },
    { a: 'two-part', b: 'silicone', wants: 'off' },
    { a: 'two-part', b: 'cured-resin', wants: 'on' }
  ],
  part: { shape: 'cast', on: 'silicone', bond: 'resin' },
  lays: [
    {
      id: 'part',
      name: 'Cast crest',
      kind: 'part',
      steps: ['master', 'rubber', 'shell', 'cast', 'saw'],
      material: 'resin'
    },
    {
      id: 'bed',
      name: 'Bedding coat',
      kind: 'resin',
      steps: ['bed'],
      material: 'resin'
    },
    {
      id: 'gel',
      name: 'Other crests',
      kind: 'gel',
      steps: ['gel'],
      material: 'gel',
      coats: 'gelCoats'
    }
  ],
  steps: [
    {
      id: 'master',
      order: 15,
      title: 'Model the master',
      breakable: true,
      how: 'Trace the shoreline on baking paper, lay it under glass. Core in fibre plaster, skin in air-dry clay, to the face templates, over-long at both ends; seal it when dry.',
      right: 'Each face template fits at its station.',
      hands: { fixed: 40, per: { mouldCm2: 0.6 } },
      wait: { becomes: 'firm', min: 'clayDry' },
      after: [],
      cautions: ['dust'],
      tools: ['glass', 'face templates', 'modelling tools']
    },
    {
      id: 'rubber',
      order: 15,
      title: 'Brush on a coat of rubber',
      times: 'rubberCoats',
      how: 'Thin, right to the glass and a finger beyond. The fourth takes cloth.',
      right: 'No clay shows; it no longer pulls threads.',
      hands: { fixed: 8, per: { mouldCm2: 0.03 } },
      wait: { becomes: 'workable', min: 'rubberCoat' },
      after: ['master'],
      cautions: ['latex'],
      tools: ['soft brush', 'cloth for the fourth']
    },
    {
      id: 'shell',
      order: 15,
      title: 'Shell it in plaster cloth',
      how: 'Three layers over the rubber, flat on top so that it stands level upside down.',
      right: 'It stands without rocking.',
      hands: { fixed: 20, per: { mouldCm2: 0.05 } },
      wait: { becomes: 'firm', min: 'shellHard' },
      after: [{ step: 'rubber', wait: { becomes: 'firm', min: 'rubberSet' } }],
      cautions: ['dust']
    },
    {
      id: 'cast',
      order: 15,
      title: 'Level the mould and cast',
      times: 'castPours',
      how: 'Turn it over into its shell, level it both ways, pour slowly from one end.',
      right: 'Full to the rim, no bubble under the lip.',
      hands: { fixed: 20, per: { castMl: 0.05 } },
      wait: { becomes: 'cured', min: 'castFirm' },
      after: ['shell'],
      cautions: ['resin', 'heat'],
      tools: ['level', 'shims']
    },
    {
      id: 'saw',
      order: 15,
      title: 'Turn it out and saw it flush',
      how: 'Peel the rubber back, saw at the lines on the template, sand the foot flat on glass.',
      right: 'It stands on glass without rocking.',
      hands: { fixed: 20 },
      after: ['cast'],
      cautions: ['dust', 'blade'],
      tools: ['fine saw', 'abrasive on glass']
    },
    {
      id: 'bed',
      order: 16,
      does: 'bed',
      follows: 'cast',
      title: 'Bed it on the water',
      how: 'On its line of the template.',
      fixes: true,
      right: 'No line under its foot.',
      hands: { fixed: 20, per: { crestCm: 0.05 } },
      wait: { becomes: 'cured', min: 'bondHolds' },
      after: ['saw'],
      on: ['below'],
      cautions: []
    },
    {
      id: 'gel',
      order: 17,
      title: 'Draw up the other crests',
      onlyWith: 'crestCm',
      times: 'gelCoats',
      how: 'One coat of heavy gel along the pricked crest lines, no thicker than a coat: higher swell is raised like brushed ridges, coat by coat.',
      loose:
        'One coat of heavy gel along the pricked crest lines, none where the base of the wave will lie: higher swell is raised like brushed ridges, coat by coat.',
      right: 'The cast wave is one of a family.',
      hands: { fixed: 12, per: { crestCm: 0.2 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['bed'],
      cautions: []
    }
  ],
  gel: 'swell',
  uses: [
    { material: 'air-dry-clay', amount: { fixed: 20, per: { clayMl: 1.7 } }, by: ['master'] },
    { material: 'casting-plaster', amount: { fixed: 0, per: { coreMl: 0.95 } }, by: ['master'] },
    { material: 'mould-rubber', amount: { fixed: 10, per: { mouldCm2: 0.55 } }, by: ['rubber'] },
    { material: 'mould-cloth', amount: { fixed: 0, per: { mouldCm2: 1.2 } }, by: ['rubber'] },
    { material: 'plaster-cloth', amount: { fixed: 10, per: { mouldCm2: 0.3 } }, by: ['shell'] },
    { material: 'resin', amount: { fixed: 0, per: { castMl: 1.15 } }, by: ['cast'] },
    { material: 'bond', amount: { fixed: 12 }, by: ['bed'] },
    { material: 'gloves', amount: { fixed: 3 }, by: ['rubber', 'cast', 'bed'] },
    { material: 'gel', amount: { fixed: 3, per: { crestCm: 0.15 } }, by: ['gel'] }
  ]
}

/**
 * A crest of thin clear film rolled round a former, backed with gel. docs/trade.md 2. Common
 * practice, no source.
 */
export const CURL_FILM: Way = {
  id: 'curl-film',
  for: 'sea',
  name: 'Curl of film with backing',
  note: 'Thin stiff clear film rolled round a former, glued to a clear sheet so that it lifts off, backed with gel in layers.',
  usual: { film: 'acetate-02' },
  compare: {
    risk: 'It droops or springs open while the gel is wet; gel lifts off film that was not scuffed.',
    reversible: 'Yes: it lifts off on its sheet until it is bedded.'
  },
  meets: [
    { a: 'gel', b: 'scuffed-film', wants: 'on' },
    { a: 'hot-glue', b: 'acetate', wants: 'on' },
    { a: 'gel', b: 'cured-resin', wants: 'on' }
  ],
  part: { shape: 'curl', on: 'acetate', bond: 'hotglue', film: true },
  gel: 'backing',
  lays: [
    {
      id: 'part',
      name: 'Curl of film',
      kind: 'part',
      steps: ['roll', 'foot'],
      material: 'film'
    },
    {
      id: 'back',
      name: 'Backing of gel',
      kind: 'gel',
      steps: ['back', 'release'],
      material: 'gel',
      coats: 'gelCoats'
    },
    { id: 'set', name: 'Curl set on the water', kind: 'part', steps: ['bed'], material: 'gel' },
    { id: 'gel', name: 'Other crests', kind: 'gel', steps: ['gel'], material: 'gel' }
  ],
  steps: [
    {
      id: 'roll',
      order: 15,
      title: 'Cut the film, scuff its back, roll it',
      how: 'Cut it to arc and length. Scuff the back, roll it round the former, tape it and leave it.',
      right: 'Let go, it opens to the radius on the jig sheet and no farther.',
      hands: { fixed: 15, per: { filmCm2: 0.1 } },
      wait: { becomes: 'firm', min: 60 },
      after: [],
      cautions: ['blade', 'dust'],
      tools: ['former', 'fine abrasive', 'jig sheet']
    },
    {
      id: 'foot',
      order: 15,
      title: 'Fix its foot to the base sheet',
      how: 'On a clear sheet, at the crest line of the template. Set the props where the jig says.',
      fixes: true,
      right: 'The face leans as on the jig, all along.',
      hands: { fixed: 12, per: { props: 3 } },
      wait: { becomes: 'firm', min: 'bondHolds' },
      after: ['roll'],
      cautions: [],
      tools: ['props by the jig']
    },
    {
      id: 'back',
      order: 15,
      title: 'Back it with gel, a coat at a time',
      times: 'gelCoats',
      how: 'Outside only, no thicker than its coat, from the foot up; each clear before the next.',
      right: 'The lip still touches its props and not more.',
      hands: { fixed: 10, per: { partCm2: 0.12 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['foot'],
      cautions: [],
      tools: ['soft brush']
    },
    {
      id: 'release',
      order: 15,
      title: 'Take the props away',
      onlyWith: 'propsAway',
      how: 'From the lip down; look from the side against the jig sheet.',
      right: 'It stands as it stood.',
      hands: { fixed: 4, per: { propsAway: 1 } },
      after: [{ step: 'back', wait: { becomes: 'firm', min: 'propRelease' } }],
      cautions: []
    },
    {
      id: 'bed',
      order: 16,
      does: 'bed',
      follows: 'roll',
      title: 'Set it on the water',
      how: 'Trim the sheet, bed it in gel along the crest line, weights until the gel holds.',
      right: 'No edge of sheet shows.',
      hands: { fixed: 15, per: { crestCm: 0.05 } },
      wait: { becomes: 'firm', min: 'stripSet' },
      after: ['back', 'release'],
      on: ['below'],
      cautions: ['blade'],
      tools: ['weights']
    },
    {
      id: 'gel',
      order: 17,
      title: 'Draw up the other crests',
      onlyWith: 'crestCm',
      how: 'One coat of heavy gel along the pricked crest lines and up the back of the curl: higher swell is raised like brushed ridges, coat by coat.',
      loose:
        'One coat of heavy gel along the pricked crest lines, none where the base of the curl will lie: higher swell is raised like brushed ridges, coat by coat.',
      right: 'The curl grows out of the swell behind it.',
      hands: { fixed: 12, per: { crestCm: 0.2 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['bed'],
      cautions: []
    }
  ],
  uses: [
    { material: 'film', amount: { fixed: 20, per: { filmCm2: 2.2 } }, by: ['roll'] },
    { material: 'bond', amount: { fixed: 1 }, by: ['foot'] },
    { material: 'gel', amount: { fixed: 1, per: { gelMl: 1.15 } }, by: ['back'] },
    { material: 'gel', amount: { fixed: 1 }, by: ['bed'] },
    { material: 'gel', amount: { fixed: 1, per: { crestCm: 0.15 } }, by: ['gel'] },
    { material: 'prop-foam', amount: { fixed: 0, per: { props: 1 } }, by: ['foot'] }
  ]
}

/** Foam carved and skinned. docs/trade.md 2. Common practice, no source. */
export const CARVED_WAVE: Way = {
  id: 'carved-wave',
  for: 'sea',
  name: 'Carved and skinned',
  note: 'Foam cut with a flexible knife, skinned in watercolour or tissue paper, caulked, painted, white on top.',
  compare: {
    risk: 'Opaque: nothing shines through the lip; solvent finds the foam.',
    reversible: 'Yes, up to the paint.'
  },
  meets: [
    { a: 'caulk', b: 'sealed-foam', wants: 'unharmed' },
    { a: 'white-acrylic', b: 'sealed-foam', wants: 'unharmed' },
    { a: 'gel', b: 'sealed-foam', wants: 'on' }
  ],
  gel: 'ripple',
  lays: [
    {
      id: 'part',
      name: 'Carved block',
      kind: 'part',
      steps: ['carve'],
      material: 'carving-foam'
    },
    { id: 'skin', name: 'Skin of paper', kind: 'tissue', steps: ['skin'], material: 'tissue' },
    {
      id: 'set',
      name: 'Block set on the water',
      kind: 'part',
      steps: ['bed'],
      material: 'thinned-glue'
    },
    { id: 'colour', name: 'Paint', kind: 'paint', steps: ['colour'], material: 'bed-paint' },
    { id: 'coat', name: 'Gloss and ripples', kind: 'gel', steps: ['coat', 'gel'], material: 'gel' }
  ],
  steps: [
    {
      id: 'carve',
      order: 15,
      title: 'Carve the block',
      breakable: true,
      how: 'Trace the face sections on both ends, carve between them, sand.',
      right: 'Each face template fits at its station.',
      hands: { fixed: 25, per: { mouldCm2: 0.35 } },
      after: [],
      cautions: ['blade', 'dust'],
      tools: ['flexible knife', 'face templates']
    },
    {
      id: 'skin',
      order: 15,
      title: 'Skin it in paper',
      how: 'Tissue in thinned glue, laps going with the water; caulk the cracks.',
      right: 'Tight, without a wrinkle across the wave.',
      hands: { fixed: 20, per: { mouldCm2: 0.2 } },
      wait: { becomes: 'firm', min: 'whiteDry' },
      after: ['carve'],
      cautions: []
    },
    {
      id: 'bed',
      order: 16,
      does: 'bed',
      follows: 'carve',
      title: 'Glue it down and fill its foot',
      how: 'Water-based glue, weights, filler along the foot.',
      right: 'It grows out of the water.',
      hands: { fixed: 12 },
      wait: { becomes: 'firm', min: 'stripSet' },
      after: ['skin'],
      on: ['below'],
      cautions: [],
      forbids: 'solvent cement, super glue, flame'
    },
    {
      id: 'colour',
      order: 16,
      title: 'Paint it deep to thin',
      breakable: true,
      how: 'Dark in the trough, green where light would come through, pale at the lip.',
      right: 'The lip glows.',
      hands: { fixed: 25, per: { mouldCm2: 0.1 } },
      wait: { becomes: 'firm', min: 'whiteDry' },
      after: ['bed'],
      cautions: []
    },
    {
      id: 'coat',
      order: 17,
      title: 'Brush the gloss on',
      how: 'A thin coat over wave and water alike.',
      loose: 'A thin coat over the wave and its base.',
      right: 'Wet from every side.',
      hands: { fixed: 12, per: { formCm2: 0.02 } },
      wait: { becomes: 'workable', min: 'stippleOpens', max: 'stippleCloses', hard: true },
      after: ['colour'],
      cautions: []
    },
    {
      id: 'gel',
      order: 17,
      title: 'Stipple the ripples',
      how: 'With the wind on the back of the wave, none on its face.',
      right: 'They stay when the brush is gone.',
      hands: { fixed: 10, per: { formCm2: 0.02 } },
      wait: { becomes: 'clear', min: 'formClear' },
      after: ['coat'],
      cautions: [],
      tools: ['stiff brush']
    }
  ],
  uses: [
    { material: 'carving-foam', amount: { fixed: 0, per: { castMl: 1.6 } }, by: ['carve'] },
    { material: 'tissue', amount: { fixed: 0, per: { mouldCm2: 2 } }, by: ['skin'] },
    { material: 'thinned-glue', amount: { fixed: 3, per: { mouldCm2: 0.05 } }, by: ['skin'] },
    { material: 'thinned-glue', amount: { fixed: 2 }, by: ['bed'] },
    { material: 'bed-paint', amount: { fixed: 4, per: { mouldCm2: 0.03 } }, by: ['colour'] },
    { material: 'gel', amount: { fixed: 3, per: { gelMl: 1.15 } }, by: ['coat', 'gel'] }
  ]
}
