import { wayOf } from '../../core/craft/ways/catalog'
import { expect } from 'chai'
import fc from 'fast-check'
import { changeMaking, changePool } from '../../core/build/edits'
import { movingOf, poolsOf } from '../../core/build/types'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { pourHeat, type PourHeatInput } from '../../core/physics/stuff/heat/pourHeat'
import { resinKinetics } from '../../core/craft/materials/resinKinetics'
import { onShelf } from '../../core/craft/materials/shelf'
import { EXTRUDED_FOAM, FIBRE_PLASTER, PLYWOOD } from '../../core/physics/stuff/heat/thermal'
import { bedUnder } from '../../core/plan/3-stacks/poolStack'
import { JUDGES } from '../../core/plan/beside/judges'
import { variantsOf } from '../../core/plan/beside/variants'
import { derivePlan, finished, planner } from '../../core/plan/derivePlan'
import { freeSpans } from '../../core/plan/7-days/calendar'
import { daysStage } from '../../core/plan/7-days/daysStage'
import { demo, large } from '../support/builds'
import { runs } from '../support/dial'
import { written } from '../../core/words/sentence'

const weir = demo()
const mole = demo('2-mole-at-varnsey')
const gorge = demo('3-slalom-in-the-hollin-gorge')

describe('What if: thinner coats', () => {
  it('lays one coat more than the plan does now, never fewer, and so no thicker', () => {
    for (const build of [weir, mole, gorge]) {
      const plan = derivePlan(build)
      const thin = variantsOf(build, plan).find((v) => v.id === 'thin')!
      const after = derivePlan(thin.edit(build))
      const laid = plan.stacks.forms.filter((f) => f.laying !== null)
      expect(laid.length).to.be.greaterThan(0)
      for (const { id, laying } of laid) {
        const then = after.stacks.forms.find((f) => f.id === id)!.laying!
        // what is laid in one sitting stays so
        const way = wayOf(build.waters.find((w) => w.id === id)!)!
        const inCoats = way.steps.some((s) => s.times === 'gelCoats' || s.times === 'underCoats')
        const wanted = laying!.coats + (inCoats ? 1 : 0)
        expect(then.coats, `${build.name}: ${id}`).to.equal(wanted)
        expect(then.wetMm, `${build.name}: ${id}`).to.be.at.most(laying!.wetMm + 1e-9)
      }
      const stops = (p: typeof plan) => p.findings.filter((f) => f.severity === 'stop').length
      expect(stops(after)).to.be.at.most(stops(plan))
    }
  })
})

describe('A crust over liquid', () => {
  it('sets as deep as the build’s own lamp, at its own distance, through its own tint', () => {
    const lit = changePool('millpond', {
      way: 'light-cured-pour',
      light: { ...poolsOf(weir)[0].light, lampMm: 90, seconds: 60 }
    })(weir)
    const plan = derivePlan(lit)
    const { light } = plan.stacks.pools.find((s) => s.id === 'millpond')!
    const resin = onShelf(BUILT_IN_SHELF, 'light-resin', light!.resin)!
    const said = (thickMm: number) =>
      JUDGES.crust({
        build: lit,
        water: poolsOf(lit)[0],
        measured: { thickMm, dpMm: resin.dpMm, seconds: 60 },
        ground: plan.ground,
        forms: plan.forms,
        stacks: plan.stacks,
        cures: plan.cures,
        shelf: BUILT_IN_SHELF
      })
    const number = Number.parseFloat(/[\d.]+/.exec(written(said(10_000).number))![0])
    expect(number).to.be.closeTo(light!.cureDepthMm, 0.006)
    expect(written(said(light!.cureDepthMm * 1.05).says)).to.match(/never reaches/)
    expect(written(said(light!.cureDepthMm * 0.95).says)).to.match(/reaches the foot/)
  })
})

