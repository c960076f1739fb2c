import { BRUSHED_RIDGES } from './brushedRidges'
import { HEAP_AND_STIPPLE } from './heapAndStipple'
import {
  BUILT_IN_PLACE,
  CAULK_RIBBON,
  CUT_SHEET,
  FLOODED_FALL,
  PACK_STEPS,
  READY_STRIP
} from './falls'
import { CARVED_IN_ONE, CARVED_WATER } from './carvedWater'
import { COATS } from './coats'
import { FINISHING } from './finishing'
import { FROZEN_DRIPS } from './frozenDrips'
import { GLOSS_GEL } from './glossGel'
import { GROUNDWORK } from './groundwork'
import { LAYERED_RAPID } from './layeredRapid'
import { LIGHT_CURED_POUR } from './lightCuredPour'
import { MUD_POUR } from './mudPour'
import { PAPER_SKIN } from './paperSkin'
import { loosened, mayBeLoose } from './loose'
import { PEEL_STRIPS } from './peelStrips'
import { RESIN_RAPID, STROKED_RIPPLES } from './rapids'
import { BAG_SKIN, FIBRE_SPLASH, PICKED_PASTE } from './splashes'
import { DUSTED_FIBRE, TEASED_FIBRE } from './sprays'
import { WRINKLED_FILM } from './wrinkledFilm'
import { TWO_PART_POUR } from './twoPartPour'
import { CARVED_WAVE, CAST_WAVE, CURL_FILM } from './waves'
import {
  FIBRE_PASTE,
  FILLER_PASTE,
  FROTH,
  PAINTED_WHITE,
  SNOW_PASTE,
  SPONGED_WHITE
} from './whites'
import type { BodyNeeds, Way } from './types'

/** Every way of working, by id. To add one, write its file and name it here. */
export const WAYS: ReadonlyMap<string, Way> = new Map(
  [
    GROUNDWORK,
    TWO_PART_POUR,
    MUD_POUR,
    LIGHT_CURED_POUR,
    PAPER_SKIN,
    CARVED_WATER,
    GLOSS_GEL,
    PEEL_STRIPS,
    CAULK_RIBBON,
    CUT_SHEET,
    PACK_STEPS,
    BUILT_IN_PLACE,
    FLOODED_FALL,
    READY_STRIP,
    WRINKLED_FILM,
    LAYERED_RAPID,
    RESIN_RAPID,
    STROKED_RIPPLES,
    BRUSHED_RIDGES,
    HEAP_AND_STIPPLE,
    CAST_WAVE,
    CURL_FILM,
    CARVED_WAVE,
    CARVED_IN_ONE,
    FROZEN_DRIPS,
    BAG_SKIN,
    PICKED_PASTE,
    FIBRE_SPLASH,
    PAINTED_WHITE,
    SPONGED_WHITE,
    FILLER_PASTE,
    SNOW_PASTE,
    FIBRE_PASTE,
    FROTH,
    TEASED_FIBRE,
    DUSTED_FIBRE,
    FINISHING,
    ...COATS
  ].map((way) => [way.id, way])
)

/** The way of an id that serves a kind of thing, or null. @example wayFor('pool', 'two-part-pour')?.name */
export function wayFor(kind: Way['for'], id: string): Way | null {
  const way = WAYS.get(id)
  return way?.for === kind ? way : null
}

const loose = new Map<string, Way>()
/**
 * The way of a water as it is made here: with its crest standing loose on a base of its own where the
 * builder wants it so, and the way can.
 */
export function wayOf(water: {
  kind: Way['for']
  way: string
  make?: { loose?: boolean }
}): Way | null {
  const way = wayFor(water.kind, water.way)
  if (!way || !water.make?.loose || !mayBeLoose(way)) return way
  const known = loose.get(way.id) ?? loosened(way)
  loose.set(way.id, known)
  return known
}

/** A way that puts a single lay into a stack: a coat, a white, a spray; or null. */
export const layWay = (id: string): Way | null =>
  wayFor('coat', id) ?? wayFor('white', id) ?? wayFor('spray', id)

/** All ways that serve a kind of thing. */
export const waysFor = (kind: Way['for']): Way[] =>
  [...WAYS.values()].filter((way) => way.for === kind)

const NOTHING: BodyNeeds = {}

/**
 * What a body of a way needs; nothing where the way is unknown.
 * @example bodyNeeds('two-part-pour').fill // "two-part"
 */
export const bodyNeeds = (way: string): BodyNeeds => wayFor('pool', way)?.body ?? NOTHING

/** The first way of a kind: the one taken where there is no choice. */
export function firstWay(kind: Way['for']): Way {
  const [first] = waysFor(kind)
  if (!first) throw new RangeError(`ways: there is none for ${kind}`)
  return first
}
