import type { Read } from '../reads'
import { stateByDefault } from '../../build/lays'
import { bondOf } from '../../craft/bonds'
import { CAUTIONS } from '../../craft/materials/cautions'
import { handsFor, isApart, type StepTemplate } from '../../craft/ways/types'
import type { StacksPlan } from '../3-stacks/stacksStage'
import type { AmountsPlan } from '../4-amounts/amountsStage'
import type { CuresPlan } from '../5-cures/curesStage'
import { AS_SAID, factorFor, spreadOf, type LearnedLine } from '../learned/history'
import { isByTheClock, learnsOf } from '../learned/learns'
import { about } from '../../words/durations'
import { across, type Entry } from './across'
import { laysOf } from './laysOf'
import { oneMix } from './oneMix'
import { ownSteps } from './ownSteps'
import { layNamed, scopesOf, stepId, timesDone, waitOf, type Scope } from './scopes'
import { misfits, stacksOf, tieStacks } from './stacked'
import { detailed } from './telling'
import type { AsideStep, PlannedLay, Step, StepLink, StepsPlan } from './types'
import { waysOwnLinks } from './waysOwn'
import { say } from '../../words/sentence'

/** Sixth stage: the network of work and waits, in the order of the trade. */
export function stepsStage(
  build: Read<'steps'>,
  stacks: StacksPlan,
  amounts: AmountsPlan,
  cures: CuresPlan,
  learned: readonly LearnedLine[] = []
): StepsPlan {
  const scopes = scopesOf(build, amounts, cures, learned)
  const steps: Step[] = []
  const links: StepLink[] = []
  const entries: Entry[] = []
  const aside: AsideStep[] = []
  for (const scope of scopes) {
    for (const template of scope.way.steps) {
      const count = timesDone(template, scope)
      if (count === 0) aside.push(...asideOf(build, scope, template))
      for (let k = 1; k <= count; k++) {
        const step = mixedIn(stepFrom(scope, template, k, count), amounts)
        steps.push(detailed(step, template, k, scope, stacks, amounts))
        const id = stepId(scope, template, k, count)
        if (k > 1)
          links.push({
            from: stepId(scope, template, k - 1, count),
            to: id,
            ...waitOf(scope, template.between ?? template.wait)
          })
        else {
          links.push(...waysOwnLinks(scope, template, id))
          entries.push({ scope, template, id, last: stepId(scope, template, count, count) })
        }
      }
    }
    setIns(scope, steps, links, entries)
  }
  const lays = scopes.flatMap((scope) =>
    laysOf(build, stacks, scope, (template) => timesDone(template, scope, true))
  )
  const byKey = new Map(scopes.map((s) => [s.key, s]))
  const stacked = {
    build,
    made: lays,
    stacks: stacksOf(build, lays),
    steps,
    scopeOf: (lay: PlannedLay) => byKey.get(lay.laid ? lay.id : lay.stack)!
  }
  across(stacked, entries, links)
  tieStacks(stacked, links)
  const untied = oneMix(steps, links, amounts, cures)
  const misplaced = ownSteps(build, steps, links)
  apart(steps)
  const byOrder = <T extends { order: number }>(list: T[]) => list.sort((a, b) => a.order - b.order)
  return {
    steps: byOrder(steps),
    lays: [...stacked.stacks.values()].flat(),
    links,
    aside: byOrder(aside),
    misplaced,
    misfits: misfits(stacked.stacks),
    untied,
    lost: build.laid.filter((l) => !scopes.some((s) => s.key === l.id)).map((l) => l.id)
  }
}

const ORDINALS = [
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth'
] as const

/** Steps of one water that are different work and are called alike are told apart: “…, second time”. */
function apart(steps: readonly Step[]): void {
  const alike = new Map<string, string[]>()
  for (const step of steps) {
    const name = `${step.water}/${step.title}`
    const others = alike.get(name) ?? []
    alike.set(name, others)
    if (!others.includes(step.of)) others.push(step.of)
    const k = others.indexOf(step.of)
    if (k > 0) step.title += `, ${ORDINALS[k - 1] ?? `${k + 1}th`} time`
  }
}

