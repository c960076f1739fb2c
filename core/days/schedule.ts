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
}

/** Why a task starts when it does. */
export type Cause =
  | { kind: 'start' }
  /** It waits for a link. */
  | { kind: 'link'; from: string; minMin: number }
  /** It was ready (through `from`, if anything) before the hands were free: no free hours, or busy with another task. */
  | { kind: 'hours'; readyMin: number; from: string | null }
  | { kind: 'hands'; readyMin: number; behind: string }

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
  problem: 'loop' | 'noWindow' | 'ranOut'
  tasks: string[]
}

/**
 * A schedule for one pair of hands by serial generation: task after task, the one with the longest tail first, each at
 * the earliest minute at which what it waits for is over and a free window takes it whole.
 *
 * @param input  minutes, integers, from 0
 * @returns      starts, finish and why each task starts when it does; or what cannot be placed:
 *               `loop` the tasks wait for each other, `noWindow` longer than any free window, `ranOut` no window left
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

  const starts: Record<string, number> = {}
  const causes: Record<string, Cause> = {}
  const busy: { from: number; to: number; id: string }[] = []
  const waiting = new Map(order.map((id) => [id, before.get(id)!.length]))
  const eligible = order.filter((id) => waiting.get(id) === 0)
  let finishMin = 0
  while (eligible.length > 0) {
    let pick = 0
    for (let i = 1; i < eligible.length; i++) if (tail.get(eligible[i])! > tail.get(eligible[pick])!) pick = i
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
    const linked: Cause = binding ? { kind: 'link', from: binding.from, minMin: binding.minMin } : { kind: 'start' }
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
  const lowerBoundMin = order.reduce((most, id) => (before.get(id)!.length === 0 ? Math.max(most, tail.get(id)!) : most), 0)
  return { starts, finishMin, lowerBoundMin, optimal: finishMin === lowerBoundMin, sittings: countSittings(busy), causes }
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
