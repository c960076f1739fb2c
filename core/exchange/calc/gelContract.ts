import Joi from 'joi'
import { coatsFor } from '../../physics/stuff/drying/coats'
import { dryFilm, type DryingGel } from '../../physics/stuff/drying/film'
import {
  frozenRipple,
  leftOf,
  stippleOpens,
  WORTH_KEEPING,
  type FlowingGel
} from '../../physics/stuff/gel/levelling'
import { pasteOf, type PastePart } from '../../physics/stuff/gel/paste'
import { sagLimit, slumpOf } from '../../physics/stuff/gel/standing'
import { GELS } from '../../craft/materials/gels'
import {
  bentStrip,
  EYE_FORGIVES_MM,
  mostWet,
  type Strip
} from '../../physics/stuff/supports/elastica'
import { MOST_PROPS, propsFor } from '../../physics/stuff/supports/props'
import { freestanding } from '../../physics/stuff/supports/standing'
import { calculator, length, some, type Calculator } from './calculator'

const roomC = () =>
  Joi.number()
    .min(1)
    .max(60)
    .required()
    .messages({ 'number.min': '{{#label}} must be 1 or more: a gel that freezes breaks' })
const rhPct = () => Joi.number().min(0).max(100).required()
const density = () => some(25).required()
const yieldPa = () => Joi.number().min(0).max(1e6).required()
const gel = () =>
  Joi.alternatives(
    Joi.string().valid(...GELS.map((g) => g.id)),
    Joi.object({
      solidsVol: Joi.number().greater(0).less(1).required(),
      dM2S: some(1e-6).required(),
      fallsBy: Joi.number().min(0).max(12),
      chi: Joi.number().min(0).max(5),
      surface: Joi.valid('air', 'dry')
    }).unknown(true)
  ).required()
const gelOf = (given: string | DryingGel): DryingGel =>
  typeof given === 'string' ? GELS.find((g) => g.id === given)! : given
/** Thinner than a breath on glass, and thicker than anybody lays, mm. */
const wet = () => Joi.number().min(0.001).max(1000).required()

const DAMP = 'the air is too damp: it never loses enough water to clear at this humidity'
const LONG = 'it takes more than ten years: lay it in coats'
const why = (never: boolean, rh: number): object => (never ? { why: rh > 80 ? DAMP : LONG } : {})

const strip = {
  lengthMm: some(10_000).required(),
  thicknessMm: some(100).required(),
  modulusGPa: some(1000).required(),
  filmDensityGCm3: Joi.number().min(0).max(25).required(),
  wetMm: Joi.number().min(0).max(1000).required(),
  gelDensityGCm3: density(),
  radiusMm: some(100_000),
  angleDeg: Joi.number().min(-90).max(180),
  tipN: Joi.number().min(0).max(1e6),
  limitMm: some(1000)
}
type StripCall = Strip & { limitMm?: number }

/**
 * Calculators of gel, paste and supports: the contract's sections 6 to 8. `tipN` is for a metre of
 * the strip's width.
 */
