import type { Build } from '../../core/build/types'
import type { Plan, StageName } from '../../core/plan/derivePlan'

/** Asks for a plan. Runs of the same lane outdate each other: only the newest is finished. */
export interface PlanRequest {
  lane: string
  run: number
  build: Build
}

export type PlanReply =
  | { kind: 'progress'; lane: string; run: number; stage: StageName }
  | { kind: 'plan'; lane: string; run: number; plan: Plan; tookMs: number }
  | { kind: 'failed'; lane: string; run: number; message: string }
