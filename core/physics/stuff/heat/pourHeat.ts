import { lastAnswers } from '../../solve/lastAnswers'
import { halved } from '../../solve/halving'
import {
  atItsWarmest,
  peaked,
  peakRange,
  simulateCure,
  SURFACE_WM2K,
  type CureAnswer,
  type CureInput,
  type CurvePoint,
  type GroundLayer,
  type PeakRange
} from './cureRun'
import type { CureKinetics } from './kinetics'
import { HOT_C, verdictOf, type HeatVerdict } from './verdict'

/** Something that gives way in the heat, and the warmest it is allowed to get. */
export interface HeatLimit {
  what: 'ground' | 'dam' | 'resin'
  name: string
  softensC: number
}

export interface PourHeatInput {
  resin: CureKinetics
  /**
   * Thickness of each band at the deepest, from the bottom up, mm: pours don't run from one into
   * the next.
   */
  bandsMm: readonly number[]
  labelMm: number
  /** From the resin downwards. */
  ground: readonly GroundLayer[]
  groundName: string
  groundSoftensC: number | null
  /** Which of the ground's layers that is, from the resin downwards; null: none of them gives way. */
  softLayer: number | null
  dam: { what: string; atC: number; thicknessMm: number; kWMK: number } | null
  roomC: number
  /** Through the pool's sides, W/m³K; see `sideLoss`. */
  sideWM3K: number
  /** Pours wanted by the builder; null: the fewest that all of them bear. */
  pours: number | null
  heed: 'heat' | 'label'
}

/**
 * What a number of pours would do: hottest resin, the ground that gives way first, and the dam's
 * face, °C.
 */
export interface PourTrial extends PeakRange {
  pours: number
  thicknessMm: number
  peakC: number
  groundPeakC: number
  damPeakLoC: number
  damPeakC: number
  damPeakHiC: number
  verdict: HeatVerdict
  /** What the upper end of the range is past: all bear it only where there is none. */
  broken: HeatLimit[]
}

export interface PourHeat extends PourTrial {
  /** Pours from the bottom up: thickness, mm, and the band each belongs to. */
  layers: { thicknessMm: number; band: number }[]
  limits: HeatLimit[]
  /** Thickest pour that all limits bear, mm. */
  bearableMm: number
  labelMm: number
  /** Pours by the label alone. */
  labelPours: number
  /** One pour fewer, where there is more than one; and one more. */
  fewer: PourTrial | null
  more: PourTrial | null
  sideWM3K: number
  roomC: number
  curve: CurvePoint[]
  /** When the run pours each, min from the first: as soon as the one before is firm. */
  startsMin: number[]
  /** Each pour, min from its own pouring. */
  each: CureAnswer['pours']
  /** Of the slowest pour, min from its pouring; null: not within 30 days. */
  gelMin: number | null
  firmMin: number | null
  curedMin: number | null
  /** When the dam may come off, min from the last pour. */
  undamMin: number | null
  /**
   * When the next pour goes on the one before: bonds and blends from `opensMin`, is planned at
   * `bestMin`, wants a scuff after `closesMin`.
   */
  next: { opensMin: number | null; bestMin: number | null; closesMin: number | null }
}

/** Gap between pours when one never gets firm in this room, min: the answer says so, the run goes on. */
const COLD_GAP_MIN = 14 * 1440
const MOST_POURS = 40
/** Thicker than any pour anybody makes, mm. */
const THICKEST_MM = 400
const BANK_MM = 20
/**
 * A pour feels the heat of so many below it, and no further ones: peaks of a stack of more are those
 * of its lowest, where the thickest is among them: within a degree of the whole stack's.
 */
const FELT_POURS = 12
/** Ranges, and what other numbers of pours would do, bear a coarser grid: within half a degree. */
const COARSE = 0.5

/**
 * Loss through the sides of a pool, W for each m³ of resin and K: its walls, as the shell and a
 * bank of foam let heat
 * through, over its surface. The one-dimensional run takes it as a loss of every layer. A wide pool
 * hardly has any; a
 * small deep one cools by it.
 *
 * @param perimeterMm  of the water's edge
 * @param areaMm2      of its surface
 * @param wall         shell and landform, from the resin outwards
 */
