import { faultLine } from '../fault'
import { cutAt, mlFromMm3 } from './cut'
import { krigedGround } from './krigedGround'
import { shoreline } from './shoreline'
import { groundSurface, surfaceFaults, type Sounding } from './surface'
import type { Point2 } from './polygon'

export interface VolumeInput {
  outline: readonly (readonly number[])[]
  edge: 'wall' | 'shore'
  soundings: readonly Sounding[]
  levelMm: number
  /** `tin`: straight from dip to dip; `kriging`: with a standard deviation. */
  method?: 'tin' | 'kriging'
  displacedMl?: number
}

export interface VolumeAnswer {
  volumeMl: number
  areaMm2: number
  meanDepthMm: number
  maxDepthMm: number
  sdMl: number
  /**
   * Where one more dip would cut the standard deviation most, and what would be left of it, ml;
   * null: it has none.
   */
  nextDip: { at: Point2; sdLeftMl: number } | null
  shoreline: Point2[][]
}

/**
 * Water over a ground of soundings inside an outline, up to a level.
 *
 * @param input  outline corners without z take the level itself at a shore and the nearest
 *   sounding's height at a wall;
 *               `displacedMl` is what stands in the water and needs no pouring
 * @returns      volume to pour, ml; wet area, mm²; mean and greatest depth, mm; the standard
 *   deviation of a kriged
 *               volume, ml (0 by triangulation, which knows none)
 * @throws RangeError when outline or soundings are at fault
 * @example volumeOver({ outline: [[0, 0], [100, 0], [100, 50], [0, 50]], edge: 'wall', soundings:
 *   [[50, 25, 0]], levelMm: 10 }).volumeMl // 50
 */
export function volumeOver(input: VolumeInput): VolumeAnswer {
  const corners = input.outline.map(([x, y, z]) => ({
    x,
    y,
    z: z ?? (input.edge === 'shore' ? input.levelMm : null)
  }))
  const faults = surfaceFaults(corners, input.soundings)
  if (faults.length > 0) throw new RangeError(faultLine(faults))
  const kriged =
    input.method === 'kriging'
      ? krigedGround(
          corners,
          corners.map(() => input.edge === 'shore'),
          input.soundings
        )
      : null
  const surface = kriged?.surface ?? groundSurface(corners, input.soundings)
  const cut = cutAt(surface, input.levelMm)
  return {
    volumeMl: Math.max(0, mlFromMm3(cut.volumeMm3) - (input.displacedMl ?? 0)),
    areaMm2: cut.areaMm2,
    meanDepthMm: cut.areaMm2 > 0 ? cut.volumeMm3 / cut.areaMm2 : 0,
    maxDepthMm: cut.maxDepthMm,
    sdMl: kriged?.sdMl(input.levelMm) ?? 0,
    nextDip: kriged?.nextDip(input.levelMm) ?? null,
    shoreline: shoreline(surface, input.levelMm)
  }
}
