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
import { pourId, type TiedMixes } from './ties'
import type { PlannedBatch, PlannedMix, PoolAmounts } from './types'

/** All mixes of a build: pour by pour, then what else of its ways is mixed of two parts. */
export function mixesOf(
  build: Build,
  amounts: { pools: PoolAmounts[]; batches: PlannedBatch[] },
  others: readonly PlannedMix[],
  tied: TiedMixes,
  shelf: Shelf
): PlannedMix[] {
  const cupsFor = cupsIn(build, shelf)
  const poured = amounts.pools.flatMap((pool) =>
    pouredInto(
      pool,
      amounts.batches.filter((b) => b.pool === pool.pool),
      tied
    )
  )
  return [
    ...poured,
    ...others
      .filter((m) => !tied.outOf.has(m.id))
      .map((m) =>
        (tied.along.get(m.id) ?? []).reduce((sum, { id }) => {
          const guest = others.find((o) => o.id === id)
          return guest ? both(sum, guest, cupsFor) : sum
        }, m)
      )
  ]
}

/** Two mixes of one resin, in one. */
function both(host: PlannedMix, guest: PlannedMix, cupsFor: CupsFor): PlannedMix {
  const volumeMl = host.volumeMl + guest.volumeMl
  return {
    ...host,
    volumeMl,
    aG: host.aG + guest.aG,
    bG: host.bG + guest.bG,
    cups: cupsFor(host.resin, volumeMl),
    serves: [...host.serves, guest.id]
  }
}

/** As few cups as so much of a resin can be stirred in, ml each. */
type CupsFor = (resin: string, volumeMl: number) => number[]
const cupsIn =
  (build: Build, shelf: Shelf): CupsFor =>
  (id, volumeMl) => {
    const resin = onShelf(shelf, 'resin', id)
    const stirredMl = build.mixing.cupMl * CUP_FILL
    const mostMl = resin ? Math.min(stirredMl, resin.batchMaxG / mixedDensity(resin)) : stirredMl
    const count = Math.max(1, Math.ceil(volumeMl / mostMl - 1e-9))
    return Array.from({ length: count }, () => cupFor(volumeMl / count))
  }

/** Castings, floods, beddings and films: what is mixed of two parts and is no pour. */
export function otherMixes(build: Build, sizes: BuildSizes, shelf: Shelf): PlannedMix[] {
  const cupsFor = cupsIn(build, shelf)
  return [
    ...build.waters.flatMap((water): PlannedMix[] => {
      const way = wayFor(water.kind, water.way)
      const own = sizes.waters[water.id]
      if (!way || !own || !isWorked(water.kind, own)) return []
      return way.uses.flatMap((use): PlannedMix[] => {
        const resin = onShelf(shelf, 'resin', fieldOf(water, use.material, shelf) ?? use.material)
        const massG = grown(use.amount, own)
        if (!resin || !(massG > 0) || !anyPlanned(build, water.id, way, use.by)) return []
        const lay = way.lays.find((l) => l.steps.some((s) => use.by?.includes(s)))
        const name = `${water.id}/${use.by?.[0] ?? use.material}`
        return [mixed(cupsFor, resin, massG, name, water.id, lay ? `${water.id}/${lay.id}` : null)]
      })
    }),
    ...build.laid.flatMap((laid): PlannedMix[] => {
      const way = layWay(laid.way)
      const resin = onShelf(shelf, 'resin', laid.material ?? way?.usual?.coat ?? '')
      if (!way || !resin || !anyPlanned(build, laid.id, way)) return []
      const massG = way.uses.reduce(
        (sum, use) => sum + grown(use.amount, sizes.laid[laid.id] ?? {}),
        0
      )
      return [mixed(cupsFor, resin, massG, `${laid.id}/lay`, laid.stack, laid.id)]
    })
  ]
}

/** So many grams in as few cups as they can be stirred in. */
function mixed(
  cupsFor: CupsFor,
  resin: Resin,
  massG: number,
  id: string,
  water: string,
  lay: string | null
): PlannedMix {
  const share = massShareA(resin)
  const volumeMl = massG / mixedDensity(resin)
  return {
    id,
    water,
    lay,
    resin: resin.id,
    volumeMl,
    aG: massG * share,
    bG: massG * (1 - share),
    drops: {},
    cups: cupsFor(resin.id, volumeMl),
    serves: []
  }
}

/** A pool's pours, each with all its cups. */
function pouredInto(
  { pool, resin, pours: count }: PoolAmounts,
  batches: readonly PlannedBatch[],
  tied: TiedMixes
): PlannedMix[] {
  const pours = [...new Set(batches.map((b) => b.pour))]
  return pours.map((pour) => {
    const cups = batches.filter((b) => b.pour === pour)
    const drops: Record<string, number> = {}
    for (const cup of cups)
      for (const [tint, n] of Object.entries(cup.drops)) drops[tint] = (drops[tint] ?? 0) + n
    const sum = (of: 'volumeMl' | 'aG' | 'bG') => cups.reduce((total, cup) => total + cup[of], 0)
    const id = pourId(pool, pour, count)
    return {
      id,
      water: pool,
      lay: id,
      resin,
      volumeMl: sum('volumeMl'),
      aG: sum('aG'),
      bG: sum('bG'),
      drops,
      cups: cups.map((cup) => cup.cupMl),
      serves: (tied.along.get(id) ?? []).map((a) => a.id)
    }
  })
}
