import { heatChain } from './conduction'
import { march, type CuringChain, type HeatBook } from './curing'
import { CURED_ALPHA, FIRM_ALPHA, UNDAM_ALPHA, type CureKinetics } from './kinetics'

export interface PourInput {
  thicknessMm: number
  /** When it is poured, min from the first. */
  atMin: number
}

export interface GroundLayer {
  kWMK: number
  cJGK: number
  densityGCm3: number
  thicknessMm: number
}

export interface CureInput {
  resin: CureKinetics
  pours: readonly PourInput[]
  /** From the resin downwards. */
  ground: readonly GroundLayer[]
  roomC: number
  /** Temperature of the mix as poured; left out: the room's. */
  mixC?: number
  /** End of the run, min; left out: when all is cured and cool, or 30 days after the last pour. */
  untilMin?: number
  topWM2K?: number
  footWM2K?: number
  /** Loss through the pool's sides, for each m³ of resin and K: the plan's treatment of a small deep pool. */
  sideWM3K?: number
}

export type CurvePoint = [min: number, maxC: number, groundC: number, minAlpha: number]

export interface CureAnswer {
  peakC: number
  peakAtMin: number
  groundPeakC: number
  /**
   * Hottest that the upper face of each ground layer gets, °C, from the resin downwards: the first
   * is the resin's foot.
   */
  layerPeaksC: number[]
  /**
   * When the least cured point of the last pour has gelled, is firm, is cured, min from the first
   * pour; null: not by the end.
   */
  gelMin: number | null
  firmMin: number | null
  curedMin: number | null
  curve: CurvePoint[]
  /**
   * Of each pour: hottest point while it cures, and its own gel, firm, fit to stand without its dam
   * and cured, min from its own pouring.
   */
  pours: {
    peakC: number
    groundPeakC: number
    gelMin: number | null
    firmMin: number | null
    undamMin: number | null
    curedMin: number | null
  }[]
  /** Heat released, kept and lost, J/m². */
  heat: { releasedJM2: number; storedJM2: number; lostJM2: number }
}

/** How a run stands: what is asked before the next step. */
export interface SeenInRun {
  hottestC: number
  peakC: number
  firm: boolean
}

/**
 * The peak is past for good: it has fallen by a third of its rise; or so little is left to cure
 * that none is coming.
 */
export const peaked =
  (roomC: number) =>
  ({ hottestC, peakC, firm }: SeenInRun): boolean =>
    (peakC - roomC > 1 && hottestC - roomC < 0.67 * (peakC - roomC)) || firm

/** Convection and radiation from a warm level face in a room, W/m²K. Typical, from memory. */
export const SURFACE_WM2K = 8
const LAST_DAYS_MIN = 43_200
const MOST_POINTS = 500

/** Cells of a layer: fine where cure makes steep gradients, never so many that a deep pour drags. */
const resinCells = (thicknessMm: number, finer: number) =>
  Math.round(finer * Math.min(60, Math.max(8, Math.ceil(thicknessMm / 0.5))))
/** All pours together: dozens of them are cut coarser, so that they answer too. */
const MOST_RESIN_CELLS = 260
const groundCells = (thicknessMm: number, finer: number) =>
  Math.round(finer * Math.min(24, Math.max(3, Math.ceil(thicknessMm / 2))))

/**
 * Heat and cure of pours on a ground: one-dimensional conduction with the heat of cure as a source,
 * each pour with its
 * own degree of cure, air above, and the ground's layers down to the table.
 *
 * @param input  thicknesses mm, times min, temperatures °C
 * @param finer  1, or a multiple of the cells, for checking the answer against its own refined grid
 * @param ended  asked after every step of the last pour: true ends the run early, when whoever asks
 *   has seen enough
 * @returns      peaks, °C; gel, firm and cured, min; the curve; the heat book, J/m²
 * @source Kamal & Sourour 1973; heat equation by finite volumes; written from memory
 * @example simulateCure({ resin: fitResin({ potLifeMin: 35, potLifeG: 100, atC: 25, cureH: 72 }).resin,
 *   pours: [{ thicknessMm: 5, atMin: 0 }], ground: [], roomC: 20 }).peakC
 */
