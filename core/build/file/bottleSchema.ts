import Joi from 'joi'
import { THINGS } from '../../craft/materials/pairs'
import type { MaterialKind } from '../../craft/materials/types'

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

/** A thing of the table of pairs, by id. */
const thing = () => Joi.valid(...Object.keys(THINGS))
/** What makes a thing set; left out: it dries. */
const SETS = Joi.valid('cure', 'cool')
const thermal = open({
  kWMK: above(500).required(),
  cJGK: above(20).required(),
  densityGCm3: above(25).required(),
  softensC: Joi.number().min(20).max(3000).allow(null).required()
})
const gel = open({
  kind: Joi.valid('gel').required(),
  ...shared,
  sets: SETS,
  densityGCm3: above(25).required(),
  coatMm: above(50).required(),
  finestMm: above(100).required(),
  solidsVol: Joi.number().greater(0).less(1).required(),
  dM2S: Joi.number().min(1e-15).max(1e-6).required(),
  fallsBy: Joi.number().min(0).max(20).required(),
  chi: Joi.number().min(-2).max(5).required(),
  viscosityPaS: above(1e5).required(),
  thickenMin: above(5000).required(),
  surfaceTensionNM: above(1).required(),
  yieldPa: Joi.number().min(0).max(1e6).required(),
  dryModulusGPa: above(200).required(),
  face: thing(),
  catchesDust: Joi.valid(true)
})
const film = open({
  kind: Joi.valid('film').required(),
  ...shared,
  thicknessMm: above(50).required(),
  modulusGPa: above(500).required(),
  densityGCm3: above(25).required(),
  face: thing().required()
})
const filler = open({
  kind: Joi.valid('filler').required(),
  ...shared,
  densityGCm3: above(25).required(),
  form: Joi.valid('powder', 'fibre').required()
})
const lacquer = open({
  kind: Joi.valid('lacquer').required(),
  ...shared,
  mlPerM2: above(20_000).required(),
  recoatH: Joi.number().min(0).max(2000).required()
})
const landform = open({
  kind: Joi.valid('landform').required(),
  ...shared,
  glueMin: Joi.number().min(0).max(20_000).required(),
  glue: id().required(),
  foam: Joi.valid(true),
  ready: Joi.valid(true),
  hatch: Joi.valid('cells', 'beads', 'grain', 'none').required(),
  thermal: thermal.required()
})
const shell = open({
  kind: Joi.valid('shell').required(),
  ...shared,
  gPerM2Mm: above(50_000).required(),
  waterPer100G: Joi.number().min(0).max(1000).required(),
  setH: Joi.number().min(0).max(2000).required(),
  thermal: thermal.required()
})
const sealer = open({
  kind: Joi.valid('sealer').required(),
  ...shared,
  mlPerM2: above(20_000).required(),
  betweenCoatsMin: Joi.number().min(0).max(20_000).required(),
  readyH: Joi.number().min(0).max(2000).required(),
  sets: SETS
})
const dam = open({
  kind: Joi.valid('dam').required(),
  ...shared,
  setMin: Joi.number().min(0).max(20_000).required(),
  sets: SETS,
  minPerM: Joi.number().min(0).max(600).required(),
  thicknessMm: above(100).required(),
  modulusGPa: above(500).required(),
  edges: Joi.valid('clamped', 'held').required(),
  kWMK: above(500).required(),
  softens: open({
    what: Joi.string().min(1).max(120).required(),
    atC: Joi.number().min(20).max(3000).required()
  })
    .allow(null)
    .required(),
  face: thing().required(),
  leaves: Joi.string().max(500).allow('').required(),
  bead: open({
    material: id().required(),
    mlPerM: Joi.number().min(0).max(5000).required()
  }).required(),
  stays: Joi.valid(true),
  ready: Joi.valid(true)
})
const sundry = open({
  kind: Joi.valid('sundry').required(),
  ...shared,
  unit: Joi.valid('ml', 'g', 'm', 'cm²', 'piece').required(),
  waterPer100G: Joi.number().min(0).max(1000),
  staysShare: Joi.number().min(0).max(1),
  setMin: Joi.number().min(0).max(20_000)
})

/** Every kind of material, each with what a bottle of the builder's own must say. */
const BY_KIND: Readonly<Record<MaterialKind, Joi.ObjectSchema>> = {
  resin,
  tint,
  'light-resin': lightResin,
  lamp,
  gel,
  film,
  filler,
  lacquer,
  landform,
  shell,
  sealer,
  dam,
  sundry
}
const KINDS = Object.keys(BY_KIND)

/** The builder's own bottle, as it is kept on the shelf and carried by a build. */
export const BOTTLE_SCHEMA = Joi.alternatives().conditional('.kind', {
  switch: Object.entries(BY_KIND).map(([kind, then]) => ({ is: kind, then })),
  otherwise: open({ kind: Joi.valid(...KINDS).required() })
})
