import Papa from 'papaparse'
import type { Fault } from '../physics/fault'
import type { Sounding } from '../physics/shape/surface'

/** What a column of a table was taken for. */
export interface TakenColumn {
  what: 'x' | 'y' | 'height' | 'dip'
  /** From the left, from 1. */
  column: number
  /** Its heading; empty: it has none. */
  heading: string
  unit: TableUnit
}
export type TableUnit = 'mm' | 'cm' | 'm' | 'in' | 'ft'
export type DecimalMark = '.' | ',' | 'either'

/** How a table was understood: shown before it is taken in. */
export interface TableTaken {
  columns: TakenColumn[]
  /** Columns that were left out, from 1, with their headings. */
  leftOut: { column: number; heading: string }[]
  decimal: DecimalMark
}

export interface SoundingsRead {
  soundings: Sounding[]
  faults: Fault[]
  /** Null: nothing was understood. */
  taken: TableTaken | null
}

/** Millimetres to one of a unit. International inch and foot, 1959. */
const MM: Record<TableUnit, number> = { mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8 }
const UNIT_WORDS: readonly [RegExp, TableUnit][] = [
  [/^(mm|millimet(er|re)s?)$/i, 'mm'],
  [/^(cm|centimet(er|re)s?)$/i, 'cm'],
  [/^(m|met(er|re)s?)$/i, 'm'],
  [/^(in|inch(es)?|["″])$/i, 'in'],
  [/^(ft|foot|feet|['′])$/i, 'ft']
]
const HEADINGS: readonly [RegExp, TakenColumn['what']][] = [
  [/^(x|east(ing)?|right)$/i, 'x'],
  [/^(y|north(ing)?|back)$/i, 'y'],
  [/^(z|h|heights?|elev(ation)?|level)$/i, 'height'],
  [/^(dips?|depths?|sounding)$/i, 'dip']
]
/** More rows than this are no doubt numbered by hand no more: they come from an instrument. */
const FEW_ROWS = 3
/** No base is larger, mm. */
const FURTHEST_MM = 100_000

/**
 * Soundings from cells pasted out of a spreadsheet or written in a file: x, y and height, or dip from
 * the water down, in any order where a first line names them, else the first three columns of numbers.
 * Columns of notes or of running numbers are left out, and said. Columns are parted by tabs,
 * semicolons, commas or spaces, cells may be quoted; decimal comma or point and thousands are told
 * from one another by the whole of the table; a heading may say the unit: "X (in)".
 *
 * @param text     what was pasted
 * @param levelMm  water level that dips are taken from, mm; left out: dips are refused in words
 * @returns        soundings in mm, or a fault for every line that has no three numbers; nothing is
 *   taken by halves
 * @example readSoundings('10\t20\t4,5').soundings // [[10, 20, 4.5]]
 */
export function readSoundings(text: string, levelMm?: number): SoundingsRead {
  const lines = text.replace(/^\ufeff/, '').split(/\r\n|\r|\n/)
  const separator = separatorOf(lines)
  const rows = lines
    .map((line, i) => ({ line, number: i + 1, cells: cellsOf(line, separator) }))
    .filter(({ line }) => line.trim() !== '')
  const nothing = (path: string, message: string): SoundingsRead => ({
    soundings: [],
    faults: [{ path, message }],
    taken: null
  })
  if (rows.length === 0)
    return nothing('', 'nothing was pasted: copy three columns, x, y and height in mm')
  const decimal = decimalOf(rows.flatMap((r) => r.cells))
  const valueOf = (cell: string | undefined) =>
    cell === undefined ? null : toNumber(cell, decimal)
  const named = rows.length > 1 && rows[0].cells.every((cell) => valueOf(cell) === null)
  const body = named ? rows.slice(1) : rows
  const heads = named ? rows[0].cells : []
  const wide = Math.max(...body.map((r) => r.cells.length))
  const columns = Array.from({ length: wide }, (_, i) => body.map((r) => valueOf(r.cells[i])))
  const found = columnsOf(columns, heads)
  if (typeof found === 'string') return nothing(`line ${body[0].number}`, found)
  const picked = found.map((i) => i.column - 1)
  const leftOut = columns.flatMap((_, i) =>
    picked.includes(i) ? [] : [{ column: i + 1, heading: headingOf(heads[i] ?? '').text }]
  )
  const taken = { columns: found, leftOut, decimal }
  const dip = found[2].what === 'dip'
  if (dip && levelMm === undefined)
    return nothing(
      `line ${rows[0].number}`,
      `says “${found[2].heading}”: dips count from the water down; give heights above the base, or paste them at their pool`
    )
  const faults: Fault[] = []
  const soundings = body.flatMap(({ line, number, cells }): Sounding[] => {
    const at = found.flatMap((c) => valueOf(cells[c.column - 1]) ?? [])
    if (at.length === 3) {
      const [x, y, z] = at.map((v, i) => v * MM[found[i].unit])
      const high = dip ? levelMm! - z : z
      const sounding: Sounding = [rounded(x), rounded(y), rounded(high)]
      if (sounding.every((v) => Math.abs(v) <= FURTHEST_MM)) return [sounding]
    }
    faults.push({
      path: `line ${number}`,
      message: `was “${line.trim().slice(0, 40)}”; must be three numbers: x, y and height in mm`
    })
    return []
  })
  return faults.length > 0 ? { soundings: [], faults, taken } : { soundings, faults, taken }
}

/** Nobody measures finer: what a conversion leaves behind the comma goes. */
const rounded = (mm: number) => Math.round(mm * 1e6) / 1e6

/** What is asked of a heading: its words, and the unit that it says. */
function headingOf(cell: string): { text: string; word: string; unit: TableUnit | null } {
  const parts = /^(.*?)[\s,_]*[([]?\s*([a-z]+|["″'′])\s*[)\]]?$/i.exec(cell.trim())
  const unit = UNIT_WORDS.find(([word]) => word.test(parts?.[2] ?? ''))?.[1] ?? null
  const alone = unit === null || parts![1] === ''
  const word = alone ? cell.trim() : parts![1].replace(/\s+in$/i, '')
  return { text: cell.trim(), word, unit: alone ? null : unit }
}

/** Which columns are x, y and height; or why that can't be told. */
function columnsOf(
  columns: readonly (number | null)[][],
  heads: readonly string[]
): TakenColumn[] | string {
  const said = columns.map((_, i) => headingOf(heads[i] ?? ''))
  const what = said.map(({ word }) => HEADINGS.find(([w]) => w.test(word))?.[1] ?? null)
  const units = new Set(said.map((s) => s.unit).filter((u) => u !== null))
  // a unit that is said once counts for all that say none
  const usual: TableUnit = units.size === 1 ? [...units][0] : 'mm'
  const column = (i: number, as: TakenColumn['what']): TakenColumn => ({
    what: as,
    column: i + 1,
    heading: said[i].text,
    unit: said[i].unit ?? usual
  })
  const [x, y] = [what.indexOf('x'), what.indexOf('y')]
  const height = what.includes('height') ? what.indexOf('height') : what.indexOf('dip')
  if (x >= 0 && y >= 0 && height >= 0)
    return [column(x, 'x'), column(y, 'y'), column(height, what[height]!)]
  const numbers = columns.flatMap((values, i) => (values.some((v) => v !== null) ? [i] : []))
  const counted = (i: number) =>
    columns[i].length >= FEW_ROWS && columns[i].every((v, k) => v === columns[i][0]! + k)
  const free = numbers.length > 3 && counted(numbers[0]) ? numbers.slice(1) : numbers
  if (free.length > 3)
    return `has ${free.length} numbers a line: name the columns in a first line, x, y and height`
  if (free.length < 3)
    return `has ${free.length === 0 ? 'no numbers' : `${free.length} of the three numbers`}: x, y and height in mm are needed`
  return (['x', 'y', 'height'] as const).map((as, k) => column(free[k], as))
}

type Separator = '\t' | ';' | ',' | ' '

function separatorOf(lines: readonly string[]): Separator {
  const body = lines.filter((line) => /\d/.test(line)).map((line) => line.replace(/"[^"]*"/g, '0'))
  if (body.some((line) => line.includes('\t'))) return '\t'
  if (body.some((line) => line.includes(';'))) return ';'
  // "1,5 2,5 3" has spaces between its numbers; "1, 2, 3" has a comma before each space
  if (body.some((line) => /^[-+\d.,\s]*\d\s+[-+]?\d/.test(line.trim()))) return ' '
  return ','
}

function cellsOf(line: string, separator: Separator): string[] {
  const trimmed = line.trim()
  const cells =
    separator === ' '
      ? trimmed.split(/\s+/)
      : (Papa.parse<string[]>(separator === '\t' ? line : trimmed, { delimiter: separator })
          .data[0] ?? [])
  return cells
    .map((cell) =>
      cell
        .trim()
        .replace(/^"(.*)"$/, '$1')
        .trim()
    )
    .filter((cell, i, all) => cell !== '' || i < all.length - 1)
}

/** Blanks and apostrophes that part thousands somewhere. */
const THOUSANDS = /(?<=\d)[\s'’\u00a0\u2009\u202f](?=\d{3}(\D|$))/g
const NUMERIC = /^[-+]?[\d.,]*\d[\d.,]*(e[-+]?\d{1,2})?$/i

/** The decimal mark of a table, by all of its numbers. */
function decimalOf(cells: readonly string[]): DecimalMark {
  const numbers = cells.map((c) => c.replace(THOUSANDS, '')).filter((c) => NUMERIC.test(c))
  const last = (c: string) => (c.lastIndexOf(',') > c.lastIndexOf('.') ? ',' : '.')
  for (const c of numbers) if (c.includes(',') && c.includes('.')) return last(c)
  const twice = (mark: string) => numbers.some((c) => c.split(mark).length > 2)
  if (twice(',')) return '.'
  if (twice('.')) return ','
  const [commas, points] = [',', '.'].map((mark) => numbers.filter((c) => c.includes(mark)))
  if (commas.length === 0) return '.'
  if (points.length === 0) return ','
  // both stand in the table, never in one number: what always has three figures after it parts thousands
  const parts = (list: readonly string[]) => list.every((c) => /^[-+]?\d{1,3}[.,]\d{3}$/.test(c))
  if (parts(commas) && !parts(points)) return '.'
  if (parts(points) && !parts(commas)) return ','
  return 'either'
}

function toNumber(cell: string, decimal: DecimalMark): number | null {
  const bare = cell.replace(THOUSANDS, '')
  const plain =
    decimal === 'either'
      ? bare.replace(',', '.')
      : bare.replaceAll(decimal === ',' ? '.' : ',', '').replace(decimal, '.')
  if (!/^[-+]?(\d+(\.\d*)?|\.\d+)(e[-+]?\d{1,2})?$/i.test(plain)) return null
  const value = Number(plain)
  return Number.isFinite(value) && Math.abs(value) <= FURTHEST_MM ? value : null
}
