import { fieldAt, type HeightField } from './heightField'

/** Rounds of relaxation at each fineness, and how far each step goes beyond. */
const ROUNDS = 160
const BEYOND = 1.85
/** A field of fewer places than this along a side is made no coarser. */
const COARSEST = 12

/**
 * The land that is stretched through heights that are known, like a skin: everywhere else each place
 * is the mean of its neighbours, and it meets the edges of the base level.
 *
 * @param known  heights at places, NaN where none is known
 * @returns      all heights; where none is known anywhere, 0
 * @source Laplace's equation, five-point, successive over-relaxation from coarse to fine (any book of
 *   numerical methods; from memory)
 */
export function stretched(
  size: Pick<HeightField, 'cols' | 'rows'>,
  known: Float32Array
): Float32Array {
  const { cols, rows } = size
  let sum = 0
  let count = 0
  for (const z of known)
    if (z === z) {
      sum += z
      count++
    }
  if (count === 0) return new Float32Array(cols * rows)
  let z: Float32Array
  if (Math.min(cols, rows) > COARSEST) {
    const half = { cols: Math.ceil(cols / 2), rows: Math.ceil(rows / 2) }
    const rough = stretched(half, coarser(size, half, known))
    z = Float32Array.from(known, (v, i) => {
      if (v === v) return v
      const [c, r] = [(i % cols) / 2, Math.floor(i / cols) / 2]
      return fieldAt({ ...half, cellMm: 1, zMm: rough }, [c, r])
    })
  } else z = Float32Array.from(known, (v) => (v === v ? v : sum / count))
  relax(size, known, z)
  return z
}

/** Known heights on every second place: the mean of those about it. */
function coarser(
  { cols, rows }: Pick<HeightField, 'cols' | 'rows'>,
  half: Pick<HeightField, 'cols' | 'rows'>,
  known: Float32Array
): Float32Array {
  const sum = new Float32Array(half.cols * half.rows)
  const count = new Float32Array(sum.length)
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < cols; c++) {
      const z = known[r * cols + c]
      if (z !== z) continue
      const i =
        Math.min(half.rows - 1, Math.round(r / 2)) * half.cols +
        Math.min(half.cols - 1, Math.round(c / 2))
      sum[i] += z
      count[i]++
    }
  return sum.map((s, i) => (count[i] > 0 ? s / count[i] : NaN))
}

function relax(
  { cols, rows }: Pick<HeightField, 'cols' | 'rows'>,
  known: Float32Array,
  z: Float32Array
): void {
  for (let round = 0; round < ROUNDS; round++)
    for (let r = 0; r < rows; r++)
      for (let c = 0; c < cols; c++) {
        const i = r * cols + c
        if (known[i] === known[i]) continue
        // beyond the edge lies what lies inside it
        const mean =
          (z[c > 0 ? i - 1 : i + 1] +
            z[c + 1 < cols ? i + 1 : i - 1] +
            z[r > 0 ? i - cols : i + cols] +
            z[r + 1 < rows ? i + cols : i - cols]) /
          4
        z[i] += BEYOND * (mean - z[i])
      }
}
