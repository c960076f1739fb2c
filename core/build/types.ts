import type { Room } from '../physics/stuff/drying/air'
import type { OutOfLevelAngles } from '../physics/shape/tilted'
import type { BondId } from '../physics/stuff/supports/standing'
import type { Solid } from '../physics/shape/standing'
import type { TintDose } from '../physics/stuff/mixing/mix'
import type { Sounding } from '../physics/shape/surface'
import type { KeptRun } from '../running/keptRun'
import type { Care, From } from '../craft/ways/types'
import type { Stance } from '../physics/water/spray/crown'
import type { Mood } from '../physics/water/hydraulics/drop'
import type { Land } from './land'
import type { Log } from './log/entries'
import type { Trace } from './pictures'
import type { Material } from '../craft/materials/types'

/**
 * What the builder entered: the whole of a build file, version 7. Lengths in mm on the model, z up
 * from the base's top.
 */
export interface Build {
  format: 'tall-spindle-build'
  version: 8
  id: string
  /** What it is called by in calendars, where it was brought in again under another id; left out: its id. */
  origin?: string
  name: string
  /** As the builder says it: "1:48", "OO". */
  scale: string
  base: Base
  ground: GroundChoice
  /** The land as it was sculpted; left out: as high as its bank everywhere. */
  land?: Land
  /** Photograph of its log that stands on its card and at the head of its lists; left out: none. */
  cover?: string
  /** From source to sink. */
  waters: Water[]
  /** How much water runs down the chain, full size. */
  flow: Flow
  /** Edges of the base at which a next module joins, so that its water meets this one. */
  meets: Side[]
  section: SectionLine
  /** What was let run over this ground: where water comes in and goes out, and runs that were kept. */
  running: Running
  /** What is there already when the work begins, and how careful to be. */
  from: From
  care: Care
  /** Steps and lays that the builder has left out, that are there already, or that are planned after all. */
  lays: LayChoice[]
  /** Lays that the builder put into the stacks. */
  laid: Laid[]
  /** Stacks that the builder ordered; the others lie as their ways put them down. */
  stacks: StackOrder[]
  /** Steps of the builder's own. */
  /** Mixes that serve several lays; left out: none. */
  ties?: Tie[]
  own: OwnStep[]
  /** How white water and spray are made. */
  finish: Finish
  /** What went wrong and is being put right. */
  repairs: Repair[]
  /** How far the base stands out of level: along x and along y, degrees; above 0: the far end is higher. */
  outOfLevel: OutOfLevelAngles
  room: Room
  mixing: MixingHabits
  calendar: Calendar
  /** How many are made side by side. */
  copies: number
  /** What the builder has settled about single steps. */
  arrange: Arrangement[]
  /** Order of the work taken on from a longer search: tried first by the schedule. */
  order: string[]
  /** Jobs of the builder's own that flow into the waits. */
  fillers: Filler[]
  /** What was done, seen and spent. */
  log: Log
  notes: string
  /**
   * The builder's own bottles that this build pours from: carried along, so that a file says all
   * that it means.
   */
  bottles?: Material[]
  /** Pictures of the log with their scale and what was drawn on them; left out: none. */
  traces?: Trace[]
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
  /** Height of the land where no water is and none was sculpted, mm. */
  bankMm: number
  /** Rocks cast in plaster for this build, ml. */
  castingsMl: number
  /** Colours the bed is painted where it is deepest, and at the shore, `#rrggbb`. */
  bedDeep: string
  bedShore: string
}

/** The line that the long section follows on the plan. */
export interface SectionLine {
  from: [number, number]
  to: [number, number]
}

export interface MixingHabits {
  wastePct: number
  /** What stays in a cup, g. */
  cupG: number
  /** The largest cup on the bench, ml. */
  cupMl: number
  /** One step of the scale, g. */
  readabilityG: number
  /** Mixed resin that the builder counts drops for, g; left out: 100. */
  doseG?: number
}

/** One flow through the whole chain: a mood, or a figure in m³/s where the builder knows it. */
export interface Flow {
  mood: Mood
  dischargeM3S: number | null
}

/** White water and spray over the whole scene. */
export interface Finish {
  white: string
  spray: string
  /** How high white paste is built up where it is thickest, mm. */
  reliefMm: number
  /** White that has been laid so far, as the builder judges it, % of a water's surface. */
  yours: { water: string; pct: number }[]
}

/** Water let run over the model's own ground. */
export interface Running {
  /** Where the water comes in and where it leaves; null: as the chain says. */
  source: { x: number; y: number } | null
  out: { x: number; y: number } | null
  /** Strokes lie so far apart, mm; null: as the ripples of the water. */
  brushMm: number | null
  /** The kept run that the white map and the strokes are taken from; null: from the forms. */
  mapsFrom: string | null
  kept: KeptRun[]
}

