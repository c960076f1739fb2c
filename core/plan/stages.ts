import type { Build } from '../build/types'
import type { PoolShape } from '../build/shapes'
import { BUILT_IN_SHELF, withBottles, type Shelf } from '../craft/materials/shelf'
import type { OutOfLevelAngles } from '../physics/shape/tilted'
import { pourHeat, type PourHeatInput } from '../physics/stuff/heat/pourHeat'
import { groundStage, type GroundPlan } from './1-ground/groundStage'
import type { DrawnOutline } from './1-ground/outline'
import { laidGround, poolGround } from './1-ground/poolGround'
import { formsStage, type FormsPlan } from './2-forms/formsStage'
import { readRun } from './2-forms/ran/ranPlan'
import { laidStacks, type LaidStacks } from './3-stacks/laidStacks'
import {
  formStacks,
  stacksStage,
  type FormStack,
  type StacksPlan,
  type WaysStacks
} from './3-stacks/stacksStage'
import { amountsStage, type AmountsPlan } from './4-amounts/amountsStage'
import { curesStage, type CuresPlan } from './5-cures/curesStage'
import { stepsStage } from './6-steps/stepsStage'
import type { StepsPlan } from './6-steps/types'
import { freeSpans } from './7-days/calendar'
import { daysStage } from './7-days/daysStage'
import type { DaysPlan } from './7-days/plan'
import { historyOf, learned, NO_HISTORY, type History, type LearnedLine } from './learned/history'
import { remembered, rememberedBy } from './memo'
import { readFor, type Read } from './reads'
import { templateList, type TemplateLine } from './templates/templateList'

/** What is given beside a build. */
interface Given {
  /** Kinds of materials, the build's own bottles among them. */
  shelf: Shelf
  /** What other builds left behind: outcomes and lessons. */
  history: History
}

/** What each stage makes of a build. */
export interface Made {
  ground: GroundPlan
  forms: FormsPlan
  /** Coats, parts and supports of all that moves. */
  parts: FormStack[]
  /** What the ways of the waters put down. */
  ways: WaysStacks
  /** What the builder laid on it. */
  laid: LaidStacks
  stacks: StacksPlan
  amounts: AmountsPlan
  cures: CuresPlan
  learned: LearnedLine[]
  steps: StepsPlan
  days: DaysPlan
  templates: TemplateLine[]
}
export type StageName = keyof Made
type Asked = Made & Given

/** What stages remember of single pools, pours and calendars, from one plan to the next. */
function memories() {
  const layOf = rememberedBy(
    ([id]) => id,
    (
      _id: string,
      measure: PoolShape['measure'],
      outline: DrawnOutline,
      soundings: PoolShape['soundings']
    ) => laidGround(measure, outline, soundings)
  )
  return {
    groundOf: rememberedBy(
      ([pool]) => pool.id,
      (pool: PoolShape, path: string, angles: OutOfLevelAngles) =>
        poolGround(pool, path, angles, layOf)
    ),
    heatOf: rememberedBy(
      ([id]) => id,
      (_id: string, input: PourHeatInput) => pourHeat(input)
    ),
    spansOf: rememberedBy(
      ([, horizonDays, person]: Parameters<typeof freeSpans>) => `${horizonDays}/${person ?? 0}`,
      freeSpans
    ),
    runOf: remembered(readRun)
  }
}
type Memories = ReturnType<typeof memories>

/** A stage: what it asks of those before it and of what is given, and what it makes of that and of the build. */
interface Stage<N extends StageName, A extends keyof Asked> {
  asks: readonly A[]
  make: (build: Read<N>, asked: Pick<Asked, A>, memory: Memories) => Made[N]
}
const stage =
  <N extends StageName>() =>
  <A extends Exclude<keyof Asked, N>>(
    asks: readonly A[],
    make: Stage<N, A>['make']
  ): Stage<N, A> => ({ asks, make })

/**
 * All stages in their order. What each reads of the build stands in `READS`; from both follow what it
 * remembers, what is made anew after an edit, and what must be made before a stage can be asked.
 */
