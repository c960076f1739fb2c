import { requirePositive } from '../hydraulics/channel'
import { GRAVITY } from '../../gravity'
import { wavelength } from './linear'

/**
 * Height of the fully grown sea, gH/U².
 * @source Pierson & Moskowitz 1964, as used in the Shore Protection Manual (1984): 0.243
 */
const GROWN_HEIGHT = 0.243
/** Its period, gT/U. @source Shore Protection Manual (1984): 8.134 */
const GROWN_PERIOD = 8.134
/**
 * Significant height that a depth lets stand, as a share of it.
 * @source Thornton & Guza 1982 give 0.42–0.6; 0.55 is typical, from memory
 */
const DEPTH_SHARE = 0.55

/**
 * Wind speed of a Beaufort force, m/s, v = 0.836 B^1.5.
 * @source WMO code 1100; from memory
 * @example beaufortSpeed(9) // 22.6
 */
export const beaufortSpeed = (force: number): number => 0.836 * force ** 1.5
/** Beaufort force nearest to a wind speed, 0 to 12. @example beaufortOf(22.6) // 9 */
export const beaufortOf = (windMS: number): number =>
  Math.min(12, Math.round(Math.cbrt((windMS / 0.836) ** 2)))

/**
 * Share of the sea under whitecaps, %: 3.84·10⁻⁶ U^3.41 of the surface.
 *
 * @source Monahan & O'Muircheartaigh 1980; from memory
 * @example whitecaps(10) // 0.99
 */
export const whitecaps = (windMS: number): number => Math.min(100, 3.84e-4 * windMS ** 3.41)

export interface WindSea {
  windMS: number
  heightM: number
  periodS: number
  heightMm: number
  spacingMm: number
  whitecapPct: number
  /** What keeps it from growing: the fetch, its own breaking, or the depth. */
  heldBy: 'fetch' | 'wind' | 'depth'
}

/**
 * The sea that a wind raises over a fetch: significant height and period of the highest waves.
 *
 * @param windMS  m/s at 10 m
 * @param fetchM  m
 * @param depthM  m; left out: deep
 * @source Hasselmann et al. 1973 (JONSWAP), limited by the fully grown sea; from memory
 * @example windSea({ windMS: 15, fetchM: 50_000, scale: 100 }).heightM // 1.71
 */
export function windSea({
  windMS,
  fetchM,
  depthM,
  scale
}: {
  windMS: number
  fetchM: number
  depthM?: number
  scale: number
}): WindSea {
  requirePositive({ windMS, fetchM, scale })
  const reach = (GRAVITY * fetchM) / windMS ** 2
  const young = 1.6e-3 * Math.sqrt(reach)
  const free = (Math.min(young, GROWN_HEIGHT) * windMS ** 2) / GRAVITY
  const shallow = depthM === undefined ? Infinity : DEPTH_SHARE * depthM
  const heightM = Math.min(free, shallow)
  const periodS = (Math.min(0.286 * Math.cbrt(reach), GROWN_PERIOD) * windMS) / GRAVITY
  const lengthM =
    depthM === undefined ? (GRAVITY * periodS ** 2) / (2 * Math.PI) : wavelength(periodS, depthM)
  return {
    windMS,
    heightM,
    periodS,
    heightMm: (heightM / scale) * 1000,
    spacingMm: (lengthM / scale) * 1000,
    whitecapPct: whitecaps(windMS),
    heldBy: shallow < free ? 'depth' : young < GROWN_HEIGHT ? 'fetch' : 'wind'
  }
}
