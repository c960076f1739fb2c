import type { Build } from '../../build/types'
import { entriesOf, type Learns, type LessonEntry } from '../../build/log/entries'
import { progressOf } from '../../build/log/progress'
import { fitOutcomes, type Fitted, type Seen } from './fit'
import { MINUTE_MS } from '../../physics/time'

/** How one wait turned out. */
export interface Outcome extends Learns, Seen {
  id: string
  build: string
  buildName: string
  at: string
}
/** A lesson with where it was learned. */
export interface Lesson {
  text: string
  about: LessonEntry['about']
  build: string
  buildName: string
  at: string
}

/** What other builds left behind. */
export interface History {
  outcomes: Outcome[]
  lessons: Lesson[]
  forgotten: Forgotten
}
export const NO_HISTORY: History = { outcomes: [], lessons: [], forgotten: {} }

/** What was forgotten on purpose: outcomes of a product up to a moment, by `product/what`. */
export type Forgotten = Record<string, string>

/** Nobody sees the minute at which a thing turns ready: a look says no more than this share of the wait. */
const LOOK_SHARE = 0.03

/** What of a build is history. */
export type Logged = Pick<Build, 'id' | 'name' | 'log'>

/** Everything that builds' logs teach. */
export function historyOf(builds: readonly Logged[], forgotten: Forgotten = {}): History {
  const seen = new Set<string>()
  // an outcome that came in twice, by a copy of a file, counts once
  const once = (o: Outcome) => !seen.has(o.id) && seen.add(o.id) !== undefined
  return {
    forgotten,
    outcomes: builds
      .flatMap((b) => outcomesOf(b))
      .filter((o) => !(forgotten[keyOf(o)] >= o.at) && once(o)),
    lessons: builds.flatMap((b) =>
      entriesOf(b.log, 'lesson').map((l) => ({
        text: l.text,
        about: l.about,
        build: b.id,
        buildName: b.name,
        at: l.at
      }))
    )
  }
}

export const keyOf = ({ product, what }: Learns): string => `${product}/${what}`

/** How the waits of one build turned out, by its looks. */
function outcomesOf(build: Logged): Outcome[] {
  const progress = progressOf(build.log)
  const looks = entriesOf(build.log, 'look')
  return entriesOf(build.log, 'step').flatMap((entry): Outcome[] => {
    if (!entry.done || !entry.learns || entry.waitMin <= 0) return []
    const endMs = progress.get(entry.step)!.endMs
    const own = looks
      .filter((l) => l.step === entry.step && Date.parse(l.at) >= endMs)
      .map((l) => ({ ready: l.ready, min: Math.max(0.5, (Date.parse(l.at) - endMs) / MINUTE_MS) }))
    if (own.length === 0) return []
    const readyMin = Math.min(Infinity, ...own.filter((l) => l.ready).map((l) => l.min))
    const notYetMin = Math.max(
      0,
      ...own.filter((l) => !l.ready && l.min < readyMin).map((l) => l.min)
    )
    // looked at for the first time and ready already: it says only that it took no longer
    return [
      {
        ...entry.learns,
        foretoldMin: entry.waitMin,
        notYetMin: Math.min(notYetMin, readyMin * (1 - LOOK_SHARE)),
        readyMin,
        id: entry.id,
        build: build.id,
        buildName: build.name,
        at: entry.at
      }
    ]
  })
}

/** What was learned of one product. */
export interface LearnedLine extends Learns, Fitted {}

/** What outcomes say, product by product. */
export function learned(outcomes: readonly Outcome[]): LearnedLine[] {
  const by = new Map<string, Outcome[]>()
  for (const o of outcomes) by.set(keyOf(o), [...(by.get(keyOf(o)) ?? []), o])
  return [...by.values()].map((own) => ({
    product: own[0].product,
    what: own[0].what,
    ...fitOutcomes(own)
  }))
}

let before: Fitted | null = null
/** What is believed of a wait that nobody has looked at yet: worked out when it is first wanted. */
const unseen = (): Fitted => (before ??= { ...fitOutcomes([]), factor: 1 })

/** What is believed of a wait: by its product's outcomes; as before any where nothing was learned. */
export const believed = (lines: readonly LearnedLine[], learns: Learns | null): Fitted =>
  (learns && lines.find((l) => keyOf(l) === keyOf(learns))) ?? unseen()

/** A foretold wait as it may turn out, min: over one time in ten, one in two, nine in ten. */
export const rangeOf = (
  minutes: number,
  belief: Fitted
): { earlyMin: number; likelyMin: number; sureMin: number } => ({
  earlyMin: minutes * belief.early,
  likelyMin: minutes * belief.factor,
  sureMin: minutes * belief.sure
})

/** How many times as long as foretold a wait is taken to be. */
export const factorFor = (lines: readonly LearnedLine[], learns: Learns | null): number =>
  believed(lines, learns).factor

/** How much sooner or later than planned a wait may be over, as parts of it. */
export interface Spread {
  /** One of ten is over by then. */
  early: number
  /** Nine of ten are. */
  sure: number
  /** What all waits by the same thing are off by together, and what each is beside, as standard deviations of the logarithm. */
  shared: number
  daily: number
  /** The thing that they share it by. */
  by: string
}
/** A wait that the builder chooses, and no product makes, is as long as it is said to be. */
export const AS_SAID: Spread = { early: 1, sure: 1, shared: 0, daily: 0, by: '' }
/** Standard deviations from the middle to one end of what holds 90 % and 80 % of a normal distribution. */
const [Z90, Z80] = [1.6449, 1.2816]

/**
 * The spread about a wait that has its learned factor in it already.
 *
 * @param step  what shares it where no product is known
 */
export function spreadOf(
  lines: readonly LearnedLine[],
  learns: Learns | null,
  step: string
): Spread {
  const { factor, low, high, early, sure } = believed(lines, learns)
  const shared = Math.log(high / low) / (2 * Z90)
  const next = Math.log(sure / early) / (2 * Z80)
  return {
    early: early / factor,
    sure: sure / factor,
    shared,
    daily: Math.sqrt(Math.max(0, next ** 2 - shared ** 2)),
    by: learns ? keyOf(learns) : step
  }
}