export function sideLoss(
  perimeterMm: number,
  areaMm2: number,
  wall: readonly GroundLayer[]
): number {
  if (areaMm2 <= 0) return 0
  const resistance = wall.reduce(
    (sum, layer) => sum + Math.min(layer.thicknessMm, BANK_MM) / 1000 / layer.kWMK,
    1 / SURFACE_WM2K
  )
  return perimeterMm / 1000 / (areaMm2 / 1e6) / resistance
}

/**
 * Temperature of a dam's inner face from that of the core: through half the pour, the wall and the
 * air outside.
 */
export const damFaceC = (
  coreC: number,
  roomC: number,
  thicknessMm: number,
  resinKWMK: number,
  dam: { thicknessMm: number; kWMK: number }
): number => {
  const outside = 1 / SURFACE_WM2K + dam.thicknessMm / 1000 / dam.kWMK
  return roomC + ((coreC - roomC) * outside) / (outside + thicknessMm / 2000 / resinKWMK)
}

function limitsOf(input: PourHeatInput): HeatLimit[] {
  const limits: HeatLimit[] = [{ what: 'resin', name: 'the resin itself', softensC: HOT_C }]
  if (input.groundSoftensC !== null)
    limits.push({ what: 'ground', name: input.groundName, softensC: input.groundSoftensC })
  if (input.dam) limits.push({ what: 'dam', name: input.dam.what, softensC: input.dam.atC })
  return limits
}

/** Warmest that a layer of the ground gets, °C; where none is named, the foot of the resin. */
export const peakOf = (
  { layerPeaksC, groundPeakC }: Pick<CureAnswer, 'layerPeaksC' | 'groundPeakC'>,
  layer: number | null
): number => (layer === null ? groundPeakC : (layerPeaksC[layer] ?? groundPeakC))

function judged(
  input: PourHeatInput,
  limits: readonly HeatLimit[],
  pours: number,
  thicknessMm: number,
  answer: CureAnswer,
  range: PeakRange
): PourTrial {
  const groundPeakC = peakOf(answer, input.softLayer)
  const dam = (coreC: number) =>
    input.dam ? damFaceC(coreC, input.roomC, thicknessMm, input.resin.kWMK, input.dam) : input.roomC
  const damPeakHiC = dam(range.peakHiC)
  const at = { resin: range.peakHiC, ground: range.groundPeakHiC, dam: damPeakHiC }
  return {
    ...range,
    pours,
    thicknessMm,
    peakC: answer.peakC,
    groundPeakC,
    damPeakLoC: dam(range.peakLoC),
    damPeakC: dam(answer.peakC),
    damPeakHiC,
    verdict: verdictOf(answer.peakC, range.peakHiC),
    broken: limits.filter((l) => at[l.what] > l.softensC)
  }
}

const asCure = (
  input: PourHeatInput,
  pours: { thicknessMm: number; atMin: number }[]
): CureInput => ({
  resin: input.resin,
  pours,
  ground: input.ground,
  roomC: input.roomC,
  sideWM3K: input.sideWM3K
})

/** Whether every limit bears the warmest that one pour of a thickness may come to, alone. */
function bears(input: PourHeatInput, limits: readonly HeatLimit[], thicknessMm: number): boolean {
  const past = peaked(input.roomC)
  const answer = simulateCure(
    atItsWarmest(asCure(input, [{ thicknessMm, atMin: 0 }])),
    1,
    (seen) => seen.peakC > HOT_C || past(seen)
  )
  const ground = peakOf(answer, input.softLayer)
  const alone = {
    peakLoC: answer.peakC,
    peakHiC: answer.peakC,
    groundPeakLoC: ground,
    groundPeakHiC: ground
  }
  return judged(input, limits, 1, thicknessMm, answer, alone).broken.length === 0
}

const bearable = lastAnswers<number>(200)

