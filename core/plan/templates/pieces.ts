import type { Point2 } from '../../physics/shape/polygon'
import { labelWidth, TEXT_MM } from './labels'
import type { Template, TemplateShape } from './types'

export type Paper = 'a4' | 'letter'
/** Sheets, mm: ISO 216 and ANSI/ASME Y14.1. */
export const PAPERS: Readonly<Record<Paper, { name: string; widthMm: number; heightMm: number }>> =
  {
    a4: { name: 'A4', widthMm: 210, heightMm: 297 },
    letter: { name: 'Letter', widthMm: 215.9, heightMm: 279.4 }
  }
/**
 * White that is left round what is drawn on a sheet, mm: printers need 6; its name stands at the head,
 * the line to lay a rule on and the key of the lines at the foot.
 */
export const MARGINS_MM = { left: 6, right: 6, top: 12, bottom: 26 } as const
/** Round each piece, mm: its name above, what meets its edges beside them. */
export const AROUND_MM = { side: 5, above: 5, below: 5 } as const
/** Pieces of one drawing show this much of each other, mm. */
export const OVERLAP_MM = 8
/** White kept beyond the lines of a piece where nothing joins, mm. */
const TRIM_MM = 2

/** Room for pieces with what stands round them on a sheet, mm. */
export const roomOf = (paper: Paper): { w: number; h: number } => ({
  w: PAPERS[paper].widthMm - MARGINS_MM.left - MARGINS_MM.right,
  h: PAPERS[paper].heightMm - MARGINS_MM.top - MARGINS_MM.bottom
})

export const SIDES_OF_PIECE = ['left', 'right', 'below', 'above'] as const
export type PieceSide = (typeof SIDES_OF_PIECE)[number]

/** A part of a drawing that fits a sheet; mm of the drawing. */
export interface Piece {
  x: number
  y: number
  w: number
  h: number
  row: number
  column: number
  /** Which pieces join it, by their place in the list. */
  meets: Partial<Record<PieceSide, number>>
  /** Where it is laid over its neighbours: the same points on both. */
  crosses: Point2[]
}
/** A drawing in pieces; upright ones, or lying, as fewer of them need be printed. */
export interface Pieces {
  lying: boolean
  pieces: Piece[]
}

/**
 * A drawing cut into pieces that fit the sheets of a paper; parts in which nothing is drawn, or only
 * the edge of the base, are left out, and white round the rest is cut away.
 *
 * @example piecesOf({ widthMm: 100, heightMm: 80, shapes: [], texts: [] }, 'a4').pieces.length // 0
 */
export function piecesOf(
  template: Pick<Template, 'widthMm' | 'heightMm' | 'shapes' | 'texts'>,
  paper: Paper
): Pieces {
  const room = roomOf(paper)
  const [most, long] = [room.w - 2 * AROUND_MM.side, room.h - AROUND_MM.above - AROUND_MM.below]
  const [upright, lying] = [cutInto(template, most, long), cutInto(template, long, most)]
  const area = (pieces: readonly Piece[]) => pieces.reduce((sum, p) => sum + p.w * p.h, 0)
  const fewer = lying.length - upright.length || area(lying) - area(upright)
  return fewer < 0 ? { lying: true, pieces: lying } : { lying: false, pieces: upright }
}

/** How far what is drawn in a window reaches, mm. */
interface Held {
  x0: number
  y0: number
  x1: number
  y1: number
  /** Something lies in what this window alone shows. */
  own: boolean
}

