import { EigenvalueDecomposition, Matrix, solve, SingularValueDecomposition } from 'ml-matrix'
import { degrees } from '../shape/angles'

/** A place, mm: x to the right, y away, z up. */
export type Point3 = readonly [x: number, y: number, z: number]

/** A place of the model and where it lies in a picture, px: x to the right, y down. */
export interface SeenPoint {
  model: Point3
  picture: readonly [x: number, y: number]
}

/** Where a picture was taken from. */
export interface Camera {
  eyeMm: Point3
  /** From the bottom of the picture to its top, and from side to side, degrees. */
  fovDeg: number
  fovAcrossDeg: number
  /** Root of the mean square of how far the points lie from where they are seen, px. */
  reprojectionPx: number
  /** Unit steps to the right, down and ahead, as the camera stands. */
  right: Point3
  down: Point3
  ahead: Point3
}

/** Fewest points in a plane, and in space. */
const FEWEST = { plane: 4, space: 6 } as const
/** Points off a plane by less than this share of their extent lie in it; on a line likewise. */
const FLAT = 1e-4
/** Angles of view that a search begins from besides the one found by formula, degrees. */
const BEGINS_DEG = [20, 35, 50, 70, 95]
/** A plane seen squarer than this says nothing of how far away the camera stood, degrees. */
const LEAST_TILT_DEG = 2
/** No lens sees less or more, degrees. */
const FOV_DEG = [1, 170] as const

type Vec = [number, number, number]
/** How the world stands before a camera: three rows (right, down, ahead), where its origin lies, and the focal length, px. */
interface Pose {
  rows: [Vec, Vec, Vec]
  at: Vec
  focalPx: number
}

const dot = (a: readonly number[], b: readonly number[]) =>
  a.reduce((sum, v, i) => sum + v * b[i], 0)
const cross = (a: readonly number[], b: readonly number[]): Vec => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0]
]
const scaled = (a: readonly number[], by: number): Vec => [a[0] * by, a[1] * by, a[2] * by]
const less = (a: readonly number[], b: readonly number[]): Vec => [
  a[0] - b[0],
  a[1] - b[1],
  a[2] - b[2]
]
const norm = (a: readonly number[]) => Math.sqrt(dot(a, a))

/**
 * Finds the camera that a picture was taken with, by places of the model seen in it: its eye and its
 * angle of view. The optical axis goes through the middle of the picture, pixels are square.
 *
 * @param points  four or more in a plane, six or more in space
 * @throws RangeError naming what does not say enough: too few points, on a line, a plane seen square on
 * @source Hartley & Zisserman, Multiple View Geometry, 7 and 8.5: direct linear transform, then the
 *   least squares of the reprojection by Levenberg & Marquardt; from memory
 */
export function resection({
  points,
  widthPx,
  heightPx
}: {
  points: readonly SeenPoint[]
  widthPx: number
  heightPx: number
}): Camera {
  if (points.length < FEWEST.plane)
    throw new RangeError(
      `points: was ${points.length}; ${FEWEST.plane} in a plane or ${FEWEST.space} in space are needed`
    )
  const seen = points.map(({ picture: [x, y] }) => [x - widthPx / 2, y - heightPx / 2])
  const frame = framed(points.map((p) => p.model))
  const { places, planar } = frame
  if (!planar && points.length < FEWEST.space)
    throw new RangeError(
      `points: was ${points.length} that lie in no plane; ${FEWEST.space} in space are needed`
    )
  const sizePx = Math.hypot(widthPx, heightPx)
  const begins = planar ? fromPlane(places, seen, sizePx) : fromSpace(places, seen)
  let best: { pose: Pose; error: number } | null = null
  for (const pose of begins) {
    const found = refined(pose, places, seen)
    if (found && (!best || found.error < best.error)) best = found
  }
  if (!best) throw new RangeError('points: no camera sees them so')
  const { rows, at, focalPx } = best.pose
  const fovDeg = degrees(2 * Math.atan(heightPx / 2 / focalPx))
  if (!(fovDeg > FOV_DEG[0] && fovDeg < FOV_DEG[1]))
    throw new RangeError('points: no lens sees them so; look at their places again')
  if (planar) {
    const tilt = degrees(Math.acos(Math.min(1, Math.abs(rows[2][2]))))
    if (tilt < LEAST_TILT_DEG)
      throw new RangeError(
        'points: the plane is seen square on, which does not say from how far; take a point off the plane, or a picture aslant'
      )
  }
  const eye = scaled(
    [0, 1, 2].map((k) => rows[0][k] * at[0] + rows[1][k] * at[1] + rows[2][k] * at[2]),
    -1
  )
  const world = rows.map((row) => frame.back(row)) as [Vec, Vec, Vec]
  return {
    eyeMm: frame.placeBack(eye),
    fovDeg,
    fovAcrossDeg: degrees(2 * Math.atan(widthPx / 2 / focalPx)),
    reprojectionPx: best.error,
    right: world[0],
    down: world[1],
    ahead: world[2]
  }
}

