import type { Grid } from '../../shape/grid'
import { letsIn } from './waveField'
import { radians } from '../../shape/angles'

/** Waves never gather to more than this share of their height, nor spread to less: past a focus linear rays fail. */
const [LEAST, MOST] = [0.4, 1.8]

/**
 * How much higher waves stand where the bed gathers them, and how much lower where it spreads them:
 * √(F/F₀), of the energy that flows square to the crests and is neither made nor lost, ∇·(F n) = 0.
 * On a plane beach it is √(cos θ₀ / cos θ).
 *
 * @param depthM     depth at each cell, full size; NaN: no water
 * @param headingDeg where they come in to, as in `arrivalTimes`
 * @param arrivalS   when a crest passes each cell, s; NaN: never
 * @param lengthCells from crest to crest, cells
 * @returns         share of the height that they would have with straight crests; 1 where none comes
 * @source conservation of wave energy along rays, any handbook of coasts; donor cells in the order in
 *   which the crest passes
 */
export function gathering(
  grid: Grid,
  depthM: Float64Array,
  headingDeg: number,
  arrivalS: Float64Array,
  lengthCells: number
): Float64Array {
  const { cols, rows } = grid
  const heading = radians(headingDeg)
  const way = [Math.cos(heading), Math.sin(heading)] as const
  const size = cols * rows
  const flux = new Float64Array(size)
  // the way of the energy at each cell, along columns and rows
  const [alongX, alongY] = [new Float64Array(size), new Float64Array(size)]
  const at = (c: number) => (c >= 0 && arrivalS[c] >= 0 ? arrivalS[c] : Infinity)
  for (const c of inTheirTurn(arrivalS)) {
    const row = Math.floor(c / cols)
    const col = c - row * cols
    if (letsIn(grid, depthM, col, row, way)) {
      flux[c] = 1
      alongX[c] = way[0]
      alongY[c] = way[1]
      continue
    }
    const west = col > 0 ? c - 1 : -1
    const east = col + 1 < cols ? c + 1 : -1
    const south = row > 0 ? c - cols : -1
    const north = row + 1 < rows ? c + cols : -1
    const here = arrivalS[c]
    // how much later the crest is here than there
    const fromWest = here - at(west)
    const fromEast = here - at(east)
    const fromSouth = here - at(south)
    const fromNorth = here - at(north)
    const dx = later(fromWest, fromEast)
    const dy = later(fromSouth, fromNorth)
    const length = Math.sqrt(dx * dx + dy * dy) || 1
    alongX[c] = dx / length
    alongY[c] = dy / length
    // from every neighbour whose energy runs this way; to both sides that its own runs to
    let gets = 0
    if (fromWest > 0) gets += flux[west] * Math.max(0, alongX[west])
    if (fromEast > 0) gets += flux[east] * Math.max(0, -alongX[east])
    if (fromSouth > 0) gets += flux[south] * Math.max(0, alongY[south])
    if (fromNorth > 0) gets += flux[north] * Math.max(0, -alongY[north])
    const gives = Math.abs(alongX[c]) + Math.abs(alongY[c])
    flux[c] = gives > 0 ? gets / gives : 1
  }
  // a crest passes energy along itself within a part of its length: rays that cross do not pile up
  return spreadOver(grid, flux, arrivalS, Math.max(1, Math.round(lengthCells / 4))).map((f, c) =>
    Number.isNaN(arrivalS[c]) ? 1 : Math.min(MOST, Math.max(LEAST, Math.sqrt(f)))
  )
}

/** How much later the crest is than at the earlier of two neighbours, towards the second. */
function later(thanFirst: number, thanSecond: number): number {
  // where it comes from both sides, as behind a shoal, they meet and run on together
  if (thanFirst > 0 && thanSecond > 0) return 0
  return thanFirst >= thanSecond ? Math.max(0, thanFirst) : -Math.max(0, thanSecond)
}

/** The whole time is cut into so many ticks: cells of one tick are as good as passed together. */
const TICKS = 2 ** 32

/** Cells in the order in which the crest passes them: tick and number in one figure, sorted as figures are. */
function inTheirTurn(arrivalS: Float64Array): Float64Array {
  let [last, count] = [0, 0]
  for (const t of arrivalS) {
    if (Number.isNaN(t)) continue
    count++
    if (t > last) last = t
  }
  const keys = new Float64Array(count)
  const size = arrivalS.length
  let k = 0
  for (let c = 0; c < size; c++)
    if (!Number.isNaN(arrivalS[c]))
      keys[k++] = Math.floor((arrivalS[c] / (last || 1)) * TICKS) * size + c
  keys.sort()
  for (let i = 0; i < count; i++) keys[i] %= size
  return keys
}

/** The mean over wet cells along rows, then along columns: running sums. */
function spreadOver(
  { cols, rows }: Grid,
  field: Float64Array,
  wet: Float64Array,
  radius: number
): Float64Array {
  const along = (
    from: Float64Array,
    count: number,
    length: number,
    start: number,
    step: number
  ) => {
    const out = new Float64Array(from.length)
    const [sums, counts] = [new Float64Array(length + 1), new Float64Array(length + 1)]
    for (let line = 0; line < count; line++) {
      const cell = (i: number) => line * start + i * step
      for (let i = 0; i < length; i++) {
        const there = Number.isNaN(wet[cell(i)]) ? 0 : 1
        sums[i + 1] = sums[i] + (there ? from[cell(i)] : 0)
        counts[i + 1] = counts[i] + there
      }
      for (let i = 0; i < length; i++) {
        const [low, high] = [Math.max(0, i - radius), Math.min(length, i + radius + 1)]
        out[cell(i)] = (sums[high] - sums[low]) / Math.max(1, counts[high] - counts[low])
      }
    }
    return out
  }
  return along(along(field, rows, cols, cols, 1), cols, rows, 1, cols)
}
