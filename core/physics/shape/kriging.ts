import { inverse, Matrix } from 'ml-matrix'
import type { Point2 } from './polygon'
import type { Sounding } from './surface'
import { covariance, fitVariogram, type Variogram } from './variogram'

/** Ordinary kriging through dips: height and its variance anywhere, and of weighed sums of places. */
export interface Kriging {
  variogram: Variogram
  /** Height at a place, mm. */
  height: (place: Point2) => number
  /** Variance of the error there, mm². */
  variance: (place: Point2) => number
  /** Variance of Σ wᵢ·z(placeᵢ), (mm · unit of w)². */
  sumVariance: (places: readonly Point2[], weights: readonly number[]) => number
  /**
   * Each dip foretold from all the others: how far off, mm, and the variance that was expected of
   * it, mm².
   */
  leftOut: () => { offMm: number; varianceMm2: number }[]
  /** The candidate at which one more dip would cut that variance most, and what would be left of it. */
  bestDip: (
    places: readonly Point2[],
    weights: readonly number[],
    candidates: readonly Point2[]
  ) => { at: Point2; varianceLeft: number } | null
}

/**
 * Added to each dip's own variance, as a share of the sill, so that the system can be solved: a
 * smooth model's is nearly singular.
 */
const STEADY = { exponential: 1e-10, spherical: 1e-10, gaussian: 1e-6 } as const

/**
 * Ordinary kriging: the unbiased weighed mean of the dips with the least variance of error.
 *
 * @param dips       heights mm, no two at one place
 * @param variogram  left out: fitted to the dips
 * @source Isaaks & Srivastava, An Introduction to Applied Geostatistics (1989), ch. 12 and 13
 *   (blocks); leaving one out by
 *         the inverse after Dubrule 1983; written from memory
 */
export function kriging(
  dips: readonly Sounding[],
  variogram: Variogram = fitVariogram(dips)
): Kriging {
  const n = dips.length
  const flat = variogram.sillMm2 <= 1e-12
  const level = flat && variogram.nuggetMm2 <= 1e-12
  const cov = (ax: number, ay: number, bx: number, by: number) =>
    covariance(variogram, Math.sqrt((ax - bx) ** 2 + (ay - by) ** 2))
  const system = Matrix.zeros(n + 1, n + 1)
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++)
      system.set(
        i,
        j,
        cov(dips[i][0], dips[i][1], dips[j][0], dips[j][1]) +
          (i === j
            ? variogram.nuggetMm2 + STEADY[variogram.shape ?? 'exponential'] * variogram.sillMm2
            : 0)
      )
    system.set(i, n, 1)
    system.set(n, i, 1)
  }
  // a level ground, or one that is all scatter, has no covariance: its height is the mean
  if (flat) for (let i = 0; i < n; i++) system.set(i, i, Math.max(variogram.nuggetMm2, 1e-12))
  // one inverse serves the many right-hand sides of a grid
  const inverted = inverse(system)
    .to2DArray()
    .map((row) => Float64Array.from(row))
  const towards = (x: number, y: number): Float64Array => {
    const right = new Float64Array(n + 1)
    for (let i = 0; i < n; i++) right[i] = cov(x, y, dips[i][0], dips[i][1])
    right[n] = 1
    return right
  }
  const solved = (right: ArrayLike<number>): Float64Array => {
    const out = new Float64Array(n + 1)
    for (let i = 0; i <= n; i++) {
      const row = inverted[i]
      let sum = 0
      for (let j = 0; j <= n; j++) sum += row[j] * right[j]
      out[i] = sum
    }
    return out
  }
  const dual = solved([...dips.map((d) => d[2]), 0])
  const dot = (a: ArrayLike<number>, b: ArrayLike<number>) => {
    let sum = 0
    for (let i = 0; i < a.length; i++) sum += a[i] * b[i]
    return sum
  }

  const summed = (places: readonly Point2[], weights: readonly number[]) => {
    const right = new Float64Array(n + 1)
    places.forEach(([x, y], p) => {
      for (let i = 0; i < n; i++) right[i] += weights[p] * cov(x, y, dips[i][0], dips[i][1])
      right[n] += weights[p]
    })
    return { right, weightsOfDips: solved(right) }
  }
  const sumVariance = (places: readonly Point2[], weights: readonly number[]) => {
    if (level) return 0
    let own = 0
    for (let i = 0; i < places.length; i++) {
      own += weights[i] ** 2 * variogram.sillMm2
      for (let j = 0; j < i; j++)
        own +=
          2 * weights[i] * weights[j] * cov(places[i][0], places[i][1], places[j][0], places[j][1])
    }
    const { right, weightsOfDips } = summed(places, weights)
    return Math.max(0, own - dot(right, weightsOfDips))
  }
  return {
    variogram,
    height: ([x, y]) => dot(towards(x, y), dual),
    variance: ([x, y]) => {
      const right = towards(x, y)
      return Math.max(0, variogram.sillMm2 - dot(right, solved(right)))
    },
    sumVariance,
    leftOut: () =>
      dips.map((_, i) => ({
        offMm: dual[i] / inverted[i][i],
        varianceMm2: 1 / Math.max(1e-12, inverted[i][i])
      })),
    bestDip: (places, weights, candidates) => {
      if (flat || candidates.length === 0) return null
      const now = sumVariance(places, weights)
      const { weightsOfDips } = summed(places, weights)
      let best: { at: Point2; varianceLeft: number } | null = null
      for (const [x, y] of candidates) {
        const right = towards(x, y)
        const alone = variogram.sillMm2 + variogram.nuggetMm2 - dot(right, solved(right))
        if (alone < 1e-9 * variogram.sillMm2) continue
        const shared =
          places.reduce((s, p, i) => s + weights[i] * cov(p[0], p[1], x, y), 0) -
          dot(weightsOfDips, right)
        const varianceLeft = Math.max(0, now - shared ** 2 / alone)
        if (!best || varianceLeft < best.varianceLeft) best = { at: [x, y], varianceLeft }
      }
      return best
    }
  }
}
