import { putBefore, type Workspace } from './workspace'
import { capacity, startAtOrAfter, stretchAt } from './network'

/** Two tasks that want the same hands at the same time, or one for which it is not yet said whose hands. */
export type Conflict = { kind: 'pair'; i: number; j: number } | { kind: 'who'; i: number }

const single = (mask: number) => mask === 1 || mask === 2

/**
 * Orders that follow by themselves: where one of two tasks for the same hands cannot end before the
 * other's latest start,
 * the other goes first.
 *
 * @returns 'none' nothing new, 'some' new orders to be carried on, 'dead' two tasks that can go in
 *   neither order
 */
export function forcedOrders(b: Workspace): 'none' | 'some' | 'dead' {
  const { es, ls, who, before, hands, changed } = b
  const { long, size } = b.net
  let found = false
  for (let x = 0; x < hands.length; x++) {
    const i = hands[x]
    if (!changed[i]) continue
    changed[i] = 0
    if (!single(who[i])) continue
    for (let y = 0; y < hands.length; y++) {
      const j = hands[y]
      if (who[j] !== who[i] || j === i) continue
      const iFirst = es[i] + long[i] <= ls[j]
      const jFirst = es[j] + long[j] <= ls[i]
      if (iFirst && jFirst) continue
      if (!iFirst && !jFirst) {
        b.blamed[i]++
        b.blamed[j]++
        changed.fill(0)
        return 'dead'
      }
      // far apart already: the order says nothing new
      if (
        iFirst
          ? ls[i] + long[i] <= es[j] || before[i * size + j]
          : ls[j] + long[j] <= es[i] || before[j * size + i]
      )
        continue
      if (iFirst) putBefore(b, i, j)
      else putBefore(b, j, i)
      found = true
    }
  }
  return found ? 'some' : 'none'
}

/** A time that holds more work than can be done in its free stretches. */
export interface Overload {
  person: number
  fromMin: number
  toMin: number
  workMin: number
  freeMin: number
  tasks: number[]
}

/**
 * Looks for a time within which tasks must lie whole that need more minutes than its free stretches can take.
 *
 * @returns the first one found, or null
 */
export function overload(b: Workspace): Overload | null {
  const { es, ls, who, hands } = b
  const { long, people, bound } = b.net
  for (let person = 0; person < people; person++) {
    const own = hands.filter((i) => who[i] === 1 << person && bound[i])
    const byStart = [...own].sort((x, y) => es[y] - es[x])
    const hours = b.hours[person]
    const at = Int32Array.from(byStart, (i) => stretchAt(hours, es[i]))
    for (const last of own) {
      const toMin = ls[last] + long[last]
      const end = stretchAt(hours, toMin - 1)
      let workMin = 0
      // starts from the latest backwards: work that lies whole within the stretch only grows
      for (let k = 0; k < byStart.length; k++) {
        const i = byStart[k]
        if (ls[i] + long[i] > toMin) continue
        workMin += long[i]
        const freeMin = capacity(hours, es[i], at[k], toMin, end)
        if (workMin > freeMin) {
          return {
            person,
            fromMin: es[i],
            toMin,
            workMin,
            freeMin,
            tasks: own.filter((j) => es[j] >= es[i] && ls[j] + long[j] <= toMin)
          }
        }
      }
    }
  }
  return null
}

/**
 * The conflict to decide next when every task starts as early as it can; null: there is none, the
 * starts are a schedule.
 *
 * @param tightest  choose the pair with least room; otherwise the earliest in time
 * @param pull      breaks ties, and steers restarts: a number for each task
 */
export function nextConflict(b: Workspace, tightest: boolean, pull: Float64Array): Conflict | null {
  const { es, ls } = b
  const { long, people } = b.net
  const order = [...b.hands].sort((x, y) => es[x] - es[y] || ls[x] - ls[y])
  if (people > 1) return conflictOfTwo(b, order)
  let best: Conflict | null = null
  let least = Infinity
  for (let x = 0; x < order.length; x++) {
    const i = order[x]
    const end = es[i] + long[i]
    for (let y = x + 1; y < order.length && es[order[y]] < end; y++) {
      const j = order[y]
      if (!tightest) return { kind: 'pair', i, j }
      // dead ends met before make a pair more pressing (weighted degree: Boussemart and others 2004)
      const room =
        (Math.min(ls[j] - end, ls[i] - es[j] - long[j]) + 60 + pull[i] + pull[j]) /
        (1 + b.blamed[i] + b.blamed[j])
      if (room < least) {
        least = room
        best = { kind: 'pair', i, j }
      }
    }
  }
  return best
}

/** With two pairs of hands: work is shared out in the order of its earliest start until it can't be. */
function conflictOfTwo(b: Workspace, order: readonly number[]): Conflict | null {
  const until = [0, 0]
  const busy = [-1, -1]
  for (const i of order) {
    const at = b.es[i]
    let person = -1
    for (const p of [0, 1]) {
      if (
        !(b.who[i] & (1 << p)) ||
        startAtOrAfter(b.net.starts[1 << p][i], at) !== at ||
        until[p] > at
      )
        continue
      if (person < 0 || until[p] > until[person]) person = p
    }
    if (person < 0) {
      if (!single(b.who[i])) return { kind: 'who', i }
      const other = busy[b.who[i] === 1 ? 0 : 1]
      return single(b.who[other]) ? { kind: 'pair', i: other, j: i } : { kind: 'who', i: other }
    }
    until[person] = at + b.net.long[i]
    busy[person] = i
  }
  return null
}

/**
 * Whose hands do what in a schedule that has no conflict: settled people as they are, others by who
 * is free.
 */
export function sharedOut(b: Workspace): Int32Array {
  const person = new Int32Array(b.net.size)
  const until = [0, 0]
  for (const i of [...b.hands].sort((x, y) => b.es[x] - b.es[y] || b.ls[x] - b.ls[y])) {
    let mine = -1
    for (let p = 0; p < b.net.people; p++) {
      if (
        !(b.who[i] & (1 << p)) ||
        startAtOrAfter(b.net.starts[1 << p][i], b.es[i]) !== b.es[i] ||
        until[p] > b.es[i]
      )
        continue
      if (mine < 0 || until[p] > until[mine]) mine = p
    }
    person[i] = Math.max(0, mine)
    until[person[i]] = b.es[i] + b.net.long[i]
  }
  return person
}
