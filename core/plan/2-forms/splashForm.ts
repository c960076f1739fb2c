import type { Read } from '../reads'
import type { SplashShape } from '../../build/shapes'
import type { Fault } from '../../physics/fault'
import type { Point2 } from '../../physics/shape/polygon'
import { crownOf, type Crown } from '../../physics/water/spray/crown'
import { drip, type Drip } from '../../physics/water/spray/drip'
import { FASTEST_MS, fallSpeed, splashOf } from '../../physics/water/spray/splash'
import { speedInWords, splashFor } from '../../physics/water/spray/splashFor'
import { cellAt } from '../../physics/shape/grid'
import type { BedMap } from './bedMap'
import type { FallForm } from './fallForm'
import type { ReachForm } from './reachForm'
import { nearestStation } from './reachForm'
import type { SeaForm } from './seaForm'
import { GRAVITY } from '../../physics/gravity'
import { modelMm, realM } from '../../physics/shape/units'
import { radians } from '../../physics/shape/angles'
import { mm, say, type Sentence } from '../../words/sentence'

export interface SplashForm {
  id: string
  faults: Fault<Sentence>[]
  speedMS: number
  /** What gave the speed. */
  from: Sentence
  heightMm: number
  reachMm: number
  /** Outline of the jets in the plane they are thrown in, mm out and up from the source. */
  envelope: [x: number, z: number][]
  largestDropMm: number
  /** How high a jet straight up would go, mm. */
  throwMm: number
  /** Threads of the crown and how far apart they stand, mm. */
  fingers: number
  fingerEveryMm: number
  /** The patch on the plan where it comes down. */
  patch: Point2[]
  /** Its panels where it is joined from several; null: it leans. */
  crown: Crown | null
  /** Corners of their foot on the plan; none: it leans. */
  foot: Point2[]
  /** A strand of light-cured resin as thick as a finger: until it breaks, s. */
  drip: Drip
}

/** How thick a sheet of thrown water is where it tears into fingers, m. Typical, from memory. */
const SHEET_M = 0.004
/** Fresh craft light resin: typical, from memory. */
const LIGHT_RESIN = { viscosityPaS: 1.5, surfaceTensionNM: 0.035, densityGCm3: 1.12 }
/** A strand that is worth freezing, mm. Common practice, no source. */
const STRAND_MM = 0.4
/** The crest that strikes a wall is looked for this far out, full size, m. Common practice, no source. */
const WITHIN_M = 4
/**
 * What throws water without a figure, m/s: a drop of rain throws up a jet of about 20 mm (Worthington
 * 1908, from memory); the others common practice, no source.
 */
const USUAL: Readonly<Record<SplashShape['cause'], { speedMS: number; as: string }>> = {
  wheel: { speedMS: 3, as: 'a wheel in a ford' },
  wall: { speedMS: 3, as: 'a wave on a wall' },
  boulder: { speedMS: 3, as: 'water on a boulder' },
  body: { speedMS: 3, as: 'a body in water' },
  fish: { speedMS: 2.5, as: 'a fish that leaps' },
  paddle: { speedMS: 2, as: 'a paddle' },
  rain: { speedMS: Math.sqrt(2 * GRAVITY * 0.02), as: 'a drop of rain' },
  column: { speedMS: 3, as: 'a column of spray' }
}
/** Met by the waves that reach them, and by the stream they stand in. */
const STRUCK: readonly SplashShape['cause'][] = ['wall', 'boulder', 'column']
/** Thrown as it is thrown, whatever water they are in. */
const OF_THEMSELVES: readonly SplashShape['cause'][] = ['fish', 'paddle', 'rain']
/** Slower than this a stream throws nothing up by itself, m/s. Common practice, no source. */
const LEAST_MS = 1.5

