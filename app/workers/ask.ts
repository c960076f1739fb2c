import { stagesOf } from '../../core/plan/stages'
import { reachedBy, type Reached } from '../../core/plan/beside/reachedBy'
import { packLand, type Land } from '../../core/build/land'
import { grownLand } from '../../core/plan/beside/grownLand'
import type { Build, Calendar } from '../../core/build/types'
import { busyTimes, type BusyTimes } from '../../core/exchange/calendar/busyTimes'
import { NO_HISTORY, type History } from '../../core/plan/learned/history'
import { withBottles, type Shelf } from '../../core/craft/materials/shelf'
import type { KeptStack } from '../../core/build/stack'
import { compareWays, type WayCompared } from '../../core/plan/beside/compareWays'
import type { Tell } from '../../core/plan/beside/tell'
import { whatIf, type WhatIf } from '../../core/plan/beside/whatIf'
import { repairCost, type RepairCost } from '../../core/plan/beside/repairCost'

/** A question beside the plan: too heavy for the screen, asked when the builder wants to know. */
export type Question =
  | { ask: 'compareWays'; build: Build; what: string; stacks?: readonly KeptStack[] }
  | {
      ask: 'repairCost'
      build: Build
      trouble: string
      water: string
      measured: Record<string, number>
    }
  | { ask: 'whatIf'; build: Build }
  | { ask: 'growLand'; build: Build }
  | { ask: 'busyTimes'; text: string; calendar: Calendar; wholeDays: boolean }
  | { ask: 'reach'; build: Build; pool: string; grams: number; fromMm: number | null }

export interface Answers {
  compareWays: WayCompared[]
  repairCost: RepairCost
  whatIf: WhatIf[]
  growLand: Land
  busyTimes: BusyTimes
  reach: Reached
}

/**
 * Answers one question.
 *
 * @param tell  told how far it has come, where it takes many plans
 * @throws RangeError in the builder's words when it cannot be answered
 * @example answer({ ask: 'whatIf', build }, BUILT_IN_SHELF)
 */
export function answer<Q extends Question>(
  question: Q,
  given: Shelf,
  history?: History,
  tell?: Tell
): Answers[Q['ask']]
export function answer(
  question: Question,
  given: Shelf,
  history: History = NO_HISTORY,
  tell?: Tell
): Answers[Question['ask']] {
  switch (question.ask) {
    case 'compareWays':
      return compareWays(question.build, question.what, given, history, question.stacks, tell)
    case 'repairCost':
      return repairCost(
        question.build,
        question.trouble,
        question.water,
        question.measured,
        given,
        history
      )
    case 'whatIf':
      return whatIf(question.build, given, history, tell)
    case 'growLand': {
      const { build } = question
      const make = stagesOf(build, given)
      const land = grownLand(build, make('ground'), make('forms'))
      return packLand(land, build.land?.contours)
    }
    case 'busyTimes':
      return busyTimes(question.text, question.calendar, question.wholeDays)
    case 'reach':
      return reachedBy(
        question.build,
        question.pool,
        question.grams,
        question.fromMm,
        withBottles(given, question.build.bottles)
      )
  }
}
