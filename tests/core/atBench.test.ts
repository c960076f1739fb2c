import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import Color from 'colorjs.io'
import { expect } from 'chai'
import fc from 'fast-check'
import { encode } from 'fast-png'
import { strToU8, unzipSync, zipSync } from 'fflate'
import {
  clockText,
  idleBench,
  lookedAt,
  ringing,
  standOf,
  type BenchClock
} from '../../core/bench/benchClocks'
import {
  clocksAfter,
  clocksDuring,
  figuresFor,
  cupName,
  nextCup,
  stepsAhead,
  waitings,
  workEntry
} from '../../core/bench/benchSteps'
import { logged, planFrom, setCalendar } from '../../core/build/workEdits'
import { decode, labOfXyz, xyzOfRgb } from '../../core/physics/stuff/colour/rgb'
import { proofWords } from '../../core/explain/daysWords'
import type { Material } from '../../core/craft/materials/types'
import { backupWriter, packBackup, packBuild } from '../../core/exchange/backup'
import { unpackBackup, unpacking } from '../../core/exchange/unpack'
import { sumsOfPicture } from '../../core/exchange/zipReading'
import { accountOf, spent } from '../../core/build/log/account'
import type { LogEntry } from '../../core/build/log/entries'
import {
  colourAt,
  meanWhitePct,
  placed,
  similarity,
  waterSeen,
  type Pixels
} from '../../core/build/log/photoAgainstForm'
import { pictureFault, pictureSize } from '../../core/build/log/pictureSize'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import {
  newRehearsal,
  offered,
  realWait,
  reckoning,
  rehearse,
  type Rehearsal
} from '../../core/bench/rehearsal'
import { demo } from '../support/builds'
import { planFor } from '../support/planned'
import { runs } from '../support/dial'

const MINUTE = 60_000
const plan = planFor(demo())
const step = (id: string) => plan.steps.steps.find((s) => s.id === id)!

setFlagsFromString('--expose-gc')
/** Has the machine clear away at once whatever nobody holds. */
const clearMemory = runInNewContext('gc') as () => void

