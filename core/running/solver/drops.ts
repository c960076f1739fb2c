import { GRAVITY } from '../../physics/gravity'
import { cellOf, type Field } from './field'

/**
 * Faces at which the bed drops so steeply that water may leave it: there a sheet takes over, and
 * hands its discharge and
 * momentum on to where it lands.
 */
export interface Drops {
  /** The cell above each such face, and the step to the cell below it. */
  above: Int32Array
  step: Int32Array
  /** So many cells lie beyond it before the edge. */
  room: Int32Array
  /** How far out the sheet lands, in cells, and what falls, m³/s: of the last step, for whoever asks. */
  landsCells: Float64Array
  dischargeM3S: Float64Array
  /** Power that sheets bring to where they land, m³/s³ over each cell, of the last step. */
  powerM3S3: Float64Array
  /** What goes through one face. */
  own: Float64Array
}

/**
 * A bed that falls by more than this over its length may be left by the water. Common practice:
 * 45°, no source.
 */
const STEEP = 1
/** A sheet flies at most so many cells. */
const FARTHEST = 400

/**
 * The faces of a bed that are steep enough for a sheet, both ways and in both directions; null when
 * there are none.
 */
export function dropsOf(field: Field, leastM = 0): Drops | null {
  const { cols, rows, stride, z, dxM } = field
  const above: number[] = []
  const step: number[] = []
  const room: number[] = []
  const least = Math.max(STEEP * dxM, leastM)
  const look = (c: number, d: number, before: number, beyond: number) => {
    const drop = z[c] - z[d]
    if (Math.abs(drop) < least) return
    above.push(drop > 0 ? c : d)
    step.push(drop > 0 ? d - c : c - d)
    room.push(drop > 0 ? beyond : before)
  }
  for (let r = 0; r < rows; r++) {
    for (let k = 0; k < cols; k++) {
      const c = cellOf(field, r, k)
      if (k + 1 < cols) look(c, c + 1, k + 1, cols - 1 - k)
      if (r + 1 < rows) look(c, c + stride, r + 1, rows - 1 - r)
    }
  }
  if (above.length === 0) return null
  return {
    above: Int32Array.from(above),
    step: Int32Array.from(step),
    room: Int32Array.from(room),
    landsCells: new Float64Array(above.length),
    dischargeM3S: new Float64Array(above.length),
    powerM3S3: field.kernel.numbers(field.h.length),
    own: field.kernel.numbers(24)
  }
}

/**
 * Takes what falls over steep faces from the cell at their foot and gives it to the cell where it
 * lands: mass and momentum
 * as they left. Where the sheet lands at the foot, or stands in tail water, nothing changes: the
 * water follows its bed.
 *
 * @source a free body's path; written from memory
 */
export function handOver(
  field: Field,
  h: Float64Array,
  u: Float64Array,
  v: Float64Array,
  mh: Float64Array,
  mu: Float64Array,
  mv: Float64Array,
  drops: Drops,
  order: 1 | 2
): void {
  const { z, dxM, kernel } = field
  const { above, step, room, own } = drops
  const perM = 1 / dxM
  drops.powerM3S3.fill(0)
  for (let i = 0; i < above.length; i++) {
    const [c, s] = [above[i], step[i]]
    drops.dischargeM3S[i] = 0
    drops.landsCells[i] = 0
    if (h[c] <= 1e-4) continue
    const foot = c + s
    // drowned: the sheet has nowhere to fall
    if (h[foot] + z[foot] >= z[c]) continue
    const upright = Math.abs(s) === 1
    const [un, ut, mn, mt] = upright ? [u, v, mu, mv] : [v, u, mv, mu]
    kernel.calls.face(
      z.byteOffset,
      h.byteOffset,
      un.byteOffset,
      ut.byteOffset,
      Math.abs(s),
      s > 0 ? c : foot,
      own.byteOffset,
      order - 1
    )
    const sign = s > 0 ? 1 : -1
    const q = sign * own[0]
    const rate = q * perM
    // pressure of what stands at the foot stays there: the sheet carries the rest
    const push = sign * perM * ((s > 0 ? own[4] : own[2]) - 0.5 * GRAVITY * h[foot] * h[foot])
    const side = sign * own[6] * perM
    if (!(q > 1e-7)) continue
    const speed = (sign * push) / rate
    if (!(speed > 0)) continue
    // along its path until bed or water meets it
    const top = z[c] + h[c] / 2
    let land = foot
    let cells = 0.5
    for (let k = 1; k <= Math.min(FARTHEST, room[i]); k++) {
      const cell = c + k * s
      const t = ((k - 0.5) * dxM) / speed
      const height = top - 0.5 * GRAVITY * t * t
      // ground that stands up in its way stops it
      if (k > 1 && z[cell] > height && z[cell] > z[land] + dxM) break
      land = cell
      cells = k - 0.5
      const next = ((k + 0.5) * dxM) / speed
      if (h[cell] + z[cell] >= top - 0.5 * GRAVITY * next * next) break
    }
    drops.dischargeM3S[i] = q * dxM
    if (land === foot) continue
    drops.landsCells[i] = cells
    drops.powerM3S3[land] += (q * (GRAVITY * top + 0.5 * speed * speed)) / dxM
    mh[foot] -= rate
    mn[foot] -= push
    mt[foot] -= side
    mh[land] += rate
    mn[land] += push
    mt[land] += side
  }
}
