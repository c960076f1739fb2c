import type { StepTemplate } from './types'

/** The last touch of everything that is hung over a lip. Common practice, no source. */
export const BLEND: StepTemplate = {
  id: 'blend',
  order: 16,
  title: 'Blend lip, seams and foot with gel',
  how: 'Work gel into the seams and feather it out over the pool above. Thin coats: a thick one stays white.',
  right: 'You cannot find the seam from the front.',
  hands: { fixed: 15, per: { widthCm: 1.2 } },
  wait: { becomes: 'clear', min: 'rippleClear' },
  after: ['hang'],
  cautions: []
}
