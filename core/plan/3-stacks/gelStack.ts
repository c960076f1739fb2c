import { bodyNeeds } from '../../craft/ways/catalog'
import { USUAL } from '../../craft/usual'
import type { Build, Moving, Pool } from '../../build/types'
import type { Room } from '../../physics/stuff/drying/air'
import {
  coatsFor,
  MOST_COATS,
  THICKEST_GEL_MM,
  type CoatChoice
} from '../../physics/stuff/drying/coats'
import { hoursUntil, type Drying } from '../../physics/stuff/drying/film'
import { dryFactor } from '../../physics/stuff/drying/air'
import { dryInRoom } from '../../physics/stuff/drying/inRoom'
import type { FormsPlan } from '../2-forms/formsStage'
import { pasteOf, pasteYield, type PastePart } from '../../physics/stuff/gel/paste'
import { sagLimit, slumpOf, tiltFor, type Slump } from '../../physics/stuff/gel/standing'
import { windowsOf, type GelWindow } from '../../physics/stuff/gel/touches'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import type { Gel } from '../../craft/materials/types'
import type { Recipe, Way } from '../../craft/ways/types'
import { degrees } from '../../physics/shape/angles'

/** How the gel of one water is laid: coats, waits, and the minutes in each. */
export interface Laying {
  gel: string
  /** Height when it has dried, mm. */
  finalMm: number
  coats: number
  /** Laid each time, and what is left of it, mm. */
  wetMm: number
  dryMm: number
  /** Coats the plan advises, whatever the builder chose. */
  advised: number
  /** When one coat has a skin, is dry to the touch, and may be handled, min; null: never in this room. */
  skinMin: number | null
  touchMin: number | null
  handleMin: number | null
  /** One coat, and all of them one after the other, h; null: never in this room. */
  clearH: number | null
  totalH: number | null
  /** When it peels off its release sheet, and when it has grown brittle, h. */
  peelH: number | null
  peelByH: number | null
  table: CoatChoice[]
  /** How one coat dries: hours, and the share of its water that it still holds. */
  drying: Drying['curve']
  /** Slope it is laid on, degrees, and the thickest coat that stays there; null: level, nothing sags. */
  slopeDeg: number
  sagMm: number | null
  /** Tilt of the whole model that would hold this coat, degrees; 0: none. */
  tiltDeg: number
  /** Points and heaps: how high one is wanted, and what becomes of it; null: none is built. */
  peak: (Slump & { heightMm: number }) | null
  windows: GelWindow[]
  /** Ripple that the windows are for, crest to crest, mm. */
  rippleMm: number
}

/**
 * Share of its water at which gel holds: a strip lets go of its sheet, a foot of its pins. Common
 * practice, no source.
 */
export const HOLDS_AT = 0.3
/** A strip left on its sheet grows brittle by so many of its clearing times. Common practice, no source. */
const BRITTLE_AFTER = 7
/** Texture on a sheet, a ripple's coat, a blended foot, when dry, mm. Common practice, no source. */
const TEXTURE_MM = 0.8
const RIPPLE_MM = 0.7
const FOOT_MM = 0.6
/** A ribbon thinner than this tears, one thicker is not peeled, mm when dry. Common practice, no source. */
const THINNEST_STRIP_MM = 0.5
const THICKEST_STRIP_MM = 3
/** Backing of a curl against its height, at least so thick, mm. Common practice, no source. */
const BACKING_SHARE = 0.12
const BACKING_MM = 1.2

/** Half way between lip and foot a fall's sheet is so thick, mm; null: it has no sheet. */
function sheetMm(water: Moving, forms: FormsPlan): number | null {
  const curve = forms.falls.find((f) => f.id === water.id)?.curve
  return curve ? (curve.footThicknessMm + curve.brinkThicknessMm) / 2 : null
}

/**
 * Height of gel on a water when dry, mm, and the slope it lies on, degrees. Null: nothing is built
 * up in gel.
 */
