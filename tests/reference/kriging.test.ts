import { expect } from 'chai'
import fc from 'fast-check'
import { volumeOver } from '../../core/physics/shape/volume'
import { kriging } from '../../core/physics/shape/kriging'
import type { Sounding } from '../../core/physics/shape/surface'
import { fitVariogram } from '../../core/physics/shape/variogram'
import { runs } from '../support/dial'

describe('Kriging against Isaaks & Srivastava, An Introduction to Applied Geostatistics (1989), ch. 12 (from memory)', () => {
  const samples: Sounding[] = [
    [61, 139, 477],
    [63, 140, 696],
    [64, 129, 227],
    [68, 128, 646],
    [71, 140, 606],
    [73, 141, 791],
    [75, 128, 783]
  ]
  const model = kriging(samples, { nuggetMm2: 0, sillMm2: 10, rangeMm: 10 })
  it('the worked example: seven samples, C(h) = 10·e^(−0.3h), estimate 592.7 and variance 8.96 at (65, 137)', () => {
    expect(model.height([65, 137])).to.be.closeTo(592.7, 1.2)
    expect(model.variance([65, 137])).to.be.closeTo(8.96, 0.02)
  })
  it('at a sample it gives the sample, and knows it', () => {
    for (const [x, y, z] of samples) {
      expect(model.height([x, y])).to.be.closeTo(z, 1e-4)
      expect(model.variance([x, y])).to.be.closeTo(0, 1e-6)
    }
  })
  it('the variance of a sum of one place is that of the place; the best next dip leaves less', () => {
    expect(model.sumVariance([[65, 137]], [1])).to.be.closeTo(model.variance([65, 137]), 1e-9)
    const places: [number, number][] = [
      [65, 137],
      [67, 134],
      [70, 132]
    ]
    const next = model.bestDip(places, [1, 1, 1], places)!
    expect(next.varianceLeft).to.be.lessThan(model.sumVariance(places, [1, 1, 1]))
    // told of that dip, the model says what it foretold
    const told = kriging([...samples, [next.at[0], next.at[1], 600]], model.variogram)
    expect(told.sumVariance(places, [1, 1, 1])).to.be.closeTo(next.varianceLeft, 1e-6)
  })
})

