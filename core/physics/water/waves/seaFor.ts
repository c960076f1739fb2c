import { GRAVITY } from '../../gravity'
import { modelMm, realM } from '../../shape/units'
import { requirePositive } from '../hydraulics/channel'
import { breakDepth, surfNumber, weggel, type BreakerKind } from './breaking'

/** The sea that breaks as wished, and how far it is from what nature has. */
export interface SeaFor {
  periodS: number
  beachSlope: number
  /** Depth it breaks in, mm on the model. */
  waterMm: number
  iribarren: number
  /**
   * 0: as nature would. Else by how much bed and period have to leave what is given or known, as the
   * logarithm of the ratio: 0.7 is twice as steep or flat.
   */
  distance: number
}

type Range = readonly [low: number, high: number]
/** Surf numbers well inside each kind: what is asked for shall not tip over. @source Battjes 1974, his limits */
const WELL_WITHIN: Readonly<Record<BreakerKind, Range>> = {
  spilling: [0.06, 0.36],
  plunging: [0.45, 1.8],
  surging: [2.2, 6]
}
/** And just inside, where a bed or a period would have to be bent for more. */
export const JUST_WITHIN: Readonly<Record<BreakerKind, Range>> = {
  spilling: [0.001, 0.399],
  plunging: [0.401, 1.999],
  surging: [2.001, 60]
}
/** Slopes of beaches that waves break on. Typical, from memory. */
const BEACHES = [0.005, 0.3] as const
const USUAL_BEACH = 0.05
/** The longest swell, s. Typical, from memory. */
const LONGEST_S = 20
/** Height over deep-water length: of a usual sea, and of the steepest that holds together. Typical, from memory. */
const USUAL_STEEPNESS = 0.025
const MOST_STEEPNESS = 0.1
/** No wave is built lower than this share of the depth it breaks in. @source Weggel 1972; the share: common practice */
const LEAST_INDEX = 0.45

const within = (value: number, [low, high]: Range) => Math.min(high, Math.max(low, value))
const periodOf = (heightM: number, steepness: number) =>
  Math.sqrt((2 * Math.PI * heightM) / (GRAVITY * steepness))

/**
 * The shortest period in which a wave of a height still stands before it breaks on a slope, s.
 *
 * @example shortestPeriod(2, 0.05) // 3.58
 */
export function shortestPeriod(heightM: number, slope: number): number {
  const { a, b } = weggel(slope)
  return Math.max(
    periodOf(heightM, MOST_STEEPNESS),
    Math.sqrt((a * heightM) / (GRAVITY * (b - LEAST_INDEX)))
  )
}

interface Wish {
  scale: number
  kind: BreakerKind
  heightMm: number
  beachSlope?: number
}

/**
 * The sea for a breaker that is wished: its period and the slope of the bed under it. A bed that is
 * given is kept where some period does it; else it is bent as little as can be.
 *
 * @param scale       1 to this
 * @param kind        how it is to break
 * @param heightMm    at breaking, mm on the model
 * @param beachSlope  of the bed that is there, rise per length; left out: any beach
 * @throws RangeError naming what is not above 0
 * @source Iribarren number and kinds: Battjes 1974; depth: Weggel 1972; written from memory
 * @example seaFor({ scale: 87, kind: 'plunging', heightMm: 15, beachSlope: 0.08 }).distance // 0
 */
export function seaFor(asked: Wish): SeaFor {
  const { scale, heightMm, beachSlope } = asked
  requirePositive({ scale, heightMm, ...(beachSlope === undefined ? {} : { beachSlope }) })
  const well = found(asked, WELL_WITHIN[asked.kind])
  return well.distance === 0 ? well : found(asked, JUST_WITHIN[asked.kind])
}

function found({ scale, heightMm, beachSlope }: Wish, wanted: Range): SeaFor {
  const heightM = realM(heightMm, scale)
  const usualS = Math.min(LONGEST_S, periodOf(heightM, USUAL_STEEPNESS))
  // what the surf number is, over slope times period
  const perSlopeSecond = surfNumber(1, heightM, 1)
  const from = beachSlope ?? anyBeach(usualS * perSlopeSecond, wanted)
  let slope = from
  let periodS = usualS
  // the shortest period falls with the slope: a few turns and both agree
  for (let turn = 0; turn < 40; turn++) {
    const least = shortestPeriod(heightM, slope)
    const does = wanted.map((surf) => surf / (perSlopeSecond * slope))
    periodS = within(within(usualS, [does[0], does[1]]), [least, Math.max(least, LONGEST_S)])
    const surf = perSlopeSecond * slope * periodS
    const next = slope * (within(surf, wanted) / surf)
    if (Math.abs(next / slope - 1) < 1e-12) break
    slope = next
  }
  return {
    periodS,
    beachSlope: slope,
    waterMm: modelMm(breakDepth(heightM, periodS, slope), scale),
    iribarren: surfNumber(slope, heightM, periodS),
    distance:
      Math.abs(Math.log(slope / (beachSlope ?? within(from, BEACHES)))) +
      Math.max(0, Math.log(periodS / LONGEST_S))
  }
}

/** A beach for a kind of breaker: bed and period leave the usual by the same share. */
function anyBeach(perSlope: number, wanted: Range): number {
  const surf = perSlope * USUAL_BEACH
  return within(USUAL_BEACH * Math.sqrt(within(surf, wanted) / surf), BEACHES)
}
