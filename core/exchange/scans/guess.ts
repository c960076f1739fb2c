import type { Extent, Placement } from './heightGrid'

/** Units that scans come in, mm. */
export const SCAN_UNITS_MM = [1, 10, 25.4, 1000] as const
/** A scan that stands taller than it is wide lies on its side: it counts as so far off, in logarithms. */
const ON_ITS_SIDE = 2

/**
 * The unit and the axis that make a scan come nearest to the size of the base.
 * @example guessPlacement({ z: { min: [0, 0, 0], max: [30, 20, 4] }, y: { min: [0, -4, 0], max: [30, 0,
 *   20] } }, { widthMm: 300, depthMm: 200 }).unitMm // 10
 */
export function guessPlacement(
  extents: Readonly<Record<Placement['up'], Extent>>,
  base: { widthMm: number; depthMm: number }
): Pick<Placement, 'unitMm' | 'up'> {
  let best: Pick<Placement, 'unitMm' | 'up'> = { unitMm: 1, up: 'z' }
  let least = Infinity
  for (const up of ['z', 'y'] as const) {
    const [w, d, h] = sizeOf(extents[up], 1)
    for (const unitMm of SCAN_UNITS_MM) {
      const off =
        Math.abs(Math.log((w * unitMm) / base.widthMm)) +
        Math.abs(Math.log((d * unitMm) / base.depthMm)) +
        (h > Math.min(w, d) ? ON_ITS_SIDE : 0)
      if (off < least) [least, best] = [off, { unitMm, up }]
    }
  }
  return best
}

/** Width, depth and height of an extent in a unit, mm. */
export const sizeOf = ({ min, max }: Extent, unitMm: number): [number, number, number] => [
  (max[0] - min[0]) * unitMm,
  (max[1] - min[1]) * unitMm,
  (max[2] - min[2]) * unitMm
]
