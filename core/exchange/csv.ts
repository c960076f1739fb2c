import type { ShoppingLine } from '../plan/4-amounts/shopping'

/** What a spreadsheet takes for the beginning of a formula, after any blanks; full width, too. */
const FORMULA = /^\s*[=+\-@\t\r＝＋－＠]/
/** What may part cells somewhere, or be cut off at an edge. */
const QUOTED = /[",;|\t\r\n]|^\s|\s$/

/**
 * One cell of a CSV file: quoted where it must be or where another country parts its cells, and with
 * an apostrophe before what a spreadsheet would run as a formula.
 *
 * @source RFC 4180; OWASP, CSV Injection, from memory
 * @example csvCell('2:1, clear') // '"2:1, clear"'
 */
export function csvCell(value: string | number): string {
  if (typeof value === 'number') return String(value)
  const safe = FORMULA.test(value) ? `'${value}` : value
  return QUOTED.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
}

/** Rows as the text of a CSV file. */
export const csv = (rows: readonly (readonly (string | number)[])[]): string =>
  rows.map((row) => row.map(csvCell).join(',')).join('\r\n') + '\r\n'

/** An amount as one would shop for it: rounded up to what can be measured. */
export function shoppable(line: Pick<ShoppingLine, 'amount' | 'unit'>): number {
  const step = line.unit === 'piece' ? 1 : line.amount < 10 ? 0.1 : line.amount < 100 ? 1 : 5
  return Math.round(Math.ceil(line.amount / step - 1e-9) * step * 10) / 10
}

/** The shopping list as a CSV file. */
export const shoppingCsv = (lines: readonly ShoppingLine[]): string =>
  csv([
    [
      'item',
      'amount',
      'unit',
      'also',
      'on the shelf',
      'to buy',
      'packs',
      'pack of',
      'cost',
      'note'
    ],
    ...lines.map((l) => [
      l.name,
      shoppable(l),
      l.unit,
      l.also,
      l.stock,
      shoppable({ amount: l.missing, unit: l.unit }),
      l.packs ?? '',
      l.packAmount ?? '',
      l.cost ?? '',
      l.note
    ])
  ])
