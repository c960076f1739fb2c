import type { AmountsPlan } from '../4-amounts/amountsStage'
import type { Mend } from '../../build/mend'
import type { CuresPlan } from '../5-cures/curesStage'
import type { DaysPlan } from '../7-days/plan'
import type { FormsPlan } from '../2-forms/formsStage'
import type { GroundPlan } from '../1-ground/groundStage'
import type { StacksPlan } from '../3-stacks/stacksStage'
import type { StepsPlan } from '../6-steps/types'
import type { Sentence } from '../../words/sentence'

/** Where in the work a finding is mended. */
export type Place = 'builds' | 'ground' | 'water' | 'build-up' | 'mix' | 'days' | 'shelf'

/** Something worth a warning, with its number, its reason and a way out. */
export interface Finding {
  id: string
  /**
   * `stop`: part of the plan can't be made. `warn`: it can, and will likely go wrong. `note`: worth
   * knowing. `aside`: why the plan is as it is, for whoever asks.
   */
  severity: 'stop' | 'warn' | 'note' | 'aside'
  place: Place
  water: string | null
  /** Where on the plan, mm. */
  at?: readonly [number, number]
  title: Sentence
  number: Sentence
  reason: Sentence
  wayOut: Sentence
  mend?: Mend
  /** Work by hand that hangs on it, min: what it would cost to do that again. */
  stakeMin?: number
}

export interface Stages {
  ground: GroundPlan
  forms: FormsPlan
  stacks: StacksPlan
  amounts: AmountsPlan
  cures: CuresPlan
  steps: StepsPlan
  days: DaysPlan
}

/** Makes a finding about one pool. */
export type Make = (id: string, finding: Omit<Finding, 'id' | 'water'>) => Finding
