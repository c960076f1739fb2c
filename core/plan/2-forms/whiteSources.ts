import type { Read } from '../reads'
import { FOAM_HALF_LIFE_S } from '../../running/foam'
import { edgeWhite } from '../../physics/water/edgeWhite'
import { MOST_WHITE } from './edges'
import { whiteAtEdges } from './edgesInSea'
import type { ReachShape, SeaShape } from '../../build/shapes'
import { boxOf, type Box } from '../../physics/shape/grid'
import { insideRing, type Point2 } from '../../physics/shape/polygon'
import type { BedMap } from './bedMap'
import type { FallForm } from './fallForm'
import type { ReachCells, ReachForm, Station } from './reachForm'
import type { SeaForm } from './seaForm'
import type { SplashForm } from './splashForm'
import { modelMm } from '../../physics/shape/units'
import type { WhiteSource } from './whiteMap'
import { radians } from '../../physics/shape/angles'

/** How white a jump is, by kind. Common practice, no source. */
const JUMP_WHITE = {
  undular: 0.2,
  weak: 0.45,
  oscillating: 0.7,
  steady: 0.85,
  strong: 0.95
} as const
/**
 * White of the surf where it breaks, and of its last foam on the shore, by kind. Common practice,
 * no source.
 */
const SURF = { spilling: [0.55, 0.25], plunging: [0.8, 0.35], surging: [0.3, 0.3] } as const

/** The white of a fall: its torn sheet, the boil where it lands, and the foam that drifts off. */
export function fallWhite(fall: FallForm): WhiteSource[] {
  const { curve, lip, out, landing } = fall
  if (!curve || !lip || !out || !landing) return []
  const length = Math.hypot(lip[1][0] - lip[0][0], lip[1][1] - lip[0][1]) || 1
  const [tx, ty] = [(lip[1][0] - lip[0][0]) / length, (lip[1][1] - lip[0][1]) / length]
  /** Out from the brink, and off to the side of the nearest stretch of lip with water, mm. */
  const local = (x: number, y: number): Point2 => {
    const [dx, dy] = [x - lip[0][0], y - lip[0][1]]
    const t = dx * tx + dy * ty
    const off = fall.wet.map(([a, b]) => Math.max(0, a * length - t, t - b * length))
    return [dx * out[0] + dy * out[1], Math.min(...off)]
  }
  const beyond = (by: number): Point2[] => [
    ...lip,
    ...lip.map((p): Point2 => [p[0] + out[0] * by, p[1] + out[1] * by])
  ]
  const land = curve.landMm
  const torn = 0.15 + 0.8 * curve.whiteFraction
  const side = Math.max(3, fall.foamMm * 0.25)
  const reach = land + fall.foamMm * 2
  return [
    {
      water: fall.id,
      zone: 'sheet',
      byPlace: true,
      own: true,
      box: boxOf(beyond(land)),
      at: (x, y) => {
        const [s, off] = local(x, y)
        return s >= 0 && s <= land && off === 0 ? torn : 0
      }
    },
    {
      water: fall.id,
      zone: 'boil',
      byPlace: true,
      box: boxOf(beyond(reach), side),
      at: (x, y) => {
        const [s, off] = local(x, y)
        const past = s - land
        if (past < -Math.max(2, 0.4 * land) || past > fall.foamMm) return 0
        return (
          0.95 *
          Math.exp(-((off / side) ** 2)) *
          (past < 0 ? 1 + past / Math.max(2, 0.4 * land) : 1 - 0.45 * (past / fall.foamMm))
        )
      }
    },
    {
      water: fall.id,
      zone: 'drifting foam',
      byPlace: true,
      box: boxOf(beyond(reach), side * 2),
      at: (x, y) => {
        const [s, off] = local(x, y)
        const past = s - land - fall.foamMm
        return past < 0
          ? 0
          : 0.5 * Math.exp(-past / (fall.foamMm * 0.6)) * Math.exp(-((off / (side * 2)) ** 2))
      }
    }
  ]
}

/**
 * The white of a run: jumps and the foam they send down, fast rough water, standing crests that
 * topple, and its rocks.
 */
