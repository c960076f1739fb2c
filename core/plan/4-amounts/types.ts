import type { Batch, TintDose } from '../../physics/stuff/mixing/mix'
import type { Sentence } from '../../words/sentence'

/** One cup to mix. */
export interface PlannedBatch extends Batch {
  /** The pool that it is poured into; of what is no pour, what its mix is called: "waves.cast". */
  pool: string
  /** Pour it belongs to, from 1. */
  pour: number
  resin: string
  /** The mix that it is a cup of, and the water that it goes into. */
  mix: string
  water: string
  /** Which cup of that pour, from 1, and of how many. */
  cup: number
  cups: number
  massG: number
  aMl: number
  bMl: number
  volumeMl: number
  cupMl: number
  /** What that cup takes so that it can be stirred, g. */
  cupHoldsG: number
  /** All its tints together, drops in 100 g. */
  dosePer100G: number
  /** Drops each tint asks for before they are rounded to whole ones. */
  dropsExact: Record<string, number>
}

export interface PoolAmounts {
  pool: string
  resin: string
  /** How often it is poured. */
  pours: number
  /** Mass ratio as parts of A to one of B, whatever the label is by. */
  massRatioA: number
  volumeRatioA: number
  totalG: number
  aG: number
  bG: number
  volumeMl: number
  densityGCm3: number
  /**
   * Band by band: part A of all its pours, and whole drops of each tint for it at once, so that no
   * seam shows between layers.
   */
  tintAll: {
    band: number
    pours: [first: number, last: number]
    aG: number
    drops: Record<string, number>
    /** What each tint asks for before it is rounded to whole drops. */
    exact: Record<string, number>
  }[]
  worstRatioErrorPct: number
  /** Set when the cup is too small to mix anything in. */
  problem: Sentence | null
}

/** Everything of two parts that is mixed in one go: a pour, a casting, a flood, a bedding coat. */
export interface PlannedMix {
  id: string
  water: string
  /** The lay it goes into; null: none. */
  lay: string | null
  resin: string
  volumeMl: number
  aG: number
  bG: number
  /** Drops in 100 g of each tint; of a pour, what its band is tinted with. */
  tints: TintDose[]
  /** Whole drops of each tint, all cups together. */
  drops: Record<string, number>
  /** Cups it is mixed in, ml each. */
  cups: number[]
  /** Stirring of all its cups, and how long the label lets them stand before they are poured, min. */
  stirMin: number
  standMin: number
  /** What else comes out of it, by the ids of their mixes. */
  serves: string[]
}
