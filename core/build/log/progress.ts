import { entriesOf, type Log, type LookEntry } from './entries'
import { MINUTE_MS, minutesBetween } from '../../physics/time'

/** How far a step has come. */
export interface Progress {
  step: string
  done: boolean
  /** Every stretch of work at it. */
  worked: { fromMs: number; toMs: number }[]
  minutes: number
  endMs: number
}

/** What was done so far, by step. */
export function progressOf(log: Log): Map<string, Progress> {
  const all = new Map<string, Progress>()
  for (const entry of entriesOf(log, 'step')) {
    const [fromMs, toMs] = [Date.parse(entry.at), Date.parse(entry.endedAt)]
    const there = all.get(entry.step) ?? {
      step: entry.step,
      done: false,
      worked: [],
      minutes: 0,
      endMs: toMs
    }
    there.worked.push({ fromMs, toMs })
    there.minutes += minutesBetween(fromMs, toMs)
    there.done ||= entry.done
    there.endMs = Math.max(there.endMs, toMs)
    all.set(entry.step, there)
  }
  return all
}

/**
 * After a look that found it not ready, it is looked at again when the wait so far has grown by
 * this share. Common practice, no source.
 */
const AGAIN_SHARE = 0.2
/** …but not sooner than this, min. */
const AGAIN_LEAST_MIN = 10

/**
 * How long a wait really is by what was seen: until the look that found it ready, or until the next
 * look after one that
 * did not.
 *
 * @param plannedMin  the wait as planned, min
 * @param endMs       when the step ended
 * @param looks       looks after that step
 * @returns           min
 */
export function seenWait(plannedMin: number, endMs: number, looks: readonly LookEntry[]): number {
  const after = looks
    .filter((l) => Date.parse(l.at) >= endMs)
    .sort((a, b) => a.at.localeCompare(b.at))
  const last = after.at(-1)
  if (!last) return plannedMin
  const elapsed = Math.ceil((Date.parse(last.at) - endMs) / MINUTE_MS)
  const ready = after.find((l) => l.ready)
  if (ready) return Math.ceil((Date.parse(ready.at) - endMs) / MINUTE_MS)
  return Math.max(
    plannedMin,
    elapsed + Math.max(AGAIN_LEAST_MIN, Math.round(elapsed * AGAIN_SHARE))
  )
}
