import type { WaterShape } from '../../build/shapes'
import type { Opening } from '../../build/types'
import { poolsOf } from '../../build/types'

/** Two pools with a way between them, the lower one first: that is poured first. */
export interface Join {
  id: string
  kind: Opening['kind']
  /** Poured first. */
  lower: string
  upper: string
  sillMm: number
  /**
   * `dry`: neither stands over the sill. `over`: the upper runs off into the lower until it stands
   * no higher than the sill. `one`: both stand over it and agree. `apart`: both stand over it and
   * do not.
   */
  state: 'dry' | 'over' | 'one' | 'apart'
}

/** Levels closer than this are one, mm. */
const SAME_LEVEL_MM = 0.05

function stateOf(upperMm: number, lowerMm: number, sillMm: number): Join['state'] {
  if (upperMm <= sillMm) return 'dry'
  if (lowerMm < sillMm) return 'over'
  return upperMm - lowerMm < SAME_LEVEL_MM ? 'one' : 'apart'
}

/** Every way between two pools, and what the wanted levels make of it. */
export function joinsOf(build: { readonly waters: readonly WaterShape[] }): Join[] {
  const pools = poolsOf(build)
  return pools.flatMap((pool) =>
    pool.openings.flatMap((opening) => {
      const other = pools.find((p) => p.id === opening.into && p.id !== pool.id)
      if (!other) return []
      const [lower, upper] = other.levelMm <= pool.levelMm ? [other, pool] : [pool, other]
      const state = stateOf(upper.levelMm, lower.levelMm, opening.sillMm)
      return [
        {
          id: `${pool.id}/${opening.id}`,
          kind: opening.kind,
          lower: lower.id,
          upper: upper.id,
          sillMm: opening.sillMm,
          state
        } satisfies Join
      ]
    })
  )
}
