import {
  clip,
  closePath,
  endPath,
  lineTo,
  moveTo,
  PDFDocument,
  type PDFFont,
  type PDFOperator,
  type PDFPage,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  rgb,
  setDashPattern,
  setLineWidth,
  setStrokingColor,
  StandardFonts,
  stroke
} from 'pdf-lib'
import { MARGIN_MM, PAPERS, requireFew, tiling, type Paper } from '../../plan/templates/tiles'
import { LAYERS, type Template } from '../../plan/templates/types'
import type { Units } from '../../words/units'
import { checkLine } from './worded'

/** Points to a millimetre. */
const PT = 72 / 25.4

/** Told after every sheet; may be asked to stop by throwing. */
export type SheetDone = (done: number, of: number) => void

/**
 * Templates at 1:1 on sheets that are laid edge over edge: register crosses at the corners of what
 * each shows, a line to lay a rule on, and on every sheet its place in the whole.
 *
 * @throws RangeError when they take more sheets than anybody glues
 */
export async function templatesPdf(
  templates: readonly Template[],
  paper: Paper,
  title: string,
  { units = 'metric', done = () => undefined }: { units?: Units; done?: SheetDone } = {}
): Promise<Uint8Array> {
  requireFew(templates, paper)
  const pdf = await PDFDocument.create()
  const font = await pdf.embedFont(StandardFonts.Helvetica)
  const say = writable(font)
  pdf.setTitle(say(title))
  pdf.setCreator('Tall Spindle')
  const all = templates.reduce((sum, t) => sum + tiling(t, paper).sheets, 0)
  let count = 0
  for (const template of templates) {
    const lay = tiling(template, paper)
    const { widthMm, heightMm } = PAPERS[paper]
    const [pw, ph] = lay.landscape ? [heightMm, widthMm] : [widthMm, heightMm]
    for (let row = 0; row < lay.rows; row++) {
      for (let col = 0; col < lay.columns; col++) {
        const page = pdf.addPage([pw * PT, ph * PT])
        // rows run from the top down, as a reader lays them
        const left = col * lay.stepXMm
        const bottom = template.heightMm - row * lay.stepYMm - lay.liveHMm
        drawTile(
          page,
          template,
          left,
          lay.rows === 1 && lay.columns === 1 ? Math.min(bottom, 0) : bottom,
          lay.liveWMm,
          lay.liveHMm
        )
        marks(page, lay.liveWMm, lay.liveHMm)
        drawCheckLine(page, font, units)
        const place =
          lay.sheets === 1
            ? 'one sheet'
            : `row ${row + 1} of ${lay.rows}, column ${col + 1} of ${lay.columns}`
        label(
          page,
          font,
          say(`${template.name} · ${place} · 1:1`),
          MARGIN_MM,
          ph - 9,
          9,
          pw - 2 * MARGIN_MM
        )
        label(page, font, say(template.use), MARGIN_MM, ph - 12.6, 6.5, pw - 2 * MARGIN_MM)
        for (const { at, text } of template.texts) {
          const [x, y] = [at[0] - left, at[1] - Math.min(bottom, lay.sheets === 1 ? 0 : bottom)]
          if (x >= 0 && y >= 0 && x <= lay.liveWMm && y <= lay.liveHMm)
            label(page, font, say(text), MARGIN_MM + x, MARGIN_MM + y, 6.5, pw)
        }
        done(++count, all)
      }
    }
  }
  return pdf.save()
}

/** Text in the letters the built-in font has; what it lacks becomes a dot. */
const writable = (font: PDFFont) => {
  const known = new Set(font.getCharacterSet())
  return (text: string) =>
    Array.from(text, (c) => (known.has(c.codePointAt(0)!) ? c : '·')).join('')
}

function drawTile(
  page: PDFPage,
  template: Template,
  leftMm: number,
  bottomMm: number,
  wMm: number,
  hMm: number
): void {
  const x = (mm: number) => (MARGIN_MM + mm - leftMm) * PT
  const y = (mm: number) => (MARGIN_MM + mm - bottomMm) * PT
  const ops: PDFOperator[] = [
    pushGraphicsState(),
    rectangle(MARGIN_MM * PT, MARGIN_MM * PT, wMm * PT, hMm * PT),
    clip(),
    endPath()
  ]
  for (const { layer, closed, points } of template.shapes) {
    const style = LAYERS[layer]
    // what lies wholly off this sheet is left out
    if (
      points.every((p) => p[0] < leftMm) ||
      points.every((p) => p[0] > leftMm + wMm) ||
      points.every((p) => p[1] < bottomMm) ||
      points.every((p) => p[1] > bottomMm + hMm)
    )
      continue
    ops.push(
      setStrokingColor(colourOf(style.colour)),
      setLineWidth(style.widthMm * PT),
      setDashPattern(
        (style.dashMm ?? []).map((d) => d * PT),
        0
      )
    )
    points.forEach((p, i) =>
      ops.push(i === 0 ? moveTo(x(p[0]), y(p[1])) : lineTo(x(p[0]), y(p[1])))
    )
    if (closed) ops.push(closePath())
    ops.push(stroke())
  }
  page.pushOperators(...ops, popGraphicsState())
}

/** Crosses at the four corners of what the sheet shows: lay one sheet's over its neighbour's. */
function marks(page: PDFPage, wMm: number, hMm: number): void {
  const ops: PDFOperator[] = [
    pushGraphicsState(),
    setStrokingColor(rgb(0, 0, 0)),
    setLineWidth(0.4),
    setDashPattern([], 0)
  ]
  for (const [x, y] of [
    [0, 0],
    [wMm, 0],
    [0, hMm],
    [wMm, hMm]
  ]) {
    const [px, py] = [(MARGIN_MM + x) * PT, (MARGIN_MM + y) * PT]
    ops.push(
      moveTo(px - 4 * PT, py),
      lineTo(px + 4 * PT, py),
      moveTo(px, py - 4 * PT),
      lineTo(px, py + 4 * PT),
      stroke()
    )
  }
  page.pushOperators(...ops, popGraphicsState())
}

function drawCheckLine(page: PDFPage, font: PDFFont, units: Units): void {
  const { mm, text } = checkLine(units)
  const [from, at] = [MARGIN_MM + 6, 6]
  page.pushOperators(
    pushGraphicsState(),
    setStrokingColor(rgb(0, 0, 0)),
    setLineWidth(0.6),
    setDashPattern([], 0),
    moveTo(from * PT, at * PT),
    lineTo((from + mm) * PT, at * PT),
    moveTo(from * PT, (at - 2) * PT),
    lineTo(from * PT, (at + 2) * PT),
    moveTo((from + mm) * PT, (at - 2) * PT),
    lineTo((from + mm) * PT, (at + 2) * PT),
    stroke(),
    popGraphicsState()
  )
  label(page, font, `${text}: lay a rule on it, print at 100 %`, from + mm + 3, at - 1, 6.5, 80)
}

function label(
  page: PDFPage,
  font: PDFFont,
  text: string,
  xMm: number,
  yMm: number,
  size: number,
  mostMm: number
): void {
  let fits = text
  while (fits.length > 4 && font.widthOfTextAtSize(fits, size) > mostMm * PT)
    fits = `${fits.slice(0, -5)}…`
  page.drawText(fits, { x: xMm * PT, y: yMm * PT, size, font, color: rgb(0.07, 0.13, 0.12) })
}

const colourOf = (hex: string) =>
  rgb(
    ...([1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16) / 255) as [
      number,
      number,
      number
    ])
  )
