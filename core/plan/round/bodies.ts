import earcut from 'earcut'
import type { HeightField } from '../../physics/shape/heightField'
import { signedArea, type Point2 } from '../../physics/shape/polygon'
import type { Surface } from '../../physics/shape/surface'
import type { Body } from './types'

type Point3 = readonly [number, number, number]

/** Places nearer than this on the plan are one, mm. */
const SAME_MM = 1e-3
/** Water shallower than this is its own shore, mm. */
const SHORE_MM = 1e-5
/** Land stands so far into the board under it, mm: no bed is thinner than nothing. */
export const ROOT_MM = 1
/** Edges are halved so often at most. */
const MOST_HALVINGS = 8

interface Net {
  x: number[]
  y: number[]
  bed: number[]
  triangles: number[]
}

/**
 * The body of standing water: its bed below, its surface above, upright where its ground ends.
 *
 * @param finestMm  its surface is made of triangles no longer than this; left out: as the ground is
 * @param riseAt    how far the surface stands over the level at a place, mm; left out: nowhere
 * @returns         a closed body, its upper places first; null: no water stands there
 */
export function waterBody(
  surface: Surface,
  levelMm: number,
  {
    finestMm = Infinity,
    riseAt = () => 0
  }: { finestMm?: number; riseAt?: (x: number, y: number) => number } = {}
): (Body & { tops: number }) | null {
  const net = halved(wetNet(surface, levelMm), finestMm)
  const n = net.x.length
  if (net.triangles.length === 0) return null
  const isShore = net.bed.map((z) => levelMm - z < SHORE_MM)
  const xyz: number[] = []
  for (let i = 0; i < n; i++) {
    const depth = levelMm - net.bed[i]
    const rise = isShore[i] ? 0 : Math.max(-0.9 * depth, riseAt(net.x[i], net.y[i]))
    xyz.push(net.x[i], net.y[i], isShore[i] ? levelMm : levelMm + rise)
  }
  // its shore is one line, above and below
  const under = new Int32Array(n)
  let next = n
  for (let i = 0; i < n; i++) {
    if (isShore[i]) under[i] = i
    else {
      under[i] = next++
      xyz.push(net.x[i], net.y[i], net.bed[i])
    }
  }
  const triangles: number[] = []
  const edges = new Map<number, [number, number]>()
  const key = (a: number, b: number) => (a < b ? a * n + b : b * n + a)
  const edge = (p: number, q: number) => {
    const k = key(p, q)
    if (!edges.delete(k)) edges.set(k, [p, q])
  }
  for (let t = 0; t < net.triangles.length; t += 3) {
    const [a, b, c] = [net.triangles[t], net.triangles[t + 1], net.triangles[t + 2]]
    // what lies with all its corners on the shore has no inside
    if (isShore[a] && isShore[b] && isShore[c]) continue
    triangles.push(a, b, c, under[a], under[c], under[b])
    edge(a, b)
    edge(b, c)
    edge(c, a)
  }
  const wall = (a: number, b: number, c: number) => {
    if (a !== b && b !== c && a !== c) triangles.push(a, b, c)
  }
  for (const [a, b] of edges.values()) {
    wall(b, a, under[a])
    wall(b, under[a], under[b])
  }
  return {
    xyz: Float32Array.from(xyz),
    triangles: Uint32Array.from(triangles),
    tops: n
  }
}

/** The part of a ground that lies under a level, as triangles that turn anticlockwise. */
function wetNet({ xyz, triangles }: Surface, levelMm: number): Net {
  const net: Net = { x: [], y: [], bed: [], triangles: [] }
  const places = new Map<string, number>()
  const place = ([x, y, z]: Point3): number => {
    const k = `${Math.round(x / SAME_MM)},${Math.round(y / SAME_MM)}`
    const found = places.get(k)
    if (found !== undefined) return found
    places.set(k, net.x.length)
    net.x.push(x)
    net.y.push(y)
    net.bed.push(Math.min(z, levelMm))
    return net.x.length - 1
  }
  for (let t = 0; t < triangles.length; t += 3) {
    const corners = [0, 1, 2].map((k): Point3 => {
      const i = 3 * triangles[t + k]
      return [xyz[i], xyz[i + 1], xyz[i + 2]]
    })
    const wet: Point3[] = []
    corners.forEach((p, k) => {
      const q = corners[(k + 1) % 3]
      const [dp, dq] = [levelMm - p[2], levelMm - q[2]]
      if (dp > SHORE_MM) wet.push(p)
      if (dp > SHORE_MM !== dq > SHORE_MM) {
        // from the deeper end, whichever way the edge is walked: neighbours find the same place
        const [low, high, dl, dh] = dp > dq ? [p, q, dp, dq] : [q, p, dq, dp]
        const s = dl / (dl - Math.min(dh, 0))
        wet.push([low[0] + s * (high[0] - low[0]), low[1] + s * (high[1] - low[1]), levelMm])
      }
    })
    if (wet.length < 3) continue
    const turned = signedArea(corners.map((p): Point2 => [p[0], p[1]])) < 0
    const ids = wet.map(place)
    for (let k = 1; k + 1 < ids.length; k++) {
      const [a, b, c] = turned ? [ids[0], ids[k + 1], ids[k]] : [ids[0], ids[k], ids[k + 1]]
      if (a !== b && b !== c && a !== c) net.triangles.push(a, b, c)
    }
  }
  return net
}

