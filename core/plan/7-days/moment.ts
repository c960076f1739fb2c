import type { Step } from '../6-steps/types'
import type { DaysPlan } from './plan'

/** What a build waits for at a moment, by its plan. */
export interface Moment {
  kind: 'work' | 'wait' | 'next' | 'done' | 'none'
  what: string
  untilMs: number | null
}

/** How each kind of moment is called on a card. */
export const MOMENT_WORDS: Record<Moment['kind'], string> = {
  work: 'On the bench now, until',
  wait: 'Drying or curing; can be touched next',
  next: 'Waits for your hands',
  done: 'By the plan',
  none: 'Waits for'
}

interface Stretch {
  startMs: number
  endMs: number
}

/** All that its moments hang on: the work ahead, and the waits that hold up the finish; ms since 1970. */
export interface Moments {
  zone: string
  finishMs: number | null
  ahead: (Stretch & { what: string })[]
  waits: Stretch[]
}

/** What moments hang on, out of a plan. */
export function momentsOf(days: DaysPlan, steps: readonly Step[]): Moments {
  const titles = new Map(steps.map((s) => [s.id, s.title]))
  const { zone, finishMs } = days
  return {
    zone,
    finishMs,
    ahead: days.work
      .filter((w) => !w.done)
      .map(({ step, startMs, endMs }) => ({ what: titles.get(step) ?? step, startMs, endMs })),
    waits: days.waits.filter((w) => w.critical).map(({ startMs, endMs }) => ({ startMs, endMs }))
  }
}

/**
 * Where a build stands at a moment if it went by its plan: the step under way, what dries and when
 * it can next be touched, or the next step.
 *
 * @param nowMs  ms since 1970
 */
export function momentOf({ finishMs, ahead, waits }: Moments, nowMs: number): Moment {
  if (finishMs === null)
    return { kind: 'none', what: 'a plan that can be made: see its findings', untilMs: null }
  const goesOn = (s: Stretch) => s.startMs <= nowMs && nowMs < s.endMs
  // what should have been done by now is what the bench begins with
  const late = ahead.find((w) => w.endMs <= nowMs)
  if (late) return { kind: 'next', what: late.what, untilMs: null }
  const under = ahead.find(goesOn)
  if (under) return { kind: 'work', what: under.what, untilMs: under.endMs }
  const next = ahead.find((w) => w.startMs > nowMs)
  if (!next)
    return nowMs < finishMs
      ? { kind: 'wait', what: 'the last coat', untilMs: finishMs }
      : { kind: 'done', what: 'finished', untilMs: null }
  const wait = waits.find(goesOn)
  if (wait) return { kind: 'wait', what: next.what, untilMs: Math.max(next.startMs, wait.endMs) }
  return { kind: 'next', what: next.what, untilMs: next.startMs }
}
