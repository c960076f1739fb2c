import type { Moving } from '../../build/types'
import type { Room } from '../../physics/stuff/drying/air'
import { dryInRoom } from '../../physics/stuff/drying/inRoom'
import type { FormsPlan } from '../2-forms/formsStage'
import type { Point2 } from '../../physics/shape/polygon'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import { bentStrip, mostWet, restLine, type Strip } from '../../physics/stuff/supports/elastica'
import { propsFor, type Props } from '../../physics/stuff/supports/props'
import { releaseH } from '../../physics/stuff/supports/release'
import type { Way } from '../../craft/ways/types'
import type { Laying } from './gelStack'
import { radians } from '../../physics/shape/angles'

/** An overhang of film under wet gel, and what holds it up. */
export interface Overhang {
  strip: Strip
  limitMm: number
  droopMm: number
  /** Most wet gel it bears in one coat without props, mm. */
  bearsMm: number
  /** Null: no number of props does. */
  props: Props | null
  /** Props by where they stand: out from the held end, and how high, mm. */
  stand: { xMm: number; heightMm: number }[]
  /** When the props may come away after a coat is laid, h; null: never, the gel is too soft for this film. */
  releaseH: number | null
  /** Its line as cut, and under its first coat without props, mm from the held end. */
  rest: Point2[]
  bent: Point2[]
}

/** The curl leaves its sheet nearly level, heading back. */
const FOOT_ANGLE_DEG = 172

/** How far a curl turns from its foot round to its lip. Common practice, no source. */
const CURL_TURNS_DEG = 215
/** What of the film stands free as a curl; the rest lies flat before it and is glued down. */
export const curlArc = (face: { faceArcMm: number; formerRadiusMm: number | null }): number =>
  Math.min(face.faceArcMm, (face.formerRadiusMm ?? 0) * radians(CURL_TURNS_DEG))

/** Strip of film to be held: the sheet of a fall over its lip, or the curl of a wave over its foot. */
function stripOf(
  water: Moving,
  way: Way,
  forms: FormsPlan,
  shelf: Shelf,
  wetMm: number
): Strip | null {
  const film = way.part?.film ? onShelf(shelf, 'film', water.make.film) : null
  const gel = onShelf(shelf, 'gel', water.gel)
  if (!film || !gel) return null
  const base = {
    thicknessMm: film.thicknessMm,
    modulusGPa: film.modulusGPa,
    filmDensityGCm3: film.densityGCm3,
    wetMm,
    gelDensityGCm3: gel.densityGCm3
  }
  const curve = forms.falls.find((f) => f.id === water.id)?.curve
  if (curve && way.part?.shape === 'sheet')
    return {
      ...base,
      lengthMm: curve.arcMm,
      radiusMm: curve.arcMm / Math.max(0.05, radians(curve.landAngleDeg)),
      angleDeg: 0
    }
  const face = forms.seas.find((s) => s.id === water.id)?.built?.face
  if (face?.formerRadiusMm && way.part?.shape === 'curl')
    return {
      ...base,
      lengthMm: curlArc(face),
      radiusMm: face.formerRadiusMm,
      angleDeg: FOOT_ANGLE_DEG
    }
  return null
}

/**
 * Most wet gel that a film bears at once with the props it can be given, mm; Infinity where none is
 * on film.
 */
export function filmBears(water: Moving, way: Way, forms: FormsPlan, shelf: Shelf): number {
  const strip = stripOf(water, way, forms, shelf, 0)
  if (!strip) return Infinity
  // half as thick again as it bears alone is what a few props carry well
  return Math.max(1.5, 1.5 * mostWet(strip, water.make.droopMm))
}

/** What holds the film of a water while its gel is wet; null: it is on no film. */
export function overhangOf(
  water: Moving,
  way: Way,
  forms: FormsPlan,
  laying: Laying | null,
  shelf: Shelf,
  room: Room
): Overhang | null {
  const strip = stripOf(water, way, forms, shelf, laying?.wetMm ?? 0)
  return strip && held(strip, water, laying, shelf, room)
}

function held(
  strip: Strip,
  water: Moving,
  laying: Laying | null,
  shelf: Shelf,
  room: Room
): Overhang {
  const limitMm = water.make.droopMm
  const gel = onShelf(shelf, 'gel', water.gel)!
  const bent = bentStrip(strip)
  const props = propsFor(strip, limitMm)
  const rest = restLine(strip)
  const at = (mm: number) => rest[Math.round((mm / strip.lengthMm) * (rest.length - 1))]
  const foot = Math.min(...rest.map((p) => p[1]))
  const round = (line: readonly [number, number][]) =>
    line.map(([x, z]): Point2 => [Math.round(x * 100) / 100, Math.round(z * 100) / 100])
  return {
    strip,
    limitMm,
    droopMm: bent.droopMm,
    bearsMm: mostWet(strip, limitMm),
    props,
    stand: (props?.atMm ?? []).map((mm) => ({ xMm: at(mm)[0], heightMm: at(mm)[1] - foot })),
    releaseH: laying ? releaseH(strip, gel, dryInRoom(gel, strip.wetMm, room), limitMm) : null,
    rest: round(rest),
    bent: round(bent.shape)
  }
}
