import { lastAnswers } from '../../solve/lastAnswers'
import { CholeskyDecomposition, Matrix, solve } from 'ml-matrix'

/** A rectangular plate: x along the foot, y up. Lengths m, modulus Pa. */
export interface Plate {
  widthM: number
  heightM: number
  thicknessM: number
  modulusPa: number
  poisson: number
  /** How foot and sides are held: `clamped` neither moves nor turns, `held` may turn. */
  edges: 'clamped' | 'held'
  /** The upper edge: free for a dam; held as the others for the handbook's plates. */
  top: 'free' | 'as-edges'
}

/** Terms of the series along each side: enough for four digits of the handbook's coefficients. */
const TERMS = 9
const GAUSS_POINTS = 16

export interface Bend {
  /** Largest deflection, m, and the volume between the bent plate and the flat one, m³. */
  mostM: number
  volumeM3: number
  /** Deflection at a place given as shares of width and height. */
  at: (x: number, y: number) => number
}

/**
 * Flexural rigidity, N·m.
 * @example rigidity({ modulusPa: 3.1e9, thicknessM: 0.001, poisson: 0.35 }) // 0.2944
 */
export const rigidity = ({
  modulusPa,
  thicknessM,
  poisson
}: Pick<Plate, 'modulusPa' | 'thicknessM' | 'poisson'>): number =>
  (modulusPa * thicknessM ** 3) / (12 * (1 - poisson ** 2))

/**
 * Bending of a thin plate under a pressure, by Ritz's method: the sum of polynomials that meet the
 * held edges and makes
 * the bending energy least. A free edge needs nothing: it comes out of the energy.
 *
 * @param pressurePa  pressure at a place given as shares of width and height, Pa
 * @source Timoshenko & Woinowsky-Krieger, Theory of Plates and Shells, ch. 10 (energy method);
 *   written from memory
 */
export function bend(plate: Plate, pressurePa: (x: number, y: number) => number): Bend {
  const { widthM: a, heightM: b } = plate
  const { alongX, alongY, x00, x11, x22, x02, y00, y11, y22, y02 } = seriesFor(
    plate.edges,
    plate.top
  )
  const { nodes, weights } = GAUSS
  const d = rigidity(plate)
  const nu = plate.poisson
  const size = TERMS * TERMS
  const stiffness = Matrix.zeros(size, size)
  const load = Matrix.zeros(size, 1)
  const push = nodes.map((u) => nodes.map((v) => pressurePa(u, v)))
  const [inX, inY] = [alongX, alongY].map((f) => f.map((term) => nodes.map((u) => term.at(u, 0))))
  for (let i = 0; i < TERMS; i++) {
    for (let j = 0; j < TERMS; j++) {
      const row = i * TERMS + j
      for (let k = 0; k < TERMS; k++) {
        for (let l = 0; l < TERMS; l++) {
          const energy =
            (x22[i][k] * y00[j][l]) / a ** 4 +
            (x00[i][k] * y22[j][l]) / b ** 4 +
            (nu * (x02[k][i] * y02[j][l] + x02[i][k] * y02[l][j])) / (a * b) ** 2 +
            (2 * (1 - nu) * x11[i][k] * y11[j][l]) / (a * b) ** 2
          // symmetric but for rounding: the lower half is the upper one's mirror
          if (k * TERMS + l >= row) {
            stiffness.set(row, k * TERMS + l, d * a * b * energy)
            stiffness.set(k * TERMS + l, row, d * a * b * energy)
          }
        }
      }
      let work = 0
      for (let p = 0; p < GAUSS_POINTS; p++)
        for (let q = 0; q < GAUSS_POINTS; q++)
          work += weights[p] * weights[q] * push[p][q] * inX[i][p] * inY[j][q]
      load.set(row, 0, work * a * b)
    }
  }
  const cholesky = new CholeskyDecomposition(stiffness)
  const share = (
    cholesky.isPositiveDefinite() ? cholesky.solve(load) : solve(stiffness, load)
  ).to1DArray()
  const at = (x: number, y: number) => {
    const up = alongY.map((term) => term.at(y, 0))
    return alongX.reduce(
      (w, term, i) =>
        w + term.at(x, 0) * up.reduce((sum, value, j) => sum + share[i * TERMS + j] * value, 0),
      0
    )
  }
  let mostM = 0
  for (let i = 0; i <= 10; i++)
    for (let j = 0; j <= 20; j++) mostM = Math.max(mostM, at(i / 20, j / 20))
  let volume = 0
  nodes.forEach((u, p) =>
    nodes.forEach((v, q) => {
      volume += weights[p] * weights[q] * at(u, v)
    })
  )
  return { mostM, volumeM3: volume * a * b, at }
}

