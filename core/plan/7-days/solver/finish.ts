/** A schedule that can be: starts, whose hands, and its last end. */
export interface Best {
  starts: Int32Array
  by: Int32Array
  finishMin: number
}

/** The last end among starts. */
export function finishOf(long: Int32Array, starts: Int32Array): number {
  let finish = 0
  for (let i = 0; i < starts.length; i++) finish = Math.max(finish, starts[i] + long[i])
  return finish
}
