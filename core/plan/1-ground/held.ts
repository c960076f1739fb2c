import { halvedTo } from '../../physics/solve/halving'
import { cutAt, heightRange, mlFromMm3 } from '../../physics/shape/cut'
import { leanMl, type Lean } from './lean'
import { displacedMl, type Stood } from '../../physics/shape/standing'
import type { Surface } from '../../physics/shape/surface'

/**
 * What holds the water of a pool: its ground as the water sees it, its leaning walls, and what
 * stands on its bed.
 */
export interface Vessel {
  surface: Surface
  lean: Lean
  stood: readonly Stood[]
}

/**
 * What a pool holds up to a level, ml: the ground cut at it, what walls add by their lean, less
 * what stands on the bed.
 */
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
  if (heldMl(vessel, topMm) <= volumeMl) return topMm
  const [lowest] = heightRange(vessel.surface)
  return halvedTo(lowest, topMm, (mm) => heldMl(vessel, mm) < volumeMl, { within: 1e-6 })
}
