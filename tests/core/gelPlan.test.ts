import { fieldOf } from '../../core/plan/4-amounts/fields'
import { expect } from 'chai'
import fc from 'fast-check'
import {
  addRepair,
  changeFinish,
  changeGel,
  changeMaking,
  changeSea,
  judgeWhite,
  removeRepair,
  removeWater,
  setWay
} from '../../core/build/edits'
import { mending } from '../../core/build/mend'
import type { Build, Moving } from '../../core/build/types'
import { fallsOf, movingOf } from '../../core/build/types'
import { THICKEST_GEL_MM } from '../../core/physics/stuff/drying/coats'
import { schedule } from '../../core/plan/7-days/schedule'
import { checkBuild } from '../../core/build/file/buildFile'
import { HARM, pairOf, PAIRS, THINGS } from '../../core/craft/materials/pairs'
import { BUILT_IN_SHELF, shelfOf } from '../../core/craft/materials/shelf'
import { compareWays } from '../../core/plan/beside/compareWays'
import { finished, planner, type Plan } from '../../core/plan/derivePlan'
import { repairCost } from '../../core/plan/beside/repairCost'
import { JUDGES } from '../../core/plan/beside/judges'
import { measuredOf, TROUBLES, troublesOf } from '../../core/craft/troubles/troubles'
import { loosened, mayBeLoose } from '../../core/craft/ways/loose'
import { wayOf, WAYS, waysFor } from '../../core/craft/ways/catalog'
import { demo, fresh, type DemoName } from '../support/builds'
import { planFor } from '../support/planned'
import { runs } from '../support/dial'
import { written } from '../../core/words/sentence'

const DEMOS: readonly DemoName[] = [
  '1-weir-at-cobbets-race',
  '2-mole-at-varnsey',
  '3-slalom-in-the-hollin-gorge'
]
const weir = demo()
const mole = demo('2-mole-at-varnsey')
const gorge = demo('3-slalom-in-the-hollin-gorge')
const stackOf = (b: Build, id: string) => planFor(b).stacks.forms.find((s) => s.id === id)!
const findingOf = (b: Build, id: string) => planFor(b).findings.find((f) => f.id === id)

