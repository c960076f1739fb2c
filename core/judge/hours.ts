import type { FreeWindow, Weekday } from '../build/types'
import type { Case, Contradiction, WorkRead } from './reading'
import { MINUTE_MS, minutesBetween } from '../physics/time'

const wrong = (place: string, says: string): Contradiction => ({ rule: 'hours', place, says })
const placeOf = (w: WorkRead) => `days.work[${w.step}${w.parts > 1 ? `~${w.part}` : ''}]`

/** The hours of the hands: no two pieces at once, none outside them, none shorter than its own work. */
export function hours(held: Case): Contradiction[] {
  return [...oneAtATime(held), ...withinHours(held), ...wholeSteps(held), ...longEnough(held)]
}

const ahead = ({ plan }: Case) => plan.days.work.filter((w) => !w.done)

function oneAtATime(held: Case): Contradiction[] {
  return [0, 1].flatMap((by) => {
    const own = ahead(held)
      .filter((w) => w.by === by)
      .sort((a, b) => a.startMs - b.startMs)
    return own
      .slice(1)
      .flatMap((w, i) =>
        w.startMs < own[i].endMs
          ? [wrong(placeOf(w), `the same hands are still at ${own[i].step}`)]
          : []
      )
  })
}

const DAYS: readonly Weekday[] = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat']

/** What the builder's own clock reads: the date, and minutes into it. */
function clockIn(zone: string) {
  const format = new Intl.DateTimeFormat('en-CA', {
    timeZone: zone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23'
  })
  return (ms: number): { date: string; minute: number } => {
    const part = Object.fromEntries(format.formatToParts(ms).map((p) => [p.type, p.value]))
    return {
      date: `${part.year}-${part.month}-${part.day}`,
      minute: 60 * Number(part.hour) + Number(part.minute)
    }
  }
}
const minuteOf = (clock: string) => {
  const [hour, minute] = clock.split(':').map(Number)
  return 60 * hour + minute
}

function withinHours(held: Case): Contradiction[] {
  const { calendar } = held.build
  const read = clockIn(calendar.zone)
  const settled = new Set(held.build.arrange.filter((a) => a.at !== null).map((a) => a.step))
  return ahead(held).flatMap((w) => {
    const hands = w.by === 1 ? calendar.second : calendar
    if (!hands || settled.has(w.step)) return []
    const free = (date: string): readonly FreeWindow[] =>
      hands.exceptions.find((e) => e.date === date)?.free ??
      hands.week[DAYS[new Date(`${date}T12:00Z`).getUTCDay()]]
    const inside = (date: string, from: number, to: number) =>
      joined(free(date)).some(([a, b]) => a <= from && to <= b)
    const [from, to] = [read(w.startMs), read(w.endMs)]
    const lasts = minutesBetween(w.startMs, w.endMs)
    // a day on which the clock is changed is not held to its clock
    const clocked =
      (Date.parse(`${to.date}T00:00Z`) - Date.parse(`${from.date}T00:00Z`)) / MINUTE_MS
    if (Math.abs(clocked + to.minute - from.minute - lasts) > 1) return []
    const whole =
      from.date === to.date
        ? inside(from.date, from.minute, to.minute)
        : inside(from.date, from.minute, 1440) && (to.minute === 0 || inside(to.date, 0, to.minute))
    const taken = calendar.busy.some(
      (b) => w.by === 0 && Date.parse(b.from) < w.endMs && w.startMs < Date.parse(b.to)
    )
    if (whole && !taken) return []
    return [
      wrong(
        placeOf(w),
        taken ? 'it is planned in hours that are taken' : 'it is planned outside free hours'
      )
    ]
  })
}

/** Windows that meet, as one. */
function joined(windows: readonly FreeWindow[]): [number, number][] {
  const all = windows
    .map(([from, to]): [number, number] => [minuteOf(from), minuteOf(to)])
    .sort((a, b) => a[0] - b[0])
  const out: [number, number][] = []
  for (const [from, to] of all) {
    const last = out.at(-1)
    if (last && from <= last[1]) last[1] = Math.max(last[1], to)
    else out.push([from, to])
  }
  return out
}

/** All pieces of a step together are the step. */
function wholeSteps(held: Case): Contradiction[] {
  if (held.plan.days.finishMs === null) return []
  return held.plan.steps.steps.flatMap((step) => {
    if (held.touched.has(step.id)) return []
    const own = held.plan.days.work.filter((w) => w.step === step.id)
    const minutes = own.reduce((sum, w) => sum + minutesBetween(w.startMs, w.endMs), 0)
    return Math.abs(minutes - step.handsMin) <= 1
      ? []
      : [
          wrong(
            `days.work[${step.id}]`,
            `${minutes} min of it are planned, and it takes ${step.handsMin}`
          )
        ]
  })
}

/** A step in which resin is mixed lasts as long as its stirring and standing. */
function longEnough(held: Case): Contradiction[] {
  return held.plan.amounts.mixes.flatMap((mix) => {
    const resin = held.material(mix.resin)
    const step = held.step.get(mix.id) ?? held.plan.steps.steps.find((s) => s.of === mix.id) ?? null
    if (resin?.kind !== 'resin' || !step) return []
    const least = resin.stirMin + resin.standMin
    return step.handsMin >= least
      ? []
      : [
          wrong(
            `steps.steps[${step.id}]`,
            `it takes ${step.handsMin} min, and its mix is stirred and stands ${least}`
          )
        ]
  })
}
