import { degrees, radians } from './angles'

/** A point on the plan: x right, y away from the viewer, mm. */
export type Point2 = readonly [x: number, y: number]

/**
 * Signed area of a simple polygon by the shoelace formula: positive when its points run anticlockwise.
 *
 * @param ring  corners in order, mm; the last is not repeated
 * @returns     area, mm²
 * @source Any surveying handbook (area by coordinates)
 * @example signedArea([[0, 0], [10, 0], [10, 10], [0, 10]]) // 100
 */
export function signedArea(ring: readonly Point2[]): number {
  let twice = 0
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    twice += ring[j][0] * ring[i][1] - ring[i][0] * ring[j][1]
  }
  return twice / 2
}

/**
 * Whether a point lies inside a ring (even–odd rule). A point on the edge may go either way: ask
 * `distanceToRing` first.
 *
 * @example insideRing([5, 5], [[0, 0], [10, 0], [10, 10], [0, 10]]) // true
 */
export function insideRing(point: Point2, ring: readonly Point2[]): boolean {
  let inside = false
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const [xi, yi] = ring[i]
    const [xj, yj] = ring[j]
    if (
      yi > point[1] !== yj > point[1] &&
      point[0] < ((xj - xi) * (point[1] - yi)) / (yj - yi) + xi
    )
      inside = !inside
  }
  return inside
}

/** Where along the segment a–b (0 at a, 1 at b) the point nearest to p lies, and how far p is from it, mm. */
export function nearestOnSegment(
  p: Point2,
  a: Point2,
  b: Point2
): { along: number; distance: number } {
  const dx = b[0] - a[0]
  const dy = b[1] - a[1]
  const length2 = dx * dx + dy * dy
  const along =
    length2 === 0
      ? 0
      : Math.min(1, Math.max(0, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / length2))
  const ex = p[0] - a[0] - along * dx
  const ey = p[1] - a[1] - along * dy
  return { along, distance: Math.sqrt(ex * ex + ey * ey) }
}

/**
 * The edge of a ring nearest to a point.
 *
 * @returns edge number (edge i runs from corner i to the next), distance in mm, and how far along
 *   the edge (0–1)
 */
export function distanceToRing(
  p: Point2,
  ring: readonly Point2[]
): { edge: number; distance: number; along: number } {
  let best = { edge: 0, distance: Infinity, along: 0 }
  for (let i = 0; i < ring.length; i++) {
    const near = nearestOnSegment(p, ring[i], ring[(i + 1) % ring.length])
    if (near.distance < best.distance) best = { edge: i, ...near }
  }
  return best
}

/**
 * How far a point lies from a line of several pieces, mm; Infinity where it has none.
 * @example distanceToPath([5, 3], [[0, 0], [10, 0]]) // 3
 */
export const distanceToPath = (p: Point2, path: readonly Point2[]): number =>
  Math.min(Infinity, ...path.slice(1).map((to, i) => nearestOnSegment(p, path[i], to).distance))

/**
 * Mean of a ring's corners: near enough to its middle for a name to stand on.
 * @example middleOf([[0, 0], [10, 0], [10, 10], [0, 10]]) // [5, 5]
 */
export function middleOf(ring: readonly Point2[]): Point2 {
  const sum = ring.reduce((s, p): [number, number] => [s[0] + p[0], s[1] + p[1]], [0, 0])
  return [sum[0] / ring.length, sum[1] / ring.length]
}

const side = (a: Point2, b: Point2, c: Point2) =>
  (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])

/**
 * The first two edges of a ring that cross or touch where they should not, or null when the ring is simple.
 *
 * @example crossing([[0, 0], [10, 10], [10, 0], [0, 10]]) // [0, 2]
 */
export function crossing(ring: readonly Point2[]): [number, number] | null {
  const n = ring.length
  for (let i = 0; i < n; i++) {
    const a = ring[i]
    const b = ring[(i + 1) % n]
    for (let j = i + 1; j < n; j++) {
      const c = ring[j]
      const d = ring[(j + 1) % n]
      const neighbours = j === i + 1 || (i === 0 && j === n - 1)
      if (neighbours) {
        // neighbours share a corner; they are only at fault when one folds back over the other
        const [shared, p, q] = j === i + 1 ? [b, a, d] : [a, b, c]
        const straight = Math.abs(side(p, shared, q)) < 1e-9
        const folds =
          (p[0] - shared[0]) * (q[0] - shared[0]) + (p[1] - shared[1]) * (q[1] - shared[1]) > 0
        if (straight && folds) return [i, j]
      } else if (segmentsMeet(a, b, c, d)) return [i, j]
    }
  }
  return null
}

function segmentsMeet(a: Point2, b: Point2, c: Point2, d: Point2): boolean {
  const abc = side(a, b, c)
  const abd = side(a, b, d)
  const cda = side(c, d, a)
  const cdb = side(c, d, b)
  if (abc * abd < 0 && cda * cdb < 0) return true
  const touches = (s: number, p: Point2, q: Point2, r: Point2) =>
    s === 0 && nearestOnSegment(r, p, q).distance === 0
  return (
    touches(abc, a, b, c) || touches(abd, a, b, d) || touches(cda, c, d, a) || touches(cdb, c, d, b)
  )
}

/**
 * Whether two rings have any place in common.
 * @example ringsMeet([[0, 0], [2, 0], [2, 2]], [[5, 5], [6, 5], [6, 6]]) // false
 */
export function ringsMeet(one: readonly Point2[], other: readonly Point2[]): boolean {
  if (one.length === 0 || other.length === 0) return false
  if (insideRing(one[0], other) || insideRing(other[0], one)) return true
  return one.some((a, i) =>
    other.some((c, k) =>
      segmentsMeet(a, one[(i + 1) % one.length], c, other[(k + 1) % other.length])
    )
  )
}

/** A line in so many equal pieces. */
export function evenly(line: readonly Point2[], pieces: number): Point2[] {
  const lengths = line.map((p, i) =>
    i === 0 ? 0 : Math.hypot(p[0] - line[i - 1][0], p[1] - line[i - 1][1])
  )
  const whole = lengths.reduce((a, b) => a + b, 0)
  return Array.from({ length: pieces + 1 }, (_, k): Point2 => {
    let left = (whole * k) / pieces
    let i = 1
    while (i < line.length - 1 && left > lengths[i]) left -= lengths[i++]
    const t = lengths[i] === 0 ? 0 : Math.min(1, left / lengths[i])
    return [
      line[i - 1][0] + t * (line[i][0] - line[i - 1][0]),
      line[i - 1][1] + t * (line[i][1] - line[i - 1][1])
    ]
  })
}

/**
 * Heading from one place to another, whole degrees: 0 to the right, 90 away from the viewer.
 * @example headingTo([0, 0], [0, 5]) // 90
 */
export const headingTo = (from: Point2, to: Point2): number =>
  Math.round(degrees(Math.atan2(to[1] - from[1], to[0] - from[0])))
/** Distance between two places, mm. */
export const awayFrom = (a: Point2, b: Point2): number => Math.hypot(b[0] - a[0], b[1] - a[1])

/** Length of a line through points. @example lineLength([[0, 0], [3, 4]]) // 5 */
export const lineLength = (line: readonly Point2[]): number =>
  line.slice(1).reduce((sum, p, i) => sum + awayFrom(line[i], p), 0)

/** The way of a heading on the plan. @example headed(90)[1] // 1 */
export const headed = (deg: number): Point2 => [Math.cos(radians(deg)), Math.sin(radians(deg))]
