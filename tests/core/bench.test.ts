import { expect } from 'chai'
import fc from 'fast-check'
import { answer } from '../../app/workers/ask'
import { cupClocks } from '../../core/bench/clocks'
import { asPoured } from '../../core/bench/ratio'
import { levelLine, roomLine, scaleLine } from '../../core/bench/scaleLine'
import {
  inHand,
  SILENT_MS,
  weigh,
  weighingOf,
  type WeighEvent,
  type Weighing
} from '../../core/bench/weighing'
import { changePool } from '../../core/build/edits'
import { poolsOf } from '../../core/build/types'
import { RESINS } from '../../core/craft/materials/resins'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { derivePlan } from '../../core/plan/derivePlan'
import { demo, fresh } from '../support/builds'
import { runs } from '../support/dial'
import { written } from '../../core/words/sentence'

const says = (text: string, nowMs = 0): WeighEvent => ({
  kind: 'line',
  line: scaleLine(text),
  nowMs
})
const through = (w: Weighing, ...events: WeighEvent[]) => events.reduce(weigh, w)

describe('What the devices say', () => {
  it('a scale: standing, moving, overloaded, another unit, rubbish', () => {
    expect(scaleLine('S +  12.34 g')).to.deep.equal({ kind: 'weight', grams: 12.34, stable: true })
    expect(scaleLine('D -0.2 g\r')).to.deep.equal({ kind: 'weight', grams: -0.2, stable: false })
    expect(scaleLine('OL')).to.deep.equal({ kind: 'overload' })
    expect(scaleLine('S + 1.20 oz')).to.deep.include({ kind: 'otherUnit', unit: 'oz' })
    for (const text of [
      '',
      '\u0000\u0007#',
      'S + 12.3.4 g',
      'S + 999999 g',
      'hello',
      'S + 1e3 g',
      'x'.repeat(5000)
    ])
      expect(scaleLine(text).kind, text.slice(0, 20)).to.equal('rubbish')
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(['weight', 'overload', 'otherUnit', 'rubbish']).to.include(scaleLine(text).kind)
      }),
      { numRuns: runs(200), seed: 95 }
    )
  })
  it('a room sensor and a level: numbers that can be, or nothing', () => {
    expect(roomLine('T 20.4 C H 52 %')).to.deep.equal({ tempC: 20.4, rhPct: 52 })
    expect(roomLine('T 90.0 C H 52 %')).to.equal(null)
    expect(roomLine('T 20.4')).to.equal(null)
    expect(levelLine('X +0.12 Y -0.30 deg')).to.deep.equal({ xDeg: 0.12, yDeg: -0.3 })
    expect(levelLine('X 77 Y 0 deg')).to.equal(null)
  })
})

describe('Weighing out', () => {
  const start = weighingOf(66, 33)
  it('tare, A, B; an overshoot of A moves the target of B', () => {
    const poured = through(
      start,
      says('S + 12.0 g'),
      { kind: 'tared' },
      says('D + 60 g'),
      says('S + 80 g')
    )
    expect(inHand(poured)).to.deep.include({ part: 'A', targetG: 66, nowG: 68, toGoG: -2 })
    const b = through(poured, { kind: 'next' })
    expect(b.aG).to.equal(68)
    expect(inHand(b).targetG).to.equal(34)
    const done = through(b, says('S + 114 g'), { kind: 'next' })
    expect(done).to.deep.include({ phase: 'done', aG: 68, bG: 34 })
  })
  it('trouble stops the reading and keeps the batch: silence, restart, rubbish, another unit, a server that is gone', () => {
    const half = through(start, says('S + 10 g', 0), { kind: 'tared' }, says('S + 50 g', 100))
    expect(through(half, { kind: 'tick', nowMs: 100 + SILENT_MS - 1 }).trouble).to.equal(null)
    for (const [event, trouble] of [
      [{ kind: 'tick', nowMs: 101 + SILENT_MS }, 'silent'],
      [says('%&/'), 'rubbish'],
      [says('S + 1.4 oz'), 'otherUnit'],
      [says('OL'), 'overload'],
      [{ kind: 'gone' }, 'gone']
    ] as [WeighEvent, string][]) {
      const troubled = weigh(half, event)
      expect(troubled.trouble).to.equal(trouble)
      expect(inHand(troubled).nowG).to.equal(40)
      expect(weigh(troubled, says('S + 51 g', 9000)).trouble).to.equal(null)
      expect(
        through(
          troubled,
          { kind: 'typed', part: 'A', grams: 66 },
          { kind: 'typed', part: 'B', grams: 33 }
        )
      ).to.deep.include({ phase: 'done', aG: 66, bG: 33, typed: true })
    }
    const restarted = weigh(half, says('S + 0.0 g', 200))
    expect(restarted.trouble).to.equal('restarted')
    expect(inHand(restarted).nowG).to.equal(40)
    expect(inHand(weigh(restarted, says('S + 26 g', 300))).nowG).to.equal(66)
  })
  it('a batch that was left half weighed goes on where it was', () => {
    const half = weigh(weighingOf(66, 33), { kind: 'resumed', aG: 66.4, bG: null })
    expect(inHand(half)).to.deep.include({ part: 'B', nowG: 0 })
    const on = through(half, says('S + 81.0 g'), says('S + 101.0 g'))
    expect(inHand(on).nowG).to.be.closeTo(20, 1e-9)
    expect(through(on, { kind: 'next' }).bG).to.be.closeTo(20, 1e-9)
    expect(weigh(weighingOf(66, 33), { kind: 'resumed', aG: 66, bG: 33 })).to.deep.include({
      phase: 'done',
      aG: 66,
      bG: 33
    })
  })
  it('no order of events loses what is in the cup', () => {
    const event = fc.oneof(
      fc.constant<WeighEvent>({ kind: 'gone' }),
      fc.integer({ min: 0, max: 9 }).map((n): WeighEvent => ({ kind: 'tick', nowMs: n * 1000 })),
      fc
        .constantFrom('%', 'OL', 'S + 1 oz', 'S + 0 g', 'D + 30 g', 'S + 75.5 g')
        .map((t) => says(t))
    )
    fc.assert(
      fc.property(fc.array(event, { maxLength: 12 }), (events) => {
        const b = through(
          start,
          says('S + 10 g'),
          { kind: 'tared' },
          says('S + 76 g'),
          { kind: 'next' },
          ...events
        )
        expect(b.phase).to.equal('B')
        expect(b.aG).to.equal(66)
      }),
      { numRuns: runs(100), seed: 96 }
    )
  })
})

