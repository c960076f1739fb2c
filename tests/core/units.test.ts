import { expect } from 'chai'
import fc from 'fast-check'
import { readNumber, readQuantity } from '../../core/words/readNumber'
import { spoken } from '../../core/words/spoken'
import { fraction, inSentence, metric, shown, unitName } from '../../core/words/units'
import { derivePlan } from '../../core/plan/derivePlan'
import { stepAloud } from '../../core/bench/aloud'
import { demo } from '../support/builds'

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

  it('turn a sentence: shared units, ranges, differences and sizes; the builder’s own names stay', () => {
    const plainly = (text: string) => inSentence(text, 'inch').replaceAll('\u202f', ' ')
    for (const [said, other] of [
      ['a coat of 3.2 mm at 20 °C', 'a coat of 1/8 in at 68 °F'],
      ['film 330 × 200 mm, 0.2 mm thick', 'film 13 × 7-7/8 in, 0.0079 in thick'],
      ['between 18 and 24 °C', 'between 64 and 75 °F'],
      ['4 °C warmer, within about 5 °C', '7 °F warmer, within about 9 °F'],
      ['3–4 mm', '1/8–5/32 in'],
      ['34 ± 3 ml', '1.15 ± 0.101 fl oz'],
      ['“Pond 5 mm” is 25.4 mm deep', '“Pond 5 mm” is 1 in deep'],
      ['2 × 100 ml', '2 × 3.38 fl oz'],
      ['at 1:48, 30 g in 3 cups', 'at 1:48, 1.058 oz in 3 cups'],
      ['1,240 ml', '41.9 fl oz'],
      ['1.12 g/cm³ and 40 mW/cm²', '1.12 g/cm³ and 40 mW/cm²'],
      ['at 254, 127 mm lies', 'at 10, 5 in lies']
    ])
      expect(plainly(said)).to.equal(other)
    expect(inSentence('30 mm', 'metric')).to.equal('30 mm')
  })

  it('leave nothing metric in any sentence of a whole plan, and no number of it changed', () => {
    for (const name of [
      '1-weir-at-cobbets-race',
      '2-mole-at-varnsey',
      '3-slalom-in-the-hollin-gorge'
    ] as const) {
      const plan = derivePlan(demo(name))
      const texts: string[] = []
      JSON.stringify(plan, (_key, value: unknown) => {
        if (typeof value === 'string') texts.push(inSentence(value, 'inch'))
        return value
      })
      const left = texts.filter((t) =>
        /\d[\s\u202f]?(mm|cm|ml|°C|cm²|kg)(?![\w²³/])/.test(t.replaceAll(/“[^”]*”/g, ''))
      )
      expect(left, left.join('\n')).to.deep.equal([])
      expect(texts.some((t) => /\d\u202fin\b/.test(t))).to.equal(true)
    }
  })

  it('are heard as words', () => {
    expect(spoken('Up to 34.9 mm of 38 g at 20 °C', 'inch')).to.equal(
      'Up to 1 and 3/8 inches of 1.34 ounces at 68 degrees'
    )
    const plan = derivePlan(demo())
    const pour = plan.steps.steps.find((s) => / mm/.test(s.how))!
    expect(stepAloud(pour, [], 'Pond', 'inch'))
      .to.match(/inches/)
      .and.not.match(/millimetre/)
  })
})
