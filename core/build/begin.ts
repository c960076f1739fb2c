import type { Build, DayException } from './types'
import { localIso } from './zone'
import { DAY_MS, HOUR_MS } from '../physics/time'

/** Begun so much later than its hour, a day begins tomorrow, ms. */
const LATE_MS = HOUR_MS

/** A local date, with or without its hour, so many days later. */
const laterBy = (local: string, days: number): string =>
  new Date(Date.parse(`${local.slice(0, 10)}T00:00Z`) + days * DAY_MS).toISOString().slice(0, 10) +
  local.slice(10)
const laterUtc = (utc: string, days: number): string =>
  new Date(Date.parse(utc) + days * DAY_MS).toISOString().slice(0, utc.length - 1) + 'Z'
const lateDates = (dates: readonly DayException[], days: number): DayException[] =>
  dates.map((d) => ({ ...d, date: laterBy(d.date, days) }))

/**
 * A build that nothing was done of yet, begun so many days later: its hours, days off and what was
 * settled come along. What was logged stays when it was.
 */
export function begunLater(build: Build, days: number): Build {
  if (days === 0) return build
  const { calendar } = build
  const maybe = (local: string | null) => (local === null ? null : laterBy(local, days))
  return {
    ...build,
    calendar: {
      ...calendar,
      start: laterBy(calendar.start, days),
      deadline: maybe(calendar.deadline),
      exceptions: lateDates(calendar.exceptions, days),
      second: calendar.second && {
        ...calendar.second,
        exceptions: lateDates(calendar.second.exceptions, days)
      },
      busy: calendar.busy.map((b) => ({
        ...b,
        from: laterUtc(b.from, days),
        to: laterUtc(b.to, days)
      }))
    },
    arrange: build.arrange.map((a) => ({
      ...a,
      at: maybe(a.at),
      notBefore: maybe(a.notBefore),
      notOn: a.notOn.map((date) => laterBy(date, days))
    }))
  }
}

/**
 * Builds that are shown, begun as if the first of them were begun now: today, or tomorrow where its
 * hour is long past. They stand as many days apart as they did.
 *
 * @param nowMs  ms since 1970
 */
export function begunNow(builds: readonly Build[], nowMs: number): Build[] {
  const first = [...builds].sort((a, b) => (a.calendar.start < b.calendar.start ? -1 : 1))[0]
  if (!first) return []
  const { start, zone } = first.calendar
  const now = localIso(nowMs, zone)
  const late =
    Date.parse(`${now.slice(0, 16)}Z`) - Date.parse(`${now.slice(0, 10)}${start.slice(10)}Z`)
  const between =
    Date.parse(`${now.slice(0, 10)}T00:00Z`) - Date.parse(`${start.slice(0, 10)}T00:00Z`)
  const days = Math.round(between / DAY_MS) + (late > LATE_MS ? 1 : 0)
  return builds.map((build) => begunLater(build, days))
}
