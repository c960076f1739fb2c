import { MINUTE_MS } from '../physics/time'

/** A clock at the bench: it runs from wall time, so that nothing is lost while nobody looks. */
export interface BenchClock {
  id: string
  name: string
  step: string
  /**
   * What it measures: time that must pass, or a window that is open from the end of one to that of
   * the other.
   */
  kind: 'stir' | 'stand' | 'working' | 'window' | 'wait' | 'own'
  startedMs: number
  minutes: number
  /** With a window: until when it is open, min from the start. */
  closesMin?: number
  /** It has rung for its opening and its close so far. */
  rung: 0 | 1 | 2
}

/** All clocks of a build, with the last moment at which they were looked at, and the step on the bench. */
export interface BenchState {
  clocks: BenchClock[]
  seenMs: number
  /** Work that was begun and is not logged yet. */
  begun: { step: string; startedMs: number } | null
  /** How far the computer's clock was found set back while they ran, ms; 0: never. */
  setBackMs: number
}

export const idleBench = (): BenchState => ({ clocks: [], seenMs: 0, begun: null, setBackMs: 0 })

const KINDS: readonly BenchClock['kind'][] = ['stir', 'stand', 'working', 'window', 'wait', 'own']
const isText = (value: unknown, longest: number): value is string =>
  typeof value === 'string' && value.length <= longest
const isBetween = (value: unknown, least: number, most: number): value is number =>
  typeof value === 'number' && value >= least && value <= most
/** The last moment that a date can tell, ms. */
const LAST_MS = 8.64e15
/** No clock runs longer, min: a tenth of a year. */
const LONGEST_MIN = 60_000

/**
 * A clock as it was kept, or null where it is none: what a browser's store holds may be anything.
 *
 * @example clockOf({ id: 'a', name: 'Stir', step: '', kind: 'stir', startedMs: 0, minutes: 3, rung: 0 })?.minutes // 3
 */
export function clockOf(kept: unknown): BenchClock | null {
  if (typeof kept !== 'object' || kept === null) return null
  const clock = kept as BenchClock
  return isText(clock.id, 64) &&
    clock.id !== '' &&
    isText(clock.name, 300) &&
    isText(clock.step, 200) &&
    KINDS.includes(clock.kind) &&
    isBetween(clock.startedMs, -LAST_MS, LAST_MS) &&
    isBetween(clock.minutes, 0, LONGEST_MIN) &&
    (clock.closesMin === undefined || isBetween(clock.closesMin, 0, LONGEST_MIN)) &&
    [0, 1, 2].includes(clock.rung)
    ? clock
    : null
}

/** Begun work as it was kept, or null. */
export function begunOf(kept: unknown): BenchState['begun'] {
  if (typeof kept !== 'object' || kept === null) return null
  const { step, startedMs } = kept as { step: unknown; startedMs: unknown }
  return isText(step, 200) && isBetween(startedMs, -LAST_MS, LAST_MS) ? { step, startedMs } : null
}

/** The last look as it was kept: when, and how far the clock was found set back. */
export function seenOf(kept: unknown): Pick<BenchState, 'seenMs' | 'setBackMs'> {
  const { seenMs, setBackMs } = (typeof kept === 'object' && kept !== null ? kept : {}) as {
    seenMs?: unknown
    setBackMs?: unknown
  }
  return {
    seenMs: isBetween(seenMs, 0, LAST_MS) ? seenMs : 0,
    setBackMs: isBetween(setBackMs, 0, LAST_MS) ? setBackMs : 0
  }
}

/** A clock set back by more than this is noticed, ms: small corrections are the computer's own. */
const NOTICED_MS = 5000

/**
 * Looks at the clocks at a moment. Where the computer's own clock went backwards since the last
 * look, all that runs is
 * shifted with it, so that no time that has passed is counted again.
 */
export function lookedAt(state: BenchState, nowMs: number): BenchState {
  const back = state.seenMs - nowMs
  if (state.seenMs === 0 || back <= NOTICED_MS) return { ...state, seenMs: nowMs }
  return {
    ...state,
    seenMs: nowMs,
    setBackMs: back,
    clocks: state.clocks.map((c) => ({ ...c, startedMs: c.startedMs - back })),
    begun: state.begun && { ...state.begun, startedMs: state.begun.startedMs - back }
  }
}

/** Where a clock stands: time left until it opens or ends, then until it closes. */
export function standOf(
  clock: BenchClock,
  nowMs: number
): { phase: 'running' | 'open' | 'over'; leftMs: number; share: number } {
  const elapsed = nowMs - clock.startedMs
  const [opens, closes] = [
    clock.minutes * MINUTE_MS,
    (clock.closesMin ?? clock.minutes) * MINUTE_MS
  ]
  if (elapsed < opens)
    return {
      phase: 'running',
      leftMs: opens - elapsed,
      share: opens > 0 ? Math.max(0, elapsed / opens) : 1
    }
  if (elapsed < closes)
    return {
      phase: 'open',
      leftMs: closes - elapsed,
      share: (elapsed - opens) / Math.max(1, closes - opens)
    }
  return { phase: 'over', leftMs: closes - elapsed, share: 1 }
}

/** Clocks that must ring now, and the state in which they have. */
export function ringing(
  state: BenchState,
  nowMs: number
): { state: BenchState; rang: BenchClock[] } {
  const rang: BenchClock[] = []
  const clocks = state.clocks.map((c) => {
    const { phase } = standOf(c, nowMs)
    const due = phase === 'over' ? 2 : phase === 'open' ? 1 : 0
    if (due <= c.rung) return c
    rang.push(c)
    return { ...c, rung: due as 0 | 1 | 2 }
  })
  return rang.length > 0 ? { state: { ...state, clocks }, rang } : { state, rang }
}

/** What a clock says when it rings. */
export function ringWords(clock: BenchClock, nowMs: number): string {
  const { phase } = standOf(clock, nowMs)
  if (clock.kind === 'window')
    return phase === 'open'
      ? `${clock.name}: now, the window is open`
      : `${clock.name}: the window is over`
  return clock.kind === 'working'
    ? `${clock.name}: it no longer runs to its edges`
    : `${clock.name}: time is up`
}

/** "12:05", "1:02:10"; past its time with a minus before it. */
export function clockText(ms: number): string {
  const s = Math.abs(Math.round(ms / 1000))
  const [h, m, rest] = [
    Math.floor(s / 3600),
    Math.floor((s % 3600) / 60),
    String(s % 60).padStart(2, '0')
  ]
  return `${ms < -500 ? '−' : ''}${h > 0 ? `${h}:${String(m).padStart(2, '0')}` : m}:${rest}`
}
