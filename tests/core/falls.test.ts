import { expect } from 'chai'
import fc from 'fast-check'
import {
  addFall,
  chainDrop,
  changeFall,
  changeOutlet,
  changePool,
  partFall,
  raiseAll,
  removeWater,
  setFlow,
  setOutlet,
  setWay,
  stretchChain,
  type Edit
} from '../../core/build/edits'
import { readBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import { fallsOf, OUTLETS, poolsOf, type Build, type Fall } from '../../core/build/types'
import { newFrom } from '../../core/exchange/newFile'
import type { Plan } from '../../core/plan/derivePlan'
import { outletToLand } from '../../core/plan/2-forms/fallForm'
import { templatesOf } from '../../core/plan/templates/templatesOf'
import { demo } from '../support/builds'
import { planFor } from '../support/planned'
import { runs } from '../support/dial'
import { allWritten, written } from '../../core/words/sentence'

const NOW = { start: '2026-11-24T18:00', zone: 'UTC' }
const SCALE = 48
const quarry = newFrom(
  { name: 'Quarry', waters: 'pool', scale: '1:48', widthMm: 240, depthMm: 180 },
  NOW
)
const edited = (build: Build, ...edits: Edit[]) => edits.reduce((b, edit) => edit(b), build)
/** The quarry's pool with a fall from somewhere over it. */
const from = (kind: (typeof OUTLETS)[number], ...edits: Edit[]) =>
  edited(quarry, addFall, setOutlet('fall1', kind), ...edits)
const formOf = (plan: Plan, id = 'fall1') => plan.forms.falls.find((f) => f.id === id)!
const stops = (plan: Plan) => plan.findings.filter((f) => f.severity === 'stop')
const told = (plan: Plan, id: string) => plan.findings.find((f) => f.id.startsWith(id))

describe('Falls from anywhere', () => {
  it('off a ledge, out of a pipe, a wheel and a bucket: lands in its pool, with steps, gel and a date, nothing warned of', () => {
    for (const kind of OUTLETS) {
      const build = from(kind)
      const plan = planFor(build)
      const form = formOf(plan)
      const [pool] = poolsOf(build)
      expect(
        plan.findings
          .filter((f) => f.severity === 'stop' || f.severity === 'warn')
          .map((f) => f.id),
        kind
      ).to.deep.equal([])
      expect(form.footMm, kind).to.be.closeTo(pool.levelMm, 1e-9)
      expect(form.missesMm, kind).to.equal(0)
      expect(form.curve!.landMm, kind).to.be.above(1)
      expect(form.poolDepthMm, kind).to.be.above(0)
      expect(plan.days.finish, kind).to.be.a('string')
      // the boil lies where it lands, and is counted as white of the fall
      expect(plan.forms.white.waters.find((w) => w.water === 'fall1')!.sharePct, kind).to.be.above(
        1
      )
      // the file keeps it
      expect(readBuild(writeBuild(build)), kind).to.deep.equal({ ok: true, value: build })
    }
  })

  it('out of a pipe it is a round jet that thins as it falls: one strip, cut to a taper and rolled', () => {
    const plan = planFor(from('pipe'))
    const form = formOf(plan)
    const { jet, curve, dischargeM3S } = form
    expect(form.strips).to.equal(1)
    expect(jet!.arcsMm).to.have.length(jet!.diameterMm.length)
    // what flows through every cross-section is the same: Q = v·πd²/4
    const real = (mm: number) => (mm * plan.forms.scale) / 1000
    jet!.diameterMm.forEach((d, i) => {
      const fallen = real(curve!.middle[0][1] - curve!.middle[i][1])
      const speed = Math.sqrt(curve!.brinkSpeedMS ** 2 + 2 * 9.81 * fallen)
      expect((speed * Math.PI * real(d) ** 2) / 4).to.be.closeTo(dischargeM3S, 2e-3 * dischargeM3S)
      if (i > 0) expect(d).to.be.at.most(jet!.diameterMm[i - 1] + 1e-9)
    })
    const part = plan.stacks.forms.find((f) => f.id === 'fall1')!.part!
    expect(part).to.include({ count: 1, name: 'Rolled strip' })
    const [most, least] = [jet!.diameterMm[0] * Math.PI, jet!.diameterMm.at(-1)! * Math.PI]
    expect(part.widthMm).to.be.within(least, most)
    const build = from('pipe')
    const { ground, stacks, forms } = plan
    const sheet = templatesOf(build, { forms, ground, parts: stacks.forms }).find(
      (t) => t.id === 'sheet-fall1'
    )!
    expect(sheet.name).to.match(/jet, unrolled/)
    const cut = sheet.shapes.find((s) => s.layer === 'cut')!.points
    const wide = Math.max(...cut.map((p) => p[0])) - Math.min(...cut.map((p) => p[0]))
    expect(wide).to.be.closeTo(most, 0.01)
    // a ledge still has strips side by side
    const ledge = formOf(planFor(from('ledge')))
    expect(ledge.jet).to.equal(null)
  })

  it('turned and moved it lands there; twice the chain’s flow is nothing to it', () => {
    const turned = (headingDeg: number) =>
      formOf(planFor(from('pipe', changeOutlet('fall1', { headingDeg, x: 100, y: 90 }))))
    for (const deg of [0, 90, 180, -90, 37]) {
      const { landing, curve } = turned(deg)
      const [x, y] = [(landing![0][0] + landing![1][0]) / 2, (landing![0][1] + landing![1][1]) / 2]
      expect(x - 100).to.be.closeTo(curve!.landMm * Math.cos((deg * Math.PI) / 180), 1e-6)
      expect(y - 90).to.be.closeTo(curve!.landMm * Math.sin((deg * Math.PI) / 180), 1e-6)
    }
    const before = formOf(planFor(from('ledge')))
    const after = formOf(planFor(from('ledge', setFlow({ dischargeM3S: 40 }))))
    expect(after.curve!.landMm).to.equal(before.curve!.landMm)
    expect(after.share).to.equal(null)
  })

  it('a landing that is dragged finds the flow that gets there', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...OUTLETS),
        fc.double({ min: 0.5, max: 1.8, noNaN: true }),
        (kind, times) => {
          const build = from(kind)
          const form = formOf(planFor(build))
          // the rim of a wheel throws at its own speed, however little it carries
          const out = form.curve!.landMm * (kind === 'wheel' ? Math.max(1.05, times) : times)
          const dischargeM3S = outletToLand(fallsOf(build)[0], form, SCALE, out)
          const moved = changeFall('fall1', { flow: { mood: 'steady', dischargeM3S } })(build)
          expect(formOf(planFor(moved)).curve!.landMm / out).to.be.closeTo(1, 0.01)
        }
      ),
      { numRuns: runs(12), seed: 4 }
    )
  })

  it('on to rock, and into nothing: it comes down as high as was said, or has neither foam nor white at its foot', () => {
    const dry = edited(quarry, removeWater('pool1'), addFall)
    const onto = changeFall('fall1', { footMm: 12 })
    const rock = formOf(planFor(edited(dry, onto)))
    expect(rock.faults).to.deep.equal([])
    expect(rock.crestMm - rock.footMm).to.be.closeTo(25 - 12, 1e-9)
    expect(rock.foamMm).to.be.above(0)
    const below = from('ledge', changeFall('fall1', { into: null, footMm: 20 }))
    const air = planFor(edited(below, changeFall('fall1', { inAir: true })))
    expect(formOf(air).foamMm).to.equal(0)
    const white = (plan: Plan) =>
      plan.forms.white.zones
        .filter((z) => z.water === 'fall1')
        .reduce((sum, z) => sum + z.areaMm2, 0)
    expect(white(air)).to.be.below(0.9 * white(planFor(below)))
    expect(stops(air)).to.deep.equal([])
  })

  it('goes up and down with the model, and with a chain that is stretched', () => {
    const build = from('pipe', changeFall('fall1', { footMm: 4 }))
    const [fall] = fallsOf(build)
    const [up] = fallsOf(raiseAll(7)(build))
    expect(up.outlet!.zMm).to.equal(fall.outlet!.zMm + 7)
    expect(up.footMm).to.equal(11)
    expect(formOf(planFor(raiseAll(7)(build))).curve).to.deep.equal(formOf(planFor(build)).curve)
    const weir = demo()
    const spout = edited(weir, addFall, setOutlet('fall1', 'pipe'))
    const low = Math.min(...poolsOf(weir).map((p) => p.levelMm))
    const over = (b: Build) => fallsOf(b).find((f) => f.id === 'fall1')!.outlet!.zMm - low
    const stretched = stretchChain(2 * chainDrop(spout)!)(spout)
    expect(over(stretched)).to.be.closeTo(2 * over(spout), 0.11)
  })

  it('a rock on the lip parts the sheet: less width, more water on each metre, the same in all; strips for each part', () => {
    const weir = demo()
    const fall = fallsOf(weir)[0]
    const whole = formOf(planFor(weir), fall.id)
    const wide = whole.widthMm
    const parted = formOf(planFor(edited(weir, partFall(fall.id, wide))), fall.id)
    expect(parted.wet).to.have.length(2)
    expect(parted.widthMm).to.be.closeTo(0.8 * wide, 0.06)
    // by mood the lip gives as much for each of its metres; by figure it is all pressed through
    const figure = setFlow({ dischargeM3S: 5 })
    const [all, pressed] = [weir, edited(weir, partFall(fall.id, wide))].map((b) =>
      formOf(planFor(figure(b)), fall.id)
    )
    expect(pressed.dischargeM3S).to.equal(all.dischargeM3S)
    expect(pressed.curve!.unitDischargeM2S / all.curve!.unitDischargeM2S).to.be.closeTo(
      wide / parted.widthMm,
      1e-6
    )
    expect(parted.strips).to.be.at.least(2)
    // cut sheet: one piece for each stretch
    const cut = planFor(edited(weir, partFall(fall.id, wide), setWay(fall.id, 'cut-sheet')))
    expect(cut.stacks.forms.find((f) => f.id === fall.id)!.part!.count).to.equal(2)
  })

  it('side by side on one pool they share what runs, by their widths', () => {
    const weir = demo()
    const [fall] = fallsOf(weir)
    const pool = poolsOf(weir).find((p) => p.id === fall.lip!.pool)!
    const other = pool.outline.find((c) => c.id !== fall.lip!.corner)!
    const second: Fall = { ...fall, id: 'second', lip: { pool: pool.id, corner: other.id } }
    const both = { ...weir, waters: [...weir.waters, second] }
    const plan = planFor(setFlow({ dischargeM3S: 6 })(both))
    const [one, two] = [formOf(plan, fall.id), formOf(plan, 'second')]
    expect(one.dischargeM3S + two.dischargeM3S).to.be.closeTo(6, 1e-9)
    expect(one.dischargeM3S / two.dischargeM3S).to.be.closeTo(one.widthMm / two.widthMm, 1e-9)
  })

  it('what cannot be is explained: upwards, buried, under water, no lip left, off the base', () => {
    const [pool] = poolsOf(quarry)
    const at = (zMm: number) => planFor(from('pipe', changeOutlet('fall1', { zMm })))
    expect(JSON.stringify(allWritten(stops(at(pool.levelMm - 1))))).to.match(
      /would fall upwards: it leaves at/
    )
    const dug = planFor(
      from(
        'pipe',
        changeFall('fall1', { into: null }),
        changeOutlet('fall1', { zMm: pool.levelMm - 1 })
      )
    )
    expect(written(told(dug, 'mouth:')!.title)).to.match(/begins under water/)
    const buried = planFor(
      from(
        'pipe',
        changeFall('fall1', { into: null, footMm: -40 }),
        changeOutlet('fall1', { zMm: 1 })
      )
    )
    expect(written(told(buried, 'mouth:')!.title)).to.match(/begins in the ground/)
    const away = planFor(
      from(
        'ledge',
        changeFall('fall1', { into: null, footMm: 0 }),
        changeOutlet('fall1', { x: 100, y: 2 }),
        changePool('pool1', { levelMm: pool.levelMm })
      )
    )
    expect(written(told(away, 'off-base:')!.number)).to.match(/mm past its edge/)
    const full = planFor(
      from('ledge', changeFall('fall1', { partings: [{ atMm: 5, widthMm: 40 }] }))
    )
    expect(JSON.stringify(allWritten(stops(full)))).to.match(/leave it no water/)
    const flood = changeFall('fall1', { flow: { mood: 'spate', dischargeM3S: 900 } })
    for (const kind of ['ledge', 'wheel', 'bucket'] as const)
      expect(JSON.stringify(allWritten(stops(planFor(from(kind, flood))))), kind).to.match(
        /is drowned: this flow stands [\d.]+ mm behind its edge/
      )
    const wrong = writeBuild(from('pipe')).replace('"kind": "pipe"', '"kind": "hose"')
    const refused = readBuild(wrong)
    expect(JSON.stringify(refused)).to.match(/outlet\.kind.*hose.*ledge, pipe, wheel, bucket/)
  })
})
