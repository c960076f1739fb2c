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
  const beginOf = ({ id }: Step) => begins.get(id) ?? Number.MAX_VALUE
  const known = new Set(steps.map((s) => s.id))
  const after = new Map(steps.map((s) => [s.id, [] as string[]]))
  const waitsFor = new Map(steps.map((s) => [s.id, 0]))
  for (const { from, to } of links) {
    if (!known.has(from) || !known.has(to)) continue
    after.get(from)!.push(to)
    waitsFor.set(to, waitsFor.get(to)! + 1)
  }
  const left = [...steps].sort((a, b) => beginOf(a) - beginOf(b))
  const turn: Step[] = []
  while (left.length > 0) {
    // a ring is no order: what is left of one stays as the trade has it
    const at = Math.max(
      0,
      left.findIndex((s) => waitsFor.get(s.id) === 0)
    )
    const [next] = left.splice(at, 1)
    for (const id of after.get(next.id)!) waitsFor.set(id, waitsFor.get(id)! - 1)
    turn.push(next)
  }
  return turn
}
