import { sha256 } from '@noble/hashes/sha2'
import { bytesToHex } from '@noble/hashes/utils'
import {
  strFromU8,
  strToU8,
  unzipSync,
  Zip,
  ZipDeflate,
  ZipPassThrough,
  zipSync,
  type UnzipFileInfo
} from 'fflate'
import type { Build } from '../build/types'
import type { Forgotten } from '../plan/learned/history'
import type { Material } from '../craft/materials/types'
import { entriesOf } from '../build/log/entries'
import { BOTTLE_SCHEMA } from '../build/file/bottleSchema'
import { checkBuild, readJson } from '../build/file/buildFile'
import { isWhole, sumsOf } from './zipSums'

/** Everything that is kept in a browser. */
export interface Backup {
  madeAt: string
  builds: { build: Build; deletedAt: number | null }[]
  shelf: Material[]
  forgotten: Forgotten
}

/**
 * 1: one `backup.json` with all in it. 2: each build a file of its own, and the list says what each
 * file's bytes come to, so that a damaged one is known and the rest is not lost with it.
 */
const VERSION = 2
/** A zip that unpacks to more than this, or holds more files, is no backup of ours. */
const MOST_BYTES = 1_500_000_000
const MOST_FILES = 50_000
/** Text unpacks to no more than this many times its packed size, however even it is. */
const MOST_RATIO = 1100

/** What a backup says of itself. */
interface Listed {
  format: 'tall-spindle-backup'
  version: number
  madeAt: string
  builds: { file: string; name: string; sha256: string; deletedAt: number | null }[]
  /** SHA-256 of each photograph, by id. */
  photos: Record<string, string>
  /** SHA-256 of `shelf.json`. */
  shelf: string
}

const SHELF_FILE = 'shelf.json'
const sumOf = (bytes: Uint8Array): string => bytesToHex(sha256(bytes))

/** Where the bytes of a zip go as they are made. */
export type ZipSink = (bytes: Uint8Array) => void

/** A backup that is written piece by piece, so that no picture need stand in memory whole. */
export interface BackupWriter {
  /** Begins a picture: its bytes are pushed, and it is ended, before the next begins. */
  photo: (id: string) => { push: (bytes: Uint8Array) => void; end: () => void }
  /** Writes the builds, the shelf and the list of it all: nothing comes after. */
  finish: (backup: Backup) => void
}

/**
 * Everything in one zip: `photos/ID.jpg` and `builds/N.json` are the pictures and the builds,
 * `shelf.json` the shelf and what was forgotten, `backup.json` lists what is in it, and `list.sha256`
 * says what the list itself comes to.
 *
 * @throws RangeError in the builder's words when it grows beyond what a zip can hold
 */
export function backupWriter(sink: ZipSink): BackupWriter {
  let failed: Error | null = null
  const zip = new Zip((error, bytes) => {
    if (error) failed = error
    else sink(bytes)
  })
  const check = () => {
    if (failed) throw new RangeError(`The backup could not be packed: ${failed.message}`)
  }
  const photos: Record<string, string> = {}
  function file(name: string, bytes: Uint8Array, packed: boolean): string {
    const entry = packed ? new ZipDeflate(name, { level: 6 }) : new ZipPassThrough(name)
    zip.add(entry)
    entry.push(bytes, true)
    check()
    return sumOf(bytes)
  }
  return {
    photo: (id) => {
      const entry = new ZipPassThrough(`photos/${id}.jpg`)
      const sum = sha256.create()
      zip.add(entry)
      return {
        push: (bytes) => {
          sum.update(bytes)
          // the zip may hold on to what it is given until it has passed it on
          entry.push(bytes, false)
          check()
        },
        end: () => {
          entry.push(new Uint8Array(0), true)
          photos[id] = bytesToHex(sum.digest())
          check()
        }
      }
    },
    finish: (backup) => {
      const builds = backup.builds.map(({ build, deletedAt }, i) => {
        const name = `builds/${i + 1}.json`
        const sha256 = file(name, strToU8(JSON.stringify(build)), true)
        return { file: name, name: build.name, sha256, deletedAt }
      })
      const { shelf, forgotten, madeAt } = backup
      const listed: Listed = {
        format: 'tall-spindle-backup',
        version: VERSION,
        madeAt,
        builds,
        photos,
        shelf: file(SHELF_FILE, strToU8(JSON.stringify({ shelf, forgotten })), true)
      }
      const list = strToU8(JSON.stringify(listed))
      const sum = file('backup.json', list, true)
      file('list.sha256', strToU8(sum), false)
      zip.end()
      check()
    }
  }
}

/**
 * A backup whose pictures are at hand, as one piece.
 *
 * @param photos  pictures by id, JPEG
 */
