import { expect } from 'chai'
import fc from 'fast-check'
import { changeSea, changePool, setWay } from '../../core/build/edits'
import { newFrom } from '../../core/exchange/newFile'
import { GELS } from '../../core/craft/materials/gels'
import { DAMS } from '../../core/craft/materials/dams'
import { resinKinetics } from '../../core/craft/materials/resinKinetics'
import { RESINS } from '../../core/craft/materials/resins'
import { TINTS } from '../../core/craft/materials/tints'
import { handsFor } from '../../core/craft/ways/types'
import { dropsTold } from '../../core/craft/drops'
import { calculate } from '../../core/exchange/calc/contract'
import { opticsOf, seenThrough } from '../../core/physics/stuff/colour/tint'
import { damBow } from '../../core/physics/stuff/dams/bow'
import { slowedBy } from '../../core/physics/stuff/drying/air'
import { dryInRoom } from '../../core/physics/stuff/drying/inRoom'
import { potLife } from '../../core/physics/stuff/heat/cup'
import { castingHeat } from '../../core/physics/stuff/heat/casting'
import { simulateCure } from '../../core/physics/stuff/heat/cureRun'
import { countDrops } from '../../core/physics/stuff/mixing/drops'
import { derivePlan } from '../../core/plan/derivePlan'
import type { Build, Pool } from '../../core/build/types'
import { planFor } from '../support/planned'
import { written } from '../../core/words/sentence'

const gel = (id: string) => GELS.find((g) => g.id === id)!
const resin = (id: string) => resinKinetics(RESINS.find((r) => r.id === id)!)
const room = (rhPct: number, tempC = 20) => ({ tempC, rhPct })
const NOW = { start: '2026-11-02T09:00', zone: 'Europe/Lisbon' }
const made = (change: object) =>
  newFrom({ name: 'T', scale: 'HO', widthMm: 300, depthMm: 200, free: 'daily', ...change }, NOW)
const inRoom =
  (tempC: number) =>
  (b: Build): Build => ({ ...b, room: { tempC, rhPct: 50 } })
const hours = (b: Build) => {
  const { days } = planFor(b)
  return (days.finishMs! - Math.min(...days.work.map((w) => w.startMs))) / 3_600_000
}

