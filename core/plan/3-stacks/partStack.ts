import { GRAVITY } from '../../physics/gravity'
import type { Fall, Moving, Reach, Sea, Splash } from '../../build/types'
import type { Room } from '../../physics/stuff/drying/air'
import { TUCK_MM } from '../2-forms/fallCurve'
import type { FormsPlan } from '../2-forms/formsStage'
import { stripWidth } from '../2-forms/roundJet'
import { SAWN_MM } from '../2-forms/schools'
import { lineLength, middleOf, signedArea, type Point2 } from '../../physics/shape/polygon'
import { pairOf, THINGS, type Pair, type ThingId } from '../../craft/materials/pairs'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import { knownKinetics } from '../../craft/materials/resinKinetics'
import type { Film, Gel, Resin } from '../../craft/materials/types'
import type { Crown } from '../../physics/water/spray/crown'
import { castingHeat, type CastingHeat } from '../../physics/stuff/heat/casting'
import type { CureKinetics } from '../../physics/stuff/heat/kinetics'
import { formerFor } from '../../physics/stuff/supports/release'
import { bondOf } from '../../craft/bonds'
import {
  bondHolds,
  freestanding,
  type BondId,
  type Tipping
} from '../../physics/stuff/supports/standing'
import type { PartShape, Way } from '../../craft/ways/types'
import type { Laying } from './gelStack'
import { curlArc, overhangOf, type Overhang } from './overhang'

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
  bond: { kind: BondId; footMm: number; times: number; wantsMm: number; holds: boolean }
  standing: Tipping | null
  /** Moulded: surface of the master, coats of rubber, what it holds. */
  mould: {
    surfaceCm2: number
    coats: number
    castMl: number
    longMm: number
    shellLayers: number
    /** The master: clay over a core of fibre plaster or cut foam, ml. */
    clayMl: number
    coreMl: number
    /** How warm the casting gets in its mould; null: its resin's label cannot be. */
    heat: CastingHeat | null
  } | null
}

/**
 * Six coats: three brushed, a fourth with cloth, two more; three layers of shell. Common practice,
 * no source.
 */
const RUBBER_COATS = 6
const SHELL_LAYERS = 3
/** A skin of light-cured resin, and a strand of it, mm. Common practice, no source. */
const SKIN_MM = 0.8
const STRAND_MM = 0.8
const LIGHT_RESIN_GCM3 = 1.12
const CAST_GCM3 = 1.08
/** Foot that is glued of a curl or a splash, mm. Common practice, no source. */
const FOOT_MM = 8
/**
 * A tuft of teased fibre weighs next to nothing: as a film so thick, mm. A small clear step, and
 * its glued edge, mm. Common practice, no source.
 */
const TUFT_MM = 0.02
const STEP_MM = 12
const STEP_FOOT_MM = 3

/** A master's skin of clay over its core, mm. Common practice, no source. */
const CLAY_MM = 4

/** What the parts of all kinds are worked out from. */
interface At {
  /** Of the resin that it is cast in; null: it is not cast, or its label cannot be. */
  kinetics: CureKinetics | null
  roomC: number
  way: Way
  bond: BondId
  forms: FormsPlan
  laying: Laying | null
  film: Film | null
  gel: Gel | null
  base: Pick<
    PartStack,
    | 'shape'
    | 'film'
    | 'on'
    | 'release'
    | 'former'
    | 'overhang'
    | 'standing'
    | 'mould'
    | 'outline'
    | 'spares'
  >
}

/** What a part of a shape is laid in, among things that stick or spoil. */
function laidIn(shape: PartShape, gel: Gel | null): ThingId {
  if (gel?.face) return gel.face
  if (shape === 'cast') return 'two-part'
  return shape === 'skin' || shape === 'fingers' ? 'light' : 'gel'
}

/** The part that a way makes off the model for one water; null: it makes none, or its form is at fault. */
export function partOf(
  water: Moving,
  way: Way,
  forms: FormsPlan,
  laying: Laying | null,
  shelf: Shelf,
  room: Room,
  castResin: Resin | null = null
): PartStack | null {
  if (!way.part) return null
  const { shape, on } = way.part
  const film = way.part.film ? onShelf(shelf, 'film', water.make.film) : null
  const wet = laidIn(shape, onShelf(shelf, 'gel', water.gel))
  const at: At = {
    kinetics: shape === 'cast' && castResin ? knownKinetics(castResin) : null,
    roomC: room.tempC,
    way,
    bond: bondOf(way, water.make)!.id,
    forms,
    laying,
    film,
    gel: onShelf(shelf, 'gel', water.gel),
    base: {
      shape,
      film: film?.id ?? null,
      on: THINGS[on].name,
      release: film ? null : pairOf(wet, on),
      former: null,
      overhang: overhangOf(water, way, forms, laying, shelf, room),
      standing: null,
      mould: null,
      outline: null,
      spares: 0
    }
  }
  if (water.kind === 'fall') return fallPart(water, at)
  if (water.kind === 'sea') return seaPart(water, at)
  return water.kind === 'splash' ? splashPart(water, at) : runPart(water, at)
}

