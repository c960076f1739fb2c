import { Matrix, solve } from 'ml-matrix'
import type { Point2 } from '../shape/polygon'

/** Three rows of three: takes points of one plane to another as a camera sees it; its last number is 1. */
export type Homography = number[][]

/** Three corners nearer to a line than this share of their extent span no plane. */
const FLAT = 1e-6

/**
 * How a plane lies in a picture, by four of its points.
 *
 * @param from  four points, no three on a line
 * @param to    where each lies in the other plane
 * @throws RangeError where three of them lie on a line, or no plane takes the ones to the others
 * @source Hartley & Zisserman, Multiple View Geometry, 4.1: eight equations, h₃₃ = 1; from memory
 * @example homography([[0, 0], [1, 0], [1, 1], [0, 1]], [[0, 0], [2, 0], [2, 2], [0, 2]])[0] // [2, 0, 0]
 */
export function homography(from: readonly Point2[], to: readonly Point2[]): Homography {
  spans('from', from)
  spans('to', to)
  // both are brought to about 1 round about 0, or the numbers of a photograph drown those of a model
  const [a, b] = [middled(from), middled(to)]
  const rows = from.flatMap((_, i) => {
    const [[x, y], [u, v]] = [a.points[i], b.points[i]]
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y],
      [0, 0, 0, x, y, 1, -v * x, -v * y]
    ]
  })
  const h = solve(new Matrix(rows), Matrix.columnVector(b.points.flat())).to1DArray()
  const inner = new Matrix([h.slice(0, 3), h.slice(3, 6), [h[6], h[7], 1]])
  const whole = b.back.mmul(inner).mmul(a.there)
  const last = whole.get(2, 2)
  const flat = whole.to2DArray().flat()
  if (!flat.every(Number.isFinite) || Math.abs(last) < 1e-12 * Math.max(...flat.map(Math.abs)))
    throw new RangeError('to: no plane seen by a camera takes the one four to the other')
  return whole.to2DArray().map((row) => row.map((value) => value / last + 0))
}

/** Where a point lies in the other plane. @example seenAt([[2, 0, 0], [0, 2, 0], [0, 0, 1]], [1, 3]) // [2, 6] */
export function seenAt(h: Homography, [x, y]: Point2): Point2 {
  const [u, v, w] = h.map((row) => row[0] * x + row[1] * y + row[2])
  return [u / w, v / w]
}

const TRIPLES = [
  [0, 1, 2],
  [0, 1, 3],
  [0, 2, 3],
  [1, 2, 3]
] as const

function spans(name: string, points: readonly Point2[]): void {
  if (points.length !== 4)
    throw new RangeError(`${name}: was ${points.length} points; it must be 4`)
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
  const extent = Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys))
  for (const triple of TRIPLES) {
    const [p, q, r] = triple.map((i) => points[i])
    const area = (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])
    if (!(Math.abs(area) > FLAT * extent ** 2))
      throw new RangeError(
        `${name}: points ${triple.map((i) => i + 1).join(', ')} lie on a line; four corners of a rectangle are wanted`
      )
  }
}

function middled(points: readonly Point2[]): { points: Point2[]; there: Matrix; back: Matrix } {
  const [mx, my] = [0, 1].map((k) => points.reduce((sum, p) => sum + p[k], 0) / points.length)
  const size = Math.max(...points.map(([x, y]) => Math.hypot(x - mx, y - my)))
  return {
    points: points.map(([x, y]): Point2 => [(x - mx) / size, (y - my) / size]),
    there: new Matrix([
      [1 / size, 0, -mx / size],
      [0, 1 / size, -my / size],
      [0, 0, 1]
    ]),
    back: new Matrix([
      [size, 0, mx],
      [0, size, my],
      [0, 0, 1]
    ])
  }
}
