import type { Build, Water, WaterKind } from '../../build/types'
import type { FormsPlan } from '../../plan/2-forms/formsStage'
import type { GroundPlan } from '../../plan/1-ground/groundStage'
import type { Shelf } from '../materials/shelf'
import type { StacksPlan } from '../../plan/3-stacks/stacksStage'
import type { CuresPlan } from '../../plan/5-cures/curesStage'
import type { StepTemplate, Use } from '../ways/types'

/** Something to measure of a trouble. */
export interface Measure {
  id: string
  name: string
  unit: string
  min: number
  max: number
  usual: number
}

/** What a trouble is judged from. */
export interface Case {
  build: Build
  water: Water
  measured: Readonly<Record<string, number>>
  ground: { pools: readonly Pick<GroundPlan['pools'][number], 'id' | 'areaMm2' | 'maxDepthMm'>[] }
  forms: FormsPlan
  stacks: StacksPlan
  cures: CuresPlan
  shelf: Shelf
}

/** What the models say of it: in a sentence, with its number, its formula and its source. */
export interface Verdict {
  says: string
  number: string
  /** Whether it mends itself if it is left alone, and when, h. */
  leaveH: number | null
  formula: string
  source: string
}

/** What the models say of a trouble. */
export type Judge = (here: Case) => Verdict

/** A trouble of the trade: what to measure, what to do, and the steps that put it right. What it means is judged in `judges.ts`. */
export interface Trouble {
  id: string
  name: string
  /** Waters it happens to. */
  for: readonly WaterKind[]
  looks: string
  measures: readonly Measure[]
  steps: readonly StepTemplate[]
  uses: readonly Use[]
}
