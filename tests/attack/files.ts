import { strFromU8, strToU8 } from 'fflate'
import { scaleLine } from '../../core/bench/scaleLine'
import { checkBuild, readBuilds } from '../../core/build/file/buildFile'
import { laidOn, readStack } from '../../core/build/file/stackFile'
import { writeBuild, writeBuilds } from '../../core/build/file/write'
import { keptStack, writeStack } from '../../core/build/stack'
import { logged } from '../../core/build/workEdits'
import { poolsOf } from '../../core/build/types'
import { packBackup, packBuild } from '../../core/exchange/backup'
import { unpackBackup } from '../../core/exchange/unpack'
import { busyTimes } from '../../core/exchange/calendar/busyTimes'
import { readCup, readPutAway, readSettings } from '../../core/exchange/keptAside'
import { readSoundings } from '../../core/exchange/soundingsTable'
import { readHeightMap } from '../../core/exchange/scans/heightMap'
import { readObj, readStl } from '../../core/exchange/scans/readMesh'
import { clockOf, seenOf } from '../../core/bench/benchClocks'
import { demo } from '../support/builds'
import { binaryStl, heightPng, obj, textStl, trianglesOver } from '../support/scans'
import { chance, noCounts, tried, type Chance, type Counts } from './random'

type Came = 'taken' | 'refused' | { silent: string }
interface Format {
  name: string
  whole: Uint8Array
  /** Reads it and says what came of it; a refusal in words is no crash. */
  read: (bytes: Uint8Array) => Came
}

/** Refusals in the builder's words are RangeErrors; one that the language itself throws is a crash. */
const ITS_OWN =
  /invalid (array|typed|string|date)|maximum call stack|out of (bounds|range)|precision/i
const refusing = (work: () => unknown): Came => {
  try {
    work()
    return 'taken'
  } catch (error) {
    if (error instanceof RangeError && !ITS_OWN.test(error.message)) return 'refused'
    throw error
  }
}
const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes)
const buffer = (bytes: Uint8Array) => bytes.slice().buffer as ArrayBuffer
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)

/** A build that is taken goes out and comes in again as it is. */
function readAsBuild(bytes: Uint8Array): Came {
  const read = readBuilds(text(bytes))
  if (!read.ok)
    return read.faults.every((f) => f.message !== '') ? 'refused' : { silent: 'no word' }
  const again = readBuilds(writeBuilds(read.value))
  return again.ok && same(again.value, read.value) ? 'taken' : { silent: 'went out another build' }
}

const KINDS = ['1-weir-at-cobbets-race', '2-mole-at-varnsey'] as const
/** The first build's log names the pictures that lie beside it. */
const PHOTOS = ['p1', 'p2'].map((id) => ({
  kind: 'photo' as const,
  at: '2026-11-24T18:20:00Z',
  caption: '',
  step: null,
  widthPx: 40,
  heightPx: 30,
  id
}))
const all = [logged(PHOTOS)(demo(KINDS[0])), demo(KINDS[1])]
const picture = new Uint8Array(3000).map((_, i) => (i * 37) % 251)
const photos = new Map([
  ['p1', picture],
  ['p2', picture.slice(40)]
])
const STATE = { id: 's1', build: all[0]!.id, at: 1000, name: 'Before the storm', state: all[1]! }
const BACKUP = packBackup(
  {
    madeAt: '2026-11-24T18:20:00Z',
    builds: all.map((build, i) => ({ build, deletedAt: i === 1 ? 1000 : null })),
    shelf: [],
    forgotten: { 'clear-epoxy/cure': '2026-11-20T08:00:00Z' },
    states: [STATE]
  },
  photos
)