describe('Numbers that a practitioner believes. Common practice, no source', () => {
  it('damp air makes every gel two to three times slower, and never only near saturation', () => {
    for (const id of ['clear-caulk', 'splash-gel', 'gloss-glue', 'ripple-gel', 'heavy-gloss-gel']) {
      const clear = (rhPct: number) => dryInRoom(gel(id), 2, room(rhPct)).clearH!
      expect(clear(52) / clear(50), id).to.be.within(1, 1.1)
      expect(clear(80) / clear(50), id).to.be.within(1.2, 3)
      expect(clear(88) / clear(50), id).to.be.within(1.4, 4)
      for (let rh = 40; rh < 96; rh += 4)
        expect(clear(rh + 4), `${id} ${rh}`).to.be.above(clear(rh))
      expect(dryInRoom(gel(id), 2, room(100)).clearH, id).to.equal(null)
    }
  })
  it('a fan helps what is thin, hardly what is thick; a lamp helps both, and dries where the room alone never does', () => {
    const clear = (mm: number, with_: object, rhPct = 50) =>
      dryInRoom(gel('ripple-gel'), mm, { ...room(rhPct), ...with_ }).clearH
    const fan = (mm: number) => clear(mm, { fan: true })! / clear(mm, {})!
    expect(fan(0.3)).to.be.within(0.24, 0.6)
    expect(fan(5)).to.be.within(0.85, 1)
    expect(fan(0.3)).to.be.below(fan(1))
    expect(clear(2, { lamp: true })! / clear(2, {})!).to.be.within(0.4, 0.85)
    expect(clear(2, {}, 100)).to.equal(null)
    expect(clear(2, { lamp: true }, 100)).to.be.a('number')
    const build = made({ waters: 'pool' })
    const aired = planFor({ ...build, room: { ...build.room, fan: true, lamp: true } })
    const dries = (plan: ReturnType<typeof derivePlan>) => plan.cures.ground.paintDry!
    expect(dries(aired) / dries(planFor(build))).to.be.within(0.12, 0.5)
    // it is the air that is helped, not the resin
    expect(aired.stacks.pools[0].heat!.firmMin).to.equal(
      planFor(build).stacks.pools[0].heat!.firmMin
    )
  })
  it('hot glue and light set in minutes whatever the air, a resin skin by how warm it is, silicone by no damp', () => {
    const dam = (id: string) => DAMS.find((d) => d.id === id)!
    for (const id of ['acrylic-hot-glue', 'acetate-uv', 'pack-plastic-uv']) {
      expect(dam(id).setMin, id).to.be.at.most(15)
      for (const rh of [30, 99]) expect(slowedBy(dam(id).sets, room(rh)), id).to.equal(1)
    }
    expect(slowedBy('cure', room(90))).to.be.closeTo(1, 1e-9)
    expect(slowedBy('cure', room(50, 10))).to.be.within(1.7, 2.5)
    const sealant = gel('silicone-caulk')
    expect(dryInRoom(sealant, 3, room(90)).clearH).to.equal(dryInRoom(sealant, 3, room(50)).clearH)
  })
  it('skin, touch and clear come one after the other: caulk skins in a quarter to half an hour', () => {
    const caulk = dryInRoom(gel('clear-caulk'), 3, room(50))
    expect(caulk.skinMin!).to.be.within(12, 35)
    expect(caulk.touchMin!).to.be.within(45, 150)
    for (const g of GELS) {
      const { skinMin, touchMin, clearH } = dryInRoom(g, g.coatMm, room(50))
      expect(skinMin!, g.id).to.be.below(touchMin!)
      expect(touchMin!, g.id).to.be.below(60 * clearH!)
    }
  })
  it('acetate and tape bow by millimetres under 20 mm of resin, and are braced in a few places', () => {
    for (const id of ['acetate-uv', 'tape-and-glue']) {
      const { thicknessMm, modulusGPa, edges } = DAMS.find((d) => d.id === id)!
      const panel = { thicknessMm, modulusGPa, edges, liquidGCm3: 1.1 }
      const { bowMm, braceEveryMm } = damBow({ ...panel, heightMm: 20, spanMm: 300 })
      expect(bowMm, id).to.be.within(2, 8)
      expect(Math.ceil(300 / braceEveryMm) - 1, id).to.be.within(2, 6)
      const wall = damBow({ ...panel, heightMm: 60, spanMm: 600 })
      expect(wall.bowMm, id).to.be.below(30)
      expect(wall.extraMl, id).to.be.below(400)
    }
  })
  it('a small cup keeps two to three times as long, and is no cold film', () => {
    const general = resin('clear-epoxy-2-1')
    expect(potLife(general, 10, 25) / potLife(general, 100, 25)).to.be.within(1.5, 3)
  })
  it('a colder room never ends sooner', () => {
    const ends = [14, 16, 18, 20, 22].map((c) => hours(inRoom(c)(made({ waters: 'pool' }))))
    ends.slice(1).forEach((h, i) => expect(h).to.be.at.most(ends[i] + 1))
  })
  it('brush and roller grow with the job: a seal coat on 0.6 m² in half an hour; white that is not there takes no hands', () => {
    expect(handsFor({ fixed: 6, per: { waterCm2: 0.02 } }, { waterCm2: 6000 })).to.be.within(20, 45)
    const still = planFor(made({ waters: 'pool' }))
    expect(still.forms.white.waters.every((w) => w.sharePct === 0)).to.equal(true)
    for (const s of still.steps.steps.filter((s) => s.id.startsWith('white/')))
      expect(s.handsMin, s.id).to.be.at.most(2)
    const puddle = planFor(made({ waters: 'pool', widthMm: 80, depthMm: 70 }))
    expect(puddle.days.handsMin / 60).to.be.below(3)
  })
  it('ripple gel is bought as it is laid', () => {
    for (const widthMm of [120, 300, 700]) {
      const plan = planFor(made({ waters: 'pool', widthMm }))
      const laying = plan.stacks.surfaces[0].laying!
      const line = plan.amounts.shopping.find((l) => l.material === 'ripple-gel')!
      const laidMl = (plan.ground.pools[0].areaMm2 * laying.wetMm * laying.coats) / 1000
      expect(line.amount).to.be.closeTo(laidMl, 2.5)
    }
  })
  it('a strip is as thick as its sheet, from half a millimetre to three, in coats', () => {
    const strip = (scale: string) => {
      const plan = planFor(made({ waters: 'pool-fall', scale }))
      const { curve } = plan.forms.falls[0]
      const sheet = (curve!.brinkThicknessMm + curve!.footThicknessMm) / 2
      return { laying: plan.stacks.forms[0].laying!, sheet, plan }
    }
    for (const scale of ['T', 'N', 'HO', 'O', '1:12']) {
      const { laying, sheet, plan } = strip(scale)
      expect(laying.finalMm, scale).to.be.closeTo(Math.min(3, Math.max(0.5, sheet)), 1e-9)
      // every coat that is advised is planned, with its wait
      const coats = plan.steps.steps.filter((s) => /^fall1\/(under|run)/.test(s.id))
      expect(coats, scale).to.have.length(laying.coats)
    }
  })
  it('no heap of white stands higher than a centimetre, and crests over 3 mm are answered with what is done instead', () => {
    for (const white of ['filler-paste', 'snow-paste', 'fibre-paste']) {
      const b = setWay('white', white)(made({ waters: 'shore' }))
      expect(planFor(b).amounts.white.standsMm ?? 0, white).to.be.at.most(10)
    }
    const high = changeSea('sea1', { drive: 'breaker', breakerMm: 20 })(made({ waters: 'shore' }))
    const heap = planFor(high).findings.find((f) => f.id === 'heap:sea1')!
    expect(written(heap.number)).to.match(/coats/)
    expect(written(heap.reason)).to.match(/carved, cast, curled/)
  })
  it('a pond of 10 mm by lamp is three coats and about an hour, in any room; none is thinner than half a millimetre unsaid', () => {
    for (const tempC of [16, 20, 28])
      for (const seconds of [20, 60, 120]) {
        const b = inRoom(tempC)(
          setWay('pool1', 'light-cured-pour')(made({ waters: 'pool', widthMm: 150, depthMm: 120 }))
        )
        const pool = b.waters[0] as Pool
        const plan = planFor(changePool('pool1', { light: { ...pool.light, seconds } })(b))
        const light = plan.stacks.pools[0].light!
        expect(light.coatMm).to.be.within(2, 4)
        expect(plan.stacks.pools[0].layers).to.have.length(light.coats)
        expect(plan.steps.steps.filter((s) => s.id.startsWith('pool1/coat'))).to.have.length(
          light.coats
        )
        expect(light.coats * light.spreadMin).to.be.below(75)
        expect(light.peakC).to.be.within(light.peakLoC, light.peakHiC)
        expect(light.peakC).to.be.at.most(80)
      }
  })
})

