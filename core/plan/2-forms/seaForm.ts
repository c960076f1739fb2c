import type { Read } from '../reads'
import { inItsWaves } from '../../build/crests'
import { gathering } from '../../physics/water/waves/gathering'
import type { SeaShape } from '../../build/shapes'
import { poolsOf } from '../../build/types'
import type { Fault } from '../../physics/fault'
import { cellAt } from '../../physics/shape/grid'
import { isolines } from '../../physics/shape/isolines'
import { headed, lineLength, evenly, type Point2 } from '../../physics/shape/polygon'
import type { GroundPlan } from '../1-ground/groundStage'
import {
  breakDepth,
  breakerIndex,
  breakerKind,
  breakFrom,
  runUp,
  STANDS_ABOVE,
  surfNumber,
  type BreakerKind
} from '../../physics/water/waves/breaking'
import { faceOnModel, type ModelFace } from '../../physics/water/waves/faceOnModel'
import { shoaling, steepest, wavelength } from '../../physics/water/waves/linear'
import { openness } from '../../physics/water/waves/shelter'
import { JUST_WITHIN, shortestPeriod } from '../../physics/water/waves/seaFor'
import { arrivalTimes } from '../../physics/water/waves/waveField'
import { whitecaps, windSea, type WindSea } from '../../physics/water/waves/windSea'
import { beachOf, tidesTo } from './beach'
import type { BedMap } from './bedMap'
import { modelMm, realM } from '../../physics/shape/units'
import { swash } from './swash'
import { wished, type WishedSea } from './wishedSea'
import { degrees, radians } from '../../physics/shape/angles'
import type { Sentence } from '../../words/sentence'

/**
 * A section of the built crest: along it from its left end as the waves run, and how high it stands
 * there, mm.
 */
export interface CrestStation {
  sMm: number
  heightMm: number
}

export interface SeaForm {
  id: string
  faults: Fault<Sentence>[]
  pool: string
  wind: WindSea | null
  periodS: number
  /** The builder's own where none so short could hold so high a wave; null: it could. */
  tooShortS: number | null
  /** Deepest water of the pool, full size, m: as it is seen, so that painted depth counts. */
  offshoreM: number
  /** How many times as deep the water is painted as it is; 1: not painted. */
  painted: number
  /** Height out there and at breaking, mm. */
  offshoreHeightMm: number
  breakerMm: number
  /** A kind that was wished, against what nature does here; null: nature's own is drawn. */
  wish: WishedSea | null
  /** Null: it does not break on this bed. */
  breaks: {
    /** As it is drawn: as wished, else by nature. */
    kind: BreakerKind
    iribarren: number
    /** Water that stands there on the model, mm. */
    depthMm: number
    offshoreMm: number
    runUpMm: number
  } | null
  beachSlope: number | null
  /** From crest to crest: offshore, at break, at twice and at four times that depth, mm. */
  spacingMm: { offshore: number; atBreak: number | null; at2: number | null; at4: number | null }
  /** Crests as they stand at the chosen moment, on the plan. */
  crests: Point2[][]
  /** Where they begin to break. */
  breakLine: Point2[][]
  /** The reach of the last waves up the beach. */
  washLines: Point2[][]
  /** How what they left there runs back, downwards. */
  backwash: Point2[][]
  /** The crest that is built, bent like its neighbours. */
  built: {
    line: Point2[]
    /** A further crest outside the place where waves break has not broken yet, or has. */
    stage: CrestStage
    depthMm: number
    headingDeg: number
    face: ModelFace
    stations: CrestStation[]
    /** How far it reaches past its water behind, or past the board in front, mm. */
    outgrowsMm: number
  } | null
  whitecapPct: number
  /** A further crest of another sea: nothing of it but what is built. */
  further: boolean
  /** How much the bed gathers or spreads the waves at each cell, as a share of their height. */
  gathers: Float64Array
  /** When a crest passes each cell, s; NaN: never. Cells of the bed map. */
  arrivalS: Float64Array
  /** Height of the waves at each cell, mm. */
  heightMm: Float64Array
}

