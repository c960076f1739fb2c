import type { Read } from '../reads'
import type { Arrangement, Build } from '../../build/types'
import type { StepsPlan } from '../6-steps/types'
import { localInstant } from '../../build/zone'
import { freeSpans, type Span } from './calendar'
import { laidOut } from './laidOut'
import type { DaysPlan, Unmet } from './plan'
import { schedule, type Effort, type Schedule } from './schedule'
import { finishesOf } from './chances'
import { earliestStarts } from './solver/earliest'
import type { NoSchedule } from './solver/infeasible'
import type { ScheduleInput, Task } from './solver/network'
import { arranged, stepNetwork, stepOf, taskId, type StepNetwork } from './stepNetwork'
import { DAY_MS, MINUTE_MS } from '../../physics/time'

/** Days laid out at first, and the most. */
const FIRST_HORIZON = 60
const LAST_HORIZON = 1920
/** A calendar that offers nothing fit within so many days will not offer it later, bar a far exception. */
const PATIENCE = 240
/** Times settled further ahead than this are not planned for, days. */
const MOST_AHEAD = 1500
/** Orders tried while the builder waits; a longer search is asked for. */
const NODES = 600
/** Up to so many steps; one order takes as much time as the square of the steps. */
const FULL_UP_TO = 150
const briefly = (steps: number): Effort => ({
  nodes: Math.ceil(NODES * Math.min(1, (FULL_UP_TO / Math.max(1, steps)) ** 2))
})
/** Shares of runs that have ended by when it is likely, and by when it is sure. */
const LIKELY = 0.5
const SURE = 0.9
/** Orders tried for whether one settled time can be. */
const NODES_EACH = 300

/**
 * Seventh stage: every step on the builder's own calendar, by the exact schedule, with what is done
 * left as it was.
 *
 * @param build    its calendar, what is settled, the builder's own jobs and the log
 * @param plan     the network of work and waits
 * @param spansOf  lays out free hours: handed in so that those laid out before may be used again
 * @param effort   how long to look; left out: briefly
 */
export function daysStage(
  build: Read<'days'>,
  plan: StepsPlan,
  spansOf = freeSpans,
  effort: Effort = briefly(plan.steps.length)
): DaysPlan {
  const { calendar } = build
  const startMs = localInstant(calendar.start, calendar.zone)
  const fromMs = Math.max(startMs, build.log.asOf === null ? startMs : Date.parse(build.log.asOf))
  const empty: DaysPlan = {
    zone: calendar.zone,
    work: [],
    waits: [],
    windows: [],
    fillers: [],
    fillersLeft: {},
    chain: [],
    startMs,
    fromMs,
    finishMs: null,
    finish: null,
    likelyMs: null,
    sureMs: null,
    confidence: calendar.confidence ?? 'likely',
    sittings: 0,
    lowerBoundMs: null,
    proof: null,
    fewestSittings: false,
    missed: [],
    unmet: [],
    order: [],
    deadlineMs: calendar.deadline === null ? null : localInstant(calendar.deadline, calendar.zone),
    handsMin: plan.steps.reduce((sum, s) => sum + s.handsMin, 0),
    problem: null,
    free: [],
    freeSecond: []
  }
  // what was begun long ago, or settled far ahead, still needs days after it
  const settledMs = build.arrange
    .flatMap((a) => [a.at, a.notBefore])
    .filter((at) => at !== null)
    .map((at) => localInstant(at, calendar.zone))
  let horizon =
    FIRST_HORIZON +
    Math.ceil(
      Math.max(0, Math.min(MOST_AHEAD * DAY_MS, Math.max(fromMs, ...settledMs) - startMs)) / DAY_MS
    )
  const longestPatience = horizon - FIRST_HORIZON + PATIENCE
  for (;;) {
    const { spans, second, hours, longest } = hoursOf(calendar, horizon, startMs, fromMs, spansOf)
    const confidence = calendar.confidence ?? 'likely'
    const network = stepNetwork(build, plan, startMs, longest, confidence)
    const settled =
      longest > 0
        ? settle(build, network, hours, startMs, {
            ...effort,
            order: build.order,
            brief: horizon < longestPatience
          })
        : null
    const found = settled?.found
    const problem = found === undefined ? 'noHours' : 'problem' in found ? found.problem : null
    let longestLook = longestPatience
    if (problem === 'ranOut' || problem === 'notFound') longestLook = LAST_HORIZON
    if (problem === 'loop') longestLook = 0
    if (problem !== null && horizon < longestLook) {
      horizon *= 2
      continue
    }
    if (settled === null || found === undefined)
      return {
        ...empty,
        problem: { kind: 'noHours', steps: [], links: [], longestWindowMin: 0, neededMin: 0 }
      }
    if ('problem' in found)
      return {
        ...empty,
        free: spans,
        freeSecond: second,
        problem: { kind: found.problem, ...whatFailed(found, network), longestWindowMin: longest }
      }
    const missed = network.closing
      .filter((c) => found.starts[c.task] > c.atMin)
      .map((c) => ({ after: c.after, step: c.step, closedMs: startMs + c.atMin * MINUTE_MS }))
    const laid = laidOut(build, plan, network, found, spans, startMs, fromMs)
    const ends = finishesOf(
      confidence === 'likely' ? network : stepNetwork(build, plan, startMs, longest, 'likely'),
      settled.tasks,
      // waits may turn out longer than there were days laid out for
      hoursOf(calendar, 2 * horizon, startMs, fromMs, spansOf).hours,
      found.starts,
      new Map(plan.steps.map((s) => [s.id, s.spread]))
    )
    const endAt = (share: number) => {
      const end = ends[Math.floor(share * (ends.length - 1))]
      return Number.isFinite(end) ? startMs + end * MINUTE_MS : null
    }
    return {
      ...empty,
      ...laid,
      likelyMs: endAt(LIKELY),
      sureMs: endAt(SURE),
      missed,
      unmet: settled.unmet,
      freeSecond: second
    }
  }
}

