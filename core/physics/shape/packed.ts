import { unzlibSync, zlibSync } from 'fflate'
import { fromUint8Array, toUint8Array } from 'js-base64'

/**
 * A field as it is written: whole numbers of two bytes, each less the one before it, packed; a
 * number is so many steps.
 */
export interface PackedField {
  step: number
  data: string
}

/** No field of more cells than this is read. */
export const MOST_READ = 250_000

/**
 * Packs a field of numbers, row by row.
 *
 * @param mostSteps  the largest is kept in so many steps at most
 * @param finest     no step is finer than this
 */
export function pack(values: Float32Array, mostSteps: number, finest: number): PackedField {
  let most = 0
  for (const v of values) if (Math.abs(v) > most) most = Math.abs(v)
  const step = most > 0 ? Number(Math.max(most / mostSteps, finest).toPrecision(4)) : 1
  const bytes = new Uint8Array(values.length * 2)
  const view = new DataView(bytes.buffer)
  let before = 0
  values.forEach((v, i) => {
    const now = Math.round(v / step)
    view.setInt16(2 * i, now - before, true)
    before = now
  })
  return { step, data: fromUint8Array(zlibSync(bytes, { level: 9 })) }
}

/**
 * A packed field as it was, to half a step.
 *
 * @param size  how many numbers it must have
 * @param name  what it is called in an error, and what it belongs to
 * @throws RangeError when it is not so many numbers, or broken
 */
export function unpack(
  { step, data }: PackedField,
  size: number,
  { field, whole }: { field: string; whole: string }
): Float32Array {
  if (size > MOST_READ)
    throw new RangeError(`grid: has ${size} cells; ${whole} has at most ${MOST_READ}`)
  if (data.length > 4 * size + 1000)
    throw new RangeError(`${field}: is longer than ${size} cells can be`)
  let bytes: Uint8Array
  try {
    // room for what is due and a little more: a bomb stops here, and what is too long is seen to be
    bytes = unzlibSync(toUint8Array(data), { out: new Uint8Array(size * 2 + 2) })
  } catch (error) {
    throw new RangeError(
      `${field}: cannot be unpacked: ${error instanceof Error ? error.message : 'it is broken'}`
    )
  }
  if (bytes.length !== size * 2)
    throw new RangeError(`${field}: has ${bytes.length / 2} cells; the grid has ${size}`)
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const values = new Float32Array(size)
  for (let i = 0, steps = 0; i < size; i++) {
    steps += view.getInt16(2 * i, true)
    values[i] = steps * step
  }
  return values
}
