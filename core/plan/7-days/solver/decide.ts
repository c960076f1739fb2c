import { addArc, propagate, propagateFrom, putBefore, takeBack, type Workspace } from './workspace'
import { forcedOrders, nextConflict, overload, sharedOut } from './conflicts'

/** How a search is steered. */
export interface Steer {
  /** No task ends after this. */
  finishMin: number
  /** Nodes that may be opened. */
  nodes: number
  /** Choose the tightest pair first, or the earliest. */
  tightest: boolean
  /** A number for each task that breaks ties and steers restarts. */
  pull: Float64Array
  /** Rank of each task in an order to be tried first; left out: the one with less room goes first. */
  rank?: Int32Array
  /** Earliest starts that are wanted beside those that must be. */
  holds?: Int32Array
  /** Latest starts that are known for this finish. */
  latest?: Int32Array
  /**
   * Whether times with more work than hours are looked for: not worth it where a finish is known to
   * be possible.
   */
  hours?: false
  /** Further arcs that must hold. */
  arcs?: readonly (readonly [from: number, to: number, weight: number])[]
  /** Asked now and then whether to give up. */
  stop?: () => boolean
}

export type Verdict = 'yes' | 'no' | 'unknown'

export interface Decided {
  verdict: Verdict
  nodes: number
  /** With “yes”: the earliest starts under the orders decided, and who does what is settled. */
  starts?: Int32Array
  /** Whose hands do each task. */
  by?: Int32Array
}

/** Sets every bound back to what the problem itself says, and no later than a finish. */
export function reset(
  b: Workspace,
  finishMin: number,
  holds?: Int32Array,
  latest?: Int32Array
): void {
  takeBack(b, 0)
  for (let i = 0; i < b.net.size; i++) {
    b.es[i] = holds ? holds[i] : 0
    b.ls[i] = Math.min(latest ? latest[i] : b.net.horizon, finishMin - b.net.long[i])
    b.who[i] = b.net.who[i]
  }
}

/**
 * Carries bounds and the orders that follow from them until nothing new follows.
 *
 * @param firstArc  first arc that is new; -1: everything is
 * @param settled   task whose hands were settled; -1: none
 */
export function settle(b: Workspace, checkHours: boolean, firstArc = -1, settled = -1): boolean {
  let at = b.added.length
  if (!(firstArc < 0 ? propagate(b) : propagateFrom(b, firstArc, settled))) return false
  for (;;) {
    const orders = forcedOrders(b)
    if (orders === 'dead') return false
    if (orders === 'none') return !checkHours || overload(b) === null
    if (!propagateFrom(b, at, -1)) return false
    at = b.added.length
  }
}

/** How often a search looks whether it is to give up, nodes. */
const LOOK_EVERY = 64

/**
 * Whether there is a schedule that ends by a minute: orders of tasks that want the same hands are
 * decided one after
 * another, each followed through all waits and free hours. Where no two tasks are in each other's
 * way at their earliest
 * starts, these are a schedule, and the earliest under the orders decided.
 *
 * @source Branching over forbidden sets: De Reyck and Herroelen 1998; bounds by pairs: Carlier and
 *   Pinson 1989; written from memory
 */
export function decide(b: Workspace, steer: Steer): Decided {
  reset(b, steer.finishMin, steer.holds, steer.latest)
  for (const [from, to, weight] of steer.arcs ?? []) addArc(b, from, to, weight)
  const n = b.net.size
  let nodes = 0
  let stopped = false
  const saved: { es: Int32Array; ls: Int32Array; who: Int32Array }[] = []

  function open(depth: number, firstArc: number, settled: number): Verdict {
    nodes++
    if (nodes > steer.nodes || (nodes % LOOK_EVERY === 0 && steer.stop?.())) {
      stopped = true
      return 'unknown'
    }
    if (!settle(b, steer.hours !== false && (depth < 4 || nodes % 8 === 0), firstArc, settled))
      return 'no'
    const conflict = nextConflict(b, steer.tightest, steer.pull)
    if (conflict === null) return 'yes'
    const keep = (saved[depth] ??= {
      es: new Int32Array(n),
      ls: new Int32Array(n),
      who: new Int32Array(n)
    })
    keep.es.set(b.es)
    keep.ls.set(b.ls)
    keep.who.set(b.who)
    const arcs = b.added.length
    let swapped = false
    if (conflict.kind === 'pair') {
      const { i, j } = conflict
      const [iFirst, jFirst] = [
        b.ls[j] - b.es[i] - b.net.long[i],
        b.ls[i] - b.es[j] - b.net.long[j]
      ]
      swapped = steer.rank
        ? steer.rank[i] > steer.rank[j]
        : jFirst - iFirst > steer.pull[i] - steer.pull[j]
    }
    for (const second of [false, true]) {
      if (conflict.kind === 'pair') {
        const [first, then] =
          second === swapped ? [conflict.i, conflict.j] : [conflict.j, conflict.i]
        putBefore(b, first, then)
      } else b.who[conflict.i] = second ? 2 : 1
      const verdict = open(depth + 1, arcs, conflict.kind === 'who' ? conflict.i : -1)
      if (verdict === 'yes' || stopped) return verdict
      takeBack(b, arcs)
      b.es.set(keep.es)
      b.ls.set(keep.ls)
      b.who.set(keep.who)
    }
    return 'no'
  }

  const verdict = open(0, -1, -1)
  return verdict === 'yes'
    ? { verdict, nodes, starts: b.es.slice(), by: sharedOut(b) }
    : { verdict, nodes }
}
