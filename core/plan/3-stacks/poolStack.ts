import type { Read } from '../reads'
import { bandsOf } from '../../build/bandsOf'
import { COAT_MM } from '../../craft/layPairs'
import { GLOSS_COAT_MM } from './gelStack'
import { bodyNeeds } from '../../craft/ways/catalog'
import { USUAL } from '../../craft/usual'
import type { Pool } from '../../build/types'
import type { TintDose } from '../../physics/stuff/mixing/mix'
import { mixedDensity } from '../../physics/stuff/mixing/mix'
import { poolColours, tintsOn, type PoolColours } from './poolColours'
import { damPlan, type DamPlan } from './damPlan'
import { signedArea } from '../../physics/shape/polygon'
import { cutAt } from '../../physics/shape/cut'
import type { GroundPlan } from '../1-ground/groundStage'
import { heldMl } from '../1-ground/held'
import type { PoolGround } from '../1-ground/poolGround'
import { displacedMl, type Stood } from '../../physics/shape/standing'
import type { GroundLayer } from '../../physics/stuff/heat/cureRun'
import type { CureKinetics } from '../../physics/stuff/heat/kinetics'
import { lightHeat, spreadFor, type LightHeat } from '../../physics/stuff/heat/lightHeat'
import { HOT_C } from '../../physics/stuff/heat/verdict'
import { sideLoss, type PourHeat, type PourHeatInput } from '../../physics/stuff/heat/pourHeat'
import { resinKinetics } from '../../craft/materials/resinKinetics'
import { PLYWOOD } from '../../physics/stuff/heat/thermal'
import { lightPlan, tintPerMm, type LightPlan } from './lightBody'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import type { Dam, Lamp, LightResin, Resin } from '../../craft/materials/types'
import type { Coat } from './coat'

/** One pour of a pool: from height to height, and the resin it takes. */
export interface PourLayer {
  fromMm: number
  toMm: number
  volumeMl: number
  /** Standard deviation of that volume, ml. */
  sdMl: number
  /** Surface of the resin when this pour is in, mm². */
  areaMm2: number
  tints: TintDose[]
  /** Things set into the water when this pour has gelled, by id. */
  setIn: string[]
}

export interface PoolStack {
  id: string
  way: string
  resin: string
  layerMaxMm: number
  layers: PourLayer[]
  coats: Coat[]
  heat: PourHeat | null
  dam: DamPlan | null
  light: (LightPlan & LightHeat & { groundSoftensC: number | null }) | null
  colours: PoolColours | null
  /** Resin that leans, bows and things set in change, ml against the ground alone. */
  bowMl: number
  setInMl: number
  /** Why there is no heat to show: the label can't be. */
  problem: string | null
}

const MOST_LAYERS = 400
/** Gel time that a leak test is written for where no resin is known, min. */
const OVERNIGHT_MIN = 720

/**
 * The board under the landform and the table it stands on while it cures, mm of plywood. Common
 * practice, no source.
 */
const BOARD_AND_TABLE_MM = 24

/**
 * Landform that is carved through to less than this is no layer; a thinner one that is left is
 * taken as this thick, mm.
 */
const THINNEST_MM = 0.5
const CARVED_THROUGH_MM = 0.05

/**
 * What lies under a pool's deepest place, from the resin down to the table, and which layer gives
 * way in the heat.
 */
export interface Bed {
  layers: GroundLayer[]
  /** Number of the layer of landform; null: there is none under the deepest place. */
  soft: number | null
  /** What that softens at, °C; null: it bears any pour, or is not there. */
  softensC: number | null
}

export function bedUnder(build: Read<'ways'>, lowestMm: number, shelf: Shelf): Bed {
  const { landform, shell, shellMm } = build.ground
  const foam = onShelf(shelf, 'landform', landform)
  const skin = onShelf(shelf, 'shell', shell)
  const layers: GroundLayer[] = []
  if (skin && shellMm > 0) layers.push({ ...skin.thermal, thicknessMm: shellMm })
  const leftMm = lowestMm - shellMm
  const soft = foam && leftMm > CARVED_THROUGH_MM ? layers.length : null
  if (foam && soft !== null)
    layers.push({ ...foam.thermal, thicknessMm: Math.max(THINNEST_MM, leftMm) })
  layers.push({ ...PLYWOOD, thicknessMm: BOARD_AND_TABLE_MM })
  return { layers, soft, softensC: soft === null ? null : (foam?.thermal.softensC ?? null) }
}

