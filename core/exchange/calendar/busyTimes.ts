import ICAL from 'ical.js'
import { COMING_IN } from '../../build/file/comingIn'
import type { Busy, Calendar } from '../../build/types'
import { localInstant } from '../../build/zone'
import { boundTo, occurrencesOf, TOO_OFTEN } from './occurrences'
import { instant, zoneOf, type Zones } from './zoneNames'
import { DAY_MS } from '../../physics/time'

/** What a calendar file says of when somebody is busy. */
export interface BusyTimes {
  /** What the file calls the calendar; empty: nothing. */
  name: string
  busy: Busy[]
  /** Entries read, and those left out, with why. */
  entries: number
  left: { why: string; count: number }[]
  /** Zones that go by another name here, and those that are not known: their times are the builder's. */
  zones: { named: string; takenFor: string; known: boolean }[]
}

/** Days ahead of the start that are taken in. */
const AHEAD_DAYS = 400
/** Longest file taken, characters. */
const LONGEST = COMING_IN.calendar.bytes
/** One entry that repeats more often than this before the days wanted is left out. */
const MOST_REPEATS = 50_000
/** Stretches kept at most: far more than the hours of a year. */
const MOST_BUSY = 5000
/**
 * Reads when somebody is busy out of a calendar file: recurring entries laid out, their exceptions
 * heeded, each in its own
 * time zone. Entries that leave one free, were called off, or are this app's own steps are left out.
 *
 * @param text       an ICS file
 * @param calendar   zone for times that say none, and the start from which 400 days are taken
 * @param wholeDays  whether entries of whole days count
 * @throws RangeError in the builder's words when it is no calendar
 * @source RFC 5545
 */
export function busyTimes(text: string, calendar: Calendar, wholeDays: boolean): BusyTimes {
  if (text.length > LONGEST)
    throw new RangeError(
      `This calendar is ${Math.round(text.length / 1e6)} MB long; ${LONGEST / 1e6} MB is the most. Export a shorter time of it.`
    )
  const parts = calendarsIn(text)
  const fromMs = localInstant(calendar.start, calendar.zone) - DAY_MS
  const untilMs = fromMs + AHEAD_DAYS * DAY_MS
  const left = new Map<string, number>()
  const reading: Reading = {
    fromMs,
    untilMs,
    wholeDays,
    home: calendar.zone,
    defined: new Map(),
    named: new Map(),
    leave: (why) => void left.set(why, (left.get(why) ?? 0) + 1)
  }
  const spans: Span[] = []
  let entries = 0
  const take = (read: () => Iterable<Span>): void => {
    entries++
    try {
      for (const span of read()) spans.push(span)
    } catch {
      reading.leave('cannot be read')
    }
  }
  boundTo(untilMs, () => {
    for (const part of parts) takePart(part, reading, take)
  })
  return {
    name: nameOf(parts),
    busy: merged(spans).slice(0, MOST_BUSY),
    entries,
    left: [...left].map(([why, count]) => ({ why, count })),
    zones: [...reading.named].flatMap(([named, zone]) =>
      zone === named ? [] : [{ named, takenFor: zone ?? calendar.zone, known: zone !== null }]
    )
  }
}

/** @source RFC 7986 §5.1 for NAME; X-WR-CALNAME is common practice, no source */
function nameOf(parts: readonly ICAL.Component[]): string {
  const named = ['name', 'x-wr-calname'].flatMap((property) =>
    parts.map((p) => String(p.getFirstPropertyValue(property) ?? '').trim())
  )
  return (named.find((n) => n !== '') ?? '').slice(0, 120)
}

const uidOf = (component: ICAL.Component) => String(component.getFirstPropertyValue('uid') ?? '')

/** One calendar of a file: its events, its free-busy answers; what else there is takes no time. */
function takePart(
  part: ICAL.Component,
  reading: Reading,
  take: (read: () => Iterable<Span>) => void
): void {
  const all = (kind: string) => part.getAllSubcomponents(kind)
  reading.defined = new Map(
    all('vtimezone').map((z) => [String(z.getFirstPropertyValue('tzid')), new ICAL.Timezone(z)])
  )
  const events = all('vevent')
  const [changed, masters] = [true, false].map((is) =>
    events.filter((c) => c.hasProperty('recurrence-id') === is)
  )
  const known = new Set(masters.map(uidOf))
  const changes = new Map<string, ICAL.Component[]>()
  for (const c of changed) changes.set(uidOf(c), [...(changes.get(uidOf(c)) ?? []), c])
  for (const c of masters) take(() => spansOf(c, changes.get(uidOf(c)) ?? [], reading))
  // an invitation to one occurrence comes without what it is an occurrence of
  for (const c of changed) if (!known.has(uidOf(c))) take(() => spansOf(c, [], reading))
  for (const c of all('vfreebusy')) take(() => takenIn(c, reading))
  for (const [kind, why] of [
    ['vtodo', 'are tasks, not times'],
    ['vjournal', 'are notes, not times']
  ] as const)
    for (let left = all(kind).length; left > 0; left--)
      take(() => {
        reading.leave(why)
        return []
      })
}

function calendarsIn(text: string): ICAL.Component[] {
  let parsed: unknown
  try {
    parsed = ICAL.parse(text)
  } catch (error) {
    throw new RangeError(
      `This is no calendar file: ${error instanceof Error ? error.message.slice(0, 120) : 'it cannot be read'}. Nothing was changed.`
    )
  }
  const all = (Array.isArray(parsed) && Array.isArray(parsed[0]) ? parsed : [parsed]) as unknown[]
  const calendars = all
    .map((p) => new ICAL.Component(p as [string, unknown[], unknown[]]))
    .filter((c) => c.name === 'vcalendar')
  if (calendars.length === 0)
    throw new RangeError('This is no calendar file: it holds no calendar. Nothing was changed.')
  return calendars
}

