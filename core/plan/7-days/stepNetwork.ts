import type { Read } from '../reads'
import type { Arrangement, Confidence } from '../../build/types'
import { entriesOf } from '../../build/log/entries'
import { progressOf, seenWait, type Progress } from '../../build/log/progress'
import type { Step, StepLink, StepsPlan } from '../6-steps/types'
import { localInstant } from '../../build/zone'
import type { Task, TaskLink } from './solver/network'
import { MINUTE_MS } from '../../physics/time'

/** A step that may be broken off is done in pieces no longer than this, min. */
const PIECE_MIN = 120

/** The task that ends when the last coat is what it was to become. */
export const DONE = 'done'

/**
 * The work that is left, as tasks: steps in pieces, what is done as earliest and latest starts of
 * what follows.
 */
export interface StepNetwork {
  tasks: Task[]
  links: TaskLink[]
  /** Pieces that are left of each step. */
  parts: ReadonlyMap<string, number>
  progress: ReadonlyMap<string, Progress>
  /** How long each step's wait is by what was seen, min. */
  waits: ReadonlyMap<string, number>
  /** Steps whose wait was seen to be over. */
  over: ReadonlySet<string>
  /** How long each step's wait is likely to be, whatever is planned for, min. */
  likely: ReadonlyMap<string, number>
  /** Latest starts that follow from what is done: they can be missed, and then are. */
  /** Waits that began and that nobody has seen over. */
  underWay: { step: string; task: string; sinceMin: number; minMin: number }[]
  closing: { after: string; step: string; task: string; atMin: number }[]
}

export const taskId = (step: string, part: number, parts: number) =>
  parts > 1 ? `${step}~${part}` : step
export const stepOf = (task: string) => task.split('~')[0]

function pieces(handsMin: number, breakable: boolean, longest: number): number[] {
  const most = Math.min(PIECE_MIN, longest)
  if (!breakable || handsMin <= most || most <= 0) return [handsMin]
  const count = Math.ceil(handsMin / most)
  return Array.from(
    { length: count },
    (_, i) => Math.floor((handsMin * (i + 1)) / count) - Math.floor((handsMin * i) / count)
  )
}

/**
 * The network of what is left to do.
 *
 * @param build    its log and calendar
 * @param plan     all steps and links
 * @param startMs  minute 0
 * @param longest  longest free stretch, min
 * @param confidence  waits as long as is likely, or as long as nine of ten are
 */
