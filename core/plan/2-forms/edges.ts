/** Land that rises more steeply out of the water than this is a cliff, no beach. Common practice, no source. */
export const CLIFF = 0.6
/** Even a burst shows water between its foam. Common practice, no source. */
export const MOST_WHITE = 0.85
/** What an edge along the water, and one in its lee, gets of what meets one that faces it. Common practice, no source. */
const ALONG = 0.3

/**
 * Share of what strikes an edge that faces the water which one gets that is turned to it.
 *
 * @param faces  cosine between the way the water goes and the way to the edge; below 0: its lee
 * @example met(0) // 0.3
 */
export const met = (faces: number): number =>
  faces >= 0 ? ALONG + (1 - ALONG) * faces : ALONG * (1 + faces)
