import earcut from 'earcut'
import { fieldAt, type HeightField } from '../../physics/shape/heightField'
import type { Point2 } from '../../physics/shape/polygon'
import { ellipse, upright } from '../round/bodies'
import type { Solid } from './types'
import { Refusal, mm, quantity, say } from '../../words/sentence'

/** No land that is printed is thinner than this, mm: a nozzle lays no less. Common practice, no source. */
const THINNEST_MM = 1.2
/** A pin is so thick, its hole so much wider all round and so deep, mm. Common practice, no source. */
const PIN_MM = 4
const PLAY_MM = 0.15
const HOLE_MM = 6
/** Land lower than this has no room for a pin, mm. */
const ROOM_MM = PIN_MM + 5
/** Where along a wall its pins stand. */
const PINS_AT = [0.25, 0.75]
const CORNERS = 16
const BOW_MM = 2
/** No land is cut into more pieces than this. */
export const MOST_PIECES = 60

interface Range {
  from: number
  to: number
}

/**
 * The land as blocks no larger than a printer's bed, each closed, with holes for pins in the walls that
 * meet; and the pins.
 *
 * @param bedMm  the bed, mm: left to right, front to back
 * @returns      blocks from the front left, each standing on its foot where it belongs; pins last
 * @throws RangeError where the bed is too small
 */
export function landPieces(
  land: HeightField,
  base: { widthMm: number; depthMm: number },
  bedMm: readonly [number, number]
): Solid[] {
  if (!(bedMm[0] >= 20 && bedMm[1] >= 20))
    throw new Refusal(
      say`bed: was ${quantity(bedMm, 'mm', 1, ' × ')}; a bed is at least ${mm(20)} each way`
    )
  const across = even(base.widthMm, bedMm[0])
  const along = even(base.depthMm, bedMm[1])
  if (across.length * along.length > MOST_PIECES)
    throw new Refusal(
      say`bed: was ${quantity(bedMm, 'mm', 1, ' × ')}; the land would be ${across.length * along.length} pieces, and at most ${MOST_PIECES} are made`
    )
  let pins = 0
  const blocks = along.flatMap((y, r) =>
    across.map((x, c): Solid => {
      const made = block(land, x, y, {
        left: c > 0,
        right: c + 1 < across.length,
        front: r > 0,
        back: r + 1 < along.length
      })
      pins += made.holes
      return {
        id: `land-${r + 1}-${c + 1}`,
        water: '',
        name: `Land, row ${r + 1}, piece ${c + 1}`,
        xyz: made.xyz,
        triangles: made.triangles
      }
    })
  )
  // two holes face each other at each pin
  return pins === 0 ? blocks : [...blocks, pin(pins / 2)]
}

/** A length in as few equal stretches as fit a bed. */
function even(lengthMm: number, mostMm: number): Range[] {
  const n = Math.ceil(lengthMm / mostMm - 1e-9)
  return Array.from({ length: n }, (_, i) => ({
    from: (lengthMm * i) / n,
    to: (lengthMm * (i + 1)) / n
  }))
}

/** The places of a field along a stretch, its two ends with them. */
function linesIn({ from, to }: Range, cellMm: number): number[] {
  const first = Math.floor(from / cellMm) + 1
  const inside: number[] = []
  for (let i = first; i * cellMm < to - 0.2 * cellMm; i++)
    if (i * cellMm > from + 0.2 * cellMm) inside.push(i * cellMm)
  return [from, ...inside, to]
}

