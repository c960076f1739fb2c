import type { LayKind } from './ways/types'

/**
 * What the lay above asks of the one under it: `done`, the wait that its own way gives it; `firm`,
 * `gelled` of resin; `touch`, dry to the touch; `wet`, that it is still wet.
 */
export type Asks = 'done' | 'firm' | 'gelled' | 'touch'

/** The pairs that ask for anything but `done`: docs/trade.md O1. Common practice, no source. */
const ASKED: Readonly<Partial<Record<LayKind, Partial<Record<LayKind, Asks>>>>> = {
  gel: { resin: 'firm', white: 'touch' },
  white: { resin: 'firm', white: 'touch', paint: 'touch' },
  paint: { resin: 'firm', white: 'touch', paint: 'touch' },
  lacquer: { resin: 'firm' },
  fibre: { resin: 'firm', white: 'touch' },
  part: { resin: 'gelled' }
}

/** What one kind of lay asks of another under it. @example asked('gel', 'resin') // "firm" */
export const asked = (upper: LayKind, lower: LayKind): Asks => ASKED[upper]?.[lower] ?? 'done'

/** How long a lay stays wet enough for what goes into it wet on purpose, min. Common practice, no source. */
export const STAYS_WET_MIN: Readonly<Partial<Record<LayKind, number>>> = {
  tissue: 20,
  paint: 10,
  gel: 15,
  white: 10,
  lacquer: 5,
  resin: 30
}

/**
 * What a thing is fixed with, by what it is set on: light-cured resin vanishes in the pour that comes
 * over it, gel holds on gel, hot glue dots on bare ground. docs/trade.md O3, O9. Common practice, no
 * source.
 */
export function glueFor(under: LayKind | undefined): string {
  if (under === 'gel' || under === 'white' || under === 'fibre') return 'heavy-gloss-gel'
  return under === 'landform' || under === 'shell' || under === 'part'
    ? 'hot-glue'
    : 'craft-light-resin'
}

/** How thick one coat of a lay usually is when it is dry, mm; a gel says its own. Common practice, no source. */
export const COAT_MM: Readonly<Partial<Record<LayKind, number>>> = {
  paint: 0.1,
  tissue: 0.15,
  lacquer: 0.08,
  seal: 0.05,
  resin: 0.5
}

const SCENERY: readonly LayKind[] = ['landform', 'shell']
const WATER: readonly LayKind[] = ['resin', 'gel', 'lacquer', 'white', 'fibre']

/**
 * Why one lay cannot lie on another; null: it can.
 * @example cannotLie('shell', 'resin') !== null // true
 */
export function cannotLie(upper: LayKind, lower: LayKind): string | null {
  if (upper === 'landform' && lower !== 'landform')
    return 'The landform is what all else stands on: nothing goes under it.'
  if (SCENERY.includes(upper) && WATER.includes(lower))
    return 'It would bury the water. Put it under the water, or leave it out.'
  if (upper === 'seal' && (lower === 'gel' || lower === 'white' || lower === 'fibre'))
    return 'A seal keeps air in the bed out of the resin: over gel and white it dulls them. Take lacquer instead.'
  if (upper === 'texture' && WATER.includes(lower))
    return 'Loose grains in glue do not hold on smooth water: set single things in instead.'
  return null
}
