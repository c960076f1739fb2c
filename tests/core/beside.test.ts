import { expect } from 'chai'
import fc from 'fast-check'
import { costOfWater, costToBuy } from '../../core/plan/4-amounts/shopping'
import { rescueCup } from '../../core/bench/rescue'
import { brownOverBands, changePool, darkBelowBands } from '../../core/build/edits'
import { poolsOf, type OutlineCorner } from '../../core/build/types'
import { damBow } from '../../core/physics/stuff/dams/bow'
import {
  explainColour,
  explainDam,
  explainLeak,
  explainLight,
  explainLip,
  type Explanation
} from '../../core/explain/explanations'
import { explainSd } from '../../core/explain/groundExplanations'
import { drawnOutline, sideOf } from '../../core/plan/1-ground/outline'
import { lightPlan, LONGEST_LIGHT_S } from '../../core/plan/3-stacks/lightBody'
import { secondsForCoat } from '../../core/physics/stuff/light/uvCure'
import { LAMPS, LIGHT_RESINS } from '../../core/craft/materials/light'
import { BUILT_IN, shelfOf, withBottles } from '../../core/craft/materials/shelf'
import { unitOf } from '../../core/craft/materials/units'
import { derivePlan, finished, planner, type Plan } from '../../core/plan/derivePlan'
import { extentOf } from '../../core/exchange/scans/heightGrid'
import { guessPlacement, sizeOf } from '../../core/exchange/scans/guess'
import { readObj, readStl } from '../../core/exchange/scans/readMesh'
import { demo } from '../support/builds'
import { planUntil } from '../../core/plan/stages'
import { binaryStl, obj, trianglesOver } from '../support/scans'
import { runs } from '../support/dial'
import { written, type Sentence } from '../../core/words/sentence'

const plan = derivePlan(demo())
const number = (text: Sentence) => Number(/-?\d+(\.\d+)?/.exec(written(text))![0])
const input = (about: Pick<Explanation, 'inputs'>, name: string) =>
  about.inputs.find(([n]) => n.startsWith(name))![1]

describe('A cup tinted wrong', () => {
  it('is mended with clear, with drops, or not at all; the cup says whether it fits', () => {
    expect(rescueCup(100, 8, 4, 250)).to.deep.equal({
      kind: 'clear',
      extraG: 100,
      afterG: 200,
      fits: true,
      anew: false
    })
    expect(rescueCup(100, 8, 4, 150)).to.deep.include({ fits: false })
    expect(rescueCup(12, 14, 4, 25)).to.deep.include({ kind: 'clear', anew: true })
    expect(rescueCup(100, 4, 4, 250)).to.deep.equal({ kind: 'right' })
    expect(rescueCup(200, 4, 4, 250)).to.deep.equal({ kind: 'drops', drops: 4 })
    expect(rescueCup(100, 4, 0, 250).kind).to.equal('never')
  })
  it('once mended it is right', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 500, noNaN: true }),
        fc.integer({ min: 1, max: 60 }),
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        (massG, drops, wanted) => {
          const answer = rescueCup(massG, drops, wanted, 1e9)
          const [after, mass] =
            answer.kind === 'clear'
              ? [drops, answer.afterG]
              : answer.kind === 'drops'
                ? [drops + answer.drops, massG]
                : [drops, massG]
          expect((after / mass) * 100).to.be.closeTo(wanted, 1e-6 * wanted + 1e-6)
        }
      ),
      { numRuns: runs(200), seed: 111 }
    )
  })
})

describe('A scan’s unit and axis', () => {
  const bed = trianglesOver(420, 300, 12, 9, (x) => 10 + x / 20)
  const base = { widthMm: 420, depthMm: 300 }
  const guessed = (mesh: ReturnType<typeof readStl>) =>
    guessPlacement({ y: extentOf(mesh, 'y'), z: extentOf(mesh, 'z') }, base)
  it('are those that make it as large as the base', () => {
    for (const unitMm of [1, 10, 25.4, 1000])
      expect(guessed(readStl(binaryStl(bed.map((v) => v / unitMm))))).to.deep.equal({
        unitMm,
        up: 'z'
      })
    expect(guessed(readObj(obj(bed, true)))).to.deep.equal({ unitMm: 1, up: 'y' })
    const [w, d, h] = sizeOf(extentOf(readStl(binaryStl(bed)), 'z'), 1)
    expect([w, d, Math.round(h)]).to.deep.equal([420, 300, 21])
  })
})

