import Joi from 'joi'
import { scaleRatio } from '../../physics/shape/scale'
import { furthestMm, LONGEST_MM } from './limits'
import { BONDS } from '../../craft/bonds'
import { CARE, FROM } from '../../craft/ways/types'
import { CAUSES, OUTLETS, SIDES, type Build } from '../types'
import { isZone } from '../zone'
import { MOODS } from '../../physics/water/hydraulics/drop'
import { FEWEST, MOST_PANELS, STANCES } from '../../physics/water/spray/crown'
import { FASTEST_MS } from '../../physics/water/spray/splash'
import { BOTTLE_SCHEMA } from './bottleSchema'
import { instant, LOG_SCHEMA, realDay, stepName } from './logSchema'
import { LAND_SCHEMA } from './landSchema'
import { TRACES_SCHEMA } from './pictureSchema'
import { RUNNING_SCHEMA } from './runSchema'

/** A place or a height: nothing of a build is many bases away. */
const mm = () =>
  Joi.number()
    .min(-LONGEST_MM)
    .max(LONGEST_MM)
    .custom((value: number, helpers) => {
      const { base } = helpers.state.ancestors.at(-1) as Partial<Build>
      const limit = Number.isFinite(base?.widthMm) && base ? furthestMm(base) : LONGEST_MM
      return Math.abs(value) <= limit ? value : helpers.error('mm.far', { limit })
    })
const size = () => Joi.number().min(10).max(10_000)
const id = () =>
  Joi.string()
    .min(1)
    .max(64)
    .pattern(/^[\w.-]+$/, 'letters, digits, “-”, “_” and “.”')
const name = () => Joi.string().min(1).max(120)
const point = () => Joi.array().items(mm()).length(2)
const open = (keys: Joi.SchemaMap) => Joi.object(keys).unknown(true)

const time = (day: boolean) =>
  Joi.string().pattern(
    day ? /^([01]\d|2[0-3]):[0-5]\d$/ : /^(([01]\d|2[0-3]):[0-5]\d|24:00)$/,
    'a time such as 19:30'
  )
const windows = () =>
  Joi.array()
    .max(12)
    .items(
      Joi.array()
        .ordered(time(true).required(), time(false).required())
        .length(2)
        .custom((value: [string, string], helpers) =>
          value[0] < value[1] ? value : helpers.error('window.order')
        )
    )
const date = () =>
  Joi.string()
    .pattern(/^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, 'a date such as 2026-11-24')
    .custom(realDay)

const localTime = () =>
  Joi.string()
    .pattern(
      /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d$/,
      'a local date and time such as 2026-11-24T19:00'
    )
    .custom(realDay)
const week = () =>
  open(
    Object.fromEntries(
      ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'].map((day) => [day, windows().required()])
    )
  )
const exceptions = () =>
  Joi.array()
    .items(
      open({
        date: date().required(),
        free: windows().required(),
        note: Joi.string().max(500).allow('')
      })
    )
    .unique('date')
    .max(2000)

const extent = () => Joi.number().greater(0).max(10_000)
const doses = () =>
  Joi.array()
    .items(open({ id: id().required(), dropsPer100G: Joi.number().min(0).max(2000).required() }))
    .unique('id')
    .max(20)
    .required()
