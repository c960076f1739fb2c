import { GRAVITY } from '../gravity'
import { requirePositive } from './hydraulics/channel'

export type EdgeKind = 'boulder' | 'wall' | 'shore'

/** White water that an edge makes which stands in moving water, full size. */
export interface EdgeWhite {
  /** Surface that is white, m². */
  whiteM2: number
  /** How high water stands up against it, m. */
  pillowM: number
  /** How far the white reaches: down the stream, or back from the edge, m. */
  wakeM: number
  source: string
}

/**
 * Slower water draws no air under; by the faster speed a foot in it is white all over, m/s.
 * @source onset of air entrainment 0.8 to 1.1 m/s: Ervine & Falvey 1987; Chanson 1996; from memory.
 *   The upper: common practice, no source
 */
const AIR_MS = [0.8, 3.2] as const
/** Length of the broken water behind a blunt body, in its widths, and over which Froude number it is whole. Typical, from memory. */
const NEAR_WAKE = 2.5
const WAKE_FROUDE = 0.6
/** What is thrown up at 45° lands twice its height away. @source Torricelli 1644 */
const THROWN = 2

/**
 * Share of an edge that is white, by the speed of the water that meets it: none in still water.
 *
 * @example whiteAt(0.5) // 0
 */
export function whiteAt(speedMS: number): number {
  const t = Math.min(1, Math.max(0, (speedMS - AIR_MS[0]) / (AIR_MS[1] - AIR_MS[0])))
  return t * t * (3 - 2 * t)
}

/**
 * White where moving water meets an edge: the pillow at its front and the wake behind a boulder, the
 * wash along a wall or a shore.
 *
 * @param speedMS  of the water that meets it, m/s
 * @param depthM   of that water, m
 * @param widthM   of the edge across the water, m
 * @throws RangeError naming what is not above 0
 * @source pillow: velocity head U²/2g, as run-up on bridge piers is reckoned; air: Ervine & Falvey
 *   1987; shares of the surface: common practice, no source
 * @example edgeWhite({ speedMS: 0, depthM: 1, widthM: 2, kind: 'boulder' }).whiteM2 // 0
 */
export function edgeWhite({
  speedMS,
  depthM,
  widthM,
  kind
}: {
  speedMS: number
  depthM: number
  widthM: number
  kind: EdgeKind
}): EdgeWhite {
  requirePositive({ depthM, widthM })
  if (!(speedMS >= 0)) throw new RangeError(`speedMS: was ${speedMS}; it must be at least 0`)
  const pillowM = speedMS ** 2 / (2 * GRAVITY)
  const share = whiteAt(speedMS)
  const source =
    'Pillow: velocity head U²/2g, as run-up on bridge piers is reckoned. Air is drawn under from 0.8 m/s (Ervine & Falvey 1987). Shares: common practice, no source.'
  if (kind === 'boulder') {
    const froude = speedMS / Math.sqrt(GRAVITY * depthM)
    const wakeM = NEAR_WAKE * widthM * Math.min(1, froude / WAKE_FROUDE)
    // half a ring as broad as the pillow is high, and a tail that narrows to nothing
    const front = (Math.PI / 2) * ((widthM / 2 + pillowM) ** 2 - (widthM / 2) ** 2)
    return { whiteM2: share * (front + (widthM * wakeM) / 2), pillowM, wakeM, source }
  }
  const wakeM = THROWN * pillowM
  // along a shore the wash thins to nothing where it turns back
  const full = kind === 'wall' ? 1 : 0.5
  return { whiteM2: share * full * widthM * wakeM, pillowM, wakeM, source }
}
