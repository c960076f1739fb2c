export type PasteKind = 'gel' | 'powder' | 'fibre'
export interface PastePart {
  massG: number
  densityGCm3: number
  kind: PasteKind
}

export interface Paste {
  volumeMl: number
  massG: number
  densityGCm3: number
  /** Share of the volume that is powder and fibre. */
  fillerFraction: number
  /** How many times as thick as the gel alone. */
  viscosityRatio: number
}

/** Random close packing of beads of one size. Typical, from memory */
export const BEADS_PACK = 0.64

/**
 * A paste of gel and fillers: volumes add, and the gel thickens with what is stirred into it.
 *
 * @param maxPacking  share of the volume at which the fillers lock, above 0 and below 1
 * @throws RangeError for a recipe without gel, or with more filler than the gel can wet: it crumbles
 * @source Krieger & Dougherty 1959: η/η₀ = (1 − φ/φ_m)^(−2.5 φ_m); written from memory
 * @example pasteOf([{ massG: 10, densityGCm3: 1, kind: 'gel' }, { massG: 1, densityGCm3: 0.25,
 *   kind: 'powder' }], 0.64).viscosityRatio // 2.576
 */
export function pasteOf(parts: readonly PastePart[], maxPacking: number): Paste {
  const volumes = parts.map((p) => p.massG / p.densityGCm3)
  const volumeMl = volumes.reduce((sum, v) => sum + v, 0)
  const filler = parts.reduce((sum, p, i) => sum + (p.kind === 'gel' ? 0 : volumes[i]), 0)
  if (!(volumeMl - filler > 0))
    throw new RangeError('parts: was powder and fibre alone; must have a gel to wet them')
  const fillerFraction = filler / volumeMl
  if (fillerFraction >= maxPacking)
    throw new RangeError(
      `parts: was ${Math.round(fillerFraction * 100)} % filler by volume; must be below maxPacking, ${Math.round(maxPacking * 100)} %: past it the paste crumbles`
    )
  const massG = parts.reduce((sum, p) => sum + p.massG, 0)
  return {
    volumeMl,
    massG,
    densityGCm3: massG / volumeMl,
    fillerFraction,
    viscosityRatio: (1 - fillerFraction / maxPacking) ** (-2.5 * maxPacking)
  }
}

/**
 * Yield stress of a paste from that of its gel: it grows with the packing as the viscosity does,
 * less steeply.
 *
 * @source Chateau, Ovarlez & Trung 2008: τ/τ₀ = √((1 − φ)(1 − φ/φ_m)^(−2.5 φ_m)); written from memory
 * @example pasteYield(40, 0.3, 0.64) // 55.5
 */
export const pasteYield = (
  gelYieldPa: number,
  fillerFraction: number,
  maxPacking: number
): number =>
  gelYieldPa *
  Math.sqrt((1 - fillerFraction) * (1 - fillerFraction / maxPacking) ** (-2.5 * maxPacking))
