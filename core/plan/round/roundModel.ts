import { wavesOf } from '../../build/crests'
import { ringOf } from '../1-ground/outline'
import type { GroundPlan } from '../1-ground/groundStage'
import type { Build, Pool, Sea } from '../../build/types'
import { fallsOf, poolsOf, reachesOf, seasOf, splashesOf } from '../../build/types'
import type { Shelf } from '../../craft/materials/shelf'
import { fieldAt } from '../../physics/shape/heightField'
import { headed, insideRing, signedArea, type Point2 } from '../../physics/shape/polygon'
import { scaleRatio } from '../../physics/shape/scale'
import { mm, quantity, say, type Sentence } from '../../words/sentence'
import { bedMap } from '../2-forms/bedMap'
import type { FormsPlan } from '../2-forms/formsStage'
import { seaForm } from '../2-forms/seaForm'
import { seaSurface } from '../2-forms/sectionWaters'
import type { StacksPlan } from '../3-stacks/stacksStage'
import { wholeGround, type WholeGround } from '../beside/landOf'
import { keptOr, type Kept } from './kept'
import { ellipse, landBody, stone, upright, volumeOf, waterBody } from './bodies'
import { crestBody, fallBodies, landingMist, runBody, splashBodies } from './moving'
import { ranSurface } from './ranSurface'
import { rippleField } from './rippled'
import { allStanding, type Standing } from './days'
import { bedBytes, bytesOf, gelTable, poolTable } from './tables'
import {
  FINE,
  type Body,
  type DepthTable,
  type RoundDetail,
  type RoundField,
  type RoundModel,
  type RoundPart
} from './types'

/** What a model in the round is made of. */
export interface RoundOf {
  ground: GroundPlan
  forms: FormsPlan
  stacks: StacksPlan
}
/** No model has more triangles than this, whatever its size. */
export const MOST_TRIANGLES = 250_000
/** Of them the land takes no more than so many. */
const MOST_LAND = 130_000
/** The board that it stands on, mm. Common practice, no source. */
const BOARD_MM = 12
const DAM_MM = 3

const COLOURS = {
  board: '#8a5f3a',
  landform: '#dfe3e8',
  shell: '#e9e4d8',
  soil: '#6f7a4c',
  rock: '#8d8678',
  thing: '#6d5138',
  stone: '#878e90',
  dam: '#c9d3d4',
  gel: '#dfeeee',
  mist: '#ffffff',
  cover: '#dfe9ea',
  prop: '#b9a48a'
} as const

/**
 * The whole model as closed bodies: base, land with its painted bed, water, falls, crests, splashes,
 * dams, and what stands in it.
 *
 * @param detail  how finely; made coarser by itself where it would be more than `MOST_TRIANGLES`
 * @param kept  what was made before: the same body is given again where nothing that it is made from
 *   has changed
 */
