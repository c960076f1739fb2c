import type { Step, StepsPlan } from './types'

/**
 * Steps in the order in which they are done: by their dates where they have any; else none before what
 * it waits for, and for the rest as the trade has them.
 *
 * @param dates  planned pieces of work, in any order
 * @example inTurn({ steps: [], links: [] }, []) // []
 */
export function inTurn(
  { steps, links }: Pick<StepsPlan, 'steps' | 'links'>,
  dates: readonly { step: string; startMs: number }[]
): Step[] {
  const begins = new Map<string, number>()
  for (const { step, startMs } of dates)
    begins.set(step, Math.min(startMs, begins.get(step) ?? Infinity))
  const left = [...steps]
  const done = new Set<string>()
  const known = new Set(steps.map((s) => s.id))
  const ready = ({ id }: Step) =>
    links.every((l) => l.to !== id || done.has(l.from) || !known.has(l.from))
  const turn: Step[] = []
  while (left.length > 0) {
    const free = left.filter(ready)
    // a ring is no order: what is left stays as the trade has it
    const [next] = (free.length > 0 ? free : left).sort(
      (a, b) => (begins.get(a.id) ?? Infinity) - (begins.get(b.id) ?? Infinity) || 0
    )
    left.splice(left.indexOf(next), 1)
    done.add(next.id)
    turn.push(next)
  }
  return turn
}
