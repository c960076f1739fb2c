import { anyPlanned } from '../../build/lays'
import type { Build } from '../../build/types'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import type { Resin } from '../../craft/materials/types'
import { layWay, wayFor } from '../../craft/ways/catalog'
import { grown } from '../../craft/ways/types'
import { massShareA, mixedDensity } from '../../physics/stuff/mixing/mix'
import { isWorked } from './bodySizes'
import { CUP_FILL, cupFor } from './cups'
import { fieldOf } from './fields'
import type { BuildSizes } from './sizes'
import type { PlannedBatch, PoolAmounts } from './types'

/** Everything of two parts that is mixed in one go: a pour, a casting, a flood, a bedding coat. */
export interface PlannedMix {
  id: string
  water: string
  /** The lay it goes into; null: none. */
  lay: string | null
  resin: string
  volumeMl: number
  aG: number
  bG: number
  /** Whole drops of each tint. */
  drops: Record<string, number>
  /** Cups it is mixed in, ml each. */
  cups: number[]
}

/** All mixes of a build: pour by pour, then what else of its ways is mixed of two parts. */
export function mixesOf(
  build: Build,
  amounts: { pools: PoolAmounts[]; batches: PlannedBatch[]; sizes: BuildSizes },
  shelf: Shelf
): PlannedMix[] {
  return [
    ...amounts.pools.flatMap((pool) =>
      poured(
        pool,
        amounts.batches.filter((b) => b.pool === pool.pool)
      )
    ),
    ...build.waters.flatMap((water): PlannedMix[] => {
      const way = wayFor(water.kind, water.way)
      const sizes = amounts.sizes.waters[water.id]
      if (!way || !sizes || !isWorked(water.kind, sizes)) return []
      return way.uses.flatMap((use): PlannedMix[] => {
        const resin = onShelf(shelf, 'resin', fieldOf(water, use.material, shelf) ?? use.material)
        const massG = grown(use.amount, sizes)
        if (!resin || !(massG > 0) || !anyPlanned(build, water.id, way, use.by)) return []
        const lay = way.lays.find((l) => l.steps.some((s) => use.by?.includes(s)))
        const name = `${water.id}/${use.by?.[0] ?? use.material}`
        return [mixed(build, resin, massG, name, water.id, lay ? `${water.id}/${lay.id}` : null)]
      })
    }),
    ...build.laid.flatMap((laid): PlannedMix[] => {
      const way = layWay(laid.way)
      const resin = onShelf(shelf, 'resin', laid.material ?? way?.usual?.coat ?? '')
      if (!way || !resin || !anyPlanned(build, laid.id, way)) return []
      const massG = way.uses.reduce(
        (sum, use) => sum + grown(use.amount, amounts.sizes.laid[laid.id] ?? {}),
        0
      )
      return [mixed(build, resin, massG, `${laid.id}/lay`, laid.stack, laid.id)]
    })
  ]
}

/** So many grams in as few cups as they can be stirred in. */
function mixed(
  build: Build,
  resin: Resin,
  massG: number,
  id: string,
  water: string,
  lay: string | null
): PlannedMix {
  const share = massShareA(resin)
  const volumeMl = massG / mixedDensity(resin)
  const mostMl = Math.min(build.mixing.cupMl * CUP_FILL, resin.batchMaxG / mixedDensity(resin))
  const count = Math.max(1, Math.ceil(volumeMl / mostMl - 1e-9))
  return {
    id,
    water,
    lay,
    resin: resin.id,
    volumeMl,
    aG: massG * share,
    bG: massG * (1 - share),
    drops: {},
    cups: Array.from({ length: count }, () => cupFor(volumeMl / count))
  }
}

/** A pool's pours, each with all its cups. */
function poured({ pool, resin }: PoolAmounts, batches: readonly PlannedBatch[]): PlannedMix[] {
  const pours = [...new Set(batches.map((b) => b.pour))]
  return pours.map((pour) => {
    const cups = batches.filter((b) => b.pour === pour)
    const drops: Record<string, number> = {}
    for (const cup of cups)
      for (const [tint, n] of Object.entries(cup.drops)) drops[tint] = (drops[tint] ?? 0) + n
    const sum = (of: 'volumeMl' | 'aG' | 'bG') => cups.reduce((total, cup) => total + cup[of], 0)
    return {
      id: `${pool}/pour${pours.length > 1 ? `#${pour}` : ''}`,
      water: pool,
      lay: `${pool}/pour${pours.length > 1 ? `#${pour}` : ''}`,
      resin,
      volumeMl: sum('volumeMl'),
      aG: sum('aG'),
      bG: sum('bG'),
      drops,
      cups: cups.map((cup) => cup.cupMl)
    }
  })
}
