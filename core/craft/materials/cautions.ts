/**
 * Cautions, shown where the risk arises. They defer to the maker's data sheet, to local rules and
 * to licensed people.
 * Common practice, no source.
 */
export const CAUTIONS = {
  resin:
    'Gloves, eye protection and moving air. Uncured resin stays off the skin; leftovers cure before they go in the bin, never down the drain.',
  heat: 'A thick pour or a full cup can heat up, smoke and crack. If it starts, take it outside and leave it there.',
  torch:
    'No flame near alcohol, solvent, foam or plants. Let alcohol dry off before the torch comes out.',
  dust: 'Wear a mask when you sand, cut or mix dry powder, and clear the dust away damp.',
  hotwire: 'Hot-wire fumes need moving air and a mask; never leave the wire on.',
  blade: 'Cut away from the hand that holds the work, with a fresh blade.',
  hotglue: 'Hot glue burns, and softens again under a warm pour.',
  uv: 'The lamp is for the part, not for eyes or skin.',
  isocyanate:
    'Foaming polyurethane glue contains isocyanates: gloves and air, and read its sheet first.',
  superglue:
    'Super glue bonds skin in seconds and its vapour stings: dots, moving air, eye protection.',
  solvent:
    'Solvent cement burns and its vapour is harmful: moving air, no flame, a closed bottle, and never on foam.',
  latex: 'Latex and rubber compounds can bring on allergy: gloves, and read the sheet first.',
  hotwater: 'Hot water and hot air scald, and film curls fast: tongs, and a trial on a scrap.'
} as const

export type CautionId = keyof typeof CAUTIONS

/** Ends every list of cautions. */
export const CAUTION_CLOSE =
  "The maker's data sheet and your local rules come first. Electrical and structural work belongs to licensed people. Keep it all from children and drains."
