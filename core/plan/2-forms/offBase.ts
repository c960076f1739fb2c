import type { Base, Side } from '../../build/types'
import type { Point2 } from '../../physics/shape/polygon'

/** A place this near to an edge of the base lies on it, mm. */
const ON_EDGE_MM = 0.5

/** The edge of the base that a place lies on; null: none. */
export function sideAt([x, y]: Point2, base: Base): Side | null {
  if (y <= ON_EDGE_MM) return 'front'
  if (y >= base.depthMm - ON_EDGE_MM) return 'back'
  if (x <= ON_EDGE_MM) return 'left'
  return x >= base.widthMm - ON_EDGE_MM ? 'right' : null
}
