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
import { runs } from '../support/dial'

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
  it('stay while there is room for them; of very many the crowded ones go, fewest of the new', () => {
    fc.assert(
      fc.property(marks, (all) => {
        const gone = new Set(thinned(all))
        const stays = all.filter((m) => !gone.has(m.id))
        const unnamed = all.filter((m) => m.name === null)
        expect(all.filter((m) => m.name !== null && gone.has(m.id))).to.deep.equal([])
        expect(gone.size).to.equal(Math.max(0, unnamed.length - 60))
        const newest = Math.max(...unnamed.map((m) => m.at))
        if (unnamed.length > 0) expect(stays.some((m) => m.at === newest)).to.equal(true)
        // what is thinned once stays as it is
        expect(thinned(stays)).to.deep.equal([])
      }),
      { numRuns: runs(150) }
    )
    // a state every ten minutes for a fortnight: the last hour whole, few of the first day
    const fortnight = Array.from({ length: 14 * 144 }, (_, i) => ({
      id: `s${i}`,
      at: i * 600_000,
      name: null
    }))
    let stays: VersionMark[] = []
    for (const mark of fortnight) {
      stays = [...stays, mark]
      const gone = thinned(stays)
      stays = stays.filter((m) => !gone.includes(m.id))
    }
    const newest = fortnight.at(-1)!.at
    const within = (ms: number) => stays.filter((m) => newest - m.at < ms).length
    expect(within(HOUR)).to.be.at.least(6)
    expect(within(DAY)).to.be.within(25, 45)
    expect(stays.length - within(7 * DAY)).to.be.within(3, 12)
    // states of nine megabytes, for they hold kept runs: two stay, and the newest however long
    const long = fortnight.slice(0, 7).map((m) => ({ ...m, bytes: 9_000_000 }))
    expect(thinned(long)).to.have.length(5)
    expect(thinned(long)).to.not.include('s6')
    expect(thinned([{ ...long[0]!, bytes: 90_000_000 }])).to.deep.equal([])
  })

  it('one edit with the clock 40 days ahead, or 2 h, or a year behind, lets none of 13 go', () => {
    const kept = Array.from({ length: 12 }, (_, i) => ({ id: `k${i}`, at: i * HOUR, name: null }))
    for (const wrong of [40 * DAY, 2 * HOUR, -365 * DAY]) {
      const edit = { id: 'wrong', at: 12 * HOUR + wrong, name: null }
      expect(thinned([...kept, edit])).to.deep.equal([])
    }
    // and where there are as many as are kept, it costs one
    const full = Array.from({ length: 60 }, (_, i) => ({ id: `f${i}`, at: i * HOUR, name: null }))
    expect(thinned([...full, { id: 'wrong', at: 100 * DAY, name: null }])).to.have.length(1)
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
