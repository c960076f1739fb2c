import { metric, type Units } from './units'

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

/** Units that a builder may type after a number, and how much of the field's own unit each is. */
const TYPED: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  mm: {
    mm: 'mm',
    cm: 'cm',
    m: 'm',
    in: 'in',
    inch: 'in',
    inches: 'in',
    '"': 'in',
    '″': 'in',
    ft: 'ft'
  },
  ml: { ml: 'ml', l: 'l', 'fl oz': 'fl oz', floz: 'fl oz' },
  g: { g: 'g', kg: 'kg', oz: 'oz', lb: 'lb' },
  '°C': { '°c': '°C', c: '°C', '°f': '°F', f: '°F' }
}
const METRIC: Readonly<Record<string, (value: number) => number>> = {
  cm: (value) => value * 10,
  m: (value) => value * 1000,
  ft: (value) => metric(value * 12, 'mm', 'inch'),
  in: (value) => metric(value, 'mm', 'inch'),
  l: (value) => value * 1000,
  'fl oz': (value) => metric(value, 'ml', 'inch'),
  kg: (value) => value * 1000,
  oz: (value) => metric(value, 'g', 'inch'),
  lb: (value) => metric(value * 16, 'g', 'inch'),
  '°F': (value) => metric(value, '°C', 'inch')
}
const PARTS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8'
}

/** "1 3/8", "1-3/8", "3/8", or any other number. */
function readFraction(text: string): number | Unread {
  const bare = text.trim().replace(/[½¼¾⅛⅜⅝⅞]/g, (sign) => ` ${PARTS[sign]}`)
  const found = /^([-+−]?)\s*(?:(\d+)(?:\s+|-))?(\d+)\s*[/⁄]\s*(\d+)$/.exec(bare.trim())
  if (!found) return readNumber(bare)
  const [, sign, whole, over, under] = found
  const value = Number(whole ?? 0) + Number(over) / Number(under)
  if (!Number.isFinite(value)) return 'none'
  return sign === '' || sign === '+' ? value : -value
}

/**
 * A quantity as a builder types it, in the field's unit or with another of its kind behind it.
 *
 * @param text   what was typed
 * @param unit   metric unit of the field: mm, ml, g, °C, or any other
 * @param units  what a bare number is in
 * @returns      the number in the metric unit, or why it is none
 * @example readQuantity('1 3/8', 'mm', 'inch') // 34.925
 * @example readQuantity('2 fl oz', 'ml', 'metric') // 59.147059125
 */
export function readQuantity(text: string, unit: string, units: Units): number | Unread {
  const [, bare, typed] = /^([^a-z°"″]*?)\s*([a-z°"″ ]*)$/i.exec(text.trim()) ?? ['', text, '']
  const named = TYPED[unit]?.[typed.trim().toLowerCase()]
  const value = readFraction(named === undefined ? text : bare)
  if (typeof value !== 'number') return value
  if (named === undefined) return metric(value, unit, units)
  return METRIC[named]?.(value) ?? value
}
