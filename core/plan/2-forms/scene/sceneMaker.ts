import { readFor, type Read } from '../../reads'
import type { Drain, Scene, SceneMaker, SceneNote } from '../../../running/scene'
import type { FallShape, PoolShape, WaterShape } from '../../../build/shapes'
import type { Build } from '../../../build/types'
import { landAt } from '../../../build/land'
import { wavesOf } from '../../../build/crests'
import { poolsOf, reachesOf, seasOf } from '../../../build/types'
import { bedMap, poolAt, type BedMap } from '../bedMap'
import { fastHeadInto, levelBelow } from '../ends'
import { fallForm, type FallForm } from '../fallForm'
import { chainFlow } from '../flow'
import { reachForm, type ReachForm } from '../reachForm'
import { inChain, sourceOf, throughPools } from '../run'
import { seaForm, type SeaForm } from '../seaForm'
import { realM } from '../../../physics/shape/units'
import { cellAt, cellMiddle, gridOver, type Grid } from '../../../physics/shape/grid'
import { awayFrom, type Point2 } from '../../../physics/shape/polygon'
import { groundStage, type GroundPlan } from '../../1-ground/groundStage'
import { scaleRatio } from '../../../physics/shape/scale'
import { GRAVITY } from '../../../physics/gravity'
import { cutOpening, holdShores, layReach, meetRim, undercut } from './carve'
import { LEVEL, OPEN, SWELL, walls, type EdgeSide, type Swell } from '../../../running/solver/edges'
import { withoutSpikes } from './spikes'
import { radians } from '../../../physics/shape/angles'
import { mm, quantity, say, type Sentence } from '../../../words/sentence'

/**
 * Roughness of a pool's floor and of a sea's, s/m^⅓.
 * @source Chow (1959), table 5-6: about these; from memory
 */
const POOL_MANNING = 0.03
const SEA_MANNING = 0.022
/** Ground by itself stands this much over the highest water, mm. */
const LAND_OVER_MM = 1
/** Longer than this a scene is a landscape, m. */
const FAR_M = 1000

/** Cells are no finer than this, mm: a brush is not. */
const FINEST_MM = 1

/**
 * Reads a build as ground for running water: pools as dipped or scanned, runs as wide as they are,
 * rocks, and the space
 * under each fall.
 *
 * @returns a maker of scenes; its notes say what is wrong, and `stops` which of them leave nothing to run
 */
export function sceneMaker(given: Build): SceneMaker {
  const { build, spikes } = withoutSpikes(readFor('forms', given))
  const scale = scaleRatio(build.scale) ?? 1
  const ground = groundStage(build)
  const coarse = bedMap(build, ground)
  const { dischargeM3S } = chainFlow(build, scale)
  const falls = build.waters.flatMap((w) =>
    w.kind === 'fall' ? [fallForm(build, w, scale, dischargeM3S, coarse)] : []
  )
  const reaches = reachesOf(build).map((r) =>
    reachForm(
      build,
      r,
      scale,
      dischargeM3S,
      coarse,
      levelBelow(build, r.id, coarse),
      fastHeadInto(build, r.id, scale, falls, coarse)
    )
  )
  const seas = wavesOf(build)
    // water runs over the ground that is there, however deep it is painted
    .map((s) => seaForm(build, { ...s, paintedM: null }, scale, coarse, ground))
    .filter((s) => s.faults.length === 0)
  const pours = falls.some((f) => f.curve && f.outlet)
  const chained =
    falls.some((f) => f.curve && !f.outlet) || reaches.some((r) => r.stations.length > 0)
  const streams = chained || pours
  const notes: SceneNote[] = []
  const note = (kind: SceneNote['kind'], stops: boolean, message: Sentence, at?: Point2) =>
    notes.push({ kind, stops, path: 'waters', message, ...(at ? { at } : {}) })
  if (!streams && seas.length === 0)
    note(
      'nothing-moves',
      true,
      'nothing moves here: the water needs a fall or a rapid to run down, or waves on a pool'
    )
  if (ground.pools.every((g) => !g.surface) && reaches.every((r) => r.stations.length === 0))
    note(
      'no-ground',
      true,
      'there is no ground for the water to run over: dip a pool, or give a rapid the height of its bed'
    )
  for (const s of spikes.slice(0, 1))
    note(
      'spikes',
      false,
      say`${spikes.length === 1 ? 'one dip stands' : `${spikes.length} dips stand`} out like no ground does, the first at ${quantity([s.at[0], s.at[1]], 'mm', 1, ', ')}: the water runs as if ${spikes.length === 1 ? 'it was' : 'they were'} not there; take ${spikes.length === 1 ? 'it' : 'them'} out on Ground, or scan that place again`,
      s.at
    )
  const lengthM = realM(Math.max(build.base.widthMm, build.base.depthMm), scale)
  if (lengthM > FAR_M)
    note(
      'far',
      false,
      say`at ${build.scale} this base is ${quantity(lengthM / 1000, 'km')} long: rocks and ripples are smaller than a cell there, and water takes ${Math.round(lengthM / 2 / 60)} minutes to run through`
    )
  const parts: Parts = {
    build,
    scale,
    ground,
    falls,
    reaches,
    seas,
    dischargeM3S: chained ? dischargeM3S : 0
  }
  // ends are looked for once on the coarse map, so that faults are known before anything runs
  if (!notes.some((n) => n.stops)) notes.push(...sceneOf(parts, 3000).notes)
  const { widthMm, depthMm } = build.base
  return {
    notes,
    at: (cells) => sceneOf(parts, cells),
    finestCells: Math.floor((widthMm * depthMm) / FINEST_MM ** 2)
  }
}

