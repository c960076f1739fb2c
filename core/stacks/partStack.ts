import type { Fall, Moving, Room } from '../build/types'
import { dryInRoom } from '../drying/inRoom'
import { TUCK_MM } from '../forms/fallCurve'
import type { FormsPlan } from '../forms/formsStage'
import { SAWN_MM } from '../forms/schools'
import { signedArea, middleOf, type Point2 } from '../geometry/polygon'
import { pairOf, THINGS, type Pair } from '../materials/pairs'
import { onShelf, type Shelf } from '../materials/shelf'
import { bentStrip, mostWet, restLine, type Strip } from '../supports/elastica'
import { propsFor, type Props } from '../supports/props'
import { formerFor, releaseH } from '../supports/release'
import { bondHolds, freestanding, type Standing } from '../supports/standing'
import type { PartShape, Way } from '../ways/types'
import type { Laying } from './gelStack'

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

/** A part made off the model. */
export interface PartStack {
  shape: PartShape
  name: string
  /** Pieces that are used, and spares to choose from. */
  count: number
  spares: number
  lengthMm: number
  widthMm: number
  /** Trimmed off each end, or tucked in, mm. */
  trimMm: number
  thicknessMm: number
  massG: number
  film: string | null
  /** Round former to roll the film to: wanted radius of the curl, and of the former, mm. */
  former: { wantedMm: number; radiusMm: number } | null
  /** Its outline from the side where it is no strip or sheet, mm; its foot lies along z = 0. */
  outline: Point2[] | null
  /** What it lies on while it sets. */
  on: string
  release: Pair | null
  overhang: Overhang | null
  bond: { kind: string; footMm: number; times: number; wantsMm: number; holds: boolean }
  standing: Standing | null
  /** Moulded: surface of the master, coats of rubber, what it holds. */
  mould: { surfaceCm2: number; coats: number; castMl: number; longMm: number; shellLayers: number } | null
}

/** Six coats: three brushed, a fourth with cloth, two more; three layers of shell. Common practice, no source. */
const RUBBER_COATS = 6
const SHELL_LAYERS = 3
/** A skin of light-cured resin, and a strand of it, mm. Common practice, no source. */
const SKIN_MM = 0.8
const STRAND_MM = 0.8
const LIGHT_RESIN_GCM3 = 1.12
const CAST_GCM3 = 1.08
/** Foot that is glued of a curl or a splash, mm. Common practice, no source. */
const FOOT_MM = 8
/** The curl leaves its sheet nearly level, heading back. */
const FOOT_ANGLE_DEG = 172

/** How far a curl turns from its foot round to its lip. Common practice, no source. */
const CURL_TURNS_DEG = 215
/** What of the film stands free as a curl; the rest lies flat before it and is glued down. */
const curlArc = (face: { faceArcMm: number; formerRadiusMm: number | null }): number => Math.min(face.faceArcMm, (face.formerRadiusMm ?? 0) * ((CURL_TURNS_DEG * Math.PI) / 180))

/** Strip of film to be held: the sheet of a fall over its lip, or the curl of a wave over its foot. */
function stripOf(water: Moving, way: Way, forms: FormsPlan, shelf: Shelf, wetMm: number): Strip | null {
  const film = way.part?.film ? onShelf(shelf, 'film', water.make.film) : null
  const gel = onShelf(shelf, 'gel', water.gel)
  if (!film || !gel) return null
  const base = { thicknessMm: film.thicknessMm, modulusGPa: film.modulusGPa, filmDensityGCm3: film.densityGCm3, wetMm, gelDensityGCm3: gel.densityGCm3 }
  const curve = forms.falls.find((f) => f.id === water.id)?.curve
  if (curve && way.part?.shape === 'sheet') return { ...base, lengthMm: curve.arcMm, radiusMm: curve.arcMm / Math.max(0.05, (curve.landAngleDeg * Math.PI) / 180), angleDeg: 0 }
  const face = forms.seas.find((s) => s.id === water.id)?.built?.face
  if (face?.formerRadiusMm && way.part?.shape === 'curl') return { ...base, lengthMm: curlArc(face), radiusMm: face.formerRadiusMm, angleDeg: FOOT_ANGLE_DEG }
  return null
}

