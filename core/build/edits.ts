import { landAt, shiftLand } from './land'
import { MOST_TRACES, type Trace } from './pictures'
import { scaleRatio } from '../physics/shape/scale'
import { wayFor, wayOf } from '../craft/ways/catalog'
import { USUAL } from '../craft/usual'
import type { Sounding } from '../physics/shape/surface'
import { lineLength, middleOf, type Point2 } from '../physics/shape/polygon'
import type {
  Band,
  Boulder,
  Build,
  EdgeKind,
  Fall,
  Making,
  Outlet,
  OutlineCorner,
  Parting,
  Pool,
  Reach,
  Sea,
  Splash,
  Water
} from './types'
import type { WaterKind } from '../craft/ways/types'
import { poolsOf } from './types'
import {
  DAM_OVER_MM,
  fallOver,
  ledgeFall,
  outletFor,
  poolDefaults,
  poolWithin,
  reachIn,
  seaOver,
  SPLASH_ANGLES,
  splashAt
} from './newBuild'

/**
 * Every edit takes a build and returns a new one; what it does not touch is shared, so undo costs
 * nothing.
 */
export type Edit = (build: Build) => Build

/** An id that no item has yet. @example freeId('pool', [{ id: 'pool1' }]) // "pool2" */
export function freeId(prefix: string, items: readonly { id: string }[]): string {
  const taken = new Set(items.map((item) => item.id))
  let n = 1
  while (taken.has(`${prefix}${n}`)) n++
  return `${prefix}${n}`
}

const round1 = (value: number) => Math.round(value * 10) / 10
const onWater =
  (id: string, change: (water: Water) => Water): Edit =>
  (build) => ({
    ...build,
    waters: build.waters.map((water) => (water.id === id ? change(water) : water))
  })

/** Changes some keys of a pool. */
export const changePool = (id: string, change: Partial<Omit<Pool, 'kind' | 'id'>>): Edit =>
  onWater(id, (water) => (water.kind === 'pool' ? { ...water, ...change } : water))

/** Every height of a water, moved: its own, its bed's, its banks' and its dam's. */
function moved(water: Water, up: (mm: number) => number): Water {
  if (water.kind === 'splash') return { ...water, zMm: up(water.zMm) }
  if (water.kind === 'reach') {
    const path = water.path.map((p) => (p.bedMm === undefined ? p : { ...p, bedMm: up(p.bedMm) }))
    return { ...water, path }
  }
  if (water.kind === 'fall')
    return {
      ...water,
      ...(water.outlet ? { outlet: { ...water.outlet, zMm: up(water.outlet.zMm) } } : {}),
      ...(typeof water.footMm === 'number' ? { footMm: up(water.footMm) } : {})
    }
  if (water.kind !== 'pool') return water
  return {
    ...water,
    levelMm: up(water.levelMm),
    brimMm: up(water.brimMm),
    damTopMm: up(water.damTopMm),
    soundings: water.soundings.map(([x, y, z]): Sounding => [x, y, up(z)]),
    outline: water.outline.map((c) => (c.z === undefined ? c : { ...c, z: up(c.z) })),
    openings: water.openings.map((o) => ({ ...o, sillMm: up(o.sillMm) }))
  }
}

/** Sets all of a model lower or higher: grounds, levels, dams, banks and what is thrown from them. */
export const raiseAll =
  (byMm: number): Edit =>
  (build) => {
    const up = (mm: number) => round1(mm + byMm)
    return {
      ...build,
      ground: { ...build.ground, bankMm: Math.max(0, up(build.ground.bankMm)) },
      ...shiftLand(build.land, (mm) => mm + byMm),
      waters: build.waters.map((water) => moved(water, up))
    }
  }

/** From the highest level of a chain to its lowest, mm; null: there are no two. */
export function chainDrop(build: Build): number | null {
  const levels = poolsOf(build).map((p) => p.levelMm)
  const drop = Math.max(...levels) - Math.min(...levels)
  return levels.length > 1 && drop >= 0.1 ? round1(drop) : null
}

