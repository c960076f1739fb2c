import { fixes, isSceneStack, stateOf, toBeDone } from '../../build/lays'
import type { Build, Laid, LayState, Water } from '../../build/types'
import { repairWay } from '../../craft/troubles/repairs'
import { TROUBLES } from '../../craft/troubles/troubles'
import { firstWay, layWay, wayFor, wayOf } from '../../craft/ways/catalog'
import type { CureName, Sizes, StepTemplate, Wait, Way } from '../../craft/ways/types'
import type { AmountsPlan } from '../4-amounts/amountsStage'
import { isWorked } from '../4-amounts/bodySizes'
import type { CuresPlan } from '../5-cures/curesStage'
import { factorFor, type LearnedLine } from '../learned/history'
import { learnsOf } from '../learned/learns'
import type { StepLink } from './types'

/** A way at work on something: the groundwork, one water, white water, spray, the finishing, or a repair. */
export interface Scope {
  key: string
  water: Water | null
  way: Way
  sizes: Sizes
  cures: Partial<Record<CureName, number>>
  learned: readonly LearnedLine[]
  state: (template: StepTemplate) => LayState
  done: (template: StepTemplate) => boolean
  /** A lay that the builder put in: its place in the stack says what it comes after. */
  laid?: Laid
  /** The water that it fixes, by name. */
  fixes?: string
}

/** A scope before it is known what of it is planned. */
type Unsaid = Omit<Scope, 'state' | 'done'>

/** All that is worked on in a build, each with its way and what is known of it. */
export function scopesOf(
  build: Build,
  amounts: AmountsPlan,
  cures: CuresPlan,
  learned: readonly LearnedLine[]
): Scope[] {
  const { whole, waters } = amounts.sizes
  const scopes: Unsaid[] = [
    {
      key: 'ground',
      water: null,
      way: firstWay('ground'),
      sizes: whole,
      cures: cures.ground,
      learned
    }
  ]
  for (const water of build.waters) {
    const way = wayOf(water)
    const sizes = waters[water.id] ?? {}
    if (way && isWorked(water.kind, sizes))
      scopes.push({
        key: water.id,
        water,
        way,
        sizes,
        cures: cures.waters[water.id] ?? {},
        learned
      })
  }
  const overall = (key: 'white' | 'spray', id: string): Unsaid[] => {
    const way = wayFor(key, id)
    return way ? [{ key, water: null, way, sizes: whole, cures: cures.ground, learned }] : []
  }
  const all: Unsaid[] = [
    ...scopes,
    // white is worked wherever there is water; spray where it falls or is thrown
    ...((whole.waterCm2 ?? 0) > 0 ? overall('white', build.finish.white) : []),
    ...((whole.widthCm ?? 0) + (whole.sprayCm2 ?? 0) > 0
      ? overall('spray', build.finish.spray)
      : []),
    ...repairScopes(build, scopes, whole, cures, learned),
    ...laidScopes(build, scopes, amounts, cures, learned),
    {
      key: 'finish',
      water: null,
      way: firstWay('finish'),
      sizes: whole,
      cures: cures.ground,
      learned
    }
  ]
  return all.map((scope) => ({
    ...scope,
    state: (template) => stateOf(build, scope.key, template),
    done: (template) => toBeDone(build, scope.key, scope.way, template)
  }))
}

/** Lays that the builder put into the stacks there are. */
function laidScopes(
  build: Build,
  scopes: readonly Unsaid[],
  amounts: AmountsPlan,
  cures: CuresPlan,
  learned: readonly LearnedLine[]
): Unsaid[] {
  return build.laid.flatMap((laid): Unsaid[] => {
    const way = layWay(laid.way)
    const under = isSceneStack(laid.stack)
      ? { water: null, cures: cures.ground }
      : scopes.find((s) => s.key === laid.stack)
    if (!way || !under) return []
    return [
      {
        key: laid.id,
        water: under.water,
        way,
        sizes: amounts.sizes.laid[laid.id] ?? {},
        cures: { ...cures.ground, ...under.cures, ...cures.laid[laid.id] },
        learned,
        laid,
        fixes: build.waters.find((w) => w.id === fixes(laid))?.name
      }
    ]
  })
}

/** Repairs that the plan takes in, each after the work on its water and before the finishing. */
function repairScopes(
  build: Build,
  scopes: readonly Unsaid[],
  whole: Sizes,
  cures: CuresPlan,
  learned: readonly LearnedLine[]
): Unsaid[] {
  return build.repairs.flatMap((repair): Unsaid[] => {
    const trouble = TROUBLES.find((t) => t.id === repair.trouble)
    const water = build.waters.find((w) => w.id === repair.water) ?? null
    if (!trouble) return []
    const own = scopes.find((s) => s.key === repair.water)
    return [
      {
        key: repair.id,
        water,
        way: repairWay(trouble),
        sizes: own?.sizes ?? whole,
        cures: own?.cures ?? cures.waters[repair.water] ?? {},
        learned
      }
    ]
  })
}

/** How often a step is done; `anyway`: were it planned. */
export const timesDone = (template: StepTemplate, scope: Scope, anyway = false): number => {
  const { sizes } = scope
  if (template.onlyWith && !((sizes[template.onlyWith] ?? 0) > 0)) return 0
  if (!anyway && !scope.done(template)) return 0
  return template.times ? Math.round(sizes[template.times] ?? 0) : 1
}

/** What a step is called in the plan, in its turn `k` of `count`. */
export const stepId = (scope: Scope, template: StepTemplate, k: number, count: number) =>
  `${scope.key}/${template.id}${count > 1 ? `#${k}` : ''}`

/** A wait in minutes, with what was learned of the product. */
export function waitOf(
  scope: Scope,
  wait: Wait | undefined
): Pick<StepLink, 'minMin' | 'maxMin' | 'hard' | 'becomes'> {
  if (!wait) return { minMin: 0, becomes: null }
  // what was learned of the product holds for the opening of a window and for its close
  const factor =
    typeof wait.min === 'string' ? factorFor(scope.learned, learnsOf(scope.water, wait.min)) : 1
  const maxMin =
    wait.max && scope.cures[wait.max] !== undefined
      ? Math.round(factor * scope.cures[wait.max]!)
      : undefined
  const minMin =
    typeof wait.min === 'number' ? wait.min : Math.round(factor * (scope.cures[wait.min] ?? 0))
  return {
    minMin,
    ...(maxMin === undefined
      ? {}
      : { maxMin: Math.max(minMin, maxMin), ...(wait.hard ? { hard: true as const } : {}) }),
    becomes: wait.becomes
  }
}

/** The lay that a step helps to make; null: it lies on nothing (a dam, a test, levelling). */
export function layNamed({ key, way, laid }: Scope, step: string, pour?: number): string | null {
  const lay = way.lays.find((l) => l.steps.includes(step))
  if (!lay) return null
  if (laid) return laid.id
  return `${key}/${lay.id}${pour !== undefined && lay.coats === 'pours' ? `#${pour}` : ''}`
}
