import type { Read } from '../../reads'
import type { PoolShape } from '../../../build/shapes'
import type { Point2 } from '../../../physics/shape/polygon'

/** A dip that stands out from those around it like no ground does. */
export interface Spike {
  pool: string
  at: Point2
  byMm: number
}

/** Fewer dips than this were made by hand, and every one was meant. */
const FROM_SCAN = 40
const NEIGHBOURS = 8
/**
 * Out of line by so many times what its neighbours differ among themselves, and by so much at
 * least, mm. Common practice, no source.
 */
const TIMES = 6
const LEAST_MM = 4

/** Spikes and pits among the dips of a scan: each against the median of its nearest neighbours. */
export function spikesOf(pool: PoolShape): Set<number> {
  const dips = pool.soundings
  const found = new Set<number>()
  if (dips.length < FROM_SCAN) return found
  const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]
  // dips are sorted into boxes, so that a scan of thousands stays quick
  const xs = dips.map((d) => d[0])
  const ys = dips.map((d) => d[1])
  const box = Math.max(
    1e-6,
    Math.sqrt(
      ((Math.max(...xs) - Math.min(...xs)) * (Math.max(...ys) - Math.min(...ys)) * NEIGHBOURS) /
        dips.length
    )
  )
  const boxes = new Map<string, number[]>()
  const key = (x: number, y: number) => `${Math.floor(x / box)}:${Math.floor(y / box)}`
  dips.forEach((d, i) => boxes.set(key(d[0], d[1]), [...(boxes.get(key(d[0], d[1])) ?? []), i]))
  dips.forEach(([x, y, z], i) => {
    const near: number[] = []
    for (let dx = -1; dx <= 1; dx++)
      for (let dy = -1; dy <= 1; dy++)
        near.push(...(boxes.get(key(x + dx * box, y + dy * box)) ?? []))
    const others = near
      .filter((j) => j !== i)
      .sort(
        (a, b) =>
          (dips[a][0] - x) ** 2 +
          (dips[a][1] - y) ** 2 -
          (dips[b][0] - x) ** 2 -
          (dips[b][1] - y) ** 2
      )
      .slice(0, NEIGHBOURS)
      .map((j) => dips[j][2])
    if (others.length < 5) return
    const middle = median([...others])
    const spread = median(others.map((o) => Math.abs(o - middle)))
    if (Math.abs(z - middle) > Math.max(LEAST_MM, TIMES * spread)) found.add(i)
  })
  // where many stand out it is the ground that is rough
  return found.size > dips.length * 0.05 ? new Set() : found
}

/** The build as its water sees it: without spikes. */
export function withoutSpikes(build: Read<'forms'>): { build: Read<'forms'>; spikes: Spike[] } {
  const spikes: Spike[] = []
  const waters = build.waters.map((w) => {
    if (w.kind !== 'pool') return w
    const out = spikesOf(w)
    if (out.size === 0) return w
    for (const i of out)
      spikes.push({
        pool: w.id,
        at: [w.soundings[i][0], w.soundings[i][1]],
        byMm: w.soundings[i][2] - w.soundings.reduce((sum, s) => sum + s[2], 0) / w.soundings.length
      })
    return { ...w, soundings: w.soundings.filter((_, i) => !out.has(i)) }
  })
  return spikes.length > 0 ? { build: { ...build, waters }, spikes } : { build, spikes }
}
