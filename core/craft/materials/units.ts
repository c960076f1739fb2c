import type { Material, Sundry } from './types'

export type Unit = Sundry['unit'] | 'cm³'

const UNITS: Readonly<Record<Exclude<Material['kind'], 'sundry'>, Unit>> = {
  resin: 'g',
  'light-resin': 'g',
  lamp: 'piece',
  tint: 'ml',
  gel: 'ml',
  film: 'cm²',
  filler: 'g',
  lacquer: 'ml',
  landform: 'cm³',
  shell: 'g',
  sealer: 'ml',
  dam: 'm'
}

/** The unit a material is bought, kept and used up in. */
export const unitOf = (material: Material): Unit =>
  material.kind === 'sundry' ? material.unit : UNITS[material.kind]

/** The same as it stands behind a number: pieces are only counted. */
export const measureOf = (material: Material): string =>
  unitOf(material) === 'piece' ? '' : unitOf(material)
