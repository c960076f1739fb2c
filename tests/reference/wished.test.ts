import { expect } from 'chai'
import fc from 'fast-check'
import { Matrix, SVD } from 'ml-matrix'
import { calculate } from '../../core/exchange/calc/contract'
import { homography, seenAt } from '../../core/physics/picture/homography'
import type { Point2 } from '../../core/physics/shape/polygon'
import { edgeWhite, whiteAt } from '../../core/physics/water/edgeWhite'
import { splashOf } from '../../core/physics/water/spray/splash'
import { splashFor } from '../../core/physics/water/spray/splashFor'
import { breakerOf, type BreakerKind } from '../../core/physics/water/waves/breaking'
import { seaFor } from '../../core/physics/water/waves/seaFor'
import { runs } from '../support/dial'

const scale = fc.double({ min: 8, max: 500, noNaN: true })
const KINDS: readonly BreakerKind[] = ['spilling', 'plunging', 'surging']

describe('a sea for the wave that is wished', () => {
  it('wish → sea → kind gives the wish back over the whole plane (Battjes 1974, Weggel 1972), and keeps a bed that can do it', () => {
    fc.assert(
      fc.property(
        scale,
        fc.constantFrom(...KINDS),
        fc.double({ min: 0.2, max: 300, noNaN: true }),
        fc.option(fc.double({ min: 0.001, max: 3, noNaN: true }), { nil: undefined }),
        (s, kind, heightMm, beachSlope) => {
          const sea = seaFor({ scale: s, kind, heightMm, beachSlope })
          const wave = breakerOf({
            scale: s,
            breakerMm: heightMm,
            periodS: sea.periodS,
            beachSlope: sea.beachSlope
          })
          expect(wave.kind).to.equal(kind)
          expect(wave.iribarren).to.be.closeTo(sea.iribarren, 1e-9)
          expect(wave.breakDepthMm).to.be.closeTo(sea.waterMm, 1e-6 * sea.waterMm)
          expect(sea.distance).to.be.at.least(0)
          if (beachSlope !== undefined && sea.distance === 0)
            expect(sea.beachSlope).to.equal(beachSlope)
        }
      ),
      { numRuns: runs(600), seed: 20 }
    )
  })

  it('where the bed is kept no period is longer than swell; where it is bent no period of swell would do', () => {
    for (const kind of KINDS)
      for (const beachSlope of [0.004, 0.02, 0.06, 0.2, 0.5])
        for (const heightMm of [5, 15, 40]) {
          const sea = seaFor({ scale: 87.1, kind, heightMm, beachSlope })
          const could = Array.from({ length: 400 }, (_, i) => 0.5 + i * 0.05).filter((periodS) => {
            try {
              const wave = breakerOf({ scale: 87.1, breakerMm: heightMm, periodS, beachSlope })
              return (
                wave.kind === kind &&
                wave.heightM / wave.breakDepthM > 0.46 &&
                (2 * Math.PI * wave.heightM) / (9.81 * periodS ** 2) < 0.099
              )
            } catch {
              return false
            }
          })
          expect(sea.distance === 0, `${kind} ${beachSlope} ${heightMm}`).to.equal(could.length > 0)
          expect(sea.periodS).to.be.at.most(20 + 1e-9)
        }
  })

  it('on one beach a flatter bed or a shorter period turns surging into plunging (Battjes 1974), never the other way', () => {
    const kindOf = (periodS: number, beachSlope: number) =>
      KINDS.indexOf(breakerOf({ scale: 100, breakerMm: 10, periodS, beachSlope }).kind)
    for (let periodS = 4; periodS < 20; periodS += 0.5)
      for (let slope = 0.02; slope < 1; slope *= 1.2) {
        expect(kindOf(periodS, slope)).to.be.at.most(kindOf(periodS, slope * 1.2))
        expect(kindOf(periodS, slope)).to.be.at.most(kindOf(periodS + 0.5, slope))
      }
  })

  it('a splash as high as wished: its speed throws it there and no higher (Torricelli 1644)', () => {
    fc.assert(
      fc.property(scale, fc.double({ min: 0.5, max: 200, noNaN: true }), (s, heightMm) => {
        const { speedMS, dropM } = splashFor({ scale: s, heightMm })
        fc.pre(speedMS <= 120)
        const up = splashOf({ scale: s, speedMS, anglesDeg: [80, 90] })
        expect(up.heightMm).to.be.closeTo(heightMm, 1e-9 * heightMm)
        const fallen = splashOf({ scale: s, dropM, anglesDeg: [80, 90] })
        expect(fallen.speedMS).to.be.closeTo(speedMS, 1e-9 * speedMS)
      })
    )
    expect(() => calculate('splashFor', { scale: 48, heightMm: 0 })).to.throw(/heightMm: was 0/)
    expect(() => calculate('breakerFor', { scale: 48, kind: 'rolling', heightMm: 9 })).to.throw(
      /^kind: was "rolling"/
    )
  })
})

