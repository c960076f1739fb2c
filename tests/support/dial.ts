/**
 * How much is tried: `npm test` tries what fits its minutes, `npm run test:deep` the same tests with
 * more runs, more bases, more builds.
 */
const DEEP = process.env.TALL_SPINDLE_DEEP === '1'

/** What a test tries here, and what in the deep run. @example dial(30, 300) // 30 */
export const dial = <T>(here: T, deep: T): T => (DEEP ? deep : here)

/** Runs of a property: ten times as many in the deep run. @example runs(60) // 60 */
export const runs = (here: number): number => dial(here, 10 * here)
