import type { Read } from '../reads'
import { jetOf, type RoundJet } from './roundJet'
import type { FallShape, PoolShape } from '../../build/shapes'
import type { Outlet, Standing } from '../../build/types'
import { poolsOf } from '../../build/types'
import type { Fault } from '../../physics/fault'
import { distanceToRing, insideRing, headed, type Point2 } from '../../physics/shape/polygon'
import { CLINGING_HEAD_M } from '../../physics/water/hydraulics/drop'
import { brink, type Brink } from '../../physics/water/hydraulics/nappe'
import { pipeEnd } from '../../physics/water/hydraulics/pipe'
import { bedAt, poolAt, type BedMap } from './bedMap'
import { fallCurve, type FallCurve } from './fallCurve'
import { dischargeOf, lipOf, shareOf } from './flow'
import { flowThrough, landsAt, type Lip } from './landing'
import { clingingCurve, steppedCurve, stepsLine } from './steppedFall'
import { halvedTo } from '../../physics/solve/halving'
import { modelMm, realM } from '../../physics/shape/units'
import { mm, say, type Sentence } from '../../words/sentence'

/** How far one strip covers the edge of the next, mm. Common practice, no source. */
export const OVERLAP_MM = 2
/**
 * A head that takes more than this share of the drop leaves no fall to speak of. Common practice,
 * no source.
 */
const DROWNS_AT = 0.8

export type FallHang = 'free' | 'clinging' | 'steps' | 'skimming'

/** A rock near the landing of a fall: distances out from the brink, mm. */
export interface LandingRock {
  id: string
  name: string
  nearMm: number
  farMm: number
  topMm: number
  /** Where the sheet comes down: before it, on it, or behind it. */
  lands: 'before' | 'on' | 'behind'
  /** Flow of the whole chain that would land it on the middle of the rock, m³/s; null: none does. */
  dischargeToHitM3S: number | null
}

/** A fall over its lip: its sheet, where it lands, what it does to the pool, and the strips that make it. */
export interface FallForm {
  id: string
  faults: Fault<Sentence>[]
  lip: [from: Point2, to: Point2] | null
  /** The way it falls on the plan, away from its pool; a unit step. */
  out: Point2 | null
  /** What it leaves that is no lip; null: a pool's lip. */
  outlet: Outlet['kind'] | null
  /** Stretches of the lip with water, as shares of its length; rocks on it part the sheet. */
  wet: [from: number, to: number][]
  /** What of the chain's flow comes over it, 0 to 1; null: it has a flow of its own. */
  share: number | null
  /** A pipe runs so full at its end, share of its bore; null: it is none. */
  filled: number | null
  /** Level of the pool it leaves; of water that leaves no pool, of that water. */
  lipMm: number
  /** The crest under the water at the brink: the level less the head. */
  crestMm: number
  /** Lowest ground dipped along the lip, mm; null: none was. */
  lipBedMm: number | null
  footMm: number
  dropMm: number
  widthMm: number
  dischargeM3S: number
  hang: FallHang
  /** Null where lip or drop are at fault. */
  /** Out of a pipe it falls as a round jet: how thick it is on its way; null: a sheet. */
  jet: RoundJet | null
  curve: FallCurve | null
  /** What the sheet falls past, mm from the crest: a wall, or risers and treads. */
  wall: Point2[]
  /** How far the foam of the landing reaches beyond it, and how deep its bubbles go, mm. */
  foamMm: number
  bubbleDepthMm: number
  /** Depth of the pool where it lands, mm; null: no pool, or not dipped. */
  poolDepthMm: number | null
  /** The pool against the tail water that would hold the jump at the foot. */
  tail: 'drowned' | 'held' | 'swept' | null
  rocks: LandingRock[]
  /** The line on the plan along which it lands. */
  landing: [from: Point2, to: Point2] | null
  /** How far the middle of it lies from the pool it is to fall into, mm; 0: it lands in it. */
  missesMm: number
  /** Where its ledge, pipe or bucket stands: in the open, in the ground, or under water. */
  stands: 'open' | 'buried' | 'under water'
  /** How far beyond the base's edge what no pool takes comes down, mm. */
  offBaseMm: number
  stripMm: number
  strips: number
  stripsToMake: number
}

/**
 * Strips side by side that cover a width, each over the edge of the one before.
 *
 * @example stripCount(60, 12) // 6
 */
export function stripCount(widthMm: number, stripWidthMm: number): number {
  const overlap = Math.min(OVERLAP_MM, stripWidthMm / 4)
  return Math.max(1, Math.ceil((widthMm - overlap) / (stripWidthMm - overlap) - 1e-9))
}

