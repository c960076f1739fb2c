import Joi from 'joi'
import { fallCurve } from '../../plan/2-forms/fallCurve'
import { moodDischarge, MOODS, type Mood } from '../../physics/water/hydraulics/drop'
import { brink } from '../../physics/water/hydraulics/nappe'
import { jump } from '../../physics/water/hydraulics/jump'
import { pipeEnd, pipeMood } from '../../physics/water/hydraulics/pipe'
import { rapid, type RapidInput } from '../../physics/water/hydraulics/rapid'
import { edgeWhite, type EdgeKind } from '../../physics/water/edgeWhite'
import { homography } from '../../physics/picture/homography'
import type { Point2 } from '../../physics/shape/polygon'
import { crownOf, FEWEST, MOST_PANELS, STANCES, type Stance } from '../../physics/water/spray/crown'
import { splashFor } from '../../physics/water/spray/splashFor'
import { seaFor } from '../../physics/water/waves/seaFor'
import { drip, type DripInput } from '../../physics/water/spray/drip'
import { FASTEST_MS, splashOf } from '../../physics/water/spray/splash'
import { breakerOf, type BreakerKind } from '../../physics/water/waves/breaking'
import { faceOnModel } from '../../physics/water/waves/faceOnModel'
import { crestSpeed, wavelength } from '../../physics/water/waves/linear'
import { beaufortSpeed, windSea } from '../../physics/water/waves/windSea'
import { calculator, length, scaleName, some, type Calculator } from './calculator'

/** The largest that any water on earth is asked about. */
const LARGEST = { discharge: 1000, depthM: 12_000, periodS: 100, windMS: 100, fetchM: 2e7 }
/** Four points of a plane. */
const four = () =>
  Joi.array()
    .items(Joi.array().ordered(length().required(), length().required()).length(2))
    .length(4)
    .required()
const periodS = () => some(LARGEST.periodS).required()

interface FallCall {
  scale: number
  dropMm: number
  widthMm: number
  unitDischargeM2S?: number
  mood?: Mood
  approachFroude?: number
}
interface WindCall {
  scale: number
  windMS?: number
  beaufort?: number
  fetchM: number
  depthM?: number
}

/**
 * A fall: the sheet at this scale. The curves start over the crest (0, 0) and run down to −dropMm,
 * mm on the model.
 */
function fallFrom({
  scale,
  dropMm,
  widthMm,
  unitDischargeM2S,
  mood,
  approachFroude
}: FallCall): object {
  const q = unitDischargeM2S ?? moodDischarge(mood!, (dropMm * scale) / 1000)
  return {
    ...fallCurve(scale, dropMm, q, brink(q, approachFroude)),
    dischargeM3S: (q * widthMm * scale) / 1000
  }
}

interface PipeCall {
  scale: number
  boreMm: number
  dropMm: number
  dischargeM3S?: number
  mood?: Mood
}

/** Water out of a level pipe into the air; x 0, z 0: the foot of its mouth, mm on the model. */
function outOfPipe({ scale, boreMm, dropMm, dischargeM3S, mood }: PipeCall): object {
  const boreM = (boreMm * scale) / 1000
  const runs = dischargeM3S ?? pipeMood(mood!, boreM)
  const end = pipeEnd(runs, boreM)
  return {
    ...fallCurve(scale, dropMm, end.depthM * end.speedMS, end),
    dischargeM3S: runs,
    filledPct: 100 * end.filled,
    widthMm: (end.widthM * 1000) / scale
  }
}

