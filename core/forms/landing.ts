import { criticalDepth, GRAVITY } from '../hydraulics/channel'
import { fallCurve } from './fallCurve'
import type { FallForm } from './fallForm'
import { modelMm, realM } from './units'

/** The flow of the chain, m³/s, at which a fall lands so far out; the nearest it can come when none does. */
export function flowToLand(form: FallForm, scale: number, outMm: number): number {
  const lands = (q: number) => {
    const headMm = Math.min(0.75 * form.dropMm, modelMm(1.5 * criticalDepth(q), scale))
    return fallCurve(scale, form.dropMm - headMm, q).landMm
  }
  const deepest = realM((0.75 * form.dropMm) / 1.5, scale)
  let [low, high] = [1e-5, Math.sqrt(GRAVITY * deepest ** 3)]
  for (let i = 0; i < 40; i++) {
    const middle = Math.sqrt(low * high)
    if (lands(middle) < outMm) low = middle
    else high = middle
  }
  const flow = Math.sqrt(low * high) * realM(form.widthMm, scale)
  return Number(flow.toPrecision(3))
}
