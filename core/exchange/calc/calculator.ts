import { LONGEST_MM } from '../../build/file/limits'
import Joi from 'joi'
import { NAMED_SCALES, scaleRatio } from '../../physics/shape/scale'

/** One calculator of the published contract: what it takes, and what it does with it. */
export interface Calculator {
  schema: Joi.ObjectSchema
  /** @param now  a clock in ms, for what may only take so long */
  run: (input: never, now: () => number) => object
}

export const calculator = <Input>(
  schema: Joi.ObjectSchema,
  run: (input: Input, now: () => number) => object
): Calculator => ({ schema, run })
export const length = () => Joi.number().min(-LONGEST_MM).max(LONGEST_MM)
/** A number above 0. */
export const some = (max: number) => Joi.number().greater(0).max(max)
export const unique = () => Joi.string().min(1).max(80)
/** A scale by name or number, taken as its ratio. */
export const scaleName = () =>
  Joi.alternatives(Joi.number(), Joi.string().max(40))
    .custom((value: string | number, helpers) => scaleRatio(value) ?? helpers.error('any.scale'))
    .messages({
      'any.scale': `"scale" must be 1 to 10000, "1:48", or one of ${[...NAMED_SCALES.keys()].join(', ')}`
    })
