import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs'
import { outerOf, roomOf, type Paper, type Sizes } from './pieces'

/** More sheets than this nobody glues together. */
export const MOST_SHEETS = 200

/** What stands on a sheet: a piece of a drawing, or the map of all sheets. */
export interface Laid {
  /** Which drawing, by its place in the list; −1: the map. */
  drawing: number
  piece: number
  /** Its lower left corner with all that stands round it, mm from that of the sheet's room. */
  x: number
  y: number
  w: number
  h: number
  /** A quarter turn to the left, as it is printed. */
  turned: boolean
}
export type Sheet = Laid[]

/** Rows of the map of sheets, mm: a drawing in one piece, and one in several, which is drawn. */
export interface MapRows {
  line: number
  drawn: number
  /** Of lines so low only the names stand there. */
  use: boolean
}
export const MAP_MM = { wide: 188, head: 8, foot: 2 } as const
/** How high the rows of the map can be so that all of them fit a sheet: of several, the highest. */
export function mapRows(drawings: readonly Sizes[], paper: Paper): MapRows & { high: number } {
  const several = drawings.filter((d) => d.pieces.length > 1).length
  const of = (rows: MapRows) => ({
    ...rows,
    high: MAP_MM.head + MAP_MM.foot + several * rows.drawn + (drawings.length - several) * rows.line
  })
  const all = [
    { line: 8.5, drawn: 26, use: true },
    { line: 5, drawn: 18, use: false }
  ].map(of)
  const least = of({ line: 3.6, drawn: 9, use: false })
  const { h } = roomOf(paper)
  return all.find((rows) => rows.high <= h) ?? { ...least, high: Math.min(h, least.high) }
}

/**
 * Pieces of drawings laid on as few sheets as can be, a map of them all among them where there is more
 * than one piece; the sheet with the map comes first, then those of the first drawing.
 *
 * @param drawings  sizes of the pieces of each drawing
 */
export function sheetsOf(drawings: readonly Sizes[], paper: Paper): Sheet[] {
  const room = roomOf(paper)
  const boxes: Box[] = drawings.flatMap((d, drawing) =>
    d.pieces.map((size, piece): Box => {
      const { w, h } = outerOf(size)
      // what only fits lying is given lying: the packer turns it on if that serves
      const [width, height] = d.lying ? [h, w] : [w, h]
      return { x: 0, y: 0, width, height, rot: d.lying, of: { drawing, piece, w, h } }
    })
  )
  if (boxes.length === 0) return []
  if (boxes.length > 1) {
    const [w, h] = [MAP_MM.wide, mapRows(drawings, paper).high]
    boxes.push({
      x: 0,
      y: 0,
      width: w,
      height: h,
      rot: false,
      of: { drawing: -1, piece: 0, w, h },
      ...UPRIGHT
    })
  }
  const packer = new MaxRectsPacker<Box>(room.w, room.h, 0, {
    smart: false,
    pot: false,
    square: false,
    allowRotation: true,
    border: 0
  })
  packer.addArray(boxes)
  const sheets = packer.bins.map((bin) =>
    bin.rects.map(({ x, y, rot, of }): Laid => ({ ...of, x, y, turned: rot }))
  )
  const first = (sheet: Sheet) => Math.min(...sheet.map((l) => l.drawing * 1000 + l.piece))
  return sheets.sort((a, b) => first(a) - first(b))
}

/** As the packer asks for what is not to be turned. */
const UPRIGHT = { _allowRotation: false, allowRotation: false }

/** What the packer is given and gives back: `rot` is the other way round once it turned it. */
interface Box {
  x: number
  y: number
  width: number
  height: number
  rot: boolean
  of: Pick<Laid, 'drawing' | 'piece' | 'w' | 'h'>
}

/** So many pieces are packed while somebody waits; of more, each is counted as a sheet. */
const MOST_PACKED = 1000
/** How many sheets the pieces of drawings take, packed. */
export const sheetCount = (drawings: readonly Sizes[], paper: Paper): number => {
  const pieces = drawings.reduce((sum, d) => sum + d.pieces.length, 0)
  return pieces > MOST_PACKED ? pieces : sheetsOf(drawings, paper).length
}

/** Refuses what would take too many sheets, with the way to cut it down. @throws RangeError */
export function requireFew(drawings: readonly (Sizes & { name: string })[], paper: Paper): void {
  const all = sheetCount(drawings, paper)
  if (all <= MOST_SHEETS) return
  const largest = drawings.reduce((a, b) => (b.pieces.length > a.pieces.length ? b : a))
  const most = largest.pieces.length
  throw new RangeError(
    `sheets: was ${all}; at most ${MOST_SHEETS} are printed at once. ${most > MOST_SHEETS ? `“${largest.name}” alone takes ${most}: save it as SVG or DXF and print it from a roll, or make the scene in modules` : `Choose fewer templates: “${largest.name}” takes ${most}`}.`
  )
}
