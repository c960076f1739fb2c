import { migrated } from '../build/file/migrations'
import type { Build } from '../build/types'

/** An earlier state of a build, as a list of them knows it. */
export interface VersionMark {
  id: string
  /** When it was put aside, ms. */
  at: number
  /** Given by the builder: it stays until the builder lets it go. */
  name: string | null
  /** Length as text; left out: hardly any. */
  bytes?: number
}

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const DAY = 24 * HOUR
/** A state is put aside before an edit when the last one is older than this. */
export const VERSION_EVERY_MS = 10 * MINUTE
/** Of unnamed states so many stay at most. */
const MOST_UNNAMED = 60
/** … and so many bytes of them: a build with kept runs is megabytes long. */
const MOST_BYTES = 20_000_000
/** How old a state is, and how far apart they then stand. */
const APART: readonly (readonly [olderThan: number, apart: number])[] = [
  [30 * DAY, 30 * DAY],
  [DAY, DAY],
  [HOUR, HOUR]
]

/**
 * Which of a build's earlier states may go, so that few are old and many are new: all of its last
 * hour, one of an hour of its last day, one of a day of its last month, one of a month before. Named
 * ones stay. Beyond 60, or 20 MB, the oldest go. Age is counted from the newest of them, so that a clock set wrong lets nothing go that
 * would have stayed.
 *
 * @returns ids of those that may go
 * @example thinned([{ id: 'a', at: 0, name: null }, { id: 'b', at: 60_000, name: null }]) // []
 */
export function thinned(marks: readonly VersionMark[]): string[] {
  const newest = Math.max(...marks.map((m) => m.at))
  const unnamed = marks.filter((m) => m.name === null).sort((a, b) => b.at - a.at)
  const seen = new Set<string>()
  const kept: string[] = []
  let held = 0
  for (const { id, at, bytes = 0 } of unnamed) {
    const apart = APART.find(([older]) => newest - at > older)?.[1]
    const period = apart === undefined ? id : `${apart}/${Math.floor(at / apart)}`
    const fits = kept.length === 0 || (kept.length < MOST_UNNAMED && held + bytes <= MOST_BYTES)
    if (!seen.has(period) && fits) {
      kept.push(id)
      held += bytes
    }
    seen.add(period)
  }
  return unnamed.map((m) => m.id).filter((id) => !kept.includes(id))
}

/**
 * The build as it was at an earlier state, in today's form, with what has been logged since: what was
 * done was done.
 *
 * @returns null where it cannot be read any more
 */
export function broughtBack(kept: Build, now: Build): Build | null {
  const moved = migrated(kept as unknown as Record<string, unknown>)
  if (!('file' in moved)) return null
  return { ...(moved.file as unknown as Build), id: now.id, log: now.log }
}
