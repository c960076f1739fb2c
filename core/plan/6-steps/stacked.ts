import type { Read } from '../reads'
import type { Laid, StackOrder } from '../../build/types'
import { asked, cannotLie, STAYS_WET_MIN } from '../../craft/layPairs'
import { isApart, type CureName, type LayKind, type State } from '../../craft/ways/types'
import { ringsMeet } from '../../physics/shape/polygon'
import { waitOf, type Scope } from './scopes'
import type { Misfit, PlannedLay, Step, StepLink } from './types'

/**
 * The lays of one stack in the builder's order, from the ground up. What the builder said nothing of
 * lies where its way puts it; what was put in and never placed lies on top.
 *
 * @param lays   as the ways put them down, then those put in
 * @param given  what the builder ordered; undefined: nothing
 */
export function inOrder(lays: readonly PlannedLay[], given: StackOrder | undefined): PlannedLay[] {
  if (!given) return [...lays]
  const byId = new Map(lays.map((l) => [l.id, l]))
  const placed = new Set<PlannedLay>()
  const order = given.lays.flatMap((id) => {
    // one pour may have become several since, or several one
    const meant =
      byId.get(id) ??
      lays.filter((l) => wayOf(l.id) === wayOf(id) && !placed.has(l) && !given.lays.includes(l.id))
    const found = [meant].flat()
    found.forEach((lay) => placed.add(lay))
    return found
  })
  lays.forEach((lay, i) => {
    if (placed.has(lay)) return
    // after the nearest one under it that has a place; what was put in goes on top
    let at = order.length
    if (!lay.laid) {
      const under = lays.slice(0, i).findLast((l) => placed.has(l))
      at = under ? order.indexOf(under) + 1 : 0
    }
    order.splice(at, 0, lay)
    placed.add(lay)
  })
  return poursUpwards(order)
}

/** Pours of one water follow each other upwards, whatever lies between them: the first is the lowest. */
function poursUpwards(order: readonly PlannedLay[]): PlannedLay[] {
  const turnOf = (lay: PlannedLay) => Number(lay.id.split('#')[1])
  const pours = order.filter((l) => l.id.includes('#')).sort((a, b) => turnOf(a) - turnOf(b))
  return order.map((lay) => {
    if (!lay.id.includes('#')) return lay
    const next = pours.findIndex((p) => wayOf(p.id) === wayOf(lay.id))
    return pours.splice(next, 1)[0]
  })
}

/** "pool1/pour" of "pool1/pour#2". */
const wayOf = (lay: string) => lay.split('#')[0]

/** The lays of each stack, in the builder's order. */
export function stacksOf(
  build: Read<'steps'>,
  lays: readonly PlannedLay[]
): Map<string, PlannedLay[]> {
  const stacks = new Map<string, PlannedLay[]>()
  for (const lay of lays) stacks.set(lay.stack, [...(stacks.get(lay.stack) ?? []), lay])
  for (const [stack, own] of stacks)
    stacks.set(
      stack,
      inOrder(
        own,
        build.stacks.find((s) => s.stack === stack)
      )
    )
  return stacks
}

/** The lays of a water up to the last one that its way puts under what is set on it. */
export const bodyOf = (own: readonly PlannedLay[]): readonly PlannedLay[] =>
  own.slice(0, own.findLastIndex((lay) => !lay.laid && !lay.skin) + 1)

/** What ties the stacks: the lays of each in order, and whose work each is. */
export interface Stacked {
  build: Read<'steps'>
  /** All lays as the ways put them down, then those put in. */
  made: readonly PlannedLay[]
  /** Stack by stack, each from the ground up. */
  stacks: ReadonlyMap<string, readonly PlannedLay[]>
  steps: readonly Step[]
  scopeOf: (lay: PlannedLay) => Scope
}

const laidOf = (build: Read<'steps'>, lay: PlannedLay): Laid | undefined =>
  lay.laid ? build.laid.find((l) => l.id === lay.id) : undefined

/** The steps of a lay on the model; all of them, where it is made off it as a whole. */
function layingSteps(lay: PlannedLay, steps: readonly Step[]): readonly Step[] {
  const own = steps.filter((s) => s.lay === lay.id)
  const there = own.filter((s) => !s.apart)
  return there.length > 0 ? there : own
}

/** The first step of a lay that touches what is under it: a part is made elsewhere and set last. */
export function enters(lay: PlannedLay, steps: readonly Step[]): Step | undefined {
  const own = layingSteps(lay, steps)
  return lay.kind === 'part' ? own.at(-1) : own[0]
}
/** The last step of a lay on the model. */
export const leaves = (lay: PlannedLay, steps: readonly Step[]): Step | undefined =>
  layingSteps(lay, steps).at(-1)

/** Kinds that leave what is under them bare here and there: what comes over them touches both. */
const IN_PLACES: readonly LayKind[] = ['white', 'fibre', 'part', 'texture']

