import type { Build } from '../../core/build/types'
import { db, type BuildRow } from './db'

/** A save that worked, or the row that another tab saved in the meantime. */
export type SaveResult = { saved: BuildRow } | { overtaken: BuildRow }

/** How long a deleted build can be fetched back, ms. */
const BIN_MS = 30 * 24 * 3600 * 1000

/**
 * Saves a build if nobody else has since this tab last read it. All in one transaction: it is
 * written whole or not at all.
 *
 * @param build     the build
 * @param revision  the revision this tab's work is based on; 0 for a new build
 */
export async function saveBuild(build: Build, revision: number): Promise<SaveResult> {
  return db.transaction('rw', db.builds, async () => {
    const there = await db.builds.get(build.id)
    // the same work under another number is this tab's own, brought in by one that opened meanwhile
    if (there && there.revision !== revision)
      return there.deletedAt === null && JSON.stringify(there.build) === JSON.stringify(build)
        ? { saved: there }
        : { overtaken: there }
    const row: BuildRow = {
      id: build.id,
      name: build.name,
      revision: revision + 1,
      changedAt: Date.now(),
      deletedAt: null,
      build
    }
    await db.builds.put(row)
    return { saved: row }
  })
}

export const loadBuild = (id: string): Promise<BuildRow | undefined> => db.builds.get(id)

/** All builds, the last changed first; deleted ones apart. */
export async function listBuilds(): Promise<{ kept: BuildRow[]; binned: BuildRow[] }> {
  const rows = await db.builds.orderBy('changedAt').reverse().toArray()
  return {
    kept: rows.filter((r) => r.deletedAt === null),
    binned: rows.filter((r) => r.deletedAt !== null)
  }
}

/** Adds builds all together or not at all. */
export async function addBuilds(builds: readonly Build[]): Promise<void> {
  const now = Date.now()
  const rows = builds.map((build, i): BuildRow => ({
    id: build.id,
    name: build.name,
    revision: 1,
    changedAt: now - i,
    deletedAt: null,
    build
  }))
  await db.transaction('rw', db.builds, () => db.builds.bulkAdd(rows))
}

export async function setDeleted(id: string, deleted: boolean): Promise<void> {
  await db.transaction('rw', db.builds, async () => {
    const row = await db.builds.get(id)
    if (row)
      await db.builds.put({
        ...row,
        deletedAt: deleted ? Date.now() : null,
        revision: row.revision + 1
      })
  })
}

/** Empties out what was deleted long ago. */
export const emptyOldBin = (): Promise<number> =>
  db.builds
    .where('deletedAt')
    .between(1, Date.now() - BIN_MS)
    .delete()

/** Seeds builds once in the life of this browser's store; never over something that is there. */
export async function seedOnce(key: string, builds: readonly Build[]): Promise<boolean> {
  return db.transaction('rw', db.builds, db.facts, async () => {
    if (await db.facts.get(key)) return false
    const now = Date.now()
    for (const [i, build] of builds.entries()) {
      if (await db.builds.get(build.id)) continue
      await db.builds.add({
        id: build.id,
        name: build.name,
        revision: 1,
        changedAt: now - i,
        deletedAt: null,
        build
      })
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
