import type { Read } from '../reads'
import type { PoolShape } from '../../build/shapes'
import type { OutOfLevelAngles } from '../../physics/shape/tilted'
import { poolsOf } from '../../build/types'
import { poolGround, type PoolGround } from './poolGround'
import { joinsOf, type Join } from './joins'
import { sectionOf, type Section } from './section'
import { shimsFor, type Shims } from '../../physics/shape/tilted'

export interface GroundPlan {
  pools: PoolGround[]
  shims: Shims
  /** Pools that open into each other, and whether their levels agree. */
  joins: Join[]
  section: Section
}

/**
 * First stage: surfaces, levels, volumes, shorelines and the long section.
 *
 * @param build     what the builder entered
 * @param groundOf  measures one pool: handed in so that a pool measured before may be used again
 * @returns         a ground for each pool; with faults and no figures where one cannot be made
 */
export function groundStage(
  build: Read<'ground'>,
  groundOf: (pool: PoolShape, path: string, angles: OutOfLevelAngles) => PoolGround = poolGround
): GroundPlan {
  const pools = poolsOf(build).map((pool) =>
    groundOf(pool, `waters[${build.waters.indexOf(pool)}]`, build.outOfLevel)
  )
  return { pools, section: sectionOf(build, pools), shims: shimsFor(build), joins: joinsOf(build) }
}
