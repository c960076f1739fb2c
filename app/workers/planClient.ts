import { proxy } from 'comlink'
import type { Build } from '../../core/build/types'
import type { Material } from '../../core/craft/materials/types'
import type { Plan } from '../../core/plan/derivePlan'
import type { History } from '../../core/plan/learned/history'
import { hire } from './hire'
import type { PlanWork } from './plan.worker'

interface Waiting {
  run: number
  outdate: () => void
  early?: (ground: Plan['ground']) => void
}

type Derived = { plan: Plan; tookMs: number } | null

/**
 * Derives plans off the main thread. A new request in a lane outdates the one before, which then
 * answers null.
 */
export interface PlanClient {
  derive(
    lane: string,
    build: Build,
    own: readonly Material[],
    history: History,
    early?: (ground: Plan['ground']) => void
  ): Promise<Derived>
}

export function planClient(): PlanClient {
  const planner = hire<PlanWork>(
    new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' })
  )
  const lanes = new Map<string, Waiting>()
  const held = new Map<string, Plan>()
  let runs = 0
  void planner.ask((w) =>
    w.showEarly(
      proxy((lane: string, run: number, ground: Plan['ground']) => {
        const waiting = lanes.get(lane)
        if (waiting?.run === run) waiting.early?.(ground)
      })
    )
  )
  return {
    derive(lane, build, own, history, early) {
      lanes.get(lane)?.outdate()
      const run = ++runs
      const outdated = new Promise<null>((resolve) => {
        lanes.set(lane, { run, outdate: () => resolve(null), early })
      })
      const derived = planner
        .ask((w) => w.derive({ lane, run, build, own, history }))
        .then((news): Derived => {
          if (!news) return null
          // even a plan that nobody waits for any more is what the next one builds on
          held.set(lane, { ...held.get(lane), ...news.changed } as Plan)
          return { plan: held.get(lane)!, tookMs: news.tookMs }
        })
      return Promise.race([derived, outdated])
    }
  }
}

let shared: PlanClient | null = null
/** The one worker that all views share. */
export const sharedPlanClient = (): PlanClient => (shared ??= planClient())
