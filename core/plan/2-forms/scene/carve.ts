import type { Read } from '../../reads'
import type { PoolShape } from '../../../build/shapes'
import { poolsOf, reachesOf } from '../../../build/types'
import type { BedMap } from '../bedMap'
import type { FallForm } from '../fallForm'
import { MANNING, reachCells, type ReachForm } from '../reachForm'
import { boxOf, cellAt, eachCell, type Grid } from '../../../physics/shape/grid'
import type { Point2 } from '../../../physics/shape/polygon'

/** A run is led on so far to the pool it is meant to meet, mm. */
const MEETS_MM = 15

/** The outermost cells may have their middles beyond the base: they are as the ones before them. */
export function meetRim(
  build: Read<'forms'>,
  { cols, rows, cellMm }: Grid,
  z: Float64Array,
  owner: Int16Array,
  level: Float64Array,
  manning: Float64Array
): void {
  const copy = (to: number, from: number) => {
    z[to] = z[from]
    owner[to] = owner[from]
    level[to] = level[from]
    manning[to] = manning[from]
  }
  if ((cols - 0.5) * cellMm > build.base.widthMm)
    for (let r = 0; r < rows; r++) copy(r * cols + cols - 1, r * cols + cols - 2)
  if ((rows - 0.5) * cellMm > build.base.depthMm)
    for (let c = 0; c < cols; c++) copy((rows - 1) * cols + c, (rows - 2) * cols + c)
}

/** A pool is held this much over its level where sculpted land beside it is lower, mm. */
const HELD_MM = 1

/**
 * Sculpted land right beside a pool stands at least as high as what holds it: its shore is built up to
 * the brim and its dams stand, whatever the land behind them does.
 */
export function holdShores(
  build: Read<'forms'>,
  { cols, rows }: Grid,
  owner: Int16Array,
  z: Float64Array
): void {
  const holds = new Map(
    poolsOf(build).map((p) => [
      build.waters.indexOf(p),
      Math.min(Math.max(p.brimMm, p.damTopMm), p.levelMm + HELD_MM)
    ])
  )
  for (let c = 0; c < z.length; c++) {
    if (owner[c] >= 0) continue
    const [col, row] = [c % cols, Math.floor(c / cols)]
    for (let k = 0; k < 9; k++) {
      const [x, y] = [col + (k % 3) - 1, row + Math.floor(k / 3) - 1]
      if (x < 0 || y < 0 || x >= cols || y >= rows) continue
      const held = holds.get(owner[y * cols + x])
      if (held !== undefined && held > z[c]) z[c] = held
    }
  }
}

/**
 * A run cut into the land: its bed as given or straight from dip to dip, its rocks on it, and its
 * water as its form says.
 */
export function layReach(
  build: Read<'forms'>,
  form: ReachForm,
  grid: Grid,
  bed: BedMap,
  z: Float64Array,
  owner: Int16Array,
  level: Float64Array,
  manning: Float64Array
): void {
  if (form.stations.length < 2) return
  const reach = reachesOf(build).find((r) => r.id === form.id)!
  const n = build.waters.indexOf(reach)
  const own = reachCells(form, grid)
  const rough = MANNING[reach.bed]
  // a bed that is given is cut through the shore of a pool; else ground that was dipped is what it is
  const cut = reach.path.filter((p) => p.bedMm !== undefined).length > 1
  for (let c = 0; c < z.length; c++) {
    if (own.station[c] < 0) continue
    const s = form.stations[own.station[c]]
    if (bed.pool[c] < 0) {
      z[c] = s.bedMm
      level[c] = s.surfaceMm
      owner[c] = n
    } else if (cut && bed.standMm[c] === 0) z[c] = Math.min(z[c], s.bedMm)
    manning[c] = rough
  }
  for (const end of [0, form.stations.length - 1]) {
    const [a, b] = [form.stations[end], form.stations[end === 0 ? 1 : end - 1]]
    const l = Math.hypot(a.at[0] - b.at[0], a.at[1] - b.at[1]) || 1
    const [ux, uy] = [(a.at[0] - b.at[0]) / l, (a.at[1] - b.at[1]) / l]
    const beyond = (gap: number) => cellAt(grid, [a.at[0] + ux * gap, a.at[1] + uy * gap])
    const overStrip = (toMm: number, work: (c: number) => void) =>
      eachCell(
        grid,
        boxOf([a.at, [a.at[0] + ux * toMm, a.at[1] + uy * toMm]], form.widthMm / 2 + grid.cellMm),
        (c, x, y) => {
          const [s, off] = [
            (x - a.at[0]) * ux + (y - a.at[1]) * uy,
            Math.abs((x - a.at[0]) * uy - (y - a.at[1]) * ux)
          ]
          if (s >= 0 && s <= toMm + grid.cellMm && off <= form.widthMm / 2) work(c)
        }
      )
    let gap = 0
    for (; gap <= MEETS_MM; gap += grid.cellMm / 2) {
      const c = beyond(gap)
      if (c < 0 || bed.pool[c] >= 0) break
    }
    if (gap > MEETS_MM) continue
    if (gap > 0) {
      overStrip(gap, (c) => {
        if (owner[c] >= 0) return
        z[c] = a.bedMm
        level[c] = a.surfaceMm
        owner[c] = n
      })
    }
    if (!cut) continue
    // and on through the shallows of that pool, to where its floor lies as deep or is at its deepest
    const pool = beyond(gap) < 0 ? -1 : bed.pool[beyond(gap)]
    if (pool < 0) continue
    let [deepest, reaches] = [Infinity, gap]
    for (let s = gap; ; s += grid.cellMm / 2) {
      const c = beyond(s)
      if (c < 0 || bed.pool[c] !== pool) break
      if (bed.zMm[c] < deepest) {
        deepest = bed.zMm[c]
        reaches = s
      }
      if (deepest <= a.bedMm) break
    }
    overStrip(reaches, (c) => {
      if (bed.pool[c] === pool && bed.standMm[c] === 0)
        z[c] = Math.min(z[c], Math.max(a.bedMm, deepest))
    })
  }
  for (const rock of reach.boulders) {
    const r = rock.widthMm / 2
    eachCell(grid, { from: [rock.x - r, rock.y - r], to: [rock.x + r, rock.y + r] }, (c, x, y) => {
      const t = ((x - rock.x) ** 2 + (y - rock.y) ** 2) / r ** 2
      // a rock is steep at its sides and round on top
      if (t < 1 && owner[c] >= 0) z[c] += rock.heightMm * Math.sqrt(1 - t * t)
    })
  }
}

