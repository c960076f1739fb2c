import type { WaterKind } from '../build/types'
import type { CautionId } from '../materials/cautions'

/** What a thing has become when a wait is over: one visual language on every screen. */
export type State = 'wet' | 'workable' | 'firm' | 'clear' | 'cured'

/** Waits that the cures stage works out for a water or for the ground, min. */
export type CureName =
  | 'landformGlue' | 'shellSet' | 'sealCoat' | 'sealReady'
  | 'baseDry' | 'castingSet' | 'paintDry' | 'washDry' | 'textureDry'
  | 'damSet' | 'leakWait' | 'dryOut' | 'chipFirm' | 'nextPour' | 'pourCloses' | 'gel' | 'firm' | 'undam' | 'cured' | 'rippleClear'
  | 'skinDry' | 'lacquerCoat' | 'lacquerClear' | 'glossCoat' | 'glossClear'
  | 'peel' | 'stripSet' | 'formClear' | 'lightSet'

/** Sizes that hands-on time and amounts grow with. */
export type SizeName =
  | 'baseCm2' | 'waterCm2' | 'sealCoats' | 'castingMl'
  | 'areaCm2' | 'damCm' | 'beadMl' | 'braces' | 'pours' | 'lightCoats' | 'lightMinPerCoat' | 'lightG'
  | 'tissueLayers' | 'tissueCm2' | 'lacquerCoats' | 'lacquerMl' | 'glossCoats' | 'glossMl' | 'batchesPerPour' | 'stirMin' | 'lifts'
  | 'tints' | 'strips' | 'stripCm2' | 'widthCm'
  /** Surface of a run, sea or splash; what of it is white; gel up to it and coats to lay it in; length of crests; fingers of a splash. */
  | 'formCm2' | 'whiteCm2' | 'gelMl' | 'gelCoats' | 'crestCm' | 'fingers'
export type Sizes = Partial<Record<SizeName, number>>

/** A quantity that grows with sizes: `fixed` + Σ per[size] · size. */
export interface Grows {
  fixed: number
  per?: Partial<Record<SizeName, number>>
}

/** A wait before what comes next may begin: minutes, or one that depends on material and room. */
export interface Wait {
  becomes: State
  min: number | CureName
  /** Greatest wait: what comes next must have begun by then, or asks for more work. */
  max?: CureName
}

/**
 * A step that another must follow. `"seal"` is of the same way; `"ground/seal"`, `"finish/white"` of the groundwork or
 * the finishing; `"from/pour"`, `"into/pour"` of the pools above and below a fall; `"pools/undam"`, `"falls/hang"`, `"forms/gel"` of
 * all of them; `"under/pour"` of the pool that a run, sea or splash lies on. With a wait of its own, or the step's own wait.
 */
export type After = string | { step: string; wait: Wait }

export interface StepTemplate {
  id: string
  /** Place in the order of the trade, 1–21. */
  order: number
  title: string
  how: string
  /** What it looks like when it is right. */
  right: string
  hands: Grows
  /** May be broken off and taken up again another day. */
  breakable?: true
  wait?: Wait
  after: readonly After[]
  /** Done as many times, one after the other, each after the wait of the one before. */
  times?: SizeName
  /** Left out unless this size is above 0. */
  onlyWith?: SizeName
  cautions: readonly CautionId[]
}

/** Something used up: a sundry by id, or what the water itself names: `gel`, `light.resin`, `light.lamp`, `skin.lacquer`, `gloss.gel`, `dam.bead`. */
export interface Use {
  material: string
  amount: Grows
}

/** A way of working: its steps and what they use. Adding one is adding one of these. */
export interface Way {
  id: string
  for: 'ground' | WaterKind | 'finish'
  name: string
  note: string
  steps: readonly StepTemplate[]
  uses: readonly Use[]
  /** Steps by the names that other ways look for ("from/pour"), where this way's own are called otherwise. */
  anchors?: Readonly<Record<string, string>>
  /** Done once for each thing that is set into the water between pours. */
  setIn?: StepTemplate
  /** For a body of water: how it compares with the others. */
  body?: { depth: 'real' | 'painted'; risk: string; reversible: string }
}

/** The value of a quantity for these sizes. @example grown({ fixed: 10, per: { damCm: 0.5 } }, { damCm: 40 }) // 30 */
export function grown(quantity: Grows, sizes: Sizes): number {
  let total = quantity.fixed
  for (const [size, each] of Object.entries(quantity.per ?? {})) total += each * (sizes[size as SizeName] ?? 0)
  return total
}