/** Every edge that is longer than wanted is halved, on both sides of it alike. */
function halved(given: Net, finestMm: number): Net {
  let net = given
  for (let round = 0; round < MOST_HALVINGS; round++) {
    const middles = new Map<number, number>()
    const { x, y, bed } = net
    const n = x.length
    const long = (a: number, b: number) => Math.hypot(x[a] - x[b], y[a] - y[b]) > finestMm
    const middle = (a: number, b: number): number => {
      const k = a < b ? a * n + b : b * n + a
      const found = middles.get(k)
      if (found !== undefined) return found
      middles.set(k, x.length)
      x.push((x[a] + x[b]) / 2)
      y.push((y[a] + y[b]) / 2)
      bed.push((bed[a] + bed[b]) / 2)
      return x.length - 1
    }
    const triangles: number[] = []
    for (let t = 0; t < net.triangles.length; t += 3) {
      const [p, q, r] = [net.triangles[t], net.triangles[t + 1], net.triangles[t + 2]]
      const [pq, qr, rp] = [long(p, q), long(q, r), long(r, p)]
      const count = +pq + +qr + +rp
      if (count === 0) {
        triangles.push(p, q, r)
        continue
      }
      // turned until the first edge is cut, and the last is not where two are
      const turned = count === 2 ? (pq ? (qr ? 0 : 2) : 1) : pq ? 0 : qr ? 1 : 2
      const [a, b, c] = turned === 0 ? [p, q, r] : turned === 1 ? [q, r, p] : [r, p, q]
      const ab = middle(a, b)
      if (count === 1) triangles.push(a, ab, c, ab, b, c)
      else {
        const bc = middle(b, c)
        if (count === 2) triangles.push(a, ab, c, ab, bc, c, ab, b, bc)
        else {
          const ca = middle(c, a)
          triangles.push(a, ab, ca, ab, b, bc, ca, bc, c, ab, bc, ca)
        }
      }
    }
    net = { ...net, triangles }
    if (middles.size === 0) break
  }
  return net
}

/**
 * Land as a closed block, rooted in the board: its upper places first, row by row.
 *
 * @param every  only every so many places are taken; its edges always
 */
export function landBody(
  { cellMm, cols, rows, zMm }: HeightField,
  base: { widthMm: number; depthMm: number },
  every = 1
): Body & { tops: number; places: Uint32Array } {
  const lines = (count: number) => {
    const at = Array.from({ length: Math.ceil((count - 1) / every) }, (_, i) => i * every)
    return [...at, count - 1]
  }
  const [across, along] = [lines(cols), lines(rows)]
  const [w, d] = [across.length, along.length]
  const n = w * d
  // under it only its edge has places, and one in the middle
  const rim = [
    ...across.slice(0, -1).map((_, c) => c),
    ...along.slice(0, -1).map((_, r) => r * w + w - 1),
    ...across.slice(1).map((_, c) => (d - 1) * w + w - 1 - c),
    ...along.slice(1).map((_, r) => (d - 1 - r) * w)
  ]
  const xyz = new Float32Array(3 * (n + rim.length + 1))
  const places = new Uint32Array(n)
  const triangles: number[] = []
  along.forEach((row, r) =>
    across.forEach((col, c) => {
      const i = r * w + c
      places[i] = row * cols + col
      const x = c === w - 1 ? base.widthMm : col * cellMm
      const y = r === d - 1 ? base.depthMm : row * cellMm
      xyz.set([x, y, Math.max(0, zMm[places[i]])], 3 * i)
      if (c + 1 === w || r + 1 === d) return
      const [a, b, e, f] = [i, i + 1, i + w + 1, i + w]
      triangles.push(a, b, e, a, e, f)
    })
  )
  const middle = n + rim.length
  xyz.set([base.widthMm / 2, base.depthMm / 2, -ROOT_MM], 3 * middle)
  rim.forEach((a, i) => {
    const b = rim[(i + 1) % rim.length]
    const [p, q] = [n + i, n + ((i + 1) % rim.length)]
    xyz.set([xyz[3 * a], xyz[3 * a + 1], -ROOT_MM], 3 * p)
    triangles.push(a, p, q, a, q, b, p, middle, q)
  })
  return { xyz, triangles: Uint32Array.from(triangles), tops: n, places }
}

