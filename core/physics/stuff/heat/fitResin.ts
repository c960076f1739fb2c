import { Matrix, solve } from 'ml-matrix'
import { filmCure, potLife } from './cup'
import { peaked, simulateCure, type GroundLayer } from './cureRun'
import { GAS_CONSTANT, KELVIN, type CureKinetics } from './kinetics'
import { EXTRUDED_FOAM, FIBRE_PLASTER, PLYWOOD } from './thermal'

/** What a bottle says. */
export interface ResinLabel {
  potLifeMin: number
  /** Resin in the cup that the pot life is told for, g. */
  potLifeG: number
  atC: number
  cureH: number
  /** Deepest layer the label allows, mm. */
  maxLayerMm?: number
}

/** A figure of the label that the others did not allow: what it says, and what the fit gives. */
export interface GivenUp {
  figure: 'potLifeMin' | 'cureH' | 'maxLayerMm'
  label: number
  /** For the pot life, min; for the cure time, h; for the layer, how warm it gets over timber at 25 °C. */
  gives: number
}

export interface FittedResin {
  resin: CureKinetics
  /** What the fitted model gives back for the label's own cup and film. */
  potLifeMin: number
  cureH: number
  /**
   * Hottest point of a pour as deep as the label allows, over timber at 25 °C; null when the label
   * gives no layer.
   */
  layerPeakC: number | null
  /** What of the label could not be met with the rest of it. */
  gaveUp: GivenUp[]
  /** What the label drives to an end of what is believed: told, for the fit is a guess there. */
  atEdge: ('activation' | 'heat')[]
}

/** Typical of an epoxy. From docs/models.md, `cure`, from memory. */
export const TYPICAL: CureKinetics = {
  a1PerS: 2e5,
  e1JMol: 55_000,
  a2PerS: 2e5,
  e2JMol: 55_000,
  m: 1,
  n: 2,
  heatJG: 400,
  cJGK: 1.8,
  kWMK: 0.2,
  densityGCm3: 1.1,
  gelAlpha: 0.6
}

/**
 * What a label's layer limit means: so deep a pour stays under this over timber at 25 °C, °C; one
 * of a quick kind (its cup lasts no longer than this, min) under that. From docs/models.md, typical.
 */
export const LAYER_PEAK_C = 60
const QUICK = { peakC: 80, potLifeMin: 10 } as const
/**
 * And over plastered foam in a warm shed it does not soften the foam. Common practice, no source:
 * labels say nothing of what lies under a pour, and people pour by them over foam.
 */
const SHED = { roomC: 28, peakC: 60, deepMm: 15 } as const
const TIMBER: readonly GroundLayer[] = [{ ...PLYWOOD, thicknessMm: 24 }]
const FOAM: readonly GroundLayer[] = [
  { ...FIBRE_PLASTER, thicknessMm: 3 },
  { ...EXTRUDED_FOAM, thicknessMm: 40 }
]

/** What is free in the fit, with the range that is believed and what is most likely. */
interface Free {
  low: number
  high: number
  likely: number
  sd: number
}
/**
 * Ranges of activation and heat from docs/models.md 18; of the share of the rate that is there
 * before anything has cured (its logarithm) and of the order, typical, from memory. A high order
 * stands for the slow end of a cure at room temperature, when the resin turns to glass.
 */
const FREE: readonly Free[] = [
  { low: 40_000, high: 60_000, likely: 49_000, sd: 4_000 },
  { low: 150, high: 500, likely: 290, sd: 60 },
  { low: Math.log(0.002), high: 0, likely: Math.log(0.2), sd: 1 },
  { low: 1.2, high: 3.4, likely: 2.2, sd: 0.5 }
]
/** How closely each figure is held: shares of pot life and cure time, °C of a layer. */
const HELD = { pot: 0.01, cure: 0.03, layerC: 3, shedC: 4, deepShedC: 16, small: 0.1 } as const
/** A tenth of the label's cup keeps at most so many times as long. Common practice, no source. */
const SMALL_CUP = 2.8
/** A figure off by more is given up: shares of pot life and cure time, °C of the layer. */
const GIVEN_UP = { pot: 0.03, cure: 0.15, layerC: 5 } as const
/** A cure time missed by more than this factor: no such resin. */
const CANNOT_BE = 2
const MOST_ROUNDS = 14
/** Within so much of an end of its range a figure sits at the edge. */
const EDGE = 0.02
/** So much left over, in squares of standard deviations, and the fit is tried from elsewhere too. */
const DOUBTFUL = 12
const COOLER = [46_000, 200, Math.log(0.15), 2.7]

