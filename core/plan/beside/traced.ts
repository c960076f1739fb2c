import { crestOf } from '../../build/crests'
import {
  changePool,
  changeSea,
  drawOutline,
  judgeWhite,
  moveCorner,
  setFlow,
  type Edit
} from '../../build/edits'
import { type PictureScale, type TracedKind, type TracedLine } from '../../build/pictures'
import { fallsOf, poolsOf, seasOf, type Build, type Pool, type Standing } from '../../build/types'
import { homography, seenAt } from '../../physics/picture/homography'
import {
  insideRing,
  lineLength,
  middleOf,
  signedArea,
  type Point2
} from '../../physics/shape/polygon'
import { realM } from '../../physics/shape/units'
import { halvedTo } from '../../physics/solve/halving'
import { wavelength } from '../../physics/water/waves/linear'
import { counted, mm, plain, quantity, say, type Sentence } from '../../words/sentence'
import { flowThrough } from '../2-forms/landing'
import type { Plan } from '../derivePlan'
import { degrees, radians } from '../../physics/shape/angles'

/** How long a pixel is by two points of a picture, mm. */
function mmPerPx({ points: [a, b], mm: apart }: Exclude<PictureScale, { by: 'four' }>): number {
  const px = Math.hypot(b[0] - a[0], b[1] - a[1])
  if (!(px > 0)) throw new RangeError('points: are one; two different points are needed')
  return apart / px
}

/** Corners on the plan of the rectangle that a picture taken aslant shows. */
const cornersOn = ({ widthMm, depthMm, at: [x, y] }: Extract<PictureScale, { by: 'four' }>) =>
  [
    [x, y],
    [x + widthMm, y],
    [x + widthMm, y + depthMm],
    [x, y + depthMm]
  ] as const

/**
 * Takes a place of the plan, or of the section where a picture was taken from the side, to the picture, px:
 * the other way round than `ontoPlan`.
 *
 * @throws RangeError where two points are one, or three corners lie on a line
 */
export function ontoPicture(scale: PictureScale, base: Build['base']): (at: Point2) => Point2 {
  if (scale.by === 'four') {
    const h = homography(cornersOn(scale), scale.corners)
    return (p) => seenAt(h, p)
  }
  const each = mmPerPx(scale)
  if (scale.by === 'side') {
    const [[x0, y0], [along, up]] = [scale.points[0], scale.at]
    return ([s, z]) => [x0 + (s - along) / each, y0 - (z - up) / each]
  }
  const { widthPx, heightPx } = scale
  return ([x, y]) => [
    widthPx / 2 + (x - base.widthMm / 2) / each,
    heightPx / 2 - (y - base.depthMm / 2) / each
  ]
}

/**
 * Takes a point of a picture to the plan, or, where it was taken from the side, to the section, mm.
 *
 * @throws RangeError where two points are one, or three corners lie on a line
 * @example ontoPlan({ by: 'two', points: [[0, 0], [100, 0]], mm: 50, widthPx: 100, heightPx: 100 },
 *   { widthMm: 200, depthMm: 100 })([50, 50]) // [100, 50]
 */
export function ontoPlan(scale: PictureScale, base: Build['base']): (at: Point2) => Point2 {
  if (scale.by === 'four') {
    const h = homography(scale.corners, cornersOn(scale))
    return (p) => seenAt(h, p)
  }
  const each = mmPerPx(scale)
  if (scale.by === 'side') {
    const [[x0, y0], [along, up]] = [scale.points[0], scale.at]
    return ([x, y]) => [along + (x - x0) * each, up - (y - y0) * each]
  }
  const { widthPx, heightPx } = scale
  return ([x, y]) => [
    base.widthMm / 2 + (x - widthPx / 2) * each,
    base.depthMm / 2 - (y - heightPx / 2) * each
  ]
}

/** What a picture proposes: a figure, how sure it is, and the edit that takes it on. */
export interface Proposal {
  id: string
  /** "Outline of the Mill pond" */
  title: string
  /** "42 mm apart" */
  number: Sentence
  /** "between 38 and 46 mm" */
  range: Sentence
  /** What was taken for granted. */
  by: Sentence
  edit: Edit
}

