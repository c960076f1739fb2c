import { finishOf, type Best } from './finish'
import type { Workspace } from './workspace'
import { decide, reset, settle, type Decided, type Steer } from './decide'
import { byHalves, byStretches, layNearby, SERIAL_TRIES, type Search } from './improve'
import { seeded } from './random'
import { serialOf } from './serial'

/** What a search may spend, and whom it tells. */
export interface Budget {
  /** Nodes that may be opened in all. */
  nodes: number
  /** Asked now and then whether to give up. */
  stop?: () => boolean
  /** Told of every better schedule and of every better bound. */
  progress?: (finishMin: number | null, lowerBoundMin: number, starts: Int32Array | null) => void
  /** Places of the tasks in an order to be tried first. */
  rank?: Int32Array
}

export interface Optimised {
  best: Best | null
  lowerBoundMin: number
  /** No schedule of any finish exists. */
  infeasible: boolean
  /** Nodes opened in all. */
  nodes: number
}

/**
 * First schedules are looked for with a finish of so many times the bound, before the search for
 * the best begins.
 */
const DIVES = [1, 1.1, 1.25, 1.5, 1000]
/** A start is tried for one node with so many tasks, for more with more: all of them are followed. */
const TRY_STEPS = 80
/** Nodes of one dive, for each task. */
const DIVE_NODES = 6

/**
 * The schedule that ends first, with a bound that no schedule can better.
 *
 * Orders are decided by `decide` for one finish after another: a first schedule by dives, then by
 * whole free stretches, then the finish is bisected between what is proven impossible and what was
 * found; between tries a few tasks are freed from the best order and placed anew (large
 * neighbourhood search).
 *
 * @param budget  nodes, not seconds, so that the same build gives the same plan on every machine
 */
export function optimise(b: Workspace, budget: Budget): Optimised {
  const { size, long, horizon } = b.net
  const random = seeded(7)
  const layRandom = seeded(11)
  const none = new Float64Array(size)
  let spent = 0
  let best: Best | null = null
  const left = () => Math.max(0, budget.nodes - spent)
  const over = () => left() === 0 || budget.stop?.() === true
  const run = (steer: Omit<Steer, 'stop'>): Decided => {
    const found = decide(b, { ...steer, nodes: Math.min(steer.nodes, left()), stop: budget.stop })
    spent += found.nodes
    if (found.starts) {
      const finishMin = finishOf(long, found.starts)
      if (best === null || finishMin < best.finishMin) {
        best = { starts: found.starts, by: found.by!, finishMin }
        budget.progress?.(finishMin, lowerBoundMin, found.starts)
      }
    }
    return found
  }
  let lowerBoundMin = 0
  reset(b, horizon)
  if (!settle(b, true)) return { best: null, lowerBoundMin: 0, infeasible: true, nodes: 1 }
  lowerBoundMin = finishOf(long, b.es)

  if (budget.rank)
    run({
      finishMin: horizon,
      nodes: DIVE_NODES * size + 40,
      tightest: false,
      pull: none,
      rank: budget.rank
    })
  for (let k = 0; k < DIVES.length && !over() && best === null; k++) {
    // a finish near the bound steers a dive better than one far away
    const finishMin = Math.min(horizon, Math.round(lowerBoundMin * DIVES[k]))
    const { verdict } = run({
      finishMin,
      nodes: DIVE_NODES * size + 40,
      tightest: k % 2 === 0,
      pull: none
    })
    if (verdict === 'no' && finishMin >= horizon)
      return { best: null, lowerBoundMin, infeasible: true, nodes: spent }
  }
  // great waits can make even a first schedule hard: tasks laid out one after another, then longer tries
  const serial = serialOf(b.net)
  const late = latestStarts(b, horizon)
  const take = (found: Best | null) => {
    if (!found || (best !== null && found.finishMin >= best.finishMin)) return
    best = found
    budget.progress?.(found.finishMin, lowerBoundMin, found.starts)
  }
  if (best === null) take(layNearby(serial, late, null, random, SERIAL_TRIES))
  for (let tries = 1; best === null && !over(); tries++) {
    const pull = Float64Array.from({ length: size }, () => (random() - 0.5) * 60 * tries)
    const finishMin =
      tries % 3 === 0 ? horizon : Math.min(horizon, Math.round(lowerBoundMin * (1 + 0.25 * tries)))
    const { verdict } = run({
      finishMin,
      nodes: 20 * size * tries,
      tightest: tries % 4 !== 1,
      pull
    })
    if (verdict === 'no' && finishMin >= horizon)
      return { best: null, lowerBoundMin, infeasible: true, nodes: spent }
  }
  if (best === null) return { best: null, lowerBoundMin, infeasible: false, nodes: spent }

  const search: Search = {
    b,
    serial,
    late,
    random,
    layRandom,
    found: () => best as unknown as Best,
    bound: () => lowerBoundMin,
    raise(boundMin) {
      lowerBoundMin = boundByHours(b, boundMin, search.found().finishMin)
      budget.progress?.(search.found().finishMin, lowerBoundMin, search.found().starts)
    },
    run,
    take,
    another: () => {
      spent += Math.ceil(size / TRY_STEPS)
      return !over()
    },
    over
  }
  search.raise(lowerBoundMin)
  byStretches(search)
  byHalves(search)
  return { best, lowerBoundMin, infeasible: false, nodes: spent }
}

/** Latest starts under the waits alone: what must begin soon is laid first. */
function latestStarts(b: Workspace, horizon: number): Float64Array {
  reset(b, horizon)
  settle(b, false)
  return Float64Array.from(b.ls)
}

/** The least finish, from a bound on, at which carrying bounds and hours alone finds nothing wrong. */
function boundByHours(b: Workspace, from: number, to: number): number {
  let [low, high] = [from, to]
  while (low < high) {
    const middle = (low + high) >> 1
    reset(b, middle)
    if (settle(b, true)) high = middle
    else low = middle + 1
  }
  return low
}