describe('Coats', () => {
  it('a thick coat is refused, and one click splits it', () => {
    const thick = changeMaking('rapid', { coats: 1 })(gorge)
    const found = findingOf(thick, 'thick-coat:rapid')!
    expect(found).to.include({ severity: 'stop', place: 'build-up' })
    expect(written(found.number)).to.match(/days$/)
    const split = mending(found.mend!)(thick)
    expect(findingOf(split, 'thick-coat:rapid')).to.equal(undefined)
    const { laying } = stackOf(split, 'rapid')
    expect(laying!.wetMm).to.be.at.most(THICKEST_GEL_MM)
    expect(planFor(split).steps.steps.filter((s) => s.id.startsWith('rapid/body#'))).to.have.length(
      laying!.advised
    )
  })
  it('a coat over one still white is refused with the day it will be fit, and the plan waits until then', () => {
    const hasty = changeMaking('rapid', { nextCoatH: 2 })(gorge)
    const plan = planFor(hasty)
    const found = plan.findings.find((f) => f.id === 'over-white:rapid')!
    const clearMin = Math.round(
      plan.stacks.forms.find((s) => s.id === 'rapid')!.laying!.clearH! * 60
    )
    expect(found.severity).to.equal('stop')
    expect(written(found.number)).to.match(/^fit \d{4}-\d\d-\d\d \d\d:\d\d$/)
    expect(
      plan.steps.links.find((l) => l.from === 'rapid/body#1' && l.to === 'rapid/body#2')!.minMin
    ).to.equal(clearMin)
    expect(findingOf(mending(found.mend!)(hasty), 'over-white:rapid')).to.equal(undefined)
    // the day is that of the gel, not of any other step done several times
    const cast = planFor(
      changeMaking('seas', { coats: 3, nextCoatH: 2 })(setWay('seas', 'cast-wave')(mole))
    )
    const gelDay = cast.days.waits
      .find((w) => w.step === 'seas/gel#1')!
      .end.slice(0, 16)
      .replace('T', ' ')
    expect(written(cast.findings.find((f) => f.id === 'over-white:seas')!.number)).to.equal(
      `fit ${gelDay}`
    )
    // a longer wait than needed is the builder's own business
    expect(
      planFor(changeMaking('rapid', { nextCoatH: 200 })(gorge)).steps.links.find(
        (l) => l.to === 'rapid/body#2'
      )!.minMin
    ).to.equal(12_000)
  })
  it('shrinkage is counted: what is bought is what it weighs wet', () => {
    for (const gel of ['ripple-gel', 'clear-caulk', 'heavy-gloss-gel']) {
      const b = changeGel('rapid', gel)(gorge)
      const { laying, gelMm } = stackOf(b, 'rapid')
      expect(laying!.dryMm * laying!.coats).to.be.closeTo(gelMm.most, 1e-9)
      expect(
        laying!.wetMm * (BUILT_IN_SHELF.get(gel) as { solidsVol: number }).solidsVol
      ).to.be.closeTo(laying!.dryMm, 1e-9)
    }
  })
  it('damp air and a frozen room are said where they matter, and nothing hangs', () => {
    for (const room of [
      { tempC: 20, rhPct: 100 },
      { tempC: -20, rhPct: 0 },
      { tempC: 0, rhPct: 50 },
      { tempC: 60, rhPct: 0 },
      { tempC: 20, rhPct: 0 }
    ]) {
      const plan = planFor({ ...gorge, room })
      const never = plan.findings.filter((f) => f.id.startsWith('never-clear:'))
      const dead = room.rhPct === 100 || room.tempC < 1
      expect(never.length > 0, JSON.stringify(room)).to.equal(dead)
      if (dead) expect(written(never[0].title)).to.match(room.tempC < 1 ? /frozen/ : /never clears/)
    }
    for (const coats of [1, 40])
      expect(planFor(changeMaking('rapid', { coats })(gorge)).stacks.forms.length).to.equal(3)
  })
  it('a coat too heavy for its slope is told the tilt that holds it', () => {
    const built = changeMaking('weir', { coats: 1 })(
      changeGel('weir', 'gloss-glue')(setWay('weir', 'built-in-place')(weir))
    )
    const found = findingOf(built, 'sags:weir')!
    expect(written(found.wayOut)).to.match(/Tilt the whole model back by \d+°/)
    expect(findingOf(mending(found.mend!)(built), 'sags:weir')).to.equal(undefined)
    expect(
      written(planFor(built).steps.steps.find((s) => s.id.startsWith('weir/hang'))!.how)
    ).to.match(/tilt the whole model back by \d+°/)
  })
})

