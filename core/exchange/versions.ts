import { migrated } from '../build/file/migrations'
import type { Build } from '../build/types'
import { HOUR_MS, MINUTE_MS } from '../physics/time'

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

/** A state is put aside before an edit when the last one is older than this. */
export const VERSION_EVERY_MS = 10 * MINUTE_MS
/** Of unnamed states so many stay at most. */
const MOST_UNNAMED = 60
/** … and so many bytes of them: a build with kept runs is megabytes long. */
const MOST_BYTES = 20_000_000

/**
 * Which of a build's earlier states may go, so that few are old and many are new. None goes before
 * there are more than 60, or 20 MB; then, one by one, whichever stands closest between its neighbours
 * for its age. So a clock that is wrong for an edit, by hours or by years, costs one state at most.
 * Named ones stay, and so does the newest.
 *
 * @returns ids of those that may go
 * @example thinned([{ id: 'a', at: 0, name: null }, { id: 'b', at: 60_000, name: null }]) // []
 */
export function thinned(marks: readonly VersionMark[]): string[] {
  const stays = marks.filter((m) => m.name === null).sort((a, b) => b.at - a.at)
  let held = stays.reduce((sum, { bytes = 0 }) => sum + bytes, 0)
  const gone: string[] = []
  while (stays.length > 1 && (stays.length > MOST_UNNAMED || held > MOST_BYTES)) {
    const [{ id, bytes = 0 }] = stays.splice(mostCrowded(stays), 1)
    gone.push(id)
    held -= bytes
  }
  return gone
}

/**
 * Of states, the newest first, the one whose neighbours stand closest for its age; the newest never, and
 * the oldest only where there is no other.
 */
function mostCrowded(marks: readonly VersionMark[]): number {
  let [found, least] = [marks.length - 1, Infinity]
  for (let i = 1; i < marks.length - 1; i++) {
    const room = (marks[i - 1].at - marks[i + 1].at) / (marks[0].at - marks[i].at + HOUR_MS)
    if (room < least) [found, least] = [i, room]
  }
  return found
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
