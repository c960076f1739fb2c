import type { Read } from '../reads'
import { cupsOfPour } from './cupsOfPour'
import { castsWith } from '../../build/castsWith'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import type { Resin } from '../../craft/materials/types'
import { grown, type Use } from '../../craft/ways/types'
import { massShareA, mixedDensity } from '../../physics/stuff/mixing/mix'
import { atWork, isBody, isDone, isUsed, type AtWork } from './atWork'
import { CUP_FILL, cupFor } from './cups'
import { fieldOf, useOf } from './fields'
import type { BuildSizes } from './sizes'
import { pourId, type TiedMixes } from './ties'
import type { PlannedBatch, PlannedMix, PoolAmounts } from './types'

/** All mixes of a build: pour by pour, then what else of its ways is mixed of two parts. */
export function mixesOf(
  build: Read<'amounts'>,
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
      .map((m) => ({ ...m, drops: dropsIn(m) }))
  ].map((m) => stirred(m, shelf))
}

/** A mix with the minutes that its label asks for: each cup is stirred, all stand side by side. */
function stirred(mix: PlannedMix, shelf: Shelf): PlannedMix {
  const resin = onShelf(shelf, 'resin', mix.resin)
  return resin
    ? { ...mix, stirMin: resin.stirMin * mix.cups.length, standMin: resin.standMin }
    : mix
}

/** Drops that one cup of a mix asks for, by tint. */
const exactIn = ({ tints, aG, bG, cups }: PlannedMix): Record<string, number> =>
  Object.fromEntries(tints.map((t) => [t.id, (t.dropsPer100G * (aG + bG)) / cups.length / 100]))

/** Whole drops of all cups together. */
const dropsIn = (mix: PlannedMix): Record<string, number> =>
  Object.fromEntries(
    Object.entries(exactIn(mix)).map(([id, n]) => [id, mix.cups.length * Math.round(n)])
  )

