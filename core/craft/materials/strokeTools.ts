/** What makes a ripple of a size in gel. */
export interface StrokeTool {
  id: string
  name: string
  /** Up to this spacing, mm. */
  toMm: number
}

/**
 * Stiff brush for ripples, foam block for wavelets, soft brush for small waves; larger ones are
 * drawn up or pushed. Common practice, no source.
 */
export const STROKE_TOOLS: readonly StrokeTool[] = [
  { id: 'stiff-brush', name: 'stiff brush, stippled', toMm: 3 },
  { id: 'foam-block', name: 'foam block, dabbed', toMm: 7 },
  { id: 'soft-brush', name: 'soft brush, drawn back and forth', toMm: 18 },
  { id: 'spatula', name: 'spatula, drawn up into ridges', toMm: Infinity }
]

export const toolFor = (spacingMm: number): StrokeTool =>
  STROKE_TOOLS.find((t) => spacingMm <= t.toMm)!