/**
 * Stretches or flattens a chain as a whole, over its lowest level: every pool goes up or down with its
 * bed, banks and dam, as deep as it was; beds of runs, drops and what is thrown go along.
 *
 * @param dropMm  wanted from the highest level to the lowest
 */
export const stretchChain =
  (dropMm: number): Edit =>
  (build) => {
    const now = chainDrop(build)
    if (now === null || !(dropMm > 0)) return build
    const low = Math.min(...poolsOf(build).map((p) => p.levelMm))
    const times = dropMm / now
    const stretched = (mm: number) => round1(mm > low ? low + (mm - low) * times : mm)
    return {
      ...build,
      ground: { ...build.ground, bankMm: stretched(build.ground.bankMm) },
      ...shiftLand(build.land, stretched),
      waters: build.waters.map((water) => {
        if (water.kind === 'fall' && water.dropMm !== null)
          return { ...moved(water, stretched), dropMm: round1(water.dropMm * times) }
        if (water.kind !== 'pool') return moved(water, stretched)
        const byMm = (water.levelMm - low) * (times - 1)
        return moved(water, (mm) => round1(mm + byMm))
      })
    }
  }

/** Changes some keys of a fall. */
export const changeFall = (id: string, change: Partial<Omit<Fall, 'kind' | 'id'>>): Edit =>
  onWater(id, (water) => (water.kind === 'fall' ? { ...water, ...change } : water))

/**
 * Lets a fall leave a ledge, a pipe, a wheel or a bucket: first from where its lip is, over the pool
 * it falls into; null: over a lip again, of the first pool that is not below it.
 */
export const setOutlet =
  (id: string, kind: Outlet['kind'] | null): Edit =>
  (build) =>
    onWater(id, (water) => {
      if (water.kind !== 'fall') return water
      if (kind === null) {
        const above = poolsOf(build).find((p) => p.id !== water.into)
        const lip = above ? fallOver(water.id, water.name, above, null).lip : null
        return { ...water, outlet: null, lip, widthMm: null }
      }
      if (water.outlet) return { ...water, outlet: { ...water.outlet, kind } }
      return { ...water, ...outletFor(build, water, kind), lip: null }
    })(build)

/** A ledge so near the land's height lies on it, mm: it goes up and down with the land. */
const ON_LAND_MM = 1
/**
 * Stands a fall's ledge, pipe, wheel or bucket somewhere else, or turns it. A ledge that lies on
 * sculpted land keeps to it.
 */
export const changeOutlet =
  (id: string, change: Partial<Outlet>): Edit =>
  (build) =>
    onWater(id, (water) => {
      if (water.kind !== 'fall' || !water.outlet) return water
      const before = water.outlet
      const outlet = { ...before, ...change }
      const onLand = Math.abs(before.zMm - landAt(build, [before.x, before.y])) < ON_LAND_MM
      const keeps = build.land && outlet.kind === 'ledge' && change.zMm === undefined && onLand
      if (keeps) outlet.zMm = round1(landAt(build, [outlet.x, outlet.y]))
      return { ...water, outlet }
    })(build)

/** Lays a fall's ledge on the land where it stands. */
export const layLedge =
  (id: string): Edit =>
  (build) => {
    const fall = build.waters.find((w) => w.id === id)
    if (fall?.kind !== 'fall' || !fall.outlet) return build
    const zMm = round1(landAt(build, [fall.outlet.x, fall.outlet.y]))
    return changeOutlet(id, { zMm })(build)
  }

/** Moves the whole edge that starts at a corner. */
export const moveEdge = (pool: string, corner: string, by: Point2): Edit =>
  onPool(pool, (p) => {
    const i = p.outline.findIndex((c) => c.id === corner)
    const ends = [i, (i + 1) % p.outline.length]
    const outline = p.outline.map((c, k) =>
      ends.includes(k) ? { ...c, x: round1(c.x + by[0]), y: round1(c.y + by[1]) } : c
    )
    return i < 0 ? p : { ...p, outline }
  })

