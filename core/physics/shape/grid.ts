import type { Point2 } from './polygon'
import type { Surface } from './surface'

/** Square cells over the plan: cell (0, 0) at the front left. Values lie at their middles, row by row. */
export interface Grid {
  x0: number
  y0: number
  cellMm: number
  cols: number
  rows: number
}

/**
 * A grid over a base of about so many cells, no finer than so.
 * @example gridOver(500, 260, 12000, 1).cols // 152
 */
export function gridOver(widthMm: number, depthMm: number, cells: number, finestMm: number): Grid {
  const cellMm = Math.max(finestMm, Math.sqrt((widthMm * depthMm) / cells))
  return {
    x0: 0,
    y0: 0,
    cellMm,
    cols: Math.ceil(widthMm / cellMm),
    rows: Math.ceil(depthMm / cellMm)
  }
}

export const cellMiddle = ({ x0, y0, cellMm }: Grid, col: number, row: number): Point2 => [
  x0 + (col + 0.5) * cellMm,
  y0 + (row + 0.5) * cellMm
]
/** Number of the cell that holds a place, or −1. */
export function cellAt({ x0, y0, cellMm, cols, rows }: Grid, [x, y]: Point2): number {
  const [col, row] = [Math.floor((x - x0) / cellMm), Math.floor((y - y0) / cellMm)]
  return col < 0 || row < 0 || col >= cols || row >= rows ? -1 : row * cols + col
}

/** A box on the plan, mm. */
export interface Box {
  from: Point2
  to: Point2
}
export const boxOf = (points: readonly Point2[], marginMm = 0): Box => ({
  from: [
    Math.min(...points.map((p) => p[0])) - marginMm,
    Math.min(...points.map((p) => p[1])) - marginMm
  ],
  to: [
    Math.max(...points.map((p) => p[0])) + marginMm,
    Math.max(...points.map((p) => p[1])) + marginMm
  ]
})

/** Visits every cell whose middle lies in a box. */
export function eachCell(
  grid: Grid,
  { from, to }: Box,
  visit: (cell: number, x: number, y: number) => void
): void {
  const { x0, y0, cellMm, cols, rows } = grid
  const first = (v: number, origin: number) => Math.max(0, Math.ceil((v - origin) / cellMm - 0.5))
  const last = (v: number, origin: number, count: number) =>
    Math.min(count - 1, Math.floor((v - origin) / cellMm - 0.5))
  const [c0, c1, r0, r1] = [
    first(from[0], x0),
    last(to[0], x0, cols),
    first(from[1], y0),
    last(to[1], y0, rows)
  ]
  for (let row = r0; row <= r1; row++)
    for (let col = c0; col <= c1; col++)
      visit(row * cols + col, x0 + (col + 0.5) * cellMm, y0 + (row + 0.5) * cellMm)
}

/**
 * A value between the middles of the four cells about a place, by how near each lies; cells that have
 * none (NaN) are left out. Null: none of them has one.
 *
 * @example between({ x0: 0, y0: 0, cellMm: 1, cols: 2, rows: 1 }, 1, 0.5, (c) => 10 * c) // 5
 */
export function between(
  { x0, y0, cellMm, cols, rows }: Grid,
  x: number,
  y: number,
  valueAt: (cell: number) => number
): number | null {
  const fc = (x - x0) / cellMm - 0.5
  const fr = (y - y0) / cellMm - 0.5
  const [c, r] = [Math.floor(fc), Math.floor(fr)]
  let sum = 0
  let weight = 0
  for (let k = 0; k < 4; k++) {
    const [col, row] = [c + (k & 1), r + (k >> 1)]
    if (col < 0 || row < 0 || col >= cols || row >= rows) continue
    const value = valueAt(row * cols + col)
    if (value !== value) continue
    const w = (1 - Math.abs(fc - col)) * (1 - Math.abs(fr - row))
    sum += w * value
    weight += w
  }
  return weight > 0 ? sum / weight : null
}

/** Heights of a triangulated ground at the middles of the cells it covers. */
export function eachHeight(
  grid: Grid,
  { xyz, triangles }: Surface,
  visit: (cell: number, z: number, x: number, y: number) => void
): void {
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [3 * triangles[t], 3 * triangles[t + 1], 3 * triangles[t + 2]]
    const [ax, ay, az] = [xyz[a], xyz[a + 1], xyz[a + 2]]
    const [bx, by, cx, cy] = [xyz[b] - ax, xyz[b + 1] - ay, xyz[c] - ax, xyz[c + 1] - ay]
    const whole = bx * cy - by * cx
    if (whole === 0) continue
    const corners: Point2[] = [
      [ax, ay],
      [xyz[b], xyz[b + 1]],
      [xyz[c], xyz[c + 1]]
    ]
    eachCell(grid, boxOf(corners), (cell, x, y) => {
      const u = ((x - ax) * cy - (y - ay) * cx) / whole
      const v = (bx * (y - ay) - by * (x - ax)) / whole
      if (u >= -1e-9 && v >= -1e-9 && u + v <= 1 + 1e-9)
        visit(cell, az + u * (xyz[b + 2] - az) + v * (xyz[c + 2] - az), x, y)
    })
  }
}
