import { plain } from '../../words/sentences'
import { stateByDefault, stateOf, toBeDone } from '../../build/lays'
import type { Build, Fall, Laid, LayState, Water } from '../../build/types'
import { fallsOf, poolsOf, seasOf } from '../../build/types'
import type { AmountsPlan } from '../4-amounts/amountsStage'
import type { CuresPlan } from '../5-cures/curesStage'
import type { FormStack, StacksPlan } from '../3-stacks/stacksStage'
import { repairWay } from '../../craft/troubles/repairs'
import { TROUBLES } from '../../craft/troubles/troubles'
import { insideRing, type Point2 } from '../../physics/shape/polygon'
import { joinsOf } from '../1-ground/joins'
import { factorFor, type LearnedLine } from '../learned/history'
import { learnsOf } from '../learned/learns'
import { laysOf } from './laysOf'
import { ownSteps } from './ownSteps'
import { enters, inOrder, misfits, tieStacks } from './stacked'
import type { AsideStep, PlannedLay, Step, StepLink, StepsPlan } from './types'
import { isWorked } from '../4-amounts/bodySizes'
import { CAUTIONS } from '../../craft/materials/cautions'
import { RIPPLES } from '../../craft/ways/rippleSteps'
import { firstWay, layWay, wayFor } from '../../craft/ways/catalog'
import {
  grown,
  type After,
  type CureName,
  type Sizes,
  type StepTemplate,
  type Wait,
  type Way
} from '../../craft/ways/types'

/** A way at work on something: the groundwork, one water, white water, spray, the finishing, or a repair. */
interface Scope {
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
}

/** A scope before it is known what of it is planned. */
type Unsaid = Omit<Scope, 'state' | 'done'>

/** Sixth stage: the network of work and waits, in the order of the trade. */
export function stepsStage(
  build: Build,
  stacks: StacksPlan,
  amounts: AmountsPlan,
  cures: CuresPlan,
  learned: readonly LearnedLine[] = []
): StepsPlan {
  const scopes = scopesOf(build, amounts, cures, learned)
  const steps: Step[] = []
  const links: StepLink[] = []
  const aside: AsideStep[] = []
  for (const scope of scopes) {
    for (const template of scope.way.steps) {
      const count = timesDone(template, scope)
      if (count === 0) aside.push(...asideOf(build, scope, template))
      for (let k = 1; k <= count; k++) {
        steps.push(
          detailed(stepFrom(scope, template, k, count), template, k, scope, stacks, amounts)
        )
        const id = stepId(scope, template, k, count)
        if (k > 1)
          links.push({
            from: stepId(scope, template, k - 1, count),
            to: id,
            ...waitOf(scope, template.between ?? template.wait)
          })
        else links.push(...linksBefore(scope, template, id, scopes, build))
      }
    }
    setIns(scope, steps, links, scopes, build)
  }
  const lays = scopes.flatMap((scope) =>
    laysOf(build, stacks, scope, (template) => timesDone(template, scope, true))
  )
  const stacked = stacksOf(build, lays)
  for (const scope of scopes) links.push(...overWater(scope, stacked, steps, scopes, build))
  const cureOf = new Map(scopes.map((s) => [s.key, s.cures]))
  tieStacks(
    { build, stacks: stacked, steps, curesOf: (l) => cureOf.get(l.laid ? l.id : l.stack) ?? {} },
    links,
    AFTER_WATER.flatMap((key) => steps.find((s) => s.of.startsWith(key))?.id ?? [])
  )
  const misplaced = ownSteps(build, steps, links)
  const byOrder = <T extends { order: number }>(list: T[]) => list.sort((a, b) => a.order - b.order)
  return {
    steps: byOrder(steps),
    lays: [...stacked.values()].flat(),
    links,
    aside: byOrder(aside),
    misplaced,
    misfits: misfits(stacked),
    lost: build.laid.filter((l) => !scopes.some((s) => s.key === l.id)).map((l) => l.id)
  }
}

/**
 * What is put in over a poured water comes after what its ripples would come after: the dam away,
 * the resin firm, the falls hung, the crests bedded.
 */
function overWater(
  scope: Scope,
  stacked: ReadonlyMap<string, readonly PlannedLay[]>,
  steps: readonly Step[],
  scopes: readonly Scope[],
  build: Build
): StepLink[] {
  const ripples = scope.way.lays.find((l) => l.id === RIPPLES.id)
  const first = scope.way.steps.find((t) => t.id === ripples?.steps[0])
  const own = stacked.get(scope.key) ?? []
  const poured = own.findLastIndex((l) => l.kind === 'resin' && !l.laid)
  if (!first || poured < 0) return []
  return own.slice(poured + 1).flatMap((lay) => {
    const to = lay.laid ? enters(lay, steps) : undefined
    return to ? linksBefore(scope, first, to.id, scopes, build) : []
  })
}