/** A trouble that the plan puts right, with what was measured of it. */
export interface Repair {
  id: string
  trouble: string
  water: string
  measured: Record<string, number>
  /** What resin it takes; left out: its water's own. */
  resin?: string
}

/** Choices for what is built on a moving water: its coats, and the part made off the model. */
export interface Making {
  /** Coats the gel is laid in; null: as advised. */
  coats: number | null
  /** Wait between coats wanted by the builder, h; null: until the one below is clear. */
  nextCoatH: number | null
  /** Clear film or sheet a part is made on. */
  film: string
  /** Droop that the eye forgives, mm. */
  droopMm: number
  /** How far the whole model is tilted back while gel sets on it, degrees. */
  tiltDeg: number
  /** What it is cast, flooded or bedded in, and its dose; left out: as its pool. */
  resin?: string
  tints?: TintDose[]
  /** What its part is fixed with; left out: as its way does it. */
  bond?: BondId
  /** Whether its crest stands loose on a clear base of its own, to be lifted off; left out: it is fixed. */
  loose?: boolean
}

export type Side = 'front' | 'back' | 'left' | 'right'
export const SIDES: readonly Side[] = ['front', 'back', 'left', 'right']

export type Water = Pool | Fall | Reach | Sea | Splash
export type EdgeKind = 'shore' | 'dam'

export interface OutlineCorner {
  id: string
  x: number
  y: number
  /** Height given by the builder; left out: the brim on a shore, the nearest sounding at a dam. */
  z?: number
  /** What the edge from this corner to the next is. */
  edge: EdgeKind
  /**
   * How far the wall along this edge leans outwards, degrees from upright; below 0: inwards. Left
   * out: upright.
   */
  leanDeg?: number
  /** How far the edge bulges outwards at its middle, mm, as an arc; below 0: inwards. Left out: straight. */
  bulgeMm?: number
}

/** Something that stands in the water and takes the place of resin. */
export interface Standing extends Solid {
  id: string
  name: string
  x: number
  y: number
  /**
   * 0: it stands on the bed before the first pour; 1: set into the water on the cured first pour;
   * and so on.
   */
  afterPour: number
}

/** A way out of a pool into another one, open above its sill: resin that stands higher runs through. */
export interface Opening {
  id: string
  kind: 'cave' | 'lip'
  into: string
  sillMm: number
}

/** A part of the depth that is tinted alike, from the bottom up. */
export interface Band {
  /** Share of the greatest depth, above 0; the shares of all bands are scaled to add up to 1. */
  share: number
  tints: TintDose[]
}

/** What a fall leaves that is no pool's lip. */
export const OUTLETS = ['ledge', 'pipe', 'wheel', 'bucket'] as const
export interface Outlet {
  kind: (typeof OUTLETS)[number]
  /** Middle of its edge on the plan. */
  x: number
  y: number
  /** Height of the edge, of the foot of a pipe, or of where buckets empty, mm. */
  zMm: number
  /** Which way it falls on the plan, degrees: 0 to the right, 90 away from the viewer. */
  headingDeg: number
}

/** A rock or post on a lip, which parts the sheet: how far along from the lip's first end, mm. */
export interface Parting {
  atMm: number
  widthMm: number
}

/** Choices for a body cured by light, in thin coats. */
export interface LightBody {
  resin: string
  lamp: string
  /** From the lamp to the resin, mm. */
  lampMm: number
  /** Wanted thickness of a coat, mm; null: the thickest that cures through. */
  coatMm: number | null
  /** Light on a coat, s. */
  seconds: number
  /** Share of the surface that overhangs and figures keep in shade, %. */
  shadedPct: number
}

/** Choices for a skin of paper over painted foam. */
export interface SkinBody {
  layers: number
  lacquer: string
  lacquerCoats: number
}

/** Choices for gloss gel over paint. */
export interface GlossBody {
  gel: string
  coats: number
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
  /**
   * How the ground between soundings is found: straight from dip to dip, or kriged, with a standard
   * deviation.
   */
  measure: 'tin' | 'kriging'
  resin: string
  tints: TintDose[]
  /** From the bottom up; none: the whole depth takes the pool's own tints. */
  bands: Band[]
  /** Pours wanted by the builder; null: the fewest that ground and dam can bear. */
  pours: number | null
  /** Whether a pour may be as deep as heat allows, or no deeper than the label says as well. */
  heed: 'heat' | 'label'
  tinting: 'all-at-once' | 'batch-by-batch'
  standing: Standing[]
  openings: Opening[]
  light: LightBody
  skin: SkinBody
  gloss: GlossBody
}

