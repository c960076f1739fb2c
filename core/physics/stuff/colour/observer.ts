/**
 * CIE 1931 standard observer and illuminant D65, 400–700 nm in steps of 10 nm.
 * @source ISO/CIE 11664-1 and -2 (tables at 10 nm); written from memory and checked against the
 *   white and the primaries of sRGB
 */
export const BANDS = 31
export const WAVELENGTHS: readonly number[] = Array.from({ length: BANDS }, (_, i) => 400 + 10 * i)

const X_BAR = [
  0.0143, 0.0435, 0.1344, 0.2839, 0.3483, 0.3362, 0.2908, 0.1954, 0.0956, 0.032, 0.0049, 0.0093,
  0.0633, 0.1655, 0.2904, 0.4334, 0.5945, 0.7621, 0.9163, 1.0263, 1.0622, 1.0026, 0.8544, 0.6424,
  0.4479, 0.2835, 0.1649, 0.0874, 0.0468, 0.0227, 0.0114
]
const Y_BAR = [
  0.0004, 0.0012, 0.004, 0.0116, 0.023, 0.038, 0.06, 0.091, 0.139, 0.208, 0.323, 0.503, 0.71, 0.862,
  0.954, 0.995, 0.995, 0.952, 0.87, 0.757, 0.631, 0.503, 0.381, 0.265, 0.175, 0.107, 0.061, 0.032,
  0.017, 0.0082, 0.0041
]
const Z_BAR = [
  0.0679, 0.2074, 0.6456, 1.3856, 1.7471, 1.7721, 1.6692, 1.2876, 0.813, 0.4652, 0.272, 0.1582,
  0.0782, 0.0422, 0.0203, 0.0087, 0.0039, 0.0021, 0.0017, 0.0011, 0.0008, 0.0003, 0.0002, 0, 0, 0,
  0, 0, 0, 0, 0
]
const D65 = [
  82.7549, 91.486, 93.4318, 86.6823, 104.865, 117.008, 117.812, 114.861, 115.923, 108.811, 109.354,
  107.802, 104.79, 107.689, 104.405, 104.046, 100, 96.3342, 95.788, 88.6856, 90.0062, 89.5991,
  87.6987, 83.2886, 83.6992, 80.0268, 80.2146, 82.2778, 78.2842, 69.7213, 71.6091
]

/** White of D65, Y = 1; IEC 61966-2-1. */
export const WHITE: readonly [number, number, number] = [0.95047, 1, 1.08883]

/**
 * Weights that turn a reflectance into X, Y, Z under D65. Each row adds up to the white, so that a
 * perfect white is white
 * in spite of the ends of the spectrum that are left out.
 */
export const XYZ_WEIGHTS: readonly (readonly number[])[] = [X_BAR, Y_BAR, Z_BAR].map((bar, row) => {
  const raw = bar.map((value, i) => value * D65[i])
  const sum = raw.reduce((a, b) => a + b, 0)
  return raw.map((value) => (value / sum) * WHITE[row])
})
