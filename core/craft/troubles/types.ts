import type { StepTemplate, Use, WaterKind } from '../ways/types'

/** Something to measure of a trouble. */
export interface Measure {
  id: string
  name: string
  unit: string
  min: number
  max: number
  usual: number
}

/**
 * A trouble of the trade: what to measure, what to do, and the steps that put it right. What it
 * means is judged in `judges.ts`.
 */
export interface Trouble {
  id: string
  name: string
  /** Waters it happens to. */
  for: readonly WaterKind[]
  looks: string
  measures: readonly Measure[]
  steps: readonly StepTemplate[]
  uses: readonly TroubleUse[]
}

/** What mending a trouble uses up: which of its steps does, its way says. */
export type TroubleUse = Omit<Use, 'by'>
