import type { OutlineCorner } from '../../build/types'
import { signedArea, type Point2 } from '../../physics/shape/polygon'
import { drawnOutline } from './outline'
import type { Surface } from '../../physics/shape/surface'
import { radians } from '../../physics/shape/angles'

/**
 * A stretch of wall that leans: length on the plan, height of its foot at either end, mm, and the
 * tangent of its lean outwards.
 */
export interface LeaningWall {
  lengthMm: number
  footMm: readonly [number, number]
  tangent: number
}

/** A corner where leaning walls meet: its foot, mm, and what it adds for each mm² of depth squared. */
export interface LeaningCorner {
  footMm: number
  perDepth2: number
}

export interface Lean {
  walls: LeaningWall[]
  corners: LeaningCorner[]
}

export const UPRIGHT: Lean = { walls: [], corners: [] }
const MOST_DEG = 60
/** Corners that hardly turn add nothing of their own. */
const LEAST_TURN = 0.2

/**
 * Walls that lean: what a pool holds beyond its outline. Foot heights are those of the ground's own
 * outline points.
 *
 * @param outline  the builder's corners; each carries the lean of the edge that starts at it
 * @param surface  the ground: its first points are the outline as built and the dips on it, in order
 */
export function leanOf(outline: readonly OutlineCorner[], surface: Surface): Lean {
  if (!outline.some((c) => c.leanDeg)) return UPRIGHT
  const drawn = drawnOutline(outline, 0)
  const ring = drawn.corners.map((c): Point2 => [c.x, c.y])
  const tangents = drawn.from.map((i) =>
    Math.tan(radians(Math.max(-MOST_DEG, Math.min(MOST_DEG, outline[i].leanDeg ?? 0))))
  )
  const foot = (x: number, y: number): number => {
    let best = 0
    let nearest = Infinity
    for (let i = 0; i < surface.outlineCount; i++) {
      const d = Math.hypot(surface.xyz[3 * i] - x, surface.xyz[3 * i + 1] - y)
      if (d < nearest) [nearest, best] = [d, surface.xyz[3 * i + 2]]
    }
    return best
  }
  const feet = ring.map(([x, y]) => foot(x, y))
  const turn = signedArea(ring) >= 0 ? 1 : -1
  const lean: Lean = { walls: [], corners: [] }
  ring.forEach((a, i) => {
    const j = (i + 1) % ring.length
    const b = ring[j]
    const c = ring[(j + 1) % ring.length]
    const lengthMm = Math.hypot(b[0] - a[0], b[1] - a[1])
    if (tangents[i] !== 0)
      lean.walls.push({ lengthMm, footMm: [feet[i], feet[j]], tangent: tangents[i] })
    const [ux, uy, vx, vy] = [b[0] - a[0], b[1] - a[1], c[0] - b[0], c[1] - b[1]]
    const size = lengthMm * Math.hypot(vx, vy)
    const sin = (turn * (ux * vy - uy * vx)) / size
    const cos = (ux * vx + uy * vy) / size
    const [t, s] = [tangents[i], tangents[j]]
    if ((t === 0 && s === 0) || Math.abs(sin) < LEAST_TURN) return
    lean.corners.push({ footMm: feet[j], perDepth2: (t * s - ((t * t + s * s) * cos) / 2) / sin })
  })
  return lean
}

/**
 * What leaning walls add to a pool, ml: for a wall the integral of ½·tan·depth² along it (exact for
 * a foot that runs
 * straight), for a corner between two walls the pyramid between their offsets.
 *
 * @source offset polygons; the frustum formula comes out of it (tested)
 */
export function leanMl({ walls, corners }: Lean, levelMm: number): number {
  let mm3 = 0
  for (const {
    lengthMm,
    footMm: [a, b],
    tangent
  } of walls) {
    const [p, q] = [levelMm - a, levelMm - b]
    if (p <= 0 && q <= 0) continue
    if (p >= 0 && q >= 0) mm3 += (tangent * lengthMm * (p * p + p * q + q * q)) / 6
    else {
      const deep = Math.max(p, q)
      mm3 += (tangent * lengthMm * (deep / Math.abs(p - q)) * deep * deep) / 6
    }
  }
  for (const { footMm, perDepth2 } of corners)
    mm3 += (perDepth2 * Math.max(0, levelMm - footMm) ** 3) / 3
  return mm3 / 1000
}