describe('Clocks at the bench', () => {
  const clock = (change: Partial<BenchClock>): BenchClock => ({
    id: 'c',
    name: 'Stipple',
    step: 's',
    kind: 'window',
    startedMs: 1e6,
    minutes: 20,
    closesMin: 28,
    rung: 0,
    ...change
  })
  it('run from wall time: wherever they are looked at, open and close are where they were', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60 * MINUTE }), (later) => {
        const { phase, leftMs } = standOf(clock({}), 1e6 + later)
        expect(phase).to.equal(
          later < 20 * MINUTE ? 'running' : later < 28 * MINUTE ? 'open' : 'over'
        )
        expect(leftMs).to.equal((later < 20 * MINUTE ? 20 : 28) * MINUTE - later)
      })
    )
    expect([clockText(5 * MINUTE + 4000), clockText(-61_000), clockText(3_723_000)]).to.deep.equal([
      '5:04',
      '−1:01',
      '1:02:03'
    ])
  })
  it('ring once for the opening and once for the close, also when both were slept through', () => {
    const state = { ...idleBench(), clocks: [clock({})] }
    const open = ringing(state, 1e6 + 21 * MINUTE)
    expect(open.rang).to.have.length(1)
    expect(ringing(open.state, 1e6 + 22 * MINUTE).rang).to.have.length(0)
    expect(ringing(open.state, 1e6 + 29 * MINUTE).rang).to.have.length(1)
    expect(ringing(state, 1e6 + 90 * MINUTE).rang).to.have.length(1)
  })
  it('when the computer’s clock is set back they move with it; a small correction is left alone', () => {
    const state = {
      ...idleBench(),
      seenMs: 1e6 + 10 * MINUTE,
      clocks: [clock({})],
      begun: { step: 's', startedMs: 1e6 }
    }
    const back = lookedAt(state, 1e6 - 50 * MINUTE)
    expect(standOf(back.clocks[0], 1e6 - 50 * MINUTE).leftMs).to.equal(10 * MINUTE)
    expect(back).to.deep.include({
      setBackMs: 60 * MINUTE,
      begun: { step: 's', startedMs: 1e6 - 60 * MINUTE }
    })
    expect(lookedAt(state, state.seenMs - 2000).clocks).to.deep.equal(state.clocks)
  })
  it('a pour says its cups and has its clocks; what is done starts the windows and the waits that follow', () => {
    const pour = step('millpond/pour#1')
    const cups = plan.amounts.batches.filter((b) => b.pool === 'millpond' && b.pour === 1)
    expect(figuresFor(plan, pour).filter((f) => f.batch)).to.have.length(cups.length)
    expect(clocksDuring(demo(), plan, BUILT_IN_SHELF, pour).map((c) => c.kind)).to.include.members([
      'stir',
      'working'
    ])
    const under = (id: string) =>
      figuresFor(plan, step(id)).find((f) => f.name === 'Lies on')?.value
    expect(under('millpond/pour#2')).to.equal('Pour 1 of 3')
    expect(under('millpond/pour#1')).to.equal('Texture and gravel')
    expect(under('millpond/dam'), 'a dam is no lay').to.equal(undefined)
    expect(under('ground/carve'), 'nothing lies under the landform').to.equal(undefined)
    const link = plan.steps.links.find((l) => l.hard)!
    const [window] = clocksAfter(plan, step(link.from), 1e6)
    expect(window).to.include({
      kind: 'window',
      step: link.to,
      minutes: link.minMin,
      closesMin: link.maxMin
    })
    expect(stepsAhead(demo(), plan)[0]).to.equal('ground/base')
    const entry = workEntry(
      plan,
      step('ground/base'),
      Date.parse('2026-11-24T19:02:00Z'),
      Date.parse('2026-11-24T19:41:00Z'),
      true,
      'e1'
    )
    const after = logged([entry], entry.endedAt)(demo())
    const again = planFor(after)
    expect(waitings(after, again).map((w) => w.step.id)).to.deep.equal(['ground/base'])
    // the plan from before it was done, which stands until the next one is made, asks for nothing twice
    const endedAt = '2027-02-01T19:41:00Z'
    const late = logged([{ ...entry, endedAt }], endedAt)(demo())
    for (const log of [after, late]) {
      expect(stepsAhead(log, plan)).to.deep.equal(stepsAhead(log, again))
      const [wait] = waitings(log, plan)
      expect(wait!.readyMs, 'waited for from its end').to.be.above(wait!.sinceMs)
    }
    expect(accountOf(after.log)[0]).to.include({
      step: 'ground/base',
      workedMin: 39,
      plannedMin: 30,
      readyMin: null
    })
    expect(stepsAhead(after, again)).to.not.include('ground/base')
  })
  it('moving to another time zone leaves what is done where it was, and the hours follow the new clock', () => {
    const entry = workEntry(
      plan,
      step('ground/base'),
      Date.parse('2026-11-24T19:02:00Z'),
      Date.parse('2026-11-24T19:41:00Z'),
      true,
      'e1'
    )
    const moved = setCalendar({ zone: 'America/Lima' })(
      planFrom('2026-11-25T00:00:00Z')(logged([entry])(demo()))
    )
    const { days } = planFor(moved)
    expect(days.work.find((w) => w.done)).to.include({
      startMs: Date.parse(entry.at),
      endMs: Date.parse(entry.endedAt)
    })
    for (const w of days.work.filter((x) => !x.done))
      expect(days.free.some(([a, b]) => a <= w.startMs && w.endMs <= b)).to.equal(true)
    expect(days.work.find((w) => !w.done)!.start).to.match(/-05:00$/)
  })
  it('nothing free for ten weeks: the plan goes on after them, and the proof is said in words', () => {
    const away = planFor(
      setCalendar({
        busy: [{ title: 'Away', from: '2026-11-24T00:00Z', to: '2027-02-02T00:00Z' }]
      })(demo())
    )
    expect(away.days.work[0].startMs).to.be.at.least(Date.parse('2027-02-02T00:00Z'))
    expect(proofWords(plan.days, (id) => id)).to.have.property(
      'says',
      'No plan can finish before Tuesday 29 December, 20:33'
    )
  })
})

describe('The scale', () => {
  it('goes on with the first cup that is not in the log, whatever was weighed out of turn', () => {
    const build = demo()
    const plan = planFor(build)
    const cups = plan.amounts.batches
    expect(nextCup(build, plan)).to.equal(cupName(cups[0]))
    const weighed = (...which: number[]) =>
      logged(
        which.map((i): LogEntry => {
          const { pool, pour, cup, aG, bG } = cups[i]
          return { id: `b${i}`, kind: 'batch', at: '2026-11-24T19:00Z', pool, pour, cup, aG, bG }
        }),
        '2026-11-24T19:00Z'
      )(build)
    expect(nextCup(weighed(0), plan)).to.equal(cupName(cups[1]))
    expect(nextCup(weighed(0, 2), plan)).to.equal(cupName(cups[1]))
    expect(nextCup(weighed(...cups.keys()), plan)).to.equal(cupName(cups.at(-1)!))
    const dry = { ...plan, amounts: { ...plan.amounts, batches: [] } }
    expect(nextCup(build, dry)).to.equal(null)
  })
})

