import { halvedTo } from '../../solve/halving'
import { requirePositive } from '../hydraulics/channel'
import { GRAVITY } from '../../gravity'
import { deepLength, shoaling, wavelength } from './linear'

export type BreakerKind = 'spilling' | 'plunging' | 'surging'

/** Surf numbers at which one kind gives way to the next. @source Battjes 1974, by breaker height */
const SPILLS_BELOW = 0.4
const PLUNGES_TO = 2
/** Below this share of its depth a wave would be too steep to stand. @source Weggel 1972; the share: common practice */
export const STANDS_ABOVE = 0.3
/** Hunt's run-up was found good up to this surf number. @source Battjes 1974; from memory */
const HUNT_CAP = 2.3

/**
 * Depth in which a wave of a height breaks: H_b/d_b = b − a·H_b/(gT²), a = 43.75(1 − e^(−19m)), b =
 * 1.56/(1 + e^(−19.5m)).
 *
 * @param heightM  at breaking, m
 * @param periodS  s
 * @param slope    m, rise per length of the beach; the source measured to 0.1
 * @returns        depth, m
 * @throws RangeError when so short a wave cannot be so high
 * @source Weggel 1972; Shore Protection Manual (1984), 2-130; written from memory
 * @example breakDepth(2, 8, 0.05) // 1.91
 */
export function breakDepth(heightM: number, periodS: number, slope: number): number {
  requirePositive({ heightM, periodS })
  const index = breakerIndex(heightM, periodS, slope)
  if (!(index > STANDS_ABOVE)) {
    throw new RangeError(
      `periodS: was ${periodS}; a wave ${round2(heightM)} m high needs a longer period on this beach: it would be too steep to stand`
    )
  }
  return heightM / index
}

/** H_b/d_b. @example breakerIndex(2, 8, 0.05) // 1.047 */
export function breakerIndex(heightM: number, periodS: number, slope: number): number {
  const { a, b } = weggel(slope)
  return b - (a * heightM) / (GRAVITY * periodS ** 2)
}

/** His two figures for a slope. @source Weggel 1972; written from memory @example weggel(0.05).b // 1.133 */
export const weggel = (slope: number): { a: number; b: number } => ({
  a: 43.75 * (1 - Math.exp(-19 * slope)),
  b: 1.56 / (1 + Math.exp(-19.5 * slope))
})

/**
 * Surf similarity (Iribarren) number, m/√(H/L₀).
 * @source Iribarren & Nogales 1949; Battjes 1974
 * @example surfNumber(0.1, 2, 8) // 0.707
 */
export const surfNumber = (slope: number, heightM: number, periodS: number): number =>
  slope / Math.sqrt(heightM / deepLength(periodS))

/** How a wave breaks, by its surf number at breaking. @example breakerKind(0.7) // "plunging" */
export const breakerKind = (surf: number): BreakerKind =>
  surf < SPILLS_BELOW ? 'spilling' : surf <= PLUNGES_TO ? 'plunging' : 'surging'

/** How high above the still level a wave runs up a beach, H·ξ, m. @source Hunt 1959, capped at ξ = 2.3 */
export const runUp = (heightM: number, surf: number): number => heightM * Math.min(surf, HUNT_CAP)

/**
 * How high above the still level a wave draws back to, m; below 0: under it. What surges draws far
 * back, what spills hardly.
 *
 * @param runUpM  its run-up, m (or mm: in what it is given)
 * @source Battjes 1974: R_d = R_u (1 − 0.4 ξ); from memory
 * @example runDown(1, 2.5) // 0
 */
export const runDown = (runUpM: number, surf: number): number => runUpM * (1 - 0.4 * surf)

/**
 * The height at which waves from offshore break on a beach: shoaled until they meet the limit.
 *
 * @param heightM  over deep water, m
 * @returns        height and depth at breaking, m
 * @example breakFrom(2, 8, 0.05).heightM // 2.38
 */
export function breakFrom(
  heightM: number,
  periodS: number,
  slope: number
): { heightM: number; depthM: number } {
  requirePositive({ heightM, periodS })
  const over = (depth: number) => {
    const here = heightM * shoaling(periodS, depth)
    return here - Math.max(STANDS_ABOVE, breakerIndex(here, periodS, slope)) * depth
  }
  const depthM = halvedTo(heightM * 0.05, heightM * 12, (depth) => over(depth) > 0)
  return { heightM: heightM * shoaling(periodS, depthM), depthM }
}

/** A breaking wave on an even beach, full size; what is seen of it, on the model. */
export interface Breaker {
  kind: BreakerKind
  iribarren: number
  breakDepthM: number
  breakDepthMm: number
  /** From the still shoreline out to where it breaks, mm. */
  offshoreMm: number
  runUpMm: number
  /** From crest to crest at the break, at twice and at four times that depth, mm. */
  spacingMm: [number, number, number]
  heightM: number
}

/**
 * A breaker by its height on the model.
 *
 * @example breakerOf({ scale: 100, breakerMm: 20, periodS: 8, beachSlope: 0.05 }).kind // "spilling"
 */
export function breakerOf({
  scale,
  breakerMm,
  periodS,
  beachSlope
}: {
  scale: number
  breakerMm: number
  periodS: number
  beachSlope: number
}): Breaker {
  requirePositive({ scale, breakerMm, periodS, beachSlope })
  const heightM = (breakerMm * scale) / 1000
  const breakDepthM = breakDepth(heightM, periodS, beachSlope)
  const iribarren = surfNumber(beachSlope, heightM, periodS)
  const onModel = (metres: number) => (metres / scale) * 1000
  const spacing = (times: number) => onModel(wavelength(periodS, breakDepthM * times))
  return {
    kind: breakerKind(iribarren),
    iribarren,
    breakDepthM,
    breakDepthMm: onModel(breakDepthM),
    offshoreMm: onModel(breakDepthM / beachSlope),
    runUpMm: onModel(runUp(heightM, iribarren)),
    spacingMm: [spacing(1), spacing(2), spacing(4)],
    heightM
  }
}

const round2 = (value: number) => Math.round(value * 100) / 100
