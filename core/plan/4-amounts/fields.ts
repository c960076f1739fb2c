import { castsWith } from '../../build/castsWith'
import type { Build, Water } from '../../build/types'
import { bondOf } from '../../craft/bonds'
import type { Material } from '../../craft/materials/types'
import { wayOf } from '../../craft/ways/catalog'
import { grown, type Sizes, type Use } from '../../craft/ways/types'
import { onShelf, type Shelf } from '../../craft/materials/shelf'

/**
 * What the fields of a water name, for the uses and lays of its way; null: it names nothing so
 * called.
 *
 * @param build  whose water it is
 * @param shelf  for `dam.bead` alone
 */
export function fieldOf(
  build: Pick<Build, 'waters'>,
  water: Water,
  field: string,
  shelf?: Shelf
): string | null {
  if (field === 'resin') return castsWith(build, water)?.resin ?? null
  if (water.kind !== 'pool' && field === 'bond') {
    const bond = bondOf(wayOf(water), water.make)
    return bond && (fieldOf(build, water, bond.material) ?? bond.material)
  }
  if (water.kind !== 'pool')
    return field === 'gel' ? water.gel : field === 'film' ? water.make.film : null
  switch (field) {
    case 'light.resin':
      return water.light.resin
    case 'light.lamp':
      return water.light.lamp
    case 'skin.lacquer':
      return water.skin.lacquer
    case 'gloss.gel':
      return water.gloss.gel
    case 'dam.bead':
      return shelf ? (onShelf(shelf, 'dam', water.dam)?.bead.material ?? null) : null
    default:
      return null
  }
}

/** Less of a two-part glue than this nobody weighs, g. Common practice, no source. */
const LEAST_MIX_G = 5
/** How much of a material a use of it takes. */
export const useOf = (use: Use, sizes: Sizes, material: Material | undefined): number => {
  const amount = grown(use.amount, sizes)
  return use.material === 'bond' && material?.kind === 'resin' && amount > 0
    ? Math.max(LEAST_MIX_G, amount)
    : amount
}
