import type { BreakerKind } from './breaking'

/** A section of a wave: x along its way (towards the shore), z up from the trough in front, in heights of the wave. */
export type FacePoint = [x: number, z: number]

/** Axes of the hollow of a plunging wave stand in this ratio. @source New 1983: the underside of the overturning loop is an ellipse of axes √3 : 1; from memory */
const HOLLOW_RATIO = Math.sqrt(3)

export interface WaveFace {
  /** From the trough behind, over the back and the crest, round the lip and the hollow, to the trough in front. */
  profile: FacePoint[]
  /** The crest, where a crest line on the plan runs. */
  crest: FacePoint
  /** Where the thrown lip ends; the crest itself when nothing is thrown. */
  lip: FacePoint
  /** Half-axes of the hollow, in wave heights; null when it does not plunge. */
  hollow: [long: number, short: number] | null
}

/**
 * The face of a breaking wave of unit height, by kind: a spilling wave leans and tumbles at its crest, a plunging one
 * throws its lip over a hollow that is part of an ellipse, a surging one piles up and does not fall.
 *
 * @param kind     how it breaks
 * @param surf     surf number: throws farther the higher it is, within its kind
 * @param lengthH  length of the wave in heights, from trough to trough
 * @source hollow after New 1983; the rest of the outline is drawn to look right: common practice, no source
 * @example faceOf('plunging', 0.8, 10).hollow // [0.43, 0.25]
 */
export function faceOf(kind: BreakerKind, surf: number, lengthH: number): WaveFace {
  const behind = Math.max(1.5, lengthH * 0.5)
  const back = arc(24, (t): FacePoint => [-behind * (1 - t), smooth(t)])
  if (kind !== 'plunging') {
    const lean = kind === 'spilling' ? 0.9 : 1.6
    const front = arc(24, (t): FacePoint => [lean * t, 1 - smooth(t) * 1]).slice(1)
    // a spilling crest carries a roller on its front, a surging foot a tongue
    const dressed = kind === 'spilling' ? front.map(([x, z]): FacePoint => [x + 0.12 * Math.sin(Math.PI * Math.min(1, (1 - z) / 0.35)) * (z > 0.65 ? 1 : 0), z]) : front
    return { profile: [...back, ...dressed], crest: [0, 1], lip: [0, 1], hollow: null }
  }
  const thrown = Math.min(1, Math.max(0, (surf - 0.4) / 0.8))
  // the hollow's long axis leans back with the face; the more it throws the wider it opens
  const short = 0.2 + 0.1 * thrown
  const long = short * HOLLOW_RATIO
  const tilt = (58 * Math.PI) / 180
  const at: FacePoint = [0.42 + 0.12 * thrown, 0.47]
  const onHollow = (angle: number): FacePoint => {
    const [u, v] = [long * Math.cos(angle), short * Math.sin(angle)]
    return [at[0] + u * Math.cos(tilt) - v * Math.sin(tilt), at[1] + u * Math.sin(tilt) + v * Math.cos(tilt)]
  }
  // from under the lip, up round the roof, down the wall, to the foot of the hollow
  const from = 0.1 - 0.75 * thrown
  const hollow = arc(28, (t) => onHollow(from + t * (Math.PI * 1.12 - from)))
  const tip: FacePoint = [hollow[0][0] + 0.03, hollow[0][1] - 0.05]
  // over the roof: from the crest down to the tip of the lip, clear of the hollow by the thickness of the lip
  const roof = bezier([0, 1], [0.45, 1.02], [tip[0] + 0.06, Math.max(tip[1] + 0.28, 0.9)], tip, 16).slice(1)
  const end = hollow.at(-1)!
  const foot = bezier(end, [end[0] + 0.06, end[1] - 0.12], [end[0] + 0.35, 0.02], [end[0] + 0.9, 0], 14).slice(1)
  return { profile: [...back, ...roof, ...hollow, ...foot], crest: [0, 1], lip: tip, hollow: [long, short] }
}

const smooth = (t: number) => t * t * (3 - 2 * t)
const arc = (count: number, place: (t: number) => FacePoint): FacePoint[] => Array.from({ length: count + 1 }, (_, i) => place(i / count))

function bezier(a: FacePoint, b: FacePoint, c: FacePoint, d: FacePoint, count: number): FacePoint[] {
  return arc(count, (t) => {
    const s = 1 - t
    const mix = (k: 0 | 1) => s * s * s * a[k] + 3 * s * s * t * b[k] + 3 * s * t * t * c[k] + t * t * t * d[k]
    return [mix(0), mix(1)]
  })
}
