import { outOfLevelByTilt } from './level'
import type { Surface } from './surface'
import { radians } from './angles'

/** How far a base stands out of level along x and along y, degrees. */
export interface OutOfLevelAngles {
  xDeg: number
  yDeg: number
}

const tangent = (deg: number) => Math.tan(radians(deg))

/**
 * Whether a base is level enough that nothing shows, degrees: a spirit level's bubble shows no
 * less. Common practice, no source.
 */
export const LEVEL_ENOUGH_DEG = 0.05
export const isLevel = ({ xDeg, yDeg }: OutOfLevelAngles): boolean => xDeg === 0 && yDeg === 0

/**
 * The ground as level water sees it on a base out of level: raised on the high side, lowered on the
 * low one, about the
 * middle of the surface. Exact: water in a tilted vessel is level water in a sheared one of the same volume.
 */
export function tilted(surface: Surface, angles: OutOfLevelAngles): Surface {
  if (isLevel(angles)) return surface
  const xyz = Float64Array.from(surface.xyz)
  const [tx, ty] = [tangent(angles.xDeg), tangent(angles.yDeg)]
  let [left, right, front, back] = [Infinity, -Infinity, Infinity, -Infinity]
  for (let i = 0; i < xyz.length; i += 3) {
    left = Math.min(left, xyz[i])
    right = Math.max(right, xyz[i])
    front = Math.min(front, xyz[i + 1])
    back = Math.max(back, xyz[i + 1])
  }
  for (let i = 0; i < xyz.length; i += 3)
    xyz[i + 2] += tx * (xyz[i] - (left + right) / 2) + ty * (xyz[i + 1] - (front + back) / 2)
  return { ...surface, xyz }
}

/** A base as it stands: its sides, mm, and how it leans. */
export interface LaidBase {
  base: { widthMm: number; depthMm: number }
  outOfLevel: OutOfLevelAngles
}

/** What a base out of level asks for: the shim under each low end, and which end that is. */
export interface Shims {
  x: { end: 'left' | 'right'; shimMm: number } | null
  y: { end: 'front' | 'back'; shimMm: number } | null
}

export function shimsFor({ base, outOfLevel }: LaidBase): Shims {
  const { xDeg, yDeg } = outOfLevel
  return {
    x:
      Math.abs(xDeg) < LEVEL_ENOUGH_DEG
        ? null
        : { end: xDeg > 0 ? 'left' : 'right', shimMm: outOfLevelByTilt(base.widthMm, xDeg).shimMm },
    y:
      Math.abs(yDeg) < LEVEL_ENOUGH_DEG
        ? null
        : { end: yDeg > 0 ? 'front' : 'back', shimMm: outOfLevelByTilt(base.depthMm, yDeg).shimMm }
  }
}
