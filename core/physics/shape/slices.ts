import type { Grid } from './grid'
import { isolines } from './isolines'
import { insideRing, signedArea, type Point2 } from './polygon'
import { Refusal, mm, quantity, say } from '../../words/sentence'

/** A sheet of the stack: all of the land that stands higher than its foot. */
export interface Slice {
  fromMm: number
  areaMm2: number
  /** Outlines counter-clockwise, holes clockwise, mm. */
  outlines: Point2[][]
}

export interface Slices {
  sheets: Slice[]
  /** Of all sheets together, mm³: what is cut of foam, above the land's own. */
  volumeMm3: number
}

/** More sheets nobody stacks. */
export const MOST_SHEETS = 400
/** Land that only touches the foot of a sheet needs none of it, mm. */
const OVER_MM = 1e-6
/** Outside the land there is nothing, however near, mm. */
const NOTHING_MM = -1e12

/**
 * Land sliced into sheets from the base up: each covers what stands higher than its foot.
 *
 * @param dxMm     between the places that heights are given at, the same both ways
 * @param heights  rows from front to back, columns from left to right, mm
 * @param sheetMm  how thick a sheet is
 * @throws RangeError naming what cannot be sliced
 * @source marching squares; volume of a stack of slabs
 * @example slicesOf({ dxMm: 10, heights: [[5, 5], [5, 5]], sheetMm: 20 }).sheets[0].areaMm2 // 100
 */
export function slicesOf({
  dxMm,
  heights,
  sheetMm
}: {
  dxMm: number
  heights: readonly (readonly number[])[]
  sheetMm: number
}): Slices {
  const [rows, cols] = [heights.length, heights[0]?.length ?? 0]
  if (rows < 2 || cols < 2)
    throw new RangeError(`heights: was ${rows} × ${cols}; at least 2 × 2 are needed`)
  const ragged = heights.findIndex((row) => row.length !== cols)
  if (ragged >= 0)
    throw new RangeError(
      `heights[${ragged}]: was ${heights[ragged].length} long; every row must have ${cols}`
    )
  if (!(sheetMm > 0)) throw new RangeError(`sheetMm: was ${sheetMm}; it must be above 0`)
  if (!(dxMm > 0)) throw new RangeError(`dxMm: was ${dxMm}; it must be above 0`)
  const highest = heights.reduce(
    (most, row) => row.reduce((m, z) => Math.max(m, z), most),
    -Infinity
  )
  const count = Math.max(0, Math.ceil((highest - OVER_MM) / sheetMm))
  if (count > MOST_SHEETS)
    throw new Refusal(
      say`sheetMm: was ${mm(sheetMm)}; land ${quantity(highest, 'mm', 0)} high would take ${count} sheets, and at most ${MOST_SHEETS} are stacked`
    )
  const padded = walledIn(dxMm, heights)
  const sheets = Array.from({ length: count }, (_, i) => sliceAt(padded, i * sheetMm, dxMm))
  return { sheets, volumeMm3: sheets.reduce((sum, s) => sum + s.areaMm2 * sheetMm, 0) }
}

interface Walled {
  grid: Grid
  values: Float64Array
  widthMm: number
  depthMm: number
}

/** The land with nothing round it, so that every outline closes along its edge. */
function walledIn(dxMm: number, heights: readonly (readonly number[])[]): Walled {
  const [rows, cols] = [heights.length, heights[0].length]
  // the middle of cell (1, 1) is the land's own corner
  const origin = -1.5 * dxMm
  const grid = { x0: origin, y0: origin, cellMm: dxMm, cols: cols + 2, rows: rows + 2 }
  const values = new Float64Array(grid.cols * grid.rows).fill(NOTHING_MM)
  heights.forEach((row, r) => values.set(row, (r + 1) * grid.cols + 1))
  return { grid, values, widthMm: (cols - 1) * dxMm, depthMm: (rows - 1) * dxMm }
}

function sliceAt({ grid, values, widthMm, depthMm }: Walled, fromMm: number, dxMm: number): Slice {
  const within = ([x, y]: Point2): Point2 => [
    Math.min(widthMm, Math.max(0, x)),
    Math.min(depthMm, Math.max(0, y))
  ]
  const rings = isolines(grid, values, fromMm + OVER_MM)
    .map((line) => tidy(line.map(within), dxMm))
    .filter((ring) => ring.length > 2 && Math.abs(signedArea(ring)) > 1e-9)
  // a ring inside an odd number of others is a hole
  const outlines = rings.map((ring, i) => {
    const at = between(ring)
    const around = rings.filter((other, k) => k !== i && insideRing(at, other)).length
    const wanted = around % 2 === 0 ? 1 : -1
    return Math.sign(signedArea(ring)) === wanted ? ring : ring.toReversed()
  })
  return {
    fromMm,
    areaMm2: outlines.reduce((sum, ring) => sum + signedArea(ring), 0),
    outlines
  }
}

/** The middle of a ring's first edge: on it, never at a corner that another ring shares. */
const between = ([a, b]: readonly Point2[]): Point2 => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]

/** A ring without its last point where that is its first, without doubles, and straight where it is straight. */
function tidy(line: readonly Point2[], dxMm: number): Point2[] {
  const same = (a: Point2, b: Point2) => Math.hypot(a[0] - b[0], a[1] - b[1]) < 1e-9 * dxMm
  const points = line.filter((p, i) => i === 0 || !same(p, line[i - 1]))
  while (points.length > 1 && same(points[0], points.at(-1)!)) points.pop()
  const n = points.length
  return points.filter((p, i) => {
    const [a, b] = [points[(i + n - 1) % n], points[(i + 1) % n]]
    const area = (p[0] - a[0]) * (b[1] - a[1]) - (p[1] - a[1]) * (b[0] - a[0])
    const ahead = (p[0] - a[0]) * (b[0] - p[0]) + (p[1] - a[1]) * (b[1] - p[1])
    return Math.abs(area) > 1e-9 * dxMm ** 2 || ahead < 0
  })
}
