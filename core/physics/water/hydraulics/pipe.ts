import { halvedTo } from '../../solve/halving'
import { GRAVITY } from '../../gravity'
import { requirePositive } from './channel'
import type { Mood } from './drop'
import type { Brink } from './nappe'

/** The water in a round pipe up to a depth: its cross-section, m², and the width of its surface, m. */
function segment(boreM: number, depthM: number): { areaM2: number; topM: number } {
  const half = Math.acos(Math.max(-1, Math.min(1, 1 - (2 * depthM) / boreM)))
  return {
    areaM2: (boreM ** 2 / 8) * (2 * half - Math.sin(2 * half)),
    topM: boreM * Math.sin(half)
  }
}

/** Discharge at which a depth is critical in a round pipe, Q = √(gA³/T), m³/s. */
function criticalDischarge(boreM: number, depthM: number): number {
  const { areaM2, topM } = segment(boreM, depthM)
  return Math.sqrt((GRAVITY * areaM2 ** 3) / topM)
}

/**
 * Critical depth in a round pipe, m: the depth at which Q²T = gA³.
 *
 * @param dischargeM3S  m³/s, above 0
 * @param boreM         inner diameter, m, above 0
 * @throws RangeError   when either is not above 0
 * @source Chow (1959), ch. 4; written from memory
 * @example criticalDepthInPipe(0.038, 0.3) // 0.150
 */
export function criticalDepthInPipe(dischargeM3S: number, boreM: number): number {
  requirePositive({ dischargeM3S, boreM })
  return halvedTo(0, boreM, (depth) => criticalDischarge(boreM, depth) < dischargeM3S)
}

/** Share of the critical depth that stands at the open end of a round pipe. */
const END_SHARE = 0.725
/** Critical up to this share of its bore a pipe ends as an open channel does; from the second it runs full. */
const [OPEN_TO, FULL_FROM] = [0.8, 0.98]

/** Water at the open end of a pipe, and how wide it is there, m. */
export interface PipeEnd extends Brink {
  widthM: number
  /** Water in the pipe at its end as a share of the bore. */
  filled: number
}

/**
 * Depth and speed of the water that leaves a level round pipe into the air: 0.725 of the critical
 * depth while the pipe is partly full, the whole bore when it runs full.
 *
 * @param dischargeM3S  m³/s
 * @param boreM         inner diameter, m
 * @source end depth by Rajaratnam & Muralidhar 1964; the way over to a full pipe is ours; from memory
 * @example pipeEnd(0.038, 0.3).depthM // 0.109
 */
export function pipeEnd(dischargeM3S: number, boreM: number): PipeEnd {
  const criticalDepthM = criticalDepthInPipe(dischargeM3S, boreM)
  const [open, whole] = [OPEN_TO, FULL_FROM].map((y) => criticalDischarge(boreM, y * boreM))
  const full = Math.max(0, (dischargeM3S - open) / (whole - open))
  const share = END_SHARE + (1 / FULL_FROM - END_SHARE) * full
  const depthM = Math.min(boreM, share * criticalDepthM)
  const { areaM2, topM } = segment(boreM, depthM)
  const behind = segment(boreM, criticalDepthM)
  return {
    criticalDepthM,
    depthM,
    speedMS: dischargeM3S / areaM2,
    headM: Math.min(boreM, criticalDepthM + behind.areaM2 / (2 * behind.topM)),
    widthM: depthM > boreM / 2 ? boreM : topM,
    filled: depthM / boreM
  }
}

/** How full of critical flow a pipe runs by mood, share of its bore. Common practice, no source. */
const FILLED: Readonly<Record<Mood, number>> = { trickle: 0.2, steady: 0.5, spate: 0.95 }

/** The discharge a mood stands for out of a pipe, m³/s. @example pipeMood('steady', 0.3) // 0.0380 */
export const pipeMood = (mood: Mood, boreM: number): number =>
  criticalDischarge(boreM, FILLED[mood] * boreM)
