import { wayFor } from '../craft/ways/catalog'
import type { Fall, Pool, Reach, Sea, Splash, Water } from './types'

/** A pool as its shape needs it, whatever it is poured of and however it is dammed. */
export type PoolShape = Pick<
  Pool,
  | 'kind'
  | 'id'
  | 'name'
  | 'outline'
  | 'brimMm'
  | 'damTopMm'
  | 'levelMm'
  | 'soundings'
  | 'measure'
  | 'standing'
  | 'openings'
>
/** Moving water as its shape needs it, whatever it is made of. */
export type FallShape = Omit<Fall, 'way' | 'make'>
export type ReachShape = Omit<Reach, 'way' | 'make'>
export type SeaShape = Omit<Sea, 'way' | 'make'>
export type SplashShape = Omit<Splash, 'way' | 'make'>
export type WaterShape = PoolShape | FallShape | ReachShape | SeaShape | SplashShape

/** How a sea is to break: as the builder wishes, or as what they make of it asks; film is rolled to a hollow. */
const wishOf = (sea: Sea): Sea['wish'] =>
  sea.wish ?? (wayFor('sea', sea.way)?.part?.shape === 'curl' ? 'plunging' : null)

const shapes = new WeakMap<Water, WaterShape>()

/** The shape of a water; the same for the same water. */
export function shapeOf(water: Water): WaterShape {
  const known = shapes.get(water)
  if (known) return known
  const shape = shaped(water)
  shapes.set(water, shape)
  return shape
}

/** What a water is made of; the rest of it is its shape. */
const MADE_OF: ReadonlySet<string> = new Set(['way', 'make'])

function shaped(water: Water): WaterShape {
  if (water.kind === 'pool') {
    const { kind, id, name, outline, brimMm, damTopMm, levelMm, soundings } = water
    const { measure, standing, openings } = water
    const own = { kind, id, name, outline, brimMm, damTopMm, levelMm, soundings }
    return { ...own, measure, standing, openings }
  }
  const shape = Object.fromEntries(
    Object.entries(water).filter(([key]) => !MADE_OF.has(key))
  ) as unknown as WaterShape
  return water.kind === 'sea' ? { ...(shape as SeaShape), wish: wishOf(water) } : shape
}
