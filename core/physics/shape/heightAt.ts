import type { Point2 } from './polygon'
import type { Surface } from './surface'

/** Height of the ground at a place, mm, on the triangle over it; null outside. */
export function heightAt({ xyz, triangles }: Surface, [x, y]: Point2): number | null {
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [3 * triangles[t], 3 * triangles[t + 1], 3 * triangles[t + 2]]
    const [bx, by, cx, cy] = [
      xyz[b] - xyz[a],
      xyz[b + 1] - xyz[a + 1],
      xyz[c] - xyz[a],
      xyz[c + 1] - xyz[a + 1]
    ]
    const whole = bx * cy - by * cx
    if (whole === 0) continue
    const [px, py] = [x - xyz[a], y - xyz[a + 1]]
    const u = (px * cy - py * cx) / whole
    const v = (bx * py - by * px) / whole
    if (u >= -1e-9 && v >= -1e-9 && u + v <= 1 + 1e-9)
      return xyz[a + 2] + u * (xyz[b + 2] - xyz[a + 2]) + v * (xyz[c + 2] - xyz[a + 2])
  }
  return null
}
