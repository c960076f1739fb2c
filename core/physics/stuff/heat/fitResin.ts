import { filmCure, potLife } from './cup'
import { simulateCure } from './cureRun'
import { CURED_ALPHA, GAS_CONSTANT, KELVIN, type CureKinetics } from './kinetics'
import { EXTRUDED_FOAM, FIBRE_PLASTER } from './thermal'

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

export interface FittedResin {
  resin: CureKinetics
  /** What the fitted model gives back for the label's own cup and film. */
  potLifeMin: number
  cureH: number
  /**
   * Hottest point of a pour as deep as the label allows, over foam, °C; null when the label gives
   * no layer.
   */
  layerPeakC: number | null
}

/**
 * Typical of an epoxy; heat 350–500 J/g, activation 50–60 kJ/mol. From docs/models.md, `cure`, from
 * memory.
 */
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
 * A label's layer limit is taken as the depth that warms to this over foam, °C: short of what
 * softens it. Common practice, no source.
 */
export const LAYER_PEAK_C = 55
const HEAT_RANGE_JG: readonly [number, number] = [120, 500]
/**
 * The bed that a label's layer limit is judged over: a plastered slab of foam. Common practice, no
 * source.
 */
const LABEL_BED = [
  { ...FIBRE_PLASTER, thicknessMm: 3 },
  { ...EXTRUDED_FOAM, thicknessMm: 40 }
]

/**
 * Shapes of cure from early (−1) to late (2): first a higher order with no autocatalysis, then more
 * and more of it, then a
 * lower order. Pot life grows along it at the same cure time.
 */
function shaped(shape: number): Pick<CureKinetics, 'n'> & { first: number } {
  if (shape < 0) return { first: 1, n: 2 - 1.5 * shape }
  if (shape <= 1) return { first: 10 ** (-3 * shape), n: 2 }
  return { first: 1e-3, n: 2 - 0.9 * (shape - 1) }
}

/**
 * ∫ dα / ((f + (1−f)α)(1−α)ⁿ) from 0 to 0.95: what a film at one temperature takes at unit rate, by
 * Simpson's rule in ln(1−α).
 */
function isothermalTime(first: number, n: number): number {
  const end = -Math.log(1 - CURED_ALPHA)
  const f = (u: number) => Math.exp((n - 1) * u) / (first + (1 - first) * (1 - Math.exp(-u)))
  const steps = 2000
  let sum = f(0) + f(end)
  for (let i = 1; i < steps; i++) sum += (i % 2 ? 4 : 2) * f((end * i) / steps)
  return (sum * end) / steps / 3
}

/**
 * A resin of a shape whose film is cured when the label says: first as if it kept the room's
 * temperature, then mended. Null: it runs away even as a film.
 */
function rated(label: ResinLabel, shape: number, heatJG: number): CureKinetics | null {
  const { first, n } = shaped(shape)
  const arrhenius = Math.exp(TYPICAL.e1JMol / (GAS_CONSTANT * (label.atC + KELVIN)))
  let rate = (isothermalTime(first, n) / (label.cureH * 3600)) * arrhenius
  for (let i = 0; i < 12; i++) {
    const resin = { ...TYPICAL, a1PerS: rate * first, a2PerS: rate * (1 - first), n, heatJG }
    const ratio = filmCure(resin, label.atC) / label.cureH
    if (Math.abs(ratio - 1) < 3e-4) return resin
    rate *= Math.min(1.5, Math.max(0.67, ratio))
  }
  return null
}

interface Tried {
  shape: number
  resin: CureKinetics
  pot: number
}

/**
 * The shape whose cup gels at the pot life; or the shortest and longest pot lives there are.
 * `near`: a shape to look around first.
 */