/** The cups of mixes that are no pours, each with its drops. */
export function cupsOf(mixes: readonly PlannedMix[], shelf: Shelf): PlannedBatch[] {
  return mixes.flatMap((mix) => {
    const resin = onShelf(shelf, 'resin', mix.resin)
    if (!resin) return []
    const count = mix.cups.length
    const [aG, bG] = [mix.aG / count, mix.bG / count]
    const exact = exactIn(mix)
    return mix.cups.map((cupMl, i): PlannedBatch => ({
      aG,
      bG,
      drops: Object.fromEntries(Object.entries(exact).map(([id, n]) => [id, Math.round(n)])),
      pool: mix.id.replace('/', '.'),
      mix: mix.id,
      water: mix.water,
      resin: mix.resin,
      pour: 1,
      cup: i + 1,
      cups: count,
      massG: aG + bG,
      volumeMl: mix.volumeMl / count,
      aMl: aG / resin.densityA,
      bMl: bG / resin.densityB,
      cupMl,
      cupHoldsG: cupMl * CUP_FILL * mixedDensity(resin),
      dosePer100G: mix.tints.reduce((sum, t) => sum + t.dropsPer100G, 0),
      dropsExact: exact
    }))
  })
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
  (build: Read<'amounts'>, shelf: Shelf): CupsFor =>
  (id, volumeMl) => {
    const resin = onShelf(shelf, 'resin', id)
    const stirredMl = build.mixing.cupMl * CUP_FILL
    const mostMl = resin ? Math.min(stirredMl, resin.batchMaxG / mixedDensity(resin)) : stirredMl
    const count = Math.max(1, Math.ceil(volumeMl / mostMl - 1e-9))
    return Array.from({ length: count }, () => cupFor(volumeMl / count))
  }

/** Castings, floods, beddings and films: what is mixed of two parts and is no pour. */
export function otherMixes(build: Read<'amounts'>, sizes: BuildSizes, shelf: Shelf): PlannedMix[] {
  const cupsFor = cupsIn(build, shelf)
  const all = atWork(build, sizes)
  return [
    ...all
      .filter(isBody)
      .flatMap((at) =>
        at.way.uses
          .filter((use) => isUsed(build, at, use))
          .flatMap((use) => mixOfWater(build, at, use, cupsFor, shelf))
      ),
    ...all.filter((at) => at.laid).flatMap((at) => mixOfLay(build, at, cupsFor, shelf)),
    ...all.filter((at) => at.repair).flatMap((at) => mixesOfRepair(build, at, cupsFor, shelf))
  ]
}

/** What a use of a moving water is mixed of, where that is resin of two parts. */
function mixOfWater(
  build: Read<'amounts'>,
  { key, water, way, sizes }: AtWork,
  use: Use,
  cupsFor: CupsFor,
  shelf: Shelf
): PlannedMix[] {
  const named = fieldOf(build, water!, use.material, shelf) ?? use.material
  const resin = onShelf(shelf, 'resin', named)
  const massG = resin ? useOf(use, sizes, resin) : 0
  if (!resin || !(massG > 0)) return []
  const lay = way.lays.find((l) => l.steps.some((s) => use.by.includes(s)))
  const own = castsWith(build, water!)
  return [
    mixed(cupsFor, resin, massG, {
      id: `${key}/${use.by[0]}`,
      water: key,
      lay: lay ? `${key}/${lay.id}` : null,
      // a glue of its own is clear
      tints: resin.id === own?.resin || use.material !== 'bond' ? [...(own?.tints ?? [])] : []
    })
  ]
}

/** A lay of two-part resin that the builder put in. */
function mixOfLay(
  build: Read<'amounts'>,
  at: AtWork,
  cupsFor: CupsFor,
  shelf: Shelf
): PlannedMix[] {
  const { way, sizes } = at
  const laid = at.laid!
  const resin = onShelf(shelf, 'resin', laid.material ?? way.usual?.coat ?? '')
  const steps = way.steps.map((s) => s.id)
  if (!resin || !isDone(build, at, steps)) return []
  const massG = way.uses.reduce((sum, use) => sum + grown(use.amount, sizes), 0)
  return [
    mixed(cupsFor, resin, massG, {
      id: `${laid.id}/lay`,
      water: laid.stack,
      lay: laid.id,
      tints: []
    })
  ]
}

function mixesOfRepair(
  build: Read<'amounts'>,
  at: AtWork,
  cupsFor: CupsFor,
  shelf: Shelf
): PlannedMix[] {
  const { key, water, way, sizes } = at
  if (!water) return []
  const own = castsWith(build, water)
  const resin = onShelf(shelf, 'resin', at.repair!.resin ?? own?.resin ?? '')
  if (!resin) return []
  return way.uses
    .filter((use) => use.material === 'resin' && isUsed(build, at, use))
    .map((use) =>
      mixed(cupsFor, resin, grown(use.amount, sizes), {
        id: `${key}/${use.by[0]}`,
        water: water.id,
        lay: null,
        tints: use.clear ? [] : [...(own?.tints ?? [])]
      })
    )
}

/** So many grams in as few cups as they can be stirred in. */
function mixed(
  cupsFor: CupsFor,
  resin: Resin,
  massG: number,
  what: Pick<PlannedMix, 'id' | 'water' | 'lay' | 'tints'>
): PlannedMix {
  const share = massShareA(resin)
  const volumeMl = massG / mixedDensity(resin)
  return {
    ...what,
    resin: resin.id,
    volumeMl,
    aG: massG * share,
    bG: massG * (1 - share),
    drops: {},
    cups: cupsFor(resin.id, volumeMl),
    stirMin: 0,
    standMin: 0,
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
  return pours.map((pour): PlannedMix => {
    const cups = cupsOfPour(batches, pool, pour)
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
      tints: Object.entries(cups[0].dropsExact).map(([tint, n]) => ({
        id: tint,
        dropsPer100G: (100 * n) / cups[0].massG
      })),
      drops,
      cups: cups.map((cup) => cup.cupMl),
      stirMin: 0,
      standMin: 0,
      serves: (tied.along.get(id) ?? []).map((a) => a.id)
    }
  })
}
