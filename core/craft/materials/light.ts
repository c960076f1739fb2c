import type { Lamp, LightResin } from './types'

/**
 * Resins that light cures, and lamps. D_p and E_c as the contract of `uvCure` gives them, typical,
 * from memory; lamps typical, packs and prices invented.
 */
export const LIGHT_RESINS: readonly LightResin[] = [
  {
    kind: 'light-resin',
    id: 'craft-light-resin',
    name: 'Craft resin for light',
    note: 'Clear and deep-curing; minutes instead of a day.',
    cautions: ['resin', 'uv'],
    densityGCm3: 1.12,
    dpMm: 3,
    ecMjCm2: 20,
    pack: { amount: 200, price: 18 }
  },
  {
    kind: 'light-resin',
    id: 'printer-resin',
    name: 'Printer resin',
    note: 'Made to stop light: it crusts over liquid. Never as a pour.',
    cautions: ['resin', 'uv'],
    densityGCm3: 1.12,
    dpMm: 0.15,
    ecMjCm2: 8,
    pack: { amount: 500, price: 20 }
  }
]

export const LAMPS: readonly Lamp[] = [
  {
    kind: 'lamp',
    id: 'hand-lamp',
    name: 'Hand lamp, 405 nm',
    note: 'Held over the work, spot by spot.',
    cautions: ['uv'],
    irradianceMwCm2: 20,
    atMm: 50,
    spotCm2: 12,
    pack: { amount: 1, price: 16 }
  },
  {
    kind: 'lamp',
    id: 'pen-lamp',
    name: 'Pen lamp, 395 nm',
    note: 'A small hot spot: for zapping drips.',
    cautions: ['uv'],
    irradianceMwCm2: 45,
    atMm: 20,
    spotCm2: 1.5,
    pack: { amount: 1, price: 9 }
  },
  {
    kind: 'lamp',
    id: 'cabinet',
    name: 'Curing cabinet',
    note: 'Light from all round; the model must fit in.',
    cautions: ['uv'],
    irradianceMwCm2: 12,
    atMm: 100,
    spotCm2: 300,
    pack: { amount: 1, price: 85 }
  }
]
