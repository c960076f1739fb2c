import { expect } from 'chai'
import fc from 'fast-check'
import { main } from '../../cli/main'
import { addOwnStep, changeOwnStep, setCare, setFrom, setLays } from '../../core/build/lays'
import { readBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import { FREE, WATERS_NAMED } from '../../core/build/newBuild'
import { changePool, setWay } from '../../core/build/edits'
import { poolsOf, type Build } from '../../core/build/types'
import { CARE, FROM } from '../../core/craft/ways/types'
import { WAYS, waysFor } from '../../core/craft/ways/catalog'
import { newFrom } from '../../core/exchange/newFile'
import { derivePlan, type Plan } from '../../core/plan/derivePlan'
import { demo } from '../support/builds'

const NOW = { start: '2026-11-30T09:00', zone: 'UTC' }
const asked = (more: object = {}) =>
  newFrom({ name: 'Lake', scale: '1:72', widthMm: 240, depthMm: 180, free: 'daily', ...more }, NOW)
const ids = (plan: Plan) => plan.steps.steps.map((s) => s.id)
const days = (plan: Plan) => (plan.days.finishMs! - plan.days.startMs) / 86_400_000
const bought = (plan: Plan) => plan.amounts.shopping.map((l) => l.material)
const planned = (plan: Plan) => [...new Set(plan.steps.steps.map((s) => s.of))]

describe('What is left out, what is there already, what is one’s own', function () {
  this.timeout(240_000)

  it('begins where the ground stands: only what is above it is work, material and days', () => {
    let [last, fewest] = [Infinity, Infinity]
    for (const from of FROM) {
      const plan = derivePlan(asked({ from }))
      expect(
        plan.findings.filter((f) => f.severity === 'stop' || f.severity === 'warn')
      ).to.deep.equal([])
      expect(days(plan), from).to.be.at.most(last)
      expect(ids(plan).length).to.be.below(fewest)
      ;[last, fewest] = [days(plan), ids(plan).length]
    }
    const painted = derivePlan(asked({ from: 'painted-and-sealed' }))
    expect(ids(painted).filter((id) => id.startsWith('ground/'))).to.deep.equal(['ground/level'])
    for (const gone of [
      'xps',
      'fibre-plaster',
      'acrylic-varnish',
      'bed-paint',
      'scatter',
      'casting-plaster'
    ])
      expect(bought(painted), gone).to.not.include(gone)
    expect(
      painted.steps.lays.filter((l) => l.stack === 'ground').map((l) => l.state)
    ).to.deep.equal(Array(6).fill('there'))
  })

  it('as careful as wanted: coats of seal, leak test and chip follow, and quick is never later', () => {
    const [quick, usual, thorough] = CARE.map((care) => derivePlan(asked({ care })))
    const times = (plan: Plan, of: string) => plan.steps.steps.filter((s) => s.of === of).length
    const counted = (of: string) => [quick, usual, thorough].map((p) => times(p, of))
    expect(counted('ground/seal')).to.deep.equal([1, 2, 3])
    expect(counted('pool1/chip')).to.deep.equal([0, 0, 1])
    expect(counted('pool1/leak')[0]).to.equal(0)
    expect(counted('pool1/leak')[1]).to.equal(1)
    expect(counted('pool1/leak')[2]).to.be.above(0)
    expect(days(quick)).to.be.at.most(days(usual))
    expect(days(usual)).to.be.at.most(days(thorough))
    // chosen with open eyes: not warned of again
    expect(quick.findings.filter((f) => f.id.startsWith('left-out'))).to.deep.equal([])
  })

  it('a case holds the water: nothing to build, test or peel, something to wipe', () => {
    const plan = derivePlan(asked({ waters: 'shore', hold: 'case' }))
    const steps = ids(plan).filter((id) => id.startsWith('pool1/'))
    for (const none of ['dam', 'leak', 'dryout', 'undam'])
      expect(
        steps.filter((id) => id.startsWith(`pool1/${none}`)),
        none
      ).to.deep.equal([])
    expect(steps).to.include('pool1/wipe')
    expect(bought(plan)).to.not.include.members(['ready-case', 'sealant'])
    const dammed = derivePlan(asked({ waters: 'shore' }))
    expect(ids(dammed))
      .to.include.members(['pool1/dam', 'pool1/undam'])
      .and.not.include('pool1/wipe')
  })

  it('a lake in a case, from a finished landform, free daily, is a matter of four days', () => {
    // common practice, no source
    const plan = derivePlan(
      asked({ waters: 'pool', from: 'painted-and-sealed', care: 'quick', hold: 'case' })
    )
    expect(days(plan)).to.be.at.most(4)
  })

  it('left out names its risk once, on the step and in the findings; brought back, all is as before', () => {
    const build = asked()
    const out = setLays(['pool1/leak', 'ground/seal'], 'leftOut')(build)
    const plan = derivePlan(out)
    const said = plan.findings.filter((f) => f.id.startsWith('left-out:'))
    expect(said.map((f) => f.id)).to.have.members(['left-out:pool1/leak', 'left-out:ground/seal'])
    for (const finding of said) {
      expect(finding.severity).to.equal('note')
      expect(finding.reason).to.equal(
        plan.steps.aside.find((a) => `left-out:${a.id}` === finding.id)!.risk
      )
    }
    expect(ids(plan).some((id) => /leak|seal/.test(id))).to.equal(false)
    expect(bought(plan)).to.not.include('acrylic-varnish')
    expect(derivePlan(setLays(['pool1/leak', 'ground/seal'], null)(out))).to.deep.equal(
      derivePlan(build)
    )
    expect(readBuild(writeBuild(out))).to.deep.equal({ ok: true, value: out })
  })

  it('water that is there already: no dam, no pour, no resin, no heat; what lies on it stays', () => {
    const plan = derivePlan(setLays(['pool1/pour'], 'there')(asked()))
    const steps = ids(plan).filter((id) => id.startsWith('pool1/'))
    expect(steps).to.deep.equal(['pool1/gelcoat', 'pool1/ripple'])
    expect(bought(plan)).to.not.include('clear-epoxy-2-1').and.not.include('acrylic-hot-glue')
    expect(plan.amounts.mixes).to.deep.equal([])
    expect(plan.amounts.batches).to.deep.equal([])
    expect(plan.findings.filter((f) => /heat|leak|pour/.test(f.id))).to.deep.equal([])
  })

  it('on any build, leaving anything out or having it there already never ends later, adds no minute and buys nothing more', () => {
    const kinds = Object.keys(WATERS_NAMED)
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds),
        fc.constantFrom(...FROM),
        fc.constantFrom(...CARE),
        fc.constantFrom('dam', 'case'),
        fc.constantFrom(...Object.keys(FREE)),
        fc.array(fc.nat(), { minLength: 1, maxLength: 6 }),
        fc.constantFrom('leftOut' as const, 'there' as const),
        (waters, from, care, hold, free, picks, state) => {
          const build = asked({ waters, from, care, hold, free })
          const before = derivePlan(build)
          const all = planned(before)
          const some = [...new Set(picks.map((n) => all[n % all.length]))]
          const after = derivePlan(setLays(some, state)(build))
          const what = `${waters} ${from} ${care} ${hold} ${free}: ${some.join(', ')} ${state}`
          expect(
            planned(after).filter((id) => some.includes(id)),
            what
          ).to.deep.equal([])
          const hands = (p: Plan) => p.steps.steps.reduce((sum, s) => sum + s.handsMin, 0)
          expect(hands(after), what).to.be.below(hands(before))
          for (const line of after.amounts.shopping)
            expect(line.amount, `${what}: ${line.material}`).to.be.at.most(
              (before.amounts.shopping.find((l) => l.material === line.material)?.amount ?? 0) +
                1e-9
            )
          if (planned(after).length > 0)
            expect(after.days.finishMs, what).to.be.at.most(before.days.finishMs!)
          // nothing waits for what is not done
          const there = new Set(ids(after))
          for (const link of after.steps.links)
            expect(
              there.has(link.from) && there.has(link.to),
              `${link.from} → ${link.to}`
            ).to.equal(true)
        }
      ),
      { numRuns: 120 }
    )
  })

  it('everything left out is an empty plan, said and bounded', () => {
    const build = asked({ waters: 'pool-fall-pool' })
    const plan = derivePlan(setLays(planned(derivePlan(build)), 'leftOut')(build))
    expect(ids(plan)).to.deep.equal([])
    expect(plan.amounts.mixes).to.deep.equal([])
    const unknown = setLays(['no-such/step', 'ground/never'], 'leftOut')(build)
    expect(ids(derivePlan(unknown))).to.deep.equal(ids(derivePlan(build)))
  })

  it('a step of one’s own stands where it was put, with its wait and its material; where it cannot, that is said', () => {
    const build = asked()
    const pours = derivePlan(build).steps.steps.filter((s) => s.of === 'pool1/pour')
    expect(pours.length).to.be.above(1)
    const boat = {
      name: 'Paint the boat and set it in',
      water: 'pool1',
      handsMin: 25,
      waitMin: 60,
      after: pours[0].id,
      before: pours[1].id,
      uses: { material: 'white-acrylic', amount: 7 }
    }
    const added = addOwnStep(boat)(build)
    const plan = derivePlan(added)
    const at = (id: string) => plan.days.work.find((w) => w.step === id)!
    expect(at('own/own1').startMs).to.be.at.least(at(pours[0].id).endMs)
    expect(at(pours[1].id).startMs).to.be.at.least(at('own/own1').endMs + 60 * 60_000)
    const white = (p: Plan) =>
      p.amounts.shopping.find((l) => l.material === 'white-acrylic')!.amount
    expect(white(plan)).to.be.closeTo(white(derivePlan(build)) + 7, 1e-9)
    const turned = derivePlan(
      changeOwnStep('own1', { after: pours[1].id, before: pours[0].id })(added)
    )
    expect(turned.steps.misplaced).to.deep.equal(['own1'])
    expect(turned.findings.map((f) => f.id)).to.include('misplaced:own1')
    expect(turned.days.finishMs).to.be.a('number')
    expect(changeOwnStep('own1', null)(added)).to.deep.equal(build)
    expect(readBuild(writeBuild(added))).to.deep.equal({ ok: true, value: added })
    // as many as anybody would, and no more
    let many: Build = build
    for (let k = 0; k < 520; k++)
      many = addOwnStep({ ...boat, name: `Job ${k}`, before: null })(many)
    expect(many.own).to.have.length(500)
    expect(derivePlan(many).days.finishMs).to.be.a('number')
  })

  it('where the work begins and how careful to be can be changed later', () => {
    const build = asked()
    const later = setCare('quick')(setFrom('shelled')(setLays(['ground/base'], 'leftOut')(build)))
    expect(later).to.deep.include({ from: 'shelled', care: 'quick', lays: [] })
    expect(later.ground.sealCoats).to.equal(1)
    expect(derivePlan(later).steps.steps.map((s) => s.of)).to.deep.equal(
      derivePlan(asked({ from: 'shelled', care: 'quick' })).steps.steps.map((s) => s.of)
    )
  })

  it('tissue is laid wet in wet, in one sitting; strokes of white wait until they are touch-dry', () => {
    // common practice, no source
    const paper = derivePlan(setWay('pool1', 'paper-skin')(asked()))
    const wait = (p: Plan, from: string, to: string) =>
      p.steps.links.find((l) => l.from === from && l.to === to)!.minMin
    expect(wait(paper, 'pool1/tissue#1', 'pool1/tissue#2')).to.equal(0)
    expect(wait(paper, 'pool1/tissue#3', 'pool1/deepen')).to.be.within(240, 720)
    expect(wait(derivePlan(asked()), 'white/off', 'white/white')).to.be.within(10, 20)
  })

  it('every way says what it puts down; each of its lays is made by steps it has', () => {
    for (const way of WAYS.values()) {
      const own = way.steps.map((s) => s.id)
      expect(way.lays.length, way.id).to.be.above(0)
      const made = way.lays.flatMap((l) => l.steps)
      expect(own, way.id).to.include.members(made)
      expect(new Set(made).size, way.id).to.equal(made.length)
      for (const use of way.uses) if (use.by) expect(own, way.id).to.include.members([...use.by])
    }
    for (const way of waysFor('pool')) {
      const plan = derivePlan(setWay('pool1', way.id)(asked()))
      const lays = plan.steps.lays.filter((l) => l.stack === 'pool1')
      expect(lays.map((l) => l.id)).to.deep.equal(way.lays.map((l) => `pool1/${l.id}`))
      for (const step of plan.steps.steps.filter((s) => s.lay))
        expect(plan.steps.lays.find((l) => l.id === step.lay)!.steps).to.include(step.of)
    }
  })

  it('all that is mixed of two parts is in the list of mixes, as much as is bought', () => {
    const cast = setWay('seas', 'cast-wave')(demo('2-mole-at-varnsey'))
    for (const build of [
      cast,
      demo('1-weir-at-cobbets-race'),
      demo('3-slalom-in-the-hollin-gorge')
    ]) {
      const { mixes, shopping, pools } = derivePlan(build).amounts
      for (const line of shopping) {
        const own = mixes.filter((m) => m.resin === line.material)
        if (own.length === 0) continue
        expect(
          own.reduce((sum, m) => sum + m.aG + m.bG, 0),
          line.material
        ).to.be.closeTo(line.amount, 0.01)
        expect(own.every((m) => m.cups.length > 0 && m.volumeMl > 0)).to.equal(true)
      }
      expect(new Set(mixes.map((m) => m.id)).size).to.equal(mixes.length)
      expect(pools.every((p) => mixes.some((m) => m.water === p.pool))).to.equal(true)
    }
    expect(
      derivePlan(cast)
        .amounts.mixes.filter((m) => m.water === 'seas')
        .map((m) => m.lay)
    ).to.deep.equal(['seas/part', 'seas/bed'])
  })

  it('0 mm of shell, no castings, no dam: no step', () => {
    const build = asked({ waters: 'pool' })
    const bare = {
      ...changePool('pool1', {
        outline: poolsOf(build)[0].outline.map((c) => ({ ...c, edge: 'shore' as const }))
      })(build),
      ground: { ...build.ground, shellMm: 0, castingsMl: 0 }
    }
    const steps = ids(derivePlan(bare))
    for (const none of ['ground/shell', 'ground/cast', 'pool1/dam', 'pool1/leak', 'pool1/undam'])
      expect(steps, none).to.not.include(none)
  })
})

