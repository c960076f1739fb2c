import type { Build } from '../build/types'
import { fallsOf, poolsOf, reachesOf, seasOf, splashesOf } from '../build/types'
import { scaleRatio } from '../calculators/scale'
import { distanceToRing, type Point2 } from '../geometry/polygon'
import type { GroundPlan } from '../ground/groundStage'
import { specificEnergy } from '../hydraulics/channel'
import { plunge } from '../hydraulics/drop'
import type { Shelf } from '../materials/shelf'
import { bedAt, bedMap, poolAt, type BedMap } from './bedMap'
import { believable, type ScaleCheck } from './believable'
import { endSection, type EndSection } from './endSection'
import { fallForm, type FallForm } from './fallForm'
import { chainFlow } from './flow'
import { reachCells, reachForm, type ReachForm } from './reachForm'
import { throughPools, unrolled, type Run } from './run'
import { seaForm, type SeaForm } from './seaForm'
import { splashForm, type SplashForm } from './splashForm'
import { pondRipples, reachRipples, seaRipples, strokesOver, type Ripples, type Stroke } from './strokes'
import { modelMm, realM } from './units'
import { whiteMap, type WhiteMap, type WhiteSource } from './whiteMap'
import { fallWhite, reachWhite, seaWhite, splashWhite } from './whiteSources'

/** A sea as the plan shows it: without its fields over the cells. */
export type SeaPlan = Omit<SeaForm, 'arrivalS' | 'heightMm'>

/** The shape of all moving water, the white it makes and the strokes that show it. */
export interface FormsPlan {
  scale: number
  falls: FallForm[]
  reaches: ReachForm[]
  seas: SeaPlan[]
  splashes: SplashForm[]
  run: Run
  white: WhiteMap
  ripples: Ripples[]
  strokes: Stroke[]
  believable: ScaleCheck[]
  /** Cut faces at the edges where a next module joins. */
  ends: EndSection[]
}

/** Second stage: falls, runs, waves and splashes at full size, made small. */
export function formsStage(build: Build, ground: GroundPlan, shelf: Shelf): FormsPlan {
  const scale = scaleRatio(build.scale) ?? 1
  const bed = bedMap(build, ground)
  const flow = chainFlow(build, scale)
  const falls = fallsOf(build).map((fall) => fallForm(build, fall, scale, flow.dischargeM3S, bed))
  const reaches = reachesOf(build).map((reach) => reachForm(build, reach, scale, flow.dischargeM3S, bed, levelBelow(build, reach.id, bed), headAbove(build, reach.id, scale, falls, bed)))
  const seas = seasOf(build).map((sea) => seaForm(build, sea, scale, bed, ground))
  const splashes = splashesOf(build).map((splash) => splashForm(build, splash, scale, bed, falls, reaches, seas))
  const through = throughPools(build, falls, reaches)
  const cells = reaches.map((form) => ({ form, cells: reachCells(form, bed.grid) }))
  const waters = build.waters.map((w) => w.id)
  const owner = owners(build, bed, cells)
  const sources: WhiteSource[] = [
    ...falls.flatMap(fallWhite),
    ...cells.flatMap(({ form, cells: own }) => reachWhite(form, reachesOf(build).find((r) => r.id === form.id)!, scale, whiteInto(build, form.id, falls), own)),
    ...seas.flatMap((form) => seaWhite(form, seasOf(build).find((s) => s.id === form.id)!, bed)),
    ...splashes.flatMap(splashWhite)
  ]
  const ripples = ripplesOf(build, ground, scale, reaches, seas)
  return {
    scale, falls, reaches, splashes,
    seas: seas.map(({ arrivalS: _a, heightMm: _h, ...plan }) => plan),
    run: unrolled(build, scale, flow, bed, falls, reaches, seas, through),
    white: whiteMap(bed.grid, owner, waters, sources),
    ripples,
    strokes: strokesOver(bed, owner, waters, cells, seas, through, ripples),
    ends: build.meets.map((side) => endSection(build, ground, side)),
    believable: believable(build, scale, ripples, falls, splashes, shelf)
  }
}

