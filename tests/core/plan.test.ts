import { expect } from 'chai'
import fc from 'fast-check'
import {
  addCorner,
  addFall,
  addPool,
  changeFall,
  changePool,
  drawOutline,
  freeId,
  moveCorner,
  removeCorner,
  removeWater,
  setEdge,
  setSoundings
} from '../../core/build/edits'
import type { Build } from '../../core/build/types'
import { fallsOf, poolsOf } from '../../core/build/types'
import { mix } from '../../core/physics/stuff/mixing/mix'
import { checkBuild } from '../../core/build/file/buildFile'
import { BUILT_IN, BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { derivePlan, finished, planner, STAGES, type Plan } from '../../core/plan/derivePlan'
import { NO_HISTORY } from '../../core/plan/learned/history'
import { sameValue } from '../../core/plan/memo'
import { READS, readFor } from '../../core/plan/reads'
import { planUntil, stages, stagesOf, type StageName } from '../../core/plan/stages'
import { WAYS } from '../../core/craft/ways/catalog'
import { demo, fresh, large } from '../support/builds'
import { runs } from '../support/dial'
import { written } from '../../core/words/sentence'

const DEMOS = [
  '1-weir-at-cobbets-race',
  '2-mole-at-varnsey',
  '3-slalom-in-the-hollin-gorge'
] as const
const ids = (plan: Plan) => plan.findings.map((f) => f.id)
const edited = (...edits: ((b: Build) => Build)[]) => edits.reduce((b, e) => e(b), demo())

describe('The plan', () => {
  it('layers add up to the water and what its bow and the things in it change, and no layer is warmer than its ground bears', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 37, max: 52, noNaN: true }),
        fc.constantFrom('clear-epoxy-2-1', 'casting-epoxy-2-1', 'deep-cast-3-1', 'quick-epoxy-2-1'),
        (levelMm, resin) => {
          const make = stagesOf(edited(changePool('millpond', { levelMm, resin })))
          const [pool] = make('ground').pools
          const [stack] = make('stacks').pools
          const sum = stack.layers.reduce((s, l) => s + l.volumeMl, 0)
          expect(sum).to.be.closeTo(pool.volumeMl + stack.bowMl - stack.setInMl, 1e-6 * (1 + sum))
          const heat = stack.heat!
          expect(heat.broken).to.deep.equal([])
          expect(heat.groundPeakC).to.be.at.most(65)
          expect(sum === 0 || stack.layers[0].fromMm).to.be.closeTo(levelMm - pool.maxDepthMm, 1e-9)
          for (const l of stack.layers) {
            expect(l.toMm - l.fromMm).to.be.at.most(heat.bearableMm + 1e-6)
            expect(l.volumeMl).to.be.at.least(0)
          }
        }
      ),
      { numRuns: runs(40), seed: 41 }
    )
  })

  it('batches add up to the total, in the label’s ratio, and fit their cups', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 800 }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 8, noNaN: true }),
        (cupMl, wastePct, cupG) => {
          const build = demo()
          const mixing = { ...build.mixing, cupMl, wastePct, cupG }
          const amounts = planUntil({ ...build, mixing }, 'amounts')
          for (const pool of amounts.pools) {
            const batches = amounts.batches.filter((b) => b.pool === pool.pool)
            const total = batches.reduce((s, b) => s + b.massG, 0)
            expect(total).to.be.closeTo(pool.totalG, 1e-9 * total)
            expect(batches.reduce((s, b) => s + b.aG, 0)).to.be.closeTo(pool.aG, 1e-9 * total)
            for (const b of batches) {
              expect(b.aMl / b.bMl).to.be.closeTo(2, 1e-9)
              expect(b.aG / b.bG).to.be.closeTo(pool.massRatioA, 1e-9)
              expect(b.volumeMl).to.be.at.most(0.75 * b.cupMl + 1e-9)
              expect(b.volumeMl).to.be.at.most(0.75 * cupMl + 1e-6)
            }
          }
          for (const p of amounts.pools) {
            const race = poolsOf(build).find((q) => q.id === p.pool)!
            expect(p.tintAll.reduce((s, t) => s + t.aG, 0)).to.be.closeTo(p.aG, 1e-9 * p.aG)
            if (race.bands.length === 0)
              for (const t of race.tints)
                expect(p.tintAll[0].drops[t.id]).to.be.closeTo(
                  (t.dropsPer100G * p.totalG) / 100,
                  0.5
                )
            else
              expect(p.tintAll.map((t) => Object.keys(t.drops))).to.deep.equal(
                race.bands.map((b) => b.tints.map((t) => t.id))
              )
          }
          const bought = amounts.shopping.find((l) => l.material === 'clear-epoxy-2-1')!.amount
          expect(bought).to.be.closeTo(
            amounts.pools.reduce((s, p) => s + p.totalG, 0),
            1e-6
          )
        }
      ),
      { numRuns: runs(60), seed: 42 }
    )
  })

  it('any mix: batches are equal, within the largest, and add up', () => {
    const positive = (max: number) => fc.double({ min: 0.1, max, noNaN: true })
    fc.assert(
      fc.property(
        positive(5000),
        positive(10),
        positive(10),
        positive(3),
        positive(3),
        fc.double({ min: 40, max: 900, noNaN: true }),
        fc.constantFrom<'volume' | 'mass'>('volume', 'mass'),
        (volumeMl, partA, partB, densityA, densityB, batchMaxG, basis) => {
          const got = mix({
            volumeMl,
            partA,
            partB,
            densityA,
            densityB,
            basis,
            batchMaxG: batchMaxG + 5,
            wastePct: 7,
            cupG: 5,
            readabilityG: 0.1,
            tints: []
          })
          expect(got.batches.reduce((s, b) => s + b.aG + b.bG, 0)).to.be.closeTo(
            got.totalG,
            1e-8 * got.totalG
          )
          expect(got.aG + got.bG).to.be.closeTo(got.totalG, 1e-9 * got.totalG)
          for (const b of got.batches)
            expect(b.aG + b.bG).to.be.at.most((batchMaxG + 5) * (1 + 1e-9))
          const poured = got.totalG - 5 * got.batches.length
          expect(poured / got.densityGCm3).to.be.closeTo(volumeMl * 1.07, 1e-8 * volumeMl)
        }
      ),
      { numRuns: runs(200), seed: 43 }
    )
  })

  it('does again only what an edit touches', () => {
    const derive = planner()
    const run = (b: Build) => finished(derive(b))
    const first = run(demo())
    const renamed = run({ ...structuredClone(demo()), name: 'Other', notes: 'x' })
    for (const stage of ['forms', 'stacks', 'amounts', 'cures', 'steps', 'days'] as const)
      expect(renamed[stage], stage).to.equal(first[stage])
    const base = demo()
    const otherHours = run({ ...base, calendar: { ...base.calendar, start: '2026-11-27T10:00' } })
    for (const stage of ['forms', 'stacks', 'amounts', 'cures', 'steps'] as const)
      expect(otherHours[stage], stage).to.equal(first[stage])
    expect(otherHours.days).to.not.equal(first.days)
    const warmer = run({ ...base, room: { ...base.room, tempC: 24 } })
    expect(warmer.ground.section).to.equal(first.ground.section)
    expect(warmer.days.finishMs!).to.be.at.most(first.days.finishMs!)
    expect(run(demo())).to.deep.equal(derivePlan(demo()))
  })

  it('each stage reads of a build what its line of the table says, all of it, and nothing else', () => {
    const [read, beyond] = [new Set<string>(), new Set<string>()]
    const watched: typeof readFor = (stage, build) =>
      new Proxy(readFor(stage, build), {
        get(seen, key: string) {
          const listed = (READS[stage] as readonly string[]).includes(key)
          ;(listed ? read : beyond).add(`${stage}.${key}`)
          return seen[key as keyof typeof seen]
        }
      })
    const all = Object.keys(READS) as StageName[]
    for (const name of DEMOS) {
      const made = stages(watched)(demo(name), { shelf: BUILT_IN_SHELF, history: NO_HISTORY })
      for (const stage of all) made(stage)
    }
    expect([...beyond]).to.deep.equal([])
    const listed = all.flatMap((stage) => READS[stage].map((key) => `${stage}.${key}`))
    expect(listed.filter((key) => !read.has(key))).to.deep.equal([])
  })

  it('a stage asked by itself is the plan’s own, and pays for no schedule', () => {
    const [build, plan] = [demo(), derivePlan(demo())]
    expect(planUntil(build, 'amounts')).to.deep.equal(plan.amounts)
    expect(planUntil(build, 'forms')).to.deep.equal(plan.forms)
    const made = new Set<string>()
    const make = stages((stage, b) => {
      made.add(stage)
      return readFor(stage, b)
    })(build, { shelf: BUILT_IN_SHELF, history: NO_HISTORY })
    make('amounts')
    expect([...made].sort()).to.deep.equal([
      'amounts',
      'forms',
      'ground',
      'laid',
      'parts',
      'stacks',
      'ways'
    ])
  })

  it('names each stage as it goes, so that an outdated run can be left', () => {
    const stages: string[] = []
    const run = planner()(demo())
    for (let step = run.next(); !step.done; step = run.next()) stages.push(step.value)
    expect(stages).to.deep.equal([...STAGES])
  })

  it('compares plain values all through', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        expect(sameValue(value, JSON.parse(JSON.stringify(value)))).to.equal(true)
      }),
      { numRuns: runs(200), seed: 44 }
    )
    for (const [a, b] of [
      [{ a: 1 }, { b: 1 }],
      [[1, 2], [1]],
      [{ a: undefined }, {}],
      [new Float64Array([1]), new Float64Array([2])],
      [null, {}],
      [1, '1']
    ])
      expect(sameValue(a, b)).to.equal(false)
  })

  it('no edit changes what it was given, and everything it leads to is a build', () => {
    const frozen = <T>(value: T): T => {
      if (typeof value === 'object' && value !== null) Object.values(value).forEach(frozen)
      return Object.freeze(value)
    }
    const edits = [
      addPool,
      addFall,
      removeWater('tailrace'),
      removeWater('weir'),
      removeCorner('millpond', 'c2'),
      removeCorner('millpond', 'c9'),
      addCorner('millpond', 'c3', [260, 164]),
      moveCorner('tailrace', 'c4', [295.123, 90]),
      setEdge('millpond', 'c4', 'dam'),
      drawOutline('millpond', [
        [100, 170],
        [320, 170],
        [320, 299],
        [100, 299]
      ]),
      changeFall('weir', { dropMm: 30 }),
      setSoundings('tailrace', [[200, 70, 3]])
    ]
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...edits), { maxLength: 8 }), (chosen) => {
        const build = chosen.reduce((b, edit) => frozen(edit(b)), frozen(demo()))
        const back = checkBuild(JSON.parse(JSON.stringify(build)))
        expect(back.ok, JSON.stringify(back)).to.equal(true)
        expect(derivePlan(build).findings).to.be.an('array')
      }),
      { numRuns: runs(40), seed: 45 }
    )
    expect(freeId('c', [{ id: 'c1' }, { id: 'c3' }])).to.equal('c2')
    const three = edited(
      drawOutline('tailrace', [
        [150, 0],
        [280, 0],
        [210, 140]
      ])
    )
    expect(removeCorner('tailrace', 'c1')(three)).to.equal(three)
  })

  it('a new build has a plan at once, with and without a fall', () => {
    for (const waters of [
      { pool: true, fall: false, poolBelow: false },
      { pool: true, fall: true, poolBelow: false },
      { pool: true, fall: true, poolBelow: true },
      { pool: true, fall: false, poolBelow: true, rapid: true },
      { pool: true, fall: false, poolBelow: false, shore: true }
    ]) {
      const build = fresh(waters)
      expect(checkBuild(build).ok).to.equal(true)
      const plan = derivePlan(build)
      expect(
        plan.findings.filter((f) => f.severity === 'stop'),
        JSON.stringify(plan.findings)
      ).to.deep.equal([])
      expect(plan.days.finish).to.be.a('string')
      expect(plan.amounts.batches.length).to.be.greaterThan(0)
      // every water that was asked for has its shape and its own steps
      for (const w of build.waters)
        expect(
          plan.steps.steps.some((s) => s.water === w.id),
          `${w.name} has steps`
        ).to.equal(true)
      expect(
        plan.forms.falls.every(
          (f) => f.strips > 0 && f.stripMm > f.dropMm * 0.8 + 10 && f.stripMm < f.dropMm * 1.6 + 10
        )
      ).to.equal(true)
    }
    const empty = derivePlan(fresh({ pool: false, fall: false, poolBelow: false }))
    expect(ids(empty)).to.deep.equal(['no-water'])
  })

  it('ten waters with two thousand soundings make one plan', () => {
    const plan = derivePlan(large())
    expect(plan.ground.pools.every((p) => p.measured && p.volumeMl > 0)).to.equal(true)
    expect(plan.days.finish).to.be.a('string')
  })
})

