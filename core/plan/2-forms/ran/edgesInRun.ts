import { boxOf, cellAt, cellMiddle, eachCell, type Grid } from '../../../physics/shape/grid'
import type { Point2 } from '../../../physics/shape/polygon'
import { modelMm } from '../../../physics/shape/units'
import { edgeWhite } from '../../../physics/water/edgeWhite'
import type { RunResult } from '../../../running/keptRun'
import { CLIFF, met, MOST_WHITE } from '../edges'

/** Water this many cells from an edge is what strikes it: nearer, its bed has slowed it down. */
const CELLS_OFF = 2

/**
 * White where the water that ran meets what stands in it or beside it: rocks, posts and walls by the
 * speed that strikes each, banks and beaches half as much, and nothing where it stands still.
 *
 * @param on  the cells of the map
 * @returns   share that is white at each cell of the map
 */
export function whiteAtRunEdges(run: RunResult, on: Grid): Float32Array {
  const { grid, fields, scale } = run
  const { depthMm, levelMm, xMS, yMS } = fields
  const share = new Float32Array(on.cols * on.rows)
  const wet = (cell: number) => depthMm[cell] > 0
  for (let row = 1; row + 1 < grid.rows; row++)
    for (let col = 1; col + 1 < grid.cols; col++) {
      const cell = row * grid.cols + col
      if (wet(cell)) continue
      const beside = [cell - 1, cell + 1, cell - grid.cols, cell + grid.cols].filter(wet)
      if (beside.length === 0) continue
      const place = cellMiddle(grid, col, row)
      const { speedMS, toX, toY } = liveliest(run, place)
      // on dry land the field's level is the ground's own
      const rise = Math.max(...beside.map((n) => levelMm[cell] - (levelMm[n] - depthMm[n])))
      const kind = rise > CLIFF * grid.cellMm ? 'wall' : 'shore'
      const { whiteM2, wakeM } = edgeWhite({ speedMS, depthM: 1, widthM: 1, kind })
      if (whiteM2 === 0) continue
      const faces = facing(cell, beside, [toX, toY])
      const whole = (met(faces) * MOST_WHITE * whiteM2) / wakeM
      const reachMm = Math.max(on.cellMm, modelMm(wakeM, scale) / 2)
      eachCell(on, boxOf([place], 2 * reachMm), (c, x, y) => {
        const at = cellAt(grid, [x, y])
        if (at < 0 || !wet(at)) return
        const far = Math.hypot(place[0] - x, place[1] - y)
        const off = Math.max(0, far - grid.cellMm / 2) / reachMm
        share[c] = Math.max(share[c], whole * Math.exp(-(off ** 2)))
      })
    }
  return share

  /** Cosine between the way the water goes and the way into an edge, from the wet cells beside it. */
  function facing(cell: number, beside: readonly number[], [toX, toY]: Point2): number {
    const into = beside.reduce(
      ([x, y], n): Point2 => {
        const step = cell - n
        return Math.abs(step) === 1 ? [x + step, y] : [x, y + Math.sign(step)]
      },
      [0, 0] as Point2
    )
    const long = Math.hypot(...into)
    // water on both sides of a thin wall: whichever faces it
    return long === 0 ? 1 : (into[0] * toX + into[1] * toY) / long
  }

  function liveliest(of: RunResult, place: Point2): { speedMS: number; toX: number; toY: number } {
    let most = { speedMS: 0, toX: 1, toY: 0 }
    eachCell(of.grid, boxOf([place], (CELLS_OFF + 0.5) * of.grid.cellMm), (c) => {
      const speedMS = wet(c) ? Math.hypot(xMS[c], yMS[c]) : 0
      if (speedMS > most.speedMS) most = { speedMS, toX: xMS[c] / speedMS, toY: yMS[c] / speedMS }
    })
    return most
  }
}
