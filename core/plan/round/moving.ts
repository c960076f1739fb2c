import type { Fall, Splash } from '../../build/types'
import { evenly, headed, type Point2 } from '../../physics/shape/polygon'
import type { FallForm } from '../2-forms/fallForm'
import { stretchesOf } from '../2-forms/fallForm'
import type { SeaPlan } from '../2-forms/formsStage'
import type { ReachForm } from '../2-forms/reachForm'
import type { SplashForm } from '../2-forms/splashForm'
import { lofted } from './bodies'
import type { SurfaceAt } from './ranSurface'
import type { Body } from './types'

type Point3 = [number, number, number]
/** A body, and how white each of its places is. */
export type Whitened = Body & { white: Float32Array }

/** No sheet is drawn thinner than this, mm: gel is not. */
const THINNEST_MM = 0.35
/** A sheet is cut into so many pieces from top to bottom at most. */
const MOST_PIECES = 40

/** The sheets of a fall: both faces, as thick as it runs, one for each stretch between its rocks. */
export function fallBodies(form: FallForm): Whitened[] {
  const { curve, lip, out } = form
  if (!curve || !lip || !out) return []
  const length = Math.hypot(lip[1][0] - lip[0][0], lip[1][1] - lip[0][1]) || 1
  const [tx, ty] = [(lip[1][0] - lip[0][0]) / length, (lip[1][1] - lip[0][1]) / length]
  const pieces = Math.min(MOST_PIECES, curve.lowerFace.length - 1)
  const lower = evenly(curve.lowerFace, pieces)
  const upper = evenly(curve.upperFace, pieces).map((p, i): Point2 => {
    const [dx, dz] = [p[0] - lower[i][0], p[1] - lower[i][1]]
    const thick = Math.hypot(dx, dz)
    if (thick >= THINNEST_MM) return p
    return thick > 1e-6
      ? [lower[i][0] + (dx / thick) * THINNEST_MM, lower[i][1] + (dz / thick) * THINNEST_MM]
      : [lower[i][0] + 0.7 * THINNEST_MM, lower[i][1] + 0.7 * THINNEST_MM]
  })
  const ring = [...lower, ...upper.toReversed()]
  const whiteAt = (i: number) => {
    const along = (curve.arcMm * i) / pieces
    const torn = Math.max(0, along - curve.glassyMm) / Math.max(1, curve.arcMm - curve.glassyMm)
    return Math.min(1, torn * 1.6) * Math.max(0.25, curve.whiteFraction)
  }
  const white = [...lower.keys(), ...[...upper.keys()].toReversed()].map(whiteAt)
  return stretchesOf(form).map(([from, to]) => {
    const across = Math.max(1, Math.min(8, Math.round((to - from) / 4)))
    const sections = Array.from({ length: across + 1 }, (_, k) => {
      const s = from + ((to - from) * k) / across
      return ring.map(([x, z]): Point3 => [
        lip[0][0] + tx * s + out[0] * x,
        lip[0][1] + ty * s + out[1] * x,
        form.crestMm + z
      ])
    })
    return {
      ...lofted(sections, ring),
      white: Float32Array.from(sections.flatMap(() => white))
    }
  })
}

/** A run of water from its bed to its surface, station by station, as wide as it is; as it ran where it did. */
export function runBody(form: ReachForm, ran: SurfaceAt | null = null): Body | null {
  const { stations, widthMm } = form
  if (stations.length < 2) return null
  const half = widthMm / 2
  const sections = stations.map((s, i) => {
    const [a, b] = [stations[Math.max(0, i - 1)], stations[Math.min(stations.length - 1, i + 1)]]
    const [ux, uy] = [b.at[0] - a.at[0], b.at[1] - a.at[1]]
    const l = Math.hypot(ux, uy) || 1
    const topAt = (x: number, y: number) =>
      Math.max(ran?.(x, y) ?? s.surfaceMm, s.bedMm + THINNEST_MM)
    const put = (side: number, isTop: boolean): Point3 => {
      const [x, y] = [s.at[0] - (side * half * uy) / l, s.at[1] + (side * half * ux) / l]
      return [x, y, isTop ? topAt(x, y) : s.bedMm]
    }
    return [put(-1, false), put(1, false), ...ACROSS.map((side) => put(side, true))]
  })
  const [first] = stations
  const top = Math.max(first.surfaceMm, first.bedMm + THINNEST_MM)
  return lofted(sections, [
    [-half, first.bedMm],
    [half, first.bedMm],
    ...ACROSS.map((side, i): Point2 => [side * half, top + ARCH_MM * i * (ACROSS.length - 1 - i)])
  ])
}
/** Places of a run's surface from side to side, as shares of half its width. */
const ACROSS = [1, 0.5, 0, -0.5, -1]
/** Its ends are closed as if it were a little arched: no three places of a ring lie on a line. */
const ARCH_MM = 1e-3

