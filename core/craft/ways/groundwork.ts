import type { Way } from './types'

/** Base, landform, shell, bed and seal: docs/trade.md 1, steps 2–8 and 10. Common practice, no source. */
export const GROUNDWORK: Way = {
  id: 'groundwork',
  for: 'ground',
  name: 'Groundwork',
  note: 'From a bare board to a sealed, painted bed.',
  lays: [
    {
      id: 'landform',
      name: 'Landform',
      kind: 'landform',
      steps: ['landform', 'carve'],
      material: 'ground.landform'
    },
    {
      id: 'shell',
      name: 'Shell',
      kind: 'shell',
      steps: ['cast', 'shell'],
      material: 'ground.shell'
    },
    {
      id: 'paint',
      name: 'Paint of the bed',
      kind: 'paint',
      steps: ['paint'],
      material: 'bed-paint'
    },
    { id: 'wash', name: 'Wash and dry-brush', kind: 'paint', steps: ['wash'], material: 'wash' },
    {
      id: 'seal',
      name: 'Seal',
      kind: 'seal',
      steps: ['seal'],
      ready: 'sealReady',
      material: 'ground.seal',
      coats: 'sealCoats'
    },
    {
      id: 'texture',
      name: 'Texture and gravel',
      kind: 'texture',
      steps: ['texture'],
      material: 'scatter'
    }
  ],
  steps: [
    {
      id: 'base',
      thereFrom: 'landform',
      risk: 'Raw wood drinks water and bows the base.',
      order: 2,
      title: 'Batten and seal the base',
      breakable: true,
      how: 'Batten the board from below, then brush sealer over all its faces and edges.',
      right: 'Flat on the table, no raw wood showing.',
      hands: { fixed: 30 },
      wait: { becomes: 'firm', min: 'baseDry' },
      after: [],
      cautions: ['dust']
    },
    {
      id: 'landform',
      thereFrom: 'landform',
      onlyWith: 'landformMm',
      risk: 'There is nothing to carve.',
      order: 3,
      title: 'Cut and glue the landform',
      breakable: true,
      how: 'Cut the layers to the plan, glue them, pin and weight them while the glue sets.',
      right: 'Nothing has crept; no gap you can see light through.',
      hands: { fixed: 25, per: { baseCm2: 0.03 } },
      wait: { becomes: 'firm', min: 'landformGlue' },
      after: ['base'],
      cautions: ['hotwire', 'isocyanate', 'blade']
    },
    {
      id: 'carve',
      thereFrom: 'landform',
      onlyWith: 'landformMm',
      risk: 'The water has no bed.',
      order: 3,
      title: 'Carve bed, banks and lip',
      breakable: true,
      how: 'Carve the bed to the section, step it where the water drops, round over the lip. Stuff and tape the gaps.',
      right: 'The skewer meets the depths on the plan.',
      hands: { fixed: 20, per: { baseCm2: 0.03, waterCm2: 0.08 } },
      after: ['landform'],
      cautions: ['dust', 'blade']
    },
    {
      id: 'shell',
      thereFrom: 'shelled',
      risk: 'Bare foam is soft, shows its cells, and hot resin finds it.',
      order: 4,
      title: 'Spread the shell',
      onlyWith: 'shellMm',
      breakable: true,
      how: 'Spread it thin in patches you can smooth within the working time. Press stones and castings in while it takes them.',
      right: 'Hard, pale and no longer cold to the touch.',
      hands: { fixed: 15, per: { baseCm2: 0.035 } },
      wait: { becomes: 'firm', min: 'shellSet' },
      after: ['carve', 'cast'],
      cautions: ['dust']
    },
    {
      id: 'cast',
      thereFrom: 'shelled',
      risk: 'No rocks of your own.',
      order: 4,
      title: 'Cast the rocks',
      onlyWith: 'castingMl',
      breakable: true,
      how: 'Pour plaster thin into wetted moulds, tap the bubbles up, turn out after a few hours. Wet the castings before they go into wet shell.',
      right: 'Cold no longer, sharp at the edges, no two alike side by side.',
      apart: true,
      hands: { fixed: 15, per: { castingMl: 0.1 } },
      wait: { becomes: 'firm', min: 'castingSet' },
      after: [],
      cautions: ['dust']
    },
    {
      id: 'paint',
      thereFrom: 'painted-and-sealed',
      risk: 'Water shows what lies under it: a bare bed is seen for good.',
      order: 6,
      title: 'Paint the bed',
      onlyWith: 'bedCm2',
      breakable: true,
      how: 'Dark where deep, lighter to the shore; fade it at the waterline. What the water hides is still seen through it.',
      right: 'It looks like the river with the water let out.',
      hands: { fixed: 25, per: { bedCm2: 0.08 } },
      wait: { becomes: 'firm', min: 'paintDry' },
      after: ['shell'],
      cautions: []
    },
    {
      id: 'wash',
      thereFrom: 'painted-and-sealed',
      risk: 'The bed reads flat.',
      order: 6,
      title: 'Wash, then dry-brush the edges',
      breakable: true,
      how: 'Run thin washes into the cracks, let them dry, catch the edges with a dry brush. Rock near water is darker because it is damp.',
      right: 'Every edge reads from a metre away.',
      hands: { fixed: 15, per: { baseCm2: 0.01 } },
      wait: { becomes: 'firm', min: 'washDry' },
      after: ['paint'],
      cautions: []
    },
    {
      id: 'seal',
      thereFrom: 'painted-and-sealed',
      risk: 'Air in shell and foam bubbles up through the resin for as long as it is liquid.',
      order: 7,
      title: 'Seal the bed',
      onlyWith: 'waterCm2',
      times: 'sealCoats',
      how: 'Brush a coat over everything the water will touch, and the edge of the base. Stipple out the brush marks.',
      right: 'One even sheen; no pinhole drinks it up.',
      hands: { fixed: 6, per: { waterCm2: 0.02 } },
      wait: { becomes: 'workable', min: 'sealCoat' },
      after: ['wash'],
      cautions: []
    },
    {
      id: 'texture',
      thereFrom: 'painted-and-sealed',
      risk: 'Loose grains float up in the first pour.',
      order: 8,
      title: 'Fix loose texture and gravel',
      breakable: true,
      how: 'Wet with alcohol and water, drip thinned glue. Leave plants until the torch has been put away.',
      right: 'Nothing moves when you blow on it.',
      hands: { fixed: 15, per: { baseCm2: 0.015 } },
      wait: { becomes: 'firm', min: 'textureDry' },
      after: [{ step: 'seal', wait: { becomes: 'firm', min: 'sealReady' } }],
      cautions: ['torch']
    },
    {
      id: 'level',
      does: 'level',
      risk: 'What finds its own level shows every degree: one side deep, the other dry.',
      order: 10,
      title: 'Level the base',
      how: 'Level across and along, with shims under the low end. Mark where it stands.',
      right: 'The bubble is still when you turn the level round.',
      hands: { fixed: 8 },
      after: ['texture'],
      cautions: []
    }
  ],
  uses: [
    { material: 'bed-paint', amount: { fixed: 5, per: { bedCm2: 0.02 } }, by: ['paint'] },
    { material: 'scatter', amount: { fixed: 20, per: { baseCm2: 0.03 } }, by: ['texture'] },
    { material: 'thinned-glue', amount: { fixed: 20, per: { baseCm2: 0.03 } }, by: ['texture'] },
    { material: 'wetting-mix', amount: { fixed: 15, per: { baseCm2: 0.025 } }, by: ['texture'] },
    { material: 'wash', amount: { fixed: 5, per: { baseCm2: 0.008 } }, by: ['wash'] },
    { material: 'casting-plaster', amount: { fixed: 0, per: { castingMl: 0.95 } }, by: ['cast'] }
  ]
}
