import { seasOf, type Build, type Sea } from './types'

/** The sea whose waves a further crest belongs to; null: it has waves of its own. */
export const crestOf = (build: Build, sea: Sea): Sea | null =>
  (sea.of && seasOf(build).find((s) => s.id === sea.of && s.id !== sea.id && !s.of)) || null

/** Seas with waves of their own: not the further crests of another. */
export const wavesOf = (build: Build): Sea[] => seasOf(build).filter((s) => !crestOf(build, s))

/** A sea as it runs: a further crest with the wind, period, depth and way of the sea it belongs to. */
export function inItsWaves(build: Build, sea: Sea): Sea {
  const of = crestOf(build, sea)
  if (!of) return sea
  const { pool, headingDeg, drive, windMS, fetchKm, periodS, paintedM, phase } = of
  return { ...sea, pool, headingDeg, drive, windMS, fetchKm, periodS, paintedM, phase }
}
