import type { Build, LayState, Water } from '../../build/types'
import type { LayTemplate, Sizes, StepTemplate, Way } from '../../craft/ways/types'
import type { StacksPlan } from '../3-stacks/stacksStage'
import { fieldOf } from '../4-amounts/fields'
import type { PlannedLay } from './types'

/** A way at work, as far as its lays ask. */
interface Layered {
  key: string
  water: Water | null
  way: Way
  sizes: Sizes
  state: (template: StepTemplate) => LayState
}

/**
 * What a way puts down, from the ground up. What has nothing to do is no lay.
 *
 * @param wouldBe  how often a step is done, were it planned
 */
export function laysOf(
  build: Build,
  stacks: StacksPlan,
  scope: Layered,
  wouldBe: (template: StepTemplate) => number
): PlannedLay[] {
  const { way, sizes } = scope
  return way.lays.flatMap((lay): PlannedLay[] => {
    const steps = way.steps.filter((s) => lay.steps.includes(s.id) && wouldBe(s) > 0)
    if (steps.length === 0) return []
    return [
      {
        id: `${scope.key}/${lay.id}`,
        stack: scope.key,
        water: scope.water?.id ?? null,
        way: way.id,
        name: lay.name,
        kind: lay.kind,
        material: (scope.water && fieldOf(scope.water, lay.material)) ?? ofGround(build, lay),
        thicknessMm: thicknessMm(build, stacks, scope, lay),
        coats: lay.coats ? Math.max(1, Math.round(sizes[lay.coats] ?? 1)) : 1,
        state: together(steps.map(scope.state)),
        steps: steps.map((s) => `${scope.key}/${s.id}`)
      }
    ]
  })
}

/** A lay is planned while any of its steps is; it is there when what is not left out is. */
function together(states: readonly LayState[]): LayState {
  if (states.includes('planned')) return 'planned'
  return states.includes('there') ? 'there' : 'leftOut'
}

const ofGround = ({ ground }: Build, { material }: LayTemplate): string =>
  material.startsWith('ground.')
    ? ground[material.slice('ground.'.length) as 'landform' | 'shell' | 'seal']
    : material

/** How thick a lay is when it is done, mm; null where nobody measures it. */
function thicknessMm(
  build: Build,
  stacks: StacksPlan,
  { key, water, way }: Layered,
  lay: LayTemplate
): number | null {
  if (lay.kind === 'landform') return build.ground.bankMm
  if (lay.kind === 'shell') return build.ground.shellMm
  const pool = stacks.pools.find((p) => p.id === key)
  if (pool && lay.kind === 'resin')
    return pool.layers.length > 0 ? pool.layers.at(-1)!.toMm - pool.layers[0].fromMm : null
  if (lay.kind === 'texture' && way.body?.bed) return way.body.bed.thicknessMm
  if (lay.kind !== 'gel') return null
  const laying = water
    ? (stacks.forms.find((f) => f.id === key)?.laying ??
      stacks.surfaces.find((s) => s.id === key)?.laying)
    : null
  if (!laying) return null
  // the coat that is worked is the last of them
  return lay.coats ? laying.dryMm * laying.coats : laying.dryMm
}
