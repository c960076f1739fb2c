import type { FontFiles } from '../paper/fontChoice'
import type { Pdf } from '../paper/pdfKit'
import { PT, typesetting, type Style, type Typeset } from '../paper/typeset'
import { PAPERS, type Paper } from '../../plan/templates/pieces'
import { wordsOf, type Block } from './blocks'

/** Told after every block; may be asked to stop by throwing. */
export type BlockDone = (done: number, of: number) => void

const MARGIN = { side: 18 * PT, top: 22 * PT, bottom: 20 * PT } as const
const SOFT = '#47554f'
const STYLES = {
  title: { size: 26, weight: 700, colour: '#0e5158' },
  chapter: { size: 17, weight: 700, colour: '#0e5158' },
  heading: { size: 11.5, weight: 700 },
  text: { size: 9.5 },
  soft: { size: 9, colour: SOFT },
  caution: { size: 9, colour: '#7d3015' },
  head: { size: 8, weight: 700, colour: SOFT },
  cell: { size: 8.5 },
  foot: { size: 8, colour: SOFT }
} as const satisfies Record<string, Style>
/** Lines stand so far apart, of the letters' height. */
const LEAD = 1.38

/**
 * A book as PDF: tagged for who listens to it, with bookmarks, its pages numbered under a running
 * title, letters of any script in fonts of its own.
 *
 * @param read  reads the files of the font packages
 * @source PDF 1.7 (ISO 32000-1), 14.8
 */
export async function bookPdf(
  blocks: readonly Block[],
  title: string,
  paper: Paper,
  { read, done = () => undefined }: { read: FontFiles; done?: BlockDone }
): Promise<Uint8Array> {
  const { widthMm, heightMm } = PAPERS[paper]
  const { pdf, type, bytes } = await typesetting(
    {
      size: [widthMm * PT, heightMm * PT],
      margin: 0,
      pdfVersion: '1.7',
      tagged: true,
      lang: 'en',
      displayTitle: true,
      bufferPages: true,
      info: { Title: title, Creator: 'Tall Spindle' }
    },
    [title, '0123456789 of • abcdefghijklmnopqrstuvwxyz ⁄', ...blocks.flatMap(wordsOf)],
    read
  )
  const book = new Pages(pdf, type, widthMm * PT, heightMm * PT)
  blocks.forEach((block, i) => {
    book.put(block, blocks[i + 1])
    done(i + 1, blocks.length)
  })
  book.close(title)
  return bytes()
}

/** Pages that are filled from the top down. */
class Pages {
  private y = 0
  private readonly left = MARGIN.side
  private readonly wide: number
  private readonly floor: number
  private readonly root: PDFKit.PDFStructureElement

  constructor(
    private readonly pdf: Pdf,
    private readonly type: Typeset,
    private readonly pageWide: number,
    private readonly pageHigh: number
  ) {
    this.wide = pageWide - 2 * MARGIN.side
    this.floor = pageHigh - MARGIN.bottom
    this.root = pdf.struct('Document')
    pdf.addStructure(this.root)
    this.turn()
  }

  private turn(): void {
    this.pdf.addPage()
    this.y = MARGIN.top
  }
  /** A new page where there is not so much room. */
  private need(high: number): void {
    if (this.y + high > this.floor && this.y > MARGIN.top) this.turn()
  }
  private high(style: Style, lines = 1): number {
    return lines * style.size * LEAD
  }

  put(block: Block, next: Block | undefined): void {
    switch (block.kind) {
      case 'title':
        this.lines('H1', block.text, STYLES.title)
        this.pdf.outline.addItem(block.text)
        for (const line of block.lines) this.lines('P', line, STYLES.text)
        this.y += 4 * PT
        break
      case 'chapter':
        // a chapter begins where half a page is left for it
        this.need(next?.kind === 'heading' ? 110 * PT : 50 * PT)
        if (this.y > MARGIN.top) this.y += 6 * PT
        this.pdf.outline.addItem(block.text)
        this.lines('H2', block.text, STYLES.chapter)
        this.y += 1.5 * PT
        break
      case 'heading':
        this.need(next?.kind === 'drawing' ? 80 * PT : 24 * PT)
        this.y += 2.5 * PT
        this.lines('H3', block.text, STYLES.heading)
        break
      case 'text':
        // what leads to a list stays with it
        if (next?.kind === 'list') this.need(this.high(STYLES.text, 4))
        this.lines('P', block.text, block.soft ? STYLES.soft : STYLES.text)
        this.y += 1 * PT
        break
      case 'caution':
        this.caution(block.text)
        break
      case 'list':
        this.list(block.items)
        break
      case 'table':
        this.table(block)
        break
      case 'drawing':
        this.drawing(block)
        break
      case 'picture':
        this.picture(block)
        break
    }
  }

