import type { Mesh } from './readMesh'

/** Heights on a square grid, row by row from the front, mm; NaN where nothing is known. */
export interface HeightGrid {
  columns: number
  rows: number
  cellMm: number
  /** Middle of the first cell, mm on the base. */
  x: number
  y: number
  z: Float32Array
}

export interface Extent {
  min: [number, number, number]
  max: [number, number, number]
}

/** Where a scan lies on the base. */
export interface Placement {
  /** Millimetres to one unit of the file. */
  unitMm: number
  /** Which of the file's axes points up. */
  up: 'y' | 'z'
  /** Its lowest corner on the base, mm. */
  x: number
  y: number
  z: number
}

/** Cells along the longer side of a scan. */
const CELLS = 420

/** Extent of a mesh in its own unit, with the wanted axis up. @example extentOf({ xyz: new Float32Array([0, 0, 1, 4, 0, 2, 0, 3, 1]) }, 'z').max // [4, 3, 2] */
export function extentOf({ xyz }: Mesh, up: Placement['up']): Extent {
  const min: Extent['min'] = [Infinity, Infinity, Infinity]
  const max: Extent['max'] = [-Infinity, -Infinity, -Infinity]
  for (let i = 0; i < xyz.length; i += 3) {
    const [x, y, z] =
      up === 'z' ? [xyz[i], xyz[i + 1], xyz[i + 2]] : [xyz[i], -xyz[i + 2], xyz[i + 1]]
    if (x < min[0]) min[0] = x
    if (x > max[0]) max[0] = x
    if (y < min[1]) min[1] = y
    if (y > max[1]) max[1] = y
    if (z < min[2]) min[2] = z
    if (z > max[2]) max[2] = z
  }
  return { min, max }
}

/**
 * Lays a mesh on a grid: in each cell the highest surface over its middle, so that undersides and
 * overhangs don't count.
 *
 * @param progress  called with a share from 0 to 1
 * @throws RangeError when the scan has no extent to lay
 */
export function gridFromMesh(
  mesh: Mesh,
  placement: Placement,
  progress: (share: number) => void = () => undefined
): HeightGrid {
  const extent = extentOf(mesh, placement.up)
  const { unitMm } = placement
  const [width, depth] = [
    (extent.max[0] - extent.min[0]) * unitMm,
    (extent.max[1] - extent.min[1]) * unitMm
  ]
  if (!(width > 0.5) || !(depth > 0.5))
    throw new RangeError(
      `file: the scan is ${width.toPrecision(3)} by ${depth.toPrecision(3)} mm: another unit, or another axis up`
    )
  const cellMm = Math.max(width, depth) / CELLS
  const columns = Math.max(2, Math.round(width / cellMm))
  const rows = Math.max(2, Math.round(depth / cellMm))
  const z = new Float32Array(columns * rows).fill(NaN)
  const { xyz } = mesh
  const swap = placement.up === 'y'
  const scale = unitMm / cellMm
  const every = Math.max(1, Math.floor(mesh.triangles / 40))
  const put = (column: number, row: number, height: number) => {
    if (column < 0 || row < 0 || column >= columns || row >= rows) return
    const i = row * columns + column
    if (!(z[i] >= height)) z[i] = height
  }
  for (let t = 0; t < mesh.triangles; t++) {
    if (t % every === 0) progress(t / mesh.triangles)
    const k = 9 * t
    // in cells, from the middle of the first one
    const ax = (xyz[k] - extent.min[0]) * scale - 0.5
    const bx = (xyz[k + 3] - extent.min[0]) * scale - 0.5
    const cx = (xyz[k + 6] - extent.min[0]) * scale - 0.5
    const [ay, by, cy] = swap
      ? [
          (-xyz[k + 2] - extent.min[1]) * scale - 0.5,
          (-xyz[k + 5] - extent.min[1]) * scale - 0.5,
          (-xyz[k + 8] - extent.min[1]) * scale - 0.5
        ]
      : [
          (xyz[k + 1] - extent.min[1]) * scale - 0.5,
          (xyz[k + 4] - extent.min[1]) * scale - 0.5,
          (xyz[k + 7] - extent.min[1]) * scale - 0.5
        ]
    const up = swap ? 1 : 2
    const [az, bz, cz] = [
      (xyz[k + up] - extent.min[2]) * unitMm,
      (xyz[k + 3 + up] - extent.min[2]) * unitMm,
      (xyz[k + 6 + up] - extent.min[2]) * unitMm
    ]
    const whole = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay)
    const [left, right] = [Math.ceil(Math.min(ax, bx, cx)), Math.floor(Math.max(ax, bx, cx))]
    const [front, back] = [Math.ceil(Math.min(ay, by, cy)), Math.floor(Math.max(ay, by, cy))]
    if (left > right || front > back || Math.abs(whole) < 1e-12) {
      // too small to reach the middle of a cell: it counts where its first corner lies
      put(Math.round(ax), Math.round(ay), az)
      continue
    }
    for (let row = front; row <= back; row++) {
      for (let column = left; column <= right; column++) {
        const u = ((bx - column) * (cy - row) - (cx - column) * (by - row)) / whole
        const v = ((cx - column) * (ay - row) - (ax - column) * (cy - row)) / whole
        if (u >= -1e-6 && v >= -1e-6 && u + v <= 1 + 1e-6)
          put(column, row, u * az + v * bz + (1 - u - v) * cz)
      }
    }
  }
  for (let i = 0; i < z.length; i++) z[i] += placement.z
  progress(1)
  return { columns, rows, cellMm, x: placement.x + cellMm / 2, y: placement.y + cellMm / 2, z }
}
