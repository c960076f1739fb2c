import { expect } from 'chai'
import fc from 'fast-check'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { main } from '../../cli/main'
import { changePool } from '../../core/build/edits'
import { writeBuild } from '../../core/build/file/write'
import { logged } from '../../core/build/workEdits'
import { poolsOf } from '../../core/build/types'
import { broughtBack, thinned, type VersionMark } from '../../core/exchange/versions'
import { twoPlans, type Beside } from '../../core/plan/beside/twoPlans'
import { derivePlan } from '../../core/plan/derivePlan'
import { demo, demoText } from '../support/builds'
import { readFileSync } from 'node:fs'

const HOUR = 3_600_000
const DAY = 24 * HOUR
const marks = fc
  .array(
    fc.record({
      at: fc.integer({ min: 0, max: 400 * DAY }),
      name: fc.option(fc.constant('named'), { freq: 5 })
    }),
    { minLength: 1, maxLength: 150 }
  )
  .map((list) => list.map((m, i): VersionMark => ({ ...m, id: `v${i}` })))

describe('Earlier states', () => {
  it('thinned by time: named ones and the last hour stay, of older ones one of each hour, day, month', () => {
    fc.assert(
      fc.property(marks, fc.integer({ min: -4000 * DAY, max: 4000 * DAY }), (all, wrong) => {
        const gone = new Set(thinned(all))
        const newest = Math.max(...all.map((m) => m.at))
        const stays = all.filter((m) => !gone.has(m.id))
        for (const m of all) {
          if (m.name !== null) expect(gone.has(m.id)).to.equal(false)
          const other = stays.find((s) => Math.abs(s.at - m.at) <= 30 * DAY)
          // nothing goes but where another state near it in time stays, or the oldest of very many
          if (gone.has(m.id) && !other) expect(stays.length).to.be.at.least(60)
        }
        const unnamed = stays.filter((m) => m.name === null)
        expect(unnamed.length).to.be.at.most(60)
        const hours = unnamed.filter((m) => newest - m.at > HOUR && newest - m.at <= DAY)
        expect(new Set(hours.map((m) => Math.floor(m.at / HOUR))).size).to.equal(hours.length)
        // what is thinned once stays as it is
        expect(thinned(stays)).to.deep.equal([])
        // only the times between them count: a day's clock set wrong by whole months thins alike
        const shift = Math.round(wrong / (30 * DAY)) * 30 * DAY
        expect(thinned(all.map((m) => ({ ...m, at: m.at + shift })))).to.deep.equal([...gone])
      }),
      { numRuns: 150 }
    )
    const hour = Array.from({ length: 7 }, (_, i) => ({ id: `h${i}`, at: i * 600_000, name: null }))
    expect(thinned(hour)).to.deep.equal([])
    // and of states of nine megabytes, for it holds kept runs, two stay, and the newest however long
    const long = hour.map((m) => ({ ...m, bytes: 9_000_000 }))
    expect(thinned(long)).to.have.members(['h0', 'h1', 'h2', 'h3', 'h4'])
    expect(thinned([{ ...hour[0]!, bytes: 90_000_000 }])).to.deep.equal([])
  })

  it('comes back in today’s form, with what has been logged since', () => {
    const old = JSON.parse(
      readFileSync(new URL('../support/weir-version-3.json', import.meta.url), 'utf8')
    ) as ReturnType<typeof demo>
    const now = logged([
      { kind: 'note', id: 'n1', at: '2026-11-24T18:20:00Z', text: 'poured', step: null }
    ])(demo())
    const back = broughtBack(old, now)!
    expect(back.version).to.equal(now.version)
    expect(back.id).to.equal(now.id)
    expect(back.log).to.deep.equal(now.log)
    expect(poolsOf(back)[0]!.soundings).to.deep.equal(
      (old.waters[0] as { soundings: unknown }).soundings
    )
    expect(broughtBack({ ...now, version: 99 } as never, now)).to.equal(null)
  })

  it('held against each other figure by figure; the command line says the same', () => {
    const now = demo()
    const pool = poolsOf(now)[0]!
    const lower = changePool(pool.id, { levelMm: pool.levelMm - 3 })(now)
    const [a, b] = [derivePlan(lower), derivePlan(now)]
    const figures = twoPlans(a, b)
    const of = (id: string) => figures.find((f) => f.id === id)!
    expect(of('water').now! - of('water').then!).to.be.closeTo(
      b.ground.pools.reduce((n, p) => n + p.volumeMl, 0) -
        a.ground.pools.reduce((n, p) => n + p.volumeMl, 0),
      1e-9
    )
    expect(of('resin').then!).to.be.lessThan(of('resin').now!)
    expect(of('finish').now).to.equal(b.days.finishMs)
    expect(twoPlans(b, b).every((f) => f.then === f.now)).to.equal(true)
    const folder = mkdtempSync(join(tmpdir(), 'spindle-two-'))
    const [then, today] = ['then.json', 'now.json'].map((name) => join(folder, name)) as [
      string,
      string
    ]
    writeFileSync(then, writeBuild(lower))
    writeFileSync(today, demoText())
    const said = { out: '', err: '' }
    const says = { out: (t: string) => (said.out += t), err: (t: string) => (said.err += t) }
    expect(main(['compare', then, today], says)).to.equal(0)
    expect(JSON.parse(said.out) as Beside[]).to.deep.equal(figures)
    expect(main(['compare', then], says)).to.equal(2)
    expect(main(['compare', then, join(folder, 'none.json')], says)).to.equal(2)
    expect(said.err).to.include('none.json: cannot be read')
  })
})
