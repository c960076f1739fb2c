import { GRAVITY } from '../../gravity'
import { degrees } from '../../shape/angles'
/** A free-standing piece, and what topples it. */
export interface Tipping {
  /** Lean at which it topples, degrees; below 0: it does not stand at all. */
  tipDeg: number
  stands: boolean
  /** Push at the height of its centre that topples it, N. */
  pushN: number
}

/**
 * A free-standing piece against tipping over the nearer edge of its foot.
 *
 * @param centroidMm  centre of its mass: along the foot, and above it
 * @param footMm      left and right edge of the foot
 * @source statics
 * @example freestanding(8, [4, 30], [0, 10]).tipDeg // 7.6
 */
export function freestanding(
  massG: number,
  [x, z]: readonly [number, number],
  [left, right]: readonly [number, number]
): Tipping {
  const arm = Math.min(x - left, right - x)
  return {
    tipDeg: degrees(Math.atan2(arm, z)),
    stands: arm > 0,
    pushN: Math.max(0, ((massG / 1000) * GRAVITY * arm) / z)
  }
}

/** What a joint bears before it parts, MPa: soft, slow peel. Typical, from memory. */
export const BOND_MPA = {
  gel: 0.08,
  caulk: 0.15,
  light: 2,
  resin: 3,
  quick: 3,
  superglue: 1.5,
  solvent: 5,
  hotglue: 0.4
} as const
export type BondId = keyof typeof BOND_MPA
/** How many times its load a joint should bear. Common practice, no source. */
const SAFETY = 4

/**
 * A joint by its area, its load and the lever on it.
 *
 * @param footMm   length of the joint the way it is levered
 * @param widthMm  across
 * @returns        how many times the load it bears, and the length of joint that bears four times
 * @source F/A + 6M/(b·a²), beam theory
 * @example bondHolds('gel', 8, 120, 0.3, 25).times
 */
export function bondHolds(
  bond: BondId,
  footMm: number,
  widthMm: number,
  loadN: number,
  leverMm: number
): { times: number; wantsMm: number; holds: boolean } {
  const stress = (a: number) => loadN / (a * widthMm) + (6 * loadN * leverMm) / (widthMm * a ** 2)
  const times = BOND_MPA[bond] / stress(footMm)
  const per = loadN / widthMm
  const allowed = BOND_MPA[bond] / SAFETY
  // allowed·a² − per·a − 6·per·lever = 0
  const wantsMm = (per + Math.sqrt(per ** 2 + 24 * allowed * per * leverMm)) / (2 * allowed)
  return { times, wantsMm, holds: times >= SAFETY }
}