interface Parts {
  build: Read<'forms'>
  scale: number
  ground: GroundPlan
  falls: FallForm[]
  reaches: ReachForm[]
  seas: SeaForm[]
  dischargeM3S: number
}

function sceneOf(
  { build, scale, ground, falls, reaches, seas, dischargeM3S }: Parts,
  cells: number
): Scene {
  const { widthMm, depthMm } = build.base
  const grid = gridOver(widthMm, depthMm, cells, FINEST_MM)
  const { cols, rows, cellMm } = grid
  const bed = bedMap(build, ground, grid)
  const pools = poolsOf(build)
  const numberOf = (id: string) => build.waters.findIndex((w) => w.id === id)
  const landMm = Math.max(
    build.ground.bankMm,
    ...pools.map((p) => Math.max(p.levelMm, p.brimMm) + LAND_OVER_MM)
  )
  const size = cols * rows
  const z = new Float64Array(size).fill(landMm)
  if (build.land)
    for (let c = 0; c < size; c++)
      z[c] = landAt(build, cellMiddle(grid, c % cols, Math.floor(c / cols)))
  const owner = new Int16Array(size).fill(-1)
  const level = new Float64Array(size).fill(-Infinity)
  const manning = new Float64Array(size).fill(POOL_MANNING)
  const poolNumbers = bed.pools.map(numberOf)
  const waved = new Set(seas.map((s) => s.pool))
  for (let c = 0; c < size; c++) {
    if (bed.pool[c] < 0) continue
    z[c] = bed.zMm[c] + bed.standMm[c]
    owner[c] = poolNumbers[bed.pool[c]]
    level[c] = pools[bed.pool[c]].levelMm
    if (waved.has(bed.pools[bed.pool[c]])) manning[c] = SEA_MANNING
  }
  if (build.land) holdShores(build, grid, owner, z)
  for (const form of reaches) layReach(build, form, grid, bed, z, owner, level, manning)
  for (const fall of falls) undercut(build, fall, grid, z, owner, level)
  for (const pool of pools)
    for (const opening of pool.openings)
      cutOpening(build, pool, opening.into, opening.sillMm, grid, z, owner)

  meetRim(build, grid, z, owner, level, manning)

  const notes: SceneNote[] = []
  const chain = build.waters.filter(inChain)
  const through = throughPools(build, falls, reaches)
  const first = chain[0]
  const last = sinkOf(build, chain, bed)
  const edges = walls(cols, rows)
  const rim = (side: EdgeSide, i: number): number => {
    if (side === 'w') return i * cols
    if (side === 'e') return i * cols + cols - 1
    return side === 's' ? i : (rows - 1) * cols + i
  }
  const lastNumber = last ? numberOf(last.id) : -1
  const seaNumbers = new Set(seas.map((s) => numberOf(s.pool)))
  let leaves = last?.kind === 'fall' && last.into === null
  for (const side of ['w', 'e', 's', 'n'] as const) {
    const { kind, value } = edges[side]
    for (let i = 0; i < kind.length; i++) {
      const c = rim(side, i)
      const who = owner[c]
      if (who < 0) kind[i] = OPEN
      else if (seaNumbers.has(who)) {
        kind[i] = SWELL
        leaves = true
      } else if (who === lastNumber) {
        kind[i] = last!.kind === 'pool' ? LEVEL : OPEN
        value[i] = last!.kind === 'pool' ? realM((last as PoolShape).levelMm, scale) : 0
        leaves = true
      }
    }
  }
  const springs: Scene['springs'] = []
  const drains: Drain[] = []
  let source: Point2 | null = null
  let out: Point2 | null = null
  const poured = pouredIn(build, falls, grid)
  const totalM3S = dischargeM3S + poured.reduce((sum, p) => sum + p.dischargeM3S, 0)
  for (const { at, cell, dischargeM3S: q } of poured) {
    const wells = spread(grid, owner, z, level, at, owner[cell], q, scale)
    const there =
      wells.length > 0 ? wells : [{ row: Math.floor(cell / cols), col: cell % cols, share: 1 }]
    springs.push(...there.map((s) => ({ ...s, share: (s.share * q) / totalM3S })))
  }
  if (dischargeM3S > 0 && first && last) {
    const began = sourceOf(build, reaches, through)
    source = began
    const at = began ? cellAt(grid, began) : -1
    // at the head of the chain it comes in where that water is nearest; where the builder has put
    // it, there or not at all
    const head =
      began && !build.running.source
        ? spread(
            grid,
            owner,
            z,
            level,
            began,
            numberOf(first.kind === 'fall' ? (first.lip?.pool ?? '') : first.id),
            dischargeM3S,
            scale,
            first.kind === 'reach' ? 0 : HEAD_DEPTH_SHARE
          )
        : []
    const chain = (found: Scene['springs']) =>
      springs.push(...found.map((s) => ({ ...s, share: (s.share * dischargeM3S) / totalM3S })))
    if (head.length > 0) chain(head)
    else if (at < 0 || owner[at] < 0) {
      notes.push({
        kind: 'dry-source',
        stops: true,
        path: 'running.source',
        message: began
          ? say`the source at ${quantity([began[0], began[1]], 'mm', 1, ', ')} lies on land at ${mm(at < 0 ? landMm : z[at])}: drag it into the water that the scene begins with`
          : 'no place was found for the source: give the first water of the chain an outline or a line',
        ...(began ? { at: began } : {})
      })
    } else if (first.kind === 'pool' && z[at] >= level[at]) {
      notes.push({
        kind: 'dry-source',
        stops: true,
        path: 'running.source',
        message: say`the source stands on a hilltop: the ground at ${quantity([began![0], began![1]], 'mm', 1, ', ')} is ${mm(z[at])} high and the water there stands at ${mm(level[at])}; drag it to a deeper place, or raise the level`,
        at: began!
      })
    } else chain(spread(grid, owner, z, level, began!, owner[at], dischargeM3S, scale))
  }
  if (totalM3S > 0 && last) {
    if (build.running.out) {
      out = [build.running.out.x, build.running.out.y]
      const c = cellAt(grid, out)
      const levelMm = c >= 0 && Number.isFinite(level[c]) ? level[c] : (pools.at(-1)?.levelMm ?? 0)
      for (const s of spread(grid, owner, z, level, out, c >= 0 ? owner[c] : -1, totalM3S, scale))
        drains.push({ row: s.row, col: s.col, levelM: realM(levelMm, scale) })
      leaves ||= drains.length > 0
      if (source && awayFrom(source, out) < NEAR_CELLS * cellMm)
        notes.push({
          kind: 'same-place',
          stops: false,
          path: 'running.out',
          message: say`the water leaves where it comes in, at ${quantity([out[0], out[1]], 'mm', 1, ', ')}: nothing runs between the two; drag them apart`,
          at: out
        })
    }
    if (!leaves) {
      const pool =
        last.kind === 'pool' ? last : pools.find((p) => last.kind === 'fall' && p.id === last.into)
      out = pool ? (through.get(pool.id)?.[1] ?? null) : null
      notes.push({
        kind: 'no-way-out',
        stops: !pool || !out,
        path: 'waters',
        message: say`there is no way out for the water: “${last.name}” does not reach the edge of the base${pool && out ? say`. It runs as if the pool were held at ${mm(pool.levelMm)} at its far end; lead its outline to the edge, add a fall, or drag the way out to where it leaves` : '; lead it to the edge, or into a pool'}`,
        ...(out ? { at: out } : {})
      })
      if (pool && out)
        for (const s of spread(grid, owner, z, level, out, numberOf(pool.id), totalM3S, scale))
          drains.push({ row: s.row, col: s.col, levelM: realM(pool.levelMm, scale) })
    }
    for (const fall of falls) {
      const water = build.waters.find((w) => w.id === fall.id)
      if (water?.kind !== 'fall' || water.into !== null || !fall.curve) continue
      // what falls off the model is gone
      const n = numberOf(fall.id)
      for (let c = 0; c < size; c++)
        if (owner[c] === n)
          drains.push({ row: Math.floor(c / cols), col: c % cols, levelM: realM(z[c], scale) })
    }
  }
  const levelsM = new Float64Array(size)
  for (let c = 0; c < size; c++) if (level[c] > z[c]) levelsM[c] = realM(level[c] - z[c], scale)
  const sea = seas[0]
  const seaPool = sea ? pools.find((p) => p.id === sea.pool) : undefined
  const swell = sea && seaPool ? swellOf(build, sea, seaPool, scale) : null
  return {
    scale,
    grid,
    dxM: realM(cellMm, scale),
    bedM: z.map((mm) => realM(mm, scale)),
    manning,
    owner,
    levelsM,
    edges,
    springs,
    drains,
    swell,
    dischargeM3S: totalM3S,
    source,
    out,
    notes,
    lips: falls.flatMap((f) => {
      const { lip } = build.waters.find((w) => w.id === f.id) as FallShape
      return f.lip && f.out && f.curve && lip
        ? [
            {
              water: f.id,
              from: numberOf(lip.pool),
              line: f.lip,
              out: f.out,
              backMm: Math.max(8, 3 * f.curve.headMm)
            }
          ]
        : []
    }),
    lengthM: realM(Math.max(widthMm, depthMm), scale),
    periodS: sea ? sea.periodS : null
  }
}

