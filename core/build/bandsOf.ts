import type { TintDose } from '../physics/stuff/mixing/mix'
import type { Pool } from './types'

/** Bands of a pool by thickness at the deepest, from the bottom up, with their tints. */
export function bandsOf(pool: Pool, depthMm: number): { thicknessMm: number; tints: TintDose[] }[] {
  const total = pool.bands.reduce((sum, b) => sum + b.share, 0)
  if (pool.bands.length === 0 || total <= 0) return [{ thicknessMm: depthMm, tints: pool.tints }]
  return pool.bands.map((b) => ({ thicknessMm: (depthMm * b.share) / total, tints: b.tints }))
}