function heightOf(
  water: Moving,
  way: Way,
  gel: Gel,
  forms: FormsPlan,
  runMm: number
): { finalMm: number; slopeDeg: number; peakMm?: number } | null {
  switch (way.gel) {
    case 'strip': {
      const sheet = sheetMm(water, forms)
      return sheet === null
        ? null
        : { finalMm: Math.min(THICKEST_STRIP_MM, Math.max(THINNEST_STRIP_MM, sheet)), slopeDeg: 0 }
    }
    case 'sheet': {
      const curve = forms.falls.find((f) => f.id === water.id)?.curve
      if (!curve) return null
      const sheet = Math.min(THICKEST_GEL_MM, Math.max(TEXTURE_MM, sheetMm(water, forms) ?? 0))
      return {
        finalMm: way.part ? TEXTURE_MM : sheet,
        slopeDeg: way.part ? Math.min(90, curve.landAngleDeg) : 90
      }
    }
    case 'run': {
      const form = forms.reaches.find((r) => r.id === water.id)
      const steepest = (form?.stations ?? []).reduce(
        (most, s, i, all) =>
          i === 0
            ? 0
            : Math.max(
                most,
                Math.atan2(all[i - 1].surfaceMm - s.surfaceMm, s.sMm - all[i - 1].sMm)
              ),
        0
      )
      return runMm > 0 ? { finalMm: runMm, slopeDeg: degrees(steepest) } : null
    }
    case 'ripple':
      return { finalMm: RIPPLE_MM, slopeDeg: 0 }
    case 'crest': {
      const sea = forms.seas.find((s) => s.id === water.id && s.faults.length === 0)
      // crests are drawn up out of a thin coat: half their height, on average, where they stand
      return sea
        ? {
            finalMm: Math.max(RIPPLE_MM, sea.breakerMm / 2),
            slopeDeg: 35,
            peakMm: Math.min(sea.breakerMm / 2, THICKEST_GEL_MM)
          }
        : null
    }
    case 'backing': {
      const face = forms.seas.find((s) => s.id === water.id)?.built?.face
      return face
        ? { finalMm: Math.max(BACKING_MM, BACKING_SHARE * face.heightMm), slopeDeg: 90 }
        : null
    }
    case 'swell':
      return { finalMm: gel.coatMm * gel.solidsVol, slopeDeg: 0 }
    case 'foot':
      return { finalMm: FOOT_MM, slopeDeg: 0 }
    case 'heap': {
      const splash = forms.splashes.find((s) => s.id === water.id && s.faults.length === 0)
      return splash
        ? {
            finalMm: Math.max(1, splash.heightMm / 4),
            slopeDeg: 80,
            peakMm: Math.max(1, splash.heightMm / 2)
          }
        : null
    }
    default:
      return null
  }
}

/** The parts of a recipe as masses of a millilitre of paste, before it froths. */
export function partsOf(
  recipe: Recipe,
  shelf: Shelf,
  ml = 1
): (PastePart & { material: string; ml: number })[] {
  return recipe.parts.flatMap(({ material, share }) => {
    const found = shelf.get(material)
    const densityGCm3 = found && 'densityGCm3' in found ? found.densityGCm3 : WHITE_GCM3
    return found
      ? [
          {
            material,
            ml: share * ml,
            massG: share * ml * densityGCm3,
            densityGCm3,
            kind: found.kind === 'filler' ? found.form : ('gel' as const)
          }
        ]
      : []
  })
}
/** White acrylic out of the tube. Typical, from memory. */
const WHITE_GCM3 = 1.25

/** Gel as it is laid: thicker, and of more that stays, where a recipe stirs powder into it. */
function stirred(gel: Gel, way: Way, shelf: Shelf): Gel {
  if (!way.recipe) return gel
  try {
    const paste = pasteOf(partsOf(way.recipe, shelf), way.recipe.maxPacking)
    return {
      ...gel,
      solidsVol: Math.min(0.95, paste.fillerFraction + (1 - paste.fillerFraction) * gel.solidsVol),
      densityGCm3: paste.densityGCm3,
      viscosityPaS: gel.viscosityPaS * paste.viscosityRatio,
      yieldPa: pasteYield(gel.yieldPa, paste.fillerFraction, way.recipe.maxPacking)
    }
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return gel
  }
}

/** Nobody lays thinner coats, mm. Common practice, no source. */
const THINNEST_COAT_MM = 0.6

/** What is laid: how high when dry, on what slope, with points how high; and what the builder chose. */
interface Wanted {
  finalMm: number
  slopeDeg: number
  peakMm?: number
  coats: number | null
  tiltDeg: number
  rippleMm: number
  bears: number
  /** Its way lays it in one sitting, whatever was chosen. */
  inOne?: boolean
}

/**
 * Coats of a gel in a room: as many as were chosen, or as few as finish well, hold on their slope
 * and stay under the thickness that dries.
 */
