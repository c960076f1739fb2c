import type Joi from 'joi'
import type { Build } from '../types'
import { danglingNames } from './buildFile'
import { faultsOf, pathText, shown } from './checked'
import { BUILD_SCHEMA } from './schema'

/** What an edit left behind that no file may hold, and what was done about it. */
export interface Inside {
  build: Build
  /** What was changed, in the builder's words; empty: nothing. */
  told: string[]
  /** What could not be brought inside: the build is kept as it is. */
  left: string[]
}

type Path = (string | number)[]
type Tree = Record<string | number, unknown>

/** One mend may show the next fault: so many rounds at most. */
const ROUNDS = 12
/** A number that must be greater than another is put so little above it: a tenth of a millimetre. */
const JUST = 0.1
const MOST_TOLD = 6

/**
 * Brings a build inside what its file may hold: numbers to their ends, texts and lists to their
 * longest, and where nothing is near (a day that does not exist, a height that is none) what was there
 * before, or else the line of the list goes. Everything else stays as it is.
 *
 * @param build   as an edit, a scan or a drawing left it
 * @param before  as it was last kept; null: never
 * @example clampToSchema({ ...build, copies: 1e9 }, build).build.copies // 200
 */
export function clampToSchema(build: Build, before: Build | null): Inside {
  const told = new Set<string>()
  let at = build
  for (let round = 0; round < ROUNDS; round++) {
    const { error } = BUILD_SCHEMA.validate(at, {
      convert: false,
      abortEarly: false,
      errors: { label: 'key' }
    })
    if (!error) break
    const faults = faultsOf(error)
    const next = structuredClone(at)
    const gone = new Set<string>()
    let changed = false
    // from the last to the first: a line that goes must not move those still to be mended
    for (const [i, detail] of [...error.details.entries()].reverse()) {
      if (detail.path.some((_, k) => gone.has(pathText(detail.path.slice(0, k + 1))))) continue
      const where = placeWords(at, detail.path)
      const done = mend(next as unknown as Tree, detail, before, gone)
      if (done === null) continue
      changed = true
      told.add(`${where} ${inWords(faults[i]!.message)}: ${done}`)
    }
    if (!changed) break
    at = next
  }
  const sound = BUILD_SCHEMA.validate(at, { convert: false, errors: { label: 'key' } }).error
  const names = sound ? [] : danglingNames(at)
  if (names.length > 0) {
    at = structuredClone(at)
    for (const { path } of names) putBack(at as unknown as Tree, pathOf(path), before)
  }
  const left = [...(sound ? faultsOf(sound) : danglingNames(at))].map(
    (f) => `${f.path}: ${f.message}`
  )
  const mended = new Set(left)
  for (const { path, message } of names)
    if (!mended.has(`${path}: ${message}`))
      told.add(`${placeWords(build, pathOf(path))} ${inWords(message)}: ${AS_BEFORE}`)
  const all = [...told]
  return {
    build: at,
    told:
      all.length > MOST_TOLD
        ? [...all.slice(0, MOST_TOLD), `and ${all.length - MOST_TOLD} more`]
        : all,
    left
  }
}

/** The first of what was wrong: why it must be so is left to the file's own check. */
const inWords = (message: string) => message.replace('; must', ' and must').split(': ')[0]!
const pathOf = (text: string): Path =>
  text.split(/[.[\]]+/).flatMap((part) => (part === '' ? [] : [/^\d+$/.test(part) ? +part : part]))

const valueAt = (tree: unknown, path: Path): unknown =>
  path.reduce<unknown>((node, key) => (node as Tree | null | undefined)?.[key], tree)

const AS_BEFORE = 'it is as it was before'

