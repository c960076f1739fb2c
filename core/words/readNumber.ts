/** A text that is no number, or one that two countries read differently. */
export type Unread = 'none' | 'two ways'

/**
 * A number as a builder types it, with a decimal point or comma. What stands before the last of
 * both is a separator of thousands; one comma before three digits could be either, so nobody
 * guesses.
 *
 * @param text  what was typed
 * @returns     the number, or why it is none
 * @example readNumber('1.240,5') // 1240.5
 */
export function readNumber(text: string): number | Unread {
  const bare = text.trim().replace(/(?<=\d)[\s'’](?=\d)/g, '')
  if (/^[-+]?[1-9]\d{0,2},\d{3}$/.test(bare)) return 'two ways'
  const millions = /^[-+]?\d{1,3}(,\d{3}){2,}$/.test(bare)
  const decimalComma = !millions && bare.lastIndexOf(',') > bare.lastIndexOf('.')
  const plain = decimalComma ? bare.replaceAll('.', '').replace(',', '.') : bare.replaceAll(',', '')
  if (!/^[-+]?(\d+(\.\d*)?|\.\d+)(e[-+]?\d{1,2})?$/i.test(plain)) return 'none'
  return Number(plain)
}
