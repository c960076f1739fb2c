import { entriesOf, type Log } from './entries'
import { progressOf } from './progress'
import { MINUTE_MS } from '../../physics/time'

/** Foretold against real, for one step. */
export interface AccountLine {
  step: string
  plannedMin: number | null
  workedMin: number
  /** Foretold wait, and between which looks it was over; null: nobody looked. */
  foretoldMin: number | null
  notYetMin: number | null
  readyMin: number | null
}

/** What was done, by how much off. */
export function accountOf(log: Log): AccountLine[] {
  const looks = entriesOf(log, 'look')
  const own = entriesOf(log, 'step')
  return [...progressOf(log).values()].map((p) => {
    const entries = own.filter((e) => e.step === p.step)
    const after = looks
      .filter((l) => l.step === p.step && Date.parse(l.at) >= p.endMs)
      .map((l) => ({ ready: l.ready, min: (Date.parse(l.at) - p.endMs) / MINUTE_MS }))
    const ready = after.filter((l) => l.ready).map((l) => l.min)
    const not = after.filter((l) => !l.ready).map((l) => l.min)
    return {
      step: p.step,
      workedMin: p.minutes,
      plannedMin: entries.every((e) => e.plannedMin === null)
        ? null
        : entries.reduce((sum, e) => sum + (e.plannedMin ?? 0), 0),
      foretoldMin: entries.at(-1)!.waitMin > 0 ? entries.at(-1)!.waitMin : null,
      readyMin: ready.length > 0 ? Math.min(...ready) : null,
      notYetMin: not.length > 0 ? Math.max(...not) : null
    }
  })
}

/** How much more (above 0) or less than said something really was, %. @example offBy(45, 30) // 50 */
export const offBy = (real: number, said: number): number => 100 * (real / said - 1)

/** Money written down. */
export const spent = (log: Log): number =>
  entriesOf(log, 'cost').reduce((sum, c) => sum + c.money, 0)

/**
 * How long one stretch of work took, min.
 * @example workedMin({ at: '2026-11-24T19:00Z', endedAt: '2026-11-24T19:45Z' }) // 45
 */
export const workedMin = ({ at, endedAt }: { at: string; endedAt: string }): number =>
  (Date.parse(endedAt) - Date.parse(at)) / MINUTE_MS
