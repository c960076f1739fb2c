import { expect } from 'chai'
import fc from 'fast-check'
import { readBuild } from '../../core/build/file/buildFile'
import { writeBuild } from '../../core/build/file/write'
import { addLaid, tieMixes, untieMixes } from '../../core/build/lays'
import { mending } from '../../core/build/mend'
import { changePool, setWay } from '../../core/build/edits'
import type { Build } from '../../core/build/types'
import { waysFor } from '../../core/craft/ways/catalog'
import { NO_HISTORY } from '../../core/plan/learned/history'
import { BUILT_IN_SHELF } from '../../core/craft/materials/shelf'
import { variantNamed } from '../../core/plan/beside/variants'
import { whatIf } from '../../core/plan/beside/whatIf'
import type { Plan } from '../../core/plan/derivePlan'
import { canBe } from '../../core/plan/6-steps/oneMix'
import { demo } from '../support/builds'
import { planFor } from '../support/planned'
import { runs } from '../support/dial'
import { written } from '../../core/words/sentence'

const POURS = ['millpond/pour#1', 'tailrace/pour#1']
const sum = (all: readonly number[]) => all.reduce((total, n) => total + n, 0)
const mixedG = (plan: Plan) => sum(plan.amounts.mixes.map((m) => m.aG + m.bG))
const work = (plan: Plan, step: string) => plan.days.work.filter((w) => w.step === step)
/** From the end of one step to the beginning of another, min. */
const gapMin = (plan: Plan, from: string, to: string) =>
  (Math.min(...work(plan, to).map((w) => w.startMs)) -
    Math.max(...work(plan, from).map((w) => w.endMs))) /
  60_000

