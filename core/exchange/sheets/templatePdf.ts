import type { FontFiles } from '../paper/fontChoice'
import type { Pdf } from '../paper/pdfKit'
import { PT, typesetting, type Style, type Typeset } from '../paper/typeset'
import {
  AROUND_MM,
  MARGINS_MM,
  PAPERS,
  piecesOf,
  SIDES_OF_PIECE,
  sizesOf,
  type Paper,
  type Piece,
  type Pieces
} from '../../plan/templates/pieces'
import {
  MAP_MM,
  mapRows,
  requireFew,
  sheetsOf,
  type Laid,
  type Sheet
} from '../../plan/templates/sheets'
import { LAYERS, type LayerId } from '../../plan/templates/types'
import type { WrittenTemplate } from './worded'
import { labelWidth, TEXT_MM } from '../../plan/templates/labels'
import type { Point2 } from '../../physics/shape/polygon'
import type { Units } from '../../words/units'
import { checkLine } from './worded'

/** Told after every sheet; may be asked to stop by throwing. */
export type SheetDone = (done: number, of: number) => void

const NAME: Style = { size: 7.5, weight: 700 }
const SMALL: Style = { size: 6.5, colour: '#47554f' }
const HEAD: Style = { size: 9, weight: 700 }
/** Letters so high in the drawing, pt: as `TEXT_MM` says, whose capitals are 0.7 of the size. */
const LABEL: Style = { size: TEXT_MM * PT * 0.95 }

/** A drawing that is printed, in its pieces. */
interface Drawing extends Pieces {
  template: WrittenTemplate
}

/**
 * Templates at 1:1, laid on as few sheets as can be. Pieces of one drawing are laid over each other by
 * their crosses; each edge says which piece it meets, each sheet what its lines mean, and a map on the
 * first says where everything is. On every sheet there is a line to lay a rule on.
 *
 * @param read  reads the files of the font packages
 * @throws RangeError when they take more sheets than anybody glues
 */
export async function templatesPdf(
  templates: readonly WrittenTemplate[],
  paper: Paper,
  title: string,
  {
    read,
    units = 'metric',
    done = () => undefined
  }: { read: FontFiles; units?: Units; done?: SheetDone }
): Promise<Uint8Array> {
  const drawings = templates.map((template): Drawing => ({
    template,
    ...piecesOf(template, paper)
  }))
  const sizes = drawings.map((d) => ({ ...sizesOf(d), name: d.template.name }))
  requireFew(sizes, paper)
  const sheets = sheetsOf(sizes, paper)
  const { pdf, type, bytes } = await typesetting(
    {
      size: [PAPERS[paper].widthMm * PT, PAPERS[paper].heightMm * PT],
      margin: 0,
      pdfVersion: '1.7',
      lang: 'en',
      displayTitle: true,
      info: { Title: title, Creator: 'Tall Spindle' }
    },
    wordsOf(title, templates),
    read
  )
  const job: Job = { pdf, type, paper, title, units, drawings, sheets, on: whereAll(sheets) }
  sheets.forEach((sheet, i) => {
    drawSheet(job, sheet, i)
    done(i + 1, sheets.length)
  })
  return bytes()
}

interface Job {
  pdf: Pdf
  type: Typeset
  paper: Paper
  title: string
  units: Units
  drawings: readonly Drawing[]
  sheets: readonly Sheet[]
  /** Sheet of a piece, counted from 1: by drawing and piece. */
  on: (drawing: number, piece: number) => number
}

function whereAll(sheets: readonly Sheet[]): Job['on'] {
  const on = new Map<string, number>()
  sheets.forEach((sheet, i) => {
    for (const { drawing, piece } of sheet) on.set(`${drawing} ${piece}`, i + 1)
  })
  return (drawing, piece) => on.get(`${drawing} ${piece}`) ?? 0
}

/** All words that may be set, so that their letters are there. */
function* wordsOf(title: string, templates: readonly WrittenTemplate[]): Generator<string> {
  yield title
  yield Object.values(LAYERS)
    .map((l) => l.note)
    .join('')
  yield 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789 ·:,()%…'
  for (const { name, use, texts } of templates) {
    yield name
    yield use
    for (const { text } of texts) yield text
  }
}

