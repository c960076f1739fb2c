import type { Read } from '../reads'
import { AS_SAID } from '../learned/history'
import type { OwnStep } from '../../build/types'
import { reaches } from './stacked'
import type { Step, StepLink } from './types'

/** Where a step of one's own without a place stands among those of the trade: after all water. */
const LATE = 19

/** The turns of a step or lay, "pool1/pour" is pours 1 to 3: of a lay those on the model, where it has any. */
function turnsOf(steps: readonly Step[], id: string): Step[] {
  const all = steps.filter((s) => s.id === id || s.of === id)
  const onModel = all.filter((s) => !s.apart)
  return onModel.length > 0 ? onModel : all
}

/**
 * Puts the builder's own steps among the others, each after and before what it was put between.
 *
 * @returns  ids of those that cannot be: what they come before is needed by what they come after
 */
export function ownSteps(build: Read<'steps'>, steps: Step[], links: StepLink[]): string[] {
  const misplaced: string[] = []
  for (const own of build.own) {
    const below = own.after.flatMap((id) => turnsOf(steps, id).at(-1) ?? [])
    const above = own.before.flatMap((id) => turnsOf(steps, id)[0] ?? [])
    const orders = (near: readonly Step[]) => near.map((s) => s.order)
    const last = below.length > 0 ? Math.max(...orders(below)) : LATE
    const step = stepOf(own, above.length > 0 ? Math.min(...orders(above)) : last)
    steps.push(step)
    if (above.some((a) => below.some((b) => a.id === b.id || reaches(links, a.id, b.id)))) {
      misplaced.push(own.id)
      continue
    }
    for (const { id, becomes, waitMin } of below)
      links.push({ from: id, to: step.id, minMin: becomes === 'wet' ? 0 : waitMin, becomes })
    for (const { id } of above)
      links.push({ from: step.id, to: id, minMin: own.waitMin, becomes: step.becomes })
  }
  return misplaced
}

function stepOf(own: OwnStep, order: number): Step {
  const id = `own/${own.id}`
  return {
    id,
    of: id,
    lay: null,
    apart: false,
    water: own.water,
    order,
    title: own.name,
    how: '',
    right: '',
    handsMin: own.handsMin,
    breakable: false,
    waitMin: own.waitMin,
    becomes: own.waitMin > 0 ? 'firm' : null,
    cautions: [],
    tools: [],
    forbids: '',
    risk: '',
    learns: null,
    foretoldMin: own.waitMin,
    spread: AS_SAID
  }
}