describe('As poured', () => {
  it('too much of one part asks for so much of the other; a little off is let be; a full cup says so', () => {
    expect(asPoured({ aG: 66, bG: 33 }, 2, 99, 190)).to.deep.include({
      verdict: 'right',
      addG: null,
      errorPct: 0
    })
    expect(asPoured({ aG: 66, bG: 36 }, 2, 99, 190)).to.deep.include({
      verdict: 'off',
      addG: { part: 'A', grams: 6 },
      afterG: 108,
      fits: true
    })
    expect(asPoured({ aG: 70, bG: 33 }, 2, 99, 100)).to.deep.include({
      verdict: 'off',
      addG: { part: 'B', grams: 2 },
      afterG: 105,
      fits: false
    })
    expect(asPoured({ aG: 66, bG: 33.7 }, 2, 99, 190).verdict).to.equal('within')
  })
  it('what it asks for makes it right', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 500, noNaN: true }),
        fc.double({ min: 1, max: 500, noNaN: true }),
        fc.double({ min: 0.3, max: 5, noNaN: true }),
        (aG, bG, ratio) => {
          const { addG } = asPoured({ aG, bG }, ratio, aG + bG, 1e4)
          const mended = {
            aG: aG + (addG?.part === 'A' ? addG.grams : 0),
            bG: bG + (addG?.part === 'B' ? addG.grams : 0)
          }
          expect(Math.abs(asPoured(mended, ratio, 1, 1e4).errorPct)).to.be.at.most(1 + 1e-9)
          if (addG) expect(addG.grams).to.be.at.least(0)
        }
      ),
      { numRuns: runs(200), seed: 97 }
    )
  })
})

describe('Clocks and questions', () => {
  it('a fuller cup and a warmer room leave less time', () => {
    const [resin] = RESINS
    const small = cupClocks(resin, 40, 20)
    const full = cupClocks(resin, 280, 20)
    const warm = cupClocks(resin, 40, 30)
    expect(full.workingMin).to.be.lessThan(small.workingMin)
    expect(warm.workingMin).to.be.lessThan(small.workingMin)
    expect(small.gelMin).to.be.greaterThan(small.workingMin)
    expect(small.pourMin).to.be.closeTo(small.workingMin - resin.stirMin - resin.standMin, 1e-9)
  })
  it('ways of a body are compared for one very pool: painted ways have no heat and no depth, poured ones both', () => {
    const [pond] = poolsOf(demo())
    const compared = answer({ ask: 'compareWays', build: demo(), what: pond.id }, BUILT_IN_SHELF)
    expect(compared.map((c) => c.way)).to.deep.equal([
      'two-part-pour',
      'mud-pour',
      'light-cured-pour',
      'paper-skin',
      'carved-water',
      'gloss-gel'
    ])
    const of = (way: string) => compared.find((c) => c.way === way)!
    for (const c of compared) {
      expect(c.handsMin).to.be.greaterThan(20)
      expect(c.money).to.be.greaterThan(0)
      expect(c.ownDays).to.be.greaterThan(0)
      expect(written(c.risk).length).to.be.greaterThan(10)
      const painted = ['paper-skin', 'carved-water', 'gloss-gel'].includes(c.way)
      expect(c.clarityPct === null).to.equal(painted)
      expect(c.peakC === null).to.equal(painted)
    }
    // light wants no waits between coats, and a lamp's spot at a time over a whole pond
    expect(of('light-cured-pour').ownDays!).to.be.lessThan(of('two-part-pour').ownDays!)
    expect(of('light-cured-pour').handsMin).to.be.greaterThan(of('two-part-pour').handsMin)
    expect(of('paper-skin').money).to.be.lessThan(of('two-part-pour').money / 3)
  })
  it('each way is worked to a date with its own steps, amounts and risks', () => {
    for (const way of ['light-cured-pour', 'paper-skin', 'carved-water', 'gloss-gel']) {
      const plan = derivePlan(changePool('pool2', { way })(changePool('pool1', { way })(fresh())))
      expect(plan.days.problem, way).to.equal(null)
      expect(plan.days.finish).to.be.a('string')
      expect(
        plan.findings.filter((f) => f.severity === 'stop'),
        way
      ).to.deep.equal([])
      expect(plan.amounts.batches).to.deep.equal([])
      const bought = plan.amounts.shopping.map((l) => l.material)
      expect(bought).to.include(
        {
          'light-cured-pour': 'craft-light-resin',
          'paper-skin': 'gloss-lacquer',
          'carved-water': 'gloss-lacquer',
          'gloss-gel': 'heavy-gloss-gel'
        }[way]
      )
      expect(bought).to.not.include('clear-epoxy-2-1')
    }
  })
})
