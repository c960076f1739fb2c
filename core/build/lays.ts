import { wayFor } from '../craft/ways/catalog'
import { RIPPLES } from '../craft/ways/rippleSteps'
import { CARE, FROM, type Care, type From, type StepTemplate, type Way } from '../craft/ways/types'
import { freeId, type Edit } from './edits'
import { SEAL_COATS } from './newBuild'
import { poolsOf, type Build, type Laid, type LayState, type OwnStep, type Pool } from './types'

/** What decides about a step: what the builder said of it, where the work begins, how careful to be. */
export type Decided = Pick<Build, 'from' | 'care' | 'lays' | 'laid'>

/** Where the work begins, and how careful to be, as a builder is asked: docs/trade.md O8. */
export const FROM_NAMED: readonly { id: From; name: string }[] = [
  { id: 'bare-board', name: 'Nothing: a bare board' },
  { id: 'landform', name: 'The landform, carved' },
  { id: 'shelled', name: 'Landform and shell' },
  { id: 'painted-and-sealed', name: 'All of it, painted and sealed' }
]
export const CARE_NAMED: readonly { id: Care; name: string; risk: string }[] = [
  {
    id: 'quick',
    name: 'Quick: one seal coat, no tests',
    risk: 'A hole in dam or seal shows itself only when resin runs out of it.'
  },
  {
    id: 'usual',
    name: 'Usual: two seal coats, one leak test',
    risk: 'The tint is judged in the cup, without a chip.'
  },
  {
    id: 'thorough',
    name: 'Thorough: three coats, leak test in lifts, chip',
    risk: 'Costs a day or two; it finds most holes before the resin does.'
  }
]

/** Whether a step is planned where the builder said nothing of it. */
export function stateByDefault({ from, care }: Decided, step: StepTemplate): LayState {
  if (step.thereFrom && FROM.indexOf(from) >= FROM.indexOf(step.thereFrom)) return 'there'
  return step.care && CARE.indexOf(care) < CARE.indexOf(step.care) ? 'leftOut' : 'planned'
}

/**
 * Whether a step of a way is planned, left out or there already.
 *
 * @param key  whose it is: "ground", a water's id, "white", "spray", "finish"
 */
export function stateOf(build: Decided, key: string, step: StepTemplate): LayState {
  const id = `${key}/${step.id}`
  return build.lays.find((l) => l.id === id)?.state ?? stateByDefault(build, step)
}

/**
 * Whether a step is to be done: it is planned, and what it serves or follows is not left out.
 *
 * @param key  as in `stateOf`
 */
export function toBeDone(build: Decided, key: string, way: Way, step: StepTemplate): boolean {
  const state = (id: string) => {
    const found = way.steps.find((s) => s.id === id)
    return found ? stateOf(build, key, found) : 'planned'
  }
  if (stateOf(build, key, step) !== 'planned') return false
  // what another lay fixes is not set a second time
  if (setStepOf(way) === step && build.laid.some((l) => fixes(l) === key)) return false
  const fill = step.serves && fillOf(way)
  if (fill && stateOf(build, key, fill) !== 'planned') return false
  return !step.follows || state(step.follows) !== 'leftOut'
}

/** The water that a lay fixes, by id; undefined: none, or its way fixes nothing. */
export const fixes = (laid: Laid): string | undefined =>
  wayFor('coat', laid.way)?.sets ? laid.sets : undefined

const meetsBelow = (step: StepTemplate) => step.on?.includes('below') ?? false

/**
 * The step that brings a water, made elsewhere, on to what lies below; undefined: it is built in
 * its place.
 */
export function setStepOf(way: Way): StepTemplate | undefined {
  const i = way.steps.findIndex(meetsBelow)
  return i > 0 ? way.steps[i] : undefined
}

/** Stacks of the whole scene, over all waters, from below. */
export const SCENE_STACKS = ['white', 'spray', 'finish'] as const
export const isSceneStack = (stack: string): boolean =>
  (SCENE_STACKS as readonly string[]).includes(stack)

/** Whether a body of water is still to be filled: not where that is left out or there already. */
export function isFilled(build: Decided, pool: Pool): boolean {
  const way = wayFor('pool', pool.way)
  const fill = way && fillOf(way)
  return fill ? toBeDone(build, pool.id, way, fill) : false
}

/** The step that fills a body of water; undefined: nothing does. */
const fillOf = (way: Way) => way.steps.find((step) => step.does === 'fill')

/**
 * Leaves steps or lays out, says that they are there already, or plans them after all.
 *
 * @param ids    "ground/seal", "pool1/leak"
 * @param state  null: as where the work begins and how careful to be would have it
 */
export const setLays =
  (ids: readonly string[], state: LayState | null): Edit =>
  (build) => {
    const others = build.lays.filter((l) => !ids.includes(l.id))
    return {
      ...build,
      lays: state === null ? others : [...others, ...ids.map((id) => ({ id, state }))]
    }
  }

/** Plans steps again that were left out or there already. */
export const bringBack =
  (aside: readonly { id: string; byDefault: LayState }[]): Edit =>
  (build) =>
    aside.reduce(
      (b, { id, byDefault }) => setLays([id], byDefault === 'planned' ? null : 'planned')(b),
      build
    )

/** Says how far the ground has come; what was said of its single steps goes. */
export const setFrom =
  (from: From): Edit =>
  (build) => ({ ...build, from, lays: build.lays.filter((l) => !l.id.startsWith('ground/')) })

/** Says how careful to be: coats of seal, test chip and leak test follow. */
export const setCare =
  (care: Care): Edit =>
  (build) => ({ ...build, care, ground: { ...build.ground, sealCoats: SEAL_COATS[care] } })

