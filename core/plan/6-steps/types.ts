import type { LayState } from '../../build/types'
import type { Spread } from '../learned/history'
import type { Learns } from '../../build/log/entries'
import type { CautionId } from '../../craft/materials/cautions'
import type { LayKind, State } from '../../craft/ways/types'
import type { Sentence } from '../../words/sentence'

/** One step of the work. `waitMin` is what must pass before what it made has become `becomes`. */
export interface Step {
  id: string
  /** The step of its way, of whatever turn: what is left out or there already. "pool1/pour" */
  of: string
  /** The lay that it is part of; null: it lies on nothing (a dam, a test, levelling). */
  lay: string | null
  /** It is done off the model: only what uses it waits for it. */
  apart: boolean
  /** The water it belongs to; null for groundwork and finishing. */
  water: string | null
  /** Place in the order of the trade, 1–21. */
  order: number
  title: string
  how: Sentence
  right: Sentence
  handsMin: number
  breakable: boolean
  waitMin: number
  becomes: State | null
  cautions: CautionId[]
  tools: readonly string[]
  /** What may not come near; empty: nothing in particular. */
  forbids: string
  /** What leaving it out risks; empty: only that what it makes is missing. */
  risk: string
  /** What its wait can teach. */
  learns: Learns | null
  /** The wait as the models foretell it, before what was learned, min. */
  foretoldMin: number
  /** How much sooner or later than planned its waits may be over. */
  spread: Spread
}

/** From the end of one step to the start of another, at least so long. */
export interface StepLink {
  from: string
  to: string
  minMin: number
  /** Greatest gap: past it the next one asks for more work (a scuff before a pour). Left out: none. */
  maxMin?: number
  /** Past it the next one cannot be done at all: the days keep to it. */
  hard?: true
  becomes: State | null
  /** The order of hands that asks for it; left out: what lies on what does. */
  why?: string
}

/** Two lays that touch and cannot lie so, and why. */
export interface Misfit {
  lower: string
  upper: string
  why: string
}

/** Two that should come out of one mix and cannot: one waits for the other. */
export interface Untied {
  mix: string
  of: string
  before: string
  step: string
}

/** A step that is not planned: left out, or there already. */
export interface AsideStep {
  /** As `Step.of`. */
  id: string
  water: string | null
  order: number
  title: string
  state: Exclude<LayState, 'planned'>
  /** What it is where the builder says nothing of it. */
  byDefault: LayState
  /** The builder said so; otherwise it follows from where the work begins and how careful to be. */
  chosen: boolean
  /** What leaving it out risks; empty: only that what it makes is missing. */
  risk: string
  /** Work by hand it would be, min. */
  handsMin: number
}

/** A lay of the plan: one thing put down, in its place from the ground up. */
export interface PlannedLay {
  /** "ground/seal", "pool1/pour" */
  id: string
  /** Whose stack it is in: "ground", a water, "white", "spray", "finish". */
  stack: string
  /** The builder put it in; otherwise a way of its stack puts it down. */
  laid: boolean
  water: string | null
  way: string
  name: string
  kind: LayKind
  material: string
  /** It goes over what is set on the water: `LayTemplate.skin`. */
  skin: boolean
  /** It is made off the model, all of it, and set there by another lay. */
  apart: boolean
  /** It meets what another stack has put down; the others lie on what is under them, on or off the model. */
  meets: boolean
  /** It brings on to the model what was made off it. */
  sets: boolean
  /** When it is done; null: nobody measures it. */
  thicknessMm: number | null
  coats: number
  state: LayState
  /** The steps that make it, as `Step.of`. */
  steps: string[]
}

export interface StepsPlan {
  steps: Step[]
  /** Stack by stack, from the ground up. */
  lays: PlannedLay[]
  links: StepLink[]
  /** What is left out or there already, in the order of the trade. */
  aside: AsideStep[]
  /** Steps of the builder's own that cannot stand where they were put: they stand without a place. */
  misplaced: string[]
  /** Lays that touch and cannot lie so. */
  misfits: Misfit[]
  /** What was tied to one mix and cannot come out of it. */
  untied: Untied[]
  /** Lays put in by a way or into a stack that this build does not have. */
  lost: string[]
}