/** The water whose surface each cell is: a run lies on the pool under it. */
function owners(build: Build, bed: BedMap, reaches: readonly { form: ReachForm; cells: { station: Int16Array } }[]): Int16Array {
  const owner = new Int16Array(bed.pool.length).fill(-1)
  const numberOf = (id: string) => build.waters.findIndex((w) => w.id === id)
  const pools = bed.pools.map(numberOf)
  for (let c = 0; c < owner.length; c++) if (bed.pool[c] >= 0 && bed.depthMm[c] > 0) owner[c] = pools[bed.pool[c]]
  for (const { form, cells } of reaches) {
    const n = numberOf(form.id)
    for (let c = 0; c < owner.length; c++) if (cells.station[c] >= 0) owner[c] = n
  }
  return owner
}

/** The level a run ends in: of the pool its last point lies in, or of the pool that follows it in the chain. */
function levelBelow(build: Build, id: string, bed: BedMap): number | null {
  const reach = reachesOf(build).find((r) => r.id === id)!
  const end = reach.path.at(-1)!
  const at: Point2 = [end.x, end.y]
  const pools = poolsOf(build)
  const under = poolAt(bed, at)
  const here = pools.find((p) => p.id === under)
  if (here) return here.levelMm
  const i = build.waters.findIndex((w) => w.id === id)
  const next = build.waters.slice(i + 1).find((w) => w.kind === 'pool' || w.kind === 'fall' || w.kind === 'reach')
  return next?.kind === 'pool' ? next.levelMm : null
}

/** A run that begins this near to a landing takes its water as it comes, mm. Common practice, no source. */
const NEAR_LANDING_MM = 20

/**
 * Fast water that a fall hands to a run: on open ground, or where the pool is too shallow to hold the jump at its foot
 * and the run begins there. A pool that holds the jump lets quiet water go on.
 */
function headAbove(build: Build, id: string, scale: number, falls: readonly FallForm[], bed: BedMap): number | null {
  const reach = reachesOf(build).find((r) => r.id === id)!
  const start: Point2 = [reach.path[0].x, reach.path[0].y]
  const form = falls.find((f) => f.landing && (f.tail === 'swept' || f.tail === null) && distanceToRing(start, f.landing).distance < NEAR_LANDING_MM)
  const ground = reach.path[0].bedMm ?? bedAt(bed, start)
  // a run that begins above the foot is not reached by what falls to it
  if (!form?.curve || ground === null || ground === undefined || ground >= form.footMm) return null
  const { fastDepthM } = plunge(form.curve.unitDischargeM2S, realM(form.crestMm - form.footMm, scale))
  return Math.min(form.lipMm, ground + modelMm(specificEnergy(form.curve.unitDischargeM2S, fastDepthM), scale))
}

/** White that comes down/** White that comes down into a run from a fall before it. */
function whiteInto(build: Build, id: string, falls: readonly FallForm[]): number {
  const i = build.waters.findIndex((w) => w.id === id)
  const near = build.waters.slice(Math.max(0, i - 2), i).findLast((w) => w.kind === 'fall')
  return near && falls.find((f) => f.id === near.id)?.curve ? 0.5 : 0
}

function ripplesOf(build: Build, ground: GroundPlan, scale: number, reaches: readonly ReachForm[], seas: readonly SeaForm[]): Ripples[] {
  const waved = new Set(seasOf(build).map((s) => s.pool))
  const ponds = ground.pools.filter((g) => !waved.has(g.id) && g.areaMm2 > 0).map((g) => pondRipples(g.id, scale, Math.sqrt(g.areaMm2)))
  return [...ponds, ...reaches.flatMap(reachRipples), ...seas.flatMap(seaRipples)]
}
