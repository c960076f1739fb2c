import { halvedTo } from '../../physics/solve/halving'
import { heldMl, levelHolding, type Vessel } from './held'
import { heightRange } from '../../physics/shape/cut'

/** A pool in a chain of pools: what it holds, the height it spills at, and where it opens into others. */
export interface Basin {
  id: string
  vessel: Vessel
  topMm: number
  openings: readonly { into: string; sillMm: number }[]
}

export interface Filled {
  levels: Record<string, number>
  /** Over a dam's top and gone, ml. */
  spilledMl: number
  /** Pools in the order in which they took resin. */
  order: string[]
}

interface Group {
  ids: string[]
  levelMm: number
}

/**
 * Pours an amount into one pool and follows it: up to the lowest sill, through it into the next
 * pool, and from where both
 * stand at the sill the two rise together.
 *
 * @param basins   the pools; an opening is open both ways
 * @param into     the pool that is poured into
 * @param volumeMl ml, 0 or more
 * @param from     levels before, mm; a pool left out is empty
 * @returns        levels after, mm; what went over the lowest dam, ml
 */
export function fillFrom(
  basins: readonly Basin[],
  into: string,
  volumeMl: number,
  from: Readonly<Record<string, number>> = {}
): Filled {
  const byId = new Map(basins.map((b) => [b.id, b]))
  const floor = (b: Basin) => heightRange(b.vessel.surface)[0]
  const groups: Group[] = basins.map((b) => ({ ids: [b.id], levelMm: from[b.id] ?? floor(b) }))
  const groupOf = (id: string) => groups.find((g) => g.ids.includes(id))!
  const doors = basins.flatMap((b) =>
    b.openings
      .filter((o) => byId.has(o.into) && o.into !== b.id)
      .map((o) => ({ a: b.id, b: o.into, sillMm: o.sillMm }))
  )
  const held = (g: Group, level: number) =>
    g.ids.reduce((sum, id) => sum + heldMl(byId.get(id)!.vessel, level), 0)
  const order: string[] = []
  let here = groupOf(into)
  let left = volumeMl
  let spilledMl = 0
  for (let round = 0; round < 20 * basins.length + 20 && left > 1e-9; round++) {
    for (const id of here.ids) if (!order.includes(id)) order.push(id)
    const top = Math.min(...here.ids.map((id) => byId.get(id)!.topMm))
    const out = doors
      .filter((d) => here.ids.includes(d.a) !== here.ids.includes(d.b))
      .sort((p, q) => p.sillMm - q.sillMm)[0]
    const stop = Math.max(here.levelMm, Math.min(out?.sillMm ?? Infinity, top))
    const room = held(here, stop) - held(here, here.levelMm)
    if (left <= room) {
      here.levelMm = risen(here, byId, held(here, here.levelMm) + left, stop)
      left = 0
      break
    }
    left -= Math.max(0, room)
    here.levelMm = stop
    if (!out || top < out.sillMm) {
      spilledMl = left
      break
    }
    const other = groupOf(here.ids.includes(out.a) ? out.b : out.a)
    if (other.levelMm >= stop - 1e-6) {
      here.ids.push(...other.ids)
      groups.splice(groups.indexOf(other), 1)
    } else here = other
  }
  return {
    levels: Object.fromEntries(groups.flatMap((g) => g.ids.map((id) => [id, g.levelMm]))),
    spilledMl,
    order
  }
}

function risen(
  group: Group,
  byId: ReadonlyMap<string, Basin>,
  volumeMl: number,
  stopMm: number
): number {
  if (group.ids.length === 1)
    return Math.max(group.levelMm, levelHolding(byId.get(group.ids[0])!.vessel, volumeMl, stopMm))
  const allHold = (mm: number) =>
    group.ids.reduce((sum, id) => sum + heldMl(byId.get(id)!.vessel, mm), 0)
  return halvedTo(group.levelMm, stopMm, (mm) => allHold(mm) < volumeMl, { within: 1e-6 })
}