/** Calculators of moving water: the contract's sections 7 (drips) and 11 to 14. */
export const WATER_CALCULATORS: readonly (readonly [string, Calculator])[] = [
  [
    'fall',
    calculator(
      Joi.object({
        scale: scaleName().required(),
        dropMm: some(100_000).required(),
        widthMm: some(100_000).required(),
        unitDischargeM2S: some(LARGEST.discharge),
        mood: Joi.valid(...MOODS),
        approachFroude: Joi.number().min(0).max(50)
      }).xor('unitDischargeM2S', 'mood'),
      fallFrom
    )
  ],
  [
    'pipe',
    calculator(
      Joi.object({
        scale: scaleName().required(),
        boreMm: some(10_000).required(),
        dropMm: some(100_000).required(),
        dischargeM3S: some(LARGEST.discharge),
        mood: Joi.valid(...MOODS)
      }).xor('dischargeM3S', 'mood'),
      outOfPipe
    )
  ],
  [
    'rapid',
    calculator(
      Joi.object({
        scale: scaleName().required(),
        slope: some(10).required(),
        widthM: some(1e5),
        depthM: some(LARGEST.depthM),
        unitDischargeM2S: some(LARGEST.discharge),
        manning: Joi.number().min(0.005).max(0.5).required()
      }).xor('depthM', 'unitDischargeM2S'),
      (input: RapidInput) => rapid(input)
    )
  ],
  [
    'jump',
    calculator(
      Joi.object({
        froude: Joi.number().greater(1).max(100).required(),
        depthM: some(LARGEST.depthM).required()
      }),
      (input: { froude: number; depthM: number }) => jump(input.froude, input.depthM)
    )
  ],
  [
    'dispersion',
    calculator(
      Joi.object({ periodS: periodS(), depthM: some(LARGEST.depthM).required() }),
      (input: { periodS: number; depthM: number }) => ({
        wavelengthM: wavelength(input.periodS, input.depthM),
        speedMS: crestSpeed(input.periodS, input.depthM)
      })
    )
  ],
  [
    'breaker',
    calculator(
      Joi.object({
        scale: scaleName().required(),
        breakerMm: some(10_000).required(),
        periodS: periodS(),
        beachSlope: some(10).required()
      }),
      (input: { scale: number; breakerMm: number; periodS: number; beachSlope: number }) => {
        const breaker = breakerOf(input)
        return {
          ...breaker,
          faceProfile: faceOnModel(breaker, input.breakerMm, input.scale, input.periodS).profile
        }
      }
    )
  ],
  [
    'breakerFor',
    calculator(
      Joi.object({
        scale: scaleName().required(),
        kind: Joi.valid('spilling', 'plunging', 'surging').required(),
        heightMm: some(10_000).required(),
        beachSlope: some(10)
      }),
      (input: { scale: number; kind: BreakerKind; heightMm: number; beachSlope?: number }) =>
        seaFor(input)
    )
  ],
  [
    'windSea',
    calculator(
      Joi.object({
        scale: scaleName().required(),
        windMS: some(LARGEST.windMS),
        beaufort: Joi.number().greater(0).max(12),
        fetchM: some(LARGEST.fetchM).required(),
        depthM: some(LARGEST.depthM)
      }).xor('windMS', 'beaufort'),
      ({ beaufort, windMS, ...rest }: WindCall) =>
        windSea({ ...rest, windMS: windMS ?? beaufortSpeed(beaufort!) })
    )
  ],
  [
    'splash',
    calculator(
      Joi.object({
        scale: scaleName().required(),
        speedMS: some(FASTEST_MS),
        dropM: some(1000),
        anglesDeg: Joi.array()
          .ordered(Joi.number().min(0).max(180).required(), Joi.number().min(0).max(180).required())
          .length(2)
          .required()
      }).xor('speedMS', 'dropM'),
      (input: { scale: number; speedMS?: number; dropM?: number; anglesDeg: [number, number] }) =>
        splashOf(input)
    )
  ],
  [
    'splashFor',
    calculator(
      Joi.object({ scale: scaleName().required(), heightMm: some(10_000).required() }),
      (input: { scale: number; heightMm: number }) => splashFor(input)
    )
  ],
  [
    'crown',
    calculator(
      Joi.object({
        stance: Joi.valid(...STANCES).required(),
        count: Joi.number().integer().min(FEWEST.fan).max(MOST_PANELS).required(),
        widthMm: some(10_000).required(),
        heightMm: some(10_000).required(),
        leanMm: Joi.number().min(0).max(10_000).required()
      }),
      (input: {
        stance: Stance
        count: number
        widthMm: number
        heightMm: number
        leanMm: number
      }) => crownOf(input)
    )
  ],
  [
    'edgeWhite',
    calculator(
      Joi.object({
        speedMS: Joi.number().min(0).max(FASTEST_MS).required(),
        depthM: some(LARGEST.depthM).required(),
        widthM: some(1e5).required(),
        kind: Joi.valid('boulder', 'wall', 'shore').required()
      }),
      (input: { speedMS: number; depthM: number; widthM: number; kind: EdgeKind }) =>
        edgeWhite(input)
    )
  ],
  [
    'homography',
    calculator(
      Joi.object({ from: four(), to: four() }),
      (input: { from: Point2[]; to: Point2[] }) => ({ matrix: homography(input.from, input.to) })
    )
  ],
  [
    'drip',
    calculator(
      Joi.object({
        radiusMm: some(100).required(),
        viscosityPaS: some(1e6).required(),
        surfaceTensionNM: some(1).required(),
        densityGCm3: some(25).required()
      }),
      (input: DripInput) => drip(input)
    )
  ]
]
