import { layUnder } from '../plan/6-steps/coreOf'
import { grams, mm, say, type Sentence } from '../words/sentence'
import type { Build } from '../build/types'
import { poolsOf } from '../build/types'
import type { LogEntry, StepEntry } from '../build/log/entries'
import { entriesOf } from '../build/log/entries'
import { progressOf } from '../build/log/progress'
import { onShelf, type Shelf } from '../craft/materials/shelf'
import type { Plan } from '../plan/derivePlan'
import type { Step } from '../plan/6-steps/types'
import type { BenchClock } from './benchClocks'
import { MINUTE_MS, minutesBetween } from '../physics/time'

/**
 * The steps still ahead, in the order of the plan. What the log calls done is done, before the plan
 * that follows from it is made: nobody is asked for it twice.
 */
export function stepsAhead({ log }: Pick<Build, 'log'>, { days }: Pick<Plan, 'days'>): string[] {
  const progress = progressOf(log)
  const open = days.work.filter((w) => !w.done && !progress.get(w.step)?.done)
  return [...new Set(open.map((w) => w.step))]
}

/**
 * What a step lies on or waits for, near or far, and is not done yet.
 *
 * @param ahead  steps still ahead: `stepsAhead`
 * @returns      their ids, in the order of `ahead`
 */
export function openBefore(
  { steps }: Pick<Plan, 'steps'>,
  ahead: readonly string[],
  id: string
): string[] {
  const below = new Set<string>()
  const next = [id]
  for (let at = next.pop(); at !== undefined; at = next.pop())
    for (const { from, to } of steps.links)
      if (to === at && !below.has(from)) {
        below.add(from)
        next.push(from)
      }
  return ahead.filter((step) => below.has(step))
}

/** How a cup is called in addresses: pool, pour and cup. @example cupName({ pool: 'weir', pour: 2, cup: 1 }) // "weir-2-1" */
export const cupName = (b: { pool: string; pour: number; cup: number }): string =>
  `${b.pool}-${b.pour}-${b.cup}`

/** Every cup that is mixed: pour by pour, then castings, floods, beddings and coats. */
export const allCups = ({ amounts }: Plan) => [...amounts.batches, ...amounts.otherCups]

/** The cup to be weighed next: the first that is not in the log, or the last; null: none is mixed. */
export function nextCup({ log }: Pick<Build, 'log'>, plan: Plan): string | null {
  const weighed = new Set(entriesOf(log, 'batch').map(cupName))
  const cups = allCups(plan).map(cupName)
  return cups.find((name) => !weighed.has(name)) ?? cups.at(-1) ?? null
}

/** Something that dries, cures or stands after a step that is done, and has not been seen ready. */
export interface Waiting {
  step: Step
  sinceMs: number
  /** When it is likely to be ready, and when it surely is. */
  readyMs: number
  sureMs: number
  lookedMs: number | null
}

/** What is waited for at a moment, the soonest first. */
export function waitings(build: Build, plan: Plan): Waiting[] {
  const looks = entriesOf(build.log, 'look')
  return [...progressOf(build.log).values()]
    .flatMap((p): Waiting[] => {
      const step = plan.steps.steps.find((s) => s.id === p.step)
      const wait = plan.days.waits.find((w) => w.step === p.step)
      if (!p.done || !step?.becomes || !wait || step.waitMin <= 0) return []
      const own = looks.filter((l) => l.step === p.step && Date.parse(l.at) >= p.endMs)
      if (own.some((l) => l.ready)) return []
      // a plan from before it was done foretold it for another hour
      const known = wait.likelyMs > p.endMs
      const readyMs = known ? wait.likelyMs : p.endMs + step.waitMin * MINUTE_MS
      // what follows is done already: nobody waits for it any more
      const after = plan.steps.links.filter((l) => l.from === p.step)
      const done = (id: string) => plan.days.work.some((w) => w.step === id && w.done)
      if (after.length > 0 && after.every((l) => done(l.to))) return []
      return [
        {
          step,
          sinceMs: p.endMs,
          readyMs,
          sureMs: Math.max(readyMs, wait.sureMs),
          lookedMs: own.length > 0 ? Math.max(...own.map((l) => Date.parse(l.at))) : null
        }
      ]
    })
    .sort((a, b) => a.readyMs - b.readyMs)
}

/** One figure that stands large at the bench. */
export interface BenchFigure {
  name: string
  value: Sentence
  batch?: string
}

/** How much, for a step: grams of its cups, coats of its gel, how high it goes, what it lies on. */
export function figuresFor(plan: Plan, step: Step): BenchFigure[] {
  // what is made off the model lies on its sheet or its former
  const under = step.lay === null || step.apart ? null : layUnder(plan.steps.lays, step.lay)
  const own = ownFigures(plan, step)
  return under ? [...own, { name: 'Lies on', value: under.name }] : own
}