/**
 * A closed body through sections of as many places, one behind the other.
 *
 * @param ring  the first section in its own plane: how its ends are closed
 */
export function lofted(sections: readonly (readonly Point3[])[], ring: readonly Point2[]): Body {
  const n = ring.length
  const triangles: number[] = []
  const put = (a: number, b: number, c: number) => triangles.push(a, b, c)
  for (let s = 0; s + 1 < sections.length; s++)
    for (let i = 0; i < n; i++) {
      const [a, b] = [s * n + i, s * n + ((i + 1) % n)]
      put(a, b, b + n)
      put(a, b + n, a + n)
    }
  const cap = earcut(ring.flat())
  const last = (sections.length - 1) * n
  const against = signedArea(ring) < 0
  for (let t = 0; t < cap.length; t += 3) {
    const [a, b, c] = against ? [cap[t], cap[t + 2], cap[t + 1]] : [cap[t], cap[t + 1], cap[t + 2]]
    put(a, c, b)
    put(last + a, last + b, last + c)
  }
  return outwards({
    xyz: Float32Array.from(sections.flat(2)),
    triangles: Uint32Array.from(triangles)
  })
}

/** Volume of a closed body, mm³: above 0 where its triangles face outwards. */
export function volumeOf({ xyz, triangles }: Body): number {
  let sum = 0
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [3 * triangles[t], 3 * triangles[t + 1], 3 * triangles[t + 2]]
    sum +=
      xyz[a] * (xyz[b + 1] * xyz[c + 2] - xyz[b + 2] * xyz[c + 1]) -
      xyz[a + 1] * (xyz[b] * xyz[c + 2] - xyz[b + 2] * xyz[c]) +
      xyz[a + 2] * (xyz[b] * xyz[c + 1] - xyz[b + 1] * xyz[c])
  }
  return sum / 6
}

/** The same body with its triangles turned until they face outwards. */
function outwards(body: Body): Body {
  if (volumeOf(body) >= 0) return body
  const triangles = body.triangles.slice()
  for (let t = 0; t < triangles.length; t += 3)
    [triangles[t + 1], triangles[t + 2]] = [triangles[t + 2], triangles[t + 1]]
  return { ...body, triangles }
}

/** An upright body over an outline, from one height to another. */
export function upright(outline: readonly Point2[], fromMm: number, toMm: number): Body {
  const at = (z: number) => outline.map(([x, y]): Point3 => [x, y, z])
  return lofted([at(fromMm), at(toMm)], outline)
}

/** Corners of a circle or an ellipse. */
export const ellipse = ([x, y]: Point2, rx: number, ry: number, corners = 18): Point2[] =>
  Array.from({ length: corners }, (_, i): Point2 => [
    x + rx * Math.cos((2 * Math.PI * i) / corners),
    y + ry * Math.sin((2 * Math.PI * i) / corners)
  ])

/** Half an ellipsoid that stands on its foot: a stone. */
export function stone(at: Point2, rx: number, ry: number, footMm: number, highMm: number): Body {
  const rounds = 5
  const ring = ellipse(at, rx, ry)
  const sections = Array.from({ length: rounds + 1 }, (_, k) => {
    const a = (k / rounds) * (Math.PI / 2) * 0.97
    return ellipse(at, rx * Math.cos(a), ry * Math.cos(a)).map(([x, y]): Point3 => [
      x,
      y,
      footMm + highMm * Math.sin(a)
    ])
  })
  return lofted(sections, ring)
}
