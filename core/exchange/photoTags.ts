import ExifReader from 'exifreader'
import { localInstant } from '../build/zone'

/** No photograph of a build is older. */
const EARLIEST = Date.UTC(1990, 0, 1)

/** What a photograph's own tags say. */
export interface PhotoTags {
  /** When it was taken, universal time; null: it does not say, or nobody would believe it. */
  taken: string | null
  /** Where, degrees north and east; null: it does not say. */
  place: [northDeg: number, eastDeg: number] | null
}

/**
 * Reads the tags of a photograph: when it was taken, by its clock's zone where it says one, else by the
 * builder's; and where.
 *
 * @param bytes  the beginning of the file, with its tags
 * @param zone   the builder's, "Europe/Lisbon"
 * @param nowMs  what lies ahead of it is a wrong clock
 * @source Exif 2.32 (CIPA DC-008): DateTimeOriginal, OffsetTimeOriginal, GPSLatitude, GPSLongitude
 */
export function photoTags(bytes: ArrayBuffer, zone: string, nowMs: number): PhotoTags {
  try {
    const { exif = {}, gps } = ExifReader.load(bytes, { expanded: true })
    return { taken: takenBy(exif, zone, nowMs), place: placeOf(gps?.Latitude, gps?.Longitude) }
  } catch {
    // a file without tags, or with damaged ones, is a photograph all the same
    return { taken: null, place: null }
  }
}

type Tags = NonNullable<ExifReader.ExpandedTags['exif']>

function takenBy(tags: Tags, zone: string, nowMs: number): string | null {
  const found = /^(\d{4}):(\d\d):(\d\d) (\d\d:\d\d):(\d\d)/.exec(words(tags.DateTimeOriginal))
  if (!found) return null
  const [, year, month, day, clock, second] = found
  const local = `${year}-${month}-${day}T${clock}`
  const by = words(tags.OffsetTimeOriginal)
  const ms = /^[+-]\d\d:\d\d$/.test(by)
    ? Date.parse(`${local}:${second}${by}`)
    : localInstant(local, zone) + 1000 * Number(second)
  return ms >= EARLIEST && ms <= nowMs ? new Date(ms).toISOString() : null
}

const words = (tag: { value: unknown } | undefined): string =>
  String(Array.isArray(tag?.value) ? (tag.value[0] ?? '') : (tag?.value ?? ''))

/** To a ten-thousandth of a degree, some 10 m. */
function placeOf(north: number | undefined, east: number | undefined): PhotoTags['place'] {
  if (north === undefined || east === undefined) return null
  const place: PhotoTags['place'] = [Math.round(north * 1e4) / 1e4, Math.round(east * 1e4) / 1e4]
  return Math.abs(place[0]) <= 90 && Math.abs(place[1]) <= 180 ? place : null
}
