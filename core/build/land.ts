import { fieldAt, flatField, refitted, type HeightField } from '../physics/shape/heightField'
import { pack, unpack, type PackedField } from '../physics/shape/packed'
import type { Point2 } from '../physics/shape/polygon'

/** Land as it was sculpted: heights over the base's top at the corners of square cells, packed. */
export interface Land extends Pick<HeightField, 'cellMm' | 'cols' | 'rows'> {
  heights: PackedField
  /** Lines of one height that were drawn for it; left out: none. */
  contours?: Contour[]
}

/** A line along which land is as high, closed where its end is its beginning. */
export interface Contour {
  zMm: number
  points: [number, number][]
}

/** What the land of a build is asked about. */
export interface Grounded {
  base: { widthMm: number; depthMm: number }
  ground: { bankMm: number }
  land?: Land
}

/** No land is higher, mm. */
export const HIGHEST_MM = 10_000
/** Land is kept to this, mm, and in no more steps than so many. */
const FINEST_MM = 0.05
const MOST_STEPS = 20_000
/** No more lines are kept, nor points on one. */
export const MOST_CONTOURS = 200
export const MOST_CONTOUR_POINTS = 2000

const opened = new WeakMap<Land, HeightField>()

/** Heights as they are written. */
export const packLand = ({ cellMm, cols, rows, zMm }: HeightField, contours?: Contour[]): Land => ({
  cellMm,
  cols,
  rows,
  heights: pack(zMm, MOST_STEPS, FINEST_MM),
  ...(contours && contours.length > 0 ? { contours } : {})
})

/**
 * Heights of land as it was written; opened once for each land, and not to be changed.
 *
 * @throws RangeError when it is broken, or not as large as its grid says
 */
export function openLand(land: Land): HeightField {
  const found = opened.get(land)
  if (found) return found
  const { cellMm, cols, rows, heights } = land
  const zMm = unpack(heights, cols * rows, { field: 'heights', whole: 'land' })
  if (zMm.some((z) => z < -HIGHEST_MM || z > HIGHEST_MM))
    throw new RangeError(`heights: land stands no higher than ${HIGHEST_MM} mm`)
  const field = { cellMm, cols, rows, zMm }
  opened.set(land, field)
  return field
}

/** The land of a build over its base as it is now: sculpted, or flat as its bank. */
export const landFieldOf = ({ base, ground, land }: Grounded): HeightField =>
  land ? refitted(openLand(land), base) : flatField(base, ground.bankMm)

/** Height of the land at a place, mm: as sculpted, else its bank. */
export const landAt = ({ ground, land }: Grounded, place: Point2): number =>
  land ? fieldAt(openLand(land), place) : ground.bankMm

/** Lowest, mean and highest land, mm. */
export function landSpan(build: Grounded): { lowMm: number; meanMm: number; highMm: number } {
  const { bankMm } = build.ground
  if (!build.land) return { lowMm: bankMm, meanMm: bankMm, highMm: bankMm }
  let [low, high, sum] = [Infinity, -Infinity, 0]
  const { zMm } = landFieldOf(build)
  for (const z of zMm) {
    if (z < low) low = z
    if (z > high) high = z
    sum += z
  }
  return { lowMm: low, meanMm: sum / zMm.length, highMm: high }
}

/** Raises or lowers all of the land that was sculpted. */
export const shiftLand = (land: Land | undefined, up: (mm: number) => number): { land?: Land } => {
  if (!land) return {}
  const field = openLand(land)
  return {
    land: packLand(
      { ...field, zMm: field.zMm.map((z) => Math.max(0, up(z))) },
      land.contours?.map((c) => ({ ...c, zMm: up(c.zMm) }))
    )
  }
}
