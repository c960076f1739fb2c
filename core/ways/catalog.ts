import { BRUSHED_RIDGES } from './brushedRidges'
import { FINISHING } from './finishing'
import { FROZEN_DRIPS } from './frozenDrips'
import { GLOSS_GEL } from './glossGel'
import { GROUNDWORK } from './groundwork'
import { LAYERED_RAPID } from './layeredRapid'
import { LIGHT_CURED_POUR } from './lightCuredPour'
import { PAPER_SKIN } from './paperSkin'
import { PEEL_STRIPS } from './peelStrips'
import { TWO_PART_POUR } from './twoPartPour'
import type { Way } from './types'

/** Every way of working, by id. To add one, write its file and name it here. */
export const WAYS: ReadonlyMap<string, Way> = new Map(
  [GROUNDWORK, TWO_PART_POUR, LIGHT_CURED_POUR, PAPER_SKIN, GLOSS_GEL, PEEL_STRIPS, LAYERED_RAPID, BRUSHED_RIDGES, FROZEN_DRIPS, FINISHING].map((way) => [way.id, way])
)

/** The way of an id that serves a kind of thing, or null. @example wayFor('pool', 'two-part-pour')?.name */
export function wayFor(kind: Way['for'], id: string): Way | null {
  const way = WAYS.get(id)
  return way?.for === kind ? way : null
}

/** All ways that serve a kind of thing. */
export const waysFor = (kind: Way['for']): Way[] => [...WAYS.values()].filter((way) => way.for === kind)