/** Where no shore is seen, waves break as on so flat a beach. Common practice, no source. */
const UNSEEN_BEACH = 0.02

/** The height at breaking and the depth it breaks in, full size, m. */
interface Breaking {
  heightM: number
  depthM: number
}

/** How the wave breaks that the wind raises, or that is as high as wished; null: on no shore. */
function breakerFrom(
  sea: SeaShape,
  scale: number,
  beach: number | null,
  { wind, periodS, deepest }: { wind: WindSea | null; periodS: number; deepest: number }
): Breaking | null {
  if (wind)
    return beach === null
      ? null
      : breakFrom(wind.heightM / shoaling(periodS, deepest), periodS, beach)
  const heightM = realM(sea.breakerMm, scale)
  return { heightM, depthM: breakDepth(heightM, periodS, beach ?? UNSEEN_BEACH) }
}

/** The period itself, or the shortest in which so high a wave can stand, s. */
function standing(periodS: number, heightM: number, beach: number | null): number {
  const slope = beach ?? UNSEEN_BEACH
  return breakerIndex(heightM, periodS, slope) > STANDS_ABOVE
    ? periodS
    : shortestPeriod(heightM, slope)
}

/** The kind that is drawn, and the surf number its face is drawn by: at the wish's edge where nature's is beyond it. */
function drawnAs(wish: BreakerKind | null, surf: number): { kind: BreakerKind; iribarren: number } {
  const kind = wish ?? breakerKind(surf)
  const [low, high] = JUST_WITHIN[kind]
  return { kind, iribarren: Math.min(high, Math.max(low, surf)) }
}

/**
 * Waves over a pool: raised by wind, or as high at the break as the builder wants.
 *
 * @param of  the form of the sea whose further crest it is; left out: it has waves of its own
 */
