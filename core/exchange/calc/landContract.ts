import Joi from 'joi'
import { resection, type SeenPoint } from '../../physics/picture/resection'
import { MOST_PARTS, nest } from '../../physics/shape/nest'
import type { Point2 } from '../../physics/shape/polygon'
import { slicesOf } from '../../physics/shape/slices'
import { calculator, type Calculator } from './calculator'

const number = () => Joi.number().min(-1e6).max(1e6).required()
const place = (axes: number) => Joi.array().items(number()).length(axes).required()
const size = () => Joi.number().greater(0).max(1e5).required()
/** More heights than this are no diorama: a million places. */
const MOST_HEIGHTS = 1_000_000
const HIGHEST_MM = 1e6

/** Rows of heights, looked through once by hand, so that a huge land is refused at once. */
const heights = () =>
  Joi.any().custom((value: unknown, helpers) => {
    const wrong = (custom: string) => helpers.message({ custom: `{{#label}} ${custom}` })
    if (!Array.isArray(value) || value.length < 2 || !Array.isArray(value[0]))
      return wrong('must be two or more rows of two or more numbers')
    const rows = value as unknown[][]
    const cols = rows[0].length
    if (rows.length * cols > MOST_HEIGHTS)
      return wrong(
        `has ${cols} × ${rows.length} places; at most ${MOST_HEIGHTS} are sliced: take them farther apart`
      )
    for (const [r, row] of rows.entries()) {
      if (!Array.isArray(row) || row.length !== cols || cols < 2)
        return wrong(`row ${r} must have ${Math.max(2, cols)} numbers like the first`)
      const bad = row.findIndex((z) => typeof z !== 'number' || !(Math.abs(z) <= HIGHEST_MM))
      if (bad >= 0)
        return wrong(`row ${r}, column ${bad} was ${String(row[bad])}; it must be a height in mm`)
    }
    return value
  })

/** Calculators of the land and of what is seen of it. */
export const LAND_CALCULATORS: readonly (readonly [string, Calculator])[] = [
  [
    'slices',
    calculator(
      Joi.object({
        dxMm: size(),
        heights: heights().required(),
        sheetMm: size()
      }),
      (input: { dxMm: number; heights: number[][]; sheetMm: number }) => slicesOf(input)
    )
  ],
  [
    'nest',
    calculator(
      Joi.object({
        parts: Joi.array()
          .items(Joi.array().items(place(2)).min(3).max(5000))
          .max(MOST_PARTS)
          .required(),
        boardMm: Joi.array().items(size()).length(2).required(),
        gapMm: Joi.number().min(0).max(1000).required(),
        turn: Joi.boolean()
      }),
      (input: { parts: Point2[][]; boardMm: [number, number]; gapMm: number; turn?: boolean }) =>
        nest(input)
    )
  ],
  [
    'resection',
    calculator(
      Joi.object({
        points: Joi.array()
          .items(Joi.object({ model: place(3), picture: place(2) }))
          .min(4)
          .max(500)
          .required(),
        widthPx: size(),
        heightPx: size()
      }),
      (input: { points: SeenPoint[]; widthPx: number; heightPx: number }) => resection(input)
    )
  ]
]
