import type { Point2 } from '../../physics/shape/polygon'
import { labelWidth, placed, TEXT_MM } from './labels'
import type { LayerId, Template, TemplateKind, TemplateShape, TemplateText } from './types'
import type { Sentence } from '../../words/sentence'

/** White paper kept round a drawing, mm. */
const AROUND_MM = 2

/**
 * Shapes and texts as a template whose lower left corner lies at (0, 0). Labels are put where they
 * cross nothing, and lie within the drawing.
 */
export function template(
  kind: TemplateKind,
  water: string | null,
  of: { id: string; name: string; use: Sentence },
  shapes: readonly TemplateShape[],
  texts: readonly TemplateText[] = []
): Template {
  const lines = shapes.filter((s) => s.points.length > 1)
  if (lines.length === 0)
    return { ...of, kind, water, shapes: [], texts: [], widthMm: 0, heightMm: 0 }
  const labels = placed(lines, texts)
  const seen = [...lines, ...labels.ties]
  const all = seen.flatMap((s) => s.points)
  const ends = labels.texts.map(({ at: [x, y], text }): Point2 => [
    x + labelWidth(text),
    y + TEXT_MM
  ])
  const spread = [...all, ...labels.texts.map((t) => t.at), ...ends]
  const [x0, x1] = extent(spread.map((p) => p[0]))
  const [y0, y1] = extent(spread.map((p) => p[1]))
  const move = ([x, y]: Point2): Point2 => [round(x - x0 + AROUND_MM), round(y - y0 + AROUND_MM)]
  return {
    ...of,
    kind,
    water,
    widthMm: round(x1 - x0 + 2 * AROUND_MM),
    heightMm: round(y1 - y0 + 2 * AROUND_MM),
    shapes: seen.map((s) => ({ ...s, points: s.points.map(move) })),
    texts: labels.texts.map((t) => ({ ...t, at: move(t.at) }))
  }
}

/** Lines cut at the edges of the base, so that all sheets of the whole base lie over one another. */
export function onBase(
  { widthMm, depthMm }: { widthMm: number; depthMm: number },
  shapes: readonly TemplateShape[]
): TemplateShape[] {
  return shapes.flatMap((shape) =>
    shape.closed
      ? [{ ...shape, points: clippedRing(shape.points, widthMm, depthMm) }]
      : clippedLine(shape.points, widthMm, depthMm).map((points) => ({ ...shape, points }))
  )
}

/** A ring cut to the base. @source Sutherland & Hodgman 1974 */
function clippedRing(ring: readonly Point2[], w: number, h: number): Point2[] {
  let out: Point2[] = [...ring]
  for (const [axis, limit, keep] of EDGES(w, h)) {
    const inside = (p: Point2) => (p[axis] - limit) * keep >= 0
    out = out.flatMap((p, i) => {
      const before = out[(i + out.length - 1) % out.length]
      const crossing = inside(p) === inside(before) ? [] : [cutAt(before, p, axis, limit)]
      return inside(p) ? [...crossing, p] : crossing
    })
  }
  return out
}

/** What lies on the base of a line, piece by piece. */
function clippedLine(points: readonly Point2[], w: number, h: number): Point2[][] {
  const pieces: Point2[][] = []
  for (let i = 1; i < points.length; i++) {
    let [a, b] = [points[i - 1], points[i]]
    let gone = false
    for (const [axis, limit, keep] of EDGES(w, h)) {
      const [inA, inB] = [a, b].map((p) => (p[axis] - limit) * keep >= 0)
      if (!inA && !inB) gone = true
      else if (!inA) a = cutAt(a, b, axis, limit)
      else if (!inB) b = cutAt(a, b, axis, limit)
      if (gone) break
    }
    if (gone) continue
    const last = pieces.at(-1)?.at(-1)
    if (last && last[0] === a[0] && last[1] === a[1]) pieces.at(-1)!.push(b)
    else pieces.push([a, b])
  }
  return pieces
}

/** The four edges of the base: axis, where, and on which side of it the base lies. */
const EDGES = (w: number, h: number): [0 | 1, number, 1 | -1][] => [
  [0, 0, 1],
  [0, w, -1],
  [1, 0, 1],
  [1, h, -1]
]
function cutAt(a: Point2, b: Point2, axis: 0 | 1, limit: number): Point2 {
  const t = (limit - a[axis]) / (b[axis] - a[axis])
  const other = a[1 - axis] + t * (b[1 - axis] - a[1 - axis])
  return axis === 0 ? [limit, other] : [other, limit]
}

export const closed = (layer: LayerId, points: readonly Point2[]): TemplateShape => ({
  layer,
  closed: true,
  points: [...points]
})
export const line = (layer: LayerId, points: readonly Point2[]): TemplateShape => ({
  layer,
  closed: false,
  points: [...points]
})
export const box = (layer: LayerId, w: number, h: number, at: Point2 = [0, 0]): TemplateShape =>
  closed(layer, [at, [at[0] + w, at[1]], [at[0] + w, at[1] + h], [at[0], at[1] + h]])

/** Thousandths of a millimetre are enough for any knife. */
const round = (value: number) => Math.round(value * 1000) / 1000
function extent(values: readonly number[]): [number, number] {
  let [low, high] = [Infinity, -Infinity]
  for (const v of values) {
    if (v < low) low = v
    if (v > high) high = v
  }
  return [low, high]
}
