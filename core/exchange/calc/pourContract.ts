import Joi from 'joi'
import { seenThrough, opticsOf } from '../../physics/stuff/colour/tint'
import { damBow, type DamInput } from '../../physics/stuff/dams/bow'
import { leak, type LeakInput } from '../../physics/stuff/dams/leak'
import { lip } from '../../physics/stuff/dams/lip'
import { castingHeat, type CastingInput } from '../../physics/stuff/heat/casting'
import { doseFor } from '../../physics/stuff/colour/doseFor'
import { peakRange, simulateCure, type CureInput } from '../../physics/stuff/heat/cureRun'
import { fitResin, type ResinLabel } from '../../physics/stuff/heat/fitResin'
import type { CureKinetics } from '../../physics/stuff/heat/kinetics'
import { resinKinetics } from '../../craft/materials/resinKinetics'
import { THERMAL, THERMAL_IDS } from '../../craft/materials/grounds'
import { verdictOf } from '../../physics/stuff/heat/verdict'
import { uvCure, type UvInput } from '../../physics/stuff/light/uvCure'
import { RESINS } from '../../craft/materials/resins'
import { TINTS } from '../../craft/materials/tints'
import { KINETICS_FIELDS } from '../../build/file/bottleSchema'
import { calculator, some, unique, type Calculator } from './calculator'

