import type { Build } from '../../core/build/types'
import { brought } from './db'

/**
 * The last edits of a tab that is closed before the store has taken them. The browser keeps no
 * promise to finish a
 * write to the store when a page goes; this one is written at once, and brought in the next time
 * the app opens.
 */
interface Lifeboat {
  build: Build
  revision: number
}

const PREFIX = 'tall-spindle:unsaved:'

/** Puts unsaved work aside; says whether there was room. */
export function launch(build: Build, revision: number): boolean {
  try {
    localStorage.setItem(PREFIX + build.id, JSON.stringify({ build, revision } satisfies Lifeboat))
    return true
  } catch {
    return false
  }
}

export function sink(id: string): void {
  try {
    localStorage.removeItem(PREFIX + id)
  } catch {
    // a browser that keeps no storage has nothing to forget
  }
}

/** Everything put aside and not yet saved. */
export function survivors(): Lifeboat[] {
  const found: Lifeboat[] = []
  try {
    for (let i = 0; i < localStorage.length; i++) {
      const key = localStorage.key(i)
      if (!key?.startsWith(PREFIX)) continue
      const parsed = JSON.parse(localStorage.getItem(key) ?? 'null') as Lifeboat | null
      if (parsed?.build?.format === 'tall-spindle-build')
        found.push({ ...parsed, build: brought(parsed.build) })
    }
  } catch {
    return found
  }
  return found
}
