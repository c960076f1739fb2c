import type { Read } from '../reads'
import type { Fall, Reach, Water } from '../../build/types'
import { poolsOf, reachesOf } from '../../build/types'
import { fixes, setStepOf } from '../../build/lays'
import { wayOf } from '../../craft/ways/catalog'
import { HANDS, type HandRule } from '../../craft/hands'
import type { Spot, StepTemplate, Wait } from '../../craft/ways/types'
import { distanceToPath, insideRing, type Point2 } from '../../physics/shape/polygon'
import { joinsOf } from '../1-ground/joins'
import { waitOf, type Scope } from './scopes'
import { bodyOf, enters, leaves, reaches, waitOver, type Stacked } from './stacked'
import type { PlannedLay, StepLink } from './types'
import { spotsOf } from './waysOwn'

/** A step of the plan with what it is made from: its first turn and its last. */
export interface Entry {
  scope: Scope
  template: StepTemplate
  id: string
  last: string
  /** It stands where another one of its template stands: others do not come after it. */
  beside?: true
}

/**
 * What one stack asks of another, and the order of hands: every step that meets what something else
 * has put down waits for what lies on top there.
 *
 * @param links  those of the ways' own steps; the others are put to them
 */
export function across(stacked: Stacked, entries: readonly Entry[], links: StepLink[]): void {
  for (const entry of entries) {
    if (entry.scope.laid) continue
    for (const spot of spotsOf(entry.scope, entry.template))
      for (const link of linksFrom(stacked, entry, spot, entries)) keepLongest(links, link)
  }
  lowest(stacked, entries, links)
  fixed(stacked, entries, links)
  for (const rule of HANDS) byHand(stacked, rule, entries, links)
}

const keepLongest = (links: StepLink[], link: StepLink) => {
  const there = links.find((l) => l.from === link.from && l.to === link.to)
  if (!there) links.push(link)
  else if (there.minMin < link.minMin)
    Object.assign(there, { minMin: link.minMin, becomes: link.becomes })
}

/** What a step waits for at one of the spots where it meets something else. */
function linksFrom(
  stacked: Stacked,
  { scope, template, id }: Entry,
  spot: Spot,
  entries: readonly Entry[]
): StepLink[] {
  if (spot === 'own' || spot === 'repairs')
    return entries
      .filter(({ scope: s, template: t, beside }) =>
        spot === 'own' ? scope.water !== null && !beside && isOf(s, scope.water) : t.does === 'mend'
      )
      .map(({ scope: s, template: t, last }) => ({ from: last, to: id, ...leastOf(s, t.wait) }))
  const kind = scope.way.lays.find((l) => l.steps.includes(template.id))?.kind ?? null
  return topsAt(stacked, scope.water, spot).flatMap((lower) => {
    const from = leaves(lower, stacked.steps)
    if (!from || from.id === id || (lower.stack === scope.key && !lower.laid)) return []
    return [{ from: from.id, to: id, ...waitOver(stacked, lower, kind, true) }]
  })
}

/** Whether a scope is work on a water: its own way, or a lay put into its stack; no repair. */
const isOf = (scope: Scope, water: Water) =>
  scope.key === water.id || scope.laid?.stack === water.id

const leastOf = (scope: Scope, wait: Wait | undefined) => {
  const { minMin, becomes } = waitOf(scope, wait)
  return { minMin, becomes }
}

