import { expect } from 'chai'
import { changePool, changeSea, setWay } from '../../core/build/edits'
import { poolsOf, seasOf, type Build } from '../../core/build/types'
import { readBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import { WAYS } from '../../core/craft/ways/catalog'
import { compareWays } from '../../core/plan/beside/compareWays'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { derivePlan, type Plan } from '../../core/plan/derivePlan'
import { demo } from '../support/builds'

const POND = 'millpond'
const idsOf = (plan: Plan, water: string) =>
  plan.steps.steps.filter((s) => s.water === water).map((s) => s.id.split('/')[1])

describe('A way that is one file and its line in the catalogue', () => {
  describe('a muddy pour over a bed of slurry', () => {
    const muddy: Build = setWay(POND, 'mud-pour')(demo())
    const plan = derivePlan(muddy)

    it('lays the mud before the dam, lets it dry, and pours without ripples', () => {
      const ids = idsOf(plan, POND)
      expect(ids).to.include.members(['slurry', 'dam', 'dryout', 'undam'])
      expect(ids.some((id) => /ripple|gelcoat/.test(id))).to.equal(false)
      const link = plan.steps.links.find(
        (l) => l.from === `${POND}/slurry` && l.to === `${POND}/dam`
      )
      expect(link!.minMin).to.be.greaterThan(60)
      expect(plan.days.finishMs).to.be.a('number')
    })

    it('weighs out resin and browns it as any pour does, runs its heat, and buys the mud', () => {
      const poured = derivePlan(demo())
      const [mud, clear] = [plan, poured].map((p) => p.amounts.pools.find((a) => a.pool === POND)!)
      expect(mud.totalG).to.be.closeTo(clear.totalG, 1e-9)
      expect(plan.stacks.pools.find((s) => s.id === POND)!.heat).to.not.equal(null)
      const bought = (p: Plan, id: string) =>
        p.amounts.shopping.find((l) => l.material === id)?.byWater[POND] ?? 0
      expect(bought(plan, 'scatter')).to.be.greaterThan(5)
      expect(bought(plan, 'ripple-gel')).to.equal(0)
      expect(bought(poured, 'ripple-gel')).to.be.greaterThan(0)
      expect(bought(plan, 'river-brown')).to.be.greaterThan(0)
    })

    it('is brown as soon as it is chosen, shows its mud under the pours, and gives the tint up with the way', () => {
      const [pond] = poolsOf(muddy)
      expect(pond.tints).to.deep.equal([{ id: 'river-brown', dropsPer100G: 8 }])
      const labels = plan.stacks.pools.find((s) => s.id === POND)!.coats.map((c) => c.label)
      expect(labels.indexOf('Mud, tinted and textured')).to.equal(
        labels.findIndex((l) => l.startsWith('Pour 1')) - 1
      )
      const tintOf = (build: Build) => poolsOf(build)[0].tints.map((t) => t.id)
      expect(tintOf(setWay(POND, 'two-part-pour')(muddy))).to.deep.equal(['blue-green'])
      // a tint that the builder chose stays
      const green = changePool(POND, { tints: [{ id: 'weed-green', dropsPer100G: 4 }] })(muddy)
      expect(tintOf(setWay(POND, 'two-part-pour')(green))).to.deep.equal(['weed-green'])
    })

    it('is compared with the others and kept in the file', () => {
      const told: [number, number][] = []
      const lines = compareWays(demo(), POND, BUILT_IN_SHELF, undefined, [], (...now) => {
        told.push(now)
      })
      // each as it is done, of so many
      expect(told).to.deep.equal(lines.map((_, i) => [i + 1, lines.length]))
      expect(lines.find((l) => l.way === 'mud-pour')!.finishMs).to.be.a('number')
      const back = readBuild(writeBuild(muddy))
      expect(back.ok && poolsOf(back.value)[0].way).to.equal('mud-pour')
    })
  })

  describe('a fall of wrinkled film under gel', () => {
    const build = setWay('weir', 'wrinkled-film')(demo())
    const plan = derivePlan(build)

    it('is crumpled, laid, covered coat by coat and blended, each on what is ready for it', () => {
      const ids = idsOf(plan, 'weir').map((id) => id.replace(/#\d+$/, ''))
      expect([...new Set(ids)].sort()).to.deep.equal(['blend', 'crumple', 'gel', 'hang'])
      const coats = plan.stacks.forms.find((f) => f.id === 'weir')!.laying!.coats
      expect(ids.filter((id) => id === 'gel').length).to.equal(coats)
      const firm = plan.steps.links.find(
        (l) => l.from === 'weir/hang' && l.to.startsWith('weir/gel')
      )
      expect(firm!.minMin).to.be.greaterThan(60)
      expect(plan.days.finishMs).to.be.a('number')
    })

    it('needs film as wide again as the fall for its folds, gel by its coats, and warns of nothing new', () => {
      const bought = (id: string) =>
        plan.amounts.shopping.find((l) => l.material === id)?.byWater.weir ?? 0
      const form = plan.forms.falls.find((f) => f.id === 'weir')!
      const wallCm2 = (form.widthMm * form.curve!.arcMm) / 100
      expect(bought('cling-film')).to.be.greaterThan(1.5 * wallCm2)
      expect(bought('ripple-gel')).to.be.greaterThan(3)
      const warned = (p: Plan) =>
        p.findings.filter((f) => f.water === 'weir' && f.severity !== 'note').map((f) => f.id)
      expect(warned(derivePlan(demo()))).to.include.members(warned(plan))
    })
  })

  describe('crests heaped and stippled', () => {
    const [sea] = seasOf(demo('2-mole-at-varnsey'))
    const low = changeSea(sea.id, { breakerMm: 3, periodS: 4, crest: null })(
      setWay(sea.id, 'heap-and-stipple')(demo('2-mole-at-varnsey'))
    )
    const plan = derivePlan(low)

    it('is one sitting and a night: gel goes on the lines while they are soft, and nothing is said of heaping', () => {
      expect(idsOf(plan, sea.id)).to.deep.equal(['heap', 'gel'])
      const soft = plan.steps.links.find((l) => l.from === `${sea.id}/heap`)!
      expect(soft.minMin).to.be.below(10)
      expect(soft.maxMin!).to.be.within(5, 90)
      const at = (id: string) => plan.days.work.filter((w) => w.step === `${sea.id}/${id}`)
      const waits = at('gel')[0].startMs - at('heap').at(-1)!.endMs
      expect(waits).to.be.within(0, soft.maxMin! * 60_000)
      expect(plan.findings.map((f) => f.id)).not.to.include(`heap:${sea.id}`)
      const high = derivePlan(changeSea(sea.id, { breakerMm: 14 })(low))
      expect(high.findings.map((f) => f.id)).to.include(`thick-coat:${sea.id}`)
    })

    it('takes glue and gel by the crests that stand on the base', () => {
      const bought = (id: string) =>
        plan.amounts.shopping.find((l) => l.material === id)?.byWater[sea.id] ?? 0
      expect(bought('gloss-glue')).to.be.within(2, 60)
      expect(bought(seasOf(low)[0].gel)).to.be.within(2, 60)
    })
  })

  it('every pool’s way says what its body needs, and no other way does', () => {
    for (const way of WAYS.values()) expect(way.body !== undefined).to.equal(way.for === 'pool')
  })
})
