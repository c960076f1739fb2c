import type { Dam } from './types'

/**
 * Kinds of dam, all of docs/trade.md D1: common practice, no source. Moduli as in the material table
 * of the contract of
 * `dam` (acetate 1.8, polypropylene 1.4, PETG 2.1, styrene 3, acrylic 3.1, card 3 GPa), from
 * memory; tape, clay and
 * conductivities typical, from memory; packs and prices invented.
 */
export const DAMS: readonly Dam[] = [
  {
    kind: 'dam',
    id: 'tape-and-glue',
    name: 'Masking tape and a bead of white glue',
    note: 'Pressed hard; bows when the water is deep.',
    cautions: [],
    setMin: 720,
    minPerM: 40,
    thicknessMm: 0.3,
    modulusGPa: 1.2,
    edges: 'held',
    kWMK: 0.15,
    softens: { what: 'the tape’s adhesive', atC: 70 },
    face: 'tape',
    leaves: 'A satin face with the tape’s crepe in it: a wipe of resin clears it.',
    bead: { material: 'wood-glue', mlPerM: 12 },
    pack: { amount: 25, price: 4 }
  },
  {
    kind: 'dam',
    id: 'acetate-uv',
    name: 'Acetate and light-cured resin',
    note: 'Minutes to set; vanishes in clear resin.',
    cautions: ['uv', 'blade'],
    setMin: 10,
    minPerM: 60,
    thicknessMm: 0.25,
    modulusGPa: 1.8,
    edges: 'held',
    kWMK: 0.2,
    softens: { what: 'the acetate', atC: 70 },
    face: 'acetate',
    leaves: 'Glass. Left in place it disappears.',
    bead: { material: 'craft-light-resin', mlPerM: 6 },
    pack: { amount: 2, price: 5 }
  },
  {
    kind: 'dam',
    id: 'card-and-sealant',
    name: 'Card faced with packing tape, sealant',
    note: 'Smooth face; the sealant wants three days.',
    cautions: ['blade'],
    setMin: 4320,
    minPerM: 60,
    thicknessMm: 1.5,
    modulusGPa: 3,
    edges: 'held',
    kWMK: 0.1,
    softens: { what: 'the packing tape’s adhesive', atC: 75 },
    face: 'packing-tape',
    leaves: 'Gloss, with a line where two tapes meet.',
    bead: { material: 'sealant', mlPerM: 20 },
    pack: { amount: 5, price: 4 }
  },
  {
    kind: 'dam',
    id: 'acrylic-hot-glue',
    name: '1 mm acrylic sheet and hot glue',
    note: 'Stiff and quick; hot glue softens under a hot pour.',
    cautions: ['hotglue', 'blade'],
    setMin: 30,
    minPerM: 90,
    thicknessMm: 1,
    modulusGPa: 3.1,
    edges: 'held',
    kWMK: 0.19,
    softens: { what: 'the hot glue', atC: 62 },
    face: 'acrylic',
    leaves:
      'Glass, if it is greased; bare acrylic holds on. Hot glue can scar scenery: warm its residue to lift it.',
    bead: { material: 'hot-glue', mlPerM: 15 },
    pack: { amount: 1, price: 5 }
  },
  {
    kind: 'dam',
    id: 'pack-plastic-uv',
    name: 'Clear pack plastic and light-cured resin',
    note: 'PETG from a package: cut with scissors, bends round corners.',
    cautions: ['uv', 'blade'],
    setMin: 10,
    minPerM: 55,
    thicknessMm: 0.4,
    modulusGPa: 2.1,
    edges: 'held',
    kWMK: 0.2,
    softens: { what: 'the plastic', atC: 70 },
    face: 'pack-plastic',
    leaves: 'Glass.',
    bead: { material: 'craft-light-resin', mlPerM: 6 },
    pack: { amount: 1, price: 0 }
  },
  {
    kind: 'dam',
    id: 'case-and-sealant',
    name: 'Wall of the display case, sealant',
    note: 'Stays for good: the water is seen through it.',
    cautions: ['blade'],
    setMin: 1440,
    minPerM: 30,
    thicknessMm: 3,
    modulusGPa: 3.1,
    edges: 'held',
    kWMK: 0.19,
    softens: { what: 'the acrylic', atC: 90 },
    face: 'acrylic',
    leaves: 'Nothing: it stays. Wipe bridged resin with alcohol before it sets.',
    bead: { material: 'sealant', mlPerM: 15 },
    stays: true,
    pack: { amount: 1, price: 14 }
  },
  {
    kind: 'dam',
    id: 'clay',
    name: 'Modelling clay pushed in',
    note: 'No wait; leaves its grain on the face.',
    cautions: [],
    setMin: 0,
    minPerM: 45,
    thicknessMm: 12,
    modulusGPa: 0.004,
    edges: 'clamped',
    kWMK: 0.5,
    softens: { what: 'the clay’s wax', atC: 50 },
    face: 'clay',
    leaves: 'Grain and an oily film: sand it, then a wipe of resin clears it.',
    bead: { material: 'wood-glue', mlPerM: 0 },
    pack: { amount: 3, price: 5 }
  }
]
