import { expect } from 'chai'
import fc from 'fast-check'
import { calendarDefaults } from '../../core/build/newBuild'
import type { Calendar } from '../../core/build/types'
import { instantOf, localIso } from '../../core/build/zone'
import { freeSpans } from '../../core/plan/7-days/calendar'
import { chainMinutes } from '../../core/plan/7-days/plan'
import { momentOf, momentsOf } from '../../core/plan/7-days/moment'
import { schedule, type Schedule } from '../../core/plan/7-days/schedule'
import type { Task, TaskLink } from '../../core/plan/7-days/solver/network'
import { sittingsOf } from '../../core/plan/7-days/sittings'
import { derivePlan } from '../../core/plan/derivePlan'
import { demo, fresh } from '../support/builds'
import { runs } from '../support/dial'

const NONE: Calendar['week'] = { mon: [], tue: [], wed: [], thu: [], fri: [], sat: [], sun: [] }
const MINUTE = 60_000

describe('The builder’s own calendar', () => {
  const berlin: Calendar = {
    zone: 'Europe/Berlin',
    start: '2026-03-27T00:00',
    week: { ...NONE, sun: [['01:30', '03:30']] },
    exceptions: [],
    ...calendarDefaults()
  }
  it('a window across the spring change is an hour shorter, one inside the lost hour is gone', () => {
    // 29 March 2026: 02:00 becomes 03:00 (EU summer time, Directive 2000/84/EC)
    const [span] = freeSpans(berlin, 7)
    expect((span[1] - span[0]) / MINUTE).to.equal(60)
    expect(new Date(span[0]).toISOString()).to.equal('2026-03-29T00:30:00.000Z')
    expect(freeSpans({ ...berlin, week: { ...NONE, sun: [['02:10', '02:50']] } }, 7)).to.deep.equal(
      []
    )
    expect(instantOf('2026-03-29', '02:30', 'Europe/Berlin')).to.equal(Date.UTC(2026, 2, 29, 1, 0))
  })
  it('a window across the autumn change is an hour longer', () => {
    const [span] = freeSpans(
      { ...berlin, start: '2026-10-24T00:00', week: { ...NONE, sun: [['01:30', '03:30']] } },
      3
    )
    expect((span[1] - span[0]) / MINUTE).to.equal(180)
    expect(new Date(span[0]).toISOString()).to.equal('2026-10-24T23:30:00.000Z')
    expect(instantOf('2026-10-25', '02:30', 'Europe/Berlin')).to.equal(Date.UTC(2026, 9, 25, 0, 30))
  })
  it('the same evening stays the same evening on the wall after the clocks change', () => {
    const spans = freeSpans(
      { ...berlin, week: { ...NONE, sat: [['19:00', '21:00']], mon: [['19:00', '21:00']] } },
      7
    )
    expect(spans.map(([from]) => localIso(from, 'Europe/Berlin').slice(11, 22))).to.deep.equal([
      '19:00+01:00',
      '19:00+02:00'
    ])
  })
  it('exceptions stand in the place of the week; touching windows are one; nothing lies before the start', () => {
    const spans = freeSpans(
      {
        zone: 'UTC',
        start: '2026-11-24T19:30',
        week: {
          ...NONE,
          tue: [
            ['19:00', '20:00'],
            ['20:00', '21:00']
          ],
          wed: [['08:00', '24:00']]
        },
        exceptions: [
          { date: '2026-11-25', free: [] },
          { date: '2026-11-26', free: [['10:00', '11:00']] }
        ],
        ...calendarDefaults()
      },
      9
    )
    expect(spans.map((s) => s.map((ms) => new Date(ms).toISOString().slice(5, 16)))).to.deep.equal([
      ['11-24T19:30', '11-24T21:00'],
      ['11-26T10:00', '11-26T11:00'],
      ['12-01T19:00', '12-01T21:00'],
      ['12-02T08:00', '12-03T00:00']
    ])
  })
})

