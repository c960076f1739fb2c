import { conduct, stepRoom, type HeatChain } from './conduction'
import { cureRate, type CureKinetics } from './kinetics'

/** A chain in which some cells are curing resin. */
export interface CuringChain extends HeatChain {
  alpha: Float64Array
  /** Heat that a cell sets free between α 0 and 1, J; 0 where there is no resin. */
  heatJ: Float64Array
}

/** Largest change of cure in one step: small enough that a runaway is followed, not jumped. */
const STEP_ALPHA = 0.01
const FIRST_STEP_S = 2
const LONGEST_STEP_S = 1200
const GROWTH = 1.4
/** No run takes more steps than this; thirty days of a runaway take a tenth. */
const MOST_STEPS = 200_000

/** What has gone in and out since the beginning, J. */
export interface HeatBook {
  released: number
  lost: number
  steps: number
}

/**
 * Marches a curing chain through time by Heun's method for the cure and an implicit step for the
 * heat, with steps short
 * enough that no cell cures more than a hundredth in one.
 *
 * @param chain  cells; changed in place
 * @param resin  kinetics of every cell with heat to give
 * @param fromS  time now, s
 * @param toS    time to reach, s
 * @param each   called after every step with the time; ends the run by returning false
 * @param book   heat released and lost, added to
 * @returns      the time reached, s
 */
export function march(
  chain: CuringChain,
  resin: CureKinetics,
  fromS: number,
  toS: number,
  each: (timeS: number) => boolean,
  book: HeatBook
): number {
  const size = chain.tempC.length
  const room = stepRoom(size)
  const rate = new Float64Array(size)
  const released = new Float64Array(size)
  const next = new Float64Array(size)
  let dt = FIRST_STEP_S
  let time = fromS
  while (time < toS && book.steps < MOST_STEPS) {
    const n = chain.count
    let fastest = 0
    for (let i = 0; i < n; i++) {
      if (chain.heatJ[i] <= 0) continue
      rate[i] = cureRate(resin, chain.alpha[i], chain.tempC[i])
      if (rate[i] > fastest) fastest = rate[i]
    }
    dt = Math.min(
      dt * GROWTH,
      LONGEST_STEP_S,
      fastest > 0 ? STEP_ALPHA / fastest : Infinity,
      toS - time
    )
    for (let i = 0; i < n; i++)
      released[i] = chain.heatJ[i] * Math.min(1 - chain.alpha[i], rate[i] * dt)
    conduct(chain, released, dt, next, room)
    for (let i = 0; i < n; i++) {
      if (chain.heatJ[i] <= 0) continue
      const ahead = cureRate(resin, Math.min(1, chain.alpha[i] + rate[i] * dt), next[i])
      const gain = Math.min(1 - chain.alpha[i], (dt * (rate[i] + ahead)) / 2)
      chain.alpha[i] += gain
      released[i] = chain.heatJ[i] * gain
      book.released += released[i]
    }
    book.lost += conduct(chain, released, dt, next, room)
    for (let i = 0; i < n; i++) chain.tempC[i] = next[i]
    time += dt
    book.steps++
    if (!each(time)) break
  }
  return time
}