/** Parts a fall's sheet by a rock on its lip, a fifth of it wide: in the middle of its widest stretch. */
export const partFall = (id: string, lengthMm: number): Edit =>
  onWater(id, (water) => {
    if (water.kind !== 'fall') return water
    const before = water.partings ?? []
    const ends = [0, ...before.map((p) => p.atMm).toSorted((a, b) => a - b), lengthMm]
    const gaps = ends.slice(1).map((to, i) => ({ at: (ends[i] + to) / 2, wide: to - ends[i] }))
    const widest = gaps.reduce((best, g) => (g.wide > best.wide ? g : best))
    const parting = { atMm: round1(widest.at), widthMm: Math.max(0.5, round1(lengthMm / 5)) }
    return { ...water, partings: [...before, parting] }
  })

/** Changes a rock that parts a fall; null takes it away. */
export const changeParting = (id: string, at: number, change: Partial<Parting> | null): Edit =>
  onWater(id, (water) =>
    water.kind === 'fall'
      ? {
          ...water,
          partings: (water.partings ?? []).flatMap((p, i) => {
            if (i !== at) return [p]
            return change ? [{ ...p, ...change }] : []
          })
        }
      : water
  )

/** Changes some keys of a run, a sea or a splash. */
export const changeReach = (id: string, change: Partial<Omit<Reach, 'kind' | 'id'>>): Edit =>
  onWater(id, (water) => (water.kind === 'reach' ? { ...water, ...change } : water))
export const changeSea = (id: string, change: Partial<Omit<Sea, 'kind' | 'id'>>): Edit =>
  onWater(id, (water) => (water.kind === 'sea' ? { ...water, ...change } : water))
export const changeSplash = (id: string, change: Partial<Omit<Splash, 'kind' | 'id'>>): Edit =>
  onWater(id, (water) => (water.kind === 'splash' ? { ...water, ...change } : water))
/** What throws a splash, with the rays that go with it. */
export const setCause = (id: string, cause: Splash['cause']): Edit =>
  changeSplash(id, { cause, loDeg: SPLASH_ANGLES[cause][0], hiDeg: SPLASH_ANGLES[cause][1] })
/** A crest to be built: in the middle of the longest line where the waves break, or of their pool. */
export const buildCrest =
  (id: string, breakLines: readonly (readonly Point2[])[]): Edit =>
  (build) => {
    const sea = build.waters.find((w) => w.id === id)
    const crest = sea?.kind === 'sea' ? crestIn(build, sea, breakLines) : null
    return crest ? changeSea(id, { crest })(build) : build
  }
/**
 * Adds a further crest to a sea, right behind it in the chain: on that long line of its crests, as
 * they stand, from which the crests that are built lie farthest.
 */
export const addCrest =
  (id: string, lines: readonly (readonly Point2[])[]): Edit =>
  (build) => {
    const sea = build.waters.find((w) => w.id === id)
    if (sea?.kind !== 'sea') return build
    const built = build.waters.flatMap((w) =>
      w.kind === 'sea' && (w.id === id || w.of === id) && w.crest
        ? [[w.crest.x, w.crest.y] as Point2]
        : []
    )
    // a scrap of a line in a corner is no place for it
    const longest = Math.max(...lines.map((l) => lineLength(l)))
    const whole = lines.filter((l) => lineLength(l) >= longest / 2)
    const middles = whole.map((l) => l[Math.floor(l.length / 2)])
    const away = ([x, y]: Point2) => Math.min(...built.map((b) => Math.hypot(b[0] - x, b[1] - y)))
    const [at] = middles.toSorted((a, b) => away(b) - away(a))
    const crest = at
      ? { x: round1(at[0]), y: round1(at[1]), lengthMm: CREST_MM }
      : crestIn(build, sea)
    const further: Sea = {
      ...sea,
      id: freeId('crest', build.waters),
      name: `Crest ${built.length + 1} of ${sea.name}`.slice(0, 120),
      of: id,
      crest
    }
    const i = build.waters.indexOf(sea) + 1
    return { ...build, waters: [...build.waters.slice(0, i), further, ...build.waters.slice(i)] }
  }
