import type { Point2 } from '../../shape/polygon'
import { faceOf } from './face'
import type { BreakerKind } from './breaking'
import { wavelength } from './linear'

/** A wave's section on the model, mm: x towards the shore from the crest, z up from the trough in front. */
export interface ModelFace {
  kind: BreakerKind
  heightMm: number
  profile: Point2[]
  lip: Point2
  /** Radius to roll a curl film to: that of the hollow's roof, mm; null when nothing curls. */
  formerRadiusMm: number | null
  /** From under the lip round to the foot, mm: how wide a film or a skin must be cut. */
  faceArcMm: number
}

/**
 * A crest is drawn no longer from trough to trough than so many of its heights: beyond is flat
 * water. Common practice, no source.
 */
const LONGEST_HEIGHTS = 12

/**
 * The face of a breaker at a scale.
 *
 * @param longestMm  no longer from trough to trough: what its water holds
 * @example faceOnModel(breakerOf({ scale: 100, breakerMm: 20, periodS: 8, beachSlope: 0.1 }), 20,
 * 100, 8).heightMm // 20
 */
export function faceOnModel(
  breaker: { kind: BreakerKind; iribarren: number; breakDepthM: number },
  heightMm: number,
  scale: number,
  periodS: number,
  longestMm = Infinity
): ModelFace {
  const lengthMm = (wavelength(periodS, breaker.breakDepthM) / scale) * 1000
  const face = faceOf(
    breaker.kind,
    breaker.iribarren,
    Math.min(LONGEST_HEIGHTS, Math.min(lengthMm, longestMm) / heightMm)
  )
  const profile = face.profile.map(([x, z]): Point2 => [x * heightMm, z * heightMm])
  const top = face.profile.findIndex((p) => p[0] === face.crest[0] && p[1] === face.crest[1])
  let faceArcMm = 0
  for (let i = top + 1; i < profile.length; i++)
    faceArcMm += Math.hypot(profile[i][0] - profile[i - 1][0], profile[i][1] - profile[i - 1][1])
  return {
    kind: breaker.kind,
    heightMm,
    profile,
    lip: [face.lip[0] * heightMm, face.lip[1] * heightMm],
    faceArcMm,
    // the roof of an ellipse is flattest across its short axis; a former is taken at its mean
    formerRadiusMm: face.hollow ? Math.sqrt(face.hollow[0] * face.hollow[1]) * heightMm : null
  }
}