/** What comes after all water. */
const AFTER_WATER = ['white/', 'finish/']

/** The lays of each stack, in the builder's order. */
function stacksOf(build: Build, lays: readonly PlannedLay[]): Map<string, PlannedLay[]> {
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

/** What would be done, were it not left out or there already. */
function asideOf(build: Build, scope: Scope, template: StepTemplate): AsideStep[] {
  const state = scope.state(template)
  if (state === 'planned' || timesDone(template, scope, true) === 0) return []
  const { of, water, order, title, handsMin } = stepFrom(scope, template, 1, 1)
  const chosen = build.lays.some((l) => l.id === of)
  const byDefault = stateByDefault(build, template)
  const risk = template.risk ?? ''
  return [{ id: of, water, order, title, state, byDefault, chosen, risk, handsMin }]
}

/** Steps of a moving water say its own coat, window, part and props. */
function formDetailed(step: Step, template: StepTemplate, k: number, stack: FormStack): Step {
  const { laying, part } = stack
  const notes: string[] = []
  if (template.times === 'gelCoats' && laying) {
    notes.push(
      `Coat ${k} of ${laying.coats}: ${plain(laying.wetMm)} mm wet, ${plain(laying.dryMm)} mm when dry.`
    )
    if (laying.tiltDeg > 0)
      notes.push(
        `It runs on this slope: tilt the whole model back by ${laying.tiltDeg}° until it is firm.`
      )
  }
  const props = part?.overhang?.props
  if ((template.id === 'foot' || template.id === 'hang') && props && props.count > 0)
    notes.push(
      `${props.count === 1 ? 'Prop' : 'Props'} ${part.overhang!.stand.map((p) => `${plain(p.heightMm)} mm high, ${plain(Math.abs(p.xMm))} mm ${p.xMm < 0 ? 'behind its foot' : 'out'}`).join('; ')}.`
    )
  if (template.id === 'roll' && part?.former)
    notes.push(
      `Former ${plain(2 * part.former.radiusMm)} mm across; film ${plain(part.lengthMm)} × ${plain(part.widthMm)} mm, and a spare.`
    )
  if ((template.id === 'master' || template.id === 'saw') && part?.mould)
    notes.push(
      `Made ${plain(part.mould.longMm)} mm long, sawn to ${plain(part.lengthMm)} mm: ${part.trimMm} mm off each end.`
    )
  return notes.length > 0 ? { ...step, how: `${notes.join(' ')} ${step.how}` } : step
}

/**
 * Steps that follow from this very pool say its figures: how high to fill, how much to pour, how
 * long to light.
 */
function detailed(
  step: Step,
  template: StepTemplate,
  k: number,
  scope: Scope,
  stacks: StacksPlan,
  amounts: AmountsPlan
): Step {
  const stack = stacks.pools.find((s) => s.id === scope.water?.id)
  const form = stacks.forms.find((s) => s.id === scope.key)
  if (form) return formDetailed(step, template, k, form)
  if (!stack || scope.key !== stack.id) return step
  const test = stack.dam?.leakTest
  if (template.id === 'leak' && test)
    return {
      ...step,
      how: `Stand the job in a tray. Fill to ${plain(test.levelsMm[k - 1])} mm, mark it, wait ${test.waitMin} min and look again. It stops dropping where the hole is.`
    }
  const layer = stack.layers[k - 1]
  if (template.id === 'pour' && layer) {
    const cups = amounts.batches.filter((b) => b.pool === stack.id && b.pour === k)
    const grams = cups.reduce((sum, b) => sum + b.massG, 0)
    return {
      ...step,
      how: `${plain(grams)} g in ${cups.length === 1 ? 'one cup' : `${cups.length} cups`}, up to ${plain(layer.toMm)} mm. ${step.how}`
    }
  }
  if (template.id === 'coat' && stack.light)
    return {
      ...step,
      how: `${plain(stack.light.coatMm)} mm, then ${stack.light.secondsPerCoat ?? '–'} s of light on each of ${stack.light.spots} spots. ${step.how}`
    }
  if (template.id === 'dam' && stack.dam && stack.dam.braces > 0)
    return {
      ...step,
      how: `${step.how} Brace it from outside in ${stack.dam.braces} places: it bows ${plain(stack.dam.bowMm)} mm without.`
    }
  return step
}

/** Things that are set into the water: each after its pour has gelled and before the next one holds it. */
function setIns(
  scope: Scope,
  steps: Step[],
  links: StepLink[],
  scopes: readonly Scope[],
  build: Build
): void {
  const template = scope.way.setIn
  if (!template || scope.water?.kind !== 'pool') return
  const pour = scope.way.steps.find((t) => t.id === 'pour')!
  const count = timesDone(pour, scope)
  if (count === 0) return
  for (const thing of scope.water.standing) {
    const after = Math.min(thing.afterPour, count)
    const id = `${scope.key}/${template.id}:${thing.id}`
    steps.push({
      ...stepFrom(scope, template, 1, 1),
      id,
      of: id,
      title: `${template.title}: ${thing.name}`
    })
    if (after === 0) links.push(...linksBefore(scope, pour, id, scopes, build))
    else
      links.push({
        from: stepId(scope, pour, after, count),
        to: id,
        minMin: scope.cures.gel ?? 0,
        becomes: 'workable'
      })
    if (after < count)
      links.push({ from: id, to: stepId(scope, pour, after + 1, count), minMin: 0, becomes: null })
  }
}

function scopesOf(
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
    const way = wayFor(water.kind, water.way)
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
    const under = scopes.find((s) => s.key === laid.stack)
    if (!way || !under) return []
    return [
      {
        key: laid.id,
        water: under.water,
        way,
        sizes: amounts.sizes.laid[laid.id] ?? {},
        cures: { ...cures.ground, ...under.cures, ...cures.laid[laid.id] },
        learned,
        laid
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
const timesDone = (template: StepTemplate, scope: Scope, anyway = false): number => {
  const { sizes } = scope
  if (template.onlyWith && !((sizes[template.onlyWith] ?? 0) > 0)) return 0
  if (!anyway && !scope.done(template)) return 0
  return template.times ? Math.round(sizes[template.times] ?? 0) : 1
}

const stepId = (scope: Scope, template: StepTemplate, k: number, count: number) =>
  `${scope.key}/${template.id}${count > 1 ? `#${k}` : ''}`

/** The lay that a step helps to make. */
function layNamed({ key, way, laid }: Scope, step: string, pour?: number): string | null {
  const lay = way.lays.find((l) => l.steps.includes(step))
  if (!lay) return null
  if (laid) return laid.id
  return `${key}/${lay.id}${pour !== undefined && lay.coats === 'pours' ? `#${pour}` : ''}`
}

function stepFrom(scope: Scope, template: StepTemplate, k: number, count: number): Step {
  const { minMin, becomes } = waitOf(scope, template.wait)
  const learns =
    typeof template.wait?.min === 'string' ? learnsOf(scope.water, template.wait.min) : null
  const cautions = new Set(template.cautions.filter((c) => c in CAUTIONS))
  return {
    id: stepId(scope, template, k, count),
    of: `${scope.key}/${template.id}`,
    lay: layNamed(scope, template.id, count > 1 ? k : undefined),
    water: scope.water?.id ?? null,
    order: template.order,
    title: count > 1 ? `${template.title}, ${k} of ${count}` : template.title,
    how: template.how,
    right: template.right,
    handsMin: Math.max(1, Math.round(grown(template.hands, scope.sizes))),
    tools: template.tools ?? [],
    forbids: template.forbids ?? '',
    risk: template.risk ?? '',
    breakable: template.breakable ?? false,
    waitMin: minMin,
    becomes,
    learns,
    foretoldMin: Math.round(minMin / factorFor(scope.learned, learns)),
    cautions: [...cautions]
  }
}

function waitOf(
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

function linksBefore(
  scope: Scope,
  template: StepTemplate,
  to: string,
  scopes: readonly Scope[],
  build: Build
): StepLink[] {
  const strongest = new Map<string, StepLink>()
  for (const after of template.after) {
    for (const link of resolve(scope, after, to, scopes, build)) {
      const there = strongest.get(link.from)
      if (!there || there.minMin < link.minMin) strongest.set(link.from, link)
    }
  }
  return [...strongest.values()]
}

/** No chain of steps that are left out is longer than this, unless it runs in a ring. */
const DEEPEST = 60

/**
 * Links for one "after"; where that step is left out of this build, those of the steps it would
 * have come after.
 */
function resolve(
  scope: Scope,
  after: After,
  to: string,
  scopes: readonly Scope[],
  build: Build,
  /** Whose step it is for; what was left out on the way, if it was part of the same lay. */
  { origin, deep, lacks }: { origin: Scope; deep: number; lacks?: StepTemplate } = {
    origin: scope,
    deep: 0
  }
): StepLink[] {
  if (deep > DEEPEST)
    throw new RangeError(`steps: “${to}” needs beforehand what needs it beforehand itself`)
  const { step, wait } = typeof after === 'string' ? { step: after, wait: undefined } : after
  const [where, name] = step.includes('/') ? step.split('/') : [null, step]
  return scopesNamed(where, scope, scopes, build).flatMap((from) => {
    if (name === '*')
      return from.way.steps.flatMap((t) =>
        timesDone(t, from) > 0
          ? resolve(from, t.id, to, scopes, build).map(({ maxMin: _m, hard: _h, ...link }) => link)
          : []
      )
    const own = from.way.anchors?.[name] ?? name
    const template = from.way.steps.find((t) => t.id === own)
    if (!template) throw new Error(`way ${from.way.id} has no step ${name}`)
    const count = timesDone(template, from)
    if (count === 0) {
      const missing = from.state(template) === 'leftOut' ? template : undefined
      return template.after.flatMap((earlier) =>
        resolve(from, earlier, to, scopes, build, { origin, deep: deep + 1, lacks: missing })
      )
    }
    // a greatest wait is for the next step of the same way: others only come after it
    const { maxMin, hard, ...rest } = waitOf(from, wait ?? template.wait)
    const link = { from: stepId(from, template, count, count), to, ...rest }
    if (from === origin && deep === 0 && maxMin !== undefined)
      return [{ ...link, maxMin, ...(hard ? { hard } : {}) }]
    // gel that is not stippled still has to clear
    const unfinished =
      lacks && layNamed(from, lacks.id) !== null && layNamed(from, lacks.id) === layNamed(from, own)
    const whole = unfinished ? waitOf(from, lacks.wait) : null
    return [
      whole && whole.minMin > link.minMin
        ? { ...link, minMin: whole.minMin, becomes: whole.becomes }
        : link
    ]
  })
}

const meets = (fall: Fall): (string | null | undefined)[] => [fall.lip?.pool, fall.into]

/** The pools that a run, sea or splash lies on. */
function poolsUnder(build: Build, water: Water): string[] {
  if (water.kind === 'sea') return [water.pool]
  let places: Point2[] = []
  if (water.kind === 'reach') places = water.path.map((p) => [p.x, p.y])
  if (water.kind === 'splash') places = [[water.x, water.y]]
  return poolsOf(build)
    .filter((p) =>
      places.some((at) =>
        insideRing(
          at,
          p.outline.map((c): Point2 => [c.x, c.y])
        )
      )
    )
    .map((p) => p.id)
}

function scopesNamed(
  where: string | null,
  scope: Scope,
  scopes: readonly Scope[],
  build: Build
): Scope[] {
  const keyed = (keys: readonly (string | null | undefined)[]) =>
    scopes.filter((s) => keys.includes(s.key))
  const fall = scope.water?.kind === 'fall' ? scope.water : null
  // a lay that was put in comes after what it lies on, and nothing else
  if (where !== null && scope.laid) return []
  switch (where) {
    case null:
      return [scope]
    case 'from':
      return keyed([fall?.lip?.pool])
    case 'into':
      return keyed([fall?.into])
    case 'opens':
      // a pool that opens into a lower one is poured after it
      return keyed(
        joinsOf(build)
          .filter((j) => j.upper === scope.key)
          .map((j) => j.lower)
      )
    case 'pools':
      return keyed(poolsOf(build).map((p) => p.id))
    case 'falls':
      // a pool waits for the falls that meet it, the finishing for all
      return keyed(
        fallsOf(build)
          .filter(
            (f) =>
              !scope.water ||
              meets(f).some(
                (id) => id === scope.water?.id || poolsUnder(build, scope.water!).includes(id!)
              )
          )
          .map((f) => f.id)
      )
    case 'forms':
      return keyed(
        build.waters.filter((w) => w.kind !== 'pool' && w.kind !== 'fall').map((w) => w.id)
      )
    case 'repairs':
      return keyed(build.repairs.map((r) => r.id))
    case 'own':
      // all that is made of the water a repair belongs to
      return keyed([scope.water?.id])
    case 'over':
      // what is bedded on a pool, under the ripples that go over both
      return keyed(seasOf(build).flatMap((s) => (s.pool === scope.key ? s.id : []))).filter((s) =>
        s.way.steps.some((t) => t.id === 'bed')
      )
    case 'under':
      return keyed(scope.water ? poolsUnder(build, scope.water) : [])
    default:
      return keyed([where])
  }
}
