import { expect } from 'chai'
import fc from 'fast-check'
import { answer } from '../../app/workers/ask'
import { changePool } from '../../core/build/edits'
import { newBuild, poolDefaults, USUAL_WEEK } from '../../core/build/newBuild'
import type { Build, OutlineCorner, Pool } from '../../core/build/types'
import { fillFrom, type Basin } from '../../core/plan/1-ground/fill'
import { heldMl, levelHolding, type Vessel } from '../../core/plan/1-ground/held'
import { joinsOf } from '../../core/plan/1-ground/joins'
import { leanMl, leanOf, UPRIGHT } from '../../core/plan/1-ground/lean'
import { arcBetween, damLengthMm, ringOf } from '../../core/plan/1-ground/outline'
import { poolGround } from '../../core/plan/1-ground/poolGround'
import { displacedMl } from '../../core/physics/shape/standing'
import { groundSurface } from '../../core/physics/shape/surface'
import { shimsFor, tilted } from '../../core/physics/shape/tilted'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { derivePlan } from '../../core/plan/derivePlan'
import { runs } from '../support/dial'
import { written } from '../../core/words/sentence'

const box = (w: number, d: number, leanDeg = 0): OutlineCorner[] =>
  [
    [0, 0],
    [w, 0],
    [w, d],
    [0, d]
  ].map(([x, y], i) => ({ id: `c${i}`, x, y, edge: 'dam', leanDeg }))
const pool = (change: Partial<Pool>): Pool => ({
  kind: 'pool',
  id: 'p',
  name: 'Pool',
  way: 'two-part-pour',
  outline: box(100, 60),
  brimMm: 30,
  damTopMm: 40,
  dam: 'clay',
  levelMm: 20,
  soundings: [[50, 30, 8]],
  resin: 'clear-epoxy-2-1',
  tints: [],
  ...poolDefaults(),
  ...change
})
const build = (...waters: Pool[]): Build => ({
  ...newBuild({
    id: 'b',
    name: 'B',
    scale: '1:48',
    base: { widthMm: 400, depthMm: 200 },
    waters: { pool: false, fall: false, poolBelow: false },
    calendar: { zone: 'UTC', start: '2026-11-24T18:00', week: USUAL_WEEK }
  }),
  waters
})
const vesselOf = (p: Pool): Vessel => poolGround(p, 'w').vessel!

describe('Walls that lean or bulge', () => {
  it('four walls leaning outwards make a frustum: h/3·(A₁ + A₂ + √(A₁A₂))', () => {
    for (const deg of [10, 25, -8]) {
      const h = 12
      const t = Math.tan((deg * Math.PI) / 180)
      const side = 80
      const vessel = vesselOf(pool({ outline: box(side, side, deg), soundings: [[40, 40, 8]] }))
      const [a1, a2] = [side * side, (side + 2 * h * t) ** 2]
      expect(heldMl(vessel, 8 + h)).to.be.closeTo(
        ((h / 3) * (a1 + a2 + Math.sqrt(a1 * a2))) / 1000,
        1e-6
      )
    }
  })
  it('one leaning wall adds a wedge, ½·tan·d²·L; over a sloping foot the integral of it', () => {
    const outline = box(100, 60)
    outline[0].leanDeg = 20
    const t = Math.tan((20 * Math.PI) / 180)
    const flat = leanOf(
      outline,
      groundSurface(
        outline.map((c) => ({ x: c.x, y: c.y, z: 8 })),
        [[50, 30, 8]]
      )
    )
    expect(leanMl({ ...flat, corners: [] }, 20)).to.be.closeTo((0.5 * t * 144 * 100) / 1000, 1e-9)
    const sloping = leanOf(
      outline,
      groundSurface(
        outline.map((c) => ({ x: c.x, y: c.y, z: c.x / 5 })),
        [[50, 30, 10]]
      )
    )
    // depth runs from 10 to 0 over the first 50 mm
    expect(leanMl({ ...sloping, corners: [] }, 10)).to.be.closeTo(
      (((0.5 * t * 10 ** 2) / 3) * 50) / 1000,
      1e-9
    )
  })
  it('an arc stands its bulge off the chord and all its points lie on one circle', () => {
    for (const bulge of [6, -6, 40]) {
      const points = arcBetween([0, 0], [100, 0], bulge)
      const middle = points.reduce((best, p) => (Math.abs(p[1]) > Math.abs(best[1]) ? p : best))
      expect(Math.abs(middle[1])).to.be.closeTo(Math.min(50, Math.abs(bulge)), 0.5)
      const r = (2500 + bulge * bulge) / (2 * Math.abs(bulge))
      const cy = -Math.sign(bulge) * (Math.abs(bulge) - r)
      for (const p of points) expect(Math.hypot(p[0] - 50, p[1] - cy)).to.be.closeTo(r, 1e-6)
    }
  })
  it('a bulging dam is longer and holds more, its segment’s area times the depth', () => {
    const outline = box(100, 60)
    outline[0].bulgeMm = 10
    const vessel = vesselOf(pool({ outline }))
    const r = (2500 + 100) / 20
    const angle = 2 * Math.asin(50 / r)
    expect(heldMl(vessel, 20)).to.be.closeTo(
      (12 * (6000 + (r * r * (angle - Math.sin(angle))) / 2)) / 1000,
      0.15
    )
    expect(damLengthMm(outline)).to.be.closeTo(220 + r * angle, 0.6)
    expect(Math.min(...ringOf(outline).map((p) => p[1]))).to.be.closeTo(-10, 1e-6)
  })
})

