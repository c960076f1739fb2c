import type { TintDose } from '../../physics/stuff/mixing/mix'
import type { CautionId } from '../materials/cautions'
import type { MaterialKind } from '../materials/types'
import type { ThingId } from '../materials/pairs'
import type { BondId } from '../../physics/stuff/supports/standing'
import type { Sentence } from '../../words/sentence'

/** Kinds of water that are worked on. */
export type WaterKind = 'pool' | 'fall' | 'reach' | 'sea' | 'splash'

/** What a thing has become when a wait is over: one visual language on every screen. */
export type State = 'wet' | 'workable' | 'firm' | 'clear' | 'cured'

/** Waits that the cures stage works out for a water or for the ground, min. */
export type CureName =
  | 'landformGlue'
  | 'shellSet'
  | 'sealCoat'
  | 'sealReady'
  | 'baseDry'
  | 'castingSet'
  | 'paintDry'
  | 'washDry'
  | 'textureDry'
  | 'damSet'
  | 'leakWait'
  | 'dryOut'
  | 'chipFirm'
  | 'nextPour'
  | 'pourCloses'
  | 'gel'
  | 'firm'
  | 'undam'
  | 'cured'
  | 'rippleClear'
  | 'skinDry'
  | 'lacquerCoat'
  | 'lacquerClear'
  | 'glossCoat'
  | 'glossClear'
  | 'peel'
  | 'peelBy'
  | 'stripSet'
  | 'formClear'
  | 'lightSet'
  /** Minutes that matter while a coat of gel thickens: from when and until when each touch works. */
  | 'stippleOpens'
  | 'stippleCloses'
  | 'dragOpens'
  | 'dragCloses'
  | 'teaseOpens'
  | 'teaseCloses'
  | 'blowOpens'
  | 'blowCloses'
  /** Parts and what holds them: props away, rubber, cloth and clay, castings, glues, pastes. */
  | 'propRelease'
  | 'rubberCoat'
  | 'rubberSet'
  | 'shellHard'
  | 'clayDry'
  | 'castFirm'
  | 'bondHolds'
  | 'whiteDry'
  | 'pasteDry'
  /** What the builder put in: firm, clear or set, by its own material. */
  | 'layReady'

/** Sizes that hands-on time and amounts grow with. */
export type SizeName =
  | 'baseCm2'
  | 'waterCm2'
  /** Water whose bed is seen through it. */
  | 'bedCm2'
  | 'sealCoats'
  | 'castingMl'
  | 'areaCm2'
  | 'damCm'
  /** Dam that is peeled away again; wall of a case, which stays and is wiped. */
  | 'peelCm'
  | 'caseCm'
  /** Ground that is cut and carved; none of what has its shape already. */
  | 'landformMm'
  | 'shellMm'
  /** Of a lay put in by the builder: its coats, and all of them together. */
  | 'laidCoats'
  | 'laidCm2'
  | 'beadMl'
  | 'braces'
  | 'pours'
  | 'lightCoats'
  | 'lightMinPerCoat'
  | 'lightG'
  | 'tissueLayers'
  | 'tissueCm2'
  | 'lacquerCoats'
  | 'lacquerMl'
  | 'glossCoats'
  | 'glossMl'
  | 'surfaceMl'
  | 'clayMl'
  | 'coreMl'
  | 'castPours'
  | 'batchesPerPour'
  | 'stirMin'
  | 'lifts'
  | 'tints'
  | 'strips'
  | 'stripCm2'
  | 'widthCm'
  /**
   * Surface of a run, sea or splash; what of it is white; gel up to it and coats to lay it in;
   * length of crests; fingers of a splash.
   */
  | 'formCm2'
  | 'whiteCm2'
  | 'gelMl'
  | 'gelCoats'
  | 'underCoats'
  | 'crestCm'
  | 'fingers'
  /**
   * Parts made off the model, spares among them; their surface; film they are cut from; props;
   * mould and casting; white paste.
   */
  | 'parts'
  | 'partCm2'
  | 'filmCm2'
  | 'props'
  /** Of those, the ones that ever come away. */
  | 'propsAway'
  | 'mouldCm2'
  | 'castMl'
  | 'whiteMl'
  | 'sprayCm2'
  | 'rubberCoats'
export type Sizes = Partial<Record<SizeName, number>>

/** How far the ground has come when the work begins, from the least to the most. */
export const FROM = ['bare-board', 'landform', 'shelled', 'painted-and-sealed'] as const
export type From = (typeof FROM)[number]

/** How careful a builder is, from the least to the most. */
export const CARE = ['quick', 'usual', 'thorough'] as const
export type Care = (typeof CARE)[number]

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
  /**
   * Past the greatest wait it cannot be done at all: the schedule keeps to it. Left out: it only
   * asks for more work.
   */
  hard?: true
}

/** A step of the same way that another must follow: with a wait of its own, or the step's own. */
export type After = string | { step: string; wait: Wait }

