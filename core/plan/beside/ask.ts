import { cupClocks, type CupClocks } from '../../bench/clocks'
import type { Build, Calendar } from '../../build/types'
import { poolsOf } from '../../build/types'
import { mixedDensity } from '../../physics/stuff/mixing/mix'
import { fitChips, type Chip, type ChipFit } from '../../physics/stuff/colour/tint'
import { fillFrom, type Filled } from '../1-ground/fill'
import { groundStage } from '../1-ground/groundStage'
import { fitResin, type FittedResin, type ResinLabel } from '../../physics/stuff/heat/fitResin'
import { busyTimes, type BusyTimes } from '../../exchange/calendar/busyTimes'
import { NO_HISTORY, type History } from '../learned/history'
import { onShelf, withBottles, type Shelf } from '../../craft/materials/shelf'
import { compareWays, type WayCompared } from './compareWays'
import { whatIf, type WhatIf } from './whatIf'
import { repairCost, type RepairCost } from './repairCost'

/** A question beside the plan: too heavy for the screen, asked when the builder wants to know. */
export type Question =
  | { ask: 'compareWays'; build: Build; what: string }
  | {
      ask: 'repairCost'
      build: Build
      trouble: string
      water: string
      measured: Record<string, number>
    }
  | { ask: 'whatIf'; build: Build }
  | { ask: 'busyTimes'; text: string; calendar: Calendar; wholeDays: boolean }
  | { ask: 'reach'; build: Build; pool: string; grams: number; fromMm: number | null }
  | { ask: 'fitResin'; label: ResinLabel }
  | { ask: 'fitChips'; chips: Chip[]; scatterPerMm: number }
  | { ask: 'cupClocks'; build: Build; resin: string; massG: number; roomC: number }

export interface Answers {
  compareWays: WayCompared[]
  repairCost: RepairCost
  whatIf: WhatIf[]
  busyTimes: BusyTimes
  reach: Filled & { volumeMl: number }
  fitResin: FittedResin
  fitChips: ChipFit
  cupClocks: CupClocks
}

/**
 * Answers one question.
 *
 * @throws RangeError in the builder's words when it cannot be answered
 * @example answer({ ask: 'fitResin', label: { potLifeMin: 35, potLifeG: 100, atC: 25, cureH: 72 } }, BUILT_IN_SHELF)
 */
export function answer<Q extends Question>(
  question: Q,
  given: Shelf,
  history?: History
): Answers[Q['ask']]
export function answer(
  question: Question,
  given: Shelf,
  history: History = NO_HISTORY
): Answers[Question['ask']] {
  switch (question.ask) {
    case 'compareWays':
      return compareWays(question.build, question.what, given, history)
    case 'repairCost':
      return repairCost(
        question.build,
        question.trouble,
        question.water,
        question.measured,
        given,
        history
      )
    case 'whatIf':
      return whatIf(question.build, given, history)
    case 'busyTimes':
      return busyTimes(question.text, question.calendar, question.wholeDays)
    case 'reach':
      return reach(
        question.build,
        question.pool,
        question.grams,
        question.fromMm,
        withBottles(given, question.build.bottles)
      )
    case 'fitResin':
      return fitResin(question.label)
    case 'fitChips':
      return fitChips(question.chips, question.scatterPerMm)
    case 'cupClocks': {
      const resin = onShelf(withBottles(given, question.build.bottles), 'resin', question.resin)
      if (!resin) throw new RangeError(`resin: the shelf has no “${question.resin}”`)
      return cupClocks(resin, question.massG, question.roomC)
    }
  }
}

function poolNamed(build: Build, id: string) {
  const pool = poolsOf(build).find((p) => p.id === id)
  if (!pool) throw new RangeError(`pool: there is none called “${id}”`)
  return pool
}

/** What level so much resin reaches, through caves and over lips, from an empty pool or from a level. */
function reach(
  build: Build,
  id: string,
  grams: number,
  fromMm: number | null,
  shelf: Shelf
): Answers['reach'] {
  const pool = poolNamed(build, id)
  const resin = onShelf(shelf, 'resin', pool.resin)
  if (!resin) throw new RangeError(`resin: the shelf has no “${pool.resin}”`)
  const ground = groundStage(build)
  const basins = poolsOf(build).flatMap((p) => {
    const vessel = ground.pools.find((g) => g.id === p.id)?.vessel
    const dammed = p.outline.some((c) => c.edge === 'dam')
    return vessel
      ? [
          {
            id: p.id,
            vessel,
            topMm: p.outline.every((c) => c.edge === 'dam')
              ? p.damTopMm
              : dammed
                ? Math.min(p.damTopMm, p.brimMm)
                : p.brimMm,
            openings: p.openings
          }
        ]
      : []
  })
  if (!basins.some((b) => b.id === id))
    throw new RangeError(`${pool.name}: its ground is not measured yet`)
  const volumeMl = grams / mixedDensity(resin)
  return { ...fillFrom(basins, id, volumeMl, fromMm === null ? {} : { [id]: fromMm }), volumeMl }
}
