import { distanceToRing, insideRing, type Point2 } from '../../shape/polygon'
import { degrees, radians } from '../../shape/angles'

export const STANCES = ['fan', 'ring'] as const
/** How panels of thrown water are joined: opened like a fan, or closed to a ring. */
export type Stance = (typeof STANCES)[number]

/** How far a fan opens, from its first edge to its last, degrees. Common practice, no source. */
export const FAN_DEG = 120
/** Fewest panels of each: one leans, two fold open, three close. */
export const FEWEST: Readonly<Record<Stance, number>> = { fan: 2, ring: 3 }

/** More than anybody joins. */
export const MOST_PANELS = 24

/** Flat panels joined edge to edge round a foot, each leaning out as the water is thrown. */
export interface Crown {
  stance: Stance
  count: number
  /** From its foot to its top, upright, mm. */
  heightMm: number
  /** A flat panel: along its foot, along its top, and between the two, mm. */
  footMm: number
  topMm: number
  slantMm: number
  /** What joins two panels: how many seams there are, how long each, and how far it is turned, degrees. */
  seams: number
  seamMm: number
  seamDeg: number
  /** Corners of the foot on the plan, out along the way it is thrown and across it, mm. */
  foot: Point2[]
  /** Corners of its top, likewise. */
  top: Point2[]
  /** Centre of its mass: out from the middle of the foot's circle, and up, mm. */
  centroidMm: Point2
  /** From under that centre to the nearest edge of what it stands on, mm; below 0: beside it. */
  armMm: number
}

/**
 * Panels joined to a fan or a ring that stands by itself. Their inner edges stand on a circle, or on
 * an arc of it; they lean out until their tops lie `leanMm` farther out.
 *
 * @param widthMm   across the foot: the fan's chord, or the ring's diameter
 * @param heightMm  from the foot to the top
 * @throws RangeError naming what cannot be
 * @source geometry of a frustum with flat sides; statics for what it stands on
 * @example crownOf({ stance: 'ring', count: 6, widthMm: 20, heightMm: 30, leanMm: 10 }).footMm // 10
 */
export function crownOf({
  stance,
  count,
  widthMm,
  heightMm,
  leanMm
}: {
  stance: Stance
  count: number
  widthMm: number
  heightMm: number
  leanMm: number
}): Crown {
  if (!(Number.isInteger(count) && count >= FEWEST[stance]))
    throw new RangeError(`count: was ${count}; a ${stance} takes ${FEWEST[stance]} panels or more`)
  if (!(widthMm > 0)) throw new RangeError(`widthMm: was ${widthMm}; must be above 0`)
  if (!(heightMm > 0)) throw new RangeError(`heightMm: was ${heightMm}; must be above 0`)
  const opens = stance === 'ring' ? 2 * Math.PI : radians(FAN_DEG)
  const each = opens / count
  const r = stance === 'ring' ? widthMm / 2 : widthMm / 2 / Math.sin(opens / 2)
  const R = r + leanMm
  const edges = count + (stance === 'ring' ? 0 : 1)
  const round = (radius: number): Point2[] =>
    Array.from({ length: edges }, (_, i): Point2 => {
      const a = -opens / 2 + i * each
      return [radius * Math.cos(a), radius * Math.sin(a)]
    })
  const [footMm, topMm] = [2 * r * Math.sin(each / 2), 2 * R * Math.sin(each / 2)]
  // between the middles of foot and top: as far out as a flat panel's middle goes
  const outMm = leanMm * Math.cos(each / 2)
  const slantMm = Math.hypot(outMm, heightMm)
  const seamMm = Math.hypot(leanMm, heightMm)
  // the outward normals of two neighbours, turned by `each` round the upright
  const [level, up] = [heightMm / slantMm, -outMm / slantMm]
  const cos = Math.min(1, level ** 2 * Math.cos(each) + up ** 2)
  const share = (footMm + 2 * topMm) / (3 * (footMm + topMm))
  const middle = (r + leanMm * share) * Math.cos(each / 2)
  // all panels weigh alike: the mean of their middles
  const mean =
    Array.from({ length: count }, (_, i) => Math.cos(-opens / 2 + (i + 0.5) * each)).reduce(
      (sum, x) => sum + x,
      0
    ) / count
  const foot = round(r)
  const centroidMm: Point2 = [middle * mean, heightMm * share]
  // the foot is convex: a circle's corners, or an arc's and the chord between its ends
  const under: Point2 = [centroidMm[0], 0]
  return {
    stance,
    count,
    heightMm,
    footMm,
    topMm,
    slantMm,
    seams: stance === 'ring' ? count : count - 1,
    seamMm,
    seamDeg: degrees(Math.acos(cos)),
    foot,
    top: round(R),
    centroidMm,
    armMm: (insideRing(under, foot) ? 1 : -1) * distanceToRing(under, foot).distance
  }
}
