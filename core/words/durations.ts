const THIN = '\u202f'
const HOUR = 60
const DAY = 24 * HOUR

/** Minutes as one would say them. @example duration(1516) // "25 h 16 min" */
export function duration(minutes: number): string {
  const rounded = Math.round(minutes)
  if (rounded < HOUR) return `${rounded}${THIN}min`
  if (rounded < 2 * DAY) {
    const rest = rounded % HOUR
    return `${Math.floor(rounded / HOUR)}${THIN}h${rest ? ` ${rest}${THIN}min` : ''}`
  }
  const hours = Math.round(rounded / HOUR)
  return `${Math.floor(hours / 24)}${THIN}days${hours % 24 ? ` ${hours % 24}${THIN}h` : ''}`
}

/** Minutes as an estimate is said: in the one unit that fits. @example about(4300) // "72 h" */
export function about(minutes: number): string {
  if (minutes < 1.5 * HOUR) return `${Math.round(minutes)} min`
  if (minutes < 3 * DAY) return `${Math.round(minutes / HOUR)} h`
  return `${Math.round(minutes / DAY)} days`
}

/**
 * A wait as it is likely and as it surely is, in the one unit that fits; one figure where both are
 * the same.
 *
 * @example likelyToSurely(600, 1030).replaceAll('\u202f', ' ') // "10 h, surely 17 h"
 */
export function likelyToSurely(likelyMin: number, sureMin: number): string {
  // no line ends between a figure and its unit
  const [likely, sure] = [likelyMin, sureMin].map((min) => about(min).replace(' ', THIN))
  return likely === sure ? likely! : `${likely}, surely ${sure}`
}