/** A damaged backup may give less, and must say so; what it gives is what went in. */
const readAsBackup =
  (...holds: [builds: number, states: number]) =>
  (bytes: Uint8Array): Came => {
    let got: ReturnType<typeof unpackBackup>
    try {
      got = unpackBackup(bytes)
    } catch (error) {
      if (error instanceof RangeError && !ITS_OWN.test(error.message)) return 'refused'
      throw error
    }
    for (const { build } of got.backup.builds)
      if (!all.some((b) => same(b, build))) return { silent: `a changed build: ${build.name}` }
    for (const [id, found] of got.photos)
      if (!same([...found], [...(photos.get(id) ?? [])]))
        return { silent: `a changed picture: ${id}` }
    for (const state of got.backup.states)
      if (!same(state, STATE)) return { silent: `a changed earlier state: ${state.name}` }
    const less =
      [got.backup.builds.length, got.backup.states.length].some((n, i) => n < holds[i]) ||
      got.photos.size < photos.size
    return less && got.left.length === 0
      ? { silent: 'less came back, and nothing said so' }
      : 'taken'
  }

const mound = trianglesOver(60, 40, 12, 9, (x, y) => 5 + Math.sin(x / 9) + Math.cos(y / 7))
const ICS = [
  'BEGIN:VCALENDAR',
  'VERSION:2.0',
  'PRODID:-//club//EN',
  ...[
    'DTSTART:20261201T180000Z\r\nDTEND:20261201T200000Z\r\nRRULE:FREQ=WEEKLY;COUNT=30;BYDAY=TU,TH',
    'DTSTART;VALUE=DATE:20261224\r\nDTEND;VALUE=DATE:20261227',
    'DTSTART:20260229T090000Z\r\nDURATION:PT2H\r\nRRULE:FREQ=YEARLY;UNTIL=20400101T000000Z'
  ].map((when, i) => `BEGIN:VEVENT\r\nUID:e${i}\r\nSUMMARY:Busy ${i}\r\n${when}\r\nEND:VEVENT`),
  'END:VCALENDAR'
].join('\r\n')

const FORMATS: Format[] = [
  { name: 'build', whole: strToU8(writeBuild(all[0]!)), read: readAsBuild },
  { name: 'builds', whole: strToU8(writeBuilds(all)), read: readAsBuild },
  { name: 'backup', whole: BACKUP, read: readAsBackup(2, 1) },
  { name: 'build zip', whole: packBuild(all[0]!, photos), read: readAsBackup(1, 0) },
  {
    name: 'stack',
    whole: strToU8(writeStack(keptStack(all[0]!, poolsOf(all[0]!)[0]!.id)!)),
    read: (b) => {
      const kept = readStack(text(b))
      if (!kept.ok) return 'refused'
      const laid = laidOn(all[0]!, kept.value, poolsOf(all[0]!)[0]!.id)
      return laid.ok && !same(checkBuild(laid.value), laid)
        ? { silent: 'laid what no build is' }
        : 'taken'
    }
  },
  {
    name: 'soundings',
    whole: strToU8('x\ty\tz\n210\t200\t38,5\n150\t240\t41,25\n260\t250\t42\n'),
    read: (b) => (readSoundings(text(b)).faults.length === 0 ? 'taken' : 'refused')
  },
  {
    name: 'STL, binary',
    whole: new Uint8Array(binaryStl(mound)),
    read: (b) => refusing(() => readStl(buffer(b)))
  },
  {
    name: 'STL, text',
    whole: new Uint8Array(textStl(mound)),
    read: (b) => refusing(() => readStl(buffer(b)))
  },
  { name: 'OBJ', whole: strToU8(obj(mound)), read: (b) => refusing(() => readObj(text(b))) },
  {
    name: 'PNG',
    whole: heightPng(20, 16, 16, 0, 40, (x, y) => x + y),
    read: (b) => refusing(() => readHeightMap(b))
  },
  {
    name: 'calendar',
    whole: strToU8(ICS),
    read: (b) => refusing(() => busyTimes(text(b), all[0]!.calendar, true))
  },
  {
    name: 'scale line',
    whole: strToU8('S +  12.34 g'),
    read: (b) => {
      const line = scaleLine(text(b))
      return line.kind === 'weight' && !Number.isFinite(line.grams) ? { silent: 'none' } : 'taken'
    }
  },
  {
    name: 'kept aside',
    whole: strToU8(
      '{"theme":"dark","heights":2,"currency":"€","stir":12,"weighed":{"aG":1,"bG":2},"a":["x"]}'
    ),
    read: (b) => {
      readSettings(text(b))
      readPutAway(text(b))
      readCup(text(b))
      try {
        const value = JSON.parse(text(b)) as unknown
        clockOf(value)
        seenOf(value)
      } catch {
        return 'refused'
      }
      return 'taken'
    }
  }
]