/** More lays than this are not put in. */
const MOST_LAID = 200

/**
 * Puts a lay into a stack.
 *
 * @param laid   how and of what; its id is found
 * @param place  ids of the stack's lays from the ground up, `NEW` where it goes; left out: on top
 * @example addLaid({ stack: 'pool1', way: 'none' }, [NEW])(build).laid[0].id // "lay1"
 */
export const addLaid =
  (laid: Pick<Laid, 'stack' | 'way'> & Partial<Laid>, place?: readonly string[]): Edit =>
  (build) => {
    if (build.laid.length >= MOST_LAID) return build
    const id = freeId('lay', [...build.laid, ...build.waters])
    const whole: Laid = {
      name: '',
      material: null,
      coats: 1,
      coverPct: null,
      wet: false,
      ...laid,
      id
    }
    const next = { ...build, laid: [...build.laid, whole] }
    if (!place) return next
    return orderStack(
      laid.stack,
      place.map((l) => (l === NEW ? id : l))
    )(next)
  }
/** Stands for the lay that is being put in. */
export const NEW = '*'

/** Lays a stack in another order; none: as its ways put it down. */
export const orderStack =
  (stack: string, lays: readonly string[] | null): Edit =>
  (build) => {
    const others = build.stacks.filter((s) => s.stack !== stack)
    return { ...build, stacks: lays ? [...others, { stack, lays: [...lays] }] : others }
  }

/** Changes a lay that was put in; null: takes it out again. */
export const changeLaid =
  (id: string, change: Partial<Omit<Laid, 'id' | 'stack'>> | null): Edit =>
  (build) => {
    if (change)
      return { ...build, laid: build.laid.map((l) => (l.id === id ? { ...l, ...change } : l)) }
    return {
      ...build,
      laid: build.laid.filter((l) => l.id !== id),
      lays: build.lays.filter((l) => !l.id.startsWith(`${id}/`)),
      stacks: build.stacks
        .map((s) => ({ ...s, lays: s.lays.filter((l) => l !== id) }))
        .filter((s) => s.lays.length > 0)
    }
  }

/** How a water is rippled: as its way has it, by a way of the builder's choice, or not at all. */
export type Ripples = 'own' | 'none' | (string & {})

const ownRipples = (pool: Pool): string[] =>
  (wayFor('pool', pool.way)?.lays ?? [])
    .filter((l) => l.id === RIPPLES.id)
    .flatMap((l) => l.steps.map((s) => `${pool.id}/${s}`))
const rippled = (build: Pick<Build, 'waters' | 'laid'>, pool: Pool): Laid | undefined =>
  build.laid.findLast((l) => l.stack === pool.id && wayFor('coat', l.way)?.ripples)

/** Whether a step of a pool's own ripples is left out because other ones took its place. */
export const ripplesElse = (build: Pick<Build, 'waters' | 'laid'>, step: string): boolean =>
  poolsOf(build).some(
    (pool) => ownRipples(pool).includes(step) && rippled(build, pool) !== undefined
  )

/** How a pool is rippled now; null: its way makes none that could be chosen. */
export function ripplesOf(
  build: Pick<Build, 'waters' | 'laid' | 'lays'>,
  pool: Pool
): Ripples | null {
  const own = ownRipples(pool)
  if (own.length === 0) return null
  const laid = rippled(build, pool)
  if (laid) return laid.way
  return build.lays.some((l) => own.includes(l.id) && l.state === 'leftOut') ? 'none' : 'own'
}

/** Ripples a pool another way: one kind on one water. */
export const setRipples =
  (pool: Pool, to: Ripples): Edit =>
  (build) => {
    const laid = rippled(build, pool)
    const bare = laid ? changeLaid(laid.id, null)(build) : build
    const own = setLays(ownRipples(pool), to === 'own' ? null : 'leftOut')(bare)
    return to === 'own' || to === 'none' ? own : addLaid({ stack: pool.id, way: to })(own)
  }

/**
 * Mixes some things in one go; what one of them was tied to before comes along.
 *
 * @param ids  of mixes, the one that is poured first at the front
 */
export const tieMixes =
  (ids: readonly string[]): Edit =>
  (build) => {
    const before = build.ties ?? []
    const met = before.filter((tie) => tie.some((id) => ids.includes(id)))
    const whole = [...new Set([...ids, ...met.flat()])].slice(0, MOST_IN_ONE_MIX)
    const others = before.filter((tie) => !met.includes(tie))
    return others.length >= MOST_TIES ? build : { ...build, ties: [...others, whole] }
  }
/** More is not mixed in one go, nor so often: docs/file-format.md. */
const MOST_IN_ONE_MIX = 12
const MOST_TIES = 100

/** Mixes each by itself again. */
export const untieMixes =
  (id: string): Edit =>
  (build) => ({ ...build, ties: (build.ties ?? []).filter((tie) => !tie.includes(id)) })

/** More steps of one's own than this are not taken. */
const MOST_OWN = 500

/** Adds a step of the builder's own. */
export const addOwnStep =
  (step: Omit<OwnStep, 'id'>): Edit =>
  (build) =>
    build.own.length >= MOST_OWN
      ? build
      : { ...build, own: [...build.own, { ...step, id: freeId('own', build.own) }] }

/** Changes a step of the builder's own; null: takes it away. */
export const changeOwnStep =
  (id: string, change: Partial<Omit<OwnStep, 'id'>> | null): Edit =>
  (build) => ({
    ...build,
    own:
      change === null
        ? build.own.filter((o) => o.id !== id)
        : build.own.map((o) => (o.id === id ? { ...o, ...change } : o))
  })
