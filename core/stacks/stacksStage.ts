import type { Build } from '../build/types'
import { fallsOf, poolsOf } from '../build/types'
import type { FormsPlan } from '../forms/formsStage'
import { insideRing, type Point2 } from '../geometry/polygon'
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

/** What a run, a sea or a splash is built up from, on top of the water it lies on. */
export interface FormStack {
  id: string
  coats: Coat[]
  /** Gel between the water under it and its surface: on average and at most, mm. */
  gelMm: { mean: number; most: number }
}

export interface StacksPlan {
  pools: PoolStack[]
  falls: FallStack[]
  forms: FormStack[]
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
  return { pools, falls, forms: formStacks(build, forms, name) }
}

/** White and gloss over what moves, as thick as they are brushed, mm. Common practice, no source. */
const WHITE_AND_GLOSS: readonly Coat[] = [
  { what: 'white', material: 'white-acrylic', label: 'White water, by the map', thicknessMm: 0.1 },
  { what: 'gloss', material: 'gloss', label: 'Gloss, twice', thicknessMm: 0.1 }
]

function formStacks(build: Build, forms: FormsPlan, name: (id: string) => string): FormStack[] {
  const stack = (id: string, gel: string, label: string, heights: readonly number[]): FormStack => {
    const mean = heights.length > 0 ? heights.reduce((sum, h) => sum + h, 0) / heights.length : 0
    const coats: Coat[] = mean > 0 ? [{ what: 'gel', material: gel, label: `${label} in ${name(gel).toLowerCase()}`, thicknessMm: mean }, ...WHITE_AND_GLOSS] : []
    return { id, coats, gelMm: { mean, most: Math.max(0, ...heights) } }
  }
  return build.waters.flatMap((water): FormStack[] => {
    if (water.kind === 'reach') return [stack(water.id, water.gel, 'Run built up', gelUnder(build, forms, water.id))]
    // crests are drawn up out of a thin coat: half their height, on average, where they stand
    if (water.kind === 'sea') return [stack(water.id, water.gel, 'Crests drawn up', forms.seas.filter((s) => s.id === water.id && s.faults.length === 0).map((s) => s.breakerMm / 2))]
    if (water.kind === 'splash') {
      const form = forms.splashes.find((s) => s.id === water.id)!
      const coats: Coat[] = [{ what: 'strip', material: 'craft-light-resin', label: `${form.fingers} fingers of ${name('craft-light-resin').toLowerCase()}`, thicknessMm: 0.8 }, { what: 'gel', material: water.gel, label: `Foot blended in ${name(water.gel).toLowerCase()}`, thicknessMm: 1 }, ...WHITE_AND_GLOSS]
      return [{ id: water.id, coats: form.faults.length > 0 ? [] : coats, gelMm: { mean: 1, most: 1 } }]
    }
    return []
  })
}

/** Least coat of gel on a run: it is stroked, so it is never bare, mm. Common practice, no source. */
const LEAST_GEL_MM = 1

/** Between the pour, or the bed where nothing is poured, and the surface of a run, at every station. */
function gelUnder(build: Build, forms: FormsPlan, id: string): number[] {
  const form = forms.reaches.find((r) => r.id === id)!
  const pools = poolsOf(build).map((p) => ({ ring: p.outline.map((c): Point2 => [c.x, c.y]), levelMm: p.levelMm }))
  return form.stations.map((s) => {
    const poured = pools.find((p) => insideRing(s.at, p.ring))?.levelMm ?? -Infinity
    return Math.max(LEAST_GEL_MM, s.surfaceMm - Math.max(s.bedMm, poured))
  })
}
