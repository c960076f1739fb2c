import type { Read } from '../reads'
import { landAt } from '../../build/land'
import type { FallShape } from '../../build/shapes'
import type { Outlet } from '../../build/types'
import { fallsOf, poolsOf, reachesOf } from '../../build/types'
import { moodDischarge } from '../../physics/water/hydraulics/drop'
import { pipeMood } from '../../physics/water/hydraulics/pipe'
import { headed, type Point2 } from '../../physics/shape/polygon'
import { realM } from '../../physics/shape/units'
import { radians } from '../../physics/shape/angles'

/** The one flow that runs down the chain, full size. */
export interface ChainFlow {
  dischargeM3S: number
  /** Where a mood took its measure: the first fall's lip, the first run's width, or nothing. */
  from: 'figure' | 'fall' | 'reach' | 'none'
  by: string | null
}

/** What a mood is taken at where no fall tells it a drop, m. Common practice, no source. */
const MOOD_DROP_M = 2

/** The discharge of the chain: the builder's figure, or a mood over the first lip (or run) of the chain. */
export function chainFlow(build: Read<'forms'>, scale: number): ChainFlow {
  const { mood, dischargeM3S } = build.flow
  if (dischargeM3S !== null) return { dischargeM3S, from: 'figure', by: null }
  for (const fall of fallsOf(build)) {
    const { lip, dropMm } = lipOf(build, fall)
    const wetMm = besideIt(build, fall).reduce((sum, f) => sum + lipOf(build, f).wetMm, 0)
    if (lip && !fall.outlet && !fall.flow && dropMm > 0 && wetMm > 0)
      return {
        dischargeM3S: moodDischarge(mood, realM(dropMm, scale)) * realM(wetMm, scale),
        from: 'fall',
        by: fall.id
      }
  }
  const [reach] = reachesOf(build)
  if (reach)
    return {
      dischargeM3S: moodDischarge(mood, MOOD_DROP_M) * realM(reach.widthMm, scale),
      from: 'reach',
      by: reach.id
    }
  return { dischargeM3S: moodDischarge(mood, MOOD_DROP_M), from: 'none', by: null }
}

/** Falls over lips of one pool, side by side: they share what it gives. */
const besideIt = (build: Read<'forms'>, fall: FallShape): FallShape[] =>
  fallsOf(build).filter((f) => !f.outlet && !f.flow && f.lip?.pool === fall.lip?.pool)

/**
 * What of the chain's flow comes over one fall, 0 to 1: beside others on its pool by its width; null:
 * it has a flow of its own.
 */
export function shareOf(build: Read<'forms'>, fall: FallShape): number | null {
  if (fall.outlet || fall.flow) return null
  const { wetMm } = lipOf(build, fall)
  const whole = besideIt(build, fall).reduce((sum, f) => sum + lipOf(build, f).wetMm, 0)
  return whole > 0 ? wetMm / whole : 1
}

/** What runs over one fall, m³/s full size: its share of the chain's, or its own. */
export function dischargeOf(
  build: Read<'forms'>,
  fall: FallShape,
  scale: number,
  chainM3S: number
): number {
  const share = shareOf(build, fall)
  if (share !== null) return share * chainM3S
  const { mood, dischargeM3S } = fall.flow ?? { mood: build.flow.mood, dischargeM3S: null }
  if (dischargeM3S !== null) return dischargeM3S
  const { dropMm, wetMm, widthMm } = lipOf(build, fall)
  if (!(dropMm > 0 && wetMm > 0)) return 0
  return fall.outlet?.kind === 'pipe'
    ? pipeMood(mood, realM(widthMm, scale))
    : moodDischarge(mood, realM(dropMm, scale)) * realM(wetMm, scale)
}

/** How far a fall drops from level to level, mm, whatever was typed for it. */
export function dropByLevels(build: Read<'forms'>, fall: FallShape): number {
  const level = (id: string | null | undefined) => poolsOf(build).find((p) => p.id === id)?.levelMm
  return (
    (fall.outlet?.zMm ?? level(fall.lip?.pool) ?? 0) -
    (level(fall.into) ?? fall.footMm ?? footOnLand(build, fall.outlet))
  )
}

/** What falls off a ledge is looked for so far before it, in so many steps, mm. */
const BEFORE_MM = 16
const LOOKS = 8

