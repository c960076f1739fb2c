import { cutAt, heightRange, mlFromMm3 } from '../../physics/shape/cut'
import { leanMl, type Lean } from './lean'
import { displacedMl, type Stood } from '../../physics/shape/standing'
import type { Surface } from '../../physics/shape/surface'

/** What holds the water of a pool: its ground as the water sees it, its leaning walls, and what stands on its bed. */
export interface Vessel {
  surface: Surface
  lean: Lean
  stood: readonly Stood[]
}

/** What a pool holds up to a level, ml: the ground cut at it, what walls add by their lean, less what stands on the bed. */
export const heldMl = ({ surface, lean, stood }: Vessel, levelMm: number): number =>
  Math.max(
    0,
    mlFromMm3(cutAt(surface, levelMm).volumeMm3) +
      leanMl(lean, levelMm) -
      displacedMl(stood, -Infinity, levelMm)
  )

/**
 * The level that so much water reaches: the inverse of the stage–volume curve, by bisection.
 *
 * @param volumeMl  ml, 0 or more
 * @param topMm     height at which the search ends, mm (the dam's top)
 * @returns         level, mm; `topMm` when the water would pass over it
 */
export function levelHolding(vessel: Vessel, volumeMl: number, topMm: number): number {
  let [low] = heightRange(vessel.surface)
  let high = topMm
  if (heldMl(vessel, high) <= volumeMl) return high
  for (let i = 0; i < 60 && high - low > 1e-6; i++) {
    const middle = (low + high) / 2
    if (heldMl(vessel, middle) < volumeMl) low = middle
    else high = middle
  }
  return (low + high) / 2
}
