import type { Point2 } from '../../physics/shape/polygon'
import { criticalDepth } from '../../physics/water/hydraulics/channel'
import { GRAVITY } from '../../physics/gravity'
import { stepFlow, type StepFlow } from '../../physics/water/hydraulics/drop'
import { breakUp } from '../../physics/water/hydraulics/nappe'
import { fallCurve, TUCK_MM, type FallCurve } from './fallCurve'
import { modelMm, realM } from '../../physics/shape/units'
import { degrees } from '../../physics/shape/angles'

/** Friction of white water over steps, Darcy f. @source Chanson 1994 gives about 0.2; from memory */
const STEP_FRICTION = 0.2

/**
 * The steps themselves, from the crest to the foot: risers and treads, mm from the crest.
 * @example stepsLine(20, 2, 8) // [[0,0],[0,-10],[8,-10],[8,-20]]
 */
export const stepsLine = (dropMm: number, steps: number, treadMm: number): Point2[] =>
  Array.from({ length: steps }, (_, k): Point2[] => [
    [k * treadMm, (-k * dropMm) / steps],
    [k * treadMm, (-(k + 1) * dropMm) / steps]
  ]).flat()

/** How water goes down steps, and the sheet that shows it. */
export function steppedCurve(
  scale: number,
  dropMm: number,
  q: number,
  steps: number,
  treadMm: number
): { flow: StepFlow; curve: FallCurve } {
  const riseMm = dropMm / steps
  const flow = stepFlow(q, realM(riseMm, scale), realM(treadMm, scale))
  const one = fallCurve(scale, riseMm, q)
  const whole = fallCurve(scale, dropMm, q)
  const curve =
    flow === 'nappe'
      ? downTreads(one, riseMm, treadMm, steps, scale, q)
      : overEdges(one, riseMm, treadMm, steps, scale, q)
  return { flow, curve: { ...whole, ...curve } }
}

type Shape = Pick<
  FallCurve,
  | 'lowerFace'
  | 'upperFace'
  | 'middle'
  | 'arcMm'
  | 'arcsMm'
  | 'landMm'
  | 'landAngleDeg'
  | 'landSpeedMS'
  | 'footThicknessMm'
  | 'glassyMm'
  | 'whiteFraction'
  | 'stripMm'
>

/** A small fall on every tread, and along it to the next edge. */
function downTreads(
  one: FallCurve,
  riseMm: number,
  treadMm: number,
  steps: number,
  scale: number,
  q: number
): Shape {
  const within = (line: readonly Point2[], k: number) =>
    line
      .filter(([x, z]) => x < treadMm && z > -riseMm)
      .map(([x, z]): Point2 => [k * treadMm + x, z - k * riseMm])
  const onTread = modelMm(criticalDepth(q), scale)
  const each = (line: readonly Point2[], over: number) =>
    Array.from({ length: steps }, (_, k) => [
      ...within(line, k),
      ...(k + 1 < steps
        ? [[(k + 1) * treadMm, over - (k + 1) * riseMm] as Point2]
        : [[k * treadMm + Math.min(one.landMm, treadMm), over * 0.5 - (k + 1) * riseMm] as Point2])
    ]).flat()
  return measured(
    {
      lower: each(one.lowerFace, 0),
      middle: each(one.middle, onTread / 2),
      upper: each(one.upperFace, onTread)
    },
    {
      landMm: (steps - 1) * treadMm + Math.min(one.landMm, treadMm),
      landAngleDeg: one.landAngleDeg,
      landSpeedMS: one.landSpeedMS,
      footThicknessMm: one.footThicknessMm
    },
    Math.min(one.arcMm, modelMm(breakUp(q), scale))
  )
}

/** One white stream over the edges, after the length it needs to take in air. */
function overEdges(
  one: FallCurve,
  riseMm: number,
  treadMm: number,
  steps: number,
  scale: number,
  q: number
): Shape {
  const slope = Math.atan2(riseMm, treadMm)
  const depthM = Math.cbrt((q * q * STEP_FRICTION) / (8 * GRAVITY * Math.sin(slope)))
  const thick = modelMm(depthM, scale)
  const [nx, nz] = [Math.sin(slope), Math.cos(slope)]
  const edges = Array.from({ length: steps }, (_, k): Point2 => [k * treadMm, -k * riseMm])
  const end: Point2 = [(steps - 1) * treadMm + treadMm * 0.9, -steps * riseMm]
  const along = [...edges, end]
  const off = (by: number) =>
    along.map(([x, z], i): Point2 =>
      i === 0 ? [x, z + one.brinkThicknessMm * (by / thick)] : [x + nx * by, z + nz * by]
    )
  // white begins where the layer at the steps reaches the surface
  const k = realM(riseMm, scale) * Math.cos(slope)
  const inception =
    9.719 *
    Math.sin(slope) ** 0.0796 *
    (q / Math.sqrt(GRAVITY * Math.sin(slope) * k ** 3)) ** 0.713 *
    k
  return measured(
    { lower: along, middle: off(thick / 2), upper: off(thick) },
    {
      landMm: end[0],
      landAngleDeg: degrees(slope),
      landSpeedMS: q / depthM,
      footThicknessMm: thick
    },
    modelMm(inception, scale)
  )
}

function measured(
  faces: { lower: Point2[]; middle: Point2[]; upper: Point2[] },
  landing: Pick<Shape, 'landMm' | 'landAngleDeg' | 'landSpeedMS' | 'footThicknessMm'>,
  glassy: number
): Shape {
  const arcsMm = arcs(faces.middle)
  const arcMm = arcsMm.at(-1)!
  const glassyMm = Math.min(arcMm, glassy)
  return {
    ...landing,
    lowerFace: faces.lower,
    middle: faces.middle,
    upperFace: faces.upper,
    arcsMm,
    arcMm,
    glassyMm,
    whiteFraction: 1 - glassyMm / arcMm,
    stripMm: arcMm + 2 * TUCK_MM
  }
}

/** Arc length at every point of a line, mm. @example arcs([[0, 0], [3, 4]]) // [0, 5] */
export function arcs(line: readonly Point2[]): number[] {
  let sum = 0
  return line.map((p, i) =>
    i === 0 ? 0 : (sum += Math.hypot(p[0] - line[i - 1][0], p[1] - line[i - 1][1]))
  )
}

/** A sheet that runs down the face: as thick as its speed leaves it, without a leap. */
export function clingingCurve(scale: number, dropMm: number, q: number): FallCurve {
  const free = fallCurve(scale, dropMm, q)
  const thickness = free.middle.map(
    (_, i) =>
      free.brinkThicknessMm +
      (free.footThicknessMm - free.brinkThicknessMm) * Math.sqrt(i / (free.middle.length - 1))
  )
  const heights = free.middle.map((_, i) => -dropMm * (i / (free.middle.length - 1)) ** 1.5)
  const lower = heights.map((z): Point2 => [0, z])
  const upper = heights.map((z, i): Point2 =>
    i === 0
      ? [0, free.brinkThicknessMm]
      : [thickness[i], z + free.brinkThicknessMm * Math.max(0, 1 - i / 6)]
  )
  const middle = heights.map((_, i): Point2 => [
    (lower[i][0] + upper[i][0]) / 2,
    (lower[i][1] + upper[i][1]) / 2
  ])
  return {
    ...free,
    ...measured(
      { lower, middle, upper },
      {
        landMm: thickness.at(-1)! / 2,
        landAngleDeg: 90,
        landSpeedMS: free.landSpeedMS,
        footThicknessMm: free.footThicknessMm
      },
      free.glassyMm
    )
  }
}
