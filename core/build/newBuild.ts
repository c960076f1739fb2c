import { landAt } from './land'
import { USUAL } from '../craft/usual'
import type { Care, From } from '../craft/ways/types'
import { GRAVITY } from '../physics/gravity'
import { seaFor } from '../physics/water/waves/seaFor'
import { scaleRatio } from '../physics/shape/scale'
import { modelMm, realM } from '../physics/shape/units'
import { insideRing, middleOf, type Point2 } from '../physics/shape/polygon'
import { criticalDepth } from '../physics/water/hydraulics/channel'
import { moodDischarge } from '../physics/water/hydraulics/drop'
import type { Sounding } from '../physics/shape/surface'
import { EYE_FORGIVES_MM } from '../physics/stuff/supports/elastica'
import { emptyLog } from './log/entries'
import type {
  Build,
  Calendar,
  Fall,
  Flow,
  FreeWindow,
  Making,
  Outlet,
  OutlineCorner,
  Pool,
  Reach,
  Running,
  Sea,
  Splash,
  Weekday
} from './types'
import { poolsOf, WEEKDAYS } from './types'

/** What a new build is asked for. */
export interface NewBuild {
  id: string
  name: string
  scale: string
  base: { widthMm: number; depthMm: number }
  /** A rapid runs between two pools; a shore fills the base and has waves. */
  waters: { pool: boolean; fall: boolean; poolBelow: boolean; rapid?: boolean; shore?: boolean }
  calendar: Pick<Calendar, 'zone' | 'start' | 'week'>
  /** What is there already; left out: a bare board. */
  from?: From
  /** How careful to be; left out: as usual. */
  care?: Care
  /** What holds the water at its open edges: a dam, or a ready case; left out: a dam. */
  hold?: 'dam' | 'case'
}

/** What a kitchen scale shows at least, g: taken until the builder says what theirs does. */
export const ASSUMED_READABILITY_G = 0.1

/** Hours that most builders have: two evenings and a Saturday morning. */
export const USUAL_WEEK: Calendar['week'] = {
  mon: [],
  tue: [['19:00', '21:30']],
  wed: [],
  thu: [['19:00', '21:30']],
  fri: [],
  sat: [['09:00', '13:00']],
  sun: []
}

const everyDay = (windows: FreeWindow[], days: readonly Weekday[] = WEEKDAYS): Calendar['week'] =>
  Object.fromEntries(
    WEEKDAYS.map((d): [Weekday, FreeWindow[]] => [d, days.includes(d) ? windows : []])
  ) as Calendar['week']

/** Hours free in the week, as *New build* offers them. */
export const FREE = {
  'two-evenings-and-saturday': { name: 'Tue and Thu evening, Sat morning', week: USUAL_WEEK },
  'every-evening': {
    name: 'Every weekday evening, 19:30–21:00',
    week: everyDay([['19:30', '21:00']], ['mon', 'tue', 'wed', 'thu', 'fri'])
  },
  weekends: { name: 'Weekends, 10:00–16:00', week: everyDay([['10:00', '16:00']], ['sat', 'sun']) },
  daily: { name: 'Every day, 09:00–21:00', week: everyDay([['09:00', '21:00']]) }
} as const satisfies Record<string, { name: string; week: Calendar['week'] }>

/** Waters as *New build* offers them. */
export const WATERS_NAMED = {
  pool: { pool: true, fall: false, poolBelow: false },
  'pool-fall': { pool: true, fall: true, poolBelow: false },
  'pool-fall-pool': { pool: true, fall: true, poolBelow: true },
  rapid: { pool: true, fall: false, poolBelow: true, rapid: true },
  shore: { pool: true, fall: false, poolBelow: false, shore: true }
} as const satisfies Record<string, NewBuild['waters']>

/** A bed as most are painted: near-black where deep, wet earth at the shore. Common practice, no source. */
export const BED_COLOURS: Pick<Build['ground'], 'bedDeep' | 'bedShore'> = {
  bedDeep: '#2b2a24',
  bedShore: '#8d7a58'
}

/** Doses are counted for so much mixed resin until the builder says otherwise, g. */
export const USUAL_DOSE_G = 100

