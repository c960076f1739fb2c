import { lastAnswers } from '../../physics/solve/lastAnswers'
import type { Resin } from './types'
import { fitResin } from '../../physics/stuff/heat/fitResin'
import type { CureKinetics } from '../../physics/stuff/heat/kinetics'

/** What labels come to; of one that cannot be, why. */
const known = lastAnswers<CureKinetics | RangeError>(100)

/**
 * Behaviour of a resin of the shelf: what was fitted to the builder's own bottle, or a fit to its
 * label's pot life, full cure and deepest layer.
 *
 * @throws RangeError when the label is impossible (see `fitResin`)
 */
export function resinKinetics(resin: Resin): CureKinetics {
  if (resin.kinetics) return resin.kinetics
  const key = [
    resin.potLifeMin,
    resin.potLifeG,
    resin.potLifeC,
    resin.curedH,
    resin.layerMaxMm
  ].join('/')
  const there = known.get(key)
  if (there instanceof RangeError) throw there
  if (there) return there
  try {
    const { resin: fitted } = fitResin({
      potLifeMin: resin.potLifeMin,
      potLifeG: resin.potLifeG,
      atC: resin.potLifeC,
      cureH: resin.curedH,
      maxLayerMm: resin.layerMaxMm
    })
    known.set(key, fitted)
    return fitted
  } catch (error) {
    if (error instanceof RangeError) known.set(key, error)
    throw error
  }
}

/** The same; null where the label cannot be, which a finding says. */
export function knownKinetics(resin: Resin): CureKinetics | null {
  try {
    return resinKinetics(resin)
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return null
  }
}