describe('Findings', () => {
  const found = (build: Build) => ids(derivePlan(build))
  it('each has a number, a reason and a way out', () => {
    const builds = [
      demo(),
      edited(changePool('millpond', { levelMm: 70 })),
      edited(changePool('millpond', { levelMm: 2 })),
      edited(changePool('millpond', { soundings: [] }))
    ]
    for (const f of builds.flatMap((b) => derivePlan(b).findings))
      for (const key of ['title', 'number', 'reason', 'wayOut'] as const)
        expect(written(f[key]).length, `${f.id}.${key}`).to.be.greaterThan(1)
  })
  it('water below the ground, above the dam, over its shore', () => {
    expect(found(edited(changePool('millpond', { levelMm: 36 })))).to.include(
      'below-ground:millpond'
    )
    expect(found(edited(changePool('millpond', { levelMm: 58.5 })))).to.include.members([
      'above-dam:millpond',
      'above-brim:millpond'
    ])
    expect(found(demo()).some((id) => /dam|brim|ground/.test(id))).to.equal(false)
  })
  it('crossed outline, dips outside or on one line, off the base', () => {
    expect(found(edited(moveCorner('millpond', 'c2', [210, 320])))).to.include.members([
      'ground-fault-0:millpond',
      'off-base:millpond'
    ])
    expect(
      found(
        edited(
          setSoundings('tailrace', [
            [160, 50, 8],
            [210, 50, 6],
            [260, 50, 8]
          ])
        )
      )
    ).to.include('one-line:tailrace')
    expect(found(edited(setSoundings('tailrace', [[160, 50, 8]])))).to.include('few-dips:tailrace')
  })
  it('a fall without a lip or without a drop', () => {
    expect(found(edited(changeFall('weir', { lip: null })))).to.include('fall-fault:weir')
    expect(
      found(edited(changePool('tailrace', { levelMm: 55, brimMm: 56, damTopMm: 60 })))
    ).to.include('fall-fault:weir')
  })
  it('a coarse scale, a cup that only wets itself, a resin that is not on the shelf, a hot room', () => {
    const build = demo()
    expect(found({ ...build, mixing: { ...build.mixing, readabilityG: 1 } })).to.include(
      'readability:millpond'
    )
    const tiny = derivePlan({ ...build, mixing: { ...build.mixing, cupMl: 5 } })
    expect(ids(tiny)).to.include('cup:millpond')
    expect(tiny.amounts.pools[0].volumeMl).to.be.closeTo(tiny.ground.pools[0].volumeMl, 0.2)
    expect(written(tiny.amounts.pools[0].problem ?? '')).to.match(
      /^A 5 ml cup takes 4\.1 g at three quarters full, and 5 g of that stay in it\.$/
    )
    expect(found(edited(changePool('millpond', { resin: 'none' })))).to.include('no-resin:millpond')
    expect(found({ ...build, room: { tempC: 35, rhPct: 50 } })).to.include('room')
    expect(
      found({
        ...edited(changePool('millpond', { resin: 'quick-epoxy-2-1' })),
        room: { tempC: 40, rhPct: 40 }
      })
    ).to.include('working-time:millpond')
  })
  it('two falls between the same two pools, one each way, still make a plan: both hang when both pools are undammed', () => {
    const build = edited(addFall)
    const [weir, back] = fallsOf(build)
    const plan = derivePlan(
      changeFall(back.id, { lip: { pool: 'tailrace', corner: 'c1' }, into: 'millpond', dropMm: 5 })(
        build
      )
    )
    expect(plan.days.problem).to.equal(null)
    const start = (id: string) => plan.days.work.find((w) => w.step === id)!.startMs
    for (const fall of [weir, back])
      for (const pool of ['millpond', 'tailrace'])
        expect(start(`${fall.id}/hang`)).to.be.greaterThan(start(`${pool}/undam`))
  })
})

/** What a way may name by the water's own field. */
const FIELDS = [
  'coat',
  'gel',
  'light.resin',
  'light.lamp',
  'skin.lacquer',
  'gloss.gel',
  'dam.bead',
  'film',
  'resin',
  'bond'
]

describe('Materials and ways', () => {
  it('every material has its own id; every way names only steps, materials and cures that exist', () => {
    expect(new Set(BUILT_IN.map((m) => m.id)).size).to.equal(BUILT_IN.length)
    for (const way of WAYS.values()) {
      const steps = new Set(way.steps.map((s) => s.id))
      for (const use of way.uses)
        expect(
          FIELDS.includes(use.material) || BUILT_IN.some((m) => m.id === use.material),
          use.material
        ).to.equal(true)
      for (const after of way.steps.flatMap((s) => s.after)) {
        const name = typeof after === 'string' ? after : after.step
        if (!name.includes('/')) expect(steps.has(name), `${way.id}: ${name}`).to.equal(true)
      }
    }
  })
})
