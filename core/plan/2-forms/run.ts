import type { Read } from '../reads'
import type { PoolShape, WaterShape } from '../../build/shapes'
import { wavesOf } from '../../build/crests'
import { cellAt } from '../../physics/shape/grid'
import { headed, insideRing, middleOf, type Point2 } from '../../physics/shape/polygon'
import { halvedTo } from '../../physics/solve/halving'
import { lipDischarge } from '../../physics/water/hydraulics/nappe'
import { bedAt, type BedMap } from './bedMap'
import type { FallForm } from './fallForm'
import type { ChainFlow } from './flow'
import type { ReachForm } from './reachForm'
import type { SeaForm } from './seaForm'
import { realM } from '../../physics/shape/units'

/** A stretch of the unrolled run: `s` along the water from its source, z up, mm. */
export interface RunPiece {
  water: string
  kind: 'pool' | 'fall' | 'reach'
  name: string
  fromMm: number
  toMm: number
  bed: Point2[]
  surface: Point2[]
  /** The underside of a sheet that hangs free of its wall. */
  under?: Point2[]
  /** The energy line: the height the water could climb to. */
  head: Point2[]
  dischargeM3S: number
}

/** Two neighbours of the chain that do not fit. */
export interface RunClash {
  id: string
  water: string
  kind: 'uphill' | 'starved' | 'lip-dry' | 'lip-deep' | 'out-of-order'
  /** What it is off by, mm; for `lip-dry` and `lip-deep` the flow that would fit, m³/s, in `fitsM3S`. */
  byMm: number
  fitsM3S: number | null
  at: Point2 | null
  other: string
}

export interface Run {
  flow: ChainFlow
  pieces: RunPiece[]
  lengthMm: number
  clashes: RunClash[]
}

const SAMPLES = 48

/** Where water comes into each pool of the chain and where it leaves it, on the plan. */
export function throughPools(
  build: Read<'forms'>,
  falls: readonly FallForm[],
  reaches: readonly ReachForm[]
): Map<string, readonly [Point2, Point2]> {
  const through = new Map<string, readonly [Point2, Point2]>()
  const middle = ([a, b]: readonly [Point2, Point2]): Point2 => [
    (a[0] + b[0]) / 2,
    (a[1] + b[1]) / 2
  ]
  build.waters.forEach((water, i) => {
    if (water.kind !== 'pool') return
    const landing = (chained: boolean) =>
      falls.find(
        (f) =>
          f.landing &&
          build.waters.some(
            (w) =>
              w.id === f.id && w.kind === 'fall' && w.into === water.id && inChain(w) === chained
          )
      )
    const into = landing(true) ?? landing(false)
    const outOf = falls.find(
      (f) =>
        f.lip &&
        build.waters.some((w) => w.kind === 'fall' && w.id === f.id && w.lip?.pool === water.id)
    )
    const before = chainBefore(build, i)
    const after = chainAfter(build, i)
    const reachIn = reaches.find((r) => r.id === before?.id && r.stations.length > 0)
    const reachOut = reaches.find((r) => r.id === after?.id && r.stations.length > 0)
    const sea = wavesOf(build).find((s) => s.pool === water.id)
    const ring = water.outline.map((c): Point2 => [c.x, c.y])
    const given = into?.landing ? middle(into.landing) : (reachIn?.stations.at(-1)?.at ?? null)
    const leaves = outOf?.lip ? middle(outOf.lip) : (reachOut?.stations[0].at ?? null)
    const far = (from: Point2): Point2 => acrossFrom(ring, from)
    if (sea && !given && !leaves) through.set(water.id, acrossAlong(ring, sea.headingDeg))
    else {
      const start = given ?? (leaves ? far(leaves) : ring[0])
      through.set(water.id, [start, leaves ?? far(start)])
    }
  })
  return through
}

