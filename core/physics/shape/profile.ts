import type { Point2 } from './polygon'
import type { Surface } from './surface'

/** A point of a long section: `s` along the line from its start, `z` up, mm. */
export type SectionPoint = readonly [s: number, z: number]

/**
 * The ground of a surface along a straight line across the plan: exact, with a point wherever the
 * line meets an edge of
 * a triangle.
 *
 * @param surface  the ground, mm
 * @param from     start of the line on the plan, mm
 * @param to       its end, mm
 * @returns        runs of section points in order along the line; more than one where the line
 *   leaves the pool and
 *                 comes back, none where it misses it
 */
export function profileAlong(surface: Surface, from: Point2, to: Point2): SectionPoint[][] {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1])
  if (length === 0) return []
  const ux = (to[0] - from[0]) / length
  const uy = (to[1] - from[1]) / length
  const { xyz, triangles } = surface
  const spans: [SectionPoint, SectionPoint][] = []
  for (let t = 0; t < triangles.length; t += 3) {
    const hits: SectionPoint[] = []
    for (let k = 0; k < 3; k++) {
      const p = 3 * triangles[t + k]
      const q = 3 * triangles[t + ((k + 1) % 3)]
      const sideP = (xyz[p] - from[0]) * -uy + (xyz[p + 1] - from[1]) * ux
      const sideQ = (xyz[q] - from[0]) * -uy + (xyz[q + 1] - from[1]) * ux
      if (sideP > 0 === sideQ > 0) continue
      const a = sideP / (sideP - sideQ)
      const x = xyz[p] + a * (xyz[q] - xyz[p])
      const y = xyz[p + 1] + a * (xyz[q + 1] - xyz[p + 1])
      hits.push([
        (x - from[0]) * ux + (y - from[1]) * uy,
        xyz[p + 2] + a * (xyz[q + 2] - xyz[p + 2])
      ])
    }
    if (hits.length !== 2) continue
    const [a, b] = hits[0][0] <= hits[1][0] ? hits : [hits[1], hits[0]]
    const clipped = clip(a, b, length)
    if (clipped) spans.push(clipped)
  }
  spans.sort((a, b) => a[0][0] - b[0][0])
  const runs: SectionPoint[][] = []
  for (const [a, b] of spans) {
    const run = runs.at(-1)
    const end = run?.at(-1)
    if (run && end && a[0] - end[0] < 1e-6) {
      if (b[0] > end[0]) run.push(b)
    } else runs.push([a, b])
  }
  return runs
}

function clip(
  a: SectionPoint,
  b: SectionPoint,
  length: number
): [SectionPoint, SectionPoint] | null {
  if (b[0] <= 0 || a[0] >= length || b[0] - a[0] < 1e-9) return null
  const zAt = (s: number) => a[1] + ((s - a[0]) / (b[0] - a[0])) * (b[1] - a[1])
  return [a[0] < 0 ? [0, zAt(0)] : a, b[0] > length ? [length, zAt(length)] : b]
}
