import type { State } from '../../craft/ways/types'

/** Something that was done, seen or spent, at a moment in universal time: "2026-11-24T19:02:11Z". */
export type LogEntry =
  StepEntry | LookEntry | BatchEntry | RoomEntry | PhotoEntry | NoteEntry | LessonEntry | CostEntry

interface Entry<K extends string> {
  kind: K
  id: string
  at: string
}

/** Work at a step, from `at` to `endedAt`; a step may take several. */
export interface StepEntry extends Entry<'step'> {
  step: string
  endedAt: string
  /** The step is done; false: it was broken off and goes on another day. */
  done: boolean
  /** Minutes the plan gave this work, to hold against what it took; null: it was not planned. */
  plannedMin: number | null
  /** How long the plan said that what was made takes to be ready, min, and what that was said of. */
  waitMin: number
  learns: Learns | null
}

/** A look at what dries or cures after a step. */
export interface LookEntry extends Entry<'look'> {
  step: string
  ready: boolean
  becomes: State
}

/** What was really weighed for one cup. */
export interface BatchEntry extends Entry<'batch'> {
  pool: string
  pour: number
  cup: number
  aG: number
  bG: number
}

export interface RoomEntry extends Entry<'room'> {
  tempC: number
  rhPct: number
}

/** A photograph; its picture is kept beside the build under the same id. */
export interface PhotoEntry extends Entry<'photo'> {
  caption: string
  step: string | null
  widthPx: number
  heightPx: number
  /** Where it was taken, degrees north and east: only where the builder wishes it kept. */
  place?: [northDeg: number, eastDeg: number]
}

export interface NoteEntry extends Entry<'note'> {
  text: string
  step: string | null
}

/**
 * A lesson for the next build that meets the same thing: a material, a way of working, or a kind of
 * water.
 */
export interface LessonEntry extends Entry<'lesson'> {
  text: string
  about: { kind: 'material' | 'way' | 'water'; id: string }
}

export interface CostEntry extends Entry<'cost'> {
  what: string
  money: number
}

/** What a wait can teach: how fast one product dries, cures or thickens here. */
export interface Learns {
  product: string
  what: 'dry' | 'cure' | 'thicken'
}

export interface Log {
  /**
   * Nothing that is not done is planned before this moment, in universal time; null: before the
   * build's start.
   */
  asOf: string | null
  entries: LogEntry[]
}

export const emptyLog = (): Log => ({ asOf: null, entries: [] })

export const entriesOf = <K extends LogEntry['kind']>(
  log: Log,
  kind: K
): Extract<LogEntry, { kind: K }>[] =>
  log.entries.filter((e): e is Extract<LogEntry, { kind: K }> => e.kind === kind)
