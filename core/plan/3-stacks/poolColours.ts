import { lastAnswers } from '../../physics/solve/lastAnswers'
import type { TintDose } from '../../physics/stuff/mixing/mix'
import type { SectionPoint } from '../../physics/shape/profile'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import { reflectanceOf } from '../../physics/stuff/colour/reflectance'
import { hexOf, rgbOfXyz, xyzOf } from '../../physics/stuff/colour/rgb'
import {
  opticsOf,
  seenOver,
  type SeenColour,
  type TintedPour,
  type TintOptics
} from '../../physics/stuff/colour/tint'

/** How a pool looks from above. */
export interface PoolColours {
  /** From the shore to the deepest, with the bed's own colour at each depth. */
  swatches: (SeenColour & { depthMm: number; bed: string })[]
  /** Along the section line: distance, mm, and colour. */
  strip: [s: number, colour: string][]
  deepest: SeenColour & { bed: string }
}

/** A pour as the eye sees it: from height to height with its own tints. */
export interface TintedLayer {
  fromMm: number
  toMm: number
  tints: readonly TintDose[]
}

const SWATCHES = 7
const STRIP_POINTS = 60

const known = lastAnswers<TintOptics>(200)

/** Absorption and scatter of the tints of a dose list that the shelf has. */
export function tintsOn(shelf: Shelf, doses: readonly TintDose[]): TintedPour['tints'] {
  return doses.flatMap(({ id, dropsPer100G }) => {
    const tint = onShelf(shelf, 'tint', id)
    if (!tint) return []
    const key = JSON.stringify(tint.look)
    const optics = known.get(key) ?? opticsOf(tint.look)
    known.set(key, optics)
    return [{ optics, dropsPer100G }]
  })
}

/** Reflectance between the shore's bed and the deep one's, by the share of the greatest depth. */
export function bedAt(
  bed: { bedDeep: string; bedShore: string },
  share: number
): readonly number[] {
  const [deep, shore] = [reflectanceOf(bed.bedDeep), reflectanceOf(bed.bedShore)]
  const t = Math.min(1, Math.max(0, share))
  return shore.map((v, i) => v + t * (deep[i] - v))
}

/** What stands over the ground at a height: each layer from the ground or its own foot up. */
export function over(
  layers: readonly { fromMm: number; toMm: number; tints: TintedPour['tints'] }[],
  groundMm: number
): TintedPour[] {
  return layers.flatMap(({ fromMm, toMm, tints }) =>
    toMm > groundMm ? [{ depthMm: toMm - Math.max(fromMm, groundMm), tints }] : []
  )
}

/**
 * Colours of a pool by depth, as swatches and along the section.
 *
 * @param layers   pours from the bottom up, mm; none: the painted bed alone
 * @param section  ground along the section line inside this pool
 */
export function poolColours(
  bed: { bedDeep: string; bedShore: string },
  layers: readonly TintedLayer[],
  levelMm: number,
  depthMm: number,
  section: readonly SectionPoint[],
  shelf: Shelf
): PoolColours {
  const tinted = layers.map((l) => ({
    fromMm: l.fromMm,
    toMm: l.toMm,
    tints: tintsOn(shelf, l.tints)
  }))
  const look = (depth: number) => {
    const own = bedAt(bed, depthMm > 0 ? depth / depthMm : 0)
    return { ...seenOver(own, over(tinted, levelMm - depth)), bed: hexOf(rgbOfXyz(xyzOf(own))) }
  }
  const swatches = Array.from({ length: SWATCHES }, (_, i) => {
    const depth = (depthMm * i) / (SWATCHES - 1)
    return { depthMm: depth, ...look(depth) }
  })
  const strip: [number, string][] = []
  if (section.length > 1 && depthMm > 0) {
    const [from, to] = [section[0][0], section.at(-1)![0]]
    for (let k = 0; k <= STRIP_POINTS; k++) {
      const s = from + ((to - from) * k) / STRIP_POINTS
      const i = section.findIndex((p) => p[0] >= s - 1e-9)
      const [a, b] = [section[Math.max(0, i - 1)], section[Math.max(0, i)]]
      const z = b[0] > a[0] ? a[1] + ((s - a[0]) / (b[0] - a[0])) * (b[1] - a[1]) : b[1]
      if (z < levelMm) strip.push([s, look(Math.round(4 * (levelMm - z)) / 4).colour])
    }
  }
  return { swatches, strip, deepest: { ...swatches.at(-1)! } }
}

/**
 * What a pool looks like where it is so deep: its nearest swatch.
 * @example swatchAt({ swatches: [{ depthMm: 5, colour: '#7c9a94' }, { depthMm: 10, colour: '#2c5a54' }]
 *   }, 8)?.colour // "#2c5a54"
 */
export const swatchAt = (
  { swatches }: Pick<PoolColours, 'swatches'>,
  depthMm: number
): PoolColours['swatches'][number] | null =>
  swatches.reduce<PoolColours['swatches'][number] | null>(
    (best, s) =>
      best === null || Math.abs(s.depthMm - depthMm) < Math.abs(best.depthMm - depthMm) ? s : best,
    null
  )