function cutInto(
  { widthMm, heightMm, shapes, texts }: Pick<Template, 'widthMm' | 'heightMm' | 'shapes' | 'texts'>,
  w: number,
  h: number
): Piece[] {
  const [stepX, stepY] = [w - OVERLAP_MM, h - OVERLAP_MM]
  const count = (size: number, step: number) =>
    Math.max(1, Math.ceil((size - OVERLAP_MM) / step - 1e-9))
  const grid: Grid = {
    columns: count(widthMm, stepX),
    rows: count(heightMm, stepY),
    stepX,
    stepY,
    w,
    h
  }
  const at = new Map<string, Piece & { held: Held }>()
  for (const [k, held] of heldBy(grid, shapes, texts).entries()) {
    // what lies in the strip that a neighbour shows too is no reason to print this one
    if (!held?.own) continue
    const [column, row] = [k % grid.columns, Math.floor(k / grid.columns)]
    const [x, y] = [column * stepX, row * stepY]
    const window = { x, y, w: Math.min(w, widthMm - x), h: Math.min(h, heightMm - y) }
    at.set(`${column} ${row}`, { ...window, row, column, meets: {}, crosses: [], held })
  }
  const pieces = [...at.values()]
  const beside = (p: Piece, dx: number, dy: number) => {
    const next = at.get(`${p.column + dx} ${p.row + dy}`)
    return next ? pieces.indexOf(next) : -1
  }
  for (const piece of pieces) {
    const found = { left: beside(piece, -1, 0), right: beside(piece, 1, 0) }
    const stacked = { below: beside(piece, 0, -1), above: beside(piece, 0, 1) }
    for (const [side, index] of Object.entries({ ...found, ...stacked }))
      if (index >= 0) piece.meets[side as PieceSide] = index
  }
  // white is cut away only where nothing joins: edges that meet stay where they are
  for (const piece of pieces) {
    const { held, meets } = piece
    const x0 = meets.left === undefined ? Math.max(piece.x, held.x0 - TRIM_MM) : piece.x
    const y0 = meets.below === undefined ? Math.max(piece.y, held.y0 - TRIM_MM) : piece.y
    const right = piece.x + piece.w
    const top = piece.y + piece.h
    const x1 = meets.right === undefined ? Math.min(right, held.x1 + TRIM_MM) : right
    const y1 = meets.above === undefined ? Math.min(top, held.y1 + TRIM_MM) : top
    Object.assign(piece, { x: x0, y: y0, w: x1 - x0, h: y1 - y0 })
  }
  for (const piece of pieces)
    for (const side of ['right', 'above'] as const) {
      const other = pieces[piece.meets[side] ?? -1]
      if (!other) continue
      const crosses = shared(piece, other)
      piece.crosses.push(...crosses)
      other.crosses.push(...crosses)
    }
  return pieces.map(({ held: _held, ...piece }) => piece)
}

/** Corners of the strip that two pieces both show. */
function shared(a: Piece, b: Piece): Point2[] {
  const [x0, x1] = [Math.max(a.x, b.x), Math.min(a.x + a.w, b.x + b.w)]
  const [y0, y1] = [Math.max(a.y, b.y), Math.min(a.y + a.h, b.y + b.h)]
  return [
    [x0, y0],
    [x1, y0],
    [x0, y1],
    [x1, y1]
  ]
}

/** Windows of one size over a drawing, each so far from the next, mm. */
interface Grid {
  columns: number
  rows: number
  stepX: number
  stepY: number
  w: number
  h: number
}

