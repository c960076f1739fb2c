/** Chance that comes out the same for the same seed: an attack that found something can be run again. */
export interface Chance {
  /** In [0, 1). */
  next: () => number
  /** A whole number in [0, below). */
  below: (below: number) => number
  pick: <T>(list: readonly T[]) => T
}

/** @source mulberry32, Tommy Ettinger 2017, public domain: 32 bits of state, from memory */
export function chance(seed: number): Chance {
  let state = seed >>> 0
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  const below = (n: number) => Math.floor(next() * n)
  return { next, below, pick: (list) => list[below(list.length)]! }
}

/** What an attack came to. */
export interface Counts {
  tried: number
  /** What was answered as it should be: taken whole, or refused in words. */
  taken: number
  refused: number
  crashes: string[]
  hangs: string[]
  silent: string[]
  worstMs: number
}
export const noCounts = (): Counts => ({
  tried: 0,
  taken: 0,
  refused: 0,
  crashes: [],
  hangs: [],
  silent: [],
  worstMs: 0
})

/** Nothing may take longer, ms. */
export const LONGEST_MS = 2000

/** Tries one thing, and writes down what came of it. */
export function tried(
  counts: Counts,
  what: string,
  work: () => 'taken' | 'refused' | { silent: string }
): void {
  counts.tried++
  const began = process.cpuUsage()
  try {
    const came = work()
    if (typeof came === 'object') counts.silent.push(`${what}: ${came.silent}`)
    else counts[came]++
  } catch (error) {
    counts.crashes.push(`${what}: ${error instanceof Error ? (error.stack ?? '') : String(error)}`)
  }
  const spent = process.cpuUsage(began)
  const ms = (spent.user + spent.system) / 1000
  counts.worstMs = Math.max(counts.worstMs, ms)
  if (ms > LONGEST_MS) counts.hangs.push(`${what}: ${Math.round(ms)} ms`)
}
