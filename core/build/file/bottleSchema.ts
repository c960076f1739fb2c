import Joi from 'joi'

const id = () =>
  Joi.string()
    .min(1)
    .max(64)
    .pattern(/^[\w.-]+$/, 'letters, digits, “-”, “_” and “.”')
const above = (max: number) => Joi.number().greater(0).max(max)
const open = (keys: Joi.SchemaMap) => Joi.object(keys).unknown(true)
const colour = () => Joi.string().pattern(/^#[0-9a-f]{6}$/i, 'a colour such as #1d6f74')

const shared = {
  id: id().required(),
  name: Joi.string().min(1).max(120).required(),
  note: Joi.string().max(2000).allow('').required(),
  cautions: Joi.array().items(Joi.string().max(40)).max(20).required(),
  pack: open({ amount: above(1e7).required(), price: Joi.number().min(0).max(1e6).required() }),
  stock: Joi.number().min(0).max(1e7),
  own: Joi.valid(true)
}

/** What the heat model knows of a resin, and what it takes: W, J, g and K. */
export const KINETICS_FIELDS: Joi.SchemaMap = {
  a1PerS: Joi.number().min(0).max(1e20).required(),
  e1JMol: Joi.number().min(0).max(200_000).required(),
  a2PerS: Joi.number().min(0).max(1e20).required(),
  e2JMol: Joi.number().min(0).max(200_000).required(),
  m: Joi.number().min(0).max(5).required(),
  n: Joi.number().min(0).max(6).required(),
  heatJG: Joi.number().min(0).max(2000).required(),
  cJGK: above(20).required(),
  kWMK: above(500).required(),
  densityGCm3: above(25).required(),
  gelAlpha: Joi.number().greater(0).less(1).required()
}

const resin = open({
  kind: Joi.valid('resin').required(),
  ...shared,
  partA: above(1000).required(),
  partB: above(1000).required(),
  basis: Joi.valid('volume', 'mass').required(),
  densityA: above(25).required(),
  densityB: above(25).required(),
  batchMaxG: above(1e6).required(),
  layerMaxMm: above(400).required(),
  potLifeMin: Joi.number().min(0.5).max(10_000).required(),
  potLifeG: Joi.number().min(1).max(5000).required(),
  potLifeC: Joi.number().min(5).max(50).required(),
  stirMin: Joi.number().min(0).max(120).required(),
  standMin: Joi.number().min(0).max(600).required(),
  curedH: Joi.number().min(0.1).max(2000).required(),
  kinetics: open(KINETICS_FIELDS)
})

const tint = open({
  kind: Joi.valid('tint').required(),
  ...shared,
  dropsPerMl: above(500).required(),
  look: open({
    colour: colour().required(),
    atDropsPer100G: above(2000).required(),
    atDepthMm: above(1000).required(),
    scatterPerMm: Joi.number().min(0).max(10)
  }).required()
})

const lightResin = open({
  kind: Joi.valid('light-resin').required(),
  ...shared,
  densityGCm3: above(25).required(),
  dpMm: above(1000).required(),
  ecMjCm2: above(1e6).required()
})
const lamp = open({
  kind: Joi.valid('lamp').required(),
  ...shared,
  irradianceMwCm2: above(1e6).required(),
  atMm: above(2000).required(),
  spotCm2: above(10_000).required()
})

/** Kinds of bottle that a builder may have of their own. */
export const OWN_KINDS = ['resin', 'tint', 'light-resin', 'lamp'] as const

/** The builder's own bottle, as it is kept on the shelf and carried by a build. */
export const BOTTLE_SCHEMA = Joi.alternatives().conditional('.kind', {
  switch: [
    { is: 'resin', then: resin },
    { is: 'tint', then: tint },
    { is: 'light-resin', then: lightResin },
    { is: 'lamp', then: lamp }
  ],
  otherwise: open({ kind: Joi.valid(...OWN_KINDS).required() })
})
