import type { Read } from '../reads'
import type { SectionLine, Standing } from '../../build/types'
import { fallsOf, poolsOf, reachesOf } from '../../build/types'
import { distanceToRing, type Point2 } from '../../physics/shape/polygon'
import { landAt } from '../../build/land'
import { cutByRuns } from './cutByRuns'
import { landLine } from './landLine'
import type { PoolGround } from './poolGround'
import { profileAlong, type SectionPoint } from '../../physics/shape/profile'

/** A stretch of a pool that the section line crosses: its ground, and what stands at either end. */
export interface SectionRun {
  pool: string
  ground: SectionPoint[]
  ends: [start: SectionEnd, end: SectionEnd]
}

export interface SectionEnd {
  edge: 'shore' | 'dam'
  /** Corner that the crossed edge of the outline starts at. */
  corner: string
}

/** The long section: the ground along the builder's line, mm along it and up. */
export interface Section {
  lengthMm: number
  /** Its ends on the plan. */
  line: SectionLine
  ground: SectionPoint[]
  runs: SectionRun[]
  /** What stands in the water and is cut by the line. */
  things: SectionThing[]
}

/** A thing in the section: where along the line, its foot on the bed and its top, mm. */
export interface SectionThing {
  id: string
  pool: string
  name: string
  shape: Standing['shape']
  fromMm: number
  toMm: number
  baseMm: number
  topMm: number
}

/** How far from the water's edge the ground has risen to the bank again where nothing was sounded, mm. */
const BANK_RUN_MM = 8

/** How far the land stands above the water's edge out to the edge of the base, mm. */
const RISE_MM = 2
/** How far the face under a lip stands out at its foot, mm. */
const FACE_RUN_MM = 1

/**
 * The ground along the section line: as sounded inside the pools, and between and beside them the
 * bank, or straight
 * from lip to foot where one pool falls into the next.
 */
export function sectionOf(build: Read<'ground'>, pools: readonly PoolGround[]): Section {
  const { from, to } = build.section
  const lengthMm = Math.hypot(to[0] - from[0], to[1] - from[1])
  const runs: SectionRun[] = []
  for (const pool of poolsOf(build)) {
    const surface = pools.find((p) => p.id === pool.id)?.surface
    if (!surface) continue
    const ring = pool.outline.map((c): Point2 => [c.x, c.y])
    const endAt = (s: number): SectionEnd => {
      const along = s / lengthMm
      const { edge } = distanceToRing(
        [from[0] + along * (to[0] - from[0]), from[1] + along * (to[1] - from[1])],
        ring
      )
      return { edge: pool.outline[edge].edge, corner: pool.outline[edge].id }
    }
    for (const ground of profileAlong(surface, from, to)) {
      runs.push({ pool: pool.id, ground, ends: [endAt(ground[0][0]), endAt(ground.at(-1)![0])] })
    }
  }
  runs.sort((a, b) => a.ground[0][0] - b.ground[0][0])
  const cutLine = cutByRuns(build, pools, lengthMm)
  const cut = runs.map((run) => ({ ...run, ground: cutLine(run.ground) }))
  return {
    lengthMm,
    line: build.section,
    runs: cut,
    things: cut.flatMap((run) => thingsIn(build, run, lengthMm)),
    ground: cutLine(wholeLine(build, runs, lengthMm))
  }
}

function wholeLine(
  build: Read<'ground'>,
  runs: readonly SectionRun[],
  lengthMm: number
): SectionPoint[] {
  const bank = build.ground.bankMm
  const line: SectionPoint[] = []
  /** The land between two runs, or between a run and the end of the line; `foot` where a fall lands on it. */
  const bridge = (
    from: SectionPoint | null,
    to: SectionPoint | null,
    foot: { from: number | null; to: number | null }
  ) => {
    const start = from?.[0] ?? 0
    const end = to?.[0] ?? lengthMm
    if (build.land) {
      line.push(...sculpted(build, lengthMm, start, end, { from, to }))
      return
    }
    if (
      end - start < 1e-6 ||
      (from && to && end - start < 2 * BANK_RUN_MM && foot.from === null && foot.to === null)
    )
      return
    const run = Math.min(BANK_RUN_MM, (end - start) / 2)
    // towards the edge of the base the land stays by the water; between two waters it rises to the bank
    const land = (): number => {
      const water = from && to ? null : (from ?? to)
      return water ? Math.min(bank, water[1] + RISE_MM) : bank
    }
    if (foot.from !== null) line.push([start + FACE_RUN_MM, foot.from])
    else line.push([from ? start + run : start, foot.to ?? land()])
    if (foot.to !== null) line.push([end - FACE_RUN_MM, foot.to])
    else line.push([to ? end - run : end, foot.from ?? land()])
  }
  runs.forEach((run, i) => {
    const before = runs[i - 1]
    const linked =
      before !== undefined &&
      build.waters.some(
        (w) => w.kind === 'fall' && joins(w.lip?.pool, w.into, before.pool, run.pool)
      )
    const bed = before && !linked ? bedBetween(build, before, run) : []
    if (bed.length > 0) line.push(...bed)
    else if (!linked) {
      bridge(before?.ground.at(-1) ?? null, run.ground[0], {
        from: before ? footBelow(build, before, 1) : null,
        to: footBelow(build, run, 0)
      })
    }
    line.push(...run.ground)
  })
  const last = runs.at(-1)
  bridge(last?.ground.at(-1) ?? null, null, {
    from: last ? footBelow(build, last, 1) : null,
    to: null
  })
  return line
}

