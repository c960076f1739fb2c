import type { BondId } from '../physics/stuff/supports/standing'
import type { CautionId } from './materials/cautions'
import type { Film } from './materials/types'
import { pairOf, THINGS, type Pair, type ThingId } from './materials/pairs'
import type { LayKind, PartShape, Way } from './ways/types'

/** What fixes a part to the model. */
export interface Bond {
  id: BondId
  name: string
  /** What it is among things that stick or spoil. */
  thing: ThingId
  /** Material it is made of; a field of the water (its gel, its resin) where it is no kind of its own. */
  material: string
  /** How it is put on, in a sentence. */
  how: string
  /** What it does to a clear part. */
  clear: string
  /** Until it holds, min, in a usual room; null: as long as the gel or the resin of the water takes. */
  holdsMin: number | null
  /** What makes it hold; left out: it dries. */
  sets?: 'cure' | 'cool'
  cautions: readonly CautionId[]
  /** What may not come near it wet; empty: nothing in particular. */
  forbids: string
}

/**
 * Bonds that a part may be fixed with: docs/trade.md O9, C9, C12, C13. Times typical. Common
 * practice, no source; what each bears is `BOND_MPA`.
 */
export const BONDS: readonly Bond[] = [
  {
    id: 'gel',
    name: 'Its own gel',
    thing: 'gel',
    material: 'gel',
    how: 'Gel behind what touches, pins or weights until it holds.',
    clear: 'Dries clear and is not seen.',
    holdsMin: null,
    cautions: [],
    forbids: ''
  },
  {
    id: 'caulk',
    name: 'Clear acrylic caulk',
    thing: 'caulk',
    material: 'clear-caulk',
    how: 'A thin line of caulk behind what touches, pins until it holds.',
    clear: 'Dries clear in a day or two, milky until then.',
    holdsMin: null,
    cautions: [],
    forbids: ''
  },
  {
    id: 'light',
    name: 'Light-cured resin, in dots',
    thing: 'light',
    material: 'craft-light-resin',
    how: 'Dots of light-cured resin where it touches, each zapped while it is held.',
    clear: 'Clear; it vanishes in a pour that comes over it.',
    holdsMin: 3,
    sets: 'cool',
    cautions: ['resin', 'uv'],
    forbids: ''
  },
  {
    id: 'quick',
    name: 'Quick epoxy',
    thing: 'two-part',
    material: 'quick-epoxy-2-1',
    how: 'A smear of quick epoxy where it touches, held or pinned until it is hard.',
    clear: 'Clear, yellows sooner than the water.',
    holdsMin: 30,
    sets: 'cure',
    cautions: ['resin'],
    forbids: ''
  },
  {
    id: 'resin',
    name: 'The resin of its water',
    thing: 'two-part',
    material: 'resin',
    how: 'A bed of resin under it, then a coat brushed over joint and scuffs: they turn clear.',
    clear: 'One with the water: no joint is seen.',
    holdsMin: null,
    sets: 'cure',
    cautions: ['resin'],
    forbids: ''
  },
  {
    id: 'hotglue',
    name: 'Hot glue, in dots',
    thing: 'hot-glue',
    material: 'hot-glue',
    how: 'Tiny dots of hot glue from a cool gun, where white will hide them.',
    clear: 'Milky dots: only where white water will hide them.',
    holdsMin: 5,
    sets: 'cool',
    cautions: ['hotglue'],
    forbids: ''
  },
  {
    id: 'solvent',
    name: 'Solvent cement',
    thing: 'solvent-cement',
    material: 'solvent-cement',
    how: 'A wick of cement along the touching edge only.',
    clear: 'Welds plastic to plastic without a trace; crazes what it runs over.',
    holdsMin: 120,
    sets: 'cool',
    cautions: ['solvent'],
    forbids: 'flame, bare foam'
  },
  {
    id: 'superglue',
    name: 'Super glue, gel type, in dots',
    thing: 'superglue',
    material: 'super-glue',
    how: 'Dots of super glue of the gel type where they are hidden, with air moving.',
    clear: 'Its vapour fogs what is clear near it.',
    holdsMin: 2,
    sets: 'cool',
    cautions: ['superglue'],
    forbids: 'a closed case'
  }
]

/** What a bond is called. @example bondNamed('hotglue') // "Hot glue, in dots" */
export const bondNamed = (id: BondId): string => BONDS.find((b) => b.id === id)!.name

/** What a part is fixed with: as the builder says, or as its way does it; null: it makes no part. */
export function bondOf(way: Way | null, make: { bond?: BondId }): Bond | null {
  if (!way?.part) return null
  const id = make.bond ?? way.part.bond
  return BONDS.find((b) => b.id === id) ?? null
}

/** The face of a part itself that its bond is put on. */
export function partFace(shape: PartShape, film: Film | null): ThingId {
  if (film) return film.face
  return shape === 'cast' || shape === 'skin' || shape === 'fingers' ? 'cured-resin' : 'clear-gel'
}

/** What the top of a lay is to a bond. */
const FACES: Readonly<Record<LayKind, ThingId>> = {
  landform: 'unsealed-foam',
  shell: 'sealed-foam',
  paint: 'sealed-foam',
  seal: 'sealed-foam',
  texture: 'sealed-foam',
  tissue: 'sealed-foam',
  resin: 'cured-resin',
  gel: 'clear-gel',
  lacquer: 'cured-resin',
  white: 'clear-gel',
  fibre: 'clear-gel',
  part: 'clear-gel'
}
/** The face that a part is fixed on, by the lay that it lies on. */
export const faceOfLay = (kind: LayKind): ThingId => FACES[kind]

/** Faces that a part may have or be fixed on: every bond has its pair with each. */
export const BONDED_FACES: readonly ThingId[] = [
  'acetate',
  'scuffed-film',
  'styrene',
  'acrylic',
  'pack-plastic',
  'clear-gel',
  'cured-resin',
  'sealed-foam',
  'unsealed-foam'
]

/** What of a bond's pairs says that it does not hold, or harms. */
const FAILS: readonly Pair['result'][] = ['peels', 'lifts', 'spoils', 'melts', 'fogs']

/**
 * Faces on which a bond does not hold or does harm, with why; empty: it does on all.
 *
 * @example bondFaults(BONDS.find((b) => b.id === 'solvent')!, ['cured-resin'])[0].face // "cured resin"
 */
export function bondFaults(
  bond: Bond,
  faces: readonly ThingId[]
): { face: string; result: Pair['result']; why: string }[] {
  return [...new Set(faces)].flatMap((face) => {
    const met = pairOf(bond.thing, face)
    return met && FAILS.includes(met.result)
      ? [{ face: THINGS[face].name, result: met.result, why: met.why }]
      : []
  })
}
