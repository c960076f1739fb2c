import type { Read } from '../../reads'
import type { BedMap } from '../bedMap'
import type { FallForm } from '../fallForm'
import type { ReachForm } from '../reachForm'
import type { SeaForm } from '../seaForm'
import type { Ripples, Stroke } from '../strokes'
import { whiteMap, type WhiteMap } from '../whiteMap'
import { cellAt, cellMiddle } from '../../../physics/shape/grid'
import { evenly, lineLength, type Point2 } from '../../../physics/shape/polygon'
import { isolines } from '../../../physics/shape/isolines'
import { checksOf, type RunCheck } from './checks'
import { openRun, type KeptRun, type RunResult } from '../../../running/keptRun'
import {
  levelsOf,
  runWhite,
  sprayOf,
  surfaceAlong,
  type PoolLevel,
  type SpraySpot
} from './readRun'
import { streamlines } from '../../../running/streamlines'
import { degrees } from '../../../physics/shape/angles'

/** A kept run as the plan reads it. */
export interface RanPlan {
  id: string
  name: string
  /** The ground or the flow has changed since it ran. */
  stale: boolean
  ranS: number
  cellMm: number
  dischargeM3S: number
  inM3S: number
  outM3S: number
  periodS: number | null
  phase: number | null
  white: WhiteMap
  /** Lines along the flow, as far apart as the brush wants them. */
  streams: Point2[][]
  spacingMm: number
  strokes: Stroke[]
  levels: PoolLevel[]
  spray: SpraySpot[]
  checks: RunCheck[]
  /** The surface along the section line, and along each run by its stations. */
  section: Point2[][]
  reaches: { water: string; surface: Point2[] }[]
  /** Crests of the frozen moment, and between which lines the wash goes up and down. */
  crests: Point2[][]
  wash: RunResult['wash']
  strays: RunResult['strays']
}

/** A mark of the ground and flow of a build: the same mark, the same run. */
export function groundMark(build: Read<'forms'>): string {
  const {
    scale,
    base,
    flow,
    outOfLevel,
    running: { source, out },
    land
  } = build
  // further crests and what falls from outside the chain are not run
  const run = build.waters.filter((w) => !('of' in w && w.of) && !('outlet' in w && w.outlet))
  const waters = run.map((w) => {
    switch (w.kind) {
      case 'pool':
        return [
          w.id,
          w.outline,
          w.brimMm,
          w.levelMm,
          w.soundings,
          w.measure,
          w.standing.map(({ name: _, afterPour: _a, ...s }) => s),
          w.openings
        ]
      case 'fall':
        return [w.id, w.lip, w.into, w.dropMm, w.widthMm, w.steps, w.treadMm, w.hang]
      case 'reach':
        return [w.id, w.path, w.widthMm, w.bed, w.boulders.map(({ name: _, ...b }) => b)]
      case 'sea':
        return [w.id, w.pool, w.headingDeg, w.drive, w.windMS, w.fetchKm, w.breakerMm, w.periodS]
      default:
        return null
    }
  })
  return marked(
    JSON.stringify([
      scale,
      base,
      flow,
      build.ground.bankMm,
      outOfLevel,
      source,
      out,
      waters,
      ...(land ? [land.heights] : [])
    ])
  )
}

/** Two 32-bit sums of a text, in letters and digits. @source FNV-1a, Fowler, Noll and Vo; from memory */
function marked(text: string): string {
  let [a, b] = [0x811c9dc5, 0x01000193]
  for (let i = 0; i < text.length; i++) {
    a = Math.imul(a ^ text.charCodeAt(i), 0x01000193)
    b = Math.imul(b ^ text.charCodeAt(text.length - 1 - i), 0x85ebca6b)
  }
  return (a >>> 0).toString(36) + (b >>> 0).toString(36)
}

/**
 * Unless the builder says otherwise, strokes lie as far apart as the ripples do, between these, mm.
 * Common practice, no source.
 */
const [FINEST_MM, WIDEST_MM] = [4, 8]
/** Ticks on stream lines lie so far apart, mm. */
const TICK_MM = 13

/** What the forms stage has at hand when a run is read. */
export interface RanInput {
  bed: BedMap
  owner: Int16Array
  waters: readonly string[]
  falls: readonly FallForm[]
  reaches: readonly ReachForm[]
  seas: readonly SeaForm[]
  ripples: readonly Ripples[]
  scale: number
}

/** The kept run that the maps are taken from, else the newest; null: none was kept. */
export const shownRun = (build: Read<'forms'>): KeptRun | null =>
  build.running.kept.find((k) => k.id === build.running.mapsFrom) ??
  build.running.kept.at(-1) ??
  null