export function packBackup(backup: Backup, photos: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const parts: Uint8Array[] = []
  const writer = backupWriter((bytes) => parts.push(bytes))
  for (const [id, bytes] of photos) {
    const photo = writer.photo(id)
    photo.push(bytes)
    photo.end()
  }
  writer.finish(backup)
  const whole = new Uint8Array(parts.reduce((n, part) => n + part.length, 0))
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length
  }
  return whole
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

/** Files of a zip that are ours. */
const OURS =
  /^(backup|build|shelf)\.json$|^list\.sha256$|^builds\/\d{1,6}\.json$|^photos\/[\w.-]{1,64}\.jpg$/

/** The files of a zip; what of it cannot be unpacked is not among them. */
function unzipped(bytes: Uint8Array): Record<string, Uint8Array> {
  let [total, count, tooLarge] = [0, 0, false]
  const names: string[] = []
  const wanted = (file: UnzipFileInfo): boolean => {
    total += file.originalSize
    count++
    if (
      total > MOST_BYTES ||
      count > MOST_FILES ||
      file.originalSize > 4096 + MOST_RATIO * Math.max(1, file.size)
    ) {
      tooLarge = true
      throw new RangeError('too large')
    }
    if (!OURS.test(file.name)) return false
    names.push(file.name)
    return true
  }
  try {
    return unzipSync(bytes, { filter: wanted })
  } catch {
    if (tooLarge)
      throw new RangeError(
        'This zip unpacks to far more than any backup holds. It was not opened, and nothing was changed.'
      )
  }
  // one file is broken: each by itself, so that the others are not lost with it
  const files: Record<string, Uint8Array> = {}
  for (const name of names) {
    try {
      Object.assign(files, unzipSync(bytes, { filter: (file) => file.name === name }))
    } catch {
      continue
    }
  }
  if (Object.keys(files).length === 0)
    throw new RangeError('This is no zip that can be read: it may be cut off. Nothing was changed.')
  return files
}

const DAMAGED = 'is damaged: its bytes are not those that were saved'

/**
 * Reads a backup, or a build with its photographs, trusting nothing of it: what is damaged is left
 * out and named, the rest is taken.
 *
 * @returns all of it brought to today's version
 * @throws RangeError in the builder's words; nothing was changed
 */
export function unpackBackup(bytes: Uint8Array): Unpacked {
  const files = unzipped(bytes)
  const sums = sumsOf(bytes)
  const left: string[] = []
  const whole = (name: string) => files[name] !== undefined && isWhole(files[name], sums.get(name))
  const photos = new Map<string, Uint8Array>()
  for (const name of new Set([...Object.keys(files), ...sums.keys()])) {
    if (!/^photos\/[\w.-]{1,64}\.jpg$/.test(name)) continue
    if (whole(name)) photos.set(name.slice(7, -4), files[name])
    else left.push(`The photograph ${name} ${DAMAGED}`)
  }
  const text = files['backup.json'] ?? files['build.json']
  if (!text)
    throw new RangeError(
      sums.has('backup.json') || sums.has('build.json')
        ? `The list in this zip ${DAMAGED}. Nothing was changed.`
        : 'This zip holds neither a backup nor a build. Nothing was changed.'
    )
  const json = readJson(strFromU8(text))
  if (!json.ok)
    throw new RangeError(
      `The file in this zip cannot be read: ${json.faults[0].message}. Nothing was changed.`
    )
  if (files['backup.json'] === undefined) {
    if (!whole('build.json'))
      throw new RangeError(`The build in this zip ${DAMAGED}. Nothing was changed.`)
    const build = checkBuild(json.value)
    if (!build.ok)
      throw new RangeError(
        `The build in this zip cannot be read: ${build.faults[0].path}: ${build.faults[0].message}. Nothing was changed.`
      )
    for (const { id, caption } of entriesOf(build.value.log, 'photo'))
      if (!photos.has(id) && !left.some((l) => l.includes(`photos/${id}.jpg`)))
        left.push(
          `The photograph photos/${id}.jpg${caption ? ` (“${caption.slice(0, 60)}”)` : ''} that its log names is missing from the zip`
        )
    return {
      backup: {
        madeAt: '',
        builds: [{ build: build.value, deletedAt: null }],
        shelf: [],
        forgotten: {}
      },
      photos,
      left
    }
  }
  const given = asRecord(json.value)
  if (given.format !== 'tall-spindle-backup')
    throw new RangeError('This zip is no backup of Tall Spindle. Nothing was changed.')
  if (typeof given.version !== 'number' || given.version > VERSION)
    throw new RangeError(
      'This backup was made by a newer Tall Spindle. Open it with that one; nothing was changed here.'
    )
  if (given.version < 2) {
    if (!whole('backup.json'))
      left.push(`The file of all builds ${DAMAGED}: look each of them over`)
    const read = builtFrom(
      (Array.isArray(given.builds) ? given.builds : []).map(asRecord).map((row) => ({
        value: row.build,
        deletedAt: row.deletedAt
      }))
    )
    return {
      backup: { madeAt: textOr(given.madeAt), builds: read.builds, ...shelfFrom(given, left) },
      photos,
      left: [...left, ...read.left]
    }
  }
  return fromList(given, files, photos, left)
}