export function simulateCure(
  input: CureInput,
  finer = 1,
  ended: (seen: SeenInRun) => boolean = () => false
): CureAnswer {
  const { resin, roomC, topWM2K = SURFACE_WM2K, footWM2K = SURFACE_WM2K, sideWM3K = 0 } = input
  const mixC = input.mixC ?? roomC
  const pours = [...input.pours].sort((a, b) => a.atMin - b.atMin)
  const below = [...input.ground].reverse().flatMap((layer) => {
    const cells = groundCells(layer.thicknessMm, finer)
    return Array.from({ length: cells }, () => ({ ...layer, dx: layer.thicknessMm / 1000 / cells }))
  })
  const wished = pours.map((p) => resinCells(p.thicknessMm, finer))
  const share = Math.min(1, (MOST_RESIN_CELLS * finer) / wished.reduce((a, b) => a + b, 0))
  const cellsOf = wished.map((cells) => Math.max(4, Math.floor(cells * share)))
  const size = below.length + cellsOf.reduce((a, b) => a + b, 0)
  const chain: CuringChain = {
    ...heatChain(size, roomC, roomC),
    alpha: new Float64Array(size),
    heatJ: new Float64Array(size)
  }
  const half = new Float64Array(size)
  const put = (i: number, dx: number, kWMK: number, cJGK: number, densityGCm3: number) => {
    chain.capacity[i] = dx * densityGCm3 * 1e6 * cJGK
    half[i] = (2 * kWMK) / dx
    chain.link[i] = i > 0 ? 1 / (1 / half[i - 1] + 1 / half[i]) : 0
  }
  below.forEach((c, i) => put(i, c.dx, c.kWMK, c.cJGK, c.densityGCm3))
  const outward = (h: number, i: number) => (h > 0 ? 1 / (1 / h + 1 / half[i]) : 0)
  const bed = below.length
  // the cell that lies on top of each ground layer, from the resin downwards
  const tops: number[] = []
  for (let i = bed, k = 0; k < input.ground.length; k++) {
    tops.push(i)
    i -= groundCells(input.ground[k].thicknessMm, finer)
  }
  const layerPeaksC = input.ground.map(() => -Infinity)

  const book: HeatBook = { released: 0, lost: 0, steps: 0 }
  const each = pours.map(() => ({
    peakC: mixC,
    groundPeakC: roomC,
    gelMin: null as number | null,
    firmMin: null as number | null,
    undamMin: null as number | null,
    curedMin: null as number | null
  }))
  const before = pours.map(() => ({ alpha: 0, min: 0 }))
  const curve: CurvePoint[] = []
  const answer = { peakC: -Infinity, peakAtMin: 0, groundPeakC: -Infinity }
  const untilMin = input.untilMin ?? pours.at(-1)!.atMin + LAST_DAYS_MIN
  const starts = pours.map((_, k) => bed + cellsOf.slice(0, k).reduce((a, b) => a + b, 0))
  let brought = 0

  const look = (timeS: number, latest: number): { done: boolean; ended: boolean } => {
    const min = timeS / 60
    let hottest = -Infinity
    for (let i = bed; i < chain.count; i++) if (chain.tempC[i] > hottest) hottest = chain.tempC[i]
    const under =
      bed > 0
        ? (half[bed - 1] * chain.tempC[bed - 1] + half[bed] * chain.tempC[bed]) /
          (half[bed - 1] + half[bed])
        : footFace(chain, half, footWM2K)
    let least = 1
    let slowest = 1
    for (let k = 0; k <= latest; k++) {
      let own = 1
      let warm = -Infinity
      for (let i = starts[k]; i < starts[k] + cellsOf[k]; i++) {
        if (chain.alpha[i] < own) own = chain.alpha[i]
        if (chain.tempC[i] > warm) warm = chain.tempC[i]
      }
      const p = each[k]
      if (k === latest && warm > p.peakC) p.peakC = warm
      if (k === latest && under > p.groundPeakC) p.groundPeakC = under
      const since = min - pours[k].atMin
      if (p.gelMin === null && own >= resin.gelAlpha) p.gelMin = since
      if (p.firmMin === null && own >= FIRM_ALPHA) p.firmMin = since
      if (p.undamMin === null && own >= UNDAM_ALPHA) p.undamMin = passedAt(before[k], own, since)
      if (p.curedMin === null && own >= CURED_ALPHA) p.curedMin = since
      before[k].alpha = own
      before[k].min = since
      if (own < slowest) slowest = own
      if (k === latest) least = own
    }
    for (let k = 0; k < tops.length; k++) {
      const i = tops[k]
      const face =
        (half[i - 1] * chain.tempC[i - 1] + half[i] * chain.tempC[i]) / (half[i - 1] + half[i])
      if (face > layerPeaksC[k]) layerPeaksC[k] = face
    }
    if (hottest > answer.peakC) [answer.peakC, answer.peakAtMin] = [hottest, min]
    if (under > answer.groundPeakC) answer.groundPeakC = under
    curve.push([min, hottest, under, least])
    return {
      done: slowest >= CURED_ALPHA && hottest - roomC < 0.05,
      ended:
        latest === pours.length - 1 &&
        ended({ hottestC: hottest, peakC: answer.peakC, firm: each[latest].firmMin !== null })
    }
  }

  for (const [k, pour] of pours.entries()) {
    const fromS = Math.max(0, pour.atMin * 60)
    const dx = pour.thicknessMm / 1000 / cellsOf[k]
    for (let c = 0; c < cellsOf[k]; c++) {
      const i = starts[k] + c
      put(i, dx, resin.kWMK, resin.cJGK, resin.densityGCm3)
      chain.tempC[i] = mixC
      chain.heatJ[i] = dx * resin.densityGCm3 * 1e6 * resin.heatJG
      chain.side[i] = sideWM3K * dx
      brought += chain.capacity[i] * (mixC - roomC)
    }
    chain.count = starts[k] + cellsOf[k]
    chain.foot = outward(footWM2K, 0)
    chain.top = outward(topWM2K, chain.count - 1)
    look(fromS, k)
    const last = k === pours.length - 1
    const toS = last ? untilMin * 60 : Math.max(fromS, pours[k + 1].atMin * 60)
    march(
      chain,
      resin,
      fromS,
      Math.min(toS, untilMin * 60),
      (t) => {
        const now = look(t, k)
        return !(now.ended || (now.done && last && input.untilMin === undefined))
      },
      book
    )
    if (toS > untilMin * 60) break
  }
  const kept = chain.tempC.reduce((sum, t, i) => sum + chain.capacity[i] * (t - roomC), 0)
  const end = each.at(-1)!
  const since = (value: number | null) => (value === null ? null : value + pours.at(-1)!.atMin)
  return {
    ...answer,
    layerPeaksC,
    gelMin: since(end.gelMin),
    firmMin: since(end.firmMin),
    curedMin: since(end.curedMin),
    pours: each,
    curve: thinned(curve),
    heat: { releasedJM2: book.released, lostJM2: book.lost, storedJM2: kept - brought }
  }
}