/** Thickest pour that every limit bears, mm, by bisection: more resin is never cooler. */
function bearableMm(input: PourHeatInput, limits: readonly HeatLimit[]): number {
  const { resin, ground, roomC, sideWM3K, dam, softLayer } = input
  const key = JSON.stringify([resin, ground, roomC, sideWM3K, dam, softLayer, limits])
  const there = bearable.get(key)
  if (there !== undefined) return there
  const fine = (mm: number) => bears(input, limits, mm)
  let [low, high] = [0.2, 4]
  if (!fine(low)) high = low
  else while (high < THICKEST_MM && fine(high)) [low, high] = [high, high * 2]
  ;[low, high] = halved(low, high, fine, { steps: 7, within: 0.05 })
  const found = high >= THICKEST_MM && low >= THICKEST_MM / 2 ? THICKEST_MM : low
  bearable.set(key, found)
  return found
}

function layersFor(
  bandsMm: readonly number[],
  thickestMm: number,
  wanted: number | null
): PourHeat['layers'] {
  const counts =
    wanted === null
      ? bandsMm.map((mm) => Math.min(MOST_POURS, Math.ceil(mm / thickestMm - 1e-9)))
      : sharedOut(bandsMm, Math.min(MOST_POURS, wanted))
  return bandsMm.flatMap((mm, band) =>
    mm > 0
      ? Array.from({ length: Math.max(1, counts[band]) }, () => ({
          thicknessMm: mm / Math.max(1, counts[band]),
          band
        }))
      : []
  )
}

/**
 * So many pours over bands: each band has one, and every one more goes where the pours are thickest.
 *
 * @returns pours of each band; more than asked for only where there are more bands than that
 */
function sharedOut(bandsMm: readonly number[], wanted: number): number[] {
  const counts = bandsMm.map((mm) => (mm > 0 ? 1 : 0))
  for (let left = wanted - counts.filter((n) => n > 0).length; left > 0; left--) {
    const each = bandsMm.map((mm, i) => (mm > 0 ? mm / counts[i] : 0))
    counts[each.indexOf(Math.max(...each))]++
  }
  return counts
}

/**
 * The pours of a pool and their heat: as deep as the label says, or, where the builder lets heat
 * decide, the fewest that stay below what ground, dam and resin bear; run through on this ground in
 * this room, with what one pour fewer and one more would do, poured alike.
 *
 * One-dimensional at the deepest place, where it is warmest; a pool's sides are a loss of every
 * layer (`sideLoss`).
 *
 * @param input  thicknesses mm, temperatures °C
 * @returns      layers, peaks °C, times min; every number of pours answers, also one that boils
 */
export function pourHeat(input: PourHeatInput): PourHeat {
  const key = JSON.stringify(input)
  const there = pouredBefore.get(key)
  if (there) return there
  const made = pouredOut(input)
  pouredBefore.set(key, made)
  return made
}

/** The same pours come again: in what would be if, in the ways compared, in a build left and opened. */
const pouredBefore = lastAnswers<PourHeat>(60)

function pouredOut(input: PourHeatInput): PourHeat {
  const limits = limitsOf(input)
  const most = bearableMm(input, limits)
  const thickest = input.heed === 'label' ? input.labelMm : most
  let layers = layersFor(input.bandsMm, thickest, input.pours)
  let made = together(input, limits, layers)
  // later pours lie on resin that still gives off a little of its own heat: where that tips it, one more
  for (
    let i = 0;
    i < 3 &&
    input.heed === 'heat' &&
    input.pours === null &&
    made.trial.broken.length > 0 &&
    layers.length < MOST_POURS;
    i++
  ) {
    layers = layersFor(
      input.bandsMm,
      (layers[0].thicknessMm * layers.length) / (layers.length + 1),
      null
    )
    made = together(input, limits, layers)
  }
  const { answer, trial, lastAtMin } = made
  const slowest = (pick: 'gelMin' | 'firmMin' | 'curedMin') =>
    answer.pours.reduce<number | null>(
      (worst, p) => (worst === null || p[pick] === null ? null : Math.max(worst, p[pick])),
      0
    )
  const startsMin = layers.map((_, i) =>
    layers.length > 1 ? (i * lastAtMin) / (layers.length - 1) : 0
  )
  return {
    ...trial,
    layers,
    limits,
    bearableMm: most,
    labelMm: input.labelMm,
    labelPours: layersFor(input.bandsMm, input.labelMm, null).length,
    fewer: another(input, limits, layers, -1),
    more: another(input, limits, layers, 1),
    sideWM3K: input.sideWM3K,
    roomC: input.roomC,
    curve: answer.curve,
    startsMin,
    each: answer.pours,
    gelMin: slowest('gelMin'),
    firmMin: slowest('firmMin'),
    curedMin: slowest('curedMin'),
    undamMin: undamAfter(answer.pours, startsMin),
    next: {
      opensMin: slowest('gelMin'),
      bestMin: slowest('firmMin'),
      closesMin: slowest('curedMin')
    }
  }
}

