import { LEAST_SLOPE } from '../../physics/water/hydraulics/waterProfile'
import { GRAVITY } from '../../physics/gravity'
import { cellOf, DRY_M, GHOSTS, type Field } from './field'

export type EdgeSide = 'w' | 'e' | 's' | 'n'
export const EDGE_SIDES: readonly EdgeSide[] = ['w', 'e', 's', 'n']

/** What happens at a cell of an edge. */
export const WALL = 0
export const OPEN = 1
/** So much flows in per metre, m²/s; below 0: out. */
export const DISCHARGE = 2
/** Beyond it water stands at a level, m. */
export const LEVEL = 3
/** Swell comes in, and what runs back out is let go. */
export const SWELL = 4

/** The edges of a field: a kind and a figure for each of their cells, from the west or the south. */
export type Edges = Record<EdgeSide, { kind: Uint8Array; value: Float64Array }>

/**
 * A train of long waves: height of its crests over the still level, m, radians a second, the way it
 * runs as a unit step, and the still level.
 */
export interface Swell {
  amplitudeM: number
  omega: number
  kx: number
  ky: number
  levelM: number
  perM: number
}

/**
 * Crests over their still water that it bears, as a share of its depth: half of 0.78 (McCowan 1891;
 * from memory).
 */
const BEARS = 0.39

export const walls = (cols: number, rows: number): Edges => {
  const side = (n: number) => ({ kind: new Uint8Array(n), value: new Float64Array(n) })
  return { w: side(rows), e: side(rows), s: side(cols), n: side(cols) }
}

/**
 * Depth beyond an edge through which a discharge comes in, in keeping with what runs out through
 * the edge.
 */
function inflowDepth(q: number, outgoing: number): number {
  // g·q/c² − 2c = outgoing, solved for c by Newton's steps from critical flow
  let c = Math.cbrt(GRAVITY * q)
  const critical = c
  for (let i = 0; i < 20; i++) {
    const step =
      ((GRAVITY * q) / (c * c) - 2 * c - outgoing) / ((-2 * GRAVITY * q) / (c * c * c) - 2)
    c -= step
    if (!(c > 1e-6)) c = 1e-6
    if (Math.abs(step) < 1e-12 * c) break
  }
  // fast water cannot be told from a discharge alone: it comes in critical
  return Math.max(c, critical) ** 2 / GRAVITY
}

/**
 * The bed's slope towards an edge is read over so many cells; a single one says more of its stones
 * than of its fall.
 */
const SLOPE_CELLS = 4

/** How the bed falls towards its edge; 0: it ends in a lip, flat or raised. */
function slopeOut(
  z: Float64Array,
  inner: number,
  inwards: number,
  across: number,
  dxM: number
): number {
  const last = (across > 1 ? z[inner + inwards] - z[inner] : 0) / dxM
  if (last < LEAST_SLOPE) return 0
  const span = Math.min(SLOPE_CELLS, across - 1)
  const slope = (z[inner + span * inwards] - z[inner]) / (span * dxM)
  return slope < LEAST_SLOPE ? 0 : slope
}

/**
 * Depth at which quiet water leaves over an open edge, m: normal depth where the bed goes on
 * falling, critical depth over
 * a lip or where it falls steeply; in keeping with what runs out through the edge.
 *
 * @param outgoing  2√(gh) + speed outwards, as it comes to the edge (its Riemann invariant), m/s
 * @param slope     of the bed towards the edge; 0: a lip
 * @param manning   s/m^⅓, above 0
 * @source Manning 1891, wide; critical depth as in Chow (1959), ch. 4; from memory
 */
export function leavesAt(outgoing: number, slope: number, manning: number): number {
  const critical = outgoing / 3
  // Manning's speed by c = √(gh): v = a·c^(4/3)
  const a = Math.sqrt(slope) / (manning * GRAVITY ** (2 / 3))
  // slower than critical at that depth: the bed holds it back, and it stands deeper
  if (!(slope > 0) || a * Math.cbrt(critical) >= 1) return critical ** 2 / GRAVITY
  let c = outgoing / 2
  for (let i = 0; i < 20; i++) {
    const cube = Math.cbrt(c)
    const step = (a * c * cube + 2 * c - outgoing) / ((4 / 3) * a * cube + 2)
    c -= step
    if (Math.abs(step) < 1e-12 * c) break
  }
  return c ** 2 / GRAVITY
}

/**
 * Fills the cells beyond the edges. Quiet water keeps the wave that runs out through the edge (its
 * Riemann invariant),
 * so that nothing is thrown back that a wall would not throw back.
 *
 * @param h, hu, hv  depth and discharges of one of the field's states
 * @param rough      Manning's roughness at each cell, s/m^⅓
 */
