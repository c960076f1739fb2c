import { v4 as newId } from 'uuid'
import type { Build } from '../../core/build/types'
import { thinned, VERSION_EVERY_MS } from '../../core/exchange/versions'
import { db, type VersionRow } from './db'

/** When the last state of each build was put aside by this page, ms: it is asked once. */
const lastAt = new Map<string, number>()

const rowOf = (state: Build, name: string | null): VersionRow => ({
  id: newId(),
  build: state.id,
  at: Date.now(),
  name,
  bytes: JSON.stringify(state).length,
  state
})

/**
 * Puts aside how a build stood before an edit, where that has not been done for a while. Part of the
 * save's own transaction.
 */
export async function putAsideBefore(state: Build): Promise<void> {
  const newest =
    lastAt.get(state.id) ??
    Math.max(0, ...(await db.versions.where('build').equals(state.id).toArray()).map((v) => v.at))
  const now = Date.now()
  lastAt.set(state.id, newest)
  // a clock that was set back must not keep states from being put aside
  if (Math.abs(now - newest) < VERSION_EVERY_MS) return
  lastAt.set(state.id, now)
  await db.versions.add(rowOf(state, null))
  const all = await db.versions.where('build').equals(state.id).toArray()
  await db.versions.bulkDelete(thinned(all))
}

/** A state under a name: it stays until the builder lets it go. */
export const keepVersion = (state: Build, name: string): Promise<string> =>
  db.versions.add(rowOf(state, name))

/** Earlier states of a build, the newest first. */
export async function versionsOf(build: string): Promise<VersionRow[]> {
  const rows = await db.versions.where('build').equals(build).toArray()
  return rows.sort((a, b) => b.at - a.at)
}

export const nameVersion = (id: string, name: string | null): Promise<number> =>
  db.versions.update(id, { name })

export const dropVersion = (id: string): Promise<void> => db.versions.delete(id)

/** What earlier states of all builds take up, and what letting go of those without a name would free. */
export async function versionsHeld(): Promise<{
  count: number
  bytes: number
  unnamed: number
  unnamedBytes: number
}> {
  const held = { count: 0, bytes: 0, unnamed: 0, unnamedBytes: 0 }
  await db.versions.each(({ bytes, name }) => {
    held.count++
    held.bytes += bytes
    if (name !== null) return
    held.unnamed++
    held.unnamedBytes += bytes
  })
  return held
}

/** Lets go of every state without a name: a save comes before history. @returns how many went */
export async function dropUnnamed(): Promise<number> {
  const ids = await db.versions.filter((v) => v.name === null).primaryKeys()
  await db.versions.bulkDelete(ids)
  return ids.length
}

/** Earlier states of builds that are gone go with them. */
export const dropVersionsOf = (builds: readonly string[]): Promise<number> =>
  db.versions.where('build').anyOf(builds).delete()