function lay(room: Room, gel: Gel, wanted: Wanted): Laying {
  const { finalMm, peakMm, rippleMm } = wanted
  const slopeDeg = Math.max(0, wanted.slopeDeg - wanted.tiltDeg)
  const sagMm = slopeDeg < 0.5 ? null : sagLimit(gel.yieldPa, gel.densityGCm3, slopeDeg)
  const wetInAll = finalMm / gel.solidsVol
  const most = Math.min(THICKEST_GEL_MM, sagMm ?? Infinity, Math.max(wanted.bears, 0.3))
  const least = Math.min(40, Math.ceil(wetInAll / most - 1e-9))
  const quick = coatsFor(
    gel,
    finalMm,
    room.tempC,
    room.rhPct,
    Math.max(Math.min(MOST_COATS, Math.ceil(wetInAll / THINNEST_COAT_MM)), Math.min(40, least + 3)),
    (mm) => dryInRoom(gel, mm, room)
  )
  const advised = wanted.inOne ? 1 : Math.max(least, quick.coats)
  const coats = wanted.inOne ? 1 : (wanted.coats ?? advised)
  const wetMm = wetInAll / coats
  const dry = dryInRoom(gel, wetMm, room)
  const never = dry.clearH === null
  const coatMm = Math.min(wetMm, gel.coatMm)
  return {
    gel: gel.id,
    finalMm,
    coats,
    wetMm,
    dryMm: wetMm * gel.solidsVol,
    advised,
    skinMin: dry.skinMin,
    touchMin: dry.touchMin,
    handleMin: never ? null : 60 * (hoursUntil(dry.curve, HOLDS_AT) ?? 0),
    clearH: dry.clearH,
    totalH: never ? null : dry.clearH! * coats,
    peelH: never ? null : hoursUntil(dry.curve, HOLDS_AT),
    peelByH: never ? null : dry.clearH! * BRITTLE_AFTER,
    table: wanted.inOne ? quick.table.filter((c) => c.coats === 1) : quick.table,
    drying: dry.curve,
    slopeDeg,
    sagMm,
    tiltDeg: slopeDeg < 0.5 ? 0 : Math.ceil(tiltFor(gel.yieldPa, gel.densityGCm3, slopeDeg, wetMm)),
    peak: peakMm ? { heightMm: peakMm, ...slumpOf(gel.yieldPa, gel.densityGCm3, peakMm) } : null,
    windows: windowsOf(
      gel,
      coatMm,
      rippleMm,
      dryInRoom(gel, coatMm, room).touchMin,
      dryFactor(room)
    ),
    rippleMm
  }
}

/**
 * Coats of a moving water's gel.
 *
 * @param runMm   height of gel on a run at its deepest, mm
 * @param bears   most wet gel a film bears at once, mm; Infinity where there is none
 * @returns       null where nothing is built up in gel, or it is not on the shelf
 */
export function layingOf(
  build: Pick<Build, 'room'>,
  water: Moving,
  way: Way,
  forms: FormsPlan,
  shelf: Shelf,
  runMm: number,
  bears = Infinity
): Laying | null {
  const found = onShelf(shelf, 'gel', water.gel)
  const gel = found && stirred(found, way, shelf)
  const height = gel && heightOf(water, way, gel, forms, runMm)
  return gel && height
    ? lay(build.room, gel, {
        ...height,
        coats: water.make.coats,
        tiltDeg: water.make.tiltDeg,
        rippleMm: rippleOf(water, gel, forms),
        bears,
        inOne: !way.steps.some((s) => s.times === 'gelCoats' || s.times === 'underCoats')
      })
    : null
}

/** Wet thickness of a brushed coat of gloss gel, mm. Common practice, no source. */
export const GLOSS_COAT_MM = 1

/**
 * The gel on a pool's surface: its one coat of ripples, or its coats of gloss; null: a skin of
 * paper has none.
 */
export function surfaceOf(
  build: Pick<Build, 'room'>,
  pool: Pool,
  forms: FormsPlan,
  shelf: Shelf
): Laying | null {
  const { gel: laid } = bodyNeeds(pool.way)
  if (!laid) return null
  const glossy = laid === 'coats'
  const gel = onShelf(shelf, 'gel', glossy ? pool.gloss.gel : USUAL.gel.ripples)
  return gel && rippled(build, pool, forms, gel, glossy ? pool.gloss.coats : null)
}

/** A coat of a gel that takes a water's ripples, or its coats of gloss. */
export function rippled(
  build: Pick<Build, 'room'>,
  water: { id: string },
  forms: FormsPlan,
  gel: Gel,
  glossCoats: number | null = null
): Laying {
  const wetMm = glossCoats === null ? gel.coatMm : GLOSS_COAT_MM * glossCoats
  return lay(build.room, gel, {
    finalMm: wetMm * gel.solidsVol,
    slopeDeg: 0,
    coats: glossCoats ?? 1,
    tiltDeg: 0,
    rippleMm: rippleOf(water, gel, forms),
    bears: Infinity
  })
}

/**
 * The ripple a water is given: that of its form, no finer than its gel keeps, no wider than a tool
 * makes it at once.
 */
export function rippleOf(water: { id: string }, gel: Gel, forms: FormsPlan): number {
  const own = forms.ripples.find((r) => r.water === water.id)?.spacingMm ?? gel.finestMm * 1.5
  return Math.min(WIDEST_MM, Math.max(gel.finestMm, own))
}
/** Wider ripples are drawn up line by line; the marks on them are so wide, mm. Common practice, no source. */
const WIDEST_MM = 6