/** Air that anybody pours in, °C: what a thermometer says outside these was misread. */
export const ROOM_LIMITS_C: readonly [number, number] = [-20, 60]
const room = () => Joi.number().min(ROOM_LIMITS_C[0]).max(ROOM_LIMITS_C[1])
const colour = () => Joi.string().pattern(/^#[0-9a-f]{6}$/i, 'a colour such as #2a5f60')
const THICKEST_MM = 1000

const kinetics = Joi.object(KINETICS_FIELDS)

const bed = Joi.object({
  material: Joi.valid(...THERMAL_IDS),
  kWMK: some(500),
  cJGK: some(20),
  densityGCm3: some(25),
  thicknessMm: some(THICKEST_MM).required()
})
  .xor('material', 'kWMK')
  .and('kWMK', 'cJGK', 'densityGCm3')

type BedInput =
  | { material: string; thicknessMm: number }
  | { kWMK: number; cJGK: number; densityGCm3: number; thicknessMm: number }
type CureCall = Omit<CureInput, 'resin' | 'ground'> & {
  resin: string | CureKinetics
  ground: BedInput[]
}

interface TintCall {
  bed: string
  pours: {
    depthMm: number
    tints: {
      id?: string
      colour?: string
      atDropsPer100G?: number
      atDepthMm?: number
      dropsPer100G: number
    }[]
  }[]
}

const kineticsOf = (resin: string | CureKinetics): CureKinetics =>
  typeof resin === 'string' ? resinKinetics(RESINS.find((r) => r.id === resin)!) : resin

function cureFrom(input: CureCall): object {
  const resin = kineticsOf(input.resin)
  const ground = input.ground.map((layer) =>
    'material' in layer
      ? { ...THERMAL.get(layer.material)!, thicknessMm: layer.thicknessMm }
      : layer
  )
  const answer = simulateCure({ ...input, resin, ground })
  return { ...answer, ...peakRange({ ...input, resin, ground }), verdict: verdictOf(answer.peakC) }
}

const tintFrom = (input: TintCall): object =>
  seenThrough(
    input.bed,
    input.pours.map(({ depthMm, tints }) => ({
      depthMm,
      tints: tints.map((t) => ({
        dropsPer100G: t.dropsPer100G,
        optics: opticsOf(
          t.id === undefined
            ? { colour: t.colour!, atDropsPer100G: t.atDropsPer100G!, atDepthMm: t.atDepthMm! }
            : TINTS.find((each) => each.id === t.id)!.look
        )
      }))
    }))
  )

interface DoseCall {
  wanted: string
  depthMm: number
  bed: string
  tints: (string | { id?: string; colour?: string; atDropsPer100G?: number; atDepthMm?: number })[]
}

/** Tints by the shelf's id, or by their own looks; one without a name is called by its place. */
const doseFrom = ({ tints, ...input }: DoseCall): object =>
  doseFor({
    ...input,
    tints: tints.map((asked, i) => {
      const t = typeof asked === 'string' ? { id: asked } : asked
      const look =
        'colour' in t && t.colour !== undefined
          ? { colour: t.colour, atDropsPer100G: t.atDropsPer100G!, atDepthMm: t.atDepthMm! }
          : TINTS.find((each) => each.id === t.id)?.look
      if (!look)
        throw new RangeError(
          `tints[${i}].id: was "${t.id}"; must be one of ${TINTS.map((each) => each.id).join(', ')}, or come with its colour`
        )
      return { id: t.id ?? `tint-${i + 1}`, optics: opticsOf(look) }
    })
  })

/** A resin of the shelf by id, or kinetics of its own. */
const resinOf = () =>
  Joi.alternatives().conditional(Joi.object(), {
    then: kinetics,
    otherwise: Joi.valid(...RESINS.map((r) => r.id))
  })

/** Everything around a pour: heat, light, dams and colour. */
export const POUR_CALCULATORS: readonly [string, Calculator][] = [
  [
    'cure',
    calculator(
      Joi.object({
        resin: resinOf().required(),
        pours: Joi.array()
          .items(
            Joi.object({
              thicknessMm: some(THICKEST_MM).required(),
              atMin: Joi.number().min(0).max(525_600).required()
            })
          )
          .min(1)
          .max(40)
          .unique('atMin')
          .required(),
        ground: Joi.array().items(bed).max(12).required(),
        roomC: room().required(),
        mixC: Joi.number().min(ROOM_LIMITS_C[0]).max(90),
        untilMin: some(525_600),
        topWM2K: Joi.number().min(0).max(1e6),
        footWM2K: Joi.number().min(0).max(1e6),
        sideWM3K: Joi.number().min(0).max(1e6)
      }),
      cureFrom
    )
  ],
  [
    'fitResin',
    calculator(
      Joi.object({
        potLifeMin: Joi.number().min(0.5).max(10_000).required(),
        potLifeG: Joi.number().min(1).max(5000).default(100),
        atC: Joi.number().min(5).max(50).default(25),
        cureH: Joi.number().min(0.1).max(2000).required(),
        maxLayerMm: Joi.number().min(0.5).max(200)
      }),
      (input: ResinLabel) => fitResin(input)
    )
  ],
  [
    'uvCure',
    calculator(
      Joi.object({
        dpMm: some(1000).required(),
        ecMjCm2: some(1e6).required(),
        irradianceMwCm2: some(1e6).required(),
        seconds: Joi.number().min(0).max(1e7).required(),
        tintPerMm: Joi.number().min(0).max(1000)
      }),
      (input: UvInput) => uvCure(input)
    )
  ],
  [
    'dam',
    calculator(
      Joi.object({
        heightMm: some(THICKEST_MM).required(),
        spanMm: some(10_000).required(),
        thicknessMm: some(100).required(),
        modulusGPa: some(1000).required(),
        poisson: Joi.number().min(0).less(0.5),
        liquidGCm3: some(25).required(),
        edges: Joi.valid('clamped', 'held').required(),
        limitMm: some(100)
      }),
      (input: DamInput) => damBow(input)
    )
  ],
  [
    'lip',
    calculator(
      Joi.object({
        surfaceTensionNM: some(10).required(),
        densityGCm3: some(25).required(),
        contactDeg: Joi.number().min(0).max(90).required()
      }),
      (input: { surfaceTensionNM: number; densityGCm3: number; contactDeg: number }) =>
        lip(input.surfaceTensionNM, input.densityGCm3, input.contactDeg)
    )
  ],
  [
    'leak',
    calculator(
      Joi.object({
        holeMm: some(100).required(),
        lengthMm: some(1000).required(),
        headMm: Joi.number().min(0).max(10_000).required(),
        viscosityPaS: some(1e6).required(),
        densityGCm3: some(25).required()
      }),
      (input: LeakInput) => leak(input)
    )
  ],
  [
    'tint',
    calculator(
      Joi.object({
        bed: colour().required(),
        pours: Joi.array()
          .max(40)
          .required()
          .items(
            Joi.object({
              depthMm: Joi.number().min(0).max(1e9).required(),
              tints: Joi.array()
                .max(20)
                .required()
                .items(
                  Joi.object({
                    id: unique().valid(...TINTS.map((t) => t.id)),
                    colour: colour(),
                    atDropsPer100G: some(2000),
                    atDepthMm: some(1000),
                    dropsPer100G: Joi.number().min(0).max(2000).required()
                  })
                    .xor('id', 'colour')
                    .and('colour', 'atDropsPer100G', 'atDepthMm')
                )
            })
          )
      }),
      tintFrom
    )
  ],
  [
    'doseFor',
    calculator(
      Joi.object({
        wanted: colour().required(),
        depthMm: some(1000).required(),
        bed: colour().required(),
        tints: Joi.array()
          .min(1)
          .max(12)
          .required()
          .items(
            Joi.valid(...TINTS.map((t) => t.id)),
            Joi.object({
              id: unique(),
              colour: colour(),
              atDropsPer100G: some(2000),
              atDepthMm: some(1000)
            })
              .or('id', 'colour')
              .and('colour', 'atDropsPer100G', 'atDepthMm')
          )
      }),
      doseFrom
    )
  ],
  [
    'casting',
    calculator(
      Joi.object({
        areaMm2: some(1e7).required(),
        thicknessMm: some(THICKEST_MM).required(),
        mould: Joi.valid('rubber-in-shell', 'silicone', 'plaster').required(),
        resin: resinOf().required(),
        roomC: room().required()
      }),
      (input: Omit<CastingInput, 'resin'> & { resin: string | CureKinetics }) =>
        castingHeat({ ...input, resin: kineticsOf(input.resin) })
    )
  ]
]
