import type { Read } from '../reads'
import { bedHeights, ledToEdge, placesAlong } from '../1-ground/runBed'
import { sideAt } from './offBase'
import type { ReachShape } from '../../build/shapes'
import type { BedKind, Boulder } from '../../build/types'
import { poolsOf } from '../../build/types'
import type { Fault } from '../../physics/fault'
import { boxOf, eachCell, type Grid } from '../../physics/shape/grid'
import {
  awayFrom,
  lineLength,
  insideRing,
  nearestOnSegment,
  type Point2
} from '../../physics/shape/polygon'
import { froude } from '../../physics/water/hydraulics/channel'
import { flowKind, type FlowKind } from '../../physics/water/hydraulics/flowKind'
import type { JumpKind } from '../../physics/water/hydraulics/jump'
import { pillow, standingWave, veeAngle } from '../../physics/water/hydraulics/rapid'
import { waterProfile } from '../../physics/water/hydraulics/waterProfile'
import { bedAt, type BedMap } from './bedMap'
import { modelMm, realM } from '../../physics/shape/units'
import { degrees } from '../../physics/shape/angles'
import { mm, say, type Sentence } from '../../words/sentence'

/** Manning's n of beds in nature, s/m^⅓. @source Chow (1959), table 5-6: about these; from memory */
export const MANNING: Readonly<Record<BedKind, number>> = {
  smooth: 0.018,
  gravel: 0.028,
  cobbles: 0.04,
  boulders: 0.06
}

/**
 * One station of a run: along it and its place on the plan, its bed and water, mm on the model;
 * speed full size.
 */
export interface Station {
  sMm: number
  at: Point2
  bedMm: number
  surfaceMm: number
  headMm: number
  speedMS: number
  froude: number
}

export interface ReachJump {
  sMm: number
  at: Point2
  froude: number
  kind: JumpKind
  heightMm: number
  lengthMm: number
  depthM: number
  sequentDepthM: number
}

/** What the stream does at a rock. */
export interface RockInStream {
  id: string
  name: string
  at: Point2
  headingDeg: number
  widthMm: number
  /** Its top against the water: how far it stands out, mm; below 0: drowned. */
  outMm: number
  pillowMm: number
  veeDeg: number | null
  /** Quiet water behind it, mm. */
  eddyMm: number
  froude: number
}

export interface ReachForm {
  id: string
  faults: Fault<Sentence>[]
  widthMm: number
  lengthMm: number
  unitDischargeM2S: number
  stations: Station[]
  jumps: ReachJump[]
  rocks: RockInStream[]
  /** Stretches of one kind of flow. */
  stretches: {
    fromMm: number
    toMm: number
    kind: FlowKind
    froude: number
    waveMm: number
    waveHeightMm: number
  }[]
  meanSlope: number
  /** The corridor on the plan. */
  ring: Point2[]
}

/** Eddy behind a rock, in its widths. Common practice: two to three, no source. */
const EDDY_WIDTHS = 2.5
/**
 * Standing waves are this steep at their best, crest to trough over length, well under what breaks.
 * Common practice, no source.
 */
const STANDING_STEEPNESS = 0.08

/**
 * Water down a run: depth, speed and kind of flow along its bed, with what its rocks make of it.
 *
 * @param levelBelowMm  level of the pool it runs into; null: it runs off freely
 * @param fastHeadMm    energy line of fast water that comes in; null: it leaves a quiet pool
 */