function fitWith(
  label: ResinLabel,
  heatJG: number,
  near: number | null
): Tried | { shortest: number; longest: number } {
  const at = (shape: number): Tried | null => {
    const resin = rated(label, shape, heatJG)
    return resin && { shape, resin, pot: potLife(resin, label.potLifeG, label.atC) }
  }
  let a: Tried | null = null
  let b: Tried | null = null
  if (near !== null) {
    a = at(Math.max(-1, near - 0.15))
    b = at(Math.min(2, near + 0.15))
  }
  if (!a || a.pot > label.potLifeMin)
    for (let shape = -1; !(a = at(shape)) && shape < 2; shape += 0.1);
  if (!b || b.pot < label.potLifeMin) b = at(2)
  if (!a || !b) return { shortest: Infinity, longest: 0 }
  if (label.potLifeMin < a.pot || label.potLifeMin > b.pot)
    return { shortest: a.pot, longest: b.pot }
  let best = a
  for (let i = 0; i < 24 && Math.abs(best.pot / label.potLifeMin - 1) > 1e-3; i++) {
    // regula falsi on the logarithm, with a bisection every third step
    const share: number =
      i % 3 === 2
        ? 0.5
        : (Math.log(label.potLifeMin) - Math.log(a.pot)) / (Math.log(b.pot) - Math.log(a.pot))
    const tried = at(a.shape + Math.min(0.95, Math.max(0.05, share)) * (b.shape - a.shape))
    if (!tried) break
    best = tried
    if (best.pot < label.potLifeMin) a = best
    else b = best
  }
  return best
}

const layerPeak = (resin: CureKinetics, label: ResinLabel): number =>
  simulateCure({
    resin,
    pours: [{ thicknessMm: label.maxLayerMm!, atMin: 0 }],
    ground: LABEL_BED,
    roomC: label.atC
  }).peakC

/**
 * Turns a bottle's label into behaviour: rate constants for which the label's cup gels at the pot
 * life and a 3 mm film
 * reaches 0.95 at the cure time; where the label gives a deepest layer, also a heat of cure for
 * which that layer warms to
 * 55 °C over foam (between 120 and 500 J/g).
 *
 * @param label  pot life min in a cup of `potLifeG`, cure h, both at `atC`; deepest layer mm
 * @returns      kinetics, and what they give back for the label's cup, film and layer
 * @throws RangeError when no resin can have that pot life with that cure time
 * @source Kamal & Sourour 1973; the cup of ASTM D2471; from memory
 * @example fitResin({ potLifeMin: 35, potLifeG: 100, atC: 25, cureH: 72 }).potLifeMin // 35.0
 */
export function fitResin(label: ResinLabel): FittedResin {
  let fit: Tried | null = null
  const tryHeat = (heatJG: number): Tried | null => {
    const tried = fitWith(label, heatJG, fit?.shape ?? null)
    return 'resin' in tried ? tried : null
  }
  if (label.maxLayerMm !== undefined) {
    // the most heat that keeps the label's layer bearable, by bisection
    let [low, high] = HEAT_RANGE_JG
    fit = tryHeat(low)
    for (let i = 0; i < 8 && fit && high - low > 4; i++) {
      const heat = (low + high) / 2
      const tried = tryHeat(heat)
      if (tried && layerPeak(tried.resin, label) <= LAYER_PEAK_C) {
        low = heat
        fit = tried
      } else high = heat
    }
  }
  fit ??= fittedOrSaid(label)
  return {
    resin: fit.resin,
    potLifeMin: fit.pot,
    cureH: filmCure(fit.resin, label.atC),
    layerPeakC: label.maxLayerMm === undefined ? null : layerPeak(fit.resin, label)
  }
}

/**
 * A resin of ordinary heat; where its pot life can't be had with that cure time, one of less or
 * more heat.
 */
function fittedOrSaid(label: ResinLabel): Tried {
  const range = { shortest: Infinity, longest: 0 }
  for (const heat of [TYPICAL.heatJG, HEAT_RANGE_JG[1], 250, HEAT_RANGE_JG[0]]) {
    const fit = fitWith(label, heat, null)
    if ('resin' in fit) return fit
    range.shortest = Math.min(range.shortest, fit.shortest)
    range.longest = Math.max(range.longest, fit.longest)
  }
  const say = (minutes: number) =>
    minutes >= 10 ? Math.round(minutes) : Math.round(minutes * 10) / 10
  throw new RangeError(
    `potLifeMin: was ${label.potLifeMin}; with a cure time of ${label.cureH} h at ${label.atC} °C a cup of ${label.potLifeG} g can have ${say(range.shortest)} to ${say(range.longest)} min`
  )
}
