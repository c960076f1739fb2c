import { klona } from 'klona/lite'
import type { Inside } from '../../core/build/file/broughtInside'
import type { Build } from '../../core/build/types'
import { hire, type Hired } from './hire'
import type { InsideWork } from './inside.worker'

/** A save does not wait longer for the check: work unsaved is worse than work unchecked, ms. */
const LONGEST_MS = 10_000

let checker: Hired<InsideWork> | null = null

/** The checker; asked for before the first edit wants it, it is ready then. */
const readyChecker = (): Hired<InsideWork> =>
  (checker ??= hire<InsideWork>(
    new Worker(new URL('./inside.worker.ts', import.meta.url), { type: 'module' })
  ))

/**
 * Brings a build inside what a file may hold, off the main thread.
 *
 * @returns null where nothing was outside, or nobody could say
 */
export async function checkInside(build: Build): Promise<Inside | null> {
  let timer = 0
  const late = new Promise<null>((resolve) => {
    timer = window.setTimeout(() => resolve(null), LONGEST_MS)
  })
  try {
    const plain = klona(build)
    return await Promise.race([readyChecker().ask((w) => w.inside(plain)), late])
  } catch {
    checker?.dismiss()
    checker = null
    return null
  } finally {
    clearTimeout(timer)
  }
}

/** A build as it is opened: the checker comes up with it, and knows what stood where. */
export const readyToCheck = (build: Build): void => void checkInside(build)
