import type { Grid } from '../physics/shape/grid'
import { pack, unpack, type PackedField } from '../physics/shape/packed'
import type { Point2 } from '../physics/shape/polygon'

/** What is known at each cell of a run: lengths in mm on the model, speeds in m/s full size. */
export const RUN_FIELDS = [
  'levelMm',
  'depthMm',
  'xMS',
  'yMS',
  'foam',
  'ageS',
  'lossM3S3',
  'wetShare'
] as const
export type RunFieldName = (typeof RUN_FIELDS)[number]
/**
 * The fields themselves, row by row from the front left. `foam`: layers of it; `wetShare`: how much
 * of the time it is wet.
 */
export type RunFields = Record<RunFieldName, Float32Array>

/** What falls over a lip, and how far out it lands. */
export interface RunFall {
  water: string
  dischargeM3S: number
  landMm: number
  crestMm: number
  levelMm: number
}

/** Water that ran, as it is while the app is open. */
export interface RunResult {
  grid: Grid
  scale: number
  /** How long it has run, full size, s. */
  ranS: number
  dischargeM3S: number
  /** What comes in and goes out, m³/s. */
  inM3S: number
  outM3S: number
  fields: RunFields
  falls: RunFall[]
  /** Swell: its period, and the moment that is shown, as a share of it. */
  periodS: number | null
  phase: number | null
  /** How far the wash comes up and draws back over one period. */
  wash: { high: Point2[][]; low: Point2[][] }
  /** How high over its still level the swell runs up the shore, mm; null: no swell. */
  runUpMm: number | null
  /** Over how much still water its crests begin to break, mm; null: no swell, or none breaks. */
  breakMm: number | null
  /** Water on dry land: how much of all the water, %, and where, mm. */
  strays: { pct: number; at: Point2 | null }
}

/** A run that the builder kept: part of the build file. */
export interface KeptRun extends Omit<RunResult, 'grid' | 'fields' | 'scale'> {
  id: string
  name: string
  /** Instant in universal time. */
  keptAt: string
  /** Says over which ground and flow it ran. */
  ground: string
  grid: Pick<Grid, 'cellMm' | 'cols' | 'rows'>
  fields: Record<RunFieldName, PackedField>
}

/** More cells than this are not kept: a brush is no finer. */
const MOST_CELLS = 20_000
/** No ruler tells less, mm. */
const FINEST_MM = 0.05
/** Lengths are kept in so many steps at most, all else in fewer: no eye tells foam finer. */
const MOST_STEPS = { lengths: 4000, else: 250 }

/**
 * A run made ready to be kept, on coarser cells where it has more than a brush can follow.
 *
 * @param keep  its name and id, when, and the mark of its ground
 */
export function keepRun(
  run: RunResult,
  keep: Pick<KeptRun, 'id' | 'name' | 'keptAt' | 'ground'>
): KeptRun {
  const {
    fields,
    grid,
    ranS,
    dischargeM3S,
    inM3S,
    outM3S,
    falls,
    periodS,
    phase,
    wash,
    runUpMm,
    breakMm,
    strays
  } = coarser(run)
  const packed = Object.fromEntries(
    RUN_FIELDS.map((name) => {
      const isLength = name.endsWith('Mm')
      return [
        name,
        isLength
          ? pack(fields[name], MOST_STEPS.lengths, FINEST_MM)
          : pack(fields[name], MOST_STEPS.else, 0)
      ]
    })
  ) as KeptRun['fields']
  return {
    ...keep,
    ranS,
    dischargeM3S,
    inM3S,
    outM3S,
    falls,
    periodS,
    phase,
    wash,
    runUpMm,
    breakMm,
    strays,
    grid: { cellMm: grid.cellMm, cols: grid.cols, rows: grid.rows },
    fields: packed
  }
}

/** A kept run as it was. @throws RangeError when its fields are not what its grid says */
export function openRun(kept: KeptRun, scale: number): RunResult {
  const {
    fields,
    grid,
    ranS,
    dischargeM3S,
    inM3S,
    outM3S,
    falls,
    periodS,
    phase,
    wash,
    runUpMm,
    breakMm,
    strays
  } = kept
  const size = grid.cols * grid.rows
  return {
    ranS,
    dischargeM3S,
    inM3S,
    outM3S,
    falls,
    periodS,
    phase,
    wash,
    runUpMm,
    breakMm,
    strays,
    scale,
    grid: { x0: 0, y0: 0, ...grid },
    fields: Object.fromEntries(
      RUN_FIELDS.map((name) => [
        name,
        unpack(fields[name], size, { field: `fields.${name}`, whole: 'a kept run' })
      ])
    ) as RunFields
  }
}

/** Blocks of cells as one, each the mean of those of its cells that are wet. */
function coarser(run: RunResult): RunResult {
  const { cols, rows, cellMm, x0, y0 } = run.grid
  const by = Math.ceil(Math.sqrt((cols * rows) / MOST_CELLS))
  if (by <= 1) return run
  const grid: Grid = {
    x0,
    y0,
    cellMm: cellMm * by,
    cols: Math.ceil(cols / by),
    rows: Math.ceil(rows / by)
  }
  const of = (values: Float32Array, wetOnly: boolean) => {
    const out = new Float32Array(grid.cols * grid.rows)
    for (let r = 0; r < grid.rows; r++) {
      for (let c = 0; c < grid.cols; c++) {
        let [sum, count, all] = [0, 0, 0]
        for (let y = r * by; y < Math.min(rows, (r + 1) * by); y++) {
          for (let x = c * by; x < Math.min(cols, (c + 1) * by); x++) {
            const i = y * cols + x
            all++
            if (wetOnly && !(run.fields.depthMm[i] > 0)) continue
            sum += values[i]
            count++
          }
        }
        // a block is wet when half of it is
        if (count > 0 && (!wetOnly || count * 2 >= all)) out[r * grid.cols + c] = sum / count
      }
    }
    return out
  }
  return {
    ...run,
    grid,
    fields: Object.fromEntries(
      RUN_FIELDS.map((name) => [name, of(run.fields[name], name !== 'wetShare')])
    ) as RunFields
  }
}
