import { poolsOf, type Build } from '../build/types'
import { momentsOf, type Moments } from './7-days/moment'
import type { Plan } from './derivePlan'
import type { SectionPoint } from '../physics/shape/profile'

/** A build's long section drawn small, mm along it and up. */
export interface Cutaway {
  lengthMm: number
  ground: SectionPoint[]
  waters: { levelMm: number; ground: SectionPoint[] }[]
  falls: CutFall[]
}

/** A fall at an end of a water: where along the section, which way it leaves, and its middle line. */
export interface CutFall {
  atMm: number
  out: 1 | -1
  lipMm: number
  line: SectionPoint[]
}

/** What of a plan stands on its build's card: little enough to be kept beside the build. */
export interface BuildCard {
  waterMl: number
  cutaway: Cutaway
  moments: Moments
}

/** A drawing on a card is a few hundred pixels wide: tenths of a millimetre are more than it shows. */
const tenths = ([s, z]: SectionPoint): SectionPoint => [
  Math.round(s * 10) / 10,
  Math.round(z * 10) / 10
]

function fallAt(build: Build, plan: Plan, pool: string, corner: string) {
  const at = poolsOf(build)
    .find((p) => p.id === pool)
    ?.outline.find((c) => c.id === corner)
  return (
    at &&
    plan.forms.falls.find((f) => f.strips > 0 && f.lip?.[0][0] === at.x && f.lip[0][1] === at.y)
  )
}

/**
 * The long section of a planned build, small.
 * @example cutawayOf(build, derivePlan(build)).lengthMm // 300.0266654815868
 */
export function cutawayOf(build: Build, plan: Plan): Cutaway {
  const { lengthMm, ground, runs } = plan.ground.section
  const levels = new Map(poolsOf(build).map((p) => [p.id, p.levelMm]))
  return {
    lengthMm,
    ground: ground.map(tenths),
    waters: runs.flatMap((run) => {
      const levelMm = levels.get(run.pool)
      return levelMm === undefined ? [] : [{ levelMm, ground: run.ground.map(tenths) }]
    }),
    falls: runs.flatMap((run) =>
      run.ends.flatMap((end, i): CutFall[] => {
        const fall = fallAt(build, plan, run.pool, end.corner)
        if (!fall) return []
        const out = i === 0 ? -1 : 1
        const atMm = i === 0 ? run.ground[0][0] : run.ground.at(-1)![0]
        const middle = fall.curve?.middle ?? []
        const line = middle.map(([x, z]) => tenths([atMm + out * x, fall.crestMm + z]))
        return [{ atMm, out, lipMm: fall.lipMm, line }]
      })
    )
  }
}

/**
 * The card of a planned build.
 *
 * @param build  what the builder entered
 * @param plan   its plan
 */
export const cardOf = (build: Build, plan: Plan): BuildCard => ({
  waterMl: plan.ground.pools.reduce((sum, p) => sum + p.volumeMl, 0),
  cutaway: cutawayOf(build, plan),
  moments: momentsOf(plan.days, plan.steps.steps)
})
