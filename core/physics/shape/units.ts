/** From a length on the model, mm, to the real one, m, and back. */
export const realM = (modelMm: number, scale: number): number => (modelMm * scale) / 1000
export const modelMm = (realMetres: number, scale: number): number => (realMetres / scale) * 1000
export const round1 = (value: number): number => Math.round(value * 10) / 10
