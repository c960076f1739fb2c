import { expect } from 'chai'
import { changeMaking, setWay } from '../../core/build/edits'
import { movingOf, type Build, type Moving } from '../../core/build/types'
import { mending } from '../../core/build/mend'
import { writeBuild } from '../../core/build/file/write'
import { readBuild } from '../../core/build/file/buildFile'
import { BONDED_FACES, bondFaults, bondOf, BONDS } from '../../core/craft/bonds'
import { pairOf } from '../../core/craft/materials/pairs'
import { WAYS, waysFor } from '../../core/craft/ways/catalog'
import { BOND_MPA, type BondId } from '../../core/physics/stuff/supports/standing'
import { derivePlan, finished, planner, type Plan } from '../../core/plan/derivePlan'
import { demo } from '../support/builds'
import { written } from '../../core/words/sentence'

const bond = (id: BondId) => BONDS.find((b) => b.id === id)!
/** The weir of the demo with a sheet bent over its lip. */
const sheet = (b: Build) => {
  const fall = b.waters.find((w): w is Moving => w.kind === 'fall')!
  return { build: setWay(fall.id, 'cut-sheet')(b), id: fall.id }
}
const fixing = (plan: Plan, id: string) => plan.steps.steps.find((s) => s.id === `${id}/hang`)!
const told = (plan: Plan) => plan.findings.find((f) => f.id.startsWith('bond-face'))

describe('What fixes a part. Common practice (O9, C9, C12, C13), no source', () => {
  it('every bond has its pair with every face that a part is of or fixed on', () => {
    expect(BONDS.map((b) => b.id).sort()).to.deep.equal(Object.keys(BOND_MPA).sort())
    for (const b of BONDS)
      for (const face of BONDED_FACES)
        expect(pairOf(b.thing, face), `${b.id} on ${face}`).to.not.equal(null)
  })
  it('cement welds plastic to plastic alone; dots, gel, light and quick epoxy hold on the rest', () => {
    const fails = (id: BondId, ...faces: Parameters<typeof bondFaults>[1]) =>
      bondFaults(bond(id), faces).length > 0
    expect(fails('solvent', 'styrene', 'acrylic')).to.equal(false)
    for (const face of ['cured-resin', 'clear-gel', 'sealed-foam', 'unsealed-foam'] as const) {
      expect(fails('solvent', face), face).to.equal(true)
      for (const id of ['light', 'gel'] as const)
        expect(fails(id, face), `${id} ${face}`).to.equal(false)
    }
    for (const face of ['cured-resin', 'clear-gel', 'sealed-foam'] as const)
      for (const id of ['hotglue', 'quick'] as const)
        expect(fails(id, face), `${id} ${face}`).to.equal(false)
    expect(fails('superglue', 'acetate')).to.equal(true)
  })
  it('no way’s own bond is warned of, and the joint says what it is made of', () => {
    const parted = [...WAYS.values()].filter((w) => w.part)
    expect(parted.length).to.be.greaterThan(8)
    for (const w of parted) {
      expect(bondOf(w, {})!.id).to.equal(w.part!.bond)
      expect(w.steps.filter((s) => s.fixes).length, w.id).to.be.at.least(1)
    }
    for (const name of [
      '1-weir-at-cobbets-race',
      '2-mole-at-varnsey',
      '3-slalom-in-the-hollin-gorge'
    ] as const) {
      const [build, plans] = [demo(name), planner()]
      for (const water of movingOf(build))
        for (const w of waysFor(water.kind).filter((x) => x.part)) {
          const plan = finished(plans(setWay(water.id, w.id)(build)))
          const found = plan.findings.find((f) => f.id === `bond-face:${water.id}`)
          expect(found?.reason, `${w.id} in ${name}`).to.equal(undefined)
        }
    }
  }).timeout(300_000)
  it('the builder’s bond changes the step, its wait, its care, what is bought and what it bears', () => {
    const { build, id } = sheet(demo())
    const usual = derivePlan(build)
    expect(written(fixing(usual, id).how)).to.include('light-cured')
    expect(told(usual)).to.equal(undefined)
    const glued = derivePlan(changeMaking(id, { bond: 'hotglue' })(build))
    expect(written(fixing(glued, id).how)).to.include('cool gun')
    expect(fixing(glued, id).cautions).to.include('hotglue').and.not.include('uv')
    const bought = (plan: Plan, material: string) =>
      plan.amounts.shopping.find((l) => l.material === material)?.byWater[id] ?? 0
    expect(bought(glued, 'hot-glue')).to.be.greaterThan(0)
    expect(bought(usual, 'hot-glue')).to.equal(0)
    expect(bought(usual, 'craft-light-resin')).to.be.greaterThan(bought(glued, 'craft-light-resin'))
    const bears = (plan: Plan) => plan.stacks.forms.find((f) => f.id === id)!.part!.bond
    expect(bears(usual).times / bears(glued).times).to.be.closeTo(
      BOND_MPA.light / BOND_MPA.hotglue,
      1e-6
    )
  })
  it('quick epoxy is mixed on Mix, five grams at least, and waits as warm as the room is', () => {
    const { build, id } = sheet(demo())
    const quick = changeMaking(id, { bond: 'quick' })(build)
    const plan = derivePlan(quick)
    const cup = plan.amounts.otherCups.find((c) => c.mix === `${id}/hang`)!
    expect(cup.aG + cup.bG).to.be.closeTo(5, 0.2)
    expect(cup.drops, 'glue is clear').to.deep.equal({})
    expect(fixing(plan, id).waitMin).to.be.within(20, 45)
    const cold = derivePlan({ ...quick, room: { ...quick.room, tempC: 9 } })
    expect(fixing(cold, id).waitMin / fixing(plan, id).waitMin).to.be.within(1.6, 2.6)
  })
  it('cement on rock and resin is a finding whose click takes what holds; the file keeps the choice', () => {
    const { build, id } = sheet(demo())
    const cemented = changeMaking(id, { bond: 'solvent' })(build)
    const found = told(derivePlan(cemented))!
    expect(found.severity).to.equal('warn')
    const mended = mending(found.mend!)(cemented)
    expect(told(derivePlan(mended))).to.equal(undefined)
    const again = readBuild(writeBuild(cemented))
    expect(again).to.deep.equal({ ok: true, value: cemented })
  })
})