const perimeter = (ring: PoolGround['ring']) =>
  ring.reduce((sum, [x, y], i) => {
    const [nx, ny] = ring[(i + 1) % ring.length]
    return sum + Math.hypot(nx - x, ny - y)
  }, 0)

/** What tint takes out of a lamp's light, 1/mm: every coat is laid as thin as the darkest band asks for. */
export const lampTint = (pool: Pool, shelf: Shelf): number =>
  Math.max(...bandsOf(pool, 1).map((b) => tintPerMm(tintsOn(shelf, b.tints))))

/** The band that a height over the deepest place lies in. */
function bandAt<B extends { thicknessMm: number }>(bands: readonly B[], heightMm: number): B {
  let top = 0
  for (const band of bands) {
    top += band.thicknessMm
    if (heightMm <= top) return band
  }
  return bands[bands.length - 1]
}

function heatInput(
  build: Read<'ways'>,
  pool: Pool,
  found: PoolGround,
  resin: Resin,
  kinetics: CureKinetics,
  shelf: Shelf
): PourHeatInput {
  const bed = bedUnder(build, found.lowestMm, shelf)
  const landform = onShelf(shelf, 'landform', build.ground.landform)
  const dam = pool.outline.some((c) => c.edge === 'dam') ? onShelf(shelf, 'dam', pool.dam) : null
  return {
    resin: kinetics,
    bandsMm: bandsOf(pool, found.maxDepthMm).map((b) => b.thicknessMm),
    labelMm: resin.layerMaxMm,
    ground: bed.layers,
    groundName: landform?.name ?? 'the ground',
    groundSoftensC: bed.softensC,
    softLayer: bed.soft,
    dam: dam?.softens ? { ...dam.softens, thicknessMm: dam.thicknessMm, kWMK: dam.kWMK } : null,
    roomC: build.room.tempC,
    sideWM3K: sideLoss(perimeter(found.ring), Math.abs(signedArea(found.ring)), bed.layers),
    pours: pool.pours,
    heed: pool.heed
  }
}

/** Nobody spreads the light of one coat over more, min. Common practice, no source. */
const LONGEST_SPREAD_MIN = 20
/** Thinner than this nobody splits a coat for its heat, mm. Common practice, no source. */
const SPLIT_TO_MM = 2

/**
 * Coats under the lamp: as few as the light reaches through, more where even light in bursts would
 * make them too warm, and over how many minutes each is lit.
 */
function litCoats(
  build: Read<'ways'>,
  pool: Pool,
  found: PoolGround,
  light: LightResin,
  lamp: Lamp,
  shelf: Shelf
): NonNullable<PoolStack['light']> {
  const under = bedUnder(build, found.lowestMm, shelf)
  const depth = found.maxDepthMm
  const planned = (coats: number) =>
    lightPlan(pool.light, light, lamp, depth, found.areaMm2, lampTint(pool, shelf), coats)
  const heatOf = (coatMm: number) => (seconds: number) =>
    lightHeat(coatMm, seconds, light.densityGCm3, under.layers, build.room.tempC, under.soft)
  const bears = ({ peakHiC, groundPeakHiC }: LightHeat) =>
    peakHiC <= HOT_C && (under.softensC === null || groundPeakHiC <= under.softensC)
  const leastMin = (plan: LightPlan) => plan.lampMin / Math.max(1, plan.coats)
  const spread = (plan: LightPlan) => spreadFor(leastMin(plan), heatOf(plan.coatMm), bears)
  let plan = planned(1)
  let minutes = spread(plan)
  while (
    minutes === null &&
    pool.light.coatMm === null &&
    depth / (plan.coats + 1) >= SPLIT_TO_MM - 1e-9
  ) {
    plan = planned(plan.coats + 1)
    minutes = spread(plan)
  }
  const spreadMin = minutes ?? Math.max(LONGEST_SPREAD_MIN, leastMin(plan))
  return {
    ...plan,
    spreadMin,
    groundSoftensC: under.softensC,
    ...heatOf(plan.coatMm)(60 * spreadMin)
  }
}

