/** What a resin may cure against. */
export type FaceId = 'tape' | 'packing-tape' | 'acetate' | 'acrylic' | 'pack-plastic' | 'clay' | 'polythene' | 'silicone-paper' | 'glass' | 'bare-card' | 'hot-glue' | 'damp-plaster' | 'unsealed-foam' | 'silicone'
export type Poured = 'two-part' | 'light' | 'gel'
export type Release = 'peels' | 'holds' | 'bonds' | 'vanishes' | 'spoils'

export interface ReleasePair {
  poured: Poured
  face: FaceId
  result: Release
  why: string
}

export const FACES: Readonly<Record<FaceId, string>> = {
  tape: 'masking tape', 'packing-tape': 'packing tape', acetate: 'acetate', acrylic: 'acrylic sheet', 'pack-plastic': 'clear pack plastic', clay: 'modelling clay',
  polythene: 'polythene bag', 'silicone-paper': 'silicone-coated baking paper', glass: 'glass', 'bare-card': 'bare card', 'hot-glue': 'hot glue', 'damp-plaster': 'damp plaster',
  'unsealed-foam': 'unsealed foam or plaster', silicone: 'silicone'
}

/** What sticks to what, and what spoils what, among the things a pour meets: trade facts D2, D6, C1–C3, C10–C12. Common practice, no source. */
export const RELEASE: readonly ReleasePair[] = [
  { poured: 'two-part', face: 'tape', result: 'peels', why: 'Peels with a tug and leaves its crepe in the face.' },
  { poured: 'two-part', face: 'packing-tape', result: 'peels', why: 'Polypropylene: nothing sticks to it, and the face comes out glossy.' },
  { poured: 'two-part', face: 'acetate', result: 'vanishes', why: 'Bonds a little and has nearly the resin’s own refraction: left in, it is not seen.' },
  { poured: 'two-part', face: 'acrylic', result: 'holds', why: 'Bonds to bare acrylic: wax or tape the face that must come off.' },
  { poured: 'two-part', face: 'pack-plastic', result: 'peels', why: 'Lifts off clean pack plastic when it is flexed.' },
  { poured: 'two-part', face: 'clay', result: 'spoils', why: 'Lifts off, but takes grain and oil with it.' },
  { poured: 'two-part', face: 'polythene', result: 'peels', why: 'Never sticks to polythene; its wrinkles are copied.' },
  { poured: 'two-part', face: 'silicone-paper', result: 'peels', why: 'Falls off silicone-coated paper.' },
  { poured: 'two-part', face: 'silicone', result: 'peels', why: 'Falls out of a silicone mould.' },
  { poured: 'two-part', face: 'glass', result: 'bonds', why: 'Bonds for good without a release.' },
  { poured: 'two-part', face: 'bare-card', result: 'bonds', why: 'Soaks into card and tears it: face it with packing tape.' },
  { poured: 'two-part', face: 'hot-glue', result: 'holds', why: 'Parts with warmth; a hot pour softens the glue from inside.' },
  { poured: 'two-part', face: 'damp-plaster', result: 'spoils', why: 'Damp under resin clouds it and bubbles: dry it first.' },
  { poured: 'two-part', face: 'unsealed-foam', result: 'spoils', why: 'Air comes out of the pores as bubbles for hours: seal it.' },
  { poured: 'light', face: 'acetate', result: 'vanishes', why: 'Stays and vanishes: the light goes through it.' },
  { poured: 'light', face: 'polythene', result: 'peels', why: 'Peels off a bag: that is how a skin is made.' },
  { poured: 'light', face: 'pack-plastic', result: 'holds', why: 'Holds until it is flexed.' },
  { poured: 'light', face: 'acrylic', result: 'bonds', why: 'Bonds to bare acrylic.' },
  { poured: 'light', face: 'tape', result: 'peels', why: 'Peels with a tug; opaque tape shades the corner, so light it from above.' },
  { poured: 'light', face: 'packing-tape', result: 'peels', why: 'Nothing sticks to polypropylene.' },
  { poured: 'light', face: 'silicone-paper', result: 'peels', why: 'Falls off silicone-coated paper.' },
  { poured: 'light', face: 'clay', result: 'spoils', why: 'Stays tacky against oily clay.' },
  { poured: 'light', face: 'damp-plaster', result: 'spoils', why: 'Water in wet resin keeps it from curing together.' },
  { poured: 'gel', face: 'pack-plastic', result: 'peels', why: 'Peels when it is dry.' },
  { poured: 'gel', face: 'acetate', result: 'peels', why: 'Peels when it is dry.' },
  { poured: 'gel', face: 'acrylic', result: 'peels', why: 'Peels when it is dry.' },
  { poured: 'gel', face: 'silicone-paper', result: 'peels', why: 'Acrylic gels and caulk peel; silicone caulk bonds for good.' },
  { poured: 'gel', face: 'silicone', result: 'peels', why: 'Peels; silicone caulk on silicone does not.' }
]

/** What becomes of one thing against another; null: nobody has written it down. @example releaseOf('two-part', 'packing-tape')?.result // "peels" */
export const releaseOf = (poured: Poured, face: FaceId): ReleasePair | null => RELEASE.find((r) => r.poured === poured && r.face === face) ?? null