/** What a pool starts with beside its shape: also what files of version 1 are given. */
export const poolDefaults = (): Pick<
  Pool,
  | 'measure'
  | 'bands'
  | 'pours'
  | 'heed'
  | 'tinting'
  | 'standing'
  | 'openings'
  | 'light'
  | 'skin'
  | 'gloss'
> => ({
  measure: 'tin',
  bands: [],
  pours: null,
  heed: 'label',
  tinting: 'all-at-once',
  standing: [],
  openings: [],
  light: {
    ...USUAL.light,
    lampMm: 50,
    coatMm: null,
    seconds: 60,
    shadedPct: 0
  },
  skin: { layers: 3, lacquer: USUAL.lacquer, lacquerCoats: 3 },
  gloss: { gel: USUAL.gel.crests, coats: 2 }
})

/** A steady flow, and no module that joins: also what files of version 2 are given. */
export const flowDefaults = (): Pick<Build, 'flow' | 'meets'> => ({
  flow: { mood: 'steady', dischargeM3S: null },
  meets: []
})
/** A single drop that hangs as its flow will have it: also what falls of version 2 are given. */
export const fallDefaults = (): Pick<Fall, 'steps' | 'treadMm' | 'hang'> => ({
  steps: 1,
  treadMm: 8,
  hang: 'by-flow'
})

/** Coats as advised, on the usual film: also what moving waters of version 3 are given. */
export const makingDefaults = (): Making => ({
  coats: null,
  nextCoatH: null,
  film: USUAL.film,
  droopMm: EYE_FORGIVES_MM,
  tiltDeg: 0
})
/** White brushed on, spray of fibre, nothing gone wrong: also what files of version 3 are given. */
export const finishDefaults = (): Pick<Build, 'finish' | 'repairs'> => ({
  finish: { ...USUAL.finish, reliefMm: 1, yours: [] },
  repairs: []
})

/** One pair of hands, nothing else on: also what calendars of version 4 are given. */
export const calendarDefaults = (): Pick<Calendar, 'second' | 'busy' | 'deadline'> => ({
  second: null,
  busy: [],
  deadline: null
})
/** One build, nothing settled, nothing done: also what files of version 4 are given. */
export const workDefaults = (): Pick<
  Build,
  'copies' | 'arrange' | 'order' | 'fillers' | 'log'
> => ({ copies: 1, arrange: [], order: [], fillers: [], log: emptyLog() })

/** Nothing has run yet: also what files of version 5 are given. */
export const runningDefaults = (): Running => ({
  source: null,
  out: null,
  brushMm: null,
  mapsFrom: null,
  kept: []
})

/** A bare board, everything done as careful builders do: also what files of version 6 are given. */
export const laysDefaults = (): Pick<
  Build,
  'from' | 'care' | 'lays' | 'laid' | 'stacks' | 'own'
> => ({
  from: 'bare-board',
  care: 'thorough',
  lays: [],
  laid: [],
  stacks: [],
  own: []
})
/** Coats that the bed is sealed in, by how careful one is: docs/trade.md O8. Common practice, no source. */
export const SEAL_COATS: Readonly<Record<Care, number>> = { quick: 1, usual: 2, thorough: 3 }

const UPPER_LEVEL_MM = 38
const LOWER_LEVEL_MM = 10
const DEPTH_MM = 9

/**
 * A build with sensible defaults for everything that was not asked: it has a plan from the first moment.
 *
 * @example newBuild({ id: 'b1', name: 'Mill', scale: '1:48', base: { widthMm: 300, depthMm: 200 },
 *   waters: { pool: true, fall: true, poolBelow: false }, calendar: { zone: 'UTC', start:
 * '2026-11-24T18:00', week: USUAL_WEEK } })
 */
export function newBuild(asked: NewBuild): Build {
  const build = scene(asked)
  if (asked.hold !== 'case') return build
  // a case has its floor: there is no board to batten and seal
  const lays: Build['lays'] =
    build.from === 'bare-board'
      ? [...build.lays, { id: 'ground/base', state: 'there' }]
      : build.lays
  return {
    ...build,
    lays,
    waters: build.waters.map((w) => (w.kind === 'pool' ? { ...w, dam: USUAL.case } : w))
  }
}

