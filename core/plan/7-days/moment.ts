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

/**
 * Where a build stands at a moment if it went by its plan: the step under way, what dries and when
 * it can next be
 * touched, or the next step.
 *
 * @param nowMs  ms since 1970
 */
export function momentOf(days: DaysPlan, steps: readonly Step[], nowMs: number): Moment {
  if (days.finishMs === null)
    return { kind: 'none', what: 'a plan that can be made: see its findings', untilMs: null }
  const title = (id: string) => steps.find((s) => s.id === id)?.title ?? id
  const ahead = days.work.filter((w) => !w.done)
  const under = ahead.find((w) => w.startMs <= nowMs && nowMs < w.endMs)
  if (under) return { kind: 'work', what: title(under.step), untilMs: under.endMs }
  const next = ahead.find((w) => w.startMs > nowMs)
  if (!next)
    return nowMs < days.finishMs
      ? { kind: 'wait', what: 'the last coat', untilMs: days.finishMs }
      : { kind: 'done', what: 'finished', untilMs: null }
  const wait = days.waits.find((w) => w.critical && w.startMs <= nowMs && nowMs < w.endMs)
  if (wait)
    return { kind: 'wait', what: title(next.step), untilMs: Math.max(next.startMs, wait.endMs) }
  return { kind: 'next', what: title(next.step), untilMs: next.startMs }
}
