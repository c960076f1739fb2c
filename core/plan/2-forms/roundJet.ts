import { GRAVITY } from '../../physics/gravity'
import { modelMm, realM } from '../../physics/shape/units'
import type { FallCurve } from './fallCurve'

/** A round jet on its way down: how thick it is at each point of its arc. */
export interface RoundJet {
  /** From the brink, along the arc, mm. */
  arcsMm: readonly number[]
  diameterMm: number[]
}

/**
 * The jet that leaves a pipe: round by its own skin, thinner as it falls faster.
 *
 * @param dischargeM3S  full size
 * @source continuity, A = Q/v, and Torricelli, v² = v₀² + 2gz
 */
export function jetOf(
  { middle, arcsMm, brinkSpeedMS }: FallCurve,
  dischargeM3S: number,
  scale: number
): RoundJet {
  const top = middle[0][1]
  return {
    arcsMm,
    diameterMm: middle.map(([, z]) => {
      const fallen = realM(Math.max(0, top - z), scale)
      const speed = Math.sqrt(brinkSpeedMS ** 2 + 2 * GRAVITY * fallen)
      return modelMm(Math.sqrt((4 * dischargeM3S) / (Math.PI * speed)), scale)
    })
  }
}

/** How wide a strip of a fall is, mm: as the builder has it, or as wide as its jet is round, on the mean of its way. */
export const stripWidth = (
  { jet }: { jet: RoundJet | null },
  { stripWidthMm }: { stripWidthMm: number }
): number =>
  jet
    ? (Math.PI * jet.diameterMm.reduce((sum, d) => sum + d, 0)) / jet.diameterMm.length
    : stripWidthMm
