import type { Build, Fall } from '../../build/types'
import { fallsOf, poolsOf, reachesOf } from '../../build/types'
import { moodDischarge } from '../../physics/water/hydraulics/drop'
import { realM } from '../../physics/shape/units'

/** The one flow that runs down the chain, full size. */
export interface ChainFlow {
  dischargeM3S: number
  /** Where a mood took its measure: the first fall's lip, the first run's width, or nothing. */
  from: 'figure' | 'fall' | 'reach' | 'none'
  by: string | null
}

/** What a mood is taken at where no fall tells it a drop, m. Common practice, no source. */
const MOOD_DROP_M = 2

/** The discharge of the chain: the builder's figure, or a mood over the first lip (or run) of the chain. */
export function chainFlow(build: Build, scale: number): ChainFlow {
  const { mood, dischargeM3S } = build.flow
  if (dischargeM3S !== null) return { dischargeM3S, from: 'figure', by: null }
  for (const fall of fallsOf(build)) {
    const { dropMm, widthMm, lip } = lipOf(build, fall.id)
    if (lip && dropMm > 0 && widthMm > 0)
      return {
        dischargeM3S: moodDischarge(mood, realM(dropMm, scale)) * realM(widthMm, scale),
        from: 'fall',
        by: fall.id
      }
  }
  const [reach] = reachesOf(build)
  if (reach)
    return {
      dischargeM3S: moodDischarge(mood, MOOD_DROP_M) * realM(reach.widthMm, scale),
      from: 'reach',
      by: reach.id
    }
  return { dischargeM3S: moodDischarge(mood, MOOD_DROP_M), from: 'none', by: null }
}

/** How far a fall drops from level to level, mm, whatever was typed for it. */
export function dropByLevels(build: Build, fall: Fall): number {
  const level = (id: string | null | undefined) => poolsOf(build).find((p) => p.id === id)?.levelMm
  return (level(fall.lip?.pool) ?? 0) - (level(fall.into) ?? 0)
}

/** Where a fall leaves its pool, how far it drops from level to level and how wide it is, mm. */
export function lipOf(
  build: Build,
  id: string
): {
  lip: [readonly [number, number], readonly [number, number]] | null
  pool: string | null
  lipMm: number
  dropMm: number
  widthMm: number
} {
  const fall = fallsOf(build).find((f) => f.id === id)!
  const pools = poolsOf(build)
  const above = pools.find((p) => p.id === fall.lip?.pool)
  const start = above?.outline.findIndex((c) => c.id === fall.lip?.corner) ?? -1
  const lipMm = above?.levelMm ?? 0
  const dropMm = fall.dropMm ?? dropByLevels(build, fall)
  if (!above || start < 0)
    return { lip: null, pool: null, lipMm, dropMm, widthMm: fall.widthMm ?? 0 }
  const [a, b] = [above.outline[start], above.outline[(start + 1) % above.outline.length]]
  return {
    lip: [
      [a.x, a.y],
      [b.x, b.y]
    ],
    pool: above.id,
    lipMm,
    dropMm,
    widthMm: fall.widthMm ?? Math.hypot(b.x - a.x, b.y - a.y)
  }
}
