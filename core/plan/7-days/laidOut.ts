import type { Read } from '../reads'
import type { Step, StepsPlan } from '../6-steps/types'
import { localIso } from '../../build/zone'
import type { Span } from './calendar'
import type { Cause } from './causes'
import { placeFillers } from './fillers'
import type {
  ChainLink,
  DaysPlan,
  DaysProof,
  PlannedWait,
  PlannedWindow,
  PlannedWork
} from './plan'
import type { Schedule } from './schedule'
import { DONE, stepOf, taskId, type StepNetwork } from './stepNetwork'
import { MINUTE_MS } from '../../physics/time'

/** A wait shorter than this is not worth telling what to do in, min. */
const WORTH_FILLING_MIN = 120

/** Of the days, what follows from one schedule. */
type LaidOut = Omit<
  DaysPlan,
  | 'zone'
  | 'startMs'
  | 'fromMs'
  | 'missed'
  | 'unmet'
  | 'deadlineMs'
  | 'handsMin'
  | 'problem'
  | 'freeSecond'
  | 'confidence'
  | 'likelyMs'
  | 'sureMs'
>

/**
 * A schedule in real time: work done and to come, waits, windows, what fills them, and what the
 * finish hangs on.
 */
export function laidOut(
  build: Read<'days'>,
  plan: StepsPlan,
  network: StepNetwork,
  found: Schedule,
  free: Span[],
  startMs: number,
  fromMs: number
): LaidOut {
  const { zone } = build.calendar
  const handsMin = new Map(network.tasks.map((t) => [t.id, t.handsMin]))
  const toMs = (minute: number) => startMs + minute * MINUTE_MS
  const chain = chainOf(found, handsMin, toMs)
  const critical = new Set(
    chain.map((link) => `${link.kind === 'wait' ? 'wait' : 'work'}:${link.step}`)
  )
  const settled = new Set(build.arrange.filter((a) => a.at !== null).map((a) => a.step))
  const work: PlannedWork[] = []
  for (const step of plan.steps) {
    const worked = network.progress.get(step.id)?.worked ?? []
    const left = network.parts.get(step.id)!
    const parts = worked.length + left
    const put = (
      part: number,
      from: number,
      to: number,
      rest: Pick<PlannedWork, 'by' | 'done' | 'critical'>
    ) =>
      work.push({
        step: step.id,
        part,
        parts,
        startMs: from,
        endMs: to,
        start: localIso(from, zone),
        end: localIso(to, zone),
        settled: settled.has(step.id),
        ...rest
      })
    worked.forEach((w, i) => put(i + 1, w.fromMs, w.toMs, { by: 0, done: true, critical: false }))
    for (let part = 1; part <= left; part++) {
      const id = taskId(step.id, part, left)
      put(
        worked.length + part,
        toMs(found.starts[id]),
        toMs(found.starts[id] + handsMin.get(id)!),
        { by: found.by[id] as 0 | 1, done: false, critical: critical.has(`work:${step.id}`) }
      )
    }
  }
  work.sort((a, b) => a.startMs - b.startMs)
  const finishMs = toMs(found.finishMin)
  const ends = (step: string) => work.filter((w) => w.step === step).at(-1)!.endMs
  const { placed, left } = placeFillers(
    build.fillers,
    free.flatMap(([a, b]): Span[] => (a < finishMs ? [[a, Math.min(b, finishMs)]] : [])),
    work.filter((w) => w.by === 0).map((w): Span => [w.startMs, w.endMs]),
    fromMs
  )
  const waits = plan.steps
    .filter((step) => step.waitMin > 0 && step.becomes)
    .map((step): PlannedWait => {
      const from = ends(step.id)
      const minutes = network.waits.get(step.id)!
      const to = from + minutes * MINUTE_MS
      const inside = work.filter((w) => w.startMs < to && w.endMs > from)
      const jobs = placed.filter((f) => f.startMs < to && f.endMs > from)
      const spare =
        overlapMs(free, Math.max(from, fromMs), to) -
        [...inside.filter((w) => !w.done), ...jobs].reduce(
          (sum, w) => sum + Math.min(w.endMs, to) - Math.max(w.startMs, from),
          0
        )
      return {
        step: step.id,
        becomes: step.becomes!,
        startMs: from,
        endMs: to,
        end: localIso(to, zone),
        ...spreadAbout(step, network, from, to),
        critical: critical.has(`wait:${step.id}`),
        meanwhile: minutes >= WORTH_FILLING_MIN ? [...new Set(inside.map((w) => w.step))] : [],
        fillers: minutes >= WORTH_FILLING_MIN ? [...new Set(jobs.map((f) => f.filler))] : [],
        idleMin: Math.max(0, Math.round(spare / MINUTE_MS))
      }
    })
    .sort((a, b) => a.startMs - b.startMs)
  const windows = plan.links.flatMap((link): PlannedWindow[] => {
    if (!link.hard || link.maxMin === undefined || network.progress.get(link.to)?.done) return []
    const end = ends(link.from)
    return [
      {
        after: link.from,
        step: link.to,
        fromMs: end + link.minMin * MINUTE_MS,
        toMs: end + link.maxMin * MINUTE_MS
      }
    ]
  })
  return {
    work,
    waits,
    windows,
    chain,
    finishMs,
    finish: localIso(finishMs, zone),
    sittings: found.sittings,
    fewestSittings: found.fewestSittings,
    lowerBoundMs: toMs(found.lowerBoundMin),
    proof: provenIn(found, toMs),
    fillers: placed,
    fillersLeft: left,
    order: network.tasks
      .filter((t) => t.id !== DONE)
      .map((t) => t.id)
      .sort((a, b) => found.starts[a] - found.starts[b]),
    free: free.filter(([from]) => from < finishMs)
  }
}

