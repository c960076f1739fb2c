import type { Grid } from '../../shape/grid'
import type { Point2 } from '../../shape/polygon'
import { crestSpeed } from './linear'
import { radians } from '../../shape/angles'

/** Water too thin to carry a crest, m full size. */
const THINNEST_M = 0.05
/** Waves that run nearly along an edge do not come in over it: a share of a unit step. */
const ALONG = 0.05
/** Rounds of four sweeps at most: round a headland or two. */
const ROUNDS = 4

/**
 * When a crest passes every cell, s: waves of one period come in from offshore with straight crests
 * and bend as the
 * depth slows them. Behind an obstacle they reach by the shortest way round.
 *
 * @param depthM     depth at each cell, full size; 0 or less: no water
 * @param cellM      size of a cell, full size
 * @param headingDeg where they travel to: 0 along the columns, 90 along the rows
 * @param offshoreM  depth out of which they come
 * @returns          s, NaN where no wave comes; 0 at the cell that they meet first
 * @source eikonal equation |∇T| = 1/c by fast sweeping (Zhao 2005); c by linear theory. Heights
 *   gained or lost by bending are left out.
 */
export function arrivalTimes(
  grid: Grid,
  depthM: Float64Array,
  cellM: number,
  headingDeg: number,
  periodS: number,
  offshoreM: number
): Float64Array {
  const { cols, rows } = grid
  const size = cols * rows
  const heading = radians(headingDeg)
  const [kx, ky] = [Math.cos(heading), Math.sin(heading)]
  let deepest = offshoreM
  for (const d of depthM) if (d > deepest) deepest = d
  const slowness = speedTable(periodS, deepest)
  const slow = new Float64Array(size)
  const time = new Float64Array(size).fill(Infinity)
  const wet = (c: number) => depthM[c] > THINNEST_M
  const offshore = slowness(offshoreM)
  for (let c = 0; c < size; c++) if (wet(c)) slow[c] = slowness(depthM[c]) * cellM
  // the water's edge towards where they come from has the plane wave; every wet cell may be no
  // later than that wave let in there
  for (let row = 0; row < rows; row++) {
    for (let col = 0; col < cols; col++) {
      const c = row * cols + col
      if (!wet(c)) continue
      if (letsIn(grid, depthM, col, row, [kx, ky]))
        time[c] = (col * kx + row * ky) * cellM * offshore
    }
  }
  const fixed = time.map((t) => (Number.isFinite(t) ? 1 : 0))
  // the first sweep goes with the waves and settles most; four that move nothing, one each way, end it
  const [east, north] = [kx >= 0, ky >= 0]
  // a row about which nothing has moved since it was last swept this way needs no sweep
  const movedIn = new Int32Array(rows + 2).fill(0)
  let still = 0
  for (let sweep = 0; sweep < 4 * ROUNDS && still < 4; sweep++) {
    let moved = 0
    const [cols0, dc] = (sweep % 2 === 0) === east ? [0, 1] : [cols - 1, -1]
    const [rows0, dr] = sweep % 4 < 2 === north ? [0, 1] : [rows - 1, -1]
    for (let row = rows0; row >= 0 && row < rows; row += dr) {
      if (Math.max(movedIn[row], movedIn[row + 1], movedIn[row + 2]) < sweep - 4) continue
      for (let col = cols0; col >= 0 && col < cols; col += dc) {
        const c = row * cols + col
        if (slow[c] === 0 || fixed[c]) continue
        const a = Math.min(
          col > 0 ? time[c - 1] : Infinity,
          col + 1 < cols ? time[c + 1] : Infinity
        )
        const b = Math.min(
          row > 0 ? time[c - cols] : Infinity,
          row + 1 < rows ? time[c + cols] : Infinity
        )
        const [low, high] = a < b ? [a, b] : [b, a]
        if (!Number.isFinite(low)) continue
        const s = slow[c]
        const here =
          high - low >= s ? low + s : (low + high + Math.sqrt(2 * s * s - (low - high) ** 2)) / 2
        if (here < time[c] - 1e-9) {
          time[c] = here
          movedIn[row + 1] = sweep
          moved++
        }
      }
    }
    still = moved === 0 ? still + 1 : 0
  }
  let first = Infinity
  for (const t of time) if (t < first) first = t
  return time.map((t) => (Number.isFinite(t) ? t - first : NaN))
}

/**
 * Whether a cell lies at the water's edge on the side that waves come from, so that they begin there.
 *
 * @param way  a unit step the way they run
 */
export function letsIn(
  { cols, rows }: Grid,
  depthM: Float64Array,
  col: number,
  row: number,
  [kx, ky]: Point2
): boolean {
  const c = row * cols + col
  return (
    (kx > ALONG && (col === 0 || Number.isNaN(depthM[c - 1]))) ||
    (kx < -ALONG && (col === cols - 1 || Number.isNaN(depthM[c + 1]))) ||
    (ky > ALONG && (row === 0 || Number.isNaN(depthM[c - cols]))) ||
    (ky < -ALONG && (row === rows - 1 || Number.isNaN(depthM[c + cols])))
  )
}

/**
 * 1/c by depth, from a table: the dispersion relation is solved a few hundred times and not at
 * every cell.
 */
function speedTable(periodS: number, deepestM: number): (depthM: number) => number {
  const count = 200
  const at = (i: number) =>
    THINNEST_M + (Math.max(deepestM, 2 * THINNEST_M) - THINNEST_M) * (i / count) ** 2
  const table = Array.from({ length: count + 1 }, (_, i) => 1 / crestSpeed(periodS, at(i)))
  return (depthM) => {
    const share =
      Math.sqrt(
        Math.min(
          1,
          Math.max(0, (depthM - THINNEST_M) / (Math.max(deepestM, 2 * THINNEST_M) - THINNEST_M))
        )
      ) * count
    const i = Math.min(count - 1, Math.floor(share))
    return table[i] + (share - i) * (table[i + 1] - table[i])
  }
}