/** A wave breaks where the water is about 0.78 of its height deep (McCowan 1894): there, or near. */
const BREAKS_AT = 0.78
/** Where a crest may break, by the skewer's dips: middle of the pool where it was never dipped. */
function breakingAt(pool: Pool, sea: Sea): Point2 {
  const wanted = sea.breakerMm / BREAKS_AT
  const off = (z: number) => (z < pool.levelMm ? Math.abs(pool.levelMm - z - wanted) : Infinity)
  const [nearest] = pool.soundings.toSorted((a, b) => off(a[2]) - off(b[2]))
  return nearest ? [nearest[0], nearest[1]] : middleOf(pool.outline.map((c): Point2 => [c.x, c.y]))
}
/** As long as a crest is built until the builder says, mm. */
const CREST_MM = 100
function crestIn(
  build: Build,
  sea: Sea,
  breakLines: readonly (readonly Point2[])[] = []
): Sea['crest'] {
  const pool = poolsOf(build).find((p) => p.id === sea.pool)
  if (!pool) return null
  const line = breakLines.reduce<readonly Point2[]>(
    (best, l) => (l.length > best.length ? l : best),
    []
  )
  const [x, y] = line[Math.floor(line.length / 2)] ?? breakingAt(pool, sea)
  return { x: round1(x), y: round1(y), lengthMm: CREST_MM }
}
/** What a fall, a run, a sea or a splash is made in. */
export const changeGel = (id: string, gel: string): Edit =>
  onWater(id, (water) => (water.kind === 'pool' ? water : { ...water, gel }))
/** Coats, film, droop and tilt of a moving water. */
export const changeMaking = (id: string, change: Partial<Making>): Edit =>
  onWater(id, (water) =>
    water.kind === 'pool' ? water : { ...water, make: { ...water.make, ...change } }
  )
/** Layers of skin a way begins with. */
const skinLayers = (way: string): number =>
  wayFor('pool', way)?.usual?.skinLayers ?? poolDefaults().skin.layers

/**
 * A pool in another way, with the tints and the skin that way begins with; what only the way before
 * brought goes with it.
 */
function pooledIn(before: Pool, way: string): Pool {
  const layers =
    before.skin.layers === skinLayers(before.way) ? skinLayers(way) : before.skin.layers
  const pool = { ...before, skin: { ...before.skin, layers } }
  const { tints } = wayFor('pool', way)?.usual ?? {}
  if (tints) return { ...pool, way, tints: [...tints], bands: [] }
  const brought = wayFor('pool', pool.way)?.usual?.tints
  const asBrought =
    brought?.length === pool.tints.length &&
    brought.every(({ id, dropsPer100G }, i) => {
      const now = pool.tints[i]
      return now.id === id && now.dropsPer100G === dropsPer100G
    })
  return asBrought
    ? { ...pool, way, tints: [{ id: USUAL.tint.river, dropsPer100G: USUAL.drops }] }
    : { ...pool, way }
}

/** Makes a water, or white water, or spray, in a way, with the gel and the film that belong to it. */
export const setWay =
  (what: string, way: string): Edit =>
  (build) => {
    if (what === 'white' || what === 'spray')
      return { ...build, finish: { ...build.finish, [what]: way } }
    return onWater(what, (water) => {
      if (water.way === way) return water
      if (water.kind === 'pool') return pooledIn(water, way)
      const { gel, film } = wayFor(water.kind, way)?.usual ?? {}
      // a gel that only the way before could not do without goes with it
      const stays = wayOf(water)?.usual?.gel !== water.gel
      return {
        ...water,
        way,
        gel: gel ?? (stays ? water.gel : USUAL.gel.ripples),
        make: { ...water.make, coats: null, film: film ?? water.make.film },
        // what is cast, rolled or carved is one crest: where there is none yet, in the middle
        ...(water.kind === 'sea' && !water.crest && wayFor('sea', way)?.part
          ? { crest: crestIn(build, water) }
          : {})
      }
    })(build)
  }