export interface Fall {
  kind: 'fall'
  id: string
  name: string
  way: string
  /** What it leaves where it is no pool's lip; null or left out: a lip. */
  outlet?: Outlet | null
  /** Its own flow; null or left out: the chain's, and that mood for what stands outside the chain. */
  flow?: Flow | null
  /** Rocks on its lip that part it; left out: none. */
  partings?: Parting[]
  /** The edge the water falls over: of a pool, the edge that starts at a corner. */
  lip: { pool: string; corner: string } | null
  /** The pool it falls into; null: to the base. */
  into: string | null
  /** Where it comes down when no pool takes it, mm; null or left out: the base's top. */
  footMm?: number | null
  /** Whether it ends in the air, with nothing under it; left out: it lands. */
  inAir?: boolean
  /** Given by the builder, or null: from level to level. */
  dropMm: number | null
  /** Given by the builder, or null: the length of the lip; the bore of a pipe. */
  widthMm: number | null
  gel: string
  stripWidthMm: number
  /** Strips made beyond those hung, to choose from. */
  spares: number
  /** Steps that the drop is cut into; 1: it falls at once. */
  steps: number
  /** Length of a step, mm. */
  treadMm: number
  /** Whether the sheet springs free of the face or runs down it; by its flow, or as the builder wants it. */
  hang: 'by-flow' | 'free' | 'clinging'
  make: Making
}

export interface ReachPoint {
  id: string
  x: number
  y: number
  /** Height of the bed given by the builder, mm; left out: that of the ground dipped there. */
  bedMm?: number
}

/** A rock in a run of water. */
export interface Boulder {
  id: string
  name: string
  x: number
  y: number
  widthMm: number
  /** How high it stands over the bed, mm. */
  heightMm: number
}

/** A run or rapid: water on its way down, along a line on the plan. */
export interface Reach {
  kind: 'reach'
  id: string
  name: string
  way: string
  /** From upstream to downstream. */
  path: ReachPoint[]
  widthMm: number
  bed: BedKind
  boulders: Boulder[]
  gel: string
  make: Making
}

export type BedKind = 'smooth' | 'gravel' | 'cobbles' | 'boulders'

/** Waves on a pool: a shore they break on, or open water under wind. */
export interface Sea {
  kind: 'sea'
  id: string
  name: string
  way: string
  pool: string
  /** Where the waves travel to, degrees: 0 to the right, 90 away from the viewer. */
  headingDeg: number
  /** Raised by wind over a fetch, or by the height of breaker that is wanted. */
  drive: 'wind' | 'breaker'
  windMS: number
  fetchKm: number
  breakerMm: number
  periodS: number
  /** How it is to break, whatever this sea would do by itself; null or left out: by nature. */
  wish?: 'spilling' | 'plunging' | 'surging' | null
  /**
   * What the deepest water stands for where its depth is painted, full size, m; null or left out: as
   * deep as it is.
   */
  paintedM?: number | null
  /**
   * The sea of which this is a further crest, made in a way of its own: its waves are that sea's. Left
   * out: it has its own.
   */
  of?: string
  /**
   * The crest that is built as it breaks: where on the plan, and how long, or from edge to edge of its
   * water; null: none.
   */
  crest: { x: number; y: number; lengthMm: number; whole?: boolean } | null
  /** The moment it is frozen at, as a share of the period. */
  phase: number
  gel: string
  make: Making
}

/** What throws water up. */
export const CAUSES = [
  'wheel',
  'wall',
  'boulder',
  'body',
  'fish',
  'paddle',
  'rain',
  'column'
] as const

/** Thrown water: from a wheel or a paddle, off a wall or a boulder, by a body or a fish, by rain. */
export interface Splash {
  kind: 'splash'
  id: string
  name: string
  way: string
  cause: (typeof CAUSES)[number]
  x: number
  y: number
  /** Height of the place it leaves from, mm. */
  zMm: number
  /** Which way it is thrown on the plan, degrees: 0 to the right, 90 away from the viewer. */
  headingDeg: number
  loDeg: number
  hiDeg: number
  /** How wide the source is, across the way it is thrown, mm. */
  widthMm: number
  /** Given by the builder, m/s full size; null: from the cause. */
  speedMS: number | null
  /** Height a body falls from, mm on the model; null: unknown. */
  dropMm: number | null
  /** How high it is to go, mm on the model, whatever throws it; null or left out: as its speed has it. */
  heightMm?: number | null
  /** Fingers of its crown; null or left out: as the sheet tears. */
  fingers?: number | null
  /** Panels that it is joined from, and how they stand; null or left out: one, which leans. */
  crown?: { stance: Stance; panels: number } | null
  gel: string
  make: Making
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
  exceptions: DayException[]
  /** A second pair of hands, with hours of its own. */
  second: SecondHands | null
  /** Stretches taken by other things, in universal time: "2026-11-26T19:00Z". */
  busy: Busy[]
  /** The calendars that they came out of; left out: none with a name. */
  others?: OtherCalendar[]
  /** Entries of the plan that went into the builder's own calendar; left out: none has gone yet. */
  told?: ToldEntry[]
  /** Local date and time by which it must be finished; null: when it is. */
  deadline: string | null
  /** How long waits are planned for; left out: as long as is likely. */
  confidence?: Confidence
}
/** As long as a wait is likely to be, one time in two, or as long as nine of ten are. */
export type Confidence = 'likely' | 'sure'