function scene(asked: NewBuild): Build {
  const { base, waters, care = 'usual' } = asked
  const scale = scaleRatio(asked.scale) ?? 87
  const build: Build = {
    format: 'tall-spindle-build',
    version: 8,
    id: asked.id,
    name: asked.name,
    scale: asked.scale,
    base,
    ground: {
      landform: USUAL.ground.landform,
      shell: USUAL.ground.shell,
      shellMm: 3,
      seal: USUAL.ground.seal,
      sealCoats: SEAL_COATS[care],
      bankMm: 40,
      castingsMl: 60,
      ...BED_COLOURS
    },
    waters: [],
    ...flowDefaults(),
    from: asked.from ?? 'bare-board',
    care,
    lays: [],
    laid: [],
    stacks: [],
    own: [],
    ...finishDefaults(),
    section: { from: [base.widthMm / 2, 0], to: [base.widthMm / 2, base.depthMm] },
    running: runningDefaults(),
    outOfLevel: { xDeg: 0, yDeg: 0 },
    room: { tempC: 20, rhPct: 50 },
    mixing: { wastePct: 5, cupG: 5, cupMl: 250, readabilityG: ASSUMED_READABILITY_G },
    calendar: { ...asked.calendar, exceptions: [], ...calendarDefaults() },
    ...workDefaults(),
    notes: ''
  }
  if (waters.shore) {
    const sea = shoreWithin(base)
    return {
      ...build,
      ground: { ...build.ground, bankMm: UPPER_LEVEL_MM + 4 },
      waters: [sea, seaOver('sea1', 'Waves', sea, scale)]
    }
  }
  if (waters.rapid) {
    const rapid = rapidWithin(base)
    return {
      ...build,
      flow: { ...build.flow, dischargeM3S: thinFlow(rapid, scale) },
      waters: rapid
    }
  }
  if (!waters.pool && !waters.fall && !waters.poolBelow) return build
  const shared = waters.fall || waters.poolBelow
  const upper = poolWithin(base, {
    id: 'pool1',
    name: shared ? 'Upper pool' : 'Pool',
    y: shared ? [LIP_AT, 0.93] : [0.15, 0.85],
    levelMm: UPPER_LEVEL_MM,
    lip: waters.fall
  })
  const below = waters.poolBelow
    ? poolWithin(base, {
        id: 'pool2',
        name: 'Lower pool',
        // its edge lies at the foot of the lip: wherever the sheet lands, it lands in water
        y: [0.05, LIP_AT - 1 / base.depthMm],
        levelMm: LOWER_LEVEL_MM,
        lip: false
      })
    : null
  const fall = waters.fall ? fallOver('fall1', 'Fall', upper, below?.id ?? null) : null
  return {
    ...build,
    flow: fall ? flowOver(upper, below?.levelMm ?? 0, scale) : build.flow,
    waters: [upper, ...(fall ? [fall] : []), ...(below ? [below] : [])]
  }
}

/** Where on the base, from the front, a lip stands. */
const LIP_AT = 0.5
/** Water over a lip or the head of a bed is no deeper than this, mm: gel and a shallow pool carry it. */
const LIP_HEAD_MM = 4.5

/** A steady flow, or as much of it as stands no deeper than that over the lip of a new pool. */
function flowOver({ outline: [a, b], levelMm }: Pool, footMm: number, scale: number): Flow {
  const dropM = realM(levelMm - footMm, scale)
  const headMm = modelMm(1.5 * criticalDepth(moodDischarge('steady', dropM)), scale)
  if (headMm <= LIP_HEAD_MM) return { mood: 'steady', dischargeM3S: null }
  const perM = Math.sqrt(GRAVITY * realM(LIP_HEAD_MM / 1.5, scale) ** 3)
  const wideM = realM(Math.hypot(b.x - a.x, b.y - a.y), scale)
  return { mood: 'steady', dischargeM3S: Number((perM * wideM).toPrecision(3)) }
}

/** Critical depth of a rapid's flow on the model, mm: at every scale it runs as thin as gel is laid. */
const THIN_MM = 2

/** Slope of its bed where it begins. */
const HEAD_SLOPE = 0.04

