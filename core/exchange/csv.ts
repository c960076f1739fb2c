import type { ShoppingLine } from '../plan/4-amounts/shopping'
import { written } from '../words/sentence'

/** What a spreadsheet takes for the beginning of a formula, after any blanks; full width, too. */
const FORMULA = /^\s*[=+\-@\t\r＝＋－＠]/
/** What may part cells somewhere, or be cut off at an edge. */
const QUOTED = /[",;|\t\r\n]|^\s|\s$/

/** How a country's spreadsheets part columns, and what they write before tenths. */
export interface CsvStyle {
  separator: ',' | ';' | '\t'
  decimal: '.' | ','
}
export const PLAIN_CSV: CsvStyle = { separator: ',', decimal: '.' }
/** Every style there is. */
export const CSV_STYLES: readonly CsvStyle[] = ([',', ';', '\t'] as const).flatMap((separator) =>
  (['.', ','] as const).map((decimal) => ({ separator, decimal }))
)

/**
 * What spreadsheets of a language expect: where tenths stand after a comma, columns are parted by
 * semicolons.
 *
 * @param language  a tag such as "de-AT"
 * @source the decimal marks of the Unicode Common Locale Data Repository, as the runtime has them
 * @example csvStyleOf('de-AT') // { separator: ';', decimal: ',' }
 */
export function csvStyleOf(language: string): CsvStyle {
  const parts = new Intl.NumberFormat(language, { numberingSystem: 'latn' }).formatToParts(1.5)
  const comma = parts.some((p) => p.type === 'decimal' && p.value === ',')
  return comma ? { separator: ';', decimal: ',' } : PLAIN_CSV
}

/**
 * One cell of a CSV file: quoted where it must be or where another country parts its cells, and with
 * an apostrophe before what a spreadsheet would run as a formula.
 *
 * @source RFC 4180; OWASP, CSV Injection, from memory
 * @example csvCell('2:1, clear') // '"2:1, clear"'
 */
export function csvCell(value: string | number, { separator, decimal } = PLAIN_CSV): string {
  if (typeof value === 'number') {
    const text = String(value).replace('.', decimal)
    return text.includes(separator) ? `"${text}"` : text
  }
  const safe = FORMULA.test(value) ? `'${value}` : value
  return QUOTED.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
}

/** Marks a file as UTF-8: without it some spreadsheets take it for the alphabet of their country. */
const BYTE_ORDER_MARK = '\ufeff'

/** Rows as the text of a CSV file. */
export const csv = (
  rows: readonly (readonly (string | number)[])[],
  style: CsvStyle = PLAIN_CSV
): string =>
  BYTE_ORDER_MARK +
  rows.map((row) => row.map((cell) => csvCell(cell, style)).join(style.separator)).join('\r\n') +
  '\r\n'

/** An amount as one would shop for it: rounded up to what can be measured. */
export function shoppable(line: Pick<ShoppingLine, 'amount' | 'unit'>): number {
  const step = line.unit === 'piece' ? 1 : line.amount < 10 ? 0.1 : line.amount < 100 ? 1 : 5
  return Math.round(Math.ceil(line.amount / step - 1e-9) * step * 10) / 10
}

/**
 * The shopping list as a CSV file.
 *
 * @param currency  sign of the money that costs are in
 */
export const shoppingCsv = (
  lines: readonly ShoppingLine[],
  style: CsvStyle = PLAIN_CSV,
  currency = '€'
): string =>
  csv(
    [
      [
        'item',
        'amount',
        'unit',
        'also',
        'on the shelf',
        'to buy',
        'packs',
        'pack of',
        currency ? `cost, ${currency}` : 'cost',
        'note'
      ],
      ...lines.map((l) => [
        l.name,
        shoppable(l),
        l.unit === 'piece' && shoppable(l) !== 1 ? 'pieces' : l.unit,
        written(l.also),
        l.stock,
        shoppable({ amount: l.missing, unit: l.unit }),
        l.packs ?? '',
        l.packAmount ?? '',
        l.cost ?? '',
        l.note
      ])
    ],
    style
  )