/** Where a place of the model lies in the picture that a camera takes, px. */
export function seenIn(
  { eyeMm, fovDeg, right, down, ahead }: Camera,
  { widthPx, heightPx }: { widthPx: number; heightPx: number },
  place: Point3
): [x: number, y: number] {
  const off = less(place, eyeMm)
  const focal = heightPx / 2 / Math.tan((fovDeg * Math.PI) / 360)
  const far = dot(ahead, off)
  return [
    widthPx / 2 + (focal * dot(right, off)) / far,
    heightPx / 2 + (focal * dot(down, off)) / far
  ]
}

/**
 * How high what is seen in a picture stands over its foot: where the ray through its top meets the
 * upright plane through the foot that faces the camera, mm.
 *
 * @param foot  place of the foot on the model, mm
 * @param top   where its top is seen in the picture, px
 * @throws RangeError where the camera looks straight down on the foot: no height is seen from there
 */
export function standsOver(
  { eyeMm, fovDeg, right, down, ahead }: Camera,
  { widthPx, heightPx }: { widthPx: number; heightPx: number },
  foot: Point3,
  top: readonly [x: number, y: number]
): number {
  const focal = heightPx / 2 / Math.tan((fovDeg * Math.PI) / 360)
  const [u, v] = [(top[0] - widthPx / 2) / focal, (top[1] - heightPx / 2) / focal]
  const ray = [0, 1, 2].map((k) => ahead[k] + u * right[k] + v * down[k])
  const off = less(foot, eyeMm)
  const facing = [off[0], off[1]]
  const along = facing[0] * ray[0] + facing[1] * ray[1]
  const far = facing[0] ** 2 + facing[1] ** 2
  if (far < 1e-6 * dot(off, off) || !(along > 0))
    throw new RangeError('top: no height is seen from straight above; take a picture aslant')
  return eyeMm[2] + (far / along) * ray[2] - foot[2]
}

/** The places in a frame of their own: about their middle, of size 1, and flat in its first two axes where they lie in a plane. */
function framed(model: readonly Point3[]): {
  places: Vec[]
  planar: boolean
  back: (direction: readonly number[]) => Vec
  placeBack: (place: readonly number[]) => Vec
} {
  const n = model.length
  const middle = [0, 1, 2].map((k) => model.reduce((sum, p) => sum + p[k], 0) / n)
  const off = model.map((p) => less(p, middle))
  const size = Math.max(...off.map(norm))
  if (!(size > 0)) throw new RangeError('points: are one place; four different ones are needed')
  const svd = new SingularValueDecomposition(new Matrix(off.map((p) => [...scaled(p, 1 / size)])), {
    autoTranspose: true
  })
  const [first, second, third] = svd.diagonal
  if (second < FLAT * first)
    throw new RangeError('points: lie on a line; four in a plane or six in space are needed')
  const v = svd.rightSingularVectors
  const a = [0, 1, 2].map((k) => v.get(k, 0))
  const b = [0, 1, 2].map((k) => v.get(k, 1))
  const c = cross(a, b)
  const back = ([x, y, z]: readonly number[]): Vec => [
    x * a[0] + y * b[0] + z * c[0],
    x * a[1] + y * b[1] + z * c[1],
    x * a[2] + y * b[2] + z * c[2]
  ]
  return {
    places: off.map((p) => scaled([dot(p, a), dot(p, b), dot(p, c)], 1 / size)),
    planar: third < FLAT * first,
    back,
    placeBack: (place) => {
      const p = back(scaled(place, size))
      return [p[0] + middle[0], p[1] + middle[1], p[2] + middle[2]]
    }
  }
}

