import { expect } from 'chai'
import { CALCULATOR_NAMES, calculate } from '../../core/exchange/calc/contract'
import { mix, rescueTint } from '../../core/physics/stuff/mixing/mix'
import { NAMED_SCALES, scaleRatio } from '../../core/physics/shape/scale'
import { outOfLevelByDifference, outOfLevelByTilt } from '../../core/physics/shape/level'
import { volumeOver } from '../../core/physics/shape/volume'
import { dryFactor } from '../../core/physics/stuff/drying/air'
import { stripCount } from '../../core/plan/2-forms/fallForm'

const plain = {
  partA: 1,
  partB: 1,
  basis: 'mass' as const,
  densityA: 1.1,
  densityB: 1.1,
  wastePct: 0,
  cupG: 0,
  batchMaxG: 1000,
  readabilityG: 0.1,
  tints: []
}

describe('Scales against NEM 010 and NMRA S-1.2 (from memory)', () => {
  it('named scales have the published ratios', () => {
    const published: [string, number][] = [
      ['T', 450],
      ['Z', 220],
      ['N', 160],
      ['British N', 148],
      ['TT', 120],
      ['HO', 87.1],
      ['OO', 76.2],
      ['S', 64],
      ['O', 48],
      ['G', 22.5]
    ]
    for (const [name, ratio] of published) {
      expect(scaleRatio(name), name).to.equal(ratio)
      expect(scaleRatio(name.toLowerCase()), name).to.equal(ratio)
    }
    for (const ratio of NAMED_SCALES.values()) expect(scaleRatio(`1:${ratio}`)).to.equal(ratio)
    expect(scaleRatio('1:87,1')).to.equal(87.1)
    for (const wrong of ['', 'HOO', '1:0', '-3', 'NaN', Infinity, 0])
      expect(scaleRatio(wrong), String(wrong)).to.equal(null)
  })
  it('water on a 1:48 model runs √48 times too fast (Froude)', () => {
    expect(calculate('scale', { scale: '1:48', modelMm: 32 })).to.deep.equal({
      ratio: 48,
      realM: 1.536,
      timeRatio: Math.sqrt(48)
    })
  })
})

describe('Mixing against worked examples', () => {
  it('2:1 by volume is not 2:1 by mass: densities 1.14 and 0.98 make it 2.327 : 1 (mass = volume × density)', () => {
    const got = mix({
      ...plain,
      volumeMl: 300,
      partA: 2,
      partB: 1,
      basis: 'volume',
      densityA: 1.14,
      densityB: 0.98
    })
    expect(got.aMl).to.be.closeTo(200, 1e-9)
    expect(got.bMl).to.be.closeTo(100, 1e-9)
    expect(got.aG).to.be.closeTo(228, 1e-9)
    expect(got.bG).to.be.closeTo(98, 1e-9)
    expect(got.aG / got.bG).to.be.closeTo(2.3265, 1e-4)
    const byMass = mix({
      ...plain,
      volumeMl: 300,
      partA: 2,
      partB: 1,
      basis: 'mass',
      densityA: 1.14,
      densityB: 0.98
    })
    expect(byMass.aG / byMass.bG).to.be.closeTo(2, 1e-12)
    expect(byMass.aMl + byMass.bMl).to.be.closeTo(300, 1e-9)
  })
  it('total = (volume + 1.64 sd)·density·(1 + waste) + cups', () => {
    const got = mix({ ...plain, volumeMl: 200, sdMl: 10, wastePct: 10, cupG: 5, batchMaxG: 100 })
    const poured = (200 + 16.4) * 1.1 * 1.1
    expect(got.batches).to.have.length(Math.ceil(poured / 95))
    expect(got.totalG).to.be.closeTo(poured + 5 * got.batches.length, 1e-9)
    for (const b of got.batches) expect(b.aG + b.bG).to.be.at.most(100 + 1e-9)
  })
  it('one step of a 0.1 g scale on 2 g of hardener is 5 %', () => {
    expect(mix({ ...plain, volumeMl: 4 / 1.1 }).ratioErrorPct).to.be.closeTo(5, 1e-9)
  })
  it('twice too strong a tint is mended by as much clear again; too faint by the missing drops', () => {
    expect(rescueTint(70, 8, 4)).to.deep.equal({ extraClearG: 70 })
    expect(rescueTint(150, 2, 4)).to.deep.equal({ extraDrops: 3 })
    expect(() => rescueTint(70, 8, 0)).to.throw(RangeError, 'cannot be taken out')
  })
  it('a 400 mm base tilted by 0.5° pours a wedge of 400·tan 0.5° = 3.49 mm', () => {
    expect(outOfLevelByTilt(400, 0.5).wedgeMm).to.be.closeTo(3.4907, 1e-4)
    expect(outOfLevelByDifference(400, outOfLevelByTilt(400, 0.5).wedgeMm).tiltDeg).to.be.closeTo(
      0.5,
      1e-12
    )
    expect(outOfLevelByDifference(400, -3).shimMm).to.equal(3)
  })
})