/** White water, spray, and how high it is built up. */
export const changeFinish =
  (change: Partial<Build['finish']>): Edit =>
  (build) => ({ ...build, finish: { ...build.finish, ...change } })
/** How white a water has come out so far; null: not judged. */
export const judgeWhite =
  (water: string, pct: number | null): Edit =>
  (build) => ({
    ...build,
    finish: {
      ...build.finish,
      yours: [
        ...build.finish.yours.filter((y) => y.water !== water),
        ...(pct === null ? [] : [{ water, pct }])
      ]
    }
  })
/** Takes a repair into the plan. */
export const addRepair =
  (trouble: string, water: string, measured: Record<string, number>): Edit =>
  (build) => ({
    ...build,
    repairs: [
      ...build.repairs,
      { id: freeId('mend', [...build.repairs, ...build.waters]), trouble, water, measured }
    ]
  })
/** Mends with another resin; undefined: with its water's own. */
export const changeRepair =
  (id: string, resin: string | undefined): Edit =>
  (build) => ({
    ...build,
    repairs: build.repairs.map((r) => (r.id === id ? { ...r, resin } : r))
  })
/** Leaves a repair again. */
export const removeRepair =
  (id: string): Edit =>
  (build) => ({ ...build, repairs: build.repairs.filter((r) => r.id !== id) })
/** Renames any water. */
export const renameWater = (id: string, name: string): Edit =>
  onWater(id, (water) => ({ ...water, name }))

const onReach = (id: string, change: (reach: Reach) => Reach): Edit =>
  onWater(id, (water) => (water.kind === 'reach' ? change(water) : water))
/** Moves a point of a run's line. */
export const moveReachPoint = (id: string, point: string, [x, y]: Point2): Edit =>
  onReach(id, (r) => ({
    ...r,
    path: r.path.map((p) => (p.id === point ? { ...p, x: round1(x), y: round1(y) } : p))
  }))
/** Puts a point into a run's line half-way after one; at its end, as far on again. */
export const addReachPoint = (id: string, after: string): Edit =>
  onReach(id, (r) => {
    const i = r.path.findIndex((p) => p.id === after)
    if (i < 0) return r
    const [a, b] =
      i + 1 < r.path.length
        ? [r.path[i], r.path[i + 1]]
        : [
            r.path[i],
            { x: 2 * r.path[i].x - r.path[i - 1].x, y: 2 * r.path[i].y - r.path[i - 1].y }
          ]
    const half = i + 1 < r.path.length ? 0.5 : 1
    const point = {
      id: freeId('p', r.path),
      x: round1(a.x + half * (b.x - a.x)),
      y: round1(a.y + half * (b.y - a.y))
    }
    return { ...r, path: [...r.path.slice(0, i + 1), point, ...r.path.slice(i + 1)] }
  })
/** Takes a point out of a run's line, which keeps two. */
export const removeReachPoint = (id: string, point: string): Edit =>
  onReach(id, (r) =>
    r.path.length <= 2 ? r : { ...r, path: r.path.filter((p) => p.id !== point) }
  )
/** Puts a rock into a run. */
export const addBoulder = (id: string, [x, y]: Point2): Edit =>
  onReach(id, (r) => ({
    ...r,
    boulders: [
      ...r.boulders,
      {
        id: freeId('rock', r.boulders),
        name: `Rock ${r.boulders.length + 1}`,
        x: round1(x),
        y: round1(y),
        widthMm: 14,
        heightMm: 10
      }
    ]
  }))
/** Changes a rock; null takes it out. */
export const changeBoulder = (
  id: string,
  rock: string,
  change: Partial<Omit<Boulder, 'id'>> | null
): Edit =>
  onReach(id, (r) => ({
    ...r,
    boulders:
      change === null
        ? r.boulders.filter((b) => b.id !== rock)
        : r.boulders.map((b) => (b.id === rock ? { ...b, ...change } : b))
  }))
/** How much water runs down the chain. */
export const setFlow =
  (change: Partial<Build['flow']>): Edit =>
  (build) => ({ ...build, flow: { ...build.flow, ...change } })

