import { unzlibSync } from 'fflate'

const HEADER = { woff: 44, woffEntry: 20, sfnt: 12, sfntEntry: 16 } as const

/**
 * A font out of its pressed container: what reads it then opens a table at once, and does not press it
 * out again each time it looks something up.
 *
 * @param woff  a WOFF 1.0 file; any other comes back as it is
 * @source W3C Recommendation WOFF File Format 1.0 (2012), 4 and 5
 */
export function plainFont(woff: Uint8Array): Uint8Array {
  const from = new DataView(woff.buffer, woff.byteOffset, woff.byteLength)
  if (woff.length < HEADER.woff || from.getUint32(0) !== 0x774f4646) return woff
  const count = from.getUint16(12)
  const tables = Array.from({ length: count }, (_, i) => {
    const at = HEADER.woff + i * HEADER.woffEntry
    const [tag, offset, pressed, long, sum] = [0, 4, 8, 12, 16].map((k) => from.getUint32(at + k))
    const held = woff.subarray(offset, offset + pressed)
    return { tag, sum, bytes: pressed < long ? unzlibSync(held) : held }
  })
  const padded = (n: number) => (n + 3) & ~3
  const start = HEADER.sfnt + count * HEADER.sfntEntry
  const out = new Uint8Array(start + tables.reduce((n, t) => n + padded(t.bytes.length), 0))
  const to = new DataView(out.buffer)
  const power = 2 ** Math.floor(Math.log2(count))
  to.setUint32(0, from.getUint32(4))
  ;[count, 16 * power, Math.log2(power), 16 * (count - power)].forEach((v, k) =>
    to.setUint16(4 + 2 * k, v)
  )
  let at = start
  tables.forEach(({ tag, sum, bytes }, i) => {
    const entry = HEADER.sfnt + i * HEADER.sfntEntry
    ;[tag, sum, at, bytes.length].forEach((v, k) => to.setUint32(entry + 4 * k, v))
    out.set(bytes, at)
    at += padded(bytes.length)
  })
  return out
}
