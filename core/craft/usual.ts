import type { WaterKind } from './ways/types'

/**
 * What the trade takes where nothing else was chosen: materials and ways by id. Common practice, no
 * source.
 */
export const USUAL = {
  ground: { landform: 'xps', shell: 'fibre-plaster', seal: 'acrylic-varnish' },
  ways: {
    pool: 'two-part-pour',
    fall: 'peel-off-strips',
    reach: 'layered-rapid',
    sea: 'brushed-ridges',
    splash: 'frozen-drips'
  } satisfies Record<WaterKind, string>,
  finish: { white: 'painted-white', spray: 'teased-fibre' },
  dam: 'acrylic-hot-glue',
  case: 'ready-case',
  resin: 'clear-epoxy-2-1',
  /** How a crest is made that is too high to be heaped in gel. */
  highCrest: 'carved-wave',
  light: { resin: 'craft-light-resin', lamp: 'hand-lamp' },
  lacquer: 'gloss-lacquer',
  film: 'acetate-02',
  /** Gel that takes ripples, that stands up in crests, and that mirrors. */
  gel: { ripples: 'ripple-gel', crests: 'heavy-gloss-gel', mirror: 'gloss-glue' },
  tint: { river: 'blue-green', sea: 'deep-blue', silt: 'river-brown' },
  /** Drops in 100 g that a pool is tinted with at first: faint (P7). */
  drops: 2,
  cup: 'cup',
  /** What lies over bed and water as a coat: paint, paper, white, gloss. */
  coat: { bed: 'bed-paint', paper: 'tissue', white: 'white-acrylic', gloss: 'gloss' }
} as const