const onPool = (id: string, change: (pool: Pool) => Pool): Edit =>
  onWater(id, (water) => (water.kind === 'pool' ? change(water) : water))

/** Moves a corner of the outline, to the nearest tenth of a millimetre. */
export const moveCorner = (pool: string, corner: string, [x, y]: Point2): Edit =>
  onPool(pool, (p) => ({
    ...p,
    outline: p.outline.map((c) => (c.id === corner ? { ...c, x: round1(x), y: round1(y) } : c))
  }))

/** Puts a new corner into the edge that starts at a corner; both halves stay what the edge was. */
export const addCorner = (pool: string, after: string, [x, y]: Point2): Edit =>
  onPool(pool, (p) => {
    const i = p.outline.findIndex((c) => c.id === after)
    if (i < 0) return p
    const corner: OutlineCorner = {
      id: freeId('c', p.outline),
      x: round1(x),
      y: round1(y),
      edge: p.outline[i].edge
    }
    return { ...p, outline: [...p.outline.slice(0, i + 1), corner, ...p.outline.slice(i + 1)] }
  })

/**
 * Takes a corner away; a fall whose lip began there goes over the edge that takes its place. An
 * outline keeps three.
 */
export const removeCorner =
  (pool: string, corner: string): Edit =>
  (build) => {
    const found = poolsOf(build).find((p) => p.id === pool)
    const i = found?.outline.findIndex((c) => c.id === corner) ?? -1
    if (!found || i < 0 || found.outline.length <= 3) return build
    const before = found.outline[(i + found.outline.length - 1) % found.outline.length].id
    return {
      ...build,
      waters: build.waters.map((water) => {
        if (water.kind === 'pool')
          return water.id === pool
            ? { ...water, outline: water.outline.filter((c) => c.id !== corner) }
            : water
        return water.kind === 'fall' && water.lip?.pool === pool && water.lip.corner === corner
          ? { ...water, lip: { pool, corner: before } }
          : water
      })
    }
  }

/** Draws the outline afresh, all shore; falls over it go over its first edge until another is chosen. */
export const drawOutline =
  (pool: string, points: readonly Point2[]): Edit =>
  (build) => {
    const outline = points.map(([x, y], i): OutlineCorner => ({
      id: `c${i + 1}`,
      x: round1(x),
      y: round1(y),
      edge: 'shore'
    }))
    return {
      ...build,
      waters: build.waters.map((water) => {
        if (water.kind === 'pool') return water.id === pool ? { ...water, outline } : water
        return water.kind === 'fall' && water.lip?.pool === pool
          ? { ...water, lip: { pool, corner: outline[0].id } }
          : water
      })
    }
  }

/** Makes the edge that starts at a corner a shore or a dam; a pool's first dam stands over its level. */
export const setEdge = (pool: string, corner: string, edge: EdgeKind): Edit =>
  onPool(pool, (p) => ({
    ...p,
    outline: p.outline.map((c) => (c.id === corner ? { ...c, edge } : c)),
    damTopMm:
      edge === 'dam' && p.damTopMm < p.levelMm && p.outline.every((c) => c.edge === 'shore')
        ? p.levelMm + DAM_OVER_MM
        : p.damTopMm
  }))

/** Replaces all soundings of a pool. */
export const setSoundings = (pool: string, soundings: Sounding[]): Edit =>
  onPool(pool, (p) => ({ ...p, soundings }))

/** Adds a sounding. */
export const addSounding = (pool: string, [x, y, z]: Sounding): Edit =>
  onPool(pool, (p) => ({ ...p, soundings: [...p.soundings, [round1(x), round1(y), round1(z)]] }))

/** Changes the sounding at a place in the list. */
export const changeSounding = (pool: string, index: number, sounding: Sounding): Edit =>
  onPool(pool, (p) => ({
    ...p,
    soundings: p.soundings.map((s, i) => (i === index ? sounding : s))
  }))

