import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import type { Material } from '../../core/craft/materials/types'
import { planner, type Plan, type Planner } from '../../core/plan/derivePlan'
import { remembered } from '../../core/plan/memo'
import type { PlanReply, PlanRequest } from './messages'

/** A stage shorter than this is followed by the next at once; after a longer one the newest request is looked for, ms. */
const BREATH_MS = 8

/** A plan that took longer than this last time shows its ground early, ms. */
const EARLY_AFTER_MS = 25
const lastTook = new Map<string, number>()
const newest = new Map<string, number>()
const planners = new Map<string, Planner>()
/** What each lane was last told, stage by stage: stages that are the same need not be copied over again. */
const told = new Map<string, Plan>()
const reply = (message: PlanReply) => postMessage(message)

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

async function derive({ lane, run, build, own, history }: PlanRequest): Promise<void> {
  const plan = planners.get(lane) ?? planner()
  planners.set(lane, plan)
  // requests that came in one go outdate each other before any of them is begun
  await breath()
  if (newest.get(lane) !== run) return
  const began = performance.now()
  let last = began
  // where the whole takes long, what was measured is shown before what is reckoned: figures follow a level while it is dragged
  const early =
    (lastTook.get(lane) ?? 0) > EARLY_AFTER_MS
      ? (ground: Plan['ground']) => reply({ kind: 'ground', lane, run, ground })
      : undefined
  const stages = plan(build, shelfWith(own), history, early)
  for (;;) {
    if (newest.get(lane) !== run) return
    const step = stages.next()
    if (step.done) {
      lastTook.set(lane, performance.now() - began)
      reply({
        kind: 'plan',
        lane,
        run,
        changed: news(lane, step.value),
        tookMs: performance.now() - began
      })
      return
    }
    if (performance.now() - last > BREATH_MS) {
      reply({ kind: 'progress', lane, run, stage: step.value })
      await breath()
      last = performance.now()
    }
  }
}

addEventListener('message', (event: MessageEvent<PlanRequest>) => {
  const { lane, run } = event.data
  newest.set(lane, run)
  derive(event.data).catch((error: unknown) => {
    reply({
      kind: 'failed',
      lane,
      run,
      message: error instanceof Error ? error.message : String(error)
    })
  })
})
