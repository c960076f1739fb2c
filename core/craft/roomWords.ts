import type { Room } from '../physics/stuff/drying/air'
import { quantity, say, type Sentence } from '../words/sentence'

/**
 * A room's air in words.
 *
 * @example written(roomWords({ tempC: 20, rhPct: 50, fan: true })) // "20 °C, 50 %, with a fan"
 */
export function roomWords({ tempC, rhPct, fan, lamp }: Room): Sentence {
  const helps = [...(fan ? ['a fan'] : []), ...(lamp ? ['a warm lamp'] : [])]
  const air = say`${quantity(tempC, '°C')}, ${Math.round(rhPct)} %`
  return helps.length > 0 ? say`${air}, with ${helps.join(' and ')}` : air
}
