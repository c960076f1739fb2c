import type { Template } from '../../plan/templates/types'
import { inSentence, type Units } from '../../words/units'

/** A template whose words are in the units of choice; its lines are where they were. */
export const worded = (template: Template, units: Units): Template => ({
  ...template,
  name: inSentence(template.name, units),
  use: inSentence(template.use, units),
  texts: template.texts.map(({ at, text }) => ({ at, text: inSentence(text, units) }))
})

/**
 * The line on every printed sheet that a rule is laid on.
 *
 * @example checkLine('inch') // { mm: 101.6, text: '4 in' }
 */
export const checkLine = (units: Units): { mm: number; text: string } =>
  units === 'inch' ? { mm: 101.6, text: '4 in' } : { mm: 100, text: '100 mm' }
