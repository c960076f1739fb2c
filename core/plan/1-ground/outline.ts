import type { Point2 } from '../../physics/shape/polygon'
import { middleOf, signedArea } from '../../physics/shape/polygon'
import type { OutlineCorner } from '../../build/types'
import type { Corner } from '../../physics/shape/surface'

/**
 * An outline with its bulging edges as short straight ones; `from` says which of the builder's
 * corners an edge belongs to.
 */
export interface DrawnOutline {
  corners: Corner[]
  from: number[]
  shore: boolean[]
}

/** Straight pieces an arc is cut into for each 7.5° that it turns, at least so many. */
const LEAST_PIECES = 8

/**
 * Points of an arc from a to b whose middle stands `bulge` off the chord, to the right of a→b when
 * positive; both ends left out.
 *
 * @source sagitta of a circle, r = (c²/4 + s²)/2s; any handbook
 */
export function arcBetween(a: Point2, b: Point2, bulgeMm: number): Point2[] {
  const chord = Math.hypot(b[0] - a[0], b[1] - a[1])
  if (chord === 0 || Math.abs(bulgeMm) < 1e-6) return []
  const s = Math.sign(bulgeMm) * Math.min(Math.abs(bulgeMm), chord / 2)
  const radius = (chord * chord) / 4 / (2 * Math.abs(s)) + Math.abs(s) / 2
  const half = 2 * Math.atan2(2 * Math.abs(s), chord)
  const count = Math.max(LEAST_PIECES, Math.ceil((2 * half) / (Math.PI / 24)))
  const [ux, uy] = [(b[0] - a[0]) / chord, (b[1] - a[1]) / chord]
  const [nx, ny] = [uy * Math.sign(s), -ux * Math.sign(s)]
  return Array.from({ length: count - 1 }, (_, k) => {
    const angle = -half + (2 * half * (k + 1)) / count
    const along = chord / 2 + radius * Math.sin(angle)
    const off = radius * (Math.cos(angle) - Math.cos(half))
    return [a[0] + ux * along + nx * off, a[1] + uy * along + ny * off]
  })
}

/**
 * The outline as it is built: a corner at the end of a dam takes the nearest sounding unless its
 * height was given, for
 * the channel runs on under a dam; one between two shores takes the brim. Bulging edges become arcs.
 */
export function drawnOutline(outline: readonly OutlineCorner[], brimMm: number): DrawnOutline {
  const drawn: DrawnOutline = { corners: [], from: [], shore: [] }
  const turn = signedArea(outline.map((c): Point2 => [c.x, c.y])) >= 0 ? 1 : -1
  outline.forEach((c, i) => {
    const before = outline[(i + outline.length - 1) % outline.length].edge
    const next = outline[(i + 1) % outline.length]
    const put = (x: number, y: number, z: number | null) => {
      drawn.corners.push({ x, y, z })
      drawn.from.push(i)
      drawn.shore.push(c.edge === 'shore')
    }
    put(c.x, c.y, c.z ?? (c.edge === 'dam' || before === 'dam' ? null : brimMm))
    // outwards is to the right of an anticlockwise edge
    for (const [x, y] of arcBetween([c.x, c.y], [next.x, next.y], (c.bulgeMm ?? 0) * turn))
      put(x, y, c.edge === 'dam' ? null : brimMm)
  })
  return drawn
}

/** Ring of an outline as it is built. */
export const ringOf = (outline: readonly OutlineCorner[]): Point2[] =>
  drawnOutline(outline, 0).corners.map((c): Point2 => [c.x, c.y])

/** Length of the dammed part of an outline, mm, round its arcs. */
export function damLengthMm(outline: readonly OutlineCorner[]): number {
  const { corners, shore } = drawnOutline(outline, 0)
  return corners.reduce((sum, c, i) => {
    const next = corners[(i + 1) % corners.length]
    return sum + (shore[i] ? 0 : Math.hypot(next.x - c.x, next.y - c.y))
  }, 0)
}

/**
 * Which side of its pool an edge stands on, as a builder would say it, and how long it is, mm.
 * @example sideOf(square, 0).side // "front"
 */
export function sideOf(
  outline: readonly OutlineCorner[],
  edge: number
): { side: 'front' | 'back' | 'left' | 'right'; lengthMm: number } {
  const [a, b] = [outline[edge], outline[(edge + 1) % outline.length]]
  const [x, y] = middleOf(outline.map((c): Point2 => [c.x, c.y]))
  const [dx, dy] = [(a.x + b.x) / 2 - x, (a.y + b.y) / 2 - y]
  return {
    side: Math.abs(dx) > Math.abs(dy) ? (dx > 0 ? 'right' : 'left') : dy > 0 ? 'back' : 'front',
    lengthMm: Math.hypot(b.x - a.x, b.y - a.y)
  }
}