export interface DayException {
  date: string
  free: FreeWindow[]
  note?: string
}
export interface SecondHands {
  name: string
  week: Record<Weekday, FreeWindow[]>
  exceptions: DayException[]
}
export interface Busy {
  title: string
  from: string
  to: string
  /** The calendar it came out of, by its id; left out: one without a name. */
  of?: string
}
/** A calendar whose busy times are kept clear of. */
export interface OtherCalendar {
  id: string
  name: string
  /** "#1d6f74" */
  colour: string
}
/** A piece of work as it went into a calendar, so that it can be called off there. Universal time. */
export interface ToldEntry {
  step: string
  part: number
  title: string
  from: string
  to: string
}

/**
 * What is settled about one step: when it begins, before when and on which dates it may not, whose
 * hands do it. Times are local.
 */
export interface Arrangement {
  step: string
  at: string | null
  notBefore: string | null
  notOn: string[]
  by: 'first' | 'second' | null
}

/** Whether a step or lay is still to be made, is not made at all, or was made before. */
export type LayState = 'planned' | 'leftOut' | 'there'

/** What the builder decided about a step or lay of a way: "ground/seal", "pool1/leak". */
export interface LayChoice {
  id: string
  state: LayState
}

/** A lay that the builder put into a stack, on top or where `StackOrder` has it. */
export interface Laid {
  /** "lay1": no water is called so. */
  id: string
  /** Whose stack: "ground", a water's id, "white", "spray" or "finish". */
  stack: string
  /** How it is put down: a way that serves a coat, white or spray. */
  way: string
  /** What the builder calls it; empty: as the way is called. */
  name: string
  /** What it is made of; null: what the way usually takes. */
  material: string | null
  coats: number
  /** How much of its surface or zone it covers, %; null: all of it, and white as the white map says. */
  coverPct: number | null
  /** It goes into what is under it while that is still wet. */
  wet: boolean
  /**
   * Where it lies, where that is not all of its surface: corners of its outline on the plan, mm.
   * Left out: all of it, and white where the white map has it.
   */
  zone?: [number, number][]
  /** The splash, wave or run that it fixes: made elsewhere, it is set here. Left out: something else. */
  sets?: string
}

/** The lays of a stack from the ground up, by id: "pool1/pour#1", "lay1". */
export interface StackOrder {
  stack: string
  lays: string[]
}

/** Mixes made in one go, by id: what the first is stirred for serves the others too. */
export type Tie = string[]

/** A step of the builder's own, with its place among the others. */
export interface OwnStep {
  id: string
  name: string
  /** The water it belongs to; null: to the whole scene. */
  water: string | null
  handsMin: number
  /** What must pass before what comes after it may begin, min. */
  waitMin: number
  /** It comes after all of these steps or lays, and before all of those; none: whenever hands are free. */
  after: string[]
  before: string[]
  /** Something it uses up, by the shelf's id, and how much of it in its own unit; null: nothing. */
  uses: { material: string; amount: number } | null
}

/** A job of the builder's own. */
export interface Filler {
  id: string
  name: string
  handsMin: number
  breakable: boolean
}

export const WEEKDAYS: readonly Weekday[] = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun']

/** Waters that move: all but pools. */
export type Moving = Exclude<Water, Pool>
/** Waters of one kind, as whoever asks knows them: whole, or by their shape. */
type OfKind<W, K extends Water['kind']> = Extract<W, { kind: K }>
interface WithWaters<W> {
  readonly waters: readonly W[]
}
type AnyWater = Pick<Water, 'kind'>
const ofKind =
  <K extends Water['kind']>(kind: K) =>
  <W extends AnyWater>({ waters }: WithWaters<W>): OfKind<W, K>[] =>
    waters.filter((w): w is OfKind<W, K> => w.kind === kind)

export const poolsOf = ofKind('pool')
export const fallsOf = ofKind('fall')
export const reachesOf = ofKind('reach')
export const seasOf = ofKind('sea')
export const splashesOf = ofKind('splash')
export const movingOf = <W extends AnyWater>({ waters }: WithWaters<W>) =>
  waters.filter((w): w is Exclude<W, { kind: 'pool' }> => w.kind !== 'pool')
