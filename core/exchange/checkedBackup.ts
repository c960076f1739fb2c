import { strFromU8 } from 'fflate'
import { BOTTLE_SCHEMA } from '../build/file/bottleSchema'
import { checkBuild, readJson } from '../build/file/buildFile'
import { entriesOf } from '../build/log/entries'
import type { Material } from '../craft/materials/types'
import { SHELF_FILE, sumOf, VERSION, type Backup } from './backup'
import type { Found, Taken } from './zipReading'

/**
 * What a zip of either kind holds, checked; `left` says what could not be taken. `Picture` is what a
 * picture is to whoever reads: its bytes, or where the browser has them.
 */
export interface Unpacked<Picture = Uint8Array> {
  backup: Backup
  photos: Map<string, Picture>
  left: string[]
}

const DAMAGED = 'is damaged: its bytes are not those that were saved'

/**
 * What was found in a zip, checked, trusting nothing of it: what is damaged is left out and named, the
 * rest is taken and brought to today's version.
 *
 * @throws RangeError in the builder's words; nothing was changed
 */
export function checked<P>(found: Found<P>): Unpacked<P> {
  const left = found.damaged.map((name) => `The photograph ${name} ${DAMAGED}`)
  return found.entries.has('backup.json') ? backupFrom(found, left) : buildFrom(found, left)
}

const picturesOf = <P>(pictures: ReadonlyMap<string, Taken<P>>): Map<string, P> =>
  new Map([...pictures].map(([id, taken]) => [id, taken.picture]))

/** A build with the photographs of its log. */
function buildFrom<P>({ entries, texts, pictures }: Found<P>, left: string[]): Unpacked<P> {
  const text = texts.get('build.json')
  if (!text?.whole)
    throw new RangeError(
      entries.has('build.json')
        ? `The build in this zip ${DAMAGED}. Nothing was changed.`
        : 'This zip holds neither a backup nor a build. Nothing was changed.'
    )
  const build = checkBuild(jsonOf(text.bytes))
  if (!build.ok)
    throw new RangeError(
      `The build in this zip cannot be read: ${build.faults[0].path}: ${build.faults[0].message}. Nothing was changed.`
    )
  for (const { id, caption } of entriesOf(build.value.log, 'photo'))
    if (!entries.has(`photos/${id}.jpg`))
      left.push(
        `The photograph photos/${id}.jpg${caption ? ` (“${caption.slice(0, 60)}”)` : ''} that its log names is missing from the zip`
      )
  const builds = [{ build: build.value, deletedAt: null }]
  const backup = { madeAt: '', builds, shelf: [], forgotten: {}, states: [] }
  return { backup, photos: picturesOf(pictures), left }
}

function jsonOf(text: Uint8Array): unknown {
  const json = readJson(strFromU8(text))
  if (json.ok) return json.value
  throw new RangeError(
    `The file in this zip cannot be read: ${json.faults[0].message}. Nothing was changed.`
  )
}

function backupFrom<P>(found: Found<P>, left: string[]): Unpacked<P> {
  const text = found.texts.get('backup.json')
  if (!text) throw new RangeError(`The list in this zip ${DAMAGED}. Nothing was changed.`)
  const given = asRecord(jsonOf(text.bytes))
  if (given.format !== 'tall-spindle-backup')
    throw new RangeError('This zip is no backup of Tall Spindle. Nothing was changed.')
  if (typeof given.version !== 'number' || given.version > VERSION)
    throw new RangeError(
      'This backup was made by a newer Tall Spindle. Open it with that one; nothing was changed here.'
    )
  if (given.version >= 2) return fromList(given, text.bytes, found, left)
  if (!text.whole) left.push(`The file of all builds ${DAMAGED}: look each of them over`)
  const read = builtFrom(rowsOf(given.builds).map((r) => ({ ...r, value: r.build })))
  left.push(...read.left)
  return {
    backup: {
      madeAt: textOr(given.madeAt),
      builds: read.builds,
      ...shelfFrom(given, left),
      states: []
    },
    photos: picturesOf(found.pictures),
    left
  }
}

const asRecord = (value: unknown): Record<string, unknown> =>
  typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {}
const rowsOf = (value: unknown) => (Array.isArray(value) ? value : []).map(asRecord)
const textOr = (value: unknown): string => (typeof value === 'string' ? value : '')
const numberOr = (value: unknown): number | null => (typeof value === 'number' ? value : null)

/** A row of the list, and the file that it lists. */
interface Row {
  value: unknown
  [key: string]: unknown
}