/** The space under a fall, from its lip to the pool it lands in: as low as the pool's floor. */
export function undercut(
  build: Read<'forms'>,
  fall: FallForm,
  grid: Grid,
  z: Float64Array,
  owner: Int16Array,
  level: Float64Array
): void {
  const { lip, out, curve } = fall
  const water = build.waters.find((w) => w.id === fall.id)
  if (!lip || !out || !curve || water?.kind !== 'fall' || water.outlet) return
  const into = build.waters.findIndex((w) => w.id === water.into)
  const pool = into >= 0 ? (build.waters[into] as PoolShape) : null
  const length = Math.hypot(lip[1][0] - lip[0][0], lip[1][1] - lip[0][1]) || 1
  const [tx, ty] = [(lip[1][0] - lip[0][0]) / length, (lip[1][1] - lip[0][1]) / length]
  const floor = fall.footMm - (fall.poolDepthMm ?? 0)
  const most = 2 * curve.landMm + 20
  const from = build.waters.findIndex((w) => w.id === water.lip?.pool)
  const box = boxOf([
    ...lip,
    ...lip.map((p): Point2 => [p[0] + out[0] * most, p[1] + out[1] * most])
  ])
  // how far the land reaches from the lip, strip by strip
  const strips = Math.max(1, Math.round(length / (grid.cellMm / 2)))
  const far = new Float64Array(strips + 1)
  for (let i = 0; i <= strips; i++) {
    const at: Point2 = [
      lip[0][0] + (tx * length * i) / strips,
      lip[0][1] + (ty * length * i) / strips
    ]
    let s = 0
    for (; s < most; s += grid.cellMm / 2) {
      const c = cellAt(grid, [at[0] + out[0] * s, at[1] + out[1] * s])
      if (c < 0 || (owner[c] >= 0 && owner[c] !== from)) break
    }
    far[i] = pool && s >= most ? 0 : pool ? s : Math.min(s, curve.landMm + 2 * grid.cellMm)
  }
  eachCell(grid, box, (c, x, y) => {
    if (owner[c] >= 0) return
    const [dx, dy] = [x - lip[0][0], y - lip[0][1]]
    const [along, away] = [dx * tx + dy * ty, dx * out[0] + dy * out[1]]
    const i = Math.round((along / length) * strips)
    if (i < 0 || i > strips || away < -grid.cellMm / 2 || away > far[i]) return
    z[c] = floor
    owner[c] = pool ? into : build.waters.indexOf(water)
    level[c] = pool ? pool.levelMm : -Infinity
  })
}

/**
 * A cave or lip from one pool into another: a channel at its sill between the places where they
 * come nearest.
 */
export function cutOpening(
  build: Read<'forms'>,
  pool: PoolShape,
  into: string,
  sillMm: number,
  grid: Grid,
  z: Float64Array,
  owner: Int16Array
): void {
  const other = poolsOf(build).find((p) => p.id === into)
  if (!other) return
  let best: { from: Point2; to: Point2; d: number } | null = null
  for (const a of pool.outline)
    for (const b of other.outline) {
      const d = Math.hypot(a.x - b.x, a.y - b.y)
      if (!best || d < best.d) best = { from: [a.x, a.y], to: [b.x, b.y], d }
    }
  if (!best || best.d > 4 * MEETS_MM) return
  const { from, to, d } = best
  const n = build.waters.indexOf(pool)
  const wide = Math.max(3, 2 * grid.cellMm)
  for (let s = -wide; s <= d + wide; s += grid.cellMm / 2) {
    const t = d === 0 ? 0 : s / d
    const at: Point2 = [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])]
    eachCell(grid, boxOf([at], wide), (c) => {
      if (owner[c] < 0) {
        z[c] = sillMm
        owner[c] = n
      }
    })
  }
}
