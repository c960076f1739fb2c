import { GRAVITY } from '../../gravity'
import { realM } from '../../shape/units'
import { requirePositive } from '../hydraulics/channel'

/**
 * The speed that throws water to a height, and the fall that gives it.
 *
 * @param heightMm  mm on the model, straight up
 * @returns         m/s and m, full size
 * @throws RangeError naming what is not above 0
 * @source Torricelli 1644: v² = 2gh
 * @example splashFor({ scale: 48, heightMm: 26 }) // { speedMS: 4.948, dropM: 1.248 }
 */
export function splashFor({ scale, heightMm }: { scale: number; heightMm: number }): {
  speedMS: number
  dropM: number
} {
  requirePositive({ scale, heightMm })
  const dropM = realM(heightMm, scale)
  return { speedMS: Math.sqrt(2 * GRAVITY * dropM), dropM }
}

/**
 * A speed as one knows it from the road or the sea.
 *
 * @example speedInWords(8.3) // 'as a car at 30 km/h'
 */
export function speedInWords(speedMS: number): string {
  const kmh = speedMS * 3.6
  if (kmh < 6) return 'as somebody who wades'
  if (kmh < 14) return 'as a trotting horse in a ford'
  if (kmh < 110) return `as a car at ${Math.round(kmh / 5) * 5} km/h`
  return 'as a storm sea on a cliff'
}