describe('Rehearsal', () => {
  /** Does what is offered, after waiting `patience` times what was foretold. */
  function run(seed: number, patience: number, skip: RegExp | null = null): Rehearsal {
    let r = newRehearsal(plan, seed)
    for (let k = 0; k < 400; k++) {
      const open = offered(plan, r)
      if (open.length === 0) return r
      // the soonest that is free to be done
      const due = (id: string) =>
        Math.max(
          0,
          ...plan.steps.links
            .filter((l) => l.to === id && l.from in r.ended)
            .map(
              (l) =>
                r.ended[l.from] +
                l.minMin *
                  (l.minMin === step(l.from).waitMin
                    ? Math.max(
                        patience,
                        patience >= 1
                          ? realWait(r, step(l.from)) / Math.max(1, step(l.from).waitMin)
                          : 0
                      )
                    : patience >= 1
                      ? 1
                      : patience) *
                  MINUTE
            )
        )
      const next = [...open].sort((a, b) => due(a.id) - due(b.id))[0]
      if (skip?.test(next.id)) {
        r = rehearse(plan, r, { kind: 'skip', step: next.id })
        continue
      }
      if (due(next.id) > r.nowMs)
        r = rehearse(plan, r, {
          kind: 'wait',
          minutes: Math.ceil((due(next.id) - r.nowMs) / MINUTE)
        })
      r = rehearse(plan, r, { kind: 'do', step: next.id })
    }
    return r
  }
  it('whoever waits until it is really ready makes no mistake of haste; whoever never waits makes many, told with their cost', () => {
    const good = reckoning(plan, run(3, 1))
    expect(good.finished).to.equal(true)
    expect(good.mistakes.filter((m) => !/window/.test(m.what))).to.deep.equal([])
    const hasty = reckoning(plan, run(3, 0))
    expect(hasty.finished).to.equal(true)
    expect(hasty.mistakes.length).to.be.greaterThan(10)
    expect(hasty.minutes).to.be.greaterThan(5 * 1440)
    expect(hasty.money).to.be.greaterThan(0)
  })
  it('leaving the leak test out costs a pour, on the dams that leak; the test finds them', () => {
    const leaky = [1, 2, 3, 4, 5, 6, 7, 8].filter((seed) =>
      reckoning(plan, run(seed, 1, /\/leak/)).mistakes.some((m) => /leaks/.test(m.what))
    )
    expect(leaky.length).to.be.within(2, 8)
    for (const seed of leaky)
      expect(reckoning(plan, run(seed, 1)).mistakes.some((m) => /leaks/.test(m.what))).to.equal(
        false
      )
  })
  it('a look tells the truth and the plan itself is untouched', () => {
    let r = rehearse(plan, newRehearsal(plan, 9), { kind: 'do', step: 'weir/under' })
    const before = JSON.stringify(plan.days)
    r = rehearse(plan, r, { kind: 'look', step: 'weir/under' })
    expect(r.story.at(-1)!.text).to.match(/still|not yet|too wet/)
    r = rehearse(plan, r, { kind: 'wait', minutes: 3 * step('weir/under').waitMin + 60 })
    r = rehearse(plan, r, { kind: 'look', step: 'weir/under' })
    expect(r.story.at(-1)!.text).to.not.match(/still|not yet|too wet/)
    expect(JSON.stringify(plan.days)).to.equal(before)
  })
})

