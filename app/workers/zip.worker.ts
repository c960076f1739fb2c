import { sha256 } from '@noble/hashes/sha2'
import { bytesToHex } from '@noble/hashes/utils'
import { expose } from 'comlink'
import './refusals'
import { backupWriter, packBuild, type Backup, type EarlierState } from '../../core/exchange/backup'
import type { Unpacked } from '../../core/exchange/checkedBackup'
import { unpacking } from '../../core/exchange/unpack'
import { sumsOfPicture, type Stretch, type Taken } from '../../core/exchange/zipReading'

/** A picture where the browser keeps it: a name for it, not its bytes. */
export interface KeptPhoto {
  id: string
  picture: Blob
}

/** All that is kept but the pictures, and the earlier states, which are asked for one by one. */
export type Kept = Omit<Backup, 'states'> & { states: string[] }
export type StateOf = (id: string) => Promise<EarlierState | undefined>

/** So much of a backup is held in memory before it is passed on, bytes. */
const HELD_BYTES = 4_000_000

/** What was written: how long it is, and what its bytes come to. */
export interface Written {
  bytes: number
  sha256: string
}

/** Packs everything, picture by picture, and passes it on in pieces. */
async function packed(
  { states, ...backup }: Kept,
  stateOf: StateOf,
  photos: readonly KeptPhoto[],
  pass: (piece: Uint8Array[]) => void | Promise<void>
): Promise<Written> {
  const sum = sha256.create()
  let bytes = 0
  let held: Uint8Array[] = []
  let heldBytes = 0
  const writer = backupWriter((piece) => {
    sum.update(piece)
    bytes += piece.length
    held.push(piece)
    heldBytes += piece.length
  })
  const on = async (least: number) => {
    if (heldBytes < least) return
    await pass(held)
    held = []
    heldBytes = 0
  }
  for (const { id, picture } of photos) {
    const photo = writer.photo(id)
    const reader = picture.stream().getReader()
    for (let read = await reader.read(); !read.done; read = await reader.read()) {
      photo.push(read.value)
      await on(HELD_BYTES)
    }
    photo.end()
  }
  for (const id of states) {
    const state = await stateOf(id)
    if (state) writer.state(state)
    await on(HELD_BYTES)
  }
  writer.finish(backup)
  await on(1)
  return { bytes, sha256: bytesToHex(sum.digest()) }
}

/** Has the bytes of a file go by, piece by piece. */
async function passing(file: Blob, look: (bytes: Uint8Array) => void): Promise<void> {
  const reader = file.stream().getReader()
  for (let read = await reader.read(); !read.done; read = await reader.read()) look(read.value)
}

/** What the bytes of a file come to, read piece by piece. */
async function sumOfFile(file: Blob): Promise<Written> {
  const sum = sha256.create()
  await passing(file, (bytes) => sum.update(bytes))
  return { bytes: file.size, sha256: bytesToHex(sum.digest()) }
}

const bytesOf = async (part: Blob): Promise<Uint8Array> => new Uint8Array(await part.arrayBuffer())

/** A picture that stays where the browser has it; its bytes go by once, to be added up. */
async function taken(picture: Blob): Promise<Taken<Blob>> {
  const sums = sumsOfPicture()
  await passing(picture, (bytes) => sums.add(bytes))
  return { picture, ...sums.all() }
}

const work = {
  packBuild,
  /**
   * A backup or a build's zip, read where it lies: no picture of it is held in memory.
   *
   * @throws Error in the builder's words; nothing was changed
   */
  unpack: async (file: Blob): Promise<Unpacked<Blob>> => {
    const reading = unpacking<Blob>(file.size)
    const part = ({ from, to }: Stretch) => file.slice(from, to, 'image/jpeg')
    let step = reading.next()
    while (!step.done) {
      const asked = step.value
      if ('bytes' in asked) step = reading.next(await bytesOf(part(asked.bytes)))
      else {
        const { picture } = asked
        const whole =
          picture instanceof Uint8Array
            ? new Blob([picture as BlobPart], { type: 'image/jpeg' })
            : part(picture)
        step = reading.next(await taken(whole))
      }
    }
    return step.value
  },
  /** Everything in one file of the browser's own, which it keeps out of memory. */
  packAll: async (kept: Kept, stateOf: StateOf, photos: readonly KeptPhoto[]): Promise<Blob> => {
    const pieces: Blob[] = []
    await packed(kept, stateOf, photos, (piece) => void pieces.push(new Blob(piece as BlobPart[])))
    return new Blob(pieces, { type: 'application/zip' })
  },
  /**
   * Everything into a file of a folder, and read back: what is there is what was written.
   *
   * @throws Error in the builder's words; a file of that name stays as it was
   */
  packInto: async (
    folder: FileSystemDirectoryHandle,
    name: string,
    kept: Kept,
    stateOf: StateOf,
    photos: readonly KeptPhoto[]
  ): Promise<Written> => {
    const file = await folder.getFileHandle(name, { create: true })
    const out = await file.createWritable()
    let written: Written
    try {
      written = await packed(kept, stateOf, photos, (piece) =>
        out.write(new Blob(piece as BlobPart[]))
      )
    } catch (error) {
      await out.abort().catch(() => undefined)
      throw error
    }
    // only now does it take the place of what was there
    await out.close()
    const found = await sumOfFile(await file.getFile())
    if (found.bytes !== written.bytes || found.sha256 !== written.sha256)
      throw new Error(
        `${name} was written and read back, and it is not the same: ${found.bytes} of ${written.bytes} bytes. Look at that disk.`
      )
    return written
  }
}
export type ZipWork = typeof work
expose(work)
