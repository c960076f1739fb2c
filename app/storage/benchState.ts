import {
  begunOf,
  clockOf,
  idleBench,
  seenOf,
  type BenchClock,
  type BenchState
} from '../../core/bench/benchClocks'

/**
 * Clocks and begun work of a build, in the browser's immediate store: written at every change, so
 * that neither a closed tab nor a crash loses any. Each clock stands under a key of its own: tabs
 * that are open side by side write what they change and nothing else.
 */
const PREFIX = 'tall-spindle:bench:'
const keyOf = (build: string, part: string) => `${PREFIX}${build}/${part}`
const clockKey = (build: string, id: string) => keyOf(build, `clock/${id}`)

function read(key: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null')
  } catch {
    return null
  }
}

/** What is kept now, whichever tab kept it; what cannot be read is as though it were not there. */
export function loadBench(build: string): BenchState {
  const clocks: BenchClock[] = []
  const found = keyOf(build, 'clock/')
  try {
    for (let i = 0; i < localStorage.length; i++) {
      const key = localStorage.key(i)
      const clock = key?.startsWith(found) ? clockOf(read(key)) : null
      if (clock && key === clockKey(build, clock.id)) clocks.push(clock)
    }
  } catch {
    return idleBench()
  }
  return {
    clocks: clocks.sort((a, b) => a.startedMs - b.startedMs || (a.id < b.id ? -1 : 1)),
    begun: begunOf(read(keyOf(build, 'begun'))),
    ...seenOf(read(keyOf(build, 'seen')))
  }
}

function write(key: string, value: unknown): void {
  if (value === null) localStorage.removeItem(key)
  else localStorage.setItem(key, JSON.stringify(value))
}

/**
 * Changes what is kept now, whatever this tab last saw of it, and writes only what differs.
 *
 * @returns the state it came to, and whether it could be kept
 */
export function changeBench(
  build: string,
  change: (now: BenchState) => BenchState
): { state: BenchState; kept: boolean } {
  const before = loadBench(build)
  const state = change(before)
  const was = new Map(before.clocks.map((c) => [c.id, c]))
  try {
    for (const clock of state.clocks) {
      if (was.get(clock.id) !== clock) write(clockKey(build, clock.id), clock)
      was.delete(clock.id)
    }
    for (const id of was.keys()) write(clockKey(build, id), null)
    if (state.begun !== before.begun) write(keyOf(build, 'begun'), state.begun)
    if (state.seenMs !== before.seenMs || state.setBackMs !== before.setBackMs)
      write(keyOf(build, 'seen'), { seenMs: state.seenMs, setBackMs: state.setBackMs })
    return { state, kept: true }
  } catch {
    return { state, kept: false }
  }
}

/** Up to 2026-11-28 a bench was one entry, written whole: it is taken apart the first time it is met. */
export function bringOldBench(build: string): void {
  const old = read(PREFIX + build) as Partial<BenchState> | null
  if (old === null) return
  const clocks = Array.isArray(old.clocks) ? old.clocks.flatMap((c) => clockOf(c) ?? []) : []
  const { kept } = changeBench(build, (now) => ({
    ...now,
    clocks: [...now.clocks, ...clocks],
    begun: now.begun ?? begunOf(old.begun),
    ...seenOf(old)
  }))
  if (kept) localStorage.removeItem(PREFIX + build)
}

/** Tells when another tab has changed the bench of a build. */
export const onBenchChanged = (changed: (build: string) => void): void =>
  window.addEventListener('storage', ({ key }) => {
    if (key?.startsWith(PREFIX)) changed(key.slice(PREFIX.length).split('/')[0]!)
  })