/** Stretches of a fall's sheet side by side, mm along its lip: one, or what rocks on it leave. */
export function stretchesOf(form: FallForm): [from: number, to: number][] {
  const share = form.wet.reduce((sum, [a, b]) => sum + b - a, 0)
  const whole = share > 0 ? form.widthMm / share : 0
  return form.wet.map(([a, b]) => [a * whole, b * whole])
}

/** The shape of one fall at its flow. */
export function fallForm(
  build: Read<'forms'>,
  fall: FallShape,
  scale: number,
  chainM3S: number,
  bed: BedMap
): FallForm {
  const path = `waters[${build.waters.indexOf(fall)}]`
  const { lip, pool, lipMm, dropMm, widthMm: wholeMm, wetMm, wet } = lipOf(build, fall)
  const dischargeM3S = dischargeOf(build, fall, scale, chainM3S)
  const faults: Fault<Sentence>[] = []
  if (!lip)
    faults.push({
      path: `${path}.lip`,
      message: `“${fall.name}” has no lip: choose the edge of a pool that it falls over`
    })
  if (lip && !(wetMm > 0))
    faults.push({
      path: `${path}.partings`,
      message: `the rocks on the lip of “${fall.name}” leave it no water: make them narrower, or take one out`,
      at: lip[0]
    })
  if (lip && fall.outlet && dropMm <= 0) {
    faults.push({
      path: `${path}.outlet.zMm`,
      message: say`“${fall.name}” would fall upwards: it leaves at ${mm(lipMm)} and comes down at ${mm(lipMm - dropMm)}`,
      at: lip[0]
    })
  } else if (lip && dropMm <= 0) {
    faults.push({
      path: `${path}.dropMm`,
      message: say`“${fall.name}” drops ${mm(dropMm)}: the water below must stand lower than the lip at ${mm(lipMm)}`,
      at: lip[0]
    })
  }
  const above = poolsOf(build).find((p) => p.id === pool)
  const out = fall.outlet
    ? headed(fall.outlet.headingDeg)
    : lip && above
      ? outwards(
          lip,
          above.outline.map((c): Point2 => [c.x, c.y])
        )
      : null
  const nothing: FallForm = {
    id: fall.id,
    faults,
    lip,
    out,
    outlet: fall.outlet?.kind ?? null,
    wet,
    share: shareOf(build, fall),
    filled: null,
    lipMm,
    crestMm: lipMm,
    lipBedMm: null,
    footMm: lipMm - dropMm,
    dropMm,
    widthMm: wetMm,
    dischargeM3S,
    hang: 'free',
    curve: null,
    jet: null,
    wall: [],
    foamMm: 0,
    bubbleDepthMm: 0,
    poolDepthMm: null,
    tail: null,
    rocks: [],
    landing: null,
    missesMm: 0,
    stands: 'open',
    offBaseMm: 0,
    stripMm: 0,
    strips: 0,
    stripsToMake: 0
  }
  if (faults.length > 0 || !lip || !out || !(wetMm > 0)) return nothing
  const begins = beginning(fall, dischargeM3S, realM(wetMm, scale))
  const q = begins.unitDischargeM2S
  const widthMm = modelMm(begins.widthM, scale)
  const headMm = modelMm(begins.headM, scale)
  if (headMm > DROWNS_AT * dropMm) {
    return {
      ...nothing,
      faults: [
        {
          path: `${path}.dropMm`,
          message: say`“${fall.name}” is drowned: this flow stands ${mm(headMm)} ${fall.outlet ? 'behind its edge' : 'over the lip'} and drops ${mm(dropMm)}`,
          at: lip[0]
        }
      ]
    }
  }
  // a pool's level is given, the edge of what is no pool
  const crestMm = fall.outlet ? lipMm : lipMm - headMm
  const fallsMm = fall.outlet ? dropMm : dropMm - headMm
  const clings =
    fall.hang === 'clinging' ||
    (fall.hang === 'by-flow' && hasFace(fall) && realM(headMm, scale) < CLINGING_HEAD_M)
  const stepped = fall.steps > 1 ? steppedCurve(scale, fallsMm, q, fall.steps, fall.treadMm) : null
  const curve =
    stepped?.curve ??
    (clings ? clingingCurve(scale, fallsMm, q) : fallCurve(scale, fallsMm, q, begins.brink))
  const whole: FallHang = clings ? 'clinging' : 'free'
  const cut: FallHang = stepped?.flow === 'skimming' ? 'skimming' : 'steps'
  const hang = stepped ? cut : whole
  const middle: Point2 = [(lip[0][0] + lip[1][0]) / 2, (lip[0][1] + lip[1][1]) / 2]
  const moved = (p: Point2, by: number): Point2 => [p[0] + out[0] * by, p[1] + out[1] * by]
  const below = poolsOf(build).find((p) => p.id === fall.into)
  const ground = below ? bedAt(bed, moved(middle, curve.landMm)) : null
  const poolDepthMm = below && ground !== null ? Math.max(0, below.levelMm - ground) : null
  const jet = fall.outlet?.kind === 'pipe' && !stepped ? jetOf(curve, dischargeM3S, scale) : null
  const strips = jet
    ? 1
    : wet.reduce((sum, [a, b]) => sum + stripCount((b - a) * wholeMm, fall.stripWidthMm), 0)
  return {
    ...nothing,
    lipMm: crestMm + headMm,
    dropMm: fallsMm + headMm,
    widthMm,
    filled: begins.filled,
    crestMm,
    lipBedMm: fall.outlet ? null : lowestAlong(bed, lip, out),
    hang,
    curve,
    jet,
    wall: wallOf(fall, fallsMm, stepped !== null),
    foamMm: fall.inAir
      ? 0
      : Math.max(
          4 * curve.footThicknessMm,
          6 * curve.tailDepthMm * Math.max(0.35, curve.whiteFraction)
        ),
    bubbleDepthMm: below
      ? modelMm(bubbleDepth(curve.landSpeedMS, realM(curve.footThicknessMm, scale)), scale)
      : 0,
    poolDepthMm,
    tail: poolDepthMm === null ? null : tailOf(poolDepthMm, curve.tailDepthMm),
    rocks: (below?.standing ?? [])
      .flatMap((thing) =>
        rockAt(
          thing,
          middle,
          out,
          { lipMm, footMm: lipMm - dropMm, widthMm },
          curve,
          crestMm,
          bed,
          scale
        )
      )
      .map((rock) => ({
        ...rock,
        dischargeToHitM3S:
          stepped || !nothing.share || rock.dischargeToHitM3S === null
            ? null
            : rock.dischargeToHitM3S / nothing.share
      })),
    landing: [moved(lip[0], curve.landMm), moved(lip[1], curve.landMm)],
    missesMm: below ? outsideBy(below, moved(middle, curve.landMm)) : 0,
    stands: standsAt(build, fall, bed),
    offBaseMm: fall.inAir || below ? 0 : offBase(build, moved(middle, curve.landMm)),
    stripMm: curve.stripMm,
    strips,
    stripsToMake: strips + fall.spares
  }
}

