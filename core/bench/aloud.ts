import { CAUTIONS } from '../craft/materials/cautions'
import type { Step } from '../plan/6-steps/types'
import type { Units } from '../words/units'
import { spoken } from '../words/spoken'
import type { BenchFigure, Waiting } from './benchSteps'
import { joined, say } from '../words/sentence'

/**
 * A step as it is read out over the bench: where, what, how much, how, what is right, what to heed.
 *
 * @param step     the step
 * @param figures  its grams, drops and heights
 * @param water    name of its water; empty: the whole scene
 * @param units    what the ear is used to
 */
export const stepAloud = (
  step: Step,
  figures: readonly BenchFigure[],
  water: string,
  units: Units = 'metric'
): string =>
  spoken(
    joined(
      [
        `${water ? `${water}: ` : ''}${step.title}.`,
        ...figures.map((f) => say`${f.name}: ${f.value}.`),
        step.how,
        ...(step.right ? [say`Right when: ${step.right}`] : []),
        ...(step.forbids ? [`Keep away: ${step.forbids}.`] : []),
        ...step.cautions.map((c) => CAUTIONS[c])
      ],
      ' '
    ),
    units
  )

/** What is asked when a wait is over, and which keys answer. */
export const lookAloud = (waiting: Waiting, water: string): string =>
  spoken(
    `Look at ${water || 'the scene'}: ${waiting.step.title.toLowerCase()}. Y when it is ready, N when not yet.`
  )
