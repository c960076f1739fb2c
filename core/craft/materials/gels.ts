import type { Gel } from './types'

/**
 * Gels, caulks and pastes-in-the-pot, by kind. How they dry is fitted to trade facts G1, G3, G4 (2 mm of ripple gel clear
 * overnight, 12 mm in weeks; fine gel on film peels in an hour), how they thicken to G2: common practice, no source.
 * Yield, surface tension and stiffness are typical, from memory. Packs and prices are invented.
 */
export const GELS: readonly Gel[] = [
  {
    kind: 'gel', id: 'ripple-gel', name: 'Ripple gel', note: 'Holds a stipple after about 20 min; clear overnight when thin.', cautions: [],
    densityGCm3: 1.05, coatMm: 2, finestMm: 2, solidsVol: 0.38, dM2S: 3e-10, fallsBy: 1.2, chi: 1.6,
    viscosityPaS: 20, thickenMin: 1.8, surfaceTensionNM: 0.035, yieldPa: 60, dryModulusGPa: 0.05, pack: { amount: 200, price: 14 }
  },
  {
    kind: 'gel', id: 'clear-caulk', name: 'Clear-drying acrylic caulk', note: 'Runs in beads and peels off baking paper. Silicone does not: it bonds for good.', cautions: [],
    densityGCm3: 1.1, coatMm: 3, finestMm: 3, solidsVol: 0.62, dM2S: 3.6e-10, fallsBy: 1.2, chi: 1.6,
    viscosityPaS: 120, thickenMin: 2.6, surfaceTensionNM: 0.035, yieldPa: 180, dryModulusGPa: 0.03, pack: { amount: 300, price: 5 }
  },
  {
    kind: 'gel', id: 'heavy-gloss-gel', name: 'Heavy gloss gel', note: 'Stands in peaks; slow to clear when thick.', cautions: [],
    densityGCm3: 1.04, coatMm: 3, finestMm: 2.5, solidsVol: 0.42, dM2S: 2.6e-10, fallsBy: 1.2, chi: 1.6,
    viscosityPaS: 60, thickenMin: 3, surfaceTensionNM: 0.036, yieldPa: 150, dryModulusGPa: 0.06, pack: { amount: 250, price: 12 }
  },
  {
    kind: 'gel', id: 'lotion-gel', name: 'Lotion-like water gel', note: 'White from the pot, clear in about a day when thin; base of snow paste.', cautions: [],
    densityGCm3: 1.02, coatMm: 1.5, finestMm: 1.5, solidsVol: 0.34, dM2S: 2e-10, fallsBy: 1.2, chi: 1.6,
    viscosityPaS: 12, thickenMin: 2.4, surfaceTensionNM: 0.033, yieldPa: 45, dryModulusGPa: 0.03, pack: { amount: 250, price: 11 }
  },
  {
    kind: 'gel', id: 'splash-gel', name: 'Splash gel', note: 'Picks up to points; clear overnight when thin, a couple of days when thick.', cautions: [],
    densityGCm3: 1.06, coatMm: 2, finestMm: 1.5, solidsVol: 0.45, dM2S: 2.8e-10, fallsBy: 1.2, chi: 1.6,
    viscosityPaS: 90, thickenMin: 2, surfaceTensionNM: 0.034, yieldPa: 240, dryModulusGPa: 0.08, pack: { amount: 100, price: 11 }
  },
  {
    kind: 'gel', id: 'tumble-gel', name: 'Fine tumbling-water gel', note: 'Brushed thin on film it peels in about an hour.', cautions: [],
    densityGCm3: 1.03, coatMm: 0.3, finestMm: 1, solidsVol: 0.4, dM2S: 2.4e-10, fallsBy: 1.2, chi: 1.6,
    viscosityPaS: 8, thickenMin: 1.4, surfaceTensionNM: 0.034, yieldPa: 30, dryModulusGPa: 0.05, pack: { amount: 60, price: 9 }
  },
  {
    kind: 'gel', id: 'gloss-glue', name: 'Gloss glue', note: 'Levels like water; brushed, blown or drawn up as it thickens. Dust sinks into it and stays.', cautions: [],
    densityGCm3: 1.06, coatMm: 1, finestMm: 2, solidsVol: 0.45, dM2S: 1.8e-10, fallsBy: 1.2, chi: 1.6,
    viscosityPaS: 4, thickenMin: 3.2, surfaceTensionNM: 0.038, yieldPa: 8, dryModulusGPa: 0.1, pack: { amount: 225, price: 10 }
  }
]