export function roundModel(
  build: Build,
  of: RoundOf,
  shelf: Shelf,
  detail: RoundDetail = FINE,
  standing: Standing = allStanding(build, shelf),
  kept: Kept = new Map()
): RoundModel {
  const { ground, forms } = of
  const { widthMm, depthMm } = build.base
  const bed = [build.base, build.land, poolsOf(build), build.outOfLevel, build.section]
  const whole = keptOr(kept, 'ground', [bed, reachesOf(build), forms.reaches], () =>
    wholeGround(build, ground, forms)
  )
  // pools are poured level; what runs over them is built up as the run whose maps are taken left it
  const ran = keptOr(kept, 'ran', [build.running.mapsFrom, forms.ran?.stale], () =>
    ranSurface(build, forms)
  )
  const tables: DepthTable[] = []
  const table = (made: DepthTable) => tables.push(made) - 1
  const parts: RoundPart[] = [
    part('base', 'base', null, 'Base', say`${mm(widthMm)} by ${mm(depthMm)}`, COLOURS.board, {
      ...upright(
        [
          [0, 0],
          [widthMm, 0],
          [widthMm, depthMm],
          [0, depthMm]
        ],
        -BOARD_MM - 1,
        -1
      )
    }),
    ...(standing.land === 'board'
      ? []
      : [
          keptOr(
            kept,
            'land',
            [bed, reachesOf(build), forms.reaches, build.ground, detail.every, standing.land],
            () => landPart(build, ground, whole, detail.every, standing.land as Laid)
          )
        ])
  ]
  const stands = (water: string) => standing.waters.includes(water)
  for (const pool of poolsOf(build))
    parts.push(
      ...poolParts(build, pool, of, shelf, detail, standing, table, kept),
      ...standingIn(pool, whole, standing.things),
      ...caseAndCover(pool, standing)
    )
  for (const form of forms.reaches.filter((f) => stands(f.id))) {
    const reach = reachesOf(build).find((r) => r.id === form.id)!
    const body = runBody(form, ran)
    if (!body) continue
    const deepest = form.stations.reduce((d, s) => Math.max(d, s.surfaceMm - s.bedMm), 0)
    const says = say`${mm(form.lengthMm)} long, ${mm(form.widthMm)} wide, up to ${mm(deepest)} deep`
    parts.push({
      ...part(`run:${reach.id}`, 'run', reach.id, reach.name, says, COLOURS.gel, body),
      table:
        tableUnder(form.stations, parts, build) ??
        table(gelTable(build, reach.id, reach.make.tints, Math.max(2, deepest), shelf))
    })
    for (const rock of reach.boulders) {
      const foot = fieldAt(whole, [rock.x, rock.y]) - rock.heightMm * 0.9
      const r = rock.widthMm / 2
      const bed = Math.min(foot, fieldAt(whole, [rock.x + r * 1.2, rock.y]))
      parts.push(
        part(
          `rock:${reach.id}:${rock.id}`,
          'rock',
          reach.id,
          rock.name,
          say`${mm(rock.widthMm)} wide, ${mm(rock.heightMm)} high`,
          COLOURS.stone,
          stone([rock.x, rock.y], r, r, bed, rock.heightMm + Math.max(0, foot - bed))
        )
      )
    }
  }
  for (const form of forms.falls.filter((f) => stands(f.id))) {
    const fall = fallsOf(build).find((f) => f.id === form.id)!
    const says = say`drops ${mm(form.dropMm)}, ${mm(form.widthMm)} wide${form.curve ? say`, lands ${mm(form.curve.landMm)} out` : ''}`
    fallBodies(form).forEach((body, i) =>
      parts.push({
        ...part(`fall:${form.id}:${i}`, 'fall', form.id, fall.name, says, COLOURS.gel, body),
        white: body.white
      })
    )
    const mist = standing.mist ? landingMist(fall, form) : null
    if (mist)
      parts.push(
        part(
          `mist:${form.id}`,
          'mist',
          form.id,
          `${fall.name}: mist`,
          say`foam ${mm(form.foamMm)} beyond where it lands`,
          COLOURS.mist,
          stone(mist.at, Math.max(2, mist.rx), mist.ry, mist.footMm, mist.highMm)
        )
      )
  }
  for (const sea of forms.seas.filter((s) => stands(s.id))) {
    const pool = poolsOf(build).find((p) => p.id === sea.pool)
    const body = pool ? crestBody(sea, pool.levelMm) : null
    if (!pool || !body) continue
    const water = seasOf(build).find((s) => s.id === sea.id)!
    parts.push({
      ...part(
        `crest:${sea.id}`,
        'crest',
        sea.id,
        water.name,
        say`crest ${mm(sea.built!.face.heightMm)} high`,
        COLOURS.gel,
        body
      ),
      table: parts.find((p) => p.id === `water:${pool.id}`)?.table,
      white: body.white
    })
  }
  for (const form of forms.splashes.filter((s) => stands(s.id))) {
    const splash = splashesOf(build).find((s) => s.id === form.id)!
    splashBodies(splash, form).forEach((body, i) =>
      parts.push({
        ...part(
          `splash:${form.id}:${i}`,
          'splash',
          form.id,
          splash.name,
          say`${mm(form.heightMm)} high, ${form.fingers} fingers`,
          COLOURS.gel,
          body
        ),
        white: body.white
      })
    )
  }
  parts.push(...propsOf(build, of, standing))
  const triangles = parts.reduce((sum, p) => sum + p.triangles.length / 3, 0)
  if (triangles > MOST_TRIANGLES && detail.waveMm < MOST_WAVE_MM)
    return roundModel(build, of, shelf, { ...detail, waveMm: 1.5 * detail.waveMm }, standing, kept)
  const heightMm = parts.reduce(
    (high, { xyz }) => xyz.reduce((h, v, i) => (i % 3 === 2 && v > h ? v : h), high),
    0
  )
  return {
    widthMm,
    depthMm,
    heightMm,
    parts,
    tables,
    ground: bedField(whole),
    white: whiteField(forms, standing.white),
    ripples: keptOr(
      kept,
      'ripples',
      [bed, reachesOf(build), forms.strokes, forms.ripples, detail.rippleMm],
      () => rippleField(build, forms, whole, detail.rippleMm)
    ),
    triangles
  }
}
const MOST_WAVE_MM = 60

