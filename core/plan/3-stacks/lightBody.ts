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
  /** Minutes that one coat's light is spread over, spot by spot in bursts, so that it stays cool. */
  spreadMin: number
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
/** Nobody lays a coat for the lamp thicker than this, mm. Common practice, no source. */
const THICKEST_COAT_MM = 4
const LEAST_MM = 0.05

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
 * @param coats    so many at least, for the heat of thicker ones is not borne; counts where the
 *   builder asks for no thickness
 */
export function lightPlan(
  body: LightBody,
  resin: LightResin,
  lamp: Lamp,
  depthMm: number,
  areaMm2: number,
  tint: number,
  coats = 1
): LightPlan {
  const irradiance = irradianceAt(lamp, body.lampMm)
  const light = {
    dpMm: resin.dpMm,
    ecMjCm2: resin.ecMjCm2,
    irradianceMwCm2: irradiance,
    tintPerMm: tint
  }
  const reach = uvCure({ ...light, seconds: body.seconds })
  const most = Math.max(LEAST_MM, body.coatMm ?? Math.min(reach.coatMm, THICKEST_COAT_MM))
  const needed = depthMm > 0 ? Math.min(MOST_COATS, Math.ceil(depthMm / most - 1e-9)) : 0
  const count = body.coatMm === null ? Math.max(needed, depthMm > 0 ? coats : 0) : needed
  // by the plan all coats are alike; by the builder's thickness the last is what is left
  const coatMm = body.coatMm === null && count > 0 ? depthMm / count : Math.min(depthMm, most)
  const seconds = secondsForCoat(coatMm, light)
  const spots = Math.max(
    1,
    Math.ceil(areaMm2 / 100 / (lamp.spotCm2 * Math.max(0.25, (body.lampMm / lamp.atMm) ** 2)))
  )
  const can = Number.isFinite(seconds) && seconds <= LONGEST_LIGHT_S
  return {
    resin: resin.id,
    lamp: lamp.id,
    irradianceMwCm2: irradiance,
    penetrationMm: penetration(resin.dpMm, tint),
    cureDepthMm: reach.cureDepthMm,
    thickestMm: reach.coatMm,
    coatMm,
    coats: count,
    secondsPerCoat: can
      ? Math.max(body.coatMm === null ? body.seconds : 1, Math.ceil(seconds))
      : null,
    spots,
    lampMin: can
      ? (count * spots * Math.max(body.coatMm === null ? body.seconds : 1, seconds)) / 60
      : 0,
    spreadMin: 0,
    liquidBelowMm: depthMm > reach.cureDepthMm ? reach.cureDepthMm : null,
    shadedPct: body.shadedPct
  }
}
