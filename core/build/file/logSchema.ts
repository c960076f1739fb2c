import Joi from 'joi'
import { isRealDay } from './limits'

const open = (keys: Joi.SchemaMap) => Joi.object(keys).unknown(true)
const id = () =>
  Joi.string()
    .min(1)
    .max(64)
    .pattern(/^[\w.-]+$/, 'letters, digits, “-”, “_” and “.”')
/** Steps are called by their water, a slash and their place in its way. */
export const stepName = () =>
  Joi.string()
    .min(1)
    .max(200)
    .pattern(/^[\w.#:/~-]+$/, 'the id of a step')
/** Refuses days that no calendar has. */
export const realDay: Joi.CustomValidator<string> = (value, helpers) =>
  isRealDay(value) ? value : helpers.error('date.real')

/** A moment in universal time. */
export const instant = () =>
  Joi.string()
    .pattern(
      /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,3})?)?Z$/,
      'a moment in universal time such as 2026-11-24T19:02:11Z'
    )
    .custom(realDay)
const text = () => Joi.string().max(20_000).allow('')
const entry = (kind: string, keys: Joi.SchemaMap) =>
  open({ kind: Joi.valid(kind).required(), id: id().required(), at: instant().required(), ...keys })
const aStep = () => stepName().allow(null).required()

const KINDS = {
  step: entry('step', {
    step: stepName().required(),
    endedAt: instant().required(),
    done: Joi.boolean().required(),
    plannedMin: Joi.number().min(0).max(1e6).allow(null).required(),
    waitMin: Joi.number().min(0).max(1e7).required(),
    learns: open({ product: id().required(), what: Joi.valid('dry', 'cure', 'thicken').required() })
      .allow(null)
      .required()
  }),
  look: entry('look', {
    step: stepName().required(),
    ready: Joi.boolean().required(),
    becomes: Joi.valid('wet', 'workable', 'firm', 'clear', 'cured').required()
  }),
  batch: entry('batch', {
    pool: id().required(),
    pour: Joi.number().integer().min(1).max(1000).required(),
    cup: Joi.number().integer().min(1).max(1000).required(),
    aG: Joi.number().min(0).max(1e6).required(),
    bG: Joi.number().min(0).max(1e6).required()
  }),
  room: entry('room', {
    tempC: Joi.number().min(-40).max(60).required(),
    rhPct: Joi.number().min(0).max(100).required()
  }),
  photo: entry('photo', {
    caption: text().required(),
    step: aStep(),
    widthPx: Joi.number().integer().min(1).max(100_000).required(),
    heightPx: Joi.number().integer().min(1).max(100_000).required(),
    place: Joi.array().ordered(
      Joi.number().min(-90).max(90).required(),
      Joi.number().min(-180).max(180).required()
    )
  }),
  note: entry('note', { text: text().required(), step: aStep() }),
  lesson: entry('lesson', {
    text: text().required(),
    about: open({
      kind: Joi.valid('material', 'way', 'water').required(),
      id: id().required()
    }).required()
  }),
  cost: entry('cost', {
    what: Joi.string().max(200).allow('').required(),
    money: Joi.number().min(-1e9).max(1e9).required()
  })
}

/** What was done, seen and spent. */
export const LOG_SCHEMA = open({
  asOf: instant().allow(null).required(),
  entries: Joi.array()
    .items(
      Joi.alternatives().conditional('.kind', {
        switch: Object.entries(KINDS).map(([kind, then]) => ({ is: kind, then })),
        otherwise: open({ kind: Joi.valid(...Object.keys(KINDS)).required() })
      })
    )
    .unique('id')
    .max(20_000)
    .required()
})
