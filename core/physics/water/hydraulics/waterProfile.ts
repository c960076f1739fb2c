import {
  criticalDepth,
  depthOfEnergy,
  frictionSlope,
  froude,
  normalDepth,
  specificEnergy
} from './channel'
import { GRAVITY } from '../../gravity'
import { jump, type Jump } from './jump'

/** A channel of even width along its stations, full size, from upstream down. */
export interface Channel {
  /** Along the bed, m, growing. */
  stationM: readonly number[]
  bedM: readonly number[]
  unitDischarge: number
  manning: number
  widthM: number
  /** Level of the water it runs into, m; null: it runs off freely. */
  levelBelowM: number | null
  /**
   * The slope that its bed goes on with beyond its end, where quiet water leaves at its normal depth;
   * null or left out: it ends there, over a drop or a lip.
   */
  goesOn?: number | null
  /** Energy head with which fast water arrives, m (as heights are counted); null: from a quiet pool. */
  fastHeadM: number | null
}

export interface StandingJump extends Jump {
  /** Where its toe stands, m along. */
  atM: number
  froude: number
  /** Depth before it, m. */
  depthM: number
}

/** The surface of steady water at every station. */
export interface WaterProfile {
  depthM: number[]
  speedMS: number[]
  froude: number[]
  /** Height of the energy line, m. */
  headM: number[]
  jumps: StandingJump[]
}

/** Below this Froude number a jump is a ripple and not worth a line. Common practice, no source. */
const LEAST_JUMP = 1.1

/** A bed that falls less than this ends in a flat lip, as far as dips can tell. Chosen. */
export const LEAST_SLOPE = 5e-4

/** Momentum function of a metre of width: equal on both sides of a jump. */
const momentum = (q: number, depth: number) => (q * q) / (GRAVITY * depth) + (depth * depth) / 2

/**
 * Gradually varied flow by the standard step method, quiet water from its end upwards and fast
 * water from every control
 * downwards; where both can be, the one with the greater momentum is, and a jump stands where fast
 * gives way to quiet.
 *
 * @source Chow, Open-Channel Hydraulics (1959), ch. 10–11; written from memory. Friction by
 *   Manning; even width; the
 *         pressure under curved ledges is left out.
 */
export function waterProfile(channel: Channel): WaterProfile {
  const { stationM, bedM, unitDischarge: q, manning, widthM } = channel
  const n = stationM.length
  const critical = criticalDepth(q)
  const least = 1.5 * critical
  const friction = (depth: number) => frictionSlope(q, depth, manning, widthM)

  const quiet = new Array<number>(n)
  const control = new Array<boolean>(n).fill(false)
  const goesOn = channel.goesOn ?? 0
  const uniform =
    channel.levelBelowM === null && goesOn >= LEAST_SLOPE
      ? normalDepth(q, goesOn, manning, widthM)
      : 0
  quiet[n - 1] = Math.max(critical, uniform, (channel.levelBelowM ?? -Infinity) - bedM[n - 1])
  control[n - 1] = quiet[n - 1] === critical
  for (let i = n - 2; i >= 0; i--) {
    const dx = stationM[i + 1] - stationM[i]
    const below = bedM[i + 1] + specificEnergy(q, quiet[i + 1])
    let depth = quiet[i + 1]
    for (let k = 0; k < 4; k++) {
      const head = below + (dx * (friction(depth) + friction(quiet[i + 1]))) / 2 - bedM[i]
      depth = head <= least ? critical : depthOfEnergy(q, head, 'quiet')
    }
    quiet[i] = depth
    control[i] = depth <= critical * (1 + 1e-9)
  }

  const fast = new Array<number | null>(n).fill(null)
  let head: number | null = null
  for (let i = 0; i < n; i++) {
    if (i === 0 && channel.fastHeadM !== null && channel.fastHeadM - bedM[0] > least)
      head = channel.fastHeadM
    else if (head !== null) {
      const before: number = fast[i - 1]!
      const dx = stationM[i] - stationM[i - 1]
      const arrived: number = head - dx * friction(before)
      const within = arrived - bedM[i] >= least
      // the slope of the friction is taken again with the depth it leads to
      head = within
        ? Math.min(
            head,
            head -
              (dx * (friction(before) + friction(depthOfEnergy(q, arrived - bedM[i], 'fast')))) / 2
          )
        : null
      if (head !== null && head - bedM[i] < least) head = null
    }
    if (head === null && control[i]) head = bedM[i] + least
    if (head !== null) fast[i] = depthOfEnergy(q, head - bedM[i], 'fast')
  }

  const depthM: number[] = []
  const jumps: StandingJump[] = []
  let isFast = false
  for (let i = 0; i < n; i++) {
    const f = fast[i]
    const stays =
      f !== null && f < critical * (1 - 1e-9) && momentum(q, f) > momentum(q, quiet[i]) * (1 + 1e-9)
    if (isFast && !stays) {
      const before = depthM[i - 1]
      const fr = froude(q / before, before)
      if (fr > LEAST_JUMP && quiet[i] > critical * 1.001)
        jumps.push({ atM: stationM[i - 1], froude: fr, depthM: before, ...jump(fr, before) })
    }
    isFast = stays
    depthM.push(stays ? f : quiet[i])
  }
  return {
    depthM,
    jumps,
    speedMS: depthM.map((d) => q / d),
    froude: depthM.map((d) => froude(q / d, d)),
    headM: depthM.map((d, i) => bedM[i] + specificEnergy(q, d))
  }
}
