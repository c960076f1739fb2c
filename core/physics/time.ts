/** A minute, an hour and a day, ms. */
export const MINUTE_MS = 60_000
export const HOUR_MS = 60 * MINUTE_MS
export const DAY_MS = 24 * HOUR_MS

/** From one moment to another, min; less than nothing where it lies before. @example minutesBetween(0, 90_000) // 1.5 */
export const minutesBetween = (fromMs: number, toMs: number): number => (toMs - fromMs) / MINUTE_MS
