import { costOfWater } from '../amounts/shopping'
import { changePool } from '../build/edits'
import type { Build, Pool } from '../build/types'
import type { Shelf } from '../materials/shelf'
import type { Finding } from '../findings/types'
import { waysFor } from '../ways/catalog'
import { derivePlan } from './derivePlan'

/** One way of making a body of water, for one very pool. */
export interface WayCompared {
  way: string
  name: string
  note: string
  finishMs: number | null
  /** Days from the start of this pool's own work to its end. */
  poolDays: number | null
  handsMin: number
  money: number
  /** Warmest place, °C; null: nothing gets warm. */
  peakC: number | null
  /** How much of the bed is seen at the deepest, %; null: the depth is painted. */
  clarityPct: number | null
  layers: number
  risk: string
  reversible: string
  stops: Finding[]
}

/** Everything else the same, the pool made in each way in turn: days, hands, money, heat, clarity, risk. */
export function compareWays(build: Build, pool: Pool, shelf: Shelf): WayCompared[] {
  return waysFor('pool').map((way) => {
    const plan = derivePlan(changePool(pool.id, { way: way.id })(build), shelf)
    const stack = plan.stacks.pools.find((s) => s.id === pool.id)
    const own = plan.steps.steps.filter((s) => s.water === pool.id)
    const ids = new Set(own.map((s) => s.id))
    const work = plan.days.work.filter((w) => ids.has(w.step))
    const poured = way.body?.depth === 'real'
    return {
      way: way.id, name: way.name, note: way.note, finishMs: plan.days.finishMs,
      poolDays: work.length > 0 ? (Math.max(...work.map((w) => w.endMs)) - Math.min(...work.map((w) => w.startMs))) / 86_400_000 : null,
      handsMin: own.reduce((sum, s) => sum + s.handsMin, 0),
      money: costOfWater(plan.amounts.shopping, pool.id),
      peakC: stack?.heat?.peakC ?? stack?.light?.peakC ?? null,
      clarityPct: poured ? (stack?.colours?.deepest.bedShowsPct ?? null) : null,
      layers: stack?.layers.length ?? 0,
      risk: way.body?.risk ?? '', reversible: way.body?.reversible ?? '',
      stops: plan.findings.filter((f) => f.water === pool.id && f.severity === 'stop')
    }
  })
}
