import { cupsOfPour } from '../4-amounts/cupsOfPour'
import type { StepTemplate } from '../../craft/ways/types'
import { plain } from '../../words/sentences'
import type { FormStack, StacksPlan } from '../3-stacks/stacksStage'
import type { AmountsPlan } from '../4-amounts/amountsStage'
import type { Scope } from './scopes'
import type { Step } from './types'

/** Steps of a moving water say its own coat, window, part and props. */
function formDetailed(step: Step, template: StepTemplate, k: number, stack: FormStack): Step {
  const { laying, part } = stack
  const notes: string[] = []
  if (template.times === 'gelCoats' && laying) {
    notes.push(
      `Coat ${k} of ${laying.coats}: ${plain(laying.wetMm)} mm wet, ${plain(laying.dryMm)} mm when dry.`
    )
    if (laying.tiltDeg > 0)
      notes.push(
        `It runs on this slope: tilt the whole model back by ${laying.tiltDeg}° until it is firm.`
      )
  }
  const props = part?.overhang?.props
  if ((template.id === 'foot' || template.id === 'hang') && props && props.count > 0)
    notes.push(
      `${props.count === 1 ? 'Prop' : 'Props'} ${part.overhang!.stand.map((p) => `${plain(p.heightMm)} mm high, ${plain(Math.abs(p.xMm))} mm ${p.xMm < 0 ? 'behind its foot' : 'out'}`).join('; ')}.`
    )
  if (template.id === 'roll' && part?.former)
    notes.push(
      `Former ${plain(2 * part.former.radiusMm)} mm across; film ${plain(part.lengthMm)} × ${plain(part.widthMm)} mm, and a spare.`
    )
  if ((template.id === 'master' || template.id === 'saw') && part?.mould)
    notes.push(
      `Made ${plain(part.mould.longMm)} mm long, sawn to ${plain(part.lengthMm)} mm: ${part.trimMm} mm off each end.`
    )
  return notes.length > 0 ? { ...step, how: `${notes.join(' ')} ${step.how}` } : step
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
      how: `Stand the job in a tray. Fill to ${plain(test.levelsMm[k - 1])} mm, mark it, wait ${test.waitMin} min and look again. It stops dropping where the hole is.`
    }
  const layer = stack.layers[k - 1]
  if (template.id === 'pour' && layer) {
    const cups = cupsOfPour(amounts.batches, stack.id, k)
    if (amounts.mixes.some((m) => m.serves.includes(step.id)))
      return {
        ...step,
        how: `From the mix that was just poured, up to ${plain(layer.toMm)} mm. ${step.how}`
      }
    const more = amounts.mixes.some((m) => m.id === step.id && m.serves.length > 0)
      ? ', for what comes next too'
      : ''
    const grams = cups.reduce((sum, b) => sum + b.massG, 0)
    return {
      ...step,
      how: `${plain(grams)} g in ${cups.length === 1 ? 'one cup' : `${cups.length} cups`}${more}, up to ${plain(layer.toMm)} mm. ${step.how}`
    }
  }
  if (template.id === 'coat' && stack.light)
    return {
      ...step,
      how: `${plain(stack.light.coatMm)} mm, then ${stack.light.secondsPerCoat ?? '–'} s of light on ${stack.light.spots === 1 ? 'one spot' : `each of ${stack.light.spots} spots`}, in bursts over about ${Math.ceil(stack.light.spreadMin)} min. ${step.how}`
    }
  if (template.id === 'dam' && stack.dam && stack.dam.braces > 0)
    return {
      ...step,
      how: `${step.how} Brace it from outside in ${stack.dam.braces} places: it bows ${plain(stack.dam.bowMm)} mm without.`
    }
  return step
}
