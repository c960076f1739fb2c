import Delaunator from 'delaunator'
import Constrainautor from '@kninnug/constrainautor'
import { crossing, distanceToRing, insideRing, signedArea, type Point2 } from './polygon'
import type { Fault } from '../fault'

/** A skewer dipped at a place: x, y on the plan and the height of the ground there, mm. */
export type Sounding = readonly [x: number, y: number, z: number]

/**
 * A corner of the outline. `z` null: the ground there is that of the nearest sounding (it stands at
 * a dam).
 */
export interface Corner {
  x: number
  y: number
  z: number | null
}

/**
 * A triangulated ground, in flat arrays: `xyz` three numbers a point, `triangles` three point
 * numbers a triangle.
 */
export interface Surface {
  xyz: Float64Array
  triangles: Uint32Array
  /**
   * Length of the outline as drawn: points 0 … outlineCount−1 are its corners and the soundings
   * that lie on it, in order.
   */
  outlineCount: number
}

/** Two dips closer than this are one dip, mm: a skewer is no finer. */
export const SAME_PLACE_MM = 0.05

const at = (p: readonly number[]) => `(${round2(p[0])}, ${round2(p[1])})`
const round2 = (value: number) => Math.round(value * 100) / 100

/**
 * Looks for everything that keeps an outline and its soundings from being a ground.
 *
 * @param outline    corners in order, mm
 * @param soundings  dips, mm
 * @param path       where these stand, for the faults: `{outline: "outline", soundings:
 *   "soundings"}` in a calculator
 * @returns          faults in the builder's words, none when a surface can be made
 */
export function surfaceFaults(
  outline: readonly Corner[],
  soundings: readonly Sounding[],
  path: { outline: string; soundings: string } = { outline: 'outline', soundings: 'soundings' }
): Fault[] {
  const faults: Fault[] = []
  const ring = outline.map((c): Point2 => [c.x, c.y])
  if (ring.length < 3) {
    return [
      {
        path: path.outline,
        message: `the outline has ${ring.length} points; it needs at least 3 to enclose water`
      }
    ]
  }
  for (let i = 0; i < ring.length; i++) {
    const next = (i + 1) % ring.length
    if (Math.hypot(ring[i][0] - ring[next][0], ring[i][1] - ring[next][1]) < SAME_PLACE_MM) {
      faults.push({
        path: `${path.outline}[${next}]`,
        message: `two outline points stand on top of each other at ${at(ring[i])}; delete one or move it`,
        at: ring[i]
      })
    }
  }
  if (faults.length > 0) return faults
  const crossed = crossing(ring)
  if (crossed) {
    const [i, j] = crossed
    return [
      {
        path: `${path.outline}[${j}]`,
        message: `the outline crosses itself: the edge from ${at(ring[i])} meets the edge from ${at(ring[j])}; move a point so that no edges cross`,
        at: ring[j]
      }
    ]
  }
  if (Math.abs(signedArea(ring)) < 1) {
    return [
      {
        path: path.outline,
        message: 'the outline encloses no area: its points lie on one line; move one off it'
      }
    ]
  }
  if (soundings.length === 0) {
    return [
      {
        path: path.soundings,
        message: 'there is no sounding yet; dip the skewer at least once inside the outline'
      }
    ]
  }
  soundings.forEach((dip, i) => {
    const p: Point2 = [dip[0], dip[1]]
    if (!insideRing(p, ring) && distanceToRing(p, ring).distance > SAME_PLACE_MM) {
      faults.push({
        path: `${path.soundings}[${i}]`,
        message: `sounding ${i + 1} at ${at(dip)} lies outside the outline; move it inside or draw the outline round it`,
        at: p
      })
    }
  })
  for (const [earlier, later] of samePlace(soundings)) {
    faults.push({
      path: `${path.soundings}[${later}]`,
      message: `sounding ${later + 1} lies on top of sounding ${earlier + 1} at ${at(soundings[later])}; keep one of them`,
      at: [soundings[later][0], soundings[later][1]]
    })
  }
  return faults
}

/** Pairs of soundings at one place, found through a grid so that thousands of dips stay quick. */
function samePlace(soundings: readonly Sounding[]): [number, number][] {
  const cells = new Map<string, number[]>()
  const pairs: [number, number][] = []
  soundings.forEach((dip, i) => {
    const cx = Math.floor(dip[0] / SAME_PLACE_MM)
    const cy = Math.floor(dip[1] / SAME_PLACE_MM)
    let twin: number | undefined
    for (let dx = -1; dx <= 1 && twin === undefined; dx++) {
      for (let dy = -1; dy <= 1 && twin === undefined; dy++) {
        twin = cells
          .get(`${cx + dx}:${cy + dy}`)
          ?.find(
            (j) => Math.hypot(dip[0] - soundings[j][0], dip[1] - soundings[j][1]) < SAME_PLACE_MM
          )
      }
    }
    if (twin === undefined) {
      const key = `${cx}:${cy}`
      cells.set(key, [...(cells.get(key) ?? []), i])
    } else pairs.push([twin, i])
  })
  return pairs
}

