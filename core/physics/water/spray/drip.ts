import { requirePositive } from '../hydraulics/channel'
import { GRAVITY } from '../../gravity'

export interface DripInput {
  radiusMm: number
  viscosityPaS: number
  surfaceTensionNM: number
  densityGCm3: number
}
export interface Drip {
  /** Until a hanging strand has thinned and breaks, s: zap before. */
  breakS: number
  /** From bead to bead along a thread of this radius, mm. */
  beadEveryMm: number
  /** What falls off a tip of this radius, g. */
  dropMassG: number
}

/** A strand of viscous liquid breaks after so many ηR/γ. @source Papageorgiou 1995; from memory */
const BREAKS_AFTER = 14.1
/**
 * Share of the full ring of surface tension that a drop has when it falls.
 * @source Harkins & Brown 1919; from memory
 */
const FALLS_AT = 0.6

/**
 * Strands and drops of resin or gel that hang from a tip: 14.1 ηR/γ to break; beads every √2·π·D·√(1 + 3 Oh),
 * Oh = η/√(ργD); a drop of 0.6·2πRγ/g.
 *
 * @source Papageorgiou 1995; Weber 1931; Tate 1864 with Harkins & Brown 1919; from memory
 * @example drip({ radiusMm: 0.5, viscosityPaS: 2, surfaceTensionNM: 0.035, densityGCm3: 1.1
 *   }).breakS // 0.403
 */
export function drip({ radiusMm, viscosityPaS, surfaceTensionNM, densityGCm3 }: DripInput): Drip {
  requirePositive({ radiusMm, viscosityPaS, surfaceTensionNM, densityGCm3 })
  const radius = radiusMm / 1000
  const ohnesorge = viscosityPaS / Math.sqrt(densityGCm3 * 1000 * surfaceTensionNM * 2 * radius)
  return {
    breakS: (BREAKS_AFTER * viscosityPaS * radius) / surfaceTensionNM,
    beadEveryMm: Math.SQRT2 * Math.PI * 2 * radiusMm * Math.sqrt(1 + 3 * ohnesorge),
    dropMassG: (FALLS_AT * 2 * Math.PI * radius * surfaceTensionNM * 1000) / GRAVITY
  }
}
