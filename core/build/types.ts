import type { TintDose } from '../calculators/mix'
import type { Sounding } from '../ground/surface'

/** What the builder entered: the whole of a build file, version 1. Lengths in mm on the model, z up from the base's top. */
export interface Build {
  format: 'tall-spindle-build'
  version: 1
  id: string
  name: string
  /** As the builder says it: "1:48", "OO". */
  scale: string
  base: Base
  ground: GroundChoice
  /** From source to sink. */
  waters: Water[]
  section: SectionLine
  room: Room
  mixing: MixingHabits
  calendar: Calendar
  notes: string
}

export interface Base {
  widthMm: number
  depthMm: number
}

export interface GroundChoice {
  landform: string
  shell: string
  shellMm: number
  seal: string
  sealCoats: number
  /** Height of the land where no water is, mm: only the drawings and the amounts of landform use it. */
  bankMm: number
}

/** The line that the long section follows on the plan. */
export interface SectionLine {
  from: [number, number]
  to: [number, number]
}

export interface Room {
  tempC: number
  rhPct: number
}

export interface MixingHabits {
  wastePct: number
  /** What stays in a cup, g. */
  cupG: number
  /** The largest cup on the bench, ml. */
  cupMl: number
  /** One step of the scale, g. */
  readabilityG: number
}

export type Water = Pool | Fall
export type EdgeKind = 'shore' | 'dam'

export interface OutlineCorner {
  id: string
  x: number
  y: number
  /** Height given by the builder; left out: the brim on a shore, the nearest sounding at a dam. */
  z?: number
  /** What the edge from this corner to the next is. */
  edge: EdgeKind
}

export interface Pool {
  kind: 'pool'
  id: string
  name: string
  way: string
  outline: OutlineCorner[]
  /** Height of the ground along the shore, mm. */
  brimMm: number
  /** Height of the dam's top, mm. */
  damTopMm: number
  dam: string
  levelMm: number
  soundings: Sounding[]
  resin: string
  tints: TintDose[]
}

export interface Fall {
  kind: 'fall'
  id: string
  name: string
  way: string
  /** The edge the water falls over: of a pool, the edge that starts at a corner. */
  lip: { pool: string; corner: string } | null
  /** The pool it falls into; null: to the base. */
  into: string | null
  /** Given by the builder, or null: from level to level. */
  dropMm: number | null
  /** Given by the builder, or null: the length of the lip. */
  widthMm: number | null
  gel: string
  stripWidthMm: number
  /** Strips made beyond those hung, to choose from. */
  spares: number
}

/** A stretch of free time on a day of the builder's own clock: "19:00" to "21:30". */
export type FreeWindow = [from: string, to: string]
export type Weekday = 'mon' | 'tue' | 'wed' | 'thu' | 'fri' | 'sat' | 'sun'

export interface Calendar {
  /** IANA zone, such as "Europe/Lisbon". */
  zone: string
  /** Local date and time from which work may begin: "2026-11-24T18:00". */
  start: string
  week: Record<Weekday, FreeWindow[]>
  /** Dates on which other hours hold; none: the whole day is taken. */
  exceptions: { date: string; free: FreeWindow[]; note?: string }[]
}

export const WEEKDAYS: readonly Weekday[] = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun']

export const poolsOf = (build: Build): Pool[] => build.waters.filter((w): w is Pool => w.kind === 'pool')
export const fallsOf = (build: Build): Fall[] => build.waters.filter((w): w is Fall => w.kind === 'fall')
