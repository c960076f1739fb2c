import { expect } from 'chai'
import fc from 'fast-check'
import { allCups, cupName, figuresFor } from '../../core/bench/benchSteps'
import {
  addRepair,
  changeMaking,
  changePool,
  changeRepair,
  setWay,
  type Edit
} from '../../core/build/edits'
import { tieMixes } from '../../core/build/lays'
import { movingOf, poolsOf, type Build } from '../../core/build/types'
import { BONDS } from '../../core/craft/bonds'
import { RESINS } from '../../core/craft/materials/resins'
import { troublesOf } from '../../core/craft/troubles/troubles'
import { waysFor } from '../../core/craft/ways/catalog'
import { coverMl, mixedDensity } from '../../core/physics/stuff/mixing/mix'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { variantNamed } from '../../core/plan/beside/variants'
import { whatIf } from '../../core/plan/beside/whatIf'
import { NO_HISTORY } from '../../core/plan/learned/history'
import { pourId } from '../../core/plan/4-amounts/ties'
import { derivePlan, type Plan } from '../../core/plan/derivePlan'
import { demo, type DemoName } from '../support/builds'
import { runs } from '../support/dial'

const NAMES: DemoName[] = [
  '1-weir-at-cobbets-race',
  '2-mole-at-varnsey',
  '3-slalom-in-the-hollin-gorge'
]
const resinOf = (id: string) => RESINS.find((r) => r.id === id)!
const pick = <T>(of: readonly T[], at: number): T => of[Math.floor(at * of.length) % of.length]

/** Builds as nobody chose them: other ways, resins, bands, bonds, copies, repairs, ties. */
const builds = fc
  .record({
    name: fc.constantFrom(...NAMES),
    choices: fc.array(fc.integer({ min: 0, max: 999 }), {
      minLength: 14,
      maxLength: 14
    }),
    copies: fc.integer({ min: 1, max: 3 }),
    wastePct: fc.integer({ min: 0, max: 30 }),
    cupMl: fc.constantFrom(60, 120, 300)
  })
  .map(({ name, choices, copies, wastePct, cupMl }): Build => {
    const c = choices.map((n) => n / 1000)
    const start = demo(name)
    const pool = pick(poolsOf(start), c[0])
    const moving = pick(movingOf(start), c[1])
    const sick = pick(start.waters, c[2])
    const edits: Edit[] = [
      changePool(pool.id, {
        resin: pick(RESINS, c[3]).id,
        pours: c[4] < 0.5 ? null : 1 + Math.floor(c[4] * 4),
        bands:
          c[5] < 0.6
            ? []
            : [
                { share: 2, tints: pool.tints },
                { share: 1, tints: [] }
              ]
      }),
      setWay(moving.id, pick(waysFor(moving.kind), c[6]).id),
      changeMaking(moving.id, { bond: pick(BONDS, c[7]).id }),
      ...(c[8] < 0.5 ? [changeMaking(moving.id, { resin: pick(RESINS, c[9]).id })] : []),
      ...(c[10] < 0.6 ? [addRepair(pick(troublesOf(sick.kind), c[11]).id, sick.id, {})] : [])
    ]
    const made = edits.reduce((b, edit) => edit(b), start)
    const [a, b] = poolsOf(made)
    const both =
      c[12] < 0.4 && b
        ? [
            changePool(b.id, { resin: a.resin }),
            tieMixes([pourId(a.id, 1, 2), pourId(b.id, 1, 2)])
          ].reduce((all, edit) => edit(all), made)
        : made
    return { ...both, copies, mixing: { ...both.mixing, wastePct, cupMl } }
  })

const gramsBy = (all: readonly { resin: string; aG: number; bG: number }[]) => {
  const by = new Map<string, number>()
  for (const m of all) by.set(m.resin, (by.get(m.resin) ?? 0) + m.aG + m.bG)
  return by
}
/** What a pool's layers take, with what is lost on the way, g. */
const layersG = (build: Build, plan: Plan, pool: string) => {
  const { resin } = plan.amounts.pools.find((p) => p.pool === pool)!
  const ml = plan.stacks.pools
    .find((s) => s.id === pool)!
    .layers.reduce((sum, l) => sum + l.volumeMl + coverMl(l.sdMl), 0)
  return ml * build.copies * mixedDensity(resinOf(resin)) * (1 + build.mixing.wastePct / 100)
}

