import { halvedTo } from '../../solve/halving'
import { layerOver, stackOver, type Layer } from './kubelkaMunk'
import { BANDS } from './observer'
import { hexOf, labOfXyz, linearOf, rgbOfXyz, xyzOf, deltaE } from './rgb'
import { reflectanceOf } from './reflectance'

/** What one drop in 100 g does to the light, for each band, 1/mm. */
export interface TintOptics {
  k: readonly number[]
  s: readonly number[]
}

/** How a tint looks: its colour over white at a dose and a depth, and how much of it scatters. */
export interface TintLook {
  colour: string
  atDropsPer100G: number
  atDepthMm: number
  /** Scatter of one drop in 100 g, 1/mm: left out, that of a dye. */
  scatterPerMm?: number
}

/**
 * Even a dye scatters a little: so deep water keeps a colour and does not end in black. Typical,
 * from memory.
 */
export const DYE_SCATTER_PER_MM = 0.0002
const DARKEST = 0.0004

/**
 * Absorption of a tint from how it looks over white, band by band, by bisection on the layer's own equation.
 *
 * @param look  colour `#rrggbb`, dose in drops per 100 g, depth mm, scatter 1/mm
 * @returns     K and S per drop per 100 g, 1/mm
 */
export function opticsOf({
  colour,
  atDropsPer100G,
  atDepthMm,
  scatterPerMm = DYE_SCATTER_PER_MM
}: TintLook): TintOptics {
  const s = scatterPerMm * atDropsPer100G
  const k = reflectanceOf(colour).map((seen) => {
    const wanted = Math.max(DARKEST, seen)
    const lighter = (k: number) => layerOver(k, s, atDepthMm, 1) > wanted
    let high = 1
    while (lighter(high) && high < 1e4) high *= 2
    return halvedTo(0, high, lighter) / atDropsPer100G
  })
  return { k, s: k.map(() => scatterPerMm) }
}

export interface TintedPour {
  depthMm: number
  tints: readonly { optics: TintOptics; dropsPer100G: number }[]
}

export interface SeenColour {
  colour: string
  lab: [number, number, number]
  /** How much of a difference in the bed's lightness still shows, %. */
  bedShowsPct: number
}

const layerOf = ({ depthMm, tints }: TintedPour): Layer => {
  const sum = (pick: 'k' | 's') =>
    Array.from({ length: BANDS }, (_, i) =>
      tints.reduce((total, t) => total + t.dropsPer100G * t.optics[pick][i], 0)
    )
  return { depthMm, k: sum('k'), s: sum('s') }
}

/**
 * Colour of water over a painted bed: each pour a Kubelka–Munk layer over what is under it, in 31
 * bands, seen by the CIE
 * 1931 observer under D65. The shine of the surface is left out.
 *
 * @param bed    colour of the bed, `#rrggbb`
 * @param pours  the lowest first; depth mm
 * @returns      colour, CIE L*a*b*, and how much of the bed shows, %
 * @source Kubelka 1948; ISO/CIE 11664; written from memory
 */
export function seenThrough(bed: string, pours: readonly TintedPour[]): SeenColour {
  if (!pours.some(isTinted))
    return { colour: bed.toLowerCase(), lab: labOfRgb(linearOf(bed)), bedShowsPct: 100 }
  return seenOver(reflectanceOf(bed), pours)
}

const isTinted = (p: TintedPour) => p.depthMm > 0 && p.tints.some((t) => t.dropsPer100G > 0)

/** `seenThrough` over a bed given by its reflectance in 31 bands. */
export function seenOver(under: readonly number[], pours: readonly TintedPour[]): SeenColour {
  const layers = pours.filter(isTinted).map(layerOf)
  const lightness = (grey: number) =>
    xyzOf(stackOver(new Array<number>(BANDS).fill(grey), layers))[1]
  const xyz = xyzOf(stackOver(under, layers))
  return {
    colour: hexOf(rgbOfXyz(xyz)),
    lab: labOfXyz(xyz),
    bedShowsPct: layers.length === 0 ? 100 : 100 * (lightness(1) - lightness(0))
  }
}

const TO_XYZ = [
  [0.4124564, 0.3575761, 0.1804375],
  [0.2126729, 0.7151522, 0.072175],
  [0.0193339, 0.119192, 0.9503041]
]
const labOfRgb = (rgb: readonly number[]) =>
  labOfXyz(TO_XYZ.map((row) => row.reduce((s, w, i) => s + w * rgb[i], 0)))

/**
 * A test chip: the tint over white paper at a known dose and depth, and the paper beside it, both
 * as photographed.
 */
export interface Chip {
  colour: string
  paper: string
  dropsPer100G: number
  depthMm: number
}

export interface ChipFit {
  optics: TintOptics
  /** The tint as a look at 3 drops in 100 g and 10 mm. */
  look: Required<Omit<TintLook, 'scatterPerMm'>> & { scatterPerMm: number }
  /** How far the fitted tint is from each chip, CIE 1976. */
  offs: number[]
}

/** Dose and depth at which a tint of the shelf says what it looks like. */
export const LOOK_AT = { dropsPer100G: 3, depthMm: 10 }

/**
 * The colour of a chip with its paper made white: what the camera's white balance and the lamp did
 * is divided out.
 */
export function balanced(colour: string, paper: string): string {
  const white = linearOf(paper)
  return hexOf(linearOf(colour).map((v, i) => (white[i] > 0 ? v / white[i] : 0)))
}

/**
 * Fits a tint to test chips: absorption band by band, the chips weighed by their dose × depth.
 *
 * @param chips         at least one, with a dose and a depth above 0
 * @param scatterPerMm  of one drop in 100 g, 1/mm; 0.02 and more for a milky tint
 * @throws RangeError   when there is no chip
 */
export function fitChips(chips: readonly Chip[], scatterPerMm = DYE_SCATTER_PER_MM): ChipFit {
  if (chips.length === 0)
    throw new RangeError(
      'chips: there is none; pour one, photograph it beside white paper and pick its colour'
    )
  const seen = chips.map((chip) => ({
    ...chip,
    colour: balanced(chip.colour, chip.paper),
    weight: chip.dropsPer100G * chip.depthMm
  }))
  const each = seen.map((chip) =>
    opticsOf({
      colour: chip.colour,
      atDropsPer100G: chip.dropsPer100G,
      atDepthMm: chip.depthMm,
      scatterPerMm
    })
  )
  const total = seen.reduce((s, c) => s + c.weight, 0)
  const k = Array.from(
    { length: BANDS },
    (_, i) => each.reduce((s, optics, j) => s + optics.k[i] * seen[j].weight, 0) / total
  )
  const optics = { k, s: k.map(() => scatterPerMm) }
  const at = (dropsPer100G: number, depthMm: number) =>
    seenThrough('#ffffff', [{ depthMm, tints: [{ optics, dropsPer100G }] }])
  return {
    optics,
    look: {
      colour: at(LOOK_AT.dropsPer100G, LOOK_AT.depthMm).colour,
      atDropsPer100G: LOOK_AT.dropsPer100G,
      atDepthMm: LOOK_AT.depthMm,
      scatterPerMm
    },
    offs: seen.map((chip) =>
      deltaE(at(chip.dropsPer100G, chip.depthMm).lab, labOfRgb(linearOf(chip.colour)))
    )
  }
}
