import type { Read } from '../reads'
import { cupsOfPour } from './cupsOfPour'
import { bodyNeeds } from '../../craft/ways/catalog'
import { isFilled } from '../../build/lays'
import type { Pool } from '../../build/types'
import { poolsOf } from '../../build/types'
import { mix, mixedDensity, type Mix } from '../../physics/stuff/mixing/mix'
import type { FormsPlan } from '../2-forms/formsStage'
import type { GroundPlan } from '../1-ground/groundStage'
import type { Resin } from '../../craft/materials/types'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import type { PoolStack } from '../3-stacks/poolStack'
import type { StacksPlan } from '../3-stacks/stacksStage'
import { CUP_FILL, cupFor } from './cups'
import { cupsOf, mixesOf, otherMixes } from './mixes'
import { pourId, tiedMixes, type Along, type TiedMixes } from './ties'
import { whitePlan, type WhitePlan } from './whitePlan'
import { shoppingList, type ShoppingLine } from './shopping'
import { sizesOf, type BuildSizes } from './sizes'
import type { PlannedBatch, PlannedMix, PoolAmounts } from './types'
import { grams, quantity, say } from '../../words/sentence'

export interface AmountsPlan {
  pools: PoolAmounts[]
  /** Resin of each body of water that is poured or lit, g; what is not filled is not in it. */
  bodyG: Record<string, number>
  batches: PlannedBatch[]
  /** Cups of all that is mixed and is no pour: castings, floods, beddings, coats. */
  otherCups: PlannedBatch[]
  /** All that is mixed of two parts: pours, castings, floods, bedding coats. */
  mixes: PlannedMix[]
  shopping: ShoppingLine[]
  sizes: BuildSizes
  /** White water: recipe, heights and shares. */
  white: WhitePlan
}

/** Fourth stage: what to weigh out for every pour, and what to buy. */
export function amountsStage(
  build: Read<'amounts'>,
  ground: GroundPlan,
  forms: FormsPlan,
  stacks: StacksPlan,
  shelf: Shelf
): AmountsPlan {
  const sizes = sizesOf(build, ground, forms, stacks, shelf)
  const others = otherMixes(build, sizes, shelf)
  const tied = tiedMixes(build, stacks, others, shelf)
  const batches: PlannedBatch[] = []
  const pools: PoolAmounts[] = []
  const owed: Owed = new Map()
  for (const pool of poolsOf(build)) {
    const resin = onShelf(shelf, 'resin', pool.resin)
    const stack = stacks.pools.find((s) => s.id === pool.id)
    if (bodyNeeds(pool.way).fill !== 'two-part') continue
    if (!resin || !stack || stack.layers.length === 0 || !isFilled(build, pool)) continue
    const mixed = mixPours(build, pool, resin, stack, tied, owed)
    pools.push(mixed.amounts)
    // one by one: a call takes only so many
    for (const batch of mixed.batches) batches.push(batch)
    const cups = mixed.batches.length
    const here = sizes.waters[pool.id]
    here.batchesPerPour = cups / stack.layers.length
    here.stirMin = (resin.stirMin * cups) / stack.layers.length
  }
  for (const amounts of pools) {
    const more = owed.get(amounts.pool)
    if (!more) continue
    amounts.totalG += more.aG + more.bG
    amounts.aG += more.aG
    amounts.bG += more.bG
  }
  const mixes = mixesOf(build, { pools, batches }, others, tied, shelf)
  const otherCups = cupsOf(
    mixes.filter((m) => others.some((o) => o.id === m.id)),
    shelf
  )
  const lit = poolsOf(build).filter(
    (p) => bodyNeeds(p.way).fill === 'light' && isFilled(build, p) && sizes.waters[p.id]?.lightG
  )
  return {
    pools,
    bodyG: Object.fromEntries([
      ...pools.map((p) => [p.pool, p.totalG]),
      ...lit.map((p) => [p.id, sizes.waters[p.id].lightG])
    ]),
    batches,
    otherCups,
    mixes,
    sizes,
    white: whitePlan(build, forms.white, sizes.whole.whiteMl ?? 0, shelf),
    shopping: shoppingList(build, { pools, batches, otherCups, sizes }, shelf)
  }
}

/** What pools take from mixes that were made for another, g. */
type Owed = Map<string, { aG: number; bG: number }>

