import { leak, holeFor, HOLE_LENGTH_MM, RESIN_PA_S } from './leak'

/** A leak test for one dam: how high to fill, how long to wait, and what a drop would mean. */
export interface LeakTest {
  /** Heights of the water for each lift, mm on the build's own scale. */
  levelsMm: number[]
  waitMin: number
  /**
   * What a drop of the level in that wait would mean: the hole, and the resin it would lose before
   * it gels.
   */
  drops: { dropMm: number; holeMm: number; resinMl: number }[]
}

/** A lift of a leak test, mm: docs/trade.md D3 gives 13–25 (½–1 in). Common practice, no source. */
export const LEAK_LIFT_MM = 19
/** The smallest drop an eye sees at a pencil mark, mm. Common practice, no source. */
const SEEN_DROP_MM = 0.5
/** Resin that a leak may cost and nobody minds, ml. Common practice, no source. */
const MINDED_ML = 2
const WAIT_RANGE_MIN: readonly [number, number] = [15, 120]
const RESIN_GCM3 = 1.1
const DROPS_MM = [0.5, 1, 2, 5]

/**
 * Writes a leak test for a pool: each lift as high as the trade's, and a wait long enough that a
 * hole which would lose
 * resin worth minding shows as a drop of half a millimetre.
 *
 * @param fromMm   lowest ground, mm
 * @param levelMm  waterline, mm
 * @param areaMm2  surface of the water, mm²
 * @param gelMin   until the resin gels, min
 */
export function leakTest(
  fromMm: number,
  levelMm: number,
  areaMm2: number,
  gelMin: number
): LeakTest {
  const depth = levelMm - fromMm
  const lifts = Math.max(1, Math.ceil(depth / LEAK_LIFT_MM - 1e-9))
  const head = Math.max(1, depth / 2)
  const resinLoss = (holeMm: number) =>
    (leak({
      holeMm,
      lengthMm: HOLE_LENGTH_MM,
      headMm: head,
      viscosityPaS: RESIN_PA_S,
      densityGCm3: RESIN_GCM3
    }).mlPerH *
      gelMin) /
    60
  // the hole that loses just so much resin, by the fourth power of its width
  const worthMm = (MINDED_ML / resinLoss(1)) ** 0.25
  const waterMlPerH = (worthMm / holeFor(1, head)) ** 4
  const seenMl = (areaMm2 * SEEN_DROP_MM) / 1000
  const waitMin = Math.min(
    WAIT_RANGE_MIN[1],
    Math.max(WAIT_RANGE_MIN[0], Math.ceil(((seenMl / waterMlPerH) * 60) / 5) * 5)
  )
  return {
    levelsMm: Array.from({ length: lifts }, (_, i) => fromMm + (depth * (i + 1)) / lifts),
    waitMin,
    drops: DROPS_MM.filter((mm) => mm <= depth).map((dropMm) => {
      const holeMm = holeFor((areaMm2 * dropMm) / 1000 / (waitMin / 60), head)
      return { dropMm, holeMm, resinMl: resinLoss(holeMm) }
    })
  }
}
