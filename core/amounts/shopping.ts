import type { Build, Fall, Water } from '../build/types'
import { onShelf, type Shelf } from '../materials/shelf'
import { wayFor } from '../ways/catalog'
import { grown, type Way } from '../ways/types'
import type { PlannedBatch, PoolAmounts } from './types'
import type { BuildSizes } from './sizes'

/** One line of the shopping list. */
export interface ShoppingLine {
  material: string
  name: string
  amount: number
  unit: 'g' | 'ml' | 'm' | 'cm²' | 'cm³' | 'piece'
  /** A second way to say it, such as "142 ml". */
  also: string
  note: string
}

/** Glue between the layers of the landform, ml for each cm² of base. Common practice, no source. */
const GLUE_ML_PER_CM2 = 0.03
/** Sealer goes up the banks as well: so much more than the water's surface. Common practice, no source. */
const BANKS_TOO = 1.3

/** Everything the plan uses up, one line a material, in the order of the work. */
export function shoppingList(
  build: Build,
  amounts: { pools: PoolAmounts[]; batches: PlannedBatch[]; sizes: BuildSizes },
  shelf: Shelf
): ShoppingLine[] {
  const lines = new Map<string, ShoppingLine>()
  const add = (key: string, line: Omit<ShoppingLine, 'material'> & { material: string }) => {
    if (!(line.amount > 0)) return
    const there = lines.get(key)
    if (there) lines.set(key, { ...there, amount: there.amount + line.amount })
    else lines.set(key, line)
  }
  const { whole, waters } = amounts.sizes
  addGround(build, whole.baseCm2 ?? 0, whole.waterCm2 ?? 0, shelf, add)

  const useAll = (way: Way | null, sizes: typeof whole, water?: Water) => {
    for (const use of way?.uses ?? []) {
      const id = use.material === 'gel' ? (water as Fall).gel : use.material
      const found = shelf.get(id)
      const unit = found?.kind === 'sundry' ? found.unit : 'ml'
      const amount = grown(use.amount, sizes)
      add(id, { material: id, name: found?.name ?? id, amount: unit === 'piece' ? Math.ceil(amount) : amount, unit, also: '', note: found?.note ?? '' })
    }
  }
  useAll(wayFor('ground', 'groundwork'), whole)
  for (const water of build.waters) {
    const sizes = waters[water.id]
    if (!sizes) continue
    if (water.kind === 'pool' && !sizes.pours) continue
    if (water.kind === 'fall' && !sizes.strips) continue
    useAll(wayFor(water.kind, water.way), sizes, water)
    const dam = water.kind === 'pool' ? onShelf(shelf, 'dam', water.dam) : null
    if (dam) add(dam.id, { material: dam.id, name: dam.name, amount: (sizes.damCm ?? 0) / 100, unit: 'm', also: '', note: dam.note })
  }
  for (const pool of amounts.pools) {
    const resin = onShelf(shelf, 'resin', pool.resin)
    if (!resin) continue
    add(`${resin.id}/A`, { material: resin.id, name: `${resin.name}: part A`, amount: pool.aG, unit: 'g', also: '', note: resin.note })
    add(`${resin.id}/B`, { material: resin.id, name: `${resin.name}: part B`, amount: pool.bG, unit: 'g', also: '', note: '' })
  }
  for (const batch of amounts.batches) {
    for (const [id, drops] of Object.entries(batch.drops)) {
      const tint = onShelf(shelf, 'tint', id)
      add(`tint/${id}`, { material: id, name: tint?.name ?? id, amount: drops / (tint?.dropsPerMl ?? 20), unit: 'ml', also: '', note: tint?.note ?? '' })
    }
    const cupKey = `cup/${batch.cupMl}`
    add(cupKey, { material: 'cup', name: `Mixing cup, ${batch.cupMl} ml`, amount: 1, unit: 'piece', also: '', note: '' })
  }
  useAll(wayFor('finish', 'finishing'), whole)
  return [...lines.values()].map((line) => ({ ...line, also: alsoAs(line, shelf) }))
}

function addGround(build: Build, baseCm2: number, waterCm2: number, shelf: Shelf, add: (key: string, line: ShoppingLine) => void): void {
  const { ground } = build
  const landform = onShelf(shelf, 'landform', ground.landform)
  const shell = onShelf(shelf, 'shell', ground.shell)
  const seal = onShelf(shelf, 'sealer', ground.seal)
  if (landform) {
    add(landform.id, { material: landform.id, name: landform.name, amount: (baseCm2 * ground.bankMm) / 10, unit: 'cm³', also: '', note: landform.note })
    const glue = shelf.get(landform.glue)
    add(landform.glue, { material: landform.glue, name: glue?.name ?? landform.glue, amount: baseCm2 * GLUE_ML_PER_CM2, unit: 'ml', also: '', note: glue?.note ?? '' })
  }
  if (shell) {
    add(shell.id, { material: shell.id, name: shell.name, amount: (baseCm2 / 10_000) * shell.gPerM2Mm * ground.shellMm, unit: 'g', also: '', note: shell.note })
  }
  if (seal) {
    const amount = (waterCm2 / 10_000) * BANKS_TOO * seal.mlPerM2 * ground.sealCoats
    add(seal.id, { material: seal.id, name: seal.name, amount, unit: 'ml', also: '', note: seal.note })
  }
}

function alsoAs(line: ShoppingLine, shelf: Shelf): string {
  const resin = onShelf(shelf, 'resin', line.material)
  if (resin) return `${Math.ceil(line.amount / (line.name.endsWith('A') ? resin.densityA : resin.densityB))} ml`
  const tint = onShelf(shelf, 'tint', line.material)
  if (tint) return `${Math.round(line.amount * tint.dropsPerMl)} drops`
  return ''
}