/** A small seeded generator (mulberry32), so that the fields are the same every time. */
function mulberry(seed: number): () => number {
  let a = (seed * 2654435761) >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = Math.imul(a ^ (a >>> 15), a | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

describe('Kriged volumes', () => {
  const box = [
    [0, 0],
    [120, 0],
    [120, 80],
    [0, 80]
  ]
  const bed = (x: number, y: number) =>
    10 - 6 * Math.sin((Math.PI * x) / 120) * Math.sin((Math.PI * y) / 80)
  const exact = (10 * 120 * 80 - (120 * 80 * 10 - 6 * 120 * 80 * (4 / Math.PI ** 2))) / 1000
  const dips = (n: number): Sounding[] =>
    Array.from({ length: n * n }, (_, i) => {
      const [x, y] = [120 * (((i % n) + 0.5) / n), 80 * ((Math.floor(i / n) + 0.5) / n)]
      return [x, y, bed(x, y)]
    })
  it('a sine bowl: nearer than triangles from few dips, and within its own deviation', () => {
    for (const n of [3, 4, 6]) {
      const kriged = volumeOver({
        outline: box,
        edge: 'shore',
        soundings: dips(n),
        levelMm: 10,
        method: 'kriging'
      })
      const triangles = volumeOver({ outline: box, edge: 'shore', soundings: dips(n), levelMm: 10 })
      expect(Math.abs(kriged.volumeMl - exact), `${n}`).to.be.lessThan(
        3 * kriged.sdMl + 0.005 * exact
      )
      expect(Math.abs(kriged.volumeMl - exact)).to.be.lessThan(Math.abs(triangles.volumeMl - exact))
      expect(kriged.sdMl).to.be.greaterThan(0)
    }
  })
  it('more dips, less doubt; a level bed has none', () => {
    const sd = (n: number) =>
      volumeOver({
        outline: box,
        edge: 'shore',
        soundings: dips(n),
        levelMm: 10,
        method: 'kriging'
      }).sdMl
    expect(sd(8)).to.be.lessThan(0.6 * sd(3))
    const level = volumeOver({
      outline: box,
      edge: 'wall',
      soundings: [
        [20, 20, 3],
        [90, 30, 3],
        [60, 60, 3]
      ],
      levelMm: 10,
      method: 'kriging'
    })
    expect(level.sdMl).to.be.closeTo(0, 1e-6)
    expect(level.volumeMl).to.be.closeTo((120 * 80 * 7) / 1000, 1e-6)
    expect(
      volumeOver({
        outline: box,
        edge: 'wall',
        soundings: [[20, 20, 3]],
        levelMm: 10,
        method: 'kriging'
      }).volumeMl
    ).to.be.closeTo(67.2, 1e-6)
  })
  it('random beds, rough and smooth: no bias, and the deviation covers the error about as often as it says', () => {
    // stationary random fields as sums of cosines (spectral method), their waves drawn with a heavy
    // tail or a light one
    for (const rough of [true, false]) {
      const scores: number[] = []
      for (let seed = 1; seed <= 40; seed++) {
        const random = mulberry(seed)
        const waves = Array.from({ length: 150 }, () => {
          const angle = 2 * Math.PI * random()
          const k = rough
            ? Math.min(1.5, 0.04 * Math.abs(Math.tan(Math.PI * (random() - 0.5))))
            : 0.05 * Math.sqrt(-2 * Math.log(random() + 1e-9))
          return [k * Math.cos(angle), k * Math.sin(angle), 2 * Math.PI * random()]
        })
        const field = (x: number, y: number) =>
          6 +
          2 *
            Math.sqrt(2 / waves.length) *
            waves.reduce((sum, [a, b, c]) => sum + Math.cos(a * x + b * y + c), 0)
        let truth = 0
        for (let i = 1; i < 120; i += 2)
          for (let j = 1; j < 80; j += 2) truth += (4 * Math.max(0, 14 - field(i, j))) / 1000
        const soundings = Array.from({ length: 36 }, (): Sounding => {
          const [x, y] = [0.6 + 118.8 * random(), 0.6 + 78.8 * random()]
          return [x, y, field(x, y)]
        })
        const got = volumeOver({
          outline: box,
          edge: 'wall',
          soundings,
          levelMm: 14,
          method: 'kriging'
        })
        scores.push((got.volumeMl - truth) / got.sdMl)
      }
      const within = (sds: number) => scores.filter((z) => Math.abs(z) < sds).length / scores.length
      expect(Math.abs(scores.reduce((a, b) => a + b, 0) / scores.length), 'bias').to.be.lessThan(
        0.5
      )
      expect(within(1)).to.be.within(0.45, 0.85)
      expect(within(2)).to.be.greaterThan(0.78)
    }
  })
  it('the next dip lies in the largest gap', () => {
    const gap = dips(6).filter(([x]) => x < 60)
    const { nextDip } = volumeOver({
      outline: box,
      edge: 'wall',
      soundings: gap,
      levelMm: 12,
      method: 'kriging'
    })
    expect(nextDip!.at[0]).to.be.greaterThan(65)
    expect(nextDip!.sdLeftMl).to.be.lessThan(
      volumeOver({ outline: box, edge: 'wall', soundings: gap, levelMm: 12, method: 'kriging' })
        .sdMl
    )
  })
  it('any dips give a finite answer, none a negative variance', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(
          fc.record({
            x: fc.integer({ min: 1, max: 119 }),
            y: fc.integer({ min: 1, max: 79 }),
            z: fc.integer({ min: -20, max: 20 })
          }),
          { minLength: 1, maxLength: 30, selector: (p) => p.x * 1000 + p.y }
        ),
        (points) => {
          const soundings = points.map((p): Sounding => [p.x, p.y, p.z])
          const got = volumeOver({
            outline: box,
            edge: 'wall',
            soundings,
            levelMm: 10,
            method: 'kriging'
          })
          expect(Number.isFinite(got.volumeMl) && got.volumeMl >= 0).to.equal(true)
          expect(got.sdMl).to.be.at.least(0)
          if (soundings.length > 1) expect(fitVariogram(soundings).sillMm2).to.be.at.least(0)
        }
      ),
      { numRuns: runs(60), seed: 81 }
    )
  })
})