export function reachWhite(
  form: ReachForm,
  reach: ReachShape,
  scale: number,
  startsWhite: number,
  cells: ReachCells
): WhiteSource[] {
  const { stations } = form
  if (stations.length === 0) return []
  const own = whiteAlong(form, scale, startsWhite)
  const across = (offMm: number) => Math.max(0, 1 - 0.35 * (offMm / (reach.widthMm / 2)) ** 2)
  const at = (cell: number, of: readonly number[]) =>
    cells.station[cell] < 0 ? 0 : of[cells.station[cell]] * across(cells.offMm[cell])
  const box = boxOf(form.ring)
  const sources: WhiteSource[] = [
    { water: form.id, zone: 'jumps', box, at: (_x, _y, cell) => at(cell, own.jumps) },
    {
      water: form.id,
      zone: 'fast and standing water',
      box,
      at: (_x, _y, cell) => at(cell, own.fast)
    },
    { water: form.id, zone: 'foam carried down', box, at: (_x, _y, cell) => at(cell, own.carried) }
  ]
  const banks = bankWhite(form, scale)
  sources.push({
    water: form.id,
    zone: 'banks',
    box,
    at: (_x, _y, cell) => {
      const i = cells.station[cell]
      if (i < 0 || banks[i].share === 0) return 0
      const off = (reach.widthMm / 2 - cells.offMm[cell]) / banks[i].reachMm
      return banks[i].share * Math.exp(-(off ** 2))
    }
  })
  for (const rock of form.rocks) {
    const h = radians(rock.headingDeg)
    const [ux, uy] = [Math.cos(h), Math.sin(h)]
    const spread = rock.veeDeg === null ? 0.25 : Math.tan(radians(rock.veeDeg))
    const reachMm = rock.widthMm * 4
    sources.push({
      water: form.id,
      zone: 'rocks',
      byPlace: true,
      box: around(rock.at, reachMm),
      at: (x, y) => {
        const [dx, dy] = [x - rock.at[0], y - rock.at[1]]
        const [s, w] = [dx * ux + dy * uy, Math.abs(dx * uy - dy * ux)]
        if (Math.hypot(dx, dy) < rock.widthMm / 2 && rock.outMm > 0) return 0
        // a pillow against its front, two lines from its sides, and the broken patch behind
        const strong = Math.min(1, 0.3 + 0.5 * rock.froude)
        if (s < 0)
          return s > -rock.widthMm * 0.75 && w < rock.widthMm * 0.6
            ? strong * (1 + s / (rock.widthMm * 0.75))
            : 0
        const line = rock.widthMm / 2 + s * spread
        const fade = Math.max(0, 1 - s / reachMm)
        return (
          strong *
          fade *
          Math.max(
            Math.exp(-(((w - line) / (rock.widthMm * 0.22)) ** 2)),
            rock.outMm < 0 && w < rock.widthMm * 0.6 && s < rock.eddyMm ? 0.9 : 0
          )
        )
      }
    })
  }
  return sources
}

/** Along a bank water runs at about so much of its mean speed. Typical of open channels, from memory. */
const AT_BANK = 0.5

/** Wash along the banks of a run at each of its stations, and how far it reaches in, mm. */
function bankWhite({ stations }: ReachForm, scale: number): { share: number; reachMm: number }[] {
  return stations.map((s) => {
    const { whiteM2, wakeM } = edgeWhite({
      speedMS: AT_BANK * s.speedMS,
      depthM: 1,
      widthM: 1,
      kind: 'shore'
    })
    return whiteM2 === 0
      ? { share: 0, reachMm: 1 }
      : { share: (MOST_WHITE * whiteM2) / wakeM, reachMm: modelMm(wakeM, scale) }
  })
}

const around = ([x, y]: Point2, r: number): Box => ({ from: [x - r, y - r], to: [x + r, y + r] })

/**
 * How white a run is along its middle: made in jumps and fast water, carried down, halved every few
 * seconds.
 */
export function whiteAlong(
  form: ReachForm,
  scale: number,
  startsWhite: number
): { jumps: number[]; fast: number[]; carried: number[] } {
  const { stations } = form
  const jumps = stations.map((s) =>
    form.jumps.reduce((most, j) => {
      const past = s.sMm - j.sMm
      return past < -2 || past > j.lengthMm
        ? most
        : Math.max(most, JUMP_WHITE[j.kind] * (1 - 0.4 * (past / j.lengthMm)))
    }, 0)
  )
  const fast = stations.map((s) => toppling(s))
  const carried: number[] = []
  let load = startsWhite
  stations.forEach((s, i) => {
    const dx = i === 0 ? 0 : s.sMm - stations[i - 1].sMm
    const halvesIn = modelMm(s.speedMS * FOAM_HALF_LIFE_S, scale)
    load *= 0.5 ** (dx / Math.max(0.1, halvesIn))
    carried.push(load * 0.8)
    load = Math.max(load, jumps[i], fast[i])
  })
  return { jumps, fast, carried }
}

