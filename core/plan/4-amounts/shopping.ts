import type { Read } from '../reads'
import { landSpan } from '../../build/land'
import { USUAL } from '../../craft/usual'
import { isFilled, toBeDone } from '../../build/lays'
import { poolsOf, type Pool } from '../../build/types'
import { dropsUsed } from '../../craft/drops'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import type { Material } from '../../craft/materials/types'
import { unitOf, type Unit } from '../../craft/materials/units'
import { fieldOf, useOf } from './fields'
import { atWork, isBody, isDone, isStirred, isUsed, type AtWork } from './atWork'
import { partsOf } from '../3-stacks/gelStack'
import type { Sizes, Use } from '../../craft/ways/types'
import { counted, joined, quantity, say, written, type Sentence } from '../../words/sentence'
import { pasteMl } from './pasteMl'
import type { PlannedBatch, PoolAmounts } from './types'
import type { BuildSizes } from './sizes'

/** One line of the shopping list: what the plan uses up, less what is on the shelf, in whole packs. */
export interface ShoppingLine {
  material: string
  name: string
  amount: number
  unit: Unit
  /** A second way to say it, such as "142 ml". */
  also: Sentence
  note: string
  stock: number
  /** Plan − stock, never below 0. */
  missing: number
  /** Packs to buy, and what they cost; null where the shelf gives no pack. */
  packs: number | null
  packAmount: number | null
  cost: number | null
  /** What is used up of it, in money, and by which water. */
  usedCost: number
  byWater: Record<string, number>
}

/** Glue between the layers of the landform, ml for each cm² of base. Common practice, no source. */
const GLUE_ML_PER_CM2 = 0.03
/** Sealer goes up the banks as well: so much more than the water's surface. Common practice, no source. */
const BANKS_TOO = 1.3

/** A use adds up here: material, amount, and the water that asks for it. */
type Add = (material: Material, amount: number, water: string | null, also?: Sentence) => void

/** Everything the plan uses up, one line a material, in the order of the work. */
export function shoppingList(
  build: Read<'amounts'>,
  amounts: {
    pools: PoolAmounts[]
    batches: PlannedBatch[]
    otherCups: PlannedBatch[]
    sizes: BuildSizes
  },
  shelf: Shelf
): ShoppingLine[] {
  const lines = new Map<
    string,
    { material: Material; amount: number; also: Sentence[]; byWater: Record<string, number> }
  >()
  const add: Add = (material, amount, water, also) => {
    if (!(amount > 0)) return
    const line = lines.get(material.id) ?? { material, amount: 0, also: [], byWater: {} }
    line.amount += amount
    if (also && !line.also.some((l) => written(l) === written(also))) line.also.push(also)
    if (water) line.byWater[water] = (line.byWater[water] ?? 0) + amount
    lines.set(material.id, line)
  }
  const all = atWork(build, amounts.sizes)
  const bought = (at: AtWork) => {
    useAll(build, at, shelf, add)
    if (isScene(at) || at.laid) addPaste(build, at, shelf, add)
  }
  const first = all.filter((at) => at.key === 'ground' || isBody(at))
  for (const at of first) {
    if (at.key === 'ground') addGround(build, at, shelf, add)
    bought(at)
    if (at.water?.kind === 'pool') {
      addDam(build, at, at.water, shelf, add)
      addLitTints(build, at.water, at.sizes, shelf, add)
    }
  }
  for (const pool of amounts.pools) {
    const resin = onShelf(shelf, 'resin', pool.resin)
    if (resin) add(resin, pool.totalG, pool.pool)
  }
  const cups = [...amounts.batches, ...amounts.otherCups]
  const ofSize = new Map<number, number>()
  for (const { cupMl } of cups) ofSize.set(cupMl, (ofSize.get(cupMl) ?? 0) + 1)
  const atOnce = new Set(poolsOf(build).flatMap((p) => (p.tinting === 'all-at-once' ? [p.id] : [])))
  const addDrops = (
    exact: Record<string, number>,
    how: 'cup by cup' | 'all at once',
    to: string
  ) => {
    for (const [id, drops] of Object.entries(exact)) {
      const tint = onShelf(shelf, 'tint', id)
      if (tint) add(tint, dropsUsed(drops, how) / tint.dropsPerMl, to)
    }
  }
  for (const { pool, tintAll } of amounts.pools.filter((p) => atOnce.has(p.pool)))
    for (const band of tintAll) addDrops(band.exact, 'all at once', pool)
  for (const batch of cups) {
    if (!atOnce.has(batch.pool)) addDrops(batch.dropsExact, 'cup by cup', batch.water)
    const cup = shelf.get(USUAL.cup)
    if (cup)
      add(cup, 1, batch.water, say`${ofSize.get(batch.cupMl)!} × ${quantity(batch.cupMl, 'ml')}`)
  }
  for (const at of all) if (!first.includes(at)) bought(at)
  for (const { uses, water } of build.own) {
    const found = uses && shelf.get(uses.material)
    if (found) add(found, uses.amount, water)
  }
  return [...lines.values()].map(({ material, amount, also, byWater }) =>
    priced(
      material,
      amount,
      joined([...also, ...alsoAs(material, amount, amounts.pools)], ', '),
      byWater
    )
  )
}

