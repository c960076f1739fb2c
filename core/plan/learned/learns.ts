import { bondOf } from '../../craft/bonds'
import { bodyNeeds, wayOf } from '../../craft/ways/catalog'
import { USUAL } from '../../craft/usual'
import type { Water } from '../../build/types'
import type { Learns } from '../../build/log/entries'
import type { CureName } from '../../craft/ways/types'

/** Waits that the gel of a moving water, or of a pool's surface, makes. */
const GEL_DRIES: readonly CureName[] = [
  'formClear',
  'peel',
  'stripSet',
  'rippleClear',
  'glossCoat',
  'glossClear',
  'propRelease'
]
const GEL_THICKENS: readonly CureName[] = ['stippleOpens', 'dragOpens', 'teaseOpens', 'blowOpens']
const RESIN_CURES: readonly CureName[] = ['gel', 'nextPour', 'firm', 'undam', 'cured', 'chipFirm']

/** Waits that are kept by the clock, not by what dries or cures. */
const BY_THE_CLOCK: readonly CureName[] = ['leakWait', 'lightSet']
/** Whether a wait is as long as it is said to be. */
export const isByTheClock = (wait: CureName | number | undefined): boolean =>
  BY_THE_CLOCK.some((name) => name === wait)

/** The gel that makes a wait of a water. */
function gelOf(water: Water, cure: CureName): string {
  if (water.kind !== 'pool') return cure === 'rippleClear' ? USUAL.gel.ripples : water.gel
  return bodyNeeds(water.way).gel === 'coats' ? water.gloss.gel : USUAL.gel.ripples
}

/** A bond of the water's own gel teaches of that; another is nothing that is learned. */
function bondLearns(water: Water): Learns | null {
  if (water.kind === 'pool') return null
  const bond = bondOf(wayOf(water), water.make)
  return bond?.id === 'gel' ? { product: water.gel, what: 'dry' } : null
}

/** Which product a wait is made by, and what of it; null: nothing that is learned. */
export function learnsOf(water: Water | null, cure: CureName): Learns | null {
  if (!water) return null
  if (cure === 'bondHolds') return bondLearns(water)
  const gel = gelOf(water, cure)
  if (GEL_DRIES.includes(cure)) return { product: gel, what: 'dry' }
  if (GEL_THICKENS.includes(cure)) return { product: gel, what: 'thicken' }
  return water.kind === 'pool' &&
    bodyNeeds(water.way).fill === 'two-part' &&
    RESIN_CURES.includes(cure)
    ? { product: water.resin, what: 'cure' }
    : null
}
