import { reset, settle, type Decided, type Steer } from './decide'
import { finishOf, type Best } from './finish'
import type { Serial } from './serial'
import { shave } from './shave'
import type { Workspace } from './workspace'

/** A search for the best schedule under way: a first one was found. */
export interface Search {
  b: Workspace
  serial: Serial
  /** Latest starts under the waits alone. */
  late: Float64Array
  random: () => number
  layRandom: () => number
  /** The best so far. */
  found: () => Best
  /** No schedule ends before this, min. */
  bound: () => number
  /** It is proven that none ends before this. */
  raise: (boundMin: number) => void
  run: (steer: Omit<Steer, 'stop'>) => Decided
  /** Takes a schedule on, where it ends sooner. */
  take: (found: Best | null) => void
  /** Spends the nodes of one try of a start; false: none is left. */
  another: () => boolean
  over: () => boolean
}

/** Orders and layings near the best that are tried in one turn. */
const NEARBY_TRIES = 10
/** Layings anew in one turn. */
const LAYINGS = 100
/**
 * Nodes of one try of orders, for each task, and more with every turn. These and the numbers below
 * were tried out on problems by chance of 40 to 120 steps: none of them bears on what is proven.
 */
const TRY_NODES = { each: 3, more: 10 }
/** Chance moves the choice between two orders by so much more with every turn, min. */
const CHANCE = { perTurnMin: 60, turns: 20 }

/**
 * Moves the finish and its bound by whole free stretches, as most of the time between two schedules
 * is time without hands: whether the work can end before the stretch in which the best one ends. A
 * bound is raised by shaving; within what that leaves a schedule is looked for by orders decided
 * with some chance, by layings anew, and near the best, in turns.
 */
export function byStretches(search: Search): void {
  const { b, serial, random, layRandom, found, run, take, over } = search
  const { size } = b.net
  while (search.bound() < found().finishMin && !over()) {
    const finishMin = lastStretchBefore(b, found().finishMin)
    if (finishMin < search.bound()) return
    reset(b, finishMin)
    if (!settle(b, true) || shave(b, search.another) === 'dead') {
      search.raise(finishMin + 1)
      continue
    }
    const room = { finishMin, holds: b.es.slice(), latest: b.ls.slice() }
    for (let turn = 0; found().finishMin > finishMin && !over(); turn++) {
      const amountMin = CHANCE.perTurnMin * Math.min(CHANCE.turns, turn)
      const { verdict } = run({
        ...room,
        nodes: TRY_NODES.each * size + TRY_NODES.more * turn,
        tightest: turn % 4 !== 0,
        pull: Float64Array.from({ length: size }, () => (random() - 0.5) * amountMin)
      })
      if (verdict === 'no') search.raise(finishMin + 1)
      if (verdict !== 'unknown') break
      take(layAnew(serial, room, layRandom))
      if (found().finishMin <= finishMin) break
      improveNearby(b, found(), (steer) => run({ ...steer, ...room }), random, over, NEARBY_TRIES)
    }
  }
}

/**
 * Halves what lies between the bound and the best finish until they meet; where a half is not
 * decided, a few tasks are freed from the best order and placed anew.
 */
export function byHalves(search: Search): void {
  const { b, serial, random, layRandom, found, run, over } = search
  let slice = 20 * b.net.size + 100
  let target = search.bound()
  const half = () => (search.bound() + found().finishMin) >> 1
  for (let turn = 0; search.bound() < found().finishMin && !over(); turn++) {
    const finish = found().finishMin
    target = Math.min(finish - 1, Math.max(search.bound(), target))
    const { verdict } = run({
      finishMin: target,
      nodes: slice,
      tightest: turn % 3 !== 1,
      pull: new Float64Array(b.net.size)
    })
    if (verdict === 'no') search.raise(target + 1)
    if (verdict !== 'unknown') {
      target = half()
      continue
    }
    improveNearby(b, found(), run, random, over, 30)
    if (turn > 0) search.take(layNearby(serial, search.late, found(), layRandom, SERIAL_TRIES))
    slice = Math.min(Math.round(slice * 1.5), 200_000)
    // out of nodes: a bound nearer to what was found is easier to prove one way or the other
    target = target === finish - 1 ? half() : finish - 1
  }
}

/** When the last free stretch, of anybody's, begins before a minute. */
function lastStretchBefore(b: Workspace, minute: number): number {
  let last = 0
  for (const spans of b.net.free)
    for (let k = 0; k < spans.length && spans[k] < minute; k += 2) last = Math.max(last, spans[k])
  return last
}

/** Layings tried in one go; each is as quick as a few nodes. */
export const SERIAL_TRIES = 60
/** A rank is moved by up to so much, min: about a week. */
const MOVES_MIN = 8000

/**
 * The best of so many layings, each near the best so far: a few tasks wished earlier or later; now
 * and then all anew.
 */
export function layNearby(
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

/** How far ranks are moved from the latest starts, by turns, min. */
const SPREADS_MIN = [100, 500, 2000, 6000]
/** Every other rank, by chance, is drawn so far from the latest start to the earliest. */
const TO_EARLIEST = 0.3

/** The best of so many layings by latest starts, some mixed with earliest ones, moved about by chance. */
function layAnew(
  serial: Serial,
  room: { finishMin: number; holds: Int32Array; latest: Int32Array },
  random: () => number
): Best | null {
  let best: Best | null = null
  for (let k = 0; k < LAYINGS && (best === null || best.finishMin > room.finishMin); k++) {
    const spread = SPREADS_MIN[k % SPREADS_MIN.length]
    const early = random() < 0.5 ? TO_EARLIEST : 0
    const rank = Float64Array.from(
      room.latest,
      (late, i) => late + early * (room.holds[i] - late) + (random() - 0.5) * spread
    )
    const found = serial.lay(rank)
    if (found && (best === null || found.finishMin < best.finishMin)) best = found
  }
  return best
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
