import { costToBuy } from '../4-amounts/shopping'
import type { Plan } from '../derivePlan'
import { hottest } from './changeOf'

/** One figure of two plans side by side; null: that plan has none. */
export interface Beside {
  id: string
  name: string
  /** The unit of both, as it is kept: ml, g, min, °C, money; a moment in ms; `count`: just so many. */
  unit: 'ml' | 'g' | 'min' | '°C' | 'money' | 'moment' | 'count'
  then: number | null
  now: number | null
}

const sum = <T>(list: readonly T[], of: (one: T) => number): number =>
  list.reduce((total, one) => total + of(one), 0)

/** What a plan comes to, in the few figures by which a builder knows it again. */
const figures = (plan: Plan): Record<string, number | null> => ({
  water: sum(plan.ground.pools, (p) => p.volumeMl),
  resin: sum(plan.amounts.pools, (p) => p.totalG),
  lays: plan.steps.lays.filter((l) => l.state === 'planned').length,
  steps: plan.steps.steps.length,
  hands: plan.days.handsMin,
  sittings: plan.days.sittings,
  finish: plan.days.finishMs,
  sure: plan.days.sureMs,
  cost: costToBuy(plan.amounts.shopping),
  hottest: hottest(plan),
  warned: plan.findings.filter((f) => f.severity === 'stop' || f.severity === 'warn').length
})

const NAMES: readonly (readonly [string, string, Beside['unit']])[] = [
  ['water', 'Water in the pools', 'ml'],
  ['resin', 'Resin for the pools', 'g'],
  ['lays', 'Lays to put down', 'count'],
  ['steps', 'Steps', 'count'],
  ['hands', 'Work of the hands', 'min'],
  ['sittings', 'Sittings', 'count'],
  ['finish', 'Finished', 'moment'],
  ['sure', 'Surely finished', 'moment'],
  ['cost', 'To buy', 'money'],
  ['hottest', 'Warmest pour', '°C'],
  ['warned', 'Warnings', 'count']
]

/**
 * Two plans of one build, or of two, figure by figure.
 *
 * @example twoPlans(derivePlan(build), derivePlan(build)).length // 11
 */
export function twoPlans(then: Plan, now: Plan): Beside[] {
  const [was, is] = [figures(then), figures(now)]
  return NAMES.map(([id, name, unit]) => ({
    id,
    name,
    unit,
    then: was[id] ?? null,
    now: is[id] ?? null
  }))
}
