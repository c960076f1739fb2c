import { expect } from 'chai'
import fc from 'fast-check'
import { main } from '../../cli/main'
import {
  addLaid,
  addOwnStep,
  changeLaid,
  changeOwnStep,
  NEW,
  orderStack,
  ripplesOf,
  SCENE_STACKS,
  setCare,
  setFrom,
  setLays,
  setRipples
} from '../../core/build/lays'
import { cannotLie } from '../../core/craft/layPairs'
import { reaches, refusal } from '../../core/plan/6-steps/stacked'
import { readBuild } from '../../core/build/file/buildFile'
import { judge } from '../../core/judge/judge'
import { writeBuild } from '../../core/build/file/write'
import { FREE, WATERS_NAMED } from '../../core/build/newBuild'
import { carrying } from '../../core/build/carry'
import { changePool, removeWater, setWay } from '../../core/build/edits'
import { GELS } from '../../core/craft/materials/gels'
import { stipplesIn } from '../../core/craft/materials/labels'
import { BUILT_IN, BUILT_IN_SHELF, shelfOf } from '../../core/craft/materials/shelf'
import { poolsOf, type Build } from '../../core/build/types'
import { CARE, FROM } from '../../core/craft/ways/types'
import { WAYS, waysFor } from '../../core/craft/ways/catalog'
import { newFrom } from '../../core/exchange/newFile'
import { finished, planner, type Plan } from '../../core/plan/derivePlan'
import { demo } from '../support/builds'
import { planFor } from '../support/planned'
import { runs } from '../support/dial'
import { written } from '../../core/words/sentence'

const DEMOS = [
  '1-weir-at-cobbets-race',
  '2-mole-at-varnsey',
  '3-slalom-in-the-hollin-gorge'
] as const
const NOW = { start: '2026-11-30T09:00', zone: 'UTC' }
const asked = (more: object = {}) =>
  newFrom({ name: 'Lake', scale: '1:72', widthMm: 240, depthMm: 180, free: 'daily', ...more }, NOW)
const ids = (plan: Plan) => plan.steps.steps.map((s) => s.id)
const days = (plan: Plan) => (plan.days.finishMs! - plan.days.startMs) / 86_400_000
const bought = (plan: Plan) => plan.amounts.shopping.map((l) => l.material)
const planned = (plan: Plan) => [...new Set(plan.steps.steps.map((s) => s.of))]