describe('A photograph against the form', () => {
  const picture = (
    width: number,
    height: number,
    of: (x: number, y: number) => [number, number, number]
  ): Pixels => {
    const data = new Uint8ClampedArray(4 * width * height)
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) data.set([...of(x, y), 255], 4 * (y * width + x))
    return { width, height, data }
  }
  it('two points fix turn, scale and place: both land where they were put, and all lengths by one factor', () => {
    const number = fc.double({ min: -500, max: 500, noNaN: true })
    const point = fc.tuple(number, number)
    fc.assert(
      fc.property(point, point, point, point, point, fc.boolean(), (a, b, c, d, e, mirrored) => {
        fc.pre(Math.hypot(a[0] - b[0], a[1] - b[1]) > 1)
        const s = similarity([a, b], [c, d], mirrored)
        const at = (p: [number, number]) => placed(s, p, mirrored)
        for (const [p, q] of [
          [a, c],
          [b, d]
        ] as const)
          expect(Math.hypot(at(p)[0] - q[0], at(p)[1] - q[1])).to.be.lessThan(1e-6)
        const scale = Math.hypot(d[0] - c[0], d[1] - c[1]) / Math.hypot(b[0] - a[0], b[1] - a[1])
        expect(Math.hypot(at(e)[0] - c[0], at(e)[1] - c[1])).to.be.closeTo(
          scale * Math.hypot(e[0] - a[0], e[1] - a[1]),
          1e-5 * (1 + scale * 1000)
        )
      })
    )
    expect(() =>
      similarity(
        [
          [1, 1],
          [1, 1]
        ],
        [
          [0, 0],
          [2, 2]
        ],
        false
      )
    ).to.throw(RangeError)
  })
  it('CIELAB of screen colours is that of an independent library (Color.js)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 255 }),
        fc.integer({ min: 0, max: 255 }),
        fc.integer({ min: 0, max: 255 }),
        (r, g, b) => {
          const theirs = new Color('srgb', [r / 255, g / 255, b / 255]).to('lab-d65').coords
          labOfXyz(xyzOfRgb([decode(r / 255), decode(g / 255), decode(b / 255)])).forEach((v, i) =>
            expect(v).to.be.closeTo(theirs[i] ?? 0, 0.05)
          )
        }
      ),
      { numRuns: runs(100), seed: 4 }
    )
  })
  it('measures a known share of white, in the whole or in an area, and the colour between', () => {
    const half = picture(200, 100, (x) => (x < 60 ? [240, 242, 241] : [40, 90, 95]))
    expect(waterSeen(half).whitePct).to.be.closeTo(30, 0.01)
    expect(waterSeen(half).colour).to.equal('#285a5f')
    expect(
      waterSeen(half, [
        [
          [40, 0],
          [80, 0],
          [80, 100],
          [40, 100]
        ]
      ]).whitePct
    ).to.be.closeTo(50, 0.01)
    expect(colourAt(half, 150, 50)).to.equal('#285a5f')
    expect(
      meanWhitePct([
        { areaMm2: 300, sharePct: 10 },
        { areaMm2: 100, sharePct: 50 }
      ])
    ).to.equal(20)
    expect(meanWhitePct([])).to.equal(null)
    expect(waterSeen(picture(10, 10, () => [250, 250, 250])).colour).to.equal(null)
  })
  it('a photograph’s size is read from its head; what is none, or far too large, is refused', () => {
    expect(
      pictureSize(
        encode({ width: 31, height: 17, data: new Uint8Array(31 * 17 * 3), channels: 3, depth: 8 })
      )
    ).to.deep.equal({ kind: 'png', width: 31, height: 17 })
    // SOI, an APP0 of 16 bytes, a baseline frame header of 480 × 640
    const jpeg = Uint8Array.from([
      0xff,
      0xd8,
      0xff,
      0xe0,
      0,
      16,
      ...new Array<number>(14).fill(0),
      0xff,
      0xc0,
      0,
      17,
      8,
      1,
      0xe0,
      2,
      0x80,
      3,
      ...new Array<number>(12).fill(0)
    ])
    expect(pictureSize(jpeg)).to.deep.equal({ kind: 'jpeg', width: 640, height: 480 })
    jpeg[25] = 0x4e
    jpeg[27] = 0x4e
    expect(pictureFault(jpeg)).to.match(/406 megapixels; 80 is the most/)
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
        expect(() => pictureFault(bytes)).to.not.throw()
      })
    )
    expect(pictureFault(strToU8('hello'))).to.match(/no photograph/)
  })
})