describe('Doses that people count', () => {
  it('P7: 3 and 2 drops in 70 g is strong at 5 mm; the usual dose is faint', () => {
    const over = (drops: number) =>
      seenThrough('#ffffff', [
        { depthMm: 5, tints: [{ optics: opticsOf(TINTS[0].look), dropsPer100G: drops }] }
      ]).lab
    expect(over((5 / 70) * 100)[0]).to.be.below(56)
    expect(over(1.5)[0]).to.be.above(72)
  })
  it('whole drops and thinned tint together give every dose within a tenth', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 60, noNaN: true }), (exact) => {
        const { whole, thinnedMl } = countDrops(exact)
        expect(Number.isInteger(whole)).to.equal(true)
        const given = whole + thinnedMl / 10
        // thinned to the tenth of a millilitre: a hundredth of a drop
        expect(Math.abs(given - exact)).to.be.at.most(Math.max(0.1 * exact, 0.0051))
      })
    )
    expect(written(dropsTold('t', 0.3, 'all at once'))).to.equal('3 ml thinned t')
    expect(written(dropsTold('t', 4.9, 'cup by cup'))).to.equal('5 drops t')
    expect(written(dropsTold('t', 2.4, 'all at once'))).to.equal('2 drops t')
  })
  it('a dose told for the builder’s own cup is the same dose', () => {
    const asked = (tint: object) =>
      calculate('mix', {
        volumeMl: 60,
        partA: 1,
        partB: 1,
        basis: 'mass',
        densityA: 1,
        densityB: 1,
        wastePct: 0,
        cupG: 0,
        batchMaxG: 500,
        readabilityG: 0.1,
        tints: [{ id: 't', ...tint }]
      }) as { batches: { drops: object; thinned: Record<string, object> }[] }
    expect(asked({ cup: { drops: 3, massG: 70 } })).to.deep.equal(asked({ dropsPer100G: 300 / 70 }))
    expect(asked({ cup: { drops: 0.5, massG: 1000 } }).batches[0].thinned.t).to.deep.equal({
      drops: 0,
      takeMl: 0.3,
      oneDropInMl: 10
    })
    expect(() => asked({ cup: { drops: 3, massG: 0 } })).to.throw(/massG: was 0/)
    expect(() => asked({ cup: { drops: 3, massG: 70 }, dropsPer100G: 4 })).to.throw()
  })
})

