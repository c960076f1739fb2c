import type { Build } from '../build/types'
import type { State } from '../ways/types'
import type { Step, StepsPlan } from '../steps/stepsStage'
import { freeSpans, localIso, startOf, type Span } from './calendar'
import type { Cause } from './causes'
import { schedule, type Schedule } from './schedule'
import type { NoSchedule } from './solver/infeasible'
import type { Task, TaskLink } from './solver/network'

/** One sitting at one step: the whole of it, or a part of a step that may be broken off. */
export interface PlannedWork {
  step: string
  /** Part of the step, from 1, and of how many. */
  part: number
  parts: number
  startMs: number
  endMs: number
  start: string
  end: string
  /** On the chain that the finishing date hangs on. */
  critical: boolean
}

/** Something that goes on by itself after a step. */
export interface PlannedWait {
  step: string
  becomes: State
  startMs: number
  endMs: number
  end: string
  critical: boolean
  /** Hands-on steps planned while it goes on. */
  meanwhile: string[]
  /** Free minutes left over in it for anything else. */
  idleMin: number
}

/** When a step must begin that follows another within a greatest wait. */
export interface PlannedWindow {
  after: string
  step: string
  fromMs: number
  toMs: number
}

/** A link of the chain that the finishing date hangs on, in order. */
export interface ChainLink {
  kind: 'work' | 'wait' | 'hours' | 'hands'
  step: string
  minutes: number
  startMs: number
  endMs: number
}

export interface DaysPlan {
  zone: string
  work: PlannedWork[]
  waits: PlannedWait[]
  windows: PlannedWindow[]
  chain: ChainLink[]
  startMs: number
  /** Null when no schedule can be made: `problem` says why. */
  finishMs: number | null
  finish: string | null
  handsMin: number
  sittings: number
  problem: { kind: NoSchedule['problem'] | 'noHours'; steps: string[]; longestWindowMin: number; neededMin: number } | null
  free: Span[]
}

/**
 * How many minutes of the chain are work, waits, and time without a free hour: what the finishing date is made of.
 */
export function chainMinutes(chain: readonly ChainLink[]): Record<ChainLink['kind'], number> {
  const sum = { work: 0, wait: 0, hours: 0, hands: 0 }
  for (const link of chain) sum[link.kind] += link.minutes
  return sum
}

const MINUTE_MS = 60_000
/** A step that may be broken off is done in pieces no longer than this, min. */
const PIECE_MIN = 120
/** Days laid out at first, and the most. */
const FIRST_HORIZON = 60
const LAST_HORIZON = 1920
/** A calendar that offers nothing fit within so many days will not offer it later, bar a far exception. */
const PATIENCE = 240
/** A wait shorter than this is not worth telling what to do in, min. */
const WORTH_FILLING_MIN = 120

const DONE = 'done'

/**
 * Seventh stage: every step on the builder's own calendar.
 *
 * @param build    only its calendar matters
 * @param plan     the network of work and waits
 * @param spansOf  lays out free hours: handed in so that those laid out before may be used again
 */
export function daysStage(build: Build, plan: StepsPlan, spansOf = freeSpans): DaysPlan {
  const { calendar } = build
  const startMs = startOf(calendar)
  const empty: DaysPlan = {
    zone: calendar.zone, work: [], waits: [], windows: [], chain: [], startMs, finishMs: null, finish: null, sittings: 0,
    handsMin: plan.steps.reduce((sum, s) => sum + s.handsMin, 0), problem: null, free: []
  }
  let horizon = FIRST_HORIZON
  for (;;) {
    const spans = spansOf(calendar, horizon)
    const free = spans.map(([from, to]): [number, number] => [
      Math.ceil((from - startMs) / MINUTE_MS),
      Math.floor((to - startMs) / MINUTE_MS)
    ])
    const longest = free.reduce((most, [from, to]) => Math.max(most, to - from), 0)
    const network = networkOf(plan, longest)
    const found = longest > 0 ? schedule({ free, ...network }) : null
    const problem = found === null ? 'noHours' : 'problem' in found ? found.problem : null
    const longestLook = problem === 'ranOut' ? LAST_HORIZON : problem === 'loop' ? 0 : PATIENCE
    if (problem !== null && horizon < longestLook) {
      horizon *= 2
      continue
    }
    if (found === null) return { ...empty, problem: { kind: 'noHours', steps: [], longestWindowMin: 0, neededMin: 0 } }
    if ('problem' in found) {
      const steps = [...new Set(found.tasks.map(stepOf))]
      const asked = network.tasks.filter((t) => found.tasks.includes(t.id)).map((t) => t.handsMin)
      const between = found.problem === 'tooTight' ? (network.links.find((l) => l.from === found.tasks[0] && l.to === found.tasks[1])?.minMin ?? 0) : 0
      const neededMin = found.problem === 'tooTight' ? asked.reduce((sum, m) => sum + m, between) : Math.max(...asked)
      return { ...empty, free: spans, problem: { kind: found.problem, steps, longestWindowMin: longest, neededMin } }
    }
    return { ...empty, ...laidOut(plan, network, found, spans, startMs, calendar.zone) }
  }
}

const taskId = (step: string, part: number, parts: number) => (parts > 1 ? `${step}~${part}` : step)
const stepOf = (task: string) => task.split('~')[0]

function pieces(step: Step, longest: number): number[] {
  const most = Math.min(PIECE_MIN, longest)
  if (!step.breakable || step.handsMin <= most || most <= 0) return [step.handsMin]
  const count = Math.ceil(step.handsMin / most)
  return Array.from({ length: count }, (_, i) => Math.floor((step.handsMin * (i + 1)) / count) - Math.floor((step.handsMin * i) / count))
}

