import { v4 as newId } from 'uuid'
import type { Build } from '../../core/build/types'
import type { Unpacked } from '../../core/exchange/checkedBackup'
import { unreadable } from '../../core/build/file/comingIn'
import { entriesOf } from '../../core/build/log/entries'
import type { Forgotten } from '../../core/plan/learned/history'
import { job } from '../workers/startWorker'
import type { Kept, KeptPhoto, StateOf, ZipWork } from '../workers/zip.worker'
import { klona } from 'klona/lite'
import { proxy, type Remote } from 'comlink'
import { db, type BuildRow, type PhotoRow } from './db'
import { photoBytes } from './photos'

const LAST = 'lastBackup'
const FORGOTTEN = 'forgotten'
const zipWorker = () =>
  new Worker(new URL('../workers/zip.worker.ts', import.meta.url), { type: 'module' })
/** A gigabyte of pictures takes a fraction of it. */
const LONGEST_MS = 900_000
/** Has the zip worker do one thing; nobody can cancel it, so it has an answer or fails. */
const zipped = async <Answer>(work: (zip: Remote<ZipWork>) => Promise<Answer>): Promise<Answer> =>
  (await job<ZipWork, Answer>(zipWorker(), work, LONGEST_MS).answer)!

/** An earlier state, when its turn comes. */
const stateOf: StateOf = async (id) => {
  const row = await db.versions.get(id)
  return row && { id, build: row.build, at: row.at, name: row.name, state: row.state }
}

/**
 * Everything in this browser: pictures by where the browser keeps them, not in memory, and earlier
 * states by their ids.
 */
async function everything(): Promise<{ kept: Kept; photos: KeptPhoto[] }> {
  const rows = await db.builds.toArray()
  const photos: KeptPhoto[] = []
  await db.photos.each(({ id, picture }) => photos.push({ id, picture }))
  return {
    kept: {
      madeAt: new Date().toISOString(),
      builds: rows.map((r) => ({ build: r.build, deletedAt: r.deletedAt })),
      shelf: (await db.shelf.toArray()).map((r) => r.material),
      forgotten: ((await db.facts.get(FORGOTTEN))?.value as Forgotten | undefined) ?? {},
      states: await db.versions.toCollection().primaryKeys()
    },
    photos
  }
}

/** Everything in this browser as one zip. */
export async function backupAll(): Promise<Blob> {
  const { kept, photos } = await everything()
  const zip = await zipped((worker) => worker.packAll(kept, proxy(stateOf), photos))
  await db.facts.put({ key: LAST, value: Date.now() })
  return zip
}

/**
 * Everything in this browser into a folder of the builder's, checked by reading it back.
 *
 * @throws Error in the builder's words; a file of that name stays as it was
 */
export async function backupInto(folder: FileSystemDirectoryHandle, name: string): Promise<number> {
  const { kept, photos } = await everything()
  const { bytes } = await zipped((worker) =>
    worker.packInto(folder, name, kept, proxy(stateOf), photos)
  )
  await db.facts.put({ key: LAST, value: Date.now() })
  return bytes
}

/** One build and the photographs its log names. */
export async function zipOfBuild(build: Build): Promise<Uint8Array> {
  const photos = await photoBytes(entriesOf(build.log, 'photo').map((p) => p.id))
  const plain = klona(build)
  return zipped((zip) => zip.packBuild(plain, photos))
}

/** What a restore did. */
export interface Restored {
  added: number
  replaced: number
  same: number
  photos: number
  states: number
  left: string[]
}

/**
 * Brings a zip in, all of it or nothing: one transaction. A build that is here in another state
 * stays as a copy beside the
 * restored one.
 *
 * @throws Error in the builder's words; nothing was changed
 */
export async function restore(file: File): Promise<Restored> {
  const fault = unreadable('backup', file.name, file.size)
  if (fault) throw new Error(fault)
  return putBack(await zipped((zip) => zip.unpack(file)))
}

async function putBack({ backup, photos, left }: Unpacked<Blob>): Promise<Restored> {
  const done: Restored = { added: 0, replaced: 0, same: 0, photos: 0, states: 0, left }
  const now = Date.now()
  const tables = [db.builds, db.shelf, db.facts, db.photos, db.versions]
  await db.transaction('rw', tables, async () => {
    for (const [i, { build, deletedAt }] of backup.builds.entries()) {
      const there = await db.builds.get(build.id)
      if (there && JSON.stringify(there.build) === JSON.stringify(build)) {
        done.same++
        if (there.deletedAt !== null && deletedAt === null)
          await db.builds.put({ ...there, deletedAt: null, revision: there.revision + 1 })
        continue
      }
      if (there) {
        const id = newId()
        const name = `${there.name.slice(0, 90)} (before the restore)`
        await db.builds.add({
          ...there,
          id,
          name,
          build: { ...there.build, id, name },
          revision: 1
        })
        done.replaced++
      } else done.added++
      const row: BuildRow = {
        id: build.id,
        name: build.name,
        revision: (there?.revision ?? 0) + 1,
        changedAt: now - i,
        deletedAt,
        build
      }
      await db.builds.put(row)
    }
    for (const material of backup.shelf)
      if (!(await db.shelf.get(material.id)))
        await db.shelf.add({ id: material.id, material, changedAt: now })
    const forgotten = ((await db.facts.get(FORGOTTEN))?.value as Forgotten | undefined) ?? {}
    if (Object.keys(backup.forgotten).length > 0)
      await db.facts.put({ key: FORGOTTEN, value: { ...backup.forgotten, ...forgotten } })
    const rows: PhotoRow[] = []
    for (const [id, picture] of photos) {
      if (await db.photos.get(id)) continue
      const build =
        backup.builds.find((b) => entriesOf(b.build.log, 'photo').some((p) => p.id === id))?.build
          .id ?? ''
      // the small picture is the picture itself until it is wanted smaller
      rows.push({ id, build, keptAt: now, picture, small: picture })
    }
    await db.photos.bulkAdd(rows)
    done.photos = rows.length
    for (const state of backup.states) {
      // how a build once stood is of use beside the build alone
      if (!(await db.builds.get(state.build)) || (await db.versions.get(state.id))) continue
      await db.versions.add({ ...state, bytes: JSON.stringify(state.state).length })
      done.states++
    }
  })
  return done
}

/**
 * How safe what is here is: when it was last backed up, whether the browser keeps it, how full its
 * share is.
 */
export interface Keeping {
  lastMs: number | null
  persisted: boolean | null
  usedBytes: number | null
  quotaBytes: number | null
  changedSince: number
}

export async function keeping(): Promise<Keeping> {
  const lastMs = ((await db.facts.get(LAST))?.value as number | undefined) ?? null
  const rows = await db.builds.toArray()
  const estimate = await navigator.storage?.estimate?.().catch(() => null)
  return {
    lastMs,
    persisted: (await navigator.storage?.persisted?.().catch(() => null)) ?? null,
    usedBytes: estimate?.usage ?? null,
    quotaBytes: estimate?.quota ?? null,
    // a build nobody has touched since it was seeded asks for nothing
    changedSince: rows.filter(
      (r) => r.deletedAt === null && r.revision > 1 && (lastMs === null || r.changedAt > lastMs)
    ).length
  }
}

/** Asks the browser to keep what is here even when its disk fills up. */
export const askToKeep = async (): Promise<boolean> =>
  (await navigator.storage?.persist?.().catch(() => false)) ?? false
