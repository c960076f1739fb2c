import type { FallForm } from '../2-forms/fallForm'
import type { FormsPlan, SeaPlan } from '../2-forms/formsStage'
import { headed, evenly, type Point2 } from '../../physics/shape/polygon'

/** Wood or plaster left under and behind a master, mm. */
const PLINTH_MM = 3
const BACK_MM = 6
/**
 * A master is made longer than the fall is wide, or the crest long, at each end, mm; sawn flush.
 * Common practice, no source.
 */
export const OVER_LENGTH_MM = 4

/** A solid by its sections: rings of as many points, one behind the other, mm. */
export interface Master {
  id: string
  water: string
  name: string
  ring: Point2[]
  sections: Point3[][]
}
export type Point3 = [number, number, number]

/** Solid masters of a build: a former for each fall, a wave for each crest that is built. */
export function mastersOf(forms: FormsPlan, name: (id: string) => string): Master[] {
  return [
    ...forms.falls.flatMap((f) => fallFormer(f, name(f.id))),
    ...forms.seas.flatMap((s) => waveMaster(s, name(s.id)))
  ]
}

/**
 * What lies under the sheet (its underside, or the steps), to lay strips or bend plastic over: its
 * lower face, as wide as the lip.
 */
function fallFormer(form: FallForm, name: string): Master[] {
  if (!form.curve) return []
  const lowerFace = form.wall.length > 2 ? form.wall : form.curve.lowerFace
  const foot = Math.min(...lowerFace.map((p) => p[1]))
  const end = lowerFace.at(-1)!
  const face: Point2[] = end[1] > foot + 1e-6 ? [...lowerFace, [end[0], foot]] : lowerFace
  const ring = distinct([[-BACK_MM, foot], [-BACK_MM, 0], ...face])
  const half = form.widthMm / 2 + OVER_LENGTH_MM
  const at = (y: number) => ring.map(([x, z]): Point3 => [x, y, z - foot])
  return [
    {
      id: `former-${form.id}`,
      water: form.id,
      name: `${name}: former`,
      ring,
      sections: [at(-half), at(half)]
    }
  ]
}

/** The crest from end to end: its sections stood square to its line, each as high as it is there. */
function waveMaster(form: SeaPlan, name: string): Master[] {
  if (form.faults.length > 0 || !form.built) return []
  const { face, line, stations, headingDeg } = form.built
  const spine = evenly(line, 24)
  const middle = spine[12]
  const ring = distinct([
    [face.profile[0][0], -PLINTH_MM],
    ...face.profile,
    [face.profile.at(-1)![0], -PLINTH_MM]
  ])
  const [kx, ky] = headed(headingDeg)
  const lengths = spine.map((_, i) => i / (spine.length - 1))
  const heightAt = (t: number) => {
    const s = t * (stations.length - 1)
    const i = Math.min(stations.length - 2, Math.floor(s))
    return stations[i].heightMm + (s - i) * (stations[i + 1].heightMm - stations[i].heightMm)
  }
  // sections stay parallel to the way the waves run: a crest that curls tightly would else cross itself
  const sections = spine.map((p, i) => {
    const k = heightAt(lengths[i]) / face.heightMm
    return ring.map(([x, z]): Point3 => [
      p[0] - middle[0] + kx * x * k,
      p[1] - middle[1] + ky * x * k,
      z > 0 ? z * k : z
    ])
  })
  return [
    {
      id: `wave-${form.id}`,
      water: form.id,
      name: `${name}: master of the breaking crest`,
      ring,
      sections
    }
  ]
}

function distinct(ring: readonly Point2[]): Point2[] {
  return ring.filter((p, i) => {
    const before = ring[(i + ring.length - 1) % ring.length]
    return Math.hypot(p[0] - before[0], p[1] - before[1]) > 1e-6
  })
}
