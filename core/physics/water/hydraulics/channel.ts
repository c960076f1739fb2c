import { GRAVITY } from '../../gravity'
import { halvedTo } from '../../solve/halving'
/** Refuses what is not above 0, naming it. @throws RangeError */
export function requirePositive(values: Record<string, number>): void {
  for (const [name, value] of Object.entries(values)) {
    if (!(value > 0) || !Number.isFinite(value))
      throw new RangeError(`${name}: was ${value}; it must be above 0`)
  }
}

/**
 * Critical depth of a wide rectangular channel: the depth at which water of a given discharge
 * carries least energy.
 *
 * @param unitDischarge  discharge per metre of width, m²/s, above 0
 * @returns              depth, m
 * @throws RangeError    when unitDischarge is not above 0
 * @source Chow, Open-Channel Hydraulics (1959), ch. 4; written from memory
 * @example criticalDepth(2) // 0.7415
 */
export function criticalDepth(unitDischarge: number): number {
  requirePositive({ unitDischarge })
  return Math.cbrt(unitDischarge ** 2 / GRAVITY)
}

/**
 * Froude number of a wide rectangular channel, V/√(gd): under 1 quiet (subcritical), over 1 fast
 * (supercritical).
 *
 * @param speed  m/s
 * @param depth  m, above 0
 * @source Chow (1959), ch. 1
 * @example froude(3.132, 1) // 1.0
 */
export const froude = (speed: number, depth: number): number => speed / Math.sqrt(GRAVITY * depth)

/**
 * Specific energy, d + V²/2g: the height the water would climb to over its bed.
 *
 * @param unitDischarge m²/s
 * @param depth         m, above 0
 * @returns             m
 * @source Bakhmeteff 1912, in Chow (1959), ch. 3
 * @example specificEnergy(2, 0.7415) // 1.112, one and a half times the critical depth
 */
export const specificEnergy = (unitDischarge: number, depth: number): number =>
  depth + (unitDischarge / depth) ** 2 / (2 * GRAVITY)

/**
 * Depth on the fast or the quiet side that carries this specific energy, m; the critical depth when
 * there is too little of it.
 */
export function depthOfEnergy(
  unitDischarge: number,
  energy: number,
  side: 'fast' | 'quiet'
): number {
  const critical = criticalDepth(unitDischarge)
  if (energy <= 1.5 * critical) return critical
  const over = (depth: number) => specificEnergy(unitDischarge, depth) > energy
  if (side === 'quiet') return halvedTo(critical, energy, (depth) => !over(depth))
  return halvedTo((unitDischarge / Math.sqrt(2 * GRAVITY * energy)) * 0.5, critical, over)
}

/** A rectangular channel: its width, m; Infinity for a wide one, whose hydraulic radius is its depth. */
const radius = (depth: number, width: number) =>
  Number.isFinite(width) ? (width * depth) / (width + 2 * depth) : depth

/**
 * Mean speed of steady uniform flow, V = R^⅔ √s / n.
 *
 * @param depth    m
 * @param slope    fall per length of the bed, above 0
 * @param manning  roughness n, s/m^⅓
 * @param width    m; left out, a wide channel
 * @returns        m/s
 * @source Manning 1891, in Chow (1959), ch. 5; written from memory
 * @example manningSpeed(2, 0.001, 0.03) // 1.673
 */
export function manningSpeed(
  depth: number,
  slope: number,
  manning: number,
  width = Infinity
): number {
  requirePositive({ depth, slope, manning, width: Number.isFinite(width) ? width : 1 })
  return (radius(depth, width) ** (2 / 3) * Math.sqrt(slope)) / manning
}

/** Slope of the energy line at a depth, by Manning turned round. */
export const frictionSlope = (
  unitDischarge: number,
  depth: number,
  manning: number,
  width = Infinity
): number => (((unitDischarge / depth) * manning) / radius(depth, width) ** (2 / 3)) ** 2

/**
 * Normal depth: the depth at which weight and roughness balance and the flow stays as it is.
 *
 * @param unitDischarge discharge per metre of width, m²/s
 * @returns             m
 * @source Chow (1959), ch. 6; solved by halving
 * @example normalDepth(3.346, 0.001, 0.03) // 2.0
 */
export function normalDepth(
  unitDischarge: number,
  slope: number,
  manning: number,
  width = Infinity
): number {
  requirePositive({ unitDischarge, slope, manning })
  const short = (depth: number) =>
    manningSpeed(depth, slope, manning, width) * depth < unitDischarge
  let high = 1
  while (short(high)) high *= 2
  return halvedTo(1e-6, high, short, { steps: 80 })
}