/** A number between two, from any number, and back. */
const within = ({ low, high }: Free, x: number) => low + (high - low) / (1 + Math.exp(-x))
const from = ({ low, high }: Free, value: number) => Math.log((value - low) / (high - value))

function kineticsOf(x: readonly number[], atC: number): CureKinetics {
  const [e, heatJG, logShare, n] = FREE.map((free, i) => within(free, x[i]))
  const rate = Math.exp(x[4] + e / (GAS_CONSTANT * (atC + KELVIN)))
  const share = Math.exp(logShare)
  return {
    ...TYPICAL,
    a1PerS: rate * share,
    a2PerS: rate * (1 - share),
    e1JMol: e,
    e2JMol: e,
    heatJG,
    n
  }
}

/** Hottest point of one pour, °C, and when it gels, min; the run ends once its peak is past. */
function layerOf(
  resin: CureKinetics,
  thicknessMm: number,
  ground: readonly GroundLayer[],
  roomC: number
): { peakC: number; gelMin: number } {
  const { peakC, gelMin } = simulateCure(
    { resin, pours: [{ thicknessMm, atMin: 0 }], ground, roomC },
    0.5,
    peaked(roomC)
  )
  return { peakC, gelMin: gelMin ?? Infinity }
}

const over = (value: number, limit: number, sd: number) => Math.max(0, value - limit) / sd

/** How far a resin is from the label and from what is likely, in standard deviations. */
function misses(label: ResinLabel, x: readonly number[]): number[] {
  const resin = kineticsOf(x, label.atC)
  const pot = potLife(resin, label.potLifeG, label.atC)
  const small = potLife(resin, label.potLifeG / 10, label.atC)
  const off = [
    Math.log(pot / label.potLifeMin) / HELD.pot,
    over(Math.log(small / pot), Math.log(SMALL_CUP), HELD.small),
    Math.log(filmCure(resin, label.atC) / label.cureH) / HELD.cure,
    ...FREE.map((free, i) => (within(free, x[i]) - free.likely) / free.sd)
  ].map((v) => (Number.isFinite(v) ? v : 1e3))
  if (label.maxLayerMm === undefined) return off
  const timber = layerOf(resin, label.maxLayerMm, TIMBER, 25)
  const limit = limitOf(label)
  const shed = layerOf(resin, label.maxLayerMm, FOAM, SHED.roomC)
  return [
    ...off,
    over(timber.peakC, limit, HELD.layerC),
    over(
      shed.peakC,
      limit + SHED.peakC - LAYER_PEAK_C,
      label.maxLayerMm > SHED.deepMm ? HELD.deepShedC : HELD.shedC
    ),
    // within its label's depth nothing gels in less than half its pot life
    over(Math.log(label.potLifeMin / 2), Math.log(timber.gelMin), 0.05)
  ]
}

const limitOf = (label: ResinLabel) =>
  label.potLifeMin <= QUICK.potLifeMin ? QUICK.peakC : LAYER_PEAK_C

/** Least squares by Levenberg's and Marquardt's damped steps, slopes by small differences. */
function leastSquares(
  of: (x: readonly number[]) => number[],
  begin: readonly number[]
): { x: number[]; left: number } {
  const sum = (r: readonly number[]) => r.reduce((all, v) => all + v * v, 0)
  let [x, r] = [[...begin], of(begin)]
  let damping = 0.03
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const step = 0.02
    const columns = x.map((_, i) =>
      of(x.map((v, k) => (k === i ? v + step : v))).map((v, k) => (v - r[k]) / step)
    )
    const slopes = new Matrix(columns).transpose()
    const normal = slopes.transpose().mmul(slopes)
    const downhill = slopes.transpose().mmul(Matrix.columnVector(r)).mul(-1)
    const before = sum(r)
    let better = false
    for (let tries = 0; tries < 5 && !better; tries++) {
      const damped = normal.clone()
      for (let i = 0; i < x.length; i++) damped.set(i, i, normal.get(i, i) * (1 + damping) + 1e-9)
      const by = solve(damped, downhill).to1DArray()
      const next = x.map((v, i) => v + Math.max(-1.5, Math.min(1.5, by[i])))
      const there = of(next)
      better = sum(there) < before
      damping = better ? damping / 4 : damping * 6
      if (better) [x, r] = [next, there]
    }
    if (!better || before - sum(r) < 2e-3 * (1 + before)) break
  }
  return { x, left: sum(r) }
}

