import { benchOf } from './bench'
import { reset, settle } from './decide'
import { networkOf, type ScheduleInput } from './network'

/** The earliest minute at which each task can begin by its waits and hours alone; null: some task has none. */
export function earliestStarts(input: ScheduleInput): Record<string, number> | null {
  const bench = benchOf(networkOf(input))
  reset(bench, bench.net.horizon)
  if (!settle(bench, false)) return null
  return Object.fromEntries(bench.net.ids.map((id, i) => [id, bench.es[i]]))
}