/** A joint under the weight of what it carries. */
const joint = (
  { bond }: At,
  footMm: number,
  widthMm: number,
  massG: number,
  leverMm: number
): PartStack['bond'] => ({
  kind: bond,
  footMm,
  ...bondHolds(bond, footMm, widthMm, (massG / 1000) * GRAVITY, leverMm)
})

/** Strips side by side, or one sheet over the lip. */
function fallPart(water: Fall, at: At): PartStack | null {
  const form = at.forms.falls.find((f) => f.id === water.id)
  if (!form?.curve) return null
  const { stripMm, arcMm, landMm } = form.curve
  const gelGCm3 = at.gel?.densityGCm3 ?? 1
  const stripWidthMm = stripWidth(form, water)
  if (at.base.shape === 'sheet') {
    const count = form.jet ? 1 : form.wet.length
    const widthMm = form.jet ? stripWidthMm : form.widthMm / count
    const massG =
      (widthMm *
        arcMm *
        ((at.film?.thicknessMm ?? 0) * (at.film?.densityGCm3 ?? 1) +
          (at.laying?.wetMm ?? 0) * gelGCm3)) /
      1000
    return {
      ...at.base,
      name: 'Sheet',
      count,
      lengthMm: stripMm,
      widthMm,
      trimMm: TUCK_MM,
      thicknessMm: at.film?.thicknessMm ?? 0,
      massG,
      bond: joint(at, TUCK_MM, widthMm, massG, landMm / 2 + 1)
    }
  }
  const dryMm = at.laying?.finalMm ?? 0
  const massG = (stripMm * stripWidthMm * dryMm * gelGCm3) / 1000
  return {
    ...at.base,
    name: form.jet ? 'Rolled strip' : 'Strip',
    count: form.strips,
    spares: form.stripsToMake - form.strips,
    lengthMm: stripMm,
    widthMm: stripWidthMm,
    trimMm: TUCK_MM,
    thicknessMm: dryMm,
    massG,
    bond: joint(at, TUCK_MM, stripWidthMm, massG, 1 + dryMm)
  }
}

/**
 * Heat of a casting as of a slab of the same volume to its face.
 *
 * @param thicknessMm  section over half its arc
 */
function heatOf({ kinetics, roomC }: At, thicknessMm: number, arcMm2: number): CastingHeat | null {
  if (!kinetics || !(thicknessMm > 0)) return null
  try {
    const areaMm2 = arcMm2 / 2
    return castingHeat({ areaMm2, thicknessMm, mould: 'rubber-in-shell', resin: kinetics, roomC })
  } catch (error) {
    // heavier than anybody casts: said where the part outgrows its water
    if (!(error instanceof RangeError)) throw error
    return null
  }
}

/** The crest that is built: cast, or rolled from film. */
function seaPart(water: Sea, at: At): PartStack | null {
  const built = at.forms.seas.find((s) => s.id === water.id)?.built
  if (!built) return null
  const { face } = built
  const longMm = lineLength(built.line)
  if (longMm <= 0) return null
  if (at.base.shape === 'cast') {
    const section = Math.abs(signedArea(face.profile))
    const madeMm = longMm + 2 * SAWN_MM
    const massG = ((section * longMm) / 1000) * CAST_GCM3
    const arcMm = lineLength(face.profile)
    const castMl = (section * madeMm) / 1000
    const surfaceCm2 = (arcMm * madeMm + 2 * section) / 100
    const clayMl = Math.min(castMl, (surfaceCm2 * CLAY_MM) / 10)
    const spanMm =
      Math.max(...face.profile.map((p) => p[0])) - Math.min(...face.profile.map((p) => p[0]))
    return {
      ...at.base,
      name: 'Casting',
      count: 1,
      lengthMm: longMm,
      widthMm: spanMm,
      trimMm: SAWN_MM,
      thicknessMm: face.heightMm,
      massG,
      bond: joint(at, spanMm, longMm, massG, face.heightMm / 2),
      mould: {
        surfaceCm2,
        coats: RUBBER_COATS,
        castMl,
        longMm: madeMm,
        shellLayers: SHELL_LAYERS,
        clayMl,
        coreMl: Math.max(0, castMl - clayMl),
        heat: heatOf(at, section / (arcMm / 2), madeMm * arcMm)
      }
    }
  }
  // no roof: nothing to roll a film to
  if (!face.formerRadiusMm || !at.film || !at.gel) return null
  const gelMm = at.laying?.finalMm ?? 0
  const massG =
    (face.faceArcMm *
      longMm *
      (at.film.thicknessMm * at.film.densityGCm3 + gelMm * at.gel.densityGCm3)) /
    1000
  const line = at.base.overhang?.rest ?? []
  const lean = [0, 1].map((k) => line.reduce((sum, p) => sum + p[k], 0) / Math.max(1, line.length))
  const footMm = Math.max(FOOT_MM, face.faceArcMm - curlArc(face))
  return {
    ...at.base,
    name: 'Curl',
    count: 1,
    spares: 1,
    lengthMm: longMm,
    widthMm: face.faceArcMm,
    trimMm: 0,
    thicknessMm: at.film.thicknessMm,
    massG,
    former: {
      wantedMm: face.formerRadiusMm,
      radiusMm: formerFor(
        face.formerRadiusMm,
        at.film.thicknessMm,
        at.film.modulusGPa,
        gelMm,
        at.gel.dryModulusGPa
      )
    },
    bond: joint(at, footMm, longMm, massG, Math.abs(lean[0]) + 1),
    standing: freestanding(
      massG,
      [lean[0], Math.max(1, lean[1])],
      [Math.min(...line.map((p) => p[0])), footMm]
    )
  }
}

