import { halvedTo } from '../../physics/solve/halving'
/** One outcome of a wait: what was foretold, and between which two looks it was over. */
export interface Seen {
  foretoldMin: number
  /** Still not ready at this look, min; 0: nobody looked before. */
  notYetMin: number
  /** Ready at this look, min; Infinity: not seen ready. */
  readyMin: number
}

/** What outcomes say of a product: real waits are so many times the foretold. */
export interface Fitted {
  /** Median of what is believed. */
  factor: number
  /** The factor lies between with 90 %. */
  low: number
  high: number
  /** The next wait's factor lies between with 90 %: wider, for days differ. */
  nextLow: number
  nextHigh: number
  /** One of ten next waits is over sooner than this, nine of ten are over by `sure`. */
  early: number
  sure: number
  outcomes: number
}

/** Before anything is known: labels and rooms are off by about a third. Common practice, no source. */
const PRIOR_SD = 0.35
/** Logarithms of the factor that are looked at. */
const STEP = 0.02
const REACH = 1.6
/**
 * How much one day differs from another, as standard deviations of the logarithm, each as likely as
 * its weight.
 */
const SPREADS: readonly (readonly [sd: number, weight: number])[] = [
  [0.04, 1],
  [0.07, 2],
  [0.11, 3],
  [0.16, 3],
  [0.24, 2],
  [0.36, 1],
  [0.55, 0.5]
]

/**
 * Distribution function of Student's t with four degrees of freedom: heavy tails, so that one odd
 * day says little.
 */
export function studentT4(t: number): number {
  if (t === Infinity) return 1
  if (t === -Infinity) return 0
  const s = t / Math.sqrt(1 + (t * t) / 4)
  return 0.5 + (3 / 8) * s * (1 - (s * s) / 12)
}

/**
 * How much longer (above 1) or shorter than foretold a product's waits really are, from looks that
 * only say “not yet” or
 * “ready”.
 *
 * Logarithms of real over foretold waits are taken as Student's t about one value, with a spread
 * that is itself unknown;
 * a look gives an interval, not a time (interval-censored data). The posterior is summed over a grid.
 *
 * @param seen  outcomes; none: what is believed beforehand
 * @source Gelman and others, Bayesian Data Analysis, ch. 3 and 17; written from memory
 * @example fitOutcomes([{ foretoldMin: 600, notYetMin: 700, readyMin: 800 }]).factor // about 1.17
 */
export function fitOutcomes(seen: readonly Seen[]): Fitted {
  const count = Math.round((2 * REACH) / STEP) + 1
  const grid = Array.from({ length: count }, (_, k) => -REACH + k * STEP)
  const joint = SPREADS.map(([sd, weight]) =>
    grid.map((mu) => {
      let log = Math.log(weight) - (mu * mu) / (2 * PRIOR_SD * PRIOR_SD)
      for (const { foretoldMin, notYetMin, readyMin } of seen) {
        const [a, b] = [Math.log(notYetMin / foretoldMin), Math.log(readyMin / foretoldMin)]
        log += Math.log(Math.max(1e-12, studentT4((b - mu) / sd) - studentT4((a - mu) / sd)))
      }
      return log
    })
  )
  const most = Math.max(...joint.flat())
  const weights = joint.map((row) => row.map((log) => Math.exp(log - most)))
  const total = weights.flat().reduce((sum, w) => sum + w, 0)
  const marginal = grid.map((_, k) => weights.reduce((sum, row) => sum + row[k], 0) / total)
  const quantile = (share: number): number => {
    let sum = 0
    for (let k = 0; k < count; k++) {
      sum += marginal[k]
      // within a cell of the grid mass is taken as even
      if (sum >= share) return grid[k] + STEP * (0.5 - (sum - share) / marginal[k])
    }
    return REACH
  }
  // the next outcome: the same mixture, its distribution function summed and inverted by halving
  const nextBelow = (y: number): number =>
    weights.reduce(
      (all, row, s) =>
        all + row.reduce((sum, w, k) => sum + w * studentT4((y - grid[k]) / SPREADS[s][0]), 0),
      0
    ) / total
  const nextQuantile = (share: number): number =>
    halvedTo(-4, 4, (y) => nextBelow(y) < share, { steps: 40 })
  return {
    factor: Math.exp(quantile(0.5)),
    low: Math.exp(quantile(0.05)),
    high: Math.exp(quantile(0.95)),
    nextLow: Math.exp(nextQuantile(0.05)),
    nextHigh: Math.exp(nextQuantile(0.95)),
    early: Math.exp(nextQuantile(0.1)),
    sure: Math.exp(nextQuantile(0.9)),
    outcomes: seen.length
  }
}

/** Factors from a half to twice are shown; what lies beyond ends at the rail's end. */
const RAIL = { low: 0.5, high: 2 } as const

/**
 * Where a factor stands on a rail from a half (0) over as foretold (½) to twice (1).
 *
 * @example onRail(1) // 0.5
 */
export const onRail = (factor: number): number =>
  Math.log(Math.min(RAIL.high, Math.max(RAIL.low, factor)) / RAIL.low) /
  Math.log(RAIL.high / RAIL.low)
