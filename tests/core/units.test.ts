import { expect } from 'chai'
import fc from 'fast-check'
import { readNumber, readQuantity } from '../../core/words/readNumber'
import { spoken } from '../../core/words/spoken'
import { fraction, metric, shown, unitName } from '../../core/words/units'
import { derivePlan } from '../../core/plan/derivePlan'
import { stepAloud } from '../../core/bench/aloud'
import { demo } from '../support/builds'
import { CAUTIONS } from '../../core/craft/materials/cautions'
import { BUILT_IN } from '../../core/craft/materials/shelf'
import { TROUBLES } from '../../core/craft/troubles/troubles'
import { WAYS } from '../../core/craft/ways/catalog'
import {
  allWritten,
  degrees,
  grams,
  inUnit,
  joined,
  lower,
  mm,
  quantity,
  say,
  warmer,
  written,
  type Sentence
} from '../../core/words/sentence'
import { runs } from '../support/dial'

/**
 * NIST Special Publication 811 (2008), appendix B.8, and Handbook 44, appendix C: inch and foot
 * exact; ounce 28.349523125 g exact; US fluid ounce 29.57353 ml; degree Fahrenheit exact.
 */
const TABLE: readonly [number, string, number, string][] = [
  [1, 'mm', 25.4, 'in'],
  [12, 'mm', 304.8, 'in'],
  [1, 'm', 0.3048, 'ft'],
  [1, 'ml', 29.57353, 'fl oz'],
  [16, 'g', 453.59237, 'oz'],
  [1, 'kg', 0.45359237, 'lb'],
  [1, 'cm²', 6.4516, 'in²'],
  [1, 'cm³', 16.387064, 'in³'],
  [1, 'm³/s', 0.02831685, 'ft³/s'],
  [212, '°C', 100, '°F'],
  [-40, '°C', -40, '°F'],
  [68, '°C', 20, '°F']
]