/** Says which pot lives that cure time allows: at the corners of what is free. */
function cannotBe(label: ResinLabel): RangeError {
  const ends = [-5, 5]
  const pots = ends.flatMap((e) =>
    ends.flatMap((heat) =>
      ends.flatMap((share) =>
        ends.map((order) => {
          const x = [e, heat, share, order, Math.log(1 / (label.cureH * 3600))]
          for (let i = 0; i < 12; i++)
            x[4] += Math.max(
              -2,
              Math.min(2, Math.log(filmCure(kineticsOf(x, label.atC), label.atC) / label.cureH))
            )
          return potLife(kineticsOf(x, label.atC), label.potLifeG, label.atC)
        })
      )
    )
  )
  const say = (minutes: number) =>
    minutes >= 10 ? Math.round(minutes) : Math.round(minutes * 10) / 10
  return new RangeError(
    `potLifeMin: was ${label.potLifeMin}; with a cure time of ${label.cureH} h at ${label.atC} °C a cup of ${label.potLifeG} g can have ${say(Math.min(...pots))} to ${say(Math.max(...pots))} min`
  )
}

/**
 * Turns a bottle's label into behaviour. Pot life in its own cup, cure of a 3 mm film and, where the
 * label gives one, the deepest layer are weighed together by least squares; free are both rate
 * constants, activation (40–60 kJ/mol), heat (150–500 J/g) and order. What cannot all be met is told.
 *
 * @param label  pot life min in a cup of `potLifeG`, cure h, both at `atC`; deepest layer mm
 * @returns      kinetics, what they give back for the label's cup, film and layer, and what of the
 *   label was given up
 * @throws RangeError when no resin has that pot life with that cure time
 * @source Kamal & Sourour 1973; the cup of ASTM D2471; Levenberg 1944, Marquardt 1963; from memory
 * @example fitResin({ potLifeMin: 35, potLifeG: 100, atC: 25, cureH: 72, maxLayerMm: 5 }).gaveUp // []
 */
export function fitResin(label: ResinLabel): FittedResin {
  // slow enough to begin with that neither cup nor film runs away
  const rate = Math.log(1 / (60 * Math.max(label.potLifeMin, 4 * label.cureH)))
  const fitFrom = (begin: readonly number[]) =>
    leastSquares((x) => misses(label, x), [...begin.map((v, i) => from(FREE[i], v)), rate])
  let fit = fitFrom(FREE.map((free) => free.likely))
  if (fit.left > DOUBTFUL) {
    const cooler = fitFrom(COOLER)
    if (cooler.left < fit.left) fit = cooler
  }
  const resin = kineticsOf(fit.x, label.atC)
  const potLifeMin = potLife(resin, label.potLifeG, label.atC)
  const cureH = filmCure(resin, label.atC)
  const off = Math.abs(Math.log(cureH / label.cureH))
  const cupOff = Math.abs(Math.log(potLifeMin / label.potLifeMin))
  if (!(off < Math.log(CANNOT_BE) && cupOff < 0.1)) throw cannotBe(label)
  const layerPeakC =
    label.maxLayerMm === undefined ? null : layerOf(resin, label.maxLayerMm, TIMBER, 25).peakC
  const gaveUp: GivenUp[] = []
  if (cupOff > GIVEN_UP.pot)
    gaveUp.push({ figure: 'potLifeMin', label: label.potLifeMin, gives: potLifeMin })
  if (off > GIVEN_UP.cure) gaveUp.push({ figure: 'cureH', label: label.cureH, gives: cureH })
  if (layerPeakC !== null && layerPeakC > limitOf(label) + GIVEN_UP.layerC)
    gaveUp.push({ figure: 'maxLayerMm', label: label.maxLayerMm!, gives: layerPeakC })
  const atEdge = (['activation', 'heat'] as const).filter((_, i) => {
    const { low, high } = FREE[i]
    const share = (within(FREE[i], fit.x[i]) - low) / (high - low)
    return share < EDGE || share > 1 - EDGE
  })
  return { resin, potLifeMin, cureH, layerPeakC, gaveUp, atEdge }
}
