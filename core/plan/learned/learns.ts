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
/** Gel that ripples a pool. */
const POOL_GEL = 'ripple-gel'

/** Which product a wait is made by, and what of it; null: nothing that is learned. */
export function learnsOf(water: Water | null, cure: CureName): Learns | null {
  if (!water) return null
  const gel =
    water.kind === 'pool'
      ? water.way === 'gloss-gel'
        ? water.gloss.gel
        : POOL_GEL
      : cure === 'rippleClear'
        ? POOL_GEL
        : water.gel
  if (GEL_DRIES.includes(cure)) return { product: gel, what: 'dry' }
  if (GEL_THICKENS.includes(cure)) return { product: gel, what: 'thicken' }
  return water.kind === 'pool' && water.way === 'two-part-pour' && RESIN_CURES.includes(cure)
    ? { product: water.resin, what: 'cure' }
    : null
}