describe('Inches, ounces and °F', () => {
  it('are those of the published tables', () => {
    for (const [other, unit, inMetric, name] of TABLE) {
      expect(metric(other, unit, 'inch'), `${other} ${name}`).to.be.closeTo(
        inMetric,
        Math.abs(inMetric) * 1e-6
      )
      expect(unitName(unit, 'inch')).to.equal(name)
    }
  })

  it('lengths are fractions of a rule: a power of two, in lowest terms, nearer than half of the finest mark, and read back as themselves', () => {
    fc.assert(
      fc.property(fc.double({ min: 1 / 16, max: 400, noNaN: true }), (inches) => {
        const text = fraction(inches)
        const found = /^(?:(\d+)-)?(\d+)\/(\d+)$|^(\d+)$/.exec(text)
        expect(found, text).to.not.equal(null)
        const [, , over, under] = found!
        if (under) {
          expect([2, 4, 8, 16, 32, 64]).to.include(Number(under))
          expect(Number(over) % 2, text).to.equal(1)
          expect(Number(over)).to.be.below(Number(under))
        }
        const back = readQuantity(text, 'mm', 'inch') as number
        expect(Math.abs(back - inches * 25.4)).to.be.at.most(inches < 1 ? 25.4 / 128 + 1e-9 : 0.4)
        expect(shown(back, 'mm', 'inch')).to.equal(text)
      })
    )
  })

  it('what is thinner than a sixteenth is in thousandths, to within a tenth of itself', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 1.58, noNaN: true }), (mm) => {
        const text = shown(mm, 'mm', 'inch')
        expect(text).to.match(/^0\.\d{1,4}$/)
        expect(Number(text) * 25.4).to.be.closeTo(mm, mm * 0.1)
      })
    )
  })

  it('a field takes what a builder types: fractions in any dress, and another unit behind the number', () => {
    for (const [text, unit, value] of [
      ['1 3/8', 'mm', 34.925],
      ['1-3/8', 'mm', 34.925],
      ['1⅜', 'mm', 34.925],
      ['3/8"', 'mm', 9.525],
      ['−1 1/2 in', 'mm', -38.1],
      ['1.375', 'mm', 34.925],
      ['1,375 ', 'mm', 'two ways'],
      ['35 mm', 'mm', 35],
      ['3,5cm', 'mm', 35],
      ['1 ft', 'mm', 304.8],
      ['2 fl oz', 'ml', 59.147059125],
      ['100ml', 'ml', 100],
      ['0.5 lb', 'g', 226.796185],
      ['20 °C', '°C', 20],
      ['68', '°C', 20],
      ['68 F', '°C', 20],
      ['1/0', 'mm', 'none'],
      ['1//2', 'mm', 'none'],
      ['half an inch', 'mm', 'none'],
      ['3 kg', 'mm', 'none'],
      ['', 'mm', 'none']
    ] as const) {
      const read = readQuantity(text, unit, 'inch')
      if (typeof value === 'number') expect(read, text).to.be.closeTo(value, 1e-9)
      else expect(read, text).to.equal(value)
    }
    // in millimetres a bare number is what it was, whatever it is
    fc.assert(
      fc.property(fc.string(), (text) => {
        if (/[a-z°"″/⁄½¼¾⅛⅜⅝⅞]/i.test(text)) return
        expect(readQuantity(text, 'mm', 'metric')).to.deep.equal(readNumber(text))
      })
    )
  })

  it('turn the quantities of a sentence, however many share a unit; names and all other words stay', () => {
    const plainly = (said: Sentence) => written(said, 'inch').replace(/[\u202f\u00a0]/g, ' ')
    for (const [said, other] of [
      [say`a coat of ${mm(3.2)} at ${degrees(20)}`, 'a coat of 1/8 in at 68 °F'],
      [
        say`film ${quantity([330, 200], 'mm', 0, ' × ')}, ${quantity(0.2, 'mm', 2)} thick`,
        'film 13 × 7-7/8 in, 0.0079 in thick'
      ],
      [say`between ${quantity([18, 24], '°C', 0, ' and ')}`, 'between 64 and 75 °F'],
      [say`${warmer(4)} warmer, within about ${warmer(5)}`, '7 °F warmer, within about 9 °F'],
      [quantity([3, 4], 'mm'), '1/8–5/32 in'],
      [quantity([34, 3], 'ml', 0, ' ± '), '1.15 ± 0.101 fl oz'],
      [say`${'Pond 5 mm'} is ${mm(25.4)} deep`, 'Pond 5 mm is 1 in deep'],
      [say`${2} × ${quantity(100, 'ml')}`, '2 × 3.38 fl oz'],
      [inUnit(40, 'mW/cm²'), '40 mW/cm²'],
      [lower(say`Lies ${say`A ${mm(25.4)}`} OFF`), 'lies a 1 in off']
    ] as const)
      expect(plainly(said)).to.equal(other)
    expect(written(mm(30))).to.equal('30 mm')
    expect(say`no ${'quantity'} in ${3} of it`).to.equal('no quantity in 3 of it')
  })

  it('a sentence reads the same joined before or after, and comes through a worker or a file whole', () => {
    const some = fc.oneof(
      fc.string(),
      fc.double({ min: 0.1, max: 900, noNaN: true }).map((v) => mm(v)),
      fc.double({ min: 1, max: 90, noNaN: true }).map((v) => say`up to ${grams(v)}, then`)
    )
    fc.assert(
      fc.property(fc.array(some, { maxLength: 6 }), some, (all, between) => {
        for (const units of ['metric', 'inch'] as const) {
          const read = all.map((one) => written(one, units)).join(written(between, units))
          const whole = joined(all, between)
          expect(written(whole, units)).to.equal(read)
          expect(written(structuredClone(whole), units)).to.equal(read)
          expect(allWritten(JSON.parse(JSON.stringify({ whole })), units)).to.deep.equal({
            whole: read
          })
        }
      }),
      { numRuns: runs(60) }
    )
  })

  it('leave nothing metric in any sentence of a whole plan, of a way, a material or a trouble', () => {
    const left = (held: unknown) => {
      const texts: string[] = []
      JSON.stringify(allWritten(held, 'inch'), (_key, value: unknown) => {
        if (typeof value === 'string') texts.push(value)
        return value
      })
      const metric = texts.filter((t) =>
        /(?<![\d/])\d[\d.,]*[\s\u202f]?(mm|cm|ml|g|kg|°C|cm²|cm³|m\/s)(?![\w²³/])/.test(t)
      )
      expect(metric, metric.join('\n')).to.deep.equal([])
      return texts
    }
    for (const name of [
      '1-weir-at-cobbets-race',
      '2-mole-at-varnsey',
      '3-slalom-in-the-hollin-gorge'
    ] as const)
      expect(left(derivePlan(demo(name))).some((t) => /\d\u202fin\b/.test(t))).to.equal(true)
    left([[...WAYS.values()], BUILT_IN, TROUBLES, CAUTIONS])
  })

  it('are heard as words', () => {
    expect(spoken(say`Up to ${mm(34.9)} of ${grams(38)} at ${degrees(20)}`, 'inch')).to.equal(
      'Up to 1 and 3/8 inches of 1.34 ounces at 68 degrees'
    )
    const plan = derivePlan(demo())
    const pour = plan.steps.steps.find((s) => / mm/.test(written(s.how)))!
    expect(stepAloud(pour, [], 'Pond', 'inch'))
      .to.match(/inches/)
      .and.not.match(/millimetre/)
  })
})
