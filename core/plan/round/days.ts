import type { Build, Pool } from '../../build/types'
import { poolsOf } from '../../build/types'
import type { PlannedLay, StepsPlan } from '../6-steps/types'
import type { DaysPlan } from '../7-days/plan'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import type { StacksPlan } from '../3-stacks/stacksStage'

/** What stands on the base at a moment of the build. */
export interface Standing {
  /** How far the land has come. */
  land: 'board' | 'landform' | 'shell' | 'painted'
  /** Level that each pool is poured to, mm; null: nothing is in it. */
  levels: Record<string, number | null>
  /** Falls, runs, crests and splashes that stand. */
  waters: string[]
  /** Pools whose dams stand. */
  dams: string[]
  /** Pools whose dam is a case that was there from the beginning, and stays. */
  cases: string[]
  /** Falls and crests that are held by props. */
  props: string[]
  /** Pools that set under a cover. */
  covers: string[]
  /** Things in the waters that are there. */
  things: string[]
  white: boolean
  mist: boolean
}

/** A moment at which something changes, and what. */
export interface RoundMoment {
  atMs: number
  /** The step that is done then; null: the work has not begun. */
  step: string | null
  title: string
  /** What is still wet then, and until when. */
  wet: { title: string; untilMs: number }[]
  standing: Standing
}

/** Everything as it is when the last step is done. */
export function allStanding(build: Build, shelf: Shelf): Standing {
  return {
    land: 'painted',
    levels: Object.fromEntries(poolsOf(build).map((p) => [p.id, p.levelMm])),
    waters: build.waters.filter((w) => w.kind !== 'pool').map((w) => w.id),
    dams: [],
    cases: casesIn(build, shelf, () => true),
    props: [],
    covers: [],
    things: poolsOf(build).flatMap((p) => p.standing.map((t) => t.id)),
    white: true,
    mist: true
  }
}

/** Pools in a case: one that was made up before stands from the beginning, one that is built from then on. */
const casesIn = (build: Build, shelf: Shelf, isBuilt: (pool: string) => boolean): string[] =>
  poolsOf(build)
    .filter((p) => {
      const dam = onShelf(shelf, 'dam', p.dam)
      return dam?.stays === true && (dam.ready === true || isBuilt(p.id))
    })
    .map((p) => p.id)

/**
 * The build from bare board to last gloss: one moment for each step that is done, with what stands
 * then.
 *
 * @returns in their order; none where no schedule can be made
 */
export function roundMoments(
  build: Build,
  { steps, days, stacks }: { steps: StepsPlan; days: DaysPlan; stacks: StacksPlan },
  shelf: Shelf
): RoundMoment[] {
  if (days.finishMs === null) return []
  const ends = new Map<string, number>()
  for (const w of days.work) ends.set(w.step, Math.max(ends.get(w.step) ?? 0, w.endMs))
  const titles = new Map(steps.steps.map((s) => [s.id, s.title]))
  const ordered = [...ends].sort((a, b) => a[1] - b[1])
  const lays = laysByStack(steps)
  const board: RoundMoment = {
    atMs: days.startMs,
    step: null,
    title: 'The bare board',
    wet: [],
    standing: standingWhen(build, shelf, stacks, steps, lays, () => false)
  }
  return [
    board,
    ...ordered.map(([step, atMs]): RoundMoment => {
      const isDone = (id: string) => (ends.get(id) ?? Infinity) <= atMs
      const wet = days.waits.filter((w) => isDone(w.step) && w.endMs > atMs && w.becomes !== null)
      const standing = standingWhen(build, shelf, stacks, steps, lays, isDone)
      return {
        atMs,
        step,
        title: titles.get(step) ?? step,
        wet: wet.map((w) => ({ title: titles.get(w.step) ?? w.step, untilMs: w.endMs })),
        standing: { ...standing, covers: coveredBy(new Set(wet.map((w) => w.step)), steps) }
      }
    })
  ]
}

/** Dust is kept off resin and gloss until they have set: pools of which something liquid is wet. */
function coveredBy(wet: ReadonlySet<string>, { steps, lays }: StepsPlan): string[] {
  const lay = new Map(lays.map((l) => [l.id, l]))
  const pools = steps.flatMap((s) => {
    const put = wet.has(s.id) && s.lay ? lay.get(s.lay) : undefined
    return put && COVERED.includes(put.kind) && put.stack === put.water ? [put.water] : []
  })
  return [...new Set(pools)]
}
const COVERED: readonly PlannedLay['kind'][] = ['resin', 'lacquer']