/** Thrown water: how high, how far, in how many fingers. */
export function splashForm(
  build: Read<'forms'>,
  splash: SplashShape,
  scale: number,
  bed: BedMap,
  falls: readonly FallForm[],
  reaches: readonly ReachForm[],
  seas: readonly SeaForm[]
): SplashForm {
  const path = `waters[${build.waters.indexOf(splash)}]`
  const faults: Fault<Sentence>[] = []
  const [lo, hi] = [Math.min(splash.loDeg, splash.hiDeg), Math.max(splash.loDeg, splash.hiDeg)]
  if (splash.loDeg > splash.hiDeg)
    faults.push({
      path: `${path}.loDeg`,
      message: `“${splash.name}”: the lower angle, ${splash.loDeg}°, stands above the upper, ${splash.hiDeg}°`
    })
  const { speedMS, from } =
    speedWished(splash, scale, [lo, hi]) ?? speedOf(splash, scale, bed, falls, reaches, seas)
  const shape = splashOf({ scale, speedMS, anglesDeg: [lo, hi] })
  // fingers stand a Rayleigh–Plateau length of the rim apart; the rim is a few sheets thick
  const fingerEveryMm = Math.max(
    1,
    (drip({
      radiusMm: SHEET_M * 1500,
      viscosityPaS: 0.001,
      surfaceTensionNM: 0.0728,
      densityGCm3: 0.998
    }).beadEveryMm *
      8) /
      scale
  )
  const rim = splash.widthMm + shape.heightMm * 0.6
  const h = radians(splash.headingDeg)
  const [ux, uy] = [Math.cos(h), Math.sin(h)]
  const xs = shape.envelope.map((p) => p[0])
  const [near, far] = [Math.min(0, ...xs), Math.max(...xs)]
  const crown = crownIn(splash, scale, speedMS, [lo, hi])
  const local = crown ? crownPatch(crown, far) : leaningPatch(splash.widthMm, near, far)
  const onPlan = ([s, w]: Point2): Point2 => [
    splash.x + ux * s - uy * w,
    splash.y + uy * s + ux * w
  ]
  const patch = local.map(onPlan)
  return {
    id: splash.id,
    faults,
    speedMS,
    from,
    heightMm: shape.heightMm,
    reachMm: shape.reachMm,
    envelope: shape.envelope,
    largestDropMm: shape.largestDropMm,
    throwMm: modelMm(speedMS ** 2 / (2 * GRAVITY), scale),
    fingers: splash.fingers ?? Math.max(1, Math.round(rim / fingerEveryMm)),
    fingerEveryMm,
    patch,
    crown,
    foot: crown ? footOf(crown).map(onPlan) : [],
    drip: drip({ radiusMm: STRAND_MM, ...LIGHT_RESIN })
  }
}

/** The ray between two that goes highest, degrees. */
function steepestOf([lo, hi]: readonly [number, number]): number {
  if (lo <= 90 && hi >= 90) return 90
  return Math.abs(90 - lo) < Math.abs(90 - hi) ? lo : hi
}

/** Panels as high as it goes, leaning out as its steepest ray does at its top. */
function crownIn(
  splash: SplashShape,
  scale: number,
  speedMS: number,
  angles: readonly [number, number]
): Crown | null {
  if (!splash.crown) return null
  const { stance, panels } = splash.crown
  const a = radians(steepestOf(angles))
  const up = modelMm(speedMS ** 2 / (2 * GRAVITY), scale)
  const heightMm = up * Math.sin(a) ** 2
  if (!(heightMm > 0)) return null
  return crownOf({
    stance,
    count: panels,
    widthMm: splash.widthMm,
    heightMm,
    leanMm: Math.max(0, up * Math.sin(2 * a))
  })
}

/** Where its source stands lies the middle of a ring, or of a fan's chord. */
const standsBack = (crown: Crown): number => (crown.stance === 'ring' ? 0 : crown.foot[0][0])
const footOf = (crown: Crown): Point2[] =>
  crown.foot.map(([x, y]): Point2 => [x - standsBack(crown), y])

/** Where a crown comes down: a ring about it, or the part of one that a fan opens to. */
function crownPatch(crown: Crown, reachMm: number): Point2[] {
  const radius = Math.hypot(...crown.foot[0])
  const outer = radius + reachMm
  const from = crown.stance === 'ring' ? Math.PI : Math.atan2(-crown.foot[0][1], crown.foot[0][0])
  const back = standsBack(crown)
  const arc = (r: number): Point2[] =>
    Array.from({ length: 24 }, (_, i): Point2 => {
      const a = from * ((2 * i) / 23 - 1)
      return [r * Math.cos(a) - back, r * Math.sin(a)]
    })
  return crown.stance === 'ring'
    ? arc(outer).slice(0, -1)
    : [...arc(outer), ...arc(radius).reverse()]
}

