import type { After } from './types'

/** What everything built on a pour waits for: the dam away, the resin firm, the falls that meet it hung. */
export const ON_THE_WATER: readonly After[] = [
  'under/undam',
  { step: 'under/pour', wait: { becomes: 'firm', min: 'firm' } },
  'falls/hang'
]
/** What a fall waits for: the pools above and below it. */
export const BETWEEN_POOLS: readonly After[] = [
  'from/undam',
  { step: 'from/pour', wait: { becomes: 'firm', min: 'firm' } },
  'into/undam',
  { step: 'into/pour', wait: { becomes: 'firm', min: 'firm' } }
]
