import { costToBuy } from '../4-amounts/shopping'
import { topLay } from '../6-steps/coreOf'
import { addRepair } from '../../build/edits'
import type { Build } from '../../build/types'
import { NO_HISTORY, type History } from '../learned/history'
import type { Shelf } from '../../craft/materials/shelf'
import { JUDGES } from './judges'
import { measuredOf, TROUBLES } from '../../craft/troubles/troubles'
import type { Verdict } from './judging'
import { finished, planner } from '../derivePlan'
import { DAY_MS } from '../../physics/time'
import type { Sentence } from '../../words/sentence'

/** What a trouble means for this build, and what putting it right costs. */
export interface RepairCost {
  verdict: Verdict
  /** Later than without it; null: one of the two has no date. */
  days: number | null
  sittings: number
  handsMin: number
  /** More to buy. */
  money: number
  steps: { title: string; how: Sentence; right: Sentence }[]
  /** The lay that it is done on, by name; null: nothing lies there. */
  on: string | null
}

/**
 * Judges a trouble by the models and plans the build with and without its repair.
 *
 * @throws RangeError for a trouble or a water that does not exist
 * @example repairCost(build, 'still-white', 'weir', { thickMm: 8, sinceH: 96 },
 *   BUILT_IN_SHELF).verdict.number // "clear in 6 days"
 */
export function repairCost(
  build: Build,
  trouble: string,
  water: string,
  measured: Record<string, number>,
  shelf: Shelf,
  history: History = NO_HISTORY
): RepairCost {
  const found = TROUBLES.find((t) => t.id === trouble)
  const here = build.waters.find((w) => w.id === water)
  if (!found || !here)
    throw new RangeError(`trouble: was “${trouble}” of “${water}”; neither may be unknown`)
  const values = measuredOf(found, measured)
  const plans = planner()
  const before = finished(plans(build, shelf, history))
  const after = finished(plans(addRepair(trouble, water, values)(build), shelf, history))
  return {
    verdict: JUDGES[found.id]({
      build,
      water: here,
      measured: values,
      ground: before.ground,
      forms: before.forms,
      stacks: before.stacks,
      cures: before.cures,
      shelf
    }),
    days:
      before.days.finishMs === null || after.days.finishMs === null
        ? null
        : (after.days.finishMs - before.days.finishMs) / DAY_MS,
    sittings: after.days.sittings - before.days.sittings,
    handsMin: after.days.handsMin - before.days.handsMin,
    money: costToBuy(after.amounts.shopping) - costToBuy(before.amounts.shopping),
    steps: found.steps.map(({ title, how, right }) => ({ title, how, right })),
    on: topLay(before.steps.lays, water)?.name ?? null
  }
}