/** White of fast shallow water: none while it is quiet, most of it by Fr 3. Common practice, no source. */
const toppling = (s: Station): number =>
  s.froude < 0.85 ? 0 : Math.min(0.75, 0.12 + 0.32 * (s.froude - 0.85))

/**
 * The white of a sea: whitecaps on the open water, the surf from where it breaks to the shore, the
 * rocks, walls and cliffs it strikes.
 */
export function seaWhite(
  build: Read<'forms'>,
  form: SeaForm,
  sea: SeaShape,
  bed: BedMap,
  scale: number
): WhiteSource[] {
  if (form.faults.length > 0) return []
  const { grid } = bed
  const box: Box = {
    from: [grid.x0, grid.y0],
    to: [grid.x0 + grid.cols * grid.cellMm, grid.y0 + grid.rows * grid.cellMm]
  }
  const number = bed.pools.indexOf(form.pool)
  const here = (cell: number) => bed.pool[cell] === number && bed.depthMm[cell] > 0
  const sources: WhiteSource[] = []
  if (form.built) {
    const { line, face } = form.built
    const wide = Math.max(4, face.heightMm * 0.9)
    sources.push({
      water: form.id,
      zone: 'breaking crest',
      byPlace: true,
      box: boxOf(line, wide),
      at: (x, y) => {
        const near = Math.min(...line.map((p) => Math.hypot(p[0] - x, p[1] - y)))
        return near > wide ? 0 : 0.85 * (1 - (near / wide) ** 2)
      }
    })
  }
  // of a further crest all else is its sea's
  if (form.further) return sources
  if (form.whitecapPct > 0) {
    sources.push({
      water: form.id,
      zone: 'whitecaps',
      box,
      at: (_x, _y, cell) =>
        here(cell) && !(form.breaks && bed.depthMm[cell] < form.breaks.depthMm)
          ? form.whitecapPct / 100
          : 0
    })
  }
  if (form.breaks) {
    const { depthMm, kind } = form.breaks
    const index = form.breakerMm / depthMm
    const [atBreak, atShore] = SURF[kind]
    // foam lies thickest behind each crest and thins until the next one comes
    sources.push({
      water: form.id,
      zone: 'surf',
      box,
      at: (_x, _y, cell) => {
        if (!here(cell) || bed.depthMm[cell] >= depthMm || Number.isNaN(form.arrivalS[cell]))
          return 0
        // what reaches the lee of a wall too low to break is no surf
        if (form.heightMm[cell] < 0.97 * index * bed.depthMm[cell]) return 0
        const share = atShore + (atBreak - atShore) * (bed.depthMm[cell] / depthMm)
        const phase = (((form.arrivalS[cell] / form.periodS - sea.phase) % 1) + 1) % 1
        return share * (0.55 + 0.9 * phase ** 2)
      }
    })
  }
  const edges = whiteAtEdges(build, sea, form, bed, scale)
  if (edges)
    sources.push({
      water: form.id,
      zone: 'rocks, walls and cliffs',
      box,
      at: (_x, _y, cell) => edges[cell]
    })
  return sources
}

/** The white of a splash where it comes down. */
export function splashWhite(form: SplashForm): WhiteSource[] {
  const n = form.patch.length
  const [cx, cy] = form.patch.reduce((m, p) => [m[0] + p[0] / n, m[1] + p[1] / n], [0, 0])
  return [
    {
      water: form.id,
      zone: 'splash',
      byPlace: true,
      box: boxOf(form.patch),
      at: (x, y) => {
        if (!insideRing([x, y], form.patch)) return 0
        const edge = Math.max(...form.patch.map((p) => Math.hypot(p[0] - cx, p[1] - cy)))
        return 0.75 * Math.max(0.15, 1 - Math.hypot(x - cx, y - cy) / edge)
      }
    }
  ]
}
