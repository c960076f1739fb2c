import { expect } from 'chai'
import fc from 'fast-check'
import { begunLater, begunNow } from '../../core/build/begin'
import {
  addFall,
  addSplash,
  changePool,
  renameWater,
  setEdge,
  setWay
} from '../../core/build/edits'
import { waysFor } from '../../core/craft/ways/catalog'
import { inTurn } from '../../core/plan/6-steps/inTurn'
import { orderStack } from '../../core/build/lays'
import { coreOf } from '../../core/plan/6-steps/coreOf'
import { heightsOf, raiseTogether, stayed } from '../../core/build/heights'
import { settleStep } from '../../core/build/workEdits'
import { poolsOf, type Build, type Pool } from '../../core/build/types'
import { newFrom } from '../../core/exchange/newFile'
import { optionIn } from '../../server/option'
import { demo } from '../support/builds'
import { planFor } from '../support/planned'
import { runs } from '../support/dial'
import { written } from '../../core/words/sentence'

const NOW = { start: '2026-11-30T09:00', zone: 'UTC' }
const made = (waters: string) =>
  newFrom({ name: 'Met', scale: '1:72', widthMm: 240, depthMm: 180, waters }, NOW)
const pond = () => made('pool-fall')
const pool = (build: Build): Pool => poolsOf(build)[0]!

describe('What is taken along when water is raised', () => {
  const agreed = heightsOf(pool(pond()))
  const after = (change: Partial<Pool>) => heightsOf(pool(changePool('pool1', change)(pond())))

  it('is what stayed: bed, brim and dam after the level, the others after the brim', () => {
    const { levelMm, brimMm } = pool(pond())
    expect(stayed(agreed, after({ levelMm: levelMm + 5 }))).to.deep.equal({
      byMm: 5,
      names: ['brim', 'dam', 'bed']
    })
    expect(stayed(agreed, after({ brimMm: brimMm - 3 }))).to.deep.equal({
      byMm: -3,
      names: ['level', 'dam', 'bed']
    })
    expect(stayed(agreed, agreed)).to.equal(null)
  })

  it('is never moved twice, never put under the board, and nothing is offered once all agrees', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -60, max: 60 }),
        fc.integer({ min: -60, max: 60 }),
        (level, brim) => {
          const before = pool(pond())
          const moved = changePool('pool1', {
            levelMm: before.levelMm + level,
            brimMm: before.brimMm + brim
          })(pond())
          const offer = stayed(agreed, heightsOf(pool(moved)))
          if (!offer) return
          const taken = pool(raiseTogether('pool1', offer.byMm, offer.names)(moved))
          if (brim !== 0 && level !== 0) expect(taken.brimMm).to.equal(before.brimMm + brim)
          expect(heightsOf(taken).bed).to.be.at.least(Math.min(0, agreed.bed!))
          const left = stayed(agreed, heightsOf(taken))
          // what would lie under the board is all that may still stay
          expect(left).to.equal(null)
        }
      )
    )
  })
})

describe('What is added', () => {
  it('stands beside what is there: no second fall, ledge or splash on the first', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('pool', 'pool-fall', 'pool-fall-pool'),
        fc.nat(6),
        (waters, n) => {
          let build: Build = made(waters)
          for (let k = 0; k <= n; k++) build = addSplash(addFall(build))
          const places = build.waters.flatMap((w) => {
            if (w.kind === 'splash') return [`splash ${w.x} ${w.y}`]
            if (w.kind !== 'fall') return []
            return [w.outlet ? `${w.outlet.x} ${w.outlet.y}` : `${w.lip!.pool} ${w.lip!.corner}`]
          })
          expect(new Set(places).size).to.equal(places.length)
          const splashes = build.waters.filter((w) => w.kind === 'splash')
          splashes.forEach((w, i) => {
            expect(w.x).to.be.within(0, build.base.widthMm)
            expect(w.y).to.be.within(0, build.base.depthMm)
            // as far from each other as a hand needs to take one of them
            for (const other of splashes.slice(0, i))
              expect(Math.hypot(w.x - other.x, w.y - other.y)).to.be.at.least(14)
          })
        }
      ),
      { numRuns: runs(20) }
    )
  })

  it('a first dam stands over its level; one that was set lower stays as it was set', () => {
    const shore = changePool('pool1', { levelMm: 50, brimMm: 50, damTopMm: 41 })(made('pool'))
    const [pool] = poolsOf(shore)
    const bare = setEdge('pool1', pool.outline[0].id, 'shore')(shore)
    const none = pool.outline.reduce((b, c) => setEdge('pool1', c.id, 'shore')(b), bare)
    const dammed = setEdge('pool1', pool.outline[2].id, 'dam')(none)
    expect(poolsOf(dammed)[0].damTopMm).to.equal(55)
    const low = changePool('pool1', { damTopMm: 44 })(dammed)
    expect(poolsOf(setEdge('pool1', pool.outline[3].id, 'dam')(low))[0].damTopMm).to.equal(44)
  })
})

