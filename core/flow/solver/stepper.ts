import { handOver, type Drops } from './drops'
import { fillEdges, type Edges, type Swell } from './edges'
import { cellOf, GHOSTS, volumeM3, type Field } from './field'

/** Share of the longest step that is taken: half of it keeps every depth positive in two directions. */
export const CFL = 0.45

/** Arrays of as many numbers as cells that one step works on: bed, roughness, two states, two speeds, three rates. */
export const STEP_ARRAYS = 13

/** Water that comes in from nowhere: a spring at a cell of the field, m³/s. */
export interface Spring { cell: number; m3S: number }

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
export interface Tally { steps: number; cellUpdates: number; inflowM3: number; startM3: number; fastestMS: number }

/** Takes a field on in time. Its arrays are made once; a step makes none. */
export interface Stepper {
  field: Field
  tally: Tally
  /** Speeds to the east and north in the last stage that was taken, m/s. */
  u: Float64Array
  v: Float64Array
  /** One step, not beyond a time; says how long it was, s. */
  step: (untilS: number) => number
  /** Changes the springs: a sluice that is opened. */
  setSprings: (springs: readonly Spring[]) => void
}

/**
 * A stepper of the two-dimensional shallow-water equations: second order in space by limited slopes and in time by
 * Heun's two stages, friction by Manning taken implicitly in each.
 *
 * @source Audusse et al. (2004) for the whole scheme; Heun's method; Manning 1891; written from memory
 */
export function stepper({ field, edges, manning, springs = [], swell = null, drops = null, order = 2 }: StepperOptions): Stepper {
  const { cols, rows, stride, z, dxM, kernel } = field
  const { calls } = kernel
  const array = () => kernel.numbers(field.h.length)
  const [h1, hu1, hv1, mh, mu, mv, u, v, rough] = [array(), array(), array(), array(), array(), array(), array(), array(), array()]
  if (typeof manning === 'number') rough.fill(manning)
  else rough.set(manning)
  const low = kernel.integers(rows + 2 * GHOSTS)
  const high = kernel.integers(rows + 2 * GHOSTS)
  const perM = 1 / dxM
  const perM2 = perM * perM
  const second = order - 1
  let sources: readonly Spring[] = springs
  const tally: Tally = { steps: 0, cellUpdates: 0, inflowM3: 0, startM3: volumeM3(field), fastestMS: 0 }

  const at = (array: Float64Array | Int32Array) => array.byteOffset
  const [zAt, hAt, huAt, hvAt, h1At, hu1At, hv1At, mhAt, muAt, mvAt, uAt, vAt, lowAt, highAt] = [z, field.h, field.hu, field.hv, h1, hu1, hv1, mh, mu, mv, u, v, low, high].map(at)
  const roughAt = at(rough)

  /** Rates of change of a state whose speeds are known. */
  function rates(h: Float64Array): void {
    mh.fill(0)
    mu.fill(0)
    mv.fill(0)
    const from = GHOSTS - 1
    for (let r = GHOSTS; r < rows + GHOSTS; r++) {
      const [first, last] = [Math.max(from, low[r] - 1), Math.min(cols + GHOSTS, high[r] + 1)]
      if (last > first) calls.faces(zAt, at(h), uAt, vAt, mhAt, muAt, mvAt, 1, r * stride + first, r * stride + last, perM, second)
    }
    for (let r = from; r < rows + GHOSTS; r++) {
      const [first, last] = [Math.max(GHOSTS, Math.min(low[r], low[r + 1])), Math.min(cols + GHOSTS, Math.max(high[r], high[r + 1]) + 1)]
      if (last > first) calls.faces(zAt, at(h), vAt, uAt, mhAt, mvAt, muAt, stride, r * stride + first, r * stride + last, perM, second)
    }
    if (drops) handOver(field, h, u, v, mh, mu, mv, drops, order)
    for (const s of sources) mh[s.cell] += s.m3S * perM2
  }

  /** What comes in through the edges and springs by the rates just worked out, m³/s: the ghosts have it on their side. */
  function inflow(): number {
    let sum = 0
    const [s, n] = [cellOf(field, -1, 0), cellOf(field, rows, 0)]
    for (let c = 0; c < cols; c++) sum -= mh[s + c] + mh[n + c]
    const [w, e] = [cellOf(field, 0, -1), cellOf(field, 0, cols)]
    for (let r = 0; r < rows; r++) sum -= mh[w + r * stride] + mh[e + r * stride]
    sum *= dxM * dxM
    for (const spring of sources) sum += spring.m3S
    return sum
  }

  /** A state moved on by the rates just worked out, into the second one. */
  function stage(h: number, hu: number, hv: number, dt: number): void {
    let least = 0
    for (let r = GHOSTS; r < rows + GHOSTS; r++) least = Math.min(least, calls.stage(h, hu, hv, uAt, vAt, mhAt, muAt, mvAt, h1At, hu1At, hv1At, roughAt, r * stride + GHOSTS, r * stride + GHOSTS + cols, dt))
    if (least < 0) repay()
  }
  /** Cells that gave more than they had take it back from the deepest of their neighbours: nothing is made from nothing. */
  function repay(): void {
    for (let r = GHOSTS; r < rows + GHOSTS; r++) {
      for (let i = r * stride + GHOSTS, end = i + cols; i < end; i++) {
        if (!(h1[i] < 0)) continue
        const c = i - r * stride
        let from = -1
        for (const n of [c > GHOSTS ? i - 1 : -1, c < cols + GHOSTS - 1 ? i + 1 : -1, r > GHOSTS ? i - stride : -1, r < rows + GHOSTS - 1 ? i + stride : -1]) if (n >= 0 && (from < 0 || h1[n] > h1[from])) from = n
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
    field, tally, u, v,
    setSprings: (next) => { sources = next },
    step: (untilS) => {
      const { h, hu, hv } = field
      const all = rows + 2 * GHOSTS
      fillEdges(field, h, hu, hv, edges, swell, field.timeS)
      const fastest = calls.speeds(hAt, huAt, hvAt, uAt, vAt, lowAt, highAt, stride, all)
      const dt = Math.min(untilS - field.timeS, fastest > 0 ? (CFL * dxM) / fastest : Infinity, sources.length > 0 ? (CFL * dxM) / Math.max(fastest, 1) : Infinity)
      rates(h)
      let came = inflow()
      stage(hAt, huAt, hvAt, dt)
      if (order === 2) {
        fillEdges(field, h1, hu1, hv1, edges, swell, field.timeS + dt)
        calls.speeds(h1At, hu1At, hv1At, uAt, vAt, lowAt, highAt, stride, all)
        rates(h1)
        came = (came + inflow()) / 2
        stage(h1At, hu1At, hv1At, dt)
        for (let r = GHOSTS; r < rows + GHOSTS; r++) {
          const [first, last] = [r * stride + GHOSTS, r * stride + GHOSTS + cols]
          calls.mean(hAt, h1At, first, last)
          calls.mean(huAt, hu1At, first, last)
          calls.mean(hvAt, hv1At, first, last)
        }
      } else {
        h.set(h1)
        hu.set(hu1)
        hv.set(hv1)
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
