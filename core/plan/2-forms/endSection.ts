import type { Read } from '../reads'
import type { Side } from '../../build/types'
import { landAt } from '../../build/land'
import { poolsOf } from '../../build/types'
import { landLine } from '../1-ground/landLine'
import type { Point2 } from '../../physics/shape/polygon'
import type { GroundPlan } from '../1-ground/groundStage'
import { sideAt } from './offBase'
import type { ReachForm } from './reachForm'
import { profileAlong } from '../../physics/shape/profile'

/** The cut face of the scene along one edge of the base: what the next module has to meet. */
export interface EndSection {
  side: Side
  lengthMm: number
  /** From left to right as seen by whoever faces the edge from outside, mm along it and up. */
  ground: Point2[]
  waters: { name: string; levelMm: number; fromMm: number; toMm: number }[]
}

/** The edge is looked at this far inside it, mm, so that outlines which end on it are met. */
const INSIDE_MM = 0.5
/** How far from the water's edge the land has risen to the bank, mm; as in the long section. */
const BANK_RUN_MM = 8

/** A run that leaves the base over an edge: between its banks, and how high its bed and water lie. */
interface Leaving {
  name: string
  fromMm: number
  toMm: number
  bedMm: number
  levelMm: number
}

/** Where runs leave over an edge, from left to right as it is seen from outside. */
function leavingOver(
  build: Read<'forms'>,
  reaches: readonly ReachForm[],
  side: Side,
  lengthMm: number
): Leaving[] {
  const { widthMm: w, depthMm: d } = build.base
  return reaches
    .flatMap((form): Leaving[] => {
      const end = form.stations.at(-1)
      if (!end || sideAt(end.at, build.base) !== side) return []
      const [x, y] = end.at
      const along = { front: x, back: w - x, left: d - y, right: y }[side]
      return [
        {
          name: build.waters.find((water) => water.id === form.id)!.name,
          fromMm: Math.max(0, along - form.widthMm / 2),
          toMm: Math.min(lengthMm, along + form.widthMm / 2),
          bedMm: end.bedMm,
          levelMm: end.surfaceMm
        }
      ]
    })
    .sort((a, b) => a.fromMm - b.fromMm)
}

/**
 * The section along an edge: dipped ground where pools reach it, the bed of a run that leaves over it
 * with the depth it leaves at, the bank elsewhere.
 */
export function endSection(
  build: Read<'forms'>,
  ground: GroundPlan,
  side: Side,
  reaches: readonly ReachForm[] = []
): EndSection {
  const { widthMm: w, depthMm: d } = build.base
  const i = INSIDE_MM
  const ends: Record<Side, [Point2, Point2]> = {
    front: [
      [0, i],
      [w, i]
    ],
    back: [
      [w, d - i],
      [0, d - i]
    ],
    left: [
      [i, d],
      [i, 0]
    ],
    right: [
      [w - i, 0],
      [w - i, d]
    ]
  }
  const [from, to] = ends[side]
  const lengthMm = Math.hypot(to[0] - from[0], to[1] - from[1])
  const landAlong = (s: number) =>
    landAt(build, [
      from[0] + (s / lengthMm) * (to[0] - from[0]),
      from[1] + (s / lengthMm) * (to[1] - from[1])
    ])
  const between = (start: number, end: number): Point2[] =>
    build.land ? landLine(landAlong, start, end) : []
  const leaving = leavingOver(build, reaches, side, lengthMm)
  const pools = poolsOf(build).flatMap((pool) => {
    const surface = ground.pools.find((g) => g.id === pool.id)?.surface
    return surface ? profileAlong(surface, from, to).map((line) => ({ pool, line })) : []
  })
  const isDipped = (run: Leaving) =>
    pools.some(({ line }) => line[0][0] < run.toMm && line.at(-1)![0] > run.fromMm)
  const runs = [
    ...pools.map(({ line }) => ({ line })),
    ...leaving
      .filter((run) => !isDipped(run))
      .map((run) => ({
        line: channelOf(run, landAlong((run.fromMm + run.toMm) / 2))
      }))
  ].sort((a, b) => a.line[0][0] - b.line[0][0])
  const line: Point2[] = []
  const last = () => line.at(-1)?.[0] ?? 0
  for (const { line: run } of runs) {
    const start = run[0][0]
    if (start - last() > 2 * BANK_RUN_MM || (line.length === 0 && start > 0.5)) {
      const rises = line.length > 0 ? last() + BANK_RUN_MM : 0
      const ends = Math.max(last(), start - BANK_RUN_MM)
      line.push([rises, landAlong(rises)], ...between(rises, ends), [ends, landAlong(ends)])
    }
    line.push(...run.map((p): Point2 => [p[0], p[1]]))
  }
  const rises = line.length === 0 ? 0 : Math.min(lengthMm, last() + BANK_RUN_MM)
  if (line.length === 0 || lengthMm - last() > 0.5)
    line.push([rises, landAlong(rises)], ...between(rises, lengthMm), [
      lengthMm,
      landAlong(lengthMm)
    ])
  return {
    side,
    lengthMm,
    ground: line,
    waters: [
      ...pools.flatMap(({ pool, line: run }) =>
        besides(run[0][0], run.at(-1)![0], leaving).map(([fromMm, toMm]) => ({
          name: pool.name,
          levelMm: pool.levelMm,
          fromMm,
          toMm
        }))
      ),
      ...leaving.map(({ name, levelMm, fromMm, toMm }) => ({ name, levelMm, fromMm, toMm }))
    ].sort((a, b) => a.fromMm - b.fromMm)
  }
}

/** A wall of a channel leans by a hair, so that the line of the ground keeps running on, mm. */
const HAIR_MM = 0.01
/** The bed of a run between upright banks, where nobody dipped. */
function channelOf({ fromMm, toMm, bedMm, levelMm }: Leaving, bank: number): Point2[] {
  const top = Math.max(bank, levelMm)
  return [
    [fromMm, top],
    [fromMm + HAIR_MM, bedMm],
    [toMm - HAIR_MM, bedMm],
    [toMm, top]
  ]
}

/** What is left of a stretch beside the runs that leave through it. */
function besides(fromMm: number, toMm: number, leaving: readonly Leaving[]): [number, number][] {
  let at = fromMm
  const left: [number, number][] = []
  for (const run of leaving) {
    if (run.fromMm > at) left.push([at, Math.min(run.fromMm, toMm)])
    at = Math.max(at, run.toMm)
  }
  if (at < toMm) left.push([at, toMm])
  return left.filter(([a, b]) => b - a > HAIR_MM)
}
