import { insideRing, type Point2 } from '../../physics/shape/polygon'
import type { CutList } from '../beside/cutList'
import { closed, line, template } from './draw'
import type { Template } from './types'
import { mm, say } from '../../words/sentence'

/** Dowels that hold two sheets together are so thick, mm. Common practice, no source. */
export const DOWEL_MM = 4
const CORNERS = 16

/**
 * The sheets of a cut list as 1:1 templates, from the base up: all lie over one another by the edge of
 * the base, and by the holes for their dowels.
 */
export function landSheets(list: CutList, base: { widthMm: number; depthMm: number }): Template[] {
  const { widthMm: w, depthMm: d } = base
  const edge: Point2[] = [
    [0, 0],
    [w, 0],
    [w, d],
    [0, d]
  ]
  return list.sheets.map((sheet, i) => {
    const holes = list.registers.flatMap((r) =>
      r.sheet === i || r.sheet === i - 1 ? r.at.map((at) => ({ at, below: r.sheet === i - 1 })) : []
    )
    const above = list.sheets[i + 1]?.outlines ?? []
    const pieces = list.pieces.filter((p) => p.sheet === i)
    return template(
      'land-sheet',
      null,
      {
        id: `land-${i + 1}`,
        name: `Land, sheet ${i + 1} of ${list.sheets.length}`,
        use: say`Cut from foam of ${mm(list.sheetMm)}; its foot lies ${mm(sheet.fromMm)} over the base. Dowels of ${mm(DOWEL_MM)} through the rings; the dotted line is where the next sheet stands.`
      },
      [
        closed('base', edge),
        // which way the stack lies: an arrow to its front
        line('note', [
          [w / 2, 14],
          [w / 2, 2],
          [w / 2 - 3, 6],
          [w / 2, 2],
          [w / 2 + 3, 6]
        ]),
        ...sheet.outlines.map((ring) => closed('cut', ring)),
        ...above.map((ring) => closed('depth', ring)),
        ...holes.map(({ at }) => closed('saw', ringAt(at)))
      ],
      [
        ...pieces.map((p, k) => ({
          at: insideOf(p.outline),
          text: `${i + 1}${pieces.length > 1 ? String.fromCharCode(97 + (k % 26)) : ''}`
        })),
        { at: [w / 2 + 4, 4] as Point2, text: 'front' }
      ]
    )
  })
}

const ringAt = ([x, y]: Point2): Point2[] =>
  Array.from({ length: CORNERS }, (_, k): Point2 => [
    x + (DOWEL_MM / 2) * Math.cos((2 * Math.PI * k) / CORNERS),
    y + (DOWEL_MM / 2) * Math.sin((2 * Math.PI * k) / CORNERS)
  ])

/** A place inside an outline: its middle, or halfway between two of its points. */
function insideOf(ring: readonly Point2[]): Point2 {
  const n = ring.length
  const middle: Point2 = [
    ring.reduce((s, p) => s + p[0], 0) / n,
    ring.reduce((s, p) => s + p[1], 0) / n
  ]
  if (insideRing(middle, ring)) return middle
  for (let i = 0; i < n; i++)
    for (let k = 2; k < n; k += Math.max(1, Math.floor(n / 12))) {
      const [a, b] = [ring[i], ring[(i + k) % n]]
      const at: Point2 = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
      if (insideRing(at, ring)) return at
    }
  return ring[0]
}
