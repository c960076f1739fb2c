import { planUntil } from '../stages'
import { poolsOf, type Build, type Pool } from '../../build/types'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import { mixedDensity } from '../../physics/stuff/mixing/mix'
import { fillFrom, type Filled } from '../1-ground/fill'

/** How a pool fills, and what was poured, ml. */
export type Reached = Filled & { volumeMl: number }

function poolNamed(build: Build, id: string) {
  const pool = poolsOf(build).find((p) => p.id === id)
  if (!pool) throw new RangeError(`pool: there is none called “${id}”`)
  return pool
}

/** Height at which a pool runs over: its dam, its brim, or the lower of the two where it has both, mm. */
function topOf({ outline, damTopMm, brimMm }: Pool): number {
  const dams = outline.filter((c) => c.edge === 'dam').length
  if (dams === outline.length) return damTopMm
  return dams > 0 ? Math.min(damTopMm, brimMm) : brimMm
}

/** What level so much resin reaches, through caves and over lips, from an empty pool or from a level. */
export function reachedBy(
  build: Build,
  id: string,
  grams: number,
  fromMm: number | null,
  shelf: Shelf
): Reached {
  const pool = poolNamed(build, id)
  const resin = onShelf(shelf, 'resin', pool.resin)
  if (!resin) throw new RangeError(`resin: the shelf has no “${pool.resin}”`)
  const ground = planUntil(build, 'ground', shelf)
  const basins = poolsOf(build).flatMap((p) => {
    const vessel = ground.pools.find((g) => g.id === p.id)?.vessel
    return vessel
      ? [
          {
            id: p.id,
            vessel,
            topMm: topOf(p),
            openings: p.openings
          }
        ]
      : []
  })
  if (!basins.some((b) => b.id === id))
    throw new RangeError(`${pool.name}: its ground is not measured yet`)
  const volumeMl = grams / mixedDensity(resin)
  return { ...fillFrom(basins, id, volumeMl, fromMm === null ? {} : { [id]: fromMm }), volumeMl }
}
