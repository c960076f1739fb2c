import { causesOf, type Cause } from './causes'
import { workspaceOf, inRing } from './solver/workspace'
import { whyNone, type NoSchedule } from './solver/infeasible'
import { networkOf, type ScheduleInput } from './solver/network'
import { optimise } from './solver/optimise'
import { proofOf, type Proof } from './solver/proof'
import { gather } from './solver/sittings'

/**
 * What a schedule may cost to find. Nodes, not seconds: the same build gives the same plan on every
 * machine.
 */
export interface Effort {
  /** Orders of two tasks that may be tried. */
  nodes: number
  /** An order of tasks that is tried first: of a plan that was taken on before. */
  order?: readonly string[]
  /**
   * Where there is none, it suffices to know whether tasks wait for each other in a ring: what
   * cannot hold need not be found.
   */
  brief?: boolean
  /** Asked now and then whether to give up; what was found so far is the answer. */
  stop?: () => boolean
  /** Told of every better finish (null: none yet) and every better bound, min. */
  progress?: (finishMin: number | null, lowerBoundMin: number, order: string[]) => void
}

export interface Schedule {
  starts: Record<string, number>
  /** Whose hands do it, from 0. */
  by: Record<string, number>
  finishMin: number
  /** No plan ends sooner than this. */
  lowerBoundMin: number
  optimal: boolean
  /** Runs of hands-on work less than 30 min apart. */
  sittings: number
  /** No plan with this finish has fewer. */
  fewestSittings: boolean
  causes: Record<string, Cause>
  proof: Proof
  nodes: number
}

const USUAL_EFFORT: Effort = { nodes: 4000 }
/** Nodes spent on gathering work into fewer sittings, at least. */
const GATHER_NODES = 400

/**
 * The schedule that finishes first within free hours, then has the fewest sittings, then starts earliest: a
 * resource-constrained project with least and greatest waits (RCPSP/max), one or two pairs of hands
 * and a calendar.
 *
 * @param input   minutes, integers, from 0
 * @param effort  how long to look
 * @returns       starts, finish, a bound no plan can better, and the proof; or what cannot be placed:
 *                `loop` the tasks wait for each other, `noWindow` longer than any free window,
 * `ranOut` no window left,
 *                `tooTight` waits that cannot all hold, `notFound` none found and none proven impossible
 * @source Bartusch, Möhring and Radermacher 1988; De Reyck and Herroelen 1998; written from memory
 * @example schedule({ free: [[0, 60]], tasks: [{ id: 'pour', handsMin: 30 }], links: [] }) // {
 *   finishMin: 30, optimal: true, … }
 */
export function schedule(
  input: ScheduleInput,
  effort: Effort = USUAL_EFFORT
): Schedule | NoSchedule {
  const net = networkOf(input)
  const space = workspaceOf(net)
  if (inRing(space)) return whyNone(input, effort.brief)
  const rank = effort.order && rankOf(net.ids, effort.order)
  const told =
    effort.progress &&
    ((finish: number | null, bound: number, starts: Int32Array | null) =>
      effort.progress!(finish, bound, starts ? inOrder(net.ids, starts) : []))
  const found = optimise(space, { nodes: effort.nodes, stop: effort.stop, progress: told, rank })
  if (found.best === null)
    return found.infeasible
      ? whyNone(input, effort.brief)
      : { problem: 'notFound', tasks: [], links: [] }
  const gathered = gather(space, found.best, {
    nodes: Math.min(effort.nodes, Math.max(GATHER_NODES, effort.nodes / 3)),
    stop: effort.stop
  })
  // a second pair of hands that brings the finish no nearer is not called in for fewer sittings of each
  const alone =
    input.second && gathered.sittings > 1 && input.tasks.every((t) => t.by !== 1)
      ? schedule({ ...input, second: undefined }, { ...effort, brief: true, progress: undefined })
      : null
  if (
    alone &&
    !('problem' in alone) &&
    alone.finishMin <= found.best.finishMin &&
    alone.sittings < gathered.sittings
  )
    return {
      ...alone,
      lowerBoundMin: found.lowerBoundMin,
      optimal: found.lowerBoundMin === alone.finishMin,
      proof: proofOf(space, alone.finishMin, found.lowerBoundMin, found.nodes)
    }
  const { starts, by } = gathered.best
  const finishMin = found.best.finishMin
  return {
    starts: Object.fromEntries(net.ids.map((id, i) => [id, starts[i]])),
    by: Object.fromEntries(net.ids.map((id, i) => [id, by[i]])),
    finishMin,
    lowerBoundMin: found.lowerBoundMin,
    optimal: found.lowerBoundMin === finishMin,
    sittings: gathered.sittings,
    fewestSittings: gathered.fewest,
    causes: causesOf(input, net, starts, by),
    proof: proofOf(space, finishMin, found.lowerBoundMin, found.nodes),
    nodes: found.nodes + gathered.nodes
  }
}

const inOrder = (ids: readonly string[], starts: Int32Array): string[] =>
  [...ids.keys()].sort((x, y) => starts[x] - starts[y]).map((i) => ids[i])

/** Tasks in the order wanted; those it does not name after all others. */
function rankOf(ids: readonly string[], order: readonly string[]): Int32Array {
  const place = new Map(order.map((id, i) => [id, i]))
  return Int32Array.from(ids, (id) => place.get(id) ?? order.length)
}
