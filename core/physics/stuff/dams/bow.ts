import { GRAVITY } from '../../gravity'
import { bend } from './plate'

export interface DamInput {
  heightMm: number
  spanMm: number
  thicknessMm: number
  modulusGPa: number
  poisson?: number
  liquidGCm3: number
  edges: 'clamped' | 'held'
  /** Bow that the eye forgives, mm. */
  limitMm?: number
}

export interface DamAnswer {
  bowMm: number
  extraMl: number
  /**
   * Largest distance between supports at which the bow stays within the limit, mm; the span itself
   * where it already does.
   */
  braceEveryMm: number
}

/** A bow in a level edge that the eye forgives, mm. Common practice, no source. */
export const BOW_LIMIT_MM = 0.5
export const POISSON = 0.35

function bowOf(input: DamInput, spanMm: number): { bowMm: number; extraMl: number } {
  const height = input.heightMm / 1000
  const foot = input.liquidGCm3 * 1000 * GRAVITY * height
  const { mostM, volumeM3 } = bend(
    {
      widthM: spanMm / 1000,
      heightM: height,
      thicknessM: input.thicknessMm / 1000,
      modulusPa: input.modulusGPa * 1e9,
      poisson: input.poisson ?? POISSON,
      edges: input.edges,
      top: 'free'
    },
    (_, y) => foot * (1 - y)
  )
  return { bowMm: mostM * 1000, extraMl: volumeM3 * 1e6 }
}

/**
 * What a panel does under the liquid it holds back: a thin plate held or clamped at foot and sides,
 * free at the top, under
 * pressure that grows with depth to ρgd. Small-deflection theory: a bow much over the thickness is
 * overstated, which errs
 * to the safe side.
 *
 * @param input  height of the liquid and span between supports, mm; thickness mm; modulus GPa; liquid g/cm³
 * @returns      bow, mm; liquid the bow takes in, ml; distance between braces, mm
 * @source Timoshenko & Woinowsky-Krieger, Theory of Plates and Shells; written from memory
 * @example damBow({ heightMm: 15, spanMm: 60, thicknessMm: 0.25, modulusGPa: 1.8, liquidGCm3: 1.1,
 *   edges: 'held' })
 */
export function damBow(input: DamInput): DamAnswer {
  const limitMm = input.limitMm ?? BOW_LIMIT_MM
  const whole = bowOf(input, input.spanMm)
  let braceEveryMm = input.spanMm
  if (whole.bowMm > limitMm) {
    // bow grows about as a power of the span: secants in the logarithms, kept between what is known
    // to hold and what is not
    let [low, high] = [0, input.spanMm]
    let [seen, bow] = [input.spanMm, whole.bowMm]
    let power = 3
    for (let i = 0; i < 9 && (high - low) / high > 2e-3; i++) {
      const guess = seen * (limitMm / bow) ** (1 / power) * (bow > limitMm ? 0.9995 : 1.0005)
      const span = guess > low && guess < high ? guess : (low + high) / 2
      const next = bowOf(input, span).bowMm
      power = Math.min(6, Math.max(0.5, Math.log(next / bow) / Math.log(span / seen)))
      if (next <= limitMm) low = span
      else high = span
      ;[seen, bow] = [span, next]
    }
    braceEveryMm = low
  }
  return { ...whole, braceEveryMm }
}
