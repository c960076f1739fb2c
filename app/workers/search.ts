import type { Build } from '../../core/build/types'
import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import type { Material } from '../../core/craft/materials/types'
import { freeSpans } from '../../core/plan/7-days/calendar'
import { daysStage } from '../../core/plan/7-days/daysStage'
import { derivePlan } from '../../core/plan/derivePlan'
import type { History } from '../../core/plan/learned/history'
import { MINUTE_MS } from '../../core/physics/time'

/** Far more orders than are tried while somebody waits. */
const NODES = 20_000_000

/** The best plan of a search so far. */
export interface Found {
  finishMs: number | null
  lowerBoundMs: number | null
  order: string[]
}

/**
 * Searches for an order that is done sooner; nobody waits for it, and whoever asked may end it.
 *
 * @param progress  told each better one
 */
export function search(
  build: Build,
  own: readonly Material[],
  history: History,
  progress: (found: Found) => void
): Found {
  const plan = derivePlan(build, shelfOf([...BUILT_IN, ...own]), history)
  const toMs = (minute: number) => plan.days.startMs + minute * MINUTE_MS
  const { finishMs, lowerBoundMs, order } = daysStage(build, plan.steps, freeSpans, {
    nodes: NODES,
    progress: (finishMin, boundMin, order) =>
      progress({
        finishMs: finishMin === null ? null : toMs(finishMin),
        lowerBoundMs: toMs(boundMin),
        order
      })
  })
  return { finishMs, lowerBoundMs, order }
}
