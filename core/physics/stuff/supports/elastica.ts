import { GRAVITY } from '../../gravity'
import { halved } from '../../solve/halving'
import { radians } from '../../shape/angles'

/** A strip of film held level, or at an angle, at one end. */
export interface Strip {
  lengthMm: number
  thicknessMm: number
  modulusGPa: number
  filmDensityGCm3: number
  /** Wet gel on it, mm. */
  wetMm: number
  gelDensityGCm3: number
  /** Radius it was rolled to: it curls down over the water. Left out: flat. */
  radiusMm?: number
  /** Rise of its held end above the level, degrees. Left out: level. */
  angleDeg?: number
  /** Pull at its tip: newtons for each metre of its width. */
  tipN?: number
}

export interface Bent {
  /** How far its lowest-sinking point has sunk, mm. */
  droopMm: number
  /** Its line under load, from the held end (0, 0), mm. */
  shape: [x: number, z: number][]
}

/** Droop that the eye forgives, mm. Common practice, no source. */
export const EYE_FORGIVES_MM = 1
/** Pieces the strip is cut into. */
const PIECES = 80

/** Bending stiffness for a metre of width, N·m. @example stiffness(0.25, 1.8) // 0.00234 */
export const stiffness = (thicknessMm: number, modulusGPa: number): number =>
  (modulusGPa * 1e9 * (thicknessMm / 1000) ** 3) / 12

/** Weight of film and gel, N for a metre of length and a metre of width. */
export const stripWeight = ({
  thicknessMm,
  filmDensityGCm3,
  wetMm,
  gelDensityGCm3
}: Strip): number => GRAVITY * (thicknessMm * filmDensityGCm3 + wetMm * gelDensityGCm3)

/** Angle of the unloaded strip at each of its joints, rad. */
function restAngles({ lengthMm, radiusMm, angleDeg = 0 }: Strip): Float64Array {
  const curl = radiusMm === undefined ? 0 : lengthMm / radiusMm
  return Float64Array.from(
    { length: PIECES + 1 },
    (_, i) => radians(angleDeg) - (curl * i) / PIECES
  )
}

/** The line that runs at these angles. */
function lineOf(angles: ArrayLike<number>, lengthMm: number): [number, number][] {
  const line: [number, number][] = [[0, 0]]
  const step = lengthMm / PIECES
  for (let i = 1; i <= PIECES; i++) {
    const [x, z] = line[i - 1]
    const middle = (angles[i] + angles[i - 1]) / 2
    line.push([x + step * Math.cos(middle), z + step * Math.sin(middle)])
  }
  return line
}

/**
 * The line of a strip that bears nothing, not even itself.
 * @example restLine({ lengthMm: 30, thicknessMm: 0.2, modulusGPa: 2, filmDensityGCm3: 1.2, wetMm:
 * 1, gelDensityGCm3: 1 }).at(-1) // [30, 0]
 */
export const restLine = (strip: Strip): [number, number][] =>
  lineOf(restAngles(strip), strip.lengthMm)

/**
 * A strip bent by its own weight, the wet gel on it and a pull at its tip: the planar elastica,
 * large bending included.
 *
 * @param bendingNM  stiffness, where it is not the film's alone, N·m for a metre of width
 * @returns          its line and how far it droops
 * @source Euler's elastica, EI(θ′ − κ₀)′ = V cos θ with V the load beyond; solved by Newton steps
 *   on a chain of pieces,
 *         the load laid on bit by bit. Checked against Bisshopp & Drucker 1945.
 * @example bentStrip({ lengthMm: 30, thicknessMm: 0.25, modulusGPa: 1.8, filmDensityGCm3: 1.28,
 *   wetMm: 2, gelDensityGCm3: 1.05 }).droopMm // 1.025
 */
export function bentStrip(
  strip: Strip,
  bendingNM = stiffness(strip.thicknessMm, strip.modulusGPa)
): Bent {
  const lengthM = strip.lengthMm / 1000
  const step = lengthM / PIECES
  const rest = restAngles(strip)
  const angles = Float64Array.from(rest)
  const weight = stripWeight(strip)
  const tip = strip.tipN ?? 0
  const spread = (weight * lengthM + tip) * lengthM ** 2
  const stages = Math.min(40, Math.max(1, Math.ceil(spread / bendingNM / 1.5)))
  const [diagonal, above, right] = [0, 0, 0].map(() => new Float64Array(PIECES + 1))
  for (let stage = 1; stage <= stages; stage++) {
    const share = stage / stages
    for (let sweep = 0; sweep < 40; sweep++) {
      // joint i: stiffness × change of bend there + turning of the load beyond = 0; the free end
      // bends as it rests
      for (let i = 1; i <= PIECES; i++) {
        const last = i === PIECES
        const beyond = share * (weight * (lengthM - i * step) + tip)
        const weightHere = last ? share * (tip + weight * step * 0.25) * step * 0.5 : beyond * step
        const own = angles[i] - angles[i - 1] - (rest[i] - rest[i - 1])
        const next = last ? 0 : angles[i + 1] - angles[i] - (rest[i + 1] - rest[i])
        right[i] = -((bendingNM / step) * (own - next) + weightHere * Math.cos(angles[i]))
        diagonal[i] = (bendingNM / step) * (last ? 1 : 2) - weightHere * Math.sin(angles[i])
        above[i] = last ? 0 : -bendingNM / step
      }
      for (let i = 2; i <= PIECES; i++) {
        const f = above[i - 1] / diagonal[i - 1]
        diagonal[i] -= f * above[i - 1]
        right[i] -= f * right[i - 1]
      }
      let most = 0
      for (let i = PIECES; i >= 1; i--) {
        right[i] = (right[i] - (i < PIECES ? above[i] * right[i + 1] : 0)) / diagonal[i]
        most = Math.max(most, Math.abs(right[i]))
      }
      const damp = Math.min(1, 0.5 / most)
      for (let i = 1; i <= PIECES; i++) angles[i] += damp * right[i]
      if (most < 1e-10) break
    }
  }
  const shape = lineOf(angles, strip.lengthMm)
  const flat = lineOf(rest, strip.lengthMm)
  return { shape, droopMm: shape.reduce((most, p, i) => Math.max(most, flat[i][1] - p[1]), 0) }
}

/**
 * Most wet gel a strip bears before it droops past a limit.
 *
 * @returns mm; 0 where the film alone droops farther
 * @example mostWet({ lengthMm: 30, thicknessMm: 0.25, modulusGPa: 1.8, filmDensityGCm3: 1.28,
 *   wetMm: 0, gelDensityGCm3: 1.05 }, 1) // 1.94
 */
export function mostWet(strip: Strip, limitMm: number): number {
  const droop = (wetMm: number) => bentStrip({ ...strip, wetMm }).droopMm
  if (droop(0) >= limitMm) return 0
  let [low, high] = [0, 0.5]
  while (droop(high) < limitMm && high < 200) [low, high] = [high, high * 2]
  if (high >= 200) return 200
  return halved(low, high, (wetMm) => droop(wetMm) < limitMm, { steps: 22 })[0]
}
