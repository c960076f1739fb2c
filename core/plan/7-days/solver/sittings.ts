import { addArc, propagate, putBefore, takeBack, type Workspace } from './workspace'
import { decide, reset } from './decide'
import type { Budget } from './optimise'
import type { Best } from './finish'
import { finishOf } from './finish'

/** Breaks shorter than this do not end a sitting, min. */
export const SITTING_GAP_MIN = 30

/** Tasks of one sitting, in order. */
export function sittingsIn(b: Workspace, best: Best): number[][] {
  const out: number[][] = []
  for (let person = 0; person < b.net.people; person++) {
    let end = -Infinity
    for (const i of b.hands
      .filter((h) => best.by[h] === person)
      .sort((x, y) => best.starts[x] - best.starts[y])) {
      if (best.starts[i] - end >= SITTING_GAP_MIN) out.push([])
      out.at(-1)!.push(i)
      end = Math.max(end, best.starts[i] + b.net.long[i])
    }
  }
  return out
}

/** Most tasks for which every order and every break is tried. */
const MOST_FOR_ALL = 9

/** A schedule with fewer sittings that ends no later, and whether fewer are proven impossible. */
export interface Gathered {
  best: Best
  sittings: number
  fewest: boolean
  nodes: number
}

/**
 * Gathers work into fewer sittings without finishing later: a sitting is put off until it joins a
 * later one, as long as
 * waits, hours and the finish bear it. Small problems are searched through whole.
 */
export function gather(b: Workspace, found: Best, budget: Budget): Gathered {
  let spent = 0
  const over = () => spent >= budget.nodes || budget.stop?.() === true
  let best = found
  if (b.net.people === 1 && b.hands.length <= MOST_FOR_ALL) {
    const all = everyOrder(b, best, budget)
    if (all) return all
  }
  let holds: Int32Array = new Int32Array(b.net.size)
  const pull = new Float64Array(b.net.size)
  for (let improved = true; improved && !over();) {
    improved = false
    for (let k = b.hands.length; k >= 0 && !over(); k--) {
      const groups = sittingsIn(b, best).sort((x, y) => best.starts[x[0]] - best.starts[y[0]])
      if (k > groups.length - 2) continue
      for (const later of [1, 2]) {
        const next = groups[k + later]
        if (!next) continue
        const { wanted, arcs } = putOff(
          b,
          best,
          groups[k],
          next,
          groups.slice(k, k + later + 2).flat(),
          holds
        )
        const tried = decide(b, {
          finishMin: best.finishMin,
          nodes: NODES_EACH,
          tightest: false,
          pull,
          rank: best.starts,
          hours: false,
          holds: wanted,
          arcs,
          stop: budget.stop
        })
        spent += tried.nodes
        if (!tried.starts) continue
        const candidate: Best = { starts: tried.starts, by: tried.by!, finishMin: best.finishMin }
        if (sittingsIn(b, candidate).length >= groups.length) continue
        best = candidate
        holds = wanted
        improved = true
        break
      }
    }
  }
  best = earliest(b, best)
  const sittings = sittingsIn(b, best).length
  return { best, sittings, fewest: sittings <= 1, nodes: spent }
}

/** Nodes spent on whether one sitting can join a later one. */
const NODES_EACH = 16

/** One sitting held back until it would touch a later one, all work but that near them left in its order. */
function putOff(
  b: Workspace,
  best: Best,
  group: readonly number[],
  next: readonly number[],
  free: readonly number[],
  holds: Int32Array
): { wanted: Int32Array; arcs: [number, number, number][] } {
  const wanted = holds.slice()
  let at = best.starts[next[0]] - group.reduce((sum, i) => sum + b.net.long[i], 0)
  for (const i of group) {
    wanted[i] = Math.max(wanted[i], at)
    at += b.net.long[i]
  }
  const arcs: [number, number, number][] = []
  for (let person = 0; person < b.net.people; person++) {
    const kept = b.hands
      .filter((i) => best.by[i] === person && b.net.who[i] === 1 << person && !free.includes(i))
      .sort((x, y) => best.starts[x] - best.starts[y])
    for (let k = 1; k < kept.length; k++) arcs.push([kept[k - 1], kept[k], b.net.long[kept[k - 1]]])
  }
  return { wanted, arcs }
}

/** The earliest starts with the same order of work and no sitting broken up. */
function earliest(b: Workspace, best: Best): Best {
  reset(b, best.finishMin)
  for (const group of [0, 1]) {
    const order = b.hands
      .filter((i) => best.by[i] === group)
      .sort((x, y) => best.starts[x] - best.starts[y])
    for (let k = 1; k < order.length; k++) {
      const [i, j] = [order[k - 1], order[k]]
      addArc(b, i, j, b.net.long[i])
      if (best.starts[j] - best.starts[i] - b.net.long[i] < SITTING_GAP_MIN)
        addArc(b, j, i, -(b.net.long[i] + SITTING_GAP_MIN - 1))
    }
  }
  if (b.net.people > 1) for (const i of b.hands) b.who[i] = 1 << best.by[i]
  const held = propagate(b)
  const starts = held ? b.es.slice() : best.starts
  takeBack(b, 0)
  return { ...best, starts }
}

/** Every order of the work, with a break or none between two tasks; null: given up. */
function everyOrder(b: Workspace, found: Best, budget: Budget): Gathered | null {
  const n = b.net.size
  const { hands } = b
  let best = found
  let sittings = sittingsIn(b, found).length
  let total = sum(found.starts)
  let nodes = 0
  const placed = new Uint8Array(n)
  const limit = Math.min(budget.nodes, 60_000)
  reset(b, found.finishMin)
  if (!propagate(b)) return null
  const saved: [Int32Array, Int32Array][] = []
  const walk = (depth: number, last: number, breaks: number): boolean => {
    if (++nodes > limit || (nodes % 256 === 0 && budget.stop?.())) return false
    if (breaks > sittings || (breaks === sittings && sum(b.es) >= total)) return true
    if (depth === hands.length) {
      sittings = breaks
      total = sum(b.es)
      best = { ...found, starts: b.es.slice(), finishMin: finishOf(b.net.long, b.es) }
      return true
    }
    const keep = (saved[depth] ??= [new Int32Array(n), new Int32Array(n)])
    keep[0].set(b.es)
    keep[1].set(b.ls)
    const arcs = b.added.length
    for (const i of [...hands].filter((h) => !placed[h]).sort((x, y) => b.es[x] - b.es[y])) {
      for (const glued of last < 0 ? [false] : [true, false]) {
        placed[i] = 1
        for (const j of hands) if (!placed[j]) putBefore(b, i, j)
        if (glued) addArc(b, i, last, -(b.net.long[last] + SITTING_GAP_MIN - 1))
        const open = propagate(b) ? walk(depth + 1, i, breaks + (glued ? 0 : 1)) : true
        placed[i] = 0
        takeBack(b, arcs)
        b.es.set(keep[0])
        b.ls.set(keep[1])
        if (!open) return false
      }
    }
    return true
  }
  const whole = walk(0, -1, 0)
  if (!whole) return null
  return { best: { ...best, finishMin: found.finishMin }, sittings, fewest: true, nodes }
}

function sum(values: Int32Array): number {
  let total = 0
  for (const v of values) total += v
  return total
}
