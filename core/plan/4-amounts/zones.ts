import type { Read } from '../reads'
import { isSceneStack } from '../../build/lays'
import type { Laid } from '../../build/types'
import { boxOf } from '../../physics/shape/grid'
import type { Point2 } from '../../physics/shape/polygon'
import type { GroundPlan } from '../1-ground/groundStage'
import type { PoolGround } from '../1-ground/poolGround'
import type { FormsPlan } from '../2-forms/formsStage'

/** So many lines are drawn through a zone's box, from its left to its right. */
const LINES = 200

type Rings = readonly (readonly Point2[])[]
type Span = readonly [from: number, to: number]

/** What a stack lies on, on the plan; null: the form of a fall or a splash, which no plan shows. */
function reachOf(
  build: Read<'amounts'>,
  stack: string,
  ground: GroundPlan,
  forms: FormsPlan
): Rings[] | null {
  const { widthMm, depthMm } = build.base
  if (stack === 'ground')
    return [
      [
        [
          [0, 0],
          [widthMm, 0],
          [widthMm, depthMm],
          [0, depthMm]
        ]
      ]
    ]
  const pools = ground.pools.map(({ id, shoreline }) => ({ id, rings: shoreline }))
  const runs = forms.reaches.map(({ id, ring }) => ({ id, rings: [ring] }))
  if (isSceneStack(stack)) return [...pools, ...runs].map((w) => w.rings)
  const water = build.waters.find((w) => w.id === stack)
  const own = [...pools, ...runs].find((w) => w.id === (water?.kind === 'sea' ? water.pool : stack))
  return own ? [own.rings] : null
}

/** Where a line across the plan lies within rings; in a ring within a ring it is outside again. */
function spansAt(rings: Rings, y: number): Span[] {
  const crossed: number[] = []
  for (const ring of rings)
    ring.forEach(([x1, y1], i) => {
      const [x2, y2] = ring[(i + 1) % ring.length]
      if (y1 > y !== y2 > y) crossed.push(x1 + ((y - y1) / (y2 - y1)) * (x2 - x1))
    })
  crossed.sort((a, b) => a - b)
  return Array.from({ length: crossed.length >> 1 }, (_, i): Span => [
    crossed[2 * i],
    crossed[2 * i + 1]
  ])
}

/** Spans that lap over each other, as one. */
function together(spans: Span[]): Span[] {
  const joined: [number, number][] = []
  for (const [from, to] of spans.toSorted((a, b) => a[0] - b[0])) {
    const last = joined.at(-1)
    if (last && from <= last[1]) last[1] = Math.max(last[1], to)
    else joined.push([from, to])
  }
  return joined
}

/** How long two lists of spans lie over each other. */
const overlap = (a: readonly Span[], b: readonly Span[]): number =>
  a.reduce(
    (sum, [from, to]) =>
      sum + b.reduce((s, [f, t]) => s + Math.max(0, Math.min(to, t) - Math.max(from, f)), 0),
    0
  )

/** Whether a place of its own can be drawn for a lay of a stack. @example hasPlan(build, 'white') */
export const hasPlan = (build: Read<'amounts'>, stack: string): boolean =>
  stack === 'ground' ||
  isSceneStack(stack) ||
  build.waters.some((w) => w.id === stack && ['pool', 'reach', 'sea'].includes(w.kind))

const CORNERS = 8
/**
 * An outline to begin with, to be dragged to where it is wanted: eight corners in the middle of
 * what a stack lies on.
 */
export function firstZone(
  build: Read<'amounts'>,
  stack: string,
  ground: { pools: readonly Pick<PoolGround, 'id' | 'ring'>[] },
  forms: FormsPlan
): [number, number][] {
  const stations = forms.reaches.find((r) => r.id === stack)?.stations ?? []
  const water = build.waters.find((w) => w.id === stack)
  const pool = ground.pools.find((p) => p.id === (water?.kind === 'sea' ? water.pool : stack))
  const base: Point2[] = [
    [0, 0],
    [build.base.widthMm, build.base.depthMm]
  ]
  const { from, to } = boxOf(pool?.ring.length ? pool.ring : base)
  const middle = stations[Math.floor(stations.length / 2)]?.at ?? [
    (from[0] + to[0]) / 2,
    (from[1] + to[1]) / 2
  ]
  const run = water?.kind === 'reach' ? water.widthMm : Infinity
  const radius = Math.min(to[0] - from[0], to[1] - from[1], run) / 4
  return Array.from({ length: CORNERS }, (_, i): [number, number] => {
    const a = ((i + 0.5) * 2 * Math.PI) / CORNERS
    const to = (v: number) => Math.round(v * 2) / 2
    return [to(middle[0] + radius * Math.cos(a)), to(middle[1] + radius * Math.sin(a))]
  })
}

/**
 * How much of a lay's own zone lies on what its stack covers, cm², by lines across it; null: it has
 * no zone, or lies on a form that no plan shows.
 */
export function zoneCm2(
  build: Read<'amounts'>,
  { stack, zone }: Pick<Laid, 'stack' | 'zone'>,
  ground: GroundPlan,
  forms: FormsPlan
): number | null {
  const reaches = zone && reachOf(build, stack, ground, forms)
  if (!reaches) return null
  const { from, to } = boxOf(zone)
  const apart = (to[1] - from[1]) / LINES
  let mm2 = 0
  for (let k = 0; k < LINES; k++) {
    const y = from[1] + (k + 0.5) * apart
    const covered = together(reaches.flatMap((rings) => spansAt(rings, y)))
    mm2 += apart * overlap(spansAt([zone], y), covered)
  }
  return mm2 / 100
}
