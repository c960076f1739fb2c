import type { Read } from '../reads'
import { counted } from '../../words/sentence'
import { castsWith } from '../../build/castsWith'
import { USUAL } from '../../craft/usual'
import type { Moving } from '../../build/types'
import { movingOf, poolsOf } from '../../build/types'
import type { FormsPlan } from '../2-forms/formsStage'
import { insideRing, type Point2 } from '../../physics/shape/polygon'
import type { GroundPlan } from '../1-ground/groundStage'
import { pourHeat, type PourHeat, type PourHeatInput } from '../../physics/stuff/heat/pourHeat'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import { wayOf } from '../../craft/ways/catalog'
import type { Coat } from './coat'
import { layingOf, surfaceOf, type Laying } from './gelStack'
import type { LaidStacks } from './laidStacks'
import { filmBears } from './overhang'
import { partOf, type PartStack } from './partStack'
import { poolStack, type PoolStack } from './poolStack'

/** What a moving water is built up from, on top of what it lies on. */
export interface FormStack {
  id: string
  coats: Coat[]
  /** Gel when it has dried: on average and at most, mm. */
  gelMm: { mean: number; most: number }
  /** Null: nothing is built up in gel. */
  laying: Laying | null
  /** Null: nothing is made off the model. */
  part: PartStack | null
}

/** What the ways stack up, whatever the builder lays besides. */
export interface WaysStacks {
  pools: PoolStack[]
  forms: FormStack[]
  /** Gel on the surface of each pool. */
  surfaces: { id: string; laying: Laying | null }[]
}

/** All of it, with what the builder put in. */
export interface StacksPlan extends WaysStacks, LaidStacks {}

/**
 * Third stage: the layers of each pool, with what heat, dams, light and tint make of them; coats,
 * parts and supports of all that moves.
 */
export function stacksStage(
  build: Read<'ways'>,
  ground: GroundPlan,
  forms: FormsPlan,
  parts: FormStack[],
  shelf: Shelf,
  heatOf: (id: string, input: PourHeatInput) => PourHeat = (_, input) => pourHeat(input)
): WaysStacks {
  const { landform, shell, shellMm, seal, sealCoats } = build.ground
  const name = (id: string) => shelf.get(id)?.name ?? id
  const bedAt = (groundMm: number): Coat[] => [
    {
      what: 'landform',
      material: landform,
      label: name(landform),
      thicknessMm: Math.max(0, groundMm - shellMm)
    },
    { what: 'shell', material: shell, label: name(shell), thicknessMm: shellMm },
    { what: 'paint', material: USUAL.coat.bed, label: 'Bed colours', thicknessMm: 0.1 },
    {
      what: 'seal',
      material: seal,
      label: `${name(seal)}, ${counted(sealCoats, 'coat')}`,
      thicknessMm: 0.05 * sealCoats
    }
  ]
  const pools = poolsOf(build).map((pool) =>
    poolStack(
      build,
      pool,
      ground,
      shelf,
      bedAt(ground.pools.find((p) => p.id === pool.id)?.lowestMm ?? 0),
      heatOf
    )
  )
  return {
    pools,
    forms: parts,
    surfaces: poolsOf(build).map((pool) => ({
      id: pool.id,
      laying: surfaceOf(build, pool, forms, shelf)
    }))
  }
}

/** Coats, parts and supports of all that moves. */
export function formStacks(build: Read<'parts'>, forms: FormsPlan, shelf: Shelf): FormStack[] {
  const name = (id: string) => shelf.get(id)?.name ?? id
  return movingOf(build).map((water) => formStack(build, water, forms, shelf, name))
}

/** White and gloss over what moves, as thick as they are brushed, mm. Common practice, no source. */
const WHITE_AND_GLOSS: readonly Coat[] = [
  { what: 'white', material: USUAL.coat.white, label: 'White water, by the map', thicknessMm: 0.1 },
  { what: 'gloss', material: USUAL.coat.gloss, label: 'Gloss, twice', thicknessMm: 0.1 }
]

function formStack(
  build: Read<'parts'>,
  water: Moving,
  forms: FormsPlan,
  shelf: Shelf,
  name: (id: string) => string
): FormStack {
  const way = wayOf(water)
  const nothing: FormStack = {
    id: water.id,
    coats: [],
    gelMm: { mean: 0, most: 0 },
    laying: null,
    part: null
  }
  if (!way || faulty(water, forms)) return nothing
  const heights =
    water.kind === 'reach' && way.gel === 'run' ? gelUnder(build, forms, water.id) : []
  const laying = layingOf(
    build,
    water,
    way,
    forms,
    shelf,
    Math.max(0, ...heights),
    filmBears(water, way, forms, shelf)
  )
  const part = partOf(
    water,
    way,
    forms,
    laying,
    shelf,
    build.room,
    onShelf(shelf, 'resin', castsWith(build, water)?.resin ?? '')
  )
  const mean =
    heights.length > 0
      ? heights.reduce((sum, h) => sum + h, 0) / heights.length
      : (laying?.finalMm ?? 0)
  const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1).toLowerCase()
  const coats: Coat[] = [
    ...(part
      ? [
          {
            what: 'strip' as const,
            material: part.film ?? water.gel,
            label: `${part.count > 1 ? `${part.count} × ${part.name.toLowerCase()}` : part.name}${part.film ? ` of ${name(part.film).toLowerCase()}` : ''}`,
            thicknessMm: part.thicknessMm
          }
        ]
      : []),
    ...(laying && way.gel !== 'strip'
      ? [
          {
            what: 'gel' as const,
            material: water.gel,
            label: `${capital(name(water.gel))}, ${laying.coats === 1 ? 'one coat' : `${laying.coats} coats`}`,
            thicknessMm: mean
          }
        ]
      : []),
    ...WHITE_AND_GLOSS
  ]
  return { id: water.id, coats, gelMm: { mean, most: laying?.finalMm ?? 0 }, laying, part }
}

/** A form whose shape could not be worked out: nothing is built. */
function faulty(water: Moving, forms: FormsPlan): boolean {
  if (water.kind === 'fall') return !(forms.falls.find((f) => f.id === water.id)?.strips ?? 0)
  if (water.kind === 'reach')
    return !(forms.reaches.find((f) => f.id === water.id)?.stations.length ?? 0)
  return (
    ((water.kind === 'sea' ? forms.seas : forms.splashes).find((f) => f.id === water.id)?.faults
      .length ?? 1) > 0
  )
}

/** Least coat of gel on a run: it is stroked, so it is never bare, mm. Common practice, no source. */
const LEAST_GEL_MM = 1

/** Between the pour, or the bed where nothing is poured, and the surface of a run, at every station. */
function gelUnder(build: Read<'parts'>, forms: FormsPlan, id: string): number[] {
  const form = forms.reaches.find((r) => r.id === id)!
  const pools = poolsOf(build).map((p) => ({
    ring: p.outline.map((c): Point2 => [c.x, c.y]),
    levelMm: p.levelMm
  }))
  return form.stations.map((s) => {
    const poured = pools.find((p) => insideRing(s.at, p.ring))?.levelMm ?? -Infinity
    return Math.max(LEAST_GEL_MM, s.surfaceMm - Math.max(s.bedMm, poured))
  })
}
