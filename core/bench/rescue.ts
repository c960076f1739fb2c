import { rescueTint } from '../physics/stuff/mixing/mix'

/** What mends a cup that was tinted wrong. */
export type Rescue =
  | { kind: 'right' }
  | { kind: 'drops'; drops: number }
  | {
      kind: 'clear'
      extraG: number
      afterG: number
      fits: boolean
      /** So much clear is asked for that the cup is better mixed anew. */ anew: boolean
    }
  | { kind: 'never'; why: string }

/**
 * More clear than this many times the cup is no mending: it is kept for another piece. Common
 * practice, no source (P13).
 */
const WORTH_TIMES = 3

/**
 * What to do about a cup that got the wrong number of drops, and whether its cup takes it.
 *
 * @param massG               mixed resin in the cup, g, above 0
 * @param drops               drops that went in
 * @param wantedDropsPer100G  the dose wanted
 * @param cupHoldsG           what the cup takes so that it can be stirred, g
 * @example rescueCup(100, 8, 4, 250) // { kind: 'clear', extraG: 100, afterG: 200, fits: true, anew: false }
 */
export function rescueCup(
  massG: number,
  drops: number,
  wantedDropsPer100G: number,
  cupHoldsG: number
): Rescue {
  try {
    const answer = rescueTint(massG, (drops / massG) * 100, wantedDropsPer100G)
    if ('extraDrops' in answer) return { kind: 'drops', drops: answer.extraDrops }
    if (answer.extraClearG < 1e-9) return { kind: 'right' }
    const afterG = massG + answer.extraClearG
    return {
      kind: 'clear',
      extraG: answer.extraClearG,
      afterG,
      fits: afterG <= cupHoldsG + 1e-9,
      anew: answer.extraClearG > WORTH_TIMES * massG
    }
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return {
      kind: 'never',
      why: 'Tint cannot be taken out: a pour that is wanted clear is mixed anew.'
    }
  }
}
