import { GRAVITY } from '../../gravity'

/** A gel while it still flows. */
export interface FlowingGel {
  /** When it is laid, Pa·s. */
  viscosityPaS: number
  /** It grows e-fold in so long, min. */
  thickenMin: number
  surfaceTensionNM: number
  densityGCm3: number
}

/** Share of a ripple that is still worth having. Contract of `stipple`. */
export const WORTH_KEEPING = 0.85

/**
 * Rate at which a ripple on a thin film goes flat, 1/s: driven by gravity and by the skin of the liquid.
 *
 * @param thicknessMm   film, mm
 * @param wavelengthMm  crest to crest, mm
 * @param viscosityPaS  now
 * @source Orchard 1962, thin film; written from memory
 * @example levellingRate({ viscosityPaS: 10, thickenMin: 2, surfaceTensionNM: 0.035, densityGCm3:
 *   1.05 }, 1, 6, 10)
 */
export function levellingRate(
  gel: FlowingGel,
  thicknessMm: number,
  wavelengthMm: number,
  viscosityPaS: number
): number {
  const h = thicknessMm / 1000
  const k = (2 * Math.PI) / (wavelengthMm / 1000)
  return (
    (h ** 3 / (3 * viscosityPaS)) *
    (gel.densityGCm3 * 1000 * GRAVITY * k ** 2 + gel.surfaceTensionNM * k ** 4)
  )
}

/**
 * Viscosity at a time, Pa·s.
 * @example viscosityAt({ viscosityPaS: 10, thickenMin: 2, surfaceTensionNM: 0.035, densityGCm3: 1
 * }, 2) // 27.18
 */
export const viscosityAt = (gel: FlowingGel, atMin: number): number =>
  gel.viscosityPaS * Math.exp(Math.min(300, atMin / gel.thickenMin))

/** Minutes until a gel is as thick as that; 0: it is from the start. */
export const minutesUntil = (gel: FlowingGel, viscosityPaS: number): number =>
  Math.max(0, gel.thickenMin * Math.log(viscosityPaS / gel.viscosityPaS))

/**
 * What is left, in the end, of a ripple made at a time: the gel thickens while the ripple sinks.
 *
 * @returns share, 0 to 1
 * @example leftOf({ viscosityPaS: 20, thickenMin: 1.8, surfaceTensionNM: 0.035, densityGCm3: 1.05
 *   }, 2, 3, 0) // 0: stippled at once it fades
 */
export function leftOf(
  gel: FlowingGel,
  thicknessMm: number,
  wavelengthMm: number,
  atMin: number
): number {
  return Math.exp(
    -levellingRate(gel, thicknessMm, wavelengthMm, viscosityAt(gel, atMin)) * gel.thickenMin * 60
  )
}

/**
 * Minutes from laying until a ripple keeps a share of itself.
 * @example stippleOpens({ viscosityPaS: 20, thickenMin: 1.8, surfaceTensionNM: 0.035, densityGCm3:
 * 1.05 }, 2, 3) // about 20
 */
export function stippleOpens(
  gel: FlowingGel,
  thicknessMm: number,
  wavelengthMm: number,
  keep = WORTH_KEEPING
): number {
  const atOnce =
    levellingRate(gel, thicknessMm, wavelengthMm, gel.viscosityPaS) * gel.thickenMin * 60
  return Math.max(0, gel.thickenMin * Math.log(atOnce / -Math.log(keep)))
}

/**
 * Height of ripple that a yield stress freezes: lower than this its weight and skin cannot move the film.
 *
 * @returns mm, from mean to crest
 * @source from Orchard's driving pressure, k·h·a·(ρg + γk²) = τ_y
 */
export function frozenRipple(
  gel: FlowingGel,
  yieldPa: number,
  thicknessMm: number,
  wavelengthMm: number
): number {
  const k = (2 * Math.PI) / (wavelengthMm / 1000)
  return (
    (1000 * yieldPa) /
    ((thicknessMm / 1000) * k * (gel.densityGCm3 * 1000 * GRAVITY + gel.surfaceTensionNM * k ** 2))
  )
}
