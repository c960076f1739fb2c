import type { Point2 } from '../geometry/polygon'
import type { Sounding } from '../ground/surface'
import type { Band, Build, EdgeKind, Fall, OutlineCorner, Pool, Water } from './types'
import { poolsOf } from './types'
import { fallOver, poolWithin } from './newBuild'

/** Every edit takes a build and returns a new one; what it does not touch is shared, so undo costs nothing. */
export type Edit = (build: Build) => Build

/** An id that no item has yet. @example freeId('pool', [{ id: 'pool1' }]) // "pool2" */
export function freeId(prefix: string, items: readonly { id: string }[]): string {
  const taken = new Set(items.map((item) => item.id))
  let n = 1
  while (taken.has(`${prefix}${n}`)) n++
  return `${prefix}${n}`
}

const round1 = (value: number) => Math.round(value * 10) / 10
const onWater = (id: string, change: (water: Water) => Water): Edit => (build) => ({
  ...build,
  waters: build.waters.map((water) => (water.id === id ? change(water) : water))
})

/** Changes some keys of a pool. */
export const changePool = (id: string, change: Partial<Omit<Pool, 'kind' | 'id'>>): Edit =>
  onWater(id, (water) => (water.kind === 'pool' ? { ...water, ...change } : water))

/** Changes some keys of a fall. */
export const changeFall = (id: string, change: Partial<Omit<Fall, 'kind' | 'id'>>): Edit =>
  onWater(id, (water) => (water.kind === 'fall' ? { ...water, ...change } : water))

const onPool = (id: string, change: (pool: Pool) => Pool): Edit => onWater(id, (water) => (water.kind === 'pool' ? change(water) : water))

/** Moves a corner of the outline, to the nearest tenth of a millimetre. */
export const moveCorner = (pool: string, corner: string, [x, y]: Point2): Edit =>
  onPool(pool, (p) => ({ ...p, outline: p.outline.map((c) => (c.id === corner ? { ...c, x: round1(x), y: round1(y) } : c)) }))

/** Puts a new corner into the edge that starts at a corner; both halves stay what the edge was. */
export const addCorner = (pool: string, after: string, [x, y]: Point2): Edit =>
  onPool(pool, (p) => {
    const i = p.outline.findIndex((c) => c.id === after)
    if (i < 0) return p
    const corner: OutlineCorner = { id: freeId('c', p.outline), x: round1(x), y: round1(y), edge: p.outline[i].edge }
    return { ...p, outline: [...p.outline.slice(0, i + 1), corner, ...p.outline.slice(i + 1)] }
  })

/** Takes a corner away; a fall whose lip began there goes over the edge that takes its place. An outline keeps three. */
export const removeCorner = (pool: string, corner: string): Edit => (build) => {
  const found = poolsOf(build).find((p) => p.id === pool)
  const i = found?.outline.findIndex((c) => c.id === corner) ?? -1
  if (!found || i < 0 || found.outline.length <= 3) return build
  const before = found.outline[(i + found.outline.length - 1) % found.outline.length].id
  return {
    ...build,
    waters: build.waters.map((water) => {
      if (water.kind === 'pool') return water.id === pool ? { ...water, outline: water.outline.filter((c) => c.id !== corner) } : water
      return water.lip?.pool === pool && water.lip.corner === corner ? { ...water, lip: { pool, corner: before } } : water
    })
  }
}

/** Draws the outline afresh, all shore; falls over it go over its first edge until another is chosen. */
export const drawOutline = (pool: string, points: readonly Point2[]): Edit => (build) => {
  const outline = points.map(([x, y], i): OutlineCorner => ({ id: `c${i + 1}`, x: round1(x), y: round1(y), edge: 'shore' }))
  return {
    ...build,
    waters: build.waters.map((water) => {
      if (water.kind === 'pool') return water.id === pool ? { ...water, outline } : water
      return water.lip?.pool === pool ? { ...water, lip: { pool, corner: outline[0].id } } : water
    })
  }
}

/** Makes the edge that starts at a corner a shore or a dam. */
export const setEdge = (pool: string, corner: string, edge: EdgeKind): Edit =>
  onPool(pool, (p) => ({ ...p, outline: p.outline.map((c) => (c.id === corner ? { ...c, edge } : c)) }))

/** Replaces all soundings of a pool. */
export const setSoundings = (pool: string, soundings: Sounding[]): Edit => onPool(pool, (p) => ({ ...p, soundings }))

/** Adds a sounding. */
export const addSounding = (pool: string, [x, y, z]: Sounding): Edit =>
  onPool(pool, (p) => ({ ...p, soundings: [...p.soundings, [round1(x), round1(y), round1(z)]] }))

/** Changes the sounding at a place in the list. */
export const changeSounding = (pool: string, index: number, sounding: Sounding): Edit =>
  onPool(pool, (p) => ({ ...p, soundings: p.soundings.map((s, i) => (i === index ? sounding : s)) }))

/** Takes a sounding away. */
export const removeSounding = (pool: string, index: number): Edit =>
  onPool(pool, (p) => ({ ...p, soundings: p.soundings.filter((_, i) => i !== index) }))

/** Two thirds of the depth half as strong again, clear above: the deep look of trade fact P9. Common practice, no source. */
export const darkBelowBands = (pool: Pool): Band[] => [
  { share: 2, tints: pool.tints.map((t) => ({ ...t, dropsPer100G: Math.round(t.dropsPer100G * 3) / 2 })).filter((t) => t.dropsPer100G > 0) },
  { share: 1, tints: [] }
]

/** A second pour tinted brown for kicked-up silt (P9). Common practice, no source. */
export const brownOverBands = (pool: Pool): Band[] => [{ share: 2, tints: pool.tints }, { share: 1, tints: [{ id: 'river-brown', dropsPer100G: 3 }] }]

/** Adds a pool in the front half of the base, lower than the pools there are. */
export const addPool: Edit = (build) => {
  const pools = poolsOf(build)
  const id = freeId('pool', build.waters)
  const levelMm = pools.length === 0 ? Math.max(10, build.ground.bankMm - 2) : Math.max(10, Math.min(...pools.map((p) => p.levelMm)) - 20)
  const pool = poolWithin(build.base, { id, name: `Pool ${pools.length + 1}`, y: pools.length === 0 ? [0.15, 0.85] : [0.05, 0.44], levelMm, lip: false })
  return { ...build, waters: [...build.waters, pool] }
}

/** Adds a fall over the lip of the first pool that has none, into the next pool that stands lower. */
export const addFall: Edit = (build) => {
  const pools = poolsOf(build)
  const taken = new Set(build.waters.flatMap((w) => (w.kind === 'fall' && w.lip ? [w.lip.pool] : [])))
  const from = pools.find((p) => !taken.has(p.id)) ?? pools[0]
  if (!from) return build
  const into = pools.find((p) => p.levelMm < from.levelMm)?.id ?? null
  const falls = build.waters.length - pools.length
  const fall = fallOver(freeId('fall', build.waters), `Fall ${falls + 1}`, from, into)
  const at = build.waters.indexOf(from) + 1
  return { ...build, waters: [...build.waters.slice(0, at), fall, ...build.waters.slice(at)] }
}

/** Takes a water away; falls from a pool that is gone lose their lip, falls into it go to the base. */
export const removeWater = (id: string): Edit => (build) => ({
  ...build,
  waters: build.waters
    .filter((water) => water.id !== id)
    .map((water) => {
      if (water.kind !== 'fall') return water
      const lip = water.lip?.pool === id ? null : water.lip
      return { ...water, lip, into: water.into === id ? null : water.into }
    })
})
