import { expect } from 'chai'
import fc from 'fast-check'
import { renameWater } from '../../core/build/edits'
import { orderStack } from '../../core/build/lays'
import { finished, planner, type Plan } from '../../core/plan/derivePlan'
import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import type { Build } from '../../core/build/types'
import { unknownEdits } from '../attack/edits'
import { lead, lives, tireless } from '../attack/tireless'

/** `npm run attack` leads ten thousand lives; these are some of them, the same each time. */
const SEED = 2027
const BUILDS = 30

describe('A builder who never tires', function () {
  this.timeout(600_000)

  it('knows every edit that the core exports', () => {
    expect(unknownEdits()).to.deep.equal([])
  })

  it('leads builds through all that can be done to them: nothing contradicts itself, throws or takes five seconds', () => {
    const { builds, plans, found } = tireless(SEED, BUILDS)
    expect(found.map((f) => `${f.says}: ${JSON.stringify(f.life)}`)).to.deep.equal([])
    expect(builds).to.equal(BUILDS)
    expect(plans).to.be.above(6 * BUILDS)
  })

  const read = (build: Build): Plan =>
    finished(planner()(build, shelfOf([...BUILT_IN, ...(build.bottles ?? [])])))
  /** What of a plan follows from its build, whatever it is called. */
  const gist = ({ days, amounts, steps }: Plan) => ({
    finish: days.finishMs,
    work: days.work.map((w) => [w.step, w.startMs, w.endMs]),
    list: amounts.shopping.map((l) => [l.material, l.amount]),
    links: steps.links.map(({ from, to, minMin }) => [from, to, minMin])
  })

  it('renamed, or a layer moved and moved back, a build has the same plan', () => {
    fc.assert(
      fc.property(lives(8), fc.nat(), (life, k) => {
        const { build, found } = lead(life)
        expect(found).to.equal(null)
        const plan = read(build)
        const renamed = build.waters.reduce((b, w) => renameWater(w.id, `Other ${w.id}`)(b), build)
        expect(gist(read(renamed))).to.deep.equal(gist(plan))
        const stacks = [...new Set(plan.steps.lays.map((l) => l.stack))]
        const stack = stacks[k % stacks.length]!
        const own = plan.steps.lays.filter((l) => l.stack === stack).map((l) => l.id)
        const turned = [...own.slice(1), own[0]!]
        const there = orderStack(stack, own)(build)
        const back = orderStack(stack, own)(orderStack(stack, turned)(build))
        expect(gist(read(back))).to.deep.equal(gist(read(there)))
      }),
      { numRuns: 15, seed: SEED }
    )
  })
})
