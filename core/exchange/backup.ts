import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import type { Build } from '../build/types'
import type { Forgotten } from '../plan/learned/history'
import type { Material } from '../craft/materials/types'
import { checkBuild, readJson } from '../build/file/buildFile'

/** Everything that is kept in a browser. */
export interface Backup {
  madeAt: string
  builds: { build: Build; deletedAt: number | null }[]
  shelf: Material[]
  forgotten: Forgotten
}

const VERSION = 1
/** A zip that unpacks to more than this, or holds more files, is no backup of ours. */
const MOST_BYTES = 1_500_000_000
const MOST_FILES = 50_000
/** Text unpacks to no more than this many times its packed size, however even it is. */
const MOST_RATIO = 1100

/**
 * Everything in one zip: `backup.json`, and every photograph as `photos/ID.jpg`.
 *
 * @param photos  pictures by id, JPEG
 */
export function packBackup(backup: Backup, photos: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const files: Record<string, [Uint8Array, { level: 0 | 6 }]> = {
    'backup.json': [
      strToU8(JSON.stringify({ format: 'tall-spindle-backup', version: VERSION, ...backup })),
      { level: 6 }
    ]
  }
  for (const [id, bytes] of photos) files[`photos/${id}.jpg`] = [bytes, { level: 0 }]
  return zipSync(files)
}

/** One build with its photographs: `build.json` and `photos/ID.jpg`. */
export function packBuild(build: Build, photos: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const files: Record<string, [Uint8Array, { level: 0 | 6 }]> = {
    'build.json': [strToU8(`${JSON.stringify(build, null, 2)}\n`), { level: 6 }]
  }
  for (const [id, bytes] of photos) files[`photos/${id}.jpg`] = [bytes, { level: 0 }]
  return zipSync(files)
}

/** What a zip of either kind holds, checked; `left` says what could not be taken. */
export interface Unpacked {
  backup: Backup
  photos: Map<string, Uint8Array>
  left: string[]
}

/**
 * Reads a backup, or a build with its photographs, trusting nothing of it.
 *
 * @returns all of it brought to today's version
 * @throws RangeError in the builder's words; nothing was changed
 */
export function unpackBackup(bytes: Uint8Array): Unpacked {
  let files: Record<string, Uint8Array>
  let [total, count] = [0, 0]
  try {
    files = unzipSync(bytes, {
      filter: (file) => {
        total += file.originalSize
        count++
        if (
          total > MOST_BYTES ||
          count > MOST_FILES ||
          file.originalSize > 4096 + MOST_RATIO * Math.max(1, file.size)
        )
          throw new RangeError('too large')
        return /^(backup|build)\.json$|^photos\/[\w.-]{1,64}\.jpg$/.test(file.name)
      }
    })
  } catch (error) {
    if (error instanceof RangeError)
      throw new RangeError(
        'This zip unpacks to far more than any backup holds. It was not opened, and nothing was changed.'
      )
    throw new RangeError('This is no zip that can be read: it may be cut off. Nothing was changed.')
  }
  const photos = new Map(
    Object.entries(files).flatMap(([name, content]): [string, Uint8Array][] =>
      name.startsWith('photos/') ? [[name.slice(7, -4), content]] : []
    )
  )
  const text = files['backup.json'] ?? files['build.json']
  if (!text)
    throw new RangeError('This zip holds neither a backup nor a build. Nothing was changed.')
  const json = readJson(strFromU8(text))
  if (!json.ok)
    throw new RangeError(
      `The file in this zip cannot be read: ${json.faults[0].message}. Nothing was changed.`
    )
  if (files['backup.json'] === undefined) {
    const build = checkBuild(json.value)
    if (!build.ok)
      throw new RangeError(
        `The build in this zip cannot be read: ${build.faults[0].path}: ${build.faults[0].message}. Nothing was changed.`
      )
    return {
      backup: {
        madeAt: '',
        builds: [{ build: build.value, deletedAt: null }],
        shelf: [],
        forgotten: {}
      },
      photos,
      left: []
    }
  }
  return { ...checked(json.value), photos }
}

function checked(value: unknown): { backup: Backup; left: string[] } {
  const given = (typeof value === 'object' && value !== null ? value : {}) as Record<
    string,
    unknown
  >
  if (given.format !== 'tall-spindle-backup')
    throw new RangeError('This zip is no backup of Tall Spindle. Nothing was changed.')
  if (typeof given.version !== 'number' || given.version > VERSION)
    throw new RangeError(
      'This backup was made by a newer Tall Spindle. Open it with that one; nothing was changed here.'
    )
  const left: string[] = []
  const builds = (Array.isArray(given.builds) ? given.builds : []).flatMap(
    (row: unknown): Backup['builds'] => {
      const { build, deletedAt } = (typeof row === 'object' && row !== null ? row : {}) as {
        build?: unknown
        deletedAt?: unknown
      }
      const read = checkBuild(build)
      if (read.ok)
        return [{ build: read.value, deletedAt: typeof deletedAt === 'number' ? deletedAt : null }]
      const name = (build as { name?: unknown } | null)?.name
      left.push(
        `${typeof name === 'string' ? `“${name.slice(0, 60)}”` : 'A build'}: ${read.faults[0].path}: ${read.faults[0].message}`
      )
      return []
    }
  )
  const shelf = (Array.isArray(given.shelf) ? given.shelf : []).filter(
    (m): m is Material =>
      typeof m === 'object' &&
      m !== null &&
      typeof (m as Material).id === 'string' &&
      typeof (m as Material).kind === 'string'
  )
  const forgotten = Object.fromEntries(
    Object.entries(
      typeof given.forgotten === 'object' && given.forgotten !== null ? given.forgotten : {}
    ).filter((e): e is [string, string] => typeof e[1] === 'string')
  )
  return {
    backup: {
      madeAt: typeof given.madeAt === 'string' ? given.madeAt : '',
      builds,
      shelf,
      forgotten
    },
    left
  }
}