/** Most wet gel that a film bears at once with the props it can be given, mm; Infinity where none is on film. */
export function filmBears(water: Moving, way: Way, forms: FormsPlan, shelf: Shelf): number {
  const strip = stripOf(water, way, forms, shelf, 0)
  if (!strip) return Infinity
  // half as thick again as it bears alone is what a few props carry well
  return Math.max(1.5, 1.5 * mostWet(strip, water.make.droopMm))
}

function overhangOf(strip: Strip, water: Moving, laying: Laying | null, shelf: Shelf, room: Room): Overhang {
  const limitMm = water.make.droopMm
  const gel = onShelf(shelf, 'gel', water.gel)!
  const bent = bentStrip(strip)
  const props = propsFor(strip, limitMm)
  const rest = restLine(strip)
  const at = (mm: number) => rest[Math.round((mm / strip.lengthMm) * (rest.length - 1))]
  const foot = Math.min(...rest.map((p) => p[1]))
  const round = (line: readonly [number, number][]) => line.map(([x, z]): Point2 => [Math.round(x * 100) / 100, Math.round(z * 100) / 100])
  return {
    strip, limitMm, droopMm: bent.droopMm, bearsMm: mostWet(strip, limitMm), props,
    stand: (props?.atMm ?? []).map((mm) => ({ xMm: at(mm)[0], heightMm: at(mm)[1] - foot })),
    releaseH: laying ? releaseH(strip, gel, dryInRoom(gel, strip.wetMm, room), limitMm) : null,
    rest: round(rest), bent: round(bent.shape)
  }
}