/** The flow of a new rapid, m³/s full size, to three digits. */
function thinFlow(waters: Build['waters'], scale: number): number {
  const wide = waters.find((w) => w.kind === 'reach')!.widthMm
  const flow = Math.sqrt(GRAVITY * realM(THIN_MM, scale) ** 3) * realM(wide, scale)
  return Number(flow.toPrecision(3))
}

/** As high over its level a dam is built, mm. Common practice, no source. */
export const DAM_OVER_MM = 5

/**
 * A pool of eight corners and five soundings within a band of the base; its front edge is a lip
 * where a fall is wanted.
 */
export function poolWithin(
  base: Build['base'],
  at: { id: string; name: string; y: [number, number]; levelMm: number; lip: boolean }
): Pool {
  const [w, d] = [base.widthMm, base.depthMm]
  const x = (share: number) => Math.round(share * w)
  const y = (share: number) => Math.round((at.y[0] + share * (at.y[1] - at.y[0])) * d)
  const places: [number, number][] = [
    [0.36, 0],
    [0.64, 0],
    [0.82, 0.28],
    [0.86, 0.66],
    [0.66, 1],
    [0.34, 1],
    [0.14, 0.68],
    [0.18, 0.3]
  ]
  const outline = places.map(([px, py], i): OutlineCorner => ({
    id: `c${i + 1}`,
    x: x(px),
    y: y(py),
    edge: at.lip && i === 0 ? 'dam' : 'shore'
  }))
  const bed = at.levelMm - DEPTH_MM
  const soundings: Sounding[] = [
    [x(0.5), y(0.5), bed],
    [x(0.36), y(0.38), bed + 3],
    [x(0.64), y(0.4), bed + 2],
    [x(0.6), y(0.72), bed + 3.5],
    [x(0.4), y(0.7), bed + 4]
  ]
  return {
    kind: 'pool',
    id: at.id,
    name: at.name,
    way: USUAL.ways.pool,
    outline,
    brimMm: at.levelMm,
    damTopMm: at.levelMm + DAM_OVER_MM,
    dam: USUAL.dam,
    levelMm: at.levelMm,
    soundings,
    resin: USUAL.resin,
    tints: [{ id: USUAL.tint.river, dropsPer100G: USUAL.drops }],
    ...poolDefaults(),
    // the data sheet comes first; by heat alone only whoever chooses so
    heed: 'label'
  }
}

/**
 * Water from the front to a beach at the back: three edges of the base are dams, the bed rises to
 * the shore.
 */
function shoreWithin(base: Build['base']): Pool {
  const [w, d] = [base.widthMm, base.depthMm]
  const level = UPPER_LEVEL_MM
  const bed = (share: number) => level - 24 * (1 - share)
  const pool = poolWithin(base, { id: 'pool1', name: 'Sea', y: [0, 1], levelMm: level, lip: false })
  const beach = Math.round(0.84 * d)
  const outline: OutlineCorner[] = [
    { id: 'c1', x: 0, y: 0, edge: 'dam' },
    { id: 'c2', x: w, y: 0, edge: 'dam' },
    { id: 'c3', x: w, y: beach, edge: 'shore' },
    { id: 'c4', x: Math.round(w / 2), y: beach + 6, edge: 'shore' },
    { id: 'c5', x: 0, y: beach, edge: 'dam' }
  ]
  const soundings = [0.06, 0.3, 0.55, 0.8].flatMap((share) =>
    [0.04, 0.35, 0.65, 0.96].map((x): Sounding => [
      Math.round(x * w),
      Math.round(share * beach),
      Math.round(bed(share) * 10) / 10
    ])
  )
  return {
    ...pool,
    outline,
    soundings,
    brimMm: level + 2,
    damTopMm: level + 6,
    tints: [
      { id: USUAL.tint.sea, dropsPer100G: 0.5 },
      { id: USUAL.tint.river, dropsPer100G: 1.5 }
    ]
  }
}

