import type { Build } from '../../core/build/types'
import type { History } from '../../core/plan/learned/history'
import type { Material } from '../../core/craft/materials/types'
import type { Plan } from '../../core/plan/derivePlan'
import type { PlanReply, PlanRequest } from './messages'

interface Waiting {
  run: number
  resolve: (answer: { plan: Plan; tookMs: number } | null) => void
  reject: (error: Error) => void
  early?: (ground: Plan['ground']) => void
}

/** Derives plans off the main thread. A new request in a lane outdates the one before, which then answers null. */
export interface PlanClient {
  derive(
    lane: string,
    build: Build,
    own: readonly Material[],
    history: History,
    early?: (ground: Plan['ground']) => void
  ): Promise<{ plan: Plan; tookMs: number } | null>
}

export function planClient(): PlanClient {
  const worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' })
  const lanes = new Map<string, Waiting>()
  const held = new Map<string, Plan>()
  let runs = 0
  worker.addEventListener('message', ({ data }: MessageEvent<PlanReply>) => {
    // even a plan that nobody waits for any more is what the next one builds on
    if (data.kind === 'plan')
      held.set(data.lane, { ...held.get(data.lane), ...data.changed } as Plan)
    const waiting = lanes.get(data.lane)
    if (!waiting || waiting.run !== data.run) return
    if (data.kind === 'ground') {
      waiting.early?.(data.ground)
      return
    }
    if (data.kind === 'progress') return
    lanes.delete(data.lane)
    if (data.kind === 'plan') waiting.resolve({ plan: held.get(data.lane)!, tookMs: data.tookMs })
    else waiting.reject(new Error(data.message))
  })
  worker.addEventListener('error', (event) => {
    for (const waiting of lanes.values())
      waiting.reject(new Error(event.message || 'the planner stopped'))
    lanes.clear()
  })
  return {
    derive(lane, build, own, history, early) {
      lanes.get(lane)?.resolve(null)
      const run = ++runs
      return new Promise((resolve, reject) => {
        lanes.set(lane, { run, resolve, reject, early })
        worker.postMessage({ lane, run, build, own, history } satisfies PlanRequest)
      })
    }
  }
}

let shared: PlanClient | null = null
/** The one worker that all views share. */
export const sharedPlanClient = (): PlanClient => (shared ??= planClient())
