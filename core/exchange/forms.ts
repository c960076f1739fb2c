import Joi from 'joi'
import { scaleRatio } from '../physics/shape/scale'
import { readWindows } from '../plan/7-days/windows'

/**
 * What a builder may type into a form, said in their own words when it will not do. The file has its
 * own, stricter schema: these are for what is not yet a build.
 */

/** Name of a build, a bottle, a person. */
export const NAME = Joi.string().trim().min(1).max(120).required().messages({
  'string.empty': 'Give it a name.',
  'string.min': 'Give it a name.',
  'string.max': 'A name of 120 letters at most.'
})

/** A scale: "1:48", "OO", "87.1". */
export const SCALE = Joi.string()
  .required()
  .custom((text: string, helpers) =>
    scaleRatio(text) === null
      ? helpers.message({ custom: `“${text}” is no scale: write 1:48, OO or 87.1.` })
      : text
  )
  .messages({ 'string.empty': 'Give it a scale: 1:48, OO or 87.1.' })

/** Free hours of a day as text: "19:00–21:30, 22–23", or nothing. */
export const HOURS = Joi.string()
  .allow('')
  .custom((text: string, helpers) => {
    const answer = readWindows(text)
    return typeof answer === 'string' ? helpers.message({ custom: `${answer}.` }) : text
  })

/** A date of the calendar. */
export const DATE = Joi.string()
  .required()
  .pattern(/^\d{4}-\d{2}-\d{2}$/)
  .messages({ '*': 'Choose the date first.' })
