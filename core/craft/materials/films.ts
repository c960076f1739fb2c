import type { Film } from './types'

/**
 * Clear films and sheets, by kind. Stiffness as in the contract's table of dams; densities typical,
 * from memory. Packs and prices invented.
 */
export const FILMS: readonly Film[] = [
  {
    kind: 'film',
    id: 'acetate-02',
    name: 'Acetate',
    note: 'Rolls cold round a pen; the usual curl film.',
    cautions: ['blade'],
    thicknessMm: 0.2,
    modulusGPa: 1.8,
    densityGCm3: 1.28,
    face: 'acetate',
    pack: { amount: 600, price: 3 }
  },
  {
    kind: 'film',
    id: 'acetate-01',
    name: 'Thin acetate',
    note: 'For small curls; bears hardly any wet gel.',
    cautions: ['blade'],
    thicknessMm: 0.1,
    modulusGPa: 1.8,
    densityGCm3: 1.28,
    face: 'acetate',
    pack: { amount: 600, price: 2 }
  },
  {
    kind: 'film',
    id: 'pack-plastic',
    name: 'Clear pack plastic',
    note: 'Out of the bin; small steps and splash fingers.',
    cautions: ['blade'],
    thicknessMm: 0.3,
    modulusGPa: 2.1,
    densityGCm3: 1.33,
    face: 'pack-plastic',
    pack: { amount: 500, price: 0 }
  },
  {
    kind: 'film',
    id: 'styrene-05',
    name: 'Clear styrene',
    note: 'Cut, bent by warm air, welded by solvent.',
    cautions: ['blade', 'solvent'],
    thicknessMm: 0.5,
    modulusGPa: 3,
    densityGCm3: 1.05,
    face: 'styrene',
    pack: { amount: 1200, price: 6 }
  },
  {
    kind: 'film',
    id: 'acrylic-1',
    name: 'Acrylic sheet',
    note: 'Stiff; bends only when hot.',
    cautions: ['blade', 'hotwater'],
    thicknessMm: 1,
    modulusGPa: 3.1,
    densityGCm3: 1.19,
    face: 'acrylic',
    pack: { amount: 1200, price: 8 }
  }
]