export function reachForm(
  build: Read<'forms'>,
  given: ReachShape,
  scale: number,
  dischargeM3S: number,
  bed: BedMap,
  levelBelowMm: number | null,
  fastHeadMm: number | null = null
): ReachForm {
  const path = `waters[${build.waters.indexOf(given)}]`
  const reach = ledToEdge(given, build.base)
  const q = dischargeM3S / realM(reach.widthMm, scale)
  const line = reach.path.map((p): Point2 => [p.x, p.y])
  const length = lineLength(line)
  const nothing: ReachForm = {
    id: reach.id,
    faults: [],
    widthMm: reach.widthMm,
    lengthMm: length,
    unitDischargeM2S: q,
    stations: [],
    jumps: [],
    rocks: [],
    stretches: [],
    meanSlope: 0,
    ring: []
  }
  if (length < 1)
    return {
      ...nothing,
      faults: [
        {
          path: `${path}.path`,
          message: `“${reach.name}” has no length: draw its line from where the water comes to where it goes`,
          at: line[0]
        }
      ]
    }
  if (length > 2 * reach.widthMm && awayFrom(line[0], line.at(-1)!) < reach.widthMm / 2)
    return {
      ...nothing,
      faults: [
        {
          path: `${path}.path`,
          message: `“${reach.name}” leaves where it came in: its line comes back to its beginning; lead its end to where the water goes`,
          at: line.at(-1)
        }
      ]
    }
  const places = placesAlong(reach)
  const heights = bedHeights(reach, places, (at) => bedAt(bed, at))
  const ring = corridor(
    places.map((p) => p.at),
    reach.widthMm
  )
  if (!heights)
    return {
      ...nothing,
      ring,
      faults: [
        {
          path: `${path}.path[0].bedMm`,
          message: `“${reach.name}” has no bed: lead it over dipped ground, or give the height of the bed at its points`,
          at: line[0]
        }
      ]
    }
  const meanSlope = (heights[0] - heights.at(-1)!) / length
  if (meanSlope < 0 && levelBelowMm !== null && heights.at(-1)! > levelBelowMm) {
    return {
      ...nothing,
      ring,
      meanSlope,
      faults: [
        {
          path: `${path}.path`,
          message: say`“${reach.name}” runs uphill: its bed rises ${mm(heights.at(-1)! - heights[0])} on the way; turn its line round, or lower the bed`,
          at: line.at(-1)
        }
      ]
    }
  }
  const flow = waterProfile({
    stationM: places.map((p) => realM(p.s, scale)),
    bedM: heights.map((z) => realM(z, scale)),
    unitDischarge: q,
    manning: MANNING[reach.bed],
    widthM: realM(reach.widthMm, scale),
    levelBelowM: levelBelowMm === null ? null : realM(levelBelowMm, scale),
    goesOn: sideAt(places.at(-1)!.at, build.base) ? fallAtEnd(places, heights) : null,
    fastHeadM: fastHeadMm === null ? null : realM(fastHeadMm, scale)
  })
  const stations = places.map((p, i): Station => ({
    sMm: p.s,
    at: p.at,
    bedMm: heights[i],
    surfaceMm: heights[i] + modelMm(flow.depthM[i], scale),
    headMm: modelMm(flow.headM[i], scale),
    speedMS: flow.speedMS[i],
    froude: flow.froude[i]
  }))
  return {
    ...nothing,
    ring,
    meanSlope,
    stations,
    jumps: flow.jumps.map((j) => {
      const sMm = modelMm(j.atM, scale)
      return {
        sMm,
        at: placeAt(places, sMm),
        froude: j.froude,
        kind: j.kind,
        heightMm: modelMm(j.sequentDepthM - j.depthM, scale),
        lengthMm: modelMm(j.lengthM, scale),
        depthM: j.depthM,
        sequentDepthM: j.sequentDepthM
      }
    }),
    rocks: [...reach.boulders, ...standingIn(build, ring)].map((b) => rockIn(b, stations, scale)),
    stretches: stretchesOf(stations, scale)
  }
}

/** What stands in the pools under a run is a rock in its stream. */
const standingIn = (build: Read<'forms'>, ring: readonly Point2[]): Boulder[] =>
  poolsOf(build).flatMap((p) =>
    p.standing
      .filter((t) => insideRing([t.x, t.y], ring))
      .map((t) => ({
        id: t.id,
        name: t.name,
        x: t.x,
        y: t.y,
        widthMm: Math.max(t.widthMm, t.depthMm),
        heightMm: t.heightMm
      }))
  )

const placeAt = (places: readonly { s: number; at: Point2 }[], s: number): Point2 =>
  places.reduce((best, p) => (Math.abs(p.s - s) < Math.abs(best.s - s) ? p : best)).at

/** A line given a width: its two banks as one ring. */
export function corridor(line: readonly Point2[], widthMm: number): Point2[] {
  const side = (sign: 1 | -1) =>
    line.map((p, i): Point2 => {
      const [a, b] = [line[Math.max(0, i - 1)], line[Math.min(line.length - 1, i + 1)]]
      const l = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
      return [
        p[0] + (sign * widthMm * -(b[1] - a[1])) / l / 2,
        p[1] + (sign * widthMm * (b[0] - a[0])) / l / 2
      ]
    })
  return [...side(1), ...side(-1).reverse()]
}

/** The bed's fall over the last tenth of a run: what it goes on with beyond the edge of the base. */
function fallAtEnd(places: readonly { s: number }[], heights: readonly number[]): number {
  const [last, from] = [places.length - 1, Math.floor((places.length - 1) * 0.9)]
  return (heights[from] - heights[last]) / Math.max(1e-6, places[last].s - places[from].s)
}