function whatFailed(
  found: NoSchedule,
  network: StepNetwork
): Pick<NonNullable<DaysPlan['problem']>, 'steps' | 'links' | 'neededMin'> {
  const links = found.links
    .map((i) => network.links[i])
    .map((l) => ({
      from: stepOf(l.from),
      to: stepOf(l.to),
      minMin: l.minMin,
      maxMin: l.maxMin ?? null
    }))
  const asked = network.tasks.filter((t) => found.tasks.includes(t.id)).map((t) => t.handsMin)
  const between =
    found.problem === 'tooTight'
      ? (network.links.find((l) => l.from === found.tasks[0] && l.to === found.tasks[1])?.minMin ??
        0)
      : 0
  const neededMin =
    found.problem === 'tooTight'
      ? asked.reduce((sum, m) => sum + m, between)
      : Math.max(0, ...asked)
  return { steps: [...new Set(found.tasks.map(stepOf))], links, neededMin }
}

/** Free hours within a horizon, in minutes from the start, and the longest stretch still ahead. */
function hoursOf(
  calendar: Build['calendar'],
  horizonDays: number,
  startMs: number,
  fromMs: number,
  spansOf: typeof freeSpans
) {
  const minute = (ms: number, up: boolean) =>
    (up ? Math.ceil : Math.floor)((ms - startMs) / MINUTE_MS)
  const asMinutes = (spans: readonly Span[]) =>
    spans.map(([from, to]): [number, number] => [minute(from, true), minute(to, false)])
  const spans = spansOf(calendar, horizonDays)
  const second = calendar.second ? spansOf(calendar, horizonDays, 1) : []
  const free = asMinutes(spans)
  const hours: Hours = calendar.second ? { free, second: asMinutes(second) } : { free }
  const ahead = [...free, ...(hours.second ?? [])].map(
    ([from, to]) => to - Math.max(from, minute(fromMs, true))
  )
  return { spans, second, hours, longest: Math.max(0, ...ahead) }
}

type Hours = Pick<ScheduleInput, 'free' | 'second'>

/**
 * A schedule that keeps to all that is settled, or to as much of it as can be. Windows that what is
 * done has left too
 * little time for are missed; settled times are given up, the last first, until the rest can hold.
 */
function settle(
  build: Read<'days'>,
  network: StepNetwork,
  hours: Hours,
  startMs: number,
  effort: Effort
): { found: Schedule | NoSchedule; unmet: Unmet[]; tasks: readonly Task[] } {
  const { links } = network
  const { zone } = build.calendar
  const withAll = (tasks: readonly Task[], arrangements: readonly Arrangement[]) =>
    arrangements.reduce((all: readonly Task[], a) => arranged(all, a, startMs, zone), tasks)
  const closes = new Map(network.closing.map((c) => [c.task, c.atMin]))
  const held = network.tasks.map((t) =>
    closes.has(t.id) ? { ...t, notAfterMin: closes.get(t.id)! } : t
  )
  const live = build.arrange.filter((a) => (network.parts.get(a.step) ?? 0) > 0)
  const run = (tasks: readonly Task[], much: Effort) => schedule({ ...hours, tasks, links }, much)
  const first = run(withAll(held, live), effort)
  if (!('problem' in first) || first.problem === 'loop' || (closes.size === 0 && live.length === 0))
    return { found: first, unmet: [], tasks: withAll(held, live) }
  // without what the builder settled: is it the windows that closed?
  const free = run(held, { nodes: NODES_EACH, brief: true })
  const base = 'problem' in free ? network.tasks : held
  if (live.length === 0) return { found: run(base, effort), unmet: [], tasks: base }
  const kept: Arrangement[] = []
  const unmet: Unmet[] = []
  for (const a of live) {
    if (!('problem' in run(withAll(base, [...kept, a]), { nodes: NODES_EACH, brief: true })))
      kept.push(a)
    else
      unmet.push({
        step: a.step,
        earliestMs: earliestOf(
          a.step,
          network,
          { ...hours, tasks: withAll(base, kept), links },
          startMs
        )
      })
  }
  const tasks = withAll(base, kept)
  return { found: run(tasks, effort), unmet, tasks }
}

function earliestOf(
  step: string,
  network: StepNetwork,
  input: ScheduleInput,
  startMs: number
): number | null {
  const starts = earliestStarts(input)
  return starts === null
    ? null
    : startMs + starts[taskId(step, 1, network.parts.get(step)!)] * MINUTE_MS
}