/** Mends one place and says what was done, or null: nothing could be. */
function mend(
  tree: Tree,
  detail: Joi.ValidationErrorItem,
  before: Build | null,
  gone: Set<string>
): string | null {
  const { path, type, context } = detail
  const key = path.at(-1)
  const holder = valueAt(tree, path.slice(0, -1)) as Tree | undefined
  if (key === undefined || holder === undefined || holder === null) return null
  const value = holder[key]
  const limit = Number(context?.limit)
  const put = (mended: unknown) => {
    holder[key] = mended
    return typeof mended === 'number' ? `it is ${Number(mended.toPrecision(6))}` : 'it is cut there'
  }
  switch (type) {
    case 'number.min':
    case 'number.max':
      return put(limit)
    case 'number.greater':
      return put(limit + JUST)
    case 'number.integer':
      return put(Math.round(value as number))
    case 'string.max':
      return put((value as string).slice(0, limit))
    case 'array.max':
      return put((value as unknown[]).slice(0, limit))
    case 'mm.far':
      // a sounding or a corner that is not there is no sounding: heights of the whole are drawn in
      if (typeof key === 'string' && path.length <= 3)
        return put(Math.sign(value as number) * limit)
  }
  if (putBack(tree, path, before)) return AS_BEFORE
  return dropLine(tree, path, gone) ? 'it is taken out' : null
}

/** What stood there when it was last kept, where it is another. */
function putBack(tree: Tree, path: Path, before: Build | null): boolean {
  const was = valueAt(before, path)
  const holder = valueAt(tree, path.slice(0, -1)) as Tree
  const key = path.at(-1)!
  // in a list what stood at this place may have been another line
  const sameLine = path.every((part, i) => {
    if (typeof part !== 'number') return true
    const [now, then] = [valueAt(tree, path.slice(0, i + 1)), valueAt(before, path.slice(0, i + 1))]
    if (i === path.length - 1 && (typeof now !== 'object' || now === null)) return true
    return (now as Tree | undefined)?.id !== undefined && (now as Tree).id === (then as Tree)?.id
  })
  const there = holder[key]
  const same =
    typeof was === 'object' ? shownWhole(was) === shownWhole(there) : Object.is(was, there)
  if (was === undefined || !sameLine || same) return false
  holder[key] = structuredClone(was)
  return true
}

/** A value as text, with what JSON has no word for. */
const shownWhole = (value: unknown) =>
  typeof value === 'number' ? String(value) : JSON.stringify(value)

/** Takes the nearest line of a list out that holds the place; a whole water never goes for one number. */
function dropLine(tree: Tree, path: Path, gone: Set<string>): boolean {
  for (let end = path.length - 1; end >= 0; end--) {
    const list = valueAt(tree, path.slice(0, end))
    const index = path[end]
    // x, y and height are three of one line, no lines of their own
    if (typeof index !== 'number' || !Array.isArray(list) || isPoint(list)) continue
    if (end === 1 && path[0] === 'waters') return false
    list.splice(index, 1)
    gone.add(pathText(path.slice(0, end + 1)))
    return true
  }
  return false
}

const isPoint = (list: readonly unknown[]) =>
  (list.length === 2 || list.length === 3) && list.every((v) => typeof v !== 'object')

const LINES: Record<string, string> = {
  soundings: 'sounding',
  outline: 'corner',
  busy: 'busy time',
  exceptions: 'special day',
  entries: 'line of the log',
  path: 'point of the path'
}

/** A place in a build in words: "Millpond, sounding 4", "calendar, busy time 2, from". */
export function placeWords(build: Build, path: Path): string {
  const words: string[] = []
  path.forEach((part, i) => {
    if (typeof part === 'string') {
      if (typeof path[i + 1] !== 'number') words.push(part.replace(/(Mm|C|Pct|G|Ml)$/, ''))
      return
    }
    const list = String(path[i - 1])
    if (typeof path[i - 1] === 'number') return
    const line = valueAt(build, path.slice(0, i + 1)) as { name?: unknown } | undefined
    words.push(
      typeof line?.name === 'string' && line.name !== '' && line.name.length < 60
        ? line.name
        : `${LINES[list] ?? list.replace(/s$/, '')} ${part + 1}`
    )
  })
  return words.length > 0 ? words.join(', ') : shown(build.name)
}
