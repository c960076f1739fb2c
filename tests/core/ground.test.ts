import { expect } from 'chai'
import fc from 'fast-check'
import { cutAt } from '../../core/physics/shape/cut'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { profileAlong } from '../../core/physics/shape/profile'
import { shoreline } from '../../core/physics/shape/shoreline'
import {
  groundSurface,
  surfaceFaults,
  type Corner,
  type Sounding
} from '../../core/physics/shape/surface'
import {
  crossing,
  distanceToRing,
  insideRing,
  signedArea,
  type Point2
} from '../../core/physics/shape/polygon'
import { under } from '../../app/drawings/paths'
import { placed } from '../../app/drawings/placed'
import { changeFall, changePool, raiseAll } from '../../core/build/edits'
import { mending } from '../../core/build/mend'
import type { Build } from '../../core/build/types'
import { derivePlan } from '../../core/plan/derivePlan'
import { demo, fresh } from '../support/builds'
import { runs } from '../support/dial'

/** Star-shaped outlines, often concave, and dips inside them. */
const pools = fc
  .record({
    radii: fc.array(fc.double({ min: 20, max: 100, noNaN: true }), { minLength: 3, maxLength: 14 }),
    heights: fc.array(fc.double({ min: 5, max: 30, noNaN: true }), {
      minLength: 14,
      maxLength: 14
    }),
    dips: fc.array(
      fc.tuple(
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        fc.double({ min: 0.02, max: 0.97, noNaN: true }),
        fc.double({ min: -20, max: 30, noNaN: true })
      ),
      { minLength: 1, maxLength: 30 }
    )
  })
  .map(({ radii, heights, dips }) => {
    const n = radii.length
    const outline = radii.map((r, i): Corner => ({
      x: r * Math.cos((2 * Math.PI * i) / n),
      y: r * Math.sin((2 * Math.PI * i) / n),
      z: heights[i]
    }))
    const ring = outline.map((c): Point2 => [c.x, c.y])
    const soundings = dips
      .map(([angle, share, z]): Sounding => {
        const i = Math.min(n - 1, Math.floor((angle / (2 * Math.PI)) * n))
        const [a, b] = [ring[i], ring[(i + 1) % n]]
        const t = (angle / (2 * Math.PI)) * n - i
        return [share * (a[0] + t * (b[0] - a[0])), share * (a[1] + t * (b[1] - a[1])), z]
      })
      .filter(
        (s, i, all) =>
          insideRing([s[0], s[1]], ring) &&
          all.findIndex((o) => Math.hypot(o[0] - s[0], o[1] - s[1]) < 1) === i
      )
    return { outline, ring, soundings }
  })
  .filter(
    ({ soundings, outline, ring }) =>
      soundings.length > 0 &&
      crossing(ring) === null &&
      surfaceFaults(outline, soundings).length === 0
  )

