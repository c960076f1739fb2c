import type { Build } from '../build/types'
import { fallsOf, poolsOf } from '../build/types'
import type { FormsPlan } from '../forms/formsStage'
import type { GroundPlan } from '../ground/groundStage'
import { pourHeat, type PourHeat, type PourHeatInput } from '../heat/pourHeat'
import { onShelf, type Shelf } from '../materials/shelf'
import type { Coat } from './coat'
import { poolStack, type PoolStack } from './poolStack'

export interface FallStack {
  id: string
  gel: string
  /** Wet area of all strips to make, cm². */
  stripCm2: number
  coats: Coat[]
}

export interface StacksPlan {
  pools: PoolStack[]
  falls: FallStack[]
}

/** Third stage: the layers of each pool, with what heat, dams, light and tint make of them, and the parts of each fall. */
export function stacksStage(build: Build, ground: GroundPlan, forms: FormsPlan, shelf: Shelf, heatOf: (id: string, input: PourHeatInput) => PourHeat = (_, input) => pourHeat(input)): StacksPlan {
  const { landform, shell, shellMm, seal, sealCoats } = build.ground
  const name = (id: string) => shelf.get(id)?.name ?? id
  const bedAt = (groundMm: number): Coat[] => [
    { what: 'landform', material: landform, label: name(landform), thicknessMm: Math.max(0, groundMm - shellMm) },
    { what: 'shell', material: shell, label: name(shell), thicknessMm: shellMm },
    { what: 'paint', material: 'bed-paint', label: 'Bed colours', thicknessMm: 0.1 },
    { what: 'seal', material: seal, label: `${name(seal)}, ${sealCoats} coats`, thicknessMm: 0.05 * sealCoats }
  ]
  const pools = poolsOf(build).map((pool) => poolStack(build, pool, ground, shelf, bedAt(ground.pools.find((p) => p.id === pool.id)?.lowestMm ?? 0), heatOf))
  const falls = fallsOf(build).map((fall): FallStack => {
    const form = forms.falls.find((f) => f.id === fall.id)!
    const thicknessMm = onShelf(shelf, 'gel', fall.gel)?.coatMm ?? 0
    const coats: Coat[] =
      form.strips === 0
        ? []
        : [
            { what: 'strip', material: fall.gel, label: `${form.strips} strips of ${name(fall.gel).toLowerCase()}`, thicknessMm },
            { what: 'gel', material: fall.gel, label: 'Seams blended with gel', thicknessMm: 1 },
            { what: 'white', material: 'white-acrylic', label: 'White water, dry-brushed', thicknessMm: 0.1 },
            { what: 'gloss', material: 'gloss', label: 'Gloss, twice', thicknessMm: 0.1 }
          ]
    return { id: fall.id, gel: fall.gel, stripCm2: (form.stripsToMake * form.stripMm * fall.stripWidthMm) / 100, coats }
  })
  return { pools, falls }
}
