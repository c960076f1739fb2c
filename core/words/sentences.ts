/**
 * Numbers as they stand in a sentence: no more digits than the eye wants, with a plain space before
 * the unit.
 */

/** @example plain(3.14159) // "3.1" @example plain(3.14159, 2) // "3.14" */
export const plain = (value: number, digits = 1): string =>
  String(Math.round(value * 10 ** digits) / 10 ** digits)

/** @example mm(3.14159) // "3.1 mm" */
export const mm = (value: number): string => `${plain(value)} mm`

/** @example degrees(61.7) // "62 °C" */
export const degrees = (value: number): string => `${plain(value, 0)} °C`

/** @example counted(1, 'coat') // "1 coat" @example counted(3, 'coat') // "3 coats" */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`
