import { EDGE_SIDES, DISCHARGE, LEVEL, OPEN, walls, type EdgeSide } from './solver/edges'
import { cellOf, dryField, inside, setInside } from './solver/field'
import { massError, stepper } from './solver/stepper'

export type BoundaryInput = 'wall' | 'open' | { unitDischargeM2S: number } | { levelM: number }

/**
 * Water over a bed of square cells; rows from south to north, columns from west to east; metres and
 * seconds.
 */
export interface FlowInput {
  dxM: number
  bed: number[][]
  h?: number[][]
  levelM?: number
  u?: number[][]
  v?: number[][]
  boundaries: Record<EdgeSide, BoundaryInput>
  sources?: { row: number; col: number; m3S: number }[]
  manning: number
  untilS: number
  order: 1 | 2
}

export interface FlowAnswer {
  h: number[][]
  u: number[][]
  v: number[][]
  timeS: number
  steps: number
  massErrorRel: number
  cellUpdatesPerS: number
}

/** More cell updates than this nobody waits for. */
export const MOST_UPDATES = 2e9

/**
 * Lets water run over a bed until a time.
 *
 * @param now  a clock in ms, for the speed; left out: no speed is told
 * @throws RangeError when it would take more than `MOST_UPDATES` cell updates, naming how far it came
 * @source the shallow-water equations; see `stepper`
 * @example flowOver({ dxM: 1, bed: [[0, 0]], levelM: 1, boundaries: { w: 'wall', e: 'wall', s:
 *   'wall', n: 'wall' }, manning: 0, untilS: 1, order: 2 }).h // [[1, 1]]
 */
export function flowOver(input: FlowInput, now: () => number = () => 0): FlowAnswer {
  const { bed, dxM, boundaries, manning, untilS, order } = input
  const [rows, cols] = [bed.length, bed[0].length]
  const outside = (input.sources ?? []).findIndex((s) => s.row >= rows || s.col >= cols)
  if (outside >= 0)
    throw new RangeError(
      `sources[${outside}]: lies at row ${input.sources![outside].row}, column ${input.sources![outside].col}; the bed has ${rows} rows of ${cols} columns`
    )
  const field = dryField(cols, rows, dxM, bed.flat())
  setInside(
    field,
    field.h,
    input.h ? input.h.flat() : bed.flat().map((z) => Math.max(0, input.levelM! - z))
  )
  for (const [key, to] of [
    ['u', field.hu],
    ['v', field.hv]
  ] as const) {
    const speeds = input[key]?.flat()
    if (speeds)
      setInside(
        field,
        to,
        inside(field, field.h).map((d, i) => d * speeds[i])
      )
  }
  const edges = walls(cols, rows)
  for (const side of EDGE_SIDES) {
    const b = boundaries[side]
    if (b === 'wall') continue
    const { kind, value } = edges[side]
    kind.fill(b === 'open' ? OPEN : 'levelM' in b ? LEVEL : DISCHARGE)
    value.fill(b === 'open' ? 0 : 'levelM' in b ? b.levelM : b.unitDischargeM2S)
  }
  const run = stepper({
    field,
    edges,
    manning,
    order,
    springs: (input.sources ?? []).map((s) => ({ cell: cellOf(field, s.row, s.col), m3S: s.m3S }))
  })
  const began = now()
  while (field.timeS < untilS) {
    if (!(run.step(untilS) > 0)) break
    if (run.tally.cellUpdates > MOST_UPDATES)
      throw new RangeError(
        `untilS: was ${untilS}; this would take more than ${MOST_UPDATES / 1e9} thousand million cell updates: after ${run.tally.steps} steps the water had run for ${field.timeS.toPrecision(3)} s; take fewer cells, or less time`
      )
  }
  const tookS = (now() - began) / 1000
  const depth = inside(field, field.h)
  const listed = (values: ArrayLike<number>) =>
    Array.from({ length: rows }, (_, r) =>
      Array.from({ length: cols }, (_c, c) => values[r * cols + c])
    )
  const speed = (discharge: Float64Array) =>
    listed(inside(field, discharge).map((q, i) => (depth[i] > 1e-4 ? q / depth[i] : 0)))
  return {
    h: listed(depth),
    u: speed(field.hu),
    v: speed(field.hv),
    timeS: field.timeS,
    steps: run.tally.steps,
    massErrorRel: massError(run),
    cellUpdatesPerS: tookS > 0 ? run.tally.cellUpdates / tookS : 0
  }
}
