import { cellAt, cellMiddle, type Grid } from '../physics/shape/grid'
import type { Point2 } from '../physics/shape/polygon'

/** Slower than this water has no way to speak of, m/s full size. */
const SLOWEST_MS = 0.04
/**
 * A line is begun no nearer to others than the spacing, and ends where it comes nearer than this
 * share of it.
 */
const ENDS_AT = 0.55
/** Shorter lines are no strokes, in spacings. */
const SHORTEST = 1.2
/** A line turns round an eddy once and is done, steps. */
const MOST_STEPS = 4000

/** Which way water moves at each cell, m/s; still where it is dry. */
export interface Way {
  grid: Grid
  u: ArrayLike<number>
  v: ArrayLike<number>
}

/**
 * Lines along the flow, evenly spaced: where a brush is led, and which way.
 *
 * @param spacingMm  between lines
 * @returns          lines from upstream to downstream, mm
 * @source evenly spaced streamlines after Jobard and Lefer 1997; seeds here by speed, fastest
 *   first; from memory
 */
export function streamlines(way: Way, spacingMm: number): Point2[][] {
  const { grid } = way
  const step = Math.min(grid.cellMm, spacingMm / 3)
  const seeds: { at: Point2; speed: number }[] = []
  const every = Math.max(1, Math.round(spacingMm / grid.cellMm / 2))
  for (let r = Math.floor(every / 2); r < grid.rows; r += every) {
    for (let c = Math.floor(every / 2); c < grid.cols; c += every) {
      const i = r * grid.cols + c
      const speed = Math.hypot(way.u[i], way.v[i])
      if (speed > SLOWEST_MS) seeds.push({ at: cellMiddle(grid, c, r), speed })
    }
  }
  seeds.sort((a, b) => b.speed - a.speed)
  const near = nearness(grid, spacingMm)
  const lines: Point2[][] = []
  for (const seed of seeds) {
    if (near.within(seed.at, spacingMm)) continue
    const own: Point2[] = []
    const half = (sign: 1 | -1): Point2[] => {
      const line: Point2[] = []
      let at = seed.at
      let heading: Point2 = [0, 0]
      for (let k = 0; k < MOST_STEPS; k++) {
        const [u, v] = sample(way, at)
        const speed = Math.hypot(u, v)
        if (speed < SLOWEST_MS) break
        // a half step first: curves stay curves
        const mid = sample(way, [
          at[0] + (sign * step * u) / speed / 2,
          at[1] + (sign * step * v) / speed / 2
        ])
        const fast = Math.hypot(...mid)
        if (fast < SLOWEST_MS) break
        const next: Point2 = [
          at[0] + (sign * step * mid[0]) / fast,
          at[1] + (sign * step * mid[1]) / fast
        ]
        // where two ways meet it would go to and fro
        const to: Point2 = [next[0] - at[0], next[1] - at[1]]
        if (to[0] * heading[0] + to[1] * heading[1] < 0) break
        heading = to
        if (near.within(next, ENDS_AT * spacingMm)) break
        // back where it has been: round an eddy
        if (
          k > 8 &&
          k % 4 === 0 &&
          own.length > 12 &&
          own
            .slice(0, -12)
            .some((p) => Math.hypot(p[0] - next[0], p[1] - next[1]) < ENDS_AT * spacingMm)
        )
          break
        line.push(next)
        own.push(next)
        at = next
      }
      return line
    }
    const ahead = half(1)
    own.length = 0
    own.push(seed.at, ...ahead)
    const behind = half(-1)
    const line = [...behind.reverse(), seed.at, ...ahead]
    if (line.length * step < SHORTEST * spacingMm) continue
    near.put(line)
    lines.push(
      line
        .filter((_, i) => i % 2 === 0 || i === line.length - 1)
        .map(([x, y]): Point2 => [Math.round(x * 100) / 100, Math.round(y * 100) / 100])
    )
  }
  return lines
}

/** Speed between the middles of four cells. */
function sample({ grid, u, v }: Way, [x, y]: Point2): [number, number] {
  const [fc, fr] = [(x - grid.x0) / grid.cellMm - 0.5, (y - grid.y0) / grid.cellMm - 0.5]
  const here = cellAt(grid, [x, y])
  if (here < 0 || (u[here] === 0 && v[here] === 0)) return [0, 0]
  const [c, r] = [
    Math.min(grid.cols - 2, Math.max(0, Math.floor(fc))),
    Math.min(grid.rows - 2, Math.max(0, Math.floor(fr)))
  ]
  const [s, t] = [Math.min(1, Math.max(0, fc - c)), Math.min(1, Math.max(0, fr - r))]
  const i = r * grid.cols + c
  const mix = (a: ArrayLike<number>) =>
    (1 - t) * ((1 - s) * a[i] + s * a[i + 1]) +
    t * ((1 - s) * a[i + grid.cols] + s * a[i + grid.cols + 1])
  return [mix(u), mix(v)]
}

/** Points of lines sorted into boxes, to find those near a place. */
function nearness(grid: Grid, size: number) {
  const boxes = new Map<number, Point2[]>()
  const wide = Math.ceil((grid.cols * grid.cellMm) / size) + 3
  const key = (cx: number, cy: number) => (cy + 1) * wide + cx + 1
  const box = (v: number, from: number) => Math.floor((v - from) / size)
  return {
    put: (line: readonly Point2[]) => {
      for (const p of line) {
        const k = key(box(p[0], grid.x0), box(p[1], grid.y0))
        const there = boxes.get(k)
        if (there) there.push(p)
        else boxes.set(k, [p])
      }
    },
    within: ([x, y]: Point2, distance: number): boolean => {
      const [cx, cy] = [box(x, grid.x0), box(y, grid.y0)]
      for (let dy = -1; dy <= 1; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          for (const p of boxes.get(key(cx + dx, cy + dy)) ?? [])
            if ((p[0] - x) ** 2 + (p[1] - y) ** 2 < distance * distance) return true
        }
      }
      return false
    }
  }
}