/** Takes a sounding away. */
export const removeSounding = (pool: string, index: number): Edit =>
  onPool(pool, (p) => ({ ...p, soundings: p.soundings.filter((_, i) => i !== index) }))

/**
 * Two thirds of the depth half as strong again, clear above: the deep look of docs/trade.md P9. Common
 * practice, no source.
 */
export const darkBelowBands = (pool: Pool): Band[] => [
  {
    share: 2,
    tints: pool.tints
      .map((t) => ({ ...t, dropsPer100G: Math.round(t.dropsPer100G * 3) / 2 }))
      .filter((t) => t.dropsPer100G > 0)
  },
  { share: 1, tints: [] }
]

/** A second pour tinted brown for kicked-up silt (P9). Common practice, no source. */
export const brownOverBands = (pool: Pool): Band[] => [
  { share: 2, tints: pool.tints },
  { share: 1, tints: [{ id: USUAL.tint.silt, dropsPer100G: USUAL.drops }] }
]

/** Adds a pool in the front half of the base, lower than the pools there are. */
export const addPool: Edit = (build) => {
  const pools = poolsOf(build)
  const id = freeId('pool', build.waters)
  const levelMm =
    pools.length === 0
      ? Math.max(10, build.ground.bankMm - 2)
      : Math.max(10, Math.min(...pools.map((p) => p.levelMm)) - 20)
  const pool = poolWithin(build.base, {
    id,
    name: `Pool ${pools.length + 1}`,
    y: pools.length === 0 ? [0.15, 0.85] : [0.05, 0.44],
    levelMm,
    lip: false
  })
  return { ...build, waters: [...build.waters, pool] }
}

/** How far from what is there already something new of its kind is put, mm. */
const ASIDE_MM = 15

/** The place itself, or beside it, the nearest first, where none of those stands: clear of them, and on the base. */
function beside(build: Build, [x, y]: Point2, taken: readonly { x: number; y: number }[]): Point2 {
  const { widthMm, depthMm } = build.base
  const free = ([px, py]: Point2) =>
    !taken.some((t) => Math.hypot(t.x - px, t.y - py) < ASIDE_MM - 1)
  const within = ([px, py]: Point2) => px >= 0 && px <= widthMm && py >= 0 && py <= depthMm
  const rings = Array.from({ length: 8 }, (_, ring) =>
    [-1, 0, 1].flatMap((up) =>
      [1, -1].map((side): Point2 => [x + side * ring * ASIDE_MM, y + up * ring * ASIDE_MM])
    )
  ).flat()
  return [[x, y] as Point2, ...rings].find((at) => within(at) && free(at)) ?? [x, y]
}

/**
 * Adds a fall over the lip of the first pool that has none, into the next pool that stands lower; where
 * every pool has one, or there is none, off a ledge beside those that are there.
 */
export const addFall: Edit = (build) => {
  const pools = poolsOf(build)
  const taken = new Set(
    build.waters.flatMap((w) => (w.kind === 'fall' && w.lip ? [w.lip.pool] : []))
  )
  const from = pools.find((p) => !taken.has(p.id))
  if (!from) {
    const fall = ledgeFall(build, freeId('fall', build.waters), nextName(build, 'fall', 'Fall'))
    const outlets = build.waters.flatMap((w) => (w.kind === 'fall' && w.outlet ? [w.outlet] : []))
    const { outlet } = fall
    const [x, y] = outlet ? beside(build, [outlet.x, outlet.y], outlets) : [0, 0]
    const put = outlet ? { ...fall, outlet: { ...outlet, x, y } } : fall
    return { ...build, waters: [...build.waters, put] }
  }
  const into = pools.find((p) => p.levelMm < from.levelMm)?.id ?? null
  const fall = fallOver(freeId('fall', build.waters), nextName(build, 'fall', 'Fall'), from, into)
  const at = build.waters.indexOf(from) + 1
  return { ...build, waters: [...build.waters.slice(0, at), fall, ...build.waters.slice(at)] }
}

const nextName = (build: Build, kind: WaterKind, word: string) =>
  `${word} ${build.waters.filter((w) => w.kind === kind).length + 1}`

