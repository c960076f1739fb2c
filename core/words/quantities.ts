import { shown, unbroken, unitName, type Units } from './units'

/** Quantities as they stand on the screen, each with its unit after a thin space. */

const THIN = '\u202f'
const oneDecimal = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 1 })

/** The number alone, where its unit stands beside it. @example figure(25.4, 'mm', 'inch') // "1" */
export const figure = (value: number, unit: string, units: Units): string =>
  unitName(unit, units) === unit ? oneDecimal.format(value) : shown(value, unit, units)

/** @example quantity(1240.2, 'm', 'metric') // "1,240.2 m" */
export const quantity = (value: number, unit: string, units: Units): string =>
  `${figure(value, unit, units)}${THIN}${unbroken(unitName(unit, units))}`

export const mm = (value: number, units: Units = 'metric'): string => quantity(value, 'mm', units)
export const grams = (value: number, units: Units = 'metric'): string => quantity(value, 'g', units)
export const ml = (value: number, units: Units = 'metric'): string =>
  quantity(value >= 100 && units === 'metric' ? Math.round(value) : value, 'ml', units)
export const cm2 = (areaMm2: number, units: Units = 'metric'): string =>
  quantity(areaMm2 / 100, 'cm²', units)
/** @example degrees(61.7, 'inch') // "143 °F" */
export const degrees = (celsius: number, units: Units = 'metric'): string =>
  quantity(units === 'metric' ? Math.round(celsius) : celsius, '°C', units)
export const number = (value: number): string => oneDecimal.format(value)

/**
 * What is finer than a tenth: light grams, thin films.
 *
 * @example fine(0.256, 'g') // "0.26 g"
 */
export const fine = (value: number, unit: string, units: Units = 'metric'): string =>
  units === 'metric' && value < 1
    ? `${value.toFixed(2)}${THIN}${unit}`
    : quantity(value, unit, units)

/** Money in the builder's own sign, or without one. @example money(3.5, '€') // "€3.50" */
export const money = (value: number, sign = ''): string =>
  `${value < 0 ? '−' : ''}${sign}${Math.abs(value).toFixed(2)}`

/**
 * How long a file is, or how much a store holds.
 *
 * @param bytes  as counted
 * @example fileSize(17_200) // '18 kB'
 */
export const fileSize = (bytes: number): string =>
  bytes < 1e6 ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`

/**
 * Where on earth, degrees north and east.
 *
 * @example placeOnEarth([47.3219, -10.99]) // '47.3219° N, 10.99° W'
 */
export const placeOnEarth = ([northDeg, eastDeg]: readonly [number, number]): string =>
  `${Math.abs(northDeg)}° ${northDeg < 0 ? 'S' : 'N'}, ${Math.abs(eastDeg)}° ${eastDeg < 0 ? 'W' : 'E'}`
