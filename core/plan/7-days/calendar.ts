import { instantOf, localInstant } from '../../build/zone'
import type { Calendar, FreeWindow, Weekday } from '../../build/types'
import { DAY_MS, MINUTE_MS } from '../../physics/time'

/** A stretch of time, milliseconds since 1970 in UTC. */
export type Span = [fromMs: number, toMs: number]

const DAYS: readonly Weekday[] = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat']

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
  const startMs = localInstant(calendar.start, zone)
  // dates count alike in every zone: only their hours do not
  const firstDate = Date.parse(`${calendar.start.slice(0, 10)}T00:00Z`)
  const byDate = new Map(exceptions.map((e) => [e.date, e.free]))
  const spans: Span[] = []
  for (let i = 0; i < days; i++) {
    const day = new Date(firstDate + i * DAY_MS)
    const date = day.toISOString().slice(0, 10)
    const windows: readonly FreeWindow[] = byDate.get(date) ?? week[DAYS[day.getUTCDay()]] ?? []
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
