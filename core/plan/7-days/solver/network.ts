/** Hands-on work of whole minutes, without a break; or unattended, at any hour. */
export interface Task {
  id: string
  handsMin: number
  unattended?: true
  /** Earliest and latest start. */
  notBeforeMin?: number
  notAfterMin?: number
  /** Stretches in which it may not be under way. */
  barred?: readonly (readonly [from: number, to: number])[]
  /** It is settled that somebody is there for it: free hours do not bind it, other work does. */
  anyHour?: true
  /** Which pair of hands must do it, from 0; left out: any. */
  by?: number
}

/** From the end of one task to the start of another. */
export interface TaskLink {
  from: string
  to: string
  minMin: number
  /** Greatest wait that is kept to. */
  maxMin?: number
}

export type Windows = readonly (readonly [from: number, to: number])[]

export interface ScheduleInput {
  /** When hands are free, minutes from 0, without overlap; work lies whole within one of them. */
  free: Windows
  /** When a second pair of hands is there; left out: there is none. */
  second?: Windows
  tasks: readonly Task[]
  links: readonly TaskLink[]
}

/**
 * A lower bound of one start by another: start of `to` ≥ start of `from` + `weight`. Least and
 * greatest waits both become arcs.
 */
export interface Arc {
  from: number
  to: number
  weight: number
  /** Place of the link it comes from. */
  link: number
}

/** The problem in flat arrays: tasks by number, starts in minutes. */
export interface Network {
  ids: readonly string[]
  size: number
  /** How long each task takes. */
  long: Int32Array
  /** Bit set of the people who may do it; 0: it needs no hands. */
  who: Int32Array
  people: number
  /** 1 where free hours bind the task. */
  bound: Uint8Array
  arcs: readonly Arc[]
  /** Starts allowed, as [from, to, from, to …] with both ends in it, by bit set of people, then task. */
  starts: readonly (readonly Int32Array[])[]
  /** No start lies after this. */
  horizon: number
  /** Free minutes of each person as [from, to …]. */
  free: readonly Int32Array[]
}

/** Stretches that touch or overlap are joined. */
function joined(windows: Windows): [number, number][] {
  const out: [number, number][] = []
  for (const [from, to] of [...windows].sort((a, b) => a[0] - b[0])) {
    if (to < from) continue
    const last = out.at(-1)
    if (last && from <= last[1]) last[1] = Math.max(last[1], to)
    else out.push([from, to])
  }
  return out
}

/**
 * Starts within windows at which a task of a length neither runs out of the window nor into what is
 * barred.
 */
function startsOf(task: Task, windows: Windows, horizon: number): Int32Array {
  const least = Math.max(0, task.notBeforeMin ?? 0)
  const most = Math.min(horizon, task.notAfterMin ?? horizon)
  let spans: [number, number][] =
    task.anyHour || task.unattended
      ? [[least, most]]
      : windows.map(([from, to]) => [Math.max(from, least), Math.min(to - task.handsMin, most)])
  for (const [from, to] of task.barred ?? []) {
    // it would be under way within the barred stretch if it started here
    const [after, before] = [from - task.handsMin + 1, to - 1]
    spans = spans.flatMap(([a, b]): [number, number][] =>
      b < after || a > before
        ? [[a, b]]
        : [
            [a, Math.min(b, after - 1)],
            [Math.max(a, before + 1), b]
          ]
    )
  }
  return Int32Array.from(spans.filter(([a, b]) => a <= b).flat())
}

const union = (a: Int32Array, b: Int32Array): Int32Array => {
  const pairs: [number, number][] = []
  for (const from of [a, b])
    for (let i = 0; i < from.length; i += 2) pairs.push([from[i], from[i + 1] + 1])
  return Int32Array.from(joined(pairs).flatMap(([from, to]) => [from, to - 1]))
}

/**
 * A schedule's input in flat arrays.
 *
 * @param input  minutes, integers, from 0; links name tasks that are there
 */
