/** One step of the scale may shift the ratio by so much, %; the resin shows it beyond. Common practice, no source. */
export const LARGEST_COMFORTABLE_RATIO_ERROR_PCT = 3
/** Rooms that resin labels are written for, °C. Common practice, no source. */
export const ROOM_RANGE_C: readonly [number, number] = [15, 30]
/** A two-part pour thinner than this does not level, mm. Common practice, no source. */
export const SHALLOWEST_POUR_MM = 1
/** From the end of stirring until a cup is poured out and coaxed to its edges, min. Common practice, no source. */
export const POURING_MIN = 5
/** A dose this far off, as a share of it, shows as a seam beside its neighbour. Common practice, no source. */
export const DROPS_OFF_SHARE = 0.15
