import { expect } from 'chai'
import { calculate } from '../../core/exchange/calc/contract'
import { schedule, type Schedule } from '../../core/plan/7-days/schedule'
import { modelled, smallProblem, Solver } from '../support/scheduleModel'

describe('The schedule against a mixed-integer solver (HiGHS, time-indexed model)', function () {
  this.timeout(300_000)
  let solver: Solver
  before(async () => {
    solver = await Solver.load()
  })
  after(() => {
    solver.keep()
    expect(solver.solvedLive, 'problems that HiGHS solved in this very run').to.be.at.least(5)
  })

  it('72 small problems: the same least finish, proven, and the same ones impossible', () => {
    let [feasible, impossible, windows] = [0, 0, 0]
    for (let seed = 1; seed <= 72; seed++) {
      const input = smallProblem(seed)
      const finish = modelled(solver, input, null)
      const found = schedule(input)
      if (finish === null) {
        impossible++
        expect(found, `seed ${seed}`).to.have.property('problem')
        expect((found as { problem: string }).problem).to.not.equal('notFound')
        continue
      }
      feasible++
      windows += input.links.filter((l) => l.maxMin !== undefined).length
      expect(found, `seed ${seed}`).to.include({
        finishMin: finish,
        lowerBoundMin: finish,
        optimal: true
      })
    }
    expect(feasible).to.be.at.least(50)
    expect(impossible).to.be.at.least(4)
    expect(windows).to.be.at.least(60)
  })
  it('30 of them: as few sittings as the solver finds for that finish', () => {
    let several = 0
    for (let seed = 1, done = 0; done < 30; seed++) {
      const input = smallProblem(seed)
      const found = schedule(input)
      if ('problem' in found) continue
      done++
      expect(found.fewestSittings).to.equal(true)
      const sittings = modelled(solver, input, found.finishMin)
      expect(found.sittings, `seed ${seed}`).to.equal(sittings)
      if (found.sittings > 1) several++
    }
    expect(several).to.be.at.least(8)
  })
  it('names waits that the solver too finds impossible together, and possible when any one of them is left out', () => {
    let seen = 0
    for (let seed = 1; seen < 10; seed++) {
      const input = smallProblem(seed)
      const found = schedule(input)
      if (!('problem' in found) || found.problem !== 'tooTight') continue
      seen++
      const only = found.links.map((i) => input.links[i])
      expect(modelled(solver, { ...input, links: only }, null), `seed ${seed}`).to.equal(null)
      for (const left of only)
        expect(
          modelled(solver, { ...input, links: only.filter((l) => l !== left) }, null),
          `seed ${seed} without ${left.from} → ${left.to}`
        ).to.be.a('number')
    }
  })
  it('the contract says the same, and names what cannot hold', () => {
    const input = smallProblem(3)
    expect(calculate('schedule', { ...input, timeLimitMs: 4000 })).to.include({
      finishMin: (schedule(input) as Schedule).finishMin,
      optimal: true
    })
    const tight = {
      free: [
        [0, 60],
        [200, 260]
      ],
      tasks: [
        { id: 'coat', handsMin: 30 },
        { id: 'stipple', handsMin: 40 },
        { id: 'peel', handsMin: 5 }
      ],
      links: [
        { from: 'coat', to: 'stipple', minMin: 5, maxMin: 20 },
        { from: 'stipple', to: 'peel', minMin: 0 }
      ]
    }
    expect(() => calculate('schedule', tight)).to.throw(
      RangeError,
      /coat → stipple \(5 to 20 min\) cannot all hold/
    )
    expect(() =>
      calculate('schedule', { ...tight, links: [{ from: 'coat', to: 'nobody', minMin: 0 }] })
    ).to.throw(RangeError, /links\[0\]\.to: was "nobody"/)
    expect(() =>
      calculate('schedule', { free: [[0, 20]], tasks: [{ id: 'coat', handsMin: 30 }] })
    ).to.throw(RangeError, /coat must fit whole/)
    expect(() =>
      calculate('schedule', {
        free: [
          [0, 20],
          [10, 30]
        ],
        tasks: [{ id: 'coat', handsMin: 3 }]
      })
    ).to.throw(RangeError, /overlap/)
    expect(() =>
      calculate('schedule', {
        free: [[0, 20]],
        tasks: [
          { id: 'a', handsMin: 3 },
          { id: 'b', handsMin: 3 }
        ],
        links: [
          { from: 'a', to: 'b', minMin: 1 },
          { from: 'b', to: 'a', minMin: 0 }
        ]
      })
    ).to.throw(RangeError, /ring/)
    expect(() =>
      calculate('schedule', {
        free: [[0, 20]],
        tasks: [
          { id: 'a', handsMin: 3 },
          { id: 'b', handsMin: 3 }
        ],
        links: [{ from: 'a', to: 'b', minMin: 30 }]
      })
    ).to.throw(RangeError, /no stretch left for b/)
  })
})
