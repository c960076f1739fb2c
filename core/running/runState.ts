import { isolines } from '../physics/shape/isolines'
import { cellAt, cellMiddle } from '../physics/shape/grid'
import { nearestOnSegment, type Point2 } from '../physics/shape/polygon'
import { modelMm } from '../physics/shape/units'
import {
  RUN_FIELDS,
  type RunFall,
  type RunFieldName,
  type RunFields,
  type RunResult
} from './keptRun'
import type { Scene } from './scene'
import type { Drops } from './solver/drops'
import { cellOf, type Field } from './solver/field'

/** A cell is wet when water stands this deep, mm on the model. */
export const WET_MM = 0.02
/** What a passing wave has left on flat land is no water that runs there, mm on the model. */
const LAND_FILM_MM = 0.4

/** State arrays as the fields that builders read, on the model. */
export function asFields(
  { grid, bedM, scale, owner, periodS }: Scene,
  h: Float64Array,
  hu: Float64Array,
  hv: Float64Array,
  layers: Float64Array,
  aged: Float64Array,
  loss: Float64Array,
  wet: Float64Array | null
): RunFields {
  const size = grid.cols * grid.rows
  const out = Object.fromEntries(
    RUN_FIELDS.map((name) => [name, new Float32Array(size)])
  ) as Record<RunFieldName, Float32Array>
  for (let i = 0; i < size; i++) {
    const depthMm = modelMm(h[i], scale)
    const isWet = wet ? wet[i] > 0.5 : depthMm > WET_MM
    out.wetShare[i] = wet ? wet[i] : isWet ? 1 : 0
    if (!isWet || !(depthMm > (owner[i] < 0 && periodS === null ? LAND_FILM_MM : WET_MM))) continue
    out.depthMm[i] = depthMm
    out.levelMm[i] = modelMm(bedM[i] + h[i], scale)
    out.xMS[i] = hu[i] / h[i]
    out.yMS[i] = hv[i] / h[i]
    out.foam[i] = layers[i]
    out.ageS[i] = layers[i] > 1e-3 ? aged[i] / layers[i] : 0
    out.lossM3S3[i] = Math.max(0, loss[i])
  }
  return out
}

/** Ground no deeper than this under the still level is shore, mm; what is steeper than this is a wall. */
const SHORE_MM = 2
const WALL_SLOPE = 1
/** The run-up of a shore is what four fifths of it stay under. Common practice, no source. */
const RUN_UP_SHARE = 0.8

/** How high over its still level water came on the shore, at any of the moments, mm. */
export function runUpOf(
  { grid, bedM, levelsM, swell, scale, dxM }: Scene,
  moments: readonly RunFields[]
): number | null {
  if (!swell) return null
  const still = modelMm(swell.levelM, scale)
  const highest: number[] = []
  for (let r = 1; r < grid.rows - 1; r++) {
    for (let c = 1; c < grid.cols - 1; c++) {
      const i = r * grid.cols + c
      const steep =
        Math.max(
          Math.abs(bedM[i + 1] - bedM[i - 1]),
          Math.abs(bedM[i + grid.cols] - bedM[i - grid.cols])
        ) /
        (2 * dxM)
      if (modelMm(levelsM[i], scale) > SHORE_MM || steep > WALL_SLOPE) continue
      const most = moments.reduce(
        (top, m) => (m.depthMm[i] > 0 ? Math.max(top, m.levelMm[i]) : top),
        -Infinity
      )
      if (most > still) highest.push(most - still)
    }
  }
  highest.sort((a, b) => a - b)
  return highest.length > 0 ? highest[Math.floor(RUN_UP_SHARE * (highest.length - 1))] : null
}

/**
 * Height over depth at which crests begin to break, and break for good. The equations steepen every
 * swell; real ones hold
 * until about 0.78 (McCowan 1891) and break a little before on a slope. From memory.
 */
export const BREAKS = [0.55, 0.85] as const
/**
 * Crests are looked for along so many lines the way the swell runs; what its edge does to the first
 * cells is left out.
 */
const LINES = 15
const EDGE_CELLS = 3

/**
 * Over how much still water crests begin to break, mm: along lines the way the swell runs, the
 * first two cells where they
 * are too high for the water under them; the middle one of all lines. Walls throw crests up: a line
 * ends at them.
 */
export function breakingOf(
  { grid, bedM, levelsM, swell, scale }: Scene,
  moments: readonly RunFields[]
): number | null {
  if (!swell) return null
  const { cols, rows } = grid
  const { kx, ky } = swell
  const reach = Math.hypot(cols, rows) / 2
  const least = (BREAKS[0] + BREAKS[1]) / 2
  const stillMm = modelMm(swell.levelM, scale)
  const found: number[] = []
  for (let line = 0; line < LINES; line++) {
    const off = ((line + 0.5) / LINES - 0.5) * 2 * reach
    let [seen, over, before] = [0, 0, NaN]
    for (let s = -reach; s <= reach; s++) {
      const [c, r] = [
        Math.floor(cols / 2 + kx * s - ky * off),
        Math.floor(rows / 2 + ky * s + kx * off)
      ]
      if (c < 0 || r < 0 || c >= cols || r >= rows) continue
      const i = r * cols + c
      const bedMm = modelMm(bedM[i], scale)
      if (!(levelsM[i] > 0) || (seen > 0 && Math.abs(bedMm - before) > WALL_SLOPE * grid.cellMm))
        break
      before = bedMm
      if (++seen <= EDGE_CELLS) continue
      let [high, low] = [-Infinity, Infinity]
      for (const m of moments) {
        const level = m.depthMm[i] > 0 ? m.levelMm[i] : bedMm
        high = Math.max(high, level)
        low = Math.min(low, level)
      }
      over = high - low >= least * ((high + low) / 2 - bedMm) ? over + 1 : 0
      if (over < 2) continue
      found.push(Math.max(0, stillMm - bedMm))
      break
    }
  }
  found.sort((a, b) => a - b)
  return found.length > 0 ? found[Math.floor(found.length / 2)] : null
}