/** Pieces are called by letters: "a", "b", … "aa". */
function letter(piece: number): string {
  return piece < 26
    ? String.fromCharCode(97 + piece)
    : `${letter(Math.floor(piece / 26) - 1)}${letter(piece % 26)}`
}
/** What a piece is called on every sheet: "3b". */
const codeOf = ({ drawings }: Job, drawing: number, piece: number) =>
  `${drawing + 1}${drawings[drawing].pieces.length > 1 ? letter(piece) : ''}`

function drawSheet(job: Job, sheet: Sheet, index: number): void {
  const { pdf, type, paper, title, drawings } = job
  const { widthMm: pw } = PAPERS[paper]
  pdf.addPage()
  const place = job.sheets.length === 1 ? 'one sheet' : `sheet ${index + 1} of ${job.sheets.length}`
  const side = type.width(`${place} · 1:1`, HEAD)
  const head = type.fit(title, (pw - MARGINS_MM.left - MARGINS_MM.right) * PT - side - 12, HEAD)
  type.line(head, MARGINS_MM.left * PT, 9.5 * PT, HEAD)
  type.line(`${place} · 1:1`, (pw - MARGINS_MM.right) * PT - side, 9.5 * PT, HEAD)
  const layers = new Set<LayerId>()
  for (const laid of sheet) {
    const frame = frameOf(laid)
    pdf.save()
    pdf.transform(...frame)
    if (laid.drawing < 0) drawMap(job, laid)
    else for (const layer of drawPiece(job, laid)) layers.add(layer)
    pdf.restore()
  }
  drawKey(job, [...layers])
  drawCheckLine(job)
  // which drawings stand here is told to who listens, too
  const names = sheet.filter((l) => l.drawing >= 0).map((l) => drawings[l.drawing].template.name)
  pdf.info.Keywords = [...new Set([...(pdf.info.Keywords?.split('; ') ?? []), ...names])].join('; ')
}

/** From points of a piece, its upper left corner at the origin, to those of the page. */
function frameOf({ x, y, w, turned }: Laid): [number, number, number, number, number, number] {
  const left = (MARGINS_MM.left + x) * PT
  const top = (MARGINS_MM.top + y) * PT
  return turned ? [0, -1, 1, 0, left, top + w * PT] : [1, 0, 0, 1, left, top]
}

/** A piece with its name, its edges and its crosses; tells which lines were drawn. */
function drawPiece(job: Job, laid: Laid): Set<LayerId> {
  const { pdf, type } = job
  const { template, pieces } = job.drawings[laid.drawing]
  const piece = pieces[laid.piece]
  const { side, above } = AROUND_MM
  const X = (x: number) => (side + x - piece.x) * PT
  const Y = (y: number) => (above + piece.h - (y - piece.y)) * PT
  const code = codeOf(job, laid.drawing, laid.piece)
  const many = pieces.length > 1 ? `, part ${letter(laid.piece)} of ${pieces.length}` : ''
  const wide = (laid.w - side) * PT
  type.line(
    type.fit(`${code} · ${template.name}${many}`, wide, NAME),
    side * PT,
    (above - 1.4) * PT,
    NAME
  )
  const drawn = drawLines(pdf, template, piece, X, Y)
  for (const { text, x, y } of labelsOn(template, pieces, laid.piece))
    type.line(text, X(x), Y(y), LABEL)
  drawCrosses(pdf, piece, X, Y)
  drawMeets(job, laid, piece)
  return drawn
}

/** Where pieces are laid over one another; what of them lies beyond the piece would be in the way of words. */
function drawCrosses(
  pdf: Pdf,
  piece: Piece,
  X: (x: number) => number,
  Y: (y: number) => number
): void {
  const beyond = 0.8
  pdf.save()
  pdf
    .rect(
      X(piece.x - beyond),
      Y(piece.y + piece.h + beyond),
      (piece.w + 2 * beyond) * PT,
      (piece.h + 2 * beyond) * PT
    )
    .clip()
  pdf.undash().lineWidth(0.4).strokeColor('#000')
  for (const [x, y] of piece.crosses) {
    pdf.moveTo(X(x) - 3 * PT, Y(y)).lineTo(X(x) + 3 * PT, Y(y))
    pdf.moveTo(X(x), Y(y) - 3 * PT).lineTo(X(x), Y(y) + 3 * PT)
  }
  pdf.stroke().restore()
}

/**
 * Labels of a piece: those that it shows whole; and those that no piece shows whole, for the piece that
 * their place is on, moved until it does.
 */
