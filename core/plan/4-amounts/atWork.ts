import type { Read } from '../reads'
import { isSceneStack, toBeDone } from '../../build/lays'
import type { Build, Laid, Repair, Water } from '../../build/types'
import { repairWay } from '../../craft/troubles/repairs'
import { TROUBLES } from '../../craft/troubles/troubles'
import { firstWay, layWay, wayFor, wayOf } from '../../craft/ways/catalog'
import { timesOf, type Sizes, type Use, type Way } from '../../craft/ways/types'
import { isWorked } from './bodySizes'
import type { BuildSizes } from './sizes'

/** A way at work on something: the groundwork, one water, white water, spray, a repair, a lay, the finishing. */
export interface AtWork {
  /** "ground", a water's id, "white", "spray", "repair1", "lay1", "finish" */
  key: string
  /** What it is worked on; null: the ground, or the whole scene. */
  water: Water | null
  way: Way
  sizes: Sizes
  /** A lay that the builder put in. */
  laid?: Laid
  repair?: Repair
}

/** What says of a build what is worked on in it. */
type WithWork = Pick<Build, 'waters' | 'repairs' | 'laid' | 'finish'>

/**
 * All that is worked on in a build: what is planned, bought and mixed follows from this one list.
 */
export function atWork(build: WithWork, { whole, waters, laid }: BuildSizes): AtWork[] {
  const ground: AtWork = { key: 'ground', water: null, way: firstWay('ground'), sizes: whole }
  const bodies = build.waters.flatMap((water): AtWork[] => {
    const way = wayOf(water)
    const sizes = waters[water.id] ?? {}
    return way && isWorked(water.kind, sizes) ? [{ key: water.id, water, way, sizes }] : []
  })
  const overall = (key: 'white' | 'spray', id: string): AtWork[] => {
    const way = wayFor(key, id)
    return way ? [{ key, water: null, way, sizes: whole }] : []
  }
  const repairs = build.repairs.flatMap((repair): AtWork[] => {
    const trouble = TROUBLES.find((t) => t.id === repair.trouble)
    if (!trouble) return []
    const water = build.waters.find((w) => w.id === repair.water) ?? null
    const sizes = bodies.find((b) => b.key === repair.water)?.sizes ?? whole
    return [{ key: repair.id, water, way: repairWay(trouble), sizes, repair }]
  })
  const put = build.laid.flatMap((lay): AtWork[] => {
    const way = layWay(lay.way)
    const under = [ground, ...bodies].find((b) => b.key === lay.stack)
    if (!way || (!under && !isSceneStack(lay.stack))) return []
    const sizes = laid[lay.id] ?? {}
    return [{ key: lay.id, water: under?.water ?? null, way, sizes, laid: lay }]
  })
  return [
    ground,
    ...bodies,
    // white is worked wherever there is water; spray where it falls or is thrown
    ...((whole.waterCm2 ?? 0) > 0 ? overall('white', build.finish.white) : []),
    ...((whole.widthCm ?? 0) + (whole.sprayCm2 ?? 0) > 0
      ? overall('spray', build.finish.spray)
      : []),
    ...repairs,
    ...put,
    { key: 'finish', water: null, way: firstWay('finish'), sizes: whole }
  ]
}

/** Whether it is the body of a water itself: no lay in it, and no repair of it. */
export const isBody = ({ key, water }: AtWork): boolean => water !== null && key === water.id

/** Whether any of these steps of a way is planned and has something to do. */
export const isDone = (
  build: Read<'amounts'>,
  { key, way, sizes }: Pick<AtWork, 'key' | 'way' | 'sizes'>,
  steps: readonly string[]
): boolean =>
  way.steps.some(
    (step) => steps.includes(step.id) && timesOf(step, sizes) > 0 && toBeDone(build, key, way, step)
  )

/** Whether something is used up: a step that uses it is planned and has something to do. */
export const isUsed = (build: Read<'amounts'>, at: AtWork, use: Use): boolean =>
  isDone(build, at, use.by)

/** Whether the paste of a way is stirred: it has one, and any of its steps is planned. */
export const isStirred = (build: Read<'amounts'>, at: AtWork): boolean =>
  at.way.recipe !== undefined &&
  isDone(
    build,
    at,
    at.way.steps.map((s) => s.id)
  )
