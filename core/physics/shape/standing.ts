/** A thing of simple shape that takes the place of water, mm. */
export interface Solid {
  shape: 'post' | 'block' | 'stone'
  widthMm: number
  depthMm: number
  heightMm: number
}

/** Something standing, with the height of its foot, mm. */
export interface Stood extends Solid {
  footMm: number
}

/**
 * Volume of a shape up to a height above its foot, mm³: posts are elliptic cylinders, blocks boxes,
 * stones half ellipsoids.
 */
function upTo({ shape, widthMm: w, depthMm: d, heightMm: h }: Solid, height: number): number {
  const up = Math.max(0, Math.min(h, height))
  if (shape === 'block') return w * d * up
  if (shape === 'post') return (Math.PI / 4) * w * d * up
  return (Math.PI / 4) * w * d * (up - up ** 3 / (3 * h * h))
}

/**
 * What things in the water take the place of between two heights, ml.
 *
 * @example displacedMl([{ id: 'a', shape: 'block', at: [0, 0], widthMm: 10, depthMm: 10, heightMm: 30,
 *   footMm: 0 }], 0, 20) // 2
 */
export const displacedMl = (things: readonly Stood[], fromMm: number, toMm: number): number =>
  things.reduce((sum, t) => sum + upTo(t, toMm - t.footMm) - upTo(t, fromMm - t.footMm), 0) / 1000