describe('Walls by the side they stand on', () => {
  it('front, right, back, left of an anticlockwise box, as long as drawn', () => {
    const box = [
      [0, 0],
      [80, 0],
      [80, 50],
      [0, 50]
    ].map(([x, y], i): OutlineCorner => ({
      id: `c${i}`,
      x,
      y,
      edge: 'dam',
      bulgeMm: i === 2 ? 4 : 0
    }))
    expect(box.map((_, i) => sideOf(box, i))).to.deep.equal([
      { side: 'front', lengthMm: 80 },
      { side: 'right', lengthMm: 50 },
      { side: 'back', lengthMm: 80 },
      { side: 'left', lengthMm: 50 }
    ])
    // a bulging edge keeps its own number on every piece
    const drawn = drawnOutline(box, 10)
    expect(new Set(drawn.from)).to.deep.equal(new Set([0, 1, 2, 3]))
    expect(drawn.from.filter((i) => i === 2).length).to.be.greaterThan(5)
    expect(Math.max(...drawn.corners.map((c) => c.y))).to.be.closeTo(54, 0.05)
  })
})

describe('Bands ready made (P9)', () => {
  it('dark below is stronger than the pool and clear above; brown lies over what there was', () => {
    const [, race] = poolsOf(demo())
    const [low, high] = darkBelowBands(race)
    expect(high.tints).to.deep.equal([])
    for (const t of low.tints)
      expect(t.dropsPer100G).to.be.closeTo(
        1.5 * race.tints.find((x) => x.id === t.id)!.dropsPer100G,
        0.26
      )
    expect(brownOverBands(race)[0].tints).to.deep.equal(race.tints)
    expect(brownOverBands(race)[1].tints.map((t) => t.id)).to.deep.equal(['river-brown'])
    const banded = derivePlan(changePool(race.id, { bands: darkBelowBands(race) })(demo()))
    expect(banded.amounts.pools[1].tintAll).to.have.length(2)
  })
})

describe('Light and dams at any size', () => {
  it('coats fill the depth, none is thicker than the light cures, and each gets the seconds it asks for', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 30, noNaN: true }),
        fc.integer({ min: 5, max: 300 }),
        fc.double({ min: 0, max: 0.6, noNaN: true }),
        fc.integer({ min: 20, max: 200 }),
        (depthMm, seconds, tint, lampMm) => {
          const [resin] = LIGHT_RESINS
          const got = lightPlan(
            { resin: resin.id, lamp: LAMPS[0].id, lampMm, coatMm: null, seconds, shadedPct: 0 },
            resin,
            LAMPS[0],
            depthMm,
            5000,
            tint
          )
          expect(got.coats * got.coatMm).to.be.at.least(Math.min(depthMm, 400 * got.coatMm) - 1e-6)
          expect(got.coatMm).to.be.at.most(Math.max(0.05, got.thickestMm) + 1e-9)
          const asks = secondsForCoat(got.coatMm, {
            dpMm: resin.dpMm,
            ecMjCm2: resin.ecMjCm2,
            irradianceMwCm2: got.irradianceMwCm2,
            tintPerMm: tint
          })
          if (got.secondsPerCoat === null) expect(asks).to.be.greaterThan(LONGEST_LIGHT_S)
          else expect(got.secondsPerCoat).to.be.at.least(Math.min(asks, seconds) - 1e-6)
        }
      ),
      { numRuns: runs(120), seed: 112 }
    )
  })
  it('bow goes as the load and as one over the cube of the thickness', () => {
    const dam = {
      heightMm: 20,
      spanMm: 90,
      thicknessMm: 5,
      modulusGPa: 3,
      liquidGCm3: 1.1,
      edges: 'held' as const
    }
    const bow = damBow(dam).bowMm
    expect(damBow({ ...dam, liquidGCm3: 2.2 }).bowMm / bow).to.be.closeTo(2, 1e-3)
    expect(damBow({ ...dam, thicknessMm: 10 }).bowMm / bow).to.be.closeTo(1 / 8, 1e-3)
    expect(damBow({ ...dam, edges: 'clamped' }).bowMm).to.be.lessThan(bow)
  })
})

