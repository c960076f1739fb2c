import type { Read } from '../reads'
import { landAt } from '../../build/land'
import type { PoolShape, SeaShape } from '../../build/shapes'
import { poolsOf } from '../../build/types'
import { GRAVITY } from '../../physics/gravity'
import { boxOf, cellMiddle, eachCell } from '../../physics/shape/grid'
import { evenly, signedArea, type Point2 } from '../../physics/shape/polygon'
import { modelMm, realM } from '../../physics/shape/units'
import { edgeWhite } from '../../physics/water/edgeWhite'
import { ringOf } from '../1-ground/outline'
import type { BedMap } from './bedMap'
import { CLIFF, met, MOST_WHITE } from './edges'
import type { SeaForm } from './seaForm'
import { radians } from '../../physics/shape/angles'

/** An edge of a pool this near to the edge of the base is only where the model is cut, mm. */
const CUT_MM = 1.5
/** A wave no shore breaks is whole up to this share of its depth. @source McCowan 1894 */
const WHOLE_AT = 0.78

/**
 * White where waves meet what stands in them: rocks, piers, hulls, walls and cliffs, by the speed of
 * the water that strikes each. Beaches are no such thing: there the surf runs out.
 *
 * @returns share that is white at each cell; null where nothing stands in this sea
 */
export function whiteAtEdges(
  build: Read<'forms'>,
  sea: SeaShape,
  form: SeaForm,
  bed: BedMap,
  scale: number
): Float64Array | null {
  const pool = poolsOf(build).find((p) => p.id === form.pool)
  if (!pool) return null
  const number = bed.pools.indexOf(form.pool)
  const struck = [...solidsIn(bed, number), ...wallsOf(build, pool, bed)]
  if (struck.length === 0) return null
  const { grid, depthMm } = bed
  const heading = radians(sea.headingDeg)
  const [kx, ky] = [Math.cos(heading), Math.sin(heading)]
  const share = new Float64Array(depthMm.length)
  const wet = (cell: number) => bed.pool[cell] === number && depthMm[cell] > 0
  for (const place of struck) {
    const { speedMS, depthM } = liveliest(form, bed, place, scale, wet)
    if (depthM === 0) continue
    const { whiteM2, wakeM } = edgeWhite({ speedMS, depthM, widthM: 1, kind: 'wall' })
    if (whiteM2 === 0) continue
    const whole = (MOST_WHITE * whiteM2) / wakeM
    const reachMm = Math.max(grid.cellMm, modelMm(wakeM, scale) / 2)
    eachCell(grid, boxOf([place], 2 * reachMm), (cell, x, y) => {
      if (!wet(cell)) return
      const [dx, dy] = [place[0] - x, place[1] - y]
      const far = Math.hypot(dx, dy)
      const faces = far === 0 ? 1 : (dx * kx + dy * ky) / far
      const off = Math.max(0, far - grid.cellMm / 2) / reachMm
      share[cell] = Math.max(share[cell], whole * met(faces) * Math.exp(-(off ** 2)))
    })
  }
  return share
}

/** The liveliest water within a wave's height of a place: that is what strikes it. */
function liveliest(
  form: SeaForm,
  { grid, depthMm }: BedMap,
  place: Point2,
  scale: number,
  wet: (cell: number) => boolean
): { speedMS: number; depthM: number } {
  let most = { speedMS: 0, depthM: 0 }
  eachCell(grid, boxOf([place], Math.max(2 * grid.cellMm, form.breakerMm)), (cell) => {
    if (!wet(cell)) return
    const speedMS = strikes(form, cell, depthMm[cell], scale)
    if (speedMS > most.speedMS) most = { speedMS, depthM: realM(depthMm[cell], scale) }
  })
  return most
}

/**
 * Speed of the water that a wave throws at what stands there, m/s. Thrown back on itself it stands twice
 * as high: while that is whole, of its particles, H√(g/d); of a bore, √(g(d + H)), once it breaks.
 *
 * @source clapotis and linear long waves (Shore Protection Manual 1984, 2-113); bore from its momentum;
 *   how one passes into the other: common practice, no source; from memory
 */
function strikes(form: SeaForm, cell: number, hereMm: number, scale: number): number {
  const [d, h] = [realM(hereMm, scale) * form.painted, realM(form.heightMm[cell], scale)]
  if (!(h > 0)) return 0
  const most = form.breaks ? form.breakerMm / form.breaks.depthMm / form.painted : WHOLE_AT
  const broken = Math.min(1, (2 * h) / (most * d)) ** 2
  return (1 - broken) * h * Math.sqrt(GRAVITY / d) + broken * Math.sqrt(GRAVITY * (d + h))
}

/** Places where water ends at something solid. */
type Place = Point2

/** Cells that stand out of the water of a pool right beside it, beaches left out. */
function solidsIn({ grid, pool, depthMm, standMm }: BedMap, number: number): Place[] {
  const { cols, rows, cellMm } = grid
  const found: Place[] = []
  for (let row = 1; row + 1 < rows; row++)
    for (let col = 1; col + 1 < cols; col++) {
      const c = row * cols + col
      if (pool[c] !== number || depthMm[c] > 0) continue
      const beside = Math.max(
        ...[c - 1, c + 1, c - cols, c + cols].map((n) => (pool[n] === number ? depthMm[n] : 0))
      )
      if (beside > 0 && (standMm[c] > 0 || beside > CLIFF * cellMm))
        found.push(cellMiddle(grid, col, row))
    }
  return found
}

/** Land is looked at so far beyond the water, mm: steeper than a beach it is a cliff. */
const BEYOND_MM = 3
/**
 * Places along the walls of a pool that stand on the base, not where the base is cut, and along its
 * shores where sculpted land rises out of the water as a cliff.
 */
function wallsOf(build: Read<'forms'>, { outline, levelMm }: PoolShape, { grid }: BedMap): Place[] {
  const { base } = build
  const way = signedArea(ringOf(outline)) >= 0 ? 1 : -1
  const isCut = (a: Point2, b: Point2) =>
    ([0, 1] as const).some((k) =>
      [0, k === 0 ? base.widthMm : base.depthMm].some(
        (edge) => Math.abs(a[k] - edge) < CUT_MM && Math.abs(b[k] - edge) < CUT_MM
      )
    )
  return outline.flatMap((corner, i) => {
    const next = outline[(i + 1) % outline.length]
    const [a, b]: [Point2, Point2] = [
      [corner.x, corner.y],
      [next.x, next.y]
    ]
    if (isCut(a, b) || (corner.edge !== 'dam' && !build.land)) return []
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
    const out: Point2 = [(way * (b[1] - a[1])) / length, (-way * (b[0] - a[0])) / length]
    const isCliff = ([x, y]: Point2) =>
      landAt(build, [x + BEYOND_MM * out[0], y + BEYOND_MM * out[1]]) > levelMm + CLIFF * BEYOND_MM
    const places = evenly([a, b], Math.max(1, Math.ceil(length / grid.cellMm)))
    return corner.edge === 'dam' ? places : places.filter(isCliff)
  })
}
