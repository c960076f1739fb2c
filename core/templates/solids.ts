import earcut from 'earcut'
import type { FallForm } from '../forms/fallForm'
import type { FormsPlan, SeaPlan } from '../forms/formsStage'
import { evenly, signedArea, type Point2 } from '../geometry/polygon'
import type { Solid } from './types'

/** Wood or plaster left under and behind a master, mm. */
const PLINTH_MM = 3
const BACK_MM = 6
/** A master is made longer than the fall is wide, or the crest long, at each end, mm; sawn flush. Common practice, no source. */
export const OVER_LENGTH_MM = 4

/** Solid masters of a build: a former for each fall, a wave for each crest that is built. */
export function solidsOf(forms: FormsPlan, name: (id: string) => string): Solid[] {
  return [...forms.falls.flatMap((f) => fallFormer(f, name(f.id))), ...forms.seas.flatMap((s) => waveMaster(s, name(s.id)))]
}

/** What lies under the sheet (its underside, or the steps), to lay strips or bend plastic over: its lower face, as wide as the lip. */
function fallFormer(form: FallForm, name: string): Solid[] {
  if (!form.curve) return []
  const lowerFace = form.wall.length > 2 ? form.wall : form.curve.lowerFace
  const foot = Math.min(...lowerFace.map((p) => p[1]))
  const end = lowerFace.at(-1)!
  const face: Point2[] = end[1] > foot + 1e-6 ? [...lowerFace, [end[0], foot]] : lowerFace
  const ring = distinct([[-BACK_MM, foot], [-BACK_MM, 0], ...face])
  const half = form.widthMm / 2 + OVER_LENGTH_MM
  const at = (y: number) => ring.map(([x, z]): Point3 => [x, y, z - foot])
  return [{ id: `former-${form.id}`, water: form.id, name: `${name}: former`, ...loft([at(-half), at(half)], ring) }]
}

/** The crest from end to end: its sections stood square to its line, each as high as it is there. */
function waveMaster(form: SeaPlan, name: string): Solid[] {
  if (form.faults.length > 0 || !form.built) return []
  const { face, line, stations, headingDeg } = form.built
  const spine = evenly(line, 24)
  const middle = spine[12]
  const ring = distinct([[face.profile[0][0], -PLINTH_MM], ...face.profile, [face.profile.at(-1)![0], -PLINTH_MM]])
  const [kx, ky] = [Math.cos((headingDeg * Math.PI) / 180), Math.sin((headingDeg * Math.PI) / 180)]
  const lengths = spine.map((_, i) => i / (spine.length - 1))
  const heightAt = (t: number) => {
    const s = t * (stations.length - 1)
    const i = Math.min(stations.length - 2, Math.floor(s))
    return stations[i].heightMm + (s - i) * (stations[i + 1].heightMm - stations[i].heightMm)
  }
  // sections stay parallel to the way the waves run: a crest that curls tightly would else cross itself
  const sections = spine.map((p, i) => {
    const k = heightAt(lengths[i]) / face.heightMm
    return ring.map(([x, z]): Point3 => [p[0] - middle[0] + kx * x * k, p[1] - middle[1] + ky * x * k, z > 0 ? z * k : z])
  })
  return [{ id: `wave-${form.id}`, water: form.id, name: `${name}: master of the breaking crest`, ...loft(sections, ring) }]
}

type Point3 = [number, number, number]

/** Sections of one ring joined wall by wall, and closed at both ends. */
function loft(sections: readonly (readonly Point3[])[], ring: readonly Point2[]): Pick<Solid, 'xyz' | 'triangles'> {
  const n = ring.length
  const xyz = Float64Array.from(sections.flat(2))
  const triangles: number[] = []
  const put = (a: number, b: number, c: number, turned: boolean) => (turned ? triangles.push(a, c, b) : triangles.push(a, b, c))
  // which way the walls face depends on how the ring turns in its plane and on the side the sections march to
  const turned = volumeSign(sections) < 0
  for (let s = 0; s + 1 < sections.length; s++) {
    for (let i = 0; i < n; i++) {
      const [a, b] = [s * n + i, s * n + ((i + 1) % n)]
      put(a, b, b + n, turned)
      put(a, b + n, a + n, turned)
    }
  }
  const cap = earcut(ring.flat())
  const last = (sections.length - 1) * n
  // the library's triangles turn anticlockwise whichever way the ring does
  const against = signedArea(ring) < 0
  for (let t = 0; t < cap.length; t += 3) {
    const [a, b, c] = against ? [cap[t], cap[t + 2], cap[t + 1]] : [cap[t], cap[t + 1], cap[t + 2]]
    put(a, c, b, turned)
    put(last + a, last + b, last + c, turned)
  }
  return { xyz, triangles: Uint32Array.from(triangles) }
}

/** Positive when walls built edge by edge along the sections face outwards. */
function volumeSign(sections: readonly (readonly Point3[])[]): number {
  const [first, last] = [sections[0], sections.at(-1)!]
  const mean = (points: readonly Point3[], k: number) => points.reduce((sum, p) => sum + p[k], 0) / points.length
  const march: Point3 = [mean(last, 0) - mean(first, 0), mean(last, 1) - mean(first, 1), mean(last, 2) - mean(first, 2)]
  // normal of the first section by Newell's sums
  const normal: Point3 = [0, 0, 0]
  first.forEach((p, i) => {
    const q = first[(i + 1) % first.length]
    normal[0] += (p[1] - q[1]) * (p[2] + q[2])
    normal[1] += (p[2] - q[2]) * (p[0] + q[0])
    normal[2] += (p[0] - q[0]) * (p[1] + q[1])
  })
  return normal[0] * march[0] + normal[1] * march[1] + normal[2] * march[2]
}

function distinct(ring: readonly Point2[]): Point2[] {
  return ring.filter((p, i) => {
    const before = ring[(i + ring.length - 1) % ring.length]
    return Math.hypot(p[0] - before[0], p[1] - before[1]) > 1e-6
  })
}
