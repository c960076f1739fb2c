import type { Read } from '../../reads'
import { poolsOf, seasOf } from '../../../build/types'
import type { FallForm } from '../fallForm'
import type { ReachForm } from '../reachForm'
import type { SeaForm } from '../seaForm'
import type { Point2 } from '../../../physics/shape/polygon'
import type { RunResult } from '../../../running/keptRun'
import { runAt, surfaceAlong, type RunAt } from './readRun'
import { headed } from '../../../physics/shape/polygon'

/** What a form of one dimension says against what the water did. */
export interface RunCheck {
  water: string
  what: 'discharge' | 'landing' | 'level' | 'depth' | 'jump' | 'breaks' | 'run-up' | 'crests'
  formSays: number
  /** Null: there is none where the form has one. */
  runSays: number | null
  unit: 'mm' | 'm³/s'
  differs: boolean
  at: Point2 | null
}

/** Forms and run may differ by so much before it is said. Common practice, no source. */
const LIMITS = {
  dischargeShare: 0.1,
  landShare: 0.3,
  landMm: 3,
  levelMm: 1.5,
  depthShare: 0.3,
  depthMm: 1,
  jumpMm: 15,
  runUpShare: 0.5,
  runUpMm: 3,
  breakShare: 0.5,
  breakMm: 3,
  crestShare: 0.3
} as const

const middle = ([a, b]: readonly [Point2, Point2]): Point2 => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]

/** Every form of the run against the water that ran. */
export function checksOf(
  build: Read<'forms'>,
  run: RunResult,
  falls: readonly FallForm[],
  reaches: readonly ReachForm[],
  seas: readonly SeaForm[]
): RunCheck[] {
  return [
    ...falls.flatMap((f) => fallChecks(f, run)),
    ...reaches.flatMap((r) => reachChecks(r, run)),
    ...(run.periodS === null ? [] : seas.flatMap((s) => seaChecks(build, s, run)))
  ]
}

function fallChecks(form: FallForm, run: RunResult): RunCheck[] {
  const ran = run.falls.find((f) => f.water === form.id)
  if (!form.curve || !form.lip || !ran) return []
  const at = middle(form.lip)
  const { landMm } = form.curve
  return [
    {
      water: form.id,
      what: 'discharge',
      formSays: form.dischargeM3S,
      runSays: ran.dischargeM3S,
      unit: 'm³/s',
      differs:
        Math.abs(ran.dischargeM3S - form.dischargeM3S) > LIMITS.dischargeShare * form.dischargeM3S,
      at
    },
    ...(ran.dischargeM3S > 0
      ? [
          {
            water: form.id,
            what: 'landing' as const,
            formSays: landMm,
            runSays: ran.landMm,
            unit: 'mm' as const,
            differs:
              Math.abs(ran.landMm - landMm) > Math.max(LIMITS.landMm, LIMITS.landShare * landMm),
            at: form.landing ? middle(form.landing) : at
          },
          {
            water: form.id,
            what: 'level' as const,
            formSays: form.lipMm,
            runSays: ran.levelMm,
            unit: 'mm' as const,
            differs: Math.abs(ran.levelMm - form.lipMm) > LIMITS.levelMm,
            at
          }
        ]
      : [])
  ]
}

/** A jump so near to where the run begins is the landing of what feeds it, mm. */
const AT_LANDING_MM = 5
/** Fast water before a jump and quiet water after it, by Froude number. */
const JUMPS = { fast: 1.1, quiet: 0.95 } as const

function reachChecks(form: ReachForm, run: RunResult): RunCheck[] {
  const { stations } = form
  if (stations.length < 3) return []
  const across = stations.map((s, i): (RunAt & { sMm: number }) | null => {
    const [a, b] = [
      stations[Math.max(0, i - 1)].at,
      stations[Math.min(stations.length - 1, i + 1)].at
    ]
    const l = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
    const [nx, ny] = [-(b[1] - a[1]) / l, (b[0] - a[0]) / l]
    const seen = [-0.35, -0.18, 0, 0.18, 0.35].flatMap(
      (o) => runAt(run, [s.at[0] + nx * o * form.widthMm, s.at[1] + ny * o * form.widthMm]) ?? []
    )
    if (seen.length === 0) return null
    const mean = (of: (r: RunAt) => number) => seen.reduce((sum, r) => sum + of(r), 0) / seen.length
    return {
      ...seen[0],
      depthMm: mean((r) => r.depthMm),
      froude: mean((r) => r.froude),
      sMm: s.sMm
    }
  })
  const wet = across.flatMap((r, i) => (r ? [{ ran: r, form: stations[i] }] : []))
  if (wet.length === 0)
    return [
      {
        water: form.id,
        what: 'depth',
        formSays: stations.reduce((sum, s) => sum + s.surfaceMm - s.bedMm, 0) / stations.length,
        runSays: null,
        unit: 'mm',
        differs: true,
        at: stations[0].at
      }
    ]
  const mean = (of: (w: (typeof wet)[number]) => number) =>
    wet.reduce((sum, w) => sum + of(w), 0) / wet.length
  const [formDepth, runDepth] = [
    mean((w) => w.form.surfaceMm - w.form.bedMm),
    mean((w) => w.ran.depthMm)
  ]
  const jumps = jumpsAlong(wet.map((w) => w.ran))
  return [
    {
      water: form.id,
      what: 'depth',
      formSays: formDepth,
      runSays: runDepth,
      unit: 'mm',
      differs:
        Math.abs(runDepth - formDepth) > Math.max(LIMITS.depthMm, LIMITS.depthShare * formDepth),
      at: stations[Math.floor(stations.length / 2)].at
    },
    ...form.jumps
      .filter((j) => j.heightMm > 0.5 && j.sMm > AT_LANDING_MM)
      .map((j): RunCheck => {
        const nearest = jumps.reduce<number | null>(
          (best, s) => (best === null || Math.abs(s - j.sMm) < Math.abs(best - j.sMm) ? s : best),
          null
        )
        const found =
          nearest !== null && Math.abs(nearest - j.sMm) < 3 * LIMITS.jumpMm ? nearest : null
        return {
          water: form.id,
          what: 'jump',
          formSays: j.sMm,
          runSays: found,
          unit: 'mm',
          differs: found === null || Math.abs(found - j.sMm) > LIMITS.jumpMm,
          at: j.at
        }
      })
  ]
}

