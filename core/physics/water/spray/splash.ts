import { requirePositive } from '../hydraulics/channel'
import { GRAVITY } from '../../gravity'
import { radians } from '../../shape/angles'

/**
 * No free drop of water holds together above about this, m.
 * @source Pruppacher & Klett: falling drops break up near 6 mm; from memory
 */
export const LARGEST_DROP_M = 0.006
/** Water faster than this comes from no wheel and no wave, m/s. */
export const FASTEST_MS = 120

export interface Splash {
  speedMS: number
  heightMm: number
  /** How far its outermost drops fall from where they left, mm. */
  reachMm: number
  /** Outline of all jets between the two angles, mm from the source: out and up. */
  envelope: [x: number, z: number][]
  /** The largest bead that can be a single drop, mm on the model. */
  largestDropMm: number
}

/** Speed after falling so far, √(2gh), m/s. @source Torricelli @example fallSpeed(1.5) // 5.42 */
export const fallSpeed = (dropM: number): number => Math.sqrt(2 * GRAVITY * dropM)

/**
 * Envelope of jets that leave one point at a speed between two angles. Where all angles are open it
 * is the parabola of
 * safety z = v²/2g − gx²/2v²; where they are not, the outermost jets themselves.
 *
 * @param anglesDeg  from the level, 0 to 180
 * @source Torricelli 1644; any text on mechanics. Air is left out: fine spray goes less far.
 * @example splashOf({ scale: 48, speedMS: 4, anglesDeg: [30, 80] }).heightMm // 16.5
 */
export function splashOf({
  scale,
  speedMS,
  dropM,
  anglesDeg
}: {
  scale: number
  speedMS?: number
  dropM?: number
  anglesDeg: readonly [number, number]
}): Splash {
  requirePositive({ scale })
  if ((speedMS === undefined) === (dropM === undefined))
    throw new RangeError('speedMS: give either speedMS or dropM')
  const v = speedMS ?? fallSpeed(dropM!)
  requirePositive({ speedMS: v })
  if (v > FASTEST_MS)
    throw new RangeError(
      `speedMS: was ${Math.round(v)}; no water is thrown faster than ${FASTEST_MS} m/s`
    )
  const [lo, hi] = anglesDeg
  if (!(lo <= hi))
    throw new RangeError(`anglesDeg: was [${lo}, ${hi}]; the lower angle comes first`)
  const onModel = (metres: number) => (metres / scale) * 1000
  const up = (deg: number) => (v * Math.sin(radians(deg))) ** 2 / (2 * GRAVITY)
  const steep = lo <= 90 && hi >= 90 ? 90 : Math.abs(90 - lo) < Math.abs(90 - hi) ? lo : hi
  const reaches = [lo, hi, 45, 135]
    .filter((a) => a >= lo && a <= hi)
    .map((a) => Math.abs(v ** 2 * Math.sin(radians(2 * a))) / GRAVITY)
  return {
    speedMS: v,
    heightMm: onModel(up(steep)),
    reachMm: onModel(Math.max(...reaches)),
    envelope: envelopeOf(v, lo, hi).map(([x, z]): [number, number] => [onModel(x), onModel(z)]),
    largestDropMm: onModel(LARGEST_DROP_M)
  }
}

/** Upper outline from left to right: at each x the highest jet. */
function envelopeOf(v: number, lo: number, hi: number): [number, number][] {
  const angles = Array.from({ length: 25 }, (_, i) => radians(lo + ((hi - lo) * i) / 24))
  const range = (a: number) => (v ** 2 * Math.sin(2 * a)) / GRAVITY
  // the highest point reached over x by any of the angles: tan of the best angle is v²/gx, kept within bounds
  const xs = [
    ...angles.map(range),
    0,
    ...(lo <= 45 && hi >= 45 ? [v ** 2 / GRAVITY] : []),
    ...(lo <= 135 && hi >= 135 ? [-(v ** 2) / GRAVITY] : [])
  ]
  const [from, to] = [Math.min(...xs), Math.max(...xs)]
  const heightAt = (x: number) => {
    let best = 0
    for (const a of bestAngles(x, v, lo, hi)) {
      const cos = Math.cos(a)
      if (Math.abs(cos) < 1e-9) {
        if (Math.abs(x) < 1e-9) best = Math.max(best, v ** 2 / (2 * GRAVITY))
        continue
      }
      if (x / cos < -1e-12) continue
      best = Math.max(best, x * Math.tan(a) - (GRAVITY * x * x) / (2 * (v * cos) ** 2))
    }
    return best
  }
  const count = 48
  return Array.from({ length: count + 1 }, (_, i): [number, number] => {
    const x = from + ((to - from) * i) / count
    return [x, heightAt(x)]
  })
}

function bestAngles(x: number, v: number, lo: number, hi: number): number[] {
  const free = Math.atan2(v ** 2, GRAVITY * Math.abs(x))
  const wanted = x >= 0 ? free : Math.PI - free
  const within = Math.min(radians(hi), Math.max(radians(lo), wanted))
  return [within, radians(lo), radians(hi)]
}
