import { costOfWater, weightOf } from '../4-amounts/shopping'
import { setWay, type Edit } from '../../build/edits'
import { layStack, type KeptStack } from '../../build/stack'
import type { Build } from '../../build/types'
import type { Finding } from '../8-findings/types'
import { NO_HISTORY, type History } from '../learned/history'
import type { Shelf } from '../../craft/materials/shelf'
import { wayOf, waysFor } from '../../craft/ways/catalog'
import type { Way } from '../../craft/ways/types'
import { finished, planner } from '../derivePlan'
import type { Tell } from './tell'
import { DAY_MS, MINUTE_MS } from '../../physics/time'
import type { Sentence } from '../../words/sentence'

/** One way of making a water, or white water, or spray, for this very build. */
export interface WayCompared {
  way: string
  name: string
  note: Sentence
  finishMs: number | null
  /** Days from the start of its own work to its end. */
  ownDays: number | null
  /** Of the whole build, and those in which something of its own is done. */
  sittings: number
  ownSittings: number
  handsMin: number
  money: number
  /** What it adds to the model, g. */
  weightG: number
  /** Warmest place, °C; null: nothing gets warm. */
  peakC: number | null
  /** How much of the bed is seen at the deepest, %; null: the depth is painted, or it is no body of water. */
  clarityPct: number | null
  /** Pours, coats of light or of gel; 0: none. */
  layers: number
  risk: Sentence
  reversible: string
  stops: Finding[]
}

/** Pieces of work less than this apart are one sitting, ms. */
const SITTING_MS = 30 * MINUTE_MS

/**
 * Everything else the same, one thing made in each way in turn.
 *
 * @param what    id of a water, or `white` or `spray`
 * @param stacks  of the builder's own, to be laid beside ours: `stack/0` and so on
 * @param tell    told after each, how many are done of how many
 */
export function compareWays(
  build: Build,
  what: string,
  shelf: Shelf,
  history: History = NO_HISTORY,
  stacks: readonly KeptStack[] = [],
  tell: Tell = () => undefined
): WayCompared[] {
  const kind: Way['for'] =
    what === 'white' || what === 'spray' ? what : build.waters.find((w) => w.id === what)!.kind
  // one memory for all: what a way does not touch is not worked out again
  const plans = planner()
  const made: { id: string; name: string; way: Way | null; edit: Edit }[] = [
    ...waysFor(kind).map((way) => ({
      id: way.id,
      name: way.name,
      way,
      edit: setWay(what, way.id)
    })),
    ...stacks.map((kept, i) => ({
      id: `stack/${i}`,
      name: `As ${kept.name}`,
      way: wayOf(kept),
      edit: layStack(kept, what)
    }))
  ]
  return made.map(({ id, name, way, edit }, k) => {
    const plan = finished(plans(edit(build), shelf, history))
    tell(k + 1, made.length)
    const stack = plan.stacks.pools.find((s) => s.id === what)
    const form = plan.stacks.forms.find((s) => s.id === what)
    // what was put in is its own work too
    const lays = new Set(plan.steps.lays.filter((l) => l.stack === what).map((l) => l.id))
    const own = plan.steps.steps.filter(
      (s) => s.id.startsWith(`${what}/`) || (s.lay !== null && lays.has(s.lay))
    )
    const ids = new Set(own.map((s) => s.id))
    const work = plan.days.work.filter((w) => ids.has(w.step)).sort((a, b) => a.startMs - b.startMs)
    return {
      way: id,
      name,
      note: way?.note ?? '',
      finishMs: plan.days.finishMs,
      ownDays:
        work.length > 0 ? (Math.max(...work.map((w) => w.endMs)) - work[0].startMs) / DAY_MS : null,
      sittings: plan.days.sittings,
      ownSittings: work.filter((w, i) => i === 0 || w.startMs - work[i - 1].endMs > SITTING_MS)
        .length,
      handsMin: own.reduce((sum, s) => sum + s.handsMin, 0),
      money: costOfWater(plan.amounts.shopping, what),
      weightG: weightOf(plan.amounts.shopping, what, shelf),
      peakC: stack?.heat?.peakC ?? stack?.light?.peakC ?? null,
      clarityPct:
        way?.compare?.depth === 'real' ? (stack?.colours?.deepest.bedShowsPct ?? null) : null,
      layers: stack?.layers.length ?? form?.laying?.coats ?? 0,
      risk: way?.compare?.risk ?? '',
      reversible: way?.compare?.reversible ?? '',
      stops: plan.findings.filter((f) => f.water === what && f.severity === 'stop')
    }
  })
}
