import type { Sounding } from './surface'

/**
 * How a variogram climbs: straight from the first millimetre (a rough bed), or flat at first (a
 * smooth one).
 */
export type VariogramShape = 'exponential' | 'spherical' | 'gaussian'

/**
 * How unlike two dips are by their distance: γ(h) = nugget + sill·(1 − correlation(h)); at the
 * range 95 % of it are reached. Heights mm.
 */
export interface Variogram {
  nuggetMm2: number
  sillMm2: number
  rangeMm: number
  /** Left out: exponential. */
  shape?: VariogramShape
}

/**
 * Correlation at a distance, as a share of the range.
 *
 * @source Isaaks & Srivastava (1989), ch. 16: exponential e^(−3r), Gaussian e^(−3r²), spherical 1 −
 *   1.5r + 0.5r³; from memory
 */
function correlation(shape: VariogramShape, r: number): number {
  if (shape === 'gaussian') return Math.exp(-3 * r * r)
  if (shape === 'spherical') return r >= 1 ? 0 : 1 - 1.5 * r + 0.5 * r ** 3
  return Math.exp(-3 * r)
}

/** Covariance of the ground at two places so far apart, the nugget apart, mm². */
export const covariance = (
  { sillMm2, rangeMm, shape = 'exponential' }: Variogram,
  distanceMm: number
): number => sillMm2 * correlation(shape, distanceMm / rangeMm)

const LAGS = 12
const RANGES = 40
/**
 * Pairs beyond this share of the greatest distance say more of the ground's tilt than of its
 * roughness. Common practice in geostatistics.
 */
const FAR_SHARE = 0.6

/**
 * The variogram of a shape that fits the dips: half the mean squared difference of pairs by
 * distance, fitted by least
 * squares weighed by the number of pairs, over a range of ranges.
 *
 * @param dips  at least two, mm
 * @returns     nugget and sill 0 where the ground is level
 * @source Isaaks & Srivastava, An Introduction to Applied Geostatistics (1989), ch. 7 and 16;
 *   written from memory
 */
export function fitVariogram(
  dips: readonly Sounding[],
  shape: VariogramShape = 'exponential'
): Variogram {
  let far = 0
  for (const a of dips)
    for (const b of dips) far = Math.max(far, Math.hypot(a[0] - b[0], a[1] - b[1]))
  const reach = Math.max(far * FAR_SHARE, 1e-6)
  const sums = new Float64Array(LAGS)
  const lengths = new Float64Array(LAGS)
  const pairs = new Float64Array(LAGS)
  for (let i = 0; i < dips.length; i++) {
    for (let j = i + 1; j < dips.length; j++) {
      const h = Math.hypot(dips[i][0] - dips[j][0], dips[i][1] - dips[j][1])
      const lag = Math.floor((h / reach) * LAGS)
      if (lag >= LAGS) continue
      sums[lag] += (dips[i][2] - dips[j][2]) ** 2 / 2
      lengths[lag] += h
      pairs[lag]++
    }
  }
  const seen = Array.from(pairs, (n, i) => ({ n, h: lengths[i] / n, gamma: sums[i] / n })).filter(
    (lag) => lag.n > 0
  )
  const level = { nuggetMm2: 0, sillMm2: 0, rangeMm: Math.max(far, 1), shape }
  if (seen.length === 0 || seen.every((lag) => lag.gamma < 1e-12)) return level
  let best = { nuggetMm2: 0, sillMm2: 0, rangeMm: level.rangeMm, off: Infinity }
  for (let r = 0; r < RANGES; r++) {
    const rangeMm = reach * 0.15 * 20 ** (r / (RANGES - 1))
    const fit = straight(
      seen.map(({ n, h, gamma }) => ({ n, x: 1 - correlation(shape, h / rangeMm), y: gamma }))
    )
    const off = seen.reduce(
      (s, { n, h, gamma }) =>
        s + n * (gamma - fit.nugget - fit.sill * (1 - correlation(shape, h / rangeMm))) ** 2,
      0
    )
    if (off < best.off) best = { nuggetMm2: fit.nugget, sillMm2: fit.sill, rangeMm, off }
  }
  return { nuggetMm2: best.nuggetMm2, sillMm2: best.sillMm2, rangeMm: best.rangeMm, shape }
}

/** The weighed line y = nugget + sill·x with neither below 0. */
function straight(points: readonly { n: number; x: number; y: number }[]): {
  nugget: number
  sill: number
} {
  let [w, wx, wy, wxx, wxy] = [0, 0, 0, 0, 0]
  for (const { n, x, y } of points) {
    w += n
    wx += n * x
    wy += n * y
    wxx += n * x * x
    wxy += n * x * y
  }
  const spread = w * wxx - wx * wx
  const sill = spread > 1e-15 ? (w * wxy - wx * wy) / spread : 0
  const nugget = (wy - sill * wx) / w
  if (nugget < 0) return { nugget: 0, sill: Math.max(0, wxy / wxx) }
  return sill < 0 ? { nugget: wy / w, sill: 0 } : { nugget, sill }
}