/** Whether a lay covers all that lies under it. */
function covers(build: Read<'steps'>, lay: PlannedLay): boolean {
  const laid = laidOf(build, lay)
  const all = !laid || (laid.zone === undefined && (laid.coverPct ?? 100) >= 100)
  return all && !IN_PLACES.includes(lay.kind)
}

/** Whether two lays lie beside each other: in zones that do not meet. */
function besides(build: Read<'steps'>, one: PlannedLay, other: PlannedLay): boolean {
  const zones = [one, other].map((lay) => laidOf(build, lay)?.zone)
  return zones[0] !== undefined && zones[1] !== undefined && !ringsMeet(zones[0], zones[1])
}

/**
 * Which lays of a stack are on a part that is still off the model: made apart, or put on one that is.
 *
 * @param own  planned lays from the ground up
 */
function offModel(own: readonly PlannedLay[]): ReadonlySet<PlannedLay> {
  const off = new Set<PlannedLay>()
  own.forEach((lay, i) => {
    if (lay.apart || (!lay.meets && i > 0 && off.has(own[i - 1]))) off.add(lay)
  })
  return off
}

/**
 * The lays of a stack that another one touches, the nearest first: down from it, until one covers all
 * that is under it. What is off the model touches nothing on it but what sets it there.
 *
 * @param own    planned lays from the ground up
 * @param upper  one of them
 */
export function touched(
  build: Read<'steps'>,
  own: readonly PlannedLay[],
  upper: PlannedLay
): PlannedLay[] {
  const off = offModel(own)
  const here = off.has(upper)
  const sets = upper.sets && !here
  const covered = new Set<boolean>()
  const found: PlannedLay[] = []
  for (const lower of own.slice(0, own.indexOf(upper)).reverse()) {
    const there = off.has(lower)
    if ((there !== here && !sets) || covered.has(there) || besides(build, lower, upper)) continue
    found.push(lower)
    if (covers(build, lower) || laidOf(build, upper)?.wet) covered.add(there)
  }
  return found
}

/**
 * What must pass before a lay goes on another, or before a step that is none works on it.
 *
 * @param upper   its kind; null: it is no lay
 * @param leaned  whoever does it works from another water, and leans on this one
 */
export function waitOver(
  { scopeOf, steps }: Stacked,
  lower: PlannedLay,
  upper: LayKind | null,
  leaned = false
): Pick<StepLink, 'minMin' | 'becomes'> {
  const scope = scopeOf(lower)
  const done = doneBy(scope, lower, leaves(lower, steps))
  const by = (name: CureName, becomes: State) =>
    scope.cures[name] === undefined
      ? done
      : { minMin: waitOf(scope, { becomes, min: name }).minMin, becomes }
  const asks = upper === null ? 'done' : asked(upper, lower.kind)
  if (asks === 'firm' || (leaned && upper !== null && lower.kind === 'resin'))
    return by('firm', 'firm')
  if (asks === 'gelled') return by('gel', 'workable')
  if (asks === 'touch') return { minMin: touchMin(scope, lower, done.minMin), becomes: 'workable' }
  const ready = templateOf(scope, lower)?.ready
  return ready ? by(ready, 'firm') : done
}

/** When a lay is done: gel that is not stippled still has to clear. */
function doneBy(
  scope: Scope,
  lay: PlannedLay,
  last: Step | undefined
): Pick<StepLink, 'minMin' | 'becomes'> {
  let done = { minMin: last?.waitMin ?? 0, becomes: last?.becomes ?? null }
  const template = templateOf(scope, lay)
  for (const step of scope.way.steps) {
    if (!template?.steps.includes(step.id) || scope.state(step) !== 'leftOut') continue
    // of what was to be laid nothing is there when all that is left of it is made apart
    if (last?.apart && !isApart(scope.way, step)) continue
    const { minMin, becomes } = waitOf(scope, step.wait)
    if (minMin > done.minMin) done = { minMin, becomes }
  }
  return done
}

const templateOf = ({ way, key }: Scope, lay: PlannedLay) =>
  way.lays.find((l) => l.steps.some((id) => lay.steps.includes(`${key}/${id}`)))

/** Paint and white are dry to the touch. Common practice, no source. */
const TOUCH_MIN = 15

/** When a lay is dry to the touch: paint, and what its way says is. A paste is not before it is dry. */
function touchMin(scope: Scope, lay: PlannedLay, doneMin: number): number {
  const template = templateOf(scope, lay)
  const waits = scope.way.steps.flatMap(({ id, wait }) =>
    template?.steps.includes(id) && wait?.becomes === 'workable' && typeof wait.min === 'number'
      ? wait.min
      : []
  )
  if (lay.kind === 'paint') waits.push(TOUCH_MIN)
  return Math.min(doneMin, ...waits)
}

/** What the upper of two lays that touch waits for. */
function linkBetween(stacked: Stacked, lower: PlannedLay, upper: PlannedLay): StepLink | null {
  const { build, steps } = stacked
  const from = leaves(lower, steps)
  const to = enters(upper, steps)
  if (!from || !to) return null
  const link = { from: from.id, to: to.id }
  if (laidOf(build, upper)?.wet) {
    const maxMin = STAYS_WET_MIN[lower.kind]
    return { ...link, minMin: 0, ...(maxMin === undefined ? {} : { maxMin }), becomes: 'wet' }
  }
  return { ...link, ...waitOver(stacked, lower, upper.kind) }
}