describe('Minutes that matter', () => {
  it('each window opens after the coat and closes before the skin; finer ripples wait longer', () => {
    for (const d of DEMOS)
      for (const { laying } of planFor(demo(d)).stacks.forms) {
        for (const w of laying?.windows ?? []) {
          expect(w.opensMin).to.be.at.least(0)
          expect(w.closesMin).to.be.above(w.opensMin)
          if (laying!.touchMin !== null)
            expect(w.closesMin).to.be.at.most(Math.max(laying!.touchMin, w.opensMin + 1))
        }
        laying?.windows
          .slice(1)
          .forEach((w, i) => expect(w.opensMin).to.be.at.least(laying.windows[i].opensMin))
      }
  })
  it('every greatest wait can be reached, and the days keep to those that are hard', () => {
    for (const d of DEMOS) {
      const plan = planFor(demo(d))
      const at = (id: string) => plan.days.work.filter((w) => w.step === id)
      const hard = plan.steps.links.filter((l) => l.hard)
      expect(hard.length).to.be.above(0)
      for (const link of plan.steps.links)
        if (link.maxMin !== undefined)
          expect(link.maxMin, `${link.from} → ${link.to}`).to.be.at.least(link.minMin)
      for (const link of hard) {
        const gap = (at(link.to)[0].startMs - at(link.from).at(-1)!.endMs) / 60_000
        expect(gap, `${link.from} → ${link.to}`).to.be.within(link.minMin, link.maxMin!)
      }
    }
  })
  it('a schedule holds a task back so that what must follow it soon can; where nothing fits it says which two', () => {
    const tasks = [
      { id: 'coat', handsMin: 10 },
      { id: 'stipple', handsMin: 15 }
    ]
    const links = [{ from: 'coat', to: 'stipple', minMin: 20, maxMin: 28 }]
    const held = schedule({
      free: [
        [0, 30],
        [100, 200]
      ],
      tasks,
      links
    })
    if ('problem' in held) throw new Error(held.problem)
    expect(held.starts).to.deep.equal({ coat: 100, stipple: 130 })
    expect(
      schedule({
        free: [
          [0, 30],
          [100, 130]
        ],
        tasks,
        links
      })
    ).to.deep.equal({ problem: 'tooTight', tasks: ['coat', 'stipple'], links: [0] })
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 20, max: 240 })), {
          minLength: 3,
          maxLength: 12
        }),
        fc.integer({ min: 0, max: 90 }),
        fc.integer({ min: 0, max: 30 }),
        (gaps, minMin, more) => {
          let t = 0
          const free = gaps.map(([gap, long]): [number, number] => {
            const from = t + gap
            t = from + long
            return [from, t]
          })
          const all = [...tasks, { id: 'other', handsMin: 20 }, { id: 'first', handsMin: 12 }]
          const found = schedule({
            free,
            tasks: all,
            links: [
              { from: 'first', to: 'coat', minMin: 15 },
              { from: 'coat', to: 'stipple', minMin, maxMin: minMin + more }
            ]
          })
          if ('problem' in found) return
          expect(found.starts.stipple - found.starts.coat - 10).to.be.within(minMin, minMin + more)
          for (const task of all)
            expect(
              free.some(
                ([a, b]) => found.starts[task.id] >= a && found.starts[task.id] + task.handsMin <= b
              ),
              task.id
            ).to.equal(true)
        }
      ),
      { numRuns: runs(300) }
    )
  })
})

