import ICAL from 'ical.js'

/** One entry's rules are laid out in no more steps than this: about a second; and all together. */
const MOST_STEPS = 40_000
const MOST_STEPS_IN_ALL = 300_000

/**
 * Does something while no rule looks past a year, or for too long. Whatever else uses the library
 * meanwhile is bound, too: nothing does, for reading a calendar waits for nothing.
 */
export function boundTo<Answer>(untilMs: number, work: () => Answer): Answer {
  Object.assign(bound, { year: new Date(untilMs).getUTCFullYear(), inAll: MOST_STEPS_IN_ALL })
  try {
    return work()
  } finally {
    // nobody else's rules are bound by this
    Object.assign(bound, UNBOUND)
  }
}

/** While rules are laid out: no year past this one is looked at, and no more steps are taken. */
const UNBOUND = { year: Infinity, steps: Infinity, inAll: Infinity }
const bound = { ...UNBOUND }
/** A rule has come past all days that are wanted without another occurrence. */
class PastAll extends Error {}
/** Laying rules out takes too long. */
class TooLong extends Error {}
/** The steps by which the library goes on looking for a rule's next day. */
interface Walks {
  last: ICAL.Time
  increment_year: (years: number) => void
  increment_monthday: (days: number) => void
  increment_generic: (by: number, what: string, most: number, then: string) => void
}
const walks = ICAL.RecurIterator.prototype as unknown as Walks
const { increment_year, increment_monthday, increment_generic } = walks
/** One step further; a rule whose day never comes would go on without end. */
function stepped({ last }: Walks): void {
  if (last.year > bound.year) throw new PastAll()
  if (--bound.steps < 0 || --bound.inAll < 0) throw new TooLong()
}
walks.increment_year = function (this: Walks, years) {
  stepped(this)
  increment_year.call(this, years)
}
walks.increment_monthday = function (this: Walks, days) {
  stepped(this)
  increment_monthday.call(this, days)
}
walks.increment_generic = function (this: Walks, ...by) {
  stepped(this)
  increment_generic.call(this, ...by)
}

/** Why an entry whose days are too many, or never come, is left out. */
export const TOO_OFTEN = 'repeat too often to be laid out'

/** A repeating entry's days by its rules, one after the other; returned is why they end early, or nothing. */
export function* occurrencesOf(event: ICAL.Event): Generator<ICAL.Time, string | undefined> {
  bound.steps = MOST_STEPS
  const rules = rulesOf(event.component)
  try {
    const iterator = event.iterator()
    // the first of days that are given one by one is the start: the library leaves it out
    if (!event.component.hasProperty('rrule')) yield event.startDate
    for (let next = iterator.next(); next; next = iterator.next())
      if (comesOf(rules, event.startDate, next)) yield next
    return undefined
  } catch (error) {
    if (error instanceof PastAll) return undefined
    if (error instanceof TooLong) return TOO_OFTEN
    throw error
  }
}

/** The rules of an entry; null where single days are added to them, which no rule explains. */
function rulesOf(component: ICAL.Component): ICAL.Recur[] | null {
  if (component.hasProperty('rdate')) return null
  return component.getAllProperties('rrule').flatMap((p) => {
    const rule = p.getFirstValue()
    return rule instanceof ICAL.Recur ? [rule] : []
  })
}

/**
 * Whether a day comes of the rules as they say: dates that do not exist are skipped, not moved to
 * the next month.
 *
 * @source RFC 5545, 3.3.10: invalid dates are ignored
 */
function comesOf(rules: readonly ICAL.Recur[] | null, start: ICAL.Time, day: ICAL.Time): boolean {
  if (rules === null || rules.length === 0) return true
  const long = new Date(Date.UTC(day.year, day.month, 0)).getUTCDate()
  return rules.some(({ freq, parts }) => {
    const [months, days] = [parts.BYMONTH, parts.BYMONTHDAY] as (number[] | undefined)[]
    if (months && !months.map(Number).includes(day.month)) return false
    if (days) return days.map(Number).some((d) => d === day.day || d === day.day - long - 1)
    const plain = Object.keys(parts).every((part) => part === 'BYMONTH')
    if (!plain || (freq !== 'MONTHLY' && freq !== 'YEARLY')) return true
    return day.day === start.day && (freq !== 'YEARLY' || !!months || day.month === start.month)
  })
}