const networks = fc
  .record({
    hands: fc.array(fc.integer({ min: 1, max: 90 }), { minLength: 1, maxLength: 14 }),
    idle: fc.array(fc.boolean(), { minLength: 14, maxLength: 14 }),
    arrows: fc.array(fc.tuple(fc.nat(13), fc.nat(13), fc.integer({ min: 0, max: 3000 })), {
      maxLength: 24
    }),
    windows: fc.array(
      fc.tuple(fc.integer({ min: 0, max: 1000 }), fc.integer({ min: 90, max: 400 })),
      { minLength: 30, maxLength: 30 }
    )
  })
  .map(({ hands, idle, arrows, windows }) => {
    const tasks = hands.map((handsMin, i): Task => ({
      id: `t${i}`,
      handsMin,
      ...(idle[i] && i % 4 === 3 ? { unattended: true as const } : {})
    }))
    const links = arrows
      .filter(([a, b]) => a < b && b < tasks.length)
      .map(([a, b, minMin]): TaskLink => ({ from: `t${a}`, to: `t${b}`, minMin }))
    const free: [number, number][] = []
    let at = 0
    for (const [gap, length] of windows) {
      free.push([at + gap, at + gap + length])
      at += gap + length
    }
    for (let i = 0; i < 200; i++) free.push([at + 500 * i + 100, at + 500 * i + 300])
    return { tasks, links, free }
  })

describe('The schedule', () => {
  it('no step starts before what it waits for, outside free hours, or while the hands are busy; nearly all are proven to end first', () => {
    let proven = 0
    fc.assert(
      fc.property(networks, (input) => {
        const found = schedule(input)
        expect(found).to.not.have.property('problem')
        const { starts, finishMin, lowerBoundMin, causes } = found as Schedule
        const task = (id: string) => input.tasks.find((t) => t.id === id)!
        for (const l of input.links)
          expect(starts[l.to]).to.be.at.least(starts[l.from] + task(l.from).handsMin + l.minMin)
        const hands = input.tasks
          .filter((t) => !t.unattended)
          .map((t) => [starts[t.id], starts[t.id] + t.handsMin])
          .sort((a, b) => a[0] - b[0])
        hands.forEach(([from, to], i) => {
          expect(input.free.some(([a, b]) => a <= from && to <= b)).to.equal(true)
          if (i > 0) expect(from).to.be.at.least(hands[i - 1][1])
        })
        expect(finishMin).to.equal(Math.max(...input.tasks.map((t) => starts[t.id] + t.handsMin)))
        expect(finishMin).to.be.at.least(lowerBoundMin)
        proven += Number((found as Schedule).optimal)
        // every start has its reason
        for (const t of input.tasks) {
          const cause = causes[t.id]
          if (cause.kind === 'link')
            expect(starts[t.id]).to.equal(
              starts[cause.from] + task(cause.from).handsMin + cause.minMin
            )
          if (cause.kind === 'start') expect(starts[t.id]).to.equal(0)
          if (cause.kind === 'hands')
            expect(starts[cause.behind] + task(cause.behind).handsMin).to.equal(starts[t.id])
          if (cause.kind === 'hours')
            expect(input.free.some(([a]) => a === starts[t.id])).to.equal(true)
        }
      }),
      { numRuns: runs(300), seed: 31 }
    )
    expect(proven).to.be.at.least(285)
  })
  it('says what it cannot do: a ring, a task longer than any window, no window left', () => {
    const link = (from: string, to: string) => ({ from, to, minMin: 0 })
    expect(
      schedule({
        free: [[0, 60]],
        tasks: [
          { id: 'a', handsMin: 5 },
          { id: 'b', handsMin: 5 }
        ],
        links: [link('a', 'b'), link('b', 'a')]
      })
    ).to.deep.equal({ problem: 'loop', tasks: ['a', 'b'], links: [] })
    expect(
      schedule({
        free: [
          [0, 60],
          [60, 90]
        ],
        tasks: [{ id: 'a', handsMin: 61 }],
        links: []
      })
    ).to.deep.equal({ problem: 'noWindow', tasks: ['a'], links: [] })
    expect(
      schedule({
        free: [[0, 60]],
        tasks: [
          { id: 'a', handsMin: 40 },
          { id: 'b', handsMin: 40 }
        ],
        links: []
      })
    ).to.have.property('problem', 'ranOut')
  })
  it('works in the waits: a short task goes into the gap while a long cure runs', () => {
    const found = schedule({
      free: [[0, 1000]],
      links: [{ from: 'pour', to: 'undam', minMin: 300 }],
      tasks: [
        { id: 'pour', handsMin: 20 },
        { id: 'undam', handsMin: 10 },
        { id: 'strips', handsMin: 60 }
      ]
    }) as Schedule
    expect(found.starts).to.deep.equal({ pour: 0, strips: 20, undam: 320 })
    expect(found.optimal).to.equal(true)
    expect(found.sittings).to.equal(2)
  })
})