/** Sculpted land stands so far beside the edge of a water, mm: a hair, so that a cliff is drawn as one. */
const HAIR_MM = 0.25

/** The sculpted land between two waters on the line, or between one and the end of the line. */
function sculpted(
  build: Read<'ground'>,
  lengthMm: number,
  start: number,
  end: number,
  beside: { from: SectionPoint | null; to: SectionPoint | null }
): SectionPoint[] {
  const { from, to } = build.section
  const heightAt = (s: number) =>
    landAt(build, [
      from[0] + (s / lengthMm) * (to[0] - from[0]),
      from[1] + (s / lengthMm) * (to[1] - from[1])
    ])
  const [a, b] = [start + (beside.from ? HAIR_MM : 0), end - (beside.to ? HAIR_MM : 0)]
  if (b <= a) return []
  return [[a, heightAt(a)], ...landLine(heightAt, a, b), [b, heightAt(b)]]
}

/** How finely the line is walked for what it cuts, mm. */
const WALK_MM = 0.5

function thingsIn(build: Read<'ground'>, run: SectionRun, lengthMm: number): SectionThing[] {
  const { from, to } = build.section
  const pool = poolsOf(build).find((p) => p.id === run.pool)!
  return pool.standing.flatMap((t) => {
    const cut: SectionPoint[] = []
    for (let s = run.ground[0][0]; s <= run.ground.at(-1)![0]; s += WALK_MM) {
      const [x, y] = [
        from[0] + (s / lengthMm) * (to[0] - from[0]) - t.x,
        from[1] + (s / lengthMm) * (to[1] - from[1]) - t.y
      ]
      const [u, v] = [Math.abs(x) / (t.widthMm / 2), Math.abs(y) / (t.depthMm / 2)]
      if (t.shape === 'block' ? u <= 1 && v <= 1 : u * u + v * v <= 1)
        cut.push([s, groundAt(run.ground, s)])
    }
    if (cut.length < 2) return []
    const middle = groundAt(run.ground, (cut[0][0] + cut.at(-1)![0]) / 2)
    return [
      {
        id: t.id,
        pool: pool.id,
        name: t.name,
        shape: t.shape,
        fromMm: cut[0][0],
        toMm: cut.at(-1)![0],
        baseMm: Math.min(...cut.map((p) => p[1])),
        topMm: middle + t.heightMm
      }
    ]
  })
}

function groundAt(line: readonly SectionPoint[], s: number): number {
  const i = Math.max(
    1,
    line.findIndex((p) => p[0] >= s)
  )
  const [a, b] = [line[i - 1], line[i]]
  return b[0] === a[0] ? a[1] : a[1] + ((s - a[0]) / (b[0] - a[0])) * (b[1] - a[1])
}

/** Bed of a run that leads from one pool to the next, where its points were given heights, along the line. */
function bedBetween(build: Read<'ground'>, before: SectionRun, after: SectionRun): SectionPoint[] {
  const { from, to } = build.section
  const length = Math.hypot(to[0] - from[0], to[1] - from[1])
  const [start, end] = [before.ground.at(-1)![0], after.ground[0][0]]
  for (const reach of reachesOf(build)) {
    const points = reach.path.flatMap((p): SectionPoint[] =>
      p.bedMm === undefined
        ? []
        : [
            [
              ((p.x - from[0]) * (to[0] - from[0]) + (p.y - from[1]) * (to[1] - from[1])) / length,
              p.bedMm
            ]
          ]
    )
    const within = points
      .sort((a, b) => a[0] - b[0])
      .filter(([s]) => s > start + 0.5 && s < end - 0.5)
    if (within.length > 1) return within
  }
  return []
}

/** Where a fall over this end of a run lands when no pool takes it, mm; null when none falls there. */
function footBelow(build: Read<'ground'>, run: SectionRun, end: 0 | 1): number | null {
  const pool = poolsOf(build).find((p) => p.id === run.pool)
  const fall = fallsOf(build).find(
    (f) => f.into === null && f.lip?.pool === run.pool && f.lip.corner === run.ends[end].corner
  )
  return pool && fall ? Math.max(0, pool.levelMm - (fall.dropMm ?? pool.levelMm)) : null
}

const joins = (from: string | undefined, into: string | null, a: string, b: string) =>
  (from === a && into === b) || (from === b && into === a)