/** What a run says by itself, whatever the ground is now. */
export const readRun = (
  kept: KeptRun,
  scale: number,
  spacingMm: number
): { run: RunResult; streams: Point2[][]; spray: SpraySpot[] } => {
  const run = openRun(kept, scale)
  return {
    run,
    streams: streamlines({ grid: run.grid, u: run.fields.xMS, v: run.fields.yMS }, spacingMm),
    spray: sprayOf(run)
  }
}
export type ReadRun = typeof readRun

/**
 * Reads a kept run for the plan.
 *
 * @param read  opens it: handed in so that one opened before may be used again
 */
export function ranPlan(
  build: Read<'forms'>,
  kept: KeptRun,
  { bed, owner, waters, falls, reaches, seas, ripples, scale }: RanInput,
  read: ReadRun = readRun
): RanPlan {
  const spacingMm =
    build.running.brushMm ??
    Math.round(
      Math.min(
        WIDEST_MM,
        Math.max(
          FINEST_MM,
          ripples.reduce((sum, r) => sum + r.spacingMm, 0) / Math.max(1, ripples.length)
        )
      )
    )
  const { run, streams, spray } = read(kept, scale, spacingMm)
  const { grid } = bed
  const poolNumbers = bed.pools.map((id) => waters.indexOf(id))
  /** The water at a place: as the forms have it, else the pool whose ground lies there. */
  const numberAt = (cell: number) => {
    if (cell < 0) return -1
    if (owner[cell] >= 0) return owner[cell]
    return bed.pool[cell] >= 0 ? poolNumbers[bed.pool[cell]] : -1
  }
  const waterAt = (x: number, y: number) => waters[numberAt(cellAt(grid, [x, y]))] ?? null
  // its surface is where it ran, and nowhere else
  const wetOwner = owner.map((_, c) => {
    const i = cellAt(run.grid, cellMiddle(grid, c % grid.cols, Math.floor(c / grid.cols)))
    return i >= 0 && run.fields.depthMm[i] > 0 ? numberAt(c) : -1
  })
  const white = whiteMap(grid, wetOwner, waters, runWhite(run, grid, wetOwner, waters))
  const sea = seas.find((s) => s.faults.length === 0)
  const still = build.waters.find((w) => w.id === sea?.pool)
  return {
    id: kept.id,
    name: kept.name,
    stale: kept.ground !== groundMark(build),
    ranS: kept.ranS,
    cellMm: kept.grid.cellMm,
    dischargeM3S: kept.dischargeM3S,
    inM3S: kept.inM3S,
    outM3S: kept.outM3S,
    periodS: kept.periodS,
    phase: kept.phase,
    white,
    streams,
    spacingMm,
    strokes: ticks(streams, waterAt, ripples),
    levels: levelsOf(run, build, (x, y) => {
      const n = cellAt(grid, [x, y])
      return n >= 0 && bed.pool[n] >= 0 ? bed.pools[bed.pool[n]] : null
    }),
    spray,
    checks: checksOf(build, run, falls, reaches, seas),
    section: surfaceAlong(run, build.section),
    reaches: reaches.map((r) => ({ water: r.id, surface: alongReach(run, r) })),
    crests: run.periodS !== null && still?.kind === 'pool' ? crestsOf(run, still.levelMm) : [],
    wash: run.wash,
    strays: run.strays
  }
}

function ticks(
  streams: readonly Point2[][],
  waterAt: (x: number, y: number) => string | null,
  ripples: readonly Ripples[]
): Stroke[] {
  return streams.flatMap((line) => {
    const count = Math.max(1, Math.round(lineLength(line) / TICK_MM))
    const places = evenly(line, count)
    return places.slice(0, -1).flatMap((p, i): Stroke[] => {
      const at: Point2 = [(p[0] + places[i + 1][0]) / 2, (p[1] + places[i + 1][1]) / 2]
      const water = waterAt(...at)
      return water === null
        ? []
        : [
            {
              water,
              at,
              headingDeg: degrees(Math.atan2(places[i + 1][1] - p[1], places[i + 1][0] - p[0])),
              spacingMm: ripples.find((r) => r.water === water)?.spacingMm ?? 3
            }
          ]
    })
  })
}

function alongReach(run: RunResult, form: ReachForm): Point2[] {
  return form.stations.flatMap((s): Point2[] => {
    const i = cellAt(run.grid, s.at)
    return i >= 0 && run.fields.depthMm[i] > 0 ? [[s.sMm, run.fields.levelMm[i]]] : []
  })
}

/** Crests stand where the water is this share of the highest over its still level. */
const CREST_SHARE = 0.45

/** Lines round the crests of a moment, where water stands well over its still level. */
function crestsOf(run: RunResult, stillMm: number): Point2[][] {
  const { levelMm, depthMm } = run.fields
  const over = Float64Array.from(levelMm, (level, i) => (depthMm[i] > 0 ? level - stillMm : NaN))
  const highest = over.reduce((most, v) => (v > most ? v : most), 0)
  return highest > 0.3
    ? isolines(run.grid, over, CREST_SHARE * highest).filter((l) => l.length > 6)
    : []
}
