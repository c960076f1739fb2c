import type { Build, Pool } from '../../build/types'
import { poolsOf } from '../../build/types'
import type { Shelf } from '../../craft/materials/shelf'
import { hexOf, rgbOfXyz, xyzOf } from '../../physics/stuff/colour/rgb'
import { seenOver } from '../../physics/stuff/colour/tint'
import type { TintDose } from '../../physics/stuff/mixing/mix'
import { bedAt, over, tintsOn, type TintedLayer } from '../3-stacks/poolColours'
import type { StacksPlan } from '../3-stacks/stacksStage'
import type { DepthTable } from './types'

const COLUMNS = 64
/** Resin bends a ray: none goes down more slantingly than this. n = 1.5, Snell. */
const REFRACTS = 1.5
/** The longest way through a layer against its depth: a ray that grazes the surface. */
const LONGEST = 1 / Math.sqrt(1 - 1 / REFRACTS ** 2)
const ROWS = 6
/** Water of no depth still has a table, mm. */
const LEAST_MM = 0.5

/**
 * Colours of what is poured over a painted bed, by depth and by how slantingly it is looked through:
 * each layer is longer for a slanting ray, and the bed is as it is painted at that depth.
 *
 * @param layers   from the bottom up, mm
 * @param mostMm   the greatest depth
 * @param overMm   how far the level will still rise: the bed is painted for that
 */
export function depthTable(
  water: string,
  bed: { bedDeep: string; bedShore: string },
  layers: readonly TintedLayer[],
  levelMm: number,
  mostMm: number,
  shelf: Shelf,
  overMm = 0
): DepthTable {
  const most = Math.max(LEAST_MM, mostMm)
  const tinted = layers.map((l) => ({ ...l, tints: tintsOn(shelf, l.tints) }))
  const slants = Array.from({ length: ROWS }, (_, r) => 1 + ((LONGEST - 1) * r) / (ROWS - 1))
  const rgb = new Uint8Array(3 * COLUMNS * ROWS)
  slants.forEach((slant, r) => {
    for (let c = 0; c < COLUMNS; c++) {
      const depth = (most * c) / (COLUMNS - 1)
      const under = bedAt(bed, (depth + overMm) / (most + overMm))
      const seen = seenOver(
        under,
        over(tinted, levelMm - depth).map((p) => ({ ...p, depthMm: p.depthMm * slant }))
      )
      rgb.set(bytesOf(seen.colour), 3 * (r * COLUMNS + c))
    }
  })
  return { water, mostMm: most, slants, columns: COLUMNS, rgb }
}

/** The table of a pool as it is poured so far, or as it will be. */
export function poolTable(
  build: Build,
  pool: Pool,
  levelMm: number,
  stacks: StacksPlan,
  maxDepthMm: number,
  shelf: Shelf
): DepthTable {
  const layers = stacks.pools.find((s) => s.id === pool.id)?.layers ?? []
  const poured = layers.filter((l) => l.fromMm < levelMm - 1e-6)
  const overMm = pool.levelMm - levelMm
  return depthTable(pool.id, build.ground, poured, levelMm, maxDepthMm - overMm, shelf, overMm)
}

/** The table of gel that runs over a painted bed, with its own tint or that of the first pool. */
export function gelTable(
  build: Build,
  water: string,
  tints: readonly TintDose[] | undefined,
  mostMm: number,
  shelf: Shelf
): DepthTable {
  const own = tints ?? poolsOf(build)[0]?.tints ?? []
  const layers = [{ fromMm: -mostMm, toMm: 0, tints: own }]
  return depthTable(water, build.ground, layers, 0, mostMm, shelf)
}

/** Colour of the painted bed where water is so deep, as a share of the deepest: of 255. */
export const bedBytes = (
  bed: { bedDeep: string; bedShore: string },
  share: number
): [number, number, number] => bytesOf(hexOf(rgbOfXyz(xyzOf(bedAt(bed, share)))))

/** A colour as red, green and blue of 255. @example bytesOf('#0a10ff') // [10, 16, 255] */
export const bytesOf = (hex: string): [number, number, number] => [
  parseInt(hex.slice(1, 3), 16),
  parseInt(hex.slice(3, 5), 16),
  parseInt(hex.slice(5, 7), 16)
]
