import { joined } from './joined'
import { sha256 } from '@noble/hashes/sha2'
import { bytesToHex } from '@noble/hashes/utils'
import { strToU8, Zip, ZipDeflate, ZipPassThrough, zipSync } from 'fflate'
import type { Build } from '../build/types'
import type { Forgotten } from '../plan/learned/history'
import type { Material } from '../craft/materials/types'
import type { VersionMark } from './versions'
import { MOST_ZIP_BYTES, MOST_ZIP_FILES } from './zipReading'

/** Everything that is kept in a browser. */
export interface Backup {
  madeAt: string
  builds: { build: Build; deletedAt: number | null }[]
  shelf: Material[]
  forgotten: Forgotten
  states: EarlierState[]
}

/** An earlier state of a build, with the build it is of. */
export interface EarlierState extends Omit<VersionMark, 'bytes'> {
  build: string
  state: Build
}

/**
 * 1: one `backup.json` with all in it. 2: each build a file of its own, and the list says what each
 * file's bytes come to, so that a damaged one is known and the rest is not lost with it; earlier
 * states may be among them.
 */
export const VERSION = 2

/** What a backup says of itself. */
interface Listed {
  format: 'tall-spindle-backup'
  version: number
  madeAt: string
  builds: { file: string; name: string; sha256: string; deletedAt: number | null }[]
  states: (Omit<EarlierState, 'state'> & { file: string; sha256: string })[]
  /** SHA-256 of each photograph, by id. */
  photos: Record<string, string>
  /** SHA-256 of `shelf.json`. */
  shelf: string
}

export const SHELF_FILE = 'shelf.json'
export const sumOf = (bytes: Uint8Array): string => bytesToHex(sha256(bytes))

/** Where the bytes of a zip go as they are made. */
export type ZipSink = (bytes: Uint8Array) => void

/** A backup that is written piece by piece, so that no picture need stand in memory whole. */
export interface BackupWriter {
  /** Begins a picture: its bytes are pushed, and it is ended, before the next begins. */
  photo: (id: string) => { push: (bytes: Uint8Array) => void; end: () => void }
  /** Writes an earlier state. */
  state: (state: EarlierState) => void
  /** Writes the builds, the shelf and the list of it all: nothing comes after. */
  finish: (backup: Omit<Backup, 'states'>) => void
}

/**
 * Everything in one zip: `photos/ID.jpg` and `builds/N.json` are the pictures and the builds,
 * `states/N.json` how builds once stood, `shelf.json` the shelf and what was forgotten, `backup.json`
 * lists what is in it, and `list.sha256` says what the list itself comes to.
 *
 * @param mostBytes  that a zip without further signs can hold
 * @throws RangeError in the builder's words when it grows beyond that
 */
export function backupWriter(sink: ZipSink, mostBytes = MOST_ZIP_BYTES): BackupWriter {
  let failed: Error | null = null
  let [written, files] = [0, 0]
  const zip = new Zip((error, bytes) => {
    if (error) failed = error
    else sink(bytes)
    written += bytes?.length ?? 0
  })
  const check = () => {
    if (failed) throw new RangeError(`The backup could not be packed: ${failed.message}`)
    if (written > mostBytes || files > MOST_ZIP_FILES)
      throw new RangeError(
        `More is kept here than one backup holds: ${files} files, ${Math.round(written / 1e6)} MB by now. Export the builds with most photographs one by one from their Log, and let go of some; nothing was written.`
      )
  }
  const photos: Listed['photos'] = {}
  const states: Listed['states'] = []
  function file(name: string, bytes: Uint8Array, packed: boolean): string {
    const entry = packed ? new ZipDeflate(name, { level: 6 }) : new ZipPassThrough(name)
    zip.add(entry)
    files++
    entry.push(bytes, true)
    check()
    return sumOf(bytes)
  }
  return {
    photo: (id) => {
      const entry = new ZipPassThrough(`photos/${id}.jpg`)
      const sum = sha256.create()
      zip.add(entry)
      files++
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
    state: ({ state, ...mark }) => {
      const name = `states/${states.length + 1}.json`
      states.push({ ...mark, file: name, sha256: file(name, strToU8(JSON.stringify(state)), true) })
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
        states,
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
  for (const state of backup.states) writer.state(state)
  writer.finish(backup)
  return joined(parts)
}

/** One build with its photographs: `build.json` and `photos/ID.jpg`. */
export function packBuild(build: Build, photos: ReadonlyMap<string, Uint8Array>): Uint8Array {
  const files: Record<string, [Uint8Array, { level: 0 | 6 }]> = {
    'build.json': [strToU8(`${JSON.stringify(build, null, 2)}\n`), { level: 6 }]
  }
  for (const [id, bytes] of photos) files[`photos/${id}.jpg`] = [bytes, { level: 0 }]
  return zipSync(files)
}
