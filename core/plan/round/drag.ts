import {
  changeBoulder,
  changeOutlet,
  changePool,
  changeSea,
  changeSplash,
  moveEdge,
  type Edit
} from '../../build/edits'
import { moveThing } from '../../build/runEdits'
import type { Build } from '../../build/types'
import { scaleRatio } from '../../physics/shape/scale'
import type { FallForm } from '../2-forms/fallForm'
import { flowLandingAt } from '../beside/landingEdit'
import type { RoundPart } from './types'

/** A hand is no finer, mm. */
const toHalves = (mm: number): number => Math.round(2 * mm) / 2

/**
 * What dragging a part of the model does to its build: a pool's level goes up and down; a crest, a
 * splash, a ledge and what stands in the water go over the base; a fall held by its upper half takes
 * its lip along, by its lower half it lands farther out or nearer, by its flow.
 *
 * @param build  as it was when the part was taken hold of
 * @param dx, dy, dz  how far it was moved since, mm
 * @param falls  their forms when it was taken hold of
 * @param heldMm  how high over the base's top it was taken hold of
 * @returns      the edit; null: nothing of this part can be dragged
 */
export function draggedBy(
  build: Build,
  part: Pick<RoundPart, 'id' | 'kind' | 'water'>,
  dx: number,
  dy: number,
  dz: number,
  falls: readonly FallForm[] = [],
  heldMm = -Infinity
): Edit | null {
  const water = build.waters.find((w) => w.id === part.water)
  if (!water) return null
  const { widthMm, depthMm } = build.base
  const inside = ({ x, y }: { x: number; y: number }) => ({
    x: toHalves(Math.min(widthMm, Math.max(0, x + dx))),
    y: toHalves(Math.min(depthMm, Math.max(0, y + dy)))
  })
  if (water.kind === 'pool') {
    const thing = water.standing.find((t) => part.id.endsWith(`:${t.id}`))
    if (thing) {
      const { x, y } = inside(thing)
      return moveThing(water.id, thing.id, [x, y])
    }
    if (part.kind !== 'water') return null
    return changePool(water.id, { levelMm: Math.max(0, toHalves(water.levelMm + dz)) })
  }
  if (water.kind === 'sea')
    return water.crest
      ? changeSea(water.id, { crest: { ...water.crest, ...inside(water.crest) } })
      : null
  if (water.kind === 'splash') return changeSplash(water.id, inside(water))
  if (water.kind === 'fall') {
    const form = falls.find((f) => f.id === water.id)
    if (!form?.curve || !form.out) return null
    if (heldMm > (form.crestMm + form.footMm) / 2) {
      if (water.outlet) return changeOutlet(water.id, inside(water.outlet))
      const { lip } = water
      return lip && moveEdge(lip.pool, lip.corner, [toHalves(dx), toHalves(dy)])
    }
    const outMm = form.curve.landMm + dx * form.out[0] + dy * form.out[1]
    return flowLandingAt(water, form, scaleRatio(build.scale) ?? 1, Math.max(0.5, outMm))
  }
  const rock = water.boulders.find((b) => part.id.endsWith(`:${b.id}`))
  if (!rock) return null
  const at = inside(rock)
  return changeBoulder(water.id, rock.id, at)
}
