import { finishOf, type Best } from './finish'
import type { Workspace } from './workspace'
import { decide, reset, settle, type Decided, type Steer } from './decide'
import { seeded } from './random'
import { serialOf, type Serial } from './serial'

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
/** Nodes of one dive, for each task. */
const DIVE_NODES = 6

/**
 * The schedule that ends first, with a bound that no schedule can better.
 *
 * Orders are decided by `decide` for one finish after another: first schedules by dives, then the
 * finish is bisected
 * between what is proven impossible and what was found; between tries a few tasks are freed from
 * the best order and
 * placed anew (large neighbourhood search).
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
  for (
    let k = 0;
    k < DIVES.length && !over() && (best as Best | null)?.finishMin !== lowerBoundMin;
    k++
  ) {
    // a finish near the bound steers a dive better than one far away
    const finishMin = Math.min(
      (best as Best | null)?.finishMin ?? horizon,
      Math.round(lowerBoundMin * DIVES[k])
    )
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

  lowerBoundMin = Math.max(lowerBoundMin, boundByHours(b, lowerBoundMin, (best as Best).finishMin))
  budget.progress?.((best as Best).finishMin, lowerBoundMin, (best as Best).starts)
  let slice = 20 * size + 100
  let target = lowerBoundMin
  for (let turn = 0; lowerBoundMin < (best as Best).finishMin && !over(); turn++) {
    const finish = (best as Best).finishMin
    target = Math.min(finish - 1, Math.max(lowerBoundMin, target))
    const { verdict } = run({
      finishMin: target,
      nodes: slice,
      tightest: turn % 3 !== 1,
      pull: none
    })
    if (verdict === 'no') {
      lowerBoundMin = boundByHours(b, target + 1, (best as Best).finishMin)
      budget.progress?.((best as Best).finishMin, lowerBoundMin, (best as Best).starts)
      target = (lowerBoundMin + (best as Best).finishMin) >> 1
      continue
    }
    if (verdict === 'yes') {
      target = (lowerBoundMin + (best as Best).finishMin) >> 1
      continue
    }
    improveNearby(b, best as Best, run, random, over, 30)
    if (turn > 0) take(layNearby(serial, late, best, layRandom, SERIAL_TRIES))
    slice = Math.min(Math.round(slice * 1.5), 200_000)
    // out of nodes: a bound nearer to what was found is easier to prove one way or the other
    target = target === finish - 1 ? (lowerBoundMin + (best as Best).finishMin) >> 1 : finish - 1
  }
  return { best, lowerBoundMin, infeasible: false, nodes: spent }
}

/** Layings tried in one go; each is as quick as a few nodes. */
const SERIAL_TRIES = 60
/** A rank is moved by up to so much, min: about a week. */
const MOVES_MIN = 8000

/** Latest starts under the waits alone: what must begin soon is laid first. */
function latestStarts(b: Workspace, horizon: number): Float64Array {
  reset(b, horizon)
  settle(b, false)
  return Float64Array.from(b.ls)
}

/**
 * The best of so many layings, each near the best so far: a few tasks wished earlier or later; now
 * and then all anew.
 */
function layNearby(
  serial: Serial,
  late: Float64Array,
  best: Best | null,
  random: () => number,
  times: number
): Best | null {
  let current = best
  for (let k = 0; k < times; k++) {
    const anew = current === null || k % 5 === 4
    const rank = Float64Array.from(anew ? late : current!.starts)
    const moved = anew ? rank.length : 1 + Math.floor(random() * 6)
    for (let m = 0; m < moved; m++) {
      const i = anew ? m : Math.floor(random() * rank.length)
      rank[i] += (random() - 0.6) * MOVES_MIN
    }
    const found = serial.lay(rank)
    if (found && (current === null || found.finishMin <= current.finishMin)) current = found
  }
  return current
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

/** Frees a run of tasks, and a few others, from the best order and looks for a better one near by. */
function improveNearby(
  b: Workspace,
  best: Best,
  run: (steer: Omit<Steer, 'stop'>) => Decided,
  random: () => number,
  over: () => boolean,
  times: number
): void {
  let current = best
  for (let k = 0; k < times && !over(); k++) {
    const order = b.hands
      .filter((i) => b.net.people === 1 || b.net.who[i] !== 3)
      .sort((x, y) => current.starts[x] - current.starts[y])
    const many = Math.max(6, Math.round(order.length * (0.1 + 0.3 * random())))
    // by turns a run of tasks, and tasks here and there
    const at = Math.floor(random() * Math.max(1, order.length - many))
    const freed = new Set(k % 3 === 2 ? [] : order.slice(at, at + many))
    for (let extra = 0; extra < (k % 3 === 2 ? many : 4); extra++)
      freed.add(order[Math.floor(random() * order.length)])
    const kept = order.filter((i) => !freed.has(i))
    const arcs: [number, number, number][] = []
    for (let x = 1; x < kept.length; x++)
      if (b.net.who[kept[x]] === b.net.who[kept[x - 1]])
        arcs.push([kept[x - 1], kept[x], b.net.long[kept[x - 1]]])
    const found = run({
      finishMin: current.finishMin - 1,
      nodes: 60 + 4 * many,
      tightest: true,
      pull: new Float64Array(b.net.size),
      arcs
    })
    if (found.starts)
      current = {
        starts: found.starts,
        by: found.by!,
        finishMin: finishOf(b.net.long, found.starts)
      }
  }
}
