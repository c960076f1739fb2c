import type { SeaShape, WaterShape } from './shapes'
import { seasOf } from './types'

interface WithSeas<W extends WaterShape> {
  readonly waters: readonly W[]
}

/** The sea whose waves a further crest belongs to; null: it has waves of its own. */
export const crestOf = <W extends WaterShape>(
  build: WithSeas<W>,
  sea: SeaShape
): Extract<W, { kind: 'sea' }> | null =>
  (sea.of && seasOf(build).find((s) => s.id === sea.of && s.id !== sea.id && !s.of)) || null

/** Seas with waves of their own: not the further crests of another. */
export const wavesOf = <W extends WaterShape>(build: WithSeas<W>): Extract<W, { kind: 'sea' }>[] =>
  seasOf(build).filter((s) => !crestOf(build, s))

/** A sea as it runs: a further crest with the wind, period, depth and way of the sea it belongs to. */
export function inItsWaves<S extends SeaShape>(build: WithSeas<WaterShape>, sea: S): S {
  const of = crestOf(build, sea)
  if (!of) return sea
  const { pool, headingDeg, drive, windMS, fetchKm, periodS, paintedM, phase } = of
  return { ...sea, pool, headingDeg, drive, windMS, fetchKm, periodS, paintedM, phase }
}
