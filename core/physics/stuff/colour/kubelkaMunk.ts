/** Absorption and scatter of a layer for each band, 1/mm. */
export interface Layer {
  k: readonly number[]
  s: readonly number[]
  depthMm: number
}

/**
 * Reflectance of a layer over a substrate, one band.
 *
 * @param k         absorption, 1/mm
 * @param s         scatter, 1/mm
 * @param depthMm   thickness, mm; Infinity gives R∞ = 1 + K/S − √((K/S)² + 2K/S)
 * @param under     reflectance of what is under it
 * @source Kubelka & Munk 1931; Kubelka 1948; written from memory
 * @example layerOver(0.1, 0, 2, 0.5) // 0.3352: a clear dye, there and back
 */
export function layerOver(k: number, s: number, depthMm: number, under: number): number {
  if (depthMm <= 0 || (k <= 0 && s <= 0)) return under
  if (s <= 1e-12) return under * Math.exp(-2 * k * depthMm)
  const a = 1 + k / s
  const b = Math.sqrt(Math.max(0, a * a - 1))
  const reach = b * s * depthMm
  if (reach > 40) return a - b
  // b·coth(bSd); for a layer that only scatters its limit 1/(Sd)
  const c = reach < 1e-6 ? 1 / (s * depthMm) : b / Math.tanh(reach)
  return (1 - under * (a - c)) / (a - under + c)
}

/** Reflectance of layers over a substrate, the lowest first, for each band. */
export const stackOver = (under: readonly number[], layers: readonly Layer[]): number[] =>
  layers.reduce(
    (r, layer) => r.map((v, i) => layerOver(layer.k[i], layer.s[i], layer.depthMm, v)),
    [...under]
  )