/** The vector that a set of equations takes nearest to nothing, of length 1. */
function nullOf(equations: number[][]): number[] {
  const rows = new Matrix(equations)
  const { realEigenvalues, eigenvectorMatrix } = new EigenvalueDecomposition(
    rows.transpose().mmul(rows),
    { assumeSymmetric: true }
  )
  let least = 0
  realEigenvalues.forEach((value, i) => {
    if (Math.abs(value) < Math.abs(realEigenvalues[least])) least = i
  })
  return eigenvectorMatrix.getColumn(least)
}

/** Beginnings for points of a plane: its homography taken apart, for the focal length that fits it and for usual ones. */
function fromPlane(
  places: readonly Vec[],
  seen: readonly (readonly number[])[],
  sizePx: number
): Pose[] {
  const rows = places.flatMap(([x, y], i) => {
    const [u, v] = [seen[i][0] / sizePx, seen[i][1] / sizePx]
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y, -u],
      [0, 0, 0, x, y, 1, -v * x, -v * y, -v]
    ]
  })
  const h = nullOf(rows)
  const column = (k: number): Vec => [h[k] * sizePx, h[3 + k] * sizePx, h[6 + k]]
  const [h1, h2, h3] = [column(0), column(1), column(2)]
  // r1 and r2 stand square to each other and are as long: two equations for 1/f²
  const p = [h1[0] * h2[0] + h1[1] * h2[1], h1[0] ** 2 + h1[1] ** 2 - h2[0] ** 2 - h2[1] ** 2]
  const q = [h1[2] * h2[2], h1[2] ** 2 - h2[2] ** 2]
  const inverse = -dot(p, q) / dot(p, p)
  const focals = [
    ...(inverse > 0 ? [Math.sqrt(1 / inverse)] : []),
    ...BEGINS_DEG.map((deg) => sizePx / 2 / Math.tan((deg * Math.PI) / 360))
  ]
  return focals.map((focalPx): Pose => {
    const ray = ([a, b, c]: Vec): Vec => [a / focalPx, b / focalPx, c]
    const long = (norm(ray(h1)) + norm(ray(h2))) / 2
    // the plane lies before the camera, not behind it
    const by = (h3[2] < 0 ? -1 : 1) / long
    const [r1, r2, at] = [scaled(ray(h1), by), scaled(ray(h2), by), scaled(ray(h3), by)]
    const columns = [r1, r2, cross(r1, r2)]
    return { rows: nearestTurn(columns), at, focalPx }
  })
}

/** A beginning for points in space: the direct linear transform taken apart. */
function fromSpace(places: readonly Vec[], seen: readonly (readonly number[])[]): Pose[] {
  const sizePx = Math.max(...seen.map((p) => Math.hypot(p[0], p[1])), 1)
  const equations = places.flatMap(([x, y, z], i) => {
    const [u, v] = [seen[i][0] / sizePx, seen[i][1] / sizePx]
    return [
      [x, y, z, 1, 0, 0, 0, 0, -u * x, -u * y, -u * z, -u],
      [0, 0, 0, 0, x, y, z, 1, -v * x, -v * y, -v * z, -v]
    ]
  })
  const p = nullOf(equations)
  const sign = p[8] * places[0][0] + p[9] * places[0][1] + p[10] * places[0][2] + p[11] < 0 ? -1 : 1
  const long = norm(p.slice(8, 11)) * sign
  const row = (k: number): Vec => scaled(p.slice(4 * k, 4 * k + 3), 1 / long)
  const [m1, m2, m3] = [row(0), row(1), row(2)]
  const square = (m: Vec) => dot(m, m) - dot(m, m3) ** 2
  const focal = Math.sqrt(Math.max(1e-6, (square(m1) + square(m2)) / 2))
  const turned = (m: Vec): Vec => scaled(less(m, scaled(m3, dot(m, m3))), 1 / focal)
  const across = [turned(m1), turned(m2), m3]
  const at: Vec = [
    (p[3] / long - dot(m1, m3) * (p[11] / long)) / focal,
    (p[7] / long - dot(m2, m3) * (p[11] / long)) / focal,
    p[11] / long
  ]
  const columns = [0, 1, 2].map((k): Vec => [across[0][k], across[1][k], across[2][k]])
  const focalPx = focal * sizePx
  return [1, 0.6, 1.6].map((by) => ({ rows: nearestTurn(columns), at, focalPx: focalPx * by }))
}

