import type { TintDose } from '../physics/stuff/mixing/mix'
import { poolsOf, type Build, type Water } from './types'

/**
 * Resin and dose that a water is cast, flooded and bedded in: its own where it has one, else those of
 * the pool that it stands in or falls into.
 *
 * @returns null: it has neither
 */
export function castsWith(
  build: Pick<Build, 'waters'>,
  water: Water
): { resin: string; tints: readonly TintDose[] } | null {
  if (water.kind === 'pool') return water
  const own = water.make
  const pool = poolsOf(build).find((p) => p.id === poolOf(water)) ?? poolsOf(build)[0]
  const resin = own.resin ?? pool?.resin
  return resin === undefined ? null : { resin, tints: own.tints ?? pool?.tints ?? [] }
}

/** The pool that a moving water stands in or falls into; null or left out: not known. */
export const poolOf = (water: Exclude<Water, { kind: 'pool' }>): string | null | undefined => {
  if (water.kind === 'sea') return water.pool
  return water.kind === 'fall' ? (water.into ?? water.lip?.pool) : null
}
