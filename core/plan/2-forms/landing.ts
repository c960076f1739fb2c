import { halvedTo } from '../../physics/solve/halving'
import { criticalDepth } from '../../physics/water/hydraulics/channel'
import { GRAVITY } from '../../physics/gravity'
import { fallCurve } from './fallCurve'
import { modelMm, realM } from '../../physics/shape/units'

/** A fall may be drowned to this share of its drop while a flow is looked for. */
const DROWNED = 0.75

/** A lip, for looking for flows: level over it, level under it, and how wide it is, mm. */
export interface Lip {
  lipMm: number
  footMm: number
  widthMm: number
}

/** How far out the middle of a sheet is at a height from its crest, mm. */
export function landsAt(
  curve: { middle: readonly (readonly [number, number])[]; landMm: number },
  heightMm: number
): number {
  const i = curve.middle.findIndex((p) => p[1] <= heightMm)
  if (i <= 0) return i === 0 ? 0 : curve.landMm
  const [a, b] = [curve.middle[i - 1], curve.middle[i]]
  return a[0] + ((heightMm - a[1]) / (b[1] - a[1])) * (b[0] - a[0])
}

/**
 * The flow, m³/s, whose sheet passes a place under a lip: so far out at such a height. The more
 * runs the farther it
 * springs, and the higher it stands over its crest.
 *
 * @returns the flow, and whether it gets there; the nearest when it does not
 */
export function flowThrough(
  lip: Lip,
  scale: number,
  outMm: number,
  atMm: number
): { dischargeM3S: number; hits: boolean } {
  const dropMm = lip.lipMm - lip.footMm
  // the crest must stay over the place that the sheet is to pass
  const mostHeadMm = DROWNED * Math.min(dropMm, lip.lipMm - atMm)
  const passes = (q: number) => {
    const headMm = Math.min(mostHeadMm, modelMm(1.5 * criticalDepth(q), scale))
    return landsAt(fallCurve(scale, dropMm - headMm, q), atMm - (lip.lipMm - headMm))
  }
  const [least, most] = [1e-6, Math.sqrt(GRAVITY * realM(mostHeadMm / 1.5, scale) ** 3)]
  const hits = passes(least) <= outMm && passes(most) >= outMm
  // flows differ by powers of ten: halved by their logarithms
  const falls = (logQ: number) => passes(Math.exp(logQ)) < outMm
  const flow = Math.exp(halvedTo(Math.log(least), Math.log(most), falls, { steps: 40 }))
  return { dischargeM3S: Number((flow * realM(lip.widthMm, scale)).toPrecision(3)), hits }
}

/** The flow at which a fall lands so far out, m³/s; the nearest it can come when none does. */
export const flowToLand = (lip: Lip, scale: number, outMm: number): number =>
  flowThrough(lip, scale, outMm, lip.footMm).dischargeM3S
