import { contours } from 'd3-contour'
import { cellMiddle, eachCell, type Box, type Grid } from '../../physics/shape/grid'
import type { Point2 } from '../../physics/shape/polygon'

/**
 * Something that makes white water somewhere on the plan: a form by its formulas, or a run of the
 * water over the whole
 * ground. Whoever can say how white a place is can fill the map.
 */
export interface WhiteSource {
  water: string
  zone: string
  box: Box
  /** Share of the surface that is white, 0 to 1. */
  at: (x: number, y: number, cell: number) => number
}

/** A part of the scene that is white for one reason. */
export interface WhiteZone {
  water: string
  zone: string
  areaMm2: number
  sharePct: number
}

export interface WhiteMap {
  grid: Grid
  /** White at each cell, %; 0 where there is no water. Row by row from the front left. */
  pct: Uint8Array
  /** Whether there is water at a cell. */
  wet: Uint8Array
  zones: WhiteZone[]
  /** Over each water's own surface. */
  waters: { water: string; areaMm2: number; sharePct: number }[]
  wholePct: number
  /** Rings round all that is at least so white; holes run the other way round. */
  contours: { pct: number; rings: Point2[][] }[]
}

/** Lines a stencil is cut along: thin, half and thick white, %. Common practice, no source. */
export const WHITE_LINES = [15, 40, 70] as const
/** A zone is where its own white is at least this. */
const FAINTEST = 0.03

/**
 * Adds up white over the plan: what several make in one place covers as if each fell at random, 1 −
 * Π(1 − share).
 *
 * @param owner  number of the water (in `waters`) whose surface a cell is, −1 on dry land
 */
export function whiteMap(
  grid: Grid,
  owner: Int16Array,
  waters: readonly string[],
  sources: readonly WhiteSource[]
): WhiteMap {
  const size = grid.cols * grid.rows
  const clear = new Float64Array(size).fill(1)
  const cellMm2 = grid.cellMm ** 2
  const zones: WhiteZone[] = []
  for (const source of sources) {
    let [cells, sum] = [0, 0]
    eachCell(grid, source.box, (cell, x, y) => {
      if (owner[cell] < 0) return
      const share = Math.min(1, source.at(x, y, cell))
      if (!(share >= FAINTEST)) return
      clear[cell] *= 1 - share
      cells++
      sum += share
    })
    const same = zones.find((z) => z.water === source.water && z.zone === source.zone)
    if (cells === 0) continue
    if (same) {
      const area = same.areaMm2 + cells * cellMm2
      same.sharePct = (same.sharePct * same.areaMm2 + sum * 100 * cellMm2) / area
      same.areaMm2 = area
    } else
      zones.push({
        water: source.water,
        zone: source.zone,
        areaMm2: cells * cellMm2,
        sharePct: (sum / cells) * 100
      })
  }
  const pct = new Uint8Array(size)
  const wet = new Uint8Array(size)
  const own = waters.map(() => ({ cells: 0, white: 0 }))
  for (let c = 0; c < size; c++) {
    if (owner[c] < 0) continue
    wet[c] = 1
    pct[c] = Math.round((1 - clear[c]) * 100)
    own[owner[c]].cells++
    own[owner[c]].white += 1 - clear[c]
  }
  const all = own.reduce((t, o) => ({ cells: t.cells + o.cells, white: t.white + o.white }), {
    cells: 0,
    white: 0
  })
  return {
    grid,
    pct,
    wet,
    zones,
    waters: own.flatMap((o, i) =>
      o.cells > 0
        ? [{ water: waters[i], areaMm2: o.cells * cellMm2, sharePct: (100 * o.white) / o.cells }]
        : []
    ),
    wholePct: all.cells > 0 ? (100 * all.white) / all.cells : 0,
    contours: contoursOf(grid, pct)
  }
}

/**
 * A ring without the corners of its cells: each point the mean of itself, twice, and its
 * neighbours. A knife follows it.
 */
function rounded(ring: readonly Point2[]): Point2[] {
  const n = ring.length
  const mean = (i: number, k: 0 | 1) =>
    Math.round(((ring[(i + n - 1) % n][k] + 2 * ring[i][k] + ring[(i + 1) % n][k]) / 4) * 100) / 100
  return ring.map((_, i): Point2 => [mean(i, 0), mean(i, 1)])
}

/** Closed rings from the library's marching squares, brought from cells to millimetres. */
function contoursOf(grid: Grid, pct: Uint8Array): WhiteMap['contours'] {
  const toMm = ([c, r]: number[]): Point2 => {
    const [x, y] = cellMiddle(grid, c - 0.5, r - 0.5)
    return [Math.round(x * 100) / 100, Math.round(y * 100) / 100]
  }
  return contours()
    .size([grid.cols, grid.rows])
    .thresholds([...WHITE_LINES])(Array.from(pct))
    .map((level) => ({
      pct: level.value,
      rings: level.coordinates
        .flatMap((polygon) => polygon.map((ring) => rounded(rounded(ring.slice(0, -1).map(toMm)))))
        .filter((ring) => ring.length > 5)
    }))
}
