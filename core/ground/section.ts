import type { Build } from '../build/types'
import { poolsOf } from '../build/types'
import { distanceToRing, type Point2 } from '../geometry/polygon'
import type { PoolGround } from './poolGround'
import { profileAlong, type SectionPoint } from './profile'

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
  ground: SectionPoint[]
  runs: SectionRun[]
}

/** How far from the water's edge the ground has risen to the bank again where nothing was sounded, mm. */
const BANK_RUN_MM = 8

/**
 * The ground along the section line: as sounded inside the pools, and between and beside them the bank, or straight
 * from lip to foot where one pool falls into the next.
 */
export function sectionOf(build: Build, pools: readonly PoolGround[]): Section {
  const { from, to } = build.section
  const lengthMm = Math.hypot(to[0] - from[0], to[1] - from[1])
  const runs: SectionRun[] = []
  for (const pool of poolsOf(build)) {
    const surface = pools.find((p) => p.id === pool.id)?.surface
    if (!surface) continue
    const ring = pool.outline.map((c): Point2 => [c.x, c.y])
    const endAt = (s: number): SectionEnd => {
      const along = s / lengthMm
      const { edge } = distanceToRing([from[0] + along * (to[0] - from[0]), from[1] + along * (to[1] - from[1])], ring)
      return { edge: pool.outline[edge].edge, corner: pool.outline[edge].id }
    }
    for (const ground of profileAlong(surface, from, to)) {
      runs.push({ pool: pool.id, ground, ends: [endAt(ground[0][0]), endAt(ground.at(-1)![0])] })
    }
  }
  runs.sort((a, b) => a.ground[0][0] - b.ground[0][0])
  return { lengthMm, runs, ground: wholeLine(build, runs, lengthMm) }
}

function wholeLine(build: Build, runs: readonly SectionRun[], lengthMm: number): SectionPoint[] {
  const bank = build.ground.bankMm
  const line: SectionPoint[] = []
  const bridge = (from: SectionPoint | null, to: SectionPoint | null, falls: boolean) => {
    const start = from?.[0] ?? 0
    const end = to?.[0] ?? lengthMm
    if (falls || end - start < 2 * BANK_RUN_MM) return
    line.push([from ? start + BANK_RUN_MM : start, Math.max(bank, from?.[1] ?? bank)])
    line.push([to ? end - BANK_RUN_MM : end, Math.max(bank, to?.[1] ?? bank)])
  }
  runs.forEach((run, i) => {
    const before = runs[i - 1]
    const linked = before !== undefined && build.waters.some((w) => w.kind === 'fall' && joins(w.lip?.pool, w.into, before.pool, run.pool))
    bridge(before?.ground.at(-1) ?? null, run.ground[0], linked)
    line.push(...run.ground)
  })
  bridge(runs.at(-1)?.ground.at(-1) ?? null, null, false)
  return line
}

const joins = (from: string | undefined, into: string | null, a: string, b: string) =>
  (from === a && into === b) || (from === b && into === a)
