import type { Build } from '../../core/build/types'
import { brought, type BuildRow, type EditCount } from './db'

/**
 * The last edits of a tab that is closed before the store has taken them. The browser keeps no
 * promise to finish a write to the store when a page goes; this one is written at once, and brought in
 * the next time the app opens. Each tab has a place of its own for each build.
 */
export interface Draft {
  build: Build
  revision: number
  by?: EditCount
}

const PREFIX = 'tall-spindle:unsaved:'

const keyOf = (build: string, tab?: string) => PREFIX + build + (tab ? `/${tab}` : '')

/** Puts unsaved work aside; says whether there was room. */
export function put(build: Build, revision: number, by: EditCount): boolean {
  try {
    const draft: Draft = { build, revision, by }
    localStorage.setItem(keyOf(build.id, by.tab), JSON.stringify(draft))
    return true
  } catch {
    return false
  }
}

/** What a tab had put aside of a build is saved. */
export function remove(build: string, tab?: string): void {
  refused.delete(build)
  try {
    localStorage.removeItem(keyOf(build, tab))
  } catch {
    // a browser that keeps no storage has nothing to forget
  }
}

function draftAt(key: string): Draft | null {
  try {
    const parsed = JSON.parse(localStorage.getItem(key) ?? 'null') as Draft | null
    return parsed?.build?.format === 'tall-spindle-build' &&
      typeof parsed.build.id === 'string' &&
      Number.isInteger(parsed.revision)
      ? { ...parsed, build: brought(parsed.build) }
      : null
  } catch {
    return null
  }
}

/** What the store would not take when the app was opened: it waits for room, open or not. */
const refused = new Map<string, Draft>()
export const refuse = (draft: Draft): void => void refused.set(draft.build.id, draft)
export const waitingFor = (build: string): Draft | undefined => refused.get(build)

/**
 * Upon which revision the work of a draft goes on; null: it is saved already, by the very tab that put
 * it aside. A killed browser may have written its drafts down a while before its last save, and have
 * kept one that was brought in already.
 */
export function goesOn({ build, revision, by }: Draft, there?: BuildRow): number | null {
  if (!there) return revision
  if (JSON.stringify(there.build) === JSON.stringify(build)) return null
  const known = by && there.seen?.find((s) => s.tab === by.tab)
  if (!known) return revision
  if (known.edits >= by.edits) return null
  return there.seen!.at(-1) === known ? there.revision : revision
}

/** Everything put aside and not yet saved. */
export function all(): Draft[] {
  try {
    return Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '')
      .filter((key) => key.startsWith(PREFIX))
      .flatMap((key) => draftAt(key) ?? [])
  } catch {
    return []
  }
}