export function stepNetwork(
  build: Read<'days'>,
  plan: StepsPlan,
  startMs: number,
  longest: number,
  confidence: Confidence
): StepNetwork {
  const progress = progressOf(build.log)
  const looks = entriesOf(build.log, 'look')
  const minuteOf = (ms: number) => Math.ceil((ms - startMs) / MINUTE_MS)
  const asOfMin = build.log.asOf === null ? 0 : Math.max(0, minuteOf(Date.parse(build.log.asOf)))
  const waits = new Map<string, number>()
  const likely = new Map<string, number>()
  const over = new Set<string>()
  const parts = new Map<string, number>()
  const tasks: Task[] = []
  const links: TaskLink[] = []
  const isDone = (step: string) => progress.get(step)?.done === true
  const closing: StepNetwork['closing'] = []
  const underWay: StepNetwork['underWay'] = []
  // what closes again is met in its middle: too late is as wrong as too early
  const closes = new Set(
    plan.links.flatMap((l) => (l.hard && l.maxMin !== undefined ? [`${l.from}/${l.minMin}`] : []))
  )
  const planned = (step: Step, minMin: number): number =>
    confidence === 'sure' && !closes.has(`${step.id}/${minMin}`)
      ? Math.round(minMin * step.spread.sure)
      : minMin
  for (const step of plan.steps) {
    const own = progress.get(step.id)
    const ofIt = looks.filter((l) => l.step === step.id && l.becomes === step.becomes)
    const asSeen = (min: number) => (own?.done ? seenWait(min, own.endMs, ofIt) : min)
    waits.set(step.id, asSeen(planned(step, step.waitMin)))
    likely.set(step.id, asSeen(step.waitMin))
    if (own?.done && ofIt.some((l) => l.ready && Date.parse(l.at) >= own.endMs)) over.add(step.id)
    if (own?.done) {
      parts.set(step.id, 0)
      continue
    }
    const cut = pieces(
      Math.max(1, Math.round(step.handsMin - (own?.minutes ?? 0))),
      step.breakable,
      longest
    )
    parts.set(step.id, cut.length)
    cut.forEach((handsMin, i) => {
      tasks.push({
        id: taskId(step.id, i + 1, cut.length),
        handsMin,
        ...(asOfMin > 0 ? { notBeforeMin: asOfMin } : {})
      })
      if (i > 0)
        links.push({
          from: taskId(step.id, i, cut.length),
          to: taskId(step.id, i + 1, cut.length),
          minMin: 0
        })
    })
  }
  const byId = new Map(tasks.map((t) => [t.id, t]))
  const first = (step: string) => taskId(step, 1, parts.get(step)!)
  const last = (step: string) => taskId(step, parts.get(step)!, parts.get(step)!)
  const seen = (link: StepLink, step: Step): number =>
    link.minMin === step.waitMin && link.becomes === step.becomes
      ? waits.get(step.id)!
      : planned(step, link.minMin)
  const steps = new Map(plan.steps.map((s) => [s.id, s]))
  const notBefore = (task: Task, minute: number) => {
    task.notBeforeMin = Math.max(task.notBeforeMin ?? 0, minute)
  }
  const openBefore = stepsOpenBefore(plan.links, isDone)
  for (const link of plan.links) {
    if (isDone(link.to)) continue
    const minMin = seen(link, steps.get(link.from)!)
    const maxMin =
      link.hard && link.maxMin !== undefined
        ? Math.max(minMin, link.maxMin + minMin - link.minMin)
        : undefined
    if (!isDone(link.from)) {
      links.push({
        from: last(link.from),
        to: first(link.to),
        minMin,
        ...(maxMin === undefined ? {} : { maxMin })
      })
      continue
    }
    // what was passed over stands before what comes after all the same
    for (const step of openBefore(link.from))
      links.push({ from: last(step), to: first(link.to), minMin: 0 })
    const endMin = minuteOf(progress.get(link.from)!.endMs)
    const task = byId.get(first(link.to))!
    notBefore(task, endMin + minMin)
    if (minMin > 0 && !over.has(link.from))
      underWay.push({ step: link.from, task: task.id, sinceMin: endMin, minMin })
    if (maxMin !== undefined && !progress.has(link.to))
      closing.push({ after: link.from, step: link.to, task: task.id, atMin: endMin + maxMin })
  }
  const done: Task = { id: DONE, handsMin: 0, unattended: true }
  tasks.push(done)
  for (const step of plan.steps) {
    if (isDone(step.id)) {
      const sinceMin = minuteOf(progress.get(step.id)!.endMs)
      const minMin = waits.get(step.id)!
      notBefore(done, sinceMin + minMin)
      if (minMin > 0 && !over.has(step.id))
        underWay.push({ step: step.id, task: DONE, sinceMin, minMin })
    } else links.push({ from: last(step.id), to: DONE, minMin: waits.get(step.id)! })
  }
  return { tasks, links, parts, progress, waits, over, likely, underWay, closing }
}

/** What is still open, though a step that comes after it is done: asked by that step. */
function stepsOpenBefore(
  links: readonly StepLink[],
  isDone: (step: string) => boolean
): (step: string) => ReadonlySet<string> {
  const before = new Map<string, string[]>()
  for (const { from, to } of links)
    if (isDone(to)) before.set(to, [...(before.get(to) ?? []), from])
  const found = new Map<string, Set<string>>()
  const openBefore = (step: string): ReadonlySet<string> => {
    const known = found.get(step)
    if (known) return known
    const open = new Set<string>()
    found.set(step, open)
    for (const from of before.get(step) ?? [])
      for (const each of isDone(from) ? openBefore(from) : [from]) open.add(each)
    return open
  }
  return openBefore
}

/**
 * Tasks with what the builder has settled about one step. A settled time needs no free hours: it
 * makes its own.
 *
 */
export function arranged(
  tasks: readonly Task[],
  arrangement: Arrangement,
  startMs: number,
  zone: string
): Task[] {
  const minute = (local: string) => Math.round((localInstant(local, zone) - startMs) / MINUTE_MS)
  const { at, notBefore, notOn, by } = arrangement
  const barred = notOn.map((date): [number, number] => [
    minute(`${date}T00:00`),
    minute(`${date}T24:00`)
  ])
  let firstPiece = true
  return tasks.map((task) => {
    if (stepOf(task.id) !== arrangement.step) return task
    const pinned = firstPiece && at !== null ? minute(at) : null
    firstPiece = false
    const earliest = Math.max(
      task.notBeforeMin ?? 0,
      notBefore === null ? 0 : minute(notBefore),
      pinned ?? 0
    )
    return {
      ...task,
      ...(earliest > 0 ? { notBeforeMin: earliest } : {}),
      ...(pinned === null
        ? {}
        : { notAfterMin: Math.min(task.notAfterMin ?? pinned, pinned), anyHour: true as const }),
      ...(barred.length > 0 ? { barred } : {}),
      ...(by === null ? {} : { by: by === 'first' ? 0 : 1 })
    }
  })
}
