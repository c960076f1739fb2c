import type { Resin } from './types'

const cautions = ['resin', 'heat', 'torch'] as const
const at = { kind: 'resin', potLifeG: 100, potLifeC: 25, cautions } as const

/**
 * Kinds of two-part resin, after docs/trade.md P1–P6: common practice, no source. Densities are
 * typical, from memory; packs and prices invented.
 */
export const RESINS: readonly Resin[] = [
  {
    ...at,
    id: 'clear-epoxy-2-1',
    name: 'Clear epoxy, 2:1',
    note: 'The general-purpose kind: thin layers, a day each.',
    partA: 2,
    partB: 1,
    basis: 'volume',
    densityA: 1.14,
    densityB: 0.98,
    batchMaxG: 300,
    layerMaxMm: 5,
    potLifeMin: 35,
    stirMin: 4,
    standMin: 0,
    curedH: 72,
    pack: { amount: 750, price: 26 }
  },
  {
    ...at,
    id: 'shallow-epoxy-1-1',
    name: 'Shallow-pour epoxy, 1:1',
    note: 'Levels well in thin coats; firm in under a day.',
    partA: 1,
    partB: 1,
    basis: 'volume',
    densityA: 1.12,
    densityB: 0.99,
    batchMaxG: 400,
    layerMaxMm: 4,
    potLifeMin: 40,
    stirMin: 5,
    standMin: 0,
    curedH: 64,
    pack: { amount: 900, price: 29 }
  },
  {
    ...at,
    id: 'casting-epoxy-2-1',
    name: 'Clear casting resin, 2:1',
    note: 'Stays cooler: thicker pours, a slower cure.',
    partA: 2,
    partB: 1,
    basis: 'volume',
    densityA: 1.1,
    densityB: 0.97,
    batchMaxG: 600,
    layerMaxMm: 9,
    potLifeMin: 60,
    stirMin: 6,
    standMin: 0,
    curedH: 96,
    pack: { amount: 1000, price: 34 }
  },
  {
    ...at,
    id: 'deep-cast-3-1',
    name: 'Deep-cast epoxy, 3:1',
    note: 'Very slow and cool: deep water in one go, and days behind the dam.',
    partA: 3,
    partB: 1,
    basis: 'mass',
    densityA: 1.12,
    densityB: 0.97,
    batchMaxG: 3000,
    layerMaxMm: 50,
    potLifeMin: 480,
    stirMin: 10,
    standMin: 0,
    curedH: 150,
    pack: { amount: 1500, price: 48 }
  },
  {
    ...at,
    id: 'quick-epoxy-2-1',
    name: 'Quick epoxy, 2:1',
    note: 'Working time is minutes: small pools, small cups.',
    partA: 2,
    partB: 1,
    basis: 'volume',
    densityA: 1.15,
    densityB: 1.0,
    batchMaxG: 60,
    layerMaxMm: 3,
    potLifeMin: 15,
    stirMin: 2,
    standMin: 0,
    curedH: 24,
    pack: { amount: 300, price: 17 }
  }
]
