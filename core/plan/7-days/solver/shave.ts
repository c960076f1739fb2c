import { stretchAt } from './network'
import { settle } from './decide'
import { takeBack, type Workspace } from './workspace'

/**
 * Narrows the bounds of every task by trying its ends: where a task that begins in the first (or
 * the last) of its free stretches leads to what cannot be, it begins later (or earlier). Goes round
 * until nothing moves.
 *
 * @param b     settled already; left with the narrower bounds and the orders that follow
 * @param more  asked before every try; false: enough
 * @returns     'dead' no start is left, 'alive' nothing more moves, 'cut' it was enough
 * @source Shaving: Carlier and Pinson 1994; Martin and Shmoys 1996; written from memory
 */
export function shave(b: Workspace, more: () => boolean): 'dead' | 'alive' | 'cut' {
  const { size, starts } = b.net
  const kept = { es: b.es.slice(), ls: b.ls.slice() }
  /** Whether a task can begin between two minutes, as far as bounds and hours tell. */
  const can = (i: number, from: number, to: number): boolean => {
    b.es[i] = from
    b.ls[i] = to
    return settle(b, true, b.added.length, i)
  }
  for (let k = 0, still = 0; still < 2 * size; k++, still++) {
    const i = (k >> 1) % size
    const early = k % 2 === 0
    const own = starts[b.who[i]][i]
    while (b.es[i] < b.ls[i]) {
      if (!more()) return 'cut'
      const [low, high] = [b.es[i], b.ls[i]]
      // the whole first or last stretch of starts; half of it where no other is left
      const at = 2 * stretchAt({ spans: own }, early ? low - 1 : high - 1)
      const middle = (low + high) >> 1
      const end = own[at + 1] < high ? own[at + 1] : middle
      const begin = own[at] > low ? own[at] : middle + 1
      const arcs = b.added.length
      const fits = early ? can(i, low, end) : can(i, begin, high)
      takeBack(b, arcs)
      b.es.set(kept.es)
      b.ls.set(kept.ls)
      if (fits) break
      if (!(early ? can(i, end + 1, high) : can(i, low, begin - 1))) return 'dead'
      kept.es.set(b.es)
      kept.ls.set(b.ls)
      still = 0
    }
  }
  return 'alive'
}