/** A pool high at the back, one low in front, and water running from the one to the other. */
function rapidWithin(base: Build['base']): Build['waters'] {
  const low = UPPER_LEVEL_MM - 16
  const upper = poolWithin(base, {
    id: 'pool1',
    name: 'Upper pool',
    y: [0.72, 0.95],
    levelMm: UPPER_LEVEL_MM,
    lip: false
  })
  const lower = poolWithin(base, {
    id: 'pool2',
    name: 'Lower pool',
    y: [0.05, 0.28],
    levelMm: low,
    lip: false
  })
  const x = Math.round(base.widthMm / 2)
  // carved up to within gel's thickness of the water: half as deep again as critical over its head
  const head = 1.5 * THIN_MM + 0.2
  // a long run falls enough at its head to stay thin
  const quick = Math.max(1, Math.min(6, (0.74 - 0.6) * base.depthMm * HEAD_SLOPE))
  const bed: [share: number, bedMm: number][] = [
    [0.74, UPPER_LEVEL_MM - head],
    [0.6, UPPER_LEVEL_MM - head - quick],
    [0.5, UPPER_LEVEL_MM - head - Math.max(7, quick + 3)],
    [0.38, low - 0.5],
    [0.26, low - 2]
  ]
  const reach = reachIn('run1', 'Rapid', lower.outline)
  return [
    upper,
    {
      ...reach,
      widthMm: Math.round(base.widthMm * 0.2),
      path: bed.map(([share, bedMm], i) => ({
        id: `p${i + 1}`,
        x,
        y: Math.round(share * base.depthMm),
        bedMm
      }))
    },
    lower
  ]
}

/** What every fall begins with, wherever it leaves. */
const aFall = (id: string, name: string): Fall => ({
  kind: 'fall',
  id,
  name,
  way: USUAL.ways.fall,
  lip: null,
  into: null,
  dropMm: null,
  widthMm: null,
  gel: USUAL.gel.ripples,
  stripWidthMm: 14,
  spares: 2,
  ...fallDefaults(),
  make: makingDefaults()
})

/** A fall over the lip of a pool: over its first dammed edge, or its first edge. */
export function fallOver(id: string, name: string, pool: Pool, into: string | null): Fall {
  const lip = pool.outline.find((c) => c.edge === 'dam') ?? pool.outline[0]
  return { ...aFall(id, name), lip: { pool: pool.id, corner: lip.id }, into }
}

/** As high over the water below as the edge of a new ledge, pipe, wheel or bucket stands, mm. */
const OUTLET_DROP_MM = 25
/** As far before the middle of that water, mm: what falls comes down in it. */
const OUTLET_BACK_MM = 8

/** A ledge, pipe, wheel or bucket for a fall: over the pool it falls into, else over the middle of the base. */
export function outletFor(
  build: Build,
  fall: Fall,
  kind: Outlet['kind']
): Pick<Fall, 'outlet' | 'widthMm' | 'flow' | 'into'> {
  const over: Point2 = [build.base.widthMm / 2, build.base.depthMm / 2]
  const ringOf = (pool: Pool) => pool.outline.map((c): Point2 => [c.x, c.y])
  const pools = poolsOf(build)
  // over the pool it was to fall into, else over that which it was to leave
  const into =
    pools.find((p) => p.id === fall.into) ??
    pools.find((p) => p.id === fall.lip?.pool) ??
    pools.find((p) => insideRing(over, ringOf(p)))
  const [x, y] = into ? middleOf(ringOf(into)) : over
  const aboveMm = (into?.levelMm ?? fall.footMm ?? 0) + OUTLET_DROP_MM
  const at: Point2 = [Math.round(x), Math.round(y + OUTLET_BACK_MM)]
  // a ledge lies on sculpted land, where that stands higher than the water it falls into
  const landMm = build.land && kind === 'ledge' ? landAt(build, at) : -Infinity
  const zMm = landMm > (into?.levelMm ?? 0) + 1 ? Math.round(landMm * 10) / 10 : aboveMm
  return {
    outlet: { kind, x: at[0], y: at[1], zMm, headingDeg: -90 },
    into: into?.id ?? null,
    widthMm: fall.widthMm ?? (kind === 'pipe' ? 5 : 10),
    flow: fall.flow ?? { mood: 'steady', dischargeM3S: null }
  }
}

/** A fall off a ledge on to the ground before it. */
export function ledgeFall(build: Build, id: string, name: string): Fall {
  const fall = aFall(id, name)
  return { ...fall, ...outletFor(build, fall, 'ledge') }
}

