import type { Build } from '../build/types'
import type { Plan } from '../plan/derivePlan'
import type { PlannedBatch } from '../plan/4-amounts/types'
import { cupName } from './benchSteps'

/** What a mix is for: its water, and its lay or step. So “Waves: cast crest”. */
export function mixName(build: Build, plan: Plan, id: string): string {
  const step = plan.steps.steps.find((s) => s.id === id || s.of === id)
  const lay = plan.steps.lays.find((l) => l.id === (step?.lay ?? id))
  const water = build.waters.find((w) => w.id === (lay?.stack ?? step?.water))
  return [water?.name, (lay?.name ?? step?.title ?? id).toLowerCase()].filter(Boolean).join(': ')
}

/** What a cup is for, in a title: "Mill pond, pour 2, cup 1 of 3". */
export function cupTitle(build: Build, plan: Plan, batch: PlannedBatch): string {
  const poured = plan.amounts.batches.some((b) => cupName(b) === cupName(batch))
  const pool = build.waters.find((w) => w.id === batch.pool)?.name ?? batch.pool
  const what = poured ? `${pool}, pour ${batch.pour}` : mixName(build, plan, batch.mix)
  return batch.cups > 1 ? `${what}, cup ${batch.cup} of ${batch.cups}` : what
}
