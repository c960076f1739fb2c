import { expect } from 'chai'
import fc from 'fast-check'
import { changeFall, changePool, setEdge } from '../../core/build/edits'
import type { Build } from '../../core/build/types'
import { poolsOf } from '../../core/build/types'
import {
  explainFinish,
  explainMix,
  explainPours,
  explainStrip,
  explainStripCount,
  explainWorking,
  type Explanation
} from '../../core/explain/explanations'
import { explainDepth, explainVolume } from '../../core/explain/groundExplanations'
import { groundStage } from '../../core/plan/1-ground/groundStage'
import { signedArea } from '../../core/physics/shape/polygon'
import { BUILT_IN_SHELF, onShelf, shelfOf } from '../../core/craft/materials/shelf'
import { RESINS } from '../../core/craft/materials/resins'
import { derivePlan } from '../../core/plan/derivePlan'
import { demo, fresh } from '../support/builds'
import { runs } from '../support/dial'
import { allWritten, written, type Sentence } from '../../core/words/sentence'

const plan = derivePlan(demo())
const still = (build: Build) =>
  poolsOf(build).reduce(
    (b, p) =>
      p.outline.reduce(
        (c, corner) => setEdge(p.id, corner.id, 'shore')(c),
        changePool(p.id, { tints: [] })(b)
      ),
    build
  )

describe('Ground to drawing', () => {
  it('the stage–volume curve starts dry, never falls, and passes through the level and its volume', () => {
    for (const pool of groundStage(demo()).pools) {
      expect(pool.stage[0][1]).to.equal(0)
      pool.stage.slice(1).forEach(([level, ml], i) => {
        expect(level).to.be.greaterThan(pool.stage[i][0])
        expect(ml).to.be.at.least(pool.stage[i][1])
      })
      const above = pool.stage.findIndex(([level]) => level >= pool.levelMm)
      expect(pool.volumeMl).to.be.within(pool.stage[above - 1][1], pool.stage[above][1])
    }
  })
  it('lines of equal depth lie one inside the other', () => {
    for (const pool of groundStage(demo()).pools) {
      const area = (rings: readonly (readonly [number, number])[][]) =>
        rings.reduce((s, r) => s + signedArea(r), 0)
      const areas = [area(pool.shoreline), ...pool.contours.map((c) => area(c.rings))]
      areas.slice(1).forEach((a, i) => expect(a).to.be.lessThan(areas[i]))
      expect(areas.at(-1)).to.be.greaterThan(0)
      expect(pool.contours.every((c) => c.depthMm < pool.maxDepthMm)).to.equal(true)
    }
  })
})

