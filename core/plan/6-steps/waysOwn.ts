import { isApart, type After, type Spot, type StepTemplate } from '../../craft/ways/types'
import { layNamed, stepId, timesDone, waitOf, type Scope } from './scopes'
import type { StepLink } from './types'

/** No chain of steps that are left out is longer than this, unless it runs in a ring. */
const DEEPEST = 60

/** The steps of its own way that a step must follow, each once, with its longest wait. */
export function waysOwnLinks(scope: Scope, template: StepTemplate, to: string): StepLink[] {
  const strongest = new Map<string, StepLink>()
  for (const after of template.after) {
    for (const link of resolve(scope, after, to)) {
      const there = strongest.get(link.from)
      if (!there || there.minMin < link.minMin) strongest.set(link.from, link)
    }
  }
  return [...strongest.values()]
}

/** The step of the same way that an "after" names. */
function named({ way }: Scope, after: After): StepTemplate {
  const id = typeof after === 'string' ? after : after.step
  const template = way.steps.find((t) => t.id === id)
  if (!template) throw new Error(`way ${way.id} has no step ${id}`)
  return template
}

/**
 * Links for one "after"; where that step is left out of this build, those of the steps it would
 * have come after.
 *
 * @param lacks  what was left out on the way
 */
function resolve(
  scope: Scope,
  after: After,
  to: string,
  deep = 0,
  lacks?: StepTemplate
): StepLink[] {
  if (deep > DEEPEST)
    throw new RangeError(`steps: “${to}” needs beforehand what needs it beforehand itself`)
  const template = named(scope, after)
  const count = timesDone(template, scope)
  if (count === 0) {
    const missing = scope.state(template) === 'leftOut' ? template : undefined
    return template.after.flatMap((earlier) => resolve(scope, earlier, to, deep + 1, missing))
  }
  const wait = typeof after === 'string' ? template.wait : after.wait
  const { maxMin, hard, ...rest } = waitOf(scope, wait)
  const link = { from: stepId(scope, template, count, count), to, ...rest }
  // a greatest wait is for the next step only
  if (deep === 0 && maxMin !== undefined) return [{ ...link, maxMin, ...(hard ? { hard } : {}) }]
  // gel that is not stippled still has to clear; what is made apart does not set for what is laid on the model
  const lay = layNamed(scope, template.id)
  const same =
    lacks &&
    lay !== null &&
    layNamed(scope, lacks.id) === lay &&
    isApart(scope.way, lacks) === isApart(scope.way, template)
  const whole = same ? waitOf(scope, lacks.wait) : null
  return [
    whole && whole.minMin > link.minMin
      ? { ...link, minMin: whole.minMin, becomes: whole.becomes }
      : link
  ]
}

/** Where a step meets what is not its own: what it stands in for, where that is left out, too. */
export function spotsOf(scope: Scope, template: StepTemplate, deep = 0): Spot[] {
  const left = template.after
    .map((after) => named(scope, after))
    .filter((earlier) => deep < DEEPEST && timesDone(earlier, scope) === 0)
  return [
    ...new Set([
      ...(template.on ?? []),
      ...left.flatMap((earlier) => spotsOf(scope, earlier, deep + 1))
    ])
  ]
}
