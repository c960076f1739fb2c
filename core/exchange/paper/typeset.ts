import bidiFactory from 'bidi-js'
import LineBreaker from 'linebreak'
import { fontPath, fontsFor, isUnseen, type FontFiles, type Weight } from './fontChoice'
import { joined } from '../joined'
import { plainFont } from './plainFont'
import { PDFDocument, type Pdf } from './pdfKit'

/** Points to a millimetre. */
export const PT = 72 / 25.4

/** A stretch of a line in one font, in the order in which it stands on paper. */
interface Run {
  font: string
  text: string
}
export interface Style {
  /** Height of the letters, pt. */
  size: number
  weight?: Weight
  /** "#17221f" */
  colour?: string
}

/** Sets text of any script on a page: fonts by letter, right to left where it runs so. */
export interface Typeset {
  /** Width of a line, pt. */
  width: (text: string, style: Style) => number
  /** Draws a line from a point of its base line, pt from the top left of the page. */
  line: (text: string, x: number, y: number, style: Style) => void
  /** Lines of a text no wider than so many points. */
  wrap: (text: string, mostPt: number, style: Style) => string[]
  /** A line cut at a letter, with an ellipsis, where it is too wide. */
  fit: (text: string, mostPt: number, style: Style) => string
}

const bidi = bidiFactory()
const letters = new Intl.Segmenter(undefined, { granularity: 'grapheme' })
const INK = '#17221f'
/** What a letter that no font holds is drawn as. */
const UNKNOWN = '\ufffd'

/** A document and the fonts for all that will be set in it. */
export async function typesetting(
  options: PDFKit.PDFDocumentOptions,
  texts: Iterable<string>,
  read: FontFiles
): Promise<{ pdf: Pdf; type: Typeset; bytes: () => Promise<Uint8Array> }> {
  const codes = new Set<number>([...`${UNKNOWN}… 0`].map((c) => c.codePointAt(0)!))
  for (const text of texts) for (const c of text) codes.add(c.codePointAt(0)!)
  const listed = await fontsFor(read, codes)
  // what cannot be had without a network leaves its letters out, and not the whole document
  const got = await Promise.all(listed.map((part) => read(fontPath(part)).catch(() => null)))
  const parts = listed.filter((_, i) => got[i] !== null)
  const files = got.filter((file) => file !== null).map(plainFont)
  const pdf = new PDFDocument({
    ...options,
    autoFirstPage: false,
    // none of its own: a font that is opened twice would be read anew at every change to it
    font: null as unknown as string
  })
  const chunks: Uint8Array[] = []
  pdf.on('data', (chunk: Uint8Array) => chunks.push(chunk))
  const ended = new Promise<void>((resolve) => pdf.on('end', () => resolve()))
  const fonts = parts.map((part, i) => {
    const name = fontPath(part)
    pdf.registerFont(name, files[i] as unknown as ArrayBuffer)
    pdf.font(name)
    return { name, weight: part.weight, has: glyphsOf(pdf) }
  })
  return {
    pdf,
    type: typeset(pdf, fonts),
    bytes: async () => {
      pdf.end()
      await ended
      return joined(chunks)
    }
  }
}

interface OpenFont {
  name: string
  weight: Weight
  has: (code: number) => boolean
}

/** Whether the font that is chosen holds a letter. */
function glyphsOf(pdf: Pdf): (code: number) => boolean {
  const { font } = (
    pdf as unknown as { _font: { font: { hasGlyphForCodePoint: (code: number) => boolean } } }
  )._font
  return (code) => {
    try {
      return font.hasGlyphForCodePoint(code)
    } catch {
      // a part of a family that holds pictures without a list of letters
      return false
    }
  }
}

