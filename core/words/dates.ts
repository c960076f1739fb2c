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
