import { expect } from 'chai'
import fc from 'fast-check'
import { calculate } from '../../core/exchange/calc/contract'
import { resection, seenIn, standsOver, type Point3 } from '../../core/physics/picture/resection'
import { laidOut, nest } from '../../core/physics/shape/nest'
import { signedArea, type Point2 } from '../../core/physics/shape/polygon'
import { slicesOf } from '../../core/physics/shape/slices'
import { runs } from '../support/dial'

const land = (n: number, dxMm: number, z: (x: number, y: number) => number) =>
  Array.from({ length: n }, (_, r) => Array.from({ length: n }, (_c, c) => z(c * dxMm, r * dxMm)))
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })

describe('land sliced into sheets', () => {
  it('a cone: each sheet a circle as geometry gives it, the stack above the cone by about half a sheet', () => {
    const [R, H, dx] = [100, 80, 1]
    const heights = land(221, dx, (x, y) => Math.max(0, H * (1 - Math.hypot(x - 110, y - 110) / R)))
    const { sheets, volumeMm3 } = slicesOf({ dxMm: dx, heights, sheetMm: 20 })
    expect(sheets.map((s) => s.fromMm)).to.deep.equal([0, 20, 40, 60])
    for (const { fromMm, areaMm2, outlines } of sheets) {
      const circle = Math.PI * (R * (1 - fromMm / H)) ** 2
      // a chord for an arc; at its foot the cone runs out on the next place where there is nothing
      const foot = fromMm === 0 ? Math.PI * ((R + dx) ** 2 - R ** 2) : 0
      expect(areaMm2).to.be.within(0.985 * circle, 1.002 * circle + foot)
      expect(outlines).to.have.length(1)
    }
    const cone = (Math.PI * R ** 2 * H) / 3
    expect(volumeMm3).to.be.above(cone)
    // A is convex in z: half a sheet times the foot, and the end term of Euler and Maclaurin
    const over = (20 / 2) * Math.PI * R ** 2 + (20 ** 2 / 12) * ((2 * Math.PI * R ** 2) / H)
    expect(volumeMm3 - cone).to.be.within(0.95 * over, 1.02 * over)
  })

  it('a pyramid to the corner: squares; a plain slab: one sheet, its edge the base’s own', () => {
    const [a, H, dx] = [120, 60, 2]
    const pyramid = land(81, dx, (x, y) => {
      const off = Math.max(Math.abs(x - 80), Math.abs(y - 80))
      return Math.max(0, H * (1 - off / (a / 2)))
    })
    const { sheets } = slicesOf({ dxMm: dx, heights: pyramid, sheetMm: 20 })
    for (const { fromMm, areaMm2 } of sheets) {
      const side = a * (1 - fromMm / H)
      expect(areaMm2).to.be.within(0.985 * side ** 2, 1.001 * side ** 2)
    }
    // land that fills its base is cut along the base; a foot that only just touches takes no sheet
    const slab = slicesOf({ dxMm: 10, heights: land(11, 10, () => 40), sheetMm: 20 })
    expect(slab.sheets.map((s) => [s.fromMm, s.areaMm2])).to.deep.equal([
      [0, 10_000],
      [20, 10_000]
    ])
    expect(slab.sheets[0].outlines).to.have.length(1)
    expect(slab.sheets[0].outlines[0]).to.have.length(4)
    expect(slab.volumeMm3).to.equal(400_000)
    expect(slicesOf({ dxMm: 10, heights: land(3, 10, () => 0), sheetMm: 20 }).sheets).to.deep.equal(
      []
    )
  })

  it('a crater keeps its hole, a saddle its two hills', () => {
    const crater = land(101, 1, (x, y) => {
      const r = Math.hypot(x - 50, y - 50)
      return r < 15 ? 10 : r < 40 ? 50 : 0
    })
    const [, above] = slicesOf({ dxMm: 1, heights: crater, sheetMm: 25 }).sheets
    expect(above.outlines).to.have.length(2)
    const [outer, hole] = above.outlines.toSorted((p, q) => signedArea(q) - signedArea(p))
    expect(signedArea(outer)).to.be.above(0)
    expect(signedArea(hole)).to.be.below(0)
    expect(above.areaMm2).to.be.closeTo(signedArea(outer) + signedArea(hole), 1e-9)
    // z = 30 + xy/50 about the middle of 100 × 100: over 30 in two quarters
    const saddle = land(51, 2, (x, y) => 30 + ((x - 50) * (y - 50)) / 50)
    const cut = slicesOf({ dxMm: 2, heights: saddle, sheetMm: 30 })
    expect(cut.sheets[1].outlines).to.have.length(2)
    expect(cut.sheets[1].areaMm2).to.be.closeTo(5000, 60)
  })

  it('whatever the land, each sheet lies over the next and the stack holds all of it', () => {
    const lands = fc.array(fc.array(number(-20, 90), { minLength: 6, maxLength: 6 }), {
      minLength: 6,
      maxLength: 6
    })
    fc.assert(
      fc.property(lands, number(5, 40), (heights, sheetMm) => {
        const { sheets, volumeMm3 } = slicesOf({ dxMm: 10, heights, sheetMm })
        sheets.forEach((s, i) => {
          expect(s.areaMm2).to.be.within(0, 2500 + 1e-6)
          if (i > 0) expect(s.areaMm2).to.be.at.most(sheets[i - 1].areaMm2 + 1e-6)
          for (const [x, y] of s.outlines.flat()) {
            expect(x).to.be.within(0, 50)
            expect(y).to.be.within(0, 50)
          }
        })
        expect(volumeMm3).to.be.at.least(0)
      })
    )
  })

  it('what cannot be sliced is named', () => {
    const calc = (input: object) => calculate('slices', input)
    const flat = [
      [1, 1],
      [1, 1]
    ]
    expect(() => calc({ dxMm: 1, heights: flat, sheetMm: 0 })).to.throw(/sheetMm/)
    expect(() => calc({ dxMm: 1, heights: [[1, 2], [3]], sheetMm: 20 })).to.throw(/row 1/)
    expect(() =>
      calc({
        dxMm: 1,
        heights: [
          [1, 'x'],
          [3, 4]
        ],
        sheetMm: 20
      })
    ).to.throw(/column 1/)
    const huge = Array.from({ length: 4000 }, () => new Array<number>(4000).fill(0))
    expect(() => calc({ dxMm: 1, heights: huge, sheetMm: 20 })).to.throw(/farther apart/)
    expect(() =>
      slicesOf({
        dxMm: 1,
        heights: [
          [9000, 0],
          [0, 0]
        ],
        sheetMm: 1
      })
    ).to.throw(/at most 400/)
    // thicker than the land: one sheet
    expect(slicesOf({ dxMm: 1, heights: flat, sheetMm: 500 }).sheets).to.have.length(1)
  })
})