/** A way out this near to the source takes what has just come in, in cells. */
const NEAR_CELLS = 4

/** The last water of the chain: of a run that ends in a pool, that pool. */
function sinkOf(
  build: Read<'forms'>,
  chain: readonly WaterShape[],
  bed: BedMap
): WaterShape | undefined {
  const last = chain.at(-1)
  if (last?.kind !== 'reach') return last
  const end = last.path.at(-1)!
  const under = poolAt(bed, [end.x, end.y])
  return poolsOf(build).find((p) => p.id === under) ?? last
}

/** What comes in from a ledge, pipe, wheel or bucket, where it lands. */
function pouredIn(
  build: Read<'forms'>,
  falls: readonly FallForm[],
  grid: Grid
): { at: Point2; cell: number; dischargeM3S: number }[] {
  return falls.flatMap((fall) => {
    const water = build.waters.find((w) => w.id === fall.id)
    if (!fall.outlet || !fall.landing || (water?.kind === 'fall' && water.inAir)) return []
    const [[ax, ay], [bx, by]] = fall.landing
    const at: Point2 = [(ax + bx) / 2, (ay + by) / 2]
    const cell = cellAt(grid, at)
    return cell < 0 || !fall.curve ? [] : [{ at, cell, dischargeM3S: fall.dischargeM3S }]
  })
}