describe('A build from the command line', () => {
  const spindle = (...args: string[]) => {
    const [out, err] = [[] as string[], [] as string[]]
    const code = main(args, { out: (t) => out.push(t), err: (t) => err.push(t) })
    return { code, out: out.join('\n'), err: err.join('\n') }
  }
  const words = {
    name: 'Lake',
    scale: '1:72',
    widthMm: 240,
    depthMm: 180,
    start: '2026-11-30T09:00',
    zone: 'UTC'
  }

  it('new makes what New build makes, the same from the same words; what is wrong leaves with 2 and is named', () => {
    const { code, out } = spindle('new', JSON.stringify(words))
    expect(code).to.equal(0)
    const build = JSON.parse(out)
    expect(readBuild(out)).to.deep.equal({ ok: true, value: build })
    expect(build).to.deep.include({ from: 'bare-board', care: 'usual', scale: '1:72' })
    expect(build.calendar.week).to.deep.equal(FREE['two-evenings-and-saturday'].week)
    expect(spindle('new', JSON.stringify(words)).out).to.equal(out)
    expect(
      JSON.parse(spindle('new', JSON.stringify({ ...words, name: 'Pond' })).out).id
    ).to.not.equal(build.id)
    for (const [wrong, said] of [
      [{ ...words, scale: '1:zz' }, /^scale: was "1:zz"/],
      [{ ...words, from: 'half' }, /^from: was "half"/],
      [{ ...words, care: 3 }, /^care: was 3/],
      [{ ...words, widthMm: 'wide' }, /^widthMm: was "wide"/],
      [{ ...words, start: 'soon' }, /^start: was "soon".*2026-11-24T19:00/],
      [{ ...words, zone: 'Nowhere' }, /^zone: was "Nowhere"/],
      [{ ...words, colour: 'red' }, /^colour: /],
      [{ scale: '1:72' }, /name.*missing/]
    ] as const) {
      const answer = spindle('new', JSON.stringify(wrong))
      expect([answer.code, answer.out]).to.deep.equal([2, ''])
      expect(answer.err).to.match(said)
    }
    for (const none of [[], ['{'], ['@/no/such/file']])
      expect(spindle('new', ...none).code, none.join()).to.equal(2)
  })
})
