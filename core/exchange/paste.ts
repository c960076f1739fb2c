import type { Fault } from '../physics/fault'
import type { Sounding } from '../physics/shape/surface'

/**
 * Soundings from cells pasted out of a spreadsheet or written in a file: three columns x, y,
 * height, parted by tabs,
 * semicolons, commas or spaces. A decimal comma is understood where it cannot be a separator; a
 * first line of words is
 * taken as headings.
 *
 * @param text  what was pasted, mm
 * @returns     the soundings, or a fault for every line that is no three numbers; nothing is taken by halves
 * @example readSoundings('10\t20\t4,5').soundings // [[10, 20, 4.5]]
 */
export function readSoundings(text: string): { soundings: Sounding[]; faults: Fault[] } {
  const lines = text.split(/\r\n|\r|\n/)
  const separator = separatorOf(lines)
  const soundings: Sounding[] = []
  const faults: Fault[] = []
  let begun = false
  lines.forEach((line, i) => {
    if (line.trim() === '') return
    const cells = cellsOf(line, separator)
    const numbers = cells.map(toNumber)
    const first = !begun
    begun = true
    if (cells.length === 3 && numbers.every((n) => n !== null)) {
      soundings.push(numbers as unknown as Sounding)
    } else if (!(first && numbers.every((n) => n === null))) {
      faults.push({
        path: `line ${i + 1}`,
        message: `was “${line.trim().slice(0, 40)}”; must be three numbers: x, y and height in mm`
      })
    }
  })
  if (soundings.length === 0 && faults.length === 0)
    faults.push({
      path: '',
      message: 'nothing was pasted: copy three columns, x, y and height in mm'
    })
  return { soundings: faults.length > 0 ? [] : soundings, faults }
}

type Separator = '\t' | ';' | ',' | ' '

function separatorOf(lines: readonly string[]): Separator {
  const body = lines.filter((line) => /\d/.test(line))
  if (body.some((line) => line.includes('\t'))) return '\t'
  if (body.some((line) => line.includes(';'))) return ';'
  // "1,5 2,5 3" has spaces between its numbers; "1, 2, 3" has a comma before each space
  if (body.some((line) => /\d\s+[-+]?\d/.test(line.trim()))) return ' '
  return ','
}

function cellsOf(line: string, separator: Separator): string[] {
  const trimmed = line.trim()
  const cells = separator === ' ' ? trimmed.split(/\s+/) : trimmed.split(separator)
  return cells
    .map((cell) =>
      cell
        .trim()
        .replace(/^"(.*)"$/, '$1')
        .trim()
    )
    .filter((cell, i, all) => cell !== '' || i < all.length - 1)
}

function toNumber(cell: string): number | null {
  if (!/^[-+]?(\d+([.,]\d*)?|[.,]\d+)(e[-+]?\d{1,2})?$/i.test(cell)) return null
  const value = Number(cell.replace(',', '.'))
  return Number.isFinite(value) && Math.abs(value) <= 100_000 ? value : null
}