function ownFigures(plan: Plan, step: Step): BenchFigure[] {
  const [key, rest = ''] = step.id.split('/')
  const pour = /^pour(?:#(\d+))?$/.exec(rest)
  if (pour) {
    const n = Number(pour[1] ?? 1)
    const layer = plan.stacks.pools.find((s) => s.id === key)?.layers[n - 1]
    const cups = plan.amounts.batches.filter((b) => b.pool === key && b.pour === n)
    return [
      ...cups.map((b): BenchFigure => ({
        name: cups.length > 1 ? `Cup ${b.cup} of ${b.cups}` : 'One cup',
        value: say`A ${grams(b.aG)} + B ${grams(b.bG)}`,
        batch: cupName(b)
      })),
      ...(plan.amounts.mixes.some((m) => m.serves.includes(step.id))
        ? [{ name: 'Mix', value: 'the one just poured' }]
        : []),
      ...(layer ? [{ name: 'Up to', value: mm(layer.toMm) }] : [])
    ]
  }
  const mix = plan.amounts.mixes.find((m) => m.id === step.of)
  if (mix) {
    const cups = plan.amounts.otherCups.filter((b) => b.mix === mix.id)
    return cups.map((b): BenchFigure => ({
      name: cups.length > 1 ? `Cup ${b.cup} of ${b.cups}` : 'One cup',
      value: say`A ${grams(b.aG)} + B ${grams(b.bG)}`,
      batch: cupName(b)
    }))
  }
  const laying = plan.stacks.forms.find((f) => f.id === key)?.laying
  const coats = plan.steps.steps.filter((s) => s.of === step.of)
  if (laying && coats.length > 1)
    return [
      {
        name: `Coat ${coats.indexOf(step) + 1} of ${coats.length}`,
        value: say`${mm(laying.wetMm)} wet`
      }
    ]
  if (key === 'white' && plan.amounts.white.massG > 0 && /white|paste|froth|mix/.test(rest))
    return [{ name: 'Paste', value: grams(plan.amounts.white.massG) }]
  return []
}

/**
 * Clocks worth having on the bench while a step is worked: stirring, standing, and how long a cup
 * can be poured.
 */
export function clocksDuring(
  build: Build,
  plan: Plan,
  shelf: Shelf,
  step: Step
): Pick<BenchClock, 'name' | 'kind' | 'minutes'>[] {
  const [key, rest = ''] = step.id.split('/')
  const pool = poolsOf(build).find((p) => p.id === key)
  const mix = plan.amounts.mixes.find((m) => m.id === step.of)
  const poured = pool && /^pour/.test(rest)
  const resin = onShelf(shelf, 'resin', poured ? pool.resin : (mix?.resin ?? ''))
  if (!resin) return []
  const working = poured ? plan.cures.workingMin[key] : plan.cures.mixMin[mix!.id]
  return [
    { name: 'Stir', kind: 'stir', minutes: resin.stirMin },
    ...(resin.standMin > 0
      ? [{ name: 'Stand', kind: 'stand' as const, minutes: resin.standMin }]
      : []),
    ...(working
      ? [{ name: 'Can be poured', kind: 'working' as const, minutes: Math.floor(working) }]
      : [])
  ]
}

/** Waits longer than this need a calendar rather than a clock, min. */
const LONGEST_CLOCK_MIN = 36 * 60

/** Clocks that start when a step is done: windows of what must follow, and until it can be looked at. */
export function clocksAfter(
  plan: Plan,
  step: Step,
  endMs: number
): Omit<BenchClock, 'id' | 'rung'>[] {
  const title = (id: string) => plan.steps.steps.find((s) => s.id === id)?.title ?? id
  const windows = plan.steps.links
    .filter((l) => l.from === step.id && l.hard && l.maxMin !== undefined)
    .map((l) => ({
      name: title(l.to),
      step: l.to,
      kind: 'window' as const,
      startedMs: endMs,
      minutes: l.minMin,
      closesMin: l.maxMin!
    }))
  const wait =
    step.becomes &&
    step.waitMin > 0 &&
    step.waitMin <= LONGEST_CLOCK_MIN &&
    windows.every((w) => w.minutes !== step.waitMin)
      ? [
          {
            name: `${step.title}: ${step.becomes === 'wet' ? 'look at it' : step.becomes}`,
            step: step.id,
            kind: 'wait' as const,
            startedMs: endMs,
            minutes: step.waitMin
          }
        ]
      : []
  return [...windows, ...wait]
}

/** The log's entry for work at a step. */
export function workEntry(
  plan: Plan,
  step: Step,
  startedMs: number,
  endedMs: number,
  done: boolean,
  id: string
): StepEntry {
  const planned = plan.days.work.find((w) => w.step === step.id && !w.done)
  return {
    kind: 'step',
    id,
    at: new Date(Math.min(startedMs, endedMs)).toISOString(),
    endedAt: new Date(endedMs).toISOString(),
    step: step.id,
    done,
    plannedMin: planned ? Math.round(minutesBetween(planned.startMs, planned.endMs)) : null,
    waitMin: step.foretoldMin,
    learns: step.learns
  }
}

/** The log's entry for a look at what waits. */
export const lookEntry = (step: Step, ready: boolean, nowMs: number, id: string): LogEntry => ({
  kind: 'look',
  id,
  at: new Date(nowMs).toISOString(),
  step: step.id,
  ready,
  becomes: step.becomes ?? 'firm'
})

/** Places in the order of the trade at which parts are made off the model and fixed to it. */
const PARTS = { made: 15, fixed: 16 } as const

/** Whether a step is about a part that is made off the model. */
export const madeApart = ({ order }: { order: number }): boolean =>
  order >= PARTS.made && order <= PARTS.fixed
