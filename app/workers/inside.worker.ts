import { expose } from 'comlink'
import './refusals'
import { clampToSchema, type Inside } from '../../core/build/file/clampToSchema'
import type { Build } from '../../core/build/types'

/** Builds as they last were inside, by id: what an edit spoils is taken from there. */
const last = new Map<string, Build>()
const MOST = 8

const work = {
  /** Null: nothing was outside, and nothing need be copied back. */
  inside: (build: Build): Inside | null => {
    const inside = clampToSchema(build, last.get(build.id) ?? null)
    if (last.size >= MOST && !last.has(build.id)) last.clear()
    last.set(build.id, inside.build)
    return inside.told.length + inside.left.length > 0 ? inside : null
  }
}
export type InsideWork = typeof work
expose(work)
