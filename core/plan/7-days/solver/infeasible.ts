import { workspaceOf, inRing } from './workspace'
import { decide } from './decide'
import { networkOf, startAtOrAfter, type ScheduleInput, type TaskLink } from './network'

/**
 * No schedule can be made; `tasks` are those that could not be placed, `links` the places of those
 * that cannot all hold.
 */
export interface NoSchedule {
  problem: 'loop' | 'noWindow' | 'ranOut' | 'tooTight' | 'notFound'
  tasks: string[]
  links: number[]
}

/** Nodes spent on whether a problem with one wait left out is still impossible. */
const NODES_EACH = 400

/**
 * Why there is no schedule: tasks in a ring, a task longer than any free stretch, free hours that
 * run out, or a smallest
 * set of waits that cannot all hold (found by leaving out ever smaller parts of them).
 *
 * @param brief  whether it is a ring of tasks or anything else suffices
 */
export function whyNone(input: ScheduleInput, brief = false): NoSchedule {
  const without = (keep: (link: TaskLink, i: number) => TaskLink | null): ScheduleInput => ({
    ...input,
    links: input.links.flatMap((l, i) => keep(l, i) ?? [])
  })
  const least = ({ maxMin: _, ...link }: TaskLink): TaskLink => link
  const loop = ringOf(
    input.tasks.map((t) => t.id),
    input.links
  )
  if (loop.length > 0) return { problem: 'loop', tasks: loop, links: [] }
  if (brief) return { problem: 'tooTight', tasks: [], links: [] }
  const net = networkOf(input)
  const homeless = input.tasks.filter((_, i) => net.starts[net.who[i]][i].length === 0)
  if (homeless.length > 0)
    return { problem: 'noWindow', tasks: homeless.map((t) => t.id), links: [] }
  const impossible = (tried: ScheduleInput): boolean => {
    const space = workspaceOf(networkOf(tried))
    return (
      inRing(space) ||
      decide(space, {
        finishMin: space.net.horizon,
        nodes: NODES_EACH,
        tightest: true,
        pull: new Float64Array(space.net.size)
      }).verdict === 'no'
    )
  }
  const wide = without((l) => least(l))
  const space = workspaceOf(networkOf(wide))
  const relaxed = inRing(space)
    ? 'no'
    : decide(space, {
        finishMin: space.net.horizon,
        nodes: NODES_EACH * 5,
        tightest: false,
        pull: new Float64Array(space.net.size)
      }).verdict
  if (relaxed === 'no') return { problem: 'ranOut', tasks: unplaced(wide), links: [] }
  if (!impossible(input)) return { problem: 'notFound', tasks: [], links: [] }
  // leave out every link without which it stays impossible: those without a greatest wait first
  const kept = new Set(input.links.keys())
  const order = [...kept].sort(
    (x, y) =>
      Number(input.links[x].maxMin !== undefined) - Number(input.links[y].maxMin !== undefined)
  )
  for (
    let size = Math.ceil(order.length / 2);
    size >= 1;
    size = size === 1 ? 0 : Math.ceil(size / 2)
  ) {
    for (let at = 0; at < order.length; at += size) {
      const part = new Set(order.slice(at, at + size).filter((i) => kept.has(i)))
      if (
        part.size > 0 &&
        part.size < kept.size &&
        impossible(without((l, k) => (kept.has(k) && !part.has(k) ? l : null)))
      )
        for (const i of part) kept.delete(i)
    }
  }
  const links = [...kept].sort(
    (x, y) =>
      Number(input.links[y].maxMin !== undefined) - Number(input.links[x].maxMin !== undefined)
  )
  const first = input.links[links[0]]
  return { problem: 'tooTight', tasks: [first.from, first.to], links }
}

/** Tasks that wait for each other in a ring, by least waits alone. */
function ringOf(ids: readonly string[], links: readonly TaskLink[]): string[] {
  const open = new Map(ids.map((id) => [id, 0]))
  for (const l of links) open.set(l.to, (open.get(l.to) ?? 0) + 1)
  const order = ids.filter((id) => open.get(id) === 0)
  for (const id of order) {
    for (const l of links) {
      if (l.from !== id) continue
      open.set(l.to, open.get(l.to)! - 1)
      if (open.get(l.to) === 0) order.push(l.to)
    }
  }
  return ids.filter((id) => !order.includes(id))
}

/** Tasks for which no free hour is left when all others start as early as they can. */
function unplaced(input: ScheduleInput): string[] {
  const net = networkOf(input)
  const at = new Int32Array(net.size)
  const lost = new Set<number>()
  for (let round = 0; round <= net.size; round++) {
    let moved = false
    for (let i = 0; i < net.size; i++) {
      const start = startAtOrAfter(net.starts[net.who[i]][i], at[i])
      if (start < 0) lost.add(i)
      else if (start > at[i]) {
        at[i] = start
        moved = true
      }
    }
    for (const { from, to, weight } of net.arcs)
      if (!lost.has(from) && !lost.has(to) && at[from] + weight > at[to]) {
        at[to] = at[from] + weight
        moved = true
      }
    if (!moved) break
  }
  return lost.size > 0
    ? [...lost].map((i) => net.ids[i])
    : input.tasks.filter((t) => !t.unattended).map((t) => t.id)
}