/**
 * The layers of one pool by its way of working, with their heat, dam, light and colours.
 *
 * @param heatOf  runs the heat: handed in so that a run made before may be used again
 */
export function poolStack(
  build: Read<'ways'>,
  pool: Pool,
  ground: GroundPlan,
  shelf: Shelf,
  bed: Coat[],
  heatOf: (id: string, input: PourHeatInput) => PourHeat
): PoolStack {
  const found = ground.pools.find((p) => p.id === pool.id)!
  const resin = onShelf(shelf, 'resin', pool.resin)
  const depth = found.vessel ? found.maxDepthMm : 0
  const stack: PoolStack = {
    id: pool.id,
    way: pool.way,
    resin: pool.resin,
    layerMaxMm: resin?.layerMaxMm ?? 0,
    layers: [],
    coats: bed,
    heat: null,
    dam: null,
    light: null,
    colours: null,
    bowMl: 0,
    setInMl: 0,
    problem: null
  }
  if (!found.vessel || depth <= 0) return stack
  const dam = onShelf(shelf, 'dam', pool.dam)
  const { fill } = bodyNeeds(pool.way)
  if (fill === 'two-part' && resin) pour(stack, build, pool, found, resin, dam, shelf, heatOf)
  if (fill === 'light') {
    const light = onShelf(shelf, 'light-resin', pool.light.resin)
    const lamp = onShelf(shelf, 'lamp', pool.light.lamp)
    if (light && lamp) {
      const bands = bandsOf(pool, depth)
      const plan = litCoats(build, pool, found, light, lamp, shelf)
      stack.light = plan
      lay(
        stack,
        pool,
        found,
        Array.from({ length: plan.coats }, (_, i) => ({
          thicknessMm: depth / plan.coats,
          tints: bandAt(bands, ((i + 0.5) * depth) / plan.coats).tints
        })),
        0
      )
      if (dam) stack.dam = damPlan(pool, found, dam, light.densityGCm3, 1)
    }
  }
  const section = ground.section.runs.find((r) => r.pool === pool.id)?.ground ?? []
  stack.colours = poolColours(build.ground, stack.layers, pool.levelMm, depth, section, shelf)
  stack.coats = [...bed, ...waterCoats(stack, pool, shelf)]
  return stack
}

function pour(
  stack: PoolStack,
  build: Read<'ways'>,
  pool: Pool,
  found: PoolGround,
  resin: Resin,
  dam: Dam | null,
  shelf: Shelf,
  heatOf: (id: string, input: PourHeatInput) => PourHeat
): void {
  const bands = bandsOf(pool, found.maxDepthMm)
  let layers: { thicknessMm: number; band: number }[]
  try {
    stack.heat = heatOf(pool.id, heatInput(build, pool, found, resin, resinKinetics(resin), shelf))
    layers = stack.heat.layers
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    stack.problem = error.message
    layers = bands.flatMap((b, band) => {
      const count = Math.min(
        MOST_LAYERS,
        Math.max(1, Math.ceil(b.thicknessMm / resin.layerMaxMm - 1e-9))
      )
      return b.thicknessMm > 0
        ? Array.from({ length: count }, () => ({ thicknessMm: b.thicknessMm / count, band }))
        : []
    })
  }
  if (dam)
    stack.dam = damPlan(pool, found, dam, mixedDensity(resin), stack.heat?.gelMin ?? OVERNIGHT_MIN)
  lay(
    stack,
    pool,
    found,
    layers.map((l) => ({ thicknessMm: l.thicknessMm, tints: bands[l.band].tints })),
    stack.dam?.extraMl ?? 0
  )
}

/**
 * Lays pours one on the other: each takes what the pool holds between its two heights, the bow's
 * share, less what was set in before.
 */
