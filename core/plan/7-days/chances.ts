import type { Spread } from '../learned/history'
import { networkOf, type ScheduleInput, type Task, type TaskLink } from './solver/network'
import { seeded } from './solver/random'
import { serialOf } from './solver/serial'
import { stepOf, type StepNetwork } from './stepNetwork'

/** So often the work is run through with other waits. The quantiles told move by a few hours with it. */
const RUNS = 120
/** The same plan gives the same chances. */
const SEED = 20_261_129
/** What is under way already waits from here. */
const START = 'start'

/**
 * When the work may end: it is run through many times in the order planned, each piece as soon as
 * what it waits for is over and hands are free, with waits drawn at random. Waits of one product
 * share what its label and the room are wrong by, and differ from day to day beside.
 *
 * @param network  work left, and what is under way
 * @param tasks    its tasks, with what the builder settled
 * @param hours    free hours, min from the start
 * @param starts   the order planned, by starts
 * @param spreads  of each step's waits
 * @returns        finishes, the soonest first, min from the start; Infinity: not in these hours
 * @source Monte Carlo simulation of a project network (Van Slyke 1963, from memory)
 */
export function finishesOf(
  network: StepNetwork,
  tasks: readonly Task[],
  hours: Pick<ScheduleInput, 'free' | 'second'>,
  starts: Readonly<Record<string, number>>,
  spreads: ReadonlyMap<string, Spread>
): number[] {
  const links: TaskLink[] = [
    ...network.links,
    ...network.underWay.map((u) => ({ from: START, to: u.task, minMin: u.sinceMin + u.minMin }))
  ]
  // a settled time that cannot hold is not kept
  const free = tasks.map(({ notAfterMin: _, ...task }): Task => task)
  const net = networkOf({
    ...hours,
    tasks: [{ id: START, handsMin: 0, unattended: true }, ...free],
    links
  })
  const serial = serialOf(net)
  const rank = Float64Array.from(net.ids, (id) => starts[id] ?? -1)
  const random = seeded(SEED)
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const drawn = net.arcs.flatMap((arc) => {
    const link = links[arc.link]
    const under = network.underWay[arc.link - network.links.length]
    const step = under ? under.step : stepOf(link.from)
    const spread = spreads.get(step)
    const waitMin = under ? under.minMin : link.minMin
    // what closes again is met in its middle
    return spread && waitMin > 0 && link.maxMin === undefined
      ? [{ arc, planned: arc.weight, waitMin, step, spread }]
      : []
  })
  const ends: number[] = []
  for (let run = 0; run < RUNS; run++) {
    const shared = new Map<string, number>()
    const own = new Map<string, number>()
    const drawFor = (of: Map<string, number>, key: string) => {
      if (!of.has(key)) of.set(key, normal())
      return of.get(key)!
    }
    for (const { arc, planned, waitMin, step, spread } of drawn) {
      const log = spread.shared * drawFor(shared, spread.by) + spread.daily * drawFor(own, step)
      arc.weight = planned + Math.round(waitMin * (Math.exp(log) - 1))
    }
    ends.push(serial.lay(rank)?.finishMin ?? Infinity)
  }
  return ends.sort((a, b) => a - b)
}
