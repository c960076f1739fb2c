import type { StepTemplate } from './types'

/**
 * Dam, leak test and drying out: the same for every liquid that stands behind a dam. Trade section
 * 4 (D1–D5). Common practice, no source.
 */
export const DAM_STEPS: readonly StepTemplate[] = [
  {
    id: 'dam',
    order: 9,
    title: 'Build the dam',
    onlyWith: 'damCm',
    how: 'Face it smooth: resin copies what it cures against. Press the joint hard and run the bead along the outside.',
    right: 'No daylight along the joint.',
    hands: { fixed: 10, per: { damCm: 0.6, braces: 3 } },
    wait: { becomes: 'firm', min: 'damSet' },
    after: ['ground/texture'],
    cautions: ['blade']
  },
  {
    id: 'leak',
    order: 11,
    title: 'Leak test, one lift',
    times: 'lifts',
    how: 'Stand the job in a tray. Fill to the next level of the list, mark it, wait and look again. A drop tells the height of the hole.',
    right: 'The mark and the water still agree.',
    hands: { fixed: 6 },
    wait: { becomes: 'wet', min: 'leakWait' },
    after: ['dam', 'ground/level'],
    cautions: []
  },
  {
    id: 'dryout',
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
