import type { Base, Reach, ReachPoint, Side } from '../../build/types'
import type { Point2 } from '../../physics/shape/polygon'

/** A run that ends this near to the edge it heads for runs off the base, mm. Common practice, no source. */
const RUNS_OFF_MM = 10
/** A place this near to an edge of the base lies on it, mm. */
const ON_EDGE_MM = 0.5

/**
 * A run led on to the edge of the base where it ends just short of it, its bed falling on as before.
 *
 * @returns the same run where it ends on the base
 */
export function ledToEdge(reach: Reach, base: Base): Reach {
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

/** The edge of the base that a place lies on; null: none. */
export function sideAt([x, y]: Point2, base: Base): Side | null {
  if (y <= ON_EDGE_MM) return 'front'
  if (y >= base.depthMm - ON_EDGE_MM) return 'back'
  if (x <= ON_EDGE_MM) return 'left'
  return x >= base.widthMm - ON_EDGE_MM ? 'right' : null
}
