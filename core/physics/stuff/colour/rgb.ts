import { WHITE, XYZ_WEIGHTS } from './observer'

/** Red, green and blue of a screen in linear light, 0 to 1. */
export type Linear = readonly [number, number, number]

const TO_RGB = [
  [3.2404542, -1.5371385, -0.4985314],
  [-0.969266, 1.8760108, 0.041556],
  [0.0556434, -0.2040259, 1.0572252]
]
/** The other way round (IEC 61966-2-1). */
const FROM_RGB = [
  [0.4124564, 0.3575761, 0.1804375],
  [0.2126729, 0.7151522, 0.072175],
  [0.0193339, 0.119192, 0.9503041]
]
const times = (rows: readonly (readonly number[])[], v: readonly number[]) =>
  rows.map((row) => row.reduce((s, x, i) => s + x * v[i], 0))

/** Weights that turn a reflectance straight into linear sRGB. */
export const RGB_WEIGHTS: readonly (readonly number[])[] = TO_RGB.map((row) =>
  XYZ_WEIGHTS[0].map(
    (_, i) => row[0] * XYZ_WEIGHTS[0][i] + row[1] * XYZ_WEIGHTS[1][i] + row[2] * XYZ_WEIGHTS[2][i]
  )
)

/** One channel from its byte. @source IEC 61966-2-1 */
export const decode = (value: number): number =>
  value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4
const encode = (value: number): number =>
  value <= 0.0031308 ? 12.92 * value : 1.055 * value ** (1 / 2.4) - 0.055

/** @example linearOf('#ffffff') // [1, 1, 1] */
export function linearOf(colour: string): Linear {
  const n = Number.parseInt(colour.slice(1), 16)
  return [decode(((n >> 16) & 255) / 255), decode(((n >> 8) & 255) / 255), decode((n & 255) / 255)]
}

/** As `#rrggbb`; what the screen can't show is brought to its edge. @example hexOf([1, 1, 1]) // "#ffffff" */
export const hexOf = (rgb: readonly number[]): string =>
  `#${rgb
    .map((v) =>
      Math.round(255 * encode(Math.min(1, Math.max(0, v))))
        .toString(16)
        .padStart(2, '0')
    )
    .join('')}`

export const xyzOf = (reflectance: readonly number[]): number[] => times(XYZ_WEIGHTS, reflectance)
export const xyzOfRgb = (linear: readonly number[]): number[] => times(FROM_RGB, linear)
export const rgbOfXyz = (xyz: readonly number[]): number[] => times(TO_RGB, xyz)

/**
 * CIE L*a*b* under D65.
 * @source ISO/CIE 11664-4
 * @example labOfXyz([0.95047, 1, 1.08883]) // [100, 0, 0]
 */
export function labOfXyz(xyz: readonly number[]): [number, number, number] {
  const [x, y, z] = xyz.map((v, i) => {
    const t = v / WHITE[i]
    return t > (6 / 29) ** 3 ? Math.cbrt(t) : t / (3 * (6 / 29) ** 2) + 4 / 29
  })
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)]
}

/** Difference of two colours by CIE 1976. @source ISO/CIE 11664-4 */
export const deltaE = (a: readonly number[], b: readonly number[]): number =>
  Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])