export function seaForm(
  build: Read<'forms'>,
  asked: SeaShape,
  scale: number,
  bed: BedMap,
  ground: GroundPlan,
  of?: SeaForm
): SeaForm {
  const path = `waters[${build.waters.findIndex((w) => w.id === asked.id)}]`
  const sea = of ? inItsWaves(build, asked) : asked
  const pool = poolsOf(build).find((p) => p.id === sea.pool)
  const number = bed.pools.indexOf(sea.pool)
  const size = bed.grid.cols * bed.grid.rows
  const depthM = new Float64Array(size).fill(NaN)
  let deepest = 0
  for (let c = 0; c < size; c++) {
    if (bed.pool[c] !== number) continue
    depthM[c] = realM((pool?.levelMm ?? 0) - bed.zMm[c] - bed.standMm[c], scale)
    if (depthM[c] > deepest) deepest = depthM[c]
  }
  // water that is painted deeper than it is runs, turns and breaks as the depth that is seen
  const painted = sea.paintedM && deepest > 0 ? sea.paintedM / deepest : 1
  const cellM = realM(bed.grid.cellMm, scale)
  const beach = beachOf(bed.grid, depthM, sea.headingDeg, cellM, painted)
  if (painted !== 1) for (let c = 0; c < size; c++) depthM[c] *= painted
  deepest *= painted
  const nothing: SeaForm = {
    id: sea.id,
    faults: [],
    pool: sea.pool,
    wind: null,
    periodS: sea.periodS,
    tooShortS: null,
    offshoreM: deepest,
    painted,
    offshoreHeightMm: 0,
    breakerMm: 0,
    wish: null,
    breaks: null,
    beachSlope: null,
    spacingMm: { offshore: 0, atBreak: null, at2: null, at4: null },
    crests: [],
    breakLine: [],
    washLines: [],
    backwash: [],
    built: null,
    whitecapPct: 0,
    further: of !== undefined,
    gathers: new Float64Array(size).fill(1),
    arrivalS: new Float64Array(size).fill(NaN),
    heightMm: new Float64Array(size)
  }
  const refused = (key: string, message: string): SeaForm => ({
    ...nothing,
    faults: [{ path: `${path}.${key}`, message: `“${sea.name}”: ${message}` }]
  })
  if (!pool || !(deepest > 0.02))
    return refused(
      'pool',
      'there is no water here for waves: give its pool soundings and a level above them'
    )
  const wind =
    sea.drive === 'wind'
      ? windSea({ windMS: sea.windMS, fetchM: sea.fetchKm * 1000, depthM: deepest, scale })
      : null
  const periodS = wind?.periodS ?? standing(sea.periodS, realM(sea.breakerMm, scale), beach)
  const breaker = breakerFrom(sea, scale, beach, { wind, periodS, deepest })
  const whole = wavelength(periodS, deepest) * steepest(periodS, deepest)
  const offHeight = Math.min(
    whole,
    wind?.heightM ??
      Math.min(
        breaker!.heightM,
        (breaker!.heightM / shoaling(periodS, breaker!.depthM)) * shoaling(periodS, deepest)
      )
  )
  const meets = breaker !== null && beach !== null && breaker.depthM <= deepest
  const surf = breaker && beach ? surfNumber(beach, breaker.heightM, periodS) : 0
  const wantedKind = sea.wish ?? null
  const heightMm = modelMm(breaker?.heightM ?? offHeight, scale)
  const wish =
    wantedKind &&
    wished(wantedKind, {
      scale,
      heightMm,
      beachSlope: beach,
      deepestM: deepest,
      byNature: meets ? breakerKind(surf) : null,
      tides: () =>
        sea.drive !== 'breaker' || of
          ? []
          : tidesTo(wantedKind, {
              sea,
              pool,
              bed,
              depthM,
              painted,
              scale,
              heightM: breaker!.heightM,
              periodS
            })
    })
  const asDrawn = drawnAs(wantedKind, surf)
  const spacing = (depth: number) => modelMm(wavelength(periodS, depth), scale)
  const arrivalS =
    of?.arrivalS ?? arrivalTimes(bed.grid, depthM, cellM, sea.headingDeg, periodS, deepest)
  const lengthCells = wavelength(periodS, deepest) / cellM
  const gathers = of?.gathers ?? gathering(bed.grid, depthM, sea.headingDeg, arrivalS, lengthCells)
  const open = pool.standing.length > 0 ? openness(bed.grid, depthM, sea.headingDeg) : null
  const fieldMm = heights(depthM, periodS, breaker, offHeight, deepest, scale, { open, gathers })
  const last = arrivalS.reduce((most, t) => (t > most ? t : most), 0)
  const crests: Point2[][] = []
  for (let t = sea.phase * periodS; t < last && crests.length < 400; t += periodS)
    crests.push(
      ...isolines(bed.grid, arrivalS, t)
        .filter((l) => l.length > 3)
        .map(smoothed)
    )
  const runUpMm = meets ? modelMm(runUp(breaker!.heightM, surf), scale) : 0
  const form: SeaForm = {
    ...nothing,
    wind,
    periodS,
    tooShortS: periodS > sea.periodS && !wind ? sea.periodS : null,
    beachSlope: beach,
    offshoreHeightMm: modelMm(offHeight, scale),
    breakerMm: heightMm,
    wish,
    breaks: meets
      ? {
          kind: asDrawn.kind,
          iribarren: surf,
          depthMm: modelMm(breaker!.depthM, scale) / painted,
          offshoreMm: modelMm(breaker!.depthM / beach!, scale),
          runUpMm
        }
      : null,
    spacingMm: {
      offshore: spacing(deepest),
      atBreak: breaker ? spacing(breaker.depthM) : null,
      at2: breaker ? spacing(2 * breaker.depthM) : null,
      at4: breaker ? spacing(4 * breaker.depthM) : null
    },
    crests,
    breakLine: meets
      ? isolines(bed.grid, depthM, breaker!.depthM)
          .filter((l) => l.length > 3)
          .map(smoothed)
      : [],
    whitecapPct: whitecaps(sea.windMS),
    gathers,
    arrivalS,
    heightMm: fieldMm
  }
  const built =
    sea.crest && breaker
      ? builtCrest(
          sea,
          form,
          bed,
          breaker,
          surf > 0
            ? asDrawn
            : drawnAs(wantedKind, surfNumber(UNSEEN_BEACH, breaker.heightM, periodS)),
          scale
        )
      : null
  if (of) return { ...form, crests: [], breakLine: [], whitecapPct: 0, built }
  const surface = ground.pools.find((g) => g.id === sea.pool)?.surface
  return {
    ...form,
    ...(surface && meets ? swash(bed, surface, pool, { runUpMm, surf }) : {}),
    built
  }
}

