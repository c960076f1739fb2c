import type { Read } from '../reads'
import { poolsOf, reachesOf, seasOf } from '../../build/types'
import { between, cellAt, type Grid } from '../../physics/shape/grid'
import { nearestOnSegment, type Point2 } from '../../physics/shape/polygon'
import type { ReachForm } from './reachForm'
import type { SeaForm } from './seaForm'

/** Moving water where the section line cuts it: its surface as a line, mm along and up. */
export interface SectionWater {
  water: string
  /** The pool that a sea runs on; null: a rapid has a bed of its own. */
  pool: string | null
  line: Point2[]
}

/** Of such pieces the surface is made, mm along the line. */
const PIECE_MM = 0.5
const MOST_PIECES = 2400

/**
 * The surface of rapids and seas along the builder's section line: a rapid's as its stations stand,
 * a sea's at the moment that was chosen, crests and troughs half a height over and under the level.
 *
 * @param build    whose line and levels
 * @param reaches  rapids as they stand
 * @param seas     seas with their fields over the cells
 * @param grid     the cells
 * @returns        one line a stretch that is cut, in the order of the waters
 */
export function sectionWaters(
  build: Read<'forms'>,
  reaches: readonly ReachForm[],
  seas: readonly SeaForm[],
  grid: Grid
): SectionWater[] {
  const { from, to } = build.section
  const lengthMm = Math.hypot(to[0] - from[0], to[1] - from[1])
  const pieces = Math.min(MOST_PIECES, Math.max(1, Math.ceil(lengthMm / PIECE_MM)))
  const places = Array.from({ length: pieces + 1 }, (_, i): { s: number; at: Point2 } => {
    const t = i / pieces
    return {
      s: t * lengthMm,
      at: [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])]
    }
  })
  const lines = (heightAt: (at: Point2) => number | null) => {
    const found: Point2[][] = []
    let open: Point2[] = []
    for (const { s, at } of places) {
      const z = heightAt(at)
      if (z !== null) open.push([s, z])
      if ((z === null || s === lengthMm) && open.length > 0) {
        if (open.length > 1) found.push(open)
        open = []
      }
    }
    return found
  }
  return [
    ...reachesOf(build).flatMap((reach) => {
      const form = reaches.find((r) => r.id === reach.id)
      if (!form || form.stations.length < 2) return []
      return lines((at) => reachSurface(form, at)).map((line): SectionWater => ({
        water: reach.id,
        pool: null,
        line
      }))
    }),
    ...seasOf(build).flatMap((sea) => {
      const form = seas.find((s) => s.id === sea.id)
      const level = poolsOf(build).find((p) => p.id === form?.pool)?.levelMm
      if (!form || level === undefined || !(form.periodS > 0)) return []
      return lines((at) => seaSurface(form, grid, sea.phase, level, at)).map(
        (line): SectionWater => ({ water: sea.id, pool: form.pool, line })
      )
    })
  ]
}

/** Within the corridor the water stands as it does at the nearest place of its middle line. */
function reachSurface(form: ReachForm, at: Point2): number | null {
  let best = { distance: Infinity, z: 0 }
  const half = form.widthMm / 2
  for (let i = 0; i + 1 < form.stations.length; i++) {
    const [a, b] = [form.stations[i], form.stations[i + 1]]
    const [dx, dy, near] = [at[0] - a.at[0], at[1] - a.at[1], half + b.sMm - a.sMm]
    if (dx * dx + dy * dy > near * near) continue
    const { along, distance } = nearestOnSegment(at, a.at, b.at)
    if (distance < best.distance)
      best = { distance, z: a.surfaceMm + along * (b.surfaceMm - a.surfaceMm) }
  }
  return best.distance <= half ? best.z : null
}

/** A wave is at its crest where it has just come by: phase counted in periods since then. */
export function seaSurface(
  form: SeaForm,
  grid: Grid,
  phase: number,
  levelMm: number,
  at: Point2
): number | null {
  const cell = cellAt(grid, at)
  if (cell < 0) return null
  if (Number.isNaN(form.arrivalS[cell]) || Number.isNaN(form.heightMm[cell])) return null
  const arrival = between(grid, at[0], at[1], (c) => form.arrivalS[c])!
  const height = between(grid, at[0], at[1], (c) => form.heightMm[c])!
  const turns = (phase * form.periodS - arrival) / form.periodS
  return levelMm + (height / 2) * Math.cos(2 * Math.PI * turns)
}
