import type { Template } from '../../plan/templates/types'
import { written, type Written } from '../../words/sentence'
import type { Units } from '../../words/units'

/** A template with its words as they are printed. */
export type WrittenTemplate = Written<Template>

/** A template whose words are in the units of choice; its lines are where they were. */
export const worded = (template: Template, units: Units): WrittenTemplate => ({
  ...template,
  use: written(template.use, units),
  texts: template.texts.map(({ at, text }) => ({ at, text: written(text, units) }))
})

/**
 * The line on every printed sheet that a rule is laid on.
 *
 * @example checkLine('inch') // { mm: 101.6, text: '4 in' }
 */
export const checkLine = (units: Units): { mm: number; text: string } =>
  units === 'inch' ? { mm: 101.6, text: '4 in' } : { mm: 100, text: '100 mm' }
