import { castsWith } from '../../build/castsWith'
import type { Build, Water } from '../../build/types'
import { onShelf, type Shelf } from '../../craft/materials/shelf'

/**
 * What the fields of a water name, for the uses and lays of its way; null: it names nothing so
 * called.
 *
 * @param build  whose water it is
 * @param shelf  for `dam.bead` alone
 */
export function fieldOf(build: Build, water: Water, field: string, shelf?: Shelf): string | null {
  if (field === 'resin') return castsWith(build, water)?.resin ?? null
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
