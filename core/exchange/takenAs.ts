import type { TableTaken, TableUnit } from './soundingsTable'

const UNITS: Record<TableUnit, string> = {
  mm: 'millimetres',
  cm: 'centimetres',
  m: 'metres',
  in: 'inches',
  ft: 'feet'
}
const MARKS = { '.': 'decimal point', ',': 'decimal comma', either: 'point and comma both decimal' }

/**
 * How a table was understood, for the builder to look over before it is taken in.
 * @example takenAs({ columns: [{ what: 'x', column: 1, heading: 'E', unit: 'mm' }], leftOut: [],
 *   decimal: '.' }) // 'x is column 1 “E”, in millimetres; decimal point.'
 */
export function takenAs({ columns, leftOut, decimal }: TableTaken): string {
  const called = (c: { column: number; heading: string }) =>
    `column ${c.column}${c.heading ? ` “${c.heading.slice(0, 30)}”` : ''}`
  const each = columns.map((c) => `${c.what} is ${called(c)}, in ${UNITS[c.unit]}`)
  const out = leftOut.length > 0 ? ` Left out: ${leftOut.map(called).join(', ')}.` : ''
  return `${each.join('; ')}; ${MARKS[decimal]}.${out}`
}