/** A step in which something is mixed takes no less than the stirring, and stands as long as the label lets it. */
function mixedIn(step: Step, { mixes }: AmountsPlan): Step {
  const mix = mixes.find((m) => m.id === step.id || m.id === step.of)
  if (!mix) return step
  const handsMin = Math.ceil(Math.max(step.handsMin, mix.stirMin + POUR_MIN) + mix.standMin)
  if (mix.standMin === 0) return { ...step, handsMin }
  const stood = `Stirred, it stands ${about(mix.standMin)} before it is poured.`
  return { ...step, handsMin, how: say`${step.how} ${stood}` }
}
/** To pour what was stirred, at least, min. Common practice, no source. */
const POUR_MIN = 2

/** What would be done, were it not left out or there already. */
function asideOf(build: Read<'steps'>, scope: Scope, template: StepTemplate): AsideStep[] {
  const state = scope.state(template)
  if (state === 'planned' || timesDone(template, scope, true) === 0) return []
  const { of, water, order, title, handsMin } = stepFrom(scope, template, 1, 1)
  const chosen = build.lays.some((l) => l.id === of)
  const byDefault = stateByDefault(build, template)
  const risk = template.risk ?? ''
  return [{ id: of, water, order, title, state, byDefault, chosen, risk, handsMin }]
}

/** Things that are set into the water: each after its pour has gelled and before the next one holds it. */
function setIns(scope: Scope, steps: Step[], links: StepLink[], entries: Entry[]): void {
  const template = scope.way.setIn
  if (!template || scope.water?.kind !== 'pool') return
  const pour = scope.way.steps.find((t) => t.does === 'fill')!
  const count = timesDone(pour, scope)
  if (count === 0) return
  for (const thing of scope.water.standing) {
    const after = Math.min(thing.afterPour, count)
    const id = `${scope.key}/${template.id}:${thing.id}`
    steps.push({
      ...stepFrom(scope, template, 1, 1),
      id,
      of: id,
      title: `${template.title}: ${thing.name}`
    })
    if (after === 0) {
      // it stands on what the first pour stands on
      links.push(...waysOwnLinks(scope, pour, id))
      entries.push({ scope, template: pour, id, last: id, beside: true })
    } else
      links.push({
        from: stepId(scope, pour, after, count),
        to: id,
        minMin: scope.cures.gel ?? 0,
        becomes: 'workable'
      })
    if (after < count)
      links.push({ from: id, to: stepId(scope, pour, after + 1, count), minMin: 0, becomes: null })
  }
}

/** What a step is called: with the name of its lay, where the builder gave it one, and its turn. */
function titleOf(
  { laid, fixes }: Scope,
  { title }: StepTemplate,
  k: number,
  count: number
): string {
  const of = laid?.name || fixes
  const whole = of ? `${title}: ${of}` : title
  return count > 1 ? `${whole}, ${k} of ${count}` : whole
}

/** What fixes the part of a moving water. */
const bondIn = ({ way, water }: Scope) =>
  water && water.kind !== 'pool' ? bondOf(way, water.make) : null

function stepFrom(scope: Scope, template: StepTemplate, k: number, count: number): Step {
  const { minMin, becomes } = waitOf(scope, template.wait)
  const learns =
    typeof template.wait?.min === 'string' ? learnsOf(scope.water, template.wait.min) : null
  const bond = template.fixes ? bondIn(scope) : null
  const cautions = new Set(
    [...template.cautions, ...(bond?.cautions ?? [])].filter((c) => c in CAUTIONS)
  )
  return {
    id: stepId(scope, template, k, count),
    of: `${scope.key}/${template.id}`,
    lay: layNamed(scope, template.id, count > 1 ? k : undefined),
    apart: isApart(scope.way, template),
    water: scope.water?.id ?? null,
    order: template.order,
    title: titleOf(scope, template, k, count),
    how: bond ? say`${template.how} ${bond.how}` : template.how,
    right: template.right,
    handsMin: Math.max(1, Math.round(handsFor(template.hands, scope.sizes))),
    tools: template.tools ?? [],
    forbids: bond?.forbids || (template.forbids ?? ''),
    risk: template.risk ?? '',
    breakable: template.breakable ?? false,
    waitMin: minMin,
    becomes,
    learns,
    foretoldMin: Math.round(minMin / factorFor(scope.learned, learns)),
    spread: isByTheClock(template.wait?.min)
      ? AS_SAID
      : spreadOf(scope.learned, learns, `${scope.key}/${template.id}`),
    cautions: [...cautions]
  }
}
