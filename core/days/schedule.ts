/** Hands-on work of whole minutes, without a break; or unattended, at any hour. */
export interface Task {
  id: string
  handsMin: number
  unattended?: true
}

/** From the end of one task to the start of another. */
export interface TaskLink {
  from: string
  to: string
  minMin: number
  /** Greatest wait that is kept to. */
  maxMin?: number
}

/** Why a task starts when it does. */
export type Cause =
  | { kind: 'start' }
  /** It waits for a link. */
  | { kind: 'link'; from: string; minMin: number }
  /** It was ready (through `from`, if anything) before the hands were free: no free hours, or busy with another task. */
  | { kind: 'hours'; readyMin: number; from: string | null }
  | { kind: 'hands'; readyMin: number; behind: string }
  /** It was held back so that what follows it meets its window. */
  | { kind: 'window'; readyMin: number; from: string | null; follower: string }

export interface ScheduleInput {
  /** When hands are free, minutes from 0, in order, without overlap. */
  free: readonly (readonly [from: number, to: number])[]
  tasks: readonly Task[]
  links: readonly TaskLink[]
}

export interface Schedule {
  starts: Record<string, number>
  finishMin: number
  /** The longest chain of links, as if hands were always free: no plan ends sooner. */
  lowerBoundMin: number
  optimal: boolean
  /** Runs of hands-on work less than 30 min apart. */
  sittings: number
  causes: Record<string, Cause>
}

/** Breaks shorter than this do not end a sitting, min. */
export const SITTING_GAP_MIN = 30

/** No schedule can be made; `tasks` are those that could not be placed. */
export interface NoSchedule {
  problem: 'loop' | 'noWindow' | 'ranOut' | 'tooTight'
  tasks: string[]
}

/** How often a task may be held back for what follows before the plan gives a window up. */
const MOST_TRIES = 200

/**
 * A schedule for one pair of hands by serial generation: task after task, the one with the longest tail first, each at
 * the earliest minute at which what it waits for is over and a free window takes it whole. Where what follows it within a
 * greatest wait would come too late, the first of the two is held back and the plan is laid out again.
 *
 * @param input  minutes, integers, from 0
 * @returns      starts, finish and why each task starts when it does; or what cannot be placed:
 *               `loop` the tasks wait for each other, `noWindow` longer than any free window, `ranOut` no window left,
 *               `tooTight` a greatest wait that no free window can keep
 * @source Serial schedule generation, longest tail first: Kolisch 1996; written from memory
 * @example schedule({ free: [[0, 60]], tasks: [{ id: 'pour', handsMin: 30 }], links: [] }).finishMin // 30
 */
export function schedule(input: ScheduleInput): Schedule | NoSchedule {
  const { free, links } = input
  const tasks = new Map(input.tasks.map((t) => [t.id, t]))
  const before = new Map<string, TaskLink[]>(input.tasks.map((t) => [t.id, []]))
  const after = new Map<string, TaskLink[]>(input.tasks.map((t) => [t.id, []]))
  for (const link of links) {
    before.get(link.to)?.push(link)
    after.get(link.from)?.push(link)
  }
  const order = inOrder(input.tasks, before, after)
  if (order.length < tasks.size) {
    return { problem: 'loop', tasks: [...tasks.keys()].filter((id) => !order.includes(id)) }
  }
  const longest = free.reduce((most, [from, to]) => Math.max(most, to - from), 0)
  const tooLong = input.tasks.filter((t) => !t.unattended && t.handsMin > longest)
  if (tooLong.length > 0) return { problem: 'noWindow', tasks: tooLong.map((t) => t.id) }

  const tail = new Map<string, number>()
  for (const id of [...order].reverse()) {
    const rest = after.get(id)!.reduce((most, l) => Math.max(most, l.minMin + tail.get(l.to)!), 0)
    tail.set(id, tasks.get(id)!.handsMin + rest)
  }

  const lowerBoundMin = order.reduce((most, id) => (before.get(id)!.length === 0 ? Math.max(most, tail.get(id)!) : most), 0)
  const tight = links.find((l) => l.maxMin !== undefined && !fitsSomewhere(free, tasks.get(l.from)!, tasks.get(l.to)!, l.minMin, l.maxMin))
  if (tight) return { problem: 'tooTight', tasks: [tight.from, tight.to] }
  const held = new Map<string, { at: number; follower: string }>()
  for (let tries = 0; ; tries++) {
    const laid = layOut(tasks, order, before, after, tail, free, held)
    if ('problem' in laid) return laid
    const late = links.find((l) => l.maxMin !== undefined && laid.starts[l.to] - laid.starts[l.from] - tasks.get(l.from)!.handsMin > l.maxMin)
    if (!late) return { ...laid, lowerBoundMin, optimal: laid.finishMin === lowerBoundMin, sittings: countSittings(laid.busy) }
    if (tries >= MOST_TRIES) return { problem: 'tooTight', tasks: [late.from, late.to] }
    held.set(late.from, { at: laid.starts[late.to] - late.maxMin! - tasks.get(late.from)!.handsMin, follower: late.to })
  }
}

