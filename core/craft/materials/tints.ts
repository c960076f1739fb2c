import type { Tint } from './types'

const look = (colour: string, scatterPerMm?: number): Tint['look'] => ({
  colour,
  atDropsPer100G: 6,
  atDepthMm: 7,
  ...(scatterPerMm ? { scatterPerMm } : {})
})
const tint = (id: string, name: string, note: string, seen: Tint['look']): Tint => ({
  kind: 'tint',
  id,
  name,
  note,
  cautions: [],
  look: seen,
  dropsPerMl: 20,
  pack: { amount: 20, price: 6 }
})

/**
 * Kinds of tint: how 6 drops in 100 g look 7 mm deep over white (P7 makes 7 drops in 100 g a
 * strong colour). Common practice, no source.
 */
export const TINTS: readonly Tint[] = [
  tint('blue-green', 'Blue-green tint', 'Resin dye in a dropper bottle.', look('#2b8286')),
  tint('river-brown', 'River-brown tint', 'Peat and silt.', look('#80602f')),
  tint('weed-green', 'Weed-green tint', 'Slow and stagnant water.', look('#637f35')),
  tint('deep-blue', 'Deep-blue tint', 'Open sea; less than you think.', look('#2d5694')),
  tint(
    'milk-white',
    'Milk-white tint',
    'Glacier water and the cloud under a fall.',
    look('#e4ebe9', 0.02)
  ),
  {
    ...tint(
      'alcohol-ink-blue',
      'Alcohol ink, blue',
      'The ink for light-cured resin: moved about with a pin before the lamp. In drops only in two-part resin: much of it softens the cure.',
      look('#1f5fa8')
    ),
    cautions: ['torch']
  },
  {
    ...tint(
      'alcohol-ink-green',
      'Alcohol ink, bottle green',
      'As the blue one; a trace of both is the sea.',
      look('#1f7a5c')
    ),
    cautions: ['torch']
  }
]