export const GEL_CALCULATORS: readonly (readonly [string, Calculator])[] = [
  [
    'dry',
    calculator(
      Joi.object({ gel: gel(), wetMm: wet(), roomC: roomC(), rhPct: rhPct() }),
      (input: { gel: string | DryingGel; wetMm: number; roomC: number; rhPct: number }) => {
        const found = dryFilm(gelOf(input.gel), input.wetMm, input.roomC, input.rhPct)
        return { ...found, ...why(found.clearH === null, input.rhPct) }
      }
    )
  ],
  [
    'coats',
    calculator(
      Joi.object({
        gel: gel(),
        finalMm: wet(),
        roomC: roomC(),
        rhPct: rhPct(),
        maxCoats: Joi.number().integer().min(1).max(40)
      }),
      (input: {
        gel: string | DryingGel
        finalMm: number
        roomC: number
        rhPct: number
        maxCoats?: number
      }) => {
        const found = coatsFor(
          gelOf(input.gel),
          input.finalMm,
          input.roomC,
          input.rhPct,
          input.maxCoats
        )
        return { ...found, ...why(found.totalH === null, input.rhPct) }
      }
    )
  ],
  [
    'stipple',
    calculator(
      Joi.object({
        thicknessMm: some(1000).required(),
        wavelengthMm: some(10_000).required(),
        viscosityPaS: some(1e9).required(),
        thickenMin: some(1e6).required(),
        surfaceTensionNM: some(1).required(),
        densityGCm3: density(),
        atMin: Joi.number().min(0).max(1e7).required(),
        keep: Joi.number().greater(0).less(1).default(WORTH_KEEPING),
        yieldPa: Joi.number().min(0).max(1e6)
      }),
      ({
        thicknessMm,
        wavelengthMm,
        atMin,
        keep,
        yieldPa,
        ...flowing
      }: FlowingGel & {
        thicknessMm: number
        wavelengthMm: number
        atMin: number
        keep: number
        yieldPa?: number
      }) => ({
        leftFraction: leftOf(flowing, thicknessMm, wavelengthMm, atMin),
        windowOpensMin: stippleOpens(flowing, thicknessMm, wavelengthMm, keep),
        ...(yieldPa === undefined
          ? {}
          : { frozenMm: frozenRipple(flowing, yieldPa, thicknessMm, wavelengthMm) })
      })
    )
  ],
  [
    'sag',
    calculator(
      Joi.object({
        yieldPa: yieldPa(),
        densityGCm3: density(),
        slopeDeg: Joi.number().greater(0).max(90).required()
      }),
      (input: { yieldPa: number; densityGCm3: number; slopeDeg: number }) => ({
        maxThicknessMm: sagLimit(input.yieldPa, input.densityGCm3, input.slopeDeg)
      })
    )
  ],
  [
    'slump',
    calculator(
      Joi.object({ yieldPa: yieldPa(), densityGCm3: density(), heightMm: some(10_000).required() }),
      (input: { yieldPa: number; densityGCm3: number; heightMm: number }) =>
        slumpOf(input.yieldPa, input.densityGCm3, input.heightMm)
    )
  ],
  [
    'paste',
    calculator(
      Joi.object({
        parts: Joi.array()
          .items(
            Joi.object({
              massG: some(1e6).required(),
              densityGCm3: density(),
              kind: Joi.valid('gel', 'powder', 'fibre').required()
            })
          )
          .min(1)
          .max(50)
          .required(),
        maxPacking: Joi.number().greater(0).less(1).required()
      }),
      (input: { parts: PastePart[]; maxPacking: number }) => pasteOf(input.parts, input.maxPacking)
    )
  ],
  [
    'overhang',
    calculator(Joi.object(strip), ({ limitMm = EYE_FORGIVES_MM, ...given }: StripCall) => ({
      ...bentStrip(given),
      maxWetMm: mostWet(given, limitMm)
    }))
  ],
  [
    'props',
    calculator(
      Joi.object({ ...strip, limitMm: some(1000).default(EYE_FORGIVES_MM) }),
      ({ limitMm, ...given }: StripCall) => {
        const found = propsFor(given, limitMm!)
        if (!found)
          throw new RangeError(
            `wetMm: was ${given.wetMm}; must be less, or the film thicker: ${MOST_PROPS} props leave more than ${limitMm} mm of droop`
          )
        return found
      }
    )
  ],
  [
    'freestanding',
    calculator(
      Joi.object({
        massG: some(1e6).required(),
        centroidMm: Joi.array()
          .ordered(length().required(), some(100_000).required())
          .length(2)
          .required(),
        footMm: Joi.array()
          .ordered(length().required(), length().required())
          .length(2)
          .required()
          .custom((foot: [number, number], helpers) =>
            foot[0] < foot[1] ? foot : helpers.error('foot.order')
          )
      }).messages({ 'foot.order': '{{#label}} must run from its left edge to its right' }),
      (input: { massG: number; centroidMm: [number, number]; footMm: [number, number] }) =>
        freestanding(input.massG, input.centroidMm, input.footMm)
    )
  ]
]