describe('white where water meets things', () => {
  it('velocity head U²/2g: 1, 2, 3 m/s stand up 0.051, 0.204, 0.459 m against a pier (tables of velocity head); none in still water', () => {
    for (const [speedMS, head] of [
      [1, 0.051],
      [2, 0.204],
      [3, 0.459]
    ])
      expect(edgeWhite({ speedMS, depthM: 1, widthM: 2, kind: 'boulder' }).pillowM).to.be.closeTo(
        head,
        5e-4
      )
    for (const kind of ['boulder', 'wall', 'shore'] as const)
      expect(edgeWhite({ speedMS: 0, depthM: 1, widthM: 2, kind })).to.include({
        whiteM2: 0,
        pillowM: 0,
        wakeM: 0
      })
    // no air below 0.8 m/s (Ervine & Falvey 1987)
    expect(whiteAt(0.79)).to.equal(0)
    expect(whiteAt(1.1)).to.be.within(0.01, 0.2)
  })

  it('never less for faster water or a wider edge', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 12, noNaN: true }),
        fc.double({ min: 0.05, max: 20, noNaN: true }),
        fc.double({ min: 0.05, max: 50, noNaN: true }),
        fc.constantFrom('boulder' as const, 'wall' as const, 'shore' as const),
        (speedMS, depthM, widthM, kind) => {
          const here = edgeWhite({ speedMS, depthM, widthM, kind })
          for (const more of [
            { speedMS: speedMS * 1.1, depthM, widthM, kind },
            { speedMS, depthM, widthM: widthM * 1.1, kind }
          ])
            expect(edgeWhite(more).whiteM2).to.be.at.least(here.whiteM2 * (1 - 1e-12))
        }
      )
    )
  })
})