/** When a degree of cure was passed between two looks at a pour, min. */
const passedAt = (before: { alpha: number; min: number }, alpha: number, min: number): number =>
  alpha > before.alpha
    ? before.min + ((UNDAM_ALPHA - before.alpha) / (alpha - before.alpha)) * (min - before.min)
    : min

/** Temperature of the resin's foot where there is no ground under it. */
function footFace(chain: CuringChain, half: Float64Array, footWM2K: number): number {
  return (half[0] * chain.tempC[0] + footWM2K * chain.airC) / (half[0] + footWM2K)
}

/** A curve short enough to draw, that keeps its highest point. */
function thinned(curve: CurvePoint[]): CurvePoint[] {
  if (curve.length <= MOST_POINTS) return curve
  const stride = curve.length / MOST_POINTS
  const hottest = curve.reduce((best, p, i) => (p[1] > curve[best][1] ? i : best), 0)
  const keep = new Set(
    Array.from({ length: MOST_POINTS }, (_, i) => Math.floor(i * stride)).concat(
      hottest,
      curve.length - 1
    )
  )
  return curve.filter((_, i) => keep.has(i))
}

/** What a label leaves open: rates of cure, as shares, and how well a face passes heat, W/m²K. */
export const LEFT_OPEN = { rates: [0.8, 1.2], faceWM2K: [10, 6] } as const

/** Peaks with the lowest and the highest that the label leaves open, °C. */
export interface PeakRange {
  peakLoC: number
  peakHiC: number
  groundPeakLoC: number
  groundPeakHiC: number
}

/** The same pours by one edge of what a label leaves open: 0 the coolest, 1 the warmest. */
function atEdge(input: CureInput, edge: 0 | 1): CureInput {
  const { resin, topWM2K = SURFACE_WM2K, footWM2K = SURFACE_WM2K } = input
  const share = LEFT_OPEN.rates[edge]
  const face = LEFT_OPEN.faceWM2K[edge] / SURFACE_WM2K
  return {
    ...input,
    resin: { ...resin, a1PerS: resin.a1PerS * share, a2PerS: resin.a2PerS * share },
    topWM2K: topWM2K * face,
    footWM2K: footWM2K * face
  }
}

/** The warmest that pours may come to: cure as quick and air as still as a label leaves open. */
export const atItsWarmest = (input: CureInput): CureInput => atEdge(input, 1)

/**
 * The edges of what a label leaves open: the same run with slower cure and airier faces, and with
 * quicker cure and faces in still air.
 *
 * @param groundOf  the warmest of the ground in a run, °C; left out: the resin's foot
 * @param finer     as in `simulateCure`: a range bears a coarser grid than the peak itself
 * @source docs/models.md 18: rates ± 20 %, 6 to 10 W/m²K; typical, from memory
 */
export function peakRange(
  input: CureInput,
  ended?: (seen: SeenInRun) => boolean,
  groundOf: (answer: CureAnswer) => number = (answer) => answer.groundPeakC,
  finer = 1
): PeakRange {
  const [low, high] = ([0, 1] as const).map((edge) =>
    simulateCure(atEdge(input, edge), finer, ended)
  )
  return {
    peakLoC: low.peakC,
    peakHiC: high.peakC,
    groundPeakLoC: groundOf(low),
    groundPeakHiC: groundOf(high)
  }
}
