import type { Sentence } from '../../words/sentence'
/** What a part of the model is: how it is drawn, and what may be done with it. */
export const ROUND_KINDS = [
  'base',
  'land',
  'water',
  'run',
  'fall',
  'crest',
  'splash',
  'dam',
  'case',
  'prop',
  'cover',
  'thing',
  'rock',
  'mist'
] as const
export type RoundKind = (typeof ROUND_KINDS)[number]

/** A closed body: places in mm (x right, y away, z up from the base's top), and triangles that face outwards. */
export interface Body {
  xyz: Float32Array
  triangles: Uint32Array
}

/** A part of the model in the round. */
export interface RoundPart extends Body {
  id: string
  kind: RoundKind
  /** The water it belongs to; null: none. */
  water: string | null
  name: string
  /** Its figures, in a sentence. */
  says: Sentence
  /** Colour of the whole of it, `#rrggbb`. */
  colour: string
  /** Colour of each place, red, green and blue of 255; left out: as the whole. */
  colours?: Uint8Array
  /** Number of its table of colours by depth; left out: it has one colour. */
  table?: number
  /** How white each place is, 0 to 1; left out: as the white map says. */
  white?: Float32Array
  /** Its body is the one that was handed over last time, and is left out here. */
  unchanged?: true
  /** Places of the upper surface come first: so many of them. Left out: it has none. */
  tops?: number
}

/**
 * What water looks like by its depth along the eye's ray: rows for a ray straight down to one that
 * slants as far as it can, columns from no depth to the greatest; red, green and blue of 255.
 */
export interface DepthTable {
  water: string
  mostMm: number
  /** How much longer than the depth the ray of each row is. */
  slants: number[]
  columns: number
  rgb: Uint8Array
}

/** A field over the base that is read by place: heights of the bed, or the share of white. */
export interface RoundField {
  cols: number
  rows: number
  /** Place of its first value and how far apart they lie, mm. */
  x0: number
  y0: number
  cellMm: number
  values: Float32Array
}

/** The whole model in the round. */
export interface RoundModel {
  widthMm: number
  depthMm: number
  heightMm: number
  parts: RoundPart[]
  tables: DepthTable[]
  /** The ground over the base, with what stands in the water on it, mm. */
  ground: RoundField
  /** Share of white, 0 to 1. */
  white: RoundField
  /** How far ripples rise and fall over the surface, mm. */
  ripples: RoundField
  triangles: number
}

/** How finely a model is made. */
export interface RoundDetail {
  /** Every so many places of the land are taken. */
  every: number
  /** Waves are drawn by triangles no longer than this, mm. */
  waveMm: number
  /** Places of ripples lie no nearer to each other than this, mm. */
  rippleMm: number
}
export const FINE: RoundDetail = { every: 1, waveMm: 6, rippleMm: 0.5 }
export const COARSE: RoundDetail = { every: 3, waveMm: 18, rippleMm: 1.1 }
