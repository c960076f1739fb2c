/** Numbers as they stand on the screen, each with its unit. */

const THIN = '\u202f'
const oneDecimal = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 1 })
const whole = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 })

export const mm = (value: number): string => `${oneDecimal.format(value)}${THIN}mm`
export const ml = (value: number): string =>
  `${value < 100 ? oneDecimal.format(value) : whole.format(value)}${THIN}ml`
export const grams = (value: number): string => `${oneDecimal.format(value)}${THIN}g`
export const cm2 = (areaMm2: number): string => `${oneDecimal.format(areaMm2 / 100)}${THIN}cm²`
export const number = (value: number): string => oneDecimal.format(value)

/** Minutes as one would say them. @example duration(1516) // "25 h 16 min" */
export function duration(minutes: number): string {
  const rounded = Math.round(minutes)
  if (rounded < 60) return `${rounded}${THIN}min`
  if (rounded < 2880) {
    const rest = rounded % 60
    return `${Math.floor(rounded / 60)}${THIN}h${rest ? ` ${rest}${THIN}min` : ''}`
  }
  const hours = Math.round(rounded / 60)
  return `${Math.floor(hours / 24)}${THIN}days${hours % 24 ? ` ${hours % 24}${THIN}h` : ''}`
}

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
