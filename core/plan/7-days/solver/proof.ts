import { propagate, type Workspace } from './workspace'
import { forcedOrders, overload } from './conflicts'
import { reset } from './decide'
import { startAtOrAfter } from './network'
import { finishOf } from './finish'

/** Why no plan can finish sooner. */
export type Proof =
  /**
   * One chain of work and waits takes so long with nothing else to do: tasks in order, with their
   * earliest starts.
   */
  | { kind: 'chain'; tasks: { id: string; startMin: number }[] }
  /** Between two minutes there is more work than free hours. */
  | {
      kind: 'hours'
      fromMin: number
      toMin: number
      workMin: number
      freeMin: number
      tasks: string[]
    }
  /** Every order of the work that competes for the hands was tried. */
  | { kind: 'search'; nodes: number }
  /** Not proven: it may be possible to finish as early as this. */
  | { kind: 'open'; lowerBoundMin: number; nodes: number }

/** The reason a finish cannot be bettered, in the plainest form that holds. */
export function proofOf(
  b: Workspace,
  finishMin: number,
  lowerBoundMin: number,
  nodes: number
): Proof {
  if (lowerBoundMin < finishMin) return { kind: 'open', lowerBoundMin, nodes }
  reset(b, b.net.horizon)
  if (propagate(b) && finishOf(b.net.long, b.es) === finishMin)
    return { kind: 'chain', tasks: chainTo(b, finishMin) }
  reset(b, finishMin - 1)
  while (propagate(b)) {
    const orders = forcedOrders(b)
    if (orders === 'some') continue
    const found = orders === 'none' ? overload(b) : null
    if (!found) break
    return {
      kind: 'hours',
      fromMin: found.fromMin,
      toMin: found.toMin,
      workMin: found.workMin,
      freeMin: found.freeMin,
      tasks: found.tasks.map((i) => b.net.ids[i])
    }
  }
  return { kind: 'search', nodes }
}

/** Back from the last end through what keeps each start from being earlier. */
function chainTo(b: Workspace, finishMin: number): { id: string; startMin: number }[] {
  const { es, net } = b
  const chain: { id: string; startMin: number }[] = []
  const seen = new Set<number>()
  let at = es.findIndex((start, i) => start + net.long[i] === finishMin)
  while (at >= 0 && !seen.has(at)) {
    seen.add(at)
    chain.unshift({ id: net.ids[at], startMin: es[at] })
    const binding = net.arcs.find(
      (a) =>
        a.to === at &&
        es[at] > 0 &&
        !seen.has(a.from) &&
        startAtOrAfter(net.starts[b.who[at]][at], es[a.from] + a.weight) === es[at]
    )
    at = binding ? binding.from : -1
  }
  return chain
}
