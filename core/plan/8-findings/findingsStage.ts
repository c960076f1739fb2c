import { bedFindings } from './bedFindings'
import { isFilled } from '../../build/lays'
import { bodyNeeds } from '../../craft/ways/catalog'
import type { Build, Pool } from '../../build/types'
import { poolsOf } from '../../build/types'
import { NO_HISTORY, type History } from '../learned/history'
import type { Shelf } from '../../craft/materials/shelf'
import { dayFindings, roomFindings } from './dayFindings'
import {
  baseFindings,
  bareFindings,
  levelFindings,
  measuringFindings,
  offBase,
  soundingFindings
} from './groundFindings'
import { copiesFindings } from './copiesFindings'
import { lessonFindings } from './lessonFindings'
import { layFindings } from './layFindings'
import { gelFindings } from './gelFindings'
import { mixFindings, tintFindings } from './mixFindings'
import { orderFindings } from './orderFindings'
import { pourFindings } from './pourFindings'
import { runFindings } from './runFindings'
import type { Finding, Make, Stages } from './types'
import { mm, say } from '../../words/sentence'
import { waterFindings } from './waterFindings'
import { whiteFindings } from './whiteFindings'

/**
 * Last stage: looks over the whole plan. Stops first, then warnings, notes and asides, each by what
 * it would cost.
 */
export function findingsStage(
  build: Build,
  stages: Stages,
  shelf: Shelf,
  history: History = NO_HISTORY
): Finding[] {
  const found: Finding[] = [
    ...baseFindings(build, stages.ground),
    ...poolsOf(build).flatMap((pool) => poolFindings(build, pool, stages, shelf)),
    ...waterFindings(build, stages.forms),
    ...runFindings(build, stages.forms),
    ...gelFindings(build, stages, shelf),
    ...whiteFindings(build, stages),
    ...orderFindings(build, stages, shelf),
    ...roomFindings(build, stages),
    ...dayFindings(build, stages),
    ...bareFindings(build, stages.ground, shelf),
    ...layFindings(build, stages),
    ...copiesFindings(build, stages),
    ...lessonFindings(build, history.lessons)
  ]
  if (build.waters.length === 0) {
    found.push({
      id: 'no-water',
      severity: 'stop',
      place: 'water',
      water: null,
      title: 'There is no water on this base yet',
      number: '0 waters',
      reason: 'Amounts and days follow from the water.',
      wayOut: 'Add a pool on Water.'
    })
  }
  return sorted(found, stages)
}

const RANK = { stop: 0, warn: 1, note: 2, aside: 3 }
/** What stops first; among equals that on which most work hangs, then in the order of the work. */
function sorted(found: Finding[], stages: Stages): Finding[] {
  const hands = (water: string | null) =>
    stages.steps.steps
      .filter((s) => water === null || s.water === water)
      .reduce((sum, s) => sum + s.handsMin, 0)
  return found
    .map((f) => ({ ...f, stakeMin: f.severity === 'aside' ? 0 : hands(f.water) }))
    .sort((a, b) => RANK[a.severity] - RANK[b.severity] || b.stakeMin - a.stakeMin)
}

function poolFindings(build: Build, pool: Pool, stages: Stages, shelf: Shelf): Finding[] {
  const ground = stages.ground.pools.find((p) => p.id === pool.id)!
  const stack = stages.stacks.pools.find((p) => p.id === pool.id)!
  const make: Make = (id, finding) => ({ id: `${id}:${pool.id}`, water: pool.id, ...finding })
  const found = ground.faults.map((fault, i) =>
    make(`ground-fault-${i}`, {
      severity: 'stop',
      place: 'ground',
      at: fault.at,
      title: `${pool.name}: ${fault.message}`,
      number: `${ground.faults.length} in all`,
      reason: 'No ground can be laid through these points, so nothing can be measured over it.',
      wayOut: 'Mend it on the plan, or undo.'
    })
  )
  const outside = offBase(build, pool)
  if (outside) {
    found.push(
      make('off-base', {
        severity: 'warn',
        place: 'ground',
        at: outside,
        title: `${pool.name} runs off the base`,
        number: say`${mm(outside[0])}, ${mm(outside[1])}`,
        reason: say`The base is ${mm(build.base.widthMm)} by ${mm(build.base.depthMm)}.`,
        wayOut: 'Move the point back, or make the base larger.'
      })
    )
  }
  found.push(...tintFindings(pool, shelf, make))
  if (ground.surface)
    found.push(
      ...levelFindings(pool, ground, make),
      ...bedFindings(build, pool, ground, shelf, make),
      ...soundingFindings(pool, ground, make),
      ...measuringFindings(pool, ground, make)
    )
  // nothing is foretold of a pour that is not to be made
  if (bodyNeeds(pool.way).fill && !isFilled(build, pool)) return found
  return [
    ...found,
    ...pourFindings(build, pool, stack, stages, shelf, make),
    ...mixFindings(build, pool, stages, shelf, make)
  ]
}