/** Where the chain's water comes in: as the builder says, else at the head of its first water. */
export function sourceOf(
  build: Read<'forms'>,
  reaches: readonly ReachForm[],
  through: ReadonlyMap<string, readonly [Point2, Point2]>
): Point2 | null {
  const { source } = build.running
  if (source) return [source.x, source.y]
  const first = build.waters.find(inChain)
  if (first?.kind === 'reach')
    return reaches.find((r) => r.id === first.id)?.stations[0]?.at ?? null
  return (
    through.get(first?.kind === 'fall' ? (first.lip?.pool ?? '') : (first?.id ?? ''))?.[0] ?? null
  )
}

/** The far side of a pool from a place: through its middle and on to the last that is still inside. */
function acrossFrom(ring: readonly Point2[], from: Point2): Point2 {
  const [mx, my] = middleOf(ring)
  let last: Point2 = [mx, my]
  for (let t = 1; t <= 6; t += 0.02) {
    const at: Point2 = [from[0] + t * (mx - from[0]), from[1] + t * (my - from[1])]
    if (!insideRing(at, ring)) return edgeBetween(last, at, ring)
    last = at
  }
  return last
}

/** Where the edge of a ring lies between a place inside it and one outside. */
function edgeBetween(inside: Point2, outside: Point2, ring: readonly Point2[]): Point2 {
  const at = (t: number): Point2 => [
    inside[0] + t * (outside[0] - inside[0]),
    inside[1] + t * (outside[1] - inside[1])
  ]
  return at(halvedTo(0, 1, (t) => insideRing(at(t), ring)))
}

/** The line through the middle of a ring along a heading, from side to side. */
function acrossAlong(ring: readonly Point2[], headingDeg: number): readonly [Point2, Point2] {
  const [kx, ky] = headed(headingDeg)
  const [x0, x1, y0, y1] = [
    Math.min(...ring.map((p) => p[0])),
    Math.max(...ring.map((p) => p[0])),
    Math.min(...ring.map((p) => p[1])),
    Math.max(...ring.map((p) => p[1]))
  ]
  const [mx, my] = [(x0 + x1) / 2, (y0 + y1) / 2]
  const reach = Math.min(
    Math.abs(kx) < 1e-9 ? Infinity : (x1 - x0) / 2 / Math.abs(kx),
    Math.abs(ky) < 1e-9 ? Infinity : (y1 - y0) / 2 / Math.abs(ky)
  )
  return [
    [mx - kx * reach, my - ky * reach],
    [mx + kx * reach, my + ky * reach]
  ]
}

/** What leaves a pipe, a ledge or a bucket comes to the chain from outside. */
export const inChain = (w: WaterShape): boolean =>
  w.kind === 'pool' || (w.kind === 'fall' && !w.outlet) || w.kind === 'reach'
const chainBefore = (build: Read<'forms'>, i: number) =>
  build.waters.slice(0, i).filter(inChain).at(-1)
const chainAfter = (build: Read<'forms'>, i: number) => build.waters.slice(i + 1).find(inChain)

