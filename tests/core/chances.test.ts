import { expect } from 'chai'
import type { LogEntry } from '../../core/build/log/entries'
import { derivePlan } from '../../core/plan/derivePlan'
import { daysStage } from '../../core/plan/7-days/daysStage'
import type { DaysPlan } from '../../core/plan/7-days/plan'
import type { StepsPlan } from '../../core/plan/6-steps/types'
import { fitOutcomes } from '../../core/plan/learned/fit'
import { seeded } from '../../core/plan/7-days/solver/random'
import { likelyAndSurely } from '../../core/words/dates'
import { likelyToSurely } from '../../core/words/durations'
import { demo } from '../support/builds'

const MINUTE = 60_000
const normalOf = (random: () => number) => () =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

/**
 * The steps as a real bench would have them: labels wrong by a third either way, one error for each
 * product, and days that differ by a seventh. Written apart from what the plan draws.
 */
function lived(steps: StepsPlan, seed: number): StepsPlan {
  const normal = normalOf(seeded(seed))
  const wrong = new Map<string, number>()
  const factor = new Map(
    steps.steps.map((s) => {
      const product = s.learns ? `${s.learns.product}/${s.learns.what}` : s.of
      if (!wrong.has(product)) wrong.set(product, Math.exp(0.35 * normal()))
      const day = Math.exp(0.14 * normal())
      return [s.id, s.spread.sure === 1 ? 1 : wrong.get(product)! * day]
    })
  )
  return {
    ...steps,
    steps: steps.steps.map((s) => ({ ...s, waitMin: Math.round(s.waitMin * factor.get(s.id)!) })),
    links: steps.links.map((l) =>
      l.hard ? l : { ...l, minMin: Math.round(l.minMin * factor.get(l.from)!) }
    )
  }
}

const surely = (build: ReturnType<typeof demo>) => ({
  ...build,
  calendar: { ...build.calendar, confidence: 'sure' as const }
})

