import { expect, util } from 'chai'
import fc from 'fast-check'
import { DateTime } from 'luxon'
import { lastAnswers } from '../../core/physics/solve/lastAnswers'
import { halved, halvedTo } from '../../core/physics/solve/halving'
import { remembered, rememberedBy, sameValue } from '../../core/plan/memo'
import { localInstant, localIso } from '../../core/build/zone'
import { clock, day, dayAndClock, longDay, moment } from '../../core/words/dates'
import { readNumber } from '../../core/words/readNumber'
import { about, duration } from '../../core/words/durations'
import { grams, fine, ml, money } from '../../core/words/quantities'
import { counted, degrees, plain, written } from '../../core/words/sentence'
import { runs } from '../support/dial'

const eql = (util as unknown as { eql: (a: unknown, b: unknown) => boolean }).eql

describe('Halving', () => {
  it('finds where any rising line crosses nought, to rounding, and never loses it from its bracket', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1e3, max: 1e3, noNaN: true }),
        fc.double({ min: 1e-3, max: 1e3, noNaN: true }),
        fc.double({ min: 1e-3, max: 1e3, noNaN: true }),
        (root, below, above) => {
          const holds = (x: number) => x < root
          const [low, high] = halved(root - below, root + above, holds)
          expect(holds(low)).to.equal(true)
          expect(holds(high)).to.equal(false)
          expect(high - low).to.be.at.most((below + above) * 2 ** -50 + 1e-12)
          expect(halvedTo(root - below, root + above, holds)).to.be.closeTo(root, 1e-9)
        }
      )
    )
  })

  it('asks once a halving, no oftener than it may, and stops when the bracket is narrow enough', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 40 }), (steps, k) => {
        let asked = 0
        const within = 2 ** -k
        const [low, high] = halved(0, 1, (x) => (asked++, x < 1 / 3), { steps, within })
        expect(asked).to.equal(Math.min(steps, k))
        expect(high - low).to.equal(2 ** -asked)
      })
    )
  })
})

describe('What is remembered', () => {
  it('the answers asked for last, as a plain list of that length would keep them', () => {
    const edits = fc.array(fc.tuple(fc.integer({ min: 0, max: 9 }), fc.integer()), {
      maxLength: 60
    })
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), edits, (most, all) => {
        const memory = lastAnswers<number>(most)
        const list: [string, number][] = []
        for (const [key, answer] of all) {
          memory.set(`k${key}`, answer)
          const there = list.find(([k]) => k === `k${key}`)
          if (there) there[1] = answer
          else {
            list.push([`k${key}`, answer])
            if (list.length > most) list.shift()
          }
          for (let k = 0; k < 10; k++)
            expect(memory.get(`k${k}`)).to.equal(list.find(([name]) => name === `k${k}`)?.[1])
        }
      })
    )
  })

  it('two values are the same when a library for tests says so, in either order, copies always', () => {
    const value = fc.jsonValue({ maxDepth: 3 })
    fc.assert(
      fc.property(value, value, (a, b) => {
        expect(sameValue(a, b)).to.equal(eql(a, b))
        expect(sameValue(b, a)).to.equal(sameValue(a, b))
        expect(sameValue(a, structuredClone(a))).to.equal(true)
      })
    )
    expect(sameValue({ 0: 1 }, [1])).to.equal(false)
    expect(sameValue(new Float64Array([1, NaN]), new Float64Array([1, NaN]))).to.equal(true)
    expect(sameValue(new Float64Array([0]), new Float64Array([-0]))).to.equal(false)
    expect(sameValue(new Float64Array([1]), new Float32Array([1]))).to.equal(false)
  })

  it('a stage works again only for what changed, and gives the very same object back otherwise', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 3 }), { maxLength: 30 }), (asked) => {
        let worked = 0
        const stage = remembered(
          (input: { level: number }) => (worked++, { twice: 2 * input.level })
        )
        let changes = 0
        asked.forEach((level, i) => {
          if (i === 0 || level !== asked[i - 1]) changes++
          const answer = stage({ level })
          expect(answer.twice).to.equal(2 * level)
          expect(stage({ level })).to.equal(answer)
        })
        expect(worked).to.equal(changes)
        // with a memory for each key, coming back to a key costs nothing
        let each = 0
        const byKey = rememberedBy(
          ([level]) => String(level),
          (level: number) => (each++, { level })
        )
        asked.forEach((level) => byKey(level))
        expect(each).to.equal(new Set(asked).size)
      })
    )
  })
})

