/** Quantities as they stand on the screen, each with its unit after a thin space. */

const THIN = '\u202f'
const oneDecimal = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 1 })
const whole = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 0 })

export const mm = (value: number): string => `${oneDecimal.format(value)}${THIN}mm`
export const ml = (value: number): string =>
  `${value < 100 ? oneDecimal.format(value) : whole.format(value)}${THIN}ml`
export const grams = (value: number): string => `${oneDecimal.format(value)}${THIN}g`
export const cm2 = (areaMm2: number): string => `${oneDecimal.format(areaMm2 / 100)}${THIN}cm²`
export const number = (value: number): string => oneDecimal.format(value)

/** What is lighter than a gram wants a digit more. @example lightGrams(0.256) // "0.26 g" */
export const lightGrams = (value: number): string =>
  value < 1 ? `${value.toFixed(2)}${THIN}g` : grams(value)

/** Money in the builder's own sign, or without one. @example money(3.5, '€') // "€3.50" */
export const money = (value: number, sign = ''): string =>
  `${value < 0 ? '−' : ''}${sign}${Math.abs(value).toFixed(2)}`
