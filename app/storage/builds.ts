import type { Build } from '../../core/build/types'
import { checkInside } from '../workers/insideClient'
import { dropUnnamed, dropVersionsOf, putAsideBefore } from './versions'
import { db, tooNew, type BuildRow, type EditCount } from './db'

/**
 * A save that worked, with what of the build had to be brought inside what a file may hold, or the
 * row that another tab saved in the meantime.
 */
export type SaveResult =
  { saved: BuildRow; told: string[]; unchecked: boolean } | { overtaken: BuildRow }

/**
 * Saves a build if nobody else has since this tab last read it, inside what a file may hold: what is
 * kept can be exported and restored. All in one transaction: it is written whole or not at all.
 *
 * @param work      the build
 * @param revision  the revision this tab's work is based on; 0 for a new build
 * @param by        the tab whose work it is
 * @param patienceMs  how long the check is waited for: what is unchecked is saved, and says so
 */
export async function saveBuild(
  work: Build,
  revision: number,
  by?: EditCount,
  patienceMs?: number
): Promise<SaveResult> {
  const inside = await checkInside(work, patienceMs)
  const { build, told } = typeof inside === 'string' ? { build: work, told: [] } : inside
  const write = (aside: boolean) =>
    written({ build, revision, by, told, unchecked: inside === 'late' }, aside)
  try {
    return await write(true)
  } catch (error) {
    // no earlier state stands in the way of a save
    if (!isFull(error) || (await dropUnnamed()) === 0) throw error
    return write(false)
  }
}

/** Of so many tabs it is known how far their work is in a build. */
const MOST_SEEN = 24
const withSeen = (seen: readonly EditCount[] = [], by?: EditCount): EditCount[] =>
  by ? [...seen.filter((s) => s.tab !== by.tab), by].slice(-MOST_SEEN) : [...seen]

/** Work of a tab that was brought in as a build of its own is not brought in again. */
export async function takenApart(id: string, by: EditCount | undefined): Promise<void> {
  await db.transaction('rw', db.builds, async () => {
    const row = await db.builds.get(id)
    const last = row?.seen?.at(-1)
    if (row && by) await db.builds.put({ ...row, seen: withSeen(withSeen(row.seen, by), last) })
  })
}

interface Writing {
  build: Build
  revision: number
  by?: EditCount
  told: string[]
  unchecked: boolean
}

/** The save itself, and how the build stood before it where that is not put aside yet. */
const written = (
  { build, revision, by, told, unchecked }: Writing,
  aside: boolean
): Promise<SaveResult> =>
  db.transaction('rw', db.builds, db.versions, async () => {
    const there = await db.builds.get(build.id)
    // a tab that opened meanwhile may have brought in what this one had put aside
    const mine = there?.seen?.at(-1)
    const own = by !== undefined && mine?.tab === by.tab && mine.edits <= by.edits
    // what a newer app has written is left as it is: this work becomes a build of its own
    if (there && tooNew(there.build)) return { overtaken: there }
    if (there && there.revision !== revision && !own)
      return there.deletedAt === null && JSON.stringify(there.build) === JSON.stringify(build)
        ? { saved: there, told, unchecked }
        : { overtaken: there }
    if (there && aside) await putAsideBefore(there.build)
    const row: BuildRow = {
      id: build.id,
      name: build.name,
      revision: (own ? there!.revision : revision) + 1,
      changedAt: Date.now(),
      deletedAt: null,
      seen: withSeen(there?.seen, by),
      checked: unchecked ? undefined : PLANNER,
      build
    }
    await db.builds.put(row)
    return { saved: row, told, unchecked }
  })

export const loadBuild = (id: string): Promise<BuildRow | undefined> => db.builds.get(id)

/** All builds, the last changed first; deleted ones apart. */
export async function listBuilds(): Promise<{ kept: BuildRow[]; binned: BuildRow[] }> {
  const rows = await db.builds.orderBy('changedAt').reverse().toArray()
  return {
    kept: rows.filter((r) => r.deletedAt === null),
    binned: rows.filter((r) => r.deletedAt !== null)
  }
}

const newRow = (build: Build, changedAt: number, checked: string | undefined): BuildRow => ({
  id: build.id,
  name: build.name,
  revision: 1,
  changedAt,
  deletedAt: null,
  checked,
  build
})