  /** Text in the width of the page, on as many pages as it takes. */
  private lines(tag: string, text: string, style: Style, indent = 0, to = this.root): void {
    const { pdf, type } = this
    const set = type.wrap(text, this.wide - indent, style)
    this.need(this.high(style, Math.min(2, set.length)))
    to.add(
      pdf.struct(tag, {}, () => {
        for (const line of set) {
          if (this.y + this.high(style) > this.floor) {
            pdf.continueOnNewPage()
            this.y = MARGIN.top
          }
          type.line(line, this.left + indent, this.y + style.size, style)
          this.y += this.high(style)
        }
      })
    )
  }

  private caution(text: string): void {
    this.need(
      this.high(STYLES.caution, this.type.wrap(text, this.wide - 4 * PT, STYLES.caution).length)
    )
    const page = this.pdf.bufferedPageRange().count
    const top = this.y
    this.lines('Note', text, STYLES.caution, 4 * PT)
    if (this.pdf.bufferedPageRange().count === page)
      this.beside(() =>
        this.pdf
          .lineWidth(1.6)
          .undash()
          .strokeColor('#9c3b22')
          .moveTo(this.left + 1.2 * PT, top + 2)
          .lineTo(this.left + 1.2 * PT, this.y - 1)
          .stroke()
      )
    this.y += 1.5 * PT
  }

  /** Lines and boxes that say nothing to who listens. */
  private beside(draw: () => void): void {
    this.pdf.markContent('Artifact', { type: 'Layout' })
    draw()
    this.pdf.endMarkedContent()
  }

  private list(items: readonly string[]): void {
    const list = this.pdf.struct('L')
    this.root.add(list)
    for (const item of items) {
      const entry = this.pdf.struct('LI')
      list.add(entry)
      this.need(this.high(STYLES.text))
      const top = this.y
      entry.add(
        this.pdf.struct('Lbl', {}, () =>
          this.type.line('•', this.left + 1.5 * PT, top + STYLES.text.size, STYLES.text)
        )
      )
      this.lines('LBody', item, STYLES.text, 5 * PT, entry)
      entry.end()
    }
    list.end()
    this.y += 1.5 * PT
  }

  private table(block: Extract<Block, { kind: 'table' }>): void {
    const { pdf, type } = this
    const all = block.shares.reduce((sum, s) => sum + s, 0)
    const gap = 2.5 * PT
    const columns = block.shares.map((s) => (this.wide * s) / all)
    const starts = columns.map((_, i) => columns.slice(0, i).reduce((sum, c) => sum + c, 0))
    const inTable = (cells: readonly string[], style: Style) =>
      cells.map((cell, i) => type.wrap(cell, columns[i] - gap, style))
    const table = pdf.struct('Table')
    this.root.add(table)
    const row = (cells: readonly string[], style: Style, tag: 'TH' | 'TD'): void => {
      const set = inTable(cells, style)
      const high = Math.max(...set.map((lines) => lines.length)) * this.high(style) + 1.6 * PT
      // a row is not torn unless it is longer than a page
      this.need(Math.min(high, this.floor - MARGIN.top))
      const [top, line] = [this.y, pdf.struct('TR')]
      table.add(line)
      set.forEach((lines, i) => {
        const isTh = tag === 'TH' || (i === 0 && block.head.length === 0 && !block.boxes)
        const bold: Style = isTh && tag === 'TD' ? { ...style, weight: 700 } : style
        line.add(
          pdf.struct(isTh ? 'TH' : 'TD', {}, () =>
            lines.forEach((text, k) => {
              const first = block.boxes && i === 1 && k === 0 && lines.length > 1
              const cell: Style = first ? { ...style, weight: 700 } : bold
              const push = block.figures?.includes(i)
                ? columns[i] - gap - type.width(text, cell)
                : 0
              const y = top + 0.8 * PT + style.size + k * this.high(style)
              type.line(text, this.left + starts[i] + push, y, cell)
            })
          )
        )
      })
      line.end()
      this.beside(() => {
        pdf.undash().lineWidth(0.35).strokeColor('#b9c2b9')
        pdf
          .moveTo(this.left, top + high)
          .lineTo(this.left + this.wide, top + high)
          .stroke()
        if (block.boxes && tag === 'TD')
          pdf
            .lineWidth(0.8)
            .strokeColor('#17221f')
            .rect(this.left + 0.5 * PT, top + 1.1 * PT, 2.9 * PT, 2.9 * PT)
            .stroke()
      })
      this.y = top + high
    }
    if (block.head.length > 0) row(block.head, STYLES.head, 'TH')
    for (const cells of block.rows) row(cells, STYLES.cell, 'TD')
    table.end()
    this.y += 2 * PT
  }