/**
 * The ground through an outline and its soundings: a Delaunay triangulation in which every edge of
 * the outline is kept,
 * and only what lies inside the outline.
 *
 * @param outline    corners in order, mm; a corner without z takes that of the nearest sounding
 * @param soundings  dips inside the outline, mm
 * @returns          the surface; call `surfaceFaults` first: on faulty input the answer means nothing
 * @throws RangeError when the points cannot be triangulated
 * @source Delaunay 1934; constrained edges after Sloan 1993
 */
export function groundSurface(outline: readonly Corner[], soundings: readonly Sounding[]): Surface {
  const { points, outlineCount } = weave(outline, soundings)
  const seen = throughALens(points)
  const mesh = new Delaunator(seen)
  if (mesh.triangles.length === 0) throw new RangeError('outline: its points lie on one line')
  const edges = Array.from({ length: outlineCount }, (_, i): [number, number] => [
    i,
    (i + 1) % outlineCount
  ])
  try {
    new Constrainautor(mesh, edges)
  } catch {
    throw new RangeError(
      'outline: no ground can be laid through these points; move those that nearly touch each other apart'
    )
  }

  const place = (i: number): Point2 => [seen[2 * i], seen[2 * i + 1]]
  const ring = Array.from({ length: outlineCount }, (_, i) => place(i))
  const kept: number[] = []
  for (let t = 0; t < mesh.triangles.length; t += 3) {
    const [a, b, c] = [mesh.triangles[t], mesh.triangles[t + 1], mesh.triangles[t + 2]]
    const corners = [place(a), place(b), place(c)]
    const middle: Point2 = [
      (corners[0][0] + corners[1][0] + corners[2][0]) / 3,
      (corners[0][1] + corners[1][1] + corners[2][1]) / 3
    ]
    if (!insideRing(middle, ring)) continue
    // anticlockwise throughout, so that the shoreline can be chained edge to edge
    if (signedArea(corners) > 0) kept.push(a, b, c)
    else kept.push(a, c, b)
  }
  const xyz = new Float64Array(points.length * 3)
  points.forEach((p, i) => xyz.set(p, 3 * i))
  return { xyz, triangles: Uint32Array.from(kept), outlineCount }
}

/** How far the lens pulls the outermost points in, as a share of their distance. */
const LENS = 1e-5

/**
 * The points as seen through a weak barrel lens, for finding which belong together and nothing
 * else: a straight side
 * with many points on it is then a hair convex, so that rounding cannot leave one of them a hair
 * inside and out of the
 * triangulation. Volumes are integrated over the points as they are.
 */
function throughALens(points: readonly Sounding[]): Float64Array {
  let [left, right, front, back] = [Infinity, -Infinity, Infinity, -Infinity]
  for (const [x, y] of points) {
    left = Math.min(left, x)
    right = Math.max(right, x)
    front = Math.min(front, y)
    back = Math.max(back, y)
  }
  const [cx, cy] = [(left + right) / 2, (front + back) / 2]
  const reach2 = ((right - left) / 2) ** 2 + ((back - front) / 2) ** 2
  const seen = new Float64Array(points.length * 2)
  points.forEach(([x, y], i) => {
    const [dx, dy] = [x - cx, y - cy]
    const pull = 1 - (LENS * (dx * dx + dy * dy)) / reach2
    seen[2 * i] = dx * pull
    seen[2 * i + 1] = dy * pull
  })
  return seen
}

/**
 * Outline and soundings as one list of points, the outline first; dips that lie on the outline
 * become corners of it.
 */
function weave(outline: readonly Corner[], soundings: readonly Sounding[]) {
  const ring = outline.map((c): Point2 => [c.x, c.y])
  const onEdge = new Map<number, { along: number; dip: Sounding }[]>()
  const heights = outline.map((c) => c.z)
  const inner: Sounding[] = []
  for (const dip of soundings) {
    const near = distanceToRing([dip[0], dip[1]], ring)
    if (near.distance > SAME_PLACE_MM) {
      inner.push(dip)
      continue
    }
    const corner = [near.edge, (near.edge + 1) % ring.length].find(
      (i) => Math.hypot(ring[i][0] - dip[0], ring[i][1] - dip[1]) <= 2 * SAME_PLACE_MM
    )
    if (corner === undefined)
      onEdge.set(near.edge, [...(onEdge.get(near.edge) ?? []), { along: near.along, dip }])
    else heights[corner] ??= dip[2]
  }
  const points: Sounding[] = []
  outline.forEach((c, i) => {
    points.push([c.x, c.y, heights[i] ?? nearestHeight(c, soundings)])
    const here = (onEdge.get(i) ?? []).sort((a, b) => a.along - b.along)
    const [a, b] = [ring[i], ring[(i + 1) % ring.length]]
    for (const { along, dip } of here)
      points.push([a[0] + along * (b[0] - a[0]), a[1] + along * (b[1] - a[1]), dip[2]])
  })
  return { outlineCount: points.length, points: [...points, ...inner] }
}

function nearestHeight(corner: Corner, soundings: readonly Sounding[]): number {
  let best = Infinity
  let height = 0
  for (const [x, y, z] of soundings) {
    const distance = Math.hypot(x - corner.x, y - corner.y)
    if (distance < best) {
      best = distance
      height = z
    }
  }
  return height
}