type Table = number[][]
interface Series {
  alongX: Term[]
  alongY: Term[]
  x00: Table
  x11: Table
  x22: Table
  x02: Table
  y00: Table
  y11: Table
  y22: Table
  y02: Table
}
const series = lastAnswers<Series>(50)

/**
 * Polynomials for a way of holding the edges, and the integrals of their products: the same for
 * every size of plate.
 */
function seriesFor(edges: Plate['edges'], top: Plate['top']): Series {
  const key = `${edges}/${top}`
  const there = series.get(key)
  if (there) return there
  const order = edges === 'clamped' ? 2 : 1
  const alongX = basis(order, order)
  const alongY = basis(order, top === 'free' ? 0 : order)
  const { nodes, weights } = GAUSS
  const table = (f: Term[], di: number, dj: number): Table => {
    const [left, right] = [di, dj].map((d) => f.map((term) => nodes.map((u) => term.at(u, d))))
    return left.map((a) =>
      right.map((b) => weights.reduce((sum, w, k) => sum + w * a[k] * b[k], 0))
    )
  }
  const made: Series = {
    alongX,
    alongY,
    x00: table(alongX, 0, 0),
    x11: table(alongX, 1, 1),
    x22: table(alongX, 2, 2),
    x02: table(alongX, 0, 2),
    y00: table(alongY, 0, 0),
    y11: table(alongY, 1, 1),
    y22: table(alongY, 2, 2),
    y02: table(alongY, 0, 2)
  }
  series.set(key, made)
  return made
}

interface Term {
  at: (u: number, derivative: number) => number
}

/** Legendre polynomials on 0–1 times uᵖ(1−u)^q, so that the ends are held, scaled to like size. */
function basis(p: number, q: number): Term[] {
  return Array.from({ length: TERMS }, (_, k) => {
    let poly = legendre(k)
    for (let i = 0; i < p; i++) poly = times(poly, [0, 1])
    for (let i = 0; i < q; i++) poly = times(poly, [1, -1])
    const parts = [poly, derived(poly), derived(derived(poly))]
    return {
      at: (u: number, derivative: number) =>
        parts[derivative].reduceRight((sum, c) => sum * u + c, 0)
    }
  })
}

type Poly = number[]
const times = (a: Poly, b: Poly): Poly =>
  a.reduce((sum, x, i) => {
    b.forEach((y, j) => {
      sum[i + j] = (sum[i + j] ?? 0) + x * y
    })
    return sum
  }, [] as Poly)
const derived = (a: Poly): Poly => a.slice(1).map((c, i) => c * (i + 1))
function legendre(k: number): Poly {
  let [before, now]: [Poly, Poly] = [[1], [-1, 2]]
  if (k === 0) return before
  for (let n = 1; n < k; n++) {
    const next = times([-(2 * n + 1), 2 * (2 * n + 1)], now).map(
      (c, i) => (c - n * (before[i] ?? 0)) / (n + 1)
    )
    before = now
    now = next
  }
  return now
}

/** Gauss–Legendre nodes and weights on 0–1, by Newton's method on the polynomial. */
const GAUSS = (() => {
  const nodes: number[] = []
  const weights: number[] = []
  for (let i = 0; i < GAUSS_POINTS; i++) {
    let x = Math.cos((Math.PI * (i + 0.75)) / (GAUSS_POINTS + 0.5))
    let slope = 1
    for (let round = 0; round < 40; round++) {
      let [p0, p1] = [1, x]
      for (let n = 1; n < GAUSS_POINTS; n++)
        [p0, p1] = [p1, ((2 * n + 1) * x * p1 - n * p0) / (n + 1)]
      slope = (GAUSS_POINTS * (x * p1 - p0)) / (x * x - 1)
      const by = p1 / slope
      x -= by
      if (Math.abs(by) < 1e-15) break
    }
    nodes.push((x + 1) / 2)
    weights.push(1 / ((1 - x * x) * slope * slope))
  }
  return { nodes, weights }
})()
