import type { RatioBasis } from '../../physics/stuff/mixing/mix'
import type { TintLook } from '../../physics/stuff/colour/tint'
import type { CureKinetics } from '../../physics/stuff/heat/kinetics'
import type { CautionId } from './cautions'
import type { FaceId, ThingId } from './pairs'
import type { Thermal } from '../../physics/stuff/heat/thermal'

interface Kind<K extends string> {
  kind: K
  id: string
  name: string
  note: string
  cautions: readonly CautionId[]
  /**
   * How it is bought: so much of it, in the unit it is shopped in, for so much money. Typical and
   * invented until the builder says.
   */
  pack?: { amount: number; price: number }
  /** What the builder has of it, in the same unit. */
  stock?: number
  /** Set on the builder's own bottles. */
  own?: true
}

/** A two-part resin as its label gives it. */
export interface Resin extends Kind<'resin'> {
  partA: number
  partB: number
  basis: RatioBasis
  densityA: number
  densityB: number
  /** Largest batch mixed at once, g: more of it in a cup heats up too fast. */
  batchMaxG: number
  layerMaxMm: number
  /** Until a cup of `potLifeG` at `potLifeC` gels, min. */
  potLifeMin: number
  potLifeG: number
  potLifeC: number
  stirMin: number
  /** Left to stand before it is poured, so that it creeps less, min. */
  standMin: number
  /** Full cure of a thin film at `potLifeC`, h. */
  curedH: number
  /** Behaviour fitted to the builder's own bottle; left out: fitted to the label. */
  kinetics?: CureKinetics
}

/** A resin that light cures. */
export interface LightResin extends Kind<'light-resin'> {
  densityGCm3: number
  /** Depth at which its light has fallen to 1/e, mm. */
  dpMm: number
  /** Least energy that gels it, mJ/cm². */
  ecMjCm2: number
}

/** A lamp for it. */
export interface Lamp extends Kind<'lamp'> {
  /** Irradiance at a distance, mW/cm². */
  irradianceMwCm2: number
  atMm: number
  /** Spot it covers at that distance, cm². */
  spotCm2: number
}

export interface Tint extends Kind<'tint'> {
  /** Its colour over white at a dose and a depth; the swatch is the same colour. */
  look: TintLook
  dropsPerMl: number
}

/**
 * What makes a thing set: it cures, and asks only how warm it is; it cools or is lit, and asks
 * nothing. Left out: it dries, and asks the air.
 */
export type Sets = 'cure' | 'cool'

/** A gel or caulk that loses water and clears. */
export interface Gel extends Kind<'gel'> {
  sets?: Sets
  densityGCm3: number
  /** As thick as it is usually laid, mm. */
  coatMm: number
  /** Crest to crest of the finest ripple it keeps, mm. Common practice, no source. */
  finestMm: number
  /**
   * How it dries: share of the volume that stays, diffusivity of water in it at 20 °C, how that
   * falls, what holds its last water.
   */
  solidsVol: number
  dM2S: number
  fallsBy: number
  chi: number
  /**
   * How it flows: viscosity when laid, time in which it grows e-fold at 20 °C and 50 %, skin, yield
   * stress.
   */
  viscosityPaS: number
  thickenMin: number
  surfaceTensionNM: number
  yieldPa: number
  /** Stiffness when dry, GPa. */
  dryModulusGPa: number
  /** What it is among things that stick or spoil; left out: a gel. */
  face?: ThingId
  /** Dust sinks into it and cannot be cleaned off. */
  catchesDust?: true
}

/** A lacquer that dries by the can's time at 20 °C and 50 %. */
export interface Lacquer extends Kind<'lacquer'> {
  mlPerM2: number
  recoatH: number
}

export interface Landform extends Kind<'landform'> {
  /** Waits for the glue between its pieces, min. */
  glueMin: number
  glue: string
  /** Foam: solvent and hot glue eat it where nothing covers it. */
  foam?: true
  /** It has its shape already, or there is none: nothing to cut, glue or carve. */
  ready?: true
  /** How it is drawn where it is cut through; none: there is nothing. */
  hatch: 'cells' | 'beads' | 'grain' | 'none'
  thermal: Thermal
}

export interface Shell extends Kind<'shell'> {
  /** Powder, cloth or filler used for a square metre and a millimetre, g. */
  gPerM2Mm: number
  /** Water for 100 g of it, g. */
  waterPer100G: number
  setH: number
  thermal: Thermal
}

export interface Sealer extends Kind<'sealer'> {
  /** Spread of one coat, ml for a square metre. */
  mlPerM2: number
  betweenCoatsMin: number
  readyH: number
  sets?: Sets
}

export interface Dam extends Kind<'dam'> {
  /** Until bead, glue or sealant has set, min at 20 °C and 50 %. */
  setMin: number
  sets?: Sets
  /** Minutes of work for a metre of dam. */
  minPerM: number
  thicknessMm: number
  modulusGPa: number
  /** How foot and ends are held: a bead holds, a thick joint clamps. */
  edges: 'clamped' | 'held'
  kWMK: number
  /** What gives way first in the heat, and at what temperature; null: it bears any pour. */
  softens: { what: string; atC: number } | null
  /** What the resin cures against. */
  face: FaceId
  /** What it leaves on the cured face. */
  leaves: string
  bead: { material: string; mlPerM: number }
  /** Stays for good: the wall of a case. */
  stays?: true
  /** It stands and is tight already: nothing to build, bead or test. */
  ready?: true
}

export interface Sundry extends Kind<'sundry'> {
  unit: 'ml' | 'g' | 'm' | 'cm²' | 'piece'
  /** Water that 100 g of it is mixed with, g. Common practice, no source. */
  waterPer100G?: number
  /** Share of it that stays on the model when all is dry; left out: none. Typical, from memory. */
  staysShare?: number
  /** As glue or paint: when it holds or is dry, min; left out: as is usual for such work. Common practice, no source. */
  setMin?: number
  /** What it is mixed from, when the builder mixes it: names and shares. */
  mixedFrom?: readonly (readonly [name: string, share: number])[]
}

/** A clear film or sheet that parts are made on. */
export interface Film extends Kind<'film'> {
  thicknessMm: number
  modulusGPa: number
  densityGCm3: number
  /** What it is among things that stick or spoil. */
  face: ThingId
}

/** What is stirred into gel to make it white and stand. */
export interface Filler extends Kind<'filler'> {
  densityGCm3: number
  form: 'powder' | 'fibre'
}

export type Material =
  | Resin
  | LightResin
  | Lamp
  | Tint
  | Gel
  | Film
  | Filler
  | Lacquer
  | Landform
  | Shell
  | Sealer
  | Dam
  | Sundry
export type MaterialKind = Material['kind']
