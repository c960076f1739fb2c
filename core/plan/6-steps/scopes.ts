import type { Read } from '../reads'
import { fixes, stateOf, toBeDone } from '../../build/lays'
import type { LayState } from '../../build/types'
import { timesOf, type CureName, type StepTemplate, type Wait } from '../../craft/ways/types'
import type { AmountsPlan } from '../4-amounts/amountsStage'
import { atWork, type AtWork } from '../4-amounts/atWork'
import type { CuresPlan } from '../5-cures/curesStage'
import { factorFor, type LearnedLine } from '../learned/history'
import { learnsOf } from '../learned/learns'
import type { StepLink } from './types'

/** What is worked on, with its waits, what was learned of it, and what of it is planned. */
export interface Scope extends AtWork {
  cures: Partial<Record<CureName, number>>
  learned: readonly LearnedLine[]
  state: (template: StepTemplate) => LayState
  done: (template: StepTemplate) => boolean
  /** The water that it fixes, by name. */
  fixes?: string
}

/** All that is worked on in a build, each with its way and what is known of it. */
export function scopesOf(
  build: Read<'steps'>,
  amounts: AmountsPlan,
  cures: CuresPlan,
  learned: readonly LearnedLine[]
): Scope[] {
  return atWork(build, amounts.sizes).map((at) => ({
    ...at,
    cures: curesOf(at, cures),
    learned,
    state: (template) => stateOf(build, at.key, template),
    done: (template) => toBeDone(build, at.key, at.way, template),
    fixes: at.laid && build.waters.find((w) => w.id === fixes(at.laid!))?.name
  }))
}

/** The waits of what is worked on: of a lay its own before those of what it lies in. */
function curesOf({ water, laid, repair }: AtWork, cures: CuresPlan): Scope['cures'] {
  if (repair) {
    const there = Object.entries(cures.waters[water?.id ?? ''] ?? {}).filter(([, min]) => min > 0)
    return { ...cures.usual, ...Object.fromEntries(there) }
  }
  const own = water ? (cures.waters[water.id] ?? {}) : cures.ground
  return laid ? { ...cures.ground, ...own, ...cures.laid[laid.id] } : own
}

/** How often a step is done; `anyway`: were it planned. */
export const timesDone = (template: StepTemplate, scope: Scope, anyway = false): number => {
  return anyway || scope.done(template) ? timesOf(template, scope.sizes) : 0
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