/** A hand follows an edge on a screen to so many pixels. Common practice, no source. */
const HAND_PX = 3

/**
 * What the lines on a picture say of the water: outlines, lips, stones, white, and, through nature,
 * periods and flows.
 *
 * @param of  the water in hand, where it is one that a line may speak of
 */
export function proposals(
  build: Build,
  plan: Plan,
  lines: readonly TracedLine[],
  scale: PictureScale,
  of: string | null
): Proposal[] {
  const onPlan = ontoPlan(scale, build.base)
  const laid = (kind: TracedKind, least: number) =>
    lines
      .filter((l) => l.kind === kind && l.points.length >= least && scale.by !== 'side')
      .map((l) => l.points.map(onPlan))
  const pool = poolFor(build, of, laid('shore', 3)[0] ?? laid('foam', 3)[0])
  /** How far a slip of the hand reaches on the plan about a place of the picture, mm. */
  const slip = (at: Point2) => {
    const [[x, y], [u, v]] = [onPlan(at), onPlan([at[0] + HAND_PX, at[1]])]
    return Math.hypot(u - x, v - y)
  }
  const middlePx = middleOf(lines.flatMap((l) => l.points))
  const handMm = lines.some((l) => l.points.length > 0) ? slip(middlePx) : 0
  return [
    ...(pool ? shores(pool, laid('shore', 3), handMm) : []),
    ...crests(build, plan, laid('crest', 2), handMm, of),
    ...lips(build, laid('lip', 2), handMm, of),
    ...(pool ? foam(pool, laid('foam', 3), laid('shore', 3)[0], handMm) : []),
    ...(pool ? stones(pool, laid('stone', 3)) : []),
    ...sheets(build, plan, lines, of)
  ]
}

/** The pool in hand, else that in which the middle of a line lies, else the first. */
function poolFor(build: Build, of: string | null, line: Point2[] | undefined): Pool | undefined {
  const pools = poolsOf(build)
  const sea = seasOf(build).find((s) => s.id === of)
  const inHand = pools.find((p) => p.id === of || p.id === sea?.pool)
  if (inHand) return inHand
  const middle = line && middleOf(line)
  const under = (p: Pool) =>
    middle &&
    insideRing(
      middle,
      p.outline.map((c): Point2 => [c.x, c.y])
    )
  return pools.find(under) ?? pools[0]
}

const areaCm2 = (ring: readonly Point2[]) => Math.abs(signedArea(ring)) / 100
const around = (ring: readonly Point2[]) => lineLength([...ring, ring[0]])

function shores(pool: Pool, rings: Point2[][], handMm: number): Proposal[] {
  const [ring] = rings.toSorted((a, b) => areaCm2(b) - areaCm2(a))
  if (!ring) return []
  const off = (around(ring) * handMm) / 100
  return [
    {
      id: 'shore',
      title: `Outline of ${pool.name}`,
      number: quantity(areaCm2(ring), 'cm²', 0),
      range: quantity([Math.max(0, areaCm2(ring) - off), areaCm2(ring) + off], 'cm²', 0, ' to '),
      by: `${counted(ring.length, 'corner')}, all shore; its dips stay where they are`,
      edit: drawOutline(pool.id, ring)
    }
  ]
}

/** The way square to a line, degrees, of the two that nearer to another. */
function squareTo(line: readonly Point2[], nearDeg: number): number {
  const [a, b] = [line[0], line.at(-1)!]
  const deg = degrees(Math.atan2(b[1] - a[1], b[0] - a[0])) + 90
  const near = (d: number) => Math.abs(((((d - nearDeg) % 360) + 540) % 360) - 180)
  return near(deg) <= near(deg + 180) ? deg : deg + 180
}

/** Longest period that is looked for, s. */
const LONGEST_S = 30

