import type { Way } from './types'

/** A body of water poured in layers: trade sections 1 (9–14), 3 and 4 (P3, P6, D3). Common practice, no source. */
export const TWO_PART_POUR: Way = {
  id: 'two-part-pour', for: 'pool', name: 'Two-part pour in layers', note: 'Resin behind a dam, no deeper at once than the label allows.',
  steps: [
    {
      id: 'dam', order: 9, title: 'Build the dam', onlyWith: 'damCm',
      how: 'Face it smooth: resin copies what it cures against. Press the joint hard and run the bead along the outside.', right: 'No daylight along the joint.',
      hands: { fixed: 10, per: { damCm: 0.6 } }, wait: { becomes: 'firm', min: 'damSet' }, after: ['ground/texture'], cautions: ['blade']
    },
    {
      id: 'leak', order: 11, title: 'Leak test, one lift', times: 'lifts',
      how: 'Stand the job in a tray. Fill about 15 mm higher than last time, mark the level, wait and look again. A drop tells the height of the hole.',
      right: 'The mark and the water still agree.', hands: { fixed: 6 }, wait: { becomes: 'wet', min: 45 }, after: ['dam', 'ground/level'], cautions: []
    },
    {
      id: 'dryout', order: 11, title: 'Empty and dry out', how: 'Syringe and blot the water out, then let it dry: damp under resin clouds and bubbles.',
      right: 'Dry to the back of the hand, and no longer cold.', hands: { fixed: 8 }, wait: { becomes: 'firm', min: 720 }, after: ['leak'], cautions: []
    },
    {
      id: 'chip', order: 12, title: 'Pour a test chip of the tint', onlyWith: 'tints',
      how: 'Tint a spoonful to the dose, pour it as deep as the pool over a scrap of painted bed.', right: 'Beside white paper it is a shade lighter than you want it.',
      hands: { fixed: 15 }, wait: { becomes: 'firm', min: 'chipFirm' }, after: [], cautions: ['resin']
    },
    {
      id: 'pour', order: 13, title: 'Mix and pour', times: 'pours',
      how: 'Weigh A, then B. Stir slowly, scraping sides and foot, until no streak is left. Tint, stir again, start with a little to prove the dam; pour each slope from its top. Draw the bubbles out and cover against dust.',
      right: 'Clear, no streaks, still at the mark.',
      hands: { fixed: 8, per: { batchesPerPour: 9, stirMin: 1 } }, wait: { becomes: 'firm', min: 'nextPour' }, after: ['dryout', 'chip'],
      cautions: ['resin', 'heat', 'torch']
    },
    {
      id: 'undam', order: 14, title: 'Undam and trim the lip', onlyWith: 'damCm',
      how: 'Peel the dam away from the pour. Trim the lip that climbed it with a sharp blade, cutting away from the hand.', right: 'One level edge, no white stress marks.',
      hands: { fixed: 8, per: { damCm: 0.25 } }, after: [{ step: 'pour', wait: { becomes: 'firm', min: 'undam' } }], cautions: ['blade']
    },
    {
      id: 'ripple', order: 17, title: 'Lay and stipple the ripples',
      how: 'Brush on a thin coat of ripple gel, leave it until it holds a mark, stipple along the flow. Come back after ten minutes and stipple what has faded.',
      right: 'All ripples run one way and stay when the brush is gone.',
      hands: { fixed: 30, per: { areaCm2: 0.02 } }, wait: { becomes: 'clear', min: 'rippleClear' },
      after: ['undam', { step: 'pour', wait: { becomes: 'firm', min: 'firm' } }, 'falls/hang'], cautions: []
    }
  ],
  uses: [
    { material: 'ripple-gel', amount: { fixed: 2, per: { areaCm2: 0.15 } } },
    { material: 'stick', amount: { fixed: 1, per: { pours: 1 } } },
    { material: 'gloves', amount: { fixed: 1, per: { pours: 1 } } }
  ]
}