/** Water over the edge it leaves. */
interface Beginning {
  unitDischargeM2S: number
  headM: number
  widthM: number
  brink: Brink
  filled: number | null
}

/** The rim of a water wheel runs so fast, m/s. Overshot wheels, common practice; from memory. */
const RIM_MS = 2

/** How water comes over its edge: quiet over a lip, by its fill out of a pipe, at the rim's speed off a wheel. */
function beginning({ outlet }: FallShape, dischargeM3S: number, wetM: number): Beginning {
  if (outlet?.kind === 'pipe') {
    const { widthM, filled, ...end } = pipeEnd(dischargeM3S, wetM)
    // of the round jet its middle: as deep as it stands there
    const unitDischargeM2S = end.depthM * end.speedMS
    return { unitDischargeM2S, headM: end.headM, widthM, brink: end, filled }
  }
  const q = dischargeM3S / wetM
  const quiet = brink(q)
  const speedMS = Math.max(quiet.speedMS, outlet?.kind === 'wheel' ? RIM_MS : 0)
  const { headM } = quiet
  const begins = { ...quiet, speedMS, depthM: q / speedMS }
  return { unitDischargeM2S: q, headM, widthM: wetM, brink: begins, filled: null }
}

/** The flow out of what is no pool that comes down so far out, m³/s; the nearest it can come when none does. */
export function outletToLand(
  fall: FallShape,
  form: FallForm,
  scale: number,
  outMm: number
): number {
  const wetMm = fall.outlet?.kind === 'pipe' ? (fall.widthMm ?? form.widthMm) : form.widthMm
  const wetM = realM(wetMm, scale)
  const lands = (logQ: number) => {
    const begins = beginning(fall, Math.exp(logQ), wetM)
    const dropMm = form.crestMm - form.footMm
    return fallCurve(scale, dropMm, begins.unitDischargeM2S, begins.brink).landMm
  }
  const [least, most] = [Math.log(1e-6 * wetM), Math.log(100 * wetM)]
  const flow = Math.exp(halvedTo(least, most, (q) => lands(q) < outMm, { steps: 40 }))
  return Number(flow.toPrecision(3))
}

