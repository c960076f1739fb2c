import earcut from 'earcut'
import type { FormsPlan } from '../2-forms/formsStage'
import { signedArea, type Point2 } from '../../physics/shape/polygon'
import { mastersOf, type Point3 } from './masters'
import type { Solid } from './types'

/** Every master of a build as a closed solid. */
export const solidsOf = (forms: FormsPlan, name: (id: string) => string): Solid[] =>
  mastersOf(forms, name).map(({ ring, sections, ...of }) => ({ ...of, ...loft(sections, ring) }))

/** Sections of one ring joined wall by wall, and closed at both ends. */
function loft(
  sections: readonly (readonly Point3[])[],
  ring: readonly Point2[]
): Pick<Solid, 'xyz' | 'triangles'> {
  const n = ring.length
  const xyz = Float64Array.from(sections.flat(2))
  const triangles: number[] = []
  const put = (a: number, b: number, c: number, turned: boolean) =>
    turned ? triangles.push(a, c, b) : triangles.push(a, b, c)
  // which way the walls face depends on how the ring turns in its plane and on the side the sections march to
  const turned = volumeSign(sections) < 0
  for (let s = 0; s + 1 < sections.length; s++) {
    for (let i = 0; i < n; i++) {
      const [a, b] = [s * n + i, s * n + ((i + 1) % n)]
      put(a, b, b + n, turned)
      put(a, b + n, a + n, turned)
    }
  }
  const cap = earcut(ring.flat())
  const last = (sections.length - 1) * n
  // the library's triangles turn anticlockwise whichever way the ring does
  const against = signedArea(ring) < 0
  for (let t = 0; t < cap.length; t += 3) {
    const [a, b, c] = against ? [cap[t], cap[t + 2], cap[t + 1]] : [cap[t], cap[t + 1], cap[t + 2]]
    put(a, c, b, turned)
    put(last + a, last + b, last + c, turned)
  }
  return { xyz, triangles: Uint32Array.from(triangles) }
}

/** Positive when walls built edge by edge along the sections face outwards. */
function volumeSign(sections: readonly (readonly Point3[])[]): number {
  const [first, last] = [sections[0], sections.at(-1)!]
  const mean = (points: readonly Point3[], k: number) =>
    points.reduce((sum, p) => sum + p[k], 0) / points.length
  const march: Point3 = [
    mean(last, 0) - mean(first, 0),
    mean(last, 1) - mean(first, 1),
    mean(last, 2) - mean(first, 2)
  ]
  // normal of the first section by Newell's sums
  const normal: Point3 = [0, 0, 0]
  first.forEach((p, i) => {
    const q = first[(i + 1) % first.length]
    normal[0] += (p[1] - q[1]) * (p[2] + q[2])
    normal[1] += (p[2] - q[2]) * (p[0] + q[0])
    normal[2] += (p[0] - q[0]) * (p[1] + q[1])
  })
  return normal[0] * march[0] + normal[1] * march[1] + normal[2] * march[2]
}
