import type { Point2 } from '../../physics/shape/polygon'
import type { TemplateShape, TemplateText } from './types'
import { written, type Sentence } from '../../words/sentence'

/** Height of the letters on a template, mm, and how wide one is at most, of that height. */
export const TEXT_MM = 3
const WIDE = 0.62
/** Room round a label, mm. */
const CLEAR_MM = 0.6
/** Cells of the map of what is taken, mm; coarser where a drawing is larger than a table. */
const CELL_MM = 1
const MOST_CELLS = 1e6
/** A free place is looked for in so many rings. */
const RINGS = 120
/** Labels go no farther than this beyond the lines, mm. */
const AROUND_MM = 40
/** A label farther than this from its place is tied to it by a thin line, mm. */
const TIED_MM = 5

/** How wide a label is at most, mm. @example labelWidth('12 mm') // 9.3 */
export const labelWidth = (text: Sentence): number =>
  [...written(text)].reduce((sum, c) => sum + (c.codePointAt(0)! > 0x2e80 ? 1 : WIDE), 0) * TEXT_MM

/** What lies where, cell by cell; sums over rectangles are known at once. */
interface Taken {
  x0: number
  y0: number
  cellMm: number
  columns: number
  rows: number
  cells: Uint8Array
}

/**
 * Labels moved to where they cross no line and no other label, as near to their places as can be;
 * those that had to go far are tied to their places by thin lines.
 *
 * @param shapes  lines, mm
 * @param texts   labels with the places that they speak of
 */
export function placed(
  shapes: readonly TemplateShape[],
  texts: readonly TemplateText[]
): { texts: TemplateText[]; ties: TemplateShape[] } {
  if (texts.length === 0) return { texts: [], ties: [] }
  const taken = takenBy(shapes)
  const out: TemplateText[] = []
  const ties: TemplateShape[] = []
  for (const { at, text } of texts) {
    const [w, h] = [labelWidth(text), TEXT_MM]
    const found = nearest(taken, at, w, h) ?? at
    take(taken, found, w, h)
    out.push({ at: found, text })
    const end: Point2 = [
      Math.min(Math.max(at[0], found[0]), found[0] + w),
      Math.min(Math.max(at[1], found[1]), found[1] + h)
    ]
    if (Math.hypot(end[0] - at[0], end[1] - at[1]) > TIED_MM) {
      const tie: TemplateShape = { layer: 'note', closed: false, points: [[...at], end] }
      ties.push(tie)
      drawOn(taken, tie)
    }
  }
  return { texts: out, ties }
}

function takenBy(shapes: readonly TemplateShape[]): Taken {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const { points } of shapes)
    for (const [x, y] of points) {
      x0 = Math.min(x0, x)
      y0 = Math.min(y0, y)
      x1 = Math.max(x1, x)
      y1 = Math.max(y1, y)
    }
  x0 -= AROUND_MM
  y0 -= AROUND_MM
  const [w, h] = [x1 + AROUND_MM - x0, y1 + AROUND_MM - y0]
  const cellMm = Math.max(CELL_MM, Math.sqrt((w * h) / MOST_CELLS))
  const columns = Math.ceil(w / cellMm) + 1
  const rows = Math.ceil(h / cellMm) + 1
  const taken: Taken = { x0, y0, cellMm, columns, rows, cells: new Uint8Array(columns * rows) }
  for (const shape of shapes) drawOn(taken, shape)
  return taken
}

/** Marks the cells that a line passes through. */
function drawOn(taken: Taken, { points, closed }: TemplateShape): void {
  const ends = closed ? [...points, points[0]] : points
  for (let i = 1; i < ends.length; i++) {
    const [a, b] = [ends[i - 1], ends[i]]
    const steps = Math.ceil((2 * Math.hypot(b[0] - a[0], b[1] - a[1])) / taken.cellMm) + 1
    for (let k = 0; k <= steps; k++) {
      const c = Math.floor((a[0] + ((b[0] - a[0]) * k) / steps - taken.x0) / taken.cellMm)
      const r = Math.floor((a[1] + ((b[1] - a[1]) * k) / steps - taken.y0) / taken.cellMm)
      if (c >= 0 && r >= 0 && c < taken.columns && r < taken.rows)
        taken.cells[r * taken.columns + c] = 1
    }
  }
}

/** Cells under a label with its room. */
function under(
  taken: Taken,
  [x, y]: Point2,
  w: number,
  h: number
): [number, number, number, number] {
  const cell = (v: number) => Math.floor(v / taken.cellMm)
  return [
    cell(x - CLEAR_MM - taken.x0),
    cell(y - CLEAR_MM - taken.y0),
    cell(x + w + CLEAR_MM - taken.x0),
    cell(y + h + CLEAR_MM - taken.y0)
  ]
}
function isFree(taken: Taken, at: Point2, w: number, h: number): boolean {
  const [c0, r0, c1, r1] = under(taken, at, w, h)
  if (c0 < 0 || r0 < 0 || c1 >= taken.columns || r1 >= taken.rows) return false
  for (let r = r0; r <= r1; r++)
    for (let c = c0; c <= c1; c++) if (taken.cells[r * taken.columns + c] === 1) return false
  return true
}
function take(taken: Taken, at: Point2, w: number, h: number): void {
  const [c0, r0, c1, r1] = under(taken, at, w, h)
  for (let r = Math.max(0, r0); r <= Math.min(taken.rows - 1, r1); r++)
    for (let c = Math.max(0, c0); c <= Math.min(taken.columns - 1, c1); c++)
      taken.cells[r * taken.columns + c] = 1
}

/** The nearest free place, looked for in rings round the place that the label speaks of. */
function nearest(taken: Taken, at: Point2, w: number, h: number): Point2 | null {
  if (isFree(taken, at, w, h)) return at
  for (let k = 1; k <= RINGS; k++) {
    const ring = k * taken.cellMm
    const around = Math.max(8, Math.min(96, 3 * k))
    for (let turn = 0; turn < around; turn++) {
      const angle = (2 * Math.PI * turn) / around
      // the label's nearest edge, not its corner, keeps the ring's distance
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
      const place: Point2 = [
        at[0] + ring * cos - (cos < -0.1 ? w : cos < 0.1 ? w / 2 : 0),
        at[1] + ring * sin - (sin < -0.1 ? h : sin < 0.1 ? h / 2 : 0)
      ]
      if (isFree(taken, place, w, h)) return place
    }
  }
  return null
}
