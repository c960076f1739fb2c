import { signedArea, type Point2 } from './polygon'
import type { Surface } from './surface'

/**
 * The shoreline of a ground cut at a level: closed rings round the wet part, anticlockwise round
 * water and clockwise
 * round islands. Where water stands against a dam the ring follows the outline.
 *
 * Each triangle gives the border of its wet part as directed edges; an edge that two triangles
 * share cancels, what is
 * left is chained. Points are named by the ground points they lie between, never by rounded coordinates.
 *
 * @param surface  the ground, mm
 * @param levelMm  height of the water, mm
 * @returns        rings of plan points, mm, largest first; none when the level is below the ground
 */
export function shoreline(surface: Surface, levelMm: number): Point2[][] {
  const { xyz, triangles } = surface
  const count = xyz.length / 3
  const next = new Map<number, number[]>()
  const depth = (p: number) => levelMm - xyz[3 * p + 2]
  const crossingKey = (p: number, q: number) =>
    p < q ? count + p * count + q : count + q * count + p

  const add = (from: number, to: number) => {
    const back = next.get(to)
    const i = back?.indexOf(from) ?? -1
    if (back && i >= 0) back.splice(i, 1)
    else next.set(from, [...(next.get(from) ?? []), to])
  }
  for (let t = 0; t < triangles.length; t += 3) {
    const border: number[] = []
    for (let k = 0; k < 3; k++) {
      const p = triangles[t + k]
      const q = triangles[t + ((k + 1) % 3)]
      if (depth(p) >= 0) border.push(p)
      if (depth(p) >= 0 !== depth(q) >= 0) border.push(crossingKey(p, q))
    }
    for (let k = 0; k < border.length; k++) add(border[k], border[(k + 1) % border.length])
  }
  const place = (key: number): Point2 => {
    if (key < count) return [xyz[3 * key], xyz[3 * key + 1]]
    const p = Math.floor((key - count) / count)
    const q = (key - count) % count
    const along = depth(p) / (depth(p) - depth(q))
    return [
      xyz[3 * p] + along * (xyz[3 * q] - xyz[3 * p]),
      xyz[3 * p + 1] + along * (xyz[3 * q + 1] - xyz[3 * p + 1])
    ]
  }

  const rings: Point2[][] = []
  for (const start of next.keys()) {
    while (next.get(start)?.length) {
      const ring: Point2[] = []
      let key: number | undefined = start
      do {
        ring.push(place(key))
        key = next.get(key)?.pop()
      } while (key !== undefined && key !== start)
      if (Math.abs(signedArea(ring)) > 1e-6) rings.push(withoutRepeats(ring))
    }
  }
  return rings.sort((a, b) => Math.abs(signedArea(b)) - Math.abs(signedArea(a)))
}

function withoutRepeats(ring: Point2[]): Point2[] {
  return ring.filter((p, i) => {
    const before = ring[(i + ring.length - 1) % ring.length]
    return Math.hypot(p[0] - before[0], p[1] - before[1]) > 1e-9
  })
}
