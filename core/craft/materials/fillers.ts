import type { Filler } from './types'

/**
 * What white pastes are stirred from. Densities of the grains themselves: typical, from memory.
 * Packs and prices invented.
 */
export const FILLERS: readonly Filler[] = [
  {
    kind: 'filler',
    id: 'glass-bubbles',
    name: 'Glass-bubble filler',
    note: 'So light that it hangs in the air: a mask.',
    cautions: ['dust'],
    densityGCm3: 0.25,
    form: 'powder',
    pack: { amount: 100, price: 8 }
  },
  {
    kind: 'filler',
    id: 'snow-powder',
    name: 'Snow powder',
    note: 'Sparkles; off-white without acrylic.',
    cautions: ['dust'],
    densityGCm3: 0.9,
    form: 'powder',
    pack: { amount: 100, price: 7 }
  },
  {
    kind: 'filler',
    id: 'white-fibre',
    name: 'White fibre',
    note: 'Cut short; stays white, needs no painting.',
    cautions: ['dust'],
    densityGCm3: 1.38,
    form: 'fibre',
    pack: { amount: 50, price: 6 }
  },
  {
    kind: 'filler',
    id: 'baking-powder',
    name: 'Baking powder',
    note: 'Foams in gloss glue; keep it dry.',
    cautions: [],
    densityGCm3: 2.1,
    form: 'powder',
    pack: { amount: 200, price: 2 }
  }
]
