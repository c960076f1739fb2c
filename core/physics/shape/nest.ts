import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs'
import { signedArea, type Point2 } from './polygon'
import { degrees, radians } from './angles'
import { Refusal, quantity, say } from '../../words/sentence'

/** Where a part is cut: turned by so many degrees about its own origin, then moved. */
export interface Placed {
  part: number
  board: number
  x: number
  y: number
  deg: number
}

export interface Nested {
  boards: number
  placed: Placed[]
  /** Share of the boards that is part of a part, %. */
  usedPct: number
}

/** More parts are not nested in one go. */
export const MOST_PARTS = 2000
/** Rounding may not push a part off its board, mm. */
const HAIR_MM = 1e-6

/** The box about a part that is turned. */
interface Boxed {
  deg: number
  x0: number
  y0: number
  width: number
  height: number
}

/**
 * Parts laid out on boards by the rectangles about them, at least a gap apart; where they may be
 * turned each takes the box that is least.
 *
 * @param parts    rings, mm
 * @param boardMm  width and height of a board
 * @param turn     whether parts may be turned: foam has no grain that shows
 * @throws RangeError naming a part that fits no board
 * @source maximal rectangles (Jylänki 2010) by maxrects-packer; least box over the edges of the hull
 *   (Freeman & Shapira 1975)
 */
export function nest({
  parts,
  boardMm: [w, h],
  gapMm,
  turn = false
}: {
  parts: readonly (readonly Point2[])[]
  boardMm: readonly [number, number]
  gapMm: number
  turn?: boolean
}): Nested {
  if (!(w > 0 && h > 0)) throw new RangeError(`boardMm: was ${w} × ${h}; both must be above 0`)
  if (!(gapMm >= 0)) throw new RangeError(`gapMm: was ${gapMm}; it must be at least 0`)
  if (parts.length > MOST_PARTS)
    throw new RangeError(`parts: was ${parts.length}; at most ${MOST_PARTS} are nested at once`)
  const boxes = parts.map((ring, i) => {
    if (ring.length < 3)
      throw new RangeError(`parts[${i}]: was ${ring.length} points; it must be 3 or more`)
    const box = (turn ? turns(ring) : [0])
      .map((deg) => boxOf(ring, deg))
      .filter((b) => b.width <= w + HAIR_MM && b.height <= h + HAIR_MM)
      .sort((a, b) => a.width * a.height - b.width * b.height)[0]
    if (!box) {
      const straight = boxOf(ring, 0)
      throw new Refusal(
        say`parts[${i}]: was ${quantity([straight.width, straight.height], 'mm', 1, ' × ')}; no board of ${quantity([w, h], 'mm', 1, ' × ')} takes it: cut it in two, or buy larger boards`
      )
    }
    return box
  })
  // a gap's width is added to boards and boxes alike: only what lies between two parts is kept free
  const packer = new MaxRectsPacker(w + gapMm, h + gapMm, 0, {
    smart: false,
    pot: false,
    square: false,
    allowRotation: false,
    border: 0
  })
  boxes.forEach((box, i) =>
    packer.add(Math.min(box.width, w) + gapMm, Math.min(box.height, h) + gapMm, i)
  )
  const placed = packer.bins.flatMap((bin, board) =>
    bin.rects.map((rect): Placed => {
      const part = rect.data as number
      const { deg, x0, y0 } = boxes[part]
      return { part, board, x: rect.x - x0, y: rect.y - y0, deg }
    })
  )
  placed.sort((a, b) => a.part - b.part)
  const area = parts.reduce((sum, ring) => sum + Math.abs(signedArea(ring)), 0)
  const boards = packer.bins.length
  return { boards, placed, usedPct: boards === 0 ? 0 : (100 * area) / (boards * w * h) }
}

/** A part as it lies on its board, mm. */
export const laidOut = (ring: readonly Point2[], { x, y, deg }: Placed): Point2[] =>
  ring.map((p) => {
    const [u, v] = turned(p, deg)
    return [u + x, v + y]
  })

const turned = ([x, y]: Point2, deg: number): Point2 => {
  if (deg === 0) return [x, y]
  if (deg === 90) return [-y, x]
  const a = radians(deg)
  return [x * Math.cos(a) - y * Math.sin(a), x * Math.sin(a) + y * Math.cos(a)]
}

function boxOf(ring: readonly Point2[], deg: number): Boxed {
  const points = ring.map((p) => turned(p, deg))
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
  const [x0, y0] = [Math.min(...xs), Math.min(...ys)]
  return { deg, x0, y0, width: Math.max(...xs) - x0, height: Math.max(...ys) - y0 }
}

/** Turns worth trying: as it is, a quarter, and with each edge of its hull along the board. */
function turns(ring: readonly Point2[]): number[] {
  const hull = hullOf(ring)
  const edges = hull.map((p, i) => {
    const q = hull[(i + 1) % hull.length]
    return degrees(-Math.atan2(q[1] - p[1], q[0] - p[0]))
  })
  return [0, 90, ...edges, ...edges.map((deg) => deg + 90)]
}

/** The hull of a ring, counter-clockwise. @source Andrew's monotone chain, 1979 */
function hullOf(ring: readonly Point2[]): Point2[] {
  const points = ring.toSorted((a, b) => a[0] - b[0] || a[1] - b[1])
  const half = (along: readonly Point2[]) => {
    const out: Point2[] = []
    for (const p of along) {
      while (out.length > 1 && leftOf(out.at(-2)!, out.at(-1)!, p) <= 0) out.pop()
      out.push(p)
    }
    return out.slice(0, -1)
  }
  return [...half(points), ...half(points.toReversed())]
}

const leftOf = (a: Point2, b: Point2, p: Point2): number =>
  (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])