describe('Steps', () => {
  const step = (p: typeof plan, id: string) => p.steps.steps.find((s) => s.id === id)
  const before = (p: typeof plan, id: string) => p.steps.links.filter((l) => l.to === id)

  it('what a build does not need is left out, and what came after it comes after what came before it', () => {
    const bare = derivePlan(still(fresh({ pool: true, fall: false, poolBelow: false })))
    for (const id of ['pool1/dam', 'pool1/undam', 'pool1/chip', 'spray/spray'])
      expect(step(bare, id), id).to.equal(undefined)
    // nothing is dammed: nothing is tested, and the pour comes straight after the ground
    for (const id of ['pool1/leak', 'pool1/dryout']) expect(step(bare, id), id).to.equal(undefined)
    expect(before(bare, 'pool1/pour#1').map((l) => l.from)).to.have.members([
      'ground/texture',
      'ground/level'
    ])
    expect(before(bare, 'pool1/gelcoat').map((l) => l.from)).to.deep.equal(['pool1/pour#2'])
    expect(before(bare, 'finish/gloss').map((l) => l.from)).to.have.members([
      'white/white',
      'pool1/ripple'
    ])
    expect(bare.days.finish).to.be.a('string')
  })
  it('a dam comes off when its pour stands without it, which is longer than the wait for the next pour; that has a greatest wait too', () => {
    const undam = before(plan, 'millpond/undam')[0]
    expect(undam.from).to.equal('millpond/pour#3')
    const between = plan.steps.links.find((l) => l.to === 'millpond/pour#2')!
    const heat = plan.stacks.pools[0].heat!
    expect(between.minMin).to.equal(Math.round(heat.firmMin!))
    expect(between.maxMin).to.equal(Math.round(heat.curedMin!))
    expect(undam.minMin).to.equal(Math.round(heat.undamMin!))
    expect(undam.minMin).to.be.greaterThan(between.minMin)
    // the otter waits for the first pour to gel, and the second pour for the otter
    expect(before(plan, 'millpond/set-in:otter')).to.deep.equal([
      {
        from: 'millpond/pour#1',
        to: 'millpond/set-in:otter',
        minMin: Math.round(heat.gelMin!),
        becomes: 'workable'
      }
    ])
    expect(before(plan, 'millpond/pour#2').map((l) => l.from)).to.have.members([
      'millpond/pour#1',
      'millpond/set-in:otter'
    ])
  })
  it('a fall is hung when the pools above and below are undammed, and the pools are rippled when it hangs', () => {
    expect(before(plan, 'weir/hang').map((l) => l.from)).to.include.members([
      'weir/comb',
      'millpond/undam',
      'tailrace/undam'
    ])
    for (const pool of ['millpond', 'tailrace'])
      expect(before(plan, `${pool}/gelcoat`).map((l) => l.from)).to.include('weir/hang')
  })
  it('every link joins steps that are there, and the order of the trade never runs backwards within a water', () => {
    const ids = new Set(plan.steps.steps.map((s) => s.id))
    for (const l of plan.steps.links) {
      expect(ids.has(l.from) && ids.has(l.to), `${l.from} → ${l.to}`).to.equal(true)
      expect(step(plan, l.from)!.order).to.be.at.most(step(plan, l.to)!.order)
    }
    for (const s of plan.steps.steps) {
      expect(s.handsMin).to.be.greaterThan(0)
      expect(written(s.how).length).to.be.greaterThan(20)
      expect(written(s.right).length).to.be.greaterThan(5)
      if (s.becomes === null) expect(s.waitMin, s.id).to.equal(0)
      else expect(s.waitMin, s.id).to.be.greaterThan(0)
    }
  })
  it('pours carry the cautions of resin, heat and flame', () => {
    expect(step(plan, 'millpond/pour#1')!.cautions).to.have.members(['resin', 'heat', 'torch'])
    expect(step(plan, 'ground/landform')!.cautions).to.include('isocyanate')
  })
})

describe('Shopping list', () => {
  const line = (name: string, of = plan) => of.amounts.shopping.find((l) => l.name.includes(name))
  it('buys as much resin, tint and as many cups as the batches take', () => {
    // all pours are tinted at once: as many drops as that one bottle takes, band by band
    const drops = plan.amounts.pools
      .flatMap((p) => p.tintAll)
      .reduce((s, band) => s + (band.drops['weed-green'] ?? 0), 0)
    expect(line('Weed-green')).to.include({ unit: 'ml', also: `${drops} drops` })
    expect(line('Weed-green')!.amount).to.be.closeTo(drops / 20, 1e-9)
    expect(line('Mixing cup')!.amount).to.equal(plan.amounts.batches.length)
    expect(line('Clear epoxy')!.amount).to.be.closeTo(
      plan.amounts.batches.reduce((s, b) => s + b.massG, 0),
      1e-6
    )
  })
  it('buys dam by its length, shell by area and thickness, and nothing for a water that is not there', () => {
    const [pond, race] = poolsOf(demo())
    const length = (pool: typeof pond) =>
      pool.outline.reduce((s, c, i) => {
        const n = pool.outline[(i + 1) % pool.outline.length]
        return s + (c.edge === 'dam' ? Math.hypot(n.x - c.x, n.y - c.y) : 0)
      }, 0)
    expect(line('acrylic sheet')!.amount).to.be.closeTo(length(pond) / 1000, 1e-9)
    expect(line('Masking tape')!.amount).to.be.closeTo(length(race) / 1000, 1e-9)
    const twice = derivePlan({ ...demo(), ground: { ...demo().ground, shellMm: 6 } })
    expect(line('Fibre plaster', twice)!.amount).to.be.closeTo(
      2 * line('Fibre plaster')!.amount,
      1e-9
    )
    const dry = derivePlan(changeFall('weir', { lip: null })(demo()))
    expect(line('Release sheet', dry)).to.equal(undefined)
    expect(plan.amounts.shopping.every((l) => l.amount > 0 && Number.isFinite(l.amount))).to.equal(
      true
    )
  })
  it('the builder’s own bottle takes the place of a kind with its id', () => {
    const own = {
      ...RESINS[0],
      name: 'My bottle',
      potLifeMin: 480,
      curedH: 240,
      stock: 450,
      pack: { amount: 100, price: 7 }
    }
    const shelf = shelfOf([...BUILT_IN_SHELF.values(), own])
    const with20 = derivePlan(demo(), shelf)
    // slower, and of the same label's depth: poured alike
    expect(with20.stacks.pools.map((p) => p.layers.length)).to.deep.equal([3, 3])
    const bottle = line('My bottle', with20)!
    expect(bottle.missing).to.be.closeTo(bottle.amount - 450, 1e-9)
    expect(bottle.packs).to.equal(Math.ceil(bottle.missing / 100))
    expect(bottle.cost).to.equal(7 * bottle.packs!)
    expect(onShelf(shelf, 'tint', 'clear-epoxy-2-1')).to.equal(null)
  })
})

