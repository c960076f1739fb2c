import { halved } from '../../solve/halving'
import { retainedAt, type Drying } from '../drying/film'
import { bentStrip, type Strip } from './elastica'

/** Gel that has dried on a film, as a second leaf of the strip. */
export interface GelLeaf {
  /** Modulus when dry, GPa. */
  dryModulusGPa: number
  /** Share of the wet volume that stays. */
  solidsVol: number
}

/**
 * Bending stiffness of two leaves that hold to each other, N·m for a metre of width.
 *
 * @source laminated beam about its own neutral line; written from memory
 * @example laminate(0.25, 1.8, 1, 0.05) // 0.0241
 */
export function laminate(filmMm: number, filmGPa: number, gelMm: number, gelGPa: number): number {
  const [e1, t1, e2, t2] = [filmGPa * 1e9, filmMm / 1000, gelGPa * 1e9, gelMm / 1000]
  const neutral = (e1 * t1 * (t1 / 2) + e2 * t2 * (t1 + t2 / 2)) / (e1 * t1 + e2 * t2)
  return (
    e1 * (t1 ** 3 / 12 + t1 * (neutral - t1 / 2) ** 2) +
    e2 * (t2 ** 3 / 12 + t2 * (t1 + t2 / 2 - neutral) ** 2)
  )
}

/** Gel stiffens as it dries: with the cube of the water it has lost. Typical, from memory. */
const gelStiff = (leaf: GelLeaf, retained: number): number =>
  leaf.dryModulusGPa * (1 - retained) ** 3

/** Droop of the strip if its props came away when the gel has come so far, mm. */
export function droopWhen(strip: Strip, leaf: GelLeaf, retained: number): number {
  const solidMm = strip.wetMm * leaf.solidsVol
  const nowMm = solidMm + (strip.wetMm - solidMm) * retained
  // weight of what is left, spread over its thickness as water-light gel
  return bentStrip(
    { ...strip, wetMm: nowMm },
    laminate(strip.thicknessMm, strip.modulusGPa, nowMm, Math.max(1e-9, gelStiff(leaf, retained)))
  ).droopMm
}

/**
 * Hours until the props may come away: film and drying gel then carry themselves within the limit.
 *
 * @param drying  of the coat on it
 * @returns       h; null where even the dry gel does not carry it, or it never dries
 */
export function releaseH(
  strip: Strip,
  leaf: GelLeaf,
  drying: Drying,
  limitMm: number
): number | null {
  if (drying.clearH === null) return null
  const holds = (h: number) => droopWhen(strip, leaf, retainedAt(drying.curve, h)) <= limitMm
  if (!holds(drying.clearH)) return null
  const touchH = (drying.touchMin ?? 0) / 60
  if (holds(touchH)) return touchH
  return halved(touchH, drying.clearH, (h) => !holds(h), { steps: 18 })[1]
}

/**
 * Radius to roll a curl film to, so that film and dry gel together keep the wanted one: the film
 * springs back and takes the gel along.
 *
 * @returns mm; smaller than the wanted radius
 * @source film bent elastically, gel dried free of stress: 1/R = (1/R₀)(1 − EI of the film / EI of both)
 * @example formerFor(12, 0.25, 1.8, 0.8, 0.05) // 10.07
 */
export function formerFor(
  radiusMm: number,
  filmMm: number,
  filmGPa: number,
  gelMm: number,
  gelGPa: number
): number {
  const alone = (filmGPa * 1e9 * (filmMm / 1000) ** 3) / 12
  return radiusMm * Math.max(0.2, 1 - alone / laminate(filmMm, filmGPa, gelMm, gelGPa))
}
