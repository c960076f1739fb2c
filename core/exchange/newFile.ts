import Joi from 'joi'
import { v5 as named } from 'uuid'
import { faultsOf } from '../build/file/checked'
import { FREE, newBuild, WATERS_NAMED } from '../build/newBuild'
import type { Build } from '../build/types'
import { isZone } from '../build/zone'
import { CARE, FROM, type Care, type From } from '../craft/ways/types'
import { faultLine } from '../physics/fault'
import { scaleRatio } from '../physics/shape/scale'

/** What a build is made from at the command line: the questions of *New build*. */
interface Asked {
  name: string
  scale: string
  widthMm: number
  depthMm: number
  waters: keyof typeof WATERS_NAMED
  free: keyof typeof FREE
  start: string
  zone: string
  from: From
  care: Care
  hold: 'dam' | 'case'
}

const size = () => Joi.number().min(10).max(10_000).required()
const schema = (now: { start: string; zone: string }) =>
  Joi.object({
    name: Joi.string().min(1).max(120).required(),
    scale: Joi.string()
      .required()
      .custom((value: string, helpers) =>
        scaleRatio(value) === null ? helpers.error('any.scale') : value
      ),
    widthMm: size(),
    depthMm: size(),
    waters: Joi.valid(...Object.keys(WATERS_NAMED)).default('pool-fall'),
    free: Joi.valid(...Object.keys(FREE)).default('two-evenings-and-saturday'),
    start: Joi.string()
      .pattern(
        /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d$/,
        'a local date and time such as 2026-11-24T19:00'
      )
      .default(now.start),
    zone: Joi.string()
      .max(80)
      .custom((value: string, helpers) => (isZone(value) ? value : helpers.error('any.zone')))
      .default(now.zone),
    from: Joi.valid(...FROM).default('bare-board'),
    care: Joi.valid(...CARE).default('usual'),
    hold: Joi.valid('dam', 'case').default('dam')
  })
    .required()
    .label('input')
    .messages({
      'any.scale': '{{#label}} must be a scale such as 1:48, OO or 87.1',
      'any.zone': '{{#label}} must be a time zone such as Europe/Lisbon',
      'string.pattern.name': '{{#label}} must be {#name}'
    })

/** Ids of builds made from the same words are the same. */
const NAMESPACE = '6f0f4f0a-3f6e-5d0b-9a51-7c1d5d2b8e44'

/**
 * The build that *New build* makes from the same choices.
 *
 * @param input  parsed JSON, trusted in nothing: docs/models.md 17
 * @param now    what `start` and `zone` are where they are left out
 * @throws RangeError naming the field, what it was and what is allowed
 * @example newFrom({ name: 'Mill', scale: '1:48', widthMm: 300, depthMm: 200 },
 *   { start: '2026-11-24T18:00', zone: 'UTC' }).care // "usual"
 */
export function newFrom(input: unknown, now: { start: string; zone: string }): Build {
  const { value, error } = schema(now).validate(input, {
    convert: false,
    abortEarly: false,
    errors: { label: 'key' }
  })
  if (error) throw new RangeError(faultLine(faultsOf(error)))
  const { name, scale, widthMm, depthMm, waters, free, start, zone, from, care, hold } =
    value as Asked
  return newBuild({
    id: named(JSON.stringify(input), NAMESPACE),
    name,
    scale,
    base: { widthMm, depthMm },
    waters: WATERS_NAMED[waters],
    calendar: { zone, start, week: FREE[free].week },
    from,
    care,
    hold
  })
}
