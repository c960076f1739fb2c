import { expect } from 'chai'
import { cardOf } from '../../core/plan/card'
import { cardKey } from '../../core/plan/cardKey'
import { derivePlan } from '../../core/plan/derivePlan'
import { NO_HISTORY } from '../../core/plan/learned/history'
import { BUILT_IN } from '../../core/craft/materials/shelf'
import { changePool } from '../../core/build/edits'
import { demo } from '../support/builds'

describe('The card of a build', () => {
  const build = demo()
  const key = (by = 'a', b = build, own = BUILT_IN.slice(0, 0), history = NO_HISTORY) =>
    cardKey(by, b, own, history)

  it('holds for the same build, bottles, history and planner, and for nothing else; a cover changes no plan', () => {
    expect(key('a', JSON.parse(JSON.stringify(build)))).to.equal(key())
    expect(key('a', { ...build, cover: 'photo-1' })).to.equal(key())
    const others = [
      key('b'),
      key('a', { ...build, name: `${build.name}!` }),
      key('a', changePool('millpond', { levelMm: 49.5 })(build)),
      key('a', build, BUILT_IN.slice(0, 1)),
      key('a', build, [], { ...NO_HISTORY, forgotten: { 'x/y': '2026-11-01T00:00:00Z' } })
    ]
    expect(new Set([key(), ...others])).to.have.length(others.length + 1)
  })

  it('shows the plan’s own water, dates and section, and is little', () => {
    const plan = derivePlan(build)
    const card = cardOf(build, plan)
    const said = JSON.stringify(card)
    // by the layers as they are poured, and by the ground as it was sounded
    expect(card.waterMl).to.be.closeTo(
      plan.stacks.pools.flatMap((p) => p.layers).reduce((sum, l) => sum + l.volumeMl, 0),
      card.waterMl * 0.02
    )
    expect(card.moments.finishMs).to.equal(plan.days.finishMs)
    expect(card.moments.ahead.at(-1)!.endMs).to.be.at.most(plan.days.finishMs!)
    expect(card.cutaway.waters).to.have.length(plan.ground.section.runs.length)
    // a fall leaves at its lip and comes down
    expect(card.cutaway.falls).to.have.length(1)
    const [{ line, lipMm }] = card.cutaway.falls
    expect(line[0]![1]).to.be.closeTo(lipMm, 15)
    expect(line.at(-1)![1]).to.be.below(lipMm)
    expect(said.length).to.be.below(JSON.stringify(plan).length / 20)
  })
})
