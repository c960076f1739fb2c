import Joi from 'joi'
import { MOST_CONTOURS, MOST_CONTOUR_POINTS, openLand, type Land } from '../land'
import { LONGEST_MM } from './limits'

const mm = () => Joi.number().min(-LONGEST_MM).max(LONGEST_MM)

/** Land as it was sculpted; left out: as high as its bank everywhere. */
export const LAND_SCHEMA = Joi.object<Land>({
  cellMm: Joi.number().greater(0).max(LONGEST_MM).required(),
  cols: Joi.number().integer().min(2).max(4000).required(),
  rows: Joi.number().integer().min(2).max(4000).required(),
  heights: Joi.object({
    step: Joi.number().greater(0).max(1000).required(),
    data: Joi.string().max(4_000_000).base64().required()
  })
    .unknown(true)
    .required(),
  contours: Joi.array()
    .items(
      Joi.object({
        zMm: mm().required(),
        points: Joi.array()
          .items(Joi.array().items(mm()).length(2))
          .min(1)
          .max(MOST_CONTOUR_POINTS)
          .required()
      }).unknown(true)
    )
    .max(MOST_CONTOURS)
})
  .unknown(true)
  .custom((value: Land, helpers) => {
    try {
      openLand(value)
      return value
    } catch (error) {
      return helpers.error('run.fields', {
        why: error instanceof Error ? error.message : String(error)
      })
    }
  })