/** The chain unrolled into one long section, and where its neighbours contradict each other. */
export function unrolled(
  build: Read<'forms'>,
  scale: number,
  flow: ChainFlow,
  bed: BedMap,
  falls: readonly FallForm[],
  reaches: readonly ReachForm[],
  seas: readonly SeaForm[],
  through: ReadonlyMap<string, readonly [Point2, Point2]>
): Run {
  const pieces: RunPiece[] = []
  let s = 0
  const put = (piece: Omit<RunPiece, 'fromMm' | 'toMm' | 'dischargeM3S'>, length: number) => {
    const shift = (line: readonly Point2[]) => line.map(([x, z]): Point2 => [x + s, z])
    pieces.push({
      ...piece,
      bed: shift(piece.bed),
      surface: shift(piece.surface),
      ...(piece.under ? { under: shift(piece.under) } : {}),
      head: shift(piece.head),
      fromMm: s,
      toMm: s + length,
      dischargeM3S: flow.dischargeM3S
    })
    s += length
  }
  for (const water of build.waters) {
    if (water.kind === 'pool') {
      const ends = through.get(water.id)
      const piece = ends && poolPiece(water, ends, bed, seas)
      if (piece) put({ water: water.id, kind: 'pool', name: water.name, ...piece }, piece.length)
    } else if (water.kind === 'fall' && inChain(water)) {
      const form = falls.find((f) => f.id === water.id)
      if (form?.curve)
        put(
          { water: water.id, kind: 'fall', name: water.name, ...fallPiece(form) },
          Math.max(form.curve.landMm, 1)
        )
    } else if (water.kind === 'reach') {
      const form = reaches.find((r) => r.id === water.id)
      if (!form || form.stations.length === 0) continue
      const line = (of: (st: ReachForm['stations'][number]) => number) =>
        form.stations.map((st): Point2 => [st.sMm, of(st)])
      put(
        {
          water: water.id,
          kind: 'reach',
          name: water.name,
          bed: line((st) => st.bedMm),
          surface: line((st) => st.surfaceMm),
          head: line((st) => st.headMm)
        },
        form.lengthMm
      )
    }
  }
  carryThrough(pieces)
  return { flow, pieces, lengthMm: s, clashes: clashesOf(build, falls, reaches, scale) }
}

/** Fast water that a pool does not hold back carries its energy through it, from the fall to the run. */
function carryThrough(pieces: RunPiece[]): void {
  pieces.forEach((piece, i) => {
    const [pool, fall] = [pieces[i - 1], pieces[i - 2]]
    if (piece.kind !== 'reach' || pool?.kind !== 'pool' || fall?.kind !== 'fall') return
    const arrives = piece.head[0][1]
    if (pool.head.length > 0 && arrives > pool.head.at(-1)![1] && arrives <= fall.head[0][1]) {
      pool.head = pool.head.map(([x]): Point2 => [x, arrives])
      fall.head = [fall.head[0], fall.head[1], [fall.head[2][0], arrives]]
    }
  })
}

function poolPiece(
  pool: PoolShape,
  [from, to]: readonly [Point2, Point2],
  bed: BedMap,
  seas: readonly SeaForm[]
): { bed: Point2[]; surface: Point2[]; head: Point2[]; length: number } | null {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1])
  if (length < 1) return null
  const sea = seas.find((w) => w.pool === pool.id && w.faults.length === 0)
  const ground: Point2[] = []
  const surface: Point2[] = []
  for (let i = 0; i <= (sea ? 4 * SAMPLES : SAMPLES); i++) {
    const t = i / (sea ? 4 * SAMPLES : SAMPLES)
    const at: Point2 = [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])]
    const z = bedAt(bed, at)
    if (z !== null) ground.push([t * length, z])
    const cell = cellAt(bed.grid, at)
    const arrives = sea && cell >= 0 ? sea.arrivalS[cell] : NaN
    const wave =
      sea && !Number.isNaN(arrives)
        ? sea.heightMm[cell] * (Math.cos((2 * Math.PI * arrives) / sea.periodS) ** 3 * 0.5 + 0.1)
        : 0
    surface.push([t * length, pool.levelMm + wave])
  }
  // waves bring their own energy and take it to the shore: the line is that of the stream
  return {
    bed: ground,
    surface: sea ? evened(surface) : surface,
    head: sea
      ? []
      : [
          [0, pool.levelMm],
          [length, pool.levelMm]
        ],
    length
  }
}

/** The cells' steps taken out of a line: the mean over a few neighbours. */
function evened(line: readonly Point2[]): Point2[] {
  return line.map(([s], i) => {
    const near = line.slice(Math.max(0, i - 4), i + 5)
    return [s, near.reduce((sum, p) => sum + p[1], 0) / near.length]
  })
}