/**
 * The crest the builder asked for: through its point, square to the way the waves run there, bent
 * like the crest that passes.
 */
function builtCrest(
  sea: SeaShape,
  form: SeaForm,
  bed: BedMap,
  breaker: Breaking,
  drawn: Pick<ModelFace, 'kind'> & { iribarren: number },
  scale: number
): SeaForm['built'] {
  const { x, y, whole } = sea.crest!
  const lengthMm = whole ? Infinity : sea.crest!.lengthMm
  const cell = cellAt(bed.grid, [x, y])
  if (cell < 0 || Number.isNaN(form.arrivalS[cell])) return null
  const lines = isolines(bed.grid, form.arrivalS, form.arrivalS[cell])
  const near = lines
    .map((line) => ({
      line,
      at: line.reduce(
        (best, p, i) =>
          Math.hypot(p[0] - x, p[1] - y) < Math.hypot(line[best][0] - x, line[best][1] - y)
            ? i
            : best,
        0
      )
    }))
    .sort(
      (a, b) =>
        Math.hypot(a.line[a.at][0] - x, a.line[a.at][1] - y) -
        Math.hypot(b.line[b.at][0] - x, b.line[b.at][1] - y)
    )[0]
  if (!near) return null
  const grow = (step: 1 | -1): Point2[] => {
    const out: Point2[] = []
    let length = 0
    for (
      let i = near.at;
      i + step >= 0 && i + step < near.line.length && length < lengthMm / 2;
      i += step
    ) {
      length += Math.hypot(
        near.line[i + step][0] - near.line[i][0],
        near.line[i + step][1] - near.line[i][1]
      )
      out.push(near.line[i + step])
    }
    return out
  }
  const line = smoothed(smoothed([...grow(-1).reverse(), near.line[near.at], ...grow(1)]))
  const stage = stageAt(form, bed.depthMm[cell], (sea.wish ?? null) !== null)
  // out of its place a further crest is as high as the waves are there, and has no curl
  const breakingMm = modelMm(breaker.heightM, scale)
  const heightMm = stage === 'breaks' ? breakingMm : Math.min(breakingMm, form.heightMm[cell])
  const shown = stage === 'breaks' ? drawn : drawnAs('spilling', drawn.iribarren)
  const room = roomAround(bed, near.line[near.at], sea.headingDeg)
  const face = faceOnModel(
    { ...shown, breakDepthM: breaker.depthM },
    heightMm,
    scale,
    form.periodS,
    Math.min(MADE_HEIGHTS * heightMm, 2 * room.behindMm)
  )
  const [a, b] = [line[0], line.at(-1)!]
  const square = degrees(Math.atan2(b[1] - a[1], b[0] - a[0])) + 90
  // of the two ways square to the crest, the one the waves travel
  const headingDeg = Math.cos(radians(square - sea.headingDeg)) >= 0 ? square : square - 180
  const laid = Math.cos(radians(square - sea.headingDeg)) >= 0 ? line : [...line].reverse()
  return {
    line: laid,
    stage,
    depthMm: bed.depthMm[cell],
    headingDeg,
    face,
    stations: stationsOf(laid, face.heightMm, bed, form.heightMm, whole ? 1 : ENDS_SHARE),
    outgrowsMm: Math.max(
      0,
      -Math.min(...face.profile.map((p) => p[0])) - room.behindMm,
      Math.max(...face.profile.map((p) => p[0])) - room.aheadMm
    )
  }
}

