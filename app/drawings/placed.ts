/** Where words lie on a drawing: their left and top edge, how wide and high they are, px. */
export interface Box {
  x: number
  y: number
  wide: number
  high: number
}

const apart = (a: Box, b: Box): boolean =>
  a.x + a.wide <= b.x || b.x + b.wide <= a.x || a.y + a.high <= b.y || b.y + b.high <= a.y

/** Whether a box lies on none of some others. */
export const clearOf = (box: Box, others: readonly Box[]): boolean =>
  others.every((o) => apart(box, o))

/**
 * Gives words their places, first come first served: each has the first of its places that lies on
 * nothing that is taken; who finds none goes without.
 *
 * @param wanted  the places of each, the best first
 * @param taken   what lies there already
 * @returns which of its places each has, -1: none; and all that is taken then
 * @example placed([[{ x: 0, y: 0, wide: 9, high: 9 }], [{ x: 5, y: 0, wide: 9, high: 9 }]], []).which // [0, -1]
 */
export function placed(
  wanted: readonly (readonly Box[])[],
  taken: readonly Box[]
): { which: number[]; taken: Box[] } {
  const all = [...taken]
  const which = wanted.map((places) => {
    const k = places.findIndex((box) => clearOf(box, all))
    if (k >= 0) all.push(places[k])
    return k
  })
  return { which, taken: all }
}