describe('One mix for several', function () {
  this.timeout(300_000)
  const plain = planFor(demo())
  const tied = tieMixes(POURS)(demo())
  const plan = planFor(tied)

  it('two pools out of one cup: weighed once, poured one after the other while it can be worked', () => {
    const [mix, ...others] = plan.amounts.mixes
    expect(mix).to.deep.include({ id: POURS[0], serves: [POURS[1]] })
    expect(others.every((m) => m.serves.length === 0 && m.id !== POURS[1])).to.equal(true)
    expect(plan.amounts.batches.some((b) => b.pool === 'tailrace' && b.pour === 1)).to.equal(false)
    // both pours' resin and waste, and what stays in a cup but once (G: what one cup less keeps back)
    const before = plain.amounts.mixes.filter((m) => POURS.includes(m.id))
    const saved = sum(before.map((m) => m.aG + m.bG)) - (mix.aG + mix.bG)
    expect(saved).to.be.within(demo().mixing.cupG - 1e-6, demo().mixing.cupG + 3)
    const gap = gapMin(plan, POURS[0], POURS[1])
    expect(gap).to.be.within(0, plan.cures.mixMin[POURS[0]])
    expect(plan.steps.links.find((l) => l.from === POURS[0] && l.to === POURS[1])).to.deep.include({
      hard: true,
      why: 'both come out of one mix'
    })
    expect(written(plan.steps.steps.find((s) => s.id === POURS[1])!.how)).to.match(/^From the mix/)
    expect(plan.steps.untied).to.deep.equal([])
    // a mix is worked faster by itself than two
    const hands = (p: Plan) =>
      sum(p.steps.steps.filter((s) => POURS.includes(s.id)).map((s) => s.handsMin))
    expect(hands(plan)).to.be.below(hands(plain))
  })

  it('is kept in the file, and mixed each by itself again it is as before', () => {
    expect(readBuild(writeBuild(tied))).to.deep.equal({ ok: true, value: tied })
    const back = planFor(untieMixes(POURS[1])(tied))
    expect(back.amounts).to.deep.equal(plain.amounts)
    expect(back.days.finish).to.equal(plain.days.finish)
    for (const ties of [['pour'], [['one']], [POURS, 'x'], [[POURS[0], POURS[0]]]]) {
      const read = readBuild(writeBuild({ ...tied, ties: ties as string[][] }))
      expect(!read.ok && read.faults[0].path, JSON.stringify(ties)).to.match(/^ties/)
    }
    // poured once in place of three times, the tie of its first pour still holds
    const once = planFor(changePool('millpond', { pours: 1, bands: [] })(tied))
    expect(once.amounts.mixes[0]).to.deep.include({ id: 'millpond/pour', serves: [POURS[1]] })
    // as many as a file takes, and no more
    const many = Array.from({ length: 200 }, (_, i) => [`a${i}/pour`, `b${i}/pour`])
    const full = many.reduce((b, tie) => tieMixes(tie)(b), demo())
    expect(readBuild(writeBuild(full)).ok).to.equal(true)
    expect(readBuild(writeBuild(tieMixes(many.flat())(demo()))).ok).to.equal(true)
    // a third joins both
    const three = tieMixes([POURS[1], 'lay9/lay'])(tied)
    expect(three.ties).to.deep.equal([[...POURS.slice(1), 'lay9/lay', POURS[0]]])
  })

  it('what cannot come out of one mix is said, and one click parts it', () => {
    const build = tieMixes(['millpond/pour#1', 'millpond/pour#2'])(demo())
    const wrong = planFor(build)
    const told = wrong.findings.find((f) => f.id.startsWith('untied:'))!
    expect(told.severity).to.equal('warn')
    expect(wrong.days.finishMs).to.not.equal(null)
    const parted = planFor(mending(told.mend!)(build))
    expect(parted.findings.some((f) => f.id.startsWith('untied:'))).to.equal(false)
    expect(parted.days.finish).to.equal(plain.days.finish)
    // of another resin, or of nothing that is mixed: each stays by itself
    const odd = tieMixes(['millpond/pour#1', 'nobody/pour', 'weir/hang'])(demo())
    expect(planFor(odd).amounts).to.deep.equal(plain.amounts)
  })

  it('whatever is tied: what is mixed is what the pools and the list take, gram for gram; all that is tied is poured in time or said', () => {
    const builds: Build[] = (
      ['1-weir-at-cobbets-race', '2-mole-at-varnsey', '3-slalom-in-the-hollin-gorge'] as const
    ).map((name) => demo(name))
    const falls = waysFor('fall').map((w) => w.id)
    fc.assert(
      fc.property(
        fc.constantFrom(...builds),
        fc.constantFrom(...falls),
        fc.array(fc.array(fc.nat(11), { minLength: 2, maxLength: 4 }), { maxLength: 3 }),
        fc.boolean(),
        (given, way, ties, film) => {
          const fall = given.waters.find((w) => w.kind === 'fall')
          const made = fall ? setWay(fall.id, way)(given) : given
          const pool = given.waters.find((w) => w.kind === 'pool')!.id
          const build = film ? addLaid({ stack: pool, way: 'resin-film' })(made) : made
          const mixes = planFor(build).amounts.mixes.map((m) => m.id)
          if (mixes.length < 2) return
          const edited = ties
            .map((tie) => [...new Set(tie.map((i) => mixes[i % mixes.length]))])
            .filter((tie) => tie.length > 1)
            .reduce((b, tie) => tieMixes(tie)(b), build)
          const made2 = planFor(edited)
          const { amounts, steps } = made2
          // nothing is mixed twice, nothing is forgotten
          const all = amounts.mixes.flatMap((m) => [m.id, ...m.serves])
          expect([...all].sort()).to.deep.equal([...mixes].sort())
          for (const resin of new Set(amounts.mixes.map((m) => m.resin))) {
            const here = amounts.mixes.filter((m) => m.resin === resin)
            const line = amounts.shopping.find((l) => l.material === resin)!
            expect(line.amount).to.be.closeTo(sum(here.map((m) => m.aG + m.bG)), 1e-6)
          }
          const cups = sum(amounts.batches.map((b) => b.massG))
          const poured = amounts.mixes.filter((m) => amounts.pools.some((p) => p.pool === m.water))
          expect(cups).to.be.at.most(sum(poured.map((m) => m.aG + m.bG)) + 1e-6)
          expect(mixedG(made2)).to.be.above(0)
          for (const { id: host, serves } of amounts.mixes)
            for (const id of serves) {
              const held = steps.links.some((l) => l.from === host && l.to === id && l.hard)
              const named = steps.untied.some((u) => u.of === id)
              const steps2 = steps.steps.filter((s) => [s.id, s.of].includes(id))
              expect(held || named || steps2.length !== 1, `${host} and ${id}`).to.equal(true)
              if (!held) continue
              const gap = gapMin(made2, host, id)
              expect(gap, `${host} to ${id}`).to.be.within(0, made2.cures.mixMin[host])
            }
        }
      ),
      { numRuns: runs(30) }
    )
  })

  it('knows what can be: windows that contradict each other, and rings', () => {
    const steps = ['a', 'b', 'c', 'd'].map((id) => ({ id, handsMin: 10 }))
    const link = (from: string, to: string, minMin: number, maxMin?: number) => ({
      ...{ from, to, minMin, becomes: null },
      ...(maxMin === undefined ? {} : { maxMin, hard: true as const })
    })
    const slow = [link('a', 'b', 600), link('c', 'd', 600)]
    expect(canBe(steps, slow)).to.equal(true)
    expect(canBe(steps, [...slow, link('a', 'c', 0, 30), link('b', 'd', 0, 30)])).to.equal(true)
    // a with d and c with b: each waits for the other's first
    expect(canBe(steps, [...slow, link('a', 'd', 0, 30), link('c', 'b', 0, 30)])).to.equal(false)
    expect(canBe(steps, [...slow, link('a', 'b', 0, 599)])).to.equal(false)
    expect(canBe(steps, [...slow, link('b', 'a', 0)])).to.equal(false)
  })

  it('is among what would help, and taken on gives what was told', () => {
    const lines = whatIf(demo(), BUILT_IN_SHELF, NO_HISTORY)
    const line = lines.find((l) => l.id === 'tie:millpond:tailrace')!
    expect(written(line.what)).to.match(/Mill pond and Tail-race/)
    const taken = variantNamed(demo(), plain, line.id)!.edit(demo())
    expect(taken.ties).to.have.length(3)
    expect(planFor(taken).days.finishMs).to.equal(line.finishMs)
  })
})
