import { createNoise2D } from 'simplex-noise'
import { boxOf, type Box } from './grid'
import { eachPlace, type HeightField } from './heightField'
import { evenly, type Point2 } from './polygon'

/** What a round brush does to land. */
export const BRUSHES = ['raise', 'lower', 'smooth', 'flatten', 'roughen'] as const
export type Brush = (typeof BRUSHES)[number]

export interface BrushSize {
  radiusMm: number
  /** What one touch does at its middle, from 0 to 1; a pen's pressure counts in. */
  strength: number
}

/** A whole touch raises land by this share of the brush's radius. */
const RISE = 0.12
/** Touches lie this share of a radius apart along a stroke. */
const APART = 0.25
/** Rock is as rough as this share of the brush's radius, and its coarsest bumps are so wide. */
const ROUGH = 0.18
const BUMP = 0.9
/** The outer part of a cliff or slope, as a share of its width, that runs out into the land. */
const RUNS_OUT = 0.35
/** No land is higher, mm. */
const HIGHEST_MM = 10_000

/** How strongly a brush works so far from its middle: 1 there, 0 at its edge. */
const fall = (share: number): number => (share >= 1 ? 0 : (1 - share * share) ** 2)
const within = (z: number): number => Math.min(HIGHEST_MM, Math.max(0, z))

/**
 * Where a brush touches along a stroke: evenly, however fast the hand went.
 * @example touches([[0, 0], [10, 0]], 20).length // 3
 */
export function touches(stroke: readonly Point2[], radiusMm: number): Point2[] {
  const lengthMm = stroke
    .slice(1)
    .reduce((sum, p, i) => sum + Math.hypot(p[0] - stroke[i][0], p[1] - stroke[i][1]), 0)
  if (stroke.length === 1 || lengthMm === 0) return [stroke[0]]
  return evenly(stroke, Math.max(1, Math.round(lengthMm / (APART * radiusMm))))
}

/**
 * Touches land once with a round brush; the field itself is changed.
 *
 * @param toMm  height that land is flattened to
 * @returns     the part that was changed
 */
export function touch(
  field: HeightField,
  brush: Brush,
  at: Point2,
  { radiusMm, strength }: BrushSize,
  toMm = 0
): Box {
  const { zMm, cols, rows } = field
  const box = boxOf([at], radiusMm)
  const before = brush === 'smooth' ? zMm.slice() : zMm
  eachPlace(field, box, (i, x, y) => {
    const w = strength * fall(Math.hypot(x - at[0], y - at[1]) / radiusMm)
    if (w === 0) return
    if (brush === 'raise') zMm[i] = within(zMm[i] + w * RISE * radiusMm)
    else if (brush === 'lower') zMm[i] = within(zMm[i] - w * RISE * radiusMm)
    else if (brush === 'flatten') zMm[i] += w * (within(toMm) - zMm[i])
    else if (brush === 'roughen')
      zMm[i] = within(zMm[i] + w * APART * ROUGH * radiusMm * rock(x / radiusMm, y / radiusMm))
    else {
      const [c, r] = [i % cols, Math.floor(i / cols)]
      let sum = 0
      let count = 0
      for (let dr = -1; dr <= 1; dr++)
        for (let dc = -1; dc <= 1; dc++) {
          if (c + dc < 0 || c + dc >= cols || r + dr < 0 || r + dr >= rows) continue
          sum += before[i + dr * cols + dc]
          count++
        }
      zMm[i] += w * (sum / count - zMm[i])
    }
  })
  return box
}

/** Bumps of rock, from −1 to 1: four finenesses, sharp on top. The same at the same place, always. */
function rock(x: number, y: number): number {
  let sum = 0
  for (let k = 0; k < 4; k++) {
    const f = 2 ** k / BUMP
    sum += (1 - 2 * Math.abs(noise(x * f + 31 * k, y * f))) / 2 ** k
  }
  return sum / 1.875
}
/** A generator of numbers that begins the same each time. @source Mulberry32; from memory */
function fromSeed(seed: number): () => number {
  let a = seed
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
}
const noise = createNoise2D(fromSeed(7))

/** Nearest place on a line, how far it is, on which side, and how far along, as a share. */
function onLine(line: readonly Point2[], x: number, y: number) {
  let best = { far: Infinity, right: false, along: 0 }
  let walked = 0
  let whole = 0
  for (let k = 0; k + 1 < line.length; k++) {
    const [a, b] = [line[k], line[k + 1]]
    const [ux, uy] = [b[0] - a[0], b[1] - a[1]]
    const length = Math.hypot(ux, uy)
    whole += length
    if (length === 0) continue
    const t = Math.min(1, Math.max(0, ((x - a[0]) * ux + (y - a[1]) * uy) / length ** 2))
    const [dx, dy] = [x - a[0] - t * ux, y - a[1] - t * uy]
    const far = Math.hypot(dx, dy)
    if (far < best.far)
      best = { far, right: ux * (y - a[1]) - uy * (x - a[0]) < 0, along: walked + t * length }
    walked += length
  }
  return { ...best, along: whole > 0 ? best.along / whole : 0 }
}

/** Whole along the line, running out to 0 at the edge of what is worked. */
const runsOut = (share: number): number =>
  share <= 1 - RUNS_OUT ? 1 : share >= 1 ? 0 : fall((share - 1 + RUNS_OUT) / RUNS_OUT)

/**
 * Cuts a cliff along a line: on its right, as it is walked, land comes down to a height, as far out as
 * the brush is wide; on its left it stays. Land that is lower stays too.
 *
 * @returns the part that was changed
 */
export function cutCliff(
  field: HeightField,
  line: readonly Point2[],
  radiusMm: number,
  toMm: number
): Box {
  const box = boxOf(line, radiusMm)
  eachPlace(field, box, (i, x, y) => {
    const { far, right } = onLine(line, x, y)
    if (!right || far > radiusMm) return
    const down = Math.min(0, within(toMm) - field.zMm[i])
    field.zMm[i] += runsOut(far / radiusMm) * down
  })
  return box
}

/**
 * Lays an even slope along a line from one height to another, as wide on both sides as the brush.
 *
 * @returns the part that was changed
 */
export function laySlope(
  field: HeightField,
  line: readonly Point2[],
  radiusMm: number,
  [startMm, endMm]: readonly [number, number]
): Box {
  const box = boxOf(line, radiusMm)
  eachPlace(field, box, (i, x, y) => {
    const { far, along } = onLine(line, x, y)
    if (far > radiusMm) return
    const wanted = within(startMm + along * (endMm - startMm))
    field.zMm[i] += runsOut(far / radiusMm) * (wanted - field.zMm[i])
  })
  return box
}
