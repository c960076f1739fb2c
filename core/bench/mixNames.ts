import type { Build } from '../build/types'
import type { Plan } from '../plan/derivePlan'
import type { PlannedBatch } from '../plan/4-amounts/types'
import { mixName } from '../plan/6-steps/mixName'
import { cupName } from './benchSteps'

/** What a cup is for, in a title: "Mill pond, pour 2, cup 1 of 3". */
export function cupTitle(build: Build, plan: Plan, batch: PlannedBatch): string {
  const poured = plan.amounts.batches.some((b) => cupName(b) === cupName(batch))
  const pool = build.waters.find((w) => w.id === batch.pool)?.name ?? batch.pool
  const what = poured ? `${pool}, pour ${batch.pour}` : mixName(build, plan.steps, batch.mix)
  return batch.cups > 1 ? `${what}, cup ${batch.cup} of ${batch.cups}` : what
}
