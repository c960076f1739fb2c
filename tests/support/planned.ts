import { finished, planner, type Plan } from '../../core/plan/derivePlan'
import type { Build } from '../../core/build/types'
import { BUILT_IN_SHELF, type Shelf } from '../../core/craft/materials/shelf'
import { NO_HISTORY, type History } from '../../core/plan/learned/history'

const keeping = planner()

/**
 * The plan of a build, by a planner that remembers the last one: of many states of one build it does
 * again only what an edit touched. That it gives what a planner from nothing gives is proved in
 * `replan`; where that is in question, `derivePlan` is asked.
 */
export const planFor = (
  build: Build,
  shelf: Shelf = BUILT_IN_SHELF,
  history: History = NO_HISTORY
): Plan => finished(keeping(build, shelf, history))
