import { fraction, metric } from '../../core/words/units'
import { units } from '../words'
import { larger } from './letters'

/** A mark of a rule: where it stands, and what is written at it. */
export interface Mark {
  mm: number
  text: string
}

const STEPS_MM = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000]
const STEPS_IN = [1 / 8, 1 / 4, 1 / 2, 1, 2, 3, 6, 12, 24, 36, 72]

/**
 * Marks of a rule along a drawing, in the builder's units, as close as their words have room.
 *
 * @param fromMm   where the rule begins, mm
 * @param toMm     where it ends, mm
 * @param pxPerMm  how large the drawing is
 * @param roomPx   least room between two marks in letters of the usual size, px
 */
export function rule(fromMm: number, toMm: number, pxPerMm: number, roomPx: number): Mark[] {
  const inch = units() === 'inch'
  const unitMm = metric(1, 'mm', units())
  const steps = inch ? STEPS_IN : STEPS_MM
  const step = steps.find((s) => s * unitMm * pxPerMm >= roomPx * larger()) ?? steps.at(-1)!
  const first = Math.ceil(fromMm / unitMm / step - 1e-9)
  const last = Math.floor(toMm / unitMm / step + 1e-9)
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => {
    const at = (first + i) * step
    return { mm: at * unitMm, text: inch ? fraction(at) : String(at) }
  })
}