function labelsOn(
  { texts }: WrittenTemplate,
  pieces: readonly Piece[],
  index: number
): { text: string; x: number; y: number }[] {
  const piece = pieces[index]
  const whole = (p: Piece, [x, y]: Point2, text: string) =>
    holds(p, [x, y]) && holds(p, [x + labelWidth(text), y + TEXT_MM])
  return texts.flatMap(({ at, text }) => {
    if (whole(piece, at, text)) return [{ text, x: at[0], y: at[1] }]
    if (!holds(piece, at) || pieces.some((p) => whole(p, at, text))) return []
    const x = Math.max(piece.x, Math.min(at[0], piece.x + piece.w - labelWidth(text)))
    return [{ text, x, y: Math.min(at[1], piece.y + piece.h - TEXT_MM) }]
  })
}
const holds = ({ x, y, w, h }: Piece, at: Point2) =>
  at[0] >= x && at[0] <= x + w && at[1] >= y && at[1] <= y + h

function drawLines(
  pdf: Pdf,
  template: WrittenTemplate,
  piece: Piece,
  X: (x: number) => number,
  Y: (y: number) => number
): Set<LayerId> {
  const drawn = new Set<LayerId>()
  const [x0, y0, x1, y1] = [piece.x, piece.y, piece.x + piece.w, piece.y + piece.h]
  pdf.save()
  pdf.rect(X(x0), Y(y1), piece.w * PT, piece.h * PT).clip()
  for (const { layer, closed, points } of template.shapes) {
    // what lies wholly off this piece is left out
    if (
      points.every((p) => p[0] < x0) ||
      points.every((p) => p[0] > x1) ||
      points.every((p) => p[1] < y0) ||
      points.every((p) => p[1] > y1)
    )
      continue
    drawn.add(layer)
    pen(pdf, layer)
    points.forEach((p, i) =>
      i === 0 ? pdf.moveTo(X(p[0]), Y(p[1])) : pdf.lineTo(X(p[0]), Y(p[1]))
    )
    if (closed) pdf.closePath()
    pdf.stroke()
  }
  pdf.restore()
  return drawn
}

function pen(pdf: Pdf, layer: LayerId): void {
  const { colour, widthMm, dashMm } = LAYERS[layer]
  pdf.strokeColor(colour).lineWidth(widthMm * PT)
  if (dashMm) pdf.dash(dashMm.map((d) => d * PT) as unknown as number, {})
  else pdf.undash()
}

/** At every edge that joins another piece: which, and on what sheet. */
function drawMeets(job: Job, laid: Laid, piece: Piece): void {
  const { pdf, type } = job
  for (const side of SIDES_OF_PIECE) {
    const other = piece.meets[side]
    if (other === undefined) continue
    const text = `meets ${codeOf(job, laid.drawing, other)}, sheet ${job.on(laid.drawing, other)}`
    const upright = side === 'left' || side === 'right'
    const long = (upright ? piece.h : piece.w) * PT
    const words = type.fit(text, long, SMALL)
    const half = (long - type.width(words, SMALL)) / 2
    pdf.save()
    if (upright) {
      const x = side === 'left' ? AROUND_MM.side - 1.2 : AROUND_MM.side + piece.w + 3
      pdf.transform(0, -1, 1, 0, x * PT, AROUND_MM.above * PT + long)
      type.line(words, half, 0, SMALL)
    } else {
      // above stands the name: there it is written at the end of the line
      const y = side === 'below' ? AROUND_MM.above + piece.h + 3 : AROUND_MM.above - 1.4
      const x = side === 'below' ? half : long - type.width(words, SMALL)
      if (side === 'below' || nameLeaves(job, laid, words))
        type.line(words, AROUND_MM.side * PT + x, y * PT, SMALL)
    }
    pdf.restore()
  }
}

/** Whether beside the name of a piece there is room for what its upper edge meets. */
function nameLeaves(job: Job, laid: Laid, words: string): boolean {
  const { template, pieces } = job.drawings[laid.drawing]
  const name = `${codeOf(job, laid.drawing, laid.piece)} · ${template.name}, part ${letter(laid.piece)} of ${pieces.length}`
  const room = (laid.w - 2 * AROUND_MM.side) * PT
  return job.type.width(name, NAME) + job.type.width(words, SMALL) + 8 < room
}

