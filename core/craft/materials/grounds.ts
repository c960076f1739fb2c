import { LANDFORMS, SHELLS } from './sundries'
import { PLYWOOD, type Thermal } from '../../physics/stuff/heat/thermal'

/**
 * Boards and cases that a ground may stand on. Typical handbook values, plywood from the contract
 * of `cure`; written from memory.
 */
const BOARDS: readonly [string, Thermal][] = [
  ['plywood', PLYWOOD],
  ['acrylic', { kWMK: 0.19, cJGK: 1.45, densityGCm3: 1.19, softensC: 95 }],
  ['glass', { kWMK: 1, cJGK: 0.84, densityGCm3: 2.5, softensC: null }]
]

/** What grounds do with heat, by id: landforms and shells of the shelf, and the boards they stand on. */
export const THERMAL: ReadonlyMap<string, Thermal> = new Map([
  ...[...LANDFORMS, ...SHELLS].map((m): [string, Thermal] => [m.id, m.thermal]),
  ...BOARDS
])

export const THERMAL_IDS: readonly string[] = [...THERMAL.keys()]