function block(
  land: HeightField,
  x: Range,
  y: Range,
  meets: Record<'left' | 'right' | 'front' | 'back', boolean>
): { xyz: Float64Array; triangles: Uint32Array; holes: number } {
  const [xs, ys] = [linesIn(x, land.cellMm), linesIn(y, land.cellMm)]
  const [w, d] = [xs.length, ys.length]
  const xyz: number[] = []
  const triangles: number[] = []
  const put = (px: number, py: number, pz: number) => xyz.push(px, py, pz) / 3 - 1
  for (const py of ys)
    for (const px of xs) put(px, py, Math.max(THINNEST_MM, fieldAt(land, [px, py])))
  const top = (c: number, r: number) => r * w + c
  for (let r = 0; r + 1 < d; r++)
    for (let c = 0; c + 1 < w; c++) {
      const [a, b, e, f] = [top(c, r), top(c + 1, r), top(c + 1, r + 1), top(c, r + 1)]
      triangles.push(a, b, e, a, e, f)
    }
  const feet = [
    put(x.from, y.from, 0),
    put(x.to, y.from, 0),
    put(x.to, y.to, 0),
    put(x.from, y.to, 0)
  ]
  triangles.push(feet[0], feet[2], feet[1], feet[0], feet[3], feet[2])
  const columns = xs.map((_, c) => c)
  const rows = ys.map((_, r) => r)
  // each wall from left to right as it is seen from outside
  const walls = [
    { upper: columns.map((c) => top(c, 0)), feet: [feet[0], feet[1]], pins: meets.front },
    { upper: rows.map((r) => top(w - 1, r)), feet: [feet[1], feet[2]], pins: meets.right },
    {
      upper: columns.toReversed().map((c) => top(c, d - 1)),
      feet: [feet[2], feet[3]],
      pins: meets.back
    },
    { upper: rows.toReversed().map((r) => top(0, r)), feet: [feet[3], feet[0]], pins: meets.left }
  ]
  let holes = 0
  for (const wall of walls) {
    const [ax, ay] = [xyz[3 * wall.feet[0]], xyz[3 * wall.feet[0] + 1]]
    const [bx, by] = [xyz[3 * wall.feet[1]], xyz[3 * wall.feet[1] + 1]]
    const length = Math.hypot(bx - ax, by - ay)
    const [ux, uy] = [(bx - ax) / length, (by - ay) / length]
    const ids = [...wall.feet, ...wall.upper.toReversed()]
    const flat = ids.flatMap((i) => [
      (xyz[3 * i] - ax) * ux + (xyz[3 * i + 1] - ay) * uy,
      xyz[3 * i + 2]
    ])
    const rings: number[][] = []
    if (wall.pins)
      for (const share of PINS_AT) {
        const s = share * length
        // both blocks find the same height, whichever way their wall is walked
        const near = wall.upper
          .filter(
            (i) => Math.abs((xyz[3 * i] - ax) * ux + (xyz[3 * i + 1] - ay) * uy - s) < ROOM_MM
          )
          .map((i) => xyz[3 * i + 2])
        const lowest = Math.min(...near)
        if (!(lowest >= ROOM_MM) || s < ROOM_MM || length - s < ROOM_MM) continue
        const z = lowest / 2
        const radius = PIN_MM / 2 + PLAY_MM
        const ring = Array.from({ length: CORNERS }, (_, k) => {
          const a = (2 * Math.PI * k) / CORNERS
          const [t, h] = [s + radius * Math.cos(a), z + radius * Math.sin(a)]
          return put(ax + ux * t, ay + uy * t, h)
        })
        rings.push(ring)
        holes++
      }
    const starts: number[] = []
    for (const ring of rings) {
      starts.push(flat.length / 2)
      for (const i of ring)
        flat.push((xyz[3 * i] - ax) * ux + (xyz[3 * i + 1] - ay) * uy, xyz[3 * i + 2])
    }
    const all = [...ids, ...rings.flat()]
    // places in one line would be left out by the library: the wall is bowed by a hair for it
    const bowed = flat.map((v, k) => {
      const s = flat[k - 1] / length
      return k % 2 === 0 ? v : v + BOW_MM * s * (1 - s)
    })
    const cut = earcut(bowed, starts)
    for (let t = 0; t < cut.length; t += 3) {
      const [p, q, s] = [cut[t], cut[t + 1], cut[t + 2]]
      const turn =
        (bowed[2 * q] - bowed[2 * p]) * (bowed[2 * s + 1] - bowed[2 * p + 1]) -
        (bowed[2 * s] - bowed[2 * p]) * (bowed[2 * q + 1] - bowed[2 * p + 1])
      if (turn >= 0) triangles.push(all[p], all[q], all[s])
      else triangles.push(all[p], all[s], all[q])
    }
    for (const ring of rings) {
      // the hole goes straight in, away from whoever looks at the wall
      const inner = ring.map((i) =>
        put(xyz[3 * i] - uy * HOLE_MM, xyz[3 * i + 1] + ux * HOLE_MM, xyz[3 * i + 2])
      )
      ring.forEach((a, k) => {
        const b = ring[(k + 1) % CORNERS]
        const [c, e] = [inner[k], inner[(k + 1) % CORNERS]]
        triangles.push(a, b, e, a, e, c)
      })
      for (let k = 1; k + 1 < CORNERS; k++) triangles.push(inner[0], inner[k], inner[k + 1])
    }
  }
  return { xyz: Float64Array.from(xyz), triangles: Uint32Array.from(triangles), holes }
}

/** One pin, lying in no hole: as many are printed as its name says. */
function pin(count: number): Solid {
  const ring: Point2[] = ellipse([0, 0], PIN_MM / 2, PIN_MM / 2, CORNERS)
  const { xyz, triangles } = upright(ring, 0, 2 * HOLE_MM - 0.8)
  return {
    id: 'land-pin',
    water: '',
    name: `Pin, print ${count}`,
    xyz: Float64Array.from(xyz),
    triangles
  }
}