/** The part that a way makes off the model for one water; null: it makes none, or its form is at fault. */
export function partOf(water: Moving, way: Way, forms: FormsPlan, laying: Laying | null, shelf: Shelf, room: Room): PartStack | null {
  if (!way.part) return null
  const { shape, on, bond } = way.part
  const gel = onShelf(shelf, 'gel', water.gel)
  const film = way.part.film ? onShelf(shelf, 'film', water.make.film) : null
  const dryMm = laying?.finalMm ?? 0
  const wet = water.gel === 'clear-caulk' ? 'caulk' : way.part.shape === 'cast' ? 'two-part' : shape === 'skin' || shape === 'fingers' ? 'light' : 'gel'
  const shared = { shape, film: film?.id ?? null, on: THINGS[on].name, release: film ? null : pairOf(wet, on), former: null, overhang: null, standing: null, mould: null, outline: null, spares: 0 }
  const joint = (footMm: number, widthMm: number, massG: number, leverMm: number) => ({ kind: bond, footMm, ...bondHolds(bond, footMm, widthMm, (massG / 1000) * 9.81, leverMm) })
  const strip = stripOf(water, way, forms, shelf, laying?.wetMm ?? 0)
  const overhang = strip ? overhangOf(strip, water, laying, shelf, room) : null

  if (water.kind === 'fall') {
    const form = forms.falls.find((f) => f.id === water.id)
    if (!form?.curve) return null
    const { stripMm, arcMm } = form.curve
    if (shape === 'sheet') {
      const massG = (form.widthMm * arcMm * ((film?.thicknessMm ?? 0) * (film?.densityGCm3 ?? 1) + (laying?.wetMm ?? 0) * (gel?.densityGCm3 ?? 1))) / 1000
      return { ...shared, name: 'Sheet', count: 1, lengthMm: stripMm, widthMm: form.widthMm, trimMm: TUCK_MM, thicknessMm: film?.thicknessMm ?? 0, massG, overhang, bond: joint(TUCK_MM, form.widthMm, massG, form.curve.landMm / 2 + 1) }
    }
    const widthMm = (water as Fall).stripWidthMm
    const massG = (stripMm * widthMm * dryMm * (gel?.densityGCm3 ?? 1)) / 1000
    return { ...shared, name: 'Strip', count: form.strips, spares: form.stripsToMake - form.strips, lengthMm: stripMm, widthMm, trimMm: TUCK_MM, thicknessMm: dryMm, massG, bond: joint(TUCK_MM, widthMm, massG, 1 + dryMm) }
  }
  if (water.kind === 'sea') {
    const built = forms.seas.find((s) => s.id === water.id)?.built
    if (!built) return null
    const longMm = built.line.slice(1).reduce((sum, p, i) => sum + Math.hypot(p[0] - built.line[i][0], p[1] - built.line[i][1]), 0)
    const { face } = built
    const section = Math.abs(signedArea(face.profile))
    if (shape === 'cast') {
      const castMl = (section * (longMm + 2 * SAWN_MM)) / 1000
      const girth = face.profile.slice(1).reduce((sum, p, i) => sum + Math.hypot(p[0] - face.profile[i][0], p[1] - face.profile[i][1]), 0)
      const massG = ((section * longMm) / 1000) * CAST_GCM3
      const spanMm = Math.max(...face.profile.map((p) => p[0])) - Math.min(...face.profile.map((p) => p[0]))
      return {
        ...shared, name: 'Casting', count: 1, lengthMm: longMm, widthMm: spanMm, trimMm: SAWN_MM, thicknessMm: face.heightMm, massG,
        bond: joint(spanMm, longMm, massG, face.heightMm / 2), mould: { surfaceCm2: (girth * (longMm + 2 * SAWN_MM) + 2 * section) / 100, coats: RUBBER_COATS, castMl, longMm: longMm + 2 * SAWN_MM, shellLayers: SHELL_LAYERS }
      }
    }
    // no roof: nothing to roll a film to
    if (!face.formerRadiusMm || !film || !gel) return null
    const massG = (face.faceArcMm * longMm * (film.thicknessMm * film.densityGCm3 + (laying?.finalMm ?? 0) * gel.densityGCm3)) / 1000
    const line = overhang?.rest ?? []
    const lean = [0, 1].map((k) => line.reduce((sum, p) => sum + p[k], 0) / Math.max(1, line.length))
    return {
      ...shared, name: 'Curl', count: 1, spares: 1, lengthMm: longMm, widthMm: face.faceArcMm, trimMm: 0, thicknessMm: film.thicknessMm, massG, overhang,
      former: { wantedMm: face.formerRadiusMm, radiusMm: formerFor(face.formerRadiusMm, film.thicknessMm, film.modulusGPa, laying?.finalMm ?? 0, gel.dryModulusGPa) },
      bond: joint(Math.max(FOOT_MM, face.faceArcMm - curlArc(face)), longMm, massG, Math.abs(lean[0]) + 1),
      standing: freestanding(massG, [lean[0], Math.max(1, lean[1])], [Math.min(...line.map((p) => p[0])), Math.max(FOOT_MM, face.faceArcMm - curlArc(face))])
    }
  }
  if (water.kind === 'splash') {
    const form = forms.splashes.find((s) => s.id === water.id)
    if (!form || form.faults.length > 0 || form.envelope.length < 3) return null
    const ring = form.envelope.map((p): Point2 => [p[0], p[1]])
    const area = Math.abs(signedArea(ring))
    const [cx, cz] = middleOf(ring)
    const massG = shape === 'skin' ? (area * SKIN_MM * LIGHT_RESIN_GCM3) / 1000 : shape === 'fingers' ? (form.fingers * form.heightMm * Math.PI * (STRAND_MM / 2) ** 2 * LIGHT_RESIN_GCM3) / 1000 : (area * 0.02) / 1000
    const foot = Math.max(FOOT_MM, water.widthMm)
    return {
      ...shared, outline: ring.map(([x, z]): Point2 => [Math.round(x * 100) / 100, Math.round(z * 100) / 100]), name: shape === 'skin' ? 'Skin' : shape === 'fingers' ? 'Fingers' : 'Tuft', count: 1, spares: shape === 'tuft' ? 0 : 1, lengthMm: form.heightMm, widthMm: form.reachMm, trimMm: 0, thicknessMm: shape === 'skin' ? SKIN_MM : STRAND_MM, massG,
      bond: joint(FOOT_MM, water.widthMm, massG, Math.abs(cx) + 1), standing: freestanding(Math.max(1e-6, massG), [cx, Math.max(1, cz)], [-foot / 2, foot / 2])
    }
  }
  const run = forms.reaches.find((r) => r.id === water.id)
  if (!run || run.stations.length === 0) return null
  const steps = Math.max(1, run.jumps.length)
  return { ...shared, name: 'Step', count: steps, lengthMm: 12, widthMm: run.widthMm, trimMm: 0, thicknessMm: film?.thicknessMm ?? 0, massG: (12 * run.widthMm * (film?.thicknessMm ?? 0) * (film?.densityGCm3 ?? 1)) / 1000, bond: joint(3, run.widthMm, 0.1, 1) }
}
