import { changeFall, setFlow, type Edit } from '../../build/edits'
import type { Fall } from '../../build/types'
import type { FallForm } from '../2-forms/fallForm'
import { flowToLand } from '../2-forms/landing'
import { outletToLand } from '../2-forms/fallForm'

/**
 * The flow follows a landing that is dragged: of the chain for a fall over a lip, its own for what
 * leaves a ledge or a pipe.
 *
 * @param outMm  how far out it is to land, mm
 */
export function flowLandingAt(fall: Fall, form: FallForm, scale: number, outMm: number): Edit {
  if (fall.outlet) {
    const dischargeM3S = outletToLand(fall, form, scale, outMm)
    return changeFall(fall.id, { flow: { mood: fall.flow?.mood ?? 'steady', dischargeM3S } })
  }
  // beside others on its lip it has a share of what runs
  const dischargeM3S = flowToLand(form, scale, outMm) / (form.share || 1)
  return setFlow({ dischargeM3S: Number(dischargeM3S.toPrecision(3)) })
}