describe('Ways of the trade', () => {
  it('every kind of moving water, white and spray has its schools; each says its risk and how it is taken back', () => {
    expect(
      ['fall', 'reach', 'sea', 'splash', 'white', 'spray'].map((k) => waysFor(k as 'fall').length)
    ).to.deep.equal([8, 3, 6, 4, 6, 2])
    for (const way of WAYS.values())
      if (!['ground', 'finish'].includes(way.for)) {
        expect(written(way.compare?.risk ?? '').length, way.id).to.be.above(10)
        expect(
          way.steps.every((s) => written(s.right).length > 3 && written(s.how).length > 10),
          way.id
        ).to.equal(true)
      }
  })
  it('no way brings together what spoils, and what it wants of a pair the table agrees with', () => {
    for (const way of WAYS.values())
      for (const { a, b, wants } of way.meets ?? []) {
        const pair = pairOf(a, b)
        expect(pair, `${way.id}: ${a} and ${b} are in the table`).not.to.equal(null)
        expect(HARM.includes(pair!.result), `${way.id}: ${a} ${pair!.result} ${b}`).to.equal(false)
        if (wants === 'off') expect(pair!.result, `${way.id}: ${a} off ${b}`).to.equal('peels')
        if (wants === 'on')
          expect(['holds', 'bonds', 'vanishes'], `${way.id}: ${a} on ${b}`).to.include(pair!.result)
      }
    // and a bad one would be found
    expect(
      HARM.includes(pairOf('gel', 'white-gel')!.result) &&
        HARM.includes(pairOf('solvent-cement', 'unsealed-foam')!.result)
    ).to.equal(true)
  })
  it('the table knows each pair once, either way round, with a reason', () => {
    expect(new Set(PAIRS.map((p) => [...p.between].sort().join('/'))).size).to.equal(PAIRS.length)
    for (const p of PAIRS) {
      expect(pairOf(p.between[1], p.between[0])).to.equal(p)
      expect(p.why.length).to.be.above(4)
      expect(p.between.every((t) => t in THINGS)).to.equal(true)
    }
    expect(pairOf('silicone-caulk', 'silicone-paper')!.result).to.equal('bonds') // C1
    expect(pairOf('printer-resin', 'shade')!.result).to.equal('spoils') // C7
    expect(pairOf('superglue', 'acetate')!.result).to.equal('fogs') // C13
    expect(pairOf('alcohol', 'alcohol-ink')!.result).to.equal('lifts') // C4
  })
  for (const d of DEMOS) {
    it(`every way of everything in ${d} plans to a date: network without a ring, materials on the list`, () => {
      const build = demo(d)
      const plans = planner()
      for (const water of [...movingOf(build).map((w) => w.id), 'white', 'spray']) {
        const kind =
          water === 'white' || water === 'spray'
            ? water
            : build.waters.find((w) => w.id === water)!.kind
        for (const way of waysFor(kind)) {
          const made = setWay(water, way.id)(build)
          expect(checkBuild(JSON.parse(JSON.stringify(made))).ok, way.id).to.equal(true)
          const plan = finished(plans(made))
          expect(plan.days.problem, `${water}: ${way.id}`).to.equal(null)
          expect(plan.days.finish).to.be.a('string')
          for (const use of way.uses) {
            if (use.amount.fixed <= 0) continue
            const w = made.waters.find((x) => x.id === water) as Moving | undefined
            const id =
              ['resin', 'gel', 'film', 'bond'].includes(use.material) && w
                ? fieldOf(made, w, use.material)
                : use.material
            expect(
              plan.amounts.shopping.find((l) => l.material === id)?.byWater[water] ?? 0,
              `${way.id} uses ${id}`
            ).to.be.above(0)
          }
          for (const part of way.recipe?.parts ?? [])
            if (kind === 'white')
              expect(
                plan.amounts.shopping.find((l) => l.material === part.material)?.byWater.white ?? 0,
                `${way.id}: ${part.material}`
              ).to.be.above(0)
        }
      }
    })
  }
  it('ways are compared for one very form: finish, sittings, hands, money, weight, risk', () => {
    const compared = compareWays(mole, 'seas', BUILT_IN_SHELF)
    expect(compared.map((c) => c.way)).to.deep.equal([
      'brushed-ridges',
      'heap-and-stipple',
      'cast-wave',
      'curl-film',
      'carved-wave',
      'carved-in-one'
    ])
    const by = Object.fromEntries(compared.map((c) => [c.way, c]))
    expect(by['cast-wave'].handsMin).to.be.above(by['brushed-ridges'].handsMin)
    expect(by['cast-wave'].weightG).to.be.above(by['curl-film'].weightG)
    expect(by['cast-wave'].ownSittings).to.be.above(6)
    for (const c of compared) {
      expect(c.finishMs).to.be.a('number')
      expect(c.money).to.be.above(1)
      expect(c.reversible.length).to.be.above(1)
    }
  })
  it('foam without shell or seal and a cement that eats it stop the plan; sealed they do not', () => {
    const cement = changeMaking('weir', { bond: 'solvent' })(setWay('weir', 'cut-sheet')(weir))
    expect(findingOf(cement, 'foam-solvent-cement')).to.equal(undefined)
    expect(
      findingOf(
        { ...cement, ground: { ...cement.ground, shellMm: 0, sealCoats: 0 } },
        'foam-solvent-cement'
      )
    ).to.include({ severity: 'stop', number: 'melts' })
    expect(written(findingOf(weir, 'order')!.reason)).to.include('White before gloss')
  })
})

