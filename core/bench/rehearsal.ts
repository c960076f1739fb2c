import { seeded } from '../plan/7-days/solver/random'
import type { Plan } from '../plan/derivePlan'
import type { Step, StepLink } from '../plan/6-steps/types'
import { MINUTE_MS, minutesBetween } from '../physics/time'

/** A mistake made in rehearsal, and what it would have cost at the bench. */
export interface Mistake {
  step: string
  atMs: number
  what: string
  /** What would have been right. */
  right: string
  /** Work and waiting that it costs, min, and money. */
  minutes: number
  money: number
}

/** Something that was seen or done. */
export interface Happening {
  atMs: number
  text: string
  kind: 'done' | 'seen' | 'wrong'
}

/** A plan run in quick time: nothing of it is kept with the build. */
export interface Rehearsal {
  seed: number
  startMs: number
  nowMs: number
  /** When each step ended; skipped ones are not in it. */
  ended: Record<string, number>
  skipped: string[]
  /** Dams that leak and were not found to. */
  leaking: string[]
  mistakes: Mistake[]
  story: Happening[]
}

/** What the builder does next. */
export type Move =
  { kind: 'do' | 'look' | 'skip'; step: string } | { kind: 'wait'; minutes: number }

/**
 * How real waits differ from foretold ones, as the standard deviation of the logarithm. Common
 * practice, no source.
 */
const SPREAD = 0.16
/** How often a dam leaks at its first filling. Common practice, no source. */
const LEAK_SHARE = 0.4
/** Share of a pour that runs off through a leak that nobody found. Common practice, no source. */
const RUNS_OFF = 0.5
/**
 * What a thick or buried wet coat takes to clear, times its wait (docs/trade.md G1). Common practice,
 * no source.
 */
const BURIED = 6
/** Mending a leak that the test found, min. */
const MEND_MIN = 20
/** Within so little of its real end a wait passes for over. */
const SLACK = 0.97

/** A fresh rehearsal at the plan's start. */
export const newRehearsal = (plan: Plan, seed: number): Rehearsal => ({
  seed,
  startMs: plan.days.startMs,
  nowMs: plan.days.work[0]?.startMs ?? plan.days.startMs,
  ended: {},
  skipped: [],
  leaking: [],
  mistakes: [],
  story: []
})

function hash(text: string): number {
  let h = 2166136261
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 16777619)
  return h >>> 0
}
/** How long a step's wait really takes on this bench: foretold, times what the day makes of it. */
export function realWait(r: Rehearsal, step: Step): number {
  const random = seeded(r.seed ^ hash(step.id))
  const normal = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  return step.waitMin * Math.exp(SPREAD * Math.max(-2, Math.min(2, normal)))
}
const leaks = (r: Rehearsal, water: string): boolean =>
  seeded(r.seed ^ hash(`${water}/leak`))() < LEAK_SHARE

const titleOf = (plan: Plan, id: string) => plan.steps.steps.find((s) => s.id === id)?.title ?? id
/** What lies there, by the lay that a step made; by the step itself where it made none. */
const madeBy = (plan: Plan, { lay, title }: Step) =>
  plan.steps.lays.find((l) => l.id === lay)?.name ?? title
const settled = (r: Rehearsal, id: string) => id in r.ended || r.skipped.includes(id)

/** Steps whose turn has come: all that they follow is done or skipped, whether or not it is ready. */
export const offered = (plan: Plan, r: Rehearsal): Step[] =>
  plan.steps.steps.filter(
    (s) => !settled(r, s.id) && plan.steps.links.every((l) => l.to !== s.id || settled(r, l.from))
  )

/** What can be left out at one's own risk, as anywhere: all whose risk is known. */
export const skippable = (step: Step): boolean => step.risk !== ''

/** Steps done whose wait is not over by the looks of it: what can be looked at. */
export const waiting = (plan: Plan, r: Rehearsal): Step[] =>
  plan.steps.steps.filter(
    (s) =>
      s.id in r.ended &&
      s.becomes !== null &&
      s.waitMin > 0 &&
      plan.steps.links.some((l) => l.from === s.id && !settled(r, l.to))
  )

/**
 * One move at the simulated bench. Coats really are still white, dams really leak; a mistake costs
 * nothing here and is
 * told at the end.
 */
export function rehearse(plan: Plan, r: Rehearsal, move: Move): Rehearsal {
  if (move.kind === 'wait') return { ...r, nowMs: r.nowMs + Math.max(1, move.minutes) * MINUTE_MS }
  const step = plan.steps.steps.find((s) => s.id === move.step)
  if (!step) return r
  const say = (kind: Happening['kind'], text: string): Happening => ({ atMs: r.nowMs, kind, text })
  if (move.kind === 'look') {
    const ready = (r.nowMs - (r.ended[step.id] ?? r.nowMs)) / MINUTE_MS >= realWait(r, step) * SLACK
    const not = {
      wet: 'not yet right',
      workable: 'too wet to take a mark',
      firm: 'still tacky',
      clear: 'still white',
      cured: 'still soft'
    }[step.becomes ?? 'firm']
    return {
      ...r,
      nowMs: r.nowMs + MINUTE_MS,
      story: [
        ...r.story,
        say(
          'seen',
          `${step.title}: ${ready ? (step.becomes === 'wet' ? 'right' : step.becomes) : not}.`
        )
      ]
    }
  }
  if (!offered(plan, r).includes(step)) return r
  if (move.kind === 'skip')
    return {
      ...r,
      skipped: [...r.skipped, step.id],
      story: [...r.story, say('done', `${step.title}: left out. ${step.risk}`.trim())]
    }
  return done(plan, r, step, say)
}

