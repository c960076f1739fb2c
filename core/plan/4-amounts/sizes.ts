import type { Read } from '../reads'
import { stripWidth } from '../2-forms/roundJet'
import { landSpan } from '../../build/land'
import { isSceneStack } from '../../build/lays'
import { bodyNeeds, layWay } from '../../craft/ways/catalog'
import type { Build, Laid, Moving } from '../../build/types'
import { movingOf, poolsOf } from '../../build/types'
import type { Point2 } from '../../physics/shape/polygon'
import { lineLength, signedArea } from '../../physics/shape/polygon'
import type { FormsPlan } from '../2-forms/formsStage'
import type { GroundPlan } from '../1-ground/groundStage'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import { GLOSS_COAT_MM } from '../3-stacks/gelStack'
import type { PoolStack } from '../3-stacks/poolStack'
import type { FormStack, StacksPlan } from '../3-stacks/stacksStage'
import type { SizeName, Sizes } from '../../craft/ways/types'
import { zoneCm2 } from './zones'

/**
 * Edges of tissue lap over their neighbours: so much more of it than of water. Common practice, no
 * source.
 */
const LAPS = 1.35

/**
 * Sizes that effort and amounts grow with: of the whole build, and of each water (which include
 * those of the build).
 */
export interface BuildSizes {
  whole: Sizes
  waters: Record<string, Sizes>
  /** Of each lay that the builder put in. */
  laid: Record<string, Sizes>
}

/** Measures a build for the ways: areas in cm², lengths in cm, counts. */
export function sizesOf(
  build: Read<'amounts'>,
  ground: GroundPlan,
  forms: FormsPlan,
  stacks: StacksPlan,
  shelf: Shelf
): BuildSizes {
  const waterOf = (pools: readonly { id: string }[]) =>
    ground.pools
      .filter((g) => pools.some((p) => p.id === g.id))
      .reduce((sum, p) => sum + p.areaMm2 / 100, 0)
  const widthCm = forms.falls.reduce((sum, f) => sum + f.widthMm / 10, 0)
  const whole: Sizes = {
    baseCm2: (build.base.widthMm * build.base.depthMm) / 100,
    waterCm2: waterOf(poolsOf(build)),
    bedCm2: waterOf(poolsOf(build).filter((p) => !bodyNeeds(p.way).tissue)),
    widthCm,
    landformMm: onShelf(shelf, 'landform', build.ground.landform)?.ready
      ? 0
      : landSpan(build).highMm,
    shellMm: build.ground.shellMm,
    sealCoats: build.ground.sealCoats,
    castingMl: build.ground.castingsMl
  }
  const waters: Record<string, Sizes> = {}
  for (const pool of poolsOf(build)) {
    const here = ground.pools.find((p) => p.id === pool.id)
    const stack = stacks.pools.find((s) => s.id === pool.id)
    const layers = stack?.layers ?? []
    const surface = stacks.surfaces.find((s) => s.id === pool.id)?.laying
    const dam = onShelf(shelf, 'dam', pool.dam)
    const wallCm = stack?.dam ? stack.dam.lengthMm / 10 : 0
    const builtCm = dam?.ready ? 0 : wallCm
    const areaCm2 = (here?.areaMm2 ?? 0) / 100
    const light = stack?.light
    const lightResin = onShelf(shelf, 'light-resin', pool.light.resin)
    const { fill, tissue, lacquer, gel } = bodyNeeds(pool.way)
    const lacquerCoats = lacquer ? pool.skin.lacquerCoats : 0
    const glossCoats = gel === 'coats' ? pool.gloss.coats : 0
    const volumeMl = layers.reduce((sum, l) => sum + l.volumeMl, 0)
    waters[pool.id] = {
      ...whole,
      areaCm2,
      damCm: builtCm,
      peelCm: dam?.stays ? 0 : wallCm,
      caseCm: dam?.stays ? wallCm : 0,
      beadMl: stack?.dam?.beadMl ?? 0,
      braces: builtCm > 0 ? (stack?.dam?.braces ?? 0) : 0,
      pours: fill === 'two-part' ? layers.length : 0,
      lightCoats: fill === 'light' ? layers.length : 0,
      lightMinPerCoat: light?.spreadMin ?? 0,
      lightG:
        light && lightResin
          ? volumeMl * lightResin.densityGCm3 * (1 + build.mixing.wastePct / 100) +
            (volumeMl > 0 ? build.mixing.cupG : 0)
          : 0,
      tissueLayers: tissue ? pool.skin.layers : 0,
      tissueCm2: tissue ? areaCm2 * LAPS * pool.skin.layers : 0,
      lacquerCoats,
      lacquerMl:
        (areaCm2 / 10_000) *
        lacquerCoats *
        (onShelf(shelf, 'lacquer', pool.skin.lacquer)?.mlPerM2 ?? 0),
      glossCoats,
      glossMl: (areaCm2 / 10) * GLOSS_COAT_MM * glossCoats,
      surfaceMl:
        gel === 'ripples' ? (areaCm2 / 10) * (surface ? surface.wetMm * surface.coats : 0) : 0,
      tints: pool.tints.length + pool.bands.reduce((sum, b) => sum + b.tints.length, 0),
      lifts: builtCm > 0 && layers.length > 0 ? leakLifts(build.care, stack) : 0
    }
  }
  const whiteOf = (id: string) => {
    const found = forms.white.waters.find((w) => w.water === id)
    return found ? (found.areaMm2 * found.sharePct) / 10_000 : 0
  }
  for (const water of movingOf(build)) {
    const stack = stacks.forms.find((s) => s.id === water.id)!
    const shape = shapeSizes(water, forms, ground, stack)
    waters[water.id] = {
      ...whole,
      whiteCm2: whiteOf(surfaceOf(water)),
      gelCoats: 0,
      ...shape,
      ...gelSizes(stack, shape, onShelf(shelf, 'gel', water.gel)?.solidsVol ?? 1),
      ...partSizes(stack)
    }
  }
  const whiteCm2 = forms.white.waters.reduce((sum, w) => sum + (w.areaMm2 * w.sharePct) / 10_000, 0)
  Object.assign(whole, {
    whiteCm2,
    ...whiteSizes(build, forms),
    sprayCm2: forms.splashes.reduce((sum, s) => sum + (s.heightMm * s.reachMm) / 100, 0)
  })
  const several = (all: Record<string, Sizes>) =>
    Object.fromEntries(
      Object.entries(all).map(([id, sizes]) => [id, severalOf(sizes, build.copies)])
    )
  return {
    whole: severalOf(whole, build.copies),
    waters: several(waters),
    laid: several(
      laidSizes(
        build,
        whole,
        waters,
        whiteOf,
        (l) => zoneCm2(build, l, ground, forms),
        (l) => onShelf(shelf, 'gel', l.material ?? layWay(l.way)?.usual?.coat ?? '')?.coatMm ?? 0
      )
    )
  }
}