describe('The days of a build', () => {
  const plan = derivePlan(demo())
  it('every step of the demo lies in free hours, after what it waits for', () => {
    const { days, steps } = plan
    for (const w of days.work)
      expect(
        days.free.some(([a, b]) => a <= w.startMs && w.endMs <= b),
        w.step
      ).to.equal(true)
    for (const link of steps.links) {
      const end = Math.max(...days.work.filter((w) => w.step === link.from).map((w) => w.endMs))
      const start = Math.min(...days.work.filter((w) => w.step === link.to).map((w) => w.startMs))
      expect(start, `${link.from} → ${link.to}`).to.be.at.least(end + link.minMin * MINUTE)
    }
    expect(days.work.every((w) => !w.start.startsWith('2026-12-12'))).to.equal(true)
  })
  it('by an independent clock (Intl), no work of any calendar in any zone lies outside its hours', () => {
    const hours = fc
      .tuple(
        fc.integer({ min: 0, max: 20 }),
        fc.constantFrom('00', '15', '30'),
        fc.integer({ min: 1, max: 3 })
      )
      .map(([h, m, long]): [string, string] => [
        `${String(h).padStart(2, '0')}:${m}`,
        `${String(h + long).padStart(2, '0')}:${m}`
      ])
    const week = fc.record(
      Object.fromEntries(Object.keys(NONE).map((d) => [d, fc.array(hours, { maxLength: 2 })]))
    ) as unknown as fc.Arbitrary<Calendar['week']>
    fc.assert(
      fc.property(
        week,
        hours,
        fc.constantFrom(
          'Europe/Berlin',
          'America/New_York',
          'Australia/Lord_Howe',
          'Asia/Kathmandu',
          'UTC'
        ),
        fc.constantFrom('2026-03-20T08:00', '2026-10-20T08:00'),
        (randomWeek, one, zone, start) => {
          const offDay = start.startsWith('2026-03') ? '2026-03-30' : '2026-10-28'
          const calendar: Calendar = {
            zone,
            start,
            week: { ...randomWeek, wed: [one, ['18:30', '22:00']] },
            exceptions: [{ date: offDay, free: [] }],
            ...calendarDefaults()
          }
          const { days } = derivePlan({
            ...fresh({ pool: true, fall: true, poolBelow: false }),
            calendar
          })
          expect(days.finishMs, JSON.stringify(days.problem)).to.be.a('number')
          const clock = new Intl.DateTimeFormat('en-GB', {
            timeZone: zone,
            weekday: 'short',
            year: 'numeric',
            month: '2-digit',
            day: '2-digit',
            hour: '2-digit',
            minute: '2-digit',
            hourCycle: 'h23'
          })
          const local = (ms: number) => {
            const part = Object.fromEntries(clock.formatToParts(ms).map((p) => [p.type, p.value]))
            return {
              day: part.weekday.toLowerCase() as keyof Calendar['week'],
              date: `${part.year}-${part.month}-${part.day}`,
              time: `${part.hour}:${part.minute}`
            }
          }
          for (const w of days.work) {
            for (const ms of [w.startMs, w.endMs - MINUTE]) {
              const { day, date, time } = local(ms)
              expect(date).to.not.equal(offDay)
              expect(
                calendar.week[day].some(([from, to]) => from <= time && time < to),
                `${w.step} at ${day} ${date} ${time}, ${JSON.stringify(calendar.week[day])}`
              ).to.equal(true)
            }
          }
        }
      ),
      { numRuns: runs(40), seed: 32 }
    )
  })
  it('the chain reaches from the start to the finish without a gap', () => {
    const { chain, startMs, finishMs } = plan.days
    expect(chain[0].startMs).to.equal(startMs)
    expect(chain.at(-1)!.endMs).to.equal(finishMs)
    chain.slice(1).forEach((link, i) => expect(link.startMs).to.equal(chain[i].endMs))
    const made = chainMinutes(chain)
    expect(made.work + made.wait + made.hours + made.hands).to.equal((finishMs! - startMs) / MINUTE)
    expect(
      chain.filter((c) => c.kind === 'wait' && c.step.startsWith('tailrace/pour'))
    ).to.have.length(3)
  })
  it('the order of the trade holds: dam before leak test before pour before undam before strips are hung', () => {
    const start = (id: string) => plan.days.work.find((w) => w.step === id)!.startMs
    const order = [
      'ground/base',
      'ground/carve',
      'ground/shell',
      'ground/paint',
      'ground/seal#1',
      'ground/texture',
      'millpond/dam',
      'millpond/leak',
      'millpond/dryout',
      'millpond/pour#1',
      'millpond/pour#3',
      'millpond/undam',
      'weir/hang',
      'millpond/gelcoat',
      'millpond/ripple',
      'white/white',
      'finish/gloss',
      'finish/edges'
    ]
    order
      .slice(1)
      .forEach((id, i) =>
        expect(start(id), `${order[i]} before ${id}`).to.be.greaterThan(start(order[i]))
      )
    expect(start('weir/run')).to.be.lessThan(start('millpond/pour#1'))
  })
  it('a step that can be broken off is spread over short evenings; a pour is not', () => {
    const build = fresh()
    const hours = (to: string): Calendar['week'] =>
      Object.fromEntries(Object.keys(NONE).map((d) => [d, [['19:00', to]]])) as Calendar['week']
    const short = derivePlan({
      ...build,
      base: { widthMm: 1800, depthMm: 1200 },
      calendar: { ...build.calendar, week: hours('20:15') }
    })
    expect(short.days.problem).to.equal(null)
    expect(short.days.work.filter((w) => w.step === 'ground/landform').length).to.be.greaterThan(0)
    expect(short.days.work.some((w) => w.parts > 1)).to.equal(true)
    const tiny = derivePlan({ ...build, calendar: { ...build.calendar, week: hours('19:10') } })
    // strips that are combed while they thicken want more in one go than a short evening has
    const tight = derivePlan({ ...build, calendar: { ...build.calendar, week: hours('19:40') } })
    expect(tight.days.problem?.kind).to.equal('tooTight')
    expect(tight.findings[0]).to.include({ id: 'too-tight', severity: 'stop' })
    expect(tiny.days.problem?.kind).to.equal('noWindow')
    expect(tiny.findings[0]).to.include({ id: 'no-window', severity: 'stop' })
    expect(tiny.days.finish).to.equal(null)
  })
  it('no free hours at all: amounts still hold, the date does not, and it says why', () => {
    const build = demo()
    const none = derivePlan({
      ...build,
      calendar: { ...build.calendar, week: NONE, exceptions: [] }
    })
    expect(none.days.finish).to.equal(null)
    expect(none.findings[0]).to.include({ id: 'no-hours', severity: 'stop', place: 'days' })
    expect(none.amounts.pools).to.deep.equal(plan.amounts.pools)
  })
  it('sittings hold all work once; a moment is told for before, during, between and after', () => {
    const sittings = sittingsOf(plan.days)
    expect(sittings.flatMap((s) => s.work)).to.deep.equal(plan.days.work)
    expect(sittings).to.have.length(plan.days.sittings)
    const all = momentsOf(plan.days, plan.steps.steps)
    const at = (ms: number) => momentOf(all, ms)
    /** Where all that should be done by then has been. */
    const went = (ms: number) =>
      momentOf({ ...all, ahead: all.ahead.filter((w) => w.endMs > ms) }, ms)
    expect(at(plan.days.startMs)).to.include({ kind: 'next', what: 'Batten and seal the base' })
    expect(at(plan.days.work[0].startMs + 1).kind).to.equal('work')
    const wait = plan.days.waits.find((w) => w.critical && w.endMs - w.startMs > 8e7)!
    expect(went(wait.startMs + 3.6e6).kind).to.equal('wait')
    expect(went(plan.days.finishMs! + 1).kind).to.equal('done')
    // what nobody has done is not finished: the card begins where the bench does
    for (const late of [plan.days.work[0].endMs, plan.days.finishMs! + 1])
      expect(at(late)).to.deep.equal({
        kind: 'next',
        what: 'Batten and seal the base',
        untilMs: null
      })
  })
})
