import type { Build } from '../../build/types'
import { laidOut, nest, type Nested } from '../../physics/shape/nest'
import { insideRing, signedArea, type Point2 } from '../../physics/shape/polygon'
import { slicesOf, type Slice } from '../../physics/shape/slices'
import type { FormsPlan } from '../2-forms/formsStage'
import type { GroundPlan } from '../1-ground/groundStage'
import { landOf, rowsOf } from './landOf'
import { faced, inCase, NO_ROOM, type LandRoom } from './landRoom'

/** A piece of a sheet: its outline and the holes in it. */
export interface CutPiece {
  /** Number of its sheet, from the base up. */
  sheet: number
  outline: Point2[]
  holes: Point2[][]
}

/** The land as a stack of foam sheets: what is cut, what is bought, how long it takes. */
export interface CutList {
  sheetMm: number
  sheets: (Slice & {
    /** Its top that the next sheet is glued on, mm². */
    glueMm2: number
    /** Length of its cuts, mm. */
    cutMm: number
  })[]
  pieces: CutPiece[]
  nested: Nested
  boardMm: readonly [number, number]
  /** Two dowels through each sheet and the next, where both have foam, mm; none where the next is too small. */
  registers: { sheet: number; at: [Point2, Point2] }[]
  volumeMm3: number
  landMm3: number
  cutMin: { knife: number; hotWire: number }
}

/** Pieces lie so far apart on a board, mm: a wire's or a blade's way. Common practice, no source. */
const GAP_MM = 5
/** Foam is cut at about so many mm a minute by knife and by hot wire. Common practice, no source. */
const CUT_MM_PER_MIN = { knife: 80, hotWire: 200 } as const
/** Smaller pieces than this are carved from filler, mm². Common practice, no source. */
const LEAST_MM2 = 25
/** A dowel stands so far inside an edge, mm. Common practice, no source. */
const INSIDE_MM = 6

/**
 * Slices the land of a build into sheets and lays them out on boards.
 *
 * @param sheetMm  how thick the foam is
 * @param boardMm  how large a board is bought
 * @param room     what is left free for a case and for faces of rock
 * @throws RangeError where a sheet fits no board, or the land takes too many
 */
export function cutList(
  build: Build,
  ground: GroundPlan,
  forms: Pick<FormsPlan, 'reaches'>,
  sheetMm: number,
  boardMm: readonly [number, number],
  room: LandRoom = NO_ROOM
): CutList {
  const shaped = faced(landOf(build, ground, forms), room.rockFaceMm)
  const { field: land, inMm } = inCase(shaped, build.base, room.caseGapMm)
  const dxMm = land.cellMm
  const heights = rowsOf(land)
  const { sheets: sliced, volumeMm3 } = slicesOf({ dxMm, heights, sheetMm })
  const sheets = sliced.map((s) => ({
    ...s,
    outlines: s.outlines.map((ring) => ring.map(([x, y]): Point2 => [x + inMm, y + inMm]))
  }))
  const pieces = sheets.flatMap((sheet, i) => piecesOf(sheet, i))
  const cutMm = sheets.map((s) => s.outlines.reduce((sum, ring) => sum + around(ring), 0))
  const allMm = cutMm.reduce((sum, v) => sum + v, 0)
  return {
    sheetMm,
    sheets: sheets.map((s, i) => ({
      ...s,
      glueMm2: sheets[i + 1]?.areaMm2 ?? 0,
      cutMm: cutMm[i]
    })),
    pieces,
    nested: nest({ parts: pieces.map((p) => p.outline), boardMm, gapMm: GAP_MM, turn: true }),
    boardMm,
    registers: sheets.slice(1).flatMap((above, i) => {
      const at = dowels(sheets[i], above)
      return at ? [{ sheet: i, at }] : []
    }),
    volumeMm3,
    landMm3: volumeUnder(heights, dxMm),
    cutMin: {
      knife: allMm / CUT_MM_PER_MIN.knife,
      hotWire: allMm / CUT_MM_PER_MIN.hotWire
    }
  }
}

/** Where a piece lies on its board, its holes with it, mm. */
export const onBoard = (
  { pieces, nested }: CutList,
  piece: number
): { outline: Point2[]; holes: Point2[][] } => {
  const placed = nested.placed[piece]
  const { outline, holes } = pieces[piece]
  return { outline: laidOut(outline, placed), holes: holes.map((h) => laidOut(h, placed)) }
}

function piecesOf({ outlines }: Slice, sheet: number): CutPiece[] {
  const outer = outlines.filter((ring) => signedArea(ring) > LEAST_MM2)
  const holes = outlines.filter((ring) => signedArea(ring) < -LEAST_MM2)
  // a hole belongs to the least outline that goes round it
  const owner = (hole: Point2[]) =>
    outer
      .filter((ring) => insideRing(hole[0], ring))
      .toSorted((a, b) => signedArea(a) - signedArea(b))[0]
  return outer.map((outline) => ({
    sheet,
    outline,
    holes: holes.filter((hole) => owner(hole) === outline)
  }))
}

const around = (ring: readonly Point2[]): number =>
  ring.reduce((sum, [x, y], i) => {
    const [u, v] = ring[(i + 1) % ring.length]
    return sum + Math.hypot(u - x, v - y)
  }, 0)

/** Two places far apart that have foam round them in a sheet and in the one above; null: there are none. */
function dowels(below: Slice, above: Slice): [Point2, Point2] | null {
  const inside = (p: Point2, { outlines }: Slice) =>
    outlines.filter((ring) => insideRing(p, ring)).length % 2 === 1
  const AROUND = [0, 1, 2, 3, 4, 5, 6, 7].map((i): Point2 => [
    INSIDE_MM * Math.cos((i * Math.PI) / 4),
    INSIDE_MM * Math.sin((i * Math.PI) / 4)
  ])
  const holds = ([x, y]: Point2) =>
    [[0, 0] as Point2, ...AROUND].every(([dx, dy]) =>
      [below, above].every((sheet) => inside([x + dx, y + dy], sheet))
    )
  const points = above.outlines.flat()
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const places: Point2[] = []
  for (let i = 0; i <= 24; i++)
    for (let j = 0; j <= 24; j++) {
      const p: Point2 = [x0 + ((x1 - x0) * i) / 24, y0 + ((y1 - y0) * j) / 24]
      if (holds(p)) places.push(p)
    }
  let best: [Point2, Point2] | null = null
  let far = 2 * INSIDE_MM
  for (const [i, a] of places.entries())
    for (const b of places.slice(i + 1)) {
      const apart = Math.hypot(a[0] - b[0], a[1] - b[1])
      if (apart > far) [best, far] = [[a, b], apart]
    }
  return best
}

/** Volume of the land over the base, mm³: the mean of four corners over each cell. */
function volumeUnder(heights: readonly (readonly number[])[], dxMm: number): number {
  let sum = 0
  for (let r = 0; r + 1 < heights.length; r++)
    for (let c = 0; c + 1 < heights[r].length; c++)
      sum += heights[r][c] + heights[r][c + 1] + heights[r + 1][c] + heights[r + 1][c + 1]
  return (sum / 4) * dxMm ** 2
}