/** Crests tell where the waves run to, and by their spacing the period that raised them. */
function crests(
  build: Build,
  plan: Plan,
  lines: Point2[][],
  handMm: number,
  of: string | null
): Proposal[] {
  const chosen = seasOf(build).find((s) => s.id === of) ?? seasOf(build)[0]
  const sea = chosen && (crestOf(build, chosen) ?? chosen)
  const form = sea && plan.forms.seas.find((s) => s.id === sea.id)
  if (!sea || !form || form.faults.length > 0 || lines.length < 2) return []
  const ways = lines.map((l) => radians(squareTo(l, sea.headingDeg)))
  const headingDeg = Math.round(
    (Math.atan2(
      ways.reduce((sum, w) => sum + Math.sin(w), 0),
      ways.reduce((sum, w) => sum + Math.cos(w), 0)
    ) *
      180) /
      Math.PI
  )
  const h = radians(headingDeg)
  const along = lines
    .map(middleOf)
    .map(([x, y]) => x * Math.cos(h) + y * Math.sin(h))
    .toSorted((a, b) => a - b)
  const gaps = along.slice(1).map((s, i) => s - along[i])
  const mean = gaps.reduce((sum, g) => sum + g, 0) / gaps.length
  const [least, most] = [Math.max(0.1, Math.min(...gaps) - handMm), Math.max(...gaps) + handMm]
  const period = (gapMm: number) => {
    const wanted = realM(gapMm, plan.forms.scale)
    return halvedTo(0.3, LONGEST_S, (t) => wavelength(t, form.offshoreM) < wanted)
  }
  const tenths = (value: number) => Math.round(value * 10) / 10
  const periodS = Math.max(0.5, tenths(period(mean)))
  return [
    {
      id: 'crests',
      title: `Waves of ${sea.name}: every ${plain(periodS)}\u00a0s, running to ${headingDeg}°`,
      number: say`crests ${mm(tenths(mean))} apart`,
      range: `${plain(Math.floor(10 * period(least)) / 10)} to ${plain(Math.ceil(10 * period(most)) / 10)} s`,
      by: say`linear waves in ${quantity(form.offshoreM, 'm')}, the deepest water of ${sea.name}`,
      edit: changeSea(sea.id, { drive: 'breaker', periodS, headingDeg })
    }
  ]
}

/** A lip is laid where it was traced: both corners of the edge that a fall goes over. */
function lips(build: Build, lines: Point2[][], handMm: number, of: string | null): Proposal[] {
  const falls = fallsOf(build).filter((f) => f.lip && !f.outlet)
  const fall = falls.find((f) => f.id === of) ?? falls[0]
  const [line] = lines
  const pool = poolsOf(build).find((p) => p.id === fall?.lip?.pool)
  if (!fall?.lip || !line || !pool) return []
  const i = pool.outline.findIndex((c) => c.id === fall.lip!.corner)
  const [from, to] = [pool.outline[i], pool.outline[(i + 1) % pool.outline.length]]
  const [a, b] = [line[0], line.at(-1)!]
  const off = (p: { x: number; y: number }, q: Point2) => Math.hypot(p.x - q[0], p.y - q[1])
  const turned = off(from, a) + off(to, b) > off(from, b) + off(to, a)
  const [first, last] = turned ? [b, a] : [a, b]
  const length = Math.hypot(b[0] - a[0], b[1] - a[1])
  return [
    {
      id: 'lip',
      title: `Lip of ${fall.name}`,
      number: say`${mm(length)} long`,
      range: quantity([Math.max(0, length - handMm), length + handMm], 'mm', 1, ' to '),
      by: 'its two ends; what lies between them is straight',
      edit: (now) => moveCorner(pool.id, to.id, last)(moveCorner(pool.id, from.id, first)(now))
    }
  ]
}

function foam(
  pool: Pool,
  rings: Point2[][],
  shore: Point2[] | undefined,
  handMm: number
): Proposal[] {
  if (rings.length === 0) return []
  const water = areaCm2(shore ?? pool.outline.map((c): Point2 => [c.x, c.y]))
  if (!(water > 0)) return []
  const white = rings.reduce((sum, r) => sum + areaCm2(r), 0)
  const off = rings.reduce((sum, r) => sum + around(r) * handMm, 0) / 100
  const share = (cm2: number) => Math.round(Math.min(100, Math.max(0, (100 * cm2) / water)))
  return [
    {
      id: 'foam',
      title: `White on ${pool.name}`,
      number: `${share(white)} % of it`,
      range: `${share(white - off)} to ${share(white + off)} %`,
      by: say`${quantity(white, 'cm²')} of foam on ${quantity(water, 'cm²', 0)} of water${shore ? ', as traced' : ', as drawn'}`,
      edit: judgeWhite(pool.id, share(white))
    }
  ]
}

