import { amountsStage } from './4-amounts/amountsStage'
import {
  calendarDefaults,
  finishDefaults,
  laysDefaults,
  makingDefaults,
  poolDefaults,
  runningDefaults,
  workDefaults
} from '../build/newBuild'
import { withNamesKept } from './namesKept'
import type { Build, Calendar, Pool } from '../build/types'
import type { OutOfLevelAngles } from '../physics/shape/tilted'
import { curesStage } from './5-cures/curesStage'
import { freeSpans } from './7-days/calendar'
import { daysStage } from './7-days/daysStage'
import { findingsStage } from './8-findings/findingsStage'
import type { Finding, Stages } from './8-findings/types'
import { readRun } from './2-forms/ran/ranPlan'
import { wishOf } from './2-forms/wishedSea'
import { formsStage, type FormsPlan } from './2-forms/formsStage'
import { groundStage, type GroundPlan } from './1-ground/groundStage'
import type { DrawnOutline } from './1-ground/outline'
import type { Log } from '../build/log/entries'
import { historyOf, learned, NO_HISTORY, type History, type LearnedLine } from './learned/history'
import { laidGround, poolGround, type PoolGround } from './1-ground/poolGround'
import { pourHeat, type PourHeatInput } from '../physics/stuff/heat/pourHeat'
import { BUILT_IN_SHELF, withBottles, type Shelf } from '../craft/materials/shelf'
import { laidStacks, type LaidStacks } from './3-stacks/laidStacks'
import { stacksStage, type StacksPlan, type WaysStacks } from './3-stacks/stacksStage'
import { stepsStage } from './6-steps/stepsStage'
import { type StepsPlan } from './6-steps/types'
import { templateList, type TemplateLine } from './templates/templateList'
import { remembered, rememberedBy } from './memo'

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
export type PlanRun = Generator<StageName, Plan, void>

/**
 * Derives plans one after another and does again only what an edit touched; `early` is shown the
 * ground as soon as it is measured, before the heat is run.
 */
export type Planner = (
  build: Build,
  shelf?: Shelf,
  history?: History,
  early?: (ground: Plan['ground']) => void
) => PlanRun

/**
 * A planner with a memory of its last plan: stages whose input did not change are not recomputed,
 * and a pool's
 * triangles are kept as long as its outline and soundings are.
 */