const colour = () => Joi.string().pattern(/^#[0-9a-f]{6}$/i, 'a colour such as #2b2a24')
const heading = () => Joi.number().min(-360).max(360).required()
const flow = () =>
  open({
    mood: Joi.valid(...MOODS).required(),
    dischargeM3S: Joi.number().greater(0).max(1e6).allow(null).required()
  })
const tilt = () => Joi.number().min(-45).max(45)

const pool = open({
  kind: Joi.valid('pool').required(),
  id: id().required(),
  name: name().required(),
  way: id().required(),
  outline: Joi.array()
    .items(
      open({
        id: id().required(),
        x: mm().required(),
        y: mm().required(),
        z: mm(),
        edge: Joi.valid('shore', 'dam').required(),
        leanDeg: Joi.number().min(-60).max(60),
        bulgeMm: mm()
      })
    )
    .min(3)
    .max(2000)
    .unique('id')
    .required(),
  brimMm: mm().required(),
  damTopMm: mm().required(),
  dam: id().required(),
  levelMm: mm().required(),
  soundings: Joi.array().items(Joi.array().items(mm()).length(3)).max(100_000).required(),
  measure: Joi.valid('tin', 'kriging').required(),
  resin: id().required(),
  tints: doses(),
  bands: Joi.array()
    .items(open({ share: Joi.number().greater(0).max(1000).required(), tints: doses() }))
    .max(12)
    .required(),
  pours: Joi.number().integer().min(1).max(40).allow(null).required(),
  heed: Joi.valid('heat', 'label').required(),
  tinting: Joi.valid('all-at-once', 'batch-by-batch').required(),
  standing: Joi.array()
    .items(
      open({
        id: id().required(),
        name: name().required(),
        shape: Joi.valid('post', 'block', 'stone').required(),
        x: mm().required(),
        y: mm().required(),
        widthMm: extent().required(),
        depthMm: extent().required(),
        heightMm: extent().required(),
        afterPour: Joi.number().integer().min(0).max(40).required()
      })
    )
    .unique('id')
    .max(200)
    .required(),
  openings: Joi.array()
    .items(
      open({
        id: id().required(),
        kind: Joi.valid('cave', 'lip').required(),
        into: id().required(),
        sillMm: mm().required()
      })
    )
    .unique('id')
    .max(20)
    .required(),
  light: open({
    resin: id().required(),
    lamp: id().required(),
    lampMm: Joi.number().min(1).max(2000).required(),
    coatMm: Joi.number().min(0.05).max(100).allow(null).required(),
    seconds: Joi.number().min(1).max(3600).required(),
    shadedPct: Joi.number().min(0).max(100).required()
  }).required(),
  skin: open({
    layers: Joi.number().integer().min(1).max(12).required(),
    lacquer: id().required(),
    lacquerCoats: Joi.number().integer().min(1).max(12).required()
  }).required(),
  gloss: open({
    gel: id().required(),
    coats: Joi.number().integer().min(1).max(12).required()
  }).required()
})

const making = () =>
  open({
    coats: Joi.number().integer().min(1).max(40).allow(null).required(),
    nextCoatH: Joi.number().min(0).max(5000).allow(null).required(),
    film: id().required(),
    droopMm: Joi.number().greater(0).max(100).required(),
    tiltDeg: Joi.number().min(0).max(90).required(),
    resin: id(),
    tints: doses().optional(),
    bond: Joi.valid(...BONDS.map((b) => b.id)),
    loose: Joi.boolean()
  }).required()
const fall = open({
  kind: Joi.valid('fall').required(),
  id: id().required(),
  name: name().required(),
  way: id().required(),
  lip: open({ pool: id().required(), corner: id().required() }).allow(null).required(),
  outlet: open({
    kind: Joi.valid(...OUTLETS).required(),
    x: mm().required(),
    y: mm().required(),
    zMm: mm().required(),
    headingDeg: heading()
  }).allow(null),
  flow: flow().allow(null),
  partings: Joi.array()
    .items(open({ atMm: Joi.number().min(0).max(10_000).required(), widthMm: extent().required() }))
    .max(20),
  into: id().allow(null).required(),
  footMm: mm().allow(null),
  inAir: Joi.boolean(),
  dropMm: Joi.number().greater(0).max(LONGEST_MM).allow(null).required(),
  widthMm: Joi.number().greater(0).max(LONGEST_MM).allow(null).required(),
  gel: id().required(),
  stripWidthMm: Joi.number().min(2).max(500).required(),
  spares: Joi.number().integer().min(0).max(100).required(),
  steps: Joi.number().integer().min(1).max(60).required(),
  treadMm: extent().required(),
  hang: Joi.valid('by-flow', 'free', 'clinging').required(),
  make: making()
})

const reach = open({
  kind: Joi.valid('reach').required(),
  id: id().required(),
  name: name().required(),
  way: id().required(),
  path: Joi.array()
    .items(open({ id: id().required(), x: mm().required(), y: mm().required(), bedMm: mm() }))
    .min(2)
    .max(500)
    .unique('id')
    .required(),
  widthMm: extent().required(),
  bed: Joi.valid('smooth', 'gravel', 'cobbles', 'boulders').required(),
  boulders: Joi.array()
    .items(
      open({
        id: id().required(),
        name: name().required(),
        x: mm().required(),
        y: mm().required(),
        widthMm: extent().required(),
        heightMm: extent().required()
      })
    )
    .max(300)
    .unique('id')
    .required(),
  gel: id().required(),
  make: making()
})
const sea = open({
  kind: Joi.valid('sea').required(),
  id: id().required(),
  name: name().required(),
  way: id().required(),
  pool: id().required(),
  headingDeg: heading(),
  drive: Joi.valid('wind', 'breaker').required(),
  windMS: Joi.number().greater(0).max(100).required(),
  fetchKm: Joi.number().greater(0).max(20_000).required(),
  breakerMm: Joi.number().greater(0).max(2000).required(),
  periodS: Joi.number().greater(0).max(100).required(),
  wish: Joi.valid('spilling', 'plunging', 'surging').allow(null),
  paintedM: Joi.number().greater(0).max(12_000).allow(null),
  of: id(),
  crest: open({
    x: mm().required(),
    y: mm().required(),
    lengthMm: extent().required(),
    whole: Joi.boolean()
  })
    .allow(null)
    .required(),
  phase: Joi.number().min(0).max(1).required(),
  gel: id().required(),
  make: making()
})
const angle = () => Joi.number().min(0).max(180).required()
const splash = open({
  kind: Joi.valid('splash').required(),
  id: id().required(),
  name: name().required(),
  way: id().required(),
  cause: Joi.valid(...CAUSES).required(),
  x: mm().required(),
  y: mm().required(),
  zMm: mm().required(),
  headingDeg: heading(),
  loDeg: angle(),
  hiDeg: angle(),
  widthMm: extent().required(),
  speedMS: Joi.number().greater(0).max(FASTEST_MS).allow(null).required(),
  dropMm: extent().allow(null).required(),
  heightMm: Joi.number().greater(0).max(10_000).allow(null),
  fingers: Joi.number().integer().min(1).max(200).allow(null),
  crown: open({
    stance: Joi.valid(...STANCES).required(),
    panels: Joi.number()
      .integer()
      .max(MOST_PANELS)
      .required()
      .when('stance', {
        is: 'ring',
        then: Joi.number().min(FEWEST.ring),
        otherwise: Joi.number().min(FEWEST.fan)
      })
  }).allow(null),
  gel: id().required(),
  make: making()
})
const KINDS = { pool, fall, reach, sea, splash }

/**
 * The build file, version 7. Keys it does not know are allowed everywhere and kept: a later
 * version, or the builder, may
 * have put them there.
 */
export const BUILD_SCHEMA = open({
  format: Joi.valid('tall-spindle-build').required(),
  version: Joi.valid(8).required(),
  id: id().required(),
  origin: id(),
  name: name().required(),
  scale: Joi.string()
    .min(1)
    .max(40)
    .required()
    .custom((value: string, helpers) =>
      scaleRatio(value) === null ? helpers.error('any.scale') : value
    ),
  base: open({ widthMm: size().required(), depthMm: size().required() }).required(),
  ground: open({
    landform: id().required(),
    shell: id().required(),
    shellMm: Joi.number().min(0).max(100).required(),
    seal: id().required(),
    sealCoats: Joi.number().integer().min(0).max(10).required(),
    bankMm: Joi.number().min(0).max(10_000).required(),
    castingsMl: Joi.number().min(0).max(100_000).required(),
    bedDeep: colour().required(),
    bedShore: colour().required()
  }).required(),
  waters: Joi.array()
    .items(
      Joi.alternatives().conditional('.kind', {
        switch: Object.entries(KINDS).map(([kind, then]) => ({ is: kind, then })),
        otherwise: open({ kind: Joi.valid(...Object.keys(KINDS)).required() })
      })
    )
    .unique('id')
    .max(200)
    .required(),
  flow: flow().required(),
  meets: Joi.array()
    .items(Joi.valid(...SIDES))
    .unique()
    .max(4)
    .required(),
  finish: open({
    white: id().required(),
    spray: id().required(),
    reliefMm: Joi.number().greater(0).max(100).required(),
    yours: Joi.array()
      .items(open({ water: id().required(), pct: Joi.number().min(0).max(100).required() }))
      .unique('water')
      .max(200)
      .required()
  }).required(),
  repairs: Joi.array()
    .items(
      open({
        id: id().required(),
        trouble: id().required(),
        water: id().required(),
        measured: Joi.object().pattern(id(), Joi.number().min(-1e6).max(1e6)).required(),
        resin: id()
      })
    )
    .unique('id')
    .max(200)
    .required(),
  section: open({ from: point().required(), to: point().required() }).required(),
  running: RUNNING_SCHEMA.required(),
  outOfLevel: open({ xDeg: tilt().required(), yDeg: tilt().required() }).required(),
  room: open({
    tempC: Joi.number().min(-40).max(60).required(),
    rhPct: Joi.number().min(0).max(100).required(),
    fan: Joi.boolean(),
    lamp: Joi.boolean()
  }).required(),
  mixing: open({
    wastePct: Joi.number().min(0).max(200).required(),
    cupG: Joi.number().min(0).max(500).required(),
    doseG: Joi.number().min(1).max(10_000),
    cupMl: Joi.number().min(1).max(100_000).required(),
    readabilityG: Joi.number().min(0.0001).max(100).required()
  }).required(),
  copies: Joi.number().integer().min(1).max(200).required(),
  from: Joi.valid(...FROM).required(),
  care: Joi.valid(...CARE).required(),
  lays: Joi.array()
    .items(
      open({
        id: stepName().required(),
        state: Joi.valid('planned', 'leftOut', 'there').required()
      })
    )
    .unique('id')
    .max(2000)
    .required(),
  laid: Joi.array()
    .items(
      open({
        id: id()
          .pattern(/^lay\d+$/, 'lay and a number')
          .required(),
        stack: id().required(),
        way: id().required(),
        name: Joi.string().max(120).allow('').required(),
        material: id().allow(null).required(),
        coats: Joi.number().integer().min(1).max(40).required(),
        coverPct: Joi.number().greater(0).max(100).allow(null).required(),
        wet: Joi.boolean().required(),
        zone: Joi.array().items(point()).min(3).max(200),
        sets: id()
      })
    )
    .unique('id')
    .max(200)
    .required(),
  stacks: Joi.array()
    .items(
      open({
        stack: id().required(),
        lays: Joi.array().items(stepName()).unique().max(400).required()
      })
    )
    .unique('stack')
    .max(210)
    .required(),
  ties: Joi.array().items(Joi.array().items(stepName()).unique().min(2).max(12)).max(100),
  own: Joi.array()
    .items(
      open({
        id: id().required(),
        name: name().required(),
        water: id().allow(null).required(),
        handsMin: Joi.number().integer().min(1).max(60_000).required(),
        waitMin: Joi.number().integer().min(0).max(100_000).required(),
        after: Joi.array().items(stepName()).unique().max(40).required(),
        before: Joi.array().items(stepName()).unique().max(40).required(),
        uses: open({
          material: id().required(),
          amount: Joi.number().greater(0).max(1e6).required()
        })
          .allow(null)
          .required()
      })
    )
    .unique('id')
    .max(500)
    .required(),
  arrange: Joi.array()
    .items(
      open({
        step: stepName().required(),
        at: localTime().allow(null).required(),
        notBefore: localTime().allow(null).required(),
        notOn: Joi.array().items(date()).max(400).required(),
        by: Joi.valid('first', 'second', null).required()
      })
    )
    .unique('step')
    .max(500)
    .required(),
  order: Joi.array().items(stepName()).max(2000).required(),
  fillers: Joi.array()
    .items(
      open({
        id: id().required(),
        name: name().required(),
        handsMin: Joi.number().integer().min(1).max(60_000).required(),
        breakable: Joi.boolean().required()
      })
    )
    .unique('id')
    .max(200)
    .required(),
  log: LOG_SCHEMA.required(),
  calendar: open({
    zone: Joi.string()
      .max(80)
      .required()
      .custom((value: string, helpers) => (isZone(value) ? value : helpers.error('any.zone'))),
    start: localTime().required(),
    week: week().required(),
    exceptions: exceptions().required(),
    second: open({
      name: name().required(),
      week: week().required(),
      exceptions: exceptions().required()
    })
      .allow(null)
      .required(),
    busy: Joi.array()
      .items(
        open({
          title: Joi.string().max(200).allow('').required(),
          from: instant().required(),
          to: instant().required(),
          of: id()
        }).custom((value: { from: string; to: string }, helpers) =>
          value.from < value.to ? value : helpers.error('window.order')
        )
      )
      .max(5000)
      .required(),
    others: Joi.array()
      .items(open({ id: id().required(), name: name().required(), colour: colour().required() }))
      .unique('id')
      .max(20),
    told: Joi.array()
      .items(
        open({
          step: stepName().required(),
          part: Joi.number().integer().min(1).max(1000).required(),
          title: Joi.string().max(400).allow('').required(),
          from: instant().required(),
          to: instant().required()
        })
      )
      .max(5000),
    deadline: localTime().allow(null).required(),
    confidence: Joi.valid('likely', 'sure')
  }).required(),
  notes: Joi.string().max(100_000).allow('').required(),
  land: LAND_SCHEMA,
  cover: id(),
  traces: TRACES_SCHEMA,
  bottles: Joi.array().items(BOTTLE_SCHEMA).unique('id').max(200)
})
  .id('build')
  .messages({
    'any.scale': '{{#label}} must be a scale such as 1:48, OO or 87.1',
    'mm.far':
      '{{#label}} must lie within {#limit} mm: nothing of this build is so far from its base',
    'date.real': '{{#label}} must be a day that exists, between 1900 and 2199',
    'any.zone': '{{#label}} must be a time zone such as Europe/Lisbon',
    'window.order': '{{#label}} must run from an earlier time to a later one',
    'number.unsafe': '{{#label}} must be a number of ordinary size',
    'string.pattern.name': '{{#label}} must be {#name}',
    'run.fields': '{{#label}} {{#why}}',
    'array.unique': '{{#label}} must not stand there twice'
  })