/** When a wait may be over: what was seen ready is over, what was not takes at least until now. */
function spreadAbout(
  step: Step,
  network: StepNetwork,
  fromMs: number,
  toMs: number
): Pick<PlannedWait, 'earlyMs' | 'likelyMs' | 'sureMs'> {
  const { early, sure } = step.spread
  if (network.over.has(step.id)) return { earlyMs: toMs, likelyMs: toMs, sureMs: toMs }
  const at = (minutes: number) => Math.round(fromMs + minutes * MINUTE_MS)
  const likely = network.likely.get(step.id)!
  return {
    earlyMs: at(Math.min(likely, step.waitMin * early)),
    likelyMs: at(likely),
    sureMs: Math.max(toMs, at(likely * sure))
  }
}

/** The proof in steps and real time; the finish itself is no step. */
function provenIn({ proof }: Schedule, toMs: (minute: number) => number): DaysProof {
  switch (proof.kind) {
    case 'chain':
      return {
        kind: 'chain',
        steps: proof.tasks
          .filter((t) => t.id !== DONE)
          .map((t) => ({ step: stepOf(t.id), startMs: toMs(t.startMin) }))
      }
    case 'hours':
      return {
        kind: 'hours',
        fromMs: toMs(proof.fromMin),
        toMs: toMs(proof.toMin),
        workMin: proof.workMin,
        freeMin: proof.freeMin,
        steps: [...new Set(proof.tasks.map(stepOf))]
      }
    case 'search':
      return proof
    case 'open':
      return { kind: 'open', lowerBoundMs: toMs(proof.lowerBoundMin), nodes: proof.nodes }
  }
}

function overlapMs(spans: readonly Span[], from: number, to: number): number {
  return spans.reduce((sum, [a, b]) => sum + Math.max(0, Math.min(b, to) - Math.max(a, from)), 0)
}

/** Back from the finish, each task through what made it start when it did. */
function chainOf(
  found: Schedule,
  handsMin: ReadonlyMap<string, number>,
  toMs: (minute: number) => number
): ChainLink[] {
  const chain: ChainLink[] = []
  const put = (kind: ChainLink['kind'], task: string, from: number, to: number) => {
    if (to > from)
      chain.unshift({
        kind,
        step: stepOf(task),
        minutes: to - from,
        startMs: toMs(from),
        endMs: toMs(to)
      })
  }
  const end = (task: string) => found.starts[task] + handsMin.get(task)!
  const seen = new Set<string>()
  let task: string | null = DONE
  while (task !== null && !seen.has(task)) {
    seen.add(task)
    const start: number = found.starts[task]
    if (task !== DONE) put('work', task, start, end(task))
    const cause: Cause = found.causes[task]
    if (cause.kind === 'link') {
      put('wait', cause.from, end(cause.from), start)
      task = cause.from
    } else if (cause.kind === 'hands') {
      task = cause.behind
    } else if (cause.kind === 'hours' || cause.kind === 'window') {
      put('hours', task, cause.readyMin, start)
      if (cause.from !== null) put('wait', cause.from, end(cause.from), cause.readyMin)
      task = cause.from
    } else {
      if (cause.kind === 'settled') put('before', task, 0, start)
      task = null
    }
  }
  return chain
}