/** Water wells up no faster than this, m/s: it comes in without a mound. */
const WELLS_MS = 0.15
/** A source takes at most this share of its water. */
const MOST_SHARE = 0.3

/**
 * Into a pool at the head of the chain water comes in where it is so deep at least, as a share of
 * its greatest depth: in the shallows it would stand up in a mound.
 */
const HEAD_DEPTH_SHARE = 0.5

/**
 * Cells nearest to a place in one water, as many as a discharge needs to come in quietly, with even
 * shares.
 */
function spread(
  grid: Grid,
  owner: Int16Array,
  z: Float64Array,
  level: Float64Array,
  at: Point2,
  water: number,
  dischargeM3S: number,
  scale: number,
  depthShare = 0
): Scene['springs'] {
  const found: { row: number; col: number; d: number }[] = []
  const depthAt = (c: number) => (owner[c] === water ? level[c] - z[c] : 0)
  const least =
    depthShare > 0 ? depthShare * z.reduce((most, _, c) => Math.max(most, depthAt(c)), 0) : 0
  for (let c = 0; c < owner.length; c++) {
    if (!(depthAt(c) > least)) continue
    const [row, col] = [Math.floor(c / grid.cols), c % grid.cols]
    const [x, y] = cellMiddle(grid, col, row)
    found.push({ row, col, d: Math.hypot(x - at[0], y - at[1]) })
  }
  found.sort((a, b) => a.d - b.d || a.row - b.row || a.col - b.col)
  const wanted = Math.ceil(dischargeM3S / WELLS_MS / realM(grid.cellMm, scale) ** 2)
  const taken = found.slice(0, Math.max(4, Math.min(wanted, Math.ceil(MOST_SHARE * found.length))))
  return taken.map(({ row, col }) => ({ row, col, share: 1 / taken.length }))
}

/** The train of waves that a sea's form lets in. */
function swellOf(build: Read<'forms'>, form: SeaForm, pool: PoolShape, scale: number): Swell {
  const sea = seasOf(build).find((s) => s.id === form.id)!
  const heading = radians(sea.headingDeg)
  const omega = (2 * Math.PI) / form.periodS
  return {
    amplitudeM: realM(form.offshoreHeightMm, scale) / 2,
    omega,
    kx: Math.cos(heading),
    ky: Math.sin(heading),
    levelM: realM(pool.levelMm, scale),
    perM: omega / Math.sqrt(GRAVITY * form.offshoreM)
  }
}