/** What is put where a number, a word or a part of the file stood. */
const WORDS = [
  ...['NaN', '1e999', '-9999', '-0', '1e-320', '99999999999999999999', 'null', '[]', '{}', '""'],
  ...['"__proto__"', '\u0000', '\ufffd\ufffd', '[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[', '2026-02-31'],
  ...['+012000-01-01', 'FREQ=SECONDLY', 'FREQ=YEARLY;BYMONTHDAY=30;BYMONTH=2', '=cmd|x', ',', ';']
].map((w) => strToU8(w))

/** One mutation: bits, bytes, runs of them, numbers, ends, parts of another file. */
function mutated(bytes: Uint8Array, by: Chance): Uint8Array {
  const at = by.below(bytes.length)
  const to = Math.min(bytes.length, at + 1 + by.below(by.pick([1, 8, 64, 4096])))
  const joined = (...parts: Uint8Array[]) => new Uint8Array(Buffer.concat(parts))
  const [head, middle, tail] = [bytes.subarray(0, at), bytes.subarray(at, to), bytes.subarray(to)]
  switch (by.below(8)) {
    case 0: {
      const flipped = bytes.slice()
      flipped[at]! ^= 1 << by.below(8)
      return flipped
    }
    case 1:
      return joined(
        head,
        middle.map(() => by.below(256)),
        tail
      )
    case 2:
      return joined(head, tail)
    case 3:
      return joined(head, middle, middle, tail)
    case 4:
      return head
    case 5:
      return joined(head, by.pick(WORDS), tail)
    case 6: {
      // a number of the text becomes another
      const found = [...strFromU8(bytes, true).matchAll(/-?\d+(\.\d+)?/g)]
      if (found.length === 0) return joined(head, tail)
      const one = by.pick(found)
      const end = one.index + one[0].length
      return joined(bytes.subarray(0, one.index), by.pick(WORDS), bytes.subarray(end))
    }
    default: {
      const other = by.pick(FORMATS).whole
      const cut = by.below(other.length)
      return joined(head, other.subarray(cut, cut + by.below(4096)), tail)
    }
  }
}

/**
 * Mutates every format that is read, and reads it.
 *
 * @param seed   makes the same files again
 * @param count  files in all
 */
export function attackFiles(seed: number, count: number): Record<string, Counts> {
  const by = chance(seed)
  const counts = Object.fromEntries(FORMATS.map((f) => [f.name, noCounts()]))
  // a reader of meshes says aloud what it stumbles over
  const { error, warn } = console
  console.error = console.warn = () => undefined
  for (const format of FORMATS)
    tried(counts[format.name]!, 'whole', () => format.read(format.whole))
  for (let k = 0; k < count; k++) {
    const format = FORMATS[k % FORMATS.length]!
    let bytes = format.whole
    for (let times = 1 + by.below(3); times > 0 && bytes.length > 0; times--)
      bytes = mutated(bytes, by)
    tried(counts[format.name]!, `seed ${seed}, file ${k}`, () => format.read(bytes))
  }
  Object.assign(console, { error, warn })
  return counts
}

/** Every format is one that its reader takes as it is. */
export const wholeFormats = (): string[] =>
  FORMATS.filter((f) => f.read(f.whole) !== 'taken').map((f) => f.name)
