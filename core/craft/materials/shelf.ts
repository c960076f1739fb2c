import { DAMS } from './dams'
import { LAMPS, LIGHT_RESINS } from './light'
import { RESINS } from './resins'
import { GELS } from './gels'
import { LACQUERS, LANDFORMS, SEALERS, SHELLS, SUNDRIES } from './sundries'
import { FILLERS } from './fillers'
import { FILMS } from './films'
import { TINTS } from './tints'
import type { Material, MaterialKind } from './types'

/** All materials a plan may draw on, by id. To add one, add it to its list: nothing else names it. */
export type Shelf = ReadonlyMap<string, Material>

/**
 * A shelf from lists of materials; a later one with the same id takes the place of an earlier.
 *
 * @example shelfOf(BUILT_IN).get('clear-epoxy-2-1')?.kind // "resin"
 */
export const shelfOf = (materials: readonly Material[]): Shelf =>
  new Map(materials.map((m) => [m.id, m]))

export const BUILT_IN: readonly Material[] = [
  ...RESINS,
  ...LIGHT_RESINS,
  ...LAMPS,
  ...TINTS,
  ...GELS,
  ...FILMS,
  ...FILLERS,
  ...LACQUERS,
  ...LANDFORMS,
  ...SHELLS,
  ...SEALERS,
  ...DAMS,
  ...SUNDRIES
]

export const BUILT_IN_SHELF: Shelf = shelfOf(BUILT_IN)

/**
 * The material of a kind with an id, or null when the shelf has none: the plan then says so in a finding.
 *
 * @example onShelf(BUILT_IN_SHELF, 'resin', 'clear-epoxy-2-1')?.layerMaxMm // 5
 */
export function onShelf<K extends MaterialKind>(
  shelf: Shelf,
  kind: K,
  id: string
): Extract<Material, { kind: K }> | null {
  const found = shelf.get(id)
  return found?.kind === kind ? (found as Extract<Material, { kind: K }>) : null
}

/** All of a kind, in the order of the shelf. */
export function ofKind<K extends MaterialKind>(
  shelf: Shelf,
  kind: K
): Extract<Material, { kind: K }>[] {
  return [...shelf.values()].filter((m): m is Extract<Material, { kind: K }> => m.kind === kind)
}

/**
 * A shelf with the bottles that a build carries: what stands on the shelf already counts, not what
 * was carried.
 */
export const withBottles = (shelf: Shelf, bottles: readonly Material[] = []): Shelf =>
  bottles.some((b) => !shelf.has(b.id))
    ? new Map([...bottles.map((b): [string, Material] => [b.id, b]), ...shelf])
    : shelf
