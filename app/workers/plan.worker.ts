import { expose } from 'comlink'
import './refusals'
import type { Build } from '../../core/build/types'
import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import type { Material } from '../../core/craft/materials/types'
import { judge } from '../../core/judge/judge'
import type { Contradiction } from '../../core/judge/reading'
import {
  planner,
  STAGES,
  type Plan,
  type Planner,
  type StageName
} from '../../core/plan/derivePlan'
import type { History } from '../../core/plan/learned/history'
import { remembered } from '../../core/plan/memo'
import { search } from './search'

/**
 * A stage shorter than this is followed by the next at once; after a longer one the newest request
 * is looked for, ms.
 */
const BREATH_MS = 8

/** A plan that took longer than this last time shows its ground early, ms. */
const EARLY_AFTER_MS = 25
const lastTook = new Map<string, number>()
const newest = new Map<string, number>()
const planners = new Map<string, Planner>()
/** What each lane was last told, stage by stage: stages that are the same need not be copied over again. */
const told = new Map<string, Plan>()
/** The build that is the plan's of a lane. */
const planned = new Map<string, Build>()
/** Shown the ground of a run as soon as it is measured. */
export type Early = (lane: string, run: number, ground: Plan['ground']) => void
/** Told which stage of a run is begun; null: it is over, or stands aside. */
export type StageBegun = (run: number, stage: StageName | null) => void
let early: Early = () => undefined
let begun: StageBegun = () => undefined

/** Asks for a plan. Runs of the same lane outdate each other: only the newest is finished. */
export interface PlanRequest {
  lane: string
  run: number
  build: Build
  /** The builder's own bottles. */
  own: readonly Material[]
  /** What other builds left behind. */
  history: History
}

/** What has changed since the last plan of its lane: the rest is held by whoever asked. */
export interface PlanNews {
  changed: Partial<Plan>
  tookMs: number
}

/** The stages of a plan that its lane has not been told yet. */
function news(lane: string, plan: Plan): Partial<Plan> {
  const last = told.get(lane)
  told.set(lane, plan)
  return last
    ? (Object.fromEntries(
        Object.entries(plan).filter(([key, value]) => value !== last[key as keyof Plan])
      ) as Partial<Plan>)
    : plan
}

/** Lets messages in that came while a stage was at work. */
const breath = () => new Promise<void>((resolve) => setTimeout(resolve, 0))

/** The same bottles make the same shelf, so that stages remember it. */
const shelfWith = remembered((own: readonly Material[]) => shelfOf([...BUILT_IN, ...own]))

/** Derives a plan; null: a newer request of its lane has outdated it. */
async function derive({ lane, run, build, own, history }: PlanRequest): Promise<PlanNews | null> {
  newest.set(lane, run)
  const plan = planners.get(lane) ?? planner()
  planners.set(lane, plan)
  // requests that came in one go outdate each other before any of them is begun
  await breath()
  if (newest.get(lane) !== run) return null
  const began = performance.now()
  let last = began
  // where the whole takes long, what was measured is shown before what is reckoned: figures follow
  // a level while it is dragged
  const slow = (lastTook.get(lane) ?? 0) > EARLY_AFTER_MS
  const stages = plan(
    build,
    shelfWith(own),
    history,
    slow ? (ground) => early(lane, run, ground) : undefined
  )
  for (let k = 0; ; k++) {
    if (newest.get(lane) !== run) return null
    // whoever waits can tell a stage that never ends from one that is slow
    begun(run, STAGES[Math.min(k, STAGES.length - 1)]!)
    const step = stages.next()
    if (step.done || newest.get(lane) !== run) begun(run, null)
    if (step.done) {
      const tookMs = performance.now() - began
      lastTook.set(lane, tookMs)
      planned.set(lane, build)
      return { changed: news(lane, step.value), tookMs }
    }
    if (performance.now() - last > BREATH_MS) {
      begun(run, null)
      await breath()
      last = performance.now()
    }
  }
}

/** What contradicts itself in the last plan of a lane: asked when no edit is waited for. */
const judged = (lane: string): Contradiction[] => {
  const [build, plan] = [planned.get(lane), told.get(lane)]
  return build && plan ? judge(build, plan) : []
}

const work = {
  derive,
  judged,
  search,
  tell: (show: Early, stage: StageBegun) => {
    early = show
    begun = stage
  }
}
export type PlanWork = typeof work
expose(work)
