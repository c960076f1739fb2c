import type { Confidence } from '../../build/types'
import type { State } from '../../craft/ways/types'
import type { Span } from './calendar'
import type { PlannedFiller } from './fillers'
import type { NoSchedule } from './solver/infeasible'

/** One sitting at one step: the whole of it, or a part of a step that may be broken off. */
export interface PlannedWork {
  step: string
  /** Part of the step, from 1, and of how many. */
  part: number
  parts: number
  startMs: number
  endMs: number
  start: string
  end: string
  /** On the chain that the finishing date hangs on. */
  critical: boolean
  /** Whose hands: 0 the builder, 1 the second pair. */
  by: 0 | 1
  /** It was done so; it is not planned any more. */
  done: boolean
  /** The builder has settled when. */
  settled: boolean
}

/** Something that goes on by itself after a step. */
export interface PlannedWait {
  step: string
  becomes: State
  startMs: number
  endMs: number
  end: string
  /** It may be over by then, one time in ten; is by `endMs` or `likelyMs`, one in two; nine in ten. */
  earlyMs: number
  likelyMs: number
  sureMs: number
  critical: boolean
  /** Hands-on steps planned while it goes on. */
  meanwhile: string[]
  /** The builder's own jobs that go on in it. */
  fillers: string[]
  /** Free minutes left over in it for anything else. */
  idleMin: number
}

/** When a step must begin that follows another within a greatest wait. */
export interface PlannedWindow {
  after: string
  step: string
  fromMs: number
  toMs: number
}

/** A link of the chain that the finishing date hangs on, in order. */
export interface ChainLink {
  kind: 'work' | 'wait' | 'hours' | 'hands' | 'before'
  step: string
  minutes: number
  startMs: number
  endMs: number
}

/** Why no plan can finish sooner, in steps and real time. */
export type DaysProof =
  | { kind: 'chain'; steps: { step: string; startMs: number }[] }
  | {
      kind: 'hours'
      fromMs: number
      toMs: number
      workMin: number
      freeMin: number
      steps: string[]
    }
  | { kind: 'search'; nodes: number }
  | { kind: 'open'; lowerBoundMs: number; nodes: number }

/** What the builder settled and cannot be, with the earliest and the latest that can. */
export interface Unmet {
  step: string
  earliestMs: number | null
}

export interface DaysPlan {
  zone: string
  work: PlannedWork[]
  waits: PlannedWait[]
  windows: PlannedWindow[]
  fillers: PlannedFiller[]
  /** Minutes of the builder's own jobs that find no room before the finish, by job. */
  fillersLeft: Record<string, number>
  chain: ChainLink[]
  startMs: number
  /** Nothing that is not done is planned before. */
  fromMs: number
  /** Null when no schedule can be made: `problem` says why. */
  finishMs: number | null
  finish: string | null
  /** The finish if every wait is as long as it is likely to be; null: no schedule. */
  likelyMs: number | null
  /** The finish if every wait is as long as nine of ten are; null: then what is settled cannot hold. */
  sureMs: number | null
  confidence: Confidence
  /** No plan ends sooner than this. */
  lowerBoundMs: number | null
  proof: DaysProof | null
  /** No plan that ends then has fewer sittings. */
  fewestSittings: boolean
  handsMin: number
  sittings: number
  /** Windows that were missed, by what was done. */
  missed: { after: string; step: string; closedMs: number }[]
  unmet: Unmet[]
  deadlineMs: number | null
  /** Pieces of work in the order they are planned in. */
  order: string[]
  problem: {
    kind: NoSchedule['problem'] | 'noHours'
    steps: string[]
    links: { from: string; to: string; minMin: number; maxMin: number | null }[]
    longestWindowMin: number
    neededMin: number
  } | null
  free: Span[]
  /** When the second pair of hands is there. */
  freeSecond: Span[]
}

/**
 * How many minutes of the chain are work, waits, and time without a free hour: what the finishing
 * date is made of.
 */
export function chainMinutes(chain: readonly ChainLink[]): Record<ChainLink['kind'], number> {
  const sum = { work: 0, wait: 0, hours: 0, hands: 0, before: 0 }
  for (const link of chain) sum[link.kind] += link.minutes
  return sum
}
