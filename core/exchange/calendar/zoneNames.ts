import ICAL from 'ical.js'
import { findIana } from 'windows-iana'
import { instantAt, isZone } from '../../build/zone'

/** What is known of the zones that a calendar file names. */
export interface Zones {
  /** Zone of times that name none. */
  home: string
  /** Zones by rules of the file's own. */
  defined: ReadonlyMap<string, ICAL.Timezone>
  /** Zones by the names that the file gives them; null: not known. */
  named: Map<string, string | null>
}

/** The zone that a property names; empty: none. */
export const zoneOf = (component: ICAL.Component, property: string): string =>
  component.getFirstProperty(property)?.getFirstParameter('tzid') ?? ''

/**
 * A zone by whatever name a calendar program gives it: its own, with a maker's prefix before it, or
 * that of another system; null: not known.
 *
 * @source the table of windows-iana, after the Unicode Common Locale Data Repository
 */
function zoneNamed(name: string): string | null {
  const parts = name.split('/')
  const suffixes = parts.map((_, k) => parts.slice(k).join('/'))
  return suffixes.find(isZone) ?? findIana(name)[0] ?? null
}

/**
 * A time of the file in ms since 1970: in its own zone by name, by the file's own rules, by what goes
 * for that name here, or that of the build.
 */
export function instant(time: ICAL.Time, zone: string, { defined, named, home }: Zones): number {
  const { year, month, day, hour, minute, second } = time
  if (time.zone === ICAL.Timezone.utcTimezone)
    return Date.UTC(year, month - 1, day, hour, minute, second)
  if (defined.has(zone) && !isZone(zone)) {
    const placed = time.clone()
    placed.zone = defined.get(zone)!
    return placed.toUnixTime() * 1000
  }
  if (zone !== '' && !named.has(zone)) named.set(zone, zoneNamed(zone))
  const clock = time.isDate ? [0, 0, 0] : [hour, minute, Math.min(59, second)]
  return instantAt(Date.UTC(year, month - 1, day, ...clock), named.get(zone) ?? home)
}
