import type { Build } from '../build/types'
import { fallsOf, poolsOf } from '../build/types'
import type { FormsPlan } from '../forms/formsStage'
import type { GroundPlan } from '../ground/groundStage'
import type { StacksPlan } from '../stacks/stacksStage'
import type { Sizes } from '../ways/types'

/** Height of one lift of a leak test, mm: trade fact D3 gives 13–25. Common practice, no source. */
const LEAK_LIFT_MM = 19

/** Sizes that effort and amounts grow with: of the whole build, and of each water (which include those of the build). */
export interface BuildSizes {
  whole: Sizes
  waters: Record<string, Sizes>
}

/** Measures a build for the ways: areas in cm², lengths in cm, counts. */
export function sizesOf(build: Build, ground: GroundPlan, forms: FormsPlan, stacks: StacksPlan): BuildSizes {
  const waterCm2 = ground.pools.reduce((sum, p) => sum + p.areaMm2 / 100, 0)
  const widthCm = forms.falls.reduce((sum, f) => sum + f.widthMm / 10, 0)
  const whole: Sizes = {
    baseCm2: (build.base.widthMm * build.base.depthMm) / 100,
    waterCm2,
    widthCm,
    sealCoats: build.ground.sealCoats
  }
  const waters: Record<string, Sizes> = {}
  for (const pool of poolsOf(build)) {
    const here = ground.pools.find((p) => p.id === pool.id)
    const pours = stacks.pools.find((s) => s.id === pool.id)?.layers.length ?? 0
    waters[pool.id] = {
      ...whole,
      areaCm2: (here?.areaMm2 ?? 0) / 100,
      damCm: damMm(pool.outline) / 10,
      pours,
      tints: pool.tints.length,
      lifts: pours === 0 ? 0 : Math.max(1, Math.ceil((here?.maxDepthMm ?? 0) / LEAK_LIFT_MM))
    }
  }
  for (const fall of fallsOf(build)) {
    const form = forms.falls.find((f) => f.id === fall.id)!
    const stack = stacks.falls.find((f) => f.id === fall.id)!
    waters[fall.id] = { ...whole, widthCm: form.widthMm / 10, strips: form.stripsToMake, stripCm2: stack.stripCm2 }
  }
  return { whole, waters }
}

function damMm(outline: readonly { x: number; y: number; edge: string }[]): number {
  return outline.reduce((sum, c, i) => {
    const next = outline[(i + 1) % outline.length]
    return sum + (c.edge === 'dam' ? Math.hypot(next.x - c.x, next.y - c.y) : 0)
  }, 0)
}
