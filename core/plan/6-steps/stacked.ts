import type { Build, Laid, StackOrder } from '../../build/types'
import { asked, cannotLie, STAYS_WET_MIN } from '../../craft/layPairs'
import type { CureName } from '../../craft/ways/types'
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
  const order = given.lays.flatMap((id) => byId.get(id) ?? [])
  const placed = new Set(order)
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
  return order
}

/** What ties the stacks: the lays of each in order, and what each is made of in minutes. */
export interface Stacked {
  build: Build
  /** Stack by stack, each from the ground up. */
  stacks: ReadonlyMap<string, readonly PlannedLay[]>
  steps: readonly Step[]
  curesOf: (lay: PlannedLay) => Partial<Record<CureName, number>>
}

const laidOf = (build: Build, lay: PlannedLay): Laid | undefined =>
  lay.laid ? build.laid.find((l) => l.id === lay.id) : undefined

/** The first step of a lay that touches what is under it: a part is made elsewhere and set last. */
export function enters(lay: PlannedLay, steps: readonly Step[]): Step | undefined {
  const own = steps.filter((s) => s.lay === lay.id)
  return lay.kind === 'part' ? own.at(-1) : own[0]
}
const leaves = (lay: PlannedLay, steps: readonly Step[]): Step | undefined =>
  steps.findLast((s) => s.lay === lay.id)

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
  const cures = stacked.curesOf(lower)
  switch (asked(upper.kind, lower.kind)) {
    case 'firm':
      return { ...link, minMin: cures.firm ?? from.waitMin, becomes: 'firm' }
    case 'gelled':
      return { ...link, minMin: cures.gel ?? from.waitMin, becomes: 'workable' }
    case 'touch':
      return { ...link, minMin: Math.min(from.waitMin, TOUCH_MIN), becomes: 'workable' }
    case 'done':
      return { ...link, minMin: from.waitMin, becomes: from.becomes }
  }
}
/** Paint and white are dry to the touch. Common practice, no source. */
const TOUCH_MIN = 15

/**
 * Ties the lays that the builder put in or moved to those that they touch: each waits for what is
 * under it, and what is over it waits for it. Links of the ways that say otherwise go.
 *
 * @param links  of the ways; those that the stacks contradict are taken out
 * @param tops   first steps of what follows all water: white, then the finishing
 */
export function tieStacks(stacked: Stacked, links: StepLink[], tops: readonly string[]): void {
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
  const tied: StepLink[] = []
  const isPlanned = (lay: PlannedLay) => lay.state === 'planned'
  const ground = (stacks.get('ground') ?? []).filter(isPlanned)
  for (const [stack, all] of stacks) {
    const own = all.filter(isPlanned)
    own.forEach((upper, i) => {
      const lower = own[i - 1] ?? (stack === 'ground' ? undefined : ground.at(-1))
      if (!lower) return
      const moved = build.stacks.some((s) => s.stack === stack)
      if (!moved && !lower.laid && !upper.laid) return
      const link = linkBetween(stacked, lower, upper)
      if (link) tied.push(link)
    })
    const top = own.at(-1)
    const last = top && leaves(top, steps)
    // what lies on top of a water is under the white and the gloss
    if (top?.laid && last && stack !== 'ground')
      for (const to of tops)
        tied.push({ from: last.id, to, minMin: last.waitMin, becomes: last.becomes })
  }
  // the stack has the last word: a link of a way that would run round with it goes
  links.length = 0
  links.push(...tied)
  for (const link of kept) if (!reaches(links, link.to, link.from)) links.push(link)
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
