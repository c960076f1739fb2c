import type { Build } from '../build/types'
import { fallsOf, poolsOf } from '../build/types'
import type { FormsPlan } from '../forms/formsStage'
import { cutAt, mlFromMm3 } from '../ground/cut'
import type { GroundPlan } from '../ground/groundStage'
import { onShelf, type Shelf } from '../materials/shelf'

/** One pour of a pool: from height to height, and the resin it takes. */
export interface PourLayer {
  fromMm: number
  toMm: number
  volumeMl: number
  /** Surface of the resin when this pour is in, mm². */
  areaMm2: number
}

/** What is laid on what, from the ground up. */
export interface Coat {
  material: string
  what: 'landform' | 'shell' | 'paint' | 'seal' | 'pour' | 'gel' | 'strip' | 'white' | 'gloss'
  label: string
  thicknessMm: number
}

export interface PoolStack {
  id: string
  resin: string
  layerMaxMm: number
  layers: PourLayer[]
  coats: Coat[]
}

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

/**
 * Pours that keep every layer within the label's limit at the deepest point, all equally thick there.
 *
 * @param depthMm     greatest depth, mm
 * @param layerMaxMm  the label's limit, mm
 * @example pourCount(12, 5) // 3
 */
export const pourCount = (depthMm: number, layerMaxMm: number): number =>
  depthMm <= 0 ? 0 : Math.ceil(depthMm / layerMaxMm - 1e-9)

/** Third stage: the layers of each pool and the parts of each fall. */
export function stacksStage(build: Build, ground: GroundPlan, forms: FormsPlan, shelf: Shelf): StacksPlan {
  const { landform, shell, shellMm, seal, sealCoats } = build.ground
  const name = (id: string) => shelf.get(id)?.name ?? id
  const bedAt = (groundMm: number): Coat[] => [
    { what: 'landform', material: landform, label: name(landform), thicknessMm: Math.max(0, groundMm - shellMm) },
    { what: 'shell', material: shell, label: name(shell), thicknessMm: shellMm },
    { what: 'paint', material: 'bed-paint', label: 'Bed colours', thicknessMm: 0.1 },
    { what: 'seal', material: seal, label: `${name(seal)}, ${sealCoats} coats`, thicknessMm: 0.05 * sealCoats }
  ]
  const pools = poolsOf(build).map((pool): PoolStack => {
    const found = ground.pools.find((p) => p.id === pool.id)
    const resin = onShelf(shelf, 'resin', pool.resin)
    const layerMaxMm = resin?.layerMaxMm ?? 0
    const depth = found?.maxDepthMm ?? 0
    const count = found?.surface && resin ? Math.min(200, pourCount(depth, layerMaxMm)) : 0
    const layers: PourLayer[] = []
    let belowMl = 0
    for (let i = 0; i < count; i++) {
      const fromMm = pool.levelMm - depth + (depth * i) / count
      const toMm = i === count - 1 ? pool.levelMm : pool.levelMm - depth + (depth * (i + 1)) / count
      const cut = cutAt(found!.surface!, toMm)
      const upToMl = mlFromMm3(cut.volumeMm3)
      layers.push({ fromMm, toMm, volumeMl: upToMl - belowMl, areaMm2: cut.areaMm2 })
      belowMl = upToMl
    }
    const pours = layers.map((layer, i): Coat => ({
      what: 'pour', material: pool.resin, label: `Pour ${i + 1} of ${count}`, thicknessMm: layer.toMm - layer.fromMm
    }))
    const gel: Coat[] = count > 0 ? [{ what: 'gel', material: 'ripple-gel', label: 'Ripple gel, stippled', thicknessMm: 1 }] : []
    return { id: pool.id, resin: pool.resin, layerMaxMm, layers, coats: [...bedAt(found?.lowestMm ?? 0), ...pours, ...gel] }
  })
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
