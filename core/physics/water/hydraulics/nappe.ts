import { criticalDepth, requirePositive } from './channel'
import { GRAVITY } from '../../gravity'
import { degrees, radians } from '../../shape/angles'

/** Share of the critical depth that stands over the brink of a fall from quiet water. @source Rouse 1936 */
export const BRINK_SHARE = 0.715
/** Discharge coefficient of a rounded or sharp crest in ⅔ C_d √(2g) h^1.5. Typical, from memory. */
export const WEIR_CD = 0.62

/** How the water comes to the brink. */
export interface Brink {
  criticalDepthM: number
  depthM: number
  speedMS: number
  /** How far the quiet pool behind stands over the brink, m; for fast water its own depth. */
  headM: number
}

/**
 * Depth and speed over a brink: 0.715 y_c from quiet water, y·Fr²/(Fr² + 0.4) from fast.
 *
 * @param unitDischarge   m²/s
 * @param approachFroude  Froude number upstream; left out or not above 1: quiet water
 * @source Rouse 1936; Chow (1959), ch. 3; for fast water the momentum balance as in Hager 1983; from memory
 * @example brink(2).depthM // 0.530
 */
export function brink(unitDischarge: number, approachFroude?: number): Brink {
  const critical = criticalDepth(unitDischarge)
  if (approachFroude === undefined || approachFroude <= 1) {
    const depthM = BRINK_SHARE * critical
    return {
      criticalDepthM: critical,
      depthM,
      speedMS: unitDischarge / depthM,
      headM: 1.5 * critical
    }
  }
  const before = critical / Math.cbrt(approachFroude ** 2)
  const depthM = (before * approachFroude ** 2) / (approachFroude ** 2 + 0.4)
  return { criticalDepthM: critical, depthM, speedMS: unitDischarge / depthM, headM: before }
}

/**
 * A point of the sheet: along from the brink and up from the crest, m; its thickness across the
 * stream and its speed.
 */
export interface SheetPoint {
  x: number
  z: number
  thicknessM: number
  speedMS: number
  arcM: number
  angleDeg: number
}

/** The falling sheet, full size. Faces start over the crest (x 0) and end at the foot. */
export interface Nappe {
  middle: SheetPoint[]
  lower: [x: number, z: number][]
  upper: [x: number, z: number][]
  /** Where the middle of the sheet meets the foot, m from the brink. */
  landM: number
  landAngleDeg: number
  landSpeedMS: number
  footThicknessM: number
  arcM: number
}

const POINTS = 40

/**
 * The sheet in free fall: its middle is a trajectory from half the brink depth, thinned so that
 * thickness × speed stays
 * the discharge; the faces lie half a thickness to either side, square to the stream.
 *
 * @param unitDischarge  m²/s
 * @param dropM          from the crest down to the foot, m
 * @param start          depth and speed at the brink
 * @source free trajectory, as for aerated nappes in Chow (1959), ch. 14; the pressure in the sheet
 *   is taken for none
 * @example nappe(2, 4, brink(2)).landM // 3.52
 */
export function nappe(unitDischarge: number, dropM: number, start: Brink): Nappe {
  requirePositive({ unitDischarge, dropM })
  const from = start.depthM / 2
  const fallTime = Math.sqrt((2 * (dropM + from)) / GRAVITY)
  const middle: SheetPoint[] = []
  let arcM = 0
  for (let i = 0; i <= POINTS; i++) {
    const t = (fallTime * i) / POINTS
    const down = GRAVITY * t
    const speedMS = Math.hypot(start.speedMS, down)
    const x = start.speedMS * t
    const z = from - (GRAVITY * t * t) / 2
    const last = middle.at(-1)
    if (last) arcM += Math.hypot(x - last.x, z - last.z)
    middle.push({
      x,
      z,
      thicknessM: unitDischarge / speedMS,
      speedMS,
      arcM,
      angleDeg: degrees(Math.atan2(down, start.speedMS))
    })
  }
  const face = (side: 1 | -1) =>
    middle.map(({ x, z, thicknessM, angleDeg }): [number, number] => {
      const slope = radians(angleDeg)
      return [
        x + (side * Math.sin(slope) * thicknessM) / 2,
        z + (side * Math.cos(slope) * thicknessM) / 2
      ]
    })
  const foot = middle.at(-1)!
  return {
    middle,
    lower: face(-1),
    upper: face(1),
    landM: foot.x,
    landAngleDeg: foot.angleDeg,
    landSpeedMS: foot.speedMS,
    footThicknessM: foot.thicknessM,
    arcM
  }
}

/**
 * Length of sheet that stays whole before it breaks into drops, 6 q^0.32, m.
 *
 * @source Horeni 1956, as quoted for jets of dams; from memory
 * @example breakUp(0.1) // 2.87
 */
export const breakUp = (unitDischarge: number): number => 6 * unitDischarge ** 0.32

/**
 * Discharge over a weir by the head of the quiet water over its crest, q = ⅔ C_d √(2g) h^1.5.
 *
 * @source Poleni 1717, in any handbook
 * @example weirDischarge(0.5, 0.62) // 0.647
 */
export const weirDischarge = (headM: number, cd = WEIR_CD): number =>
  (2 / 3) * cd * Math.sqrt(2 * GRAVITY) * Math.max(0, headM) ** 1.5
/**
 * Discharge of a quiet pool over a broad lip where the depth becomes critical, h = 1.5 y_c: the
 * other way round of `brink`.
 */
export const lipDischarge = (headM: number): number =>
  Math.sqrt(GRAVITY * (Math.max(0, headM) / 1.5) ** 3)
