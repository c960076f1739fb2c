import { degrees, radians } from './angles'

/** A base out of level: how far, the wedge it pours and the shim that mends it. */
export interface OutOfLevel {
  tiltDeg: number
  /** How much deeper the pour stands at the low end than at the high one, mm. */
  wedgeMm: number
  /** What to put under the low end, mm. */
  shimMm: number
}

/** From the tilt that a digital level reads. @example outOfLevelByTilt(400, 0.5).wedgeMm // 3.491 */
export function outOfLevelByTilt(spanMm: number, tiltDeg: number): OutOfLevel {
  const wedgeMm = spanMm * Math.tan(radians(Math.abs(tiltDeg)))
  return { tiltDeg: Math.abs(tiltDeg), wedgeMm, shimMm: wedgeMm }
}

/**
 * From the difference in height between the two ends.
 * @example outOfLevelByDifference(400, 3).tiltDeg // 0.4297
 */
export function outOfLevelByDifference(spanMm: number, differenceMm: number): OutOfLevel {
  const wedgeMm = Math.abs(differenceMm)
  return { tiltDeg: degrees(Math.atan2(wedgeMm, spanMm)), wedgeMm, shimMm: wedgeMm }
}
