import type { PoolShape } from '../../build/shapes'
import { awayFrom, evenly, lineLength, middleOf, type Point2 } from '../../physics/shape/polygon'
import { shoreline } from '../../physics/shape/shoreline'
import type { Surface } from '../../physics/shape/surface'
import { runDown } from '../../physics/water/waves/breaking'
import { bedAt, type BedMap } from './bedMap'

/** How far up the beach the last three waves reached, as shares of the run-up. Common practice, no source. */
const REACHES = [0.35, 0.7, 1]
/** Lines of the backwash lie about a brush stroke apart, mm. Common practice, no source. */
const APART_MM = 7
/** Shorter than this a line is a dot, mm. */
const SHORTEST_MM = 2
/** No line of it is longer, in steps of half a cell. */
const MOST_STEPS = 400

/**
 * The wash on a beach: how far the last waves reached, and how their water runs back, down the
 * steepest way to the foot of the run-down, or to the still water's edge.
 *
 * @param runUpMm  above the still level, mm
 * @param surf     surf number of the waves
 */
export function swash(
  bed: BedMap,
  surface: Surface,
  { levelMm, brimMm }: PoolShape,
  { runUpMm, surf }: { runUpMm: number; surf: number }
): { washLines: Point2[][]; backwash: Point2[][] } {
  const heights = REACHES.map((share) => Math.min(brimMm - 0.05, levelMm + share * runUpMm)).filter(
    (z) => z > levelMm
  )
  const lines = heights.map((z) => shoreline(surface, z))
  const top = heights.at(-1)
  const foot = levelMm + Math.min(0, runDown(runUpMm, surf))
  return {
    washLines: lines.flat(),
    backwash:
      top === undefined
        ? []
        : lines
            .at(-1)!
            .flatMap((ring) => starts(ring, bed.grid.cellMm))
            .flatMap((at) => runsBack(bed, at, top, foot))
  }
}

/** Places a brush stroke apart along a ring, just inside it: on it the ground may end. */
function starts(ring: readonly Point2[], cellMm: number): Point2[] {
  const [mx, my] = middleOf(ring)
  const pieces = Math.max(1, Math.round(lineLength(ring) / APART_MM))
  return evenly([...ring, ring[0]], pieces).map(([x, y]): Point2 => {
    const far = Math.hypot(mx - x, my - y) || 1
    return [x + (cellMm * (mx - x)) / far, y + (cellMm * (my - y)) / far]
  })
}

/** From a place at the top of the wash down the bed; none: there stands a wall, or nothing was dipped. */
function runsBack(bed: BedMap, from: Point2, top: number, foot: number): Point2[][] {
  const step = bed.grid.cellMm / 2
  const line: Point2[] = [from]
  let at = from
  for (let i = 0; i < MOST_STEPS; i++) {
    const z = bedAt(bed, at)
    // where the edge of the water is a wall, the bed beside it lies lower
    if (z === null || (i === 0 && z < (top + foot) / 2)) break
    if (z <= foot) break
    const down = downhill(bed, at)
    if (!down) break
    at = [at[0] + step * down[0], at[1] + step * down[1]]
    line.push(at)
  }
  const long = awayFrom(line[0], line.at(-1)!)
  return line.length > 2 && long >= SHORTEST_MM ? [line] : []
}

/** The steepest way down, as a unit step; null: level, or at the edge of what was dipped. */
function downhill(bed: BedMap, [x, y]: Point2): Point2 | null {
  const by = bed.grid.cellMm
  const [w, e, s, n] = [
    [x - by, y],
    [x + by, y],
    [x, y - by],
    [x, y + by]
  ].map((p) => bedAt(bed, p as unknown as Point2))
  const here = bedAt(bed, [x, y])
  if (here === null) return null
  const along = (low: number | null, high: number | null) =>
    ((high ?? here) - (low ?? here)) / (low === null || high === null ? by : 2 * by)
  const [gx, gy] = [along(w, e), along(s, n)]
  const steep = Math.hypot(gx, gy)
  return steep > 1e-4 ? [-gx / steep, -gy / steep] : null
}
