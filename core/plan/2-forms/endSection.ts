import type { Build, Side } from '../../build/types'
import { poolsOf } from '../../build/types'
import type { Point2 } from '../../physics/shape/polygon'
import type { GroundPlan } from '../1-ground/groundStage'
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

/** The section along an edge: dipped ground where pools reach it, the bank elsewhere. */
export function endSection(build: Build, ground: GroundPlan, side: Side): EndSection {
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
  const bank = build.ground.bankMm
  const runs = poolsOf(build)
    .flatMap((pool) => {
      const surface = ground.pools.find((g) => g.id === pool.id)?.surface
      return surface ? profileAlong(surface, from, to).map((line) => ({ pool, line })) : []
    })
    .sort((a, b) => a.line[0][0] - b.line[0][0])
  const line: Point2[] = []
  const last = () => line.at(-1)?.[0] ?? 0
  for (const { line: run } of runs) {
    const start = run[0][0]
    if (start - last() > 2 * BANK_RUN_MM || (line.length === 0 && start > 0.5)) {
      if (line.length > 0) line.push([last() + BANK_RUN_MM, bank])
      else line.push([0, bank])
      line.push([Math.max(last(), start - BANK_RUN_MM), bank])
    }
    line.push(...run.map((p): Point2 => [p[0], p[1]]))
  }
  if (line.length === 0) line.push([0, bank], [lengthMm, bank])
  else if (lengthMm - last() > 0.5)
    line.push([Math.min(lengthMm, last() + BANK_RUN_MM), bank], [lengthMm, bank])
  return {
    side,
    lengthMm,
    ground: line,
    waters: runs.map(({ pool, line: run }) => ({
      name: pool.name,
      levelMm: pool.levelMm,
      fromMm: run[0][0],
      toMm: run.at(-1)![0]
    }))
  }
}