function fallPiece(form: FallForm): {
  bed: Point2[]
  surface: Point2[]
  under: Point2[]
  head: Point2[]
} {
  const curve = form.curve!
  const up = (line: readonly Point2[]) => line.map(([x, z]): Point2 => [x, z + form.crestMm])
  const foot = form.footMm - (form.poolDepthMm ?? 0)
  // a riser leans by a hair, so that the line of the bed keeps running on
  const face: Point2[] = [
    ...up(form.wall).map(([x, z], i): Point2 => [x + 0.05 * (i % 2), z]),
    [Math.max(curve.landMm, form.wall.at(-1)![0] + 0.1), foot]
  ]
  return {
    bed: face,
    surface: up(curve.upperFace),
    under: up(curve.lowerFace),
    head: [
      [0, form.lipMm],
      [curve.landMm * 0.98, form.lipMm],
      [curve.landMm, form.footMm]
    ]
  }
}

/** A pool may stand this much off what its neighbour wants before it is said, mm. */
const TOLERANCE_MM = 0.5
/** A flow is taken to fit a lip when head and room agree within this share. */
const HEAD_SHARE = 0.35

function clashesOf(
  build: Read<'forms'>,
  falls: readonly FallForm[],
  reaches: readonly ReachForm[],
  scale: number
): RunClash[] {
  const found: RunClash[] = []
  const chain = build.waters.filter(inChain)
  chain.forEach((water, i) => {
    const before = chain[i - 1]
    const poolBefore = chain.slice(0, i).findLast((w) => w.kind === 'pool')
    if (water.kind === 'pool' && poolBefore && poolBefore.levelMm < water.levelMm - TOLERANCE_MM) {
      found.push({
        id: `uphill:${water.id}`,
        water: water.id,
        kind: 'uphill',
        byMm: water.levelMm - poolBefore.levelMm,
        fitsM3S: null,
        at: null,
        other: poolBefore.id
      })
    }
    if (water.kind === 'fall') {
      const form = falls.find((f) => f.id === water.id)
      if (water.lip && before?.kind === 'pool' && before.id !== water.lip.pool)
        found.push({
          id: `order:${water.id}`,
          water: water.id,
          kind: 'out-of-order',
          byMm: 0,
          fitsM3S: null,
          at: form?.lip?.[0] ?? null,
          other: water.lip.pool
        })
      if (form?.curve && form.lipBedMm !== null && water.lip) {
        const room = form.lipMm - form.lipBedMm
        const head = form.lipMm - form.crestMm
        const fits = room > 0 ? lipDischarge(realM(room, scale)) * realM(form.widthMm, scale) : null
        if (room <= TOLERANCE_MM)
          found.push({
            id: `lip-dry:${water.id}`,
            water: water.id,
            kind: 'lip-dry',
            byMm: -room,
            fitsM3S: null,
            at: form.lip![0],
            other: water.lip.pool
          })
        else if (head > room * (1 + HEAD_SHARE))
          found.push({
            id: `lip-deep:${water.id}`,
            water: water.id,
            kind: 'lip-deep',
            byMm: head - room,
            fitsM3S: fits,
            at: form.lip![0],
            other: water.lip.pool
          })
      }
    }
    if (water.kind === 'reach') {
      const form = reaches.find((r) => r.id === water.id)
      if (!form || form.stations.length === 0) return
      const first = form.stations[0]
      const [x, y] = first.at
      // quiet water has what the pool, or the foot of the fall, gives it; what comes in fast was
      // checked against its lip
      let foot: number | undefined
      if (before?.kind === 'fall') foot = falls.find((f) => f.id === before.id)?.footMm
      if (before?.kind === 'pool') foot = before.levelMm
      if (
        before &&
        foot !== undefined &&
        first.froude < 1.05 &&
        first.headMm > foot + TOLERANCE_MM
      ) {
        found.push({
          id: `starved:${water.id}`,
          water: water.id,
          kind: 'starved',
          byMm: first.headMm - foot,
          fitsM3S: null,
          at: [x, y],
          other: before.id
        })
      }
    }
  })
  return found
}
