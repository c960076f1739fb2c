import type { Point2 } from '../../physics/shape/polygon'
import type { LayerId, Template, TemplateKind, TemplateShape, TemplateText } from './types'

/** White paper kept round a drawing, mm. */
const AROUND_MM = 2

/** Shapes and texts as a template whose lower left corner lies at (0, 0). */
export function template(
  kind: TemplateKind,
  water: string | null,
  of: { id: string; name: string; use: string },
  shapes: readonly TemplateShape[],
  texts: readonly TemplateText[] = []
): Template {
  const seen = shapes.filter((s) => s.points.length > 1)
  const all = seen.flatMap((s) => s.points)
  if (all.length === 0)
    return { ...of, kind, water, shapes: [], texts: [], widthMm: 0, heightMm: 0 }
  const [x0, x1] = extent(all.map((p) => p[0]))
  const [y0, y1] = extent(all.map((p) => p[1]))
  const move = ([x, y]: Point2): Point2 => [round(x - x0 + AROUND_MM), round(y - y0 + AROUND_MM)]
  return {
    ...of,
    kind,
    water,
    widthMm: round(x1 - x0 + 2 * AROUND_MM),
    heightMm: round(y1 - y0 + 2 * AROUND_MM),
    shapes: seen.map((s) => ({ ...s, points: s.points.map(move) })),
    texts: texts.map((t) => ({ ...t, at: move(t.at) }))
  }
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
