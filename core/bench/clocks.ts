import { potLife, workingTime } from '../physics/stuff/heat/cup'
import { resinKinetics } from '../craft/materials/resinKinetics'
import type { Resin } from '../craft/materials/types'

/** The clocks of one cup, from the first stir. */
export interface CupClocks {
  stirMin: number
  standMin: number
  /** Until it no longer runs to its edges, and until it gels in the cup, min. */
  workingMin: number
  gelMin: number
  /** What is left for pouring after stirring and standing, min; below 0: it sets first. */
  pourMin: number
}

/** Clocks of a cup at this room's temperature and with this much in it. */
export function cupClocks(resin: Resin, massG: number, roomC: number): CupClocks {
  const kinetics = resinKinetics(resin)
  const mass = Math.max(1, massG)
  const workingMin = workingTime(kinetics, mass, roomC)
  return {
    stirMin: resin.stirMin,
    standMin: resin.standMin,
    workingMin,
    gelMin: potLife(kinetics, mass, roomC),
    pourMin: workingMin - resin.stirMin - resin.standMin
  }
}
