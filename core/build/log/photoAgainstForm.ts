import type { Point2 } from '../../physics/shape/polygon'
import { decode, labOfXyz, xyzOfRgb } from '../../physics/stuff/colour/rgb'
import { insideRing } from '../../physics/shape/polygon'

/** A turn, a scale and a shift: x′ = a·x − b·y + c, y′ = b·x + a·y + d. */
export interface Similarity {
  a: number
  b: number
  c: number
  d: number
}

/**
 * The turn, scale and shift that takes two points to two others; with `mirrored`, y runs the other
 * way first (a drawing's
 * heights grow upwards, a photograph's rows downwards).
 *
 * @throws RangeError when the two points are one
 * @example similarity([[0, 0], [1, 0]], [[0, 0], [0, 2]], false) // { a: 0, b: 2, c: 0, d: 0 }
 */
export function similarity(
  from: readonly [Point2, Point2],
  to: readonly [Point2, Point2],
  mirrored: boolean
): Similarity {
  const flip = mirrored ? -1 : 1
  const [dx, dy] = [from[1][0] - from[0][0], flip * (from[1][1] - from[0][1])]
  const length = dx * dx + dy * dy
  if (length === 0) throw new RangeError('points: are one; two different points are needed')
  const [ex, ey] = [to[1][0] - to[0][0], to[1][1] - to[0][1]]
  const a = (ex * dx + ey * dy) / length
  const b = (ey * dx - ex * dy) / length
  return {
    a,
    b,
    c: to[0][0] - a * from[0][0] + b * flip * from[0][1],
    d: to[0][1] - b * from[0][0] - a * flip * from[0][1]
  }
}

/** Where a point lies. */
export const placed = ({ a, b, c, d }: Similarity, [x, y]: Point2, mirrored: boolean): Point2 => {
  const v = mirrored ? -y : y
  return [a * x - b * v + c, b * x + a * v + d]
}

/** A picture as rows of red, green, blue, alpha. */
export interface Pixels {
  width: number
  height: number
  data: Uint8ClampedArray
}

/** As light as foam, and as grey: lightness L* and chroma C* of CIELAB. Common practice, no source. */
const WHITE_L = 70
const WHITE_C = 16

/** What a photograph of water shows within an area. */
export interface WaterSeen {
  /** Share of it that is white, %. */
  whitePct: number
  /** Middle colour of what is not white, `#rrggbb`; null: all is white. */
  colour: string | null
  /** Pixels looked at. */
  pixels: number
}

/**
 * How much of the water in a photograph is white, and its colour between the white.
 *
 * @param rings  areas of the picture, px; none: the whole picture
 */
export function waterSeen(picture: Pixels, rings: readonly (readonly Point2[])[] = []): WaterSeen {
  let [pixels, white] = [0, 0]
  const rest: [number, number, number][] = []
  const step = Math.max(1, Math.floor(Math.sqrt((picture.width * picture.height) / 250_000)))
  for (let y = 0; y < picture.height; y += step) {
    for (let x = 0; x < picture.width; x += step) {
      if (
        rings.length > 0 &&
        !rings.some((ring) => insideRing([x + 0.5, y + 0.5], ring as Point2[]))
      )
        continue
      const at = 4 * (y * picture.width + x)
      const [r, g, b] = [picture.data[at], picture.data[at + 1], picture.data[at + 2]]
      const [L, A, B] = labOfXyz(xyzOfRgb([decode(r / 255), decode(g / 255), decode(b / 255)]))
      pixels++
      if (L >= WHITE_L && Math.hypot(A, B) <= WHITE_C) white++
      else rest.push([r, g, b])
    }
  }
  const middle = (k: number) =>
    [...rest].map((c) => c[k]).sort((p, q) => p - q)[Math.floor(rest.length / 2)]
  return {
    whitePct: pixels > 0 ? (100 * white) / pixels : 0,
    colour: rest.length > 0 ? hex([middle(0), middle(1), middle(2)]) : null,
    pixels
  }
}

/** Share of white over several waters, by their area, %; null: there is none. */
export function meanWhitePct(
  waters: readonly { areaMm2: number; sharePct: number }[]
): number | null {
  const area = waters.reduce((sum, w) => sum + w.areaMm2, 0)
  return area > 0 ? waters.reduce((sum, w) => sum + w.areaMm2 * w.sharePct, 0) / area : null
}

export const hex = (rgb: readonly number[]): string =>
  `#${rgb.map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`

/** Mean colour round a place of a picture, `#rrggbb`. */
export function colourAt(picture: Pixels, x: number, y: number, reach = 4): string {
  const sum = [0, 0, 0]
  let count = 0
  for (
    let j = Math.max(0, Math.round(y) - reach);
    j <= Math.min(picture.height - 1, Math.round(y) + reach);
    j++
  ) {
    for (
      let i = Math.max(0, Math.round(x) - reach);
      i <= Math.min(picture.width - 1, Math.round(x) + reach);
      i++
    ) {
      for (const k of [0, 1, 2]) sum[k] += picture.data[4 * (j * picture.width + i) + k]
      count++
    }
  }
  return hex(sum.map((s) => s / Math.max(1, count)))
}
