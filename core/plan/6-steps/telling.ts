import { cupsOfPour } from '../4-amounts/cupsOfPour'
import type { StepTemplate } from '../../craft/ways/types'
import { grams, joined, mm, quantity, say, type Sentence } from '../../words/sentence'
import type { FormStack, StacksPlan } from '../3-stacks/stacksStage'
import type { AmountsPlan } from '../4-amounts/amountsStage'
import type { Scope } from './scopes'
import type { Step } from './types'

/** Steps of a moving water say its own coat, window, part and props. */
function formDetailed(step: Step, template: StepTemplate, k: number, stack: FormStack): Step {
  const { laying, part } = stack
  const notes: Sentence[] = []
  if (template.times === 'gelCoats' && laying) {
    notes.push(
      say`Coat ${k} of ${laying.coats}: ${mm(laying.wetMm)} wet, ${mm(laying.dryMm)} when dry.`
    )
    if (laying.tiltDeg > 0)
      notes.push(
        `It runs on this slope: tilt the whole model back by ${laying.tiltDeg}° until it is firm.`
      )
  }
  const props = part?.overhang?.props
  if ((template.id === 'foot' || template.id === 'hang') && props && props.count > 0)
    notes.push(
      say`${props.count === 1 ? 'Prop' : 'Props'} ${joined(
        part.overhang!.stand.map(
          (p) =>
            say`${mm(p.heightMm)} high, ${mm(Math.abs(p.xMm))} ${p.xMm < 0 ? 'behind its foot' : 'out'}`
        ),
        '; '
      )}.`
    )
  if (template.id === 'roll' && part?.former)
    notes.push(
      say`Former ${mm(2 * part.former.radiusMm)} across; film ${quantity([part.lengthMm, part.widthMm], 'mm', 1, ' × ')}, and a spare.`
    )
  if ((template.id === 'master' || template.id === 'saw') && part?.mould)
    notes.push(
      say`Made ${mm(part.mould.longMm)} long, sawn to ${mm(part.lengthMm)}: ${mm(part.trimMm)} off each end.`
    )
  return notes.length > 0 ? { ...step, how: joined([...notes, step.how], ' ') } : step
}

/**
 * Steps that follow from this very pool say its figures: how high to fill, how much to pour, how
 * long to light.
 */
export function detailed(
  step: Step,
  template: StepTemplate,
  k: number,
  scope: Scope,
  stacks: StacksPlan,
  amounts: AmountsPlan
): Step {
  const stack = stacks.pools.find((s) => s.id === scope.water?.id)
  const form = stacks.forms.find((s) => s.id === scope.key)
  if (form) return formDetailed(step, template, k, form)
  if (!stack || scope.key !== stack.id) return step
  const test = stack.dam?.leakTest
  if (template.id === 'leak' && test)
    return {
      ...step,
      how: say`Stand the job in a tray. Fill to ${mm(test.levelsMm[k - 1])}, mark it, wait ${test.waitMin} min and look again. It stops dropping where the hole is.`
    }
  const layer = stack.layers[k - 1]
  if (template.id === 'pour' && layer) {
    const cups = cupsOfPour(amounts.batches, stack.id, k)
    if (amounts.mixes.some((m) => m.serves.includes(step.id)))
      return {
        ...step,
        how: say`From the mix that was just poured, up to ${mm(layer.toMm)}. ${step.how}`
      }
    const more = amounts.mixes.some((m) => m.id === step.id && m.serves.length > 0)
      ? ', for what comes next too'
      : ''
    const massG = cups.reduce((sum, b) => sum + b.massG, 0)
    return {
      ...step,
      how: say`${grams(massG)} in ${cups.length === 1 ? 'one cup' : `${cups.length} cups`}${more}, up to ${mm(layer.toMm)}. ${step.how}`
    }
  }
  if (template.id === 'coat' && stack.light)
    return {
      ...step,
      how: say`${mm(stack.light.coatMm)}, then ${stack.light.secondsPerCoat ?? '–'} s of light on ${stack.light.spots === 1 ? 'one spot' : `each of ${stack.light.spots} spots`}, in bursts over about ${Math.ceil(stack.light.spreadMin)} min. ${step.how}`
    }
  if (template.id === 'dam' && stack.dam && stack.dam.braces > 0)
    return {
      ...step,
      how: say`${step.how} Brace it from outside in ${stack.dam.braces} places: it bows ${mm(stack.dam.bowMm)} without.`
    }
  return step
}
