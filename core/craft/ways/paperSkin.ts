import type { Way } from './types'

/**
 * A skin of tissue over foam, painted to look deep, and lacquer: docs/trade.md 2 and G5. Common
 * practice, no source.
 */
export const PAPER_SKIN: Way = {
  id: 'paper-skin',
  for: 'pool',
  name: 'Paper skin and lacquer',
  note: 'Tissue in thinned glue over the foam, painted deep, then gloss lacquer. No dam, no heat.',
  body: { tissue: true, lacquer: true },
  compare: {
    depth: 'painted',
    risk: 'Lacquer that eats foam through a thin skin; wrinkles that read as cloth.',
    reversible: 'Yes: paint and lacquer over it.'
  },
  meets: [{ a: 'lacquer', b: 'clear-gel', wants: 'unharmed' }],
  lays: [
    {
      id: 'tissue',
      name: 'Skin of tissue',
      kind: 'tissue',
      steps: ['tissue'],
      material: 'tissue',
      coats: 'tissueLayers'
    },
    {
      id: 'deepen',
      name: 'Painted depth',
      kind: 'paint',
      steps: ['deepen'],
      material: 'bed-paint'
    },
    {
      id: 'lacquer',
      name: 'Lacquer',
      kind: 'lacquer',
      steps: ['lacquer'],
      skin: true,
      material: 'skin.lacquer',
      coats: 'lacquerCoats'
    }
  ],
  steps: [
    {
      id: 'tissue',
      order: 13,
      title: 'Lay the tissue',
      times: 'tissueLayers',
      how: 'Brush thinned glue on, lay torn tissue into it with laps, brush it down from the middle; pinch up the ripples while it is wet.',
      right: 'No bare foam, no bubble, ripples that run with the water.',
      hands: { fixed: 10, per: { areaCm2: 0.05 } },
      // wet in wet: the layers are one sitting, and dry together
      between: { becomes: 'wet', min: 0 },
      wait: { becomes: 'firm', min: 'skinDry' },
      after: [],
      on: ['ground'],
      cautions: []
    },
    {
      id: 'deepen',
      order: 13,
      title: 'Paint it deep',
      breakable: true,
      how: 'Dark where it is deep, lighter to the shore, wet in wet; a little of the bed through the shallows.',
      right: 'From a step away it has a floor.',
      hands: { fixed: 20, per: { areaCm2: 0.06 } },
      wait: { becomes: 'firm', min: 'paintDry' },
      after: ['tissue'],
      cautions: []
    },
    {
      id: 'lacquer',
      order: 17,
      title: 'Lacquer',
      times: 'lacquerCoats',
      how: 'A flowing coat, brushed one way, level; a thin glaze of colour between coats adds depth.',
      right: 'It mirrors a window without a ripple of the brush.',
      hands: { fixed: 6, per: { areaCm2: 0.01 } },
      wait: { becomes: 'clear', min: 'lacquerCoat' },
      after: ['deepen'],
      cautions: ['torch', 'dust']
    }
  ],
  uses: [
    { material: 'tissue', amount: { fixed: 0, per: { tissueCm2: 1 } }, by: ['tissue'] },
    { material: 'thinned-glue', amount: { fixed: 5, per: { tissueCm2: 0.03 } }, by: ['tissue'] },
    { material: 'bed-paint', amount: { fixed: 3, per: { areaCm2: 0.03 } }, by: ['deepen'] },
    { material: 'skin.lacquer', amount: { fixed: 2, per: { lacquerMl: 1 } }, by: ['lacquer'] }
  ]
}