describe('Likely and surely', () => {
  const build = demo('2-mole-at-varnsey')
  const plan = derivePlan(build)

  it('half of the finishes of simulated benches come by when it is likely, nine in ten by when it is sure', () => {
    const runs = 100
    const order = plan.days.order
    const ends = Array.from(
      { length: runs },
      (_, k) =>
        daysStage({ ...build, order }, lived(plan.steps, 1000 + k), undefined, { nodes: 1 })
          .finishMs!
    )
    const share = (ms: number) => ends.filter((e) => e <= ms).length / runs
    // three standard errors over 100 runs: 15 % in the middle, 9 % at nine in ten
    expect(share(plan.days.likelyMs!)).to.be.within(0.35, 0.65)
    expect(share(plan.days.sureMs!)).to.be.within(0.81, 0.99)
    // nobody is told a span that says nothing
    const days = (plan.days.sureMs! - plan.days.likelyMs!) / 864e5
    expect(days).to.be.within(0.5, 12)
  }).timeout(300_000)

  it('every wait has a range, and simulated waits fall below its ends as often as they say', () => {
    const waits = plan.days.waits.filter((w) => w.sureMs > w.likelyMs)
    expect(waits.length).to.be.greaterThan(15)
    let [early, likely, sure, all] = [0, 0, 0, 0]
    for (let k = 0; k < 150; k++) {
      const real = new Map(lived(plan.steps, 5000 + k).steps.map((s) => [s.id, s.waitMin]))
      for (const w of waits) {
        const end = w.startMs + real.get(w.step)! * MINUTE
        all++
        early += Number(end <= w.earlyMs)
        likely += Number(end <= w.likelyMs)
        sure += Number(end <= w.sureMs)
      }
    }
    expect(early / all).to.be.closeTo(0.1, 0.05)
    expect(likely / all).to.be.closeTo(0.5, 0.06)
    expect(sure / all).to.be.closeTo(0.9, 0.05)
  })

  it('planned to be sure, work comes after nine in ten of the waits before it; planned as likely, after fewer', () => {
    const met = (days: DaysPlan) => {
      const start = new Map(days.work.filter((w) => w.part === 1).map((w) => [w.step, w.startMs]))
      const end = new Map(days.work.map((w) => [w.step, w.endMs]))
      let [over, all] = [0, 0]
      for (let k = 0; k < 40; k++)
        for (const l of lived(plan.steps, 9000 + k).links) {
          if (l.hard || l.minMin < 30) continue
          all++
          over += Number(end.get(l.from)! + l.minMin * MINUTE <= start.get(l.to)!)
        }
      return over / all
    }
    const sure = derivePlan(surely(build))
    expect(sure.days.confidence).to.equal('sure')
    expect(met(sure.days)).to.be.greaterThan(0.9)
    expect(met(plan.days)).to.be.within(0.5, met(sure.days) - 0.03)
    expect(sure.days.finishMs!).to.be.greaterThan(plan.days.finishMs!)
    // what it plans for is what it says is sure
    for (const w of sure.days.waits) expect(w.endMs, w.step).to.be.at.most(w.sureMs)
    // a window that closes is met in its middle all the same
    for (const w of sure.days.windows) {
      const at = sure.days.work.find((x) => x.step === w.step)!.startMs
      expect(at, w.step).to.be.within(w.fromMs, w.toMs)
    }
  }).timeout(300_000)

  it('ranges narrow with what the builder has seen; what was seen ready has none', () => {
    const seen = (many: number) =>
      fitOutcomes(
        Array.from({ length: many }, () => ({ foretoldMin: 600, notYetMin: 640, readyMin: 680 }))
      )
    const widths = [0, 1, 3, 8].map((n) => Math.log(seen(n).sure / seen(n).early))
    for (const [k, w] of widths.slice(1).entries()) expect(w).to.be.lessThan(0.9 * widths[k])
    const first = plan.days.work[0]
    const step = plan.steps.steps.find((s) => s.id === first.step)!
    const at = (ms: number) => new Date(ms).toISOString()
    const entries: LogEntry[] = [
      {
        kind: 'step',
        id: 'e1',
        at: at(first.startMs),
        endedAt: at(first.endMs),
        step: step.id,
        plannedMin: 30,
        done: true,
        waitMin: step.waitMin,
        learns: step.learns
      },
      {
        kind: 'look',
        id: 'e2',
        at: at(first.endMs + 60 * MINUTE),
        step: step.id,
        ready: true,
        becomes: step.becomes!
      }
    ]
    const done = derivePlan({
      ...build,
      log: { ...build.log, asOf: at(first.endMs + 61 * MINUTE), entries }
    })
    const wait = done.days.waits.find((w) => w.step === step.id)!
    expect([wait.earlyMs, wait.sureMs]).to.deep.equal([wait.endMs, wait.endMs])
    const notYet = derivePlan({
      ...build,
      log: {
        ...build.log,
        asOf: at(first.endMs + 999 * MINUTE),
        entries: [
          entries[0],
          { ...entries[1], at: at(first.endMs + 998 * MINUTE), ready: false } as LogEntry
        ]
      }
    }).days.waits.find((w) => w.step === step.id)!
    expect(notYet.likelyMs).to.be.greaterThan(first.endMs + 998 * MINUTE)
    expect(notYet.sureMs).to.be.greaterThan(notYet.likelyMs)
  })

  it('a deadline that is likely kept and not surely is noted, and no more than noted', () => {
    const middle = new Date((plan.days.finishMs! + plan.days.sureMs!) / 2).toISOString()
    const found = derivePlan({
      ...build,
      calendar: { ...build.calendar, deadline: middle.slice(0, 16) }
    }).findings.filter((f) => f.id.startsWith('deadline'))
    expect(found.map((f) => [f.id, f.severity])).to.deep.equal([['deadline-unsure', 'note']])
  })

  it('is said as a builder would say it', () => {
    const at = (text: string) => Date.parse(`${text}Z`)
    const say = (a: string, b: string) => likelyAndSurely(at(a), at(b), 'UTC')
    expect(say('2026-12-03T18:40', '2026-12-04T08:10')).to.equal(
      'likely by Thu 3 Dec, evening, surely by Fri 4 Dec, morning'
    )
    expect(say('2026-12-03T18:40', '2026-12-03T19:10')).to.equal(
      'Thu 3 Dec, likely by 18:40, surely by 19:10'
    )
    // a night belongs to the day that it goes towards: likely never reads as if it came after surely
    expect(say('2026-12-07T02:00', '2026-12-07T15:00')).to.equal(
      'likely by the night to Mon 7 Dec, surely by Mon 7 Dec, afternoon'
    )
    expect(say('2026-12-06T23:00', '2026-12-07T03:00')).to.equal(
      'in the night to Mon 7 Dec, likely by 23:00, surely by 03:00'
    )
    expect(likelyToSurely(600, 1030)).to.equal('10\u202fh, surely 17\u202fh')
    expect(likelyToSurely(45, 45)).to.equal('45\u202fmin')
  })
})
