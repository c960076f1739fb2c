import { expect } from 'chai'
import fc from 'fast-check'
import {
  addContour,
  landFromGrid,
  layThroughContours,
  levelLand,
  setLand
} from '../../core/build/landEdits'
import { landAt, landFieldOf, landSpan, openLand, packLand } from '../../core/build/land'
import { addFall, changeOutlet, layLedge, raiseAll, setOutlet } from '../../core/build/edits'
import { readBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import type { Build } from '../../core/build/types'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { newFrom } from '../../core/exchange/newFile'
import { gridFromMap } from '../../core/exchange/scans/heightMap'
import { stretched } from '../../core/physics/shape/harmonic'
import { fieldAt, flatField, overField, refitted } from '../../core/physics/shape/heightField'
import { BRUSHES, cutCliff, laySlope, touch, touches } from '../../core/physics/shape/sculpt'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { formsStage } from '../../core/plan/2-forms/formsStage'
import { endSection } from '../../core/plan/2-forms/endSection'
import { groundMark } from '../../core/plan/2-forms/ran/ranPlan'
import { sceneMaker } from '../../core/plan/2-forms/scene/sceneMaker'
import { lipOf } from '../../core/plan/2-forms/flow'
import { grownLand } from '../../core/plan/beside/grownLand'
import { wholeGround } from '../../core/plan/beside/landOf'
import { derivePlan } from '../../core/plan/derivePlan'
import { planUntil } from '../../core/plan/stages'
import { demo } from '../support/builds'
import { runs } from '../support/dial'

const NOW = { start: '2026-11-24T18:00', zone: 'UTC' }
const BASE = { widthMm: 300, depthMm: 200 }
const weir = demo()
const shore = newFrom(
  { name: 'Shore', scale: '1:72', widthMm: 300, depthMm: 200, waters: 'shore' },
  NOW
)
/** Land that rises evenly from left to right, over a build's base. */
const wedge = (build: Build, low: number, high: number) => {
  const flat = landFieldOf(levelLand(build))
  return setLand({
    ...flat,
    zMm: overField(flat, (x) => low + ((high - low) * x) / build.base.widthMm)
  })(build)
}

describe('Land that is sculpted', () => {
  it('a touch changes only what lies under the brush, most in its middle; raise and lower undo each other', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BRUSHES),
        fc.double({ min: 0, max: 300, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: 3, max: 60, noNaN: true }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        (brush, x, y, radiusMm, strength) => {
          const field = flatField(BASE, 60)
          field.zMm.forEach((_, i) => (field.zMm[i] += (i % 7) - 3))
          const before = field.zMm.slice()
          touch(field, brush, [x, y], { radiusMm, strength }, 20)
          const { cols, cellMm } = field
          const places = Array.from(field.zMm, (z, i) => ({
            z,
            was: before[i],
            off: Math.hypot((i % cols) * cellMm - x, Math.floor(i / cols) * cellMm - y)
          }))
          const all = (holds: (p: (typeof places)[number]) => boolean) =>
            expect(places.find((p) => !holds(p))).to.equal(undefined)
          all(({ z, was, off }) => off < radiusMm || z === was)
          all(({ z }) => z >= 0 && z <= 10_000)
          if (brush === 'raise') all(({ z, was }) => z >= was)
          if (brush === 'lower') all(({ z, was }) => z <= was)
          if (brush === 'flatten')
            all(({ z, was }) => Math.abs(z - 20) <= Math.abs(was - 20) + 1e-6)
          if (brush !== 'raise') return
          touch(field, 'lower', [x, y], { radiusMm, strength })
          expect(field.zMm.every((z, i) => Math.abs(z - before[i]) < 1e-4)).to.equal(true)
        }
      ),
      { numRuns: runs(60) }
    )
  })

  it('a stroke touches evenly, however many places the hand told of', () => {
    const once = touches(
      [
        [0, 0],
        [60, 0]
      ],
      12
    )
    const often = touches(
      Array.from({ length: 200 }, (_, i): [number, number] => [(60 * i) / 199, 0]),
      12
    )
    expect(often).to.have.length(once.length)
    once.forEach(([x], i) => expect(often[i][0]).to.be.closeTo(x, 1e-9))
  })

  it('smoothing keeps the mean and takes away bumps; rock is the same rock each time', () => {
    const field = flatField(BASE, 50)
    field.zMm.forEach((_, i) => (field.zMm[i] += (i + Math.floor(i / field.cols)) % 2 ? 4 : -4))
    for (let k = 0; k < 30; k++) touch(field, 'smooth', [150, 100], { radiusMm: 40, strength: 1 })
    expect(fieldAt(field, [150, 100])).to.be.closeTo(50, 0.05)
    const [a, b] = [flatField(BASE, 50), flatField(BASE, 50)]
    for (const f of [a, b]) touch(f, 'roughen', [150, 100], { radiusMm: 40, strength: 1 })
    expect(a.zMm).to.deep.equal(b.zMm)
    const near = a.zMm.filter((z) => z !== 50)
    expect(Math.max(...near) - Math.min(...near)).to.be.above(1)
  })

  it('a cliff falls on the right of its line only, and lifts nothing; a slope is even between two heights', () => {
    const field = flatField(BASE, 60)
    cutCliff(
      field,
      [
        [50, 100],
        [250, 100]
      ],
      30,
      15
    )
    expect(fieldAt(field, [150, 100 - 3 * field.cellMm])).to.be.closeTo(15, 0.01)
    expect(fieldAt(field, [150, 100 + 2 * field.cellMm])).to.equal(60)
    expect(fieldAt(field, [150, 60])).to.equal(60)
    cutCliff(
      field,
      [
        [50, 100],
        [250, 100]
      ],
      30,
      90
    )
    expect(fieldAt(field, [150, 100 - 3 * field.cellMm])).to.be.closeTo(15, 0.01)
    const slope = flatField(BASE, 60)
    laySlope(
      slope,
      [
        [50, 100],
        [250, 100]
      ],
      30,
      [10, 50]
    )
    for (const [x, z] of [
      [50, 10],
      [100, 20],
      [150, 30],
      [250, 50]
    ] as const)
      expect(fieldAt(slope, [x, 100])).to.be.closeTo(z, 0.3)
    expect(fieldAt(slope, [150, 100 + 15])).to.be.closeTo(30, 0.01)
    expect(fieldAt(slope, [150, 140])).to.equal(60)
  })

  it('a skin between heights is straight between two lines and logarithmic between two circles', () => {
    // Laplace in one dimension, and in a ring: z = a + b·ln r (any book of potential theory)
    const size = flatField({ widthMm: 240, depthMm: 240 }, NaN)
    const { cols, cellMm } = size
    const line = overField(size, (x) => (x === 0 ? 10 : Math.abs(x - 240) < 1e-6 ? 70 : NaN))
    const off = stretched(size, line).map((z, i) =>
      Math.abs(z - 10 - (60 * (i % cols) * cellMm) / 240)
    )
    expect(Math.max(...off)).to.be.below(0.15)
    const radius = (x: number, y: number) => Math.hypot(x - 120, y - 120)
    const ring = overField(size, (x, y) =>
      radius(x, y) <= 20 ? 60 : radius(x, y) >= 100 ? 10 : NaN
    )
    const skin = { ...size, zMm: stretched(size, ring) }
    for (const r of [30, 45, 60, 80])
      expect(fieldAt(skin, [120 + r, 120])).to.be.closeTo(
        10 + (50 * Math.log(100 / r)) / Math.log(5),
        0.8
      )
  })

  it('is kept to a twentieth of a millimetre, over a base of another size too; what is broken is refused whole', () => {
    const field = {
      ...flatField(BASE, 0),
      zMm: overField(flatField(BASE, 0), (x, y) => 40 + 30 * Math.sin(x / 20) + y / 10)
    }
    const back = openLand(packLand(field))
    expect(Math.max(...field.zMm.map((z, i) => Math.abs(z - back.zMm[i])))).to.be.below(0.026)
    const wider = refitted(field, { widthMm: 400, depthMm: 260 })
    expect(fieldAt(wider, [137, 61])).to.be.closeTo(fieldAt(field, [137, 61]), 0.3)
    expect(fieldAt(wider, [390, 61])).to.be.closeTo(fieldAt(field, [300, 61]), 0.01)
    const build = setLand(field)({ ...shore })
    const read = readBuild(writeBuild(build))
    expect(read.ok && read.value.land).to.deep.equal(build.land)
    const json = JSON.parse(writeBuild(build)) as {
      land: { cols: number; heights: { data: string } }
    }
    for (const [breaks, why] of [
      [() => (json.land.cols += 1), 'the grid has'],
      [() => (json.land.heights.data = 'AAAA'), 'cannot be unpacked'],
      [() => (json.land.cols = 3999), 'at most']
    ] as const) {
      breaks()
      const refused = readBuild(JSON.stringify(json))
      expect(refused.ok).to.equal(false)
      if (!refused.ok) expect(JSON.stringify(refused.faults)).to.include(why)
    }
  })

  it('is asked wherever the bank was: sections, the ends, amounts, a ledge’s foot, the ground for running water', () => {
    const build = wedge(weir, 20, 80)
    const { widthMm, depthMm } = build.base
    const across = {
      ...build,
      section: { from: [0, depthMm - 3], to: [widthMm, depthMm - 3] }
    } as Build
    const { section } = groundStage(across)
    const outside = section.ground.filter(
      ([s]) => !section.runs.some((r) => s >= r.ground[0][0] && s <= r.ground.at(-1)![0])
    )
    expect(outside.length).to.be.above(3)
    for (const [s, z] of outside) expect(z).to.be.closeTo(20 + (60 * s) / widthMm, 0.1)
    const end = endSection(build, groundStage(build), 'right')
    expect(end.ground[0][1]).to.be.closeTo(80, 0.5)
    expect(landSpan(build).meanMm).to.be.closeTo(50, 0.05)
    const bought = (b: Build) =>
      planUntil(b, 'amounts').shopping.find((l) => l.material === b.ground.landform)!.amount
    expect(bought(build) / bought(levelLand(weir))).to.be.closeTo(50 / weir.ground.bankMm, 0.01)
    // another ground is another run, and without land the mark is as it was
    expect(groundMark(build)).not.to.equal(groundMark(levelLand(weir)))
    expect(groundMark(levelLand(build))).to.equal(groundMark(levelLand(weir)))
    const cells = sceneMaker(build).at(3000)
    const dry = cells.grid
    let told = 0
    for (let c = 0; c < dry.cols * dry.rows; c++) {
      if (cells.owner[c] >= 0) continue
      const x = ((c % dry.cols) + 0.5) * dry.cellMm
      const y = (Math.floor(c / dry.cols) + 0.5) * dry.cellMm
      const z = cells.bedM[c] * (1000 / cells.scale)
      if (Math.abs(z - landAt(build, [x, y])) < 0.5) told++
    }
    expect(told).to.be.above(100)
    const [fall] = build.waters.filter((w) => w.kind === 'fall')
    const ledge = {
      ...fall,
      into: null,
      footMm: null,
      dropMm: null,
      outlet: { kind: 'ledge' as const, x: 200, y: 20, zMm: 100, headingDeg: 180 }
    }
    const foot = 20 + (60 * 184) / widthMm
    expect(lipOf(build, ledge).dropMm).to.be.closeTo(100 - foot, 0.1)
    expect(raiseAll(5)(build).land).not.to.equal(undefined)
    expect(landAt(raiseAll(5)(build), [100, 50])).to.be.closeTo(landAt(build, [100, 50]) + 5, 0.1)
  })

  it('a cliff beside a sea throws white back where flat land lets it run out; a ledge on land keeps to it', () => {
    const mole = levelLand(demo('2-mole-at-varnsey'))
    const pool = mole.waters.find((w) => w.kind === 'pool')!
    const flat = landFieldOf(mole)
    const cliff = setLand({
      ...flat,
      zMm: overField(flat, (x) => (x > 465 ? pool.levelMm + 40 : pool.levelMm))
    })(mole)
    const low = setLand({ ...flat, zMm: flat.zMm.map(() => pool.levelMm) })(mole)
    const whiteOf = (build: Build) => {
      const { white } = formsStage(build, groundStage(build), BUILT_IN_SHELF)
      return white.waters.find((w) => w.water === pool.id)!.sharePct
    }
    expect(whiteOf(cliff)).to.be.above(whiteOf(low) + 0.05)

    const sloped = wedge(addFall(weir), 20, 60)
    const fall = sloped.waters.filter((w) => w.kind === 'fall').at(-1)!
    const stood = layLedge(fall.id)(setOutlet(fall.id, 'ledge')(sloped))
    const outletOf = (build: Build) => {
      const found = build.waters.find((w) => w.id === fall.id)
      return found?.kind === 'fall' ? found.outlet! : expect.fail('no fall')
    }
    const at = outletOf(stood)
    expect(at.zMm).to.be.closeTo(landAt(stood, [at.x, at.y]), 0.06)
    // with the land up the slope, as it was where the hand gives a height of its own
    const moved = outletOf(changeOutlet(fall.id, { x: at.x + 60 })(stood))
    expect(moved.zMm).to.be.closeTo(landAt(stood, [moved.x, moved.y]), 0.06)
    expect(moved.zMm).to.be.above(at.zMm + 3)
    const own = changeOutlet(fall.id, { zMm: at.zMm + 15 })(stood)
    expect(outletOf(changeOutlet(fall.id, { x: at.x + 60 })(own)).zMm).to.equal(at.zMm + 15)
  })

  it('grown from its waters it holds them: beside every shore it stands over the water, beds stay as dipped', () => {
    for (const build of [
      weir,
      demo('2-mole-at-varnsey'),
      demo('3-slalom-in-the-hollin-gorge'),
      shore
    ]) {
      const ground = groundStage(build)
      const forms = formsStage(build, ground, BUILT_IN_SHELF)
      const grown = setLand(grownLand(build, ground, forms))(build)
      const found = derivePlan(grown).findings.filter((f) => f.id.includes('land-below-water'))
      expect(found, build.name).to.deep.equal([])
      const { highMm } = landSpan(grown)
      const brims = build.waters.flatMap((w) => (w.kind === 'pool' ? [w.brimMm, w.levelMm] : []))
      expect(highMm).to.be.within(Math.max(...brims), Math.max(...brims) + 40)
      const whole = wholeGround(grown, ground, forms)
      const [pool] = build.waters.filter((w) => w.kind === 'pool')
      for (const [x, y, z] of pool.soundings.slice(0, 4))
        expect(fieldAt(whole, [x, y])).to.be.closeTo(z, 2.5)
    }
  })

  it('lies through lines that were drawn; the later holds where two cross', () => {
    const ring = (r: number) =>
      Array.from({ length: 41 }, (_, i): [number, number] => [
        150 + r * Math.cos((i * Math.PI) / 20),
        100 + r * Math.sin((i * Math.PI) / 20)
      ])
    const drawn = [
      { zMm: 70, points: ring(20) },
      { zMm: 20, points: ring(80) }
    ].reduce((b, c) => addContour(c)(b), shore)
    expect(drawn.land!.contours).to.have.length(2)
    const laid = layThroughContours(drawn)
    expect(landAt(laid, [150, 100])).to.be.closeTo(70, 0.5)
    expect(landAt(laid, [150 + 40, 100])).to.be.closeTo(45, 1.5)
    expect(landAt(laid, [5, 5])).to.be.within(18, 21)
    expect(laid.land!.contours).to.have.length(2)
  })

  it('takes a height map of any size, with holes closed and what is out of range cut to it', () => {
    const n = 300
    const shade = Float32Array.from({ length: n * n }, (_, i) => (i % n) / (n - 1))
    const map = { width: n, height: n, shade, says: null }
    const grid = gridFromMap(map, { widthMm: 300, lowMm: -10, highMm: 90, x: 0, y: 0 })
    for (let r = 100; r < 120; r++) for (let c = 140; c < 160; c++) grid.z[r * n + c] = NaN
    const { field, coveredPct, clippedPct } = landFromGrid(shore, grid)
    expect(coveredPct).to.be.within(98, 100)
    expect(clippedPct).to.be.closeTo(10, 1)
    expect(fieldAt(field, [200, 50])).to.be.closeTo(-10 + (100 * 200) / 300, 0.5)
    // the hole is closed by a skin: straight, as the land about it is
    expect(fieldAt(field, [150, 110])).to.be.closeTo(40, 1)
    expect(Math.min(...field.zMm)).to.equal(0)
  })
})
