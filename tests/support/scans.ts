import { encode } from 'fast-png'

/** A bowl in a block: heights over a rectangle, mm. */
export type Heights = (x: number, y: number) => number

/** Triangles over a rectangle of so many cells, each corner at its height. */
export function trianglesOver(
  width: number,
  depth: number,
  columns: number,
  rows: number,
  height: Heights
): Float32Array {
  const xyz = new Float32Array(columns * rows * 18)
  let at = 0
  const put = (i: number, j: number) => {
    const [x, y] = [(i / columns) * width, (j / rows) * depth]
    xyz.set([x, y, height(x, y)], at)
    at += 3
  }
  for (let j = 0; j < rows; j++) {
    for (let i = 0; i < columns; i++) {
      put(i, j)
      put(i + 1, j)
      put(i + 1, j + 1)
      put(i, j)
      put(i + 1, j + 1)
      put(i, j + 1)
    }
  }
  return xyz
}

/** As a binary STL. */
export function binaryStl(xyz: Float32Array): ArrayBuffer {
  const count = xyz.length / 9
  const bytes = new ArrayBuffer(84 + 50 * count)
  const view = new DataView(bytes)
  view.setUint32(80, count, true)
  for (let t = 0; t < count; t++)
    for (let k = 0; k < 9; k++) view.setFloat32(84 + 50 * t + 12 + 4 * k, xyz[9 * t + k], true)
  return bytes
}

/** As a text STL. */
export function textStl(xyz: Float32Array): ArrayBuffer {
  const lines = ['solid bed']
  for (let t = 0; t < xyz.length; t += 9) {
    lines.push('facet normal 0 0 1', ' outer loop')
    for (let k = 0; k < 9; k += 3)
      lines.push(`  vertex ${xyz[t + k]} ${xyz[t + k + 1]} ${xyz[t + k + 2]}`)
    lines.push(' endloop', 'endfacet')
  }
  return Uint8Array.from(Buffer.from([...lines, 'endsolid bed', ''].join('\n'))).buffer
}

/** As an OBJ, y up as some programs write it when wanted. */
export function obj(xyz: Float32Array, yUp = false): string {
  const lines: string[] = []
  for (let i = 0; i < xyz.length; i += 3)
    lines.push(
      yUp ? `v ${xyz[i]} ${xyz[i + 2]} ${-xyz[i + 1]}` : `v ${xyz[i]} ${xyz[i + 1]} ${xyz[i + 2]}`
    )
  for (let t = 1; t <= xyz.length / 3; t += 3) lines.push(`f ${t} ${t + 1} ${t + 2}`)
  return lines.join('\n')
}

/** As a height map of 8 or 16 bit, black at `low`, white at `high`. */
export function heightPng(
  width: number,
  rows: number,
  depth: 8 | 16,
  low: number,
  high: number,
  height: (column: number, row: number) => number
): Uint8Array {
  const most = 2 ** depth - 1
  const data = depth === 8 ? new Uint8Array(width * rows) : new Uint16Array(width * rows)
  for (let row = 0; row < rows; row++)
    for (let c = 0; c < width; c++)
      data[row * width + c] = Math.round(((height(c, rows - 1 - row) - low) / (high - low)) * most)
  return encode({ width, height: rows, data, channels: 1, depth })
}