const isScene = ({ key }: AtWork) => key === 'white' || key === 'spray'

/** Whose a use is on the list; null: nobody's, it is the ground's or the finishing's. */
const ownerOf = ({ key, water, laid }: AtWork): string | null => {
  if (laid) return water?.id ?? null
  return key === 'ground' || key === 'finish' ? null : key
}

/** What the planned steps of a way use up. */
function useAll(build: Read<'amounts'>, at: AtWork, shelf: Shelf, add: Add): void {
  for (const use of at.way.uses) {
    if (!isUsed(build, at, use)) continue
    const found = shelf.get(materialOf(build, at, use, shelf))
    if (!found) continue
    const amount = useOf(use, at.sizes, found)
    add(found, unitOf(found) === 'piece' ? Math.ceil(amount - 1e-9) : amount, ownerOf(at))
  }
}

/** Which material a use names: of a lay its own, of a repair the resin chosen for it, of a water its field. */
function materialOf(
  build: Read<'amounts'>,
  { laid, repair, water, way }: AtWork,
  use: Use,
  shelf: Shelf
) {
  if (laid && use.material === 'coat') return laid.material ?? way.usual?.coat ?? use.material
  if (repair?.resin && use.material === 'resin') return repair.resin
  return (water && fieldOf(build, water, use.material, shelf)) ?? use.material
}

/** Paste is mixed with a tenth over, before it froths. */
function addPaste(build: Read<'amounts'>, at: AtWork, shelf: Shelf, add: Add): void {
  const { recipe } = at.way
  if (!recipe || !isStirred(build, at)) return
  for (const part of partsOf(recipe, shelf, pasteMl(recipe, at.sizes.whiteMl ?? 0))) {
    const found = shelf.get(part.material)!
    add(found, unitOf(found) === 'g' ? part.massG : part.ml, ownerOf(at))
  }
}

function addDam(build: Read<'amounts'>, at: AtWork, pool: Pool, shelf: Shelf, add: Add): void {
  const dam = isDone(build, at, ['dam']) ? onShelf(shelf, 'dam', pool.dam) : null
  if (dam) add(dam, (at.sizes.damCm ?? 0) / 100, pool.id)
}

/** Plan − stock, in whole packs. */
function priced(
  material: Material,
  amount: number,
  also: Sentence,
  byWater: Record<string, number>
): ShoppingLine {
  const { pack, stock = 0 } = material
  const missing = Math.max(0, amount - stock)
  const packs = pack ? Math.ceil(missing / pack.amount - 1e-9) : null
  // a lamp outlives the build
  const share = pack && material.kind !== 'lamp' ? pack.price / pack.amount : 0
  return {
    material: material.id,
    name: material.name,
    amount,
    unit: unitOf(material),
    also,
    note: material.note,
    stock,
    missing,
    packs,
    packAmount: pack?.amount ?? null,
    cost: pack && packs !== null ? packs * pack.price : null,
    usedCost: amount * share,
    byWater
  }
}

/** What all packs to buy come to. */
export const costToBuy = (lines: readonly ShoppingLine[]): number =>
  lines.reduce((sum, l) => sum + (l.cost ?? 0), 0)

/** Money that a water's own materials come to. */
export const costOfWater = (lines: readonly ShoppingLine[], water: string): number =>
  lines.reduce(
    (sum, l) => sum + (l.amount > 0 ? (l.usedCost * (l.byWater[water] ?? 0)) / l.amount : 0),
    0
  )

