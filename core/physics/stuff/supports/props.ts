import { Matrix, solve } from 'ml-matrix'
import { bentStrip, restLine, stiffness, stripWeight, type Strip } from './elastica'

export interface Props {
  /** Fewest props for which it droops no more than the limit. */
  count: number
  /** Where they touch, along the strip from its held end, mm. */
  atMm: number[]
  /** What is left of the droop, mm. */
  droopMm: number
  /** What each bears, N for a metre of the strip's width. */
  loadN: number[]
}

/** More props than this are a cradle: cast or pack it instead. */
export const MOST_PROPS = 8
/** Places along the strip where a prop may touch. */
const PLACES = 40
const PER_PLACE = 80 / PLACES

/**
 * What a load at one place sinks another: metres for a newton, row by row. Bending of a clamped
 * curved bar, by unit loads.
 */
interface Sinking {
  by: Float64Array
  /** Droop under its own load, without props, at each place, m. */
  free: Float64Array
}

/**
 * Sinking of a clamped bar of any line: at a for a load at b, ∫ (x_a − x)(x_b − x)/EI ds as far as
 * the nearer of the two.
 *
 * @source the method of unit loads (Castigliano); written from memory
 */
function sinkingOf(strip: Strip, bendingNM: number): Sinking {
  const line = restLine(strip)
  const ds = strip.lengthMm / 1000 / (line.length - 1)
  const x = line.map((p) => p[0] / 1000)
  const at = (place: number) => Math.round(place * PER_PLACE)
  const by = new Float64Array(PLACES * PLACES)
  for (let a = 1; a <= PLACES; a++) {
    for (let b = 1; b <= a; b++) {
      let sum = 0
      for (let i = 0; i < at(b); i++) {
        const m = (x[i] + x[i + 1]) / 2
        sum += (x[at(a)] - m) * (x[at(b)] - m)
      }
      by[(a - 1) * PLACES + b - 1] = by[(b - 1) * PLACES + a - 1] = (sum * ds) / bendingNM
    }
  }
  const each = (stripWeight(strip) * strip.lengthMm) / 1000 / PLACES
  const free = new Float64Array(PLACES)
  for (let a = 0; a < PLACES; a++) {
    for (let b = 0; b < PLACES; b++)
      free[a] += by[a * PLACES + b] * each * (b === PLACES - 1 ? 0.5 : 1)
    free[a] += by[a * PLACES + PLACES - 1] * (strip.tipN ?? 0)
  }
  return { by, free }
}

/** Loads on stiff props at these places: each stops its own place from sinking, none pulls. */
function loadsOn(places: readonly number[], { by, free }: Sinking): number[] {
  let standing = [...places]
  for (;;) {
    if (standing.length === 0) return places.map(() => 0)
    const loads = solve(
      new Matrix(standing.map((a) => standing.map((b) => by[a * PLACES + b]))),
      Matrix.columnVector(standing.map((a) => free[a]))
    ).to1DArray()
    const lazy = loads.findIndex((n) => n < 0)
    if (lazy < 0) return places.map((p) => (standing.includes(p) ? loads[standing.indexOf(p)] : 0))
    standing = standing.filter((_, i) => i !== lazy)
  }
}

function droopWith(places: readonly number[], sinking: Sinking): number {
  const loads = loadsOn(places, sinking)
  let most = 0
  for (let a = 0; a < PLACES; a++) {
    let sunk = sinking.free[a]
    places.forEach((p, i) => {
      sunk -= sinking.by[a * PLACES + p] * loads[i]
    })
    most = Math.max(most, Math.abs(sunk))
  }
  return most
}

/**
 * The best places for so many props: each in turn moved to where the droop is least, until none
 * wants to move.
 */
function bestPlaces(count: number, sinking: Sinking): number[] {
  let places = Array.from({ length: count }, (_, i) =>
    Math.min(PLACES - 1, Math.round(((i + 1) / (count + 0.4)) * PLACES) - 1)
  )
  let droop = droopWith(places, sinking)
  for (let round = 0; round < 30; round++) {
    const before = droop
    for (let i = 0; i < count; i++) {
      for (let p = 0; p < PLACES; p++) {
        if (places.includes(p)) continue
        const moved = places.map((old, k) => (k === i ? p : old)).sort((a, b) => a - b)
        const now = droopWith(moved, sinking)
        if (now < droop - 1e-12) [places, droop] = [moved, now]
      }
    }
    if (droop >= before) break
  }
  return places
}

const told = (strip: Strip, places: readonly number[], sinking: Sinking): Props => ({
  count: places.length,
  droopMm: droopWith(places, sinking) * 1000,
  atMm: places.map((p) => ((p + 1) * strip.lengthMm) / PLACES),
  loadN: loadsOn(places, sinking)
})

/**
 * One prop after the other: the best found with so many, or with fewer where one more would only
 * lift what hangs beyond it.
 */
function* propping(strip: Strip): Generator<Props, void> {
  const sinking = sinkingOf(strip, stiffness(strip.thicknessMm, strip.modulusGPa))
  let best = told(strip, [], sinking)
  yield best
  for (let count = 1; count <= MOST_PROPS; count++) {
    const found = told(strip, bestPlaces(count, sinking), sinking)
    if (found.droopMm < best.droopMm) best = found
    yield best
  }
}

/**
 * Droop with no more than so many props in their best places; bending taken as small, as it is once
 * it is propped.
 */
export function propped(strip: Strip, count: number): Props {
  let [best, tried]: [Props | null, number] = [null, 0]
  for (best of propping(strip)) if (tried++ >= count) break
  return best!
}

/**
 * Droop with props where the builder puts them, to the nearest fortieth of the strip.
 * @example proppedAt({ lengthMm: 100, thicknessMm: 1, modulusGPa: 1, filmDensityGCm3: 1, wetMm: 0,
 * gelDensityGCm3: 1 }, [100]).loadN // [0.368]: three eighths of its weight
 */
export function proppedAt(strip: Strip, atMm: readonly number[]): Props {
  const places = [
    ...new Set(
      atMm.map((mm) =>
        Math.min(PLACES - 1, Math.max(0, Math.round((mm / strip.lengthMm) * PLACES) - 1))
      )
    )
  ].sort((a, b) => a - b)
  return told(strip, places, sinkingOf(strip, stiffness(strip.thicknessMm, strip.modulusGPa)))
}

/**
 * Fewest props, best spaced, that keep a strip within a limit while its gel is wet.
 *
 * @param limitMm  droop the eye forgives, mm
 * @returns        the props; null where even `MOST_PROPS` do not do
 * @example propsFor({ lengthMm: 60, thicknessMm: 0.2, modulusGPa: 1.8, filmDensityGCm3: 1.28,
 *   wetMm: 2, gelDensityGCm3: 1.05 }, 1)!.count // 1
 */
export function propsFor(strip: Strip, limitMm: number): Props | null {
  const { droopMm } = bentStrip(strip)
  if (droopMm <= limitMm) return { count: 0, atMm: [], droopMm, loadN: [] }
  for (const found of propping(strip)) if (found.count > 0 && found.droopMm <= limitMm) return found
  return null
}
