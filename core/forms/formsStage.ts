import type { Build, Fall } from '../build/types'
import { fallsOf, poolsOf } from '../build/types'
import type { Fault } from '../build/fault'
import type { Point2 } from '../geometry/polygon'

/** Tucked in at lip and foot, mm. Common practice, no source. */
export const TUCK_MM = 5
/** How far one strip covers the edge of the next, mm. Common practice, no source. */
export const OVERLAP_MM = 2

/** A fall over its lip: where it leaves, how far it drops, and the strips that make it. */
export interface FallForm {
  id: string
  faults: Fault[]
  lip: [from: Point2, to: Point2] | null
  lipMm: number
  footMm: number
  dropMm: number
  widthMm: number
  /** Length of one strip: the drop and what is tucked in at both ends, mm. */
  stripMm: number
  /** Strips that hang side by side. */
  strips: number
  /** Strips to make: those that hang and the spares. */
  stripsToMake: number
}

export interface FormsPlan {
  falls: FallForm[]
}

/**
 * Strips side by side that cover a width, each over the edge of the one before.
 *
 * @example stripCount(60, 12) // 6
 */
export function stripCount(widthMm: number, stripWidthMm: number): number {
  const overlap = Math.min(OVERLAP_MM, stripWidthMm / 4)
  return Math.max(1, Math.ceil((widthMm - overlap) / (stripWidthMm - overlap) - 1e-9))
}

/** Second stage: the shape of each fall. Its curve comes later; here it hangs straight from lip to foot. */
export function formsStage(build: Build): FormsPlan {
  return { falls: fallsOf(build).map((fall) => fallForm(build, fall)) }
}

function fallForm(build: Build, fall: Fall): FallForm {
  const path = `waters[${build.waters.indexOf(fall)}]`
  const pools = poolsOf(build)
  const above = pools.find((p) => p.id === fall.lip?.pool)
  const below = pools.find((p) => p.id === fall.into)
  const start = above?.outline.findIndex((c) => c.id === fall.lip?.corner) ?? -1
  const faults: Fault[] = []
  let lip: FallForm['lip'] = null
  if (above && start >= 0) {
    const [a, b] = [above.outline[start], above.outline[(start + 1) % above.outline.length]]
    lip = [[a.x, a.y], [b.x, b.y]]
  } else {
    faults.push({ path: `${path}.lip`, message: `“${fall.name}” has no lip: choose the edge of a pool that it falls over` })
  }
  const lipMm = above?.levelMm ?? 0
  const dropMm = fall.dropMm ?? lipMm - (below?.levelMm ?? 0)
  const widthMm = fall.widthMm ?? (lip ? Math.hypot(lip[1][0] - lip[0][0], lip[1][1] - lip[0][1]) : 0)
  if (lip && dropMm <= 0) {
    faults.push({
      path: `${path}.dropMm`,
      message: `“${fall.name}” drops ${round1(dropMm)} mm: the water below must stand lower than the lip at ${round1(lipMm)} mm`,
      at: lip[0]
    })
  }
  const works = faults.length === 0 && widthMm > 0
  const strips = works ? stripCount(widthMm, fall.stripWidthMm) : 0
  return {
    id: fall.id,
    faults,
    lip,
    lipMm,
    footMm: lipMm - dropMm,
    dropMm,
    widthMm,
    stripMm: works ? dropMm + 2 * TUCK_MM : 0,
    strips,
    stripsToMake: works ? strips + fall.spares : 0
  }
}

const round1 = (value: number) => Math.round(value * 10) / 10
