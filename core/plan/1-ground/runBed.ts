import type { ReachShape } from '../../build/shapes'
import type { Base, ReachPoint } from '../../build/types'
import { lineLength, type Point2 } from '../../physics/shape/polygon'

/** A run that ends this near to the edge it heads for runs off the base, mm. Common practice, no source. */
const RUNS_OFF_MM = 10
/** A run is asked at a place every millimetre, within these. */
const [LEAST_PLACES, MOST_PLACES] = [12, 120]

/** A place of a run: how far along it, and where on the plan, mm. */
export interface RunPlace {
  s: number
  at: Point2
}

/** Even places along a run, its ends among them. */
export function placesAlong(reach: ReachShape): RunPlace[] {
  const line = reach.path.map((p): Point2 => [p.x, p.y])
  const length = lineLength(line)
  const count = Math.max(LEAST_PLACES, Math.min(MOST_PLACES, Math.round(length)))
  const out: RunPlace[] = []
  let i = 0
  let before = 0
  for (let k = 0; k <= count; k++) {
    const s = (length * k) / count
    let piece = Math.hypot(line[i + 1][0] - line[i][0], line[i + 1][1] - line[i][1])
    while (s > before + piece + 1e-9 && i + 2 < line.length) {
      before += piece
      i++
      piece = Math.hypot(line[i + 1][0] - line[i][0], line[i + 1][1] - line[i][1])
    }
    const t = piece === 0 ? 0 : (s - before) / piece
    out.push({
      s,
      at: [
        line[i][0] + t * (line[i + 1][0] - line[i][0]),
        line[i][1] + t * (line[i + 1][1] - line[i][1])
      ]
    })
  }
  return out
}

/**
 * The bed at every place of a run, mm: as given at the points, else as dipped, else straight between
 * what is known; null where nothing is.
 *
 * @param dippedAt  the dipped ground at a place of the plan, mm; null where nothing was dipped
 */
export function bedHeights(
  reach: ReachShape,
  places: readonly RunPlace[],
  dippedAt: (at: Point2) => number | null
): number[] | null {
  const given: { s: number; z: number }[] = []
  let s = 0
  reach.path.forEach((p, i) => {
    if (i > 0) s += Math.hypot(p.x - reach.path[i - 1].x, p.y - reach.path[i - 1].y)
    if (p.bedMm !== undefined) given.push({ s, z: p.bedMm })
  })
  const within = (at: number) =>
    given.length > 1 && at >= given[0].s - 1e-9 && at <= given.at(-1)!.s + 1e-9
  const known = places.map((p) => (within(p.s) ? null : dippedAt(p.at)))
  const fixed = [
    ...given,
    ...places.flatMap((p, i) => (known[i] === null ? [] : [{ s: p.s, z: known[i] }]))
  ].sort((a, b) => a.s - b.s)
  if (fixed.length === 0) return null
  let k = 0
  return places.map((p) => {
    while (k + 1 < fixed.length && fixed[k + 1].s <= p.s) k++
    const [a, b] = [fixed[k], fixed[Math.min(k + 1, fixed.length - 1)]]
    return p.s <= a.s || b.s === a.s
      ? a.z
      : a.z + ((Math.min(p.s, b.s) - a.s) / (b.s - a.s)) * (b.z - a.z)
  })
}

/**
 * A run led on to the edge of the base where it ends just short of it, its bed falling on as before.
 *
 * @returns the same run where it ends on the base
 */
export function ledToEdge(reach: ReachShape, base: Base): ReachShape {
  const end = reach.path.at(-1)!
  const before = reach.path.findLast((p) => Math.hypot(end.x - p.x, end.y - p.y) > 0.5)
  if (!before) return reach
  const length = Math.hypot(end.x - before.x, end.y - before.y)
  const [ux, uy] = [(end.x - before.x) / length, (end.y - before.y) / length]
  const off = Math.min(ahead(end.x, ux, base.widthMm), ahead(end.y, uy, base.depthMm))
  if (!(off > 0 && off <= RUNS_OFF_MM)) return reach
  const slope =
    end.bedMm !== undefined && before.bedMm !== undefined ? (before.bedMm - end.bedMm) / length : 0
  const edge: ReachPoint = {
    id: `${end.id}-edge`,
    x: end.x + ux * off,
    y: end.y + uy * off,
    ...(end.bedMm === undefined ? {} : { bedMm: end.bedMm - Math.max(0, slope) * off })
  }
  return { ...reach, path: [...reach.path, edge] }
}

/** How far along one axis the edge lies that is headed for, mm; Infinity: none. */
function ahead(at: number, step: number, size: number): number {
  if (Math.abs(step) < 1e-9) return Infinity
  const off = ((step > 0 ? size : 0) - at) / step
  return off < -1e-9 ? Infinity : off
}
