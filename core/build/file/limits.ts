/** Largest length taken anywhere, mm: a hundred metres of model is no diorama. */
export const LONGEST_MM = 100_000