describe('a plane in a picture', () => {
  const point = fc.tuple(
    fc.double({ min: -4000, max: 4000, noNaN: true }),
    fc.double({ min: -4000, max: 4000, noNaN: true })
  )
  /** Four corners that a camera could see of a rectangle. */
  const four = fc
    .tuple(
      point,
      fc.double({ min: 5, max: 900, noNaN: true }),
      fc.double({ min: 0, max: 6.28, noNaN: true })
    )
    .chain(([[x, y], r, turn]) =>
      fc
        .array(fc.double({ min: 0.75, max: 1.25, noNaN: true }), { minLength: 4, maxLength: 4 })
        .map((stretch) =>
          stretch.map((f, i): Point2 => [
            x + r * f * Math.cos(turn + (i * Math.PI) / 2),
            y + r * f * Math.sin(turn + (i * Math.PI) / 2)
          ])
        )
    )

  it('is that of the direct linear transformation by singular values (ml-matrix): another way to the same matrix', () => {
    fc.assert(
      fc.property(four, four, (from, to) => {
        const rows = from.flatMap(([x, y], i) => {
          const [u, v] = to[i]
          return [
            [-x, -y, -1, 0, 0, 0, u * x, u * y, u],
            [0, 0, 0, -x, -y, -1, v * x, v * y, v]
          ]
        })
        const h = homography(from, to)
        // the null space of the eight equations
        const flat = h.flat()
        const size = Math.hypot(...flat)
        for (const row of rows) {
          const off = row.reduce((sum, a, i) => sum + a * flat[i], 0)
          expect(Math.abs(off) / (Math.hypot(...row) * size)).to.be.below(1e-9)
        }
        from.forEach((p, i) => {
          const [u, v] = seenAt(h, p)
          expect(Math.hypot(u - to[i][0], v - to[i][1])).to.be.below(1e-5)
        })
      }),
      { numRuns: runs(300), seed: 4 }
    )
    const [from, to] = [
      [
        [0, 0],
        [4, 0],
        [4, 3],
        [0, 3]
      ] as Point2[],
      [
        [12, 9],
        [61, 20],
        [50, 48],
        [8, 40]
      ] as Point2[]
    ]
    const rows = from.flatMap(([x, y], i) => [
      [-x, -y, -1, 0, 0, 0, to[i][0] * x, to[i][0] * y, to[i][0]],
      [0, 0, 0, -x, -y, -1, to[i][1] * x, to[i][1] * y, to[i][1]]
    ])
    const svd = new SVD(new Matrix([...rows, Array<number>(9).fill(0)]), { autoTranspose: true })
    const least = svd.diagonal.indexOf(Math.min(...svd.diagonal))
    const v = svd.rightSingularVectors.getColumn(least)
    homography(from, to)
      .flat()
      .forEach((value, i) => expect(value).to.be.closeTo(v[i] / v[8], 1e-8))
  })

  it('takes the unit square to a quadrilateral as Heckbert 1989 has it in closed form; written from memory', () => {
    fc.assert(
      fc.property(four, ([a, b, c, d]) => {
        const [dx1, dy1] = [b[0] - c[0], b[1] - c[1]]
        const [dx2, dy2] = [d[0] - c[0], d[1] - c[1]]
        const [sx, sy] = [a[0] - b[0] + c[0] - d[0], a[1] - b[1] + c[1] - d[1]]
        const det = dx1 * dy2 - dx2 * dy1
        const [g, h] = [(sx * dy2 - dx2 * sy) / det, (dx1 * sy - sx * dy1) / det]
        const told = [
          [b[0] - a[0] + g * b[0], d[0] - a[0] + h * d[0], a[0]],
          [b[1] - a[1] + g * b[1], d[1] - a[1] + h * d[1], a[1]],
          [g, h, 1]
        ]
        const found = homography(
          [
            [0, 0],
            [1, 0],
            [1, 1],
            [0, 1]
          ],
          [a, b, c, d]
        )
        found.forEach((row, i) =>
          row.forEach((value, k) =>
            expect(value).to.be.closeTo(told[i][k], 1e-6 * (1 + Math.abs(told[i][k])))
          )
        )
      }),
      { numRuns: runs(200), seed: 8 }
    )
  })

  it('there and back is where one was; points on a line are named', () => {
    fc.assert(
      fc.property(four, four, point, (from, to, p) => {
        const there = seenAt(homography(from, to), p)
        fc.pre(there.every((v) => Math.abs(v) < 1e5))
        const back = seenAt(homography(to, from), there)
        expect(Math.hypot(back[0] - p[0], back[1] - p[1])).to.be.below(1e-2)
      }),
      { numRuns: runs(200), seed: 9 }
    )
    expect(() =>
      calculate('homography', {
        from: [
          [0, 0],
          [1, 1],
          [2, 2],
          [0, 1]
        ],
        to: [
          [0, 0],
          [1, 0],
          [1, 1],
          [0, 1]
        ]
      })
    ).to.throw(RangeError, /^from: points 1, 2, 3 lie on a line/)
    expect(() => calculate('homography', { from: [[0, 0]], to: [] })).to.throw(/^from/)
  })
})