/** A run over a pool's own ground looks as that pool does: its table, where most of the run lies in one. */
function tableUnder(
  stations: FormsPlan['reaches'][number]['stations'],
  parts: readonly RoundPart[],
  build: Build
): number | undefined {
  const pool = poolsOf(build).find((p) => {
    const ring = ringOf(p.outline)
    return stations.filter((s) => insideRing(s.at, ring)).length > stations.length / 2
  })
  return parts.find((p) => p.id === `water:${pool?.id}`)?.table
}

const part = (
  id: string,
  kind: RoundPart['kind'],
  water: string | null,
  name: string,
  says: Sentence,
  colour: string,
  { xyz, triangles }: Body
): RoundPart => ({ id, kind, water, name, says, colour, xyz, triangles })

/** How far the land has come, once it is begun. */
type Laid = Exclude<Standing['land'], 'board'>
/** Land steeper than this is bare rock. Common practice, no source. */
const BARE = 0.75

/** The land with its bed as it is painted: from the shore's colour to the deep one's. */
function landPart(
  build: Build,
  ground: GroundPlan,
  whole: WholeGround,
  every: number,
  stage: Laid
): RoundPart {
  const { cols, rows, cellMm, zMm, water } = whole
  const thin = Math.max(every, Math.ceil(Math.sqrt((2 * cols * rows) / MOST_LAND)))
  const body = landBody(whole, build.base, thin)
  const colours = new Uint8Array(body.xyz.length)
  const [soil, rock] = [bytesOf(COLOURS.soil), bytesOf(COLOURS.rock)]
  const beds = Array.from({ length: 33 }, (_, i) => bedBytes(build.ground, i / 32))
  const pools = new Map(
    poolsOf(build).map((p) => [
      build.waters.indexOf(p),
      { levelMm: p.levelMm, most: ground.pools.find((g) => g.id === p.id)?.maxDepthMm ?? 0 }
    ])
  )
  const plain = stage === 'painted' ? null : bytesOf(COLOURS[stage])
  body.places.forEach((i, k) => {
    if (plain) return colours.set(plain, 3 * k)
    const [c, r] = [i % cols, Math.floor(i / cols)]
    const dx = (zMm[c + 1 < cols ? i + 1 : i] - zMm[c > 0 ? i - 1 : i]) / (2 * cellMm)
    const dy = (zMm[r + 1 < rows ? i + cols : i] - zMm[r > 0 ? i - cols : i]) / (2 * cellMm)
    const pool = pools.get(water[i])
    const depth = pool ? pool.levelMm - zMm[i] : -1
    if (water[i] >= 0 && (!pool || depth > 0)) {
      const share = pool && pool.most > 0 ? Math.min(1, depth / pool.most) : 0
      colours.set(beds[Math.round(32 * share)], 3 * k)
      return
    }
    // grain of its own, so that a bank is no plastic
    const grain = 0.94 + 0.12 * hashed(i)
    const t = Math.min(1, Math.max(0, (Math.hypot(dx, dy) - 0.4) / (BARE - 0.4)))
    for (let n = 0; n < 3; n++)
      colours[3 * k + n] = Math.min(255, grain * (soil[n] + t * (rock[n] - soil[n])))
  })
  for (let k = body.tops; k < body.xyz.length / 3; k++) colours.set(rock, 3 * k)
  const [low, high] = zMm.reduce(
    ([a, b], z) => [Math.min(a, z), Math.max(b, z)],
    [Infinity, -Infinity]
  )
  return {
    ...part('land', 'land', null, 'Land', say`${mm(low)} to ${mm(high)} high`, COLOURS.soil, body),
    colours,
    tops: body.tops
  }
}

const hashed = (i: number): number => {
  const v = Math.sin(12.9898 * i) * 43_758.5453
  return v - Math.floor(v)
}