/** A crest with its curl, stood square to its line, rooted a little under the level. */
export function crestBody(sea: SeaPlan, levelMm: number): Whitened | null {
  if (sea.faults.length > 0 || !sea.built) return null
  const { face, line, stations, headingDeg, stage } = sea.built
  const lengthMm = line
    .slice(1)
    .reduce((sum, p, i) => sum + Math.hypot(p[0] - line[i][0], p[1] - line[i][1]), 0)
  const pieces = Math.max(12, Math.min(60, Math.round(lengthMm / 4)))
  const spine = evenly(line, pieces)
  const [kx, ky] = headed(headingDeg)
  const ring = distinct([
    [face.profile[0][0], -ROOTED_MM],
    ...face.profile,
    [face.profile.at(-1)![0], -ROOTED_MM]
  ])
  const heightAt = (t: number) => {
    const s = t * (stations.length - 1)
    const i = Math.min(stations.length - 2, Math.floor(s))
    return stations[i].heightMm + (s - i) * (stations[i + 1].heightMm - stations[i].heightMm)
  }
  const sections = spine.map((p, i) => {
    const k = heightAt(i / pieces) / face.heightMm
    return ring.map(([x, z]): Point3 => [
      p[0] + kx * x * k,
      p[1] + ky * x * k,
      levelMm + (z > 0 ? z * k : z)
    ])
  })
  // white from the lip down the front, where it breaks
  const broken = stage !== 'rises'
  const white = ring.map(([x, z]) => {
    const high = z / face.heightMm
    if (!broken) return high > 0.92 ? 0.35 : 0
    const beforeLip = x >= face.lip[0] - 0.15 * face.heightMm
    return high > 0.8 ? 0.75 : beforeLip && high > -0.2 ? 0.55 : 0
  })
  return {
    ...lofted(sections, ring),
    white: Float32Array.from(sections.flatMap(() => white))
  }
}
const ROOTED_MM = 2

function distinct(ring: readonly Point2[]): Point2[] {
  return ring.filter((p, i) => {
    const before = ring[(i + ring.length - 1) % ring.length]
    return Math.hypot(p[0] - before[0], p[1] - before[1]) > 1e-6
  })
}

/** How thick a skin of thrown water is drawn, mm. */
const SKIN_MM = 0.8

/** Thrown water: its panels, or one skin that leans, torn into fingers at its edge. */
export function splashBodies(splash: Splash, form: SplashForm): Whitened[] {
  if (form.faults.length > 0 || !(form.heightMm > 0)) return []
  const [ux, uy] = headed(splash.headingDeg)
  const put = (s: number, w: number, z: number): Point3 => [
    splash.x + ux * s - uy * w,
    splash.y + uy * s + ux * w,
    splash.zMm + z
  ]
  if (form.crown) {
    const { foot, top, count, heightMm, stance } = form.crown
    const back = stance === 'ring' ? 0 : foot[0][0]
    return Array.from({ length: count }, (_, i) => {
      const j = (i + 1) % foot.length
      const outline = toothed(form.fingers / count)
      return panel(
        outline.map(([t, h]) => {
          const mix = (k: 0 | 1) =>
            (1 - h) * (foot[i][k] + t * (foot[j][k] - foot[i][k])) +
            h * (top[i][k] + t * (top[j][k] - top[i][k]))
          return put(mix(0) - back, mix(1), h * heightMm)
        }),
        outline
      )
    })
  }
  const half = Math.max(2, splash.widthMm / 2 + 0.3 * form.heightMm)
  const reach = Math.max(...form.envelope.map((p) => p[0]), 0)
  const outline = toothed(Math.max(3, form.fingers))
  const highAt = (h: number) => h * form.heightMm
  return [
    panel(
      outline.map(([t, h]) =>
        put(
          reach * 0.55 * h,
          (t - 0.5) * (splash.widthMm + h * (2 * half - splash.widthMm)),
          highAt(h)
        )
      ),
      outline
    )
  ]
}

/** A panel from 0 to 1 across and up, its upper edge in fingers. */
function toothed(fingers: number): Point2[] {
  const n = Math.max(1, Math.min(24, Math.round(fingers)))
  const top = Array.from({ length: 2 * n + 1 }, (_, i): Point2 => {
    const t = 1 - i / (2 * n)
    const high = i % 2 ? 0.86 + 0.14 * Math.abs(Math.sin(1.7 * i)) : 0.66
    return [t, high]
  })
  return [[0, 0], [1, 0], ...top]
}

/** A thin body over a flat outline, its faces so far apart. */
function panel(places: readonly Point3[], outline: readonly Point2[]): Whitened {
  const [a, b] = [places[0], places[1]]
  const c = places[2]
  const u = [b[0] - a[0], b[1] - a[1], b[2] - a[2]]
  const v = [c[0] - a[0], c[1] - a[1], c[2] - a[2]]
  const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]]
  const l = Math.hypot(...n) || 1
  const by = (k: number) =>
    places.map((p): Point3 => [p[0] + (k * n[0]) / l, p[1] + (k * n[1]) / l, p[2] + (k * n[2]) / l])
  const white = outline.map(([, h]) => 0.25 + 0.6 * h * h)
  return {
    ...lofted([by(-SKIN_MM / 2), by(SKIN_MM / 2)], outline),
    white: Float32Array.from([...white, ...white])
  }
}

/** Mist where a fall lands: a low heap as far out as its foam goes. */
export const landingMist = (
  fall: Fall,
  form: FallForm
): { at: Point2; rx: number; ry: number; footMm: number; highMm: number } | null => {
  if (!form.landing || !form.curve || fall.inAir || !(form.curve.whiteFraction > 0.2)) return null
  const [a, b] = form.landing
  const highMm = Math.min(0.22 * form.dropMm, 12)
  if (highMm < 1) return null
  return {
    at: [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2],
    rx: Math.hypot(b[0] - a[0], b[1] - a[1]) / 2,
    ry: Math.max(2, form.foamMm / 2),
    footMm: form.footMm,
    highMm
  }
}
