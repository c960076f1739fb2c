import type { Units } from '../words/units'
import { CSV_STYLES, type CsvStyle } from './csv'

/**
 * Small things that a browser keeps beside the builds. What stands there may be anything: an older
 * app's, another program's, half a write. Each is read by its own reader; what cannot be is as though
 * it had never been kept.
 */
const parsed = (text: string | null): unknown => {
  try {
    return JSON.parse(text ?? 'null')
  } catch {
    return null
  }
}
const recordOf = (text: string | null): Record<string, unknown> => {
  const value = parsed(text)
  return typeof value === 'object' && value !== null && !Array.isArray(value)
    ? (value as Record<string, unknown>)
    : {}
}
const isMoment = (value: unknown): value is number =>
  typeof value === 'number' && Number.isFinite(value) && Math.abs(value) <= 8.64e15
const isGrams = (value: unknown): value is number =>
  typeof value === 'number' && value >= 0 && value <= 1e6

/** How the builder likes to see things; left out: never chosen. */
export interface KeptSettings {
  theme?: 'light' | 'dark'
  /** How much taller than long sections are drawn; null: as much as fills their frame. */
  heights: number | null
  currency: string
  voice: boolean
  units: Units
  /** How tables go out to spreadsheets; null: as the browser's language has it. */
  csv: CsvStyle | null
}

/**
 * @param text  as it was kept
 * @example readSettings('{"units":"inch","theme":7}') // { heights: null, currency: '€', voice: false, units: 'inch', csv: null }
 */
export function readSettings(text: string | null): KeptSettings {
  const { theme, heights, currency, voice, units, csv } = recordOf(text)
  const { separator, decimal } = (csv ?? {}) as Partial<Record<keyof CsvStyle, unknown>>
  const style = CSV_STYLES.find((s) => s.separator === separator && s.decimal === decimal)
  return {
    ...(theme === 'light' || theme === 'dark' ? { theme } : {}),
    heights:
      typeof heights === 'number' && Number.isFinite(heights)
        ? Math.min(6, Math.max(1, heights))
        : null,
    currency: typeof currency === 'string' ? currency.slice(0, 4) : '€',
    voice: voice === true,
    units: units === 'inch' ? 'inch' : 'metric',
    csv: style ?? null
  }
}

/**
 * Findings that were read and put away, by build.
 *
 * @example readPutAway('{"a":["note x",3],"b":7}') // { a: ['note x'] }
 */
export function readPutAway(text: string | null): Record<string, string[]> {
  return Object.fromEntries(
    Object.entries(recordOf(text)).flatMap(([id, keys]) =>
      Array.isArray(keys) ? [[id, keys.filter((k): k is string => typeof k === 'string')]] : []
    )
  )
}

/** What is kept of a cup on the scale: its clocks, by wall time, ms, and what was weighed, g. */
export interface CupAside {
  stir?: number | null
  stand?: number | null
  weighed?: { aG: number; bG: number | null } | null
}

/**
 * @example readCup('{"stir":12,"weighed":{"aG":"x"}}') // { stir: 12, stand: null, weighed: null }
 */
export function readCup(text: string | null): Required<CupAside> {
  const { stir, stand, weighed } = recordOf(text)
  const { aG, bG } = (typeof weighed === 'object' && weighed !== null ? weighed : {}) as {
    aG?: unknown
    bG?: unknown
  }
  return {
    stir: isMoment(stir) ? stir : null,
    stand: isMoment(stand) ? stand : null,
    weighed: isGrams(aG) ? { aG, bG: isGrams(bG) ? bG : null } : null
  }
}
