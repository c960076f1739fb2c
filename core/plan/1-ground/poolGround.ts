import type { PoolShape } from '../../build/shapes'
import type { OutOfLevelAngles } from '../../physics/shape/tilted'
import type { Fault } from '../../physics/fault'
import { insideRing, type Point2 } from '../../physics/shape/polygon'
import { cutAt, heightRange } from '../../physics/shape/cut'
import { heightAt } from '../../physics/shape/heightAt'
import { heldMl, type Vessel } from './held'
import { krigedGround, type KrigedGround } from '../../physics/shape/krigedGround'
import { leanMl, leanOf } from './lean'
import { drawnOutline, type DrawnOutline } from './outline'
import { shoreline } from '../../physics/shape/shoreline'
import { displacedMl } from '../../physics/shape/standing'
import { groundSurface, surfaceFaults, type Surface } from '../../physics/shape/surface'
import { tilted } from '../../physics/shape/tilted'

/** A ground laid through dips: by triangles alone, or kriged first. */
export interface LaidGround {
  surface: Surface
  kriged: KrigedGround | null
}

/** The ground of one pool and the water that stands on it. */
export interface PoolGround {
  id: string
  faults: Fault[]
  /** The ground as it was dipped; null when the outline or its soundings are at fault. */
  surface: Surface | null
  /** What holds its water, the base's tilt and leaning walls counted in; null with the surface. */
  vessel: Vessel | null
  /** The outline as built, bulging edges as arcs. */
  ring: Point2[]
  lowestMm: number
  highestMm: number
  /** Where the ground is lowest, on the plan, mm. */
  deepestAt: Point2 | null
  levelMm: number
  volumeMl: number
  /**
   * Standard deviation of the volume, ml; 0 when it is triangulated: straight lines between dips
   * know none.
   */
  sdMl: number
  /** Where one more dip would cut that most, and what would be left of it, ml. */
  nextDip: { at: Point2; sdLeftMl: number } | null
  /** What stands on the bed and needs no resin, ml, and what leaning walls add. */
  displacedMl: number
  leanMl: number
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

export const laidGround = (
  measure: PoolShape['measure'],
  { corners, shore }: DrawnOutline,
  soundings: PoolShape['soundings']
): LaidGround => {
  if (measure === 'tin') return { surface: groundSurface(corners, soundings), kriged: null }
  const kriged = krigedGround(corners, shore, soundings)
  return { surface: kriged.surface, kriged }
}

/**
 * Measures one pool.
 *
 * @param path   where the pool stands in the build, for its faults
 * @param angles how far the base is out of level
 * @param lay    lays the ground: handed in so that one laid before may be used again
 */
export function poolGround(
  pool: PoolShape,
  path: string,
  angles: OutOfLevelAngles = { xDeg: 0, yDeg: 0 },
  lay: (
    id: string,
    measure: PoolShape['measure'],
    outline: DrawnOutline,
    soundings: PoolShape['soundings']
  ) => LaidGround = (_, ...rest) => laidGround(...rest)
): PoolGround {
  const drawn = drawnOutline(pool.outline, pool.brimMm)
  const ring = drawn.corners.map((c): Point2 => [c.x, c.y])
  const faults = surfaceFaults(drawn.corners, pool.soundings, {
    outline: `${path}.outline`,
    soundings: `${path}.soundings`
  })
  const nothing = {
    id: pool.id,
    ring,
    surface: null,
    vessel: null,
    lowestMm: 0,
    highestMm: 0,
    deepestAt: null,
    levelMm: pool.levelMm,
    sdMl: 0,
    nextDip: null,
    displacedMl: 0,
    leanMl: 0
  }
  const dry = {
    volumeMl: 0,
    areaMm2: 0,
    meanDepthMm: 0,
    maxDepthMm: 0,
    shoreline: [],
    contours: [],
    stage: []
  }
  if (faults.length > 0) return { ...nothing, ...dry, faults }

  let laid: LaidGround
  try {
    laid = lay(pool.id, pool.measure, drawn, pool.soundings)
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return {
      ...nothing,
      ...dry,
      faults: [{ path: `${path}.outline`, message: error.message.replace('outline: ', '') }]
    }
  }
  const { surface, kriged } = laid
  const wet = tilted(surface, angles)
  const stood = pool.standing
    .filter((s) => s.afterPour === 0 && insideRing([s.x, s.y], ring))
    .map((s) => ({ ...s, footMm: heightAt(surface, [s.x, s.y]) ?? pool.levelMm }))
  const vessel: Vessel = { surface: wet, lean: leanOf(pool.outline, surface), stood }
  const [lowestMm, highestMm] = heightRange(wet)
  const level = pool.levelMm
  const cut = cutAt(wet, level)
  const volumeMl = heldMl(vessel, level)
  const top = Math.max(level, pool.brimMm, lowestMm)
  const stage = Array.from({ length: CURVE_POINTS + 1 }, (_, i): [number, number] => {
    const at = lowestMm + ((top - lowestMm) * i) / CURVE_POINTS
    return [at, heldMl(vessel, at)]
  })
  const step = CONTOURS_MM.find((each) => cut.maxDepthMm / each <= 5) ?? 200
  const depths = Array.from(
    { length: Math.max(0, Math.ceil(cut.maxDepthMm / step) - 1) },
    (_, i) => (i + 1) * step
  )
  const sdMl = kriged ? kriged.sdMl(level) : 0
  return {
    id: pool.id,
    faults,
    surface,
    vessel,
    ring,
    lowestMm,
    highestMm,
    deepestAt: lowestPoint(wet),
    levelMm: level,
    volumeMl,
    sdMl,
    nextDip: kriged && sdMl > 0 ? kriged.nextDip(level) : null,
    displacedMl: displacedMl(stood, -Infinity, level),
    leanMl: leanMl(vessel.lean, level),
    areaMm2: cut.areaMm2,
    meanDepthMm: cut.areaMm2 > 0 ? cut.volumeMm3 / cut.areaMm2 : 0,
    maxDepthMm: cut.maxDepthMm,
    shoreline: shoreline(wet, level),
    contours: depths.map((depthMm) => ({ depthMm, rings: shoreline(wet, level - depthMm) })),
    stage
  }
}

function lowestPoint({ xyz, triangles }: Surface): Point2 {
  let best = triangles[0]
  for (const point of triangles) if (xyz[3 * point + 2] < xyz[3 * best + 2]) best = point
  return [xyz[3 * best], xyz[3 * best + 1]]
}
