import type { Point2 } from '../../physics/shape/polygon'
import { breakUp, brink, nappe, type Brink } from '../../physics/water/hydraulics/nappe'
import { plunge } from '../../physics/water/hydraulics/drop'

/** Tucked in at lip and foot, mm. Common practice, no source. */
export const TUCK_MM = 5

/**
 * A falling sheet at a scale: what its strips, its cut sheet and its drawing are made from. Curves
 * in mm on the model, x out from the brink, z up from the crest.
 */
export interface FallCurve {
  unitDischargeM2S: number
  criticalDepthM: number
  brinkDepthM: number
  brinkSpeedMS: number
  /** How far the pool behind stands over the crest, mm. */
  headMm: number
  /**
   * Where the middle of the sheet lands, mm out from the brink; its faces land a little nearer and
   * farther.
   */
  landMm: number
  landAngleDeg: number
  landSpeedMS: number
  footThicknessMm: number
  brinkThicknessMm: number
  lowerFace: Point2[]
  upperFace: Point2[]
  middle: Point2[]
  /** Length of the sheet along its middle, mm. */
  arcMm: number
  /** Arc length at each point of the curves, mm: it unrolls the sheet. */
  arcsMm: number[]
  /** Glassy from the brink for so much of the arc, mm. */
  glassyMm: number
  /** Share of the sheet that is broken and white. */
  whiteFraction: number
  /** Depth of the pool caught under the sheet, and how far out the water runs level, mm. */
  poolDepthMm: number
  dropLengthMm: number
  /** Tail water at which the jump stands at the foot, mm. */
  tailDepthMm: number
  stripMm: number
}

/**
 * The sheet over a drop, at full size and then made small.
 *
 * @param scale          millimetres of the real thing to one of the model
 * @param dropMm         from the crest to the foot, mm on the model
 * @param unitDischarge  full size, m²/s
 * @param start          depth and speed over the edge; left out: as from a quiet pool
 * @example fallCurve(48, 30, 0.25).landMm // 21.8
 */
export function fallCurve(
  scale: number,
  dropMm: number,
  unitDischarge: number,
  start: Brink = brink(unitDischarge)
): FallCurve {
  const dropM = (dropMm * scale) / 1000
  const sheet = nappe(unitDischarge, dropM, start)
  const foot = plunge(unitDischarge, dropM)
  const mm = (metres: number) => (metres / scale) * 1000
  const line = (points: readonly (readonly [number, number])[]) =>
    points.map(([x, z]): Point2 => [mm(x), mm(z)])
  const arcMm = mm(sheet.arcM)
  const glassyMm = Math.min(arcMm, mm(breakUp(unitDischarge)))
  return {
    unitDischargeM2S: unitDischarge,
    criticalDepthM: start.criticalDepthM,
    brinkDepthM: start.depthM,
    brinkSpeedMS: start.speedMS,
    headMm: mm(start.headM),
    landMm: mm(sheet.landM),
    landAngleDeg: sheet.landAngleDeg,
    landSpeedMS: sheet.landSpeedMS,
    footThicknessMm: mm(sheet.footThicknessM),
    brinkThicknessMm: mm(start.depthM),
    lowerFace: line(sheet.lower),
    upperFace: line(sheet.upper),
    middle: line(sheet.middle.map((p) => [p.x, p.z])),
    arcMm,
    arcsMm: sheet.middle.map((p) => mm(p.arcM)),
    glassyMm,
    whiteFraction: 1 - glassyMm / arcMm,
    poolDepthMm: mm(foot.poolDepthM),
    dropLengthMm: mm(foot.dropLengthM),
    tailDepthMm: mm(foot.tailDepthM),
    stripMm: arcMm + 2 * TUCK_MM
  }
}