describe('A core through a pool', () => {
  it('shows all that is poured or lit, by any way: as thick as the water is deep', () => {
    for (const way of waysFor('pool')) {
      const plan = planFor(setWay('pool1', way.id)(made('pool')))
      const [stack] = plan.stacks.pools
      const core = coreOf(plan.steps.lays, stack.coats, ['ground', 'pool1'])
      const poured = core.filter((c) => c.what === 'pour')
      expect(poured, way.id).to.have.length(stack.layers.length)
      const deepMm = poured.reduce((sum, c) => sum + c.thicknessMm, 0)
      const layers = stack.layers.reduce((sum, l) => sum + l.toMm - l.fromMm, 0)
      expect(deepMm, way.id).to.be.closeTo(layers, 1e-9)
    }
  })
})

describe('The list of the work', () => {
  it('follows the builder’s own order, with dates and without', () => {
    const build = made('pool-fall-pool')
    const ground = planFor(build).steps.lays.filter((l) => l.stack === 'ground')
    const order = ground.map((l) => l.id)
    const [wash, texture] = ['ground/wash', 'ground/texture'].map((id) => order.indexOf(id))
    const turned = [...order]
    ;[turned[wash], turned[texture]] = [turned[texture], turned[wash]]
    const plan = planFor(orderStack('ground', turned)(build))
    for (const dates of [plan.days.work, []]) {
      const list = inTurn(plan.steps, dates).map((s) => s.of)
      expect([...list].sort()).to.deep.equal(plan.steps.steps.map((s) => s.of).sort())
      expect(list.indexOf('ground/texture')).to.be.below(list.indexOf('ground/wash'))
      for (const { from, to } of plan.steps.links) {
        const at = (id: string) => inTurn(plan.steps, dates).findIndex((s) => s.id === id)
        expect(at(from), `${from} before ${to}`).to.be.below(at(to))
      }
    }
  })
})

describe('Names that speak of quantities', () => {
  it('stay as the builder wrote them in every finding, step and line, in inches too', () => {
    const name = 'Pond 20 mm deep'
    const build = renameWater('pool1', name)(changePool('pool1', { levelMm: 70 })(pond()))
    const plan = planFor(build)
    const said = plan.findings.map((f) => written(f.title, 'inch')).filter((t) => /Pond/.test(t))
    expect(said.length).to.be.above(0)
    for (const title of said) expect(title).to.include(name)
    expect(planFor(renameWater('pool1', 'Pond')(build)).days).to.deep.equal(plan.days)
  })
})

describe('Builds that are shown', () => {
  const shown = [demo(), demo('2-mole-at-varnsey')]
  const startOf = (b: Build) => b.calendar.start
  const at = (utc: string) => begunNow(shown, Date.parse(utc)).map(startOf)

  it('begin on the day they are first opened, as many days apart as they were; the next where its hour is long past', () => {
    expect(at('2026-11-24T18:20Z')).to.deep.equal(shown.map(startOf))
    expect(at('2027-02-16T09:00Z')).to.deep.equal(['2027-02-16T18:00', '2027-02-17T18:30'])
    expect(at('2027-02-16T21:00Z')).to.deep.equal(['2027-02-17T18:00', '2027-02-18T18:30'])
    expect(at('2026-03-01T00:10Z')).to.deep.equal(['2026-03-01T18:00', '2026-03-02T18:30'])
    expect(begunNow([], 0)).to.deep.equal([])
  })

  it('take days off, busy hours, deadline and what was settled along', () => {
    const build = settleStep('ground/base', { at: '2026-11-25T19:00', notOn: ['2026-11-30'] })({
      ...demo(),
      calendar: {
        ...demo().calendar,
        deadline: '2026-12-31T23:59',
        busy: [{ title: 'Choir', from: '2026-11-26T19:00Z', to: '2026-11-26T21:00Z' }]
      }
    })
    const later = begunLater(build, 400)
    expect(later.calendar.exceptions.map((e) => e.date)).to.deep.equal(['2028-01-12', '2028-01-16'])
    expect(later.calendar.deadline).to.equal('2028-02-04T23:59')
    expect(later.calendar.busy[0]).to.include({
      from: '2027-12-31T19:00Z',
      to: '2027-12-31T21:00Z'
    })
    expect(later.arrange[0]).to.include({ at: '2027-12-30T19:00' })
    expect(later.arrange[0]!.notOn).to.deep.equal(['2028-01-04'])
    expect(begunLater(later, -400)).to.deep.equal(build)
  })
})

describe('Options of the server', () => {
  it('take their value after = or after a space, and none that is another option', () => {
    expect(optionIn(['node', 'x', '--port', '4900'], 'port')).to.equal('4900')
    expect(optionIn(['node', 'x', '--port=4901', '--host'], 'port')).to.equal('4901')
    expect(optionIn(['node', 'x', '--host', '--demo'], 'host')).to.equal(undefined)
    expect(optionIn(['node', 'x', '--host'], 'host')).to.equal(undefined)
    expect(optionIn(['node', 'x'], 'port')).to.equal(undefined)
  })
})
