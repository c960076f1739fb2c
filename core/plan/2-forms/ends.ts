import type { Read } from '../reads'
import { poolsOf, reachesOf } from '../../build/types'
import { distanceToRing, type Point2 } from '../../physics/shape/polygon'
import { specificEnergy } from '../../physics/water/hydraulics/channel'
import { plunge } from '../../physics/water/hydraulics/drop'
import { bedAt, poolAt, type BedMap } from './bedMap'
import type { FallForm } from './fallForm'
import { inChain } from './run'
import { modelMm, realM } from '../../physics/shape/units'

/**
 * The level a run ends in: of the pool its last point lies in, or of the pool that follows it in
 * the chain.
 */
export function levelBelow(build: Read<'forms'>, id: string, bed: BedMap): number | null {
  const reach = reachesOf(build).find((r) => r.id === id)!
  const end = reach.path.at(-1)!
  const at: Point2 = [end.x, end.y]
  const pools = poolsOf(build)
  const under = poolAt(bed, at)
  const here = pools.find((p) => p.id === under)
  if (here) return here.levelMm
  const i = build.waters.findIndex((w) => w.id === id)
  const next = build.waters.slice(i + 1).find(inChain)
  return next?.kind === 'pool' ? next.levelMm : null
}

/** A run that begins this near to a landing takes its water as it comes, mm. Common practice, no source. */
const NEAR_LANDING_MM = 20

/**
 * Fast water that a fall hands to a run: on open ground, or where the pool is too shallow to hold
 * the jump at its foot
 * and the run begins there. A pool that holds the jump lets quiet water go on.
 */
export function fastHeadInto(
  build: Read<'forms'>,
  id: string,
  scale: number,
  falls: readonly FallForm[],
  bed: BedMap
): number | null {
  const reach = reachesOf(build).find((r) => r.id === id)!
  const start: Point2 = [reach.path[0].x, reach.path[0].y]
  const form = falls.find(
    (f) =>
      f.landing &&
      f.outlet === null &&
      (f.tail === 'swept' || f.tail === null) &&
      distanceToRing(start, f.landing).distance < NEAR_LANDING_MM
  )
  const ground = reach.path[0].bedMm ?? bedAt(bed, start)
  // a run that begins above the foot is not reached by what falls to it
  if (!form?.curve || ground === null || ground === undefined || ground >= form.footMm) return null
  const { fastDepthM } = plunge(
    form.curve.unitDischargeM2S,
    realM(form.crestMm - form.footMm, scale)
  )
  return Math.min(
    form.lipMm,
    ground + modelMm(specificEnergy(form.curve.unitDischargeM2S, fastDepthM), scale)
  )
}
