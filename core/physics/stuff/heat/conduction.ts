/**
 * A chain of cells that pass heat to their neighbours and lose it to the air at both ends and,
 * where given, sideways:
 * a slab in layers, or a cylinder in rings. Capacities J/K, conductances W/K, for the same face or
 * length throughout.
 */
export interface HeatChain {
  /** Cells in use; a later pour brings more. */
  count: number
  tempC: Float64Array
  capacity: Float64Array
  /** Between cell i and the one before it; link[0] is not used. */
  link: Float64Array
  /** From each cell straight to the air. */
  side: Float64Array
  /** Of the first cell to what is under it, and of the last to the air above. */
  foot: number
  top: number
  airC: number
}

/** Room for a chain of so many cells, all at one temperature. */
export function heatChain(size: number, tempC: number, airC: number): HeatChain {
  return {
    count: 0,
    foot: 0,
    top: 0,
    airC,
    tempC: new Float64Array(size).fill(tempC),
    capacity: new Float64Array(size),
    link: new Float64Array(size),
    side: new Float64Array(size)
  }
}

/** Scratch that a step needs, made once. */
export interface StepRoom {
  upper: Float64Array
  right: Float64Array
}
export const stepRoom = (size: number): StepRoom => ({
  upper: new Float64Array(size),
  right: new Float64Array(size)
})

/**
 * Slightly past the middle of the step: second order to the eye, and no ringing when a cold pour
 * meets a warm bed.
 */
const THETA = 0.55

/**
 * One implicit step of conduction with a heat source (the θ-method over finite volumes, Thomas's
 * algorithm): what is
 * released, stored and lost adds up to rounding.
 *
 * @param chain     cells; not changed
 * @param releasedJ heat released in each cell during the step, J
 * @param dtS       length of the step, s
 * @param into      takes the temperatures after the step, °C
 * @returns         heat lost to the air during the step, J
 * @source Patankar, Numerical Heat Transfer and Fluid Flow (1980), ch. 4; written from memory
 */
export function conduct(
  chain: HeatChain,
  releasedJ: Float64Array,
  dtS: number,
  into: Float64Array,
  { upper, right }: StepRoom
): number {
  const { count: n, tempC: t, capacity, link, side, airC } = chain
  for (let i = 0; i < n; i++) {
    const down = i > 0 ? link[i] : 0
    const up = i < n - 1 ? link[i + 1] : 0
    const out = side[i] + (i === 0 ? chain.foot : 0) + (i === n - 1 ? chain.top : 0)
    const now =
      (i > 0 ? down * (t[i - 1] - t[i]) : 0) +
      (i < n - 1 ? up * (t[i + 1] - t[i]) : 0) +
      out * (airC - t[i])
    const diagonal = capacity[i] + dtS * THETA * (down + up + out)
    const rhs = capacity[i] * t[i] + releasedJ[i] + dtS * ((1 - THETA) * now + THETA * out * airC)
    // forward sweep in place
    const a = -dtS * THETA * down
    const pivot = i > 0 ? diagonal - a * upper[i - 1] : diagonal
    upper[i] = (-dtS * THETA * up) / pivot
    right[i] = (rhs - (i > 0 ? a * right[i - 1] : 0)) / pivot
  }
  into[n - 1] = right[n - 1]
  for (let i = n - 2; i >= 0; i--) into[i] = right[i] - upper[i] * into[i + 1]
  let lost = 0
  for (let i = 0; i < n; i++) {
    const out = side[i] + (i === 0 ? chain.foot : 0) + (i === n - 1 ? chain.top : 0)
    if (out > 0) lost += out * dtS * (THETA * (into[i] - airC) + (1 - THETA) * (t[i] - airC))
  }
  return lost
}