export type CrestStage = 'rises' | 'breaks' | 'has broken'
/** In so much more or less water than it breaks in, as a share, a crest has yet to break or has broken. Common practice, no source. */
const [YET, SPENT] = [1.15, 0.6]

/** What is wished, and the crest that a sea is chosen for, breaks where it stands. */
function stageAt({ further, breaks }: SeaForm, depthMm: number, wishes: boolean): CrestStage {
  if (!further || wishes || !breaks) return 'breaks'
  if (depthMm > YET * breaks.depthMm) return 'rises'
  return depthMm < SPENT * breaks.depthMm ? 'has broken' : 'breaks'
}

/** A crest is made no longer from trough to trough than so many of its heights. Common practice, no source. */
const MADE_HEIGHTS = 5

/** From a place back along the way of the waves to the end of the water, and ahead to the end of the board, mm. */
function roomAround(
  bed: BedMap,
  [x, y]: Point2,
  headingDeg: number
): { behindMm: number; aheadMm: number } {
  const [kx, ky] = headed(headingDeg)
  const step = bed.grid.cellMm
  const far = (way: 1 | -1, ends: (cell: number) => boolean) => {
    let mm = 0
    while (!ends(cellAt(bed.grid, [x + way * kx * (mm + step), y + way * ky * (mm + step)])))
      mm += step
    return mm
  }
  return {
    behindMm: far(-1, (c) => c < 0 || !(bed.depthMm[c] > 0)),
    aheadMm: far(1, (c) => c < 0)
  }
}

/** Sections along a crest. */
const SECTIONS = 5
/** A crest dies away at its ends to this share of its height. Common practice, no source. */
const ENDS_SHARE = 0.55

/** How high the crest stands at its stations: as the water there lets it, and lower towards ends that are free. */
function stationsOf(
  line: readonly Point2[],
  heightMm: number,
  bed: BedMap,
  fieldMm: Float64Array,
  endsShare: number
): CrestStation[] {
  const length = lineLength(line)
  return evenly(line, SECTIONS - 1).map((at, i) => {
    const t = i / (SECTIONS - 1)
    const cell = cellAt(bed.grid, at)
    const here =
      cell >= 0 && fieldMm[cell] > 0
        ? Math.min(heightMm, Math.max(fieldMm[cell], 0.5 * heightMm))
        : 0.5 * heightMm
    return {
      sMm: t * length,
      heightMm: here * (endsShare + (1 - endsShare) * Math.sin(Math.PI * t) ** 0.7)
    }
  })
}

function heights(
  depthM: Float64Array,
  periodS: number,
  breaker: Breaking | null,
  offHeight: number,
  deepest: number,
  scale: number,
  { open, gathers }: { open: Float64Array | null; gathers: Float64Array }
): Float64Array {
  const out = new Float64Array(depthM.length)
  const off = shoaling(periodS, deepest)
  const table = Array.from({ length: 101 }, (_, i) =>
    shoaling(periodS, Math.max(0.02, (deepest * i) / 100))
  )
  for (let c = 0; c < depthM.length; c++) {
    const d = depthM[c]
    if (!(d > 0)) continue
    const free = open?.[c] ?? 1
    // what stands in the lee of a rock has come round it, not over the bed
    const bent = 1 + (gathers[c] - 1) * free
    const shoaled =
      free * bent * offHeight * (table[Math.min(100, Math.round((d / deepest) * 100))] / off)
    const limit = breaker ? (breaker.heightM / breaker.depthM) * d : 0.78 * d
    out[c] = modelMm(Math.min(shoaled, limit), scale)
  }
  return out
}

/** Corners rounded off: each point half-way to the mean of its neighbours. */
function smoothed(line: readonly Point2[]): Point2[] {
  return line.map((p, i) =>
    i === 0 || i === line.length - 1
      ? p
      : [
          (line[i - 1][0] + 2 * p[0] + line[i + 1][0]) / 4,
          (line[i - 1][1] + 2 * p[1] + line[i + 1][1]) / 4
        ]
  )
}
