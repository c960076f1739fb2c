import type { Deed, Spot } from './ways/types'

/**
 * An order of hands: what does one deed comes before what does another, or before what goes over
 * the water or meets it from a spot. Whatever lies on what: that the stacks say themselves.
 */
export interface HandRule {
  first: Deed
  /** `over`: every lay over the body of the water that the first one is of. */
  then: readonly (Deed | Spot | 'over')[]
  /** Whose: of any water, of the same pool and what lies on it, or of the pool that opens into it. */
  reach?: 'anywhere' | 'same' | 'upper'
  why: string
}

/** docs/trade.md 1 and 7a. Common practice, no source. */
export const HANDS: readonly HandRule[] = [
  {
    first: 'level',
    then: ['test', 'fill'],
    reach: 'anywhere',
    why: 'what finds its own level shows every degree'
  },
  { first: 'fill', then: ['fill'], reach: 'upper', why: 'of two pools that join, the lower first' },
  {
    first: 'undam',
    then: ['over', 'lip', 'landing', 'below', 'waters'],
    why: 'nothing crosses an edge while the dam stands on it'
  },
  { first: 'hang', then: ['over', 'below'], why: 'a fall is hung before what hides its foot' },
  { first: 'block', then: ['crests'], reach: 'same', why: 'crests are cut in the block' },
  { first: 'crests', then: ['skin'], reach: 'same', why: 'one skin goes over water and crests' },
  { first: 'bed', then: ['over'], why: 'a crest is bedded before the gel that goes over both' }
]
