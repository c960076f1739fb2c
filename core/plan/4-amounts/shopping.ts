import { landSpan } from '../../build/land'
import { USUAL } from '../../craft/usual'
import { anyPlanned, isFilled, isSceneStack } from '../../build/lays'
import type { Build, Pool, Water } from '../../build/types'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import type { Material } from '../../craft/materials/types'
import { unitOf, type Unit } from '../../craft/materials/units'
import { fieldOf, useOf } from './fields'
import { isWorked } from './bodySizes'
import { partsOf } from '../3-stacks/gelStack'
import { repairWay } from '../../craft/troubles/repairs'
import { TROUBLES } from '../../craft/troubles/troubles'
import { firstWay, layWay, wayFor, wayOf } from '../../craft/ways/catalog'
import { type Sizes, type Way } from '../../craft/ways/types'
import type { PlannedBatch, PoolAmounts } from './types'
import type { BuildSizes } from './sizes'

/** One line of the shopping list: what the plan uses up, less what is on the shelf, in whole packs. */
export interface ShoppingLine {
  material: string
  name: string
  amount: number
  unit: Unit
  /** A second way to say it, such as "142 ml". */
  also: string
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
type Add = (material: Material, amount: number, water: string | null, also?: string) => void

/** Everything the plan uses up, one line a material, in the order of the work. */
export function shoppingList(
  build: Build,
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
    { material: Material; amount: number; also: string[]; byWater: Record<string, number> }
  >()
  const add: Add = (material, amount, water, also) => {
    if (!(amount > 0)) return
    const line = lines.get(material.id) ?? { material, amount: 0, also: [], byWater: {} }
    line.amount += amount
    if (also && !line.also.includes(also)) line.also.push(also)
    if (water) line.byWater[water] = (line.byWater[water] ?? 0) + amount
    lines.set(material.id, line)
  }
  const { whole, waters } = amounts.sizes
  addGround(build, whole.baseCm2 ?? 0, whole.waterCm2 ?? 0, shelf, add)

  const useAll = (
    way: Way | null,
    sizes: typeof whole,
    key: string,
    water?: Water,
    owner: string | null = key === 'ground' || key === 'finish' ? null : key,
    coat?: string
  ) => {
    for (const use of way?.uses ?? []) {
      if (!anyPlanned(build, key, way!, use.by)) continue
      const named =
        use.material === 'coat' ? coat : water && fieldOf(build, water, use.material, shelf)
      const found = shelf.get(named ?? use.material)
      if (!found) continue
      const amount = useOf(use, sizes, found)
      add(found, unitOf(found) === 'piece' ? Math.ceil(amount - 1e-9) : amount, owner)
    }
  }
  /** Paste is mixed with a tenth over, before it froths. */
  const addPaste = (
    way: Way | null,
    sizes: typeof whole,
    key: string,
    owner: string | null = key
  ) => {
    if (!way?.recipe || !anyPlanned(build, key, way)) return
    const ml = (1.1 * (sizes.whiteMl ?? 0)) / (way.recipe.foams ?? 1)
    for (const part of partsOf(way.recipe, shelf, ml)) {
      const found = shelf.get(part.material)!
      add(found, unitOf(found) === 'g' ? part.massG : part.ml, owner)
    }
  }
  useAll(firstWay('ground'), whole, 'ground')
  for (const water of build.waters) {
    const sizes = waters[water.id]
    if (!sizes) continue
    if (!isWorked(water.kind, sizes)) continue
    const way = wayOf(water)
    useAll(way, sizes, water.id, water)
    const dammed = (sizes.damCm ?? 0) > 0 && way && anyPlanned(build, water.id, way, ['dam'])
    const dam = water.kind === 'pool' && dammed ? onShelf(shelf, 'dam', water.dam) : null
    if (dam) add(dam, (sizes.damCm ?? 0) / 100, water.id)
    if (water.kind === 'pool') addLitTints(build, water, sizes, shelf, add)
  }
  for (const pool of amounts.pools) {
    const resin = onShelf(shelf, 'resin', pool.resin)
    if (resin) add(resin, pool.totalG, pool.pool)
  }
  const cups = [...amounts.batches, ...amounts.otherCups]
  const ofSize = new Map<number, number>()
  for (const { cupMl } of cups) ofSize.set(cupMl, (ofSize.get(cupMl) ?? 0) + 1)
  for (const batch of cups) {
    for (const [id, drops] of Object.entries(batch.drops)) {
      const tint = onShelf(shelf, 'tint', id)
      if (tint) add(tint, drops / tint.dropsPerMl, batch.water)
    }
    const cup = shelf.get(USUAL.cup)
    if (cup) add(cup, 1, batch.water, `${ofSize.get(batch.cupMl)} × ${batch.cupMl} ml`)
  }
  for (const [owner, way] of [
    ['white', wayFor('white', build.finish.white)],
    ['spray', wayFor('spray', build.finish.spray)]
  ] as const) {
    if (!((whole.waterCm2 ?? 0) > 0)) continue
    useAll(way, whole, owner)
    addPaste(way, whole, owner)
  }
  for (const laid of build.laid) {
    const way = layWay(laid.way)
    const water = build.waters.find((w) => w.id === laid.stack)
    if (!way || (!water && laid.stack !== 'ground' && !isSceneStack(laid.stack))) continue
    const sizes = amounts.sizes.laid[laid.id]
    useAll(way, sizes, laid.id, water, water?.id ?? null, laid.material ?? way.usual?.coat)
    addPaste(way, sizes, laid.id, water?.id ?? null)
  }
  for (const repair of build.repairs) {
    const trouble = TROUBLES.find((t) => t.id === repair.trouble)
    const water = build.waters.find((w) => w.id === repair.water)
    if (!trouble) continue
    const way = repairWay(trouble)
    const resin = repair.resin
    const uses = way.uses.map((u) =>
      resin && u.material === 'resin' ? { ...u, material: resin } : u
    )
    useAll({ ...way, uses }, waters[repair.water] ?? whole, repair.id, water)
  }
  useAll(firstWay('finish'), whole, 'finish')
  for (const { uses, water } of build.own) {
    const found = uses && shelf.get(uses.material)
    if (found) add(found, uses.amount, water)
  }
  return [...lines.values()].map(({ material, amount, also, byWater }) =>
    priced(
      material,
      amount,
      [...also, ...alsoAs(material, amount, amounts.pools)].join(', '),
      byWater
    )
  )
}

/** Plan − stock, in whole packs. */
function priced(
  material: Material,
  amount: number,
  also: string,
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
function addLitTints(build: Build, pool: Pool, sizes: Sizes, shelf: Shelf, add: Add): void {
  const grams = sizes.lightG ?? 0
  if (!(grams > 0) || !isFilled(build, pool)) return
  const bands = pool.bands.length > 0 ? pool.bands.map((b) => b.tints) : [pool.tints]
  for (const { id, dropsPer100G } of bands.flat()) {
    const tint = onShelf(shelf, 'tint', id)
    if (tint) add(tint, ((grams / bands.length / 100) * dropsPer100G) / tint.dropsPerMl, pool.id)
  }
}

function addGround(build: Build, baseCm2: number, waterCm2: number, shelf: Shelf, add: Add): void {
  const { ground } = build
  const landform = onShelf(shelf, 'landform', ground.landform)
  const shell = onShelf(shelf, 'shell', ground.shell)
  const seal = onShelf(shelf, 'sealer', ground.seal)
  const planned = (step: string) => anyPlanned(build, 'ground', firstWay('ground'), [step])
  if (landform?.pack && planned('landform')) {
    add(landform, (baseCm2 * landSpan(build).meanMm) / 10, null)
    const glue = shelf.get(landform.glue)
    if (glue && !landform.ready) add(glue, baseCm2 * GLUE_ML_PER_CM2, null)
  }
  if (shell && planned('shell'))
    add(shell, (baseCm2 / 10_000) * shell.gPerM2Mm * ground.shellMm, null)
  if (seal && planned('seal'))
    add(seal, (waterCm2 / 10_000) * BANKS_TOO * seal.mlPerM2 * ground.sealCoats, null)
}

function alsoAs(material: Material, amount: number, pools: readonly PoolAmounts[]): string[] {
  const whole = (value: number) => String(Math.ceil(value - 1e-9))
  if (material.kind === 'resin') {
    const [aG, bG] = pools
      .filter((p) => p.resin === material.id)
      .reduce(([a, b], p) => [a + p.aG, b + p.bG], [0, 0])
    return [
      `A ${whole(aG)} g = ${whole(aG / material.densityA)} ml, B ${whole(bG)} g = ${whole(bG / material.densityB)} ml`
    ]
  }
  if (material.kind === 'tint') return [`${Math.round(amount * material.dropsPerMl)} drops`]
  if (material.kind === 'shell')
    return [`and ${whole((amount * material.waterPer100G) / 100)} g of water`]
  if (material.kind === 'sundry' && material.mixedFrom)
    return [
      material.mixedFrom.map(([name, share]) => `${whole(amount * share)} ml ${name}`).join(' + ')
    ]
  if (material.kind === 'sundry' && material.waterPer100G)
    return [`and ${whole((amount * material.waterPer100G) / 100)} g of water`]
  return []
}