describe('Explanations', () => {
  const resin = RESINS[0]
  const number = (text: Sentence) => Number(/-?\d+(\.\d+)?/.exec(written(text))![0])
  it('their inputs, put into their formulas, give the number they explain', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 44, max: 52, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (levelMm, wastePct) => {
          const build = changePool('millpond', { levelMm })({
            ...demo(),
            mixing: { ...demo().mixing, wastePct }
          })
          const p = derivePlan(build)
          const [pool] = poolsOf(build)
          const [ground] = p.ground.pools
          const input = (about: Pick<Explanation, 'inputs'>, name: string) =>
            number(about.inputs.find(([n]) => n.startsWith(name))![1])
          const depth = explainDepth(pool, ground)
          expect(input(depth, 'level') - input(depth, 'lowest')).to.be.closeTo(
            ground.maxDepthMm,
            0.11
          )
          const pours = explainPours(p.stacks.pools[0].heat!)
          expect(input(pours, 'thickest')).to.be.at.most(input(pours, 'all bear') + 0.05)
          const volume = explainVolume(pool, ground)
          const [area, mean] = written(volume.inputs.find(([n]) => n.startsWith('surface'))![1])
            .split('×')
            .map(number)
          const stands = volume.inputs.find(([n]) => n === 'stands in it')
          expect(
            (area * mean) / 10 - (stands ? number(written(stands[1]).slice(1)) : 0)
          ).to.be.closeTo(ground.volumeMl, ground.volumeMl * 0.002 + 0.15)
          const amounts = p.amounts.pools[0]
          const cups = p.amounts.batches.filter((b) => b.pool === 'millpond').length
          const mixed = explainMix(amounts, resin, build, cups)
          const total =
            (input(mixed, 'volume') + 1.64 * ground.sdMl) *
              input(mixed, 'density') *
              (1 + input(mixed, 'waste') / 100) +
            cups * 5
          expect(total).to.be.closeTo(amounts.totalG, amounts.totalG * 0.003)
        }
      ),
      { numRuns: runs(30), seed: 51 }
    )
  })
  it('strips, working time and the date say what they rest on', () => {
    const [form] = plan.forms.falls
    const fall = demo().waters[1]
    if (fall.kind !== 'fall') throw new Error('no fall')
    expect(explainStrip(form).inputs.map(([, v]) => written(v))).to.deep.equal([
      '44.2 mm',
      '17 mm',
      '27.2 mm',
      '37 mm',
      '2 × 5 mm'
    ])
    expect(form.stripMm).to.be.closeTo(37 + 10, 0.05)
    expect(written(explainStripCount(form, fall).inputs.at(-2)![1])).to.equal(String(form.strips))
    expect(allWritten(explainWorking(resin, 11, 120, 63.4).inputs.slice(-3))).to.deep.equal([
      ['cup', '120 g'],
      ['room', '11 °C'],
      ['leaves', '63 min']
    ])
    const finish = explainFinish(plan.days)
    expect(written(finish.inputs[0][1])).to.include(`${plan.days.sittings} sittings`)
    expect(written(finish.trust)).to.match(/not proven/)
  })
})
