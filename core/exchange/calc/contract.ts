import Joi from 'joi'
import { countDrops, THINNED_IN_ML } from '../../physics/stuff/mixing/drops'
import { faultLine } from '../../physics/fault'
import { faultsOf, shown } from '../../build/file/checked'
import { calculator, length, scaleName, some, unique, type Calculator } from './calculator'
import { LONGEST_MM } from '../../build/file/limits'
import { DAYS_CALCULATORS } from './daysContract'
import { FLOW_CALCULATORS } from './flowContract'
import { GEL_CALCULATORS } from './gelContract'
import { JUDGE_CALCULATORS } from './judgeContract'
import { LAND_CALCULATORS } from './landContract'
import { outOfLevelByDifference, outOfLevelByTilt } from '../../physics/shape/level'
import { mix, rescueTint, type MixInput } from '../../physics/stuff/mixing/mix'
import { POUR_CALCULATORS } from './pourContract'
import { scaled } from '../../physics/shape/scale'
import { volumeOver, type VolumeInput } from '../../physics/shape/volume'
import { WATER_CALCULATORS } from './waterContract'

const share = () => Joi.number().min(0).max(500)

type DoseCall = { id: string } & (
  { dropsPer100G: number; cup?: undefined } | { cup: { drops: number; massG: number } }
)

/** A mix with its doses in 100 g or in a cup of the builder's own; what whole drops miss is thinned. */
function mixFrom({ tints, ...input }: Omit<MixInput, 'tints'> & { tints: DoseCall[] }): object {
  const doses = tints.map((t) => ({
    id: t.id,
    dropsPer100G: t.cup ? (100 * t.cup.drops) / t.cup.massG : t.dropsPer100G
  }))
  const mixed = mix({ ...input, tints: doses })
  return {
    ...mixed,
    batches: mixed.batches.map((batch) => ({
      ...batch,
      thinned: Object.fromEntries(
        doses.flatMap(({ id, dropsPer100G }) => {
          const { whole, thinnedMl } = countDrops((dropsPer100G * (batch.aG + batch.bG)) / 100)
          return thinnedMl > 0
            ? [[id, { drops: whole, takeMl: thinnedMl, oneDropInMl: THINNED_IN_ML }]]
            : []
        })
      )
    }))
  }
}

const CALCULATORS: ReadonlyMap<string, Calculator> = new Map<string, Calculator>([
  [
    'scale',
    calculator(
      Joi.object({
        scale: scaleName().required(),
        modelMm: length().required()
      }),
      (input: { scale: number; modelMm: number }) => scaled(input.scale, input.modelMm)
    )
  ],
  [
    'level',
    calculator(
      Joi.object({
        spanMm: some(LONGEST_MM).required(),
        tiltDeg: Joi.number().min(-45).max(45),
        differenceMm: length()
      }).xor('tiltDeg', 'differenceMm'),
      (input: { spanMm: number; tiltDeg?: number; differenceMm?: number }) =>
        input.tiltDeg === undefined
          ? outOfLevelByDifference(input.spanMm, input.differenceMm!)
          : outOfLevelByTilt(input.spanMm, input.tiltDeg)
    )
  ],
  [
    'volume',
    calculator(
      Joi.object({
        outline: Joi.array()
          .items(Joi.array().items(length()).min(2).max(3))
          .min(3)
          .max(5000)
          .required(),
        edge: Joi.valid('wall', 'shore').required(),
        soundings: Joi.array()
          .items(Joi.array().items(length()).length(3))
          .min(1)
          .max(100_000)
          .required(),
        levelMm: length().required(),
        method: Joi.valid('tin', 'kriging').default('tin'),
        displacedMl: Joi.number().min(0).max(1e9)
      }),
      (input: VolumeInput) => volumeOver(input)
    )
  ],
  [
    'mix',
    calculator(
      Joi.object({
        volumeMl: Joi.number().min(0).max(1e6).required(),
        sdMl: Joi.number().min(0).max(1e6),
        partA: some(1000).required(),
        partB: some(1000).required(),
        basis: Joi.valid('volume', 'mass').required(),
        densityA: some(25).required(),
        densityB: some(25).required(),
        wastePct: share().required(),
        cupG: Joi.number().min(0).max(10_000),
        batchMaxG: some(1e6).required(),
        readabilityG: some(1000).required(),
        tints: Joi.array()
          .items(
            Joi.object({
              id: unique().required(),
              dropsPer100G: Joi.number().min(0).max(2000),
              cup: Joi.object({
                drops: Joi.number().min(0).max(2000).required(),
                massG: some(10_000).required()
              })
            }).xor('dropsPer100G', 'cup')
          )
          .unique('id')
          .max(50)
          .default([])
      }),
      mixFrom
    )
  ],
  [
    'rescueTint',
    calculator(
      Joi.object({
        massG: some(1e6).required(),
        dropsPer100G: Joi.number().min(0).max(2000).required(),
        wantedDropsPer100G: Joi.number().min(0).max(2000).required()
      }),
      (input: { massG: number; dropsPer100G: number; wantedDropsPer100G: number }) =>
        rescueTint(input.massG, input.dropsPer100G, input.wantedDropsPer100G)
    )
  ],
  ...POUR_CALCULATORS,
  ...WATER_CALCULATORS,
  ...LAND_CALCULATORS,
  ...GEL_CALCULATORS,
  ...DAYS_CALCULATORS,
  ...FLOW_CALCULATORS,
  ...JUDGE_CALCULATORS
])

/** Names that `calculate` knows. */
export const CALCULATOR_NAMES: readonly string[] = [...CALCULATORS.keys()]

/**
 * Runs one calculator of the published contract.
 *
 * @param name   one of `CALCULATOR_NAMES`
 * @param input  parsed JSON, trusted in nothing
 * @param now    a clock in ms for what may only take so long; left out: it takes what it takes
 * @returns      the answer: a plain object with the units in its keys
 * @throws RangeError naming the field, what it was and what is allowed
 * @example calculate('scale', { scale: 'OO', modelMm: 100 }) // { ratio: 76.2, realM: 7.62,
 *   timeRatio: 8.729 }
 */
export function calculate(name: string, input: unknown, now: () => number = () => 0): object {
  const found = CALCULATORS.get(name)
  if (!found)
    throw new RangeError(
      `calc: was ${shown(name)}; it must be one of ${CALCULATOR_NAMES.join(', ')}`
    )
  const { value, error } = found.schema
    .required()
    .label('input')
    .messages({ 'string.pattern.name': '{{#label}} must be {#name}' })
    .validate(input, { convert: false, abortEarly: false, errors: { label: 'key' } })
  if (error) throw new RangeError(faultLine(faultsOf(error)))
  return found.run(value as never, now)
}