/** Where fast water turns quiet along a run, mm along it. */
export function jumpsAlong(line: readonly { sMm: number; froude: number }[]): number[] {
  const found: number[] = []
  let fast: number | null = null
  for (const { sMm, froude } of line) {
    if (froude >= JUMPS.fast) fast = sMm
    else if (froude <= JUMPS.quiet && fast !== null) {
      found.push((fast + sMm) / 2)
      fast = null
    }
  }
  return found
}

function seaChecks(build: Read<'forms'>, form: SeaForm, run: RunResult): RunCheck[] {
  const pool = poolsOf(build).find((p) => p.id === form.pool)
  const sea = seasOf(build).find((s) => s.id === form.id)
  if (!pool || !sea || form.faults.length > 0) return []
  const found: RunCheck[] = []
  if (form.breaks) {
    const { runUpMm: ran, breakMm } = run
    const { depthMm } = form.breaks
    found.push({
      water: form.id,
      what: 'breaks',
      formSays: depthMm,
      runSays: breakMm,
      unit: 'mm',
      differs:
        breakMm === null ||
        Math.abs(breakMm - depthMm) > Math.max(LIMITS.breakMm, LIMITS.breakShare * depthMm),
      at: null
    })
    found.push({
      water: form.id,
      what: 'run-up',
      formSays: form.breaks.runUpMm,
      runSays: ran,
      unit: 'mm',
      differs:
        ran === null ||
        Math.abs(ran - form.breaks.runUpMm) >
          Math.max(LIMITS.runUpMm, LIMITS.runUpShare * form.breaks.runUpMm),
      at: run.wash.high[0]?.[0] ?? null
    })
  }
  const spacing = crestSpacing(
    run,
    pool.levelMm,
    sea.headingDeg,
    WRINKLE_SHARE * form.offshoreHeightMm
  )
  if (spacing !== null)
    found.push({
      water: form.id,
      what: 'crests',
      formSays: form.spacingMm.offshore,
      runSays: spacing,
      unit: 'mm',
      differs:
        Math.abs(spacing - form.spacingMm.offshore) > LIMITS.crestShare * form.spacingMm.offshore,
      at: null
    })
  return found
}

/** What rises less than this share of the waves' height is no crest. Common practice, no source. */
const WRINKLE_SHARE = 0.15

/**
 * From crest to crest of the frozen moment, along lines the way the waves run, mm; null: fewer than
 * two crests stand there.
 */
function crestSpacing(
  run: RunResult,
  levelMm: number,
  headingDeg: number,
  wrinkleMm: number
): number | null {
  const { grid } = run
  const [w, d] = [grid.cols * grid.cellMm, grid.rows * grid.cellMm]
  const [kx, ky] = headed(headingDeg)
  const reach = Math.hypot(w, d) / 2
  const spacings: number[] = []
  for (const off of [-0.25, -0.12, 0, 0.12, 0.25]) {
    const [mx, my] = [w / 2 - ky * off * d, d / 2 + kx * off * d]
    for (const piece of surfaceAlong(run, {
      from: [mx - kx * reach, my - ky * reach],
      to: [mx + kx * reach, my + ky * reach]
    })) {
      // down through the still level behind a crest, once the trough before it has passed: what
      // only wrinkles is no crest
      const rises: number[] = []
      let [trough, crest] = [true, false]
      for (const [s, z] of piece) {
        if (z < levelMm - wrinkleMm) trough = true
        if (trough && z > levelMm + wrinkleMm) crest = true
        if (crest && z <= levelMm) {
          rises.push(s)
          trough = crest = false
        }
      }
      for (let i = 1; i < rises.length; i++) spacings.push(rises[i] - rises[i - 1])
    }
  }
  return spacings.length > 0
    ? spacings.sort((a, b) => a - b)[Math.floor(spacings.length / 2)]
    : null
}
