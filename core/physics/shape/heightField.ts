import type { Box } from './grid'
import type { Point2 } from './polygon'

/** Heights over a base at the corners of square cells, row by row from the front left, mm. */
export interface HeightField {
  cellMm: number
  cols: number
  rows: number
  zMm: Float32Array
}

/** Places lie no farther apart than this, mm, nor than so many along the longer side of the base. */
const FARTHEST_MM = 2
const MOST_ALONG = 200
/** A large base has no more places than so many: then the second rule alone holds. */
const MOST_PLACES = 120_000
/** How many divisions of the width are tried for one that divides the depth as well. */
const TRIED = 60

/**
 * How a base is divided: the distance that divides its width, and its depth as nearly as any.
 * @example spacing(600, 400) // { cellMm: 2, cols: 301, rows: 201 }
 */
export function spacing(
  widthMm: number,
  depthMm: number
): Pick<HeightField, 'cellMm' | 'cols' | 'rows'> {
  const fits = Math.sqrt((widthMm * depthMm) / MOST_PLACES)
  const fine = Math.min(FARTHEST_MM, Math.max(widthMm, depthMm) / MOST_ALONG)
  const most = Math.max(fine, fits)
  const least = Math.ceil(widthMm / most)
  const off = (n: number) => {
    const rows = (depthMm * n) / widthMm
    return Math.abs(rows - Math.round(rows)) / n
  }
  let best = least
  const tried = Math.min(TRIED, least)
  for (let n = least; n < least + tried; n++) if (off(n) < off(best) - 1e-12) best = n
  const cellMm = widthMm / best
  return { cellMm, cols: best + 1, rows: Math.max(2, Math.round(depthMm / cellMm) + 1) }
}

/** A field over a base, as high everywhere. @example flatField({ widthMm: 300, depthMm: 200 }, 40).zMm[7] // 40 */
export function flatField(base: { widthMm: number; depthMm: number }, zMm: number): HeightField {
  const size = spacing(base.widthMm, base.depthMm)
  return { ...size, zMm: new Float32Array(size.cols * size.rows).fill(zMm) }
}

/**
 * Height at a place, straight between the four places about it; beyond its edge as at its edge, mm.
 * @example fieldAt({ cellMm: 10, cols: 2, rows: 2, zMm: new Float32Array([0, 10, 0, 10]) }, [5, 3]) // 5
 */
export function fieldAt({ cellMm, cols, rows, zMm }: HeightField, [x, y]: Point2): number {
  const fc = Math.min(cols - 1, Math.max(0, x / cellMm))
  const fr = Math.min(rows - 1, Math.max(0, y / cellMm))
  const [c, r] = [Math.min(cols - 2, Math.floor(fc)), Math.min(rows - 2, Math.floor(fr))]
  const [u, v] = [fc - c, fr - r]
  const i = r * cols + c
  return (
    (1 - v) * ((1 - u) * zMm[i] + u * zMm[i + 1]) +
    v * ((1 - u) * zMm[i + cols] + u * zMm[i + cols + 1])
  )
}

/** The same land over a base of another size: what lay beyond it goes, new ground is as its edge. */
export function refitted(
  field: HeightField,
  base: { widthMm: number; depthMm: number }
): HeightField {
  const size = spacing(base.widthMm, base.depthMm)
  if (
    size.cols === field.cols &&
    size.rows === field.rows &&
    Math.abs(size.cellMm - field.cellMm) < 1e-6
  )
    return field
  return { ...size, zMm: overField(size, (x, y) => fieldAt(field, [x, y])) }
}

/** Heights of a new field from those of its places. */
export function overField(
  { cellMm, cols, rows }: Pick<HeightField, 'cellMm' | 'cols' | 'rows'>,
  heightAt: (x: number, y: number) => number
): Float32Array {
  const z = new Float32Array(cols * rows)
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < cols; c++) z[r * cols + c] = heightAt(c * cellMm, r * cellMm)
  return z
}

/** Visits every place of a field in a box. */
export function eachPlace(
  { cellMm, cols, rows }: Pick<HeightField, 'cellMm' | 'cols' | 'rows'>,
  { from, to }: Box,
  visit: (place: number, x: number, y: number) => void
): void {
  const [c0, r0] = [
    Math.max(0, Math.ceil(from[0] / cellMm)),
    Math.max(0, Math.ceil(from[1] / cellMm))
  ]
  const c1 = Math.min(cols - 1, Math.floor(to[0] / cellMm))
  const r1 = Math.min(rows - 1, Math.floor(to[1] / cellMm))
  for (let r = r0; r <= r1; r++)
    for (let c = c0; c <= c1; c++) visit(r * cols + c, c * cellMm, r * cellMm)
}
