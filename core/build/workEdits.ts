import type { LogEntry } from './log/entries'
import { freeId, type Edit } from './edits'
import type { Arrangement, Build, Busy, Calendar, Filler } from './types'

const unsettled = (step: string): Arrangement => ({
  step,
  at: null,
  notBefore: null,
  notOn: [],
  by: null
})
const says = (a: Arrangement) =>
  a.at !== null || a.notBefore !== null || a.notOn.length > 0 || a.by !== null

/** What is settled about a step; nothing where nothing is. */
export const arrangementOf = (build: Build, step: string): Arrangement =>
  build.arrange.find((a) => a.step === step) ?? unsettled(step)

/** Settles something about a step; what says nothing is taken out. */
export const settleStep =
  (step: string, change: Partial<Omit<Arrangement, 'step'>>): Edit =>
  (build) => {
    const next = { ...arrangementOf(build, step), ...change }
    const others = build.arrange.filter((a) => a.step !== step)
    return { ...build, arrange: says(next) ? [...others, next] : others }
  }

/** Leaves the step to the plan again. */
export const unsettleStep =
  (step: string): Edit =>
  (build) => ({ ...build, arrange: build.arrange.filter((a) => a.step !== step) })

export const setCalendar =
  (change: Partial<Calendar>): Edit =>
  (build) => ({ ...build, calendar: { ...build.calendar, ...change } })
/** Takes busy times in, in place of those taken in before. */
export const setBusy = (busy: Busy[]): Edit => setCalendar({ busy })
export const setCopies =
  (copies: number): Edit =>
  (build) => ({ ...build, copies: Math.max(1, Math.min(200, Math.round(copies))) })
/** Takes on the order that a longer search found. */
export const takeOrder =
  (order: string[]): Edit =>
  (build) => ({ ...build, order })

/** Adds a job of the builder's own. */
export const addFiller =
  (name: string, handsMin: number): Edit =>
  (build) => ({
    ...build,
    fillers: [
      ...build.fillers,
      { id: freeId('job', build.fillers), name, handsMin, breakable: true }
    ]
  })
export const changeFiller =
  (id: string, change: Partial<Omit<Filler, 'id'>> | null): Edit =>
  (build) => ({
    ...build,
    fillers:
      change === null
        ? build.fillers.filter((f) => f.id !== id)
        : build.fillers.map((f) => (f.id === id ? { ...f, ...change } : f))
  })

/** Writes into the log; what is not done is planned from then on. */
export const logged =
  (entries: readonly LogEntry[], asOf: string | null = null): Edit =>
  (build) => ({
    ...build,
    log: {
      asOf:
        asOf === null || (build.log.asOf !== null && build.log.asOf > asOf) ? build.log.asOf : asOf,
      entries: [...build.log.entries, ...entries]
    }
  })

/** Takes an entry out of the log again. */
export const unlogged =
  (id: string): Edit =>
  (build) => ({
    ...build,
    log: { ...build.log, entries: build.log.entries.filter((e) => e.id !== id) }
  })

/** Plans all that is not done from a moment on. */
export const planFrom =
  (asOf: string): Edit =>
  (build) => ({ ...build, log: { ...build.log, asOf } })