/** White where the map shows none: a tenth of the water; built up half as high as at its thickest. Common practice, no source. */
const SOME_WHITE = 0.1
const MEAN_RELIEF = 0.5

/** What a lay of a stack may cover: the base, all waters, or its own. */
function laidOver(stack: string, whole: Sizes, own: Sizes): number {
  if (stack === 'ground') return whole.baseCm2 ?? 0
  return isSceneStack(stack) ? (whole.waterCm2 ?? 0) : (own.areaCm2 ?? own.formCm2 ?? 0)
}

/** A lay that was put in covers its own zone or what its stack covers, as often as it has coats. */
function laidSizes(
  build: Read<'amounts'>,
  whole: Sizes,
  waters: Record<string, Sizes>,
  whiteOf: (water: string) => number,
  zoneOf: (laid: Laid) => number | null,
  coatMm: (laid: Laid) => number
): Record<string, Sizes> {
  return Object.fromEntries(
    build.laid.map((laid) => {
      const scene = isSceneStack(laid.stack)
      const own = waters[laid.stack] ?? {}
      const zone = zoneOf(laid)
      const areaCm2 = zone ?? laidOver(laid.stack, whole, own)
      const coveredCm2 = (areaCm2 * (laid.coverPct ?? 100)) / 100
      const mapCm2 = (scene ? whole.whiteCm2 : whiteOf(laid.stack)) || areaCm2 * SOME_WHITE
      const whiteCm2 = laid.coverPct === null && zone === null ? mapCm2 : coveredCm2
      const sizes: Sizes = {
        ...whole,
        ...own,
        areaCm2: coveredCm2,
        laidCoats: laid.coats,
        laidCm2: coveredCm2 * laid.coats,
        surfaceMl: (coveredCm2 * laid.coats * coatMm(laid)) / 10,
        whiteCm2,
        whiteMl: Math.max((whiteCm2 * build.finish.reliefMm * MEAN_RELIEF) / 10, LEAST_WHITE_ML)
      }
      return [laid.id, sizes]
    })
  )
}

/** Whoever is thorough fills lift by lift, which tells how high a hole is; others once, to the line. */
const leakLifts = (care: Build['care'], stack: PoolStack | undefined): number =>
  care === 'thorough' ? (stack?.dam?.leakTest.levelsMm.length ?? 1) : 1

/**
 * Counts that are the same however many copies are worked side by side: coats, pours, and one mould
 * that serves all.
 */
const ONCE: ReadonlySet<string> = new Set<SizeName>([
  'shellMm',
  'laidCoats',
  'sealCoats',
  'pours',
  'lightCoats',
  'tissueLayers',
  'lacquerCoats',
  'glossCoats',
  'gelCoats',
  'underCoats',
  'rubberCoats',
  'lifts',
  'tints',
  'mouldCm2',
  'clayMl',
  'coreMl',
  'castPours'
])

/** Sizes of so many copies: extents add up, counts of coats do not. */
const severalOf = (sizes: Sizes, copies: number): Sizes =>
  copies === 1
    ? sizes
    : Object.fromEntries(
        Object.entries(sizes).map(([name, size]) => [name, ONCE.has(name) ? size : size * copies])
      )