describe('Backups', () => {
  const log: LogEntry[] = [
    {
      kind: 'photo',
      id: 'p1',
      at: '2026-11-24T20:00:00Z',
      caption: 'Weir',
      step: null,
      widthPx: 4,
      heightPx: 4
    },
    { kind: 'cost', id: 'c1', at: '2026-11-24T20:00:00Z', what: 'Resin', money: 31.5 }
  ]
  const build = logged(log)(demo())
  const backup = {
    madeAt: '2026-11-25T00:00:00Z',
    builds: [{ build, deletedAt: null }],
    shelf: [],
    forgotten: { 'ripple-gel/dry': '2026-11-20T00:00:00Z' },
    states: [
      { id: 's1', build: build.id, at: 1_764_000_000_000, name: 'As it was drawn', state: demo() }
    ]
  }
  const photos = new Map([['p1', Uint8Array.from([0xff, 0xd8, 1, 2, 3])]])
  it('come back as they went, photographs beside; a build’s own zip too, and any zip program reads it', () => {
    expect(unpackBackup(packBackup(backup, photos))).to.deep.equal({ backup, photos, left: [] })
    expect(unpackBackup(packBuild(build, photos)).backup.builds).to.deep.equal([
      { build, deletedAt: null }
    ])
    expect(Object.keys(unzipSync(packBuild(build, photos))).sort()).to.deep.equal([
      'build.json',
      'photos/p1.jpg'
    ])
    expect(spent(build.log)).to.equal(31.5)
  })
  it('cut off anywhere, scrambled, or of a newer app: refused in words; a build that cannot be read is left out and named', () => {
    const whole = packBackup(backup, photos)
    fc.assert(
      fc.property(fc.integer({ min: 0, max: whole.length - 1 }), (length) => {
        expect(() => unpackBackup(whole.subarray(0, length))).to.throw(
          RangeError,
          /Nothing was changed|nothing was changed/
        )
      }),
      { numRuns: runs(60), seed: 5 }
    )
    const zip = (value: unknown) => zipSync({ 'backup.json': strToU8(JSON.stringify(value)) })
    expect(() => unpackBackup(zip({ format: 'tall-spindle-backup', version: 7 }))).to.throw(
      /newer Tall Spindle/
    )
    expect(() => unpackBackup(zip({ format: 'other' }))).to.throw(/no backup/)
    const mixed = unpackBackup(
      zip({
        format: 'tall-spindle-backup',
        version: 1,
        ...backup,
        builds: [...backup.builds, { build: { ...build, name: 7 }, deletedAt: null }]
      })
    )
    expect(mixed.backup.builds).to.have.length(1)
    expect(mixed.left.join()).to.match(/name: was 7/)
  })
  it('stream: however many pictures go by, few of their bytes are held, and each comes back as it went', () => {
    const MB = 1_000_000
    const piece = new Uint8Array(MB).map((_, i) => (i * 131) % 253)
    let [most, out] = [0, 0]
    const held = () => {
      clearMemory()
      return process.memoryUsage().arrayBuffers
    }
    const base = held()
    const writer = backupWriter((bytes) => {
      // what is held is what is left when the rest is cleared: looked at after every few pieces
      if (Math.floor(out / (5 * MB)) !== Math.floor((out + bytes.length) / (5 * MB)))
        most = Math.max(most, held() - base)
      out += bytes.length
    })
    for (let k = 0; k < 12; k++) {
      const picture = writer.photo(`p${k}`)
      for (let n = 0; n < 8; n++) picture.push(piece.slice())
      picture.end()
    }
    writer.finish(backup)
    expect(out).to.be.greaterThan(90 * MB)
    expect(most).to.be.lessThan(12 * MB)
    // the same pieces, few enough to be looked at
    const parts: Uint8Array[] = []
    const small = backupWriter((bytes) => parts.push(bytes.slice()))
    const picture = small.photo('p')
    for (const at of [0, 700, 1400]) picture.push(piece.subarray(at, at + 700))
    picture.end()
    small.finish(backup)
    const read = unpackBackup(new Uint8Array(Buffer.concat(parts)))
    expect(read.left).to.deep.equal([])
    expect(read.photos.get('p')).to.deep.equal(piece.slice(0, 2100))
  })

  it('larger than a zip can be is refused in words before it is whole, never written wrong', () => {
    const writer = backupWriter(() => undefined, 100_000)
    const picture = writer.photo('p')
    picture.push(new Uint8Array(60_000))
    picture.end()
    const more = writer.photo('q')
    expect(() => {
      more.push(new Uint8Array(60_000))
      more.end()
    }).to.throw(RangeError, /More is kept here than one backup holds: 2 files, 0 MB/)
  })
  it('is read where it lies: no picture is asked for as bytes; what another zip program packed anew is the same', () => {
    const picture = new Uint8Array(400_000).map((_, i) => (i * 131) % 253)
    const whole = packBackup(backup, new Map([...photos, ['p2', picture]]))
    const reading = unpacking<string>(whole.length)
    let [asked, step] = [0, reading.next()]
    while (!step.done) {
      const want = step.value
      if ('bytes' in want) {
        asked += want.bytes.to - want.bytes.from
        step = reading.next(whole.subarray(want.bytes.from, want.bytes.to))
      } else {
        if (want.picture instanceof Uint8Array) throw new Error('a picture was unpacked')
        const { from, to } = want.picture
        const sums = sumsOfPicture()
        for (let at = from; at < to; at += 1000)
          sums.add(whole.subarray(at, Math.min(to, at + 1000)))
        step = reading.next({ picture: `${to - from} bytes`, ...sums.all() })
      }
    }
    expect(step.value.left).to.deep.equal([])
    expect([...step.value.photos.values()]).to.deep.equal(['5 bytes', '400000 bytes'])
    // the end of the zip is looked through for its list, which is in the last 64 kB; no more of it
    expect(asked).to.be.lessThan(whole.length - picture.length + 70_000)
    const anew = zipSync(unzipSync(whole), { level: 9 })
    expect(anew.length).to.be.lessThan(whole.length)
    expect(unpackBackup(anew)).to.deep.equal(unpackBackup(whole))
    // and so is a folder that was unpacked and zipped, with what a system puts beside it
    const folder = Object.entries(unzipSync(whole)).map(([name, bytes]) => [`Ship/${name}`, bytes])
    const beside = { '__MACOSX/Ship/._backup.json': strToU8('?'), 'Ship/': new Uint8Array(0) }
    const zipped = zipSync({
      ...(Object.fromEntries(folder) as Record<string, Uint8Array>),
      ...beside
    })
    expect(unpackBackup(zipped)).to.deep.equal(unpackBackup(whole))
  })

  it('one flipped bit anywhere: what is damaged is left out and named, the rest comes back, nothing is changed in silence', () => {
    const two = {
      ...backup,
      builds: [
        ...backup.builds,
        { build: { ...build, id: 'second', name: 'Second' }, deletedAt: 5 }
      ],
      shelf: [{ ...BUILT_IN_SHELF.get('clear-epoxy-2-1')!, stock: 40 }]
    }
    const packed = packBackup(two, photos)
    expect(unpackBackup(packed)).to.deep.equal({ backup: two, photos, left: [] })
    let [refused, named, harmless] = [0, 0, 0]
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: packed.length - 1 }),
        fc.integer({ min: 0, max: 7 }),
        (at, bit) => {
          const flipped = packed.slice()
          flipped[at] ^= 1 << bit
          let read: ReturnType<typeof unpackBackup>
          try {
            read = unpackBackup(flipped)
          } catch (error) {
            expect(error).to.be.instanceOf(RangeError)
            expect((error as Error).message).to.match(/othing was changed/)
            refused++
            return
          }
          const same = JSON.stringify(read.backup) === JSON.stringify(two)
          if (same && read.photos.size === 1 && read.left.length === 0) harmless++
          else {
            // whatever is not as it was is said, and what did come is as it was
            expect(read.left.length).to.be.greaterThan(0)
            named++
          }
          for (const { build: b } of read.backup.builds)
            expect(two.builds.some((x) => JSON.stringify(x.build) === JSON.stringify(b))).to.equal(
              true
            )
          for (const [id, picture] of read.photos) expect(picture).to.deep.equal(photos.get(id))
          for (const state of read.backup.states) expect(state).to.deep.equal(two.states[0])
        }
      ),
      { numRuns: runs(400), seed: 18 }
    )
    expect(named, `${refused} refused, ${harmless} harmless`).to.be.greaterThan(100)
  }).timeout(300_000)
  it('a shelf row that is no material is left out and named; every built-in kind with its stock is one', () => {
    const rows = [...BUILT_IN_SHELF.values()].map((m) => ({ ...m, stock: 3 }))
    const broken = { id: 'clear-epoxy-2-1', kind: 'resin' } as unknown as Material
    const read = unpackBackup(packBackup({ ...backup, shelf: [...rows, broken] }, photos))
    expect(read.left).to.have.length(1)
    expect(read.left[0]).to.match(/^On the shelf “clear-epoxy-2-1”: .*is required/)
    expect(read.backup.shelf).to.deep.equal(rows)
  })
})
