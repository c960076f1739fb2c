/** Plain geometry to SVG path data. */

type Place = readonly [number, number]
const n = (value: number) => Math.round(value * 100) / 100

export const lineThrough = (points: readonly Place[]): string =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${n(x)} ${n(y)}`).join('')
export const ringOf = (points: readonly Place[]): string =>
  points.length === 0 ? '' : `${lineThrough(points)}Z`
export const ringsOf = (rings: readonly (readonly Place[])[]): string => rings.map(ringOf).join('')

/**
 * The part of a ground line that lies under a height, as the ring between the ground and that
 * height: water on it, or
 * one pour of it. Several rings where the ground rises through.
 *
 * @param ground  points along the section, s and z in mm, left to right
 */
export function under(ground: readonly Place[], height: number, floor = -Infinity): Place[][] {
  const rings: Place[][] = []
  let low: Place[] = []
  const close = () => {
    if (low.length > 1) rings.push([...low, [low.at(-1)![0], height], [low[0][0], height]])
    low = []
  }
  for (let i = 0; i < ground.length; i++) {
    const [s, z] = ground[i]
    const before = ground[i - 1]
    for (const cut of before ? cuts(before, [s, z], [height, floor]) : []) {
      if (cut[1] >= height - 1e-9) {
        low.push([cut[0], height])
        if (before[1] < height) close()
      } else low.push(cut)
    }
    if (z < height) low.push([s, Math.max(z, floor)])
  }
  close()
  return rings
}

function cuts(a: Place, b: Place, heights: readonly number[]): Place[] {
  const found: Place[] = []
  for (const h of heights) {
    if (Number.isFinite(h) && a[1] < h !== b[1] < h) {
      const t = (h - a[1]) / (b[1] - a[1])
      found.push([a[0] + t * (b[0] - a[0]), h])
    }
  }
  return found.sort((p, q) => p[0] - q[0])
}