const table = () => ({
  ground: stage<'ground'>()([], (build, _, { groundOf }) => groundStage(build, groundOf)),
  forms: stage<'forms'>()(['ground', 'shelf'], (build, { ground, shelf }, { runOf }) =>
    formsStage(build, ground, shelf, runOf)
  ),
  parts: stage<'parts'>()(['forms', 'shelf'], (build, { forms, shelf }) =>
    formStacks(build, forms, shelf)
  ),
  ways: stage<'ways'>()(['ground', 'forms', 'parts', 'shelf'], (build, asked, { heatOf }) =>
    stacksStage(build, asked.ground, asked.forms, asked.parts, asked.shelf, heatOf)
  ),
  laid: stage<'laid'>()(['forms', 'shelf'], (build, { forms, shelf }) =>
    laidStacks(build, forms, shelf)
  ),
  stacks: stage<'stacks'>()(['ways', 'laid'], (_, { ways, laid }) => ({ ...ways, ...laid })),
  amounts: stage<'amounts'>()(['ground', 'forms', 'stacks', 'shelf'], (build, asked) =>
    amountsStage(build, asked.ground, asked.forms, asked.stacks, asked.shelf)
  ),
  cures: stage<'cures'>()(['stacks', 'amounts', 'shelf'], (build, { stacks, amounts, shelf }) =>
    curesStage(build, stacks, amounts, shelf)
  ),
  learned: stage<'learned'>()(['history'], ({ log }, { history }) =>
    learned([
      ...history.outcomes,
      ...historyOf([{ id: '', name: '', log }], history.forgotten).outcomes
    ])
  ),
  steps: stage<'steps'>()(['stacks', 'amounts', 'cures', 'learned'], (build, asked) =>
    stepsStage(build, asked.stacks, asked.amounts, asked.cures, asked.learned)
  ),
  days: stage<'days'>()(['steps'], (build, { steps }, { spansOf }) =>
    daysStage(build, steps, spansOf)
  ),
  templates: stage<'templates'>()(['ground', 'forms', 'stacks'], (build, asked) =>
    templateList(build, asked.forms, asked.ground, asked.stacks.forms)
  )
})

/** Makes a stage of one build, and before it those that it asks. */
export type MakeStage = <N extends StageName>(name: N) => Made[N]

/**
 * Stages with a memory of the last build: what an edit does not touch is not made again.
 *
 * @param reading  how a stage comes by what it reads; tests look over its shoulder
 */
export function stages(reading = readFor): (build: Build, given: Given) => MakeStage {
  const [lines, memory] = [table(), memories()]
  type Making = (build: object, asked: Partial<Asked>) => Made[StageName]
  const makers = Object.fromEntries(
    Object.entries(lines).map(([name, { make }]) => [
      name,
      remembered<[object, Partial<Asked>], Made[StageName]>((build, asked) =>
        // each stage is handed what its own line of the table says
        (make as (b: object, a: object, m: Memories) => Made[StageName])(build, asked, memory)
      )
    ])
  ) as Record<StageName, Making>
  return (build, given) => {
    const made: Partial<Asked> = { ...given }
    const ask = (name: keyof Asked): Asked[keyof Asked] => {
      if (name === 'shelf' || name === 'history') return given[name]
      const known = made[name]
      if (known !== undefined) return known
      const asked = Object.fromEntries(lines[name].asks.map((other) => [other, ask(other)]))
      const answer = makers[name](reading(name, build), asked)
      Object.assign(made, { [name]: answer })
      return answer
    }
    return ask as MakeStage
  }
}

/**
 * The stages of a build by themselves: whoever asks one pays for what that asks, and for nothing else.
 *
 * @param build    what the builder entered; check a file with `readBuild` first
 * @param shelf    materials; left out, the built-in kinds. The build's own bottles are put to them
 * @param history  what other builds left behind; left out, nothing
 */
export const stagesOf = (
  build: Build,
  shelf: Shelf = BUILT_IN_SHELF,
  history: History = NO_HISTORY
): MakeStage => stages()(build, { shelf: withBottles(shelf, build.bottles), history })

/** One stage of a build by itself. @example planUntil(build, 'ground').pools.length // 2 */
export const planUntil = <N extends StageName>(
  build: Build,
  name: N,
  shelf: Shelf = BUILT_IN_SHELF,
  history: History = NO_HISTORY
): Made[N] => stagesOf(build, shelf, history)(name)