type Lays = ReadonlyMap<string, PlannedLay[]>
function laysByStack({ lays }: StepsPlan): Lays {
  const by = new Map<string, PlannedLay[]>()
  for (const lay of lays) by.set(lay.stack, [...(by.get(lay.stack) ?? []), lay])
  return by
}

function standingWhen(
  build: Build,
  shelf: Shelf,
  stacks: StacksPlan,
  { steps }: StepsPlan,
  lays: Lays,
  isDone: (step: string) => boolean
): Standing {
  const stepsOf = new Map<string, string[]>()
  for (const s of steps) if (s.lay) stepsOf.set(s.lay, [...(stepsOf.get(s.lay) ?? []), s.id])
  /** A lay that is left out or there already has no steps: it is as done as it will be. */
  const laid = (lay: PlannedLay) =>
    lay.state === 'there' ||
    ((stepsOf.get(lay.id) ?? []).length > 0 && stepsOf.get(lay.id)!.every(isDone))
  const ground = (lays.get('ground') ?? []).filter(laid).map((l) => l.kind)
  const land = ground.includes('paint')
    ? 'painted'
    : ground.includes('shell')
      ? 'shell'
      : ground.includes('landform')
        ? 'landform'
        : 'board'
  const levels: Standing['levels'] = {}
  const things: string[] = []
  for (const pool of poolsOf(build)) {
    const own = lays.get(pool.id) ?? []
    const bodies = own.filter((l) => l.kind === 'resin')
    const layers = stacks.pools.find((s) => s.id === pool.id)?.layers ?? []
    // what is cured by light, skinned or only glossed has no pours: it is there when its first lay is
    const filling = bodies.length > 0 ? bodies : own.slice(0, 1)
    const done = filling.filter(laid).length
    if (done === 0) levels[pool.id] = null
    else if (done === filling.length || layers.length === 0) levels[pool.id] = pool.levelMm
    else levels[pool.id] = layers[Math.min(layers.length, done) - 1].toMm
    for (const thing of pool.standing) {
      const step = `${pool.id}/set-in:${thing.id}`
      const isSetIn = steps.some((s) => s.id === step)
      if (isSetIn ? isDone(step) : land === 'painted') things.push(thing.id)
    }
  }
  /** Dams go when that is a step of their way, else when their pool is full. */
  const isStruck = (pool: Pool) =>
    steps.some((s) => s.id === `${pool.id}/undam`)
      ? isDone(`${pool.id}/undam`)
      : levels[pool.id] === pool.levelMm
  const stands = (water: string) => {
    const own = lays.get(water) ?? []
    if (own.length === 0) return land === 'painted'
    // what is made off the model stands there when it is set, or when its foot is laid
    const parts = own.filter((l) => l.kind === 'part')
    const foot = own[own.indexOf(parts[0]) + 1]
    const set = parts.length > 1 ? parts.at(-1)! : parts.length > 0 && foot ? foot : own[0]
    return laid(set)
  }
  /** Props stand from the setting of what they hold until a step takes them away. */
  const isPropped = (water: string) => {
    const held = stacks.forms.find((f) => f.id === water)?.part?.overhang?.stand ?? []
    const away = steps.find((s) => s.id === `${water}/release`)
    return held.length > 0 && away !== undefined && !isDone(away.id)
  }
  const whole = (stack: string) => {
    const own = lays.get(stack) ?? []
    return own.length > 0 && own.every(laid)
  }
  const cases = casesIn(build, shelf, (pool) => isDone(`${pool}/dam`))
  return {
    land,
    levels,
    waters: build.waters.filter((w) => w.kind !== 'pool' && stands(w.id)).map((w) => w.id),
    dams: poolsOf(build)
      .filter((p) => isDone(`${p.id}/dam`) && !isStruck(p) && !cases.includes(p.id))
      .map((p) => p.id),
    cases,
    props: build.waters.filter((w) => stands(w.id) && isPropped(w.id)).map((w) => w.id),
    covers: [],
    things,
    white: whole('white'),
    mist: whole('spray')
  }
}