describe('parts nested on boards', () => {
  const blob = fc
    .tuple(number(5, 60), number(5, 60), fc.array(number(0.4, 1), { minLength: 5, maxLength: 9 }))
    .map(([w, h, radii]) =>
      radii.map((r, i): Point2 => {
        const a = (2 * Math.PI * i) / radii.length
        return [w * r * Math.cos(a), h * r * Math.sin(a)]
      })
    )
  const boxOf = (ring: readonly Point2[]) => {
    const [xs, ys] = [ring.map((p) => p[0]), ring.map((p) => p[1])]
    return [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  }

  it('never overlap, keep their gap, and never leave their board (500 sets)', () => {
    fc.assert(
      fc.property(
        fc.array(blob, { minLength: 1, maxLength: 14 }),
        number(0, 8),
        fc.boolean(),
        (parts, gapMm, turn) => {
          const { boards, placed, usedPct } = nest({ parts, boardMm: [300, 200], gapMm, turn })
          expect(placed.map((p) => p.part)).to.deep.equal(parts.map((_, i) => i))
          const laid = placed.map((p) => ({ board: p.board, ring: laidOut(parts[p.part], p) }))
          for (const { ring } of laid) {
            const [x0, x1, y0, y1] = boxOf(ring)
            expect(Math.min(x0, y0)).to.be.above(-1e-6)
            expect(x1).to.be.below(300 + 1e-6)
            expect(y1).to.be.below(200 + 1e-6)
          }
          laid.forEach((a, i) =>
            laid.slice(i + 1).forEach((b) => {
              if (a.board !== b.board) return
              const [p, q] = [boxOf(a.ring), boxOf(b.ring)]
              const apart = Math.max(q[0] - p[1], p[0] - q[1], q[2] - p[3], p[2] - q[3])
              expect(apart).to.be.above(gapMm - 1e-6)
            })
          )
          const area = parts.reduce((sum, ring) => sum + Math.abs(signedArea(ring)), 0)
          expect(usedPct).to.be.closeTo((100 * area) / (boards * 300 * 200), 1e-6)
          // turned or moved, a part keeps its size
          for (const [i, { ring }] of laid.entries())
            expect(Math.abs(signedArea(ring))).to.be.closeTo(Math.abs(signedArea(parts[i])), 1e-6)
        }
      ),
      { numRuns: runs(500) }
    )
  })

  it('a bar set aslant lies along the board when it may be turned; what fits no board is named', () => {
    const bar: Point2[] = [
      [0, 0],
      [70, 70],
      [63, 77],
      [-7, 7]
    ]
    expect(() => nest({ parts: [bar], boardMm: [110, 12], gapMm: 0 })).to.throw(
      /parts\[0\].*77 × 77/
    )
    const { boards, placed } = nest({ parts: [bar], boardMm: [110, 12], gapMm: 0, turn: true })
    expect(boards).to.equal(1)
    const [, x1, , y1] = boxOf(laidOut(bar, placed[0]))
    expect(x1).to.be.below(110)
    expect(y1).to.be.below(12)
    // four quarters of a board fill it
    const tile: Point2[] = [
      [0, 0],
      [50, 0],
      [50, 30],
      [0, 30]
    ]
    const full = nest({ parts: [tile, tile, tile, tile], boardMm: [100, 60], gapMm: 0 })
    expect(full.boards).to.equal(1)
    expect(full.usedPct).to.be.closeTo(100, 1e-9)
  })
})

describe('the camera of a picture', () => {
  const [widthPx, heightPx] = [1600, 1200]
  const sub = (a: Point3, b: Point3): Point3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
  const unit = (a: Point3): Point3 => {
    const l = Math.hypot(...a)
    return [a[0] / l, a[1] / l, a[2] / l]
  }
  const cross = (a: Point3, b: Point3): Point3 => [
    a[1] * b[2] - a[2] * b[1],
    a[2] * b[0] - a[0] * b[2],
    a[0] * b[1] - a[1] * b[0]
  ]
  /** A camera that looks from one place at another, upright. */
  const camera = (eyeMm: Point3, at: Point3, fovDeg: number) => {
    const ahead = unit(sub(at, eyeMm))
    const right = unit(cross(ahead, [0, 0, 1]))
    const down = cross(ahead, right)
    return { eyeMm, fovDeg, fovAcrossDeg: 0, reprojectionPx: 0, right, down, ahead }
  }
  const plane: Point3[] = [
    [0, 0, 0],
    [400, 0, 0],
    [400, 300, 0],
    [0, 300, 0]
  ]
  const space: Point3[] = [...plane, [60, 40, 55], [330, 210, 80], [200, 150, 35]]
  const eyes = fc.record({
    around: number(-70, 70),
    high: number(25, 60),
    far: number(450, 1100),
    fovDeg: number(24, 60)
  })
  const placed = ({
    around,
    high,
    far,
    fovDeg
  }: {
    around: number
    high: number
    far: number
    fovDeg: number
  }) => {
    const [a, e] = [((around - 90) * Math.PI) / 180, (high * Math.PI) / 180]
    const eye: Point3 = [
      200 + far * Math.cos(e) * Math.cos(a),
      150 + far * Math.cos(e) * Math.sin(a),
      far * Math.sin(e)
    ]
    return camera(eye, [200, 150, 0], fovDeg)
  }

  it('is found again by four points of a plane and by seven in space: eye, angle of view, all within half a pixel', () => {
    for (const places of [plane, space])
      fc.assert(
        fc.property(eyes, (eye) => {
          const known = placed(eye)
          const points = places.map((model) => ({
            model,
            picture: seenIn(known, { widthPx, heightPx }, model)
          }))
          const found = resection({ points, widthPx, heightPx })
          expect(found.reprojectionPx).to.be.below(0.5)
          // four points seen nearly square on leave the distance open: what is seen from there is the same
          const off = Math.hypot(...sub(found.eyeMm, known.eyeMm))
          expect(off / eye.far).to.be.below(0.01)
          expect(found.fovDeg).to.be.closeTo(eye.fovDeg, 0.4)
          const top: Point3 = [210, 140, 30]
          const [p, q] = [found, known].map((c) => seenIn(c, { widthPx, heightPx }, top))
          expect(Math.hypot(p[0] - q[0], p[1] - q[1])).to.be.below(0.5)
        }),
        { numRuns: runs(60) }
      )
  })

  it('what stands upright is measured as high as it is, from any camera that does not look straight down', () => {
    const size = { widthPx, heightPx }
    fc.assert(
      fc.property(eyes, number(20, 380), number(20, 280), number(0.5, 120), (eye, x, y, high) => {
        const known = placed(eye)
        const foot: Point3 = [x, y, 12]
        const top = seenIn(known, size, [x, y, 12 + high])
        expect(standsOver(known, size, foot, top)).to.be.closeTo(high, 1e-6 * eye.far)
      })
    )
    const above = {
      ...camera([200, 150, 900], [200, 150.0001, 0], 40),
      eyeMm: [200, 150, 900] as Point3
    }
    expect(() => standsOver(above, size, [200, 150, 0], [100, 100])).to.throw(/aslant/)
  })

  it('by clicks half a pixel off it still lies within a few in a hundred', () => {
    const slip = number(-0.5, 0.5)
    fc.assert(
      fc.property(eyes, fc.array(slip, { minLength: 14, maxLength: 14 }), (eye, slips) => {
        const known = placed(eye)
        const points = space.map((model, i) => {
          const [x, y] = seenIn(known, { widthPx, heightPx }, model)
          return { model, picture: [x + slips[2 * i], y + slips[2 * i + 1]] as const }
        })
        const found = resection({ points, widthPx, heightPx })
        expect(found.reprojectionPx).to.be.below(0.75)
        expect(Math.hypot(...sub(found.eyeMm, known.eyeMm)) / eye.far).to.be.below(0.06)
      }),
      { numRuns: runs(60) }
    )
  })

  it('points that do not say enough are named', () => {
    const known = placed({ around: 20, high: 40, far: 700, fovDeg: 40 })
    const seen = (places: Point3[]) =>
      places.map((model) => ({ model, picture: seenIn(known, { widthPx, heightPx }, model) }))
    const size = { widthPx, heightPx }
    const row: Point3[] = [0, 100, 200, 300].map((x) => [x, 50, 0])
    expect(() => resection({ points: seen(row), ...size })).to.throw(/on a line/)
    expect(() => resection({ points: seen(space.slice(1, 6)), ...size })).to.throw(/6 in space/)
    expect(() => calculate('resection', { points: seen(plane.slice(1)), ...size })).to.throw(
      /points/
    )
    const square = camera([200, 149.99, 900], [200, 150, 0], 40)
    const above = plane.map((model) => ({ model, picture: seenIn(square, size, model) }))
    expect(() => resection({ points: above, ...size })).to.throw(/square on/)
  })
})