/**
 * Where a step meets what something else has put down; it waits for whatever lies on top there.
 * `ground`; `lip` and `landing`, the pools above and below a fall; `below`, the pools that a run,
 * sea or splash lies on; `waters`, all of them; `whites` and `sprays`, or what those lie on;
 * `own`, all that is made of the water a repair belongs to; `repairs`, all of them; `gloss`, the
 * last coat over the whole scene.
 */
export const SPOTS = [
  'ground',
  'lip',
  'landing',
  'below',
  'waters',
  'whites',
  'sprays',
  'own',
  'repairs',
  'gloss'
] as const
export type Spot = (typeof SPOTS)[number]

/** What a step does that the order of hands speaks of, whichever way it is of: `hands.ts`. */
export type Deed =
  'level' | 'test' | 'fill' | 'undam' | 'hang' | 'bed' | 'mend' | 'block' | 'crests' | 'skin'

export interface StepTemplate {
  id: string
  /** Place in the order of the trade, 1–21. */
  order: number
  title: string
  how: Sentence
  /** How, where what is made stands loose on a base of its own; left out: as ever. */
  loose?: string
  /** What it looks like when it is right. */
  right: Sentence
  hands: Grows
  /**
   * It is done off the model: only what uses it waits for it. Left out: as `isApart` finds it.
   */
  apart?: true
  /** May be broken off and taken up again another day. */
  breakable?: true
  wait?: Wait
  after: readonly After[]
  /** Where it meets what something else has put down. */
  on?: readonly Spot[]
  does?: Deed
  /** Done as many times, one after the other, each after the wait of the one before. */
  times?: SizeName
  /** What passes between one time and the next; left out: the step's own wait. */
  between?: Wait
  /** Left out unless this size is above 0. */
  onlyWith?: SizeName
  /** It fixes the part to the model: how, in how long and with what care, its bond says. */
  fixes?: true
  /** It serves the liquid behind the dam: where none is poured it has nothing to do. */
  serves?: 'fill'
  /** It undoes or uses what this step of the same way leaves: with that left out it has nothing to do. */
  follows?: string
  /** It is there already for whoever begins from here or later. */
  thereFrom?: From
  /** Only whoever is so careful does it; left out: everybody. */
  care?: Care
  /** What leaving it out risks, in a sentence; left out: only that what it makes is missing. */
  risk?: string
  cautions: readonly CautionId[]
  tools?: readonly string[]
  /** What may not come near. */
  forbids?: string
}

/**
 * What a step brings together, and what is wanted of the two: that they part again, that they stay,
 * or merely that neither is harmed.
 */
export interface Meeting {
  a: ThingId
  b: ThingId
  wants: 'off' | 'on' | 'unharmed'
}

/** A part made off the model. */
export type PartShape = 'strips' | 'sheet' | 'curl' | 'skin' | 'cast' | 'fingers' | 'tuft'

/** A paste that is mixed: shares by volume of what is in it. */
export interface RecipePart {
  material: string
  share: number
}
export interface Recipe {
  parts: readonly RecipePart[]
  /** Share of the volume at which its fillers lock. */
  maxPacking: number
  /** How many times its volume it froths up to. */
  foams?: number
  /** What it dries to: what stays white, what turns clear, what must be glossed. */
  dries: { white: string; clear: string; dull: string }
}

/**
 * Something used up: a sundry by id, or what the water itself names: `gel`, `light.resin`,
 * `light.lamp`, `skin.lacquer`, `gloss.gel`, `dam.bead`, `film`.
 */
export interface Use {
  material: string
  amount: Grows
  /** The steps that use it up: with all of them left out, there already or with nothing to do, none of it is. */
  by: readonly string[]
  /** Resin of the water without its tint. */
  clear?: true
}

/** What a body of water is made of: the stages work out only that, and its form asks for only that. */
export interface BodyNeeds {
  /**
   * What fills its depth: two-part resin, or resin under a lamp. Left out: nothing does, it is a
   * skin over the bed.
   */
  fill?: 'two-part' | 'light'
  /** It is held by a dam along its open edges. */
  dam?: true
  /** What is laid on its bed before anything fills it: a coat by material and thickness. */
  bed?: { material: string; label: string; thicknessMm: number }
  /** Tissue in glue, painted to look deep: what lies under it is seen no more. */
  tissue?: true
  lacquer?: true
  /** Gel on top: one coat that takes the ripples, or the coats that it is made of. */
  gel?: 'ripples' | 'coats'
}

/** What a lay is when it is done: what it asks of what lies under it, and what may lie on it, follow. */
export const LAY_KINDS = [
  'landform',
  'shell',
  'paint',
  'seal',
  'texture',
  'tissue',
  'resin',
  'gel',
  'lacquer',
  'white',
  'fibre',
  'part'
] as const
export type LayKind = (typeof LAY_KINDS)[number]

/** One thing put down in one go of work, in one or more coats: what a way puts down, from below. */
export interface LayTemplate {
  id: string
  name: string
  kind: LayKind
  /** The steps that make it, by id. */
  steps: readonly string[]
  /** What it is made of: a material by id, or what the water or the ground names (as in `Use`). */
  material: string
  /** How many coats; left out: one. */
  coats?: SizeName
  /** What lies on it waits so long; left out: the wait of its last step. */
  ready?: CureName
  /** It goes over what is set on the water: the falls that meet it, the crests bedded on it. */
  skin?: true
}

