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

/** What a window of a drawing holds, mm; null: nothing to print. */
interface Held {
  x0: number
  y0: number
  x1: number
  y1: number
}

function cutInto(
  { widthMm, heightMm, shapes, texts }: Pick<Template, 'widthMm' | 'heightMm' | 'shapes' | 'texts'>,
  w: number,
  h: number
): Piece[] {
  const count = (size: number, live: number) =>
    Math.max(1, Math.ceil((size - OVERLAP_MM) / (live - OVERLAP_MM) - 1e-9))
  const [columns, rows] = [count(widthMm, w), count(heightMm, h)]
  const at = new Map<string, Piece & { held: Held }>()
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const [x, y] = [column * (w - OVERLAP_MM), row * (h - OVERLAP_MM)]
      const window = { x, y, w: Math.min(w, widthMm - x), h: Math.min(h, heightMm - y) }
      // what lies in the strip that a neighbour shows too is no reason to print this one
      const [cutX, cutY] = [column > 0 ? OVERLAP_MM : 0, row > 0 ? OVERLAP_MM : 0]
      const own = { x: x + cutX, y: y + cutY, w: window.w - cutX, h: window.h - cutY }
      const held = heldIn(shapes, texts, own) && heldIn(shapes, texts, window)
      if (held) at.set(`${column} ${row}`, { ...window, row, column, meets: {}, crosses: [], held })
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

/** How far what is drawn in a window reaches. */
function heldIn(
  shapes: readonly TemplateShape[],
  texts: Template['texts'],
  window: { x: number; y: number; w: number; h: number }
): Held | null {
  const { x, y, w, h } = window
  const held = { x0: Infinity, y0: Infinity, x1: -Infinity, y1: -Infinity }
  let something = false
  const reach = (px: number, py: number) => {
    held.x0 = Math.min(held.x0, px)
    held.y0 = Math.min(held.y0, py)
    held.x1 = Math.max(held.x1, px)
    held.y1 = Math.max(held.y1, py)
  }
  for (const { layer, closed, points } of shapes) {
    const ends = closed ? [...points, points[0]] : points
    for (let i = 1; i < ends.length; i++) {
      const part = within(ends[i - 1], ends[i], x, y, x + w, y + h)
      if (!part) continue
      reach(...part[0])
      reach(...part[1])
      if (layer !== 'base') something = true
    }
  }
  for (const { at, text } of texts) {
    const [x1, y1] = [at[0] + labelWidth(text), at[1] + TEXT_MM]
    if (x1 < x || at[0] > x + w || y1 < y || at[1] > y + h) continue
    something = true
    reach(Math.max(x, at[0]), Math.max(y, at[1]))
    reach(Math.min(x + w, x1), Math.min(y + h, y1))
  }
  return something ? held : null
}

/** What of a stretch lies in a rectangle. @source Liang & Barsky 1984 */
function within(
  a: Point2,
  b: Point2,
  x0: number,
  y0: number,
  x1: number,
  y1: number
): [Point2, Point2] | null {
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