/** What is drawn in each window, row by row: every line is looked at where it passes. */
function heldBy(
  grid: Grid,
  shapes: readonly TemplateShape[],
  texts: Template['texts']
): (Held | undefined)[] {
  const { columns, rows, stepX, stepY, w, h } = grid
  const found = new Array<Held | undefined>(columns * rows)
  /** Something from one point to another: a stretch of a line, or the box of a label. */
  const put = (a: Point2, b: Point2, counts: boolean, cut: typeof within): void => {
    const c0 = firstTouched(Math.min(a[0], b[0]), stepX, w, columns)
    const c1 = lastTouched(Math.max(a[0], b[0]), stepX, columns)
    const r0 = firstTouched(Math.min(a[1], b[1]), stepY, h, rows)
    const r1 = lastTouched(Math.max(a[1], b[1]), stepY, rows)
    for (let row = r0; row <= r1; row++)
      for (let column = c0; column <= c1; column++) {
        const [x0, y0] = [column * stepX, row * stepY]
        const part = cut(a, b, x0, y0, x0 + w, y0 + h)
        if (!part) continue
        const k = row * columns + column
        const held = (found[k] ??= { x0: part[0][0], y0: part[0][1], x1: -1, y1: -1, own: false })
        for (const p of part) {
          if (p[0] < held.x0) held.x0 = p[0]
          if (p[1] < held.y0) held.y0 = p[1]
          if (p[0] > held.x1) held.x1 = p[0]
          if (p[1] > held.y1) held.y1 = p[1]
        }
        if (!counts || held.own) continue
        const [ownX, ownY] = [column > 0 ? x0 + OVERLAP_MM : x0, row > 0 ? y0 + OVERLAP_MM : y0]
        held.own = cut(a, b, ownX, ownY, x0 + w, y0 + h) !== null
      }
  }
  for (const { layer, closed, points } of shapes) {
    const counts = layer !== 'base'
    for (let i = 1; i < points.length; i++) put(points[i - 1], points[i], counts, within)
    if (closed) put(points.at(-1)!, points[0], counts, within)
  }
  for (const { at, text } of texts)
    put(at, [at[0] + labelWidth(text), at[1] + TEXT_MM], true, boxWithin)
  return found
}

/** The first and the last window that reach into a stretch, of those there are. */
const firstTouched = (low: number, step: number, size: number, count: number): number =>
  Math.max(0, Math.min(count - 1, Math.ceil((low - size) / step - 1e-9)))
const lastTouched = (high: number, step: number, count: number): number =>
  Math.max(0, Math.min(count - 1, Math.floor(high / step + 1e-9)))

/** What of a box lies in a rectangle: its corners. */
const boxWithin: typeof within = (a, b, x0, y0, x1, y1) =>
  a[0] > x1 || b[0] < x0 || a[1] > y1 || b[1] < y0
    ? null
    : [
        [Math.max(a[0], x0), Math.max(a[1], y0)],
        [Math.min(b[0], x1), Math.min(b[1], y1)]
      ]

/** What of a stretch lies in a rectangle. @source Liang & Barsky 1984 */
function within(
  a: Point2,
  b: Point2,
  x0: number,
  y0: number,
  x1: number,
  y1: number
): [Point2, Point2] | null {
  const inside = (p: Point2) => p[0] >= x0 && p[0] <= x1 && p[1] >= y0 && p[1] <= y1
  if (inside(a) && inside(b)) return [a, b]
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  let [from, to] = [0, 1]
  for (const [p, q] of [
    [-dx, a[0] - x0],
    [dx, x1 - a[0]],
    [-dy, a[1] - y0],
    [dy, y1 - a[1]]
  ]) {
    if (p === 0) {
      if (q < 0) return null
      continue
    }
    const t = q / p
    if (p < 0) from = Math.max(from, t)
    else to = Math.min(to, t)
    if (from > to) return null
  }
  return [
    [a[0] + from * dx, a[1] + from * dy],
    [a[0] + to * dx, a[1] + to * dy]
  ]
}

/** A piece with all that stands round it, mm, as it would be printed upright. */
export const outerOf = ({ w, h }: Pick<Piece, 'w' | 'h'>): { w: number; h: number } => ({
  w: w + 2 * AROUND_MM.side,
  h: h + AROUND_MM.above + AROUND_MM.below
})

/** Two lists of the same things are as long: the sizes of a drawing's pieces, mm. */
export interface Sizes {
  lying: boolean
  pieces: { w: number; h: number }[]
}
export const sizesOf = ({ lying, pieces }: Pieces): Sizes => ({
  lying,
  pieces: pieces.map(({ w, h }) => ({ w, h }))
})
