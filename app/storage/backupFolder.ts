import { backupInto } from './backup'
import { db } from './db'

/**
 * A folder that the builder chose for backups: the browser remembers it, and asks for leave to write
 * there once in a while. Only browsers with the File System Access API have it, and only over https or
 * on this very computer.
 */
type Folder = FileSystemDirectoryHandle & {
  queryPermission?: (how: { mode: 'readwrite' }) => Promise<PermissionState>
  requestPermission?: (how: { mode: 'readwrite' }) => Promise<PermissionState>
  keys: () => AsyncIterableIterator<string>
}
type Picker = (how: { mode: 'readwrite'; id: string }) => Promise<Folder>

const KEY = 'backupFolder'
const HOW = { mode: 'readwrite' } as const
const picker = () => (window as unknown as { showDirectoryPicker?: Picker }).showDirectoryPicker

/** What the folder is, and what was last written there. */
export interface BackupFolder {
  name: string
  /** The last backup that was read back and found whole; null: none yet. */
  last: { at: number; name: string; bytes: number } | null
  /** The browser wants to be asked again before anything can be written. */
  asks: boolean
}
interface Kept {
  folder: Folder
  last: BackupFolder['last']
}

export const hasFolders = (): boolean => picker() !== undefined

const kept = async (): Promise<Kept | undefined> =>
  (await db.facts.get(KEY))?.value as Kept | undefined

const granted = async (folder: Folder): Promise<boolean> =>
  ((await folder.queryPermission?.(HOW)) ?? 'granted') === 'granted'

export async function backupFolder(): Promise<BackupFolder | null> {
  const there = await kept()
  return there
    ? { name: there.folder.name, last: there.last, asks: !(await granted(there.folder)) }
    : null
}

/** Lets the builder choose; false: nothing was chosen. */
export async function chooseFolder(): Promise<boolean> {
  try {
    const folder = await picker()!({ ...HOW, id: 'tall-spindle' })
    await db.facts.put({ key: KEY, value: { folder, last: null } satisfies Kept })
    return true
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return false
    throw error
  }
}

/** Asks the browser for leave to write there again. */
export const allowFolder = async (): Promise<boolean> =>
  ((await (await kept())?.folder.requestPermission?.(HOW)) ?? 'granted') === 'granted'

export const forgetFolder = (): Promise<void> => db.facts.delete(KEY)

const MOST_FILES = 5
const OURS = /^tall-spindle-\d{4}-\d\d-\d\d-\d{4}\.zip$/

/**
 * Of backups written here the last few stay: a mistake may be noticed late. One whose writing was
 * broken off is empty, and stands for none.
 */
async function thin(folder: Folder): Promise<void> {
  const [whole, empty]: string[][] = [[], []]
  for await (const name of folder.keys()) {
    if (!OURS.test(name)) continue
    const { size } = await (await folder.getFileHandle(name)).getFile()
    if (size > 0) whole!.push(name)
    else empty!.push(name)
  }
  for (const name of [...empty!, ...whole!.sort().slice(0, -MOST_FILES)])
    await folder.removeEntry(name).catch(() => undefined)
}

let writing: Promise<boolean> | null = null

/**
 * Writes a backup into the folder, if there is one and the browser lets it be written.
 *
 * @returns false: there is none, or the browser wants to be asked first
 * @throws Error in the builder's words when it could not be written or read back
 */
export function writeToFolder(): Promise<boolean> {
  writing ??= write().finally(() => {
    writing = null
  })
  return writing
}

async function write(): Promise<boolean> {
  const there = await kept()
  if (!there || !(await granted(there.folder))) return false
  const now = new Date()
  const two = (n: number) => String(n).padStart(2, '0')
  const day = `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`
  const name = `tall-spindle-${day}-${two(now.getHours())}${two(now.getMinutes())}.zip`
  try {
    const bytes = await backupInto(there.folder, name)
    const last = { at: now.getTime(), name, bytes }
    await db.facts.put({ key: KEY, value: { ...there, last } satisfies Kept })
  } catch (error) {
    const gone = error instanceof Error && error.name === 'NotFoundError'
    throw new Error(
      gone
        ? `The folder “${there.folder.name}” is not there any more: choose it anew. Nothing was written.`
        : `The backup in “${there.folder.name}” failed: ${error instanceof Error ? error.message : String(error)}`
    )
  }
  await thin(there.folder)
  return true
}