export function networkOf(plan: StepsPlan, longest: number): { tasks: Task[]; links: TaskLink[]; parts: Map<string, number> } {
  const tasks: Task[] = []
  const links: TaskLink[] = []
  const parts = new Map<string, number>()
  for (const step of plan.steps) {
    const cut = pieces(step, longest)
    parts.set(step.id, cut.length)
    cut.forEach((handsMin, i) => {
      tasks.push({ id: taskId(step.id, i + 1, cut.length), handsMin })
      if (i > 0) links.push({ from: taskId(step.id, i, cut.length), to: taskId(step.id, i + 1, cut.length), minMin: 0 })
    })
  }
  const first = (step: string) => taskId(step, 1, parts.get(step)!)
  const last = (step: string) => taskId(step, parts.get(step)!, parts.get(step)!)
  for (const link of plan.links) links.push({ from: last(link.from), to: first(link.to), minMin: link.minMin, ...(link.hard && link.maxMin !== undefined ? { maxMin: link.maxMin } : {}) })
  // finished only when the last coat is what it was to become
  tasks.push({ id: DONE, handsMin: 0, unattended: true })
  for (const step of plan.steps) links.push({ from: last(step.id), to: DONE, minMin: step.waitMin })
  return { tasks, links, parts }
}

function laidOut(
  plan: StepsPlan,
  network: ReturnType<typeof networkOf>,
  found: Schedule,
  free: Span[],
  startMs: number,
  zone: string
): Partial<DaysPlan> {
  const handsMin = new Map(network.tasks.map((t) => [t.id, t.handsMin]))
  const toMs = (minute: number) => startMs + minute * MINUTE_MS
  const chain = chainOf(found, handsMin, toMs)
  const critical = new Set(chain.map((link) => `${link.kind === 'wait' ? 'wait' : 'work'}:${link.step}`))
  const work: PlannedWork[] = []
  for (const step of plan.steps) {
    const parts = network.parts.get(step.id)!
    for (let part = 1; part <= parts; part++) {
      const id = taskId(step.id, part, parts)
      const [from, to] = [toMs(found.starts[id]), toMs(found.starts[id] + handsMin.get(id)!)]
      work.push({
        step: step.id, part, parts, startMs: from, endMs: to,
        start: localIso(from, zone), end: localIso(to, zone), critical: critical.has(`work:${step.id}`)
      })
    }
  }
  work.sort((a, b) => a.startMs - b.startMs)
  const waits = plan.steps
    .filter((step) => step.waitMin > 0 && step.becomes)
    .map((step): PlannedWait => {
      const from = work.filter((w) => w.step === step.id).at(-1)!.endMs
      const to = from + step.waitMin * MINUTE_MS
      const inside = work.filter((w) => w.startMs < to && w.endMs > from)
      const spare = overlapMs(free, from, to) - inside.reduce((sum, w) => sum + Math.min(w.endMs, to) - Math.max(w.startMs, from), 0)
      return {
        step: step.id, becomes: step.becomes!, startMs: from, endMs: to, end: localIso(to, zone),
        critical: critical.has(`wait:${step.id}`),
        meanwhile: step.waitMin >= WORTH_FILLING_MIN ? [...new Set(inside.map((w) => w.step))] : [],
        idleMin: Math.max(0, Math.round(spare / MINUTE_MS))
      }
    })
    .sort((a, b) => a.startMs - b.startMs)
  const windows = plan.links.flatMap((link): PlannedWindow[] => {
    if (!link.hard || link.maxMin === undefined) return []
    const end = work.filter((w) => w.step === link.from).at(-1)!.endMs
    return [{ after: link.from, step: link.to, fromMs: end + link.minMin * MINUTE_MS, toMs: end + link.maxMin * MINUTE_MS }]
  })
  const finishMs = toMs(found.finishMin)
  return {
    work, waits, windows, chain, finishMs, finish: localIso(finishMs, zone), sittings: found.sittings,
    free: free.filter(([from]) => from < finishMs)
  }
}

function overlapMs(spans: readonly Span[], from: number, to: number): number {
  return spans.reduce((sum, [a, b]) => sum + Math.max(0, Math.min(b, to) - Math.max(a, from)), 0)
}

/** Back from the finish, each task through what made it start when it did. */
function chainOf(found: Schedule, handsMin: ReadonlyMap<string, number>, toMs: (minute: number) => number): ChainLink[] {
  const chain: ChainLink[] = []
  const put = (kind: ChainLink['kind'], task: string, from: number, to: number) => {
    if (to > from) chain.unshift({ kind, step: stepOf(task), minutes: to - from, startMs: toMs(from), endMs: toMs(to) })
  }
  const end = (task: string) => found.starts[task] + handsMin.get(task)!
  let task: string | null = DONE
  while (task !== null) {
    const start: number = found.starts[task]
    if (task !== DONE) put('work', task, start, end(task))
    const cause: Cause = found.causes[task]
    if (cause.kind === 'link') {
      put('wait', cause.from, end(cause.from), start)
      task = cause.from
    } else if (cause.kind === 'hands') {
      task = cause.behind
    } else if (cause.kind === 'hours' || cause.kind === 'window' || cause.kind === 'settled') {
      put('hours', task, cause.readyMin, start)
      if (cause.from !== null) put('wait', cause.from, end(cause.from), cause.readyMin)
      task = cause.from
    } else task = null
  }
  return chain
}