/** A run down the middle of a pool, from one end of it to the other. */
export function reachIn(id: string, name: string, ring: Pool['outline']): Reach {
  const ys = ring.map((c) => c.y)
  const [top, bottom] = [Math.max(...ys), Math.min(...ys)]
  const x = Math.round(ring.reduce((sum, c) => sum + c.x, 0) / ring.length)
  const y = (share: number) => Math.round(top + share * (bottom - top))
  return {
    kind: 'reach',
    id,
    name,
    way: USUAL.ways.reach,
    path: [0.08, 0.5, 0.92].map((share, i) => ({ id: `p${i + 1}`, x, y: y(share) })),
    widthMm: Math.max(
      10,
      Math.round((Math.max(...ring.map((c) => c.x)) - Math.min(...ring.map((c) => c.x))) * 0.4)
    ),
    bed: 'cobbles',
    boulders: [],
    gel: USUAL.gel.ripples,
    make: makingDefaults()
  }
}

/** Waves of a new sea are no higher than this, nor than a share of its water, mm. Common practice, no source. */
const USUAL_WAVE_MM = 5
const OF_DEPTH = 1 / 3

/**
 * Waves over a pool that run away from the viewer: as high as its water lets them, in a period that
 * such waves have at this scale, at a moment when a crest stands half-way.
 */
export function seaOver(id: string, name: string, pool: Pool, scale: number): Sea {
  const lowest = pool.soundings.reduce((least, s) => Math.min(least, s[2]), pool.levelMm)
  const depthMm = pool.levelMm - lowest || DEPTH_MM
  const breakerMm = Math.max(0.5, Math.round(2 * Math.min(USUAL_WAVE_MM, OF_DEPTH * depthMm)) / 2)
  const ys = pool.outline.map((c) => c.y)
  const runMm = Math.max(...ys) - Math.min(...ys)
  const beachSlope = runMm > 0 ? depthMm / runMm : undefined
  const near = (['plunging', 'spilling', 'surging'] as const)
    .map((kind) => seaFor({ scale, kind, heightMm: breakerMm, beachSlope }))
    .toSorted((a, b) => a.distance - b.distance)[0]
  const periodS = Math.max(0.5, Math.round(2 * near.periodS) / 2)
  return {
    kind: 'sea',
    id,
    name,
    way: USUAL.ways.sea,
    pool: pool.id,
    headingDeg: 90,
    drive: 'breaker',
    windMS: 12,
    fetchKm: 50,
    breakerMm,
    periodS,
    crest: null,
    phase: halfWay(realM(depthMm, scale), realM(runMm, scale), periodS),
    gel: USUAL.gel.crests,
    make: makingDefaults()
  }
}

/** The moment of the period, as a share, at which a crest is half-way up an even beach: it runs at √(gd). */
function halfWay(depthM: number, runM: number, periodS: number): number {
  const wholeS = (2 * runM) / Math.sqrt(GRAVITY * depthM)
  return Math.round(100 * ((((1 - Math.SQRT1_2) * wholeS) / periodS) % 1)) / 100
}

/** Lowest and highest ray by what throws it, degrees above the level. Common practice, no source. */
export const SPLASH_ANGLES: Readonly<Record<Splash['cause'], readonly [lo: number, hi: number]>> = {
  wheel: [35, 80],
  wall: [50, 88],
  boulder: [45, 85],
  body: [30, 75],
  fish: [40, 80],
  paddle: [20, 60],
  rain: [60, 120],
  column: [70, 100]
}

/** A splash on a pool's surface. */
export const splashAt = (id: string, name: string, x: number, y: number, zMm: number): Splash => ({
  kind: 'splash',
  id,
  name,
  way: USUAL.ways.splash,
  cause: 'wheel',
  x,
  y,
  zMm,
  headingDeg: 0,
  loDeg: SPLASH_ANGLES.wheel[0],
  hiDeg: SPLASH_ANGLES.wheel[1],
  widthMm: 12,
  speedMS: null,
  dropMm: null,
  gel: USUAL.gel.crests,
  make: makingDefaults()
})
