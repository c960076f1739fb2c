import type { Edit } from './edits'
import type { Pool } from './types'

/** The heights of a pool that are raised together or apart, mm. */
export interface PoolHeights {
  level: number
  brim: number
  /** Left out: no edge of it is dammed. */
  dam?: number
  /** The lowest dip; left out: none was taken. */
  bed?: number
}
export type HeightName = keyof PoolHeights

const round1 = (value: number) => Math.round(value * 10) / 10
/** Less than this is no move, mm. */
const UNMOVED_MM = 0.1

/** Heights of a pool as it is entered, mm. */
export function heightsOf(pool: Pool): PoolHeights {
  const dips = pool.soundings.map(([, , z]) => z)
  return {
    level: pool.levelMm,
    brim: pool.brimMm,
    ...(pool.outline.some((c) => c.edge === 'dam') ? { dam: pool.damTopMm } : {}),
    ...(dips.length > 0 ? { bed: Math.min(...dips) } : {})
  }
}

/**
 * What stayed where it was while a pool's level, or its brim, was moved: it may be taken along. What
 * the builder has moved already is left alone, and nothing is offered a place under the board.
 *
 * @param agreed  the heights when they last belonged together
 * @returns       by how much, mm, and what; null: all agrees
 * @example stayed({ level: 40, brim: 42, bed: 18 }, { level: 30, brim: 32, bed: 18 }) // { byMm: -10, names: ['bed'] }
 */
export function stayed(
  agreed: PoolHeights,
  now: PoolHeights
): { byMm: number; names: HeightName[] } | null {
  const by = (name: HeightName) => round1((now[name] ?? 0) - (agreed[name] ?? now[name] ?? 0))
  const byMm = Math.abs(by('level')) >= UNMOVED_MM ? by('level') : by('brim')
  if (Math.abs(byMm) < UNMOVED_MM) return null
  const names = (['level', 'brim', 'dam', 'bed'] as const).filter(
    (name) =>
      now[name] !== undefined &&
      Math.abs(by(name)) < UNMOVED_MM &&
      (name !== 'bed' || now.bed! + byMm >= 0)
  )
  return names.length > 0 ? { byMm, names } : null
}

/** Raises some heights of a pool together. */
export const raiseTogether =
  (id: string, byMm: number, names: readonly HeightName[]): Edit =>
  (build) => ({
    ...build,
    waters: build.waters.map((water) => {
      if (water.id !== id || water.kind !== 'pool') return water
      const up = (mm: number, name: HeightName) => (names.includes(name) ? round1(mm + byMm) : mm)
      return {
        ...water,
        levelMm: up(water.levelMm, 'level'),
        brimMm: up(water.brimMm, 'brim'),
        damTopMm: up(water.damTopMm, 'dam'),
        soundings: water.soundings.map(([x, y, z]): [number, number, number] => [
          x,
          y,
          up(z, 'bed')
        ])
      }
    })
  })
