import type { Build, Pool } from '../../build/types'
import { landAt } from '../../build/land'
import { poolsOf, reachesOf } from '../../build/types'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import { insideRing, nearestOnSegment, signedArea, type Point2 } from '../../physics/shape/polygon'
import { mm, quantity, say } from '../../words/sentence'
import type { PoolGround } from '../1-ground/poolGround'
import type { Finding, Make } from './types'

/** A bed that stands no higher than this has come down to the board, mm. */
export const ON_THE_BOARD_MM = 0.5
/** A dip so far under the board's top is no slip of the rule, mm. */
const UNDER_MM = 0.5
/** An island smaller than this is a stone's tip, mm². */
const ISLAND_MM2 = 25

/** The bed against the board and the land: where it goes through, lies under or stands dry. */
export function bedFindings(
  build: Build,
  pool: Pool,
  ground: PoolGround,
  shelf: Shelf,
  make: Make
): Finding[] {
  if (!ground.surface) return []
  const { shellMm } = build.ground
  const land = onShelf(shelf, 'landform', build.ground.landform)
  const lowest = pool.soundings.reduce((low, s) => (s[2] < low[2] ? s : low))
  const found: Finding[] = []
  if (lowest[2] < -UNDER_MM)
    found.push(
      make('below-base', {
        severity: 'warn',
        place: 'ground',
        at: [lowest[0], lowest[1]],
        title: `${pool.name}: a dip lies below the base’s top`,
        number: mm(lowest[2]),
        reason: 'Heights count from the board’s top; there is nothing under it to stand on.',
        wayOut: 'Was it read from another zero? Else cut the board out there, or raise the land.',
        mend: { label: 'Raise all of it on to the board', raiseAllMm: -lowest[2] }
      })
    )
  else if (land && land.hatch !== 'none' && ground.lowestMm < ON_THE_BOARD_MM && ground.deepestAt)
    found.push(
      make('hole-to-board', {
        severity: 'warn',
        place: 'ground',
        at: ground.deepestAt,
        title: `${pool.name}: its bed is a hole down to the board`,
        number: say`${mm(ground.lowestMm)} over the board`,
        reason:
          'Resin finds the joint between land and board there and runs away under the land, for as long as it is liquid.',
        wayOut: say`Close the hole with ${mm(Math.max(1, shellMm))} of shell and seal it to the board, or stand the land on one layer more.`
      })
    )
  else if (land?.foam && !land.ready && ground.lowestMm < shellMm && ground.deepestAt)
    found.push(
      make('carved-through', {
        severity: 'aside',
        place: 'ground',
        at: ground.deepestAt,
        title: `${pool.name}: no land is left under its deepest place`,
        number: say`${mm(ground.lowestMm)} of bed, ${mm(shellMm)} of it shell`,
        reason: 'It is carved through to the board there, and its shell stands on that.',
        wayOut: 'Lay the shell well into the corner, or begin with a thicker board of foam.'
      })
    )
  if (build.land) found.push(...sunkenShore(build, pool, ground, make))
  const rim = pool.outline.reduce(
    (high, c) => (c.edge === 'shore' ? Math.max(high, c.z ?? pool.brimMm) : high),
    -Infinity
  )
  const wants = Math.max(rim, ground.highestMm) - shellMm
  const { bankMm } = build.ground
  if (!build.land && land?.foam && !land.ready && wants > bankMm + UNDER_MM)
    found.push(
      make('land-thin', {
        severity: 'warn',
        place: 'ground',
        title: `${pool.name}: the land is thinner than what is carved from it`,
        number: say`${mm(bankMm)}, wants ${mm(wants)}`,
        reason: say`Under its shell the ground of this water stands ${mm(wants)} high.`,
        wayOut: 'Stack one layer more of it, or lower the water and its shore.'
      })
    )
  for (const ring of ground.shoreline.filter((r) => signedArea(r) < -ISLAND_MM2)) {
    const at = middleOf(ring)
    // what stands there was meant to: a mole on its rubble, a pier on its rock
    if (pool.standing.some((s) => stands(s, at))) continue
    found.push(
      make(`island-${Math.round(at[0])}-${Math.round(at[1])}`, {
        severity: 'note',
        place: 'ground',
        at,
        title: `${pool.name}: its bed stands above the water`,
        number: say`${quantity(-signedArea(ring) / 100, 'cm²', 0)} stay dry`,
        reason: 'Resin runs round it; its edge is a shore like any other, and climbs.',
        wayOut: 'An island, or a slip of the rule: look at the dips there.'
      })
    )
  }
  return found
}

/** Sculpted land is looked at so far outside a shore, mm, at so many places along each edge. */
const BESIDE_MM = 4
const LOOKS = 6
/** Land this much under the water is told, mm. */
const SUNK_MM = 1

/** A shore beside which the sculpted land lies lower than the water. */
function sunkenShore(build: Build, pool: Pool, { ring }: PoolGround, make: Make): Finding[] {
  const { widthMm, depthMm } = build.base
  const inside = ([x, y]: Point2) => x >= 0 && y >= 0 && x <= widthMm && y <= depthMm
  const waters = poolsOf(build).map((p) => p.outline.map((c): Point2 => [c.x, c.y]))
  const way = signedArea(ring) >= 0 ? 1 : -1
  let worst: { at: Point2; byMm: number } | null = null
  pool.outline.forEach((corner, i) => {
    if (corner.edge !== 'shore') return
    const next = pool.outline[(i + 1) % pool.outline.length]
    const [ux, uy] = [next.x - corner.x, next.y - corner.y]
    const length = Math.hypot(ux, uy) || 1
    for (let k = 0; k < LOOKS; k++) {
      const t = (k + 0.5) / LOOKS
      const at: Point2 = [
        corner.x + t * ux + (way * uy * BESIDE_MM) / length,
        corner.y + t * uy - (way * ux * BESIDE_MM) / length
      ]
      if (!inside(at) || waters.some((other) => insideRing(at, other))) continue
      if (reachesOf(build).some((r) => offPath(at, r.path) < r.widthMm / 2 + 2 * BESIDE_MM))
        continue
      const byMm = pool.levelMm - landAt(build, at)
      if (byMm > Math.max(SUNK_MM, worst?.byMm ?? 0)) worst = { at, byMm }
    }
  })
  const found = worst as { at: Point2; byMm: number } | null
  if (!found) return []
  return [
    make('land-below-water', {
      severity: 'warn',
      place: 'ground',
      at: found.at,
      title: `${pool.name}: the land beside its shore lies lower than its water`,
      number: say`${mm(found.byMm)} lower, ${mm(BESIDE_MM)} outside the shore`,
      reason: 'Only a thin rim of shell would hold the resin there, and it would stand in the air.',
      wayOut: 'Raise the land there, let it grow from the waters, or make that edge a dam.'
    })
  ]
}

/** How far a place lies from the line of a run, mm. */
const offPath = (at: Point2, path: readonly { x: number; y: number }[]): number =>
  path
    .slice(1)
    .reduce(
      (least, p, i) =>
        Math.min(least, nearestOnSegment(at, [path[i].x, path[i].y], [p.x, p.y]).distance),
      Infinity
    )

const stands = ({ x, y, widthMm, depthMm }: Pool['standing'][number], at: Point2): boolean =>
  Math.abs(at[0] - x) <= widthMm / 2 && Math.abs(at[1] - y) <= depthMm / 2

const middleOf = (ring: readonly Point2[]): Point2 => [
  ring.reduce((sum, p) => sum + p[0], 0) / ring.length,
  ring.reduce((sum, p) => sum + p[1], 0) / ring.length
]
