/** One for each zone and form that a screen shows. */
const formatters = new Map<string, Intl.DateTimeFormat>()
function formatter(zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${zone}:${JSON.stringify(options)}`
  let found = formatters.get(key)
  if (!found)
    formatters.set(key, (found = new Intl.DateTimeFormat('en-GB', { timeZone: zone, ...options })))
  return found
}

export const day = (ms: number, zone: string): string =>
  formatter(zone, { weekday: 'short', day: 'numeric', month: 'short' }).format(ms)
export const longDay = (ms: number, zone: string): string =>
  formatter(zone, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' }).format(ms)
export const clock = (ms: number, zone: string): string =>
  formatter(zone, { hour: '2-digit', minute: '2-digit', hour12: false }).format(ms)
export const dayAndClock = (ms: number, zone: string): string =>
  `${day(ms, zone)}, ${clock(ms, zone)}`
export const weekdayNumber = (ms: number, zone: string): string =>
  formatter(zone, { weekday: 'short' }).format(ms)
export const dayNumber = (ms: number, zone: string): string =>
  formatter(zone, { day: 'numeric' }).format(ms)
/** "Thursday 3 December, 18:40" on the builder's own clock. */
export const moment = (ms: number, zone: string): string =>
  `${formatter(zone, { weekday: 'long', day: 'numeric', month: 'long' }).format(ms).replace(',', '')}, ${clock(ms, zone)}`

/** Hours from which a part of the day is called so; before the first and from NIGHT on it is night. */
const PARTS: readonly (readonly [fromHour: number, name: string])[] = [
  [17, 'evening'],
  [12, 'afternoon'],
  [6, 'morning']
]
const NIGHT = 22
const SIX_HOURS_MS = 21_600_000
/**
 * As an estimate of a moment is said; a night belongs to the day that it goes towards.
 * @example dayPart(Date.UTC(2026, 11, 3, 18, 40), 'UTC') // "Thu 3 Dec, evening"
 * @example dayPart(Date.UTC(2026, 11, 4, 2, 0), 'UTC') // "the night to Fri 4 Dec"
 */
export function dayPart(ms: number, zone: string): string {
  const hour = Number(clock(ms, zone).slice(0, 2))
  const part = hour >= NIGHT ? undefined : PARTS.find(([from]) => hour >= from)
  const named = (at: number) => day(at, zone).replace(',', '')
  if (part) return `${named(ms)}, ${part[1]}`
  return `the night to ${named(hour >= NIGHT ? ms + SIX_HOURS_MS : ms)}`
}
/**
 * From when something is likely, and from when it is sure, as one would say it: parts of days, or
 * clocks where both fall in one part.
 */
export function likelyAndSurely(likelyMs: number, sureMs: number, zone: string): string {
  const [likely, sure] = [likelyMs, sureMs].map((ms) => dayPart(ms, zone))
  if (likely !== sure) return `likely by ${likely}, surely by ${sure}`
  const [a, b] = [likelyMs, sureMs].map((ms) => clock(ms, zone))
  return a === b
    ? `by ${day(likelyMs, zone)}, ${a}`
    : `${likely.startsWith('the night') ? `in ${likely}` : day(likelyMs, zone)}, likely by ${a}, surely by ${b}`
}
