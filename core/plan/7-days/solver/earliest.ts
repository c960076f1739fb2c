import { workspaceOf } from './workspace'
import { reset, settle } from './decide'
import { networkOf, type ScheduleInput } from './network'

/**
 * The earliest minute at which each task can begin by its waits and hours alone; null: some task
 * has none.
 */
export function earliestStarts(input: ScheduleInput): Record<string, number> | null {
  const space = workspaceOf(networkOf(input))
  reset(space, space.net.horizon)
  if (!settle(space, false)) return null
  return Object.fromEntries(space.net.ids.map((id, i) => [id, space.es[i]]))
}
