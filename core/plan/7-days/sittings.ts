import type { DaysPlan, PlannedWork } from './plan'
import { SITTING_GAP_MIN } from './solver/sittings'

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
    if (last && work.startMs - last.endMs < SITTING_GAP_MIN * 60_000) {
      last.work.push(work)
      last.endMs = Math.max(last.endMs, work.endMs)
    } else sittings.push({ startMs: work.startMs, endMs: work.endMs, work: [work] })
  }
  return sittings
}
