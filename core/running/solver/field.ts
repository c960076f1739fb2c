import { makeKernel, type Kernel } from '../kernel/kernel'

/** How many cells lie beyond each edge: two, so that slopes next to the edge need no cases of their own. */
export const GHOSTS = 2
/** Shallower than this a cell counts as dry, m. */
export const DRY_M = 1e-6

/**
 * Water over a bed, at full size: one number a cell in flat arrays, with `GHOSTS` cells beyond each
 * edge. Row 0 of the
 * inside is the southernmost, column 0 the westernmost. Metres, m²/s and seconds.
 */
export interface Field {
  cols: number
  rows: number
  /** Cells from one row to the next. */
  stride: number
  dxM: number
  /** Height of the bed. */
  z: Float64Array
  /** Depth, and discharge per metre of width to the east and to the north. */
  h: Float64Array
  hu: Float64Array
  hv: Float64Array
  timeS: number
  /** What moves it, with memory that all its arrays lie in. */
  kernel: Kernel
}

/**
 * Arrays that a field, its stepper, its drops, its foam and its means are made of: numbers a cell,
 * and integers a row.
 */
const NUMBERS = 38
/**
 * Rows of numbers that a stage keeps at hand: slopes and what goes through faces, of the rows that
 * it is at.
 */
export const SWEEP_ROWS = 24
const INTEGERS = 2

export const cellOf = ({ stride }: Pick<Field, 'stride'>, row: number, col: number): number =>
  (row + GHOSTS) * stride + col + GHOSTS

/**
 * An empty field over a bed.
 *
 * @param bed  heights row by row from the south-west, m
 * @returns    dry cells at rest; ghosts carry the height of the cell next to them
 */
export function dryField(cols: number, rows: number, dxM: number, bed: ArrayLike<number>): Field {
  // even, so that rows are whole pairs
  const stride = 2 * Math.ceil((cols + 2 * GHOSTS) / 2)
  const size = stride * (rows + 2 * GHOSTS)
  const kernel = makeKernel(
    (NUMBERS * size + (SWEEP_ROWS + 1) * (stride + 2)) * 8 + INTEGERS * (rows + 2 * GHOSTS) * 4,
    NUMBERS + INTEGERS + 2
  )
  const array = () => kernel.numbers(size)
  const field: Field = {
    cols,
    rows,
    stride,
    dxM,
    z: array(),
    h: array(),
    hu: array(),
    hv: array(),
    timeS: 0,
    kernel
  }
  const within = (i: number, n: number) => Math.min(n - 1, Math.max(0, i - GHOSTS))
  for (let r = 0; r < rows + 2 * GHOSTS; r++)
    for (let c = 0; c < stride; c++)
      field.z[r * stride + c] = bed[within(r, rows) * cols + within(c, cols)]
  return field
}

/** The inside of an array of the field, without its ghosts. */
export function inside(field: Field, values: Float64Array): Float64Array {
  const out = new Float64Array(field.cols * field.rows)
  for (let r = 0; r < field.rows; r++)
    out.set(values.subarray(cellOf(field, r, 0), cellOf(field, r, field.cols)), r * field.cols)
  return out
}

/** Puts values into the inside of an array of the field. */
export function setInside(field: Field, values: Float64Array, from: ArrayLike<number>): void {
  for (let r = 0; r < field.rows; r++)
    for (let c = 0; c < field.cols; c++) values[cellOf(field, r, c)] = from[r * field.cols + c]
}

/** Volume of all water inside, m³. */
export function volumeM3(field: Field): number {
  let sum = 0
  for (let r = 0; r < field.rows; r++)
    for (let i = cellOf(field, r, 0), end = i + field.cols; i < end; i++) sum += field.h[i]
  return sum * field.dxM ** 2
}
