import { criticalDepth, requirePositive } from './channel'
import { GRAVITY } from '../../gravity'

/** What a straight drop does to the water below it, m. */
export interface Plunge {
  /** Drop number D = q²/gH³. */
  dropNumber: number
  /** From the wall to where the fast water runs off level. */
  dropLengthM: number
  /** Depth of the pool caught under the sheet. */
  poolDepthM: number
  /** Depth of the fast water beyond. */
  fastDepthM: number
  /** Tail water that makes the jump stand at the foot. */
  tailDepthM: number
}

/**
 * Geometry of a straight drop: L_d/H = 4.30 D^0.27, y_p/H = D^0.22, y₁/H = 0.54 D^0.425, y₂/H = 1.66 D^0.27.
 *
 * @param unitDischarge m²/s
 * @param dropM         H, m
 * @source Rand 1955, in Chow (1959), ch. 15; written from memory
 * @example plunge(2, 4).poolDepthM // 1.315
 */
export function plunge(unitDischarge: number, dropM: number): Plunge {
  requirePositive({ unitDischarge, dropM })
  const d = unitDischarge ** 2 / (GRAVITY * dropM ** 3)
  return {
    dropNumber: d,
    dropLengthM: 4.3 * d ** 0.27 * dropM,
    poolDepthM: d ** 0.22 * dropM,
    fastDepthM: 0.54 * d ** 0.425 * dropM,
    tailDepthM: 1.66 * d ** 0.27 * dropM
  }
}

export const MOODS = ['trickle', 'steady', 'spate'] as const
export type Mood = (typeof MOODS)[number]

/**
 * Moods as discharge over a metre of lip, m²/s, and no more than a share of √(gH³), so that a low
 * ledge is not drowned. Common practice, no source.
 */
const MOOD: Readonly<Record<Mood, readonly [m2S: number, share: number]>> = {
  trickle: [0.03, 0.02],
  steady: [0.25, 0.08],
  spate: [1.5, 0.18]
}

/** The discharge a mood stands for at a drop, m²/s. @example moodDischarge('steady', 4) // 0.25 */
export function moodDischarge(mood: Mood, dropM: number): number {
  requirePositive({ dropM })
  const [m2S, share] = MOOD[mood]
  return Math.min(m2S, share * Math.sqrt(GRAVITY * dropM ** 3))
}

export type StepFlow = 'nappe' | 'skimming'

/**
 * How water goes down steps: from tread to tread in small falls, or skimming over their edges as
 * one white stream.
 *
 * @param unitDischarge m²/s
 * @param riseM         height of a step, m
 * @param treadM        length of a step, m
 * @source Chanson 1994: skimming when y_c/h > 1.2 − 0.325 h/l; from memory
 * @example stepFlow(2, 0.5, 1) // "skimming"
 */
export function stepFlow(unitDischarge: number, riseM: number, treadM: number): StepFlow {
  requirePositive({ riseM, treadM })
  return criticalDepth(unitDischarge) / riseM > 1.2 - (0.325 * riseM) / treadM
    ? 'skimming'
    : 'nappe'
}

/**
 * Heads lower than this cling to the face instead of springing free, m.
 * @source least head over a measuring weir, ISO 1438; from memory
 */
export const CLINGING_HEAD_M = 0.03