describe('Crests that lift off', () => {
  const ways = waysFor('sea').filter(mayBeLoose)
  const steps = (plan: Plan) => plan.steps.steps.filter((s) => s.water === 'seas')
  const name = (id: string) => id.split('/').at(-1)!

  it('curl, casting, carving and heaps stand loose: made off the model, set down last, nothing glued to the water', () => {
    expect(ways.map((w) => w.id)).to.have.members([
      'brushed-ridges',
      'heap-and-stipple',
      'cast-wave',
      'curl-film',
      'carved-wave'
    ])
    for (const { id } of ways) {
      const fixed = setWay('seas', id)(mole)
      const plan = planFor(changeMaking('seas', { loose: true })(fixed))
      const { links } = plan.steps
      const own = new Set(steps(plan).map((s) => s.id))
      const onWater = links.filter((l) => own.has(l.to) && !own.has(l.from)).map((l) => name(l.to))
      const seat = steps(plan).find((s) => /loose/.test(s.title))!
      // on the water: it is set down, and other crests may be drawn up beside it before that
      expect(onWater, id).to.include(name(seat.id))
      for (const at of onWater.filter((s) => s !== name(seat.id)))
        expect(steps(plan).find((s) => name(s.id) === at)!.title, id).to.match(/other crests/)
      expect(
        links.filter((l) => own.has(l.to) && l.from === seat.id),
        id
      ).to.deep.equal([])
      // each step of it leads to its being set down
      const leads = new Set([seat.id])
      for (let grows = true; grows;) {
        grows = false
        for (const l of links)
          if (leads.has(l.to) && own.has(l.from) && !leads.has(l.from)) grows = !!leads.add(l.from)
      }
      expect(leads.size, id).to.equal(own.size)
      expect(written(seat.how), id).to.match(/No glue/)
      expect(plan.days.finish, id).to.match(/^202[67]/)
      expect(
        plan.findings
          .filter((f) => f.severity === 'stop' || f.severity === 'warn')
          .map((f) => f.title),
        id
      ).to.deep.equal(
        planFor(fixed)
          .findings.filter((f) => f.severity === 'stop' || f.severity === 'warn')
          .map((f) => f.title)
      )
      // nobody buys resin or glue to bed it in
      const bought = (p: Plan, what: RegExp) =>
        p.amounts.shopping.reduce((sum, l) => sum + (what.test(l.material) ? l.amount : 0), 0)
      expect(bought(plan, /^acetate/), id).to.be.above(20)
    }
    const fall = fallsOf(weir)[0]
    expect(wayOf({ ...fall, make: { ...fall.make, loose: true } })).to.equal(wayOf(fall))
    expect(() => loosened(wayOf(fall)!)).to.throw(/nothing that stands loose/)
  })
})

describe('Parts and supports', () => {
  it('a curl of film gets the props it asks for, on its jig sheet, and a day on which they come away', () => {
    const { part, laying } = stackOf(mole, 'seas')
    const over = part!.overhang!
    expect(over.props!.count).to.be.above(0)
    expect(over.droopMm).to.be.above(over.limitMm)
    expect(over.props!.droopMm).to.be.at.most(over.limitMm)
    expect(over.releaseH!).to.be.within(laying!.touchMin! / 60, laying!.clearH!)
    const { steps, links } = planFor(mole).steps
    const away = steps.find((s) => s.id === 'seas/release')!
    expect(links.find((l) => l.to === away.id)!.minMin).to.equal(Math.round(over.releaseH! * 60))
    expect(written(steps.find((s) => s.id === 'seas/foot')!.how)).to.match(/Prop \d/)
    expect(planFor(mole).templates.some((t) => t.id === 'jig-seas')).to.equal(true)
    // stiffer film, or an eye that forgives more: no props, and no step to take them away
    const stiff = changeMaking('seas', { film: 'styrene-05' })(mole)
    expect(stackOf(stiff, 'seas').part!.overhang!.props!.count).to.equal(0)
    expect(planFor(stiff).steps.steps.some((s) => s.id === 'seas/release')).to.equal(false)
  })
  it('a moulded wave has six coats of rubber, its casting over-long and its saw lines', () => {
    const cast = setWay('seas', 'cast-wave')(mole)
    const { part } = stackOf(cast, 'seas')
    expect(part!.mould!.longMm - part!.lengthMm).to.equal(2 * part!.trimMm)
    const { steps } = planFor(cast).steps
    expect(steps.filter((s) => s.id.startsWith('seas/rubber#'))).to.have.length(6)
    const rubber = planFor(cast).amounts.shopping.find((l) => l.material === 'mould-rubber')!
    expect(rubber.amount).to.be.closeTo(10 + 0.55 * part!.mould!.surfaceCm2, 1e-6)
    expect(planFor(cast).templates.find((t) => t.id === 'jig-seas')!.name).to.match(/saw lines/)
  })
  it('without a crest, or with one wished otherwise, nothing is rolled or cast and it says why; a curl can be had on any beach', () => {
    expect(findingOf(changeSea('seas', { crest: null })(mole), 'no-crest:seas')).to.include({
      severity: 'stop',
      number: '0 crests'
    })
    // film on a beach that would let it surge: the way wishes it plunging, and how far off that is is said
    const surges = changeSea('seas', { periodS: 20, breakerMm: 6 })(mole)
    expect(findingOf(surges, 'no-crest:seas')).to.equal(undefined)
    expect(stackOf(surges, 'seas').part!.former!.radiusMm).to.be.above(0)
    expect(findingOf(surges, 'wish:seas')).to.include({ severity: 'note' })
    const otherwise = changeSea('seas', { wish: 'surging' })(mole)
    const stop = findingOf(otherwise, 'no-crest:seas')!
    expect(written(stop.title)).to.match(/does not curl/)
    expect(findingOf(mending(stop.mend!)(otherwise), 'no-crest:seas')).to.equal(undefined)
  })
  it('film and gel that nobody has are said, and the rest is still planned', () => {
    const lost = changeMaking('seas', { film: 'cling-film' })(changeGel('seas', 'jam')(mole))
    expect(findingOf(lost, 'no-film:seas')).to.include({ severity: 'stop' })
    expect(findingOf(lost, 'no-gel:seas')).to.include({ severity: 'stop' })
    expect(
      findingOf(
        {
          ...mole,
          waters: mole.waters.map((w) => (w.id === 'seas' ? { ...w, way: 'spun-sugar' } : w))
        },
        'unknown-way:seas'
      )
    ).to.include({ severity: 'stop', number: 'spun-sugar' })
    expect(planFor(lost).days.finish).to.be.a('string')
    // film thinner than air, and props beyond number
    const thin = shelfOf([
      ...BUILT_IN_SHELF.values(),
      {
        ...(BUILT_IN_SHELF.get('acetate-01') as { kind: 'film' } & object),
        id: 'breath',
        thicknessMm: 0.0005
      } as never
    ])
    const found = planFor(changeMaking('seas', { film: 'breath' })(mole), thin).findings.find(
      (f) => f.water === 'seas' && f.severity === 'stop'
    )
    expect(found?.id).to.equal('no-props:seas')
  })
})

