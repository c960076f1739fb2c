/** Things of the bench that meet each other: what is wet, what it lies against, and what is used near it. */
export const THINGS = {
  'two-part': { name: 'two-part resin', is: 'wet' },
  light: { name: 'light-cured resin', is: 'wet' },
  gel: { name: 'acrylic gel', is: 'wet' },
  caulk: { name: 'acrylic caulk', is: 'wet' },
  'silicone-caulk': { name: 'silicone caulk', is: 'wet' },
  'water-texture': { name: 'water-based texture, wet', is: 'wet' },
  'printer-resin': { name: '3D-printer resin', is: 'wet' },
  'mould-rubber': { name: 'moulding rubber', is: 'wet' },
  plaster: { name: 'plaster, wet', is: 'wet' },
  lacquer: { name: 'lacquer', is: 'wet' },
  'white-acrylic': { name: 'white acrylic', is: 'wet' },
  'acrylic-ink': { name: 'acrylic ink', is: 'wet' },
  'alcohol-ink': { name: 'alcohol ink', is: 'wet' },
  enamel: { name: 'enamel, glass paint or resin dye', is: 'wet' },
  'solvent-cement': { name: 'solvent cement', is: 'wet' },
  superglue: { name: 'super glue', is: 'wet' },
  'hot-glue': { name: 'hot glue', is: 'wet' },
  spray: { name: 'spray paint with solvent', is: 'wet' },
  alcohol: { name: 'alcohol', is: 'wet' },
  tape: { name: 'masking tape', is: 'face' },
  'packing-tape': { name: 'packing tape', is: 'face' },
  acetate: { name: 'acetate', is: 'face' },
  'scuffed-film': { name: 'clear film, scuffed', is: 'face' },
  styrene: { name: 'clear styrene sheet', is: 'face' },
  acrylic: { name: 'acrylic sheet', is: 'face' },
  'pack-plastic': { name: 'clear pack plastic', is: 'face' },
  clay: { name: 'modelling clay', is: 'face' },
  'dry-clay': { name: 'air-dry clay, dry and sealed', is: 'face' },
  polythene: { name: 'polythene bag', is: 'face' },
  'silicone-paper': { name: 'silicone-coated baking paper', is: 'face' },
  silicone: { name: 'mould of rubber or silicone', is: 'face' },
  glass: { name: 'glass', is: 'face' },
  'bare-card': { name: 'bare card', is: 'face' },
  'damp-plaster': { name: 'damp plaster', is: 'face' },
  'unsealed-foam': { name: 'unsealed foam or plaster', is: 'face' },
  'sealed-foam': { name: 'foam under a skin or seal', is: 'face' },
  'cured-resin': { name: 'cured resin', is: 'face' },
  'clear-gel': { name: 'gel that has cleared', is: 'face' },
  'white-gel': { name: 'gel that is still white', is: 'face' },
  plants: { name: 'plants and turf', is: 'face' },
  case: { name: 'clear display case', is: 'face' },
  flame: { name: 'flame or heat gun', is: 'tool' },
  'hot-wire': { name: 'hot wire', is: 'tool' },
  dust: { name: 'dust', is: 'tool' },
  shade: { name: 'shade, thickness or white tint', is: 'tool' }
} as const satisfies Record<string, { name: string; is: 'wet' | 'face' | 'tool' }>
export type ThingId = keyof typeof THINGS
/** What a dam may be faced with. */
export type FaceId = Extract<
  ThingId,
  | 'tape'
  | 'packing-tape'
  | 'acetate'
  | 'acrylic'
  | 'pack-plastic'
  | 'clay'
  | 'polythene'
  | 'silicone-paper'
  | 'glass'
  | 'bare-card'
  | 'hot-glue'
  | 'damp-plaster'
  | 'unsealed-foam'
  | 'silicone'
>

/** Sticks: peels, holds, bonds, vanishes, fine. Spoils: spoils, melts, fogs. Solves: lifts. */
export type Outcome =
  'peels' | 'holds' | 'bonds' | 'vanishes' | 'fine' | 'spoils' | 'melts' | 'fogs' | 'lifts'
export const HARM: readonly Outcome[] = ['spoils', 'melts', 'fogs']

export interface Pair {
  between: readonly [ThingId, ThingId]
  result: Outcome
  why: string
}

