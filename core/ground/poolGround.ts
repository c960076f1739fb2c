import type { OutlineCorner, Pool } from '../build/types'
import type { Fault } from '../build/fault'
import type { Point2 } from '../geometry/polygon'
import { cutAt, heightRange, mlFromMm3 } from './cut'
import { shoreline } from './shoreline'
import { groundSurface, surfaceFaults, type Corner, type Surface } from './surface'

/** The ground of one pool and the water that stands on it. */
export interface PoolGround {
  id: string
  faults: Fault[]
  /** Null when the outline or its soundings are at fault. */
  surface: Surface | null
  lowestMm: number
  highestMm: number
  /** Where the ground is lowest, on the plan, mm. */
  deepestAt: Point2 | null
  levelMm: number
  volumeMl: number
  areaMm2: number
  meanDepthMm: number
  maxDepthMm: number
  shoreline: Point2[][]
  /** Lines of equal depth below the level, for the plan. */
  contours: { depthMm: number; rings: Point2[][] }[]
  /** Stage–volume curve: level, mm, and what it holds, ml. */
  stage: [levelMm: number, volumeMl: number][]
}

const CURVE_POINTS = 24
const CONTOURS_MM = [1, 2, 2.5, 5, 10, 20, 25, 50, 100]

/**
 * The ground as the surface takes it: a corner at the end of a dam takes the nearest sounding unless its height was
 * given, for the channel runs on under a dam; one between two shores takes the brim.
 */
export function cornersOf(outline: readonly OutlineCorner[], brimMm: number): Corner[] {
  return outline.map(({ x, y, z, edge }, i) => {
    const before = outline[(i + outline.length - 1) % outline.length].edge
    return { x, y, z: z ?? (edge === 'dam' || before === 'dam' ? null : brimMm) }
  })
}

/**
 * Measures one pool.
 *
 * @param path         where the pool stands in the build, for its faults
 * @param makeSurface  triangulates: handed in so that triangles made before may be used again
 */
export function poolGround(pool: Pool, path: string, makeSurface = triangulated): PoolGround {
  const corners = cornersOf(pool.outline, pool.brimMm)
  const faults = surfaceFaults(corners, pool.soundings, { outline: `${path}.outline`, soundings: `${path}.soundings` })
  const nothing = { id: pool.id, surface: null, lowestMm: 0, highestMm: 0, deepestAt: null, levelMm: pool.levelMm }
  const dry = { volumeMl: 0, areaMm2: 0, meanDepthMm: 0, maxDepthMm: 0, shoreline: [], contours: [], stage: [] }
  if (faults.length > 0) return { ...nothing, ...dry, faults }

  let surface: Surface
  try {
    surface = makeSurface(pool.id, corners, pool.soundings)
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return { ...nothing, ...dry, faults: [{ path: `${path}.outline`, message: error.message.replace('outline: ', '') }] }
  }
  const [lowestMm, highestMm] = heightRange(surface)
  const cut = cutAt(surface, pool.levelMm)
  const top = Math.max(pool.levelMm, pool.brimMm, lowestMm)
  const stage = Array.from({ length: CURVE_POINTS + 1 }, (_, i): [number, number] => {
    const level = lowestMm + ((top - lowestMm) * i) / CURVE_POINTS
    return [level, mlFromMm3(cutAt(surface, level).volumeMm3)]
  })
  const step = CONTOURS_MM.find((each) => cut.maxDepthMm / each <= 5) ?? 200
  const depths = Array.from({ length: Math.max(0, Math.ceil(cut.maxDepthMm / step) - 1) }, (_, i) => (i + 1) * step)
  return {
    id: pool.id,
    faults,
    surface,
    lowestMm,
    highestMm,
    deepestAt: lowestPoint(surface),
    levelMm: pool.levelMm,
    volumeMl: mlFromMm3(cut.volumeMm3),
    areaMm2: cut.areaMm2,
    meanDepthMm: cut.areaMm2 > 0 ? cut.volumeMm3 / cut.areaMm2 : 0,
    maxDepthMm: cut.maxDepthMm,
    shoreline: shoreline(surface, pool.levelMm),
    contours: depths.map((depthMm) => ({ depthMm, rings: shoreline(surface, pool.levelMm - depthMm) })),
    stage
  }
}

const triangulated = (_id: string, corners: readonly Corner[], soundings: Pool['soundings']): Surface => groundSurface(corners, soundings)

function lowestPoint({ xyz, triangles }: Surface): Point2 {
  let best = triangles[0]
  for (const point of triangles) if (xyz[3 * point + 2] < xyz[3 * best + 2]) best = point
  return [xyz[3 * best], xyz[3 * best + 1]]
}
