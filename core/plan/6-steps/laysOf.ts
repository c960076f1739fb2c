import type { Read } from '../reads'
import { landSpan } from '../../build/land'
import { fixes } from '../../build/lays'
import type { Laid, LayState, Water } from '../../build/types'
import {
  isApart,
  type LayTemplate,
  type Sizes,
  type StepTemplate,
  type Way
} from '../../craft/ways/types'
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
  done: (template: StepTemplate) => boolean
  /** Of a lay that the builder put in. */
  laid?: Laid
}

/**
 * What a way puts down, from the ground up. What has nothing to do is no lay.
 *
 * @param wouldBe  how often a step is done, were it planned
 */
export function laysOf(
  build: Read<'steps'>,
  stacks: StacksPlan,
  scope: Layered,
  wouldBe: (template: StepTemplate) => number
): PlannedLay[] {
  const { way, sizes } = scope
  return way.lays.flatMap((lay): PlannedLay[] => {
    const steps = way.steps.filter((s) => lay.steps.includes(s.id) && wouldBe(s) > 0)
    if (steps.length === 0) return []
    const { laid } = scope
    const coats = lay.coats ? Math.max(1, Math.round(sizes[lay.coats] ?? 1)) : 1
    const made: PlannedLay = {
      id: laid?.id ?? `${scope.key}/${lay.id}`,
      stack: laid?.stack ?? scope.key,
      laid: laid !== undefined,
      water: scope.water?.id ?? null,
      way: way.id,
      name: laidName(build, laid) || lay.name,
      kind: lay.kind,
      skin: lay.skin ?? false,
      apart: steps.every((step) => isApart(way, step)),
      meets: steps.some(meetsOthers),
      sets: steps.some((s) => meetsOthers(s) && (lay.kind === 'part' || bringsOn(s))),
      material: laid ? coatOf(laid, way, lay) : named(build, scope, lay),
      thicknessMm: laid ? (stacks.laidMm[laid.id] ?? null) : thicknessMm(build, stacks, scope, lay),
      coats,
      state: together(onModel(way, steps).map((step) => stateIn(scope, step))),
      steps: steps.map((s) => `${scope.key}/${s.id}`)
    }
    if (lay.coats !== 'pours' || coats === 1) return [made]
    // pours lie at heights of their own: other lays may come between them
    const layers = stacks.pools.find((p) => p.id === scope.key)?.layers ?? []
    return Array.from({ length: coats }, (_, k) => ({
      ...made,
      id: `${made.id}#${k + 1}`,
      name: `Pour ${k + 1} of ${coats}`,
      coats: 1,
      thicknessMm: layers[k] ? layers[k].toMm - layers[k].fromMm : null
    }))
  })
}

/** What there is nothing to do for, or what another lay does, is left out of its own. */
function stateIn({ state, done }: Layered, step: StepTemplate): LayState {
  const said = state(step)
  return said === 'planned' && !done(step) ? 'leftOut' : said
}

/** What the builder calls a lay, or the water that it fixes. */
function laidName(build: Read<'steps'>, laid: Laid | undefined): string {
  if (!laid) return ''
  const water = build.waters.find((w) => w.id === fixes(laid))
  return laid.name || (water ? `${water.name}, set in` : '')
}

const named = (build: Read<'steps'>, { water }: Layered, lay: LayTemplate): string =>
  (water && fieldOf(build, water, lay.material)) ?? ofGround(build, lay)

/** What a lay that was put in is made of. */
export const coatOf = (laid: Laid, way: Way, lay: LayTemplate | undefined): string =>
  laid.material ?? way.usual?.coat ?? lay?.material ?? ''

const meetsOthers = (step: StepTemplate) => (step.on?.length ?? 0) > 0
const bringsOn = (step: StepTemplate) =>
  step.fixes === true || step.does === 'bed' || step.does === 'hang'

/** The steps that lay it on the model; all of them, where it is made off it as a whole. */
function onModel(way: Way, steps: readonly StepTemplate[]): readonly StepTemplate[] {
  const there = steps.filter((step) => !isApart(way, step))
  return there.length > 0 ? there : steps
}

/** A lay is planned while any of its steps is; it is there when what is not left out is. */
function together(states: readonly LayState[]): LayState {
  if (states.includes('planned')) return 'planned'
  return states.includes('there') ? 'there' : 'leftOut'
}

const ofGround = ({ ground }: Read<'steps'>, { material }: LayTemplate): string =>
  material.startsWith('ground.')
    ? ground[material.slice('ground.'.length) as 'landform' | 'shell' | 'seal']
    : material

/** How thick a lay is when it is done, mm; null where nobody measures it. */
function thicknessMm(
  build: Read<'steps'>,
  stacks: StacksPlan,
  { key, water, way }: Layered,
  lay: LayTemplate
): number | null {
  if (lay.kind === 'landform') return landSpan(build).highMm
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
