import Joi from 'joi'
import { LONGEST_MM } from './limits'
import { openRun, RUN_FIELDS, type KeptRun } from '../../running/keptRun'
import { instant } from './logSchema'

const open = (keys: Joi.SchemaMap) => Joi.object(keys).unknown(true)
const id = () =>
  Joi.string()
    .min(1)
    .max(64)
    .pattern(/^[\w.-]+$/, 'letters, digits, “-”, “_” and “.”')
const mm = () => Joi.number().min(-LONGEST_MM).max(LONGEST_MM)
const place = () => open({ x: mm().required(), y: mm().required() }).allow(null).required()
const flow = () => Joi.number().min(0).max(1e6).required()
const lines = () =>
  Joi.array()
    .items(Joi.array().items(Joi.array().items(mm()).length(2)).max(50_000))
    .max(5000)
    .required()
const packed = () =>
  open({
    step: Joi.number().greater(0).max(1e6).required(),
    data: Joi.string().max(4_000_000).base64().required()
  }).required()

const run = open({
  id: id().required(),
  name: Joi.string().min(1).max(120).required(),
  keptAt: instant().required(),
  ground: Joi.string().max(80).required(),
  grid: open({
    cellMm: Joi.number().greater(0).max(LONGEST_MM).required(),
    cols: Joi.number().integer().min(1).max(4000).required(),
    rows: Joi.number().integer().min(1).max(4000).required()
  }).required(),
  ranS: Joi.number().min(0).max(1e7).required(),
  dischargeM3S: flow(),
  inM3S: Joi.number().min(-1e6).max(1e6).required(),
  outM3S: Joi.number().min(-1e6).max(1e6).required(),
  falls: Joi.array()
    .items(
      open({
        water: id().required(),
        dischargeM3S: flow(),
        landMm: mm().required(),
        crestMm: mm().required(),
        levelMm: mm().required()
      })
    )
    .max(200)
    .required(),
  periodS: Joi.number().greater(0).max(1e4).allow(null).required(),
  phase: Joi.number().min(0).max(1).allow(null).required(),
  runUpMm: Joi.number().min(0).max(LONGEST_MM).allow(null).required(),
  breakMm: Joi.number().min(0).max(LONGEST_MM).allow(null).required(),
  strays: open({
    pct: Joi.number().min(0).max(100).required(),
    at: Joi.array().items(mm()).length(2).allow(null).required()
  }).required(),
  wash: open({ high: lines(), low: lines() }).required(),
  fields: open(Object.fromEntries(RUN_FIELDS.map((name) => [name, packed()]))).required()
}).custom((value: KeptRun, helpers) => {
  try {
    openRun(value, 1)
    return value
  } catch (error) {
    return helpers.error('run.fields', {
      why: error instanceof Error ? error.message : String(error)
    })
  }
})

/** What was let run: a part of the build file. */
export const RUNNING_SCHEMA = open({
  source: place(),
  out: place(),
  brushMm: Joi.number().min(0.5).max(200).allow(null).required(),
  mapsFrom: id().allow(null).required(),
  kept: Joi.array().items(run).unique('id').max(12).required()
})
