import { expect } from 'chai'
import Color from 'colorjs.io'
import { deltaE2000 } from '../../core/physics/stuff/colour/difference'
import { doseFor } from '../../core/physics/stuff/colour/doseFor'
import fc from 'fast-check'
import { calculate } from '../../core/exchange/calc/contract'
import { layerOver, stackOver } from '../../core/physics/stuff/colour/kubelkaMunk'
import { BANDS } from '../../core/physics/stuff/colour/observer'
import { reflectanceOf } from '../../core/physics/stuff/colour/reflectance'
import {
  deltaE,
  hexOf,
  labOfXyz,
  linearOf,
  rgbOfXyz,
  xyzOfRgb,
  xyzOf
} from '../../core/physics/stuff/colour/rgb'
import {
  balanced,
  fitChips,
  opticsOf,
  seenThrough,
  type SeenColour
} from '../../core/physics/stuff/colour/tint'
import { bandsOf } from '../../core/build/bandsOf'
import { TINTS } from '../../core/craft/materials/tints'
import { poolsOf } from '../../core/build/types'
import { demo } from '../support/builds'
import { runs } from '../support/dial'

const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`)
const tint = (id: string) => opticsOf(TINTS.find((t) => t.id === id)!.look)
const lab = (colour: string) => new Color(colour).to('lab-d65').coords as number[]

describe('Kubelka–Munk layers (Kubelka 1948, from memory)', () => {
  it('infinitely deep: R∞ = 1 + K/S − √((K/S)² + 2K/S), whatever lies under it', () => {
    for (const [k, s] of [
      [0.1, 0.5],
      [2, 0.3],
      [0.01, 1]
    ]) {
      const wanted = 1 + k / s - Math.sqrt((k / s) ** 2 + (2 * k) / s)
      for (const under of [0, 0.4, 1])
        expect(layerOver(k, s, 1e6, under)).to.be.closeTo(wanted, 1e-9)
    }
  })
  it('a dye that does not scatter: there and back, R·e^(−2Kd); two dyes in two layers multiply', () => {
    expect(layerOver(0.1, 0, 2, 0.5)).to.be.closeTo(0.5 * Math.exp(-0.4), 1e-12)
    const two = stackOver(
      [0.6],
      [
        { k: [0.1], s: [0], depthMm: 3 },
        { k: [0.04], s: [0], depthMm: 5 }
      ]
    )
    expect(two[0]).to.be.closeTo(0.6 * Math.exp(-2 * (0.3 + 0.2)), 1e-12)
  })
  it('a layer that only scatters: (Sd(1−R) + R)/(Sd(1−R) + 1)', () => {
    for (const [s, d, r] of [
      [0.2, 5, 0],
      [0.05, 8, 0.3]
    ])
      expect(layerOver(0, s, d, r)).to.be.closeTo(
        (s * d * (1 - r) + r) / (s * d * (1 - r) + 1),
        1e-9
      )
  })
  it('cutting a layer in two changes nothing', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.double({ min: 0.01, max: 30, noNaN: true }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (k, s, d, share, under) => {
          expect(layerOver(k, s, d * (1 - share), layerOver(k, s, d * share, under))).to.be.closeTo(
            layerOver(k, s, d, under),
            1e-6
          )
        }
      ),
      { numRuns: runs(300), seed: 71 }
    )
  })
})

describe('Colours against colorjs.io', () => {
  it('sRGB to XYZ, L*a*b* under D65 and CIE 1976 differences', () => {
    fc.assert(
      fc.property(hex, hex, (a, b) => {
        const own = (colour: string) => {
          const rgb = linearOf(colour)
          return labOfXyz([
            0.4124564 * rgb[0] + 0.3575761 * rgb[1] + 0.1804375 * rgb[2],
            0.2126729 * rgb[0] + 0.7151522 * rgb[1] + 0.072175 * rgb[2],
            0.0193339 * rgb[0] + 0.119192 * rgb[1] + 0.9503041 * rgb[2]
          ])
        }
        own(a).forEach((v, i) => expect(v).to.be.closeTo(lab(a)[i], 0.06))
        expect(deltaE(own(a), own(b))).to.be.closeTo(
          new Color(a).distance(new Color(b), 'lab-d65'),
          0.15
        )
        expect(seenThrough(a, []).lab[0]).to.be.closeTo(lab(a)[0], 0.06)
        expect(hexOf(linearOf(a))).to.equal(a)
      }),
      { numRuns: runs(150), seed: 72 }
    )
  })
  it('white reflects as white, and a spectrum made for a colour gives it back', () => {
    expect(hexOf(rgbOfXyz(xyzOf(new Array<number>(BANDS).fill(1))))).to.equal('#ffffff')
    fc.assert(
      fc.property(hex, (colour) => {
        const r = reflectanceOf(colour)
        expect(r).to.have.length(31)
        for (const v of r) expect(v).to.be.within(0, 1)
        expect(deltaE(labOfXyz(xyzOf(r)), lab(colour))).to.be.lessThan(1.2)
      }),
      { numRuns: runs(80), seed: 73 }
    )
  })
})

describe('Tint', () => {
  const call = (input: object) => calculate('tint', input) as SeenColour
  it('no tint is the bed; the stated dose and depth over white is the stated colour; more is darker', () => {
    expect(call({ bed: '#8d7a58', pours: [{ depthMm: 9, tints: [] }] })).to.deep.include({
      colour: '#8d7a58',
      bedShowsPct: 100
    })
    for (const t of TINTS) {
      const at = seenThrough('#ffffff', [
        {
          depthMm: t.look.atDepthMm,
          tints: [{ optics: opticsOf(t.look), dropsPer100G: t.look.atDropsPer100G }]
        }
      ])
      expect(deltaE(at.lab, lab(t.look.colour)), t.id).to.be.lessThan(1)
    }
    const at = (dropsPer100G: number, depthMm: number) =>
      call({ bed: '#c0b090', pours: [{ depthMm, tints: [{ id: 'blue-green', dropsPer100G }] }] })
    expect(at(6, 10).lab[0]).to.be.lessThan(at(3, 10).lab[0])
    expect(at(3, 20).colour).to.equal(at(6, 10).colour)
    expect(
      call({
        bed: '#ffffff',
        pours: [{ depthMm: 1e8, tints: [{ id: 'deep-blue', dropsPer100G: 5 }] }]
      }).bedShowsPct
    ).to.be.lessThan(1e-6)
  })
  it('P7: three drops of one and two of another in 70 g are a strong blue-green, three drops in a whole job of 200 g are faint (common practice, no source)', () => {
    const over = (drops: { id: string; dropsPer100G: number }[]) =>
      call({ bed: '#e8e4da', pours: [{ depthMm: 12, tints: drops }] }).lab
    const bed = lab('#e8e4da')
    const strong = over([
      { id: 'blue-green', dropsPer100G: 4.3 },
      { id: 'weed-green', dropsPer100G: 2.9 }
    ])
    const faint = over([{ id: 'blue-green', dropsPer100G: 1.5 }])
    expect(deltaE(strong, bed)).to.be.greaterThan(40)
    expect(strong[1]).to.be.lessThan(-10)
    expect(deltaE(faint, bed)).to.be.within(5, 32)
  })
  it('P9: dark below and clear above keeps the shallows open', () => {
    const [pond] = poolsOf(demo())
    const bands = bandsOf(pond, 12)
    expect(bands.map((b) => b.thicknessMm)).to.deep.equal([8, 4])
    const at = (pours: [number, number][]) =>
      seenThrough(
        '#8d7a58',
        pours.map(([depthMm, dropsPer100G]) => ({
          depthMm,
          tints: [{ optics: tint('river-brown'), dropsPer100G }]
        }))
      )
    expect(
      at([
        [0, 6],
        [4, 0]
      ]).bedShowsPct
    ).to.equal(100)
    expect(
      at([
        [8, 6],
        [4, 0]
      ]).bedShowsPct
    ).to.be.closeTo(at([[8, 6]]).bedShowsPct, 1e-9)
  })
  it('chips to tint: absorption comes back from colours seen under a yellow lamp', () => {
    const truth = tint('blue-green')
    const lamp = [1, 0.9, 0.7]
    const under = (colour: string) => hexOf(linearOf(colour).map((v, i) => v * lamp[i] * 0.9))
    const chip = (dropsPer100G: number, depthMm: number) => ({
      dropsPer100G,
      depthMm,
      paper: under('#ffffff'),
      colour: under(
        seenThrough('#ffffff', [{ depthMm, tints: [{ optics: truth, dropsPer100G }] }]).colour
      )
    })
    const fit = fitChips([chip(2, 8), chip(5, 8), chip(4, 15)])
    for (const off of fit.offs) expect(off).to.be.lessThan(4)
    const [a, b] = [truth, fit.optics].map(
      (optics) => seenThrough('#b0a080', [{ depthMm: 9, tints: [{ optics, dropsPer100G: 4 }] }]).lab
    )
    expect(deltaE(a, b)).to.be.lessThan(3)
    expect(balanced('#b4a27e', '#b4a27e')).to.equal('#ffffff')
    expect(() => fitChips([])).to.throw(RangeError, /there is none/)
  })
  it('wrong input is named', () => {
    expect(() => call({ bed: 'mud', pours: [] })).to.throw(/^bed: was "mud"; must be a colour/)
    expect(() => call({ bed: '#000000', pours: [{ depthMm: -1, tints: [] }] })).to.throw(
      /^pours\[0\]\.depthMm: was -1/
    )
    expect(() =>
      call({ bed: '#000000', pours: [{ depthMm: 1, tints: [{ id: 'ink', dropsPer100G: 1 }] }] })
    ).to.throw(/^pours\[0\]\.tints\[0\]\.id: was "ink"/)
  })
})

/** Test pairs of CIEDE2000. Sharma, Wu & Dalal 2005, table 1: all 34, typed from memory. */
const PAIRS: readonly (readonly [number[], number[], number])[] = [
  [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
  [[50, 3.1571, -77.2803], [50, 0, -82.7485], 2.8615],
  [[50, 2.8361, -74.02], [50, 0, -82.7485], 3.4412],
  [[50, -1.3802, -84.2814], [50, 0, -82.7485], 1],
  [[50, -1.1848, -84.8006], [50, 0, -82.7485], 1],
  [[50, -0.9009, -85.5211], [50, 0, -82.7485], 1],
  [[50, 0, 0], [50, -1, 2], 2.3669],
  [[50, -1, 2], [50, 0, 0], 2.3669],
  [[50, 2.49, -0.001], [50, -2.49, 0.0009], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.001], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.0011], 7.2195],
  [[50, 2.49, -0.001], [50, -2.49, 0.0012], 7.2195],
  [[50, -0.001, 2.49], [50, 0.0009, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.001, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.0011, -2.49], 4.7461],
  [[50, 2.5, 0], [50, 0, -2.5], 4.3065],
  [[50, 2.5, 0], [73, 25, -18], 27.1492],
  [[50, 2.5, 0], [61, -5, 29], 22.8977],
  [[50, 2.5, 0], [56, -27, -3], 31.903],
  [[50, 2.5, 0], [58, 24, 15], 19.4535],
  [[50, 2.5, 0], [50, 3.1736, 0.5854], 1],
  [[50, 2.5, 0], [50, 3.2972, 0], 1],
  [[50, 2.5, 0], [50, 1.8634, 0.5757], 1],
  [[50, 2.5, 0], [50, 3.2592, 0.335], 1],
  [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
  [[63.0109, -31.0961, -5.8663], [62.8187, -29.7946, -4.0864], 1.263],
  [[61.2901, 3.7196, -5.3901], [61.4292, 2.248, -4.962], 1.8731],
  [[35.0831, -44.1164, 3.7933], [35.0232, -40.0716, 1.5901], 1.8645],
  [[22.7233, 20.0904, -46.694], [23.0331, 14.973, -42.5619], 2.0373],
  [[36.4612, 47.858, 18.3852], [36.2715, 50.5065, 21.2231], 1.4146],
  [[90.8027, -2.0831, 1.441], [91.1528, -1.6435, 0.0447], 1.4441],
  [[90.9257, -0.5406, -0.9208], [88.6381, -0.8985, -0.7239], 1.5381],
  [[6.7747, -0.2908, -2.4247], [5.8714, -0.0985, -2.2286], 0.6377],
  [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082]
]

describe('Difference of colours, CIEDE2000', () => {
  it('all published pairs to four digits, either way round (Sharma, Wu & Dalal 2005)', () => {
    for (const [a, b, off] of PAIRS) {
      expect(deltaE2000(a, b), String(a)).to.be.closeTo(off, 5e-5)
      expect(deltaE2000(b, a), String(b)).to.be.closeTo(off, 5e-5)
    }
  })
  it('as colorjs.io has it, for any two colours', () => {
    const lab = fc.tuple(
      fc.double({ min: 0, max: 100, noNaN: true }),
      fc.double({ min: -90, max: 90, noNaN: true }),
      fc.double({ min: -90, max: 90, noNaN: true })
    )
    fc.assert(
      fc.property(lab, lab, (a, b) => {
        const theirs = new Color('lab', a).deltaE(new Color('lab', b), '2000')
        expect(deltaE2000(a, b)).to.be.closeTo(theirs, 1e-4)
      })
    )
  })
})

describe('Dose for a colour wanted', () => {
  const shelf = ['blue-green', 'river-brown', 'deep-blue'].map((id) => ({ id, optics: tint(id) }))
  const asked = (wanted: string, depthMm: number, bed: string, tints = shelf) =>
    doseFor({ wanted, depthMm, bed, tints })
  it('finds doses again from the colour that they give, to a difference that is hardly seen', () => {
    fc.assert(
      fc.property(
        fc.tuple(...shelf.map(() => fc.integer({ min: 0, max: 10 }))),
        fc.integer({ min: 3, max: 20 }),
        (halves, depthMm) => {
          const { colour } = seenThrough('#c8b890', [
            {
              depthMm,
              tints: shelf.map((t, i) => ({ optics: t.optics, dropsPer100G: halves[i] / 2 }))
            }
          ])
          const found = asked(colour, depthMm, '#c8b890')
          // worst of 583 doses tried: 1.01
          expect(found.deltaE).to.be.below(1.3)
        }
      ),
      { numRuns: runs(10) }
    )
  })
  it('band by band: the dose of one between others is found again from the colour of them all', () => {
    const [green, brown] = shelf
    const dosed = (t: (typeof shelf)[number], dropsPer100G: number, depthMm = 4) => ({
      depthMm,
      tints: [{ optics: t.optics, dropsPer100G }]
    })
    for (const [below, own, above] of [
      [3, 2, 0.5],
      [0, 4, 1],
      [6, 1.5, 0]
    ]) {
      const [under, over] = [[dosed(brown, below)], [dosed(green, above)]]
      const { colour } = seenThrough('#c8b890', [...under, dosed(green, own), ...over])
      const found = doseFor({
        ...{ wanted: colour, depthMm: 4, bed: '#c8b890', tints: shelf },
        ...{ below: under, above: over }
      })
      expect(found.deltaE).to.be.below(0.8)
      expect(found.colour).to.be.a('string')
      // left out, the bands around it ask for another dose
      const alone = doseFor({ wanted: colour, depthMm: 4, bed: '#c8b890', tints: shelf })
      expect(alone.drops).to.not.deep.equal(found.drops)
    }
  })
  it('no whole or half drops of two tints come nearer: all of them tried', () => {
    const two = shelf.slice(0, 2)
    for (const [wanted, depthMm, bed] of [
      ['#2f7f86', 8, '#8a7a55'],
      ['#103040', 15, '#ffffff'],
      ['#e0e8d0', 5, '#b0a080']
    ] as const) {
      const goal = labOfXyz(xyzOfRgb(linearOf(wanted)))
      let least = Infinity
      for (let i = 0; i <= 40; i++)
        for (let k = 0; k <= 40; k++) {
          const tints = two.map((t, n) => ({ optics: t.optics, dropsPer100G: [i, k][n] / 2 }))
          least = Math.min(least, deltaE2000(goal, seenThrough(bed, [{ depthMm, tints }]).lab))
        }
      expect(asked(wanted, depthMm, bed, two).deltaE, wanted).to.be.closeTo(least, 1e-4)
    }
  })
  it('asked for what no tint does it says how far off it is; wrong input by name', () => {
    const red = calculate('doseFor', {
      wanted: '#ff0000',
      depthMm: 5,
      bed: '#888888',
      tints: ['blue-green']
    }) as { drops: object[]; deltaE: number }
    expect(red.deltaE).to.be.above(20)
    const call = (change: object) => () =>
      calculate('doseFor', {
        wanted: '#336677',
        depthMm: 5,
        bed: '#888888',
        tints: ['blue-green'],
        ...change
      })
    expect(call({ tints: [] })).to.throw(/^tints/)
    expect(call({ tints: [{ id: 'honey' }] })).to.throw(/^tints\[0\]\.id: was "honey"/)
    expect(call({ wanted: 'teal' })).to.throw(/^wanted: was "teal"/)
    expect(call({ depthMm: 0 })).to.throw(/^depthMm: was 0/)
  })
})