describe('Common practice, no source', () => {
  it('P15: 40 % of a 400 × 600 mm base at 5 mm takes about 500 ml', () => {
    const outline = [
      [0, 0],
      [400, 0],
      [400, 240],
      [0, 240]
    ]
    const { volumeMl } = volumeOver({
      outline,
      edge: 'wall',
      soundings: [[200, 120, 0]],
      levelMm: 5
    })
    expect(volumeMl).to.be.closeTo(480, 1e-9)
    const total = mix({ ...plain, volumeMl, wastePct: 5, cupG: 5, batchMaxG: 400 })
    expect(total.aMl + total.bMl).to.be.within(480, 530)
  })
  it('P7: 3 drops of one and 2 of another in 70 g is what 4.3 and 2.9 to 100 g ask for', () => {
    const [batch] = mix({
      ...plain,
      volumeMl: 70 / 1.1,
      tints: [
        { id: 'blue', dropsPer100G: 4.3 },
        { id: 'green', dropsPer100G: 2.9 }
      ]
    }).batches
    expect(batch.aG + batch.bG).to.be.closeTo(70, 1e-9)
    expect(batch.drops).to.deep.equal({ blue: 3, green: 2 })
  })
  it('strips of 14 mm with 2 mm of overlap cover 62 mm with five', () => {
    expect(stripCount(62, 14)).to.equal(5)
    expect(stripCount(62.1, 14)).to.equal(6)
    expect(stripCount(3, 14)).to.equal(1)
  })
  it('warm dry air dries gel faster than cold damp air', () => {
    expect(dryFactor({ tempC: 20, rhPct: 50 })).to.be.closeTo(1, 1e-12)
    expect(dryFactor({ tempC: 30, rhPct: 30 })).to.be.lessThan(0.5)
    expect(dryFactor({ tempC: 10, rhPct: 80 })).to.be.greaterThan(3)
    expect(dryFactor({ tempC: 20, rhPct: 100 })).to.be.lessThan(100)
  })
})

describe('The contract of the calculators', () => {
  it('names what was wrong, what it was and what is allowed', () => {
    const square = [
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 10]
    ]
    const cases: [string, unknown, RegExp][] = [
      [
        'volume',
        { outline: square, edge: 'wall', soundings: [[5, 5, NaN]], levelMm: 3 },
        /^soundings\[0\]\[2\]: was NaN; must be a number/
      ],
      [
        'volume',
        { outline: square, edge: 'wall', soundings: [[5, 5, 1e308]], levelMm: 3 },
        /^soundings\[0\]\[2\]: was 1e\+308/
      ],
      [
        'volume',
        { outline: square, edge: 'wall', soundings: [[50, 5, 0]], levelMm: 3 },
        /lies outside the outline/
      ],
      [
        'volume',
        {
          outline: square,
          edge: 'wall',
          soundings: [
            [5, 5, 0],
            [5, 5, 1]
          ],
          levelMm: 3
        },
        /on top of sounding 1/
      ],
      [
        'volume',
        {
          outline: [
            [0, 0],
            [10, 10],
            [10, 0],
            [0, 10]
          ],
          edge: 'wall',
          soundings: [[5, 1, 0]],
          levelMm: 3
        },
        /crosses itself/
      ],
      [
        'volume',
        {
          outline: [
            [0, 0],
            [10, 0],
            [20, 0]
          ],
          edge: 'wall',
          soundings: [[5, 0, 0]],
          levelMm: 3
        },
        /no area|crosses itself/
      ],
      ['volume', { outline: square, edge: 'wall', soundings: [], levelMm: 3 }, /^soundings: /],
      ['mix', { ...plain, volumeMl: 10, partB: 0 }, /^partB: was 0; must be greater than 0/],
      ['mix', { ...plain, volumeMl: 10, partA: -2 }, /^partA: was -2; must be greater than 0/],
      [
        'mix',
        { ...plain, volumeMl: 10, basis: 'weight' },
        /^basis: was "weight"; must be one of \[volume, mass\]/
      ],
      [
        'mix',
        { ...plain, volumeMl: 10, cupG: 5, batchMaxG: 5 },
        /^batchMaxG: was 5; it must be more than the 5 g/
      ],
      [
        'mix',
        { ...plain, volumeMl: 1e6, cupG: 5, batchMaxG: 5.001 },
        /^batchMaxG: was 5\.001; that makes \d+ batches/
      ],
      ['scale', { scale: 'Q', modelMm: 1 }, /^scale: was "Q"; must be/],
      ['level', { spanMm: 100, tiltDeg: 1, differenceMm: 1 }, /conflict/],
      ['nothing', {}, /^calc: was "nothing"; it must be one of scale/]
    ]
    for (const [name, input, message] of cases)
      expect(() => calculate(name, input), `${name} ${message}`).to.throw(RangeError, message)
    expect(CALCULATOR_NAMES).to.include.members(['scale', 'volume', 'level', 'mix', 'rescueTint'])
  })
  it('water below the ground is no water; soundings in one line and corners on the dip still make a ground', () => {
    const square = [
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 10]
    ]
    expect(
      calculate('volume', { outline: square, edge: 'wall', soundings: [[5, 5, 4]], levelMm: 3 })
    ).to.include({ volumeMl: 0, areaMm2: 0, meanDepthMm: 0, maxDepthMm: 0, sdMl: 0 })
    expect(
      calculate('volume', {
        outline: square,
        edge: 'wall',
        soundings: [
          [2, 5, 0],
          [5, 5, 0],
          [8, 5, 0]
        ],
        levelMm: 2
      })
    ).to.deep.include({ volumeMl: 0.2 })
    expect(
      (
        calculate('volume', {
          outline: square,
          edge: 'wall',
          soundings: [
            [0, 0, 0],
            [10, 5, 0]
          ],
          levelMm: 2
        }) as { volumeMl: number }
      ).volumeMl
    ).to.be.closeTo(0.2, 1e-12)
    expect(
      (
        calculate('volume', {
          outline: square,
          edge: 'wall',
          soundings: [[5, 5, 0]],
          levelMm: 2,
          displacedMl: 0.05
        }) as { volumeMl: number }
      ).volumeMl
    ).to.be.closeTo(0.15, 1e-12)
  })
})