/**
 * When every pour stands without its dam, min from the last one: each counts from its own pouring, so
 * that neither cure nor warmth of the one below is taken for its own. Null: not within 30 days.
 */
function undamAfter(
  pours: readonly { undamMin: number | null }[],
  startsMin: readonly number[]
): number | null {
  const ends = pours.map((p, i) => (p.undamMin === null ? null : startsMin[i] + p.undamMin))
  if (ends.includes(null)) return null
  return Math.max(...(ends as number[])) - startsMin.at(-1)!
}

/**
 * One pour fewer, saved in the band where that makes the least difference, or one more: poured one on
 * the other like the plan's. Null where every band has but one, or nobody pours more.
 */
function another(
  input: PourHeatInput,
  limits: readonly HeatLimit[],
  layers: PourHeat['layers'],
  by: 1 | -1
): PourTrial | null {
  const bands = input.bandsMm.filter((mm) => mm > 0).length
  const pours = layers.length + by
  if (pours < bands || pours > MOST_POURS) return null
  return together(input, limits, layersFor(input.bandsMm, Infinity, pours), true).trial
}

/**
 * All pours, each on the one before as soon as that is firm.
 *
 * @param short  ends once the last pour is past its peak: whoever asks wants the peaks only
 */
function together(
  input: PourHeatInput,
  limits: readonly HeatLimit[],
  layers: PourHeat['layers'],
  short = false
): { answer: CureAnswer; trial: PourTrial; lastAtMin: number } {
  const thickest = Math.max(...layers.map((l) => l.thicknessMm))
  const thinnest = Math.min(...layers.map((l) => l.thicknessMm))
  // the thinnest pour is the coolest, and so the last to be firm
  const gap = layers.length > 1 ? firmAfter(input, thinnest) : 0
  const cure = asCure(
    input,
    layers.map((l, i) => ({ thicknessMm: l.thicknessMm, atMin: i * gap }))
  )
  const lowest = layers.slice(0, FELT_POURS)
  const felt = lowest.some((l) => l.thicknessMm === thickest)
    ? { ...cure, pours: cure.pours.slice(0, FELT_POURS) }
    : cure
  const past = peaked(input.roomC)
  const groundOf = (a: CureAnswer) => peakOf(a, input.softLayer)
  const answer = short ? simulateCure(felt, COARSE, past) : simulateCure(cure)
  const coarse = peakRange(felt, past, groundOf, COARSE)
  const ground = groundOf(answer)
  const range = {
    peakLoC: Math.min(coarse.peakLoC, answer.peakC),
    peakHiC: Math.max(coarse.peakHiC, answer.peakC),
    groundPeakLoC: Math.min(coarse.groundPeakLoC, ground),
    groundPeakHiC: Math.max(coarse.groundPeakHiC, ground)
  }
  return {
    answer,
    trial: judged(input, limits, layers.length, thickest, answer, range),
    lastAtMin: (layers.length - 1) * gap
  }
}

/** When one pour alone is firm, min. */
function firmAfter(input: PourHeatInput, thicknessMm: number): number {
  const cure = asCure(input, [{ thicknessMm, atMin: 0 }])
  return simulateCure(cure, 1, (seen) => seen.firm).firmMin ?? COLD_GAP_MIN
}
