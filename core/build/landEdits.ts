import { overField, eachPlace, flatField, type HeightField } from '../physics/shape/heightField'
import { between, boxOf, type Grid } from '../physics/shape/grid'
import { stretched } from '../physics/shape/harmonic'
import { evenly } from '../physics/shape/polygon'
import type { Edit } from './edits'
import {
  HIGHEST_MM,
  type Grounded,
  landFieldOf,
  MOST_CONTOURS,
  packLand,
  type Contour,
  type Land
} from './land'
import type { Build } from './types'

/** Takes sculpted heights for the land. */
export const setLand =
  (field: HeightField): Edit =>
  (build) => ({ ...build, land: packLand(field, build.land?.contours) })

/** Takes the land away again: it is as high as the bank everywhere. */
export const levelLand: Edit = (build) => {
  const level = { ...build }
  delete level.land
  return level
}

/** Adds a line of one height; the land itself stays until it is laid through its lines. */
export const addContour =
  (contour: Contour): Edit =>
  (build) =>
    withContours(build, [...contoursOf(build), contour].slice(-MOST_CONTOURS))

/** Takes a line away, by its place in the list. */
export const removeContour =
  (index: number): Edit =>
  (build) =>
    withContours(
      build,
      contoursOf(build).filter((_, i) => i !== index)
    )

/** Gives a line another height. */
export const setContour =
  (index: number, zMm: number): Edit =>
  (build) =>
    withContours(
      build,
      contoursOf(build).map((c, i) => (i === index ? { ...c, zMm } : c))
    )

export const contoursOf = ({ land }: Build): Contour[] => land?.contours ?? []

function withContours(build: Build, contours: Contour[]): Build {
  const land: Land = build.land ?? packLand(flatField(build.base, build.ground.bankMm))
  const { cellMm, cols, rows, heights } = land
  const bare = { cellMm, cols, rows, heights }
  return { ...build, land: contours.length > 0 ? { ...bare, contours } : bare }
}

/**
 * Lays land through the lines that were drawn: like a skin stretched over them. Where lines cross, the
 * one drawn later holds.
 */
export const layThroughContours: Edit = (build) => {
  const contours = contoursOf(build)
  if (contours.length === 0) return build
  const size = flatField(build.base, NaN)
  const known = size.zMm
  for (const { zMm, points } of contours) {
    const lengthMm = points
      .slice(1)
      .reduce((sum, p, i) => sum + Math.hypot(p[0] - points[i][0], p[1] - points[i][1]), 0)
    const steps = Math.max(1, Math.ceil((2 * lengthMm) / size.cellMm))
    for (const at of points.length > 1 ? evenly(points, steps) : points)
      eachPlace(size, boxOf([at], 0.5001 * size.cellMm), (i) => {
        known[i] = zMm
      })
  }
  return setLand({ ...size, zMm: stretched(size, known) })(build)
}

/**
 * Takes heights read from a file for the land: a grid of any size laid on the base. Holes in it are
 * closed by a skin stretched over them; beyond it land goes on as it is.
 *
 * @returns the edit, and how much of the base the file covers, %
 */
export function landFromGrid(
  build: Grounded,
  grid: {
    columns: number
    rows: number
    cellMm: number
    x: number
    y: number
    z: Float32Array
  }
): { field: HeightField; coveredPct: number; holesPct: number; clippedPct: number } {
  const now = landFieldOf(build)
  let covered = 0
  let clipped = 0
  // its heights are those of places: the middles of these cells
  const { cellMm, columns: cols, rows } = grid
  const half = cellMm / 2
  const cells: Grid = { x0: grid.x - half, y0: grid.y - half, cellMm, cols, rows }
  const read = overField(now, (x, y) => {
    const [fc, fr] = [(x - grid.x) / grid.cellMm, (y - grid.y) / grid.cellMm]
    if (fc < -0.51 || fr < -0.51 || fc > grid.columns - 0.49 || fr > grid.rows - 0.49)
      return Infinity
    const z = between(cells, x, y, (cell) => grid.z[cell]) ?? NaN
    if (z !== z) return NaN
    covered++
    if (z < 0 || z > HIGHEST_MM) clipped++
    return Math.min(HIGHEST_MM, Math.max(0, z))
  })
  // beyond the file the land stays; inside it holes are stretched over
  const known = read.map((z, i) => (z === Infinity ? now.zMm[i] : z))
  const places = read.length
  return {
    field: { ...now, zMm: known.some((z) => z !== z) ? stretched(now, known) : known },
    coveredPct: (100 * covered) / places,
    holesPct: (100 * known.reduce((n, z) => n + (z === z ? 0 : 1), 0)) / places,
    clippedPct: (100 * clipped) / places
  }
}
