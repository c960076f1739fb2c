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
    [title, UNREADABLE, '0123456789 of • abcdefghijklmnopqrstuvwxyz ⁄', ...blocks.flatMap(wordsOf)],
    read
  )
  const book = pages(pdf, type, widthMm * PT, heightMm * PT)
  blocks.forEach((block, i) => {
    book.put(block, blocks[i + 1])
    done(i + 1, blocks.length)
  })
  book.close(title)
  return bytes()
}

const UNREADABLE = 'this photograph cannot be read'
/** A picture as the document holds it; null where it is none. */
function opened(pdf: Pdf, jpeg: Uint8Array): ArrayBuffer | null {
  const bytes = jpeg.buffer.slice(jpeg.byteOffset, jpeg.byteOffset + jpeg.byteLength)
  try {
    // the document's own reader, which the types of the library leave out; it is read once
    return (pdf as unknown as { openImage: (from: unknown) => ArrayBuffer }).openImage(bytes)
  } catch {
    return null
  }
}

/** Pages that are filled from the top down. */
interface Pages {
  put: (block: Block, next: Block | undefined) => void
  /** The running title and the numbers of the pages, when their count is known. */
  close: (title: string) => void
}

function pages(pdf: Pdf, type: Typeset, pageWide: number, pageHigh: number): Pages {
  const left = MARGIN.side
  const wide = pageWide - 2 * MARGIN.side
  const floor = pageHigh - MARGIN.bottom
  const root = pdf.struct('Document')
  let at = MARGIN.top

  const turn = (): void => {
    pdf.addPage()
    at = MARGIN.top
  }
  /** A new page where there is not so much room. */
  function need(high: number): void {
    if (at + high > floor && at > MARGIN.top) turn()
  }
  function tall(style: Style, lines = 1): number {
    return lines * style.size * LEAD
  }

  function put(block: Block, next: Block | undefined): void {
    switch (block.kind) {
      case 'title':
        lines('H1', block.text, STYLES.title)
        pdf.outline.addItem(block.text)
        for (const line of block.lines) lines('P', line, STYLES.text)
        at += 4 * PT
        break
      case 'chapter':
        // a chapter begins where half a page is left for it
        need(next?.kind === 'heading' ? 110 * PT : 50 * PT)
        if (at > MARGIN.top) at += 6 * PT
        pdf.outline.addItem(block.text)
        lines('H2', block.text, STYLES.chapter)
        at += 1.5 * PT
        break
      case 'heading':
        need(next?.kind === 'drawing' ? 80 * PT : 24 * PT)
        at += 2.5 * PT
        lines('H3', block.text, STYLES.heading)
        break
      case 'text':
        // what leads to a list stays with it
        if (next?.kind === 'list') need(tall(STYLES.text, 4))
        lines('P', block.text, block.soft ? STYLES.soft : STYLES.text)
        at += 1 * PT
        break
      case 'caution':
        caution(block.text)
        break
      case 'list':
        list(block.items)
        break
      case 'table':
        table(block)
        break
      case 'drawing':
        drawing(block)
        break
      case 'picture':
        picture(block)
        break
    }
  }

  /** Text in the width of the page, on as many pages as it takes. */
  function lines(tag: string, text: string, style: Style, indent = 0, to = root): void {
    const set = type.wrap(text, wide - indent, style)
    need(tall(style, Math.min(2, set.length)))
    to.add(
      pdf.struct(tag, {}, () => {
        for (const line of set) {
          if (at + tall(style) > floor) {
            pdf.continueOnNewPage()
            at = MARGIN.top
          }
          type.line(line, left + indent, at + style.size, style)
          at += tall(style)
        }
      })
    )
  }

  function caution(text: string): void {
    need(tall(STYLES.caution, type.wrap(text, wide - 4 * PT, STYLES.caution).length))
    const page = pdf.bufferedPageRange().count
    const top = at
    lines('Note', text, STYLES.caution, 4 * PT)
    if (pdf.bufferedPageRange().count === page)
      beside(() =>
        pdf
          .lineWidth(1.6)
          .undash()
          .strokeColor('#9c3b22')
          .moveTo(left + 1.2 * PT, top + 2)
          .lineTo(left + 1.2 * PT, at - 1)
          .stroke()
      )
    at += 1.5 * PT
  }

  /** Lines and boxes that say nothing to who listens. */
  function beside(draw: () => void): void {
    pdf.markContent('Artifact', { type: 'Layout' })
    draw()
    pdf.endMarkedContent()
  }

  function list(items: readonly string[]): void {
    const list = pdf.struct('L')
    root.add(list)
    for (const item of items) {
      const entry = pdf.struct('LI')
      list.add(entry)
      need(tall(STYLES.text))
      const top = at
      entry.add(
        pdf.struct('Lbl', {}, () =>
          type.line('•', left + 1.5 * PT, top + STYLES.text.size, STYLES.text)
        )
      )
      lines('LBody', item, STYLES.text, 5 * PT, entry)
      entry.end()
    }
    list.end()
    at += 1.5 * PT
  }

  function table(block: Extract<Block, { kind: 'table' }>): void {
    const all = block.shares.reduce((sum, s) => sum + s, 0)
    const gap = 2.5 * PT
    const columns = block.shares.map((s) => (wide * s) / all)
    const starts = columns.map((_, i) => columns.slice(0, i).reduce((sum, c) => sum + c, 0))
    const inTable = (cells: readonly string[], style: Style) =>
      cells.map((cell, i) => type.wrap(cell, columns[i] - gap, style))
    const table = pdf.struct('Table')
    root.add(table)
    const row = (cells: readonly string[], style: Style, tag: 'TH' | 'TD'): void => {
      const set = inTable(cells, style)
      const high = Math.max(...set.map((lines) => lines.length)) * tall(style) + 1.6 * PT
      // a row is not torn unless it is longer than a page
      need(Math.min(high, floor - MARGIN.top))
      const [top, line] = [at, pdf.struct('TR')]
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
              const y = top + 0.8 * PT + style.size + k * tall(style)
              type.line(text, left + starts[i] + push, y, cell)
            })
          )
        )
      })
      line.end()
      beside(() => {
        pdf.undash().lineWidth(0.35).strokeColor('#b9c2b9')
        pdf
          .moveTo(left, top + high)
          .lineTo(left + wide, top + high)
          .stroke()
        if (block.boxes && tag === 'TD')
          pdf
            .lineWidth(0.8)
            .strokeColor('#17221f')
            .rect(left + 0.5 * PT, top + 1.1 * PT, 2.9 * PT, 2.9 * PT)
            .stroke()
      })
      at = top + high
    }
    if (block.head.length > 0) row(block.head, STYLES.head, 'TH')
    for (const cells of block.rows) row(cells, STYLES.cell, 'TD')
    table.end()
    at += 2 * PT
  }

  function drawing({ strokes, mostMm, says }: Extract<Block, { kind: 'drawing' }>): void {
    const points = strokes.flatMap((s) => s.points)
    if (points.length === 0) return
    const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
    const reach = (values: number[]) =>
      values.reduce(([a, b], v) => [Math.min(a, v), Math.max(b, v)], [Infinity, -Infinity])
    const [[x0, x1], [y0, y1]] = [reach(xs), reach(ys)]
    const k = Math.min(wide / (x1 - x0 || 1), (mostMm * PT) / (y1 - y0 || 1), 3 * PT)
    const high = k * (y1 - y0)
    need(high + 6 * PT)
    const top = at + 1 * PT
    const middle = left + (wide - k * (x1 - x0)) / 2
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
    root.add(figure)
    at = top + high + 2 * PT
    lines('Caption', says, STYLES.soft)
    at += 1.5 * PT
  }

  function picture({ jpeg, says, widthPx, heightPx }: Extract<Block, { kind: 'picture' }>): void {
    const image = opened(pdf, jpeg)
    if (image === null) {
      // one that was damaged takes nothing else with it
      lines('P', [says, UNREADABLE].filter(Boolean).join(': '), STYLES.soft)
      return
    }
    const k = Math.min(wide / widthPx, (100 * PT) / heightPx)
    need(k * heightPx + 8 * PT)
    const top = at + 1 * PT
    root.add(
      pdf.struct('Figure', { alt: says || 'A photograph' }, () =>
        pdf.image(image, left, top, { width: k * widthPx, height: k * heightPx })
      )
    )
    at = top + k * heightPx + 1.5 * PT
    if (says) lines('Caption', says, STYLES.soft)
    at += 3 * PT
  }

  /** The running title and the numbers of the pages, when their count is known. */
  function close(title: string): void {
    root.end()
    const { count } = pdf.bufferedPageRange()
    for (let i = 0; i < count; i++) {
      pdf.switchToPage(i)
      pdf.markContent('Artifact', { type: 'Pagination' })
      const page = `${i + 1} of ${count}`
      const side = left + wide - type.width(page, STYLES.foot)
      const y = pageHigh - 10 * PT
      type.line(page, side, y, STYLES.foot)
      if (i > 0) type.line(type.fit(title, wide * 0.7, STYLES.foot), left, y, STYLES.foot)
      pdf.undash().lineWidth(0.35).strokeColor('#b9c2b9')
      pdf
        .moveTo(left, y - 5 * PT)
        .lineTo(pageWide - left, y - 5 * PT)
        .stroke()
      pdf.endMarkedContent()
    }
  }

  pdf.addStructure(root)
  turn()
  return { put, close }
}
