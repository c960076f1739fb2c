import type { Read } from '../reads'
import type { Laid } from '../../build/types'
import { COAT_MM } from '../../craft/layPairs'
import { onShelf, type Shelf } from '../../craft/materials/shelf'
import { layWay } from '../../craft/ways/catalog'
import type { FormsPlan } from '../2-forms/formsStage'
import { rippled, type Laying } from './gelStack'

/** What the lays are that the builder put in, by id. */
export interface LaidStacks {
  /** Ripples put on a water, each in its own gel. */
  laidGel: Record<string, Laying>
  /** How thick each is when it is done, mm; null: nobody measures it. */
  laidMm: Record<string, number | null>
}

/** How thick what was put in is, and in which minutes its gel takes its ripples. */
export const laidStacks = (build: Read<'laid'>, forms: FormsPlan, shelf: Shelf): LaidStacks => ({
  laidGel: laidGel(build, forms, shelf),
  laidMm: Object.fromEntries(build.laid.map((laid) => [laid.id, laidMm(build, laid, shelf)]))
})

/** Ripples by the builder's choice: the minutes in which their gel takes them. */
function laidGel(build: Read<'laid'>, forms: FormsPlan, shelf: Shelf): Record<string, Laying> {
  return Object.fromEntries(
    build.laid.flatMap((laid) => {
      const way = layWay(laid.way)
      const gel = onShelf(shelf, 'gel', laid.material ?? way?.usual?.coat ?? '')
      // over the whole scene as fine as the gel keeps them
      const over = { id: laid.stack }
      return way?.ripples && gel ? [[laid.id, rippled(build, over, forms, gel)]] : []
    })
  )
}

/** How thick a lay that was put in is when it is done, mm; null: nobody measures it. */
function laidMm(build: Read<'laid'>, laid: Laid, shelf: Shelf): number | null {
  const way = layWay(laid.way)
  const kind = way?.lays[0].kind
  const gel = onShelf(shelf, 'gel', laid.material ?? way?.usual?.coat ?? '')
  if (kind === 'white') return build.finish.reliefMm
  const coatMm = gel && kind === 'gel' ? gel.coatMm * gel.solidsVol : kind && COAT_MM[kind]
  return coatMm === undefined ? null : coatMm * laid.coats
}