describe('Things standing in the water', () => {
  const stood = {
    id: 's',
    name: 'S',
    x: 50,
    y: 30,
    widthMm: 10,
    depthMm: 8,
    heightMm: 30,
    afterPour: 0,
    footMm: 8
  }
  it('posts, blocks and stones take away what solid geometry says', () => {
    expect(displacedMl([{ ...stood, shape: 'block' }], 0, 20)).to.be.closeTo(
      (10 * 8 * 12) / 1000,
      1e-12
    )
    expect(displacedMl([{ ...stood, shape: 'post' }], 0, 20)).to.be.closeTo(
      (Math.PI / 4) * 0.96,
      1e-12
    )
    expect(displacedMl([{ ...stood, shape: 'stone', heightMm: 6 }], 0, 50)).to.be.closeTo(
      ((2 / 3) * Math.PI * 5 * 4 * 6) / 1000,
      1e-12
    )
  })
  it('whatever stands in it, layers add up to the water', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3 }),
        fc.constantFrom('post', 'block', 'stone'),
        fc.integer({ min: 2, max: 40 }),
        fc.integer({ min: 1, max: 40 }),
        (afterPour, shape, widthMm, heightMm) => {
          const plan = derivePlan(
            build(
              pool({ standing: [{ ...stood, shape, widthMm, heightMm, afterPour }], levelMm: 30 })
            )
          )
          const [stack] = plan.stacks.pools
          expect(stack.layers.reduce((s, l) => s + l.volumeMl, 0)).to.be.closeTo(
            plan.ground.pools[0].volumeMl + stack.bowMl - stack.setInMl,
            1e-6
          )
          for (const l of stack.layers) expect(l.volumeMl).to.be.at.least(0)
          if (afterPour === 0) expect(plan.ground.pools[0].displacedMl).to.be.greaterThan(0)
          else expect(stack.layers.some((l) => l.setIn.includes('s'))).to.equal(true)
        }
      ),
      { numRuns: runs(25), seed: 91 }
    )
  })
})

describe('A base out of level', () => {
  it('a tilted prism holds what it held, deeper at the low end by the wedge', () => {
    const flat = poolGround(pool({}), 'w')
    const tipped = poolGround(pool({}), 'w', { xDeg: 2, yDeg: 0 })
    expect(tipped.volumeMl).to.be.closeTo(flat.volumeMl, 1e-9)
    expect(tipped.maxDepthMm - flat.maxDepthMm).to.be.closeTo(
      50 * Math.tan((2 * Math.PI) / 180),
      1e-9
    )
    expect(tilted(flat.surface!, { xDeg: 0, yDeg: 0 })).to.equal(flat.surface)
  })
  it('the shim goes under the low end, as thick as the wedge over the base', () => {
    expect(
      shimsFor({ base: { widthMm: 400, depthMm: 200 }, outOfLevel: { xDeg: 0.5, yDeg: -1 } })
    ).to.deep.equal({
      x: { end: 'left', shimMm: 400 * Math.tan(Math.PI / 360) },
      y: { end: 'back', shimMm: 200 * Math.tan(Math.PI / 180) }
    })
    const plan = derivePlan({ ...build(pool({})), outOfLevel: { xDeg: 0.5, yDeg: 0 } })
    const found = plan.findings.find((f) => f.id === 'out-of-level')!
    expect(written(found.number)).to.equal('3.5 mm')
    expect(written(found.wayOut)).to.equal('Put 3.5 mm under the left edge.')
  })
})

