import { fieldAt, overField, spacing, type HeightField } from '../../physics/shape/heightField'
import { Refusal, mm, quantity, say } from '../../words/sentence'

/** What land is cut smaller for: the walls of a case round it, and faces of cast rock put on it. */
export interface LandRoom {
  /** From the edge of the base to the foam on every side: the case's wall and room to slide, mm. */
  caseGapMm: number
  /** How thick faces of rock are put on where land is too steep for anything else, mm. */
  rockFaceMm: number
}
export const NO_ROOM: LandRoom = { caseGapMm: 0, rockFaceMm: 0 }
/** Less land than this between the walls of its case is none, mm. */
const LEAST_MM = 10
/** Land that rises more steeply than this takes a face of rock. Common practice, no source. */
const ROCK = 1.2

/**
 * Land with its steep faces cut back: cast rock put on them stands where the land was to stand.
 *
 * @example faced({ cellMm: 1, cols: 2, rows: 2, zMm: new Float32Array([0, 9, 0, 9]) }, 1).zMm[1] // 0
 */
export function faced(land: HeightField, rockFaceMm: number): HeightField {
  const { cellMm, cols, rows, zMm } = land
  const r = Math.round(rockFaceMm / cellMm)
  if (r < 1) return land
  const made = zMm.slice()
  const clamp = (v: number, most: number) => Math.min(most, Math.max(0, v))
  const steep = zMm.map((z, i) => {
    const [c, row] = [i % cols, Math.floor(i / cols)]
    const beside = [
      zMm[row * cols + clamp(c + 1, cols - 1)],
      zMm[row * cols + clamp(c - 1, cols - 1)],
      zMm[clamp(row + 1, rows - 1) * cols + c],
      zMm[clamp(row - 1, rows - 1) * cols + c]
    ]
    return Math.max(...beside.map((b) => Math.abs(b - z))) > ROCK * cellMm ? 1 : 0
  })
  for (let i = 0; i < zMm.length; i++) {
    if (!steep[i]) continue
    const [c, row] = [i % cols, Math.floor(i / cols)]
    // what stands within a face's thickness of a steep place comes down to it
    for (let dr = -r; dr <= r; dr++)
      for (let dc = -r; dc <= r; dc++) {
        const [u, v] = [c + dc, row + dr]
        if (dr * dr + dc * dc > r * r || u < 0 || v < 0 || u >= cols || v >= rows) continue
        made[v * cols + u] = Math.min(made[v * cols + u], zMm[i])
      }
  }
  return { ...land, zMm: made }
}

/**
 * Land between the walls of its case.
 *
 * @returns its field, and how far in its front left corner lies, mm
 * @throws RangeError where the walls leave nothing
 */
export function inCase(
  land: HeightField,
  base: { widthMm: number; depthMm: number },
  caseGapMm: number
): { field: HeightField; inMm: number } {
  if (!(caseGapMm > 0)) return { field: land, inMm: 0 }
  const [widthMm, depthMm] = [base.widthMm - 2 * caseGapMm, base.depthMm - 2 * caseGapMm]
  if (Math.min(widthMm, depthMm) < LEAST_MM)
    throw new Refusal(
      say`caseGapMm: was ${mm(caseGapMm)}; on a base of ${quantity([base.widthMm, base.depthMm], 'mm', 1, ' by ')} that leaves no land between the walls`
    )
  const size = spacing(widthMm, depthMm)
  const zMm = overField(size, (x, y) => fieldAt(land, [x + caseGapMm, y + caseGapMm]))
  return { field: { ...size, zMm }, inMm: caseGapMm }
}