/** Adds a run down the lowest pool, after it in the chain. */
export const addReach: Edit = (build) => {
  const low = poolsOf(build).reduce<Pool | null>(
    (best, p) => (best === null || p.levelMm < best.levelMm ? p : best),
    null
  )
  if (!low) return build
  return {
    ...build,
    waters: [
      ...build.waters,
      reachIn(freeId('run', build.waters), nextName(build, 'reach', 'Rapid'), low.outline)
    ]
  }
}

/** Adds waves over the largest pool. */
export const addSea: Edit = (build) => {
  const largest = poolsOf(build).reduce<Pool | null>(
    (best, p) => (best === null || spread(p) > spread(best) ? p : best),
    null
  )
  return largest
    ? {
        ...build,
        waters: [
          ...build.waters,
          seaOver(
            freeId('sea', build.waters),
            nextName(build, 'sea', 'Waves'),
            largest,
            scaleRatio(build.scale) ?? 87
          )
        ]
      }
    : build
}
const spread = (pool: Pool) => {
  const [xs, ys] = [pool.outline.map((c) => c.x), pool.outline.map((c) => c.y)]
  return (Math.max(...xs) - Math.min(...xs)) * (Math.max(...ys) - Math.min(...ys))
}

/** Adds a splash in the middle of a pool, beside those that are there. */
export const addSplash: Edit = (build) => {
  const pool = poolsOf(build).at(-1)
  if (!pool) return build
  const splashes = build.waters.filter((w) => w.kind === 'splash')
  const middle = middleOf(pool.outline.map((c): Point2 => [c.x, c.y]))
  const [x, y] = beside(build, middle, splashes)
  return {
    ...build,
    waters: [
      ...build.waters,
      splashAt(
        freeId('splash', build.waters),
        nextName(build, 'splash', 'Splash'),
        round1(x),
        round1(y),
        pool.levelMm
      )
    ]
  }
}

/** Moves a water up or down the chain. */
export const moveWater =
  (id: string, by: number): Edit =>
  (build) => {
    const i = build.waters.findIndex((w) => w.id === id)
    const to = i + by
    if (i < 0 || by === 0 || to < 0 || to >= build.waters.length) return build
    const waters = build.waters.filter((w) => w.id !== id)
    waters.splice(to, 0, build.waters[i])
    return { ...build, waters }
  }

/**
 * Takes a water away; falls from a pool that is gone lose their lip, falls into it go to the base,
 * and waves on it go with it.
 */
export const removeWater =
  (id: string): Edit =>
  (build) => ({
    ...build,
    repairs: build.repairs.filter((r) => r.water !== id),
    // its lays go with it, and what was said of its steps
    laid: build.laid
      .filter((l) => l.stack !== id)
      .map((l) => (l.sets === id ? { ...l, sets: undefined } : l)),
    stacks: build.stacks.filter((s) => s.stack !== id),
    lays: build.lays.filter((l) => !l.id.startsWith(`${id}/`)),
    own: build.own.map((o) => (o.water === id ? { ...o, water: null } : o)),
    waters: build.waters
      .filter(
        (water) =>
          water.id !== id && !(water.kind === 'sea' && (water.pool === id || water.of === id))
      )
      .map((water) => {
        if (water.kind !== 'fall') return water
        const lip = water.lip?.pool === id ? null : water.lip
        return { ...water, lip, into: water.into === id ? null : water.into }
      })
  })

/**
 * Keeps what was drawn on a picture, in place of what was kept of it before; of those that lie under
 * the plan, or behind the section, the last laid there is shown.
 */
export const keepTrace =
  (trace: Trace): Edit =>
  (build) => {
    const others = (build.traces ?? [])
      .filter((t) => t.photo !== trace.photo)
      .map((t) =>
        trace.shown && (t.scale.by === 'side') === (trace.scale.by === 'side')
          ? { ...t, shown: false }
          : t
      )
    return { ...build, traces: [...others, trace].slice(-MOST_TRACES) }
  }
