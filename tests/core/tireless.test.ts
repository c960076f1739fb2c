import { expect } from 'chai'
import fc from 'fast-check'
import { renameWater } from '../../core/build/edits'
import { addLaid, orderStack, setLays } from '../../core/build/lays'
import { finished, planner, type Plan } from '../../core/plan/derivePlan'
import { BUILT_IN, shelfOf } from '../../core/craft/materials/shelf'
import { poolsOf, type Build, type Calendar } from '../../core/build/types'
import { unknownEdits } from '../attack/edits'
import { MIRRORED, moved, shiftedBy, TURNED } from '../attack/moved'
import { dial, runs } from '../support/dial'
import { lead, lives, tireless, type Life } from '../attack/tireless'

/** `npm run attack` leads ten thousand lives; these are some of them, the same each time. */
const SEED = 2027
const BUILDS = dial(12, 1000)

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
      { numRuns: runs(5), seed: SEED }
    )
  })

  const HOURS = ['09:00', '21:00'] as const
  /** Free all that it was, and from nine to nine besides, with no gap between. */
  const longerHours = ({ calendar }: Build): Calendar => ({
    ...calendar,
    week: Object.fromEntries(
      Object.entries(calendar.week).map(([day, free]) => {
        const ends = [...free.flat(), ...HOURS].sort()
        return [day, [[ends[0], ends.at(-1)]]]
      })
    ) as Calendar['week']
  })
  const MINUTE_MS = 60_000

  it('longer hours, drier or warmer air, a coat or a layer less: nothing is finished later for it', () => {
    const tried: Record<string, number> = {}
    const holds = (why: string, build: Build, before: Plan, sameSteps = false) => {
      const after = read(build)
      const [was, is] = [before.days.finishMs, after.days.finishMs]
      if (was === null || is === null) return
      // warmer resin may ask for one more pour
      if (sameSteps && after.steps.steps.length !== before.steps.steps.length) return
      tried[why] = (tried[why] ?? 0) + 1
      expect(is, `${why}: ${JSON.stringify(build)}`).to.be.at.most(was + MINUTE_MS)
    }
    fc.assert(
      fc.property(lives(6), fc.nat(), (life, k) => {
        const { build } = lead(life)
        const plan = read(build)
        const { room } = build
        holds('longer hours', { ...build, calendar: longerHours(build) }, plan)
        holds('drier', { ...build, room: { ...room, rhPct: Math.max(15, room.rhPct - 15) } }, plan)
        const warm = { ...room, tempC: Math.min(30, room.tempC + 3) }
        holds('warmer', { ...build, room: warm }, plan, true)
        const lays = plan.steps.lays.filter((l) => l.state === 'planned')
        for (const lay of lays.filter((_, i) => i % 5 === k % 5))
          holds('a layer less', setLays([lay.id], 'leftOut')(build), plan)
        // a wave of fewer coats has thicker ones, and a bed of one coat of seal dries out longer
        const stack = poolsOf(build)[0]?.id ?? 'ground'
        const coated = (coats: number) => addLaid({ stack, way: 'lacquer-coat', coats })(build)
        holds('a coat less', coated(1), read(coated(3)))
      }),
      { numRuns: runs(10), seed: SEED }
    )
    for (const why of ['longer hours', 'drier', 'warmer', 'a layer less', 'a coat less'])
      expect(tried[why], why).to.be.above(dial(1, 30))
  })

  it('mirrored, turned by a quarter and shifted on a larger board, a scene has the same plan', () => {
    const flat = (life: Life): Build => {
      const { build } = lead(life)
      const running = { ...build.running, source: null, out: null, kept: [], mapsFrom: null }
      return { ...build, land: undefined, traces: [], meets: [], running }
    }
    /** Of what is drawn on cells, a tenth; of white so little that no scale shows it. */
    const near = (a: number, b: number, white: boolean) =>
      Math.abs(a - b) <= Math.max(0.1 * a, white ? 0.5 : 1e-6)
    const sameAs = (why: string, plan: Plan, other: Plan, onCells: number) => {
      const at = `${why}: ${plan.build}`
      const told = (p: Plan) => p.steps.steps.map((s) => [s.id, s.title, s.cautions])
      if (onCells === 0) expect(other.days.finishMs, at).to.equal(plan.days.finishMs)
      if (onCells === 0) expect(told(other), at).to.deep.equal(told(plan))
      for (const { material, amount } of plan.amounts.shopping) {
        const then = other.amounts.shopping.find((l) => l.material === material)?.amount ?? 0
        const drawn = /gel|glue$|white|snow|fibre/.test(material)
        if (drawn)
          expect(
            near(amount, then, !/gel/.test(material)),
            `${at} ${material} ${amount} ${then}`
          ).to.equal(true)
        else expect(then, `${at} ${material}`).to.be.closeTo(amount, 1e-6 * Math.max(1, amount))
      }
      for (const pool of plan.ground.pools) {
        const then = other.ground.pools.find((g) => g.id === pool.id)!
        expect(then.volumeMl, at).to.be.closeTo(pool.volumeMl, 1e-6 * Math.max(1, pool.volumeMl))
      }
    }
    fc.assert(
      fc.property(lives(2), (life) => {
        const build = flat(life)
        const plan = read(build)
        sameAs('mirrored', plan, read(moved(build, MIRRORED)), 0)
        sameAs('turned', plan, read(moved(build, TURNED)), 1)
        const { widthMm, depthMm } = build.base
        const wide = { ...build, base: { widthMm: widthMm + 20, depthMm: depthMm + 20 } }
        const there = read(moved(wide, shiftedBy(5, 5)))
        sameAs('shifted', there, read(moved(wide, shiftedBy(12, 9))), 1)
      }),
      { numRuns: runs(8), seed: SEED }
    )
  })
})