/** A stone stands about so high against its width where only its outline is seen. Common practice, no source. */
const STONE_HIGH = 0.6

function stones(pool: Pool, rings: Point2[][]): Proposal[] {
  if (rings.length === 0) return []
  const tenth = (value: number) => Math.round(value * 10) / 10
  const taken = new Set(pool.standing.map((t) => t.id))
  const free = (i: number) => {
    let n = i + 1
    while (taken.has(`stone${n}`)) n++
    taken.add(`stone${n}`)
    return `stone${n}`
  }
  const standing = rings.map((ring, i): Standing => {
    const [xs, ys] = [ring.map((p) => p[0]), ring.map((p) => p[1])]
    const [wide, deep] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)]
    const [x, y] = middleOf(ring)
    return {
      id: free(i),
      name: `Stone ${pool.standing.length + i + 1}`,
      shape: 'stone',
      x: tenth(x),
      y: tenth(y),
      widthMm: Math.max(0.5, tenth(wide)),
      depthMm: Math.max(0.5, tenth(deep)),
      heightMm: Math.max(0.5, tenth(STONE_HIGH * Math.min(wide, deep))),
      afterPour: 0
    }
  })
  const widths = standing.map((t) => t.widthMm)
  return [
    {
      id: 'stones',
      title: `${counted(standing.length, 'stone')} in ${pool.name}`,
      number: say`${quantity([Math.min(...widths), Math.max(...widths)], 'mm', 1, ' to ')} wide`,
      range: 'as high as 0.4 to 0.9 of their width',
      by: 'a stone stands about 0.6 of its width high',
      edit: changePool(pool.id, { standing: [...pool.standing, ...standing] })
    }
  ]
}

/** A camera held by hand stands level to so many degrees. Common practice, no source. */
const LEVEL_DEG = 2

/** A fall from its side: where it lands against how far it drops tells the flow; no scale is needed. */
function sheets(
  build: Build,
  plan: Plan,
  lines: readonly TracedLine[],
  of: string | null
): Proposal[] {
  const falls = fallsOf(build).filter((f) => !f.outlet)
  const fall = falls.find((f) => f.id === of) ?? falls[0]
  const form = plan.forms.falls.find((f) => f.id === fall?.id)
  const line = lines.find((l) => l.kind === 'sheet' && l.points.length >= 2)
  if (!fall || !form?.curve || !form.share || !line) return []
  const [top, foot] = [line.points[0], line.points.at(-1)!].toSorted((a, b) => a[1] - b[1])
  const [out, down] = [Math.abs(foot[0] - top[0]), foot[1] - top[1]]
  if (!(down > 0)) return []
  const lean = Math.atan2(out, down)
  const flowAt = (angle: number) => {
    const outMm = Math.max(0.1, (form.lipMm - form.footMm) * Math.tan(angle))
    const lip = { lipMm: form.lipMm, footMm: form.footMm, widthMm: form.widthMm }
    return flowThrough(lip, plan.forms.scale, outMm, form.footMm).dischargeM3S / form.share!
  }
  const tilt = radians(LEVEL_DEG)
  const three = (value: number) => Number(value.toPrecision(3))
  const dischargeM3S = three(flowAt(lean))
  return [
    {
      id: 'sheet',
      title: `Flow over ${fall.name}`,
      number: quantity(dischargeM3S, 'm³/s', 6),
      range: quantity(
        [three(flowAt(Math.max(0.005, lean - tilt))), three(flowAt(lean + tilt))],
        'm³/s',
        6,
        ' to '
      ),
      by: `it lands ${plain(out / down, 2)} of its drop out; the camera held level to ${LEVEL_DEG}°`,
      edit: setFlow({ dischargeM3S })
    }
  ]
}