describe('Words', () => {
  /** Minutes that a duration in words stands for. */
  const minutesOf = (words: string): number =>
    [...words.matchAll(/(\d+)\s(days|min|h)/g)].reduce(
      (sum, [, n, unit]) => sum + Number(n) * { min: 1, h: 60, days: 1440 }[unit as 'min'],
      0
    )

  it('a duration reads back as it was: to the minute below two days, to the hour above', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1e5, noNaN: true }), (minutes) => {
        const off = Math.abs(minutesOf(duration(minutes)) - minutes)
        expect(off).to.be.at.most(Math.round(minutes) < 2880 ? 0.5 : 30.5)
        expect(duration(minutes)).to.not.match(/\b60\smin|\b24\sh(?! )\b.*days/)
      })
    )
  })

  it('an estimate is said in one unit, and is never off by more than half of it', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1e5, noNaN: true }), (minutes) => {
        const words = about(minutes)
        const unit = words.endsWith('min') ? 1 : words.endsWith(' h') ? 60 : 1440
        expect(words).to.match(/^\d+ (min|h|days)$/)
        expect(Math.abs(minutesOf(words) - minutes)).to.be.at.most(unit / 2)
      })
    )
  })

  it('days and clocks are those of an independent library of dates (luxon), in any zone, over clock changes', () => {
    const zone = fc.constantFrom(
      'Europe/Lisbon',
      'America/St_Johns',
      'Asia/Kathmandu',
      'Australia/Lord_Howe',
      'Pacific/Apia',
      'UTC'
    )
    const instant = fc.integer({ min: Date.UTC(2000, 0), max: Date.UTC(2060, 0) })
    fc.assert(
      fc.property(zone, instant, (name, ms) => {
        const there = DateTime.fromMillis(ms, { zone: name }).setLocale('en-GB')
        expect(clock(ms, name)).to.equal(there.toFormat('HH:mm'))
        expect(day(ms, name).replace(/[,t]/g, '')).to.equal(
          there.toFormat('ccc d LLL').replace(/t/g, '')
        )
        expect(longDay(ms, name).replace(',', '')).to.equal(there.toFormat('cccc d LLLL yyyy'))
        expect(dayAndClock(ms, name)).to.equal(`${day(ms, name)}, ${clock(ms, name)}`)
        expect(moment(ms, name)).to.equal(there.toFormat('cccc d LLLL, HH:mm'))
        const minute = ms - (ms % 60_000)
        expect(localIso(minute, name)).to.equal(
          there.startOf('minute').toISO({ suppressSeconds: true, suppressMilliseconds: true })
        )
        // the first instant whose clock reads so: itself, or the same reading before the clock went back
        const read = localInstant(localIso(minute, name).slice(0, 16), name)
        expect(localIso(read, name).slice(0, 16)).to.equal(localIso(minute, name).slice(0, 16))
        expect([0, 30, 60].map((back) => minute - back * 60_000)).to.include(read)
      }),
      { numRuns: runs(1000) }
    )
  })

  it('a time that the clock jumps over is the moment of the jump', () => {
    // rules of the zones' own database: 29 March 2026 at 01:00 UTC; half an hour at Lord Howe; a day at Apia
    const jumps = [
      ['Europe/Berlin', '2026-03-29T02:00', Date.UTC(2026, 2, 29, 1)],
      ['Europe/Berlin', '2026-03-29T02:59', Date.UTC(2026, 2, 29, 1)],
      ['America/New_York', '2026-03-08T02:30', Date.UTC(2026, 2, 8, 7)],
      ['Australia/Lord_Howe', '2026-10-04T02:15', Date.UTC(2026, 9, 3, 15, 30)],
      ['Pacific/Apia', '2011-12-30T12:00', Date.UTC(2011, 11, 30, 10)]
    ] as const
    for (const [zone, local, at] of jumps)
      expect(new Date(localInstant(local, zone)).toISOString(), `${zone} ${local}`).to.equal(
        new Date(at).toISOString()
      )
  })

  it('a number is read as its country writes it, and refused where two countries read it differently', () => {
    const places = fc.constantFrom('en-GB', 'de-DE', 'fr-FR', 'de-CH', 'pt-PT')
    const number = fc.integer({ min: -9_999_999, max: 9_999_999 })
    fc.assert(
      fc.property(places, number, fc.constantFrom(0, 1, 2), (place, whole, digits) => {
        const value = whole / 10 ** digits
        const written = value.toLocaleString(place, { maximumFractionDigits: digits })
        const read = readNumber(written.replace('−', '-'))
        // one group of three behind one comma is a thousand here and a decimal there; behind a point
        // it is what the app itself writes
        if (/^-?[1-9]\d{0,2},\d{3}$/.test(written)) expect(read).to.equal('two ways')
        else if (!/^-?\d{1,3}(\.\d{3})+$/.test(written)) expect(read).to.equal(value)
      })
    )
    expect(
      ['0,125', '12,5', '1.240,5', '1,240.5', '1 240', '1,240,000'].map(readNumber)
    ).to.deep.equal([0.125, 12.5, 1240.5, 1240.5, 1240, 1_240_000])
    for (const none of ['', 'abc', '1..2', '12 mm', '--3', 'Infinity', '0x1F', '1e999'])
      expect(readNumber(none), none).to.equal('none')
  })

  it('quantities carry their unit after a thin space and no more digits than the eye wants', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 9e5, noNaN: true }), (value) => {
        const number = (words: string) => Number(words.replace(/[^\d.]/g, ''))
        expect(grams(value)).to.match(/^[\d,]+(\.\d)?\u202fg$/)
        expect(Math.abs(number(grams(value)) - value)).to.be.at.most(0.0501)
        expect(Math.abs(number(ml(value)) - value)).to.be.at.most(value < 100 ? 0.0501 : 0.501)
        expect(Math.abs(number(fine(value, 'g')) - value)).to.be.at.most(
          value < 1 ? 0.00501 : 0.0501
        )
        expect(Number(plain(value, 2))).to.be.closeTo(value, 0.00501)
      })
    )
    expect(written(degrees(61.7))).to.equal('62 °C')
    expect(counted(1, 'layer of tissue', 'layers of tissue')).to.equal('1 layer of tissue')
    expect(counted(0, 'coat')).to.equal('0 coats')
  })

  it('money that came back stands with its minus before the sign, not between sign and figure', () => {
    expect(money(-3.5, '€')).to.equal('−€3.50')
    expect(money(0, '€')).to.equal('€0.00')
    expect(money(1234.5)).to.equal('1234.50')
  })
})
