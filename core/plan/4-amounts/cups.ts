/** A cup is filled no more than this, so that it can be stirred. Common practice, no source. */
export const CUP_FILL = 0.75
/** Cups met on benches, ml. Common practice, no source. */
const CUP_SIZES_ML = [30, 60, 100, 150, 250, 400, 600, 1000, 2000, 5000]

/** The cup in which so much can still be stirred, ml. @example cupFor(100) // 150 */
export const cupFor = (volumeMl: number): number =>
  CUP_SIZES_ML.find((size) => size * CUP_FILL >= volumeMl - 1e-9) ?? Math.ceil(volumeMl / CUP_FILL)
