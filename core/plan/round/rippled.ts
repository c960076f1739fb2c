import type { Build } from '../../build/types'
import { poolsOf } from '../../build/types'
import type { FormsPlan } from '../2-forms/formsStage'
import type { WholeGround } from '../beside/landOf'
import { FINE, type RoundField } from './types'
import { radians } from '../../physics/shape/angles'

/** A stroke of the brush raises ripples as far about it as this, mm: as far as the next strokes lie. */
const REACH_MM = 14
/** A ripple is drawn by so many places at least. */
const PLACES = 5
/** Places lie no farther apart than this, mm. */
const FARTHEST_MM = 2.5
/** And there are no more of them than so many. */
const MOST_PLACES = 450_000
/** What rises and falls with a sea is its wave; ripples on it are so long at most, mm. */
const LONGEST_MM = 9
/** Ripples are no steeper than this: height by length. Common practice, no source. */
const STEEPEST = 0.12

interface Packet {
  x: number
  y: number
  dx: number
  dy: number
  wave: number
  high: number
  phase: number
}

const hashed = (i: number): number => {
  const v = Math.sin(78.233 * i + 4.1) * 43_758.5453
  return v - Math.floor(v)
}

/**
 * Ripples over the base as the strokes of the brush leave them: crests across each stroke, as far
 * apart as the plan has them, fading into those of the next.
 *
 * @param rippleMm  its places lie no nearer to each other
 * @returns how far they rise and fall at each place, mm; outside the water 0
 */
export function rippleField(
  build: Build,
  { strokes, ripples }: Pick<FormsPlan, 'strokes' | 'ripples'>,
  whole: WholeGround,
  rippleMm = FINE.rippleMm
): RoundField {
  const { widthMm, depthMm } = build.base
  const high = new Map(ripples.map((r) => [r.water, r.heightMm]))
  const packets = [...strokes, ...stillStrokes(build, { strokes, ripples }, whole)].map(
    (s, i): Packet => {
      const wave = Math.min(LONGEST_MM, Math.max(0.8, s.spacingMm)) * (0.85 + 0.3 * hashed(i))
      const a = radians(s.headingDeg + 26 * (hashed(i + 0.37) - 0.5))
      return {
        x: s.at[0],
        y: s.at[1],
        dx: Math.cos(a),
        dy: Math.sin(a),
        wave,
        high: Math.min(high.get(s.water) ?? 0.3, STEEPEST * wave) / 2,
        phase: 2 * Math.PI * hashed(i + 0.71)
      }
    }
  )
  const finest = packets.reduce((w, p) => Math.min(w, p.wave), Infinity) / PLACES
  const fits = Math.sqrt((widthMm * depthMm) / MOST_PLACES)
  const cellMm = Math.max(fits, Math.min(FARTHEST_MM, Math.max(rippleMm, finest)))
  const [cols, rows] = [Math.ceil(widthMm / cellMm) + 1, Math.ceil(depthMm / cellMm) + 1]
  const values = new Float32Array(cols * rows)
  const weights = new Float32Array(cols * rows)
  for (const p of packets) {
    const n = (2 * Math.PI) / p.wave
    const c0 = Math.max(0, Math.ceil((p.x - REACH_MM) / cellMm))
    const c1 = Math.min(cols - 1, Math.floor((p.x + REACH_MM) / cellMm))
    const r0 = Math.max(0, Math.ceil((p.y - REACH_MM) / cellMm))
    const r1 = Math.min(rows - 1, Math.floor((p.y + REACH_MM) / cellMm))
    for (let r = r0; r <= r1; r++)
      for (let c = c0; c <= c1; c++) {
        const [x, y] = [c * cellMm - p.x, r * cellMm - p.y]
        const far = (x * x + y * y) / (REACH_MM * REACH_MM)
        if (far >= 1) continue
        const w = (1 - far) ** 2
        const i = r * cols + c
        values[i] += w * p.high * Math.sin(n * (x * p.dx + y * p.dy) + p.phase)
        weights[i] += w * w
      }
  }
  // packets of other phases weaken each other: by the root of their squares they stay as high
  for (let i = 0; i < values.length; i++)
    values[i] = weights[i] > 0 ? values[i] / Math.max(0.2, Math.sqrt(weights[i])) : 0
  return { cols, rows, x0: 0, y0: 0, cellMm, values }
}

/** Over still water, which has no way of its own, air strokes now here, now there. */
function stillStrokes(
  build: Build,
  { strokes, ripples }: Pick<FormsPlan, 'strokes' | 'ripples'>,
  { cols, rows, cellMm, water }: WholeGround
): FormsPlan['strokes'] {
  const stroked = new Set(strokes.map((s) => s.water))
  const spacing = new Map(ripples.map((r) => [r.water, r.spacingMm]))
  const still = new Map(
    poolsOf(build)
      .filter((p) => !stroked.has(p.id) && spacing.has(p.id))
      .map((p) => [build.waters.indexOf(p), p.id])
  )
  if (still.size === 0) return []
  const step = Math.max(1, Math.round(REACH_MM / cellMm))
  const found: FormsPlan['strokes'] = []
  for (let r = 0; r < rows; r += step)
    for (let c = 0; c < cols; c += step) {
      const of = still.get(water[r * cols + c])
      if (of === undefined) continue
      const headingDeg = 40 + 70 * hashed(found.length)
      found.push({
        water: of,
        at: [c * cellMm, r * cellMm],
        headingDeg,
        spacingMm: spacing.get(of)!
      })
    }
  return found
}