/** Height of the sculpted land before a ledge or pipe, at the foot of its cliff; the base's top where none is. */
function footOnLand(build: Read<'forms'>, outlet: Outlet | null | undefined): number {
  if (!build.land || !outlet) return 0
  const [ux, uy] = headed(outlet.headingDeg)
  const before = Array.from({ length: LOOKS }, (_, i) => (BEFORE_MM * (i + 1)) / LOOKS)
  return Math.min(...before.map((s) => landAt(build, [outlet.x + s * ux, outlet.y + s * uy])))
}

/** Where a fall leaves, and how far it drops. Lengths in mm on the model. */
export interface Leaves {
  lip: [from: Point2, to: Point2] | null
  /** The pool it leaves; null: none. */
  pool: string | null
  /** Level of that pool; of what is no pool, its edge. */
  lipMm: number
  dropMm: number
  /** From end to end; of a pipe its bore. */
  widthMm: number
  /** What of it is not taken by rocks that part the sheet. */
  wetMm: number
  /** Stretches of the lip with water, as shares of its length. */
  wet: [from: number, to: number][]
}

/** An edge across the way that water falls, about its middle. */
function edgeOf(
  { x, y, headingDeg }: NonNullable<FallShape['outlet']>,
  widthMm: number
): [Point2, Point2] {
  const h = radians(headingDeg)
  const [dx, dy] = [(-Math.sin(h) * widthMm) / 2, (Math.cos(h) * widthMm) / 2]
  return [
    [x + dx, y + dy],
    [x - dx, y - dy]
  ]
}

/** Stretches of a lip that no rock takes, as shares of its length. @example wetOf([{ atMm: 5, widthMm: 2 }], 10) // [[0,0.4],[0.6,1]] */
export function wetOf(partings: FallShape['partings'], lengthMm: number): [number, number][] {
  let wet: [number, number][] = [[0, 1]]
  for (const { atMm, widthMm } of partings ?? []) {
    const [from, to] = [(atMm - widthMm / 2) / lengthMm, (atMm + widthMm / 2) / lengthMm]
    wet = wet.flatMap(([a, b]): [number, number][] => [
      [a, Math.min(b, from)],
      [Math.max(a, to), b]
    ])
    wet = wet.filter(([a, b]) => b - a > 1e-9)
  }
  return wet
}

/** As wide as the edge of what is no pool, until the builder says, mm. */
const OUTLET_MM = 10

/** Where a fall leaves its pool, its ledge or its pipe, how far it drops and how wide it is. */
export function lipOf(build: Read<'forms'>, fall: FallShape): Leaves {
  const above = poolsOf(build).find((p) => p.id === fall.lip?.pool)
  const dropMm = fall.dropMm ?? dropByLevels(build, fall)
  if (fall.outlet) {
    const widthMm = fall.widthMm ?? OUTLET_MM
    const lip = edgeOf(fall.outlet, widthMm)
    return { ...parted(fall, lip, widthMm), pool: null, lipMm: fall.outlet.zMm, dropMm }
  }
  const start = above?.outline.findIndex((c) => c.id === fall.lip?.corner) ?? -1
  const lipMm = above?.levelMm ?? 0
  if (!above || start < 0) {
    const widthMm = fall.widthMm ?? 0
    return { lip: null, pool: null, lipMm, dropMm, widthMm, wetMm: widthMm, wet: [[0, 1]] }
  }
  const [a, b] = [above.outline[start], above.outline[(start + 1) % above.outline.length]]
  const lip: [Point2, Point2] = [
    [a.x, a.y],
    [b.x, b.y]
  ]
  const widthMm = fall.widthMm ?? Math.hypot(b.x - a.x, b.y - a.y)
  return { ...parted(fall, lip, widthMm), pool: above.id, lipMm, dropMm }
}

function parted(
  { partings, outlet }: FallShape,
  lip: [Point2, Point2],
  widthMm: number
): Pick<Leaves, 'lip' | 'widthMm' | 'wetMm' | 'wet'> {
  const wet: [number, number][] = outlet?.kind === 'pipe' ? [[0, 1]] : wetOf(partings, widthMm)
  return { lip, widthMm, wet, wetMm: wet.reduce((sum, [a, b]) => sum + (b - a) * widthMm, 0) }
}
