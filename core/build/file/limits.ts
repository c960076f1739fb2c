/** Largest length taken anywhere, mm: a hundred metres of model is no diorama. */
export const LONGEST_MM = 100_000

/** On a small base things may still stand so far off, mm: a jig beside it, a mast above it. */
const NEAR_MM = 1000
/** No place and no height is further off than so many of the base's longer side. */
const BASES = 3

/**
 * How far from the base's corner anything of a build can be, mm, to any side, up or down. A scanner's
 * or a spreadsheet's "nothing here" (−9999, 1e30) is beyond it.
 *
 * @example furthestMm({ widthMm: 400, depthMm: 300 }) // 1200
 */
export function furthestMm(base: { widthMm: number; depthMm: number }): number {
  return Math.max(NEAR_MM, BASES * Math.max(base.widthMm, base.depthMm))
}

/**
 * Whether a day of the calendar exists: no 31st of February, and none before 1900 or after 2199.
 *
 * @param text  starts with `YYYY-MM-DD`
 * @example isRealDay('2026-02-31') // false
 */
export function isRealDay(text: string): boolean {
  const [year, month, day] = text.slice(0, 10).split('-').map(Number) as [number, number, number]
  return (
    year >= 1900 && year <= 2199 && new Date(Date.UTC(year, month - 1, day)).getUTCDate() === day
  )
}
