import Joi from 'joi'
import { faultsOf } from '../build/file/checked'
import { faultLine } from '../physics/fault'
import type { Build } from '../build/types'
import { PICTURE_SCALE, TRACED_LINES } from '../build/file/pictureSchema'
import type { PictureScale, TracedLine } from '../build/pictures'
import { proposals, type Proposal } from '../plan/beside/traced'
import { derivePlan } from '../plan/derivePlan'

/** Lines on a picture as a file gives them: its scale, the lines, and the water in hand. */
export interface TracedFile {
  scale: PictureScale
  lines: TracedLine[]
  water?: string
}

const SCHEMA = Joi.object<TracedFile>({
  scale: PICTURE_SCALE.required(),
  lines: TRACED_LINES.required(),
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