/** Whether two tasks and the wait between them fit into one free window, or from the end of one into the next. */
function fitsSomewhere(free: ScheduleInput['free'], from: Task, to: Task, minMin: number, maxMin: number): boolean {
  if (from.unattended || to.unattended) return true
  return free.some(([a, b], i) => {
    if (b - a >= from.handsMin + minMin + to.handsMin) return true
    return b - a >= from.handsMin && free.slice(i + 1, i + 8).some(([c, d]) => d - c >= to.handsMin && c - b <= maxMin)
  })
}

interface LaidOut { starts: Record<string, number>; causes: Record<string, Cause>; finishMin: number; busy: { from: number; to: number; id: string }[] }

/** One pass of serial generation. */
function layOut(
  tasks: ReadonlyMap<string, Task>, order: readonly string[], before: ReadonlyMap<string, TaskLink[]>, after: ReadonlyMap<string, TaskLink[]>,
  tail: ReadonlyMap<string, number>, free: ScheduleInput['free'], held: ReadonlyMap<string, { at: number; follower: string }>
): LaidOut | NoSchedule {
  const starts: Record<string, number> = {}
  const causes: Record<string, Cause> = {}
  const busy: { from: number; to: number; id: string }[] = []
  const waiting = new Map(order.map((id) => [id, before.get(id)!.length]))
  const eligible = order.filter((id) => waiting.get(id) === 0)
  let finishMin = 0
  while (eligible.length > 0) {
    // what must follow within a window goes first, then the longest tail
    let pick = eligible.findIndex((id) => before.get(id)!.some((l) => l.maxMin !== undefined))
    if (pick < 0) {
      pick = 0
      for (let i = 1; i < eligible.length; i++) if (tail.get(eligible[i])! > tail.get(eligible[pick])!) pick = i
    }
    const [id] = eligible.splice(pick, 1)
    const task = tasks.get(id)!
    let ready = 0
    let binding: TaskLink | null = null
    for (const link of before.get(id)!) {
      const at = starts[link.from] + tasks.get(link.from)!.handsMin + link.minMin
      if (at > ready || (binding === null && at === ready)) {
        ready = at
        binding = link
      }
    }
    const hold = held.get(id)
    const linkedAt = ready
    if (hold && hold.at > ready) ready = hold.at
    const linked: Cause = ready > linkedAt ? { kind: 'window', readyMin: linkedAt, from: binding?.from ?? null, follower: hold!.follower } : binding ? { kind: 'link', from: binding.from, minMin: binding.minMin } : { kind: 'start' }
    if (task.unattended) {
      starts[id] = ready
      causes[id] = linked
    } else {
      const slot = firstSlot(free, busy, ready, task.handsMin)
      if (slot === null) return { problem: 'ranOut', tasks: [id] }
      starts[id] = slot
      const behind = busy.find((b) => b.to === slot)
      causes[id] =
        slot === ready ? linked
        : behind ? { kind: 'hands', readyMin: ready, behind: behind.id }
        : { kind: 'hours', readyMin: ready, from: binding?.from ?? null }
      insertSorted(busy, { from: slot, to: slot + task.handsMin, id })
    }
    finishMin = Math.max(finishMin, starts[id] + task.handsMin)
    for (const link of after.get(id)!) {
      const left = waiting.get(link.to)! - 1
      waiting.set(link.to, left)
      if (left === 0) eligible.push(link.to)
    }
  }
  return { starts, causes, finishMin, busy }
}

function inOrder(tasks: readonly Task[], before: Map<string, TaskLink[]>, after: Map<string, TaskLink[]>): string[] {
  const open = new Map(tasks.map((t) => [t.id, before.get(t.id)!.length]))
  const order = tasks.filter((t) => open.get(t.id) === 0).map((t) => t.id)
  for (let i = 0; i < order.length; i++) {
    for (const link of after.get(order[i])!) {
      open.set(link.to, open.get(link.to)! - 1)
      if (open.get(link.to) === 0) order.push(link.to)
    }
  }
  return order
}

/** The earliest start at or after `ready` at which a free window takes the task beside what is in it already. */
function firstSlot(
  free: ScheduleInput['free'],
  busy: readonly { from: number; to: number }[],
  ready: number,
  handsMin: number
): number | null {
  for (const [from, to] of free) {
    if (to <= ready) continue
    let start = Math.max(from, ready)
    for (const taken of busy) {
      if (taken.to <= start) continue
      if (taken.from >= start + handsMin) break
      start = taken.to
    }
    if (start + handsMin <= to) return start
  }
  return null
}

function insertSorted(busy: { from: number; to: number; id: string }[], item: { from: number; to: number; id: string }): void {
  let i = busy.length
  while (i > 0 && busy[i - 1].from > item.from) i--
  busy.splice(i, 0, item)
}

function countSittings(busy: readonly { from: number; to: number }[]): number {
  let sittings = 0
  let end = -Infinity
  for (const { from, to } of busy) {
    if (from - end >= SITTING_GAP_MIN) sittings++
    end = Math.max(end, to)
  }
  return sittings
}
