import { insideRing, type Point2 } from '../physics/shape/polygon'
import { poolsOf, type Build, type Pool } from './types'

/** The pool whose outline a place lies in; null: none. */
export const poolUnder = (build: Pick<Build, 'waters'>, place: Point2): Pool | null =>
  poolsOf(build).find((p) =>
    insideRing(
      place,
      p.outline.map((c): Point2 => [c.x, c.y])
    )
  ) ?? null
