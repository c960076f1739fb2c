import { v4 as newId } from 'uuid'
import { unreadable } from '../../core/build/file/comingIn'
import { entriesOf } from '../../core/build/log/entries'
import { job } from '../workers/startWorker'
import type { PhotoWork, Shrunk } from '../workers/photo.worker'
import { openings } from './builds'
import { db, tooNew, type PhotoRow } from './db'
import { MINUTE_MS } from '../../core/physics/time'

/** No photograph takes longer to shrink, ms. */
const LONGEST_MS = MINUTE_MS

/**
 * Shrinks a photograph and keeps it.
 *
 * @param zone  where a clock that names none stands
 * @returns its id and size, and what its own tags say
 * @throws Error in the builder's words when it is none, or there is no room; nothing was changed
 */
export async function keepPhoto(
  build: string,
  file: File,
  zone: string
): Promise<{ id: string } & Omit<Shrunk, 'picture' | 'small'>> {
  const fault = unreadable('photograph', file.name, file.size)
  if (fault) throw new Error(fault)
  const worker = new Worker(new URL('../workers/photo.worker.ts', import.meta.url), {
    type: 'module'
  })
  const { picture, small, ...more } = (await job<PhotoWork, Shrunk>(
    worker,
    (w) => w.shrink(file, zone, Date.now()),
    LONGEST_MS
  ).answer)!
  const id = newId()
  await db.photos.add({ id, build, keptAt: Date.now(), picture, small })
  return { id, ...more }
}

export const photo = (id: string): Promise<PhotoRow | undefined> => db.photos.get(id)

/** Pictures as bytes, of those that are there. */
export async function photoBytes(ids: readonly string[]): Promise<Map<string, Uint8Array>> {
  const rows = await db.photos.bulkGet([...ids])
  const found = new Map<string, Uint8Array>()
  for (const row of rows)
    if (row) found.set(row.id, new Uint8Array(await row.picture.arrayBuffer()))
  return found
}

/**
 * A picture no log names is kept for so many openings of the app: another tab may be about to name
 * it, or undo may bring its entry back.
 */
const UNNAMED_OPENINGS = 10

/** Lets go of pictures that no log has named for a while; the computer's clock has no say in it. */
export async function dropUnused(): Promise<void> {
  await db.transaction('rw', db.builds, db.photos, db.facts, async () => {
    // what a newer app has written may name pictures in ways unknown here
    if (await db.builds.filter((row) => tooNew(row.build)).count()) return
    const now = await openings()
    const named = new Set(
      (await db.builds.toArray()).flatMap((row) =>
        row.build.log?.entries ? entriesOf(row.build.log, 'photo').map((p) => p.id) : []
      )
    )
    const unused = await db.photos
      .filter((p) => named.has(p.id) !== (p.unnamedAt === undefined))
      .toArray()
    const marked = unused.filter((p) => !named.has(p.id) && p.unnamedAt === undefined)
    const found = unused.filter((p) => named.has(p.id))
    await db.photos.bulkPut([
      ...marked.map((p) => ({ ...p, unnamedAt: now })),
      ...found.map(({ unnamedAt: _, ...p }) => p)
    ])
    const old = await db.photos
      .filter((p) => p.unnamedAt !== undefined && now - p.unnamedAt >= UNNAMED_OPENINGS)
      .primaryKeys()
    await db.photos.bulkDelete(old)
  })
}