describe('The ground', () => {
  it('covers just what the outline encloses, whatever its shape', () => {
    fc.assert(
      fc.property(pools, ({ outline, ring, soundings }) => {
        const surface = groundSurface(outline, soundings)
        const flooded = cutAt(surface, 1000)
        expect(flooded.areaMm2).to.be.closeTo(
          Math.abs(signedArea(ring)),
          1e-6 * Math.abs(signedArea(ring))
        )
      }),
      { numRuns: runs(200), seed: 11 }
    )
  })

  it('a straight side takes any number of points, whichever way the pool is turned', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        fc.integer({ min: 1, max: 40 }),
        fc.array(
          fc.tuple(
            fc.double({ min: 0, max: 1, noNaN: true }),
            fc.double({ min: 0, max: 1, noNaN: true })
          ),
          { minLength: 1, maxLength: 20 }
        ),
        (turn, n, dips) => {
          const turned = (x: number, y: number) => ({
            x: Math.cos(turn) * x - Math.sin(turn) * y + 500,
            y: Math.sin(turn) * x + Math.cos(turn) * y + 300,
            z: 5
          })
          const along = Array.from({ length: n }, (_, i) => i / n)
          const outline: Corner[] = [
            ...along.map((t) => turned(200 * t, 0)),
            ...along.map((t) => turned(200, 100 * t)),
            ...along.map((t) => turned(200 - 200 * t, 100)),
            ...along.map((t) => turned(0, 100 - 100 * t))
          ]
          const soundings = dips.map(([u, v]): Sounding => {
            const p = turned(200 * u, 100 * v)
            return [p.x, p.y, 2]
          })
          fc.pre(surfaceFaults(outline, soundings).length === 0)
          const surface = groundSurface(outline, soundings)
          expect(cutAt(surface, 50).areaMm2).to.be.closeTo(20_000, 1e-3)
          expect(shoreline(surface, 3.3).reduce((s, r) => s + signedArea(r), 0)).to.be.closeTo(
            cutAt(surface, 3.3).areaMm2,
            1e-3
          )
        }
      ),
      { numRuns: runs(200), seed: 14 }
    )
  })

  it('volume never falls as the level rises, and grows by the area', () => {
    fc.assert(
      fc.property(
        pools,
        fc.double({ min: -25, max: 40, noNaN: true }),
        fc.double({ min: 0, max: 10, noNaN: true }),
        ({ outline, soundings }, level, rise) => {
          const surface = groundSurface(outline, soundings)
          const [low, high] = [cutAt(surface, level), cutAt(surface, level + rise)]
          const slack = 1e-9 * (1 + high.volumeMm3)
          expect(high.volumeMm3 - low.volumeMm3).to.be.at.least(low.areaMm2 * rise - slack)
          expect(high.volumeMm3 - low.volumeMm3).to.be.at.most(high.areaMm2 * rise + slack)
        }
      ),
      { numRuns: runs(300), seed: 12 }
    )
  })

  it('the shoreline encloses just the wet area: water anticlockwise, islands taken off', () => {
    fc.assert(
      fc.property(
        pools,
        fc.double({ min: -25, max: 40, noNaN: true }),
        ({ outline, soundings }, level) => {
          const surface = groundSurface(outline, soundings)
          const enclosed = shoreline(surface, level).reduce(
            (sum, ring) => sum + signedArea(ring),
            0
          )
          const { areaMm2 } = cutAt(surface, level)
          expect(enclosed).to.be.closeTo(areaMm2, 1e-6 * (1 + areaMm2))
        }
      ),
      { numRuns: runs(200), seed: 13 }
    )
  })

  it('an island in a pool is a ring of its own, the other way round', () => {
    const outline: Corner[] = [
      [0, 0],
      [100, 0],
      [100, 100],
      [0, 100]
    ].map(([x, y]) => ({ x, y, z: 0 }))
    const rings = shoreline(
      groundSurface(outline, [
        [50, 50, 30],
        [20, 20, 0],
        [80, 20, 0],
        [80, 80, 0],
        [20, 80, 0]
      ]),
      10
    )
    expect(rings).to.have.length(2)
    expect(rings.map((r) => Math.sign(signedArea(r)))).to.deep.equal([1, -1])
    expect(distanceToRing([50, 50], rings[1]).distance).to.be.within(10, 40)
  })

  it('the long section meets the dips it runs over, and leaves and re-enters a bent pool', () => {
    const build = demo()
    const { section } = groundStage(build)
    expect(section.runs.map((r) => r.pool)).to.deep.equal(['tailrace', 'millpond'])
    expect(section.ground[0][0]).to.be.closeTo(0, 1e-9)
    expect(section.ground.at(-1)![0]).to.be.closeTo(section.lengthMm, 1e-9)
    const u: Corner[] = [
      [0, 0],
      [90, 0],
      [90, 60],
      [60, 60],
      [60, 20],
      [30, 20],
      [30, 60],
      [0, 60]
    ].map(([x, y]) => ({ x, y, z: 5 }))
    const runs = profileAlong(
      groundSurface(u, [
        [15, 40, 0],
        [75, 40, 1],
        [45, 10, 2]
      ]),
      [-10, 40],
      [100, 40]
    )
    expect(runs.map((r) => [r[0][0], r.at(-1)![0]].map((s) => Math.round(s)))).to.deep.equal([
      [10, 40],
      [70, 100]
    ])
    expect(runs[0].some(([s, z]) => Math.abs(s - 25) < 1e-9 && Math.abs(z) < 1e-9)).to.equal(true)
  })

  it('a fall that no pool takes lands on low ground in front of its lip, not in the bank', () => {
    const build = fresh({ pool: true, fall: true, poolBelow: false })
    const { section } = groundStage(build)
    const lip = section.runs[0].ground[0][0]
    for (const [s, z] of section.ground.filter(([at]) => at < lip)) expect(z, `at ${s}`).to.equal(0)
    const shallow = groundStage(changeFall('fall1', { dropMm: 12 })(build)).section
    expect(shallow.ground[0]).to.deep.equal([0, 26])
    expect(section.ground.at(-1)![1]).to.equal(build.ground.bankMm)
    expect(section.ground.every(([s], i, all) => i === 0 || s >= all[i - 1][0])).to.equal(true)
  })

  it('water on a section is drawn as deep as it is, in one body or in bands that add up to it', () => {
    const line: [number, number][] = [
      [0, 10],
      [10, 0],
      [20, 6],
      [30, 2],
      [40, 10]
    ]
    const area = (rings: readonly (readonly [number, number])[][]) =>
      rings.reduce((s, r) => s + Math.abs(signedArea(r)), 0)
    expect(under(line, 5)).to.have.length(2)
    expect(under(line, 8)).to.have.length(1)
    expect(under(line, -1)).to.have.length(0)
    const bands = area(under(line, 3)) + area(under(line, 6, 3)) + area(under(line, 9, 6))
    expect(bands).to.be.closeTo(area(under(line, 9)), 1e-9)
  })

  it('words on a drawing have the first of their places that is clear, and go without only where none is', () => {
    const across = fc.integer({ min: 0, max: 90 })
    const size = fc.integer({ min: 1, max: 25 })
    const box = fc.record({ x: across, y: across, wide: size, high: size })
    const boxes = fc.array(fc.array(box, { maxLength: 4 }), { maxLength: 14 })
    type Box = { x: number; y: number; wide: number; high: number }
    // whole px: what two boxes share is counted cell by cell
    const cells = (b: Box) =>
      Array.from(
        { length: b.wide * b.high },
        (_, i) => `${b.x + (i % b.wide)} ${b.y + Math.floor(i / b.wide)}`
      )
    fc.assert(
      fc.property(boxes, fc.array(box, { maxLength: 4 }), (wanted, there) => {
        const { which } = placed(wanted, there)
        const filled = new Set(there.flatMap(cells))
        const isClear = (b: Box) => cells(b).every((c) => !filled.has(c))
        wanted.forEach((places, i) => {
          expect(which[i]).to.equal(places.findIndex(isClear))
          if (which[i] >= 0) for (const c of cells(places[which[i]])) filled.add(c)
        })
      })
    )
  })

  it('every fault is said where it stands, and the rest of the build still has its figures', () => {
    const build = changePool('tailrace', {
      soundings: [
        [210, 80, 5],
        [210, 80, 6],
        [5, 5, 3]
      ]
    })(demo())
    const { pools: grounds, section } = groundStage(build)
    expect(grounds[1].faults.map((f) => f.path)).to.have.members([
      'waters[2].soundings[1]',
      'waters[2].soundings[2]'
    ])
    expect(grounds[1].faults[0].at).to.be.an('array')
    expect(grounds[1].surface).to.equal(null)
    expect(grounds[0].volumeMl).to.be.greaterThan(100)
    expect(section.runs.map((r) => r.pool)).to.deep.equal(['millpond'])
  })

  it('a corner at a dam takes the nearest dip, one on the shore the brim, and a given height stands', () => {
    const [pond] = groundStage(changePool('millpond', { measure: 'tin' })(demo())).pools
    const heights = Array.from(
      { length: pond.surface!.outlineCount },
      (_, i) => pond.surface!.xyz[3 * i + 2]
    )
    expect(heights.slice(0, 6)).to.deep.equal([46, 44.5, 44, 46, 52, 52])
  })

  it('set lower or higher as a whole, a model holds the same water, falls as far and costs the same', () => {
    for (const name of ['1-weir-at-cobbets-race', '3-slalom-in-the-hollin-gorge'] as const) {
      const at = (byMm: number) => {
        const plan = derivePlan(raiseAll(byMm)(demo(name)))
        return {
          lowest: plan.ground.pools.map((p) => Math.round(p.lowestMm - byMm)),
          ml: plan.ground.pools.map((p) => p.volumeMl.toFixed(1)),
          falls: plan.forms.falls.map((f) => f.dropMm.toFixed(2)),
          runs: plan.forms.reaches.map((r) =>
            (r.stations[0].surfaceMm - r.stations.at(-1)!.surfaceMm).toFixed(2)
          ),
          thrown: plan.forms.splashes.map((s) => s.heightMm.toFixed(2)),
          resin: plan.amounts.batches.map((b) => b.aG.toFixed(6))
        }
      }
      expect(at(12)).to.deep.equal(at(0))
      expect(raiseAll(-12)(raiseAll(12)(demo(name)))).to.deep.equal(demo(name))
    }
  })

  it('with no landform a bed above the board is said, and set down on it by one click', () => {
    const build = { ...fresh(), ground: { ...fresh().ground, landform: 'no-landform' } }
    const told = (b: Build) =>
      derivePlan(b).findings.filter((f) => f.id.startsWith('nothing-under'))
    expect(told(fresh())).to.deep.equal([])
    const [finding] = told(build)
    const down = mending(finding.mend!)(build)
    // the lowest lies on the board; what is higher still stands on nothing, and no click mends that
    const pools = derivePlan(down).ground.pools
    expect(Math.min(...pools.map((p) => p.lowestMm))).to.be.closeTo(0, 0.1)
    expect(told(down).map((f) => [f.water, f.mend])).to.deep.equal(
      pools.filter((p) => p.lowestMm > 1).map((p) => [p.id, undefined])
    )
  })
})