export function fillEdges(
  field: Field,
  h: Float64Array,
  hu: Float64Array,
  hv: Float64Array,
  edges: Edges,
  rough: Float64Array,
  swell: Swell | null,
  timeS: number
): void {
  const { cols, rows, stride, z, dxM } = field
  for (const side of EDGE_SIDES) {
    const upright = side === 'w' || side === 'e'
    const count = upright ? rows : cols
    const along = upright ? stride : 1
    const inwards = side === 'w' ? 1 : side === 'e' ? -1 : side === 's' ? stride : -stride
    const sign = side === 'w' || side === 's' ? 1 : -1
    let first = cellOf(field, 0, 0)
    if (side === 'e') first = cellOf(field, 0, cols - 1)
    if (side === 'n') first = cellOf(field, rows - 1, 0)
    const [n, t] = upright ? [hu, hv] : [hv, hu]
    const { kind, value } = edges[side]
    for (let i = 0; i < count; i++) {
      const inner = first + i * along
      const what = kind[i]
      if (what === WALL) {
        for (let k = 0; k < GHOSTS; k++) {
          const [ghost, mirror] = [inner - (k + 1) * inwards, inner + k * inwards]
          h[ghost] = h[mirror]
          z[ghost] = z[mirror]
          n[ghost] = -n[mirror]
          t[ghost] = t[mirror]
        }
        continue
      }
      let [gh, gn, gt] = [h[inner], n[inner], t[inner]]
      const un = h[inner] > DRY_M ? (sign * n[inner]) / h[inner] : 0
      const c = Math.sqrt(GRAVITY * h[inner])
      const fast = -un > c
      // where the bed goes on falling beyond its edge, it falls there as well
      let falls = 0
      if (what === OPEN) {
        const roughness = rough[inner]
        // fast water leaves as it comes, and so does water that nothing holds back
        if (!fast && h[inner] > DRY_M && roughness > 0) {
          const slope = slopeOut(z, inner, inwards, upright ? cols : rows, dxM)
          const depth = leavesAt(2 * c - un, slope, roughness)
          falls = slope * dxM
          gt *= depth / gh
          gn = sign * (un - 2 * c + 2 * Math.sqrt(GRAVITY * depth)) * depth
          gh = depth
        }
        // nothing comes back in through an open edge
        if (sign * gn > 0) gn = 0
      } else if (what === LEVEL && !fast) {
        gh = Math.max(0, value[i] - z[inner])
        const ug = h[inner] > DRY_M ? un - 2 * c + 2 * Math.sqrt(GRAVITY * gh) : 0
        gn = sign * ug * gh
        gt = ug > 0 ? 0 : h[inner] > DRY_M ? (t[inner] / h[inner]) * gh : 0
      } else if (what === DISCHARGE) {
        const q = value[i]
        if (q > 0) {
          gh = inflowDepth(q, h[inner] > DRY_M ? un - 2 * c : -2 * Math.cbrt(GRAVITY * q))
          gt = 0
        }
        gn = sign * q
      } else if (what === SWELL && swell) {
        const still = Math.max(0, swell.levelM - z[inner])
        const col = upright ? (side === 'w' ? 0 : cols) : i
        const row = upright ? i : side === 's' ? 0 : rows
        const phase =
          swell.omega * timeS - swell.perM * (swell.kx * col * dxM + swell.ky * row * dxM)
        // quiet at first: the train grows over its first period
        const grown = Math.min(1, (timeS * swell.omega) / (2 * Math.PI))
        const normal = sign * (upright ? swell.kx : swell.ky)
        // where the shore comes to the edge, waves are no higher than its water bears
        const eta =
          normal > 0.05 ? grown * Math.min(swell.amplitudeM, BEARS * still) * Math.sin(phase) : 0
        const cin = Math.sqrt(GRAVITY * Math.max(0, still + eta))
        const incoming =
          normal * (eta === 0 ? 0 : eta * Math.sqrt(GRAVITY / Math.max(DRY_M, still))) + 2 * cin
        const outgoing = h[inner] > DRY_M ? un - 2 * c : -2 * Math.sqrt(GRAVITY * still)
        const cg = Math.max(0, (incoming - outgoing) / 4)
        const ug = (incoming + outgoing) / 2
        gh = cg ** 2 / GRAVITY
        gn = sign * ug * gh
        const orbit = eta === 0 ? 0 : eta * Math.sqrt(GRAVITY / Math.max(DRY_M, still))
        const carried = h[inner] > DRY_M ? (t[inner] / h[inner]) * gh : 0
        gt = ug > 0 ? gh * (upright ? swell.ky : swell.kx) * orbit : carried
      }
      for (let k = 1; k <= GHOSTS; k++) {
        const ghost = inner - k * inwards
        h[ghost] = gh
        n[ghost] = gn
        t[ghost] = gt
        z[ghost] = z[inner] - k * falls
      }
    }
  }
}
