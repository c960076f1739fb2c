import type { Build, Water } from '../../build/types'
import type { Shelf } from '../../craft/materials/shelf'
import type { GroundPlan } from '../1-ground/groundStage'
import type { FormsPlan } from '../2-forms/formsStage'
import type { StacksPlan } from '../3-stacks/stacksStage'
import type { CuresPlan } from '../5-cures/curesStage'
import type { Sentence } from '../../words/sentence'

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
  says: Sentence
  number: Sentence
  /** Whether it mends itself if it is left alone, and when, h. */
  leaveH: number | null
  formula: Sentence
  source: string
}

/** What the models say of a trouble. */
export type Judge = (here: Case) => Verdict