function done(
  plan: Plan,
  r: Rehearsal,
  step: Step,
  say: (kind: Happening['kind'], text: string) => Happening
): Rehearsal {
  const mistakes = plan.steps.links
    .filter((l) => l.to === step.id && l.from in r.ended)
    .flatMap((l) => tooSoonOrLate(plan, r, l, step))
  const [water, place] = [step.id.split('/')[0], step.id.split('/')[1] ?? '']
  let { leaking } = r
  let extra = 0
  const story: Happening[] = []
  if (/^leak/.test(place) && leaks(r, water) && !leaking.includes(`found:${water}`)) {
    leaking = [...leaking, `found:${water}`]
    extra = MEND_MIN
    story.push(say('seen', `${step.title}: it drops. The leak is found and mended.`))
  }
  if (
    /^pour(#1)?$/.test(place) &&
    leaks(r, water) &&
    !leaking.includes(`found:${water}`) &&
    !leaking.includes(water)
  ) {
    leaking = [...leaking, water]
    mistakes.push({
      step: step.id,
      atMs: r.nowMs,
      what: 'The dam leaks: half of the pour is on the tray by morning.',
      right: 'Fill it with water first, in steps, and wait at each.',
      minutes: step.handsMin + step.waitMin + MEND_MIN,
      money: RUNS_OFF * resinMoney(plan, water)
    })
  }
  if (/^pour#?/.test(place) && r.skipped.some((id) => id === `${water}/dryout`)) {
    mistakes.push({
      step: step.id,
      atMs: r.nowMs,
      what: 'The ground is damp from the test: the resin clouds and bubbles.',
      right: 'Let it dry out after the leak test.',
      minutes: step.waitMin,
      money:
        resinMoney(plan, water) /
        Math.max(1, plan.stacks.pools.find((s) => s.id === water)?.layers.length ?? 1)
    })
  }
  const fresh = mistakes.filter(
    (m) => !r.mistakes.some((x) => x.step === m.step && x.what === m.what)
  )
  const nowMs = r.nowMs + (step.handsMin + extra) * MINUTE_MS
  return {
    ...r,
    nowMs,
    leaking,
    ended: { ...r.ended, [step.id]: nowMs },
    mistakes: [...r.mistakes, ...fresh],
    story: [
      ...r.story,
      ...story,
      say('done', `${step.title}.`),
      ...fresh.map((m) => say('wrong', m.what))
    ]
  }
}

const resinMoney = (plan: Plan, water: string): number =>
  plan.amounts.shopping.reduce(
    (sum, l) => sum + (l.amount > 0 ? (l.usedCost * (l.byWater[water] ?? 0)) / l.amount : 0),
    0
  )

/** What becomes of work that comes before what it follows is ready, or after its window. */
function tooSoonOrLate(plan: Plan, r: Rehearsal, link: StepLink, step: Step): Mistake[] {
  const from = plan.steps.steps.find((s) => s.id === link.from)!
  const elapsed = (r.nowMs - r.ended[from.id]) / MINUTE_MS
  const real = from.waitMin > 0 && link.minMin === from.waitMin ? realWait(r, from) : link.minMin
  const redo = from.handsMin + step.handsMin
  const money = resinMoney(plan, from.id.split('/')[0]) / 4
  const put = (what: string, right: string, minutes: number, cost = 0): Mistake => ({
    step: step.id,
    atMs: r.nowMs,
    what,
    right,
    minutes: Math.round(minutes),
    money: cost
  })
  if (link.minMin > 0 && elapsed < real * SLACK) {
    const after = `It wanted ${hours(real)} after “${titleOf(plan, from.id).toLowerCase()}”, and had ${hours(elapsed)}.`
    switch (link.becomes) {
      case 'workable':
        return [
          put(
            `“${step.title}” came too soon: it runs back smooth and is done again.`,
            after,
            step.handsMin + real - elapsed
          )
        ]
      case 'clear':
        return [
          put(
            `“${madeBy(plan, from)}” under “${step.title.toLowerCase()}” is shut in white: it clears in weeks, or is peeled and laid anew.`,
            after,
            redo + BURIED * from.waitMin,
            money
          )
        ]
      case 'wet':
        return [put(`“${step.title}” went on before anything could be seen.`, after, 0)]
      default:
        return [
          put(
            `“${madeBy(plan, from)}” was not firm: it takes prints, sags or tears, and is made again.`,
            after,
            redo + from.waitMin,
            money
          )
        ]
    }
  }
  if (
    link.hard &&
    link.maxMin !== undefined &&
    elapsed > link.maxMin * (link.minMin > 0 ? real / link.minMin : 1)
  ) {
    return [
      put(
        `The window for “${step.title.toLowerCase()}” was over: it takes no mark. A thin coat more, and again.`,
        `It was open from ${hours(link.minMin)} to ${hours(link.maxMin)} after “${titleOf(plan, from.id).toLowerCase()}”.`,
        redo + link.minMin,
        money
      )
    ]
  }
  return []
}

const hours = (min: number) =>
  min < 90 ? `${Math.round(min)} min` : `${Math.round(min / 6) / 10} h`

/** What it all came to. */
export function reckoning(
  plan: Plan,
  r: Rehearsal
): { finished: boolean; tookMin: number; minutes: number; money: number; mistakes: Mistake[] } {
  return {
    finished: plan.steps.steps.every((s) => settled(r, s.id)),
    tookMin: Math.round(minutesBetween(r.startMs, r.nowMs)),
    minutes: r.mistakes.reduce((sum, m) => sum + m.minutes, 0),
    money: r.mistakes.reduce((sum, m) => sum + m.money, 0),
    mistakes: r.mistakes
  }
}