describe('Resin is neither made nor lost between the water, Mix, the scale and the shop', () => {
  it('for random builds, whatever is poured, cast, bedded, glued or mended where', () => {
    let [mended, bedded, tied] = [0, 0, 0]
    fc.assert(
      fc.property(builds, (build) => {
        const plan = derivePlan(build)
        const { amounts } = plan
        const cups = allCups(plan)
        // each cup is rounded to what the scale shows, both parts of it
        const rounding = (2 * build.mixing.readabilityG + 0.01) * (cups.length + 1)
        const [onMix, atScale] = [gramsBy(amounts.mixes), gramsBy(cups)]
        expect([...onMix.keys()].sort()).to.deep.equal([...atScale.keys()].sort())
        for (const [resin, g] of onMix) {
          expect(atScale.get(resin)!, resin).to.be.closeTo(g, rounding)
          const bought = amounts.shopping.find((l) => l.material === resin)
          expect(bought?.amount ?? 0, `${resin} bought`).to.be.closeTo(g, rounding)
        }
        for (const line of amounts.shopping.filter((l) => resinOf(l.material)))
          expect(onMix.has(line.material), `${line.material} is bought and not mixed`).to.equal(
            true
          )
        expect(new Set(cups.map(cupName)).size).to.equal(cups.length)
        // what the layers take is what is mixed for them, wherever it comes out of
        const layers = amounts.pools.reduce((sum, p) => sum + layersG(build, plan, p.pool), 0)
        // and what stays in each cup
        const tails = build.mixing.cupG * amounts.batches.length
        const poured = new Set(amounts.batches.map((b) => b.mix))
        const others = amounts.mixes.filter((m) => !poured.has(m.id))
        const mixed = amounts.mixes.reduce((sum, m) => sum + m.aG + m.bG, 0)
        const beside = others.reduce((sum, m) => sum + m.aG + m.bG, 0)
        expect(mixed - beside).to.be.closeTo(layers + tails, rounding + 0.001 * layers)
        mended += Number(others.some((m) => m.id.startsWith('mend')))
        bedded += Number(others.some((m) => !m.id.startsWith('mend')))
        tied += Number(amounts.mixes.some((m) => m.serves.length > 0))
      }),
      { numRuns: runs(40), seed: 17 }
    )
    // it was tried on what it speaks of
    expect(
      [mended, bedded, tied].every((n) => n > 2),
      `${mended} ${bedded} ${tied}`
    ).to.equal(true)
  }).timeout(300_000)
})

describe('What a repair and a joint are mixed of', () => {
  const tooDeep = (b: Build) => addRepair('over-tinted', 'millpond', { massG: 70 })(b)
  const cupsOf = (plan: Plan, key: string) =>
    plan.amounts.otherCups.filter((c) => c.mix.startsWith(`${key}/`))
  it('a repair is a cup on Mix, of its water’s resin and clear where it thins; quick set by choice', () => {
    const build = tooDeep(demo())
    const plan = derivePlan(build)
    const [cup] = cupsOf(plan, 'mend1')
    expect(cup.resin).to.equal(poolsOf(build)[0].resin)
    expect(cup.aG + cup.bG).to.be.closeTo(70, 0.2)
    expect(Object.values(cup.drops).every((n) => n === 0)).to.equal(true)
    expect(plan.cures.mixMin[cup.mix]).to.be.within(20, 90)
    const step = plan.steps.steps.find((s) => s.of === cup.mix)!
    expect(figuresFor(plan, step)[0].batch).to.equal(cupName(cup))
    const quick = derivePlan(changeRepair('mend1', 'quick-epoxy-2-1')(build))
    expect(cupsOf(quick, 'mend1')[0].resin).to.equal('quick-epoxy-2-1')
    expect(quick.cures.mixMin[cup.mix]).to.be.below(plan.cures.mixMin[cup.mix] / 2)
    const topped = derivePlan(addRepair('leak', 'millpond', {})(demo()))
    const tinted = cupsOf(topped, 'mend1')[0]
    expect(Object.values(tinted.dropsExact).reduce((a, b) => a + b, 0)).to.be.greaterThan(0)
  })
  it('What if proposes one mix for two where that saves a sitting, and it does', () => {
    const build = demo('3-slalom-in-the-hollin-gorge')
    const proposed = whatIf(build, BUILT_IN_SHELF, NO_HISTORY).filter((l) =>
      /^(tie|mix):/.test(l.id)
    )
    expect(proposed.length).to.be.greaterThan(0)
    for (const line of proposed) {
      const made = variantNamed(build, derivePlan(build), line.id)!
      const plan = derivePlan(made.edit(build))
      expect(
        plan.amounts.mixes.some((m) => m.serves.length > 0),
        line.id
      ).to.equal(true)
      expect(plan.days.sittings).to.equal(line.sittings)
    }
  }).timeout(300_000)
})