/** Adds builds all together or not at all, inside what a file may hold. */
export async function addBuilds(given: readonly Build[]): Promise<void> {
  const builds = await Promise.all(
    given.map(async (build) => {
      const inside = await checkInside(build)
      const checked = inside === 'late' ? undefined : PLANNER
      return { build: typeof inside === 'string' ? build : inside.build, checked }
    })
  )
  const now = Date.now()
  const rows = builds.map(({ build, checked }, i) => newRow(build, now - i, checked))
  await db.transaction('rw', db.builds, () => db.builds.bulkAdd(rows))
}

/** Counts how often the app has been opened in this browser. */
const OPENINGS = 'openings'
/** A tab opened or reloaded twice in one sitting counts once. */
const COUNTED = 'tall-spindle:counted'
/** A deleted build goes after the app has been opened so often since … */
const BIN_OPENINGS = 200
/** … or so often, when the browser's share of the disk is so full. */
const [CROWDED_OPENINGS, CROWDED] = [20, 0.8]

/** How often the app has been opened in this browser. */
export const openings = async (): Promise<number> => {
  const kept = (await db.facts.get(OPENINGS))?.value
  return typeof kept === 'number' && Number.isInteger(kept) && kept >= 0 ? kept : 0
}

/** One more opening of the app. */
export async function countOpening(): Promise<void> {
  if (sessionStorage.getItem(COUNTED) === 'true') return
  sessionStorage.setItem(COUNTED, 'true')
  await db.transaction('rw', db.facts, async () =>
    db.facts.put({ key: OPENINGS, value: (await openings()) + 1 })
  )
}

export async function setDeleted(id: string, deleted: boolean): Promise<void> {
  await db.transaction('rw', db.builds, db.facts, async () => {
    const row = await db.builds.get(id)
    if (row)
      await db.builds.put({
        ...row,
        deletedAt: deleted ? Date.now() : null,
        binnedAt: deleted ? await openings() : undefined,
        revision: row.revision + 1
      })
  })
}

/**
 * Lets go of what was deleted long ago: by how often the app has been opened since, sooner where
 * little room is left. The computer's clock has no say: one that runs 40 days ahead empties nothing.
 *
 * @returns how many went
 */
export async function emptyOldBin(): Promise<number> {
  const estimate = await navigator.storage?.estimate?.().catch(() => null)
  const full = estimate?.quota ? (estimate.usage ?? 0) / estimate.quota : 0
  return db.transaction('rw', db.builds, db.facts, db.versions, async () => {
    const now = await openings()
    const since = full > CROWDED ? CROWDED_OPENINGS : BIN_OPENINGS
    const binned = await db.builds.filter((row) => row.deletedAt !== null).toArray()
    // what was binned before openings were counted is counted from today
    await db.builds.bulkPut(
      binned.filter((r) => r.binnedAt === undefined).map((r) => ({ ...r, binnedAt: now }))
    )
    const old = binned.filter((r) => r.binnedAt !== undefined && now - r.binnedAt >= since)
    await db.builds.bulkDelete(old.map((r) => r.id))
    await dropVersionsOf(old.map((r) => r.id))
    return old.length
  })
}

/** Lets go of every deleted build now, with its earlier states: the builder wants the room. */
export const emptyBin = (): Promise<void> =>
  db.transaction('rw', db.builds, db.versions, async () => {
    const ids = await db.builds.filter((row) => row.deletedAt !== null).primaryKeys()
    await db.builds.bulkDelete(ids)
    await dropVersionsOf(ids)
  })

/** Whether what goes by this word was brought in before. */
export const seeded = async (key: string): Promise<boolean> =>
  (await db.facts.get(key)) !== undefined

/** Seeds builds once in the life of this browser's store; never over something that is there. */
export async function seedOnce(key: string, builds: readonly Build[]): Promise<boolean> {
  return db.transaction('rw', db.builds, db.facts, async () => {
    if (await db.facts.get(key)) return false
    const now = Date.now()
    for (const [i, build] of builds.entries()) {
      if (await db.builds.get(build.id)) continue
      // what comes with the app is inside: its tests see to it
      await db.builds.add(newRow(build, now - i, PLANNER))
    }
    await db.facts.put({ key, value: now })
    return true
  })
}

/** Whether an error says that the disk or the browser's share of it is full. */
export function isFull(error: unknown): boolean {
  for (let e = error; e instanceof Error; e = (e as { inner?: unknown }).inner ?? e.cause) {
    if (e.name === 'QuotaExceededError' || e.message.includes('QuotaExceeded')) return true
  }
  return false
}