/** Under a pipe, a wheel or a bucket there is no face that water could run down. */
const hasFace = ({ outlet }: FallShape): boolean => !outlet || outlet.kind === 'ledge'

function wallOf(fall: FallShape, fallsMm: number, stepped: boolean): Point2[] {
  if (stepped) return stepsLine(fallsMm, fall.steps, fall.treadMm)
  return [
    [0, 0],
    [0, hasFace(fall) ? -fallsMm : -0.1]
  ]
}

function standsAt(build: Read<'forms'>, { outlet }: FallShape, bed: BedMap): FallForm['stands'] {
  if (!outlet) return 'open'
  const at: Point2 = [outlet.x, outlet.y]
  const ground = bedAt(bed, at)
  if (ground !== null && ground > outlet.zMm) return 'buried'
  const pool = poolsOf(build).find((p) => p.id === poolAt(bed, at))
  return pool && pool.levelMm > outlet.zMm ? 'under water' : 'open'
}

/** How far a place lies beyond the base's edge, mm; 0: over the base. */
const offBase = ({ base }: Read<'forms'>, [x, y]: Point2): number =>
  Math.hypot(Math.max(0, -x, x - base.widthMm), Math.max(0, -y, y - base.depthMm))

/**
 * Pools this much deeper or shallower than the tail water drown the jump or let it be swept away.
 * Common practice, no source.
 */
const tailOf = (poolMm: number, tailMm: number): FallForm['tail'] =>
  poolMm > 1.15 * tailMm ? 'drowned' : poolMm < 0.85 * tailMm ? 'swept' : 'held'

/**
 * How deep a falling sheet drags bubbles, 2.1 V^0.775 d^0.67, m.
 *
 * @source plunging jets, van de Donk 1981; for round jets, taken for a sheet; from memory
 */
const bubbleDepth = (speed: number, thickness: number) => 2.1 * speed ** 0.775 * thickness ** 0.67

/** How far a place lies outside a pool, mm; 0: in it. */
function outsideBy(pool: PoolShape, at: Point2): number {
  const ring = pool.outline.map((c): Point2 => [c.x, c.y])
  return insideRing(at, ring) ? 0 : distanceToRing(at, ring).distance
}

/** Square to the lip and away from the pool. */
export function outwards([a, b]: readonly [Point2, Point2], ring: readonly Point2[]): Point2 {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
  const normal: Point2 = [(b[1] - a[1]) / length, -(b[0] - a[0]) / length]
  const probe: Point2 = [(a[0] + b[0]) / 2 + normal[0], (a[1] + b[1]) / 2 + normal[1]]
  return insideRing(probe, ring) ? [-normal[0], -normal[1]] : normal
}

/** The lowest ground along a lip, a little inside it, mm. */
function lowestAlong(bed: BedMap, [a, b]: readonly [Point2, Point2], out: Point2): number | null {
  const inside = 2 * bed.grid.cellMm
  const found = [0.1, 0.3, 0.5, 0.7, 0.9].flatMap(
    (t) =>
      bedAt(bed, [
        a[0] + t * (b[0] - a[0]) - out[0] * inside,
        a[1] + t * (b[1] - a[1]) - out[1] * inside
      ]) ?? []
  )
  return found.length > 0 ? Math.min(...found) : null
}

function rockAt(
  thing: Standing,
  brink: Point2,
  out: Point2,
  lip: Lip,
  curve: FallCurve,
  crestMm: number,
  bed: BedMap,
  scale: number
): LandingRock[] {
  const [dx, dy] = [thing.x - brink[0], thing.y - brink[1]]
  const along = dx * out[0] + dy * out[1]
  const across = Math.abs(dx * out[1] - dy * out[0])
  const half = Math.abs(out[0]) * (thing.widthMm / 2) + Math.abs(out[1]) * (thing.depthMm / 2)
  const [nearMm, farMm] = [along - half, along + half]
  // rocks beside the sheet, behind the wall or far down the pool have nothing to do with the landing
  if (across > lip.widthMm / 2 + half || farMm < 0 || nearMm > 3 * curve.landMm + 20) return []
  const standing = bedAt(bed, [thing.x, thing.y])
  const topMm = Math.max(lip.footMm, standing === null ? lip.footMm : standing + thing.heightMm)
  const at = landsAt(curve, topMm - crestMm)
  const lands = at < nearMm ? 'before' : at > farMm ? 'behind' : 'on'
  const flow = topMm < lip.lipMm && along > 0 ? flowThrough(lip, scale, along, topMm) : null
  return [
    {
      id: thing.id,
      name: thing.name,
      nearMm,
      farMm,
      topMm,
      lands,
      dischargeToHitM3S: flow?.hits ? flow.dischargeM3S : null
    }
  ]
}