/** The station nearest to a place, and how far off the line it lies, mm. */
export function nearestStation(
  stations: readonly Station[],
  at: Point2
): { index: number; offMm: number } {
  let best = { index: 0, offMm: Infinity }
  for (let i = 0; i + 1 < stations.length; i++) {
    const { along, distance } = nearestOnSegment(at, stations[i].at, stations[i + 1].at)
    if (distance < best.offMm) best = { index: along > 0.5 ? i + 1 : i, offMm: distance }
  }
  return best
}

/**
 * For every cell in a run's corridor the station nearest to it, −1 outside, and how far off its
 * line it lies, mm.
 */
export interface ReachCells {
  station: Int16Array
  offMm: Float32Array
}

export function reachCells(form: ReachForm, grid: Grid): ReachCells {
  const station = new Int16Array(grid.cols * grid.rows).fill(-1)
  const offMm = new Float32Array(grid.cols * grid.rows).fill(Infinity)
  const half = form.widthMm / 2
  for (let i = 0; i + 1 < form.stations.length; i++) {
    const [a, b] = [form.stations[i].at, form.stations[i + 1].at]
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
    const length2 = dx * dx + dy * dy || 1
    // as nearestOnSegment does, without a thing made for every cell
    eachCell(grid, boxOf([a, b], half), (cell, x, y) => {
      const [px, py] = [x - a[0], y - a[1]]
      const along = Math.min(1, Math.max(0, (px * dx + py * dy) / length2))
      const [ex, ey] = [px - along * dx, py - along * dy]
      const off = Math.sqrt(ex * ex + ey * ey)
      if (off > half || off >= offMm[cell]) return
      offMm[cell] = off
      station[cell] = along > 0.5 ? i + 1 : i
    })
  }
  // what lies past either end, nearest to its last station and beyond it, is not the run
  const last = form.stations.length - 1
  for (const [end, inwards] of last < 1
    ? []
    : [
        [0, 1],
        [last, last - 1]
      ]) {
    const [a, b] = [form.stations[end].at, form.stations[inwards].at]
    eachCell(grid, boxOf([a], half), (cell, x, y) => {
      if (station[cell] === end && (x - a[0]) * (b[0] - a[0]) + (y - a[1]) * (b[1] - a[1]) < 0)
        station[cell] = -1
    })
  }
  return { station, offMm }
}

export const headingAt = (stations: readonly Station[], i: number): number => {
  const [a, b] = [
    stations[Math.max(0, i - 1)].at,
    stations[Math.min(stations.length - 1, i + 1)].at
  ]
  return degrees(Math.atan2(b[1] - a[1], b[0] - a[0]))
}

function rockIn(rock: Boulder, stations: readonly Station[], scale: number): RockInStream {
  const { index } = nearestStation(stations, [rock.x, rock.y])
  const here = stations[index]
  const fr = froude(here.speedMS, Math.max(1e-6, realM(here.surfaceMm - here.bedMm, scale)))
  return {
    id: rock.id,
    name: rock.name,
    at: [rock.x, rock.y],
    headingDeg: headingAt(stations, index),
    widthMm: rock.widthMm,
    outMm: here.bedMm + rock.heightMm - here.surfaceMm,
    pillowMm: modelMm(pillow(here.speedMS), scale),
    veeDeg: veeAngle(fr),
    eddyMm: EDDY_WIDTHS * rock.widthMm,
    froude: fr
  }
}

function stretchesOf(stations: readonly Station[], scale: number): ReachForm['stretches'] {
  const found: { from: number; to: number }[] = []
  stations.forEach((s, i) => {
    const last = found.at(-1)
    if (last && flowKind(stations[last.from].froude) === flowKind(s.froude)) last.to = i
    else found.push({ from: i, to: i })
  })
  return found.map(({ from, to }) => {
    const here = stations.slice(from, to + 1)
    const mean = (of: (s: Station) => number) =>
      here.reduce((sum, s) => sum + of(s), 0) / here.length
    const speed = mean((s) => s.speedMS)
    const waveMm = modelMm(standingWave(speed), scale)
    const kind = flowKind(stations[from].froude)
    const depth = mean((s) => s.surfaceMm - s.bedMm)
    return {
      fromMm: stations[from].sMm,
      toMm: stations[Math.min(to + 1, stations.length - 1)].sMm,
      kind,
      froude: mean((s) => s.froude),
      waveMm,
      waveHeightMm: kind === 'quiet' ? 0 : Math.min(STANDING_STEEPNESS * waveMm, 0.7 * depth)
    }
  })
}