describe('Castings, everywhere that resin goes', () => {
  const crest = (breakerMm: number, change: object = {}) =>
    changeSea('sea1', {
      drive: 'breaker',
      breakerMm,
      periodS: 6,
      crest: { x: 300, y: 200, lengthMm: 300 },
      ...change
    })(
      setWay(
        'sea1',
        'cast-wave'
      )(made({ waters: 'shore', widthMm: 600, depthMm: 400, from: 'painted-and-sealed' }))
    )
  it('a cast crest is mixed in its water’s resin at its dose, in cups with drops, and its grams are in the shop', () => {
    const plan = planFor(crest(20))
    const cast = plan.amounts.mixes.find((m) => m.id === 'sea1/cast')!
    const cups = plan.amounts.otherCups.filter((b) => b.mix === 'sea1/cast')
    expect(cast.resin).to.equal('clear-epoxy-2-1')
    expect(cast.aG + cast.bG).to.be.within(60, 600)
    expect(cups.reduce((s, b) => s + b.massG, 0)).to.be.closeTo(cast.aG + cast.bG, 1e-6)
    expect(Object.values(cast.drops).some((n) => n > 0)).to.equal(true)
    expect(plan.cures.mixMin['sea1/cast']).to.be.above(5)
    const own = plan.amounts.shopping.find((l) => l.material === cast.resin)!
    expect(own.byWater.sea1).to.be.closeTo(
      plan.amounts.mixes.filter((m) => m.water === 'sea1').reduce((s, m) => s + m.aG + m.bG, 0),
      1e-6
    )
  })
  it('another resin by choice, and the pour keeps its own', () => {
    const b = crest(20)
    const other = {
      ...b,
      waters: b.waters.map((w) =>
        w.kind === 'sea' ? { ...w, make: { ...w.make, resin: 'casting-epoxy-2-1', tints: [] } } : w
      )
    }
    const { mixes } = planFor(other).amounts
    expect(mixes.find((m) => m.id === 'sea1/cast')).to.deep.include({
      resin: 'casting-epoxy-2-1',
      drops: {}
    })
    expect(mixes.find((m) => m.id.startsWith('pool1/pour'))!.resin).to.equal('clear-epoxy-2-1')
  })
  it('a crest of 40 mm is a day’s modelling over a core, no deeper than its water, cast in two', () => {
    const plan = planFor(crest(40))
    const { part } = plan.stacks.forms[0]
    const master = plan.steps.steps.find((s) => s.id === 'sea1/master')!
    expect(master.handsMin / 60).to.be.within(2, 9)
    expect(part!.mould!.coreMl).to.be.above(part!.mould!.clayMl)
    expect(part!.widthMm).to.be.below(200)
    expect(part!.mould!.heat!.pours).to.equal(2)
    expect(plan.steps.steps.filter((s) => s.id.startsWith('sea1/cast#'))).to.have.length(2)
    expect(plan.forms.seas[0].built!.outgrowsMm).to.equal(0)
    const tight = planFor(crest(40, { crest: { x: 300, y: 8, lengthMm: 300 } }))
    expect(tight.findings.some((f) => f.id === 'outgrows:sea1')).to.equal(true)
  })
  it('heat of a casting is that of the slab between two walls, and thick ones are poured in as many as keep it from yellowing', () => {
    const at = (thicknessMm: number) =>
      castingHeat({
        areaMm2: 6000,
        thicknessMm,
        mould: 'rubber-in-shell',
        resin: resin('clear-epoxy-2-1'),
        roomC: 20
      })
    const peaks = [4, 8, 16, 32].map((t) => at(t).atOnce.peakC)
    peaks.slice(1).forEach((p, i) => expect(p).to.be.above(peaks[i]))
    expect(at(8).pours).to.equal(1)
    expect(at(40).pours).to.be.above(1)
    expect(at(40).peakC).to.be.at.most(80)
    // by symmetry: half the slab over one wall, its middle sealed, is the whole between two
    const wall = { kWMK: 0.2, cJGK: 1.3, densityGCm3: 1.15, thicknessMm: 5 }
    const thin = simulateCure({
      resin: resin('clear-epoxy-2-1'),
      pours: [{ thicknessMm: 5, atMin: 0 }],
      ground: [wall],
      roomC: 20,
      topWM2K: 0
    })
    const whole = simulateCure({
      resin: resin('clear-epoxy-2-1'),
      pours: [{ thicknessMm: 10, atMin: 0 }],
      ground: [wall],
      roomC: 20,
      // a face of 8 W/m²K behind 5 mm of rubber, without its store of heat
      topWM2K: 1 / (1 / 8 + 0.005 / 0.2)
    })
    expect(thin.peakC).to.be.closeTo(whole.peakC, 6)
    expect(thin.peakC).to.be.below(whole.peakC)
    expect(() =>
      calculate('casting', {
        areaMm2: 6e5,
        thicknessMm: 50,
        mould: 'plaster',
        resin: 'clear-epoxy-2-1',
        roomC: 20
      })
    ).to.throw(/^thicknessMm: was 50; .* 10 kg/)
  })
})