/**
 * Ties the lays that the builder put in or moved to those that they touch: each waits for what is
 * under it, and what is over it waits for it. Links of the ways that say otherwise go.
 *
 * @param links  of the ways; those that the stacks contradict are taken out
 */
export function tieStacks(stacked: Stacked, links: StepLink[]): void {
  const { stacks, steps, build } = stacked
  const lays = [...stacks.values()].flat()
  if (build.laid.length === 0 && build.stacks.length === 0) return
  const layOf = new Map(steps.map((s) => [s.id, s.lay]))
  const place = new Map<string, number>()
  for (const own of stacks.values()) own.forEach((lay, i) => place.set(lay.id, i))
  const stackOf = new Map(lays.map((l) => [l.id, l.stack]))
  const against = (link: StepLink) => {
    const [a, b] = [layOf.get(link.from), layOf.get(link.to)]
    if (!a || !b || a === b || stackOf.get(a) !== stackOf.get(b)) return false
    return (place.get(a) ?? 0) > (place.get(b) ?? 0)
  }
  const kept = links.filter((link) => !against(link))
  // a way ties what touches by way of what lies between: where that was moved, the tie is gone with it
  const tiedStill = (lower: PlannedLay, upper: PlannedLay) => {
    const [from, to] = [leaves(lower, steps)?.id, enters(upper, steps)?.id]
    if (from === undefined || to === undefined) return true
    return reaches(kept, from, to) || !reaches(links, from, to)
  }
  const tied: StepLink[] = []
  for (const [stack, all] of stacks) {
    const own = all.filter((lay) => lay.state === 'planned')
    const made = stacked.made.filter((lay) => lay.stack === stack && lay.state === 'planned')
    for (const upper of own) {
      // what touches as its way has it is tied by the way itself
      const before = touched(build, made, upper)
      for (const lower of touched(build, own, upper)) {
        const asItsWay = !lower.laid && !upper.laid && before.includes(lower)
        if (asItsWay && tiedStill(lower, upper)) continue
        const link = linkBetween(stacked, lower, upper)
        if (link) tied.push(link)
      }
    }
  }
  // the stack has the last word: a link of a way that would run round with it goes. What ties lays to
  // each other stays before what ties a step that is none to them, as dam and pour; and that before what
  // such a step waits for, as the dam for the mud under it
  const standing = (link: StepLink) => {
    const [a, b] = [layOf.get(link.from), layOf.get(link.to)]
    if (a && b && stackOf.get(a) === stackOf.get(b)) return 0
    return a ? 2 : 1
  }
  const held = [...tied]
  const byStanding = [...kept].sort((one, other) => standing(one) - standing(other))
  const gone = new Set(
    byStanding.filter((link) => {
      if (reaches(held, link.to, link.from)) return true
      held.push(link)
      return false
    })
  )
  links.length = 0
  links.push(...tied, ...kept.filter((link) => !gone.has(link)))
}

/** Whether one step comes before another, by the links there are. */
export function reaches(links: readonly StepLink[], from: string, to: string): boolean {
  if (from === to) return true
  const seen = new Set([from])
  const next = [from]
  while (next.length > 0) {
    const at = next.pop()!
    for (const link of links) {
      if (link.from !== at || seen.has(link.to)) continue
      if (link.to === to) return true
      seen.add(link.to)
      next.push(link.to)
    }
  }
  return false
}

/** Lays that touch and cannot lie on each other. */
export const misfits = (stacks: Stacked['stacks']): Misfit[] =>
  [...stacks.values()].flatMap((all) => {
    const own = all.filter((l) => l.state !== 'leftOut')
    return own.slice(1).flatMap((upper, i) => {
      const why = cannotLie(upper.kind, own[i].kind)
      return why === null ? [] : [{ lower: own[i].id, upper: upper.id, why }]
    })
  })

/**
 * Why a stack cannot lie in an order; null: it can.
 *
 * @param order  from the ground up, as wanted
 * @param moved  the lay that goes to another place
 * @param made   whether a lay is made already: done, or there from the beginning
 */
export function refusal(
  order: readonly PlannedLay[],
  moved: string,
  made: (lay: PlannedLay) => boolean
): string | null {
  const at = order.findIndex((l) => l.id === moved)
  const lay = order[at]
  const over = order.slice(at + 1).find(made)
  if (over && !made(lay)) return `“${over.name}” is there already: nothing goes under it any more.`
  const shown = order.filter((l) => l.state !== 'leftOut' || l === lay)
  const i = shown.indexOf(lay)
  const [under, above] = [shown[i - 1], shown[i + 1]]
  return (
    (under && cannotLie(lay.kind, under.kind)) ?? (above && cannotLie(above.kind, lay.kind)) ?? null
  )
}
