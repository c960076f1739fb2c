import { handOver, type Drops } from './drops'
import { fillEdges, type Edges, type Swell } from './edges'
import { GHOSTS, SWEEP_ROWS, volumeM3, type Field } from './field'

/** Share of the longest step that is taken: half of it keeps every depth positive in two directions. */
export const CFL = 0.45

/**
 * Arrays of as many numbers as cells that one step works on: bed, roughness, two states, two
 * speeds, what is brought.
 */
export const STEP_ARRAYS = 13

/**
 * Water that comes in from nowhere, with the speed of the water there: a spring at a cell of the
 * field, m³/s.
 */
export interface Spring {
  cell: number
  m3S: number
}

export interface StepperOptions {
  field: Field
  edges: Edges
  manning: number | Float64Array
  springs?: readonly Spring[]
  swell?: Swell | null
  drops?: Drops | null
  order?: 1 | 2
}

/** What a stepper has counted since it began. */
export interface Tally {
  steps: number
  cellUpdates: number
  inflowM3: number
  startM3: number
  fastestMS: number
}

/** Takes a field on in time. Its arrays are made once; a step makes none. */
export interface Stepper {
  field: Field
  tally: Tally
  /** Speeds to the east and north in the last stage that was taken, m/s. */
  u: Float64Array
  v: Float64Array
  /** One step, not beyond a time; says how long it was, s. */
  step: (untilS: number) => number
}

/**
 * A stepper of the two-dimensional shallow-water equations: second order in space by limited slopes
 * and in time by
 * Heun's two stages, friction by Manning taken implicitly in each.
 *
 * @source Audusse et al. (2004) for the whole scheme; Heun's method; Manning 1891; written from memory
 */
export function stepper({
  field,
  edges,
  manning,
  springs = [],
  swell = null,
  drops = null,
  order = 2
}: StepperOptions): Stepper {
  const { cols, rows, stride, z, dxM, kernel } = field
  const { calls } = kernel
  const array = () => kernel.numbers(field.h.length)
  const [h1, hu1, hv1, mh, mu, mv, u, v, rough] = [
    array(),
    array(),
    array(),
    array(),
    array(),
    array(),
    array(),
    array(),
    array()
  ]
  if (typeof manning === 'number') rough.fill(manning)
  else rough.set(manning)
  const low = kernel.integers(rows + 2 * GHOSTS)
  const high = kernel.integers(rows + 2 * GHOSTS)
  const room = kernel.numbers(SWEEP_ROWS * (stride + 2) + 8)
  const perM = 1 / dxM
  const perM2 = perM * perM
  const tally: Tally = {
    steps: 0,
    cellUpdates: 0,
    inflowM3: 0,
    startM3: volumeM3(field),
    fastestMS: 0
  }

  const at = (array: Float64Array | Int32Array) => array.byteOffset
  const [zAt, uAt, vAt, mhAt, muAt, mvAt, roughAt, lowAt, highAt, roomAt] = [
    z,
    u,
    v,
    mh,
    mu,
    mv,
    rough,
    low,
    high,
    room
  ].map(at)
  const first = [field.h, field.hu, field.hv] as const
  const between = [h1, hu1, hv1] as const

  /**
   * One stage from a state whose speeds are known: to a second state, or to the mean of that and
   * the first. Gives what comes in, m³/s.
   */
  function stage(
    state: readonly Float64Array[],
    out: readonly Float64Array[],
    dt: number,
    settle: boolean
  ): number {
    const [h, hu, hv] = state
    if (drops || springs.length > 0) for (const m of [mh, mu, mv]) m.fill(0)
    if (drops) handOver(field, h, u, v, mh, mu, mv, drops, order)
    let came = 0
    for (const s of springs) {
      // it comes in as fast as the water there: it needs no push of its own
      const rate = s.m3S * perM2
      mh[s.cell] += rate
      mu[s.cell] += rate * u[s.cell]
      mv[s.cell] += rate * v[s.cell]
      came += s.m3S
    }
    const [hAt, huAt, hvAt, h1At, hu1At, hv1At] = [h, hu, hv, ...out].map(at)
    const least = calls.sweep(
      zAt,
      hAt,
      huAt,
      hvAt,
      uAt,
      vAt,
      mhAt,
      muAt,
      mvAt,
      h1At,
      hu1At,
      hv1At,
      roughAt,
      lowAt,
      highAt,
      roomAt,
      stride,
      cols,
      rows,
      dt,
      perM,
      order - 1,
      settle ? 1 : 0
    )
    if (least < 0) repay(out)
    return came + room[0] * dxM
  }
  /**
   * Cells that gave more than they had take it back from the deepest of their neighbours: nothing
   * is made from nothing.
   */
  function repay([h1, hu1, hv1]: readonly Float64Array[]): void {
    for (let r = GHOSTS; r < rows + GHOSTS; r++) {
      for (let i = r * stride + GHOSTS, end = i + cols; i < end; i++) {
        if (!(h1[i] < 0)) continue
        const c = i - r * stride
        let from = -1
        for (const n of [
          c > GHOSTS ? i - 1 : -1,
          c < cols + GHOSTS - 1 ? i + 1 : -1,
          r > GHOSTS ? i - stride : -1,
          r < rows + GHOSTS - 1 ? i + stride : -1
        ])
          if (n >= 0 && (from < 0 || h1[n] > h1[from])) from = n
        if (from < 0 || h1[from] < -h1[i]) continue
        const k = (h1[from] + h1[i]) / h1[from]
        h1[from] += h1[i]
        hu1[from] *= k
        hv1[from] *= k
        h1[i] = 0
      }
    }
  }

  return {
    field,
    tally,
    u,
    v,
    step: (untilS) => {
      const speeds = ([h, hu, hv]: readonly Float64Array[]) =>
        calls.speeds(at(h), at(hu), at(hv), uAt, vAt, lowAt, highAt, stride, rows + 2 * GHOSTS)
      fillEdges(field, ...first, edges, rough, swell, field.timeS)
      const fastest = speeds(first)
      const dt = Math.min(
        untilS - field.timeS,
        fastest > 0 ? (CFL * dxM) / fastest : Infinity,
        springs.length > 0 ? (CFL * dxM) / Math.max(fastest, 1) : Infinity
      )
      let came = stage(first, order === 2 ? between : first, dt, false)
      if (order === 2) {
        fillEdges(field, ...between, edges, rough, swell, field.timeS + dt)
        speeds(between)
        came = (came + stage(between, first, dt, true)) / 2
      }
      tally.inflowM3 += came * dt
      tally.steps++
      tally.cellUpdates += cols * rows
      tally.fastestMS = fastest
      field.timeS += dt
      return dt
    }
  }
}

/** Water that is there against what was there and what came in, as a share of the larger. */
export function massError({ field, tally }: Pick<Stepper, 'field' | 'tally'>): number {
  const now = volumeM3(field)
  const due = tally.startM3 + tally.inflowM3
  return Math.abs(now - due) / Math.max(1e-12, now, Math.abs(due), tally.startM3)
}