  private drawing({ strokes, mostMm, says }: Extract<Block, { kind: 'drawing' }>): void {
    const { pdf } = this
    const points = strokes.flatMap((s) => s.points)
    if (points.length === 0) return
    const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
    const reach = (values: number[]) =>
      values.reduce(([a, b], v) => [Math.min(a, v), Math.max(b, v)], [Infinity, -Infinity])
    const [[x0, x1], [y0, y1]] = [reach(xs), reach(ys)]
    const k = Math.min(this.wide / (x1 - x0 || 1), (mostMm * PT) / (y1 - y0 || 1), 3 * PT)
    const high = k * (y1 - y0)
    this.need(high + 6 * PT)
    const top = this.y + 1 * PT
    const middle = this.left + (this.wide - k * (x1 - x0)) / 2
    const figure = pdf.struct('Figure', { alt: says }, () => {
      pdf.save()
      for (const { points: line, closed, colour, widthMm, dashMm, fill } of strokes) {
        line.forEach(([x, y], i) => {
          const [px, py] = [middle + k * (x - x0), top + k * (y1 - y)]
          if (i === 0) pdf.moveTo(px, py)
          else pdf.lineTo(px, py)
        })
        if (closed) pdf.closePath()
        pdf.lineWidth(widthMm * PT).strokeColor(colour)
        if (dashMm) pdf.dash(dashMm.map((d) => d * PT) as unknown as number, {})
        else pdf.undash()
        if (fill) pdf.fillColor(fill).fillAndStroke(fill, colour)
        else pdf.stroke()
      }
      pdf.restore()
    })
    this.root.add(figure)
    this.y = top + high + 2 * PT
    this.lines('Caption', says, STYLES.soft)
    this.y += 1.5 * PT
  }

  private picture({ jpeg, says, widthPx, heightPx }: Extract<Block, { kind: 'picture' }>): void {
    const { pdf } = this
    const k = Math.min(this.wide / widthPx, (100 * PT) / heightPx)
    this.need(k * heightPx + 8 * PT)
    const top = this.y + 1 * PT
    const image = jpeg.buffer.slice(jpeg.byteOffset, jpeg.byteOffset + jpeg.byteLength)
    this.root.add(
      pdf.struct('Figure', { alt: says || 'A photograph' }, () =>
        pdf.image(image as ArrayBuffer, this.left, top, {
          width: k * widthPx,
          height: k * heightPx
        })
      )
    )
    this.y = top + k * heightPx + 1.5 * PT
    if (says) this.lines('Caption', says, STYLES.soft)
    this.y += 3 * PT
  }

  /** The running title and the numbers of the pages, when their count is known. */
  close(title: string): void {
    const { pdf, type } = this
    this.root.end()
    const { count } = pdf.bufferedPageRange()
    for (let i = 0; i < count; i++) {
      pdf.switchToPage(i)
      pdf.markContent('Artifact', { type: 'Pagination' })
      const page = `${i + 1} of ${count}`
      const side = this.left + this.wide - type.width(page, STYLES.foot)
      const y = this.pageHigh - 10 * PT
      type.line(page, side, y, STYLES.foot)
      if (i > 0) type.line(type.fit(title, this.wide * 0.7, STYLES.foot), this.left, y, STYLES.foot)
      pdf.undash().lineWidth(0.35).strokeColor('#b9c2b9')
      pdf
        .moveTo(this.left, y - 5 * PT)
        .lineTo(this.pageWide - this.left, y - 5 * PT)
        .stroke()
      pdf.endMarkedContent()
    }
  }
}