export function planner(): Planner {
  const layOf = rememberedBy(
    ([id]) => id,
    (_id: string, measure: Pool['measure'], outline: DrawnOutline, soundings: Pool['soundings']) =>
      laidGround(measure, outline, soundings)
  )
  const groundOf = rememberedBy(
    ([pool]) => pool.id,
    (pool: Pool, path: string, angles: OutOfLevelAngles) => poolGround(pool, path, angles, layOf)
  )
  const heatOf = rememberedBy(
    ([id]) => id,
    (_id: string, input: PourHeatInput) => pourHeat(input)
  )
  const spansOf = rememberedBy(
    ([, horizonDays, person]: [Calendar, number, (0 | 1)?]) => `${horizonDays}/${person ?? 0}`,
    freeSpans
  )
  const kept = remembered((build: Build) => build)
  const runOf = remembered(readRun)
  const ground = remembered((build: Build) => groundStage(build, groundOf))
  const forms = remembered((build: Build, ground: GroundPlan, shelf: Shelf) =>
    formsStage(build, ground, shelf, runOf)
  )
  const stacks = remembered((build: Build, ground: GroundPlan, forms: FormsPlan, shelf: Shelf) =>
    stacksStage(build, ground, forms, shelf, heatOf)
  )
  const laid = remembered(laidStacks)
  const together = remembered((ways: WaysStacks, put: LaidStacks): StacksPlan => ({
    ...ways,
    ...put
  }))
  const amounts = remembered(amountsStage)
  const cures = remembered(curesStage)
  const steps = remembered(stepsStage)
  const days = remembered((build: Build, steps: StepsPlan) => daysStage(build, steps, spansOf))
  const templates = remembered(templateList)
  const shelfOf = remembered(withBottles)
  const shown = remembered(shownGround)
  const learnedOf = remembered((history: History, log: Log) =>
    learned([
      ...history.outcomes,
      ...historyOf([{ id: '', name: '', log }], history.forgotten).outcomes
    ])
  )
  return function* (
    entered,
    given = BUILT_IN_SHELF,
    history = NO_HISTORY,
    early = () => undefined
  ) {
    const build = withNamesKept(entered)
    const shelf = shelfOf(given, build.bottles)
    // each stage is shown only what it may depend on: a renamed build or another evening leaves the
    // water alone
    const settled = kept({
      ...build,
      name: '',
      notes: '',
      traces: [],
      calendar: NO_CALENDAR,
      ...NO_WORK,
      copies: build.copies
    })
    const g = ground({ ...settled, ...NO_HABITS, ...NO_RUN, ...NO_LAYS, copies: 1 })
    early(shown(g))
    yield 'ground'
    const f = forms(onlyShapes(settled), g, shelf)
    yield 'forms'
    const s = together(stacks({ ...settled, ...NO_LAYS }, g, f, shelf), laid(settled, f, shelf))
    yield 'stacks'
    const a = amounts(settled, g, f, s, shelf)
    yield 'amounts'
    const c = cures(settled, s, a, shelf)
    yield 'cures'
    const lines = learnedOf(history, build.log)
    const st = steps(settled, s, a, c, lines)
    yield 'steps'
    const { calendar, arrange, order, fillers, log } = build
    const d = days(
      {
        ...settled,
        ...finishDefaults(),
        ...ONLY_CALENDAR,
        ...NO_RUN,
        calendar,
        arrange,
        order,
        fillers,
        log
      },
      st
    )
    yield 'days'
    const stages: Stages = {
      ground: g,
      forms: f,
      stacks: s,
      amounts: a,
      cures: c,
      steps: st,
      days: d
    }
    const findings = findingsStage(build, stages, shelf, history)
    yield 'findings'
    return {
      ...stages,
      build: build.id,
      ground: shown(g),
      findings,
      learned: lines,
      templates: templates(settled, f, g, s.forms)
    }
  }
}

/** What is left out leaves the water as it is. */
const NO_LAYS = { ...laysDefaults(), ties: [] } satisfies Partial<Build>
/** What you stir with and how warm it is leaves the ground as it is. */
const NO_HABITS = {
  room: { tempC: 0, rhPct: 0 },
  mixing: { wastePct: 0, cupG: 0, cupMl: 0, readabilityG: 0 }
} satisfies Partial<Build>
/** The shape of moving water asks nothing of what its pools are made of. */
const onlyShapes = (build: Build): Build => ({
  ...build,
  ...NO_HABITS,
  ...NO_LAYS,
  copies: 1,
  ...finishDefaults(),
  waters: build.waters.map((w) =>
    w.kind === 'pool'
      ? { ...w, ...poolDefaults(), standing: w.standing, way: '', resin: '', dam: '', tints: [] }
      : {
          ...w,
          ...(w.kind === 'sea' ? { wish: wishOf(w) } : {}),
          way: '',
          make: makingDefaults()
        }
  )
})
/** Nothing settled and nothing done: only the days look at that. */
const NO_WORK = workDefaults()
/** What ran over the ground leaves it as it is. */
const NO_RUN = { running: runningDefaults() }
/** Days depend on the calendar and the network alone. */
const ONLY_CALENDAR = {
  ...NO_HABITS,
  ...NO_LAYS,
  copies: 1,
  waters: [],
  base: { widthMm: 0, depthMm: 0 },
  section: { from: [0, 0], to: [0, 0] }
} satisfies Partial<Build>
const NO_CALENDAR: Build['calendar'] = {
  zone: 'UTC',
  start: '2000-01-01T00:00',
  exceptions: [],
  ...calendarDefaults(),
  week: { mon: [], tue: [], wed: [], thu: [], fri: [], sat: [], sun: [] }
}

function shownGround({ pools, ...rest }: GroundPlan): Plan['ground'] {
  return {
    ...rest,
    pools: pools.map(({ surface, vessel: _, ...pool }) => ({ ...pool, measured: surface !== null }))
  }
}

/** Runs a plan to its end. */
export function finished(run: PlanRun): Plan {
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
