import { expect } from 'chai'
import { carrying } from '../../core/build/carry'
import { changePool } from '../../core/build/edits'
import { mending, type Mend } from '../../core/build/mend'
import type { Build, Pool } from '../../core/build/types'
import { RESINS } from '../../core/craft/materials/resins'
import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import { TINTS } from '../../core/craft/materials/tints'
import type { Material } from '../../core/craft/materials/types'
import { derivePlan } from '../../core/plan/derivePlan'
import { demo } from '../support/builds'
import { planFor } from '../support/planned'
import { allWritten, written } from '../../core/words/sentence'

const onPool = (mend: Mend | undefined): Partial<Pool> =>
  mend && 'pool' in mend ? mend.change : {}

const pond = (change: Partial<Omit<Pool, 'kind' | 'id'>>, rest: (b: Build) => Build = (b) => b) =>
  planFor(rest(changePool('millpond', change)(demo())))
const found = (plan: ReturnType<typeof derivePlan>, id: string) =>
  plan.findings.find((f) => f.id === `${id}:millpond`)
const single = { bands: [] }
const warmer =
  (tempC: number) =>
  (b: Build): Build => ({ ...b, room: { tempC, rhPct: 50 } })

describe('Findings around a pour, each with a number, a reason and a way out', () => {
  it('too few pours: this boils, the foam softens, the dam softens; the mend brings a number that all bear', () => {
    const hot = pond({ ...single, pours: 1 }, warmer(26))
    for (const id of ['softens-ground', 'softens-dam'])
      expect(found(hot, id)?.severity, id).to.equal('stop')
    const quick = pond({ ...single, pours: 1, resin: 'quick-epoxy-2-1' }, warmer(34))
    expect(allWritten(found(quick, 'boils'))).to.include({
      severity: 'stop',
      number: 'past 150 °C'
    })
    const { mend } = found(hot, 'softens-ground')!
    const mended = planFor(
      mending(mend!)(warmer(26)(changePool('millpond', { ...single, pours: 1 })(demo())))
    )
    expect(mended.findings.some((f) => f.severity === 'stop')).to.equal(false)
    expect(mended.stacks.pools[0].heat!.broken).to.deep.equal([])
    expect(written(mend!.label)).to.equal(`Pour it in ${mended.stacks.pools[0].layers.length}`)
  })
  it('the label’s depth comes first; where the builder lets heat decide, both figures are told and one click goes back', () => {
    const depths = (plan: ReturnType<typeof derivePlan>) =>
      plan.stacks.pools[0].layers.map((l) => l.toMm - l.fromMm)
    const kept = pond(single)
    expect(Math.max(...depths(kept))).to.be.at.most(5 + 1e-9)
    expect(kept.stacks.pools[0].heat!.pours).to.equal(kept.stacks.pools[0].heat!.labelPours)
    const free = pond({ ...single, heed: 'heat' })
    expect(depths(free).length).to.be.lessThan(depths(kept).length)
    const over = found(free, 'over-label')!
    expect(written(over.number)).to.match(/^\d(\.\d)? mm against 5 mm$/)
    expect(onPool(over.mend)).to.deep.equal({ heed: 'label', pours: null })
  })
  it('in a hot shed label and model disagree: which to trust is said, and heat may decide', () => {
    const shed = pond(single, warmer(35))
    const told = found(shed, 'softens-ground')!
    expect(written(told.number)).to.match(/^\d+–\d+ °C, bears 75 °C$/)
    expect(written(told.reason)).to.match(
      /The label allows 5 mm; the model says otherwise. Trust the model/
    )
    const cooler = planFor(mending(told.mend!)(warmer(35)(changePool('millpond', single)(demo()))))
    expect(cooler.stacks.pools[0].heat!.broken).to.deep.equal([])
    expect(cooler.stacks.pools[0].layers.length).to.be.greaterThan(
      shed.stacks.pools[0].layers.length
    )
  })
  it('one fewer and one more are poured alike: fewer is never cooler, more never warmer, ranges hold', () => {
    for (const change of [single, {}, { ...single, heed: 'heat' as const }]) {
      const { fewer, more, ...heat } = pond(change).stacks.pools[0].heat!
      for (const t of [heat, fewer!, more!]) expect(t.peakC).to.be.within(t.peakLoC, t.peakHiC)
      expect(fewer!.peakC).to.be.at.least(heat.peakC - 0.3)
      expect(more!.peakC).to.be.at.most(heat.peakC + 0.3)
    }
    const calm = found(pond(single), 'one-fewer')!
    expect(written(calm.number)).to.match(/^\d+–\d+ °C$/)
    expect(onPool(calm.mend)).to.deep.equal({ heed: 'heat', pours: null })
  })
  it('a cold shed: slow, and below freezing never', () => {
    const cold = pond(single, warmer(4))
    expect(cold.stacks.pools[0].heat!.firmMin!).to.be.greaterThan(1.5 * 1440)
    const frozen = pond(single, warmer(-30))
    expect(found(frozen, 'never')!.severity).to.equal('stop')
    expect(frozen.days).to.be.an('object')
  })
  it('an impossible label: said on Shelf, and its layer limit alone counts until it is mended', () => {
    const own: Material = { ...RESINS[0], potLifeMin: 9000 }
    const plan = planFor(changePool('millpond', single)(demo()), shelfOf([...BUILT_IN, own]))
    expect(found(plan, 'label')).to.include({ severity: 'stop', place: 'shelf' })
    expect(plan.stacks.pools[0].layers).to.have.length(3)
    expect(plan.amounts.pools[0].totalG).to.be.greaterThan(100)
  })
  it('a weak dam bows and says its braces; a face that holds says so; a wall that stays does not', () => {
    const weak = pond({ dam: 'tape-and-glue', levelMm: 57, damTopMm: 60, brimMm: 60 }, (b) => ({
      ...b,
      waters: b.waters.map((w) =>
        w.kind === 'pool'
          ? {
              ...w,
              soundings: w.soundings.map(([x, y, z]): [number, number, number] => [x, y, z - 20])
            }
          : w
      )
    }))
    const bow = found(weak, 'bow')!
    expect(written(bow.wayOut)).to.match(/Brace it from outside every \d+(\.\d)? mm: \d+ braces/)
    expect(weak.stacks.pools[0].dam!.bracedBowMm).to.be.lessThan(0.6)
    expect(written(weak.steps.steps.find((s) => s.id === 'millpond/dam')!.how)).to.match(/Brace it/)
    expect(written(found(pond({ dam: 'acrylic-hot-glue' }), 'release')!.number)).to.equal('holds')
    expect(found(pond({ dam: 'case-and-sealant' }), 'release')).to.equal(undefined)
    expect(found(pond({ dam: 'card-and-sealant' }), 'release')).to.equal(undefined)
  })
  it('no seal, damp air, a bed that will not be seen', () => {
    expect(
      written(
        found(
          pond({}, (b) => ({ ...b, ground: { ...b.ground, sealCoats: 0 } })),
          'pores'
        )!.number
      )
    ).to.equal('0 coats')
    expect(
      written(
        found(
          pond({}, (b) => ({ ...b, room: { tempC: 15, rhPct: 90 } })),
          'damp'
        )!.number
      )
    ).to.match(/after the leak test$/)
    expect(
      found(pond({ ...single, tints: [{ id: 'deep-blue', dropsPer100G: 20 }] }), 'bed-hidden')!
        .severity
    ).to.equal('note')
  })
  it('light: printer resin crusts over liquid, a coat too thick is sticky, shade stays liquid, no lamp on the shelf', () => {
    const light = (change: Partial<Pool['light']>) =>
      pond({
        way: 'light-cured-pour',
        light: {
          resin: 'craft-light-resin',
          lamp: 'hand-lamp',
          lampMm: 50,
          coatMm: null,
          seconds: 60,
          shadedPct: 0,
          ...change
        }
      })
    expect(written(found(light({ resin: 'printer-resin' }), 'crust')!.reason)).to.match(
      /stays liquid for good/
    )
    expect(
      onPool(found(light({ coatMm: 9, seconds: 10 }), 'light-thick')!.mend).light!.seconds
    ).to.be.greaterThan(60)
    expect(written(found(light({ shadedPct: 20 }), 'shade')!.number)).to.equal('20 % shaded')
    expect(found(light({ lamp: 'sun' }), 'no-light')!.severity).to.equal('stop')
    expect(light({}).findings.filter((f) => f.severity === 'stop')).to.deep.equal([])
    // bands are kept coat by coat, and the darkest decides how far the light gets
    const [stack] = light({}).stacks.pools
    expect(new Set(stack.layers.map((l) => l.tints.length))).to.deep.equal(new Set([2, 1]))
    expect(
      pond({ way: 'light-cured-pour', bands: [], tints: [] }).stacks.pools[0].light!.cureDepthMm
    ).to.be.greaterThan(stack.light!.cureDepthMm)
  })
  it('pours that the calendar puts farther apart than they blend', () => {
    const rare = (b: Build): Build => ({
      ...b,
      calendar: {
        ...b.calendar,
        exceptions: [],
        week: { mon: [], tue: [], wed: [], thu: [], fri: [], sat: [['09:00', '13:00']], sun: [] }
      }
    })
    const quick = pond({ ...single, resin: 'quick-epoxy-2-1' }, rare)
    const gap = found(quick, 'window')
    expect(gap?.place).to.equal('days')
    expect(written(gap?.wayOut ?? '')).to.match(/scuff/)
  })
  it('every finding of every sort speaks in full', () => {
    for (const plan of [
      pond({ ...single, pours: 1 }),
      pond(
        { way: 'paper-skin', skin: { layers: 1, lacquer: 'gloss-lacquer', lacquerCoats: 2 } },
        (b) => ({ ...b, ground: { ...b.ground, sealCoats: 0 } })
      ),
      pond({ way: 'nothing' }),
      pond({ dam: 'clay' })
    ]) {
      for (const f of plan.findings)
        for (const key of ['title', 'number', 'reason', 'wayOut'] as const)
          expect(written(f[key]).length, `${f.id}.${key}`).to.be.greaterThan(1)
    }
    expect(found(pond({ way: 'nothing' }), 'no-way')!.severity).to.equal('stop')
  })
})

