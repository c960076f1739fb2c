import ExifReader from 'exifreader'
import { localInstant } from '../build/zone'

/** No photograph of a build is older. */
const EARLIEST = Date.UTC(1990, 0, 1)

/**
 * When a photograph was taken by its own tag: its clock's zone where it says one, the builder's where it
 * does not.
 *
 * @param bytes  the beginning of the file, with its tags
 * @param zone   the builder's, "Europe/Lisbon"
 * @param nowMs  what lies ahead of it is a wrong clock
 * @returns      universal time, or null where there is none that can be believed
 * @source Exif 2.32 (CIPA DC-008): DateTimeOriginal, OffsetTimeOriginal
 */
export function photoTaken(bytes: ArrayBuffer, zone: string, nowMs: number): string | null {
  try {
    const { DateTimeOriginal: taken, OffsetTimeOriginal: offset } = ExifReader.load(bytes)
    const text = String(Array.isArray(taken?.value) ? taken.value[0] : (taken?.value ?? ''))
    const found = /^(\d{4}):(\d\d):(\d\d) (\d\d:\d\d):(\d\d)/.exec(text)
    if (!found) return null
    const [, year, month, day, clock, second] = found
    const local = `${year}-${month}-${day}T${clock}`
    const by = String(Array.isArray(offset?.value) ? offset.value[0] : '')
    const ms = /^[+-]\d\d:\d\d$/.test(by)
      ? Date.parse(`${local}:${second}${by}`)
      : localInstant(local, zone) + 1000 * Number(second)
    return ms >= EARLIEST && ms <= nowMs ? new Date(ms).toISOString() : null
  } catch {
    // a file without tags, or with damaged ones, is a photograph all the same
    return null
  }
}
