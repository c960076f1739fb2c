import { doseFor, type Dose } from '../../core/physics/stuff/colour/doseFor'
import { opticsOf, type TintLook } from '../../core/physics/stuff/colour/tint'
import { reachedBy, type Reached } from '../../core/plan/beside/reachedBy'
import { cupClocks, type CupClocks } from '../../core/bench/clocks'
import { packLand, type Land } from '../../core/build/land'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { formsStage } from '../../core/plan/2-forms/formsStage'
import { grownLand } from '../../core/plan/beside/grownLand'
import type { Build, Calendar } from '../../core/build/types'
import { fitChips, type Chip, type ChipFit } from '../../core/physics/stuff/colour/tint'
import { fitResin, type FittedResin, type ResinLabel } from '../../core/physics/stuff/heat/fitResin'
import { busyTimes, type BusyTimes } from '../../core/exchange/calendar/busyTimes'
import { NO_HISTORY, type History } from '../../core/plan/learned/history'
import { onShelf, withBottles, type Shelf } from '../../core/craft/materials/shelf'
import type { TintDose } from '../../core/physics/stuff/mixing/mix'
import { tintsOn } from '../../core/plan/3-stacks/poolColours'
import type { KeptStack } from '../../core/build/stack'
import { compareWays, type WayCompared } from '../../core/plan/beside/compareWays'
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
  | { ask: 'fitResin'; label: ResinLabel }
  | { ask: 'fitChips'; chips: Chip[]; scatterPerMm: number }
  | {
      ask: 'doseFor'
      wanted: string
      depthMm: number
      bed: string
      tints: { id: string; look: TintLook }[]
      below: BandSeen[]
      above: BandSeen[]
    }
  | { ask: 'cupClocks'; build: Build; resin: string; massG: number; roomC: number }

/** A band of water with its dose. */
export interface BandSeen {
  thicknessMm: number
  tints: TintDose[]
}
const seenBands = (bands: readonly BandSeen[], shelf: Shelf) =>
  bands.map((b) => ({ depthMm: b.thicknessMm, tints: tintsOn(shelf, b.tints) }))

export interface Answers {
  compareWays: WayCompared[]
  repairCost: RepairCost
  whatIf: WhatIf[]
  growLand: Land
  busyTimes: BusyTimes
  reach: Reached
  fitResin: FittedResin
  fitChips: ChipFit
  doseFor: Dose
  cupClocks: CupClocks
}

/**
 * Answers one question.
 *
 * @throws RangeError in the builder's words when it cannot be answered
 * @example answer({ ask: 'fitResin', label: { potLifeMin: 35, potLifeG: 100, atC: 25, cureH: 72 }
 *   }, BUILT_IN_SHELF)
 */
export function answer<Q extends Question>(
  question: Q,
  given: Shelf,
  history?: History
): Answers[Q['ask']]
export function answer(
  question: Question,
  given: Shelf,
  history: History = NO_HISTORY
): Answers[Question['ask']] {
  switch (question.ask) {
    case 'compareWays':
      return compareWays(question.build, question.what, given, history, question.stacks)
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
      return whatIf(question.build, given, history)
    case 'growLand': {
      const { build } = question
      const shelf = withBottles(given, build.bottles)
      const ground = groundStage(build)
      const forms = formsStage(build, ground, shelf)
      return packLand(grownLand(build, ground, forms), build.land?.contours)
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
    case 'fitResin':
      return fitResin(question.label)
    case 'fitChips':
      return fitChips(question.chips, question.scatterPerMm)
    case 'doseFor':
      return doseFor({
        ...question,
        tints: question.tints.map(({ id, look }) => ({ id, optics: opticsOf(look) })),
        below: seenBands(question.below, given),
        above: seenBands(question.above, given)
      })
    case 'cupClocks': {
      const resin = onShelf(withBottles(given, question.build.bottles), 'resin', question.resin)
      if (!resin) throw new RangeError(`resin: the shelf has no “${question.resin}”`)
      return cupClocks(resin, question.massG, question.roomC)
    }
  }
}
