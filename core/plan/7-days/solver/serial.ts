import { startAtOrAfter, type Arc, type Network } from './network'
import { finishOf, type Best } from './finish'

/** Lays tasks out one after another, each as early as it can be, in the order that ranks ask for. */
export interface Serial {
  /**
   * @param rank  low goes first, where waits leave a choice
   * @returns     starts; null: some greatest wait could not be kept in this order
   */
  lay: (rank: Float64Array) => Best | null
}

/** Of stretches in order, the first that ends after a minute. */
function firstEndingAfter(stretches: readonly (readonly [number, number])[], at: number): number {
  let [low, high] = [0, stretches.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (stretches[middle][1] <= at) low = middle + 1
    else high = middle
  }
  return low
}

/** So often is a group begun anew, later, for each of its tasks. */
const TRIES_EACH = 12

/**
 * Tasks that greatest waits tie to each other both ways are laid out together, group after group:
 * where one comes so
 * early that another cannot keep its greatest wait, it is held back and the group is begun anew.
 *
 * @source serial schedule generation with cycle structures: Neumann, Schwindt and Zimmermann 2003;
 *   written from memory
 */
export function serialOf(net: Network): Serial {
  const { size, long, who, arcs, starts: allowed, people, horizon } = net
  const group = groupsOf(size, arcs)
  const groups = group.reduce((most, g) => Math.max(most, g + 1), 0)
  const members: number[][] = Array.from({ length: groups }, () => [])
  group.forEach((g, i) => members[g].push(i))
  const into: Arc[][] = Array.from({ length: size }, () => [])
  const outOf: Arc[][] = Array.from({ length: size }, () => [])
  for (const arc of arcs) {
    into[arc.to].push(arc)
    outOf[arc.from].push(arc)
  }
  const before = Array.from({ length: groups }, () => new Set<number>())
  for (const { from, to } of arcs) if (group[from] !== group[to]) before[group[to]].add(group[from])
  const after: number[][] = Array.from({ length: groups }, () => [])
  before.forEach((set, g) => set.forEach((earlier) => after[earlier].push(g)))

  return {
    lay(rank) {
      const starts = new Int32Array(size).fill(-1)
      const by = new Int32Array(size)
      /** What each person's hands are taken by, in order; none overlap. */
      const busy: [number, number][][] = Array.from({ length: people }, () => [])

      /** Earliest start at or after a minute with the hands of one person free. */
      function freeFor(person: number, i: number, least: number): number {
        const taken = busy[person]
        let k = firstEndingAfter(taken, least)
        for (let at = least; ;) {
          at = startAtOrAfter(allowed[1 << person][i], at)
          if (at < 0 || at > horizon) return -1
          while (k < taken.length && taken[k][1] <= at) k++
          if (k === taken.length || taken[k][0] >= at + long[i]) return at
          at = taken[k][1]
        }
      }
      function put(i: number, least: number): boolean {
        if (who[i] === 0) {
          starts[i] = startAtOrAfter(allowed[0][i], least)
          return starts[i] >= 0
        }
        let [best, hands] = [-1, 0]
        for (let person = 0; person < people; person++) {
          if (!(who[i] & (1 << person))) continue
          const at = freeFor(person, i, least)
          if (at >= 0 && (best < 0 || at < best)) [best, hands] = [at, person]
        }
        if (best < 0) return false
        starts[i] = best
        by[i] = hands
        if (long[i] > 0) {
          const own = busy[hands]
          own.splice(firstEndingAfter(own, best), 0, [best, best + long[i]])
        }
        return true
      }
      function takeOut(tasks: readonly number[]): void {
        for (const i of tasks) {
          if (starts[i] < 0) continue
          if (who[i] !== 0 && long[i] > 0) {
            const own = busy[by[i]]
            own.splice(firstEndingAfter(own, starts[i]), 1)
          }
          starts[i] = -1
        }
      }
      function layGroup(tasks: readonly number[]): boolean {
        const least = new Map<number, number>()
        for (const i of tasks) {
          let from = 0
          for (const arc of into[i])
            if (group[arc.from] !== group[i]) from = Math.max(from, starts[arc.from] + arc.weight)
          least.set(i, from)
        }
        if (tasks.length === 1) return put(tasks[0], least.get(tasks[0])!)
        for (let tries = TRIES_EACH * tasks.length; tries > 0; tries--) {
          const late = layOnce(tasks, least)
          if (late === null) return false
          if (late === undefined) return true
          least.set(late.to, Math.max(least.get(late.to)!, late.from))
          takeOut(tasks)
        }
        return false
      }
      /**
       * Null: a task finds no place at all; undefined: all lie well; else what must begin later,
       * and from when.
       */
      function layOnce(
        tasks: readonly number[],
        least: ReadonlyMap<number, number>
      ): { to: number; from: number } | null | undefined {
        const open = new Set(tasks)
        while (open.size > 0) {
          const i = nextOf(open)
          let from = least.get(i)!
          for (const arc of into[i])
            if (starts[arc.from] >= 0) from = Math.max(from, starts[arc.from] + arc.weight)
          if (!put(i, from)) return null
          open.delete(i)
          for (const arc of outOf[i])
            if (starts[arc.to] >= 0 && starts[arc.to] < starts[i] + arc.weight)
              return { to: arc.to, from: starts[i] + arc.weight }
        }
        return undefined
      }
      /** The task to be laid next: nothing it waits for is open, and its rank is the lowest. */
      function nextOf(open: ReadonlySet<number>): number {
        let [best, free] = [-1, false]
        for (const i of open) {
          const ready = into[i].every((a) => a.weight <= 0 || !open.has(a.from))
          if (best < 0 || (ready && !free) || (ready === free && rank[i] < rank[best]))
            [best, free] = [i, ready]
        }
        return best
      }

      const first = members.map((tasks) => Math.min(...tasks.map((i) => rank[i])))
      const waits = before.map((set) => set.size)
      const ready = new Set(waits.flatMap((count, g) => (count === 0 ? [g] : [])))
      for (let left = groups; left > 0; left--) {
        let next = -1
        for (const g of ready) if (next < 0 || first[g] < first[next]) next = g
        if (next < 0 || !layGroup(members[next])) return null
        ready.delete(next)
        for (const g of after[next]) if (--waits[g] === 0) ready.add(g)
      }
      return { starts, by, finishMin: finishOf(long, starts) }
    }
  }
}

/**
 * Groups of tasks that arcs tie to each other both ways, numbered.
 * @source Tarjan 1972; written from memory
 */
function groupsOf(size: number, arcs: readonly Arc[]): Int32Array {
  const next: number[][] = Array.from({ length: size }, () => [])
  for (const { from, to } of arcs) next[from].push(to)
  const group = new Int32Array(size).fill(-1)
  const index = new Int32Array(size).fill(-1)
  const low = new Int32Array(size)
  const stack: number[] = []
  let [seen, groups] = [0, 0]
  function visit(i: number): void {
    index[i] = low[i] = seen++
    stack.push(i)
    for (const j of next[i]) {
      if (index[j] < 0) visit(j)
      if (group[j] < 0) low[i] = Math.min(low[i], low[j])
    }
    if (low[i] !== index[i]) return
    for (;;) {
      const j = stack.pop()!
      group[j] = groups
      if (j === i) break
    }
    groups++
  }
  for (let i = 0; i < size; i++) if (index[i] < 0) visit(i)
  return group
}
