import type { Build } from '../build/types'
import { fallsOf, poolsOf, reachesOf, seasOf, splashesOf } from '../build/types'
import type { FormsPlan } from '../forms/formsStage'
import type { GroundPlan } from '../ground/groundStage'
import { onShelf, type Shelf } from '../materials/shelf'
import type { StacksPlan } from '../stacks/stacksStage'
import type { Sizes } from '../ways/types'

/** Wet thickness of a brushed coat of gloss gel, mm. Common practice, no source. */
const GLOSS_COAT_MM = 1
/** Edges of tissue lap over their neighbours: so much more of it than of water. Common practice, no source. */
const LAPS = 1.35

/** Sizes that effort and amounts grow with: of the whole build, and of each water (which include those of the build). */
export interface BuildSizes {
  whole: Sizes
  waters: Record<string, Sizes>
}

/** A coat of a gel that the shelf does not know, mm. Common practice, no source. */
const USUAL_COAT_MM = 2

/** Measures a build for the ways: areas in cm², lengths in cm, counts. */
export function sizesOf(build: Build, ground: GroundPlan, forms: FormsPlan, stacks: StacksPlan, shelf: Shelf): BuildSizes {
  const waterCm2 = ground.pools.reduce((sum, p) => sum + p.areaMm2 / 100, 0)
  const widthCm = forms.falls.reduce((sum, f) => sum + f.widthMm / 10, 0)
  const whole: Sizes = {
    baseCm2: (build.base.widthMm * build.base.depthMm) / 100,
    waterCm2,
    widthCm,
    sealCoats: build.ground.sealCoats,
    castingMl: build.ground.castingsMl
  }
  const waters: Record<string, Sizes> = {}
  for (const pool of poolsOf(build)) {
    const here = ground.pools.find((p) => p.id === pool.id)
    const stack = stacks.pools.find((s) => s.id === pool.id)
    const layers = stack?.layers ?? []
    const areaCm2 = (here?.areaMm2 ?? 0) / 100
    const light = stack?.light
    const lightResin = onShelf(shelf, 'light-resin', pool.light.resin)
    const volumeMl = layers.reduce((sum, l) => sum + l.volumeMl, 0)
    waters[pool.id] = {
      ...whole,
      areaCm2,
      damCm: stack?.dam ? stack.dam.lengthMm / 10 : 0,
      beadMl: stack?.dam?.beadMl ?? 0,
      braces: stack?.dam?.braces ?? 0,
      pours: pool.way === 'two-part-pour' ? layers.length : 0,
      lightCoats: pool.way === 'light-cured-pour' ? layers.length : 0,
      lightMinPerCoat: light ? light.lampMin / Math.max(1, light.coats) : 0,
      lightG: light && lightResin ? volumeMl * lightResin.densityGCm3 * (1 + build.mixing.wastePct / 100) : 0,
      tissueLayers: pool.way === 'paper-skin' ? pool.skin.layers : 0,
      tissueCm2: pool.way === 'paper-skin' ? areaCm2 * LAPS * pool.skin.layers : 0,
      lacquerCoats: pool.way === 'paper-skin' ? pool.skin.lacquerCoats : 0,
      lacquerMl: pool.way === 'paper-skin' ? (areaCm2 / 10_000) * pool.skin.lacquerCoats * (onShelf(shelf, 'lacquer', pool.skin.lacquer)?.mlPerM2 ?? 0) : 0,
      glossCoats: pool.way === 'gloss-gel' ? pool.gloss.coats : 0,
      glossMl: pool.way === 'gloss-gel' ? (areaCm2 / 10) * GLOSS_COAT_MM * pool.gloss.coats : 0,
      tints: pool.tints.length + pool.bands.reduce((sum, b) => sum + b.tints.length, 0),
      lifts: layers.length === 0 ? 0 : (stack?.dam?.leakTest.levelsMm.length ?? 1)
    }
  }
  for (const fall of fallsOf(build)) {
    const form = forms.falls.find((f) => f.id === fall.id)!
    const stack = stacks.falls.find((f) => f.id === fall.id)!
    waters[fall.id] = { ...whole, widthCm: form.widthMm / 10, strips: form.stripsToMake, stripCm2: stack.stripCm2 }
  }
  const whiteOf = (id: string) => {
    const found = forms.white.waters.find((w) => w.water === id)
    return found ? (found.areaMm2 * found.sharePct) / 10_000 : 0
  }
  for (const reach of reachesOf(build)) {
    const form = forms.reaches.find((r) => r.id === reach.id)!
    waters[reach.id] = { ...whole, formCm2: form.stations.length > 0 ? (form.lengthMm * form.widthMm) / 100 : 0, whiteCm2: whiteOf(reach.id), gelCoats: Math.max(1, Math.ceil((stacks.forms.find((s) => s.id === reach.id)?.gelMm.most ?? 0) / (onShelf(shelf, 'gel', reach.gel)?.coatMm ?? USUAL_COAT_MM))), gelMl: (form.lengthMm * form.widthMm * (stacks.forms.find((s) => s.id === reach.id)?.gelMm.mean ?? 0)) / 1000 }
  }
  for (const sea of seasOf(build)) {
    const form = forms.seas.find((s) => s.id === sea.id)!
    const length = (lines: readonly (readonly (readonly [number, number])[])[]) => lines.reduce((sum, line) => sum + line.slice(1).reduce((l, p, i) => l + Math.hypot(p[0] - line[i][0], p[1] - line[i][1]), 0), 0)
    waters[sea.id] = {
      ...whole, formCm2: form.faults.length > 0 ? 0 : (ground.pools.find((p) => p.id === sea.pool)?.areaMm2 ?? 0) / 100, whiteCm2: whiteOf(sea.pool),
      crestCm: length(form.crests) / 10
    }
  }
  for (const splash of splashesOf(build)) {
    const form = forms.splashes.find((s) => s.id === splash.id)!
    waters[splash.id] = { ...whole, fingers: form.faults.length > 0 ? 0 : form.fingers, formCm2: (form.heightMm * form.reachMm) / 100 }
  }
  return { whole, waters }
}
