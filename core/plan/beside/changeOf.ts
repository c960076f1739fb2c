import { costToBuy } from '../4-amounts/shopping'
import type { PlannedLay } from '../6-steps/types'
import type { Plan } from '../derivePlan'
import { minutesBetween } from '../../physics/time'
import type { Sentence } from '../../words/sentence'

/** What a change of the build comes to: the plan then, beside the plan now. */
export interface Change {
  finishMs: number
  /** Above 0: later than now. */
  laterMin: number
  /** Money more to spend; below 0: less. */
  costMore: number
  /** The hottest of all pours, °C, now and then; null: nothing is poured, or it stays as it is. */
  hottestC: { now: number | null; then: number } | null
  /** Titles of what is warned of then and is not now. */
  warned: Sentence[]
}

/** Degrees that nobody would tell from none. */
const NO_WARMER_C = 0.5

/** The hottest of all pours, °C; null: nothing is poured. */
export const hottest = (plan: Plan): number | null =>
  plan.stacks.pools.reduce<number | null>((most, { heat }) => {
    const peak = heat && heat.layers.length > 0 ? heat.peakC : null
    return peak === null ? most : Math.max(peak, most ?? peak)
  }, null)

/** What a change comes to; null: one of the two plans has no finishing date. */
export function changeOf(now: Plan, then: Plan): Change | null {
  if (now.days.finishMs === null || then.days.finishMs === null) return null
  const loud = (plan: Plan) =>
    plan.findings.filter((f) => f.severity === 'stop' || f.severity === 'warn')
  const known = new Set(loud(now).map((f) => f.id))
  const [was, is] = [hottest(now), hottest(then)]
  const same = was !== null && is !== null && Math.abs(is - was) < NO_WARMER_C
  return {
    finishMs: then.days.finishMs,
    laterMin: Math.round(minutesBetween(now.days.finishMs, then.days.finishMs)),
    costMore: costToBuy(then.amounts.shopping) - costToBuy(now.amounts.shopping),
    hottestC: is === null || same ? null : { now: was, then: is },
    warned: loud(then)
      .filter((f) => !known.has(f.id))
      .map((f) => f.title)
  }
}

const workOn = (plan: Plan, lay: PlannedLay) => {
  const own = new Set(plan.steps.steps.filter((s) => s.lay === lay.id).map((s) => s.id))
  return plan.days.work.filter((w) => own.has(w.step))
}

/** When the hands leave a lay for the last time; null: nobody works on it. */
export function layDoneMs(plan: Plan, lay: PlannedLay): number | null {
  const ends = workOn(plan, lay).map((w) => w.endMs)
  return ends.length > 0 ? Math.max(...ends) : null
}

/** Whether a lay is made: done by the log, or there from the beginning. */
export function layMade(plan: Plan, lay: PlannedLay): boolean {
  if (lay.state === 'there') return true
  const work = workOn(plan, lay)
  return work.length > 0 && work.every((w) => w.done)
}
