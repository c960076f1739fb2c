/** Tags as a camera writes them before a picture (Exif 2.32, big-endian TIFF): turn, date, place. */
export function withTags(
  jpeg: Uint8Array,
  { turn, taken, offset, north }: { turn: number; taken: string; offset?: string; north?: number }
): Uint8Array {
  const text = (t: string) => [...new TextEncoder().encode(`${t}\0`)]
  const short = (v: number) => [v >> 8, v & 255]
  const long = (v: number) => [v >>> 24, (v >>> 16) & 255, (v >>> 8) & 255, v & 255]
  const tiff: number[] = [0x4d, 0x4d, 0, 42, ...long(8)]
  /** A directory: entries of tag, kind, count, value; what is longer than four bytes follows it. */
  const directory = (entries: [tag: number, kind: number, count: number, value: number[]][]) => {
    const data = tiff.length + 2 + 12 * entries.length + 4
    const after: number[] = []
    const rows = entries.flatMap(([tag, kind, count, value]) => {
      const inside = value.length <= 4
      const held = inside ? [...value, 0, 0, 0, 0].slice(0, 4) : long(data + after.length)
      if (!inside) after.push(...value, ...(value.length % 2 ? [0] : []))
      return [...short(tag), ...short(kind), ...long(count), ...held]
    })
    tiff.push(...short(entries.length), ...rows, ...long(0), ...after)
  }
  const own: Parameters<typeof directory>[0] = [
    [0x9003, 2, 20, text(taken)],
    ...(offset ? [[0x9011, 2, 7, text(offset)] as [number, number, number, number[]]] : [])
  ]
  // where the two further directories will lie: after the first with its three entries
  const exifAt = 8 + 2 + 12 * 3 + 4
  const exifLong = 2 + 12 * own.length + 4 + 20 + (offset ? 8 : 0)
  directory([
    [0x0112, 3, 1, short(turn)],
    [0x8769, 4, 1, long(exifAt)],
    [0x8825, 4, 1, long(exifAt + exifLong)]
  ])
  directory(own)
  directory([
    [0x0001, 2, 2, text('N')],
    [
      0x0002,
      5,
      3,
      [...long(north ?? 38), ...long(1), ...long(42), ...long(1), ...long(0), ...long(1)]
    ],
    [0x0003, 2, 2, text('W')],
    [0x0004, 5, 3, [...long(9), ...long(1), ...long(15), ...long(1), ...long(0), ...long(1)]]
  ])
  const block = [...text('Exif'), 0, ...tiff]
  return new Uint8Array([
    0xff,
    0xd8,
    0xff,
    0xe1,
    ...short(block.length + 2),
    ...block,
    ...jpeg.subarray(2)
  ])
}