describe('White water', () => {
  it('a recipe comes in grams for the map: its volume is the map’s, a tenth over, and follows height and area', () => {
    const plan = planFor(changeFinish({ white: 'filler-paste' })(gorge))
    const { white, sizes } = plan.amounts
    expect(white.volumeMl).to.be.closeTo(1.1 * sizes.whole.whiteMl!, 1e-9)
    expect(white.lines.reduce((sum, l) => sum + l.ml, 0)).to.be.closeTo(white.volumeMl, 1e-9)
    expect(white.massG).to.be.closeTo(white.volumeMl * white.paste!.densityGCm3, 1e-6)
    const higher = planFor(changeFinish({ white: 'filler-paste', reliefMm: 4 })(gorge)).amounts
      .white
    expect(higher.volumeMl / white.volumeMl).to.be.closeTo(2, 1e-9)
    // froth is mixed before it rises
    expect(planFor(changeFinish({ white: 'froth' })(gorge)).amounts.white.volumeMl).to.be.closeTo(
      white.volumeMl / 2.2,
      1e-9
    )
    expect(white.bands.map((b) => b.areaCm2)).to.satisfy(
      (a: number[]) => a[0] >= a[1] && a[1] >= a[2] && a[2] > 0
    )
  })
  it('white higher than the paste stands is told so, and too much of it is named in both numbers', () => {
    const high = changeFinish({ white: 'sponged-white', reliefMm: 30 })(gorge)
    const found = findingOf(high, 'white-slumps')!
    expect(findingOf(mending(found.mend!)(high), 'white-slumps')).to.equal(undefined)
    expect(written(findingOf(judgeWhite('rapid', 95)(gorge), 'too-white:rapid')!.number)).to.match(
      /^yours 95 %, this water \d+ %$/
    )
    expect(findingOf(judgeWhite('rapid', 20)(gorge), 'too-white:rapid')).to.equal(undefined)
    expect(judgeWhite('rapid', null)(judgeWhite('rapid', 95)(gorge)).finish.yours).to.deep.equal([])
  })
})