/** The lays on top at a spot, as seen from a water; where nothing is planned, what that stands on. */
function topsAt(stacked: Stacked, water: Water | null, spot: Spot): PlannedLay[] {
  const { build, stacks } = stacked
  const planned = (key: string) => (stacks.get(key) ?? []).filter((lay) => lay.state === 'planned')
  const ground = () => planned('ground').slice(-1)
  const bodies = (pools: readonly string[]) => {
    const tops = pools.flatMap((key) => {
      const body = bodyOf(stacks.get(key) ?? [])
      return planned(key)
        .filter((lay) => body.includes(lay))
        .slice(-1)
    })
    return tops.length > 0 ? tops : ground()
  }
  const every = () => {
    const tops = build.waters.flatMap((w) => top(planned(w.id)))
    return tops.some((lay) => !lay.apart) ? tops : [...tops, ...ground()]
  }
  const topOr = (key: string, below: () => PlannedLay[]) => {
    const own = top(planned(key))
    return own.length > 0 ? own : below()
  }
  switch (spot) {
    case 'ground':
      return ground()
    case 'lip':
    case 'landing':
    case 'below':
      return bodies(water ? poolsAt(build, water, spot) : [])
    case 'waters':
      return every()
    case 'whites':
      return topOr('white', every)
    case 'sprays':
      return topOr('spray', () => topOr('white', every))
    case 'gloss':
      return planned('finish').slice(-1)
    default:
      return []
  }
}

/** The uppermost lay of a stack on the model; where all of it is made apart, the last of that. */
const top = (own: readonly PlannedLay[]): PlannedLay[] => {
  const there = own.filter((lay) => !lay.apart)
  return (there.length > 0 ? there : own).slice(-1)
}

/** The pools at a spot of a water. */
function poolsAt(build: Read<'steps'>, water: Water, spot: 'lip' | 'landing' | 'below'): string[] {
  if (spot === 'below') return watersUnder(build, water)
  if (water.kind !== 'fall') return []
  return [spot === 'lip' ? water.lip?.pool : water.into].filter((id) => typeof id === 'string')
}

/** What the stacks of the whole scene stand on, where nothing of their own is planned. */
const SCENE: Readonly<Record<string, readonly Spot[]>> = {
  white: ['waters'],
  spray: ['whites'],
  finish: ['waters', 'whites', 'sprays', 'repairs']
}

/** What the builder put or moved below all others of a stack lies on what that stack stands on. */
function lowest(stacked: Stacked, entries: readonly Entry[], links: StepLink[]): void {
  for (const [stack, own] of stacked.stacks) {
    const lay = own.find((l) => l.state === 'planned' && !l.apart)
    const ordered = lay?.laid || stacked.build.stacks.some((s) => s.stack === stack)
    const to = lay && ordered ? enters(lay, stacked.steps) : undefined
    if (!lay || !to || stack === 'ground') continue
    const planned = entries.filter(({ scope }) => scope.key === stack)
    const meets = planned.flatMap(({ scope, template }) => spotsOf(scope, template))
    const water = stacked.build.waters.find((w) => w.id === stack) ?? null
    const spots = new Set([...(SCENE[stack] ?? []), ...meets])
    // where all that would meet anything is left out, what the way would stand on; at least the ground
    if (spots.size === 0 && water)
      for (const { on } of wayOf(water)?.steps ?? []) on?.forEach((spot) => spots.add(spot))
    if (spots.size === 0) spots.add('ground')
    for (const spot of spots)
      for (const lower of topsAt(stacked, water, spot)) {
        const from = leaves(lower, stacked.steps)
        if (from && lower.stack !== stack)
          keepLongest(links, {
            from: from.id,
            to: to.id,
            ...waitOver(stacked, lower, lay.kind, true)
          })
      }
  }
}

/**
 * A lay that fixes a water made elsewhere comes after the last step of its making, and before what
 * would have come after its own setting.
 */
function fixed(stacked: Stacked, entries: readonly Entry[], links: StepLink[]): void {
  for (const { scope, template, id, last } of entries) {
    const water = stacked.build.waters.find((w) => scope.laid && w.id === fixes(scope.laid))
    const way = water && wayOf(water)
    const set = way && setStepOf(way)
    if (!set) continue
    const own = entries.filter((e) => e.scope.key === water.id)
    const at = (e: Entry) => way.steps.findIndex((t) => t.id === e.template.id)
    const made = own.findLast((e) => at(e) < way.steps.indexOf(set))
    if (made)
      keepLongest(links, { from: made.last, to: id, ...leastOf(made.scope, made.template.wait) })
    for (const next of own.filter((e) => at(e) > way.steps.indexOf(set)))
      keepLongest(links, { from: last, to: next.id, ...leastOf(scope, template.wait) })
  }
}