const asRecord = (value: unknown): Record<string, unknown> =>
  typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {}
const textOr = (value: unknown): string => (typeof value === 'string' ? value : '')

/** A backup whose files are listed with what their bytes come to. */
function fromList(
  given: Record<string, unknown>,
  files: Readonly<Record<string, Uint8Array>>,
  photos: Map<string, Uint8Array>,
  left: string[]
): Unpacked {
  const listWhole =
    files['list.sha256'] !== undefined &&
    sumOf(files['backup.json']) === strFromU8(files['list.sha256'])
  if (!listWhole) left.push(`The list of this backup ${DAMAGED}: what it says was not relied on`)
  const listed = (Array.isArray(given.builds) ? given.builds : []).map(asRecord)
  const named = new Map(listed.map((row) => [textOr(row.file), row]))
  const found = Object.keys(files).filter((name) => name.startsWith('builds/'))
  const rows = [...new Set([...named.keys(), ...found])].sort(
    (a, b) => Number(/\d+/.exec(a)) - Number(/\d+/.exec(b))
  )
  const taken = rows.flatMap((file) => {
    const row = named.get(file)
    const called = row && textOr(row.name) ? `“${textOr(row.name).slice(0, 60)}”` : file
    const bytes = files[file]
    if (!bytes || !row || sumOf(bytes) !== row.sha256) {
      left.push(`${called} ${bytes && row ? DAMAGED : 'is missing from the zip or from its list'}`)
      return []
    }
    const json = readJson(strFromU8(bytes))
    if (!json.ok) left.push(`${called}: ${json.faults[0].message}`)
    // whether it was in the bin is said by the list alone
    return json.ok ? [{ value: json.value, deletedAt: listWhole ? row.deletedAt : null }] : []
  })
  const sums = asRecord(given.photos)
  for (const [id, bytes] of photos)
    if (sumOf(bytes) !== sums[id]) {
      left.push(`The photograph photos/${id}.jpg ${DAMAGED}`)
      photos.delete(id)
    }
  for (const id of Object.keys(sums))
    if (!photos.has(id) && !left.some((l) => l.includes(`photos/${id}.jpg`)))
      left.push(`The photograph photos/${id}.jpg is missing from the zip`)
  const shelf = files[SHELF_FILE]
  const shelfJson = shelf && sumOf(shelf) === given.shelf ? readJson(strFromU8(shelf)) : null
  if (!shelfJson?.ok) left.push(`The shelf ${DAMAGED}`)
  const read = builtFrom(taken)
  return {
    backup: {
      madeAt: listWhole ? textOr(given.madeAt) : '',
      builds: read.builds,
      ...shelfFrom(shelfJson?.ok ? asRecord(shelfJson.value) : {}, left)
    },
    photos,
    left: [...left, ...read.left]
  }
}

/** Builds that can be read, and why others cannot. */
function builtFrom(rows: readonly { value: unknown; deletedAt: unknown }[]): {
  builds: Backup['builds']
  left: string[]
} {
  const left: string[] = []
  const builds = rows.flatMap(({ value, deletedAt }): Backup['builds'] => {
    const read = checkBuild(value)
    if (read.ok)
      return [{ build: read.value, deletedAt: typeof deletedAt === 'number' ? deletedAt : null }]
    const name = textOr(asRecord(value).name)
    left.push(
      `${name ? `“${name.slice(0, 60)}”` : 'A build'}: ${read.faults[0].path}: ${read.faults[0].message}`
    )
    return []
  })
  return { builds, left }
}

/** The shelf's rows that are bottles, each checked as one that is entered is; the rest is named. */
function shelfFrom(
  given: Record<string, unknown>,
  left: string[]
): Pick<Backup, 'shelf' | 'forgotten'> {
  const shelf = (Array.isArray(given.shelf) ? given.shelf : []).filter((m): m is Material => {
    const { error } = BOTTLE_SCHEMA.validate(m, { convert: false, errors: { label: 'key' } })
    if (!error) return true
    const row = asRecord(m)
    left.push(
      `On the shelf “${(textOr(row.name) || textOr(row.id) || 'a row').slice(0, 60)}”: ${error.message}`
    )
    return false
  })
  const forgotten = Object.fromEntries(
    Object.entries(asRecord(given.forgotten)).filter(
      (e): e is [string, string] => typeof e[1] === 'string'
    )
  )
  return { shelf, forgotten }
}