/** The resin of a pool, with its waves where it has some, and the dams that held it. */
function poolParts(
  build: Build,
  pool: Pool,
  { ground, forms, stacks }: RoundOf,
  shelf: Shelf,
  { waveMm }: RoundDetail,
  standing: Standing,
  table: (made: DepthTable) => number,
  kept: Kept
): RoundPart[] {
  const here = ground.pools.find((g) => g.id === pool.id)
  if (!here?.surface || here.maxDepthMm <= 0) return []
  const levelMm = standing.levels[pool.id] ?? null
  const dams = standing.dams.includes(pool.id) ? damsOf(pool, here.lowestMm) : []
  if (levelMm === null) return dams
  const isFull = levelMm === pool.levelMm
  const sea = isFull ? wavesOf(build).find((s) => s.pool === pool.id) : undefined
  const { surface } = here
  const from = [build.base, pool, build.outOfLevel, build.section, levelMm]
  const over = sea && [build.scale, build.land, poolsOf(build), sea, waveMm]
  const body = keptOr(kept, `water:${pool.id}`, [from, over], () => {
    const rise = sea ? waveOver(build, sea, pool, ground) : null
    return waterBody(surface, levelMm, rise ? { finestMm: waveMm, riseAt: rise } : {})
  })
  if (!body) return dams
  const white = forms.white.waters.find((w) => w.water === pool.id)?.sharePct ?? 0
  const ml = isFull ? here.volumeMl : volumeOf(body) / 1000
  const says = say`${quantity(ml, 'ml', 0)} at ${mm(levelMm)}, up to ${mm(here.maxDepthMm)} deep, ${Math.round(white)} % white`
  return [
    {
      ...part(`water:${pool.id}`, 'water', pool.id, pool.name, says, COLOURS.gel, body),
      table: table(poolTable(build, pool, levelMm, stacks, here.maxDepthMm, shelf)),
      tops: body.tops
    },
    ...dams
  ]
}

/** How far the waves of a sea stand over the level at a place, mm. */
function waveOver(build: Build, sea: Sea, pool: Pool, ground: GroundPlan) {
  const bed = bedMap(build, ground)
  const form = seaForm(build, sea, scaleRatio(build.scale) ?? 1, bed, ground)
  if (form.faults.length > 0 || !(form.periodS > 0)) return null
  return (x: number, y: number): number => {
    const z = seaSurface(form, bed.grid, sea.phase, pool.levelMm, [x, y])
    return z === null || Number.isNaN(z) ? 0 : z - pool.levelMm
  }
}

/** The dams of a pool, just outside its edges, from under its bed to their tops. */
function damsOf(pool: Pool, lowestMm: number): RoundPart[] {
  const ring = ringOf(pool.outline)
  const way = signedArea(ring) >= 0 ? 1 : -1
  return pool.outline.flatMap((corner, i) => {
    if (corner.edge !== 'dam') return []
    const next = pool.outline[(i + 1) % pool.outline.length]
    const [ux, uy] = [next.x - corner.x, next.y - corner.y]
    const l = Math.hypot(ux, uy)
    if (l < 0.5) return []
    const [nx, ny] = [(way * uy * DAM_MM) / l, (-way * ux * DAM_MM) / l]
    const outline: Point2[] = [
      [corner.x, corner.y],
      [next.x, next.y],
      [next.x + nx, next.y + ny],
      [corner.x + nx, corner.y + ny]
    ]
    return [
      part(
        `dam:${pool.id}:${corner.id}`,
        'dam',
        pool.id,
        `${pool.name}: dam`,
        say`${mm(l)} long, its top at ${mm(pool.damTopMm)}`,
        COLOURS.dam,
        upright(outline, Math.min(lowestMm, pool.damTopMm - 1), pool.damTopMm)
      )
    ]
  })
}

/** The case that holds a pool, and what keeps dust off it while it sets. */
function caseAndCover(pool: Pool, { cases, covers }: Standing): RoundPart[] {
  const walls = cases.includes(pool.id)
    ? damsOf(pool, 0).map((dam): RoundPart => ({
        ...dam,
        id: dam.id.replace('dam:', 'case:'),
        kind: 'case',
        name: `${pool.name}: case`
      }))
    : []
  if (!covers.includes(pool.id)) return walls
  const sheet = upright(
    ringOf(pool.outline),
    pool.damTopMm + COVER_MM,
    pool.damTopMm + COVER_MM + 1
  )
  const says = 'stands over it until it has set, against dust'
  return [
    ...walls,
    part(`cover:${pool.id}`, 'cover', pool.id, `${pool.name}: cover`, says, COLOURS.cover, sheet)
  ]
}
/** A cover stands so far over the tops of the dams, mm. Common practice, no source. */
const COVER_MM = 6
/** Props are posts of foam so wide, mm, two to a row. Common practice, no source. */
const PROP_MM = 3

