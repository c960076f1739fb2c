import { startAtOrAfter, type Network, type ScheduleInput } from './solver/network'

/** Why a task starts when it does. */
export type Cause =
  | { kind: 'start' }
  /** The builder has settled its time. */
  | { kind: 'settled'; readyMin: number; from: string | null }
  /** It waits for a link. */
  | { kind: 'link'; from: string; minMin: number }
  /**
   * It was ready (through `from`, if anything) before the hands were free: no free hours, or busy
   * with another task.
   */
  | { kind: 'hours'; readyMin: number; from: string | null }
  | { kind: 'hands'; readyMin: number; behind: string }
  /**
   * It was held back so that what follows it meets its window, or (`follower` null) to be done in
   * one sitting with other work.
   */
  | { kind: 'window'; readyMin: number; from: string | null; follower: string | null }

/** The cause of every start of a schedule. */
export function causesOf(
  input: ScheduleInput,
  net: Network,
  starts: Int32Array,
  by: Int32Array
): Record<string, Cause> {
  const causes: Record<string, Cause> = {}
  for (const [i, task] of input.tasks.entries()) {
    let ready = 0
    let binding: (typeof net.arcs)[number] | null = null
    for (const arc of net.arcs) {
      if (arc.to !== i || (arc.weight <= 0 && input.links[arc.link].from === task.id)) continue
      const at = starts[arc.from] + arc.weight
      if (at > ready || (binding === null && at === ready)) {
        ready = at
        binding = arc
      }
    }
    const from = binding ? net.ids[binding.from] : null
    const start = starts[i]
    if (start === ready)
      causes[task.id] = binding
        ? { kind: 'link', from: from!, minMin: input.links[binding.link].minMin }
        : { kind: 'start' }
    else if (task.notBeforeMin !== undefined && start === task.notBeforeMin)
      causes[task.id] = { kind: 'settled', readyMin: ready, from }
    else {
      const behind =
        net.who[i] === 0
          ? -1
          : input.tasks.findIndex(
              (t, k) =>
                k !== i &&
                net.who[k] !== 0 &&
                by[k] === by[i] &&
                t.handsMin > 0 &&
                starts[k] + t.handsMin === start
            )
      const mask = net.who[i] === 0 ? 0 : 1 << by[i]
      const opens = start === 0 || startAtOrAfter(net.starts[mask][i], start - 1) !== start - 1
      const tight = net.arcs.find(
        (a) => a.to === i && a.weight < 0 && starts[a.from] + a.weight === start
      )
      const readyMin = ready
      if (tight) causes[task.id] = { kind: 'window', readyMin, from, follower: net.ids[tight.from] }
      else if (behind >= 0)
        causes[task.id] = { kind: 'hands', readyMin, behind: input.tasks[behind].id }
      else if (opens) causes[task.id] = { kind: 'hours', readyMin, from }
      else causes[task.id] = { kind: 'window', readyMin, from, follower: null }
    }
  }
  return causes
}
