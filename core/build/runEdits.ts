import type { KeptRun } from '../running/keptRun'
import { poolUnder } from './poolUnder'
import { nearestOnSegment, type Point2 } from '../physics/shape/polygon'
import { changePool, changeReach, freeId, type Edit } from './edits'
import { poolsOf, reachesOf, type Build, type Reach, type Running } from './types'

/** The most runs a build carries: each is some tens of kilobytes. */
export const MOST_KEPT = 12
const round1 = (value: number) => Math.round(value * 10) / 10
const onRunning =
  (change: (running: Running, build: Build) => Running): Edit =>
  (build) => ({ ...build, running: change(build.running, build) })

/** Where the water comes in, or where it leaves; null: as the chain says. */
export const placeEnd = (end: 'source' | 'out', at: Point2 | null): Edit =>
  onRunning((r) => ({ ...r, [end]: at && { x: round1(at[0]), y: round1(at[1]) } }))
/** How far apart strokes lie, mm; null: as the ripples of the water. */
export const setBrush = (brushMm: number | null): Edit => onRunning((r) => ({ ...r, brushMm }))
/** Takes white map and strokes from a kept run; null: from the forms. */
export const takeMaps = (mapsFrom: string | null): Edit =>
  onRunning((r) => ({ ...r, mapsFrom: r.kept.some((k) => k.id === mapsFrom) ? mapsFrom : null }))
/** Keeps a run; the oldest goes when there are too many. */
export const keepARun = (kept: KeptRun): Edit =>
  onRunning((r) => ({
    ...r,
    kept: [...r.kept.filter((k) => k.id !== kept.id), kept].slice(-MOST_KEPT)
  }))
export const renameRun = (id: string, name: string): Edit =>
  onRunning((r) => ({ ...r, kept: r.kept.map((k) => (k.id === id ? { ...k, name } : k)) }))
export const dropRun = (id: string): Edit =>
  onRunning((r) => ({
    ...r,
    mapsFrom: r.mapsFrom === id ? null : r.mapsFrom,
    kept: r.kept.filter((k) => k.id !== id)
  }))

/** A ledge that is tried out: so high over the bed, and so long along the flow, mm. */
const LEDGE = { heightMm: 5, longMm: 5, wideMm: 30 } as const

/** The run whose line passes nearest to a place, and on which of its pieces. */
function runAt(build: Build, at: Point2): { reach: Reach; piece: number; along: number } | null {
  let best: { reach: Reach; piece: number; along: number; distance: number } | null = null
  for (const reach of reachesOf(build)) {
    for (let i = 0; i + 1 < reach.path.length; i++) {
      const near = nearestOnSegment(
        at,
        [reach.path[i].x, reach.path[i].y],
        [reach.path[i + 1].x, reach.path[i + 1].y]
      )
      if (near.distance <= reach.widthMm / 2 && (!best || near.distance < best.distance))
        best = { reach, piece: i, ...near }
    }
  }
  return best
}

/**
 * A ledge across the water at a place: a sill in the bed of a run, a block on the ground of a pool.
 *
 * @param bedMm  height of the bed there, for a run whose bed is given at its points
 * @returns      the same build where there is no water
 */
export const tryLedge =
  (at: Point2, bedMm: number): Edit =>
  (build) => {
    const pool = poolUnder(build, at)
    if (pool) {
      const block = {
        id: freeId('ledge', pool.standing),
        name: 'Ledge',
        shape: 'block' as const,
        x: round1(at[0]),
        y: round1(at[1]),
        widthMm: LEDGE.longMm,
        depthMm: LEDGE.wideMm,
        heightMm: LEDGE.heightMm,
        afterPour: 0
      }
      return changePool(pool.id, { standing: [...pool.standing, block] })(build)
    }
    const found = runAt(build, at)
    if (!found) return build
    const { reach, piece } = found
    const [a, b] = [reach.path[piece], reach.path[piece + 1]]
    const length = Math.hypot(b.x - a.x, b.y - a.y)
    const place = (by: number) => {
      const t = Math.min(1, Math.max(0, found.along + by / Math.max(1e-9, length)))
      return { x: round1(a.x + t * (b.x - a.x)), y: round1(a.y + t * (b.y - a.y)) }
    }
    const path = [...reach.path]
    for (const [by, over] of [
      [-LEDGE.longMm, 0],
      [-LEDGE.longMm / 2, LEDGE.heightMm],
      [LEDGE.longMm / 2, LEDGE.heightMm],
      [LEDGE.longMm, 0]
    ].reverse())
      path.splice(piece + 1, 0, {
        id: freeId('ledge', path),
        ...place(by),
        bedMm: round1(bedMm + over)
      })
    return changeReach(reach.id, { path })(build)
  }

/** Moves something that stands in a pool. */
export const moveThing =
  (pool: string, thing: string, [x, y]: Point2): Edit =>
  (build) => {
    const found = poolsOf(build).find((p) => p.id === pool)
    return found
      ? changePool(pool, {
          standing: found.standing.map((s) =>
            s.id === thing ? { ...s, x: round1(x), y: round1(y) } : s
          )
        })(build)
      : build
  }