const pair = (a: ThingId, b: ThingId, result: Outcome, why: string): Pair => ({
  between: [a, b],
  result,
  why
})

/**
 * What sticks to what, what spoils what, what lifts it again: docs/trade.md 6 (C1–C13), D2, D6, D7,
 * G6, G7. Common practice, no source.
 */
export const PAIRS: readonly Pair[] = [
  pair('two-part', 'tape', 'peels', 'Peels with a tug and leaves its crepe in the face.'),
  pair(
    'two-part',
    'packing-tape',
    'peels',
    'Polypropylene: nothing sticks to it, and the face comes out glossy.'
  ),
  pair(
    'two-part',
    'acetate',
    'vanishes',
    'Bonds a little and has nearly the resin’s own refraction: left in, it is not seen.'
  ),
  pair(
    'two-part',
    'acrylic',
    'holds',
    'Bonds to bare acrylic: wax or tape the face that must come off.'
  ),
  pair('two-part', 'pack-plastic', 'peels', 'Lifts off clean pack plastic when it is flexed.'),
  pair('two-part', 'clay', 'spoils', 'Lifts off, but takes grain and oil with it.'),
  pair('two-part', 'polythene', 'peels', 'Never sticks to polythene; its wrinkles are copied.'),
  pair('two-part', 'silicone-paper', 'peels', 'Falls off silicone-coated paper.'),
  pair('two-part', 'silicone', 'peels', 'Falls out of the mould.'),
  pair('two-part', 'glass', 'bonds', 'Bonds for good without a release.'),
  pair(
    'two-part',
    'bare-card',
    'bonds',
    'Soaks into card and tears it: face it with packing tape.'
  ),
  pair(
    'two-part',
    'hot-glue',
    'holds',
    'Parts with warmth; a hot pour softens the glue from inside.'
  ),
  pair(
    'two-part',
    'damp-plaster',
    'spoils',
    'Damp under resin clouds it and bubbles: dry it first.'
  ),
  pair(
    'two-part',
    'unsealed-foam',
    'spoils',
    'Air comes out of the pores as bubbles for hours: seal it.'
  ),
  pair('light', 'acetate', 'vanishes', 'Stays and vanishes: the light goes through it.'),
  pair('light', 'polythene', 'peels', 'Peels off a bag: that is how a skin is made.'),
  pair('light', 'pack-plastic', 'holds', 'Holds until it is flexed.'),
  pair('light', 'acrylic', 'bonds', 'Bonds to bare acrylic.'),
  pair(
    'light',
    'tape',
    'peels',
    'Peels with a tug; opaque tape shades the corner, so light it from above.'
  ),
  pair('light', 'packing-tape', 'peels', 'Nothing sticks to polypropylene.'),
  pair('light', 'silicone-paper', 'peels', 'Falls off silicone-coated paper.'),
  pair('light', 'clay', 'spoils', 'Stays tacky against oily clay.'),
  pair('light', 'damp-plaster', 'spoils', 'Water in wet resin keeps it from curing together.'),
  pair('gel', 'pack-plastic', 'peels', 'Peels when it is dry.'),
  pair('gel', 'acetate', 'peels', 'Peels when it is dry.'),
  pair('gel', 'acrylic', 'peels', 'Peels when it is dry.'),
  pair(
    'gel',
    'silicone-paper',
    'peels',
    'Acrylic gels and caulk peel; silicone caulk bonds for good.'
  ),
  pair('gel', 'silicone', 'peels', 'Peels; silicone caulk on silicone does not.'),
  pair(
    'two-part',
    'cured-resin',
    'bonds',
    'Bonds; scuffed, it bonds for good, and the scuff turns clear again.'
  ),
  pair(
    'two-part',
    'sealed-foam',
    'holds',
    'Holds, and no air comes out. Mind how warm a thick pour gets.'
  ),
  pair(
    'two-part',
    'dry-clay',
    'bonds',
    'Sticks without a release: that is what the rubber mould is for.'
  ),
  pair('two-part', 'clear-gel', 'holds', 'Holds on clear gel.'),
  pair(
    'two-part',
    'white-gel',
    'spoils',
    'Water under resin clouds it for good: let the gel clear first.'
  ),
  pair(
    'two-part',
    'plants',
    'spoils',
    'Runs up the stems and drowns them: wipe with alcohol before it sets, or pluck the plant.'
  ),
  pair('two-part', 'case', 'bonds', 'Bonds to the case: wipe with alcohol before it sets.'),
  pair(
    'two-part',
    'acrylic-ink',
    'spoils',
    'Water in the ink leaves specks and keeps the resin soft around them.'
  ),
  pair('two-part', 'enamel', 'fine', 'Fine in drops.'),
  pair('two-part', 'alcohol-ink', 'fine', 'Fine in drops; much of it softens the cure.'),
  pair(
    'two-part',
    'flame',
    'fine',
    'A quick pass lifts bubbles. Never near alcohol, solvent, foam or plants.'
  ),
  pair('light', 'scuffed-film', 'bonds', 'Bonds to a scuffed face.'),
  pair('light', 'cured-resin', 'bonds', 'Bonds to cured resin.'),
  pair('light', 'clear-gel', 'holds', 'Holds on clear gel.'),
  pair('light', 'acrylic-ink', 'spoils', 'Mixes poorly; alcohol ink is right.'),
  pair('light', 'alcohol-ink', 'fine', 'The right ink for it.'),
  pair('light', 'water-texture', 'spoils', 'They do not cure together: let the texture dry first.'),
  pair('light', 'white-gel', 'spoils', 'Water in the gel keeps it tacky.'),
  pair(
    'light',
    'shade',
    'spoils',
    'Thick, opaque or shaded it stays sticky underneath: thinner coats, more light, then wipe with alcohol.'
  ),
  pair('light', 'silicone', 'peels', 'Falls out of the mould.'),
  pair(
    'printer-resin',
    'shade',
    'spoils',
    'Cures as a crust over liquid: never poured deep. Drain, rip out, redo.'
  ),
  pair('gel', 'scuffed-film', 'holds', 'Keys into the scratches, and fills them clear again.'),
  pair('gel', 'styrene', 'holds', 'Holds; scuffed it holds better.'),
  pair('gel', 'polythene', 'peels', 'Peels off a bag.'),
  pair('gel', 'glass', 'peels', 'Peels off clean glass with a blade under its edge.'),
  pair('gel', 'cured-resin', 'holds', 'Holds on clean cured resin; wipe it with alcohol first.'),
  pair('gel', 'sealed-foam', 'holds', 'Holds.'),
  pair('gel', 'clear-gel', 'bonds', 'One with the gel beneath.'),
  pair(
    'gel',
    'white-gel',
    'spoils',
    'Laid over gel that is still white it shuts the water in: weeks.'
  ),
  pair(
    'gel',
    'dust',
    'spoils',
    'Dust sinks into gloss and cannot be cleaned off: peel the coat and do it again.'
  ),
  pair('gel', 'plants', 'holds', 'Holds to what it touches: paint it on last, and mask.'),
  pair(
    'gel',
    'white-acrylic',
    'fine',
    'Stirred in, or brushed on before it has quite cleared or after.'
  ),
  pair('caulk', 'silicone-paper', 'peels', 'Acrylic caulk peels.'),
  pair('caulk', 'polythene', 'peels', 'Peels off a bag.'),
  pair('caulk', 'glass', 'peels', 'Peels with a blade under its edge.'),
  pair('caulk', 'pack-plastic', 'peels', 'Peels when it is dry.'),
  pair('caulk', 'sealed-foam', 'holds', 'Holds, fills cracks, and takes paint.'),
  pair('caulk', 'cured-resin', 'holds', 'Holds.'),
  pair('silicone-caulk', 'silicone-paper', 'bonds', 'Bonds for good: scrap. Use acrylic caulk.'),
  pair('silicone-caulk', 'white-acrylic', 'spoils', 'Paint runs off silicone.'),
  pair('mould-rubber', 'dry-clay', 'peels', 'Peels off clay that is dry and sealed.'),
  pair(
    'mould-rubber',
    'clay',
    'spoils',
    'Some modelling clays hold sulphur and keep rubber from setting: seal it, or use air-dry clay.'
  ),
  pair('mould-rubber', 'glass', 'peels', 'Peels off clean glass.'),
  pair(
    'mould-rubber',
    'silicone',
    'bonds',
    'Silicone bonds to silicone: a release between mould and rubber.'
  ),
  pair('plaster', 'silicone', 'peels', 'Falls out.'),
  pair(
    'lacquer',
    'styrene',
    'fogs',
    'Strong lacquers craze clear styrene: mist coats, or a water-based one.'
  ),
  pair('lacquer', 'clear-gel', 'fine', 'Clear and glossy over gel that has cleared.'),
  pair('lacquer', 'white-gel', 'spoils', 'Seals the water in: it stays white under the shine.'),
  pair('lacquer', 'unsealed-foam', 'melts', 'Solvent eats foam.'),
  pair('lacquer', 'dust', 'spoils', 'Dust sinks in: cover it until it is dry.'),
  pair('white-acrylic', 'clear-gel', 'fine', 'Dries dull: gloss over it, twice.'),
  pair('white-acrylic', 'cured-resin', 'fine', 'Dries dull: gloss over it, twice.'),
  pair('white-acrylic', 'sealed-foam', 'fine', 'Covers.'),
  pair('solvent-cement', 'styrene', 'bonds', 'Welds it.'),
  pair('solvent-cement', 'acrylic', 'bonds', 'Welds it, and crazes what it runs over.'),
  pair('solvent-cement', 'acetate', 'holds', 'Holds acetate, not polyester film: try a scrap.'),
  pair('solvent-cement', 'scuffed-film', 'holds', 'Holds acetate, not polyester: try a scrap.'),
  pair('solvent-cement', 'pack-plastic', 'peels', 'Does not weld pack plastic: it snaps off.'),
  pair(
    'solvent-cement',
    'cured-resin',
    'peels',
    'Welds plastic to plastic only: it lifts off resin.'
  ),
  pair('solvent-cement', 'clear-gel', 'spoils', 'Clouds gel and holds nothing to it.'),
  pair('solvent-cement', 'unsealed-foam', 'melts', 'Eats foam.'),
  pair(
    'solvent-cement',
    'sealed-foam',
    'melts',
    'Finds the pinhole and eats the foam under the skin.'
  ),
  pair('hot-glue', 'unsealed-foam', 'melts', 'Hot glue melts foam: a cool gun, small dots.'),
  pair('hot-glue', 'acetate', 'holds', 'Tiny dots only, hidden by white water later.'),
  pair('hot-glue', 'pack-plastic', 'holds', 'Tiny dots only, hidden by white water later.'),
  pair('hot-glue', 'styrene', 'holds', 'Tiny dots from a cool gun; a hot one warps it.'),
  pair('hot-glue', 'acrylic', 'holds', 'Tiny dots only, hidden by white water later.'),
  pair('hot-glue', 'scuffed-film', 'holds', 'Tiny dots only, hidden by white water later.'),
  pair('hot-glue', 'clear-gel', 'holds', 'Holds a little; gel on gel holds better.'),
  pair('hot-glue', 'cured-resin', 'holds', 'Dots hold; a warm pour lets them go again.'),
  pair('hot-glue', 'sealed-foam', 'holds', 'Dots from a cool gun hold on a skin or seal.'),
  pair('hot-glue', 'flame', 'lifts', 'Its residue softens with heat and rolls off.'),
  pair('hot-glue', 'plants', 'spoils', 'Pulls scenery off with it.'),
  pair(
    'superglue',
    'acetate',
    'fogs',
    'Its vapour fogs clear plastic: gel type, in dots, with air moving.'
  ),
  pair(
    'superglue',
    'styrene',
    'fogs',
    'Its vapour fogs clear plastic: gel type, in dots, with air moving.'
  ),
  pair(
    'superglue',
    'pack-plastic',
    'fogs',
    'Its vapour fogs clear plastic: gel type, in dots, with air moving.'
  ),
  pair(
    'superglue',
    'acrylic',
    'fogs',
    'Its vapour fogs clear plastic: gel type, in dots, air moving.'
  ),
  pair('superglue', 'scuffed-film', 'fogs', 'Its vapour fogs clear plastic: gel type, in dots.'),
  pair('superglue', 'clear-gel', 'fogs', 'Its vapour whitens clear gel.'),
  pair('superglue', 'cured-resin', 'holds', 'Holds; its vapour leaves a bloom round the dot.'),
  pair(
    'superglue',
    'sealed-foam',
    'holds',
    'Holds on a sound skin; a pinhole lets it eat the foam.'
  ),
  pair('superglue', 'case', 'fogs', 'Never inside the closed case: its vapour fogs it.'),
  pair('superglue', 'unsealed-foam', 'melts', 'Eats expanded foam.'),
  pair('spray', 'unsealed-foam', 'melts', 'Its solvent eats foam: seal it, or a water-based one.'),
  pair('hot-wire', 'unsealed-foam', 'fine', 'Cuts it. Air and a mask.'),
  pair('flame', 'plants', 'spoils', 'Burns them: torch before planting.'),
  pair('flame', 'alcohol', 'spoils', 'Fire. Let the alcohol dry off before the torch comes out.'),
  pair('flame', 'unsealed-foam', 'melts', 'Melts foam.'),
  pair('flame', 'acetate', 'melts', 'Film shrinks and curls.'),
  pair('flame', 'clear-gel', 'spoils', 'Gel blisters.'),
  pair('alcohol', 'alcohol-ink', 'lifts', 'Lifts the ink again.'),
  pair('alcohol', 'two-part', 'lifts', 'Wipes it off before it has set.'),
  pair('alcohol', 'light', 'lifts', 'Takes the tack off after the lamp.'),
  pair('alcohol', 'case', 'lifts', 'Cleans it, with a microfibre cloth.'),
  pair('alcohol', 'clear-gel', 'spoils', 'Softens and clouds it.'),
  pair('alcohol', 'acrylic', 'fogs', 'Strong alcohol crazes stressed acrylic.'),
  pair(
    'gel',
    'unsealed-foam',
    'holds',
    'Holds; bare foam drinks its water, so a coat goes on first.'
  ),
  pair('caulk', 'unsealed-foam', 'holds', 'Holds foam and rock.'),
  pair('caulk', 'acetate', 'peels', 'Peels off clean film; scuff it, or dots of resin.'),
  pair('caulk', 'scuffed-film', 'holds', 'Holds a scuffed face.'),
  pair('caulk', 'styrene', 'holds', 'Holds styrene.'),
  pair('caulk', 'acrylic', 'peels', 'Peels off bare acrylic; scuff it.'),
  pair('caulk', 'clear-gel', 'holds', 'Holds gel.'),
  pair('light', 'styrene', 'holds', 'Holds styrene; scuffed it holds for good.'),
  pair('light', 'sealed-foam', 'holds', 'Holds a skin or seal.'),
  pair('light', 'unsealed-foam', 'holds', 'Soaks in: two dots, the first to seal.'),
  pair('two-part', 'styrene', 'holds', 'Holds styrene; scuffed it holds for good.'),
  pair('two-part', 'scuffed-film', 'bonds', 'Bonds to a scuffed face.'),
  pair('plaster', 'damp-plaster', 'holds', 'Wet castings before they go into wet shell.')
]

