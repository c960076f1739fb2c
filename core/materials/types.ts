import type { RatioBasis } from '../calculators/mix'
import type { CautionId } from './cautions'

interface Kind<K extends string> {
  kind: K
  id: string
  name: string
  note: string
  cautions: readonly CautionId[]
}

/** A two-part resin as its label gives it. Times hold at `labelC` for the label's 100 g or its layer. */
export interface Resin extends Kind<'resin'> {
  partA: number
  partB: number
  basis: RatioBasis
  densityA: number
  densityB: number
  /** Largest batch mixed at once, g: more of it in a cup heats up too fast. */
  batchMaxG: number
  layerMaxMm: number
  labelC: number
  workingMin: number
  stirMin: number
  firmH: number
  nextPourH: number
  undamH: number
  curedH: number
}

export interface Tint extends Kind<'tint'> {
  /** What it looks like in the swatch, sRGB. */
  colour: string
  dropsPerMl: number
}

/** A gel or caulk that loses water and clears. Times at 20 °C and 50 % for a coat of `coatMm`. */
export interface Gel extends Kind<'gel'> {
  densityGCm3: number
  coatMm: number
  labelC: number
  peelH: number
  clearH: number
}

export interface Landform extends Kind<'landform'> {
  /** Waits for the glue between its pieces, min. */
  glueMin: number
  glue: string
  hatch: 'cells' | 'beads' | 'grain'
}

export interface Shell extends Kind<'shell'> {
  /** Powder, cloth or filler used for a square metre and a millimetre, g. */
  gPerM2Mm: number
  setH: number
}

export interface Sealer extends Kind<'sealer'> {
  /** Spread of one coat, ml for a square metre. */
  mlPerM2: number
  betweenCoatsMin: number
  readyH: number
}

export interface Dam extends Kind<'dam'> {
  setMin: number
  /** Minutes of work for a metre of dam. */
  minPerM: number
}

export interface Sundry extends Kind<'sundry'> {
  unit: 'ml' | 'g' | 'm' | 'cm²' | 'piece'
}

export type Material = Resin | Tint | Gel | Landform | Shell | Sealer | Dam | Sundry
export type MaterialKind = Material['kind']
