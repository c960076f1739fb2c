import type { DaysPlan, PlannedWork } from './plan'
import { SITTING_GAP_MIN } from './solver/sittings'
import { MINUTE_MS } from '../../physics/time'

/** Hands-on work with no break worth leaving the bench for. */
export interface Sitting {
  startMs: number
  endMs: number
  work: PlannedWork[]
}

/** The plan's work in sittings: runs of it less than half an hour apart. */
export function sittingsOf(days: DaysPlan): Sitting[] {
  const sittings: Sitting[] = []
  for (const work of days.work) {
    const last = sittings.at(-1)
    if (last && work.startMs - last.endMs < SITTING_GAP_MIN * MINUTE_MS) {
      last.work.push(work)
      last.endMs = Math.max(last.endMs, work.endMs)
    } else sittings.push({ startMs: work.startMs, endMs: work.endMs, work: [work] })
  }
  return sittings
}