/**
 * What becomes of two things that meet; null: nobody has written it down.
 * @example pairOf('packing-tape', 'two-part')?.result // "peels"
 */
export const pairOf = (a: ThingId, b: ThingId): Pair | null =>
  PAIRS.find(({ between: [x, y] }) => (x === a && y === b) || (x === b && y === a)) ?? null

/** The other of the two. @example otherOf(pairOf('gel', 'acetate')!, 'gel') // "acetate" */
export const otherOf = ({ between: [a, b] }: Pair, one: ThingId): ThingId => (a === one ? b : a)

/** Faces that anybody may line a dam with. */
const LININGS: readonly ThingId[] = ['packing-tape', 'acetate', 'silicone-paper']

/**
 * How what is poured gets on with a dam's own face and with what it could be lined with.
 *
 * @param poured  what is poured
 * @param own     the dam's face; null: not known
 */
export function facesMet(poured: ThingId, own: ThingId | null): (Pair & { face: ThingId })[] {
  return PAIRS.flatMap((pair) => {
    if (!pair.between.includes(poured)) return []
    const face = otherOf(pair, poured)
    return face !== null && (face === own || LININGS.includes(face)) ? [{ ...pair, face }] : []
  })
}

/** Things used that may harm foam with nothing over it. */
export const FOAM_EATERS: readonly ThingId[] = [
  'solvent-cement',
  'superglue',
  'hot-glue',
  'lacquer',
  'spray'
]
