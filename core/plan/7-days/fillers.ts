import type { Filler } from '../../build/types'
import type { Span } from './calendar'
import { MINUTE_MS } from '../../physics/time'

/** A job of the builder's own, in time that the build leaves free. */
export interface PlannedFiller {
  filler: string
  part: number
  startMs: number
  endMs: number
}

/** A job that may be broken off is not taken up for less than this, min. Common practice, no source. */
const WORTHWHILE_MIN = 20

/**
 * Jobs flow into free hours that the build leaves over, in their order, without moving anything of it.
 *
 * @param taken  stretches the build has the hands for
 * @param fromMs nothing is put before this
 * @returns      what was placed, and the minutes of each job that found no room before the free hours end
 */
export function placeFillers(
  fillers: readonly Filler[],
  free: readonly Span[],
  taken: readonly Span[],
  fromMs: number
): { placed: PlannedFiller[]; left: Record<string, number> } {
  const gaps: Span[] = []
  for (const [from, to] of free) {
    let at = Math.max(from, fromMs)
    for (const [a, b] of taken.filter(([x, y]) => y > from && x < to).sort((x, y) => x[0] - y[0])) {
      if (a > at) gaps.push([at, a])
      at = Math.max(at, b)
    }
    if (to > at) gaps.push([at, to])
  }
  const placed: PlannedFiller[] = []
  const left: Record<string, number> = {}
  for (const filler of fillers) {
    let rest = filler.handsMin * MINUTE_MS
    for (let part = 1; rest > 0;) {
      const k = gaps.findIndex(
        ([a, b]) => b - a >= (filler.breakable ? Math.min(rest, WORTHWHILE_MIN * MINUTE_MS) : rest)
      )
      if (k < 0) break
      const [a, b] = gaps[k]
      const endMs = Math.min(b, a + rest)
      placed.push({ filler: filler.id, part: part++, startMs: a, endMs })
      rest -= endMs - a
      if (endMs < b) gaps[k] = [endMs, b]
      else gaps.splice(k, 1)
    }
    if (rest > 0) left[filler.id] = Math.round(rest / MINUTE_MS)
  }
  return { placed, left }
}
