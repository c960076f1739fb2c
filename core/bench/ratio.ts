import { LARGEST_COMFORTABLE_RATIO_ERROR_PCT } from '../plan/8-findings/limits'

/** A batch as it was weighed, and what to do about it. */
export interface Poured {
  aG: number
  bG: number
  totalG: number
  /** Part B against what part A asks for, %: above 0 too much of it. */
  errorPct: number
  verdict: 'right' | 'within' | 'off'
  /** What would make it right: so much more of one part, g. */
  addG: { part: 'A' | 'B'; grams: number } | null
  /**
   * Whether the cup takes that, and the drops of tint that go with the larger batch, as a share of
   * the planned ones.
   */
  fits: boolean
  afterG: number
  tintShare: number
}

/** A batch this close to its ratio is as good as weighed, %. Common practice, no source. */
const RIGHT_PCT = 1

/**
 * Judges a batch as it was poured.
 *
 * @param weighed      grams of A and B in the cup
 * @param massRatioA   parts of A to one of B, by mass
 * @param plannedG     the batch that was planned
 * @param cupHoldsG    what the cup takes so that it can be stirred
 * @example asPoured({ aG: 66, bG: 36 }, 2, 99, 190).addG // { part: 'A', grams: 6 }
 */
export function asPoured(
  { aG, bG }: { aG: number; bG: number },
  massRatioA: number,
  plannedG: number,
  cupHoldsG: number
): Poured {
  const wantedB = aG / massRatioA
  const errorPct = wantedB > 0 ? (100 * (bG - wantedB)) / wantedB : 0
  const size = Math.abs(errorPct)
  const less =
    errorPct > 0
      ? { part: 'A' as const, grams: bG * massRatioA - aG }
      : { part: 'B' as const, grams: wantedB - bG }
  const addG = size <= RIGHT_PCT ? null : less
  const afterG = aG + bG + (addG?.grams ?? 0)
  return {
    aG,
    bG,
    totalG: aG + bG,
    errorPct,
    verdict:
      size <= RIGHT_PCT ? 'right' : size <= LARGEST_COMFORTABLE_RATIO_ERROR_PCT ? 'within' : 'off',
    addG,
    afterG,
    fits: afterG <= cupHoldsG + 1e-9,
    tintShare: plannedG > 0 ? afterG / plannedG : 1
  }
}
