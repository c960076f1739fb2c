/**
 * What a kilogram weighs here, N, which is how fast things fall, m/s²: the round figure of
 * docs/models.md.
 */
export const GRAVITY = 9.81