/**
 * What of a line stays on the model, g: gel without its water, resin and film whole, tools and
 * moulds not at all.
 */
function staysG(material: Material, amount: number): number {
  switch (material.kind) {
    case 'gel':
      return amount * material.densityGCm3 * material.solidsVol
    case 'film':
      return (amount * material.thicknessMm * material.densityGCm3) / 10
    case 'resin':
    case 'light-resin':
    case 'filler':
      return amount
    case 'sundry':
      return amount * (material.staysShare ?? 0)
    default:
      return 0
  }
}

/** Weight that a water, white or spray adds to the model, g. */
export const weightOf = (lines: readonly ShoppingLine[], owner: string, shelf: Shelf): number =>
  lines.reduce((sum, l) => {
    const material = shelf.get(l.material)
    return sum + (material ? staysG(material, l.byWater[owner] ?? 0) : 0)
  }, 0)

/** Tint of what a lamp cures, dose by dose: of the whole body, or band by band in equal shares. */
function addLitTints(
  build: Read<'amounts'>,
  pool: Pool,
  sizes: Sizes,
  shelf: Shelf,
  add: Add
): void {
  const grams = sizes.lightG ?? 0
  if (!(grams > 0) || !isFilled(build, pool)) return
  const bands = pool.bands.length > 0 ? pool.bands.map((b) => b.tints) : [pool.tints]
  for (const { id, dropsPer100G } of bands.flat()) {
    const tint = onShelf(shelf, 'tint', id)
    if (tint) add(tint, ((grams / bands.length / 100) * dropsPer100G) / tint.dropsPerMl, pool.id)
  }
}

function addGround(build: Read<'amounts'>, at: AtWork, shelf: Shelf, add: Add): void {
  const { ground } = build
  const { baseCm2 = 0, waterCm2 = 0 } = at.sizes
  const landform = onShelf(shelf, 'landform', ground.landform)
  const shell = onShelf(shelf, 'shell', ground.shell)
  const seal = onShelf(shelf, 'sealer', ground.seal)
  const planned = (step: string) => isDone(build, at, [step])
  // what has its shape already is bought, and nothing done to it
  const cut = at.way.steps.find((s) => s.id === 'landform')!
  const wanted = landform?.ready ? toBeDone(build, at.key, at.way, cut) : planned('landform')
  if (landform?.pack && wanted) {
    add(landform, (baseCm2 * landSpan(build).meanMm) / 10, null)
    const glue = shelf.get(landform.glue)
    if (glue && !landform.ready) add(glue, baseCm2 * GLUE_ML_PER_CM2, null)
  }
  if (shell && planned('shell'))
    add(shell, (baseCm2 / 10_000) * shell.gPerM2Mm * ground.shellMm, null)
  if (seal && planned('seal'))
    add(seal, (waterCm2 / 10_000) * BANKS_TOO * seal.mlPerM2 * ground.sealCoats, null)
}

function alsoAs(material: Material, amount: number, pools: readonly PoolAmounts[]): Sentence[] {
  const whole = (value: number, unit: 'g' | 'ml') => quantity(Math.ceil(value - 1e-9), unit)
  if (material.kind === 'resin') {
    const [aG, bG] = pools
      .filter((p) => p.resin === material.id)
      .reduce(([a, b], p) => [a + p.aG, b + p.bG], [0, 0])
    return [
      say`A ${whole(aG, 'g')} = ${whole(aG / material.densityA, 'ml')}, B ${whole(bG, 'g')} = ${whole(bG / material.densityB, 'ml')}`
    ]
  }
  if (material.kind === 'film') return [say`${quantity(material.thicknessMm, 'mm', 2)} thick`]
  if (material.kind === 'tint')
    return [counted(Math.round(10 * amount * material.dropsPerMl) / 10, 'drop')]
  if (material.kind === 'shell')
    return [say`and ${whole((amount * material.waterPer100G) / 100, 'g')} of water`]
  if (material.kind === 'sundry' && material.mixedFrom)
    return [
      joined(
        material.mixedFrom.map(([name, share]) => say`${whole(amount * share, 'ml')} ${name}`),
        ' + '
      )
    ]
  if (material.kind === 'sundry' && material.waterPer100G)
    return [say`and ${whole((amount * material.waterPer100G) / 100, 'g')} of water`]
  return []
}
