import type { Read } from '../reads'
import { isFilled } from '../../build/lays'
import { poolsOf } from '../../build/types'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import { bodyNeeds } from '../../craft/ways/catalog'
import { mixedDensity } from '../../physics/stuff/mixing/mix'
import type { StacksPlan } from '../3-stacks/stacksStage'
import type { PlannedMix, PoolAmounts } from './types'

/** What is mixed along with a pour, for something else. */
export interface Along {
  id: string
  /** The pool whose pour it is; null: a casting, a flood, a coat. */
  pool: string | null
  volumeMl: number
  sdMl: number
  /** Known beforehand; null: as much as its share of the volume comes to. */
  massG: number | null
}

/** Mixes that are made in one go. */
export interface TiedMixes {
  /** By the mix that is made: what it serves beside its own. */
  along: Map<string, Along[]>
  /** By the mix that is not made: the one it comes out of. */
  outOf: Map<string, string>
}

/** What a pour's mix is called. @example pourId('pond', 1, 3) // "pond/pour#1" */
export const pourId = (pool: string, pour: number, pours: number): string =>
  `${pool}/pour${pours > 1 ? `#${pour}` : ''}`

/**
 * The ties that hold: of what is mixed in this plan, and of one resin. The first of each is made,
 * or the first pour where there is one.
 */
export function tiedMixes(
  build: Read<'amounts'>,
  stacks: StacksPlan,
  others: readonly PlannedMix[],
  shelf: Shelf
): TiedMixes {
  const tied: TiedMixes = { along: new Map(), outOf: new Map() }
  const known = new Map<string, Along & { resin: string }>()
  for (const pool of poolsOf(build)) {
    if (bodyNeeds(pool.way).fill !== 'two-part' || !isFilled(build, pool)) continue
    const layers = stacks.pools.find((s) => s.id === pool.id)?.layers ?? []
    layers.forEach(({ volumeMl, sdMl }, i) => {
      const id = pourId(pool.id, i + 1, layers.length)
      const of = { volumeMl: volumeMl * build.copies, sdMl: sdMl * build.copies, massG: null }
      known.set(id, { id, pool: pool.id, ...of, resin: pool.resin })
    })
  }
  const waste = 1 + build.mixing.wastePct / 100
  for (const { id, resin, aG, bG } of others) {
    const found = onShelf(shelf, 'resin', resin)
    if (!found) continue
    const massG = aG + bG
    const volumeMl = massG / mixedDensity(found) / waste
    known.set(id, { id, pool: null, volumeMl, sdMl: 0, massG, resin })
  }
  for (const tie of build.ties ?? []) {
    // a pool that is poured once has no numbers: its first pour is the only one
    const here = tie.flatMap(
      (id) => known.get(id) ?? known.get(id.replace(/#1$/, '')) ?? known.get(`${id}#1`) ?? []
    )
    const host = here.find((m) => m.pool !== null) ?? here[0]
    if (!host || tied.outOf.has(host.id)) continue
    const guests = here.filter(
      (m) => m !== host && m.resin === host.resin && !tied.outOf.has(m.id) && !tied.along.has(m.id)
    )
    if (guests.length === 0) continue
    tied.along.set(host.id, [...(tied.along.get(host.id) ?? []), ...guests])
    for (const guest of guests) tied.outOf.set(guest.id, host.id)
  }
  return tied
}

/** Pours of a pool that come out of a mix made for something else, from 1. */
export const poursElsewhere = (
  mixes: readonly PlannedMix[],
  { pool, pours }: Pick<PoolAmounts, 'pool' | 'pours'>
): number[] =>
  Array.from({ length: pours }, (_, i) => i + 1).filter((pour) =>
    mixes.some((m) => m.serves.includes(pourId(pool, pour, pours)))
  )