const SPLASH_NAMES: Partial<Record<PartShape, string>> = {
  skin: 'Skin',
  fingers: 'Fingers',
  tuft: 'Tuft'
}

/** A splash, standing on its foot. */
function splashPart(water: Splash, at: At): PartStack | null {
  const form = at.forms.splashes.find((s) => s.id === water.id)
  if (!form || form.faults.length > 0 || form.envelope.length < 3) return null
  const ring = form.envelope.map(([x, z]): Point2 => [x, z])
  const area = Math.abs(signedArea(ring))
  const [cx, cz] = middleOf(ring)
  const { shape } = at.base
  if (form.crown && shape === 'skin') return crownPart(form.crown, at)
  const strandsMm3 = form.fingers * form.heightMm * Math.PI * (STRAND_MM / 2) ** 2
  let massG = (area * TUFT_MM) / 1000
  if (shape === 'skin') massG = (area * SKIN_MM * LIGHT_RESIN_GCM3) / 1000
  if (shape === 'fingers') massG = (strandsMm3 * LIGHT_RESIN_GCM3) / 1000
  const foot = Math.max(FOOT_MM, water.widthMm)
  return {
    ...at.base,
    outline: ring.map(([x, z]): Point2 => [Math.round(x * 100) / 100, Math.round(z * 100) / 100]),
    name: SPLASH_NAMES[shape] ?? 'Part',
    count: 1,
    spares: shape === 'tuft' ? 0 : 1,
    lengthMm: form.heightMm,
    widthMm: form.reachMm,
    trimMm: 0,
    thicknessMm: shape === 'skin' ? SKIN_MM : STRAND_MM,
    massG,
    bond: joint(at, FOOT_MM, water.widthMm, massG, Math.abs(cx) + 1),
    standing: freestanding(Math.max(1e-6, massG), [cx, Math.max(1, cz)], [-foot / 2, foot / 2])
  }
}

/** Panels of skin, joined edge to edge: each seam bears a panel, and the whole stands on its foot. */
function crownPart(crown: Crown, at: At): PartStack {
  const { count, footMm, topMm, slantMm, seamMm, armMm } = crown
  const eachG = ((((footMm + topMm) / 2) * slantMm * SKIN_MM) / 1000) * LIGHT_RESIN_GCM3
  const [half, top] = [footMm / 2, topMm / 2]
  const outline: Point2[] = [
    [-half, 0],
    [half, 0],
    [top, slantMm],
    [-top, slantMm]
  ]
  return {
    ...at.base,
    outline: outline.map(([x, z]): Point2 => [
      Math.round(x * 100) / 100,
      Math.round(z * 100) / 100
    ]),
    name: 'Panel',
    count,
    spares: 1,
    lengthMm: slantMm,
    widthMm: Math.max(footMm, topMm),
    trimMm: 0,
    thicknessMm: SKIN_MM,
    massG: eachG,
    bond: joint(at, seamMm, SKIN_MM, eachG, (footMm + topMm) / 4),
    standing: freestanding(
      Math.max(1e-6, eachG * count),
      [0, Math.max(1, crown.centroidMm[1])],
      [-armMm, armMm]
    )
  }
}

/** Small clear steps, one at each jump. */
function runPart(water: Reach, at: At): PartStack | null {
  const run = at.forms.reaches.find((r) => r.id === water.id)
  if (!run || run.stations.length === 0) return null
  const thicknessMm = at.film?.thicknessMm ?? 0
  const massG = (STEP_MM * run.widthMm * thicknessMm * (at.film?.densityGCm3 ?? 1)) / 1000
  return {
    ...at.base,
    name: 'Step',
    count: Math.max(1, run.jumps.length),
    lengthMm: STEP_MM,
    widthMm: run.widthMm,
    trimMm: 0,
    thicknessMm,
    massG,
    bond: joint(at, STEP_FOOT_MM, run.widthMm, massG, 1)
  }
}