describe('When it goes wrong', () => {
  it('every trouble is judged for every water it happens to, with a number, a formula and a source', () => {
    for (const d of DEMOS) {
      const build = demo(d)
      const plan = planFor(build)
      for (const water of build.waters)
        for (const trouble of troublesOf(water.kind)) {
          const verdict = JUDGES[trouble.id]({
            build,
            water,
            measured: measuredOf(trouble, {}),
            ground: plan.ground,
            forms: plan.forms,
            stacks: plan.stacks,
            cures: plan.cures,
            shelf: BUILT_IN_SHELF
          })
          for (const text of [verdict.says, verdict.number, verdict.formula, verdict.source])
            expect(written(text), `${trouble.id} on ${water.id}`)
              .to.be.a('string')
              .and.not.match(/NaN|undefined|Infinity/)
        }
    }
    expect(TROUBLES.map((t) => t.id))
      .to.have.members(Object.keys(JUDGES))
      .and.have.length.above(14)
  })
  it('a repair comes into the plan after the work on its water and before the gloss, with its materials; left out it is as before', () => {
    const plans = planner()
    const before = finished(plans(weir))
    for (const trouble of TROUBLES) {
      const water = weir.waters.find((w) => trouble.for.includes(w.kind))
      if (!water) continue
      const mended = addRepair(trouble.id, water.id, measuredOf(trouble, {}))(weir)
      expect(checkBuild(JSON.parse(JSON.stringify(mended))).ok, trouble.id).to.equal(true)
      const plan = finished(plans(mended))
      const ids = plan.steps.steps.map((s) => s.id).filter((id) => id.startsWith('mend1/'))
      expect(new Set(plan.findings.map((f) => f.id)).size, trouble.id).to.equal(
        plan.findings.length
      )
      expect(ids.length, trouble.id).to.equal(trouble.steps.length)
      expect(plan.days.problem, trouble.id).to.equal(null)
      expect(plan.days.finishMs!, trouble.id).to.be.at.least(before.days.finishMs!)
      const at = (id: string) => plan.days.work.find((w) => w.step === id)!.startMs
      expect(at('mend1/mended')).to.be.below(at('finish/gloss'))
      for (const own of plan.steps.steps.filter((s) => s.id.startsWith(`${water.id}/`)))
        expect(at(ids[0]), `${trouble.id} after ${own.id}`).to.be.above(at(own.id))
      for (const u of trouble.uses) {
        const id = u.material === 'resin' ? fieldOf(mended, water, 'resin') : u.material
        expect(
          plan.amounts.shopping.find((l) => l.material === id)?.byWater.mend1 ?? 0,
          `${trouble.id}: ${u.material}`
        ).to.be.closeTo(u.amount.fixed, 1)
      }
      expect(finished(plans(removeRepair('mend1')(mended))).days.finishMs).to.equal(
        before.days.finishMs
      )
    }
    expect(removeWater('weir')(addRepair('missed', 'weir', {})(weir)).repairs).to.deep.equal([])
  })
  it('still white: thin it clears by itself and says when, thick in weeks, in damp air never', () => {
    const says = (thickMm: number, sinceH: number, rhPct = 50) =>
      repairCost(
        { ...weir, room: { tempC: 20, rhPct } },
        'still-white',
        'weir',
        { thickMm, sinceH },
        BUILT_IN_SHELF
      ).verdict
    expect(says(2, 6).leaveH!).to.be.within(10, 24)
    expect(written(says(14, 48).says)).to.match(/in weeks/)
    expect(written(says(3, 48, 100).number)).to.equal('never')
    expect(written(says(2, 400).number)).to.equal('overdue')
    expect(() => repairCost(weir, 'rust', 'weir', {}, BUILT_IN_SHELF)).to.throw(RangeError, /rust/)
  })
  it('a new build has nothing to repair and a file with a repair of an unknown kind is read and left alone', () => {
    expect(fresh().repairs).to.deep.equal([])
    const odd = {
      ...weir,
      repairs: [{ id: 'mend1', trouble: 'rust', water: 'weir', measured: {} }]
    }
    expect(planFor(odd).days.finishMs).to.equal(planFor(weir).days.finishMs)
  })
})