function mixPours(
  build: Read<'amounts'>,
  pool: Pool,
  resin: Resin,
  stack: PoolStack,
  tied: TiedMixes,
  owed: Owed
): { amounts: PoolAmounts; batches: PlannedBatch[] } {
  const { cupG, cupMl, wastePct, readabilityG } = build.mixing
  const density = mixedDensity(resin)
  const batchMaxG = Math.min(resin.batchMaxG, cupMl * CUP_FILL * density)
  const amounts: PoolAmounts = {
    pool: pool.id,
    resin: resin.id,
    pours: stack.layers.length,
    massRatioA:
      resin.basis === 'mass'
        ? resin.partA / resin.partB
        : (resin.partA * resin.densityA) / (resin.partB * resin.densityB),
    volumeRatioA:
      resin.basis === 'volume'
        ? resin.partA / resin.partB
        : (resin.partA * resin.densityB) / (resin.partB * resin.densityA),
    totalG: 0,
    aG: 0,
    bG: 0,
    volumeMl: build.copies * stack.layers.reduce((sum, layer) => sum + layer.volumeMl, 0),
    densityGCm3: density,
    tintAll: [],
    worstRatioErrorPct: 0,
    problem: null
  }
  const batches: PlannedBatch[] = []
  for (const [i, layer] of stack.layers.entries()) {
    const id = pourId(pool.id, i + 1, stack.layers.length)
    if (tied.outOf.has(id)) continue
    const along = tied.along.get(id) ?? []
    const ownMl = layer.volumeMl * build.copies
    let mixed: Mix
    try {
      mixed = mix({
        ...resin,
        volumeMl: along.reduce((sum, a) => sum + a.volumeMl, ownMl),
        sdMl: Math.hypot(layer.sdMl * build.copies, ...along.map((a) => a.sdMl)),
        wastePct,
        cupG,
        batchMaxG,
        readabilityG,
        tints: layer.tints
      })
    } catch {
      amounts.problem = say`A ${quantity(cupMl, 'ml')} cup takes ${grams(batchMaxG)} at three quarters full, and ${quantity(cupG, 'g', 3)} of that stay in it.`
      break
    }
    const own = ownShare(mixed, ownMl, along, owed)
    amounts.totalG += mixed.totalG * own
    amounts.aG += mixed.aG * own
    amounts.bG += mixed.bG * own
    amounts.worstRatioErrorPct = Math.max(amounts.worstRatioErrorPct, mixed.ratioErrorPct)
    mixed.batches.forEach((batch, k) => {
      const massG = batch.aG + batch.bG
      const volumeMl = massG / density
      const cupMl = cupFor(volumeMl)
      batches.push({
        ...batch,
        pool: pool.id,
        water: pool.id,
        resin: resin.id,
        mix: id,
        pour: i + 1,
        cup: k + 1,
        cups: mixed.batches.length,
        massG,
        volumeMl,
        aMl: batch.aG / resin.densityA,
        bMl: batch.bG / resin.densityB,
        cupMl,
        cupHoldsG: cupMl * CUP_FILL * density,
        dosePer100G: layer.tints.reduce((sum, t) => sum + t.dropsPer100G, 0),
        dropsExact: Object.fromEntries(
          layer.tints.map((t) => [t.id, (t.dropsPer100G * massG) / 100])
        )
      })
    })
  }
  amounts.tintAll = tintAll(stack, batches)
  return { amounts, batches }
}

/**
 * Share of a mix that goes where it was made for, 0 to 1. What is weighed for a casting or a coat is
 * known; pours share the rest by their volumes, and the others' is owed to their pools.
 */
function ownShare(mixed: Mix, ownMl: number, along: readonly Along[], owed: Owed): number {
  const knownG = along.reduce((sum, a) => sum + (a.massG ?? 0), 0)
  const pours = along.filter((a) => a.massG === null)
  const pouredMl = pours.reduce((sum, a) => sum + a.volumeMl, ownMl)
  // where what stands in the water leaves no room for any
  if (!(pouredMl > 0 && mixed.totalG > 0)) return 0
  const rest = 1 - knownG / mixed.totalG
  for (const { pool, volumeMl } of pours) {
    const share = (rest * volumeMl) / pouredMl
    const before = owed.get(pool!) ?? { aG: 0, bG: 0 }
    owed.set(pool!, { aG: before.aG + mixed.aG * share, bG: before.bG + mixed.bG * share })
  }
  return (rest * ownMl) / pouredMl
}

/** Pours that follow each other with the same tints, as one: their part A and its drops. */
function tintAll(stack: PoolStack, batches: readonly PlannedBatch[]): PoolAmounts['tintAll'] {
  const bands: PoolAmounts['tintAll'] = []
  stack.layers.forEach((layer, i) => {
    const before = stack.layers[i - 1]
    const own = cupsOfPour(batches, stack.id, i + 1)
    const [aG, massG] = own.reduce(([a, m], b) => [a + b.aG, m + b.massG], [0, 0])
    const exact = Object.fromEntries(layer.tints.map((t) => [t.id, (t.dropsPer100G * massG) / 100]))
    const last = bands.at(-1)
    if (last && before && JSON.stringify(before.tints) === JSON.stringify(layer.tints)) {
      last.pours[1] = i + 1
      last.aG += aG
      for (const [id, drops] of Object.entries(exact))
        last.exact[id] = (last.exact[id] ?? 0) + drops
    } else bands.push({ band: bands.length, pours: [i + 1, i + 1], aG, drops: {}, exact })
  })
  for (const band of bands)
    for (const [id, drops] of Object.entries(band.exact)) band.drops[id] = Math.round(drops)
  return bands
}
