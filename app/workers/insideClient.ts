import { klona } from 'klona/lite'
import type { Inside } from '../../core/build/file/clampToSchema'
import type { Build } from '../../core/build/types'
import { startWorker, type Working } from './startWorker'
import type { InsideWork } from './inside.worker'

/** A save does not wait longer for the check: work unsaved is worse than work unchecked, ms. */
const LONGEST_MS = 10_000

let checker: Working<InsideWork> | null = null

/** The checker; asked for before the first edit wants it, it is ready then. */
const readyChecker = (): Working<InsideWork> =>
  (checker ??= startWorker<InsideWork>(
    new Worker(new URL('./inside.worker.ts', import.meta.url), { type: 'module' })
  ))

/**
 * Brings a build inside what a file may hold, off the main thread.
 *
 * @param patienceMs  how long an answer is waited for
 * @returns what was brought inside; `late` where no answer came in time
 */
export async function checkInside(
  build: Build,
  patienceMs = LONGEST_MS
): Promise<Inside | 'inside' | 'late'> {
  let timer = 0
  const late = new Promise<'late'>((resolve) => {
    timer = window.setTimeout(() => resolve('late'), patienceMs)
  })
  try {
    const plain = klona(build)
    const asked = readyChecker().ask((w) => w.inside(plain))
    // nobody may be waiting when it fails
    asked.catch(() => undefined)
    return (await Promise.race([asked, late])) ?? 'inside'
  } catch {
    checker?.terminate()
    checker = null
    return 'late'
  } finally {
    clearTimeout(timer)
  }
}
