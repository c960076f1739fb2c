import type { Laid, Water } from '../build/types'
import { TROUBLES } from '../craft/troubles/troubles'
import { firstWay, layWay, wayFor, wayOf } from '../craft/ways/catalog'
import type { StepTemplate, Way } from '../craft/ways/types'
import type { Case } from './reading'

/** A way and whose it is, as the build alone says it. */
export interface Worked {
  key: string
  way: Way
  water: Water | null
  laid?: Laid
}

/** Every way that this build may be worked by. */
export function worked({ build }: Case): Worked[] {
  const overall = (key: 'white' | 'spray', id: string): Worked[] => {
    const way = wayFor(key, id)
    return way ? [{ key, way, water: null }] : []
  }
  return [
    { key: 'ground', way: firstWay('ground'), water: null },
    ...build.waters.flatMap((water): Worked[] => {
      const way = wayOf(water)
      return way ? [{ key: water.id, way, water }] : []
    }),
    ...overall('white', build.finish.white),
    ...overall('spray', build.finish.spray),
    ...build.laid.flatMap((laid): Worked[] => {
      const way = layWay(laid.way)
      const water = build.waters.find((w) => w.id === laid.stack) ?? null
      return way ? [{ key: laid.id, way, water, laid }] : []
    }),
    { key: 'finish', way: firstWay('finish'), water: null }
  ]
}

/** What a repair of a trouble may use up, by the repair's id. */
export const repairUses = ({ build }: Case): Map<string, readonly { material: string }[]> =>
  new Map(
    build.repairs.flatMap((r) => {
      const trouble = TROUBLES.find((t) => t.id === r.trouble)
      return trouble ? [[r.id, trouble.uses] as const] : []
    })
  )

/** Whether a step of a way is work off the model: it says so, or it comes before the first that meets anything. */
export function offModel(way: Way, id: string): boolean {
  const at = way.steps.findIndex((s) => s.id === id)
  const first = way.steps.findIndex((s) => (s.on ?? []).length > 0)
  return at >= 0 && (way.steps[at].apart === true || at < first)
}

/** "pool1/pour" of "pool1/pour#2" and of "pool1/pour#2~1". */
export const ofStep = (id: string): string => id.split('~')[0].split('#')[0]

/** The template that a step of the plan is made from, with its way; null: it is of no way that is known. */
export function templateOf(
  all: readonly Worked[],
  of: string
): { at: Worked; template: StepTemplate } | null {
  const cut = of.indexOf('/')
  const at = all.find((w) => w.key === of.slice(0, cut))
  const template = at?.way.steps.find((s) => s.id === of.slice(cut + 1))
  return at && template ? { at, template } : null
}