/** What holds a film up until its gel has set: posts where the jig says. */
function propsOf(build: Build, { forms, stacks }: RoundOf, { props }: Standing): RoundPart[] {
  return props.flatMap((water) => {
    const stand = stacks.forms.find((f) => f.id === water)?.part?.overhang?.stand ?? []
    const held = heldEnd(build, forms, water)
    if (!held) return []
    const { from, to, out, footMm } = held
    return stand.flatMap(({ xMm, heightMm }, i) =>
      [0.25, 0.75].map((share, k) => {
        const at: Point2 = [
          from[0] + share * (to[0] - from[0]) + out[0] * xMm,
          from[1] + share * (to[1] - from[1]) + out[1] * xMm
        ]
        const post = upright(ellipse(at, PROP_MM / 2, PROP_MM / 2, 8), footMm, footMm + heightMm)
        const says = say`${mm(heightMm)} high, ${mm(xMm)} out`
        const name = `${build.waters.find((w) => w.id === water)!.name}: prop`
        return part(`prop:${water}:${i}:${k}`, 'prop', water, name, says, COLOURS.prop, post)
      })
    )
  })
}

/** The line that a film is held along, which way it hangs out, and what its props stand on. */
function heldEnd(build: Build, { falls, seas }: FormsPlan, water: string) {
  const fall = falls.find((f) => f.id === water)
  if (fall?.lip && fall.out)
    return { from: fall.lip[0], to: fall.lip[1], out: fall.out, footMm: fall.footMm }
  const sea = seas.find((s) => s.id === water)
  const pool = poolsOf(build).find((p) => p.id === sea?.pool)
  if (!sea?.built || !pool) return null
  const { line, headingDeg } = sea.built
  return { from: line[0], to: line.at(-1)!, out: headed(headingDeg), footMm: pool.levelMm }
}

/** What stands in a pool, on its bed. */
const standingIn = (pool: Pool, whole: WholeGround, set: readonly string[]): RoundPart[] =>
  pool.standing
    .filter((t) => set.includes(t.id))
    .map((thing) => {
      const at: Point2 = [thing.x, thing.y]
      const foot = fieldAt(whole, at)
      const [rx, ry] = [thing.widthMm / 2, thing.depthMm / 2]
      const box: Point2[] = [
        [thing.x - rx, thing.y - ry],
        [thing.x + rx, thing.y - ry],
        [thing.x + rx, thing.y + ry],
        [thing.x - rx, thing.y + ry]
      ]
      const top = foot + thing.heightMm
      const body =
        thing.shape === 'stone'
          ? stone(at, rx, ry, foot - 1, thing.heightMm + 1)
          : upright(thing.shape === 'block' ? box : ellipse(at, rx, ry), foot - 1, top)
      return part(
        `thing:${pool.id}:${thing.id}`,
        thing.shape === 'stone' ? 'rock' : 'thing',
        pool.id,
        thing.name,
        say`${mm(thing.widthMm)} by ${mm(thing.depthMm)}, ${mm(thing.heightMm)} high`,
        thing.shape === 'stone' ? COLOURS.stone : COLOURS.thing,
        body
      )
    })

/** The bed as the eye finds it under water: what stands on it counts as bed. */
function bedField({ cols, rows, cellMm, zMm }: WholeGround): RoundField {
  return { cols, rows, x0: 0, y0: 0, cellMm, values: zMm }
}

function whiteField({ white }: FormsPlan, isLaid: boolean): RoundField {
  const { grid, pct } = white
  return {
    cols: grid.cols,
    rows: grid.rows,
    x0: grid.x0 + grid.cellMm / 2,
    y0: grid.y0 + grid.cellMm / 2,
    cellMm: grid.cellMm,
    values: Float32Array.from(pct, (p) => (isLaid ? p / 100 : 0))
  }
}
