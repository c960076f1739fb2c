/**
 * One step of the scale may shift the ratio by so much, %; the resin shows it beyond. Common
 * practice, no source.
 */
export const LARGEST_COMFORTABLE_RATIO_ERROR_PCT = 3
/** Rooms that resin labels are written for, °C. Common practice, no source. */
export const ROOM_RANGE_C: readonly [number, number] = [15, 30]
/** A two-part pour thinner than this does not level, mm. Common practice, no source. */
export const SHALLOWEST_POUR_MM = 1
/**
 * From the end of stirring until a cup is poured out and coaxed to its edges, min. Common practice,
 * no source.
 */
export const POURING_MIN = 5
/**
 * A dose this far off, as a share of it, shows as a seam beside its neighbour. Common practice, no
 * source.
 */
export const DROPS_OFF_SHARE = 0.15
/**
 * A volume whose upper end (19 in 20) lies farther off than this share of it asks for another dip.
 * Common practice, no source.
 */
export const UNSURE_SHARE = 0.12
/** Air this damp keeps a bed from drying, %. Common practice, no source. */
export const DAMP_RH_PCT = 75
/** Less of the bed than this shows: it might as well be black, %. Common practice, no source. */
export const HIDDEN_BED_PCT = 6
/** A coat of light resin thinner than this is a crust, mm. Common practice, no source. */
export const CRUST_MM = 0.6
/** Points that sink by more than this share of their height are seen to. Common practice, no source. */
export const SLUMPS_SHARE = 0.1
/**
 * So much more white than the water has is seen as too much, % of the surface. Common practice, no
 * source.
 */
export const MORE_WHITE_PCT = 10
/** A prop lower than this stands in the gel it should hold up, mm. Common practice, no source. */
export const SHORTEST_PROP_MM = 1.5
