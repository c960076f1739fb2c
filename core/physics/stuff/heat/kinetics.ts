/** How a resin cures and what heat it makes and carries, in the units of the published contract. */
export interface CureKinetics {
  a1PerS: number
  e1JMol: number
  a2PerS: number
  e2JMol: number
  m: number
  n: number
  heatJG: number
  cJGK: number
  kWMK: number
  densityGCm3: number
  /** Degree of cure at which the resin stops flowing. */
  gelAlpha: number
}

/** Molar gas constant, J/(mol·K). CODATA 2018. */
export const GAS_CONSTANT = 8.314462618
export const KELVIN = 273.15

/** Degrees of cure that have a name, beside `gelAlpha`. From docs/models.md, `cure`. */
export const FIRM_ALPHA = 0.8
export const CURED_ALPHA = 0.95
/**
 * Degree of cure at which a pour stands without its dam. Common practice, no source (it makes the
 * day of P6).
 */
export const UNDAM_ALPHA = 0.82

/**
 * Rate of cure of an autocatalytic resin: dα/dt = (k₁ + k₂αᵐ)(1−α)ⁿ with kᵢ = Aᵢ·exp(−Eᵢ/RT).
 *
 * @param resin  kinetics
 * @param alpha  degree of cure, 0 to 1
 * @param tempC  temperature, °C
 * @returns      1/s
 * @source Kamal & Sourour 1973, written from memory
 */
export function cureRate(resin: CureKinetics, alpha: number, tempC: number): number {
  if (alpha >= 1) return 0
  const kelvin = Math.max(1, tempC + KELVIN)
  const first = Math.exp(-resin.e1JMol / (GAS_CONSTANT * kelvin))
  const second =
    resin.e2JMol === resin.e1JMol ? first : Math.exp(-resin.e2JMol / (GAS_CONSTANT * kelvin))
  const left = 1 - alpha
  const order = resin.n === 2 ? left * left : left ** resin.n
  const own = resin.m === 1 ? alpha : alpha ** resin.m
  return (resin.a1PerS * first + resin.a2PerS * second * own) * order
}

/** Rise of a resin that keeps all its heat, K. @example adiabaticRise({ heatJG: 400, cJGK: 1.8 }) // 222.2 */
export const adiabaticRise = (resin: Pick<CureKinetics, 'heatJG' | 'cJGK'>): number =>
  resin.heatJG / resin.cJGK

/**
 * Viscosity up to the gel, as a multiple of the fresh mix: (α_gel/(α_gel − α))^(a + bα).
 *
 * @returns Infinity from the gel on
 * @source Castro & Macosko 1980, written from memory; a 1.5 and b 1 are typical
 * @example thickening(0.3, 0.6) // 3.482
 */
export const thickening = (alpha: number, gelAlpha: number): number =>
  alpha >= gelAlpha ? Infinity : (gelAlpha / (gelAlpha - alpha)) ** (1.5 + alpha)