/** The files of a folder that are whole and listed, with their rows; what is not is named. */
function listedIn<P>(
  folder: 'builds' | 'states',
  listed: readonly Record<string, unknown>[],
  { entries, texts }: Found<P>,
  left: string[]
): Row[] {
  const named = new Map(listed.map((row) => [textOr(row.file), row]))
  const there = [...entries.keys()].filter((name) => name.startsWith(`${folder}/`))
  const files = [...new Set([...named.keys(), ...there])].sort(
    (a, b) => Number(/\d+/.exec(a)) - Number(/\d+/.exec(b))
  )
  return files.flatMap((file): Row[] => {
    const row = named.get(file)
    const name = row && textOr(row.name) ? `“${textOr(row.name).slice(0, 60)}”` : file
    const called = folder === 'states' ? `An earlier state, ${name},` : name
    const bytes = texts.get(file)?.bytes
    if (!row || !bytes || sumOf(bytes) !== row.sha256) {
      const damaged = row && entries.has(file)
      left.push(`${called} ${damaged ? DAMAGED : 'is missing from the zip or from its list'}`)
      return []
    }
    const json = readJson(strFromU8(bytes))
    if (!json.ok) left.push(`${called}: ${json.faults[0].message}`)
    return json.ok ? [{ ...row, value: json.value }] : []
  })
}

/** A backup whose files are listed with what their bytes come to. */
function fromList<P>(
  given: Record<string, unknown>,
  text: Uint8Array,
  found: Found<P>,
  left: string[]
): Unpacked<P> {
  const { entries, texts } = found
  const listSum = texts.get('list.sha256')?.bytes
  const listWhole = listSum !== undefined && sumOf(text) === strFromU8(listSum)
  if (!listWhole) left.push(`The list of this backup ${DAMAGED}: what it says was not relied on`)
  // whether a build was in the bin, and when a state stood, is said by the list alone
  const rows = listedIn('builds', rowsOf(given.builds), found, left)
  const read = builtFrom(listWhole ? rows : rows.map(({ value }) => ({ value })))
  const states = statesFrom(
    listWhole ? listedIn('states', rowsOf(given.states), found, left) : [],
    left
  )
  const photos = new Map<string, P>()
  const sums = asRecord(given.photos)
  for (const [id, { picture, sha256: sum }] of found.pictures)
    if (sum === sums[id]) photos.set(id, picture)
    else left.push(`The photograph photos/${id}.jpg ${DAMAGED}`)
  for (const id of Object.keys(sums))
    if (!entries.has(`photos/${id}.jpg`))
      left.push(`The photograph photos/${id}.jpg is missing from the zip`)
  const shelf = texts.get(SHELF_FILE)?.bytes
  const shelfJson = shelf && sumOf(shelf) === given.shelf ? readJson(strFromU8(shelf)) : null
  if (!shelfJson?.ok) left.push(`The shelf ${DAMAGED}`)
  const kept = shelfFrom(shelfJson?.ok ? asRecord(shelfJson.value) : {}, left)
  left.push(...read.left)
  const madeAt = listWhole ? textOr(given.madeAt) : ''
  return { backup: { madeAt, builds: read.builds, ...kept, states }, photos, left }
}

const faultOf = (value: unknown, fault: { path: string; message: string }) => {
  const name = textOr(asRecord(value).name)
  return `${name ? `“${name.slice(0, 60)}”` : 'A build'}: ${fault.path}: ${fault.message}`
}

/** Builds that can be read, and why others cannot. */
function builtFrom(rows: readonly Row[]): { builds: Backup['builds']; left: string[] } {
  const left: string[] = []
  const builds = rows.flatMap(({ value, deletedAt }): Backup['builds'] => {
    const read = checkBuild(value)
    if (read.ok) return [{ build: read.value, deletedAt: numberOr(deletedAt) }]
    left.push(faultOf(value, read.faults[0]))
    return []
  })
  return { builds, left }
}

/** Earlier states that can be read; why others cannot is said. */
function statesFrom(rows: readonly Row[], left: string[]): Backup['states'] {
  return rows.flatMap(({ value, id, build, at, name }): Backup['states'] => {
    const read = checkBuild(value)
    if (!read.ok) left.push(`An earlier state of ${faultOf(value, read.faults[0])}`)
    const mark = { id: textOr(id), build: textOr(build), at: numberOr(at) ?? 0 }
    return read.ok && mark.id && mark.build
      ? [{ ...mark, name: textOr(name) || null, state: read.value }]
      : []
  })
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
