import { requirePositive } from './channel'

export type JumpKind = 'undular' | 'weak' | 'oscillating' | 'steady' | 'strong'

/** A hydraulic jump: fast water that turns quiet at once, white and rolling. */
export interface Jump {
  /** Depth after the jump, m. */
  sequentDepthM: number
  kind: JumpKind
  /** From its toe to where the surface is level again, m. */
  lengthM: number
}

/** Kinds by the Froude number before the jump, as the USBR names them. */
const KINDS: readonly (readonly [upTo: number, kind: JumpKind])[] = [
  [1.7, 'undular'],
  [2.5, 'weak'],
  [4.5, 'oscillating'],
  [9, 'steady'],
  [Infinity, 'strong']
]
/** Length of a jump in depths after it. */
const LENGTHS = 6

/**
 * Ratio of the depths on both sides of a jump, y₂/y₁ = ½(√(1 + 8 Fr²) − 1).
 *
 * @param froude  Froude number before the jump, above 1
 * @throws RangeError when the water is quiet: it has nothing to jump with
 * @source Bélanger 1828 (1841), in Chow (1959), ch. 3; written from memory
 * @example sequentRatio(5) // 6.589
 */
export function sequentRatio(froude: number): number {
  if (!(froude > 1))
    throw new RangeError(`froude: was ${froude}; it must be above 1: quiet water does not jump`)
  return (Math.sqrt(1 + 8 * froude ** 2) - 1) / 2
}

/** The kind that a Froude number makes. @example jumpKind(5) // "steady" */
export const jumpKind = (froude: number): JumpKind => KINDS.find(([upTo]) => froude <= upTo)![1]

/**
 * The jump that water of a depth and a Froude number makes.
 *
 * @param froude  before the jump, above 1
 * @param depthM  before the jump, m
 * @source kinds and length: USBR, Hydraulic Design of Stilling Basins (Engineering Monograph 25,
 *   1958); from memory
 * @example jump(5, 0.4) // { sequentDepthM: 2.635, kind: 'steady', lengthM: 15.81 }
 */
export function jump(froude: number, depthM: number): Jump {
  requirePositive({ depthM })
  const sequentDepthM = depthM * sequentRatio(froude)
  return { sequentDepthM, kind: jumpKind(froude), lengthM: LENGTHS * sequentDepthM }
}

/**
 * Head lost in a jump, (y₂ − y₁)³ / 4 y₁ y₂.
 *
 * @source Chow (1959), ch. 3; written from memory
 * @example headLost(0.4, 2.636) // 2.65
 */
export const headLost = (before: number, after: number): number =>
  (after - before) ** 3 / (4 * before * after)
