import type { Build } from '../build/types'
import { BUILT_IN_SHELF, withBottles, type Shelf } from '../craft/materials/shelf'
import type { GroundPlan } from './1-ground/groundStage'
import type { PoolGround } from './1-ground/poolGround'
import { findingsStage } from './8-findings/findingsStage'
import type { Finding, Stages } from './8-findings/types'
import { NO_HISTORY, type History, type LearnedLine } from './learned/history'
import { remembered } from './memo'
import { stages } from './stages'
import type { TemplateLine } from './templates/templateList'

/** A pool's ground as the plan shows it: everything but the triangles. */
export type PoolGroundPlan = Omit<PoolGround, 'surface' | 'vessel'> & { measured: boolean }

/** Everything that follows from a build. */
export interface Plan extends Omit<Stages, 'ground'> {
  build: string
  ground: Omit<GroundPlan, 'pools'> & { pools: PoolGroundPlan[] }
  findings: Finding[]
  /** What outcomes so far say of products this build uses. */
  learned: LearnedLine[]
  /** Every 1:1 template that can be printed, and the solid masters. */
  templates: TemplateLine[]
}

/** What a plan is made of, in the order in which it is told how far it is. */
export const STAGES = [
  'ground',
  'forms',
  'stacks',
  'amounts',
  'cures',
  'steps',
  'days',
  'findings'
] as const
export type StageName = (typeof STAGES)[number]

/**
 * Derives a plan stage by stage, naming each as it is done, so that whoever drives it may stop in
 * between.
 */
export type Derivation = Generator<StageName, Plan, void>

/**
 * Derives plans one after another and does again only what an edit touched; `early` is shown the
 * ground as soon as it is measured, before the heat is run.
 */
export type Planner = (
  build: Build,
  shelf?: Shelf,
  history?: History,
  early?: (ground: Plan['ground']) => void
) => Derivation

/** A planner with a memory of its last plan: what an edit does not touch is not made again. */
export function planner(): Planner {
  const made = stages()
  const shown = remembered(shownGround)
  const shelfOf = remembered(withBottles)
  return function* (build, given = BUILT_IN_SHELF, history = NO_HISTORY, early = () => undefined) {
    const shelf = shelfOf(given, build.bottles)
    const make = made(build, { shelf, history })
    early(shown(make('ground')))
    for (const name of STAGES)
      if (name !== 'findings') {
        make(name)
        yield name
      }
    const whole: Stages = {
      ground: make('ground'),
      forms: make('forms'),
      stacks: make('stacks'),
      amounts: make('amounts'),
      cures: make('cures'),
      steps: make('steps'),
      days: make('days')
    }
    const findings = findingsStage(build, whole, shelf, history)
    yield 'findings'
    return {
      ...whole,
      build: build.id,
      ground: shown(whole.ground),
      findings,
      learned: make('learned'),
      templates: make('templates')
    }
  }
}

function shownGround({ pools, ...rest }: GroundPlan): Plan['ground'] {
  return {
    ...rest,
    pools: pools.map(({ surface, vessel: _, ...pool }) => ({ ...pool, measured: surface !== null }))
  }
}

/** Runs a plan to its end. */
export function finished(run: Derivation): Plan {
  for (;;) {
    const { done, value } = run.next()
    if (done) return value
  }
}

/**
 * The whole plan of a build: ground → forms → stacks → amounts → cures → steps → days → findings.
 *
 * @param build  what the builder entered; check a file with `readBuild` first
 * @param shelf  materials; left out, the built-in kinds
 * @param history  what other builds left behind: outcomes and lessons; left out, nothing
 * @returns      the plan; whatever cannot be worked out is left empty and said in `findings`
 * @example derivePlan(build).days.finish // "2026-12-29T20:33+00:00"
 */
export const derivePlan = (
  build: Build,
  shelf: Shelf = BUILT_IN_SHELF,
  history: History = NO_HISTORY
): Plan => finished(planner()(build, shelf, history))
