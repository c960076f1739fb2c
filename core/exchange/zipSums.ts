import crc from 'crc-32'

/** Signatures of a zip: an entry of its list of contents, and the end of that list. */
const ENTRY = 0x02014b50
const END = 0x06054b50
/** The end, and the longest remark that may come after it, bytes. */
const END_BYTES = 22
const LONGEST_REMARK = 65_535

/**
 * The checksum of each file as a zip's own list has it, by name; empty: no list can be found.
 *
 * @source PKWARE, .ZIP File Format Specification, 4.3.12 and 4.3.16; written from memory
 */
export function sumsOf(zip: Uint8Array): Map<string, number> {
  const at = new DataView(zip.buffer, zip.byteOffset, zip.byteLength)
  const sums = new Map<string, number>()
  let end = zip.length - END_BYTES
  while (
    end >= 0 &&
    end > zip.length - END_BYTES - LONGEST_REMARK &&
    at.getUint32(end, true) !== END
  )
    end--
  if (end < 0 || at.getUint32(end, true) !== END) return sums
  let entry = at.getUint32(end + 16, true)
  const names = new TextDecoder()
  for (let left = at.getUint16(end + 10, true); left > 0; left--) {
    if (entry + 46 > zip.length || at.getUint32(entry, true) !== ENTRY) break
    const long = at.getUint16(entry + 28, true)
    const name = names.decode(zip.subarray(entry + 46, entry + 46 + long))
    sums.set(name, at.getUint32(entry + 16, true))
    entry += 46 + long + at.getUint16(entry + 30, true) + at.getUint16(entry + 32, true)
  }
  return sums
}

/** Whether a file of a zip is what went into it: its bytes give the checksum of the zip's list. */
export const isWhole = (bytes: Uint8Array, sum: number | undefined): boolean =>
  sum !== undefined && crc.buf(bytes) >>> 0 === sum
