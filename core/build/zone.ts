import { tzOffset } from '@date-fns/tz/tzOffset'
import { lastAnswers } from '../physics/solve/lastAnswers'
import { HOUR_MS, MINUTE_MS } from '../physics/time'

/** No clock on earth is further from universal time, with an hour to spare: +14 and −12 h. */
const AHEAD_MS = 15 * HOUR_MS
const BEHIND_MS = 13 * HOUR_MS

/** Whether a zone's name is known here. @example isZone('Europe/Lisbon') // true */
export function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en-GB', { timeZone: zone })
    return zone !== ''
  } catch {
    return false
  }
}

/** How far a zone's clock is ahead of universal time, ms. */
const aheadMs = (zone: string, ms: number): number => tzOffset(zone, new Date(ms)) * MINUTE_MS

/** Instants asked for before: the same evenings are laid out at every edit. */
const asked = lastAnswers<number>(20_000)

/**
 * The first instant at which the local clock reads a date and time or later. Where the clock jumps
 * over the time in spring, that is the moment of the jump; where autumn brings the time twice, it
 * is the first.
 *
 * @param date  "2026-03-29"
 * @param time  "02:30", or "24:00" for the day's end
 * @returns     ms since 1970, UTC
 * @example instantOf('2026-03-29', '02:30', 'Europe/Berlin') === Date.UTC(2026, 2, 29, 1) // true
 */
export function instantOf(date: string, time: string, zone: string): number {
  const key = `${date}T${time}/${zone}`
  const there = asked.get(key)
  if (there !== undefined) return there
  const [hour, minute] = time.split(':').map(Number)
  const found = instantAt(Date.parse(`${date}T00:00Z`) + hour * HOUR_MS + minute * MINUTE_MS, zone)
  asked.set(key, found)
  return found
}

/**
 * As `instantOf`, of a clock's reading as a number.
 *
 * @param reads  what the local clock reads, as if it were universal time, ms since 1970
 * @example instantAt(Date.UTC(2026, 0, 1), 'Asia/Tokyo') === Date.UTC(2025, 11, 31, 15) // true
 */
export function instantAt(reads: number, zone: string): number {
  let from = reads - AHEAD_MS
  let to = reads + BEHIND_MS
  const [before, after] = [aheadMs(zone, from), aheadMs(zone, to)]
  if (before === after) return reads - before
  // the clock is changed in between: find when
  while (to - from > 1000) {
    const middle = Math.floor((from + to) / 2000) * 1000
    if (aheadMs(zone, middle) === before) from = middle
    else to = middle
  }
  return reads - before < to ? reads - before : Math.max(to, reads - after)
}

/**
 * An instant as the builder's clock has it, with its offset.
 * @example localIso(0, 'UTC') // "1970-01-01T00:00Z"
 */
export function localIso(ms: number, zone: string): string {
  const ahead = aheadMs(zone, ms)
  const reads = new Date(ms + ahead).toISOString().slice(0, 16)
  const away = new Date(Math.abs(ahead)).toISOString().slice(11, 16)
  return reads + (zone === 'UTC' ? 'Z' : `${ahead < 0 ? '-' : '+'}${away}`)
}

/**
 * The instant of a local date and time.
 * @example localInstant('2026-01-01T00:00', 'UTC') === Date.UTC(2026, 0, 1) // true
 */
export const localInstant = (local: string, zone: string): number =>
  instantOf(local.slice(0, 10), local.slice(11), zone)
