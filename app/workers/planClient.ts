import { proxy } from 'comlink'
import type { Build } from '../../core/build/types'
import type { Material } from '../../core/craft/materials/types'
import type { Contradiction } from '../../core/judge/reading'
import type { Plan, StageName } from '../../core/plan/derivePlan'
import type { History } from '../../core/plan/learned/history'
import { Terminated, startWorker, type Working } from './startWorker'
import type { Early, PlanNews, PlanRequest, PlanWork, StageBegun } from './plan.worker'

interface Waiting {
  run: number
  outdate: () => void
  early?: (ground: Plan['ground']) => void
}

type Derived = { plan: Plan; tookMs: number } | null

/**
 * No stage of a plan takes longer, ms: the largest build takes a tenth of it on a slow machine. One
 * that does is stopped, and the last plan stays.
 */
const STAGE_MS = 20_000

/**
 * Derives plans off the main thread. A new request in a lane outdates the one before, which then
 * answers null.
 */
export interface PlanClient {
  /** @throws Error naming the stage that took too long and was stopped */
  derive(
    lane: string,
    build: Build,
    own: readonly Material[],
    history: History,
    early?: (ground: Plan['ground']) => void
  ): Promise<Derived>
  /** What contradicts itself in the last plan of a lane. */
  judged(lane: string): Promise<Contradiction[]>
}

/** A planner of its own: the same file for whoever asks for a plan and for a longer search. */
export const planWorker = (): Worker =>
  new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' })

export function planClient(): PlanClient {
  const lanes = new Map<string, Waiting>()
  const held = new Map<string, Plan>()
  let runs = 0
  /** The stage at work, and the request it works for; it answers to its own clock. */
  let timer = 0
  let stuck: { run: number; stage: StageName } | null = null
  let planner = startPlanner()

  function startPlanner(): Working<PlanWork> {
    const started = startWorker<PlanWork>(planWorker())
    const news: { early: Early; stage: StageBegun } = {
      early: (lane, run, ground) => {
        const waiting = lanes.get(lane)
        if (waiting?.run === run) waiting.early?.(ground)
      },
      stage: (run, stage) => {
        clearTimeout(timer)
        if (stage === null) return
        timer = window.setTimeout(() => {
          stuck = { run, stage }
          planner = startPlanner()
          started.terminate()
        }, STAGE_MS)
      }
    }
    void started.ask((w) => w.tell(proxy(news.early), proxy(news.stage))).catch(() => undefined)
    return started
  }

  /** Another request's stage was stopped, and the worker with it: this one is asked for anew. */
  const ask = (request: PlanRequest): Promise<PlanNews | null> =>
    planner
      .ask((w) => w.derive(request))
      .catch((error: unknown) => {
        if (!(error instanceof Terminated)) throw error
        if (stuck?.run !== request.run) return ask(request)
        throw new Error(
          `working out the ${stuck.stage} took more than ${STAGE_MS / 1000} s and was stopped; what you see is the last plan`
        )
      })

  return {
    derive(lane, build, own, history, early) {
      lanes.get(lane)?.outdate()
      const run = ++runs
      const outdated = new Promise<null>((resolve) => {
        lanes.set(lane, { run, outdate: () => resolve(null), early })
      })
      const derived = ask({ lane, run, build, own, history }).then((news): Derived => {
        if (!news) return null
        // even a plan that nobody waits for any more is what the next one builds on
        held.set(lane, { ...held.get(lane), ...news.changed } as Plan)
        return { plan: held.get(lane)!, tookMs: news.tookMs }
      })
      // nobody may be waiting for it when it fails
      derived.catch(() => undefined)
      return Promise.race([derived, outdated])
    },
    judged: (lane) => planner.ask((w) => w.judged(lane)).catch(() => [])
  }
}

let shared: PlanClient | null = null
/** The one worker that all views share. */
export const sharedPlanClient = (): PlanClient => (shared ??= planClient())
