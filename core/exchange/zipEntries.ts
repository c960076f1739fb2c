import { inflateSync } from 'fflate'

/** Signatures of a zip: what stands before a file, an entry of its list, and the end of that list. */
const FILE = 0x04034b50
const ENTRY = 0x02014b50
const END = 0x06054b50
/** Their fixed parts, bytes. */
const FILE_BYTES = 30
const ENTRY_BYTES = 46
const END_BYTES = 22
/** The longest remark that may come after the end, bytes. */
const LONGEST_REMARK = 65_535
/** Ways of packing: not at all, and deflated. */
const [STORED, DEFLATED] = [0, 8]

/** One file of a zip, by the zip's own list. */
export interface ZipEntry {
  name: string
  /** CRC-32 of the file as it was before it was packed. */
  crc: number
  method: number
  /** Bytes in the zip, and as they were. */
  packed: number
  size: number
  /** Where its head begins. */
  at: number
}

/** Where the end of a zip may be looked for. */
export const tailOf = (size: number): number => Math.max(0, size - END_BYTES - LONGEST_REMARK)

const viewOf = (bytes: Uint8Array) => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)

/**
 * Where a zip's list of its files stands.
 *
 * @param tail  the zip from `tailOf` on
 * @returns from and to, bytes from the beginning; null: there is none
 * @source PKWARE, .ZIP File Format Specification, 4.3.16; written from memory
 */
export function listOf(tail: Uint8Array, size: number): { from: number; to: number } | null {
  const at = viewOf(tail)
  let end = tail.length - END_BYTES
  while (end >= 0 && at.getUint32(end, true) !== END) end--
  if (end < 0) return null
  const [length, from] = [at.getUint32(end + 12, true), at.getUint32(end + 16, true)]
  const to = from + length
  return to <= size - tail.length + end ? { from, to } : null
}

/**
 * The files of a zip by name, as far as its list can be read.
 *
 * @param list  the bytes that `listOf` names
 * @source PKWARE, .ZIP File Format Specification, 4.3.12; written from memory
 */
export function entriesOfZip(list: Uint8Array): Map<string, ZipEntry> {
  const at = viewOf(list)
  const found = new Map<string, ZipEntry>()
  const names = new TextDecoder()
  let entry = 0
  while (entry + ENTRY_BYTES <= list.length && at.getUint32(entry, true) === ENTRY) {
    const long = at.getUint16(entry + 28, true)
    const name = names.decode(list.subarray(entry + ENTRY_BYTES, entry + ENTRY_BYTES + long))
    found.set(name, {
      name,
      method: at.getUint16(entry + 10, true),
      crc: at.getUint32(entry + 16, true),
      packed: at.getUint32(entry + 20, true),
      size: at.getUint32(entry + 24, true),
      at: at.getUint32(entry + 42, true)
    })
    const more = at.getUint16(entry + 30, true) + at.getUint16(entry + 32, true)
    entry += ENTRY_BYTES + long + more
  }
  return found
}

/** Where the head of a file stands. */
export const headOf = ({ at }: ZipEntry): { from: number; to: number } => ({
  from: at,
  to: at + FILE_BYTES
})

/**
 * Where the bytes of a file stand.
 *
 * @param head  the bytes that `headOf` names
 * @returns null: no file begins there, or none that can be unpacked
 */
export function bodyOf(
  entry: ZipEntry,
  head: Uint8Array,
  size: number
): { from: number; to: number } | null {
  if (head.length < FILE_BYTES || (entry.method !== STORED && entry.method !== DEFLATED))
    return null
  const at = viewOf(head)
  if (at.getUint32(0, true) !== FILE) return null
  const from = entry.at + FILE_BYTES + at.getUint16(26, true) + at.getUint16(28, true)
  return from + entry.packed <= size ? { from, to: from + entry.packed } : null
}

/** Whether a file stands in the zip as it is: nothing need be unpacked. */
export const isStored = ({ method }: ZipEntry): boolean => method === STORED

/** A file's bytes as they were, no longer than its list says; null: they cannot be unpacked. */
export function unpackedOf(entry: ZipEntry, body: Uint8Array): Uint8Array | null {
  if (isStored(entry)) return body
  try {
    return inflateSync(body, { out: new Uint8Array(entry.size) })
  } catch {
    return null
  }
}