/** Between which lines the wash goes up and down. */
export function washOf({ grid }: Scene, wet: Float64Array): RunResult['wash'] {
  const lines = (share: number) =>
    isolines(grid, wet, share)
      .filter((l) => l.length > 4)
      .map((l) => l.map(([x, y]): Point2 => [Math.round(x * 10) / 10, Math.round(y * 10) / 10]))
  return { high: lines(0.02), low: lines(0.98) }
}

/** What falls over each lip of the build, from the faces where sheets flew. */
export function fallsOf(
  scene: Scene,
  fields: RunFields,
  drops: Drops,
  fallSum: Float64Array,
  landSum: Float64Array,
  weight: number,
  field: Field
): RunFall[] {
  return scene.lips.map((lip): RunFall => {
    let [q, land, crest, level, cells] = [0, 0, Infinity, 0, 0]
    for (let i = 0; i < drops.above.length; i++) {
      if (!(fallSum[i] > 0)) continue
      const inner = drops.above[i]
      const [r, c] = [Math.floor(inner / field.stride) - 2, (inner % field.stride) - 2]
      const cell = r * scene.grid.cols + c
      if (
        scene.owner[cell] !== lip.from ||
        nearestOnSegment(cellMiddle(scene.grid, c, r), ...lip.line).distance >
          1.6 * scene.grid.cellMm
      )
        continue
      q += fallSum[i] / weight
      land += landSum[i] / weight
      crest = Math.min(crest, modelMm(scene.bedM[cell], scene.scale))
    }
    // the level the fall leaves: a little up from its lip
    const back = lip.line.map(([x, y]): Point2 => [
      x - lip.out[0] * lip.backMm,
      y - lip.out[1] * lip.backMm
    ])
    for (let i = 0; i <= 10; i++) {
      const cell = cellAt(scene.grid, [
        back[0][0] + ((back[1][0] - back[0][0]) * i) / 10,
        back[0][1] + ((back[1][1] - back[0][1]) * i) / 10
      ])
      if (cell >= 0 && fields.depthMm[cell] > 0) {
        level += fields.levelMm[cell]
        cells++
      }
    }
    return {
      water: lip.water,
      dischargeM3S: q,
      landMm: q > 0 ? (land / q) * scene.grid.cellMm : 0,
      crestMm: Number.isFinite(crest) ? crest : 0,
      levelMm: cells > 0 ? level / cells : 0
    }
  })
}

/** A field set to where another run was, over whatever ground there is now. */
export function resume(field: Field, scene: Scene, from: RunResult): void {
  const { grid, scale } = scene
  field.timeS = from.ranS
  for (let r = 0; r < grid.rows; r++) {
    for (let c = 0; c < grid.cols; c++) {
      const source = cellAt(from.grid, cellMiddle(grid, c, r))
      if (source < 0) continue
      const cell = cellOf(field, r, c)
      const o = r * grid.cols + c
      const depthMm = from.fields.depthMm[source]
      // no wet cell there: a pool keeps the level that was given
      const levelM = depthMm > 0 ? (from.fields.levelMm[source] * scale) / 1000 : -Infinity
      const h = depthMm > 0 ? Math.max(0, levelM - scene.bedM[o]) : 0
      field.h[cell] = h
      field.hu[cell] = h * from.fields.xMS[source]
      field.hv[cell] = h * from.fields.yMS[source]
    }
  }
}

export function resumeFoam(
  field: Field,
  { grid }: Scene,
  from: RunResult,
  layers: Float64Array,
  aged: Float64Array
): void {
  for (let r = 0; r < grid.rows; r++) {
    for (let c = 0; c < grid.cols; c++) {
      const source = cellAt(from.grid, cellMiddle(grid, c, r))
      if (source < 0) continue
      const cell = cellOf(field, r, c)
      layers[cell] = from.fields.foam[source]
      aged[cell] = from.fields.foam[source] * from.fields.ageS[source]
    }
  }
}

/**
 * Water where none of the build's waters is: it has left its bed. How much of all of it, and where
 * its middle is.
 */
export function straysOf({ grid, owner }: Scene, { depthMm }: RunFields): RunResult['strays'] {
  let [wet, stray, x, y] = [0, 0, 0, 0]
  for (let i = 0; i < depthMm.length; i++) {
    const water = depthMm[i]
    if (!(water > 0)) continue
    wet += water
    if (owner[i] >= 0) continue
    const at = cellMiddle(grid, i % grid.cols, Math.floor(i / grid.cols))
    stray += water
    x += water * at[0]
    y += water * at[1]
  }
  return {
    pct: wet > 0 ? (100 * stray) / wet : 0,
    at: stray > 0 ? [Math.round((10 * x) / stray) / 10, Math.round((10 * y) / stray) / 10] : null
  }
}