/** One order of hands, wherever it holds. */
function byHand(
  stacked: Stacked,
  rule: HandRule,
  entries: readonly Entry[],
  links: StepLink[]
): void {
  for (const first of entries) {
    if (first.template.does !== rule.first || first.beside) continue
    const { minMin, becomes } = leastOf(first.scope, first.template.wait)
    for (const to of afterHand(stacked, rule, first, entries)) {
      if (to === first.id || reaches(links, to, first.last)) continue
      if (minMin === 0 && reaches(links, first.last, to)) continue
      keepLongest(links, { from: first.last, to, minMin, becomes, why: rule.why })
    }
  }
}

function afterHand(
  stacked: Stacked,
  rule: HandRule,
  first: Entry,
  entries: readonly Entry[]
): string[] {
  const { build } = stacked
  const pools = poolsOfHand(build, first.scope.water)
  const upper = new Set(
    joinsOf(build).flatMap((j) => (j.lower === first.scope.key ? [j.upper] : []))
  )
  return rule.then.flatMap((then): string[] => {
    if (then === 'over')
      return pools.flatMap((pool) => {
        const own = stacked.stacks.get(pool) ?? []
        const body = bodyOf(own)
        return own
          .filter((lay) => lay.state === 'planned' && !body.includes(lay))
          .flatMap((lay) => enters(lay, stacked.steps)?.id ?? [])
      })
    return entries
      .filter(({ scope, template }) => {
        if (scope.laid) return false
        if (template.does === then) {
          if (rule.reach === 'upper') return upper.has(scope.key)
          return rule.reach === 'anywhere' || meets(poolsOfHand(build, scope.water), pools)
        }
        const spots: readonly string[] = spotsOf(scope, template)
        if (!spots.includes(then)) return false
        return (
          then === 'waters' ||
          (scope.water !== null &&
            (then === 'lip' || then === 'landing' || then === 'below') &&
            meets(poolsAt(build, scope.water, then), pools))
        )
      })
      .map(({ id }) => id)
  })
}

const meets = (some: readonly string[], others: readonly string[]) =>
  some.some((pool) => others.includes(pool))

/** The pools that a deed is done on: the water itself, or those that it meets. */
function poolsOfHand(build: Read<'steps'>, water: Water | null): string[] {
  if (!water) return []
  if (water.kind === 'pool') return [water.id]
  return water.kind === 'fall' ? poolsMet(water) : watersUnder(build, water)
}

const poolsMet = (fall: Fall): string[] =>
  [fall.lip?.pool, fall.into].filter((id) => typeof id === 'string')

/** The waters that a run, sea or splash lies on: a splash lies on the run that it is thrown up by. */
export function watersUnder(build: Read<'steps'>, water: Water): string[] {
  if (water.kind === 'sea') return [water.pool]
  const places = placesOf(water)
  const pools = poolsOf(build).filter((pool) => {
    const ring = pool.outline.map((c): Point2 => [c.x, c.y])
    return places.some((at) => insideRing(at, ring))
  })
  const runs = water.kind === 'splash' ? reachesOf(build).filter((run) => isOn(run, places)) : []
  return [...pools, ...runs].map((w) => w.id)
}

function placesOf(water: Water): Point2[] {
  if (water.kind === 'reach') return water.path.map((p) => [p.x, p.y])
  return water.kind === 'splash' ? [[water.x, water.y]] : []
}

const isOn = (run: Reach, places: readonly Point2[]) => {
  const path = run.path.map((p): Point2 => [p.x, p.y])
  return places.some((at) => distanceToPath(at, path) <= run.widthMm / 2)
}