/** A way of working: its steps and what they use. Adding one is adding one of these. */
export interface Way {
  id: string
  for: 'ground' | WaterKind | 'white' | 'spray' | 'finish' | 'coat'
  name: string
  note: Sentence
  /** What it puts down, from below. What lies on nothing (dams, tests, levelling) is in none of them. */
  lays: readonly LayTemplate[]
  steps: readonly StepTemplate[]
  uses: readonly Use[]
  /** What a body made this way needs; a pool's ways have one. */
  body?: BodyNeeds
  /** The gel it cannot do without, the film, the tints and the layers of skin it begins with. */
  usual?: {
    gel?: string
    film?: string
    tints?: readonly TintDose[]
    coat?: string
    skinLayers?: number
  }
  /** Of a lay put in by the builder: what kinds of material it may be made of. */
  takes?: readonly MaterialKind[]
  /** It may fix a water that is made elsewhere: a splash, a wave. */
  sets?: true
  /** It makes ripples: one kind of them on one water. */
  ripples?: true
  /** Done once for each thing that is set into the water between pours. */
  setIn?: StepTemplate
  /** How it compares with the others that serve the same. */
  compare?: { risk: Sentence; reversible: string; depth?: 'real' | 'painted' }
  meets?: readonly Meeting[]
  /** The part it makes off the model, what that lies on while it sets, and what joins it to the model. */
  part?: { shape: PartShape; on: ThingId; bond: BondId; film?: true }
  /** What its gel builds up on the form; left out: nothing is built up in gel. */
  gel?: 'strip' | 'run' | 'ripple' | 'crest' | 'swell' | 'backing' | 'sheet' | 'foot' | 'heap'
  /** A paste it mixes, and the share of volume at which its fillers lock. */
  recipe?: Recipe
}

/**
 * The value of a quantity for these sizes.
 * @example grown({ fixed: 10, per: { damCm: 0.5 } }, { damCm: 40 }) // 30
 */
export function grown(quantity: Grows, sizes: Sizes): number {
  let total = quantity.fixed
  for (const [size, each] of Object.entries(quantity.per ?? {}))
    total += each * (sizes[size as SizeName] ?? 0)
  return total
}

/**
 * Whether a step is done off the model: it says so, or it comes before the first one of its way that
 * meets what something else has put down.
 */
export function isApart({ steps }: Pick<Way, 'steps'>, step: StepTemplate): boolean {
  if (step.apart) return true
  const sets = steps.findIndex((s) => (s.on?.length ?? 0) > 0)
  return steps.indexOf(step) >= 0 && steps.indexOf(step) < sets
}

/**
 * How often a step has something to do where its way is of these sizes, whether it is planned or not.
 * @example timesOf({ times: 'pours' }, { pours: 3 }) // 3
 */
export function timesOf(step: Pick<StepTemplate, 'onlyWith' | 'times'>, sizes: Sizes): number {
  if (step.onlyWith && !((sizes[step.onlyWith] ?? 0) > 0)) return 0
  return step.times ? Math.round(sizes[step.times] ?? 0) : 1
}

/**
 * Up to this a small brush does it; beyond, brush and roller grow with the job, and the minutes with
 * a power of it. Common practice, no source.
 */
const SMALL_BRUSH_CM2 = 300
const LARGER_BRUSH = 0.5
/** Setting out and clearing away on a base smaller than this takes less, as a power of it. Common practice, no source. */
const USUAL_BASE_CM2 = 600
const SMALL_BASE = 0.4
const LEAST_SETTING_OUT = 0.35
/** A step that grows with the job, where there is nothing of it, is but a look: this share. */
const NOTHING = 0.15

/**
 * Minutes of hands that a step takes: what is fixed, less of it on a small base, and what grows with
 * the job, slower where a larger brush does it.
 *
 * @example handsFor({ fixed: 6, per: { waterCm2: 0.02 } }, { waterCm2: 6000 }) // 32.8
 */
export function handsFor(quantity: Grows, sizes: Sizes): number {
  const small = (sizes.baseCm2 ?? USUAL_BASE_CM2) / USUAL_BASE_CM2
  const per = Object.keys(quantity.per ?? {}) as SizeName[]
  const nothing = per.length > 0 && per.every((size) => sizes[size] === 0)
  let total =
    (nothing ? NOTHING : 1) *
    quantity.fixed *
    Math.min(1, Math.max(LEAST_SETTING_OUT, small ** SMALL_BASE))
  for (const [size, each] of Object.entries(quantity.per ?? {})) {
    const much = sizes[size as SizeName] ?? 0
    const brushed = size.endsWith('Cm2') && much > SMALL_BRUSH_CM2
    total += each * (brushed ? SMALL_BRUSH_CM2 * (much / SMALL_BRUSH_CM2) ** LARGER_BRUSH : much)
  }
  return total
}
