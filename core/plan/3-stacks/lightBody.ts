import type { LightBody } from '../../build/types'
import type { TintOptics } from '../../physics/stuff/colour/tint'
import type { Lamp, LightResin } from '../../craft/materials/types'
import { penetration, secondsForCoat, uvCure } from '../../physics/stuff/light/uvCure'

/** A body of water cured by light, coat by coat. */
export interface LightPlan {
  resin: string
  lamp: string
  irradianceMwCm2: number
  /** Depth of penetration with the tint in it, and the depth that the light cures in the given time, mm. */
  penetrationMm: number
  cureDepthMm: number
  /** Thickest coat that cures through, and the coat that is laid, mm. */
  thickestMm: number
  coatMm: number
  coats: number
  /** Light that the coat asks for, s; null: no lamp would do. */
  secondsPerCoat: number | null
  /** Places the lamp is held over for one coat. */
  spots: number
  /** Light in all, min. */
  lampMin: number
  /** Coat under which the resin stays liquid: the pour in one go. */
  liquidBelowMm: number | null
  /** What the light leaves uncured in shade, %. */
  shadedPct: number
}

/** The band in which craft lamps shine, as the place of 400 nm in the spectrum. */
const LAMP_BAND = 0
/** Light on anything longer than this and nobody waits, s: a coat that asks for more is thinner. */
export const LONGEST_LIGHT_S = 1800
const MOST_COATS = 400

/**
 * Irradiance of a lamp at another distance: by the square of it, never more than four times what
 * the maker tells.
 */
export const irradianceAt = ({ irradianceMwCm2, atMm }: Lamp, mm: number): number =>
  irradianceMwCm2 * Math.min(4, (atMm / Math.max(1, mm)) ** 2)

/** What tint takes out of the lamp's light, 1/mm: its own absorption at the blue end. */
export const tintPerMm = (tints: readonly { optics: TintOptics; dropsPer100G: number }[]): number =>
  tints.reduce(
    (sum, t) => sum + t.dropsPer100G * (t.optics.k[LAMP_BAND] + t.optics.s[LAMP_BAND]),
    0
  )

/**
 * Coats, places and seconds for a body cured by light.
 *
 * @param body     the builder's choices
 * @param depthMm  greatest depth
 * @param areaMm2  surface
 * @param tint     what the tint adds to 1/D_p, 1/mm
 * @param bearsMm  thickest coat that the bed bears the heat of, mm: counts where the builder asks
 *   for no other
 */
export function lightPlan(
  body: LightBody,
  resin: LightResin,
  lamp: Lamp,
  depthMm: number,
  areaMm2: number,
  tint: number,
  bearsMm = Infinity
): LightPlan {
  const irradiance = irradianceAt(lamp, body.lampMm)
  const light = {
    dpMm: resin.dpMm,
    ecMjCm2: resin.ecMjCm2,
    irradianceMwCm2: irradiance,
    tintPerMm: tint
  }
  const reach = uvCure({ ...light, seconds: body.seconds })
  const wanted = body.coatMm ?? Math.min(reach.coatMm, bearsMm)
  const coatMm = Math.min(depthMm, Math.max(0.05, wanted))
  const seconds = secondsForCoat(coatMm, light)
  const spots = Math.max(
    1,
    Math.ceil(areaMm2 / 100 / (lamp.spotCm2 * Math.max(0.25, (body.lampMm / lamp.atMm) ** 2)))
  )
  const coats = depthMm > 0 ? Math.min(MOST_COATS, Math.ceil(depthMm / coatMm - 1e-9)) : 0
  const can = Number.isFinite(seconds) && seconds <= LONGEST_LIGHT_S
  return {
    resin: resin.id,
    lamp: lamp.id,
    irradianceMwCm2: irradiance,
    penetrationMm: penetration(resin.dpMm, tint),
    cureDepthMm: reach.cureDepthMm,
    thickestMm: reach.coatMm,
    coatMm,
    coats,
    secondsPerCoat: can
      ? Math.max(body.coatMm === null ? body.seconds : 1, Math.ceil(seconds))
      : null,
    spots,
    lampMin: can
      ? (coats * spots * Math.max(body.coatMm === null ? body.seconds : 1, seconds)) / 60
      : 0,
    liquidBelowMm: depthMm > reach.cureDepthMm ? reach.cureDepthMm : null,
    shadedPct: body.shadedPct
  }
}
