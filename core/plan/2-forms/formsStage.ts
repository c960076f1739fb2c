import type { Read } from '../reads'
import { crestOf, wavesOf } from '../../build/crests'
import { fallsOf, reachesOf, seasOf, splashesOf } from '../../build/types'
import { eachCell } from '../../physics/shape/grid'
import { scaleRatio } from '../../physics/shape/scale'
import type { Point2 } from '../../physics/shape/polygon'
import type { GroundPlan } from '../1-ground/groundStage'
import type { Shelf } from '../../craft/materials/shelf'
import { ranPlan, readRun, shownRun, type RanPlan, type ReadRun } from './ran/ranPlan'
import { bedMap, type BedMap } from './bedMap'
import { believable, type ScaleCheck } from './believable'
import { endSection, type EndSection } from './endSection'
import { fastHeadInto, levelBelow } from './ends'
import { fallForm, type FallForm } from './fallForm'
import { chainFlow } from './flow'
import { reachCells, reachForm, type ReachForm } from './reachForm'
import { sourceOf, throughPools, unrolled, type Run } from './run'
import { seaForm, type SeaForm } from './seaForm'
import { sectionWaters, type SectionWater } from './sectionWaters'
import { splashForm, type SplashForm } from './splashForm'
import {
  pondRipples,
  reachRipples,
  seaRipples,
  strokesOver,
  type Ripples,
  type Stroke
} from './strokes'
import { whiteMap, type WhiteMap, type WhiteSource } from './whiteMap'
import { fallWhite, reachWhite, seaWhite, splashWhite } from './whiteSources'

/** A sea as the plan shows it: without its fields over the cells. */
export type SeaPlan = Omit<SeaForm, 'arrivalS' | 'heightMm' | 'gathers'>

/** The shape of all moving water, the white it makes and the strokes that show it. */
export interface FormsPlan {
  scale: number
  falls: FallForm[]
  reaches: ReachForm[]
  seas: SeaPlan[]
  splashes: SplashForm[]
  /** Rapids and seas where the section line cuts them. */
  section: SectionWater[]
  run: Run
  /**
   * The white that is laid: as a kept run makes it where the builder takes its maps, else as the
   * forms do.
   */
  white: WhiteMap
  /** The white of the forms by themselves. */
  formsWhite: WhiteMap
  ripples: Ripples[]
  strokes: Stroke[]
  /** What the water did that was let run: the run the maps are taken from, else the newest kept. */
  ran: RanPlan | null
  /** Where the water comes in when it is let run; null: nothing runs. */
  source: Point2 | null
  believable: ScaleCheck[]
  /** Cut faces at the edges where a next module joins. */
  ends: EndSection[]
}

/**
 * Second stage: falls, runs, waves and splashes at full size, made small.
 *
 * @param read  opens a kept run: handed in so that one opened before may be used again
 */
