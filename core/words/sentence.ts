import { inUnitsTold, isUnit, type Unit, type Units } from './units'

/**
 * What the plan says, in parts: words, and quantities that are read in the units of choice. What is a
 * string is words alone, a name among them: nothing in it is ever turned.
 */
export type Sentence = string | Quantity | Phrase

/** Numbers with their unit, rounded as they are told: one, or several that share it. */
export interface Quantity {
  readonly values: readonly number[]
  readonly unit: Unit
  /** What stands between several: "–", " to ", " × ". */
  readonly between?: string
  /** °C from one temperature to another, not on the thermometer. */
  readonly apart?: true
}

export interface Phrase {
  readonly told: readonly (string | Quantity)[]
}

/** @example plain(3.14159) // "3.1" @example plain(3.14159, 2) // "3.14" */
export const plain = (value: number, digits = 1): string => String(rounded(value, digits))

const rounded = (value: number, digits: number) => Math.round(value * 10 ** digits) / 10 ** digits

/** @example counted(1, 'coat') // "1 coat" @example counted(3, 'coat') // "3 coats" */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`

/**
 * A quantity as it stands in a sentence: no more digits than the eye wants.
 *
 * @param value    one or several, in the metric unit
 * @param digits   digits after the point, in metric
 * @param between  what stands between several
 * @example written(quantity([3, 4.04], 'mm')) // "3–4 mm"
 * @example written(quantity([330, 200], 'mm', 0, ' × ')) // "330 × 200 mm"
 */
export function quantity(
  value: number | readonly number[],
  unit: Unit,
  digits = 1,
  between = '–'
): Quantity {
  if (typeof value === 'number') return { values: [rounded(value, digits)], unit }
  return { values: value.map((v) => rounded(v, digits)), unit, between }
}

/**
 * A number with a unit that stands in a table: as a quantity where it is read in others, too.
 *
 * @example written(inUnit(3.14159, 'drops/100 g')) // "3.1 drops/100 g"
 */
export const inUnit = (value: number, unit: string, digits = 1): Sentence =>
  isUnit(unit) ? quantity(value, unit, digits) : `${plain(value, digits)} ${unit}`

/** @example written(mm(3.14159)) // "3.1 mm" */
export const mm = (value: number): Quantity => quantity(value, 'mm')

/** @example written(grams(3.14159)) // "3.1 g" */
export const grams = (value: number): Quantity => quantity(value, 'g')

/** @example written(degrees(61.7)) // "62 °C" */
export const degrees = (value: number): Quantity => quantity(value, '°C', 0)

/** From one temperature to another. @example written(warmer(4), 'inch') // "7 °F" */
export const warmer = (value: number, digits = 0): Quantity => ({
  ...quantity(value, '°C', digits),
  apart: true
})

/** Several sentences and numbers as one. @example written(joined(['a', mm(3)], ', ')) // "a, 3 mm" */
export function joined(said: readonly (Sentence | number)[], between: Sentence = ''): Sentence {
  const parts: (string | Quantity)[] = []
  const put = (part: Sentence | number) => {
    if (typeof part === 'object') {
      if ('told' in part) part.told.forEach(put)
      else parts.push(part)
      return
    }
    const text = String(part)
    const last = parts.at(-1)
    if (typeof last === 'string') parts[parts.length - 1] = last + text
    else if (text !== '') parts.push(text)
  }
  said.forEach((one, i) => {
    if (i > 0) put(between)
    put(one)
  })
  if (parts.length === 0) return ''
  return parts.length === 1 ? parts[0] : { told: parts }
}

/** A sentence, its quantities kept as such. @example written(say`up to ${mm(35)}`) // "up to 35 mm" */
export const say = (
  texts: TemplateStringsArray,
  ...said: readonly (Sentence | number)[]
): Sentence => joined(texts.flatMap((text, i) => (i < said.length ? [text, said[i]] : [text])))

/** A sentence with its words changed, its quantities as they are. */
function wordsOf(said: Sentence, change: (words: string, first: boolean) => string): Sentence {
  if (typeof said === 'string') return change(said, true)
  if (!('told' in said)) return said
  return {
    told: said.told.map((part, i) => (typeof part === 'string' ? change(part, i === 0) : part))
  }
}

/** In small letters. @example lower('Pour 1 of 3') // "pour 1 of 3" */
export const lower = (said: Sentence): Sentence => wordsOf(said, (words) => words.toLowerCase())

/** With a large letter before. @example capital('pour 1 of 3') // "Pour 1 of 3" */
export const capital = (said: Sentence): Sentence =>
  wordsOf(said, (words, first) => (first ? words.charAt(0).toUpperCase() + words.slice(1) : words))

/** With a small letter before. @example uncapital('Pour 1 of 3') // "pour 1 of 3" */
export const uncapital = (said: Sentence): Sentence =>
  wordsOf(said, (words, first) => (first ? words.charAt(0).toLowerCase() + words.slice(1) : words))

/** A quantity in the units of choice. */
const ofQuantity = ({ values, unit, between = '', apart }: Quantity, units: Units): string =>
  inUnitsTold(values, unit, units, between, apart)

/**
 * A sentence as it is read, in the units of choice.
 *
 * @example written(say`a coat of ${mm(3.2)}`, 'inch') // "a coat of 1/8\u202fin"
 */
export function written(said: Sentence, units: Units = 'metric'): string {
  if (typeof said === 'string') return said
  if (!('told' in said)) return ofQuantity(said, units)
  return said.told
    .map((part) => (typeof part === 'string' ? part : ofQuantity(part, units)))
    .join('')
}

/** Whether something is a sentence with quantities in it. */
export function isTold(value: unknown): value is Quantity | Phrase {
  if (typeof value !== 'object' || value === null) return false
  if ('told' in value) return Array.isArray(value.told)
  return 'values' in value && 'unit' in value && Array.isArray(value.values)
}

/** Whatever holds sentences, with each as it is read. Its numbers stay metric. */
export type Written<T> = T extends Quantity | Phrase
  ? string
  : T extends ArrayBufferView
    ? T
    : T extends object
      ? { [K in keyof T]: Written<T[K]> }
      : T

/**
 * A plan, or any other plain data, with its sentences as text.
 *
 * @example allWritten({ number: mm(3) }, 'metric') // { number: '3 mm' }
 */
export function allWritten<T>(value: T, units: Units = 'metric'): Written<T> {
  const walk = (one: unknown): unknown => {
    if (typeof one !== 'object' || one === null || ArrayBuffer.isView(one)) return one
    if (isTold(one)) return written(one, units)
    if (Array.isArray(one)) return one.map(walk)
    return Object.fromEntries(Object.entries(one).map(([key, held]) => [key, walk(held)]))
  }
  return walk(value) as Written<T>
}

/** Something refused, with its reason: read in the units of choice where it is told. */
export class Refusal extends RangeError {
  /** @param says  what is wrong and what is allowed */
  constructor(readonly says: Sentence) {
    super(written(says))
  }
}

/** Why something failed. @example reasonOf(new Error('no room')) // "no room" */
export const reasonOf = (error: unknown): Sentence => {
  if (error instanceof Refusal) return error.says
  return error instanceof Error ? error.message : String(error)
}
