import { cellMiddle } from '../../physics/shape/grid'
import type { Point2 } from '../../physics/shape/polygon'
import { toolFor } from '../../craft/materials/strokeTools'
import { SHORTEST_WAVE_M } from '../../physics/water/waves/linear'
import { windSea } from '../../physics/water/waves/windSea'
import type { BedMap } from './bedMap'
import { headingAt, type ReachCells, type ReachForm } from './reachForm'
import type { SeaForm } from './seaForm'
import { modelMm, realM } from '../../physics/shape/units'
import { degrees, radians } from '../../physics/shape/angles'

/** One stroke of the brush on the plan: where, and which way the water moves there. */
export interface Stroke {
  water: string
  at: Point2
  headingDeg: number
  spacingMm: number
}

/** Ripples of one water: how far apart and how high on the model, and what makes them. */
export interface Ripples {
  water: string
  name: string
  spacingMm: number
  heightMm: number
  tool: string
  toolName: string
}

/** Air that moves over quiet water on most days, m/s. Common practice, no source. */
const LIGHT_AIR_MS = 3
/** Ripples are so high against their length. Common practice, no source. */
const RIPPLE_STEEPNESS = 0.07

const ripples = (water: string, name: string, spacingMm: number, heightMm: number): Ripples => {
  const tool = toolFor(spacingMm)
  return { water, name, spacingMm, heightMm, tool: tool.id, toolName: tool.name }
}

/** Ripples of quiet water: what light air raises over its length. */
export function pondRipples(water: string, scale: number, fetchMm: number): Ripples {
  const sea = windSea({ windMS: LIGHT_AIR_MS, fetchM: Math.max(1, realM(fetchMm, scale)), scale })
  const spacingMm = Math.max(modelMm(SHORTEST_WAVE_M, scale), sea.spacingMm)
  return ripples(
    water,
    'wind ripples',
    spacingMm,
    Math.min(sea.heightMm, RIPPLE_STEEPNESS * spacingMm)
  )
}

/** Ripples of a run: standing waves where they stand, else wavelets no longer than the water is deep. */
export function reachRipples(form: ReachForm): Ripples[] {
  const quiet = form.stretches.filter((s) => s.kind === 'quiet')
  const standing = form.stretches.filter((s) => s.kind !== 'quiet')
  const length = (list: typeof form.stretches) =>
    list.reduce((sum, s) => sum + s.toMm - s.fromMm, 0)
  const mean = (list: typeof form.stretches, of: (s: (typeof list)[number]) => number) =>
    list.reduce((sum, s) => sum + of(s) * (s.toMm - s.fromMm), 0) / Math.max(1e-9, length(list))
  const depth =
    form.stations.reduce((sum, s) => sum + s.surfaceMm - s.bedMm, 0) /
    Math.max(1, form.stations.length)
  return [
    ...(length(standing) > 0
      ? [
          ripples(
            form.id,
            'standing waves',
            mean(standing, (s) => s.waveMm),
            mean(standing, (s) => s.waveHeightMm)
          )
        ]
      : []),
    ...(length(quiet) > 0
      ? [ripples(form.id, 'boils and wavelets', Math.max(0.5, depth), RIPPLE_STEEPNESS * depth)]
      : [])
  ]
}

export const seaRipples = (form: SeaForm): Ripples[] =>
  form.faults.length > 0
    ? []
    : [
        ripples(
          form.id,
          form.wind ? 'wind sea' : 'swell',
          form.spacingMm.offshore,
          form.offshoreHeightMm
        )
      ]

/** Strokes are drawn on the plan so far apart, mm. */
const EVERY_MM = 13

/**
 * Strokes over the plan: along a run, with the waves of a sea, and in a pool from where water comes
 * in to where it goes out.
 *
 * @param owner   number of the water each cell belongs to, −1 dry
 * @param through from where to where water runs in each pool, by its id
 */
export function strokesOver(
  bed: BedMap,
  owner: Int16Array,
  waters: readonly string[],
  reaches: readonly { form: ReachForm; cells: ReachCells }[],
  seas: readonly SeaForm[],
  through: ReadonlyMap<string, readonly [Point2, Point2]>,
  every: readonly Ripples[]
): Stroke[] {
  const { grid } = bed
  const step = Math.max(1, Math.round(EVERY_MM / grid.cellMm))
  const spacing = new Map(every.map((r) => [r.water, r.spacingMm]))
  const strokes: Stroke[] = []
  for (let row = Math.floor(step / 2); row < grid.rows; row += step) {
    for (
      let col = Math.floor(step / 2) + (Math.floor(row / step) % 2 ? Math.floor(step / 2) : 0);
      col < grid.cols;
      col += step
    ) {
      const cell = row * grid.cols + col
      if (owner[cell] < 0) continue
      const at = cellMiddle(grid, col, row)
      const water = waters[owner[cell]]
      const reach = reaches.find((r) => r.cells.station[cell] >= 0)
      const sea = seas.find(
        (s) => s.pool === bed.pools[bed.pool[cell]] && !Number.isNaN(s.arrivalS[cell])
      )
      const stroke = (of: string, headingDeg: number) =>
        strokes.push({
          water: of,
          at,
          headingDeg,
          spacingMm: spacing.get(of) ?? spacing.get(water) ?? 3
        })
      if (reach) stroke(reach.form.id, roundRocks(reach.form, reach.cells.station[cell], at))
      else if (sea) {
        const heading = gradientDeg(sea.arrivalS, grid.cols, cell)
        if (heading !== null) stroke(sea.id, heading)
      } else {
        const ends = through.get(water)
        if (ends) stroke(water, funnel(ends, at))
      }
    }
  }
  return strokes
}

/** The stream's way at a station, pushed aside by the rocks before it as by a cylinder in a free stream. */
function roundRocks(form: ReachForm, station: number, at: Point2): number {
  const heading = radians(headingAt(form.stations, station))
  let [u, v] = [1, 0]
  for (const rock of form.rocks) {
    const [dx, dy] = [at[0] - rock.at[0], at[1] - rock.at[1]]
    const [s, w] = [
      dx * Math.cos(heading) + dy * Math.sin(heading),
      -dx * Math.sin(heading) + dy * Math.cos(heading)
    ]
    const r2 = s * s + w * w
    const a2 = (rock.widthMm / 2) ** 2
    if (r2 < a2 || r2 > 16 * a2) continue
    u += (-a2 * (s * s - w * w)) / (r2 * r2)
    v += (-2 * a2 * s * w) / (r2 * r2)
  }
  return degrees(heading + Math.atan2(v, u))
}

function gradientDeg(values: Float64Array, cols: number, cell: number): number | null {
  const dx = values[cell + 1] - values[cell - 1]
  const dy = values[cell + cols] - values[cell - cols]
  return Number.isFinite(dx) && Number.isFinite(dy) && (dx !== 0 || dy !== 0)
    ? degrees(Math.atan2(dy, dx))
    : null
}

/** From a source to a sink: the sum of both pulls. */
function funnel([from, to]: readonly [Point2, Point2], [x, y]: Point2): number {
  const pull = (p: Point2, sign: number): Point2 => {
    const r2 = Math.max(25, (x - p[0]) ** 2 + (y - p[1]) ** 2)
    return [(sign * (x - p[0])) / r2, (sign * (y - p[1])) / r2]
  }
  const [a, b] = [pull(from, 1), pull(to, -1)]
  return degrees(Math.atan2(a[1] + b[1], a[0] + b[0]))
}
