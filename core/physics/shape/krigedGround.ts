import { distanceToRing, insideRing, signedArea, type Point2 } from './polygon'
import { kriging, type Kriging } from './kriging'
import { fitVariogram, type VariogramShape } from './variogram'
import { groundSurface, SAME_PLACE_MM, type Corner, type Sounding, type Surface } from './surface'

/** A ground laid through dips by kriging, ready to be cut at any level. */
export interface KrigedGround {
  surface: Surface
  /** Standard deviation of the volume under a level, ml. */
  sdMl: (levelMm: number) => number
  /** Where one more dip would cut that most, and what would be left, ml. */
  nextDip: (levelMm: number) => { at: Point2; sdLeftMl: number } | null
  /** Dips that were used: of very many, a spread of them. */
  used: number
}

/** Grid points the ground is predicted at, and those the volume's variance is summed over. */
const FINE_POINTS = 900
const COARSE_POINTS = 220
/** More dips than this are thinned to a spread of so many: the rest is next to them anyway. */
const MOST_DIPS = 180
/** Points along the shore, where the height of the ground is known. */
const SHORE_POINTS = 40

/**
 * A kriged ground inside an outline. Along a shore, and at every corner whose height is given, the
 * ground is known; at a
 * dam it is predicted like everywhere else.
 *
 * @param outline    corners, mm; z null where a dam stands
 * @param shore      whether the edge from each corner to the next is a shore
 * @param soundings  dips, mm
 */
export function krigedGround(
  outline: readonly Corner[],
  shore: readonly boolean[],
  soundings: readonly Sounding[]
): KrigedGround {
  const ring = outline.map((c): Point2 => [c.x, c.y])
  const dips = apart([...spread(soundings, MOST_DIPS), ...alongShore(outline, shore)])
  const model = fitted(dips, soundings.length > MOST_DIPS ? MOST_DIPS : soundings.length)
  const fine = gridInside(ring, FINE_POINTS)
  const corners = outline.map((c): Corner => ({ ...c, z: c.z ?? model.height([c.x, c.y]) }))
  const inner = apart([
    ...soundings.map(([x, y, z]): Sounding => [
      x,
      y,
      model.variogram.nuggetMm2 > 0 ? model.height([x, y]) : z
    ]),
    ...fine.map((p): Sounding => [p[0], p[1], model.height(p)])
  ])
  const surface = groundSurface(corners, inner)
  const coarse = gridInside(ring, COARSE_POINTS)
  const cell = Math.abs(signedArea(ring)) / Math.max(1, coarse.length)
  const heights = coarse.map((p) => model.height(p))
  const wet = (levelMm: number) => coarse.filter((_, i) => heights[i] < levelMm)
  const weights = (count: number) => new Array<number>(count).fill(cell)
  return {
    surface,
    used: dips.length,
    sdMl: (levelMm) => {
      const places = wet(levelMm)
      return Math.sqrt(model.sumVariance(places, weights(places.length))) / 1000
    },
    nextDip: (levelMm) => best(model, wet(levelMm), weights)
  }
}

const SHAPES: readonly VariogramShape[] = ['gaussian', 'spherical', 'exponential']
/** Fewer dips than this say nothing of how a variogram runs: the shore has to help. */
const ENOUGH_DIPS = 8
const SCALE_RANGE: readonly [number, number] = [0.25, 40]

/**
 * The kriging whose variogram foretells left-out dips best, its variances scaled to the errors it
 * really makes there: so
 * the deviation is honest on smooth beds and on rough ones.
 *
 * @param dips   the builder's own first, then what is known along the shore
 * @param own    how many of them are the builder's own
 */
