import type { Template } from './types'

export type Paper = 'a4' | 'letter'
/** Sheets, mm: ISO 216 and ANSI/ASME Y14.1. */
export const PAPERS: Readonly<Record<Paper, { name: string; widthMm: number; heightMm: number }>> =
  {
    a4: { name: 'A4', widthMm: 210, heightMm: 297 },
    letter: { name: 'Letter', widthMm: 215.9, heightMm: 279.4 }
  }
/** Printers leave this much white, mm; the 100 mm line and the name of the sheet stand in it. */
export const MARGIN_MM = 14
/** Sheets show this much of their neighbours, mm. */
export const OVERLAP_MM = 8
/** More sheets than this nobody glues together. */
export const MOST_SHEETS = 200

/** How a drawing falls on sheets. */
export interface Tiling {
  columns: number
  rows: number
  sheets: number
  stepXMm: number
  stepYMm: number
  liveWMm: number
  liveHMm: number
  landscape: boolean
}

/**
 * Sheets for a drawing, upright or lying, whichever takes fewer.
 * @example tiling({ widthMm: 420, heightMm: 300 }, 'a4').sheets // 4
 */
export function tiling(
  { widthMm, heightMm }: Pick<Template, 'widthMm' | 'heightMm'>,
  paper: Paper
): Tiling {
  const lay = (landscape: boolean): Tiling => {
    const { widthMm: pw, heightMm: ph } = PAPERS[paper]
    const [liveWMm, liveHMm] = landscape
      ? [ph - 2 * MARGIN_MM, pw - 2 * MARGIN_MM]
      : [pw - 2 * MARGIN_MM, ph - 2 * MARGIN_MM]
    const [stepXMm, stepYMm] = [liveWMm - OVERLAP_MM, liveHMm - OVERLAP_MM]
    const count = (size: number, step: number) =>
      Math.max(1, Math.ceil((size - OVERLAP_MM) / step - 1e-9))
    const [columns, rows] = [count(widthMm, stepXMm), count(heightMm, stepYMm)]
    return { columns, rows, sheets: columns * rows, stepXMm, stepYMm, liveWMm, liveHMm, landscape }
  }
  const [upright, lying] = [lay(false), lay(true)]
  return lying.sheets < upright.sheets ? lying : upright
}

/** Refuses what would take too many sheets, with the way to cut it down. @throws RangeError */
export function requireFew(templates: readonly Template[], paper: Paper): void {
  const counted = templates.map((t) => ({ t, sheets: tiling(t, paper).sheets }))
  const all = counted.reduce((sum, c) => sum + c.sheets, 0)
  if (all <= MOST_SHEETS) return
  const largest = counted.reduce((a, b) => (b.sheets > a.sheets ? b : a))
  throw new RangeError(
    `sheets: was ${all}; at most ${MOST_SHEETS} are printed at once. ${largest.sheets > MOST_SHEETS ? `“${largest.t.name}” alone takes ${largest.sheets}: save it as SVG or DXF and print it from a roll, or make the scene in modules` : `Choose fewer templates: “${largest.t.name}” takes ${largest.sheets}`}.`
  )
}
