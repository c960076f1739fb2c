import Joi from 'joi'
import type { Fault } from '../../physics/fault'
import { layStack, type KeptStack } from '../stack'
import type { Build } from '../types'
import { checkBuild, readJson, type ReadResult } from './buildFile'
import { faultsOf } from './checked'

const text = (most: number) => Joi.string().max(most)
const STACK_SCHEMA = Joi.object({
  format: Joi.valid('tall-spindle-stack').required(),
  version: Joi.valid(1).required(),
  name: text(120).min(1).required(),
  kind: Joi.valid('pool', 'fall', 'reach', 'sea', 'splash').required(),
  way: text(64).required(),
  making: Joi.object().unknown(true).required(),
  laid: Joi.array().items(Joi.object().unknown(true)).max(200).required(),
  order: Joi.array().items(text(120)).max(400).allow(null).required(),
  lays: Joi.array()
    .items(
      Joi.object({
        step: text(120).required(),
        state: Joi.valid('planned', 'leftOut', 'there').required()
      })
    )
    .max(400)
    .required(),
  bottles: Joi.array().items(Joi.object().unknown(true)).max(200)
})
  .unknown(true)
  .required()

/** A stack read from a file; what is in it is checked where it is laid. */
export function readStack(given: string): ReadResult<KeptStack> {
  const read = readJson(given)
  if (!read.ok) return read
  const { error, value } = STACK_SCHEMA.validate(read.value, { convert: false, abortEarly: false })
  return error ? { ok: false, faults: faultsOf(error) } : { ok: true, value: value as KeptStack }
}

/**
 * A build with a kept stack laid on one of its waters; with anything that such a build may not be,
 * nothing is laid and the faults are named.
 */
export function laidOn(build: Build, kept: KeptStack, id: string): ReadResult<Build> {
  const water = build.waters.find((w) => w.id === id)
  if (water?.kind !== kept.kind) {
    const message = `is a stack for a ${kept.kind}, and “${water?.name ?? id}” is ${water ? `a ${water.kind}` : 'not in this build'}`
    const fault: Fault = { path: 'kind', message }
    return { ok: false, faults: [fault] }
  }
  return checkBuild(layStack(kept, id)(build))
}
