import type { Read } from '../reads'
import type { WhiteMap } from '../2-forms/whiteMap'
import { pasteOf, pasteYield, type Paste } from '../../physics/stuff/gel/paste'
import { slumpOf } from '../../physics/stuff/gel/standing'
import { pasteMl } from './pasteMl'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import { partsOf } from '../3-stacks/gelStack'
import { wayFor } from '../../craft/ways/catalog'
import type { Recipe } from '../../craft/ways/types'

/** What one part of the recipe comes to. */
export interface RecipeLine {
  material: string
  name: string
  massG: number
  ml: number
}

/**
 * White water over the whole scene: what is mixed, how high it stands, where each white goes, and
 * how much there is against how much there should be.
 */
export interface WhitePlan {
  way: string
  /** Paste that covers the map, ml and g, a tenth over; before it froths. */
  volumeMl: number
  massG: number
  lines: RecipeLine[]
  paste: Paste | null
  /** Why it cannot be mixed; empty: it can. */
  problem: string
  /** Highest heap that stands, mm, and what becomes of the height wanted. */
  standsMm: number | null
  reliefMm: number
  sinksToMm: number | null
  /** From the edge outwards: area of thin, half and thick white, cm². */
  bands: { pct: number; areaCm2: number; white: string }[]
  dries: Recipe['dries'] | null
  /** Water by water: the share this water has, and the builder's. */
  shares: { water: string; formPct: number; yoursPct: number | null; areaCm2: number }[]
}

/**
 * No heap of paste stands higher, whatever its yield: it is narrow, picked at and creeps as it
 * dries, mm. Common practice, no source.
 */
const TALLEST_HEAP_MM = 10
/**
 * White from thin to thick: which white goes where. docs/trade.md 2 and 5 (G6). Common practice,
 * no source.
 */
const BANDS = [
  { pct: 15, white: 'off-white, thin' },
  { pct: 40, white: 'off-white, half' },
  { pct: 70, white: 'pure white, last' }
] as const

/** White water for a map, in the way the builder chose. */
export function whitePlan(
  build: Read<'amounts'>,
  map: WhiteMap,
  whiteMl: number,
  shelf: Shelf
): WhitePlan {
  const way = wayFor('white', build.finish.white)
  const recipe = way?.recipe
  const bands = BANDS.map(({ pct, white }) => ({
    pct,
    white,
    areaCm2: map.areaByPct.slice(pct).reduce((sum, mm2) => sum + mm2 / 100, 0)
  }))
  const shares = map.waters.map((w) => ({
    water: w.water,
    formPct: w.sharePct,
    areaCm2: w.areaMm2 / 100,
    yoursPct: build.finish.yours.find((y) => y.water === w.water)?.pct ?? null
  }))
  const plan: WhitePlan = {
    way: build.finish.white,
    volumeMl: 0,
    massG: 0,
    lines: [],
    paste: null,
    problem: '',
    standsMm: null,
    reliefMm: build.finish.reliefMm,
    sinksToMm: null,
    bands,
    dries: recipe?.dries ?? null,
    shares
  }
  if (!recipe) return plan
  const volumeMl = pasteMl(recipe, whiteMl)
  const lines = partsOf(recipe, shelf, volumeMl).map((p): RecipeLine => ({
    material: p.material,
    name: shelf.get(p.material)!.name,
    massG: p.massG,
    ml: p.ml
  }))
  try {
    const paste = pasteOf(partsOf(recipe, shelf), recipe.maxPacking)
    const gel = recipe.parts.map((p) => onShelf(shelf, 'gel', p.material)).find((g) => g !== null)
    // brushed paint has no body to speak of
    const tau = gel ? pasteYield(gel.yieldPa, paste.fillerFraction, recipe.maxPacking) : null
    return {
      ...plan,
      volumeMl,
      massG: lines.reduce((sum, l) => sum + l.massG, 0),
      lines,
      paste,
      standsMm:
        tau === null
          ? null
          : Math.min(TALLEST_HEAP_MM, slumpOf(tau, paste.densityGCm3, 1).highestMm),
      sinksToMm:
        tau === null
          ? null
          : Math.min(
              TALLEST_HEAP_MM,
              slumpOf(tau, paste.densityGCm3, build.finish.reliefMm).standsMm
            )
    }
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return { ...plan, volumeMl, lines, problem: error.message.replace(/^\w+: /, '') }
  }
}