describe('What is left out, what is there already, what is one’s own', function () {
  this.timeout(300_000)

  it('begins where the ground stands: only what is above it is work, material and days', () => {
    let [last, fewest] = [Infinity, Infinity]
    for (const from of FROM) {
      const plan = planFor(asked({ from }))
      expect(
        plan.findings.filter((f) => f.severity === 'stop' || f.severity === 'warn')
      ).to.deep.equal([])
      expect(days(plan), from).to.be.at.most(last)
      expect(ids(plan).length).to.be.below(fewest)
      ;[last, fewest] = [days(plan), ids(plan).length]
    }
    const painted = planFor(asked({ from: 'painted-and-sealed' }))
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
    const [quick, usual, thorough] = CARE.map((care) => planFor(asked({ care })))
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
    const plan = planFor(asked({ waters: 'shore', hold: 'case' }))
    const steps = ids(plan).filter((id) => id.startsWith('pool1/'))
    for (const none of ['dam', 'leak', 'dryout', 'undam'])
      expect(
        steps.filter((id) => id.startsWith(`pool1/${none}`)),
        none
      ).to.deep.equal([])
    expect(steps).to.include('pool1/wipe')
    for (const none of ['ready-case', 'sealant']) expect(bought(plan), none).to.not.include(none)
    const dammed = planFor(asked({ waters: 'shore' }))
    expect(ids(dammed))
      .to.include.members(['pool1/dam', 'pool1/undam'])
      .and.not.include('pool1/wipe')
  })

  it('a lake in a case, from a finished landform, free daily, is a matter of four days', () => {
    // common practice, no source
    const plan = planFor(
      asked({ waters: 'pool', from: 'painted-and-sealed', care: 'quick', hold: 'case' })
    )
    expect(days(plan)).to.be.at.most(4)
  })

  it('left out names its risk once, on the step and in the findings; brought back, all is as before', () => {
    const build = asked()
    const out = setLays(['pool1/leak', 'ground/seal'], 'leftOut')(build)
    const plan = planFor(out)
    const said = plan.findings.filter((f) => f.id.startsWith('left-out:'))
    expect(said.map((f) => f.id)).to.have.members(['left-out:pool1/leak', 'left-out:ground/seal'])
    for (const finding of said) {
      expect(finding.severity).to.equal('note')
      expect(written(finding.reason)).to.equal(
        plan.steps.aside.find((a) => `left-out:${a.id}` === finding.id)!.risk
      )
    }
    expect(ids(plan).some((id) => /leak|seal/.test(id))).to.equal(false)
    expect(bought(plan)).to.not.include('acrylic-varnish')
    expect(planFor(setLays(['pool1/leak', 'ground/seal'], null)(out))).to.deep.equal(planFor(build))
    expect(readBuild(writeBuild(out))).to.deep.equal({ ok: true, value: out })
  })

  it('water that is there already: no dam, no pour, no resin, no heat; what lies on it stays', () => {
    const plan = planFor(setLays(['pool1/pour'], 'there')(asked()))
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
          const before = planFor(build)
          const all = planned(before)
          const some = [...new Set(picks.map((n) => all[n % all.length]))]
          const after = planFor(setLays(some, state)(build))
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
      { numRuns: runs(120) }
    )
  })

  it('everything left out is an empty plan, said and bounded', () => {
    const build = asked({ waters: 'pool-fall-pool' })
    const plan = planFor(setLays(planned(planFor(build)), 'leftOut')(build))
    expect(ids(plan)).to.deep.equal([])
    expect(plan.amounts.mixes).to.deep.equal([])
    const unknown = setLays(['no-such/step', 'ground/never'], 'leftOut')(build)
    expect(ids(planFor(unknown))).to.deep.equal(ids(planFor(build)))
  })

  it('a step of one’s own stands where it was put, with its wait and its material; where it cannot, that is said', () => {
    const build = asked()
    const pours = planFor(build).steps.steps.filter((s) => s.of === 'pool1/pour')
    expect(pours.length).to.be.above(1)
    const boat = {
      name: 'Paint the boat and set it in',
      water: 'pool1',
      handsMin: 25,
      waitMin: 60,
      after: [pours[0].id],
      before: [pours[1].id],
      uses: { material: 'white-acrylic', amount: 7 }
    }
    const added = addOwnStep(boat)(build)
    const plan = planFor(added)
    const at = (id: string) => plan.days.work.find((w) => w.step === id)!
    expect(at('own/own1').startMs).to.be.at.least(at(pours[0].id).endMs)
    expect(at(pours[1].id).startMs).to.be.at.least(at('own/own1').endMs + 60 * 60_000)
    const white = (p: Plan) =>
      p.amounts.shopping.find((l) => l.material === 'white-acrylic')!.amount
    expect(white(plan)).to.be.closeTo(white(planFor(build)) + 7, 1e-9)
    const turned = planFor(
      changeOwnStep('own1', { after: ['ground/base', pours[1].id], before: [pours[0].id] })(added)
    )
    expect(turned.steps.misplaced).to.deep.equal(['own1'])
    expect(turned.findings.map((f) => f.id)).to.include('misplaced:own1')
    expect(turned.days.finishMs).to.be.a('number')
    expect(changeOwnStep('own1', null)(added)).to.deep.equal(build)
    expect(readBuild(writeBuild(added))).to.deep.equal({ ok: true, value: added })
    // as many as anybody would, and no more
    let many: Build = build
    for (let k = 0; k < 520; k++) many = addOwnStep({ ...boat, name: `Job ${k}`, before: [] })(many)
    expect(many.own).to.have.length(500)
    expect(planFor(many).days.finishMs).to.be.a('number')
  })

  it('where the work begins and how careful to be can be changed later', () => {
    const build = asked()
    const later = setCare('quick')(setFrom('shelled')(setLays(['ground/base'], 'leftOut')(build)))
    expect(later).to.deep.include({ from: 'shelled', care: 'quick', lays: [] })
    expect(later.ground.sealCoats).to.equal(1)
    expect(planFor(later).steps.steps.map((s) => s.of)).to.deep.equal(
      planFor(asked({ from: 'shelled', care: 'quick' })).steps.steps.map((s) => s.of)
    )
  })

  it('tissue is laid wet in wet, in one sitting; strokes of white wait until they are touch-dry', () => {
    // common practice, no source
    const paper = planFor(setWay('pool1', 'paper-skin')(asked()))
    const wait = (p: Plan, from: string, to: string) =>
      p.steps.links.find((l) => l.from === from && l.to === to)!.minMin
    expect(wait(paper, 'pool1/tissue#1', 'pool1/tissue#2')).to.equal(0)
    expect(wait(paper, 'pool1/tissue#3', 'pool1/deepen')).to.be.within(240, 720)
    expect(wait(planFor(asked()), 'white/off', 'white/white')).to.be.within(10, 20)
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
      const plan = planFor(setWay('pool1', way.id)(asked()))
      const lays = plan.steps.lays.filter((l) => l.stack === 'pool1')
      expect([...new Set(lays.map((l) => l.id.split('#')[0]))]).to.deep.equal(
        way.lays.map((l) => `pool1/${l.id}`)
      )
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
      const { mixes, shopping, pools } = planFor(build).amounts
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
      planFor(cast)
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
    const steps = ids(planFor(bare))
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

describe('Stacks in the builder’s own order', function () {
  this.timeout(300_000)
  const lake = (more: object = {}) => asked({ waters: 'pool', from: 'painted-and-sealed', ...more })
  const stack = (plan: Plan, of = 'pool1') => plan.steps.lays.filter((l) => l.stack === of)
  const at = (plan: Plan, step: string) => plan.days.work.filter((w) => w.step === step)
  const first = (plan: Plan, lay: string) =>
    Math.min(
      ...plan.steps.steps
        .filter((s) => s.lay === lay)
        .flatMap((s) => at(plan, s.id).map((w) => w.startMs))
    )
  const last = (plan: Plan, lay: string) =>
    Math.max(
      ...plan.steps.steps
        .filter((s) => s.lay === lay)
        .flatMap((s) => at(plan, s.id).map((w) => w.endMs))
    )

  it('a splash fixed before the pour, white between two pours, blown ripples on top: each waits for what it lies on', () => {
    // common practice, no source
    const before = planFor(lake())
    expect(stack(before).map((l) => l.id)).to.deep.equal([
      'pool1/pour#1',
      'pool1/pour#2',
      'pool1/ripples'
    ])
    const build = [
      addLaid({ stack: 'pool1', way: 'set-in', name: 'Splash' }, [NEW, 'pool1/pour#1']),
      addLaid({ stack: 'pool1', way: 'sponged-white', coverPct: 20 }, [
        'lay1',
        'pool1/pour#1',
        NEW,
        'pool1/pour#2'
      ]),
      addLaid({ stack: 'pool1', way: 'blown-ripples' }),
      setLays(['pool1/gelcoat', 'pool1/ripple'], 'leftOut')
    ].reduce((b, edit) => edit(b), lake())
    const plan = planFor(build)
    expect(stack(plan).map((l) => l.id)).to.deep.equal([
      'lay1',
      'pool1/pour#1',
      'lay2',
      'pool1/pour#2',
      'pool1/ripples',
      'lay3'
    ])
    const firm = plan.cures.waters.pool1.firm! * 60_000
    expect(first(plan, 'pool1/pour#1')).to.be.at.least(last(plan, 'lay1') + 3 * 60_000)
    expect(first(plan, 'lay2')).to.be.at.least(last(plan, 'pool1/pour#1') + firm)
    expect(first(plan, 'pool1/pour#2')).to.be.at.least(last(plan, 'lay2') + 30 * 60_000)
    expect(first(plan, 'lay3')).to.be.at.least(last(plan, 'pool1/pour#2') + firm)
    expect(first(plan, 'finish/gloss')).to.be.above(last(plan, 'lay3'))
    for (const material of ['craft-light-resin', 'white-acrylic', 'gloss-glue'])
      expect(bought(plan), material).to.include(material)
    expect(bought(plan)).to.not.include('ripple-gel')
    expect(readBuild(writeBuild(build))).to.deep.equal({ ok: true, value: build })
    // taken out again, all is as it was
    const out = ['lay1', 'lay2', 'lay3'].reduce((b, id) => changeLaid(id, null)(b), build)
    expect(
      planFor(orderStack('pool1', null)(setLays(['pool1/gelcoat', 'pool1/ripple'], null)(out)))
    ).to.deep.equal(before)
  })

  it('ripples dragged, stippled or picked wait for the minutes of the very gel they are in, one’s own too', () => {
    const build = asked()
    const [pool] = poolsOf(build)
    const slow = { ...stipplesIn(GELS[0], 70), id: 'mine', own: true as const }
    const shelf = shelfOf([...BUILT_IN, slow])
    const opens: number[] = []
    for (const way of ['dragged-ripples', 'stippled-ripples', 'picked-ripples']) {
      const own = setRipples(pool, way)(build)
      const of = (b: Build) => {
        const plan = planFor(b, shelf)
        const link = plan.steps.links.find((l) => l.to === 'lay1/ripple')!
        const laying = plan.stacks.laidGel.lay1
        const touch = { dragged: 'drag', stippled: 'stipple', picked: 'tease' }[way.split('-')[0]]
        const window = laying.windows.find((w) => w.id === touch)!
        expect([link.minMin, link.maxMin], way).to.deep.equal([window.opensMin, window.closesMin])
        return link.minMin
      }
      opens.push(of(changeLaid('lay1', { material: 'ripple-gel' })(own)))
      expect(of(changeLaid('lay1', { material: 'mine' })(own))).to.be.above(opens.at(-1)! + 20)
    }
    expect(opens).to.deep.equal(opens.toSorted((a, b) => a - b))
  })

  it('ripples of another kind come when its own would: dam away, falls hung, resin firm', () => {
    const weir = asked({ waters: 'pool-fall' })
    const pool = poolsOf(weir)[0]
    const blown = setRipples(pool, 'blown-ripples')(weir)
    const before = (plan: Plan, step: string) =>
      plan.steps.links.filter((l) => l.to === step).map((l) => l.from)
    expect(before(planFor(blown), 'lay1/lay')).to.include.members(
      before(planFor(weir), 'pool1/gelcoat')
    )
    expect(before(planFor(weir), 'pool1/gelcoat')).to.include.members(['pool1/undam', 'fall1/hang'])
    // one kind on one water: chosen anew, the last goes; its own again, all is as before
    const brushed = setRipples(pool, 'brushed-ripples')(blown)
    expect(brushed.laid.map((l) => l.way)).to.deep.equal(['brushed-ripples'])
    expect(ripplesOf(brushed, pool)).to.equal('brushed-ripples')
    expect(ripplesOf(setRipples(pool, 'none')(brushed), pool)).to.equal('none')
    expect(setRipples(pool, 'own')(brushed)).to.deep.equal(weir)
  })

  it('a crest is bedded, and its coat is firm, before any ripple goes over both', () => {
    // common practice, no source
    const shore = setWay('sea1', 'cast-wave')(asked({ waters: 'shore' }))
    const crest = {
      ...shore,
      waters: shore.waters.map((w) =>
        w.kind === 'sea' ? { ...w, crest: { x: 120, y: 90, lengthMm: 80 } } : w
      )
    }
    const link = planFor(crest).steps.links.find(
      (l) => l.from === 'sea1/bed' && l.to === 'pool1/gelcoat'
    )!
    expect(link.minMin).to.be.above(360)
  })

  it('no way names a step of another; whatever is left out, work on a water waits for what it meets there, and hands keep their order', () => {
    for (const way of WAYS.values())
      for (const step of way.steps)
        for (const after of step.after) {
          const id = typeof after === 'string' ? after : after.step
          expect(
            way.steps.map((s) => s.id),
            `${way.id}/${step.id}`
          ).to.include(id)
        }
    const builds = DEMOS.map(demo)
    const whole = builds.map((build) => [...new Set(planFor(build).steps.steps.map((s) => s.of))])
    fc.assert(
      fc.property(
        fc.nat(2).chain((n) => fc.tuple(fc.constant(n), fc.subarray(whole[n], { maxLength: 12 }))),
        ([n, without]) => {
          const { steps, lays, links } = planFor(setLays(without, 'leftOut')(builds[n])).steps
          const planned = (id: string) => steps.some((s) => s.of === id)
          const first = (id: string) => steps.find((s) => s.of === id)!.id
          const last = (id: string) => steps.findLast((s) => s.of === id)!.id
          const before = (a: string, b: string) => {
            if (planned(a) && planned(b))
              expect(reaches(links, last(a), first(b)), `${a} → ${b}`).to.equal(true)
          }
          const tops = builds[n].waters.flatMap((w) =>
            lays.filter((l) => l.stack === w.id && l.state === 'planned').slice(-1)
          )
          // white and spray lie on every water, the gloss on all of it
          for (const top of tops)
            for (const over of ['white/off', 'spray/spray', 'finish/gloss'])
              before(top.steps.findLast(planned)!, over)
          const ground = lays.filter((l) => l.stack === 'ground' && l.state === 'planned').at(-1)
          for (const water of builds[n].waters) {
            const key = water.id
            if (ground && water.kind === 'pool')
              before(ground.steps.findLast(planned)!, `${key}/pour`)
            before('ground/level', `${key}/pour`)
            before(`${key}/undam`, `${key}/gelcoat`)
            if (water.kind === 'fall')
              for (const pool of [water.lip?.pool, water.into]) {
                before(`${pool}/pour`, `${key}/hang`)
                before(`${pool}/undam`, `${key}/hang`)
                before(`${key}/hang`, `${pool}/gelcoat`)
              }
          }
        }
      ),
      { numRuns: runs(24) }
    )
  })

  it('a splash on a run waits until the run is clear; a crest is bedded before gloss gel that goes over both', () => {
    const gorge = planFor(demo('3-slalom-in-the-hollin-gorge')).steps
    expect(reaches(gorge.links, 'rapid/gel', 'paddle/gel')).to.equal(true)
    const mole = planFor(setWay('sea', 'gloss-gel')(demo('2-mole-at-varnsey'))).steps
    expect(reaches(mole.links, 'seas/bed', 'sea/coat#1')).to.equal(true)
    expect(reaches(mole.links, 'sea/deepen', 'seas/bed')).to.equal(true)
  })

  it('wet in wet on purpose: no wait, and not longer than it stays wet', () => {
    const two = addLaid({ stack: 'pool1', way: 'paint-coat', wet: true })(
      addLaid({ stack: 'pool1', way: 'paint-coat' })(lake())
    )
    const link = planFor(two).steps.links.find((l) => l.from === 'lay1/lay' && l.to === 'lay2/lay')!
    expect(link).to.deep.include({ minMin: 0, becomes: 'wet' })
    expect(link.maxMin).to.be.within(5, 30)
  })

  it('what cannot lie so is refused, with why; what is made already takes nothing under it', () => {
    const plan = planFor(addLaid({ stack: 'pool1', way: 'paint-coat' })(lake()))
    const lays = stack(plan)
    const under = [lays.at(-1)!, ...lays.slice(0, -1)]
    expect(refusal(under, 'lay1', () => false)).to.equal(null)
    expect(refusal(under, 'lay1', (l) => l.id === 'pool1/pour#1')).to.match(/Pour 1 of 2.*already/)
    const shell = { ...lays[0], id: 's', kind: 'shell' as const }
    expect(refusal([...lays.slice(0, -1), shell], 's', () => false)).to.match(/bury/)
    expect(cannotLie('gel', 'resin')).to.equal(null)
    const turned = planFor(orderStack('ground', ['ground/shell', 'ground/landform'])(asked()))
    expect(turned.findings.map((f) => f.id).join()).to.match(/misfit:[^,]*:ground\/landform/)
  })

  it('over a thousand random stacks: planned without a ring, nothing begins on what is not ready, all of it is bought, and back is as before', () => {
    let stacks = 0
    const starts = new Map<string, [string, string[]][]>()
    // one memory for each kind of build: the water itself is the same however it is laid
    const plans = new Map<string, ReturnType<typeof planner>>()
    const planOf = (waters: string, build: Build): Plan => {
      if (!plans.has(waters)) plans.set(waters, planner())
      return finished(plans.get(waters)!(build))
    }
    /** The stacks of an untouched build, from the ground up. */
    const startOf = (waters: string, plain: Build) => {
      if (!starts.has(waters)) {
        const { lays } = planOf(waters, plain).steps
        const owners = [...new Set(lays.map((l) => l.stack))]
        starts.set(
          waters,
          owners.map((o) => [o, lays.filter((l) => l.stack === o).map((l) => l.id)])
        )
      }
      return new Map(starts.get(waters))
    }
    const pool = fc.constantFrom(...Object.keys(WATERS_NAMED))
    const lay = fc.record({
      way: fc.constantFrom(
        ...[...WAYS.values()]
          .filter((w) => ['coat', 'white', 'spray'].includes(w.for))
          .map((w) => w.id)
      ),
      water: fc.nat(),
      place: fc.nat(),
      wet: fc.boolean(),
      sets: fc.nat(12),
      coats: fc.integer({ min: 1, max: 4 }),
      state: fc.constantFrom('planned', 'planned', 'planned', 'leftOut', 'there')
    })
    fc.assert(
      fc.property(
        pool,
        fc.array(lay, { minLength: 1, maxLength: 6 }),
        fc.nat(),
        (waters, lays, turn) => {
          const plain = lake({ waters })
          const owners = ['ground', ...plain.waters.map((w) => w.id), ...SCENE_STACKS]
          const orders = startOf(waters, plain)
          let build: Build = plain
          lays.forEach(({ way, water, place, wet, coats, state, sets }, i) => {
            const of = owners[water % owners.length]
            const own = orders.get(of) ?? []
            const at = place % (own.length + 1)
            const above = [...own.slice(0, at), NEW, ...own.slice(at)]
            build = addLaid({ stack: of, way, wet, coats, sets: owners[sets] }, above)(build)
            orders.set(
              of,
              above.map((l) => (l === NEW ? `lay${i + 1}` : l))
            )
            const steps = WAYS.get(way)!.steps.map((s) => `lay${i + 1}/${s.id}`)
            if (state !== 'planned') build = setLays(steps, state as 'there')(build)
          })
          // a lay of any kind goes to the top of its stack; back again, all is as it was
          const some = owners[turn % owners.length]
          const order = orders.get(some) ?? []
          if (order.length > 1) {
            const turned = [...order]
            turned.push(...turned.splice(turn % turned.length, 1))
            const moved = orderStack(some, turned)(build)
            if (turn % 10 === 0)
              expect(planOf(waters, orderStack(some, order)(moved)).days.work).to.deep.equal(
                planOf(waters, orderStack(some, order)(build)).days.work
              )
            build = moved
          }
          stacks += new Set(lays.map((l) => l.water % owners.length)).size
          const plan = planOf(waters, build)
          const what = JSON.stringify({ waters, lays, turn })
          expect(plan.days.problem?.kind ?? 'none', what).to.not.equal('loop')
          // a second mind holds every lay to what it touches, by the dates
          expect(judge(build, plan), what).to.deep.equal([])
          const mine = new Set(bought(plan))
          for (const l of plan.steps.lays.filter((p) => p.laid && p.state === 'planned'))
            if (l.material !== 'coat' && WAYS.get(l.way)!.for === 'coat')
              expect(mine.has(l.material), `${what}: ${l.material}`).to.equal(true)
        }
      ),
      { numRuns: runs(700) }
    )
    expect(stacks).to.be.above(1000)
  })

  it('a bottle of one’s own goes along with the lay it is in; a water takes its lays with it', () => {
    const bottle = { ...BUILT_IN_SHELF.get('clear-epoxy-2-1')!, id: 'my-epoxy', own: true as const }
    const build = addLaid({ stack: 'pool1', way: 'resin-film', material: 'my-epoxy' })(lake())
    expect(carrying(build, [bottle]).bottles?.map((b) => b.id)).to.deep.equal(['my-epoxy'])
    expect(carrying(lake(), [bottle]).bottles).to.equal(undefined)
    const said = setLays(
      ['pool1/gelcoat', 'ground/base'],
      'leftOut'
    )(orderStack('pool1', ['lay1', 'pool1/pour#1'])(build))
    expect(removeWater('pool1')(said)).to.deep.include({
      waters: [],
      laid: [],
      stacks: [],
      lays: [{ id: 'ground/base', state: 'leftOut' }]
    })
  })

  it('lays of unknown ways, in waters that are not there, forty times the same: kept, said, and nothing is lost', () => {
    const forty = Array.from({ length: 40 }, () =>
      addLaid({ stack: 'pool1', way: 'lacquer-coat' })
    ).reduce((b, edit) => edit(b), lake())
    expect(stack(planFor(forty)).filter((l) => l.laid)).to.have.length(40)
    expect(planFor(forty).days.finishMs).to.be.a('number')
    const odd = [
      addLaid({ stack: 'pool1', way: 'no-such-way', name: 'Moss' }),
      addLaid({ stack: 'gone', way: 'paint-coat' }),
      orderStack('pool1', ['never', 'pool1/ripples', 'pool1/pour#9'])
    ].reduce((b, edit) => edit(b), lake())
    const plan = planFor(odd)
    expect(plan.steps.lost).to.deep.equal(['lay1', 'lay2'])
    expect(plan.findings.map((f) => f.id)).to.include.members(['lost:lay1', 'lost:lay2'])
    expect(plan.days.finishMs).to.be.a('number')
    expect(readBuild(writeBuild(odd))).to.deep.equal({ ok: true, value: odd })
  })
})
