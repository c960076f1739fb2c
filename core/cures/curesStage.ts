import type { Build, Room, Water } from '../build/types'
import { onShelf, type Shelf } from '../materials/shelf'
import type { CureName } from '../ways/types'

/** Waits of the ground and of each water, min, by name. */
export interface CuresPlan {
  ground: Partial<Record<CureName, number>>
  waters: Record<string, Partial<Record<CureName, number>>>
  /** How much slower (above 1) or faster things go in this room than the labels say. */
  resinFactor: number
  dryFactor: number
  /** Working time in the cup at this room's temperature, min, by resin. */
  workingMin: Record<string, number>
}

/** A resin takes twice as long for every 10 °C less. Common practice, no source; the kinetics come with the heat model. */
export const resinFactor = (labelC: number, roomC: number): number => 2 ** ((labelC - roomC) / 10)

/**
 * Drying against a room of 20 °C and 50 %: as the air's thirst for water, p_sat(T)·(1 − RH).
 * @source Dalton's law of evaporation; saturation pressure by Buck 1981, written from memory
 */
export function dryFactor(room: Room): number {
  return thirst(20, 50) / Math.max(thirst(room.tempC, room.rhPct), 0.02 * thirst(20, 50))
}

const thirst = (tempC: number, rhPct: number) => 0.61121 * Math.exp((18.678 - tempC / 234.5) * (tempC / (257.14 + tempC))) * (1 - rhPct / 100)

/** A coat under a kind of lamp or a bead of glue sets overnight at the worst: the shortest wait worth planning, min. */
const OVERNIGHT_MIN = 720

/** Fifth stage: how long each thing takes to become firm, dry or clear in this room, from the labels. */
export function curesStage(build: Build, shelf: Shelf): CuresPlan {
  const dry = dryFactor(build.room)
  const landform = onShelf(shelf, 'landform', build.ground.landform)
  const shell = onShelf(shelf, 'shell', build.ground.shell)
  const seal = onShelf(shelf, 'sealer', build.ground.seal)
  const waters: CuresPlan['waters'] = {}
  const workingMin: CuresPlan['workingMin'] = {}
  let factor = 1
  for (const water of build.waters) {
    waters[water.id] = waterCures(water, build.room, dry, shelf)
    const resin = water.kind === 'pool' ? onShelf(shelf, 'resin', water.resin) : null
    if (!resin) continue
    factor = resinFactor(resin.labelC, build.room.tempC)
    workingMin[resin.id] = resin.workingMin * factor
  }
  return {
    ground: {
      landformGlue: Math.round(landform?.glueMin ?? 0),
      shellSet: Math.round((shell?.setH ?? 0) * 60 * dry),
      sealCoat: Math.round((seal?.betweenCoatsMin ?? 0) * dry),
      sealReady: Math.round((seal?.readyH ?? 0) * 60 * dry)
    },
    waters,
    resinFactor: factor,
    dryFactor: dry,
    workingMin
  }
}

function waterCures(water: Water, room: Room, dry: number, shelf: Shelf): Partial<Record<CureName, number>> {
  const ripple = onShelf(shelf, 'gel', 'ripple-gel')
  const rippleClear = Math.round((ripple?.clearH ?? 0) * 60 * dry)
  if (water.kind === 'fall') {
    const gel = onShelf(shelf, 'gel', water.gel)
    return { peel: Math.round((gel?.peelH ?? 0) * 60 * dry), stripSet: Math.round(OVERNIGHT_MIN * dry), rippleClear }
  }
  const resin = onShelf(shelf, 'resin', water.resin)
  if (!resin) return { rippleClear }
  const slower = resinFactor(resin.labelC, room.tempC)
  const minutes = (hours: number) => Math.round(hours * 60 * slower)
  return {
    damSet: Math.round((onShelf(shelf, 'dam', water.dam)?.setMin ?? 0) * dry),
    chipFirm: minutes(resin.firmH),
    nextPour: minutes(resin.nextPourH),
    firm: minutes(resin.firmH),
    undam: minutes(resin.undamH),
    cured: minutes(resin.curedH),
    rippleClear
  }
}