export function formsStage(
  build: Read<'forms'>,
  ground: GroundPlan,
  shelf: Shelf,
  read: ReadRun = readRun
): FormsPlan {
  const scale = scaleRatio(build.scale) ?? 1
  const bed = bedMap(build, ground)
  const flow = chainFlow(build, scale)
  const falls = fallsOf(build).map((fall) => fallForm(build, fall, scale, flow.dischargeM3S, bed))
  const reaches = reachesOf(build).map((reach) =>
    reachForm(
      build,
      reach,
      scale,
      flow.dischargeM3S,
      bed,
      levelBelow(build, reach.id, bed),
      fastHeadInto(build, reach.id, scale, falls, bed)
    )
  )
  const seas = wavesOf(build).map((sea) => seaForm(build, sea, scale, bed, ground))
  const crests = seasOf(build).flatMap((sea) => {
    const of = seas.find((s) => s.id === crestOf(build, sea)?.id)
    return of ? [seaForm(build, sea, scale, bed, ground, of)] : []
  })
  const splashes = splashesOf(build).map((splash) =>
    splashForm(build, splash, scale, bed, falls, reaches, seas)
  )
  const through = throughPools(build, falls, reaches)
  const cells = reaches.map((form) => ({ form, cells: reachCells(form, bed.grid) }))
  const waters = build.waters.map((w) => w.id)
  const standing = owners(build, bed, cells)
  const owner = underSheets(build, bed, standing, falls)
  const sources: WhiteSource[] = [
    ...falls.flatMap(fallWhite),
    ...cells.flatMap(({ form, cells: own }) =>
      reachWhite(
        form,
        reachesOf(build).find((r) => r.id === form.id)!,
        scale,
        whiteInto(build, form.id, falls),
        own
      )
    ),
    ...[...seas, ...crests].flatMap((form) =>
      seaWhite(
        build,
        form,
        seasOf(build).find((s) => s.id === form.id)!,
        bed,
        scale
      )
    ),
    ...splashes.flatMap(splashWhite)
  ]
  const ripples = ripplesOf(build, ground, scale, reaches, seas)
  const kept = shownRun(build)
  const ran = kept
    ? ranPlan(build, kept, { bed, owner, waters, falls, reaches, seas, ripples, scale }, read)
    : null
  const taken = ran && ran.id === build.running.mapsFrom ? ran : null
  const formsWhite = whiteMap(bed.grid, standing, waters, sources)
  return {
    scale,
    falls,
    reaches,
    splashes,
    seas: seasOf(build)
      .flatMap(({ id }) => [...seas, ...crests].filter((f) => f.id === id))
      .map(shown),
    section: sectionWaters(build, reaches, seas, bed.grid),
    run: unrolled(build, scale, flow, bed, falls, reaches, seas, through),
    white: taken ? taken.white : formsWhite,
    formsWhite,
    ran,
    source:
      falls.some((f) => f.curve) || reaches.some((r) => r.stations.length > 0)
        ? sourceOf(build, reaches, through)
        : null,
    ripples,
    strokes: taken ? taken.strokes : strokesOver(bed, owner, waters, cells, seas, through, ripples),
    ends: build.meets.map((side) => endSection(build, ground, side, reaches)),
    believable: believable(build, scale, ripples, falls, splashes, shelf)
  }
}

const shown = ({ arrivalS: _a, heightMm: _h, gathers: _g, ...plan }: SeaForm): SeaPlan => plan

/** The water whose surface each cell is: a run lies on the pool under it, a sheet over all. */
function owners(
  build: Read<'forms'>,
  bed: BedMap,
  reaches: readonly { form: ReachForm; cells: { station: Int16Array } }[]
): Int16Array {
  const owner = new Int16Array(bed.pool.length).fill(-1)
  const numberOf = (id: string) => build.waters.findIndex((w) => w.id === id)
  const pools = bed.pools.map(numberOf)
  for (let c = 0; c < owner.length; c++)
    if (bed.pool[c] >= 0 && bed.depthMm[c] > 0) owner[c] = pools[bed.pool[c]]
  for (const { form, cells } of reaches) {
    const n = numberOf(form.id)
    for (let c = 0; c < owner.length; c++) if (cells.station[c] >= 0) owner[c] = n
  }
  return owner
}

/** Between its lip and where it lands a sheet hangs over land and pool: that is its own. */
function underSheets(
  build: Read<'forms'>,
  bed: BedMap,
  standing: Int16Array,
  falls: readonly FallForm[]
): Int16Array {
  const owner = standing.slice()
  for (const fall of falls) {
    const n = build.waters.findIndex((w) => w.id === fall.id)
    for (const sheet of fallWhite(fall).filter((s) => s.zone === 'sheet'))
      eachCell(bed.grid, sheet.box, (c, x, y) => {
        if (sheet.at(x, y, c) > 0) owner[c] = n
      })
  }
  return owner
}

/** White that comes down into a run from a fall before it. */
function whiteInto(build: Read<'forms'>, id: string, falls: readonly FallForm[]): number {
  const i = build.waters.findIndex((w) => w.id === id)
  const near = build.waters.slice(Math.max(0, i - 2), i).findLast((w) => w.kind === 'fall')
  return near && falls.find((f) => f.id === near.id)?.curve ? 0.5 : 0
}

function ripplesOf(
  build: Read<'forms'>,
  ground: GroundPlan,
  scale: number,
  reaches: readonly ReachForm[],
  seas: readonly SeaForm[]
): Ripples[] {
  const waved = new Set(seasOf(build).map((s) => s.pool))
  const ponds = ground.pools
    .filter((g) => !waved.has(g.id) && g.areaMm2 > 0)
    .map((g) => pondRipples(g.id, scale, Math.sqrt(g.areaMm2)))
  return [...ponds, ...reaches.flatMap(reachRipples), ...seas.flatMap(seaRipples)]
}