describe('Pools that open into each other', () => {
  const tub = (id: string, floor: number, openings: Basin['openings'] = [], topMm = 40): Basin => ({
    id,
    topMm,
    openings,
    vessel: {
      surface: groundSurface(
        [
          [0, 0],
          [100, 0],
          [100, 50],
          [0, 50]
        ].map(([x, y]) => ({ x, y, z: floor })),
        [[50, 25, floor]]
      ),
      lean: UPRIGHT,
      stood: []
    }
  })
  const [upper, lower] = [tub('upper', 20, [{ into: 'lower', sillMm: 26 }]), tub('lower', 5)]
  it('fill to the sill, run through, and from there rise as one', () => {
    // 5 ml to the millimetre in each
    expect(fillFrom([upper, lower], 'upper', 20).levels).to.deep.include({ lower: 5 })
    expect(fillFrom([upper, lower], 'upper', 20).levels.upper).to.be.closeTo(24, 1e-4)
    const through = fillFrom([upper, lower], 'upper', 30 + 45)
    expect(through.levels.upper).to.be.closeTo(26, 1e-4)
    expect(through.levels.lower).to.be.closeTo(14, 1e-4)
    expect(through.order).to.deep.equal(['upper', 'lower'])
    const one = fillFrom([upper, lower], 'upper', 30 + 105 + 40)
    expect(one.levels.upper).to.be.closeTo(30, 1e-4)
    expect(one.levels.lower).to.be.closeTo(30, 1e-4)
    const over = fillFrom([upper, lower], 'lower', 1000)
    expect(over.spilledMl).to.be.closeTo(1000 - 100 - 175, 1e-3)
  })
  it('nothing is lost: what was poured stands in the pools or went over a dam', () => {
    const basins = [
      tub('a', 20, [
        { into: 'b', sillMm: 24 },
        { into: 'c', sillMm: 30 }
      ]),
      tub('b', 6, [{ into: 'c', sillMm: 15 }], 33),
      tub('c', 2)
    ]
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 900, noNaN: true }),
        fc.constantFrom('a', 'b', 'c'),
        (ml, into) => {
          const { levels, spilledMl } = fillFrom(basins, into, ml)
          const stands = basins.reduce((s, b) => s + heldMl(b.vessel, levels[b.id]), 0)
          expect(stands + spilledMl).to.be.closeTo(ml, 0.01)
        }
      ),
      { numRuns: runs(200), seed: 92 }
    )
  })
  it('the plan says what runs off, pours the lower one first, and knows what is left reaches', () => {
    const [a, b] = [
      pool({
        id: 'a',
        name: 'Upper',
        levelMm: 32,
        soundings: [[50, 30, 22]],
        openings: [{ id: 'cave', kind: 'cave', into: 'b', sillMm: 30 }]
      }),
      pool({
        id: 'b',
        name: 'Lower',
        levelMm: 18,
        outline: box(100, 60).map((c) => ({ ...c, x: c.x + 150 })),
        soundings: [[200, 30, 8]]
      })
    ]
    const found = (x: Build) => derivePlan(x).findings.map((f) => f.id)
    expect(found(build(a, b))).to.include('join:a/cave')
    expect(derivePlan(build(a, b)).findings.find((f) => f.id === 'join:a/cave')!.severity).to.equal(
      'stop'
    )
    const dry = changePool('a', { levelMm: 29 })(build(a, b))
    expect(joinsOf(dry).map((j) => j.state)).to.deep.equal(['dry'])
    const plan = derivePlan(dry)
    expect(
      plan.steps.links.some((l) => l.from.startsWith('b/pour') && l.to.startsWith('a/pour'))
    ).to.equal(true)
    expect(plan.days.problem).to.equal(null)
    expect(
      joinsOf(changePool('b', { levelMm: 32 })(build(a, b))).map((j) => j.state)
    ).to.deep.equal(['one'])
    const reach = answer(
      { ask: 'reach', build: dry, pool: 'a', grams: 27, fromMm: null },
      BUILT_IN_SHELF
    )
    // 6 ml to the millimetre
    expect(reach.volumeMl).to.be.closeTo(27 / 1.087, 0.1)
    expect(reach.levels.a).to.be.closeTo(22 + reach.volumeMl / 6, 1e-4)
    // more of it runs through the cave, and the upper pool stands at its sill
    const more = answer(
      { ask: 'reach', build: dry, pool: 'a', grams: 90, fromMm: null },
      BUILT_IN_SHELF
    )
    expect(more.levels.a).to.be.closeTo(30, 1e-4)
    expect(more.levels.b).to.be.closeTo(8 + (more.volumeMl - 48) / 6, 1e-3)
    expect(() =>
      answer({ ask: 'reach', build: dry, pool: 'c', grams: 1, fromMm: null }, BUILT_IN_SHELF)
    ).to.throw(/there is none called/)
  })
  it('the level that a volume reaches is the inverse of the volume at a level, walls leaning and things standing', () => {
    const vessel = vesselOf(
      pool({
        outline: box(100, 60, 15),
        standing: [
          {
            id: 's',
            name: 'S',
            shape: 'stone',
            x: 40,
            y: 30,
            widthMm: 20,
            depthMm: 20,
            heightMm: 9,
            afterPour: 0
          }
        ]
      })
    )
    for (const level of [9, 14, 27])
      expect(levelHolding(vessel, heldMl(vessel, level), 40)).to.be.closeTo(level, 1e-4)
  })
})