/** A stretch that is taken, ms since 1970. */
interface Span {
  from: number
  to: number
  title: string
}

/** What is read for, and what is known by now. */
interface Reading extends Zones {
  fromMs: number
  untilMs: number
  wholeDays: boolean
  leave: (why: string) => void
}

const wantedIn = ({ fromMs, untilMs }: Reading, { from, to }: Span): boolean =>
  to > fromMs && from < untilMs && to > from

/** What an entry takes of one's time; or why it takes nothing. */
function spanOf(
  own: ICAL.Component,
  start: ICAL.Time,
  end: ICAL.Time,
  reading: Reading
): Span | string {
  const said = (property: string) => String(own.getFirstPropertyValue(property) ?? '').toUpperCase()
  if (said('status') === 'CANCELLED') return 'were called off'
  if (said('transp') === 'TRANSPARENT') return 'leave you free'
  if (start.isDate && !reading.wholeDays) return 'last whole days'
  const zone = zoneOf(own, 'dtstart')
  return {
    from: instant(start, zone, reading),
    to: instant(end, zone, reading),
    title: String(own.getFirstPropertyValue('summary') ?? '').slice(0, 200)
  }
}

/** Days and hours of a property that may be given several times, ms since 1970. */
function instantsOf(component: ICAL.Component, property: string, reading: Reading): Set<number> {
  const all = component.getAllProperties(property).flatMap((p) => {
    const zone = p.getFirstParameter('tzid') ?? ''
    return p
      .getValues()
      .flatMap((value) => (value instanceof ICAL.Time ? [instant(value, zone, reading)] : []))
  })
  return new Set(all)
}

function* spansOf(
  component: ICAL.Component,
  changed: readonly ICAL.Component[],
  reading: Reading
): Generator<Span> {
  const { leave } = reading
  if (uidOf(component).endsWith('@tall-spindle')) return leave('are steps of a build')
  const event = new ICAL.Event(component, { strictExceptions: false, exceptions: [...changed] })
  if (!event.startDate) return leave('have no start')
  if (!exists(component)) return leave('begin on a day that there is not')
  const told = new Set<string>()
  if (!event.isRecurring() || event.isRecurrenceException()) {
    const span = spanOf(component, event.startDate, event.endDate, reading)
    if (typeof span === 'string') leave(span)
    else if (wantedIn(reading, span)) yield span
    return
  }
  const zone = zoneOf(component, 'dtstart')
  // the library holds days of one zone against days of that zone only
  const excepted = instantsOf(component, 'exdate', reading)
  const moved = new Map(
    changed.flatMap((c) => [...instantsOf(c, 'recurrence-id', reading)].map((at) => [at, c]))
  )
  const occurrences = occurrencesOf(event)
  for (let k = 0; ; k++) {
    if (k > MOST_REPEATS) return leave(TOO_OFTEN)
    const { value: next, done } = occurrences.next()
    if (done) {
      if (next) leave(next)
      return
    }
    const at = instant(next, zone, reading)
    if (excepted.has(at)) continue
    const other = moved.get(at)
    const details = other ? new ICAL.Event(other) : event.getOccurrenceDetails(next)
    const own = other ?? ('item' in details ? details.item.component : component)
    const span = spanOf(own, details.startDate, details.endDate, reading)
    if (typeof span === 'string') {
      if (!told.has(span)) leave(span)
      told.add(span)
      if (span === 'last whole days') return
      continue
    }
    // changed occurrences may lie elsewhere; the rule itself only goes on
    if (at >= reading.untilMs + DAY_MS) return
    if (wantedIn(reading, span)) yield span
  }
}

/**
 * Stretches that a free-busy answer calls taken.
 *
 * @source RFC 5545, 3.6.4 and 3.2.9
 */
function* takenIn(component: ICAL.Component, reading: Reading): Generator<Span> {
  for (const property of component.getAllProperties('freebusy')) {
    if (String(property.getFirstParameter('fbtype') ?? 'BUSY').toUpperCase() === 'FREE') {
      reading.leave('leave you free')
      continue
    }
    for (const period of property.getValues())
      if (period instanceof ICAL.Period) {
        const [from, to] = [period.start, period.getEnd()].map((t) => instant(t, '', reading))
        const span = { from, to, title: '' }
        if (wantedIn(reading, span)) yield span
      }
  }
}

/** Whether a date of the file is one that there is. */
function exists(component: ICAL.Component): boolean {
  const text = String((component.getFirstProperty('dtstart')?.toJSON() as unknown[])?.[3] ?? '')
  const found = /^(\d{4})-(\d\d)-(\d\d)/.exec(text)
  if (!found) return true
  const [year, month, day] = found.slice(1).map(Number)
  return day >= 1 && day <= new Date(Date.UTC(year, month, 0)).getUTCDate() && month <= 12
}

/** Stretches that overlap or touch are one: what they are called together. */
function merged(spans: Span[]): Busy[] {
  const out: { from: number; to: number; titles: string[] }[] = []
  for (const span of spans.sort((a, b) => a.from - b.from)) {
    const last = out.at(-1)
    if (last && span.from <= last.to) {
      last.to = Math.max(last.to, span.to)
      if (span.title && last.titles.length < 4 && !last.titles.includes(span.title))
        last.titles.push(span.title)
    } else out.push({ from: span.from, to: span.to, titles: span.title ? [span.title] : [] })
  }
  const stamp = (ms: number) => new Date(ms).toISOString().replace(/\.\d{3}/, '')
  return out.map(({ from, to, titles }) => ({
    title: titles.join(', ').slice(0, 200),
    from: stamp(from),
    to: stamp(to)
  }))
}