/** Where it comes down when it is thrown one way: an oval from its nearest drop to its farthest, mm. */
function leaningPatch(widthMm: number, near: number, far: number): Point2[] {
  const half = widthMm / 2 + 0.25 * (far - near)
  return Array.from({ length: 24 }, (_, i): Point2 => {
    const a = (2 * Math.PI * i) / 24
    return [
      (near + far) / 2 + ((far - near) / 2 + widthMm * 0.15) * Math.cos(a),
      half * Math.sin(a)
    ]
  })
}

/** The speed that throws its steepest ray to the height wished; null: none is wished. */
function speedWished(
  splash: SplashShape,
  scale: number,
  angles: readonly [number, number]
): { speedMS: number; from: Sentence } | null {
  if (!splash.heightMm) return null
  const rise = Math.sin(radians(steepestOf(angles)))
  const wanted = splashFor({ scale, heightMm: splash.heightMm }).speedMS / Math.max(1e-6, rise)
  const speedMS = Math.min(wanted, FASTEST_MS)
  return { speedMS, from: `the height wished, ${speedInWords(speedMS)}` }
}

/** The speed it is thrown with: the builder's, a fall's, or what stands next to it. */
function speedOf(
  splash: SplashShape,
  scale: number,
  bed: BedMap,
  falls: readonly FallForm[],
  reaches: readonly ReachForm[],
  seas: readonly SeaForm[]
): { speedMS: number; from: Sentence } {
  if (splash.speedMS !== null) return { speedMS: splash.speedMS, from: 'given' }
  if (splash.dropMm !== null)
    return {
      speedMS: fallSpeed(realM(splash.dropMm, scale)),
      from: say`a fall of ${mm(splash.dropMm)}`
    }
  if (STRUCK.includes(splash.cause)) {
    const cell = cellAt(bed.grid, [splash.x, splash.y])
    const reach =
      cell < 0 ? [] : neighbours(bed, cell, Math.ceil(modelMm(WITHIN_M, scale) / bed.grid.cellMm))
    const best = seas
      .flatMap((sea) => reach.map((c) => ({ sea, h: sea.heightMm[c], d: bed.depthMm[c] })))
      .reduce<{ sea: SeaForm; h: number; d: number } | null>(
        (a, b) => (b.h > (a?.h ?? 0) ? b : a),
        null
      )
    // a crest that meets a wall is thrown up at about its own speed, √(g(d + H))
    if (best)
      return {
        speedMS: Math.sqrt(GRAVITY * realM(best.d + best.h, scale)),
        from: 'the crest that meets it, √(g(d + H))'
      }
  }
  const usual = USUAL[splash.cause]
  if (OF_THEMSELVES.includes(splash.cause))
    return { speedMS: usual.speedMS, from: `usual for ${usual.as}` }
  const stream = reaches.flatMap((r) => {
    if (r.stations.length === 0) return []
    const { index, offMm } = nearestStation(r.stations, [splash.x, splash.y])
    return offMm <= r.widthMm ? [r.stations[index].speedMS] : []
  })
  if (stream.length > 0)
    return { speedMS: Math.max(LEAST_MS, ...stream), from: 'the stream that runs there' }
  const fall = falls.find(
    (f) =>
      f.curve &&
      f.landing &&
      f.landing.some((p) => Math.hypot(p[0] - splash.x, p[1] - splash.y) < f.widthMm)
  )
  if (fall?.curve)
    return {
      speedMS: fall.curve.landSpeedMS * 0.6,
      from: 'the fall that lands there, six tenths of its speed'
    }
  return { speedMS: usual.speedMS, from: `usual for ${usual.as}` }
}

function neighbours({ grid }: BedMap, cell: number, by: number): number[] {
  const [col, row] = [cell % grid.cols, Math.floor(cell / grid.cols)]
  const found: number[] = []
  for (let r = Math.max(0, row - by); r <= Math.min(grid.rows - 1, row + by); r++)
    for (let c = Math.max(0, col - by); c <= Math.min(grid.cols - 1, col + by); c++)
      found.push(r * grid.cols + c)
  return found
}
