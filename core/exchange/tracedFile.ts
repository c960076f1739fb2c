import Joi from 'joi'
import { faultsOf } from '../build/file/checked'
import { faultLine } from '../physics/fault'
import type { Build } from '../build/types'
import {
  proposals,
  TRACED,
  type PictureScale,
  type Proposal,
  type TracedLine
} from '../plan/beside/traced'
import { derivePlan } from '../plan/derivePlan'

/** Lines on a picture as a file gives them: its scale, the lines, and the water in hand. */
export interface TracedFile {
  scale: PictureScale
  lines: TracedLine[]
  water?: string
}

const LARGEST_PX = 100_000
const point = () =>
  Joi.array().items(Joi.number().min(-LARGEST_PX).max(LARGEST_PX).required()).length(2)
const length = () => Joi.number().greater(0).max(100_000)

const SCHEMA = Joi.object<TracedFile>({
  scale: Joi.alternatives()
    .conditional('.by', {
      is: 'two',
      then: Joi.object({
        by: Joi.valid('two').required(),
        points: Joi.array().items(point()).length(2).required(),
        mm: length().required(),
        widthPx: length().required(),
        heightPx: length().required()
      }),
      otherwise: Joi.object({
        by: Joi.valid('four').required(),
        corners: Joi.array().items(point()).length(4).required(),
        widthMm: length().required(),
        depthMm: length().required(),
        at: point().required()
      })
    })
    .required(),
  lines: Joi.array()
    .items(
      Joi.object({
        kind: Joi.valid(...TRACED).required(),
        points: Joi.array().items(point()).min(1).max(2000).required()
      })
    )
    .max(500)
    .required(),
  water: Joi.string()
})

/**
 * What the lines of a file say of a build, without the edits that take it on.
 *
 * @throws RangeError that names the field, what it was and what is allowed
 */
export function proposedBy(build: Build, given: unknown): Omit<Proposal, 'edit'>[] {
  const { value, error } = SCHEMA.validate(given, { abortEarly: false, convert: false })
  if (error) throw new RangeError(faultLine(faultsOf(error)))
  const { scale, lines, water } = value
  return proposals(build, derivePlan(build), lines, scale, water ?? null).map(
    ({ edit: _, ...told }) => told
  )
}
