import type { Resin } from './types'

const cautions = ['resin', 'heat', 'torch'] as const

/** Kinds of two-part resin, after trade facts P1, P2, P5, P6: common practice, no source. Densities are typical, from memory. */
export const RESINS: readonly Resin[] = [
  {
    kind: 'resin', id: 'clear-epoxy-2-1', name: 'Clear epoxy, 2:1', note: 'The general-purpose kind: thin layers, a day each.', cautions,
    partA: 2, partB: 1, basis: 'volume', densityA: 1.14, densityB: 0.98, batchMaxG: 300, layerMaxMm: 5, labelC: 21,
    workingMin: 35, stirMin: 4, firmH: 12, nextPourH: 22, undamH: 24, curedH: 72
  },
  {
    kind: 'resin', id: 'shallow-epoxy-1-1', name: 'Shallow-pour epoxy, 1:1', note: 'Levels well in thin coats; firm in under a day.', cautions,
    partA: 1, partB: 1, basis: 'volume', densityA: 1.12, densityB: 0.99, batchMaxG: 400, layerMaxMm: 4, labelC: 21,
    workingMin: 40, stirMin: 5, firmH: 17, nextPourH: 17, undamH: 24, curedH: 72
  },
  {
    kind: 'resin', id: 'casting-epoxy-2-1', name: 'Clear casting resin, 2:1', note: 'Stays cooler: up to 9 mm at a time.', cautions,
    partA: 2, partB: 1, basis: 'volume', densityA: 1.1, densityB: 0.97, batchMaxG: 600, layerMaxMm: 9, labelC: 21,
    workingMin: 60, stirMin: 6, firmH: 20, nextPourH: 22, undamH: 36, curedH: 96
  },
  {
    kind: 'resin', id: 'deep-cast-3-1', name: 'Deep-cast epoxy, 3:1', note: 'Very slow and cool: deep water in one go, and a week behind the dam.', cautions,
    partA: 3, partB: 1, basis: 'mass', densityA: 1.12, densityB: 0.97, batchMaxG: 3000, layerMaxMm: 50, labelC: 21,
    workingMin: 240, stirMin: 10, firmH: 48, nextPourH: 48, undamH: 168, curedH: 240
  },
  {
    kind: 'resin', id: 'quick-epoxy-2-1', name: 'Quick epoxy, 2:1', note: 'Working time is minutes: small pools, small cups.', cautions,
    partA: 2, partB: 1, basis: 'volume', densityA: 1.15, densityB: 1.0, batchMaxG: 60, layerMaxMm: 3, labelC: 21,
    workingMin: 15, stirMin: 2, firmH: 4, nextPourH: 4, undamH: 6, curedH: 24
  }
]
