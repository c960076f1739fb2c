/** What a ground does with heat. */
export interface Thermal {
  kWMK: number
  cJGK: number
  densityGCm3: number
  /** Temperature at which it gives way, °C; null: it bears any pour. */
  softensC: number | null
}

/**
 * Stuff that grounds are made of. Conductivities and softening of foam, plaster and plywood as in
 * the contract of `cure`
 * (docs/models.md 4); the others typical handbook values, from memory.
 */
export const EXTRUDED_FOAM: Thermal = { kWMK: 0.035, cJGK: 1.45, densityGCm3: 0.033, softensC: 75 }
export const FIBRE_PLASTER: Thermal = { kWMK: 0.3, cJGK: 1, densityGCm3: 1, softensC: null }
export const PLYWOOD: Thermal = { kWMK: 0.13, cJGK: 1.6, densityGCm3: 0.6, softensC: null }
