/** What a ground does with heat. */
export interface Thermal {
  kWMK: number
  cJGK: number
  densityGCm3: number
  /** Temperature at which it gives way, °C; null: it bears any pour. */
  softensC: number | null
}