describe('A number of pours asked for over bands', () => {
  const input = (bandsMm: number[], pours: number | null): PourHeatInput => ({
    resin: resinKinetics(onShelf(BUILT_IN_SHELF, 'resin', 'clear-epoxy-2-1')!),
    bandsMm,
    labelMm: 5,
    ground: [
      { ...FIBRE_PLASTER, thicknessMm: 3 },
      { ...PLYWOOD, thicknessMm: 24 }
    ],
    groundName: 'timber',
    groundSoftensC: null,
    softLayer: null,
    dam: null,
    roomC: 20,
    sideWM3K: 0,
    pours,
    heed: 'heat'
  })

  it('is what is poured, wherever there are as many bands or fewer', () => {
    expect(pourHeat(input([6, 3], 3)).layers.map((l) => l.band)).to.deep.equal([0, 0, 1])
    expect(pourHeat(input([4, 4], 3)).layers).to.have.length(3)
    expect(pourHeat(input([4, 4], 1)).layers).to.have.length(2)
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 8 }), { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 1, max: 7 }),
        (bands, pours) => {
          const { layers } = pourHeat(input(bands, pours))
          expect(layers.length).to.equal(Math.max(pours, bands.length))
          for (const [band, mm] of bands.entries()) {
            const own = layers.filter((l) => l.band === band)
            expect(own.reduce((sum, l) => sum + l.thicknessMm, 0)).to.be.closeTo(mm, 1e-9)
          }
          // no pour could be shared thinner by taking one from another band
          const thickest = Math.max(...layers.map((l) => l.thicknessMm))
          for (const [band, mm] of bands.entries()) {
            const count = layers.filter((l) => l.band === band).length
            if (count > 1) expect(mm / (count - 1)).to.be.at.least(thickest - 1e-9)
          }
        }
      ),
      { numRuns: runs(40) }
    )
  }).timeout(300_000)

  it('fewer than bands is said with how many there must be, and one click asks for them', () => {
    const bands = [
      { share: 2, tints: [{ id: 'blue-green', dropsPer100G: 3 }] },
      { share: 1, tints: [] }
    ]
    const asked = (pours: number) =>
      derivePlan(changePool('millpond', { bands, pours })(weir)).findings.find(
        (f) => f.id === 'pours-bands:millpond'
      )
    expect(asked(1)).to.include({ severity: 'note' })
    expect(asked(1)!.mend).to.deep.include({ change: { pours: 2 } })
    expect(asked(3)).to.equal(undefined)
  })
})

describe('Props that can never come away', () => {
  it('stay: no step takes them, and a finding says so', () => {
    const curl = movingOf(mole).find((w) => w.kind === 'sea')!
    const soft = changeMaking(curl.id, { film: 'acetate-01', droopMm: 0.2, coats: 1 })({
      ...mole,
      // so damp that the glue stays soft
      room: { ...mole.room, rhPct: 100 },
      waters: mole.waters.map((w) =>
        w.id === curl.id ? { ...w, way: 'curl-film', gel: 'gloss-glue' } : w
      )
    })
    const plan = derivePlan(soft)
    const over = plan.stacks.forms.find((f) => f.id === curl.id)!.part!.overhang!
    expect(over.props?.count, 'it is propped').to.be.greaterThan(0)
    expect(over.releaseH).to.equal(null)
    const steps = plan.steps.steps.map((s) => s.id)
    expect(steps).to.include(`${curl.id}/bed`)
    expect(steps).not.to.include(`${curl.id}/release`)
    expect(plan.findings.some((f) => f.id === `prop-stays:${curl.id}`)).to.equal(true)
    expect(plan.days.finishMs).to.be.a('number')
  })
})

describe('The soft layer under a pour', () => {
  const under = (shellMm: number, lowestMm: number, landform = 'xps') =>
    bedUnder(
      { ...weir, ground: { ...weir.ground, landform, shell: 'fibre-plaster', shellMm } },
      lowestMm,
      BUILT_IN_SHELF
    )

  it('is the foam, however thin it is carved, with a shell over it or without', () => {
    for (const [shellMm, lowestMm] of [
      [3, 20],
      [3, 3.3],
      [0, 0.2],
      [0, 12]
    ]) {
      const { layers, soft, softensC } = under(shellMm, lowestMm)
      expect(layers[soft!].kWMK).to.equal(EXTRUDED_FOAM.kWMK)
      expect(softensC).to.equal(EXTRUDED_FOAM.softensC)
    }
  })

  it('is none where the bed is carved through to the board, or the landform bears any heat', () => {
    expect(under(3, 3)).to.deep.include({ soft: null, softensC: null })
    expect(under(3, 2)).to.deep.include({ soft: null, softensC: null })
    expect(under(3, 20, 'timber').softensC).to.equal(null)
  })
})

describe('A large build: ten waters, two thousand dips', () => {
  const build = large()
  const levels = [20, 22, 24, 26, 28, 29, 30]

  it('has a date at every level of a water, found in the first hours that are looked at', () => {
    for (const levelMm of levels) {
      const plan = derivePlan(changePool('pool0', { levelMm })(build))
      expect(plan.days.problem, `${levelMm} mm`).to.equal(null)
      expect(plan.days.finishMs).to.be.a('number')
    }
  }).timeout(300_000)

  it('an edit of one water works out no other: their ground, heat and days of hours are asked for once', () => {
    const plans = planner()
    const first = finished(plans(build))
    const after = finished(plans(changePool('pool0', { levelMm: 29.5 })(build)))
    for (const k of [1, 5, 9]) {
      expect(after.stacks.pools[k].heat, `pool ${k}`).to.equal(first.stacks.pools[k].heat)
      expect(after.ground.pools[k].volumeMl).to.equal(first.ground.pools[k].volumeMl)
    }
    // hours that were laid out are not laid out again, and no more of them are asked for than four months
    let asked = 0
    daysStage(build, after.steps, (calendar, days) => {
      asked = Math.max(asked, days)
      return freeSpans(calendar, days)
    })
    expect(asked).to.be.at.most(120)
  }).timeout(300_000)
})
