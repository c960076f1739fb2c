import { sha256 } from '@noble/hashes/sha2'
import { bytesToHex } from '@noble/hashes/utils'
import crc from 'crc-32'
import { COMING_IN } from '../build/file/comingIn'
import {
  bodyOf,
  entriesOfZip,
  headOf,
  isStored,
  listOf,
  tailOf,
  unpackedOf,
  type ZipEntry
} from './zipEntries'

/** A zip whose files come to more than this, or are more, is no backup of ours: a zip holds no more. */
export const MOST_ZIP_BYTES = COMING_IN.backup.bytes
export const MOST_ZIP_FILES = 65_535
/** Words and pictures that were packed are held in memory: of all words together, and of one picture, at most so much. */
const MOST_TEXT_BYTES = 400_000_000
const MOST_PICTURE_BYTES = 100_000_000
/** Text unpacks to no more than this many times its packed size, however even it is. */
const MOST_RATIO = 1100

/** A stretch of a zip, bytes from its beginning. */
export interface Stretch {
  from: number
  to: number
}
/** A picture as it was taken from a zip, and what its bytes come to. */
export interface Taken<Picture> {
  picture: Picture
  crc: number
  sha256: string
}
/** What reading a zip asks for, piece by piece: bytes of it, or a picture, in the zip or unpacked. */
export type Asked = { bytes: Stretch } | { picture: Stretch | Uint8Array }
export type Reading<Picture, Result> = Generator<Asked, Result, Uint8Array | Taken<Picture>>

/** What a picture's bytes come to, added up piece by piece. */
export function sumsOfPicture(): { add: (bytes: Uint8Array) => void; all: () => Sums } {
  const sha = sha256.create()
  let sum = 0
  return {
    add: (bytes) => {
      sha.update(bytes)
      sum = crc.buf(bytes, sum)
    },
    all: () => ({ crc: sum >>> 0, sha256: bytesToHex(sha.digest()) })
  }
}
export type Sums = Omit<Taken<unknown>, 'picture'>

const PICTURE = /^photos\/([\w.-]{1,64})\.jpg$/
const TEXT = /^(backup|build|shelf)\.json$|^list\.sha256$|^(builds|states)\/\d{1,6}\.json$/

function* bytesAt<P>(bytes: Stretch): Reading<P, Uint8Array> {
  return (yield { bytes }) as Uint8Array
}
function* pictureAt<P>(picture: Stretch | Uint8Array): Reading<P, Taken<P>> {
  return (yield { picture }) as Taken<P>
}

/**
 * The files by their names in the folder that holds the list, or the build: whoever unpacked an archive
 * and zipped its folder has put one more around it.
 */
function inFolder(entries: ReadonlyMap<string, ZipEntry>): Map<string, ZipEntry> {
  const heads = [...entries.keys()].filter((name) => /(^|\/)(backup|build)\.json$/.test(name))
  const [head = ''] = heads.sort((a, b) => a.length - b.length)
  const folder = head.slice(0, head.lastIndexOf('/') + 1)
  return new Map(
    [...entries].flatMap(([name, entry]): [string, ZipEntry][] =>
      name.startsWith(folder) ? [[name.slice(folder.length), entry]] : []
    )
  )
}

/** The files of a zip, none of which claims more than a backup may hold. */
function* listed<P>(size: number): Reading<P, Map<string, ZipEntry>> {
  const where = listOf(yield* bytesAt<P>({ from: tailOf(size), to: size }), size)
  const entries = inFolder(where ? entriesOfZip(yield* bytesAt<P>(where)) : new Map())
  if (entries.size === 0)
    throw new RangeError('This is no zip that can be read: it may be cut off. Nothing was changed.')
  let [all, texts] = [0, 0]
  for (const [name, entry] of entries) {
    all += entry.size
    if (!PICTURE.test(name)) texts += entry.size
    const swollen = entry.size > 4096 + MOST_RATIO * Math.max(1, entry.packed)
    const held = PICTURE.test(name) && !isStored(entry) && entry.size > MOST_PICTURE_BYTES
    if (all > MOST_ZIP_BYTES || texts > MOST_TEXT_BYTES || swollen || held)
      throw new RangeError(
        'This zip unpacks to far more than any backup holds. It was not opened, and nothing was changed.'
      )
  }
  return entries
}

function* bodyIn<P>(entry: ZipEntry, size: number): Reading<P, Stretch | null> {
  return bodyOf(entry, yield* bytesAt<P>(headOf(entry)), size)
}

/** A file of words, as far as it can be unpacked, and whether it is what went into the zip. */
export interface Text {
  bytes: Uint8Array
  whole: boolean
}
function* textOf<P>(entry: ZipEntry, size: number): Reading<P, Text | null> {
  const body = yield* bodyIn<P>(entry, size)
  const bytes = body && unpackedOf(entry, yield* bytesAt<P>(body))
  return bytes && { bytes, whole: crc.buf(bytes) >>> 0 === entry.crc }
}
function* wholePicture<P>(entry: ZipEntry, size: number): Reading<P, Taken<P> | null> {
  const body = yield* bodyIn<P>(entry, size)
  if (!body) return null
  const packed = isStored(entry) ? body : unpackedOf(entry, yield* bytesAt<P>(body))
  const taken = packed && (yield* pictureAt<P>(packed))
  return taken?.crc === entry.crc ? taken : null
}

/** What was found in a zip: its list, its texts, and its pictures that are whole. */
export interface Found<P> {
  entries: ReadonlyMap<string, ZipEntry>
  texts: ReadonlyMap<string, Text>
  pictures: ReadonlyMap<string, Taken<P>>
  /** Pictures that are not what went into the zip, by name. */
  damaged: string[]
}

/** Reads all files of a zip that can be a backup's, or a build's: it asks for them piece by piece. */
export function* foundIn<P>(size: number): Reading<P, Found<P>> {
  const entries = yield* listed<P>(size)
  const damaged: string[] = []
  const pictures = new Map<string, Taken<P>>()
  const texts = new Map<string, Text>()
  for (const [name, entry] of entries) {
    const id = PICTURE.exec(name)?.[1]
    if (id !== undefined) {
      const taken = yield* wholePicture<P>(entry, size)
      if (taken) pictures.set(id, taken)
      else damaged.push(name)
    } else if (TEXT.test(name)) {
      const text = yield* textOf<P>(entry, size)
      if (text) texts.set(name, text)
    }
  }
  return { entries, texts, pictures, damaged }
}
