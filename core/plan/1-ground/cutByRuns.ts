import type { Read } from '../reads'
import type { ReachShape } from '../../build/shapes'
import { poolsOf, reachesOf } from '../../build/types'
import { heightAt } from '../../physics/shape/heightAt'
import { insideRing, nearestOnSegment, type Point2 } from '../../physics/shape/polygon'
import type { SectionPoint } from '../../physics/shape/profile'
import type { PoolGround } from './poolGround'
import { bedHeights, ledToEdge, placesAlong } from './runBed'

/** A line is asked for what is cut into it at places no farther apart than this, mm. */
const APART_MM = 2
/** What is cut by less is drawn as it was, mm. */
const LEAST_MM = 0.05
/** Where a bed that is given is led on through the shallows of a pool, it is asked every so many mm. */
const ON_MM = 1

/** What a run cuts into the ground: its line, the bed's height along it, how wide to either side, mm. */
interface Cut {
  line: readonly Point2[]
  bedMm: readonly number[]
  halfMm: number
  /** Through the shores of pools too: their ground is no higher than its bed. */
  through: boolean
}

/** Lines of a section with the beds of runs cut into them. */
export type CutLine = (line: SectionPoint[]) => SectionPoint[]

/**
 * How runs cut a section's line: a run lies in the land, and one whose bed is given is cut through the
 * shores of the waters that it leaves and meets, on to where their floor lies as deep; ground that was
 * dipped deeper stays.
 *
 * @param pools  the ground as it was dipped
 */
export function cutByRuns(
  build: Read<'ground'>,
  pools: readonly PoolGround[],
  lengthMm: number
): CutLine {
  const cuts = reachesOf(build).flatMap((reach) => cutsOf(build, reach, pools))
  if (cuts.length === 0 || lengthMm === 0) return (line) => line
  const { from, to } = build.section
  const rings = poolsOf(build).map((p) => p.outline.map((c): Point2 => [c.x, c.y]))
  const cutAt = ([s, z]: SectionPoint): SectionPoint => {
    const at: Point2 = [
      from[0] + (s / lengthMm) * (to[0] - from[0]),
      from[1] + (s / lengthMm) * (to[1] - from[1])
    ]
    const dipped = rings.some((ring) => insideRing(at, ring))
    const beds = cuts.filter((cut) => cut.through || !dipped).map((cut) => bedUnder(cut, at))
    const low = beds.reduce((least, bed) => Math.min(least, bed), Infinity)
    if (low === Infinity) return [s, z]
    return [s, dipped ? Math.min(z, low) : low]
  }
  return (line) => line.flatMap((point, i) => cutPiece(point, line[i + 1], cutAt))
}

/** A piece of a line from one point to before the next, with more points where something is cut into it. */
function cutPiece(
  point: SectionPoint,
  next: SectionPoint | undefined,
  cutAt: (at: SectionPoint) => SectionPoint
): SectionPoint[] {
  if (!next) return [cutAt(point)]
  const pieces = Math.max(1, Math.ceil((next[0] - point[0]) / APART_MM))
  const between = Array.from({ length: pieces }, (_, k): SectionPoint => {
    const u = k / pieces
    return [point[0] + u * (next[0] - point[0]), point[1] + u * (next[1] - point[1])]
  })
  const cut = between.map(cutAt)
  const changed = cut.map((c, k) => Math.abs(c[1] - between[k][1]) > LEAST_MM)
  return cut.filter((_, k) => k === 0 || changed[k - 1] || changed[k] || changed[k + 1])
}

/** The bed of a run under a place within its width, mm; Infinity beside it and beyond its ends. */
function bedUnder({ line, bedMm, halfMm }: Cut, at: Point2): number {
  let best = { distance: Infinity, zMm: Infinity }
  for (let i = 0; i + 1 < line.length; i++) {
    const { along, distance } = nearestOnSegment(at, line[i], line[i + 1])
    if (distance < best.distance)
      best = { distance, zMm: bedMm[i] + along * (bedMm[i + 1] - bedMm[i]) }
  }
  return best.distance > halfMm || beyond(line, at) ? Infinity : best.zMm
}

/** Whether a place lies past either end of a line. */
const beyond = (line: readonly Point2[], at: Point2): boolean =>
  [
    [line[0], line[1]],
    [line.at(-1)!, line.at(-2)!]
  ].some(
    ([end, inner]) =>
      (at[0] - end[0]) * (inner[0] - end[0]) + (at[1] - end[1]) * (inner[1] - end[1]) < 0 &&
      Math.hypot(at[0] - end[0], at[1] - end[1]) <= Math.hypot(at[0] - inner[0], at[1] - inner[1])
  )

/** What one run cuts: itself, and where its bed is given a strip on through the shallows at either end. */
function cutsOf(build: Read<'ground'>, given: ReachShape, pools: readonly PoolGround[]): Cut[] {
  const reach = ledToEdge(given, build.base)
  if (reach.path.length < 2) return []
  const dippedAt = (at: Point2): number | null => {
    for (const { surface } of pools) {
      const z = surface && heightAt(surface, at)
      if (z !== null) return z
    }
    return null
  }
  const places = placesAlong(reach)
  const bedMm = bedHeights(reach, places, dippedAt)
  if (!bedMm) return []
  const line = places.map((p) => p.at)
  const halfMm = reach.widthMm / 2
  const through = reach.path.filter((p) => p.bedMm !== undefined).length > 1
  const own: Cut = { line, bedMm, halfMm, through }
  if (!through) return [own]
  return [own, ...[0, line.length - 1].flatMap((end) => ledOn(own, end, dippedAt))]
}

/** A bed led on from an end of its run to where the floor of the pool there is as deep, or deepest. */
function ledOn({ line, bedMm, halfMm }: Cut, end: number, dippedAt: (at: Point2) => number | null) {
  const [a, b] = [line[end], line[end === 0 ? 1 : end - 1]]
  const l = Math.hypot(a[0] - b[0], a[1] - b[1]) || 1
  const on = (mm: number): Point2 => [
    a[0] + ((a[0] - b[0]) / l) * mm,
    a[1] + ((a[1] - b[1]) / l) * mm
  ]
  let [deepestMm, reachesMm] = [Infinity, 0]
  for (let mm = 0; deepestMm > bedMm[end]; mm += ON_MM) {
    const z = dippedAt(on(mm))
    if (z === null) break
    if (z < deepestMm) [deepestMm, reachesMm] = [z, mm]
  }
  if (reachesMm === 0) return []
  const lowMm = Math.max(bedMm[end], deepestMm)
  return [{ line: [a, on(reachesMm)], bedMm: [lowMm, lowMm], halfMm, through: true }]
}
