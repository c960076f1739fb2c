import type { BreakerKind } from './breaking'
import { radians } from '../../shape/angles'

/**
 * A section of a wave: x along its way (towards the shore), z up from the trough in front, in
 * heights of the wave.
 */
export type FacePoint = [x: number, z: number]

/**
 * Axes of the hollow of a plunging wave stand in this ratio.
 * @source New 1983: the underside of the overturning loop is an ellipse of axes √3 : 1; from memory
 */
const HOLLOW_RATIO = Math.sqrt(3)

const SHORT = 0.25
const LONG = SHORT * HOLLOW_RATIO
/**
 * The long axis of the hollow leans forward by this, and its middle lies here. Drawn from
 * photographs: common practice, no source.
 */
const TILT = radians(55)
const MIDDLE: FacePoint = [0.44, 0.05 + Math.hypot(LONG * Math.sin(TILT), SHORT * Math.cos(TILT))]
const LIP_THICK = 0.12

export interface WaveFace {
  /**
   * From the trough behind, over the back and the crest, round the lip and the hollow, to the
   * trough in front.
   */
  profile: FacePoint[]
  /** The crest, where a crest line on the plan runs. */
  crest: FacePoint
  /** Where the thrown lip ends; the crest itself when nothing is thrown. */
  lip: FacePoint
  /** Half-axes of the hollow, in wave heights; null when it does not plunge. */
  hollow: [long: number, short: number] | null
}

/**
 * The face of a breaking wave of unit height, by kind: a spilling wave leans and tumbles at its
 * crest, a plunging one
 * throws its lip over a hollow that is part of an ellipse, a surging one piles up and does not fall.
 *
 * @param kind     how it breaks
 * @param surf     surf number: throws farther the higher it is, within its kind
 * @param lengthH  length of the wave in heights, from trough to trough
 * @source hollow after New 1983; the rest of the outline is drawn to look right: common practice, no source
 * @example faceOf('plunging', 0.8, 10).hollow // [0.433, 0.25]
 */
export function faceOf(kind: BreakerKind, surf: number, lengthH: number): WaveFace {
  const behind = Math.max(1.5, lengthH * 0.5)
  // crests are narrow and troughs long
  const back = arc(28, (t): FacePoint => [-behind * (1 - t), smooth(t) ** 1.6])
  if (kind !== 'plunging') {
    const lean = kind === 'spilling' ? 1.3 : 2.2
    const front = arc(24, (t): FacePoint => [
      lean * t,
      1 - smooth(t) ** (kind === 'spilling' ? 0.8 : 1)
    ]).slice(1)
    // a spilling crest carries a roller on its front, a surging foot a tongue
    const dressed =
      kind === 'spilling'
        ? front.map(([x, z]): FacePoint => [
            x + 0.16 * Math.sin(Math.PI * Math.min(1, (1 - z) / 0.4)),
            z
          ])
        : front
    return { profile: [...back, ...dressed], crest: [0, 1], lip: [0, 1], hollow: null }
  }
  const thrown = Math.min(1, Math.max(0, (surf - 0.4) / 0.9))
  const onHollow = (angle: number, thick = 0): FacePoint => {
    const [u, v] = [(LONG + thick) * Math.cos(angle), (SHORT + thick) * Math.sin(angle)]
    return [
      MIDDLE[0] + u * Math.cos(TILT) - v * Math.sin(TILT),
      MIDDLE[1] + u * Math.sin(TILT) + v * Math.cos(TILT)
    ]
  }
  // round the hollow from under the lip, up over its roof, down its wall, to its lowest point; the
  // farther it throws the longer the roof
  const tip = 0.85 - 1.75 * thrown
  const lowest = Math.PI + Math.atan((SHORT * Math.cos(TILT)) / (LONG * Math.sin(TILT)))
  const hollow = arc(36, (t) => onHollow(tip + t * (lowest - tip)))
  // the lip outside it, from as thick as it leaves the crest down to nothing
  const joins = Math.max(0.35, tip + 0.12)
  const roof = arc(20, (t) => onHollow(joins + t * (tip - joins), LIP_THICK * (1 - t)))
  const ahead = onHollow(joins - 0.01, LIP_THICK)
  const [dx, dz] = [ahead[0] - roof[0][0], ahead[1] - roof[0][1]]
  const tangent = 0.22 / Math.hypot(dx, dz)
  const over = bezier(
    [0, 1],
    [0.25, 1],
    [roof[0][0] - dx * tangent, roof[0][1] - dz * tangent],
    roof[0],
    12
  ).slice(1)
  const [x, z] = hollow.at(-1)!
  const foot = bezier([x, z], [x + 0.3, z], [x + 0.5, 0], [x + 1, 0], 14).slice(1)
  return {
    profile: [...back, ...over, ...roof.slice(1, -1), ...hollow, ...foot],
    crest: [0, 1],
    lip: hollow[0],
    hollow: [LONG, SHORT]
  }
}

const smooth = (t: number) => t * t * (3 - 2 * t)
const arc = (count: number, place: (t: number) => FacePoint): FacePoint[] =>
  Array.from({ length: count + 1 }, (_, i) => place(i / count))

function bezier(
  a: FacePoint,
  b: FacePoint,
  c: FacePoint,
  d: FacePoint,
  count: number
): FacePoint[] {
  return arc(count, (t) => {
    const s = 1 - t
    const mix = (k: 0 | 1) =>
      s * s * s * a[k] + 3 * s * s * t * b[k] + 3 * s * t * t * c[k] + t * t * t * d[k]
    return [mix(0), mix(1)]
  })
}
