import { lastAnswers } from '../../physics/solve/lastAnswers'
import { DateTime } from 'luxon'
import type { Calendar, FreeWindow, Weekday } from '../../build/types'

/** A stretch of time, milliseconds since 1970 in UTC. */
export type Span = [fromMs: number, toMs: number]

const DAYS: readonly Weekday[] = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun']
const MINUTE_MS = 60_000

/** Instants asked for before: the same evenings are laid out at every edit. */
const asked = lastAnswers<number>(20_000)

/**
 * The first instant of a date at which the local clock reads a time or later. Where the clock jumps
 * over the time in
 * spring, that is the moment of the jump; where autumn brings the time twice, it is the first.
 *
 * @param date  "2026-03-29"
 * @param time  "02:30", or "24:00" for the day's end
 * @returns     ms since 1970, UTC
 */
export function instantOf(date: string, time: string, zone: string): number {
  const key = `${date}T${time}/${zone}`
  const there = asked.get(key)
  if (there !== undefined) return there
  const found = lookedUp(date, time, zone)
  asked.set(key, found)
  return found
}

function lookedUp(date: string, time: string, zone: string): number {
  const [hour, minute] = time.split(':').map(Number)
  const day = DateTime.fromISO(date, { zone })
  if (hour === 24) return day.plus({ days: 1 }).startOf('day').toMillis()
  const wanted = day.set({ hour, minute })
  if (wanted.hour === hour && wanted.minute === minute) {
    // the same wall time may have come an hour earlier: take the first
    const earlier = wanted.minus({ hours: 1 })
    return earlier.hour === hour && earlier.minute === minute && earlier.hasSame(wanted, 'day')
      ? earlier.toMillis()
      : wanted.toMillis()
  }
  // jumped over: back to the jump, the last minute after which the clock already reads past the wanted time
  let jump = wanted
  for (let i = 0; i < 180; i++) {
    const before = jump.minus({ minutes: 1 })
    if (before.hour * 60 + before.minute < hour * 60 + minute) break
    jump = before
  }
  return jump.toMillis()
}

/**
 * When the builder's hands are free: the week's hours with the exceptions in their place, in real
 * time, so that a day on
 * which the clocks change is as long as it is.
 *
 * @param calendar  zone, start, week, exceptions and busy times
 * @param days      how many days from the start to lay out
 * @param person    0 the builder, 1 the second pair of hands
 * @returns         spans in order, without overlap, none before the start
 */
export function freeSpans(calendar: Calendar, days: number, person: 0 | 1 = 0): Span[] {
  const { zone } = calendar
  const { week, exceptions } = person === 0 || !calendar.second ? calendar : calendar.second
  const first = DateTime.fromISO(calendar.start, { zone })
  const startMs = first.toMillis()
  // dates count alike in every zone: only their hours do not
  const firstDate = DateTime.utc(first.year, first.month, first.day)
  const byDate = new Map(exceptions.map((e) => [e.date, e.free]))
  const spans: Span[] = []
  for (let i = 0; i < days; i++) {
    const day = firstDate.plus({ days: i })
    const date = day.toISODate()!
    const windows: readonly FreeWindow[] = byDate.get(date) ?? week[DAYS[day.weekday - 1]] ?? []
    for (const [from, to] of windows) {
      const span: Span = [Math.max(startMs, instantOf(date, from, zone)), instantOf(date, to, zone)]
      if (span[1] - span[0] >= MINUTE_MS) spans.push(span)
    }
  }
  return person === 0
    ? without(
        merged(spans),
        calendar.busy.map((b): Span => [Date.parse(b.from), Date.parse(b.to)])
      )
    : merged(spans)
}

/** What is left of spans when others are cut out of them. */
function without(spans: Span[], taken: Span[]): Span[] {
  if (taken.length === 0) return spans
  const cuts = merged(taken)
  const left: Span[] = []
  let k = 0
  for (const [from, to] of spans) {
    let at = from
    while (k < cuts.length && cuts[k][1] <= at) k++
    for (let c = k; c < cuts.length && cuts[c][0] < to; c++) {
      if (cuts[c][0] - at >= MINUTE_MS) left.push([at, cuts[c][0]])
      at = Math.max(at, cuts[c][1])
    }
    if (to - at >= MINUTE_MS) left.push([at, to])
  }
  return left
}

function merged(spans: Span[]): Span[] {
  const out: Span[] = []
  for (const span of spans.sort((a, b) => a[0] - b[0])) {
    const last = out.at(-1)
    if (last && span[0] <= last[1]) last[1] = Math.max(last[1], span[1])
    else out.push([...span])
  }
  return out
}

/**
 * An instant as the builder's clock has it, with its offset.
 * @example localIso(0, 'UTC') // "1970-01-01T00:00Z"
 */
export const localIso = (ms: number, zone: string): string =>
  DateTime.fromMillis(ms, { zone }).toISO({ suppressSeconds: true, suppressMilliseconds: true })!

/** The instant at which work may begin. */
export const startOf = (calendar: Calendar): number =>
  DateTime.fromISO(calendar.start, { zone: calendar.zone }).toMillis()
