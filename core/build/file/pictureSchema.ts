import Joi from 'joi'
import {
  LARGEST_PX,
  MOST_LINES,
  MOST_POINTS,
  MOST_TRACES,
  TRACED,
  type PictureScale,
  type Trace,
  type TracedLine
} from '../pictures'

const point = () =>
  Joi.array().items(Joi.number().min(-LARGEST_PX).max(LARGEST_PX).required()).length(2)
const length = () => Joi.number().greater(0).max(100_000)

/** How a picture lies on the plan or behind the section. */
export const PICTURE_SCALE = Joi.alternatives<PictureScale>().conditional('.by', {
  switch: [
    {
      is: 'two',
      then: Joi.object({
        by: Joi.valid('two').required(),
        points: Joi.array().items(point()).length(2).required(),
        mm: length().required(),
        widthPx: length().required(),
        heightPx: length().required()
      })
    },
    {
      is: 'side',
      then: Joi.object({
        by: Joi.valid('side').required(),
        points: Joi.array().items(point()).length(2).required(),
        mm: length().required(),
        at: point().required()
      })
    }
  ],
  otherwise: Joi.object({
    by: Joi.valid('four').required(),
    corners: Joi.array().items(point()).length(4).required(),
    widthMm: length().required(),
    depthMm: length().required(),
    at: point().required()
  })
})

/** Lines that were drawn on a picture. */
export const TRACED_LINES = Joi.array<TracedLine[]>()
  .items(
    Joi.object({
      kind: Joi.valid(...TRACED).required(),
      points: Joi.array().items(point()).min(1).max(MOST_POINTS).required()
    })
  )
  .max(MOST_LINES)

/** Pictures that a build keeps the scale and the lines of. */
export const TRACES_SCHEMA = Joi.array<Trace[]>()
  .items(
    Joi.object({
      photo: Joi.string().max(80).required(),
      scale: PICTURE_SCALE.required(),
      lines: TRACED_LINES.required(),
      shown: Joi.boolean().required()
    }).unknown(true)
  )
  .unique('photo')
  .max(MOST_TRACES)
