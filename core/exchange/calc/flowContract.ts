import Joi from 'joi'
import { flowOver, type FlowInput } from '../../running/flowOver'
import { calculator, some, type Calculator } from './calculator'

/** More cells than this are no diorama: 500 by 500. */
const MOST_CELLS = 250_000
/** Higher or deeper than this is no scene, m. */
const HIGHEST_M = 10_000

/**
 * Rows of numbers, as many as the bed has: looked through once, by hand, so that a huge one is
 * refused at once.
 */
const grid = (least: number, most: number, unit: string) =>
  Joi.any().custom((value: unknown, helpers) => {
    if (
      !Array.isArray(value) ||
      value.length === 0 ||
      !Array.isArray(value[0]) ||
      value[0].length === 0
    )
      return helpers.message({ custom: '{{#label}} must be rows of numbers' })
    const [rows, cols] = [value.length, value[0].length]
    if (rows * cols > MOST_CELLS)
      return helpers.message({
        custom: `{{#label}} has ${cols} × ${rows} cells; at most ${MOST_CELLS} are run: take larger cells`
      })
    const bed = (helpers.state.ancestors[0] as { bed?: unknown[][] }).bed
    if (
      Array.isArray(bed) &&
      (rows !== bed.length || cols !== (bed[0] as unknown[] | undefined)?.length)
    )
      return helpers.message({
        custom: `{{#label}} has ${cols} × ${rows} cells; it must have as many as bed`
      })
    for (let r = 0; r < rows; r++) {
      if (!Array.isArray(value[r]) || value[r].length !== cols)
        return helpers.message({
          custom: `{{#label}}[${r}] must have ${cols} numbers, as the first row has`
        })
      for (let c = 0; c < cols; c++) {
        const x: unknown = value[r][c]
        if (typeof x !== 'number' || !(x >= least && x <= most))
          return helpers.message({
            custom: `{{#label}}[${r}][${c}] must be a number from ${least} to ${most}${unit}`
          })
      }
    }
    return value as number[][]
  })

const boundary = () =>
  Joi.alternatives(
    Joi.valid('wall', 'open'),
    Joi.object({ unitDischargeM2S: Joi.number().min(-1000).max(1000).required() }),
    Joi.object({ levelM: Joi.number().min(-HIGHEST_M).max(HIGHEST_M).required() })
  ).required()

/** Calculators of running water: the contract's section 16. */
export const FLOW_CALCULATORS: readonly (readonly [string, Calculator])[] = [
  [
    'flow',
    calculator(
      Joi.object({
        dxM: some(10_000).required(),
        bed: grid(-HIGHEST_M, HIGHEST_M, ' m').required(),
        h: grid(0, HIGHEST_M, ' m'),
        levelM: Joi.number().min(-HIGHEST_M).max(HIGHEST_M),
        u: grid(-500, 500, ' m/s'),
        v: grid(-500, 500, ' m/s'),
        boundaries: Joi.object({
          w: boundary(),
          e: boundary(),
          s: boundary(),
          n: boundary()
        }).required(),
        sources: Joi.array()
          .items(
            Joi.object({
              row: Joi.number().integer().min(0).required(),
              col: Joi.number().integer().min(0).required(),
              m3S: Joi.number().min(-1e5).max(1e5).required()
            })
          )
          .max(10_000),
        manning: Joi.number().min(0).max(0.5).required(),
        untilS: Joi.number().min(0).max(1e6).required(),
        order: Joi.valid(1, 2).default(2)
      }).xor('h', 'levelM'),
      (input: FlowInput, now) => flowOver(input, now)
    )
  ]
]