function fitted(dips: readonly Sounding[], own: number): Kriging {
  const told = own >= ENOUGH_DIPS ? dips.slice(0, own) : dips
  if (dips.length < 4) return kriging(dips)
  const tried: { model: Kriging; rms: number; scale: number }[] = []
  for (const shape of SHAPES) {
    const variogram = fitVariogram(told, shape)
    const model = kriging(dips, variogram)
    if (variogram.sillMm2 <= 1e-12) return model
    const errors = model.leftOut().slice(0, own)
    const rms = Math.sqrt(errors.reduce((sum, e) => sum + e.offMm ** 2, 0) / errors.length)
    const scale =
      errors.reduce((sum, e) => sum + e.offMm ** 2 / Math.max(1e-9, e.varianceMm2), 0) /
      errors.length
    if (Number.isFinite(rms)) tried.push({ model, rms, scale })
  }
  if (tried.length === 0) return kriging(dips)
  const best = tried.reduce((a, b) => (b.rms < a.rms ? b : a))
  const { variogram } = best.model
  const scale = Math.min(SCALE_RANGE[1], Math.max(SCALE_RANGE[0], best.scale))
  return kriging(dips, {
    ...variogram,
    sillMm2: variogram.sillMm2 * scale,
    nuggetMm2: variogram.nuggetMm2 * scale
  })
}

function best(
  model: Kriging,
  places: Point2[],
  weights: (count: number) => number[]
): ReturnType<KrigedGround['nextDip']> {
  const found = model.bestDip(places, weights(places.length), places)
  return (
    found && {
      at: [Math.round(found.at[0] * 10) / 10, Math.round(found.at[1] * 10) / 10],
      sdLeftMl: Math.sqrt(found.varianceLeft) / 1000
    }
  )
}

/** Points of a square grid inside a ring, about so many, none closer to the edge than a third of a step. */
export function gridInside(ring: readonly Point2[], count: number): Point2[] {
  const step = Math.sqrt(Math.abs(signedArea(ring)) / count)
  const xs = ring.map((p) => p[0])
  const ys = ring.map((p) => p[1])
  const [left, right, front, back] = [
    Math.min(...xs),
    Math.max(...xs),
    Math.min(...ys),
    Math.max(...ys)
  ]
  const points: Point2[] = []
  for (let y = front + step / 2; y < back; y += step) {
    for (let x = left + step / 2; x < right; x += step) {
      if (insideRing([x, y], ring) && distanceToRing([x, y], ring).distance > step / 3)
        points.push([x, y])
    }
  }
  return points.length > 0
    ? points
    : [
        ring.reduce(
          (s, p): Point2 => [s[0] + p[0] / ring.length, s[1] + p[1] / ring.length],
          [0, 0]
        )
      ]
}

function alongShore(outline: readonly Corner[], shore: readonly boolean[]): Sounding[] {
  const next = (i: number) => outline[(i + 1) % outline.length]
  const length = outline.reduce(
    (sum, c, i) => sum + Math.hypot(next(i).x - c.x, next(i).y - c.y),
    0
  )
  const step = length / SHORE_POINTS
  return outline.flatMap((a, i) => {
    const b = next(i)
    const known: Sounding[] = a.z === null ? [] : [[a.x, a.y, a.z]]
    if (!shore[i] || a.z === null || b.z === null) return known
    const count = Math.floor(Math.hypot(b.x - a.x, b.y - a.y) / step)
    for (let k = 1; k < count; k++) {
      const t = k / count
      known.push([a.x + t * (b.x - a.x), a.y + t * (b.y - a.y), a.z + t * (b.z - a.z)])
    }
    return known
  })
}

/** Dips without those that stand on an earlier one. */
function apart(dips: readonly Sounding[]): Sounding[] {
  const taken = new Set<string>()
  const size = SAME_PLACE_MM * 4
  return dips.filter(([x, y]) => {
    const key = `${Math.round(x / size)}:${Math.round(y / size)}`
    if (taken.has(key)) return false
    taken.add(key)
    return true
  })
}

/** So many dips, each as far as can be from those chosen before it. */
function spread(dips: readonly Sounding[], count: number): readonly Sounding[] {
  if (dips.length <= count) return dips
  const distance = new Float64Array(dips.length).fill(Infinity)
  const chosen: Sounding[] = []
  let next = 0
  while (chosen.length < count) {
    const at = dips[next]
    chosen.push(at)
    let farthest = 0
    for (let i = 0; i < dips.length; i++) {
      const d = (dips[i][0] - at[0]) ** 2 + (dips[i][1] - at[1]) ** 2
      if (d < distance[i]) distance[i] = d
      if (distance[i] > distance[farthest]) farthest = i
    }
    next = farthest
  }
  return chosen
}
