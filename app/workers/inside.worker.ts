import { expose } from 'comlink'
import { broughtInside, type Inside } from '../../core/build/file/broughtInside'
import type { Build } from '../../core/build/types'

const work = {
  /** Null: nothing was outside, and nothing need be copied back. */
  inside: (build: Build, before: Build | null): Inside | null => {
    const inside = broughtInside(build, before)
    return inside.told.length + inside.left.length > 0 ? inside : null
  }
}
export type InsideWork = typeof work
expose(work)