function typeset(pdf: Pdf, fonts: readonly OpenFont[]): Typeset {
  const holding = (codes: readonly number[], weight: Weight): OpenFont | undefined => {
    const all = fonts.filter((f) => codes.every((c) => f.has(c)))
    return all.find((f) => f.weight === weight) ?? all[0]
  }
  const byLetter = new Map<string, { font: string; text: string }>()
  /** The font for a letter with its marks; what no font holds is shown to be missing. */
  function fontOf(letter: string, weight: Weight): { font: string; text: string } {
    const key = `${weight}${letter}`
    const known = byLetter.get(key)
    if (known) return known
    // spaces of any width are one space where a font has no other
    const plain = /^\s$/u.test(letter) ? ' ' : letter
    const codes = Array.from(plain, (c) => c.codePointAt(0)!).filter((c) => !isUnseen(c))
    const found = holding(codes, weight)
    // what no font holds whole may be had in parts: "⅓" as 1⁄3
    const parts = Array.from(plain.normalize('NFKC'), (c) => c.codePointAt(0)!)
    const apart = found ? undefined : holding(parts, weight)
    const answer = found
      ? { font: found.name, text: String.fromCodePoint(...codes) }
      : apart
        ? { font: apart.name, text: String.fromCodePoint(...parts) }
        : { font: fonts.find((f) => f.has(UNKNOWN.codePointAt(0)!))!.name, text: UNKNOWN }
    byLetter.set(key, answer)
    return answer
  }
  const runs = (line: string, weight: Weight): Run[] => {
    const out: Run[] = []
    for (const piece of inOrder(line)) {
      let last = null as Run | null
      for (const { segment } of letters.segment(piece)) {
        const { font, text } = fontOf(segment, weight)
        if (last?.font === font) last.text += text
        else out.push((last = { font, text }))
      }
    }
    return out
  }
  const widths = new Map<string, number>()
  const width = (text: string, { size, weight = 400 }: Style): number => {
    const key = `${weight}${text}`
    let wide = widths.get(key)
    if (wide === undefined) {
      wide = 0
      for (const run of runs(text, weight))
        wide += pdf.font(run.font).fontSize(100).widthOfString(run.text) / 100
      widths.set(key, wide)
    }
    return wide * size
  }
  const fit: Typeset['fit'] = (text, mostPt, style) => {
    if (width(text, style) <= mostPt) return text
    let kept = ''
    for (const { segment } of letters.segment(text)) {
      if (width(`${kept}${segment}…`, style) > mostPt) break
      kept += segment
    }
    return `${kept.trimEnd()}…`
  }
  return {
    width,
    fit,
    line: (text, x, y, { size, weight = 400, colour = INK }) => {
      let at = x
      pdf.fillColor(colour).fontSize(size)
      for (const run of runs(text, weight)) {
        pdf.font(run.font).text(run.text, at, y, { lineBreak: false, baseline: 'alphabetic' })
        at += pdf.widthOfString(run.text)
      }
    },
    wrap: (text, mostPt, style) =>
      text.split('\n').flatMap((paragraph) => {
        const breaker = new LineBreaker(paragraph)
        const lines: string[] = []
        let [line, from, wide] = ['', 0, 0]
        // word by word: measured once each, for most come again
        for (let next = breaker.nextBreak(); next; next = breaker.nextBreak()) {
          const word = paragraph.slice(from, next.position)
          from = next.position
          const bare = width(word.trimEnd(), style)
          if (line !== '' && wide + bare > mostPt) {
            lines.push(line.trimEnd())
            ;[line, wide] = ['', 0]
          }
          line += word
          wide += bare + (word.length - word.trimEnd().length) * width(' ', style)
          // a word longer than a line is cut where it must
          while (bare > mostPt && line.length > 1 && width(line.trimEnd(), style) > mostPt) {
            const head = fit(line, mostPt, style).slice(0, -1) || line.slice(0, 1)
            lines.push(head)
            line = line.slice(head.length)
            wide = width(line, style)
          }
        }
        return [...lines, line.trimEnd()]
      })
  }
}

/**
 * A line in stretches of one direction, from left to right as they stand on paper; words of a script
 * that runs to the left each by themselves, for a font turns letters round and not words.
 *
 * @source Unicode Standard Annex #9, L2
 */
function inOrder(line: string): string[] {
  if (!/[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/.test(line)) return [line]
  const { levels } = bidi.getEmbeddingLevels(line)
  const mirrored = bidi.getMirroredCharactersMap(line, levels)
  const shown = Array.from({ length: line.length }, (_, i) => mirrored.get(i) ?? line[i])
  let stretches: { level: number; text: string }[] = []
  for (let i = 0; i < line.length; i++) {
    const last = stretches.at(-1)
    if (last?.level === levels[i]) last.text += shown[i]
    else stretches.push({ level: levels[i], text: shown[i] })
  }
  stretches = stretches.flatMap(({ level, text }) =>
    level % 2 === 0
      ? [{ level, text }]
      : text.split(/(?<=\s)|(?=\s)/).map((word) => ({ level, text: word }))
  )
  for (let level = Math.max(...stretches.map((s) => s.level)); level > 0; level--)
    for (let i = 0; i < stretches.length; i++) {
      let end = i
      while (end < stretches.length && stretches[end].level >= level) end++
      if (end > i + 1) stretches.splice(i, end - i, ...stretches.slice(i, end).reverse())
      i = Math.max(i, end - 1)
    }
  return stretches.map((s) => s.text)
}
