import type { LogEntry } from './log/entries'
import { freeId, type Edit } from './edits'
import type { Arrangement, Build, Busy, Calendar, Filler, OtherCalendar } from './types'

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
/** Colours of calendars taken in, one after another: told apart without red and green. */
const CALENDAR_COLOURS = ['#7d5a9c', '#b0703a', '#3d6fa8', '#8a8440', '#a8476f', '#4f7f7a'] as const
/** So many calendars at most. */
export const MOST_CALENDARS = 20

/**
 * Takes the busy times of a calendar in, beside those of others; one of the same name is taken in anew,
 * in place of what it said before.
 */
export const takeBusy =
  (name: string, busy: readonly Omit<Busy, 'of'>[]): Edit =>
  (build) => {
    const others = build.calendar.others ?? []
    const known = others.find((o) => o.name === name)
    const id = known?.id ?? freeId('calendar', others)
    const colour = CALENDAR_COLOURS[others.length % CALENDAR_COLOURS.length]
    return setCalendar({
      others: known ? others : [...others, { id, name, colour }],
      busy: [
        ...build.calendar.busy.filter((b) => b.of !== id),
        ...busy.map((b) => ({ ...b, of: id }))
      ]
    })(build)
  }
/** Takes a calendar away with all its times; null: those that belong to none. */
export const dropBusy =
  (id: string | null): Edit =>
  (build) =>
    setCalendar({
      busy: build.calendar.busy.filter((b) => (b.of ?? null) !== id),
      others: (build.calendar.others ?? []).filter((o) => o.id !== id)
    })(build)
export const changeOther =
  (id: string, change: Partial<Omit<OtherCalendar, 'id'>>): Edit =>
  (build) =>
    setCalendar({
      others: (build.calendar.others ?? []).map((o) => (o.id === id ? { ...o, ...change } : o))
    })(build)
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

/** The photograph of the log that stands on the build's card and at the head of its lists; null: none. */
export const setCover =
  (id: string | null): Edit =>
  ({ cover: _, ...build }) =>
    id === null ? build : { ...build, cover: id }

/** Plans all that is not done from a moment on. */
export const planFrom =
  (asOf: string): Edit =>
  (build) => ({ ...build, log: { ...build.log, asOf } })
