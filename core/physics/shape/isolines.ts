import { cellMiddle, type Grid } from './grid'
import type { Point2 } from './polygon'

/**
 * Lines along which values on a grid are equal to a level, open where they meet cells without a value (NaN).
 *
 * @source marching squares; the saddle is cut by the mean of its corners
 */
export function isolines(grid: Grid, values: Float64Array, level: number): Point2[][] {
  const { cols, rows } = grid
  /**
   * Pairs of crossed edges; an edge is named by the cell it starts at, twice, and one more when it
   * goes up.
   */
  const from: number[] = []
  const to: number[] = []
  for (let row = 0; row + 1 < rows; row++) {
    for (let col = 0; col + 1 < cols; col++) {
      const c = row * cols + col
      const [a, b, d, e] = [values[c], values[c + 1], values[c + cols + 1], values[c + cols]]
      const inside =
        (a >= level ? 1 : 0) | (b >= level ? 2 : 0) | (d >= level ? 4 : 0) | (e >= level ? 8 : 0)
      // NaN counts as below: a corner without a value is looked for only where a line would pass
      if (inside === 0 || inside === 15 || a !== a || b !== b || d !== d || e !== e) continue
      const [bottom, right, top, left] = [2 * c, 2 * (c + 1) + 1, 2 * (c + cols), 2 * c + 1]
      const put = (p: number, q: number) => {
        from.push(p)
        to.push(q)
      }
      if (inside === 5 || inside === 10) {
        const joined = (a + b + d + e) / 4 >= level === (inside === 5)
        if (joined) {
          put(bottom, right)
          put(top, left)
        } else {
          put(left, bottom)
          put(right, top)
        }
        continue
      }
      const cut: number[] = []
      if ((inside & 1) !== (inside & 2) >> 1) cut.push(bottom)
      if ((inside & 2) >> 1 !== (inside & 4) >> 2) cut.push(right)
      if ((inside & 4) >> 2 !== (inside & 8) >> 3) cut.push(top)
      if ((inside & 8) >> 3 !== (inside & 1)) cut.push(left)
      put(cut[0], cut[1])
    }
  }
  const place = (edge: number): Point2 => {
    const a = edge >> 1
    const b = edge & 1 ? a + cols : a + 1
    const t = (level - values[a]) / (values[b] - values[a])
    const [p, q] = [
      cellMiddle(grid, a % cols, Math.floor(a / cols)),
      cellMiddle(grid, b % cols, Math.floor(b / cols))
    ]
    return [p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])]
  }
  return chained(from, to).map((edges) => edges.map(place))
}

/** Segments strung together end to end: open lines from their ends first, then what is closed. */
function chained(from: readonly number[], to: readonly number[]): number[][] {
  const touching = new Map<number, [number, number]>()
  const touch = (edge: number, segment: number) => {
    const there = touching.get(edge)
    if (there) there[1] = segment
    else touching.set(edge, [segment, -1])
  }
  for (let i = 0; i < from.length; i++) {
    touch(from[i], i)
    touch(to[i], i)
  }
  const used = new Uint8Array(from.length)
  const lines: number[][] = []
  const follow = (start: number) => {
    const line = [start]
    for (let edge = start; ;) {
      const next: number = touching.get(edge)!.find((s) => s >= 0 && !used[s]) ?? -1
      if (next < 0) break
      used[next] = 1
      edge = from[next] === edge ? to[next] : from[next]
      line.push(edge)
    }
    if (line.length > 1) lines.push(line)
  }
  for (const [edge, [, second]] of touching) if (second < 0) follow(edge)
  for (let i = 0; i < from.length; i++) if (!used[i]) follow(from[i])
  return lines
}