/** The rotation nearest to three columns, as rows. */
function nearestTurn(columns: readonly Vec[]): [Vec, Vec, Vec] {
  const m = new Matrix(columns.map((c) => [...c])).transpose()
  const svd = new SingularValueDecomposition(m)
  const [u, v] = [svd.leftSingularVectors, svd.rightSingularVectors]
  let turn = u.mmul(v.transpose())
  const [a, b, c] = turn.to2DArray()
  if (dot(cross(a, b), c) < 0) {
    const flipped = u.clone()
    for (let k = 0; k < 3; k++) flipped.set(k, 2, -flipped.get(k, 2))
    turn = flipped.mmul(v.transpose())
  }
  return turn.to2DArray() as [Vec, Vec, Vec]
}

/** A rotation by a small vector, Rodrigues' formula. */
function turnedBy(rows: Pose['rows'], w: readonly number[]): Pose['rows'] {
  const angle = norm(w)
  if (angle < 1e-15) return rows
  const axis = scaled(w, 1 / angle)
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)]
  const columns = [0, 1, 2].map((k): Vec => [rows[0][k], rows[1][k], rows[2][k]])
  const turned = columns.map((c): Vec => {
    const [x, along] = [cross(axis, c), dot(axis, c) * (1 - cos)]
    return [0, 1, 2].map((k) => c[k] * cos + x[k] * sin + axis[k] * along) as Vec
  })
  return [0, 1, 2].map((k): Vec => [turned[0][k], turned[1][k], turned[2][k]]) as Pose['rows']
}

const moved = ({ rows, at, focalPx }: Pose, by: readonly number[]): Pose => ({
  rows: turnedBy(rows, by.slice(0, 3)),
  at: [at[0] + by[3], at[1] + by[4], at[2] + by[5]],
  focalPx: focalPx * Math.exp(by[6])
})

/** How far each point lies from where it is seen, px, across and down; null: one lies behind the camera. */
function misses(
  { rows, at, focalPx }: Pose,
  places: readonly Vec[],
  seen: readonly (readonly number[])[]
): number[] | null {
  const out: number[] = []
  for (let i = 0; i < places.length; i++) {
    const far = dot(rows[2], places[i]) + at[2]
    if (!(far > 1e-6)) return null
    out.push(
      (focalPx * (dot(rows[0], places[i]) + at[0])) / far - seen[i][0],
      (focalPx * (dot(rows[1], places[i]) + at[1])) / far - seen[i][1]
    )
  }
  return out
}

const STEPS = 80
const SMALL = 1e-6

/** Least squares of the reprojection, from a beginning; null: it begins behind the camera. */
function refined(
  begin: Pose,
  places: readonly Vec[],
  seen: readonly (readonly number[])[]
): { pose: Pose; error: number } | null {
  let pose = begin
  let off = misses(pose, places, seen)
  if (!off) return null
  let damping = 1e-3
  for (let step = 0; step < STEPS && damping < 1e9; step++) {
    const columns = Array.from({ length: 7 }, (_, k) => {
      const by = (size: number) => Array.from({ length: 7 }, (_v, i) => (i === k ? size : 0))
      const [more, fewer] = [SMALL, -SMALL].map((s) => misses(moved(pose, by(s)), places, seen))
      return more && fewer ? more.map((v, i) => (v - fewer[i]) / (2 * SMALL)) : null
    })
    if (columns.some((c) => c === null)) break
    const j = new Matrix(columns as number[][]).transpose()
    const normal = j.transpose().mmul(j)
    const pull = j.transpose().mmul(Matrix.columnVector(off)).mul(-1)
    for (let k = 0; k < 7; k++) normal.set(k, k, normal.get(k, k) * (1 + damping) + 1e-12)
    const tried = moved(pose, solve(normal, pull, true).to1DArray())
    const then = misses(tried, places, seen)
    if (then && dot(then, then) < dot(off, off)) {
      const gained = 1 - dot(then, then) / dot(off, off)
      pose = tried
      off = then
      damping = Math.max(1e-12, damping / 5)
      if (gained < 1e-12 || dot(off, off) < 1e-18) break
    } else damping *= 6
  }
  return { pose, error: Math.sqrt(dot(off, off) / places.length) }
}
