import { distanceToRing, insideRing, signedArea, type Point2 } from '../../physics/shape/polygon'
import type { Sounding } from '../../physics/shape/surface'
import type { HeightGrid } from './heightGrid'

/** Soundings read off a scan for one pool. */
export interface ThinnedScan {
  soundings: Sounding[]
  /**
   * Share of the pool's outline over which the scan has no surface, %: holes were filled from their
   * edges.
   */
  holesPct: number
  /** How far the ground through the soundings is off the scan's own, at most, mm. */
  toleranceMm: number
  coveredPct: number
}

/** Soundings that a pool is given at the most: more say nothing new. */
const MOST_SOUNDINGS = 2000
const FINEST_MM = 0.1
const BLOCK = 16
/** Soundings keep so far from the outline, mm: there the outline itself speaks. */
const OFF_EDGE_MM = 0.5

const round2 = (value: number) => Math.round(value * 100) / 100

/**
 * Holes filled by spreading the heights at their edges inwards, ring by ring; cells that nothing
 * reaches stay NaN.
 */
export function filled(grid: HeightGrid): HeightGrid {
  const { columns, rows } = grid
  const z = Float32Array.from(grid.z)
  let front: number[] = []
  const around = (i: number) => {
    const column = i % columns
    return [
      column > 0 ? i - 1 : -1,
      column < columns - 1 ? i + 1 : -1,
      i - columns,
      i + columns < columns * rows ? i + columns : -1
    ].filter((j) => j >= 0)
  }
  for (let i = 0; i < z.length; i++)
    if (Number.isNaN(z[i]) && around(i).some((j) => !Number.isNaN(z[j]))) front.push(i)
  while (front.length > 0) {
    const next = new Set<number>()
    const found = front.map((i) => {
      const known = around(i).filter((j) => !Number.isNaN(z[j]))
      return known.reduce((sum, j) => sum + z[j], 0) / known.length
    })
    front.forEach((i, k) => {
      z[i] = found[k]
    })
    for (const i of front) for (const j of around(i)) if (Number.isNaN(z[j])) next.add(j)
    front = [...next]
  }
  return { ...grid, z }
}

/**
 * Cells whose corners stand for all between them: blocks are halved until a plane through their
 * corners is near enough.
 */
function corners(
  grid: HeightGrid,
  tolerance: number,
  wanted: (column: number, row: number) => boolean
): Set<number> {
  const { columns, rows, z } = grid
  const kept = new Set<number>()
  const near = (c0: number, r0: number, c1: number, r1: number): boolean => {
    const [a, b, c, d] = [
      z[r0 * columns + c0],
      z[r0 * columns + c1],
      z[r1 * columns + c0],
      z[r1 * columns + c1]
    ]
    for (let row = r0; row <= r1; row++) {
      const v = r1 > r0 ? (row - r0) / (r1 - r0) : 0
      for (let column = c0; column <= c1; column++) {
        const u = c1 > c0 ? (column - c0) / (c1 - c0) : 0
        if (
          Math.abs(
            z[row * columns + column] -
              ((1 - v) * ((1 - u) * a + u * b) + v * ((1 - u) * c + u * d))
          ) > tolerance
        )
          return false
      }
    }
    return true
  }
  const split = (c0: number, r0: number, c1: number, r1: number): void => {
    if ((c1 - c0 <= 1 && r1 - r0 <= 1) || near(c0, r0, c1, r1)) {
      for (const [column, row] of [
        [c0, r0],
        [c1, r0],
        [c0, r1],
        [c1, r1]
      ])
        if (wanted(column, row)) kept.add(row * columns + column)
      return
    }
    const [cm, rm] = [Math.floor((c0 + c1) / 2), Math.floor((r0 + r1) / 2)]
    for (const [a, b] of cm > c0
      ? [
          [c0, cm],
          [cm, c1]
        ]
      : [[c0, c1]])
      for (const [c, d] of rm > r0
        ? [
            [r0, rm],
            [rm, r1]
          ]
        : [[r0, r1]])
        split(a, c, b, d)
  }
  for (let row = 0; row < rows - 1; row += BLOCK)
    for (let column = 0; column < columns - 1; column += BLOCK)
      split(column, row, Math.min(columns - 1, column + BLOCK), Math.min(rows - 1, row + BLOCK))
  return kept
}

/**
 * Reads soundings for a pool off a grid: dense where the ground turns, sparse where it runs
 * straight, as fine as keeps
 * within 2,000 of them.
 *
 * @param ring  the pool's outline, mm
 * @throws RangeError when the grid has no surface inside the outline
 */
export function thinned(grid: HeightGrid, ring: readonly Point2[]): ThinnedScan {
  const place = (column: number, row: number): Point2 => [
    grid.x + column * grid.cellMm,
    grid.y + row * grid.cellMm
  ]
  const whole = filled(grid)
  let [inside, holes] = [0, 0]
  const cell = new Uint8Array(grid.z.length)
  for (let row = 0; row < grid.rows; row++) {
    for (let column = 0; column < grid.columns; column++) {
      const p = place(column, row)
      if (!insideRing(p, ring)) continue
      const i = row * grid.columns + column
      inside++
      if (Number.isNaN(grid.z[i])) holes++
      if (!Number.isNaN(whole.z[i]))
        cell[i] = distanceToRing(p, ring).distance > OFF_EDGE_MM ? 1 : 0
    }
  }
  const ringCells = Math.max(1, Math.abs(signedArea(ring)) / grid.cellMm ** 2)
  if (inside === 0 || holes === inside)
    throw new RangeError(
      'file: the scan has no surface inside this pool: move it, or choose another unit'
    )
  const wanted = (column: number, row: number) => cell[row * grid.columns + column] === 1
  let tolerance = FINEST_MM
  let kept = corners(whole, tolerance, wanted)
  while (kept.size > MOST_SOUNDINGS) {
    tolerance *= 1.25
    kept = corners(whole, tolerance, wanted)
    if (tolerance > 1000) break
  }
  const soundings = [...kept].slice(0, 4 * MOST_SOUNDINGS).map((i): Sounding => {
    const [x, y] = place(i % grid.columns, Math.floor(i / grid.columns))
    return [round2(x), round2(y), round2(whole.z[i])]
  })
  return {
    soundings,
    holesPct: (100 * holes) / inside,
    toleranceMm: tolerance,
    coveredPct: Math.min(100, (100 * inside) / ringCells)
  }
}