describe('Shopping in money', () => {
  it('packs cover what is missing and no pack too many; the waters’ shares add up to what they use', () => {
    const { shopping } = plan.amounts
    for (const l of shopping) {
      if (l.packs === null || l.packAmount === null) continue
      expect(l.packs * l.packAmount, l.name).to.be.at.least(l.missing - 1e-6)
      expect((l.packs - 1) * l.packAmount, l.name).to.be.lessThan(l.missing)
    }
    expect(costToBuy(shopping)).to.be.closeTo(
      shopping.reduce(
        (s, l) =>
          s + (l.packs ?? 0) * (BUILT_IN.find((m) => m.id === l.material)!.pack?.price ?? 0),
        0
      ),
      1e-9
    )
    const resin = shopping.find((l) => l.material === 'clear-epoxy-2-1')!
    expect(Object.values(resin.byWater).reduce((a, b) => a + b, 0)).to.be.closeTo(
      resin.amount,
      1e-9
    )
    expect(costOfWater(shopping, 'millpond')).to.be.greaterThan(costOfWater(shopping, 'tailrace'))
    const stocked = derivePlan(demo(), shelfOf(BUILT_IN.map((m) => ({ ...m, stock: 1e6 }))))
    expect(costToBuy(stocked.amounts.shopping)).to.equal(0)
    expect(new Set(BUILT_IN.map(unitOf))).to.deep.equal(
      new Set(['g', 'piece', 'ml', 'cm³', 'm', 'cm²'])
    )
    expect(withBottles(shelfOf(BUILT_IN), [BUILT_IN[0]]).get(BUILT_IN[0].id)).to.equal(BUILT_IN[0])
  })
})

describe('The ground comes first', () => {
  it('and is that of the whole plan, before any heat is run', () => {
    let early: Plan['ground'] | null = null
    const whole = finished(
      planner()(demo(), undefined, undefined, (ground) => {
        early = ground
      })
    )
    expect(early).to.deep.equal(whole.ground)
  })
})

describe('Figures that open to their formula', () => {
  it('their inputs are the plan’s own', () => {
    const [stack] = plan.stacks.pools
    const [ground] = plan.ground.pools
    const [pond] = poolsOf(demo())
    expect(number(input(explainSd(ground), 'standard'))).to.be.closeTo(ground.sdMl, 0.06)
    expect(number(input(explainSd(ground), '19 times'))).to.be.closeTo(
      ground.volumeMl + 1.64 * ground.sdMl,
      0.06
    )
    expect(number(input(explainDam(stack.dam!), 'braces'))).to.equal(stack.dam!.braces)
    expect(number(input(explainLip(stack.dam!), 'rise'))).to.be.closeTo(stack.dam!.lipMm, 0.06)
    expect(number(input(explainLeak(stack.dam!), 'wait'))).to.equal(stack.dam!.leakTest.waitMin)
    expect(
      number(input(explainColour(pond, stack.colours!.deepest.bedShowsPct), 'bed shows'))
    ).to.be.closeTo(stack.colours!.deepest.bedShowsPct, 0.6)
    const { light } = planUntil(
      changePool('millpond', { way: 'light-cured-pour' })(demo()),
      'stacks'
    ).pools[0]
    const about = explainLight(light!, LIGHT_RESINS[0], 60)
    // D_p · ln(E / E_c), put together again from what is shown
    expect(
      number(input(about, 'light falls')) *
        Math.log(
          (number(input(about, 'lamp')) * number(input(about, 'light'))) /
            number(input(about, 'resin gels'))
        )
    ).to.be.closeTo(light!.cureDepthMm, 0.15)
  })
})