function lay(
  stack: PoolStack,
  pool: Pool,
  found: PoolGround,
  layers: readonly { thicknessMm: number; tints: TintDose[] }[],
  bowMl: number
): void {
  const bottom = pool.levelMm - found.maxDepthMm
  const tops = layers.map((_, i) =>
    i === layers.length - 1
      ? pool.levelMm
      : bottom + layers.slice(0, i + 1).reduce((sum, l) => sum + l.thicknessMm, 0)
  )
  // a thing set in after the last pour stands on top of the water and takes nothing away
  const stood: Stood[] = pool.standing
    .filter((s) => s.afterPour > 0 && s.afterPour < layers.length)
    .map((s) => ({ ...s, footMm: tops[s.afterPour - 1] }))
  const ownMl = Math.max(1e-9, found.volumeMl)
  let belowMl = 0
  for (const [i, toMm] of tops.entries()) {
    const fromMm = i === 0 ? bottom : tops[i - 1]
    const upToMl = heldMl(found.vessel!, toMm)
    const held = upToMl - belowMl
    const setIn = displacedMl(stood, fromMm, toMm)
    stack.layers.push({
      fromMm,
      toMm,
      volumeMl: Math.max(0, held + (bowMl * held) / ownMl - setIn),
      sdMl: (found.sdMl * held) / ownMl,
      areaMm2: cutAt(found.vessel!.surface, toMm).areaMm2,
      tints: layers[i].tints,
      setIn: pool.standing
        .filter((s) => s.afterPour > 0 && Math.min(s.afterPour, layers.length) === i + 1)
        .map((s) => s.id)
    })
    stack.setInMl += setIn
    belowMl = upToMl
  }
  stack.bowMl = bowMl
}

function waterCoats(stack: PoolStack, pool: Pool, shelf: Shelf): Coat[] {
  const name = (id: string) => shelf.get(id)?.name ?? id
  const { bed, tissue, lacquer, gel } = bodyNeeds(pool.way)
  const coats: Coat[] = [
    ...(bed ? [{ what: 'paint' as const, ...bed }] : []),
    ...poursOf(stack, pool, name)
  ]
  if (tissue)
    coats.push(
      {
        what: 'paper',
        material: USUAL.coat.paper,
        label: `Tissue in thinned glue, ${pool.skin.layers} layers`,
        thicknessMm: COAT_MM.tissue! * pool.skin.layers
      },
      {
        what: 'paint',
        material: USUAL.coat.bed,
        label: 'Painted to look deep',
        thicknessMm: COAT_MM.paint!
      }
    )
  if (lacquer)
    coats.push({
      what: 'gloss',
      material: pool.skin.lacquer,
      label: `${name(pool.skin.lacquer)}, ${pool.skin.lacquerCoats} coats`,
      thicknessMm: COAT_MM.lacquer! * pool.skin.lacquerCoats
    })
  if (gel === 'coats')
    coats.push({
      what: 'gel',
      material: pool.gloss.gel,
      label: `${name(pool.gloss.gel)}, ${pool.gloss.coats} coats`,
      thicknessMm: GLOSS_COAT_MM * pool.gloss.coats
    })
  if (gel === 'ripples' && stack.layers.length > 0)
    coats.push({
      what: 'gel',
      material: USUAL.gel.ripples,
      label: 'Ripple gel, stippled',
      thicknessMm: 1
    })
  return coats
}

/** Pours, or coats under the lamp, from the bottom up; where there are bands each says its tint. */
function poursOf(stack: PoolStack, pool: Pool, name: (id: string) => string): Coat[] {
  const lit = bodyNeeds(pool.way).fill === 'light'
  const tinted = (tints: readonly TintDose[]) => {
    if (pool.bands.length <= 1) return ''
    if (tints.length === 0) return ': clear'
    return `: ${tints.map((t) => name(t.id).replace(' tint', '').toLowerCase()).join(' and ')}`
  }
  return stack.layers.map((layer, i): Coat => ({
    what: 'pour',
    material: lit ? pool.light.resin : pool.resin,
    thicknessMm: layer.toMm - layer.fromMm,
    label: `${lit ? 'Coat' : 'Pour'} ${i + 1} of ${stack.layers.length}${tinted(layer.tints)}`
  }))
}
