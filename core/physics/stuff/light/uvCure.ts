export interface UvInput {
  /** Depth at which the light has fallen to 1/e, mm, in the resin without tint. */
  dpMm: number
  /** Least energy that gels the resin, mJ/cm². */
  ecMjCm2: number
  irradianceMwCm2: number
  seconds: number
  /** What the tint adds to 1/D_p, 1/mm. */
  tintPerMm?: number
}

export interface UvAnswer {
  cureDepthMm: number
  coatMm: number
  /** Seconds of light that a coat of so many mm asks for. */
  secondsFor: Record<string, number>
}

/** A coat is at most so much of the depth that the light cures. From docs/models.md, `uvCure`. */
export const COAT_SHARE = 0.6
const COATS_MM = [0.25, 0.5, 1, 1.5, 2, 3]
const NEVER_S = 1e9

/** Depth of penetration with a tint in it, mm: 1/D_p = 1/D_p0 + ε·dose. */
export const penetration = (dpMm: number, tintPerMm = 0): number => 1 / (1 / dpMm + tintPerMm)

/** Seconds for which a coat is at most 0.6 of the cured depth; Infinity where no lamp would do. */
export function secondsForCoat(
  coatMm: number,
  { dpMm, ecMjCm2, irradianceMwCm2, tintPerMm = 0 }: Omit<UvInput, 'seconds'>
): number {
  const seconds =
    (ecMjCm2 / irradianceMwCm2) * Math.exp(coatMm / COAT_SHARE / penetration(dpMm, tintPerMm))
  return seconds > NEVER_S ? Infinity : seconds
}

/**
 * How deep a light cures: the working curve C_d = D_p·ln(E/E_c), E = irradiance × time.
 *
 * @param input  D_p mm, E_c mJ/cm², irradiance mW/cm², seconds; what the tint adds to 1/D_p, 1/mm
 * @returns      cured depth and the thickest coat, mm, never below 0; seconds for coats of 0.25 to
 *   3 mm (null: no lamp would do)
 * @source Jacobs, Rapid Prototyping & Manufacturing (1992), ch. 4; written from memory
 * @example uvCure({ dpMm: 3, ecMjCm2: 20, irradianceMwCm2: 20, seconds: 10 }).cureDepthMm // 6.908
 */
export function uvCure(input: UvInput): UvAnswer {
  const energy = input.irradianceMwCm2 * input.seconds
  const cureDepthMm =
    energy <= input.ecMjCm2
      ? 0
      : penetration(input.dpMm, input.tintPerMm) * Math.log(energy / input.ecMjCm2)
  const secondsFor = Object.fromEntries(
    COATS_MM.flatMap((mm) => {
      const seconds = secondsForCoat(mm, input)
      return Number.isFinite(seconds) ? [[String(mm), seconds]] : []
    })
  )
  return { cureDepthMm, coatMm: COAT_SHARE * cureDepthMm, secondsFor }
}
