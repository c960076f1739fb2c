import { lastAnswers } from '../../solve/lastAnswers'
import { airOver, type Room } from './air'
import { dryFilm, type Drying, type DryingGel } from './film'

/** Gels that freeze break: below this nothing dries, °C. Common practice, no source. */
export const COLDEST_C = 1
/** Thinner is a breath; what is thinner dries as this does, mm. */
const THINNEST_MM = 0.02

const memory = lastAnswers<Drying>(400)
/**
 * Drying of a coat of a gel in a room, remembered; thickness to the nearest hundredth. Never in a
 * frozen room.
 */
export function dryInRoom(gel: DryingGel, wetMm: number, room: Room): Drying {
  const wet = Math.max(THINNEST_MM, Math.round(wetMm * 100) / 100)
  if (room.tempC < COLDEST_C)
    return {
      skinMin: null,
      touchMin: null,
      clearH: null,
      dryMm: wet * gel.solidsVol,
      curve: [[0, 1]]
    }
  // what cures takes its damp from the air: as in a usual room that is still
  const air = airOver(gel.sets === 'cure' ? { tempC: room.tempC, rhPct: 50 } : room)
  const of = [gel.solidsVol, gel.dM2S, gel.fallsBy, gel.chi, wet]
  const key = [...of, air.tempC, air.rhPct, air.passesWM2K].join('/')
  const there = memory.get(key)
  if (there) return there
  const found = dryFilm(gel, wet, air.tempC, air.rhPct, air.passesWM2K)
  memory.set(key, found)
  return found
}
