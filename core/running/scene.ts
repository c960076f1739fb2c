import type { Fault } from '../physics/fault'
import type { Grid } from '../physics/shape/grid'
import type { Point2 } from '../physics/shape/polygon'
import type { Edges, Swell } from './solver/edges'
import type { Sentence } from '../words/sentence'

/** Something the builder should know before the water runs, or why it cannot. */
export interface SceneNote extends Fault<Sentence> {
  stops: boolean
  kind:
    'nothing-moves' | 'no-ground' | 'no-way-out' | 'dry-source' | 'same-place' | 'spikes' | 'far'
}

/** Where water is taken away: what stands above a level there, m. */
export interface Drain {
  row: number
  col: number
  levelM: number
}

/** The model's own ground at full size, and what lets water in and out. */
export interface Scene {
  scale: number
  grid: Grid
  dxM: number
  /** Height of the bed at each cell, m, row by row from the front. */
  bedM: Float64Array
  /** Roughness at each cell, s/m^⅓. */
  manning: Float64Array
  /** Number of the water in the build's order, −1 on land. */
  owner: Int16Array
  /** Depth when every pool stands at its level and every run as its form says, m. */
  levelsM: Float64Array
  edges: Edges
  springs: { row: number; col: number; share: number }[]
  drains: Drain[]
  swell: Swell | null
  dischargeM3S: number
  /** How far the water has to go, m, and the period of its swell, s. */
  lengthM: number
  periodS: number | null
  source: Point2 | null
  out: Point2 | null
  /** Lips of the falls: the water they leave, their line, the way out, and how far back the level is read. */
  lips: { water: string; from: number; line: [Point2, Point2]; out: Point2; backMm: number }[]
  notes: SceneNote[]
}

/** What a scene is made from, at any size of cells; worked out once. */
export interface SceneMaker {
  notes: SceneNote[]
  at: (cells: number) => Scene
  finestCells: number
}