describe('Steps and colours of a pour', () => {
  const plan = planFor(demo())
  it('the leak test, each pour and each coat say their own figures', () => {
    const how = (id: string) => plan.steps.steps.find((s) => s.id === id)!.how
    const test = plan.stacks.pools[0].dam!.leakTest
    expect(written(how('millpond/leak')))
      .to.include(`Fill to ${test.levelsMm[0]} mm`)
      .and.include(`wait ${test.waitMin} min`)
    expect(written(how('millpond/pour#2'))).to.match(/^\d+(\.\d)? g in one cup, up to 45\.5 mm\./)
  })
  it('bands are seen: clear on top leaves the shallows as they are painted', () => {
    const { colours } = plan.stacks.pools[0]
    expect(colours!.swatches[0].bedShowsPct).to.equal(100)
    const shows = colours!.swatches.map((s) => s.bedShowsPct)
    expect(shows).to.deep.equal([...shows].sort((a, b) => b - a))
    expect(colours!.strip.length).to.be.greaterThan(30)
    expect(
      pond({
        bands: [
          { share: 1, tints: [{ id: 'deep-blue', dropsPer100G: 9 }] },
          { share: 1, tints: [] }
        ]
      }).stacks.pools[0].colours!.swatches[2].bedShowsPct
    ).to.be.greaterThan(99)
  })
  it('volume tinted = volume mixed: the grams of all bands are the grams of all cups', () => {
    const [pool] = plan.amounts.pools
    expect(pool.tintAll.reduce((s, t) => s + t.aG, 0)).to.be.closeTo(pool.aG, 1e-9)
    const drops = plan.amounts.batches
      .filter((b) => b.pool === 'millpond')
      .reduce((s, b) => s + (b.dropsExact['weed-green'] ?? 0), 0)
    expect(pool.tintAll.reduce((s, t) => s + (t.drops['weed-green'] ?? 0), 0)).to.be.closeTo(
      drops,
      1
    )
  })
  it('less than half a drop is said, with how much of a thinned tint makes it, however it is tinted', () => {
    const told = (dropsPer100G: number, tinting: 'all-at-once' | 'batch-by-batch') => {
      const p = pond({ bands: [], tints: [{ id: 'deep-blue', dropsPer100G }], tinting })
      const massG = p.amounts.pools[0].totalG
      return { finding: p.findings.find((f) => f.id.startsWith('no-drop')), massG }
    }
    for (const tinting of ['all-at-once', 'batch-by-batch'] as const) {
      const { finding, massG } = told(0.1, tinting)
      expect(massG, 'under half a drop in all').to.be.below(500)
      // 1 drop in 10 ml: so many tenths of a drop are so many ml
      const ml = Math.round(((0.1 * massG) / 10) * 10) / 10
      expect(written(finding!.wayOut)).to.include(`1 drop into 10 ml of part A and take ${ml} ml`)
      expect(told(200 / massG, tinting).finding).to.equal(undefined)
      expect(told(0, tinting).finding).to.equal(undefined)
    }
  })
  it('a kriged pool is mixed for its upper end', () => {
    const [pool] = plan.amounts.pools
    const cups = plan.amounts.batches.filter((b) => b.pool === 'millpond').length
    const { sdMl } = plan.ground.pools[0]
    expect(sdMl).to.be.greaterThan(1)
    expect(pool.totalG).to.be.closeTo(
      (pool.volumeMl + 1.64 * sdMl) * pool.densityGCm3 * 1.05 + 5 * cups,
      1e-6
    )
  })
})

describe('A build carries its own bottles', () => {
  const own: Material = { ...RESINS[0], id: 'own-1', name: 'Mine', own: true, stock: 300 }
  const tint: Material = { ...TINTS[0], id: 'own-tint', own: true }
  it('those that it names, without their stock; and gives back what names none', () => {
    expect(carrying(demo(), [own, tint])).to.deep.equal(demo())
    const named = changePool('millpond', {
      resin: 'own-1',
      tints: [{ id: 'own-tint', dropsPer100G: 2 }]
    })(demo())
    const carried = carrying(named, [own, tint])
    expect(carried.bottles!.map((b) => b.id)).to.deep.equal(['own-1', 'own-tint'])
    expect(carried.bottles![0].stock).to.equal(undefined)
    expect(carrying(carried, [own, tint])).to.equal(carried)
    // on another shelf the file means the same
    expect(planFor(carried).stacks.pools[0].heat!.pours).to.equal(
      planFor(named, shelfOf([...BUILT_IN, own, tint])).stacks.pools[0].heat!.pours
    )
    expect(
      carrying(changePool('millpond', { resin: 'clear-epoxy-2-1', tints: [] })(carried), []).bottles
    ).to.equal(undefined)
  })
})