/** The water whose white is a form's to lay: of waves their pool, of a further crest none of its own. */
const surfaceOf = (water: Moving): string => {
  if (water.kind !== 'sea') return water.id
  return water.of ? '' : water.pool
}
/** How wide a crest's foot is, mm. */
const footMm = (face: readonly Point2[]) =>
  face.length === 0 ? 0 : Math.max(...face.map((p) => p[0])) - Math.min(...face.map((p) => p[0]))

/** What the form itself measures. */
function shapeSizes(water: Moving, forms: FormsPlan, ground: GroundPlan, stack: FormStack): Sizes {
  if (water.kind === 'fall') {
    const form = forms.falls.find((f) => f.id === water.id)!
    return {
      widthCm: form.widthMm / 10,
      strips: form.stripsToMake,
      stripCm2: (form.stripsToMake * form.stripMm * stripWidth(form, water)) / 100,
      formCm2: (form.widthMm * (form.curve?.arcMm ?? 0)) / 100
    }
  }
  if (water.kind === 'reach') {
    const form = forms.reaches.find((r) => r.id === water.id)!
    return { formCm2: form.stations.length > 0 ? (form.lengthMm * form.widthMm) / 100 : 0 }
  }
  if (water.kind === 'sea') {
    const form = forms.seas.find((s) => s.id === water.id)!
    const { built } = form
    const face = built?.face.profile ?? []
    const skin =
      stack.part?.mould?.surfaceCm2 ??
      (built ? (lineLength(built.line) * lineLength(face)) / 100 : 0)
    const builtCm = built ? lineLength(built.line) / 10 : 0
    const others = form.crests.reduce((sum, l) => sum + lineLength(l), 0) / 10
    // a further crest covers its own foot; what is drawn up is that crest itself
    const ownCm = stack.part ? 0 : builtCm
    const wholeCm2 = (ground.pools.find((p) => p.id === water.pool)?.areaMm2 ?? 0) / 100
    return {
      formCm2: form.further ? builtCm * (footMm(face) / 10) : form.faults.length > 0 ? 0 : wholeCm2,
      crestCm: form.further ? ownCm : others,
      parts: built ? 1 : 0,
      mouldCm2: skin,
      clayMl: stack.part?.mould?.clayMl ?? 0,
      coreMl: stack.part?.mould?.coreMl ?? 0,
      castPours: stack.part?.mould?.heat?.pours ?? 1,
      castMl:
        stack.part?.mould?.castMl ??
        (built ? (lineLength(built.line) * Math.abs(signedArea(face))) / 1000 : 0)
    }
  }
  const form = forms.splashes.find((s) => s.id === water.id)!
  return {
    fingers: form.faults.length > 0 ? 0 : form.fingers,
    formCm2: (form.heightMm * form.reachMm) / 100
  }
}

/**
 * Section of a crest drawn up, as a share of its height squared; a blended foot, cm². Common
 * practice, no source.
 */
const CREST_SECTION = 1.5
const FOOT_CM2 = 12

/** Gel by what it covers: wet, since it shrinks by its water. */
function gelSizes({ laying, part, gelMm }: FormStack, shape: Sizes, solidsVol: number): Sizes {
  if (!laying) return {}
  const wet = laying.dryMm > 0 ? laying.wetMm / laying.dryMm : 1 / solidsVol
  const made = part ? ((part.count + part.spares) * part.lengthMm * part.widthMm) / 100 : 0
  let coverCm2 = shape.formCm2 ?? 0
  if (part?.shape === 'strips' || part?.shape === 'curl') coverCm2 = made
  else if (part && part.shape !== 'sheet' && part.shape !== 'cast') coverCm2 = FOOT_CM2
  const crest = (shape.crestCm ?? 0) * (CREST_SECTION * (laying.finalMm / 10) ** 2)
  // crests that are drawn up take what stands in them, and none where none stands
  const crests = laying.peak !== null && shape.crestCm !== undefined
  return {
    gelCoats: laying.coats,
    underCoats: laying.coats - 1,
    gelMl: wet * (crests ? crest : (coverCm2 * gelMm.mean) / 10)
  }
}

function partSizes({ part }: FormStack): Sizes {
  if (!part) return {}
  const count = part.count + part.spares
  const cm2 = (count * part.lengthMm * part.widthMm) / 100
  const props = (part.overhang?.props?.count ?? 0) * count
  return {
    parts: count,
    partCm2: cm2,
    filmCm2: part.film ? cm2 : 0,
    props,
    propsAway: part.overhang?.releaseH === null ? 0 : props,
    rubberCoats: part.mould?.coats ?? 0
  }
}

/** Less is never stirred, ml. Common practice, no source. */
const LEAST_WHITE_ML = 2

/** White paste over the map: as high as wanted where it is thickest, thinner where it is thin. */
function whiteSizes(build: Read<'amounts'>, { white }: FormsPlan): Sizes {
  const squareMm2 = white.areaByPct.reduce((sum, mm2, pct) => sum + (pct / 100) ** 2 * mm2, 0)
  const ml = (squareMm2 * build.finish.reliefMm) / 1000
  return { whiteMl: Math.max(ml, LEAST_WHITE_ML) }
}