export function networkOf(input: ScheduleInput): Network {
  const people = input.second ? 2 : 1
  const windows = [input.free, input.second ?? []].map((w) => [...w].sort((a, b) => a[0] - b[0]))
  const lastFree = Math.max(0, ...windows.flatMap((w) => w.map(([, to]) => to)))
  const horizon = input.links.reduce(
    (sum, l) => sum + Math.max(0, l.minMin),
    lastFree +
      input.tasks.reduce(
        (sum, t) => sum + t.handsMin,
        Math.max(0, ...input.tasks.map((t) => t.notBeforeMin ?? 0))
      )
  )
  const index = new Map(input.tasks.map((t, i) => [t.id, i]))
  const long = Int32Array.from(input.tasks, (t) => t.handsMin)
  const who = Int32Array.from(input.tasks, (t) =>
    t.unattended ? 0 : t.by !== undefined && t.by < people ? 1 << t.by : (1 << people) - 1
  )
  // tasks of one length with nothing of their own share their starts
  const shared = new Map<string, Int32Array>()
  const startsBy = (person: number) =>
    input.tasks.map((task) => {
      const own =
        task.notBeforeMin !== undefined ||
        task.notAfterMin !== undefined ||
        task.barred !== undefined ||
        task.anyHour ||
        task.unattended
      const key = `${person}/${task.handsMin}`
      const there = own ? undefined : shared.get(key)
      const starts = there ?? startsOf(task, windows[person], horizon)
      if (!own) shared.set(key, starts)
      return starts
    })
  const first = startsBy(0)
  const second = people > 1 ? startsBy(1) : first
  const unions = new Map<Int32Array, Int32Array>()
  const both =
    people > 1
      ? first.map((a, i) => {
          if (input.tasks[i].unattended || input.tasks[i].anyHour) return a
          const there = unions.get(a)
          if (there) return there
          const made = union(a, second[i])
          unions.set(a, made)
          return made
        })
      : first
  const arcs: Arc[] = []
  for (const [i, link] of input.links.entries()) {
    const [from, to] = [index.get(link.from), index.get(link.to)]
    if (from === undefined || to === undefined) continue
    arcs.push({ from, to, weight: long[from] + link.minMin, link: i })
    if (link.maxMin !== undefined)
      arcs.push({ from: to, to: from, weight: -(long[from] + link.maxMin), link: i })
  }
  return {
    ids: input.tasks.map((t) => t.id),
    size: input.tasks.length,
    long,
    who,
    people,
    bound: Uint8Array.from(input.tasks, (t) => (t.unattended || t.anyHour ? 0 : 1)),
    arcs,
    starts: [first, first, second, both],
    horizon,
    free: windows.map((w) => Int32Array.from(w.flat()))
  }
}

/** The first allowed start at or after a minute; -1: none. */
export function startAtOrAfter(starts: Int32Array, minute: number): number {
  let [low, high] = [0, starts.length >> 1]
  while (low < high) {
    const middle = (low + high) >> 1
    if (starts[2 * middle + 1] < minute) low = middle + 1
    else high = middle
  }
  return 2 * low >= starts.length ? -1 : Math.max(minute, starts[2 * low])
}

/** The last allowed start at or before a minute; -1: none. */
export function startAtOrBefore(starts: Int32Array, minute: number): number {
  let [low, high] = [0, starts.length >> 1]
  while (low < high) {
    const middle = (low + high) >> 1
    if (starts[2 * middle] <= minute) low = middle + 1
    else high = middle
  }
  return low === 0 ? -1 : Math.min(minute, starts[2 * low - 1])
}

/** Free stretches of one person, and how much of each can really be filled. */
export interface Hours {
  /** [from, to, from, to …] */
  spans: Int32Array
  /** Most minutes that tasks can fill of a stretch so long, by its length. */
  fills: Int32Array
  /** What can be filled of all stretches before each one. */
  before: Float64Array
}

/** No stretch longer than this is looked at for what fills it: it can be filled whole. */
const LONGEST_FILL = 3000

/**
 * How much of a person's free stretches can be filled by tasks that are not broken off: the
 * greatest sum of some of their
 * lengths that fits (subset sums).
 */
export function hoursOf(spans: Int32Array, lengths: readonly number[]): Hours {
  let longest = 0
  for (let i = 0; i < spans.length; i += 2) longest = Math.max(longest, spans[i + 1] - spans[i])
  const most = Math.min(longest, LONGEST_FILL)
  const sums = new Uint8Array(most + 1)
  sums[0] = 1
  let reach = 0
  for (const long of lengths) {
    reach = Math.min(most, reach + long)
    for (let s = reach; s >= long; s--) if (sums[s - long]) sums[s] = 1
  }
  const fills = new Int32Array(most + 1)
  for (let s = 1; s <= most; s++) fills[s] = sums[s] ? s : fills[s - 1]
  const before = new Float64Array((spans.length >> 1) + 1)
  for (let k = 0; 2 * k < spans.length; k++)
    before[k + 1] = before[k] + filled(fills, spans[2 * k + 1] - spans[2 * k])
  return { spans, fills, before }
}

const filled = (fills: Int32Array, length: number): number =>
  length <= 0 ? 0 : length < fills.length ? fills[length] : length

/** Number of the first stretch that ends after a minute. */
export function stretchAt({ spans }: Pick<Hours, 'spans'>, minute: number): number {
  let [low, high] = [0, spans.length >> 1]
  while (low < high) {
    const middle = (low + high) >> 1
    if (spans[2 * middle + 1] <= minute) low = middle + 1
    else high = middle
  }
  return low
}

/**
 * Most minutes of work between two minutes, the first of them in or before stretch `a`, the second
 * in or before stretch `b`.
 */
export function capacity(
  { spans, fills, before }: Hours,
  from: number,
  a: number,
  to: number,
  b: number
): number {
  if (2 * a >= spans.length) return 0
  if (a === b) return filled(fills, to - Math.max(from, spans[2 * a]))
  const first = filled(fills, spans[2 * a + 1] - Math.max(from, spans[2 * a]))
  const last = 2 * b < spans.length ? filled(fills, to - spans[2 * b]) : 0
  return first + before[b] - before[a + 1] + last
}
