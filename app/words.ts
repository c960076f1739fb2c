import { useSettingsStore } from './stores/settings'
import * as metric from '../core/words/quantities'
import { written, type Sentence } from '../core/words/sentence'
import { inUnits, unitName, type Units } from '../core/words/units'

export { fileSize, money, number } from '../core/words/quantities'

/**
 * Quantities and sentences in the builder's units. Called while a view is drawn, so a change of
 * units redraws it.
 */
export const units = (): Units => useSettingsStore().units

export const mm = (value: number): string => metric.mm(value, units())
export const ml = (value: number): string => metric.ml(value, units())
export const grams = (value: number): string => metric.grams(value, units())
export const cm2 = (areaMm2: number): string => metric.cm2(areaMm2, units())
export const degrees = (celsius: number): string => metric.degrees(celsius, units())
export const fine = (value: number, unit: string): string => metric.fine(value, unit, units())
/** Any other quantity, in its metric unit: "m", "m/s", "km". */
export const quantity = (value: number, unit: string): string =>
  metric.quantity(value, unit, units())
/** So much of a material, in the unit that it is bought in. @example amountOf('piece', 3) // "3" */
export const amountOf = (unit: string, amount: number): string =>
  unit === 'piece' ? metric.number(amount) : quantity(amount, unit)
/** A place on the base, as a reader by ear is told of it. @example whereabouts([12, 34]) // "at 12 mm, 34 mm" */
export const whereabouts = ([x, y]: readonly number[]): string => `at ${mm(x)}, ${mm(y)}`
/** The number alone, where its unit stands apart from it. */
export const figure = (value: number, unit: string): string => metric.figure(value, unit, units())
/** For charts: the bare number in the builder's units. */
export const axis = (value: number, unit: string): number => inUnits(value, unit, units())
export const unit = (name: string): string => unitName(name, units())
/** What the plan says, in the builder's units. */
export const said = (text: Sentence): string => written(text, units())
