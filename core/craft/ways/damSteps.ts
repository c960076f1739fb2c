import type { After, StepTemplate } from './types'

/**
 * Dam, leak test and drying out: the same for every liquid that stands behind a dam. Trade section
 * 4 (D1–D5). Common practice, no source.
 */
export const DAM_STEPS: readonly StepTemplate[] = [
  {
    id: 'dam',
    serves: 'fill',
    risk: 'Resin runs off at every open edge.',
    order: 9,
    title: 'Build the dam',
    breakable: true,
    onlyWith: 'damCm',
    how: 'Face it smooth: resin copies what it cures against. Press the joint hard and run the bead along the outside.',
    right: 'No daylight along the joint.',
    hands: { fixed: 10, per: { damCm: 0.6, braces: 3 } },
    wait: { becomes: 'firm', min: 'damSet' },
    after: [],
    on: ['ground'],
    cautions: ['blade']
  },
  {
    id: 'leak',
    serves: 'fill',
    care: 'usual',
    risk: 'A hole shows itself only when resin runs out of it.',
    order: 11,
    title: 'Leak test, one lift',
    times: 'lifts',
    how: 'Stand the job in a tray. Fill to the next level of the list, mark it, wait and look again. A drop tells the height of the hole.',
    right: 'The mark and the water still agree.',
    hands: { fixed: 6 },
    wait: { becomes: 'wet', min: 'leakWait' },
    after: ['dam'],
    on: ['ground'],
    does: 'test',
    cautions: []
  },
  {
    id: 'dryout',
    serves: 'fill',
    follows: 'leak',
    onlyWith: 'lifts',
    risk: 'Damp under resin clouds it and bubbles.',
    order: 11,
    title: 'Empty and dry out',
    how: 'Syringe and blot the water out, then let it dry: damp under resin clouds and bubbles.',
    right: 'Dry to the back of the hand, and no longer cold.',
    hands: { fixed: 8 },
    wait: { becomes: 'firm', min: 'dryOut' },
    after: ['leak'],
    cautions: []
  }
]

/** What a case that stays asks for in place of peeling: docs/trade.md O7. Common practice, no source. */
export const caseStep = (after: After): StepTemplate => ({
  id: 'wipe',
  serves: 'fill',
  onlyWith: 'caseCm',
  risk: 'Resin that climbed the wall cures there, in full view.',
  order: 13,
  title: 'Wipe the wall of the case',
  how: 'Alcohol on a microfibre cloth for what climbed or bridged, before it sets. Nothing is peeled: the case stays.',
  right: 'Clear wall down to the water line.',
  hands: { fixed: 4, per: { caseCm: 0.05 } },
  after: [after],
  cautions: ['resin'],
  tools: ['microfibre cloth'],
  forbids: 'flame'
})