/** What is where: a line for each drawing, and how those in several pieces are laid together. */
function drawMap(job: Job, laid: Laid): void {
  const { pdf, type, drawings } = job
  const rows = mapRows(drawings.map(sizesOf), job.paper)
  pdf.undash().lineWidth(0.5).strokeColor('#7d8b83')
  pdf.rect(PT, PT, (laid.w - 2) * PT, (laid.h - 2) * PT).stroke()
  const title = drawings.length === 1 ? 'How it is laid together' : 'What is where'
  type.line(title, 4 * PT, 6 * PT, HEAD)
  let y: number = MAP_MM.head
  const words = (laid.w - 8) * PT
  drawings.forEach((drawing, d) => {
    const several = drawing.pieces.length > 1
    const high = several ? rows.drawn : rows.line
    if (y + high > laid.h) return
    const sheets = [...new Set(drawing.pieces.map((_, p) => job.on(d, p)))].sort((a, b) => a - b)
    const on =
      sheets.length === 0
        ? 'nothing to print'
        : `${sheets.length === 1 ? 'sheet' : 'sheets'} ${sheets.join(', ')}`
    const side = type.width(on, SMALL)
    const room = several ? words - MINI_MM * PT : words
    type.line(
      type.fit(`${d + 1} · ${drawing.template.name}`, room - side - 10, NAME),
      4 * PT,
      (y + 3.2) * PT,
      NAME
    )
    type.line(on, 4 * PT + room - side - (several ? 6 : 0), (y + 3.2) * PT, SMALL)
    if (rows.use)
      type.line(type.fit(drawing.template.use, room - 8, SMALL), 4 * PT, (y + 6.3) * PT, SMALL)
    if (several) drawMini(job, d, laid.w - 4 - MINI_MM, y + 1, high - 3)
    y += high
  })
}

/** So wide is the picture of how a drawing's pieces lie, mm. */
const MINI_MM = 62
function drawMini(job: Job, d: number, left: number, top: number, high: number): void {
  const { pdf, type } = job
  const { template, pieces } = job.drawings[d]
  const k = Math.min(MINI_MM / template.widthMm, high / template.heightMm)
  const code: Style = { size: 5.5, weight: 700 }
  pdf.undash().lineWidth(0.35).strokeColor('#10201d')
  pieces.forEach((piece, p) => {
    const x = left + MINI_MM - k * template.widthMm + k * piece.x
    const y = top + k * (template.heightMm - piece.y - piece.h)
    pdf.rect(x * PT, y * PT, k * piece.w * PT, k * piece.h * PT).stroke()
    const text = `${letter(p)} ${job.on(d, p)}`
    const wide = type.width(text, code)
    if (wide < k * piece.w * PT && k * piece.h > 2.4)
      type.line(
        text,
        (x + (k * piece.w) / 2) * PT - wide / 2,
        (y + (k * piece.h) / 2 + 0.7) * PT,
        code
      )
  })
}

/** What each kind of line on this sheet means. */
function drawKey(job: Job, layers: readonly LayerId[]): void {
  const { pdf, type, paper } = job
  const { widthMm: pw, heightMm: ph } = PAPERS[paper]
  const right = pw - MARGINS_MM.right
  const [sample, gap, row] = [8, 4, 3.9]
  let [x, y]: [number, number] = [MARGINS_MM.left, ph - MARGINS_MM.bottom + 5]
  for (const layer of Object.keys(LAYERS) as LayerId[]) {
    if (!layers.includes(layer)) continue
    const { note } = LAYERS[layer]
    const wide = sample + 1.5 + type.width(note, SMALL) / PT
    if (x + wide > right && x > MARGINS_MM.left) {
      x = MARGINS_MM.left
      y += row
    }
    pen(pdf, layer)
    pdf
      .moveTo(x * PT, (y - 0.8) * PT)
      .lineTo((x + sample) * PT, (y - 0.8) * PT)
      .stroke()
    type.line(note, (x + sample + 1.5) * PT, y * PT, SMALL)
    x += wide + gap
  }
}

function drawCheckLine({ pdf, type, paper, units }: Job): void {
  const { mm, text } = checkLine(units)
  const [from, y] = [MARGINS_MM.left + 2, PAPERS[paper].heightMm - 7.5]
  pdf.undash().lineWidth(0.6).strokeColor('#000')
  pdf.moveTo(from * PT, y * PT).lineTo((from + mm) * PT, y * PT)
  for (const x of [from, from + mm]) pdf.moveTo(x * PT, (y - 2) * PT).lineTo(x * PT, (y + 2) * PT)
  pdf.stroke()
  type.line(`${text}: lay a rule on it, print at 100 %`, (from + mm + 3) * PT, (y + 1) * PT, SMALL)
}
