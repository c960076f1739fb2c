import type { Build, Pool } from '../../build/types'
import { poolsOf } from '../../build/types'
import type { PlannedLay, StepsPlan } from '../6-steps/types'
import type { DaysPlan } from '../7-days/plan'
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
export function allStanding(build: Build): Standing {
  return {
    land: 'painted',
    levels: Object.fromEntries(poolsOf(build).map((p) => [p.id, p.levelMm])),
    waters: build.waters.filter((w) => w.kind !== 'pool').map((w) => w.id),
    dams: [],
    things: poolsOf(build).flatMap((p) => p.standing.map((t) => t.id)),
    white: true,
    mist: true
  }
}

/**
 * The build from bare board to last gloss: one moment for each step that is done, with what stands
 * then.
 *
 * @returns in their order; none where no schedule can be made
 */
export function roundMoments(
  build: Build,
  { steps, days, stacks }: { steps: StepsPlan; days: DaysPlan; stacks: StacksPlan }
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
    standing: standingWhen(build, stacks, steps, lays, () => false)
  }
  return [
    board,
    ...ordered.map(([step, atMs]): RoundMoment => {
      const isDone = (id: string) => (ends.get(id) ?? Infinity) <= atMs
      return {
        atMs,
        step,
        title: titles.get(step) ?? step,
        wet: days.waits
          .filter((w) => isDone(w.step) && w.endMs > atMs && w.becomes !== null)
          .map((w) => ({ title: titles.get(w.step) ?? w.step, untilMs: w.endMs })),
        standing: standingWhen(build, stacks, steps, lays, isDone)
      }
    })
  ]
}

type Lays = ReadonlyMap<string, PlannedLay[]>
function laysByStack({ lays }: StepsPlan): Lays {
  const by = new Map<string, PlannedLay[]>()
  for (const lay of lays) by.set(lay.stack, [...(by.get(lay.stack) ?? []), lay])
  return by
}

function standingWhen(
  build: Build,
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
  const whole = (stack: string) => {
    const own = lays.get(stack) ?? []
    return own.length > 0 && own.every(laid)
  }
  return {
    land,
    levels,
    waters: build.waters.filter((w) => w.kind !== 'pool' && stands(w.id)).map((w) => w.id),
    dams: poolsOf(build)
      .filter((p) => isDone(`${p.id}/dam`) && !isStruck(p))
      .map((p) => p.id),
    things,
    white: whole('white'),
    mist: whole('spray')
  }
}
