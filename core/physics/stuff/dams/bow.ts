import { GRAVITY } from '../../gravity'
import { halvedTo } from '../../solve/halving'
import { bend, type Bend, type Plate } from './plate'

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
  const plate = {
    widthM: spanMm / 1000,
    heightM: height,
    thicknessM: input.thicknessMm / 1000,
    modulusPa: input.modulusGPa * 1e9,
    poisson: input.poisson ?? POISSON,
    edges: input.edges,
    top: 'free' as const
  }
  const small = bend(plate, (_, y) => foot * (1 - y))
  const share = stretched(plate, small, (_, y) => foot * (1 - y))
  return { bowMm: small.mostM * share * 1000, extraMl: small.volumeM3 * share * 1e6 }
}

/**
 * Share of the small deflection that is left when the panel, held at both ends, must stretch to bow:
 * the pressure is borne by bending and by tension along the span, which grows with the cube of the
 * bow.
 *
 * In the shape w = A·φ of the small deflection, whose bending alone gives A₀: A/A₀ + c·A³ = 1, where
 * c·W = E·t·π⁴/(8L³)·∫φ⁴dy over the middle of the span, W = ∫∫p·φ.
 *
 * @source Föppl's sum of bending and tension; Timoshenko & Woinowsky-Krieger, ch. 13, by Galerkin
 *   with one shape; written from memory
 */
function stretched(
  { widthM, heightM, thicknessM, modulusPa }: Plate,
  { at, mostM }: Bend,
  pressurePa: (x: number, y: number) => number
): number {
  if (mostM <= 0) return 1
  const steps = 20
  let [work, tension] = [0, 0]
  for (let j = 0; j < steps; j++) {
    const y = (j + 0.5) / steps
    tension += (at(0.5, y) / mostM) ** 4 * (heightM / steps)
    for (let i = 0; i < steps; i++) {
      const x = (i + 0.5) / steps
      work += ((pressurePa(x, y) * at(x, y)) / mostM) * ((widthM * heightM) / steps ** 2)
    }
  }
  const cubic =
    ((modulusPa * thicknessM * Math.PI ** 4) / (8 * widthM ** 3)) * tension * (mostM ** 3 / work)
  return halvedTo(0, 1, (share) => share + cubic * share ** 3 < 1, { steps: 40 })
}

/**
 * What a panel does under the liquid it holds back: a thin plate held or clamped at foot and sides,
 * free at the top, under
 * pressure that grows with depth to ρgd; what bows must stretch, which holds a thin panel back.
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
