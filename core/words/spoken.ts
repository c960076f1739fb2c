import { written, type Sentence } from './sentence'
import type { Units } from './units'

/** What the eye reads and the ear would not: units in words, no signs. */
const SPOKEN: readonly [RegExp, string][] = [
  [/(\d)–(?=\d)/g, '$1 to '],
  [/(\d)-(\d+\/\d+)/g, '$1 and $2'],
  [/(\d)\u202fin\b/g, '$1 inches'],
  [/(\d)\u202fin²/g, '$1 square inches'],
  [/(\d)\s?fl\soz\b/g, '$1 fluid ounces'],
  [/(\d)\s?oz\b/g, '$1 ounces'],
  [/(\d)\s?mm\b/g, '$1 millimetres'],
  [/(\d)\s?cm²/g, '$1 square centimetres'],
  [/(\d)\s?ml\b/g, '$1 millilitres'],
  [/(\d)\s?kg\b/g, '$1 kilograms'],
  [/(\d)\s?g\b/g, '$1 grams'],
  [/(\d)\s?°[CF]/g, '$1 degrees'],
  [/(\d)\s?min\b/g, '$1 minutes'],
  [/(\d)\s?h\b/g, '$1 hours'],
  [/(\d)\s?%/g, '$1 percent'],
  [/(\d) ?: ?(?=\d\b)/g, '$1 to '],
  [/\s?×\s?/g, ' by '],
  [/\s?·\s?/g, ', '],
  [/[“”]/g, '']
]

/**
 * A sentence as a voice should read it, its quantities in the units of choice.
 *
 * @example spoken(say`${quantity([3, 4], 'mm')}, then 35 min`) // '3 to 4 millimetres, then 35 minutes'
 */
export const spoken = (told: Sentence, units: Units = 'metric'): string =>
  SPOKEN.reduce((said, [sign, words]) => said.replace(sign, words), written(told, units))
